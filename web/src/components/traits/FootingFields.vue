<script setup lang="ts">
import { computed } from 'vue'
import { setFooting, usualFooting, type FootingFacts } from '@lamina/core/edit'
import type { Column, Wall } from '@lamina/core/records'
import { useProject } from '../../store/project'
import LengthField from '../LengthField.vue'
import { useNamed } from '../named'
import { alike } from './alike'

/** What walls or columns stand on. */
const props = defineProps<{ chosen: readonly (Wall | Column)[] }>()
const store = useProject()
const materials = useNamed('material')
const some = computed(() => props.chosen.filter(({ footing }) => footing))
const has = computed(() => some.value.length > 0)
const fact = <K extends 'width' | 'thickness' | 'bottom' | 'material'>(key: K) =>
  alike(some.value, ({ footing }) => footing![key] as FootingFacts[K])
const depth = computed(() => {
  const pads = some.value.filter((each) => each.kind === 'column')
  return pads.length > 0 ? alike(pads, ({ footing }) => footing!.depth) : undefined
})
const set = (facts: Partial<FootingFacts> | null): unknown =>
  store.edit(facts ? 'Footing' : 'No footing', (project) =>
    setFooting(
      project,
      (facts && has.value ? some.value : props.chosen).map(({ id }) => id),
      facts,
    ),
  )
/** Steps are told along one wall. */
const stepped = computed(() => {
  const [one] = props.chosen
  return props.chosen.length === 1 && one?.kind === 'wall' && one.footing ? one : null
})
type Step = NonNullable<NonNullable<Wall['footing']>['steps']>[number]
function setStep(nth: number, step: Step | null): void {
  const steps = (stepped.value?.footing?.steps ?? []).flatMap((each, i) => (i === nth ? (step ?? []) : each))
  set({ steps })
}
/** In the middle of what is left of the wall, as deep again as it is thick. */
function addStep(): void {
  const { a, b, footing } = stepped.value!
  const { steps = [], bottom, thickness } = footing!
  const last = steps[steps.length - 1]
  const along = ((last?.along ?? 0) + Math.hypot(b.x - a.x, b.y - a.y)) / 2
  set({ steps: [...steps, { along, bottom: (last?.bottom ?? bottom) - thickness }] })
}
</script>

<template>
  <v-switch
    :model-value="has"
    label="Stands on a footing"
    density="compact"
    hide-details
    color="primary"
    @update:model-value="(on: boolean | null) => set(on ? usualFooting(store.project) : null)"
  />
  <template v-if="has">
    <div class="pair">
      <LengthField
        label="Footing width"
        :mm="fact('width')"
        :various="fact('width') === null"
        :units="store.units"
        :least="1"
        @set="(width) => set({ width })"
      />
      <LengthField
        v-if="depth !== undefined"
        label="Depth"
        :mm="depth"
        :various="depth === null"
        :units="store.units"
        :least="1"
        @set="(value) => set({ depth: value })"
      />
      <LengthField
        label="Thickness"
        :mm="fact('thickness')"
        :various="fact('thickness') === null"
        :units="store.units"
        :least="1"
        @set="(thickness) => set({ thickness })"
      />
    </div>
    <LengthField
      label="Underside above the level"
      :mm="fact('bottom')"
      :various="fact('bottom') === null"
      :units="store.units"
      @set="(bottom) => set({ bottom })"
    />
    <template v-if="stepped">
      <div v-for="(step, i) in stepped.footing!.steps ?? []" :key="i" class="pair">
        <LengthField
          :label="`Step ${i + 1} at`"
          :mm="step.along"
          :units="store.units"
          :least="1"
          empty="no step"
          @set="(along) => setStep(i, { ...step, along })"
          @clear="setStep(i, null)"
        />
        <LengthField
          label="from there at"
          :mm="step.bottom"
          :units="store.units"
          @set="(bottom) => setStep(i, { ...step, bottom })"
        />
      </div>
      <button type="button" class="link" @click="addStep">Add a step</button>
    </template>
    <v-select
      label="Made of"
      :items="materials"
      :model-value="fact('material')"
      @update:model-value="(material) => set({ material: String(material) })"
    />
  </template>
</template>

<style scoped>
.pair {
  display: flex;
  gap: 8px;
}
</style>
