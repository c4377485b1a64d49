<script setup lang="ts">
import { computed, ref } from 'vue'
import { layDimension } from '@lamina/core/annotate'
import { typeThickness, wallAxis } from '@lamina/core/building'
import { flipWall, retypeWalls, setFacts, setJoin, setWallLength, type KeptFace } from '@lamina/core/edit'
import { arcOf, edgeLength } from '@lamina/core/geometry'
import { styleOf } from '@lamina/core/library'
import { shapeWord } from '@lamina/core/linework'
import { isFabric } from './fabricOptions'
import { kindWord, type Drawing, type ReferenceSide } from '@lamina/core/records'
import { holdAnchor } from '@lamina/core/ties'
import { formatLength } from '@lamina/core/units'
import { useDesk } from '../store/desk'
import { useProject } from '../store/project'
import FabricTraits from './FabricTraits.vue'
import HeightFields from './HeightFields.vue'
import ItemTraits from './ItemTraits.vue'
import LengthField from './LengthField.vue'
import OpeningTraits from './OpeningTraits.vue'
import PlacementTraits from './PlacementTraits.vue'
import RoomTraits from './RoomTraits.vue'
import StripPicture from './StripPicture.vue'
import TraitsCard from './TraitsCard.vue'

const props = defineProps<{ drawing: Drawing }>()
const store = useProject()
const desk = useDesk()

const chosen = computed(() => (store.version, desk.selection.flatMap((id) => store.project.get(id) ?? [])))
const one = computed(() => (chosen.value.length === 1 ? chosen.value[0]! : null))
const units = computed(() => store.units)
const mm = (value: number): string => formatLength(value, units.value)
const scene = computed(() => (store.version, store.scene(props.drawing)))
const solver = computed(() => scene.value.building)

const wall = computed(() => (one.value?.kind === 'wall' ? one.value : null))
const opening = computed(() => (one.value?.kind === 'opening' ? one.value : null))
const fabric = computed(() => (one.value && isFabric(one.value) ? one.value : null))
const room = computed(() => (one.value?.kind === 'room' ? one.value : null))
const placement = computed(() => (one.value?.kind === 'placement' ? one.value : null))
const dimension = computed(() => (one.value?.kind === 'dimension' ? one.value : null))
const styles = computed(
  () => (
    store.version,
    store.project.all('annotationStyle').map(({ id, name }) => ({ value: id, title: name }))
  ),
)
function restyle(id: string): void {
  const of = one.value
  if (of?.kind === 'dimension' || of?.kind === 'leader')
    store.edit('Annotation style', (p) => setFacts(p, of.kind, of.id, { style: id }))
}
const worded = computed(() => (one.value?.kind === 'leader' || one.value?.kind === 'note' ? one.value : null))

const wallType = computed(() => wall.value && store.project.find('wallType', wall.value.type))
const wallTypes = computed(
  () => (store.version, store.project.all('wallType').map(({ id, name }) => ({ value: id, title: name }))),
)
const sides: { value: ReferenceSide; title: string }[] = [
  { value: 'left', title: 'Left face' },
  { value: 'centre', title: 'Centre' },
  { value: 'right', title: 'Right face' },
]
/** Which face of a wall stays when its type or drawn line changes. */
const kept = ref<KeptFace>('line')
const keeps: { value: KeptFace; title: string }[] = [
  { value: 'line', title: 'The drawn line' },
  { value: 'left', title: 'Its left face' },
  { value: 'right', title: 'Its right face' },
]
const joins = [
  { value: 'layers', title: 'By layers' },
  { value: 'through', title: 'Runs through' },
  { value: 'stop', title: 'Stops' },
]
function setJoinOf(end: 'a' | 'b', join: string): void {
  const { id } = wall.value!
  store.edit('Join', (p) => setJoin(p, id, end, join === 'through' || join === 'stop' ? join : null))
}
const fit = computed(() => {
  const of = opening.value
  return of ? solver.value?.get(of.wall)?.openings.find((each) => each.opening.id === of.id) : undefined
})
const block = computed(() => placement.value && store.project.find('block', placement.value.block))
const laid = computed(() => {
  const of = dimension.value
  return of ? layDimension(of, scene.value, props.drawing.readingScale, units.value) : null
})
const tipLost = computed(() => {
  const of = worded.value
  return of?.kind === 'leader' ? !holdAnchor(of.tip, scene.value).held : false
})
const title = computed(() => {
  if (!one.value) return `${chosen.value.length} things`
  if (opening.value)
    return `${{ door: 'Door', window: 'Window', gap: 'Opening' }[opening.value.fit]} ${opening.value.mark ?? ''}`
  if (block.value) return block.value.name
  if (room.value) return room.value.name
  if (one.value.kind === 'linework') return shapeWord(one.value.shape)
  const word = kindWord(one.value.kind)
  return word[0]!.toUpperCase() + word.slice(1)
})

function setText(text: string): void {
  const of = worded.value
  if (of && text.trim() && text !== of.text)
    store.edit('Note text', (project) => setFacts(project, of.kind, of.id, { text }))
}
</script>

<template>
  <TraitsCard :title="title" label="Traits of what is selected">
    <template #under>
      <p v-if="wallType" class="soft small">{{ wallType.name }} · {{ mm(typeThickness(wallType)) }} thick</p>
      <p v-if="fit?.fault" class="fault small">
        {{ fit.fault === 'outside' ? 'No longer fits its wall.' : 'Lies over another opening.' }}
      </p>
    </template>
    <template v-if="wall && wallType">
      <StripPicture :type="wallType" />
      <div class="links">
        <button type="button" class="link" @click="desk.panel = 'wall-types'">Edit this type</button>
        <button type="button" class="link" @click="desk.panel = 'materials'">Materials</button>
      </div>
      <v-select
        label="Wall type"
        :items="wallTypes"
        :model-value="wall.type"
        @update:model-value="
          (type: string) => store.edit('Wall type', (p) => retypeWalls(p, [wall!.id], { type }, kept))
        "
      />
      <LengthField
        label="Length"
        :mm="edgeLength(wallAxis(wall))"
        :units="units"
        :least="1"
        @set="(length) => store.edit('Wall length', (p) => setWallLength(p, wall!.id, length))"
      />
      <v-select
        label="Drawn line"
        :items="sides"
        :model-value="wall.reference"
        @update:model-value="
          (reference: ReferenceSide) =>
            store.edit('Drawn line', (p) => retypeWalls(p, [wall!.id], { reference }, kept))
        "
      />
      <v-select v-model="kept" label="A change keeps in place" :items="keeps" />
      <HeightFields :record="wall" />
      <v-select
        v-for="end in ['a', 'b'] as const"
        :key="end"
        :label="end === 'a' ? 'Corner at its start' : 'Corner at its end'"
        :items="joins"
        :model-value="(end === 'a' ? wall.joinA : wall.joinB) ?? 'layers'"
        @update:model-value="(join: string) => setJoinOf(end, join)"
      />
      <v-btn
        size="small"
        variant="outlined"
        @click="store.edit('Other way round', (p) => flipWall(p, wall!.id))"
        >Drawn the other way</v-btn
      >
      <dl>
        <template v-if="wall.sweep">
          <dt>Radius of its line</dt>
          <dd>{{ mm(arcOf(wallAxis(wall)).radius) }}</dd>
        </template>
        <dt>Openings</dt>
        <dd>{{ solver?.get(wall.id)?.openings.length || 'none' }}</dd>
      </dl>
    </template>
    <OpeningTraits v-else-if="opening && solver" :opening="opening" :solver="solver" />
    <FabricTraits v-else-if="fabric" :record="fabric" />
    <RoomTraits v-else-if="room && solver" :room="room" :solver="solver" />
    <PlacementTraits v-else-if="placement" :placement="placement" />
    <template v-else-if="dimension && laid">
      <dl>
        <template v-for="(length, i) in laid.lengths" :key="i">
          <dt>{{ laid.lengths.length > 1 ? `Part ${i + 1}` : 'Length' }}</dt>
          <dd>{{ mm(length) }}</dd>
        </template>
      </dl>
      <p v-if="laid.lost.length" class="fault small">
        {{ laid.lost.length }} of its points lost what they measured and keep their last place.
      </p>
    </template>
    <template v-else-if="worded">
      <v-textarea
        :key="worded.id"
        label="Text"
        rows="3"
        :model-value="worded.text"
        @change="setText(($event.target as HTMLTextAreaElement).value)"
      />
      <p v-if="tipLost" class="fault small">It lost what it pointed to and keeps its last place.</p>
    </template>
    <v-select
      v-if="one?.kind === 'dimension' || one?.kind === 'leader'"
      label="Annotation style"
      :items="styles"
      :model-value="styleOf(store.project, one.style).id"
      @update:model-value="restyle"
    />
    <ItemTraits v-if="chosen.length" :chosen="chosen" :drawing="drawing" />
  </TraitsCard>
</template>

<style scoped>
.links {
  display: flex;
  gap: 14px;
  margin-top: -6px;
}
details .stack {
  display: grid;
  gap: 10px;
  margin-top: 12px;
}
summary {
  cursor: pointer;
}
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
</style>
