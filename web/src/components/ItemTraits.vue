<script setup lang="ts">
import { computed } from 'vue'
import { boundingField, hatchOutlines } from '@lamina/core/derive'
import { PEN_WIDTHS } from '@lamina/core/display'
import {
  breakApart,
  editRepeat,
  groupItems,
  putOnLayer,
  reorderItems,
  repeatOf,
  setFacts,
  setFilling,
  setOwnLook,
} from '@lamina/core/edit'
import { arcOf, edgesOf, isStraight, pathArea, pathLength, type Point } from '@lamina/core/geometry'
import { layerIdOf, layerOf } from '@lamina/core/library'
import { shapePath } from '@lamina/core/linework'
import {
  kindWord,
  type AnyRecord,
  type Drawing,
  type Filling,
  type RepeatPattern,
  type Shape,
} from '@lamina/core/records'
import {
  formatAngle,
  formatArea,
  formatBearing,
  formatLength,
  parseAngle,
  parseNumber,
} from '@lamina/core/units'
import { useDesk } from '../store/desk'
import { useProject } from '../store/project'
import FillingFields from './FillingFields.vue'
import LengthField from './LengthField.vue'

/** Facts of drafted things, and what everything that is selected shares: its layer, its pen, its order. */
const props = defineProps<{ chosen: readonly AnyRecord[]; drawing: Drawing }>()
const store = useProject()
const desk = useDesk()
const units = computed(() => store.units)
const mm = (value: number): string => formatLength(value, units.value)
const ids = computed(() => props.chosen.map((record) => record.id))
const one = computed(() => (props.chosen.length === 1 ? props.chosen[0]! : null))
const line = computed(() => (one.value?.kind === 'linework' ? one.value : null))
const hatches = computed(() => props.chosen.filter((record) => record.kind === 'hatch'))
const hatch = computed(() =>
  hatches.value.length === props.chosen.length && hatches.value[0]?.kind === 'hatch'
    ? hatches.value[0]
    : null,
)
const gridLine = computed(() => (one.value?.kind === 'gridLine' ? one.value : null))
const guide = computed(() => (one.value?.kind === 'guide' ? one.value : null))
const column = computed(() => (one.value?.kind === 'column' ? one.value : null))
const repeat = computed(() => (store.version, one.value ? repeatOf(store.project, one.value.id) : undefined))

const path = computed(() => (line.value ? shapePath(line.value.shape) : null))
const facts = computed(() => {
  const of = path.value
  if (!of || of.vertices.length < 2) return []
  const edges = edgesOf(of)
  const rows: [string, string][] = [[of.closed ? 'Around' : 'Length', mm(pathLength(of))]]
  if (of.closed) rows.push(['Area', formatArea(Math.abs(pathArea(of)), units.value)])
  else if (edges.length === 1 && isStraight(edges[0]!))
    rows.push(['Turn', formatAngle(Math.atan2(edges[0]!.b.y - edges[0]!.a.y, edges[0]!.b.x - edges[0]!.a.x))])
  else if (edges.length === 1) rows.push(['Turns through', formatAngle(Math.abs(edges[0]!.sweep))])
  if (edges.length > 1 && line.value?.shape.form === 'path') rows.push(['Parts', String(edges.length)])
  return rows
})
/** Legs of a boundary by bearing and distance. */
const legs = computed(() =>
  line.value?.layer === 'layer-boundary' && path.value
    ? edgesOf(path.value)
        .slice(0, 30)
        .map((edge) => [
          formatBearing(Math.atan2(edge.b.y - edge.a.y, edge.b.x - edge.a.x)),
          mm(Math.hypot(edge.b.x - edge.a.x, edge.b.y - edge.a.y)),
        ])
    : [],
)
const arcRadius = computed(() => {
  const edges = path.value && !path.value.closed ? edgesOf(path.value) : []
  return edges.length === 1 && !isStraight(edges[0]!) ? arcOf(edges[0]!).radius : null
})
const straightLine = computed(() => {
  const edges = path.value && !path.value.closed ? edgesOf(path.value) : []
  return line.value?.shape.form === 'path' && edges.length === 1 && isStraight(edges[0]!) ? edges[0]! : null
})
function setShape(label: string, shape: Shape): void {
  const { id } = line.value!
  store.edit(label, (project) => setFacts(project, 'linework', id, { shape }))
}
function setLength(length: number): void {
  const { a, b } = straightLine.value!
  const k = length / Math.hypot(b.x - a.x, b.y - a.y)
  const end = { x: a.x + (b.x - a.x) * k, y: a.y + (b.y - a.y) * k }
  setShape('Length', {
    form: 'path',
    path: {
      vertices: [
        { ...a, sweep: 0 },
        { ...end, sweep: 0 },
      ],
      closed: false,
    },
  })
}
const hatchArea = computed(() => {
  void store.version
  const of = hatch.value
  if (!of || props.chosen.length !== 1) return null
  const field = boundingField(store.project, props.drawing, store.solver(props.drawing.level))
  const { outlines, found } = hatchOutlines(store.project, of, field)
  const [outer, ...islands] = outlines.map((outline) => Math.abs(pathArea(outline)))
  const area =
    of.region.by === 'items'
      ? (outer ?? 0) + islands.reduce((p, q) => p + q, 0)
      : (outer ?? 0) - islands.reduce((p, q) => p + q, 0)
  return { area, found }
})
function fill(filling: Filling): void {
  store.edit('Filling', (project) =>
    setFilling(project, ids.value, (before) =>
      filling.with === 'pattern' && before.with === 'pattern'
        ? { ...filling, origin: before.origin }
        : filling,
    ),
  )
}

const layers = computed(
  () => (
    store.version,
    store.project
      .all('layer')
      .sort((p, q) => p.order - q.order)
      .map(({ id, name }) => ({ value: id, title: name }))
  ),
)
const layer = computed(() => {
  void store.version
  const all = new Set(props.chosen.map((record) => layerIdOf(record)))
  return all.size === 1 ? [...all][0]! : null
})
const layered = computed(() => props.chosen.some((record) => layerIdOf(record) !== null))
const drafted = computed(() => props.chosen.filter((r) => r.kind === 'linework' || r.kind === 'hatch'))
const ofLayer = 'as its layer'
const pens = computed(() => {
  const usual = drafted.value[0] ? layerOf(store.project, drafted.value[0]).penMm : null
  return [
    { value: ofLayer, title: usual === null ? 'As its layer' : `As its layer, ${usual} mm` },
    ...PEN_WIDTHS.map((width) => ({ value: String(width), title: `${width} mm` })),
  ]
})
const lineTypes = computed(
  () => (
    store.version,
    [
      { value: ofLayer, title: 'As its layer' },
      ...store.project.all('lineType').map(({ id, name }) => ({ value: id, title: name })),
    ]
  ),
)
const own = computed(() => {
  const [first] = drafted.value
  return first && 'own' in first ? first.own : undefined
})
function setPen(text: string): void {
  store.edit('Pen', (p) => setOwnLook(p, ids.value, { penMm: text === ofLayer ? null : Number(text) }))
}
function setLineType(id: string): void {
  store.edit('Line type', (p) => setOwnLook(p, ids.value, { lineType: id === ofLayer ? null : id }))
}

const pattern = computed(() => repeat.value?.pattern ?? null)
const REPEATS: Record<RepeatPattern['how'], string> = {
  row: 'One of a row',
  grid: 'One of a grid',
  around: 'One of a ring',
  path: 'One of a row along a line',
}
function setRepeat(next: RepeatPattern): void {
  const { id } = repeat.value!
  const change = store.edit('Repeat', (project, makeId) => editRepeat(project, id, next, makeId))
  if (change && !store.project.get(one.value?.id ?? '')) desk.select(repeat.value ? repeat.value.sources : [])
}
function setCount(key: 'count' | 'rows', text: string): void {
  const read = parseNumber(text)
  if (read.ok && pattern.value)
    setRepeat({ ...pattern.value, [key]: Math.round(read.value) } as RepeatPattern)
}
const spacing = (step: Point): number => Math.hypot(step.x, step.y)
function setSpacing(key: 'step' | 'rowStep', length: number): void {
  const now = pattern.value
  if (!now || (now.how !== 'row' && now.how !== 'grid')) return
  const step = key === 'rowStep' && now.how === 'grid' ? now.rowStep : now.step
  const k = length / spacing(step)
  setRepeat({ ...now, [key]: { x: step.x * k, y: step.y * k } })
}
function setStepAngle(text: string): void {
  const read = parseAngle(text)
  if (read.ok && pattern.value?.how === 'around') setRepeat({ ...pattern.value, step: read.radians })
}

const kinds = computed(() => {
  const found = new Map<AnyRecord['kind'], string[]>()
  for (const { kind, id } of props.chosen) found.set(kind, [...(found.get(kind) ?? []), id])
  return [...found]
})
function like(by: 'kind' | 'layer' | 'type'): void {
  const [model] = props.chosen
  if (!model) return
  const all = desk.surface?.everything?.() ?? []
  desk.select(
    all.filter((id) => {
      const record = store.project.get(id)
      if (record?.kind !== model.kind) return false
      if (by === 'layer') return layerIdOf(record) === layerIdOf(model)
      if (by !== 'type') return true
      if (record.kind === 'wall' && model.kind === 'wall') return record.type === model.type
      if (record.kind === 'placement' && model.kind === 'placement') return record.block === model.block
      if (record.kind === 'opening' && model.kind === 'opening') return record.fit === model.fit
      if (record.kind === 'linework' && model.kind === 'linework')
        return record.shape.form === model.shape.form
      return true
    }),
  )
}
const plural = (word: string, count: number): string =>
  count === 1 ? word : word.endsWith('h') ? `${word}es` : `${word}s`
</script>

<template>
  <ul v-if="chosen.length > 1" class="kinds">
    <li v-for="[kind, members] in kinds" :key="kind">
      <button type="button" :title="`Select only these`" @click="desk.select(members)">
        {{ members.length }} {{ plural(kindWord(kind), members.length) }}
      </button>
    </li>
  </ul>

  <template v-if="line">
    <LengthField
      v-if="line.shape.form === 'circle'"
      label="Radius"
      :mm="line.shape.radius"
      :units="units"
      :least="0.1"
      @set="(radius) => line!.shape.form === 'circle' && setShape('Radius', { ...line!.shape, radius })"
    />
    <LengthField
      v-if="straightLine"
      label="Length"
      :mm="Math.hypot(straightLine.b.x - straightLine.a.x, straightLine.b.y - straightLine.a.y)"
      :units="units"
      :least="0.1"
      @set="setLength"
    />
    <dl>
      <template v-for="[word, value] in facts" :key="word">
        <dt>{{ word }}</dt>
        <dd>{{ value }}</dd>
      </template>
      <template v-if="arcRadius">
        <dt>Radius</dt>
        <dd>{{ mm(arcRadius) }}</dd>
      </template>
    </dl>
    <details v-if="legs.length">
      <summary class="small">Bearings and distances</summary>
      <dl>
        <template v-for="([bearing, distance], i) in legs" :key="i">
          <dt>{{ bearing }}</dt>
          <dd>{{ distance }}</dd>
        </template>
      </dl>
    </details>
  </template>

  <template v-if="hatch">
    <dl v-if="hatchArea">
      <dt>Area</dt>
      <dd>{{ formatArea(hatchArea.area, units) }}</dd>
    </dl>
    <p v-if="hatchArea && !hatchArea.found" class="fault small">
      Its outline is open now; it keeps the last one.
    </p>
    <FillingFields :filling="hatch.filling" :units="units" @set="fill" />
  </template>

  <v-text-field
    v-if="gridLine"
    label="Name"
    :model-value="gridLine.name"
    @change="
      store.edit('Grid line', (p) =>
        setFacts(p, 'gridLine', gridLine!.id, { name: ($event.target as HTMLInputElement).value.trim() }),
      )
    "
  />
  <dl v-if="guide">
    <dt>Turn</dt>
    <dd>{{ formatAngle(guide.angle) }}</dd>
  </dl>
  <template v-if="column">
    <template v-if="column.section.form === 'rectangular'">
      <div class="pair">
        <LengthField
          label="Width"
          :mm="column.section.width"
          :units="units"
          :least="1"
          @set="
            (width) =>
              column!.section.form === 'rectangular' &&
              store.edit('Column', (p) =>
                setFacts(p, 'column', column!.id, {
                  section: { ...column!.section, width } as typeof column.section,
                }),
              )
          "
        />
        <LengthField
          label="Depth"
          :mm="column.section.depth"
          :units="units"
          :least="1"
          @set="
            (depth) =>
              column!.section.form === 'rectangular' &&
              store.edit('Column', (p) =>
                setFacts(p, 'column', column!.id, {
                  section: { ...column!.section, depth } as typeof column.section,
                }),
              )
          "
        />
      </div>
    </template>
    <LengthField
      v-else
      label="Diameter"
      :mm="column.section.diameter"
      :units="units"
      :least="1"
      @set="
        (diameter) =>
          store.edit('Column', (p) =>
            setFacts(p, 'column', column!.id, { section: { form: 'round', diameter } }),
          )
      "
    />
  </template>

  <details v-if="repeat && pattern" open>
    <summary class="small">{{ REPEATS[pattern.how] }}</summary>
    <div class="stack">
      <v-text-field
        label="How many"
        :model-value="pattern.count"
        @change="setCount('count', ($event.target as HTMLInputElement).value)"
      />
      <LengthField
        v-if="pattern.how === 'row' || pattern.how === 'grid'"
        label="Spacing"
        :mm="spacing(pattern.step)"
        :units="units"
        :least="1"
        @set="(length) => setSpacing('step', length)"
      />
      <template v-if="pattern.how === 'grid'">
        <v-text-field
          label="Rows"
          :model-value="pattern.rows"
          @change="setCount('rows', ($event.target as HTMLInputElement).value)"
        />
        <LengthField
          label="Spacing of the rows"
          :mm="spacing(pattern.rowStep)"
          :units="units"
          :least="1"
          @set="(length) => setSpacing('rowStep', length)"
        />
      </template>
      <v-text-field
        v-if="pattern.how === 'around'"
        label="From one to the next"
        :model-value="formatAngle(pattern.step)"
        @change="setStepAngle(($event.target as HTMLInputElement).value)"
      />
      <LengthField
        v-if="pattern.how === 'path'"
        label="Every"
        :mm="pattern.pitch"
        :units="units"
        :least="1"
        @set="(pitch) => pattern!.how === 'path' && setRepeat({ ...pattern!, pitch })"
      />
      <v-btn size="small" variant="outlined" @click="setRepeat(pattern!)">Lay out anew</v-btn>
    </div>
  </details>

  <v-select
    v-if="layered"
    label="Layer"
    :items="layers"
    :model-value="layer"
    placeholder="different ones"
    @update:model-value="(id: string) => store.edit('Layer', (p) => putOnLayer(p, ids, id))"
  />
  <div v-if="drafted.length" class="stack">
    <v-select
      label="Pen"
      :items="pens"
      :model-value="own?.penMm ? String(own.penMm) : ofLayer"
      @update:model-value="setPen"
    />
    <v-select
      label="Line type"
      :items="lineTypes"
      :model-value="own?.lineType ?? ofLayer"
      @update:model-value="setLineType"
    />
  </div>

  <div class="actions">
    <button
      v-if="chosen.length > 1"
      type="button"
      @click="store.edit('Group', (p, makeId) => groupItems(p, drawing.id, ids, makeId))"
    >
      Group
    </button>
    <button type="button" @click="store.edit('Break apart', (p, makeId) => breakApart(p, ids, makeId))">
      Break apart
    </button>
    <button type="button" @click="store.edit('Bring forward', (p) => reorderItems(p, ids, 'front'))">
      Bring forward
    </button>
    <button type="button" @click="store.edit('Send back', (p) => reorderItems(p, ids, 'back'))">
      Send back
    </button>
  </div>
  <details>
    <summary class="small">Select everything like this</summary>
    <div class="actions">
      <button type="button" @click="like('kind')">Same kind</button>
      <button type="button" @click="like('layer')">Same kind and layer</button>
      <button type="button" @click="like('type')">Same type</button>
      <button v-if="desk.previous.length" type="button" @click="desk.select(desk.previous)">
        Previous selection
      </button>
    </div>
  </details>
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
summary {
  cursor: pointer;
}
.stack,
details .stack {
  display: grid;
  gap: 12px;
}
details .stack {
  margin-top: 10px;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
.kinds {
  list-style: none;
  padding: 0;
  margin: 0;
}
.kinds button,
.actions button {
  font: inherit;
  font-size: 12.5px;
  color: rgb(var(--v-theme-live));
  background: none;
  border: 0;
  padding: 2px 0;
  cursor: pointer;
  text-decoration: underline;
  text-underline-offset: 2px;
}
.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
}
.fault {
  color: rgb(var(--v-theme-warning));
}
</style>
