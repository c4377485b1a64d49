<script setup lang="ts">
import { computed } from 'vue'
import type { Scene } from '@lamina/core/derive'
import { copyPlace, dropPlace, pin, setReads, setScales, type Where } from '@lamina/core/edit'
import {
  isPlaced,
  isSameScale,
  ownPlace,
  placeAtScale,
  placeInViewport,
  placedAt,
  readsAt,
  scaleOf,
  type Change,
  type Id,
  type Project,
} from '@lamina/core/records'
import { viewportName } from '@lamina/core/sheets'
import { scaleName, standardScales } from '@lamina/core/units'
import { useProject } from '../../store/project'
import { useReading } from '../../store/reading'

/** At which scales chosen annotation reads, in which viewports, and where it has places of its own. */
const props = defineProps<{ ids: readonly Id[]; scene: Scene }>()
const store = useProject()
const reading = useReading()

const records = computed(() =>
  props.ids.flatMap((id) => {
    const record = store.project.get(id)
    return isPlaced(record) ? [record] : []
  }),
)
const first = computed(() => records.value[0])
const scale = computed(() => scaleOf(props.scene.board))
const inUse = computed(() => reading.inUse(props.scene.board.id))
const named = (ratio: number): string => scaleName(ratio, store.units.system)
const edit = (label: string, work: (project: Project, ids: readonly Id[]) => Change): unknown =>
  store.edit(label, (project) => work(project, props.ids))

/** The scales to choose from: those in use, that of the board, those already chosen, then the usual ones. */
const choices = computed(() => {
  const all = [
    ...inUse.value.map((each) => each.scale),
    scale.value,
    ...(first.value?.scales ?? []),
    ...standardScales(store.units.system).map(({ ratio }) => ratio),
  ]
  return all
    .filter((ratio, i) => all.findIndex((each) => isSameScale(each, ratio)) === i)
    .sort((p, q) => p - q)
    .map((ratio) => ({ value: ratio, title: named(ratio) }))
})
const chosen = computed(() => [...(first.value?.scales ?? [])])
function choose(scales: number[]): void {
  edit('Scales it reads at', (project, ids) => setScales(project, ids, scales.length > 0 ? scales : null))
}

/** The viewports of its drawing, and whether it reads in each. */
const viewports = computed(() =>
  inUse.value.flatMap(({ scale: at, seen }) =>
    seen.map((on) => ({
      id: on.viewport.id,
      name: `${viewportName(on)} at ${named(at)}`,
      reads: records.value.every((record) => readsAt(record, { scale: at, viewport: on.viewport.id })),
    })),
  ),
)
function setIn(viewport: Id, reads: boolean): void {
  edit(reads ? 'Shown in a viewport' : 'Left out of a viewport', (project, ids) => {
    // What its scales say already need not be said.
    const at = project.need('viewport', viewport).scale
    const bySelf = ids.every((id) => {
      const record = project.get(id)
      return isPlaced(record) && readsAt(record, { scale: at }) === reads
    })
    return setReads(project, ids, viewport, bySelf ? null : reads)
  })
}

interface Own {
  readonly key: string
  readonly name: string
  readonly where: Where
}
/** Where it has a place of its own. */
const own = computed((): Own[] =>
  (first.value?.places ?? []).flatMap((place): Own[] => {
    if (!place.own) return []
    if ('scale' in place)
      return [{ key: `${place.scale}`, name: named(place.scale), where: { scale: place.scale } }]
    const on = inUse.value.flatMap(({ seen }) => seen).find((each) => each.viewport.id === place.viewport)
    return [
      {
        key: place.viewport,
        name: on ? viewportName(on) : 'a viewport',
        where: { viewport: place.viewport },
      },
    ]
  }),
)
/** Where the place of the board is kept once it is its own. */
const here = computed((): Where => {
  const { viewport } = props.scene
  return viewport === undefined ? { scale: scale.value } : { viewport }
})
const hasOwnHere = computed(() => {
  const { value: where } = here
  const { value: record } = first
  if (!record) return false
  return 'scale' in where
    ? placeAtScale(record, where.scale)?.own !== undefined
    : placeInViewport(record, where.viewport)?.own !== undefined
})
const hereName = computed(() => {
  const on = reading.seenIn(props.scene.board)
  return on ? viewportName(on) : named(scale.value)
})
const giveOwn = (): unknown =>
  edit('Place of its own', (project, ids) => copyPlace(project, ids, null, here.value))
const takeFrom = (from: Where): unknown =>
  edit('Place taken over', (project, ids) => copyPlace(project, ids, from, here.value))
const letGo = (where: Where): unknown =>
  edit('As everywhere', (project, ids) => dropPlace(project, ids, where))
/** It stands there as it does here, everywhere but where it has a place of its own. */
function everywhere(): void {
  edit('Place everywhere', (project, ids) => copyPlace(project, ids, here.value, null))
}
const isElsewhere = computed(() => {
  const { value: record } = first
  if (!record) return false
  const now = ownPlace(placedAt(record, { scale: scale.value, viewport: props.scene.viewport }))
  return JSON.stringify(now) !== JSON.stringify(ownPlace(record))
})
const isHere = ({ where }: Own): boolean => JSON.stringify(where) === JSON.stringify(here.value)
</script>

<template>
  <section v-if="first" class="places" data-test="places">
    <v-checkbox
      label="Pinned: stays here when others are tidied"
      density="compact"
      hide-details
      :model-value="first.pinned ?? false"
      @update:model-value="(pinned) => edit('Pinned', (project, ids) => pin(project, ids, pinned === true))"
    />
    <h3>Scales</h3>
    <v-select
      label="Reads at"
      multiple
      clearable
      persistent-placeholder
      placeholder="All scales"
      :items="choices"
      :model-value="chosen"
      @update:model-value="choose"
    />
    <details v-if="viewports.length > 0">
      <summary>
        In viewports
        <span class="soft small">
          {{ viewports.filter(({ reads }) => reads).length }} of {{ viewports.length }}
        </span>
      </summary>
      <v-checkbox
        v-for="each in viewports"
        :key="each.id"
        :label="each.name"
        density="compact"
        hide-details
        :model-value="each.reads"
        @update:model-value="(reads) => setIn(each.id, reads === true)"
      />
    </details>
    <p v-if="own.length === 0" class="soft small">It stands in one place at all scales.</p>
    <ul v-else aria-label="Places of its own">
      <li v-for="each in own" :key="each.key">
        <span>Its own place at {{ each.name }}</span>
        <span class="ways">
          <button v-if="!isHere(each)" type="button" class="link small" @click="takeFrom(each.where)">
            Stand so here
          </button>
          <button type="button" class="link small" @click="letGo(each.where)">As everywhere</button>
        </span>
      </li>
    </ul>
    <button v-if="!hasOwnHere" type="button" class="link" @click="giveOwn">
      Give it a place of its own at {{ hereName }}
    </button>
    <button v-else-if="isElsewhere" type="button" class="link" @click="everywhere">
      Stand as at {{ hereName }} everywhere
    </button>
  </section>
</template>

<style scoped>
.places {
  display: grid;
  gap: 8px;
  padding-top: 8px;
  border-top: 1px solid rgb(var(--v-theme-hairline));
}
h3 {
  font:
    500 13px 'Hanken Grotesk',
    sans-serif;
  color: rgb(var(--v-theme-soft-ink));
}
summary {
  cursor: pointer;
  font-size: 13px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
li {
  font-size: 13px;
}
.ways {
  display: flex;
  gap: 12px;
}
.link {
  text-align: left;
}
</style>
