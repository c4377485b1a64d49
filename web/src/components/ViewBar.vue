<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import {
  CUTAWAY_LOOKS,
  setBeneath as setDetailBeneath,
  setCutArea,
  setCutaway,
  setPlanCut,
  setSight,
} from '@lamina/core/edit'
import { formatLength } from '@lamina/core/units'
import { isStanding } from '@lamina/core/kinds'
import { NEARLY_PARALLEL } from '@lamina/core/geometry'
import type { Drawing, DrawingOf } from '@lamina/core/records'
import { viewWord } from '@lamina/core/views'
import { useProject } from '../store/project'
import AngleField from './AngleField.vue'
import LengthField from './LengthField.vue'

/** Over a board that looks at the building: what it looks at, and how. */
const props = defineProps<{ drawing: Drawing }>()
const store = useProject()
const router = useRouter()

const standing = computed(() => (isStanding(props.drawing) ? props.drawing : null))
const cutaway = computed(() => (props.drawing.view === 'cutaway' ? props.drawing : null))
const plan = computed(() => (props.drawing.view === 'plan' ? props.drawing : null))
const level = computed(() => plan.value && store.project.find('level', plan.value.level))
const planCut = (facts: Parameters<typeof setPlanCut>[2]): unknown =>
  store.edit('How a plan is cut', (p) => setPlanCut(p, props.drawing.id, facts))
const area = (index: number, height: number | null): unknown =>
  store.edit('A place cut at another height', (p) => setCutArea(p, props.drawing.id, index, height))
const detail = computed(() => (props.drawing.view === 'detail' && props.drawing.of ? props.drawing : null))
const word = computed(() => viewWord(props.drawing.view))

const sight = (facts: Parameters<typeof setSight>[2], label: string): unknown =>
  store.edit(label, (p) => setSight(p, props.drawing.id, facts))
const cut = (facts: Parameters<typeof setCutaway>[2], label: string): unknown =>
  store.edit(label, (p) => setCutaway(p, props.drawing.id, facts))

type LookName = keyof typeof CUTAWAY_LOOKS
const LOOKS: readonly { value: LookName | 'own'; title: string }[] = [
  { value: 'isometric', title: 'Isometric' },
  { value: 'dimetric', title: 'Dimetric' },
  { value: 'plan oblique 45/45', title: 'Plan oblique 45/45' },
  { value: 'plan oblique 30/60', title: 'Plan oblique 30/60' },
  { value: 'own', title: 'As typed' },
]
type Looks = DrawingOf<'cutaway'>['looks']
/** Typed to as many places as angles are told with. */
const near = (p: number, q: number): boolean => Math.abs(p - q) < NEARLY_PARALLEL
const same = (p: Looks, q: Looks): boolean =>
  near(p.turn, q.turn) &&
  (p.by === 'axonometric'
    ? q.by === 'axonometric' && near(p.tilt, q.tilt)
    : q.by === 'plan oblique' && near(p.rise, q.rise))
const lookName = computed(() => {
  const looks = cutaway.value?.looks
  const found = looks && (Object.keys(CUTAWAY_LOOKS) as LookName[]).find((n) => same(CUTAWAY_LOOKS[n], looks))
  return found ?? 'own'
})
function setLook(name: string): void {
  if (name in CUTAWAY_LOOKS) cut({ looks: CUTAWAY_LOOKS[name as LookName] }, 'Direction')
}
function setTurn(turn: number): void {
  const looks = cutaway.value?.looks
  if (looks) cut({ looks: { ...looks, turn } }, 'Direction')
}
const tilt = computed(() => (cutaway.value?.looks.by === 'axonometric' ? cutaway.value.looks.tilt : null))
function setTilt(value: number): void {
  const looks = cutaway.value?.looks
  if (looks?.by === 'axonometric') cut({ looks: { ...looks, tilt: value } }, 'Direction')
}
const levels = computed(() => [
  { value: '', title: 'All levels' },
  ...store.project.all('level').map(({ id, name }) => ({ value: id, title: `${name} alone` })),
])
const sections = computed(() => store.project.all('drawing').filter((each) => each.view === 'section'))
const cuts = computed(() => [
  { value: 'none', title: 'Not cut' },
  { value: 'height', title: 'Cut at a height' },
  ...sections.value.map(({ id, name }) => ({ value: id, title: `Cut along ${name}` })),
])
const cutBy = computed(() => {
  const by = cutaway.value?.cut
  return !by ? 'none' : by.by === 'height' ? 'height' : by.section
})
function setCut(value: string): void {
  if (value === 'none') cut({ cut: undefined }, 'Cut')
  else if (value === 'height') {
    const level = store.project.find('level', cutaway.value?.only ?? '') ?? store.project.all('level')[0]
    cut({ cut: { by: 'height', height: (level?.elevation ?? 0) + (level?.cutHeight ?? 1200) } }, 'Cut')
  } else cut({ cut: { by: 'section', section: value } }, 'Cut')
}
const GHOSTS = [
  { value: false, title: 'Left out' },
  { value: true, title: 'In faint outline' },
]
const cutHeight = computed(() => (cutaway.value?.cut?.by === 'height' ? cutaway.value.cut.height : null))

const BENEATH: readonly { value: NonNullable<DrawingOf<'detail'>['of']>['beneath']; title: string }[] = [
  { value: 'shown', title: 'Shown beneath' },
  { value: 'dimmed', title: 'Dimmed beneath' },
  { value: 'hidden', title: 'Not shown' },
]
const parent = computed(() =>
  detail.value?.of ? store.project.find('drawing', detail.value.of.drawing) : null,
)
function setBeneath(beneath: NonNullable<DrawingOf<'detail'>['of']>['beneath']): void {
  store.edit('Beneath', (p) => setDetailBeneath(p, props.drawing.id, beneath))
}
const openParent = (): void =>
  void router.push({ name: 'drawing', params: { project: store.id!, drawing: parent.value!.id } })
</script>

<template>
  <div
    v-if="plan || standing || cutaway || detail"
    class="bar"
    role="region"
    :aria-label="`This ${word}`"
    data-test="view-bar"
  >
    <template v-if="plan && level">
      <LengthField
        label="Cut at"
        :mm="plan.cutHeight ?? null"
        :units="store.units"
        :empty="`${formatLength(level.cutHeight, store.units)} (level)`"
        @set="(cutHeight) => planCut({ cutHeight })"
        @clear="planCut({ cutHeight: undefined })"
      />
      <LengthField
        label="Sees down by"
        :mm="plan.down ?? null"
        :units="store.units"
        :least="0"
        empty="all of the level"
        @set="(down) => planCut({ down })"
        @clear="planCut({ down: undefined })"
      />
      <LengthField
        label="Sees up to"
        :mm="plan.up ?? null"
        :units="store.units"
        empty="all of the level"
        @set="(up) => planCut({ up })"
        @clear="planCut({ up: undefined })"
      />
      <LengthField
        v-for="(each, i) in plan.areas ?? []"
        :key="i"
        :label="`Place ${i + 1} cut at`"
        :mm="each.cutHeight"
        :units="store.units"
        empty="as the rest"
        @set="(height) => area(i, height)"
        @clear="area(i, null)"
      />
    </template>
    <template v-else-if="standing">
      <LengthField
        label="Sees as far as"
        :mm="standing.depth ?? null"
        :units="store.units"
        :least="1"
        empty="all there is"
        @set="(depth) => sight({ depth }, 'How far is seen')"
        @clear="sight({ depth: undefined }, 'How far is seen')"
      />
      <LengthField
        label="From height"
        :mm="standing.bottom ?? null"
        :units="store.units"
        empty="the foot"
        @set="(bottom) => sight({ bottom }, 'Heights seen')"
        @clear="sight({ bottom: undefined }, 'Heights seen')"
      />
      <LengthField
        label="To height"
        :mm="standing.top ?? null"
        :units="store.units"
        empty="the top"
        @set="(top) => sight({ top }, 'Heights seen')"
        @clear="sight({ top: undefined }, 'Heights seen')"
      />
      <v-switch
        :model-value="standing.part === true"
        label="Only along its line"
        density="compact"
        hide-details
        color="primary"
        @update:model-value="(on: boolean | null) => sight({ part: on ? true : undefined }, 'What is seen')"
      />
    </template>
    <template v-else-if="cutaway">
      <v-select label="Seen" :items="LOOKS" :model-value="lookName" @update:model-value="setLook" />
      <AngleField label="Turned by" :radians="cutaway.looks.turn" @set="setTurn" />
      <AngleField v-if="tilt !== null" label="From above by" :radians="tilt" @set="setTilt" />
      <v-select
        label="Of"
        :items="levels"
        :model-value="cutaway.only ?? ''"
        @update:model-value="(id: string) => cut({ only: id || undefined }, 'Levels')"
      />
      <v-select label="Cut" :items="cuts" :model-value="cutBy" @update:model-value="setCut" />
      <LengthField
        v-if="cutHeight !== null"
        label="At height"
        :mm="cutHeight"
        :units="store.units"
        @set="(height) => cut({ cut: { by: 'height', height } }, 'Cut')"
      />
      <v-select
        v-if="cutaway.cut"
        label="What is cut away"
        :items="GHOSTS"
        :model-value="cutaway.outlined ?? false"
        @update:model-value="
          (outlined: boolean) => cut({ outlined: outlined || undefined }, 'What is cut away')
        "
      />
    </template>
    <template v-else-if="detail">
      <button v-if="parent" type="button" class="link" @click="openParent">Of {{ parent.name }}</button>
      <v-select
        label="What the building knows"
        :items="BENEATH"
        :model-value="detail.of!.beneath"
        @update:model-value="setBeneath"
      />
    </template>
  </div>
</template>

<style scoped>
.bar {
  position: absolute;
  z-index: 2;
  left: 14px;
  top: 12px;
  display: flex;
  align-items: flex-start;
  gap: 10px;
  max-width: calc(100% - 28px);
  padding: 10px 12px 8px;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 10px;
}
.bar > * {
  width: 132px;
}
.bar > .link {
  width: auto;
  align-self: center;
}
.bar > .v-switch {
  width: auto;
}
</style>
