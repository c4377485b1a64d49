<script setup lang="ts">
import { computed } from 'vue'
import { slopeWords } from '@lamina/core/derive'
import { setFacts, setRoof, setStair } from '@lamina/core/edit'
import { pathArea, pathLength } from '@lamina/core/geometry'
import type { AnyRecord, RecordKind } from '@lamina/core/records'
import { solveRoof } from '@lamina/core/roofs'
import { stairLimitsOf, stairOf } from '@lamina/core/stairs'
import { formatAngle, formatArea, formatLength, parseAngle, parseNumber } from '@lamina/core/units'
import { useDesk } from '../store/desk'
import { useProject } from '../store/project'
import { useSay } from '../store/say'
import { HANDS, OVERHEAD_THINGS, RAIL_MADE, RAIL_SIDES, ROOF_FORMS, type Fabric } from './fabricOptions'
import { fieldOf } from './fields'
import LengthField from './LengthField.vue'
import { STAIR_WAYS } from '../tools/fabric'

/** Facts of a stair, a ramp, a balustrade, a floor, a roof or something overhead. */
const props = defineProps<{ record: Fabric }>()
const store = useProject()
const desk = useDesk()
const say = useSay()
const mm = (value: number): string => formatLength(value, store.units)
const of = computed(() => props.record)
const stair = computed(() => (of.value.kind === 'stair' ? of.value : null))
const solved = computed(() => (store.version, stair.value && stairOf(store.project, stair.value)))
const storey = computed(() => (store.version, store.project.find('level', of.value.level)?.height ?? 0))
const tooSteep = computed(() =>
  of.value.kind === 'ramp'
    ? of.value.rise / of.value.length > stairLimitsOf(store.project).steepestRamp + 1e-9
    : false,
)
const FORMS = STAIR_WAYS.map(({ id, name }) => ({ value: id, title: name }))

const setS = (facts: Parameters<typeof setStair>[2]): unknown =>
  store.edit('Stair', (project) => setStair(project, of.value.id, facts))
const set = (label: string, facts: object): unknown =>
  store.edit(label, (project) =>
    setFacts(project, of.value.kind as RecordKind, of.value.id, facts as Partial<AnyRecord>),
  )
const setR = (facts: Parameters<typeof setRoof>[2]): unknown =>
  store.edit('Roof', (project) => setRoof(project, of.value.id, facts))
/** A whole number, or nothing to have it worked out. */
function count(key: 'risers' | 'first', event: Event): void {
  const text = fieldOf(event).value.trim()
  const read = parseNumber(text)
  if (text === '') setS({ [key]: null })
  else if (!read.ok) say.warn(read.message)
  else setS({ [key]: Math.round(read.value) })
}
function angle(event: Event, use: (radians: number) => unknown): void {
  const read = parseAngle(fieldOf(event).value)
  if (read.ok) use(read.radians)
  else say.warn(read.message)
}
const roofHigh = computed(() => (of.value.kind === 'roof' ? (solveRoof(of.value)?.high ?? null) : null))
</script>

<template>
  <template v-if="stair">
    <dl v-if="solved">
      <dt>Risers</dt>
      <dd>{{ solved.risers }} of {{ mm(solved.rise) }}</dd>
      <dt>Treads</dt>
      <dd>{{ solved.treads.length }} of {{ mm(solved.going) }}</dd>
      <dt>2R + G</dt>
      <dd data-test="stair-sum">{{ mm(solved.sum) }}</dd>
      <dt>Climbs</dt>
      <dd>{{ mm(solved.height) }}</dd>
    </dl>
    <p v-else class="fault small">It cannot reach its height as it is.</p>
    <p v-for="warning in solved?.warnings" :key="warning" class="fault small">{{ warning }}</p>
    <v-select
      label="Form"
      :items="FORMS"
      :model-value="stair.form"
      @update:model-value="(form: typeof stair.form) => setS({ form })"
    />
    <v-select
      v-if="stair.form !== 'straight'"
      label="Turns"
      :items="HANDS"
      :model-value="stair.hand"
      @update:model-value="(hand: typeof stair.hand) => setS({ hand })"
    />
    <div class="pair">
      <LengthField
        label="Width"
        :mm="stair.width"
        :units="store.units"
        :least="50"
        @set="(width) => setS({ width })"
      />
      <LengthField
        label="Going"
        :mm="stair.going"
        :units="store.units"
        :least="100"
        @set="(going) => setS({ going })"
      />
    </div>
    <LengthField
      label="Climbs"
      :mm="stair.rise ?? storey"
      :units="store.units"
      :least="1"
      @set="(rise) => setS({ rise: rise === storey ? null : rise })"
    />
    <v-text-field
      label="Risers (empty: worked out)"
      :model-value="stair.risers ?? ''"
      @change="count('risers', $event)"
    />
    <v-text-field
      v-if="stair.form !== 'straight' && stair.form !== 'curved'"
      label="Risers before the turn (empty: half)"
      :model-value="stair.first ?? ''"
      @change="count('first', $event)"
    />
    <LengthField
      v-if="stair.form === 'half turn'"
      label="Well"
      :mm="stair.well"
      :units="store.units"
      @set="(well) => setS({ well })"
    />
    <LengthField
      v-if="stair.form === 'curved'"
      label="Radius inside"
      :mm="stair.radius"
      :units="store.units"
      @set="(radius) => setS({ radius })"
    />
    <v-select
      label="Handrails"
      :items="RAIL_SIDES"
      :model-value="stair.rails"
      @update:model-value="(rails: typeof stair.rails) => setS({ rails })"
    />
    <v-text-field
      label="Way up"
      :model-value="formatAngle(stair.turn)"
      @change="angle($event, (turn) => setS({ turn }))"
    />
    <button type="button" class="link" @click="desk.panel = 'stair-limits'">Limits for stairs</button>
  </template>
  <template v-else-if="of.kind === 'ramp'">
    <dl>
      <dt>Slope</dt>
      <dd>{{ slopeWords(of) }}</dd>
    </dl>
    <p v-if="tooSteep" class="fault small">It is steeper than the limit for ramps.</p>
    <div class="pair">
      <LengthField
        label="Length"
        :mm="of.length"
        :units="store.units"
        :least="100"
        @set="(length) => set('Ramp', { length })"
      />
      <LengthField
        label="Climbs"
        :mm="of.rise"
        :units="store.units"
        :least="1"
        @set="(rise) => set('Ramp', { rise })"
      />
    </div>
    <LengthField
      label="Width"
      :mm="of.width"
      :units="store.units"
      :least="50"
      @set="(width) => set('Ramp', { width })"
    />
    <v-select
      label="Handrails"
      :items="RAIL_SIDES"
      :model-value="of.rails"
      @update:model-value="(rails: string) => set('Handrails', { rails })"
    />
  </template>
  <template v-else-if="of.kind === 'rail'">
    <dl>
      <dt>Length</dt>
      <dd>{{ mm(pathLength(of.path)) }}</dd>
    </dl>
    <v-select
      label="Made"
      :items="RAIL_MADE"
      :model-value="of.made"
      @update:model-value="(made: string) => set('Balustrade', { made })"
    />
    <LengthField
      label="Height"
      :mm="of.height"
      :units="store.units"
      :least="1"
      @set="(height) => set('Balustrade', { height })"
    />
  </template>
  <template v-else-if="of.kind === 'slab'">
    <dl>
      <dt>Area</dt>
      <dd>{{ formatArea(Math.abs(pathArea(of.outline)), store.units) }}</dd>
    </dl>
    <LengthField
      label="Thickness"
      :mm="of.thickness"
      :units="store.units"
      :least="1"
      @set="(thickness) => set('Slab', { thickness })"
    />
    <LengthField
      label="Top above the level"
      :mm="of.top"
      :units="store.units"
      @set="(top) => set('Slab', { top })"
    />
  </template>
  <dl v-else-if="of.kind === 'void'">
    <dt>Area</dt>
    <dd>{{ formatArea(Math.abs(pathArea(of.outline)), store.units) }}</dd>
  </dl>
  <template v-else-if="of.kind === 'roof'">
    <dl>
      <dt>Rises above the eaves</dt>
      <dd>{{ roofHigh === null ? 'unknown' : mm(roofHigh) }}</dd>
    </dl>
    <v-select
      label="Form"
      :items="ROOF_FORMS"
      :model-value="of.form"
      @update:model-value="(form: typeof of.form & string) => setR({ form: form as never })"
    />
    <template v-if="of.form !== 'flat'">
      <v-text-field
        label="Pitch"
        :model-value="formatAngle(of.pitch)"
        @change="angle($event, (pitch) => setR({ pitch }))"
      />
      <v-text-field
        v-if="of.form !== 'hipped'"
        :label="of.form === 'mono' ? 'Way down' : 'Way of the ridge'"
        :model-value="formatAngle(of.turn)"
        @change="angle($event, (turn) => setR({ turn }))"
      />
    </template>
    <div class="pair">
      <LengthField
        label="Overhang"
        :mm="of.overhang"
        :units="store.units"
        @set="(overhang) => setR({ overhang })"
      />
      <LengthField
        label="Fascia"
        :mm="of.fascia"
        :units="store.units"
        :least="1"
        @set="(fascia) => setR({ fascia })"
      />
    </div>
    <LengthField
      label="Eaves above the floor"
      :mm="of.eaves"
      :units="store.units"
      @set="(eaves) => setR({ eaves })"
    />
  </template>
  <template v-else-if="of.kind === 'overhead'">
    <v-select
      label="What"
      :items="OVERHEAD_THINGS"
      :model-value="of.what"
      @update:model-value="(what: string) => set('Overhead', { what })"
    />
    <LengthField
      v-if="of.shape.by === 'line'"
      label="Width"
      :mm="of.shape.width"
      :units="store.units"
      :least="1"
      @set="(width) => set('Overhead', { shape: { ...(of as { shape: object }).shape, width } })"
    />
    <LengthField
      label="Underside above the floor"
      :mm="of.bottom"
      :units="store.units"
      @set="(bottom) => set('Overhead', { bottom })"
    />
    <LengthField
      label="Height"
      :mm="of.height"
      :units="store.units"
      :least="1"
      @set="(height) => set('Overhead', { height })"
    />
  </template>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 5px 8px;
  margin: 0;
}
dt {
  color: rgb(var(--v-theme-soft-ink));
}
dd {
  margin: 0;
  font-variant-numeric: tabular-nums;
}
.fault {
  color: rgb(var(--v-theme-warning));
}
.link {
  justify-self: start;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
</style>
