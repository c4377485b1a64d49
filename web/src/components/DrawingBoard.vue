<script setup lang="ts">
import { computed, watch } from 'vue'
import { useRouter } from 'vue-router'
import { useTheme } from 'vuetify'
import { otherPlaces, pictureOf, picturing } from '@lamina/core/annotate'
import {
  bringingDerived,
  draftField,
  layingField,
  lookThrough,
  pensOf,
  type Picture,
  type PlanLook,
} from '@lamina/core/derive'
import type { DisplayList } from '@lamina/core/display'
import { setFacts, surroundingsMap } from '@lamina/core/edit'
import { boardShowing, isStanding } from '@lamina/core/kinds'
import { drawingLens, lensesOf } from '@lamina/core/library'
import { pickAt } from '@lamina/core/locate'
import type { Drawing } from '@lamina/core/records'
import type { Steps } from '@lamina/core/steps'
import { seenAs, viewWord } from '@lamina/core/views'
import BoardFrame from './BoardFrame.vue'
import BlockBar from './BlockBar.vue'
import ReadingMenu from './ReadingMenu.vue'
import TopLine from './TopLine.vue'
import ViewBar from './ViewBar.vue'
import { useDesk } from '../store/desk'
import { useHabits } from '../store/habits'
import { useHand } from '../store/hand'
import { useImprints } from '../store/imprints'
import { useProject } from '../store/project'
import { useReading } from '../store/reading'
import { useSay } from '../store/say'
import { paintBoardGround } from '../surface/marks'
import { BOARD_MARGIN, boardExtent, boardKey, boardLook, type BoardLook } from '../surface/boardLook'
import { paintList, type ScreenLook } from '../surface/painter'
import { TRAITS, useBoard } from '../surface/useBoard'
import { type Camera } from '../surface/camera'
import { toolEntry, type NamedTool } from '../tools/catalogue'

const props = defineProps<{ drawing: Drawing }>()
const store = useProject()
const desk = useDesk()
const hand = useHand()
const habits = useHabits()
const imprints = useImprints()
const reading = useReading()
const say = useSay()
const theme = useTheme()
const router = useRouter()

const drawing = computed(() => props.drawing)
const scene = computed(() => store.scene(drawing.value))
const lens = computed(() => drawingLens(store.project, drawing.value, desk.lens))
const lenses = computed(() => lensesOf(store.project))
const look = computed(() => {
  const { viewport } = scene.value
  return lookThrough(lens.value, drawing.value.readingScale, {
    printing: false,
    ...(viewport === undefined ? {} : { viewport }),
  })
})
const picture = (): Picture => pictureOf(scene.value, look.value)
/** The walls that are seen through the lens. */
const seenBuilding = () => scene.value.building?.seen(seenAs(store.project, look.value)) ?? null
/** Around an open block: its placement, and what that stands among. */
const host = computed(() => {
  if (drawing.value.view !== 'block') return null
  const placement = store.project.find('placement', drawing.value.placement ?? '')
  const on = placement && boardShowing(store.project, placement)
  return on ? { placement, scene: store.scene(on) } : null
})
const lookAround = computed<PlanLook>(() => ({ ...look.value, poche: 'outline', roomTags: false }))
/** What is made in small steps: the picture, what is snapped to, and the surroundings. */
function making(): Steps {
  const [here, seen, around, seenAround] = [scene.value, look.value, host.value, lookAround.value]
  return (function* (): Steps {
    yield* bringingDerived(here, false)
    yield* picturing(here, seen)
    yield* layingField(here)
    if (around) yield* picturing(around.scene, seenAround)
  })()
}
/** The surroundings of an open block, seen in its own axes. */
const surroundings = computed<DisplayList>(() => {
  if (!host.value) return []
  const { placement, scene: on } = host.value
  const others = pictureOf(on, lookAround.value)
    .parts()
    .filter(({ source }) => source !== placement.id)
    .flatMap(({ items }) => items.filter(({ kind }) => kind !== 'fill'))
  return [{ kind: 'group', map: surroundingsMap(placement), clip: null, items: others, source: null }]
})
/** Where annotation stands at the other scales in use, as it was found last. */
let faintly: { readonly found: string; readonly items: DisplayList } = { found: '', items: [] }
function elsewhere(): DisplayList {
  if (!reading.others) return []
  const found = `${store.project.stamp} ${drawing.value.id} ${JSON.stringify(look.value)}`
  if (found !== faintly.found) {
    const scales = reading.inUse(drawing.value.id).map(({ scale }) => scale)
    faintly = { found, items: otherPlaces(scene.value, drawing.value.readingScale, scales) }
  }
  return faintly.items
}

const colour = (name: string): string => String(theme.current.value.colors[name])
const looks = (): BoardLook => ({
  readingScale: drawing.value.readingScale,
  pens: pensOf(store.project),
  trueWeights: desk.trueWeights,
})
const screenLook = (camera: Camera, only?: string): ScreenLook => ({
  ...boardLook(camera, colour, looks()),
  ...(only ? { only } : {}),
})

function follow(id: string): void {
  hand.select([])
  void router.push({ name: 'drawing', params: { project: store.id!, drawing: id } })
}

const work = useBoard({
  board: drawing,
  scene,
  picture,
  building: seenBuilding,
  making,
  fieldNow: () => draftField(scene.value),
  screenLook,
  lookKey: () =>
    `${boardKey(theme.global.name.value, looks())} ${JSON.stringify(look.value)} ${reading.others}`,
  ground: (context, camera) =>
    paintBoardGround(context, camera, { paper: colour('paper'), dots: colour('hairline') }, store.units),
  beneath(context, camera) {
    const faint = [
      [surroundings.value, 'hairline'],
      [elsewhere(), 'soft-ink'],
    ] as const
    for (const [items, tone] of faint)
      if (items.length > 0) paintList(context, items, camera.scale, screenLook(camera, colour(tone)))
  },
  imprint: () => imprints.of(drawing.value.id, lens.value.id),
  own: {
    // A mark is followed to its drawing.
    double(at, reach) {
      const found = pickAt(picture(), seenBuilding(), at, reach)
      const marked = found.find((id) => store.project.find('drawing', id))
      if (marked) follow(marked)
    },
    key(event) {
      if (event.shiftKey && (event.key === 'PageUp' || event.key === 'PageDown')) {
        event.preventDefault()
        if (!reading.step(drawing.value, event.key === 'PageUp' ? -1 : 1))
          say.tell('No other scale of this drawing is in use on sheets that way.')
        return true
      }
      const [only, more] = hand.selection
      if (event.key !== 'Enter' || more !== undefined || !store.project.find('drawing', only ?? ''))
        return false
      event.preventDefault()
      follow(only!)
      return true
    },
  },
  extent: (drawn) => boardExtent(drawn, drawing.value.readingScale),
  margin: BOARD_MARGIN,
  room: () => (hand.selection.length ? TRAITS : 0),
  closeScale: 0.12,
  colours: () => ({
    live: colour('live'),
    warning: colour('warning'),
    soft: colour('soft-ink'),
    paper: colour('surface'),
  }),
})
const { camera, fit } = work
watch(
  () => props.drawing.id,
  (id) => store.derivations?.inFront(id),
  { immediate: true },
)
// What it showed before it was there has had its time.
watch(work.surface.whole, (whole) => whole && imprints.letGo())
/** Zoom against true size on this screen at the reading scale: 100 % is paper size. */
const zoomWords = computed(
  () => `${Math.round((camera.value.scale * drawing.value.readingScale * 25.4 * 100) / 96)} %`,
)

/** The drawing is looked at through the chosen lens from now on, on sheets too. */
function keepLens(): void {
  const { id } = lens.value
  store.edit('Lens of a drawing', (project) => setFacts(project, 'drawing', drawing.value.id, { lens: id }))
}
// Another drawing is looked at through its own.
watch(
  () => drawing.value.id,
  () => (desk.lens = drawing.value.lens === undefined ? desk.lens : null),
)

const hasView = computed(() => {
  const { value: of } = drawing
  return (
    of.view === 'plan' ||
    of.view === 'cutaway' ||
    isStanding(of) ||
    (of.view === 'detail' && of.of !== undefined)
  )
})
const showsView = computed(() => hasView.value && desk.viewOpen)

const empty = computed(() => work.ready.value && picture().size === 0)
/** Nothing is begun either. */
const untouched = computed(
  () => (hand.tool === 'select' || hand.tool === 'wall') && work.tools.fields.value.length === 0,
)
const letterOf = (tool: NamedTool): string => habits.letterOf(toolEntry(tool)!).toUpperCase() || '/'
</script>

<template>
  <TopLine :place="drawing.name">
    <v-menu>
      <template #activator="{ props: menu }">
        <button type="button" class="pill" v-bind="menu" title="What is shown, and how">
          <span class="soft">Lens</span> {{ lens.name }}
        </button>
      </template>
      <v-list density="compact">
        <v-list-item
          v-for="each in lenses"
          :key="each.id"
          :title="each.name"
          :active="each.id === lens.id"
          @click="desk.lens = each.id"
        />
        <v-divider />
        <v-list-item
          v-if="lens.id !== drawingLens(store.project, drawing).id"
          title="Keep it for this drawing"
          @click="keepLens"
        />
        <v-list-item title="Lenses…" @click="desk.panel = 'lenses'" />
        <v-divider />
        <v-list-item
          :title="desk.trueWeights ? 'Screen line weights' : 'True line weights'"
          @click="desk.trueWeights = !desk.trueWeights"
        />
      </v-list>
    </v-menu>
    <ReadingMenu :drawing="drawing" />
    <button
      v-if="hasView"
      type="button"
      class="pill"
      :aria-pressed="desk.viewOpen"
      title="What this drawing looks at, and how"
      data-test="view"
      @click="desk.viewOpen = !desk.viewOpen"
    >
      <span class="soft">View</span> {{ viewWord(drawing.view) }}
    </button>
    <button type="button" class="pill" title="Show everything (Home)" @click="fit">{{ zoomWords }}</button>
  </TopLine>
  <BoardFrame :work="work" :scene="scene" :called="`Board: ${drawing.name}`" test="board">
    <div v-if="empty && untouched" class="empty" data-test="empty">
      <h2>An empty board</h2>
      <p v-if="drawing.view === 'block'">
        Draw what the block is to hold: lines, hatches, notes, other blocks.
      </p>
      <ol v-else>
        <li>
          <b>Walls</b> <kbd>{{ letterOf('wall') }}</kbd> Point to where they start; then point the way, type
          each length, Enter. How thick: <kbd>T</kbd>
        </li>
        <li>
          <b>Doors and windows</b> <kbd>{{ letterOf('door') }}</kbd> <kbd>{{ letterOf('window') }}</kbd> Point
          to a wall, type the distance from the corner, Enter.
        </li>
        <li><b>Anything else</b> <kbd>/</kbd> Ask for it by name. <kbd>?</kbd> shows all keys.</li>
      </ol>
    </div>
    <BlockBar v-if="drawing.view === 'block'" :drawing="drawing" />
    <ViewBar v-else-if="showsView" :drawing="drawing" />
  </BoardFrame>
</template>

<style scoped>
.empty {
  position: absolute;
  left: 50%;
  top: 38%;
  transform: translate(-50%, -50%);
  text-align: center;
  width: 400px;
  max-width: 80%;
  color: rgb(var(--v-theme-soft-ink));
  pointer-events: none;
}
.empty kbd {
  padding: 0 6px;
  border: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 4px;
  font: inherit;
  font-size: 12px;
}
.empty ol {
  text-align: left;
  margin: 10px 0 0;
  padding-left: 22px;
  display: grid;
  gap: 8px;
}
</style>
