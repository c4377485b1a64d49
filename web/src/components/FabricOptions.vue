<script setup lang="ts">
import { parseAngle, formatAngle } from '@lamina/core/units'
import { useDesk, type ToolName } from '../store/desk'
import { useFabric } from '../store/fabric'
import { useProject } from '../store/project'
import { useSay } from '../store/say'
import { HANDS, OVERHEAD_THINGS, RAIL_MADE, RAIL_SIDES, ROOF_FORMS } from './fabricOptions'
import { fieldOf } from './fields'
import LengthField from './LengthField.vue'

/** What the next stair, floor, roof or overhead thing is like. */
defineProps<{ tool: ToolName }>()
const fabric = useFabric()
const store = useProject()
const desk = useDesk()
const say = useSay()

function setPitch(event: Event): void {
  const read = parseAngle(fieldOf(event).value)
  if (read.ok) fabric.next.roof.pitch = read.radians
  else say.warn(read.message)
}
</script>

<template>
  <template v-if="tool === 'stair'">
    <v-select v-model="fabric.next.stair.hand" label="Turns" :items="HANDS" />
    <LengthField
      label="Width"
      :mm="fabric.next.stair.width"
      :units="store.units"
      :least="50"
      @set="(width) => (fabric.next.stair.width = width)"
    />
    <LengthField
      label="Going"
      :mm="fabric.next.stair.going"
      :units="store.units"
      :least="100"
      @set="(going) => (fabric.next.stair.going = going)"
    />
    <LengthField
      v-if="desk.ways.stair === 'half turn'"
      label="Well"
      :mm="fabric.next.stair.well"
      :units="store.units"
      @set="(well) => (fabric.next.stair.well = well)"
    />
    <LengthField
      v-if="desk.ways.stair === 'curved'"
      label="Radius inside"
      :mm="fabric.next.stair.radius"
      :units="store.units"
      @set="(radius) => (fabric.next.stair.radius = radius)"
    />
    <v-select v-model="fabric.next.stair.rails" label="Handrails" :items="RAIL_SIDES" />
    <button
      type="button"
      class="link"
      @click="desk.panel = desk.panel === 'stair-limits' ? null : 'stair-limits'"
    >
      Limits for stairs
    </button>
  </template>
  <template v-else-if="tool === 'ramp'">
    <LengthField
      label="Width"
      :mm="fabric.next.ramp.width"
      :units="store.units"
      :least="50"
      @set="(width) => (fabric.next.ramp.width = width)"
    />
    <LengthField
      label="Climbs"
      :mm="fabric.next.ramp.rise"
      :units="store.units"
      :least="1"
      @set="(rise) => (fabric.next.ramp.rise = rise)"
    />
    <v-select v-model="fabric.next.ramp.rails" label="Handrails" :items="RAIL_SIDES" />
  </template>
  <template v-else-if="tool === 'rail'">
    <v-select v-model="fabric.next.rail.made" label="Made" :items="RAIL_MADE" />
    <LengthField
      label="Height"
      :mm="fabric.next.rail.height"
      :units="store.units"
      :least="1"
      @set="(height) => (fabric.next.rail.height = height)"
    />
  </template>
  <LengthField
    v-else-if="tool === 'slab'"
    label="Thickness"
    :mm="fabric.next.slab.thickness"
    :units="store.units"
    :least="1"
    @set="(thickness) => (fabric.next.slab.thickness = thickness)"
  />
  <template v-else-if="tool === 'roof'">
    <v-select v-model="fabric.next.roof.form" label="Form" :items="ROOF_FORMS" />
    <v-text-field
      v-if="fabric.next.roof.form !== 'flat'"
      label="Pitch"
      :model-value="formatAngle(fabric.next.roof.pitch)"
      @change="setPitch"
    />
    <LengthField
      label="Overhang"
      :mm="fabric.next.roof.overhang"
      :units="store.units"
      @set="(overhang) => (fabric.next.roof.overhang = overhang)"
    />
    <LengthField
      label="Fascia"
      :mm="fabric.next.roof.fascia"
      :units="store.units"
      :least="1"
      @set="(fascia) => (fabric.next.roof.fascia = fascia)"
    />
  </template>
  <template v-else-if="tool === 'overhead'">
    <v-select v-model="fabric.next.overhead.what" label="What" :items="OVERHEAD_THINGS" />
    <LengthField
      label="Width of a line"
      :mm="fabric.next.overheadWidth"
      :units="store.units"
      :least="1"
      @set="(width) => (fabric.next.overheadWidth = width)"
    />
    <LengthField
      label="Underside above the floor"
      :mm="fabric.next.overhead.bottom"
      :units="store.units"
      @set="(bottom) => (fabric.next.overhead.bottom = bottom)"
    />
    <LengthField
      label="Height"
      :mm="fabric.next.overhead.height"
      :units="store.units"
      :least="1"
      @set="(height) => (fabric.next.overhead.height = height)"
    />
  </template>
</template>

<style scoped>
.link {
  justify-self: start;
}
</style>
