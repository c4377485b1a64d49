<script setup lang="ts">
import { computed } from 'vue'
import { boundingField, hatchOutlines } from '@lamina/core/derive'
import { breakApart, groupItems, reorderItems, repeatOf, setFacts, setFilling } from '@lamina/core/edit'
import { arcOf, edgesOf, isStraight, pathArea, pathLength } from '@lamina/core/geometry'
import { layerIdOf } from '@lamina/core/library'
import { shapePath } from '@lamina/core/linework'
import { kindWord, type AnyRecord, type Drawing, type Filling, type Shape } from '@lamina/core/records'
import { formatAngle, formatArea, formatBearing, formatLength } from '@lamina/core/units'
import { useDesk } from '../store/desk'
import { useProject } from '../store/project'
import FillingFields from './FillingFields.vue'
import HeightFields from './HeightFields.vue'
import LengthField from './LengthField.vue'
import LookTraits from './LookTraits.vue'
import RepeatTraits from './RepeatTraits.vue'

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
  const field = boundingField(store.scene(props.drawing))
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

/** Whether a block can be made of all this. */
const blockable = computed(() =>
  props.chosen.every(({ kind }) => ['linework', 'hatch', 'note', 'placement'].includes(kind)),
)
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
    <HeightFields :record="column" />
  </template>

  <RepeatTraits v-if="one && repeat" :of="one" :repeat="repeat" />

  <LookTraits :chosen="chosen" />

  <div class="actions">
    <button
      v-if="chosen.length > 1"
      type="button"
      @click="store.edit('Group', (p, makeId) => groupItems(p, drawing.id, ids, makeId))"
    >
      Group
    </button>
    <button v-if="blockable" type="button" @click="desk.panel = 'make-block'">Make a block</button>
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
