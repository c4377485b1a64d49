<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { FORMS, copyOpeningType, removeOpeningType, setOpeningType, suits } from '@lamina/core/edit'
import type { OpeningMake, OpeningType } from '@lamina/core/records'
import { formatLength } from '@lamina/core/units'
import { useDesk } from '../store/desk'
import { useHand } from '../store/hand'
import { useProject } from '../store/project'
import LengthField from './LengthField.vue'
import OpeningMakeFields from './OpeningMakeFields.vue'
import OpeningPicture from './OpeningPicture.vue'
import NamedHead from './NamedHead.vue'
import PanelFrame from './PanelFrame.vue'
import ThingList from './ThingList.vue'

/** The types of doors and windows of the project, with pictures, and the facts of one of them. */
const store = useProject()
const desk = useDesk()
const hand = useHand()
const types = computed(() => store.project.all('openingType'))
/** Opened with a door or window selected, it shows the type of that. */
const selected = hand.selection.length === 1 ? store.project.find('opening', hand.selection[0]!) : undefined
const chosen = ref(selected?.type ?? types.value[0]?.id ?? '')
const type = computed(() => types.value.find((each) => each.id === chosen.value) ?? types.value[0])
watch(types, (now) => {
  if (!now.some((each) => each.id === chosen.value)) chosen.value = now[0]?.id ?? ''
})
const mm = (value: number): string => formatLength(value, store.units)
const groups = computed(() =>
  (
    [
      ['Doors', 'door'],
      ['Windows', 'window'],
      ['Plain openings', 'gap'],
    ] as const
  ).map(([title, fit]) => ({ title, things: types.value.filter((each) => each.fit === fit) })),
)

type Facts = Parameters<typeof setOpeningType>[2]
function set(facts: Facts, label = 'Opening type'): void {
  const of = type.value
  if (of) store.edit(label, (project) => setOpeningType(project, of.id, facts))
}
const FORM_NAMES: Record<OpeningMake['form'], string> = {
  hinged: 'Hinged leaves',
  sliding: 'Sliding',
  folding: 'Folding',
  revolving: 'Revolving',
  'up and over': 'Up and over',
  cased: 'Cased opening',
  glazed: 'Glazed',
}
const forms = computed(() =>
  (Object.keys(FORMS) as OpeningMake['form'][])
    .filter((form) => type.value && suits(type.value.fit, FORMS[form]))
    .map((form) => ({ value: form, title: FORM_NAMES[form] })),
)
function copy(): void {
  const of = type.value
  if (!of) return
  let id = ''
  const made = store.edit('Copy opening type', (project, makeId) => {
    const copied = copyOpeningType(project, of.id, makeId)
    id = copied.type
    return copied.change
  })
  if (made) chosen.value = id
}
function remove(): void {
  const of = type.value
  if (of) store.edit('Remove opening type', (project) => removeOpeningType(project, of.id))
}
const DEPTHS = [
  { value: 'wall', title: 'Through the whole wall' },
  { value: 'own', title: 'Of its own depth' },
]
const PLACES = [
  { value: 0, title: 'Flush outside' },
  { value: 1 / 3, title: 'A third in' },
  { value: 0.5, title: 'In the middle' },
  { value: 2 / 3, title: 'Two thirds in' },
  { value: 1, title: 'Flush inside' },
]
const nearestPlace = (of: OpeningType): number =>
  PLACES.reduce(
    (best, { value }) => (Math.abs(value - of.place) < Math.abs(best - of.place) ? value : best),
    0,
  )
</script>

<template>
  <PanelFrame
    title="Types of doors and windows"
    :width="700"
    data-test="opening-types"
    @close="desk.panel = null"
  >
    <div v-if="type" class="two">
      <ThingList label="Types" :groups="groups" :chosen="type.id" @choose="(id) => (chosen = id)">
        <template #picture="{ thing }">
          <OpeningPicture :type="thing" view="plan" :width="84" :height="50" />
        </template>
        <template #note="{ thing }">
          <small class="soft">{{ mm(thing.width) }}</small>
        </template>
      </ThingList>
      <div class="facts">
        <div class="pictures">
          <OpeningPicture :type="type" view="plan" :width="180" :height="120" />
          <OpeningPicture :type="type" view="front" :width="150" :height="120" />
        </div>
        <NamedHead
          :name="type.name"
          :rename="(name) => set({ name }, 'Type name')"
          :copy="copy"
          :remove="remove"
        />
        <div class="fields">
          <LengthField
            label="Width"
            :mm="type.width"
            :units="store.units"
            :least="1"
            @set="(width) => set({ width })"
          />
          <v-select
            label="Made as"
            :items="forms"
            :model-value="type.make.form"
            @update:model-value="(form: OpeningMake['form']) => set({ make: FORMS[form] })"
          />
          <LengthField label="Sill" :mm="type.sill" :units="store.units" @set="(sill) => set({ sill })" />
          <LengthField label="Head" :mm="type.head" :units="store.units" @set="(head) => set({ head })" />
          <OpeningMakeFields :make="type.make" :units="store.units" @set="(make) => set({ make })" />
          <LengthField
            label="Frame, width"
            :mm="type.frame.width"
            :units="store.units"
            :least="1"
            @set="(width) => set({ frame: { ...type!.frame, width } })"
          />
          <v-select
            label="Frame or lining"
            :items="DEPTHS"
            :model-value="type.frame.depth === null ? 'wall' : 'own'"
            @update:model-value="
              (how: string) => set({ frame: { ...type!.frame, depth: how === 'wall' ? null : 70 } })
            "
          />
          <template v-if="type.frame.depth !== null">
            <LengthField
              label="Frame, depth"
              :mm="type.frame.depth"
              :units="store.units"
              :least="1"
              @set="(depth) => set({ frame: { ...type!.frame, depth } })"
            />
            <v-select
              label="Place in the wall"
              :items="PLACES"
              :model-value="nearestPlace(type)"
              @update:model-value="(place: number) => set({ place })"
            />
          </template>
          <template v-if="type.fit === 'window'">
            <LengthField
              label="Sill out before the face"
              :mm="type.sillOut"
              :units="store.units"
              @set="(sillOut) => set({ sillOut })"
            />
            <LengthField
              label="Sill in before the face"
              :mm="type.sillIn"
              :units="store.units"
              @set="(sillIn) => set({ sillIn })"
            />
          </template>
        </div>
      </div>
    </div>
  </PanelFrame>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 250px 1fr;
  gap: 18px;
}
.pictures {
  display: flex;
  gap: 14px;
  justify-content: center;
  background: rgb(var(--v-theme-paper));
  border-radius: 8px;
  padding: 8px;
}
.facts,
.fields {
  display: grid;
  gap: 10px;
  align-content: start;
}
.fields {
  grid-template-columns: 1fr 1fr;
  margin-top: 4px;
}
</style>
