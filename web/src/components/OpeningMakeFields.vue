<script setup lang="ts">
import { mdiPlus, mdiTrashCanOutline } from '@mdi/js'
import { lightOpens, type Light, type OpeningMake } from '@lamina/core/records'
import { parseNumber, type Units } from '@lamina/core/units'
import { useSay } from '../store/say'
import { fieldOf } from './fields'
import LengthField from './LengthField.vue'
import AngleField from './AngleField.vue'
import NumberField from './NumberField.vue'

/** How leaves, panels and lights of a type are made. */
const props = defineProps<{ make: OpeningMake; units: Units }>()
const emit = defineEmits<{ set: [make: OpeningMake] }>()
const say = useSay()

const change = (facts: object): void => emit('set', { ...props.make, ...facts } as OpeningMake)
const RUNS = [
  { value: 'in front', title: 'In front of the wall' },
  { value: 'in the wall', title: 'Inside the wall' },
  { value: 'in the frame', title: 'In the frame' },
]
const OPENS = lightOpens.map((value) => ({ value, title: `${value[0]!.toUpperCase()}${value.slice(1)}` }))
const light = (i: number, facts: Partial<Light>): void => {
  if (props.make.form === 'glazed')
    change({ lights: props.make.lights.map((each, k) => (k === i ? { ...each, ...facts } : each)) })
}
function part(i: number, event: Event): void {
  const read = parseNumber(fieldOf(event).value)
  if (read.ok) light(i, { part: read.value })
  else say.warn(read.message)
}
</script>

<template>
  <template v-if="make.form === 'hinged'">
    <v-select
      label="Leaves"
      :items="[
        { value: 1, title: 'One' },
        { value: 2, title: 'Two' },
      ]"
      :model-value="make.leaves"
      @update:model-value="(leaves: number) => change({ leaves })"
    />
    <NumberField
      v-if="make.leaves === 2"
      label="First leaf, part of the width"
      :value="Math.round(make.share * 1000) / 1000"
      @set="(share) => change({ share })"
    />
    <AngleField label="Drawn open by" :radians="make.swing" @set="(swing) => change({ swing })" />
  </template>
  <template v-if="make.form === 'sliding' || make.form === 'folding'">
    <NumberField label="Panels" :value="make.panels" @set="(panels) => change({ panels })" />
  </template>
  <v-select
    v-if="make.form === 'sliding'"
    label="Runs"
    :items="RUNS"
    :model-value="make.runs"
    @update:model-value="(runs: string) => change({ runs })"
  />
  <NumberField
    v-if="make.form === 'revolving'"
    label="Wings"
    :value="make.wings"
    @set="(wings) => change({ wings })"
  />
  <LengthField
    v-if="'leaf' in make"
    label="Thickness of the leaf"
    :mm="make.leaf"
    :units="units"
    :least="1"
    @set="(leaf) => change({ leaf })"
  />
  <v-checkbox
    v-if="'threshold' in make"
    label="Threshold"
    density="compact"
    hide-details
    :model-value="make.threshold"
    @update:model-value="(threshold) => change({ threshold: Boolean(threshold) })"
  />
  <v-checkbox
    v-if="make.form === 'cased'"
    label="Lined"
    density="compact"
    hide-details
    :model-value="make.lined"
    @update:model-value="(lined) => change({ lined: Boolean(lined) })"
  />
  <template v-if="make.form === 'glazed'">
    <LengthField
      label="Mullion"
      :mm="make.mullion"
      :units="units"
      :least="1"
      @set="(mullion) => change({ mullion })"
    />
    <LengthField
      label="Bar across, above the sill (0: none)"
      :mm="make.transom ?? 0"
      :units="units"
      @set="(transom) => change({ transom: transom > 0 ? transom : null })"
    />
    <table class="lights">
      <thead>
        <tr>
          <th scope="col">Light</th>
          <th scope="col">Opens</th>
          <th scope="col" class="number">Part</th>
          <th scope="col"><span class="visually-hidden">Remove</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(each, i) in make.lights" :key="i">
          <td>{{ i + 1 }}</td>
          <td>
            <select
              :value="each.opens"
              :aria-label="`How light ${i + 1} opens`"
              @change="light(i, { opens: fieldOf($event).value as Light['opens'] })"
            >
              <option v-for="opens in OPENS" :key="opens.value" :value="opens.value">
                {{ opens.title }}
              </option>
            </select>
          </td>
          <td>
            <input
              class="number"
              :value="each.part"
              :aria-label="`Part of light ${i + 1}`"
              @change="part(i, $event)"
            />
          </td>
          <td class="marks">
            <button
              type="button"
              :disabled="make.lights.length === 1"
              :aria-label="`Remove light ${i + 1}`"
              @click="change({ lights: make.lights.filter((_, k) => k !== i) })"
            >
              <v-icon :icon="mdiTrashCanOutline" size="16" />
            </button>
          </td>
        </tr>
      </tbody>
      <tfoot>
        <tr>
          <td colspan="4">
            <button
              type="button"
              class="words"
              @click="change({ lights: [...make.lights, { opens: 'fixed', part: 1 }] })"
            >
              <v-icon :icon="mdiPlus" size="16" /> Light
            </button>
          </td>
        </tr>
      </tfoot>
    </table>
  </template>
</template>

<style scoped>
.lights {
  grid-column: 1 / -1;
}
.lights input.number {
  width: 60px;
}
</style>
