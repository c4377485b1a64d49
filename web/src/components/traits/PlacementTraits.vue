<script setup lang="ts">
import { computed } from 'vue'
import { fieldsOf, sizeOf, blockSource } from '@lamina/core/blocks'
import { setFacts, setPlacement } from '@lamina/core/edit'
import { normalAngle } from '@lamina/core/geometry'
import { recipeOf } from '@lamina/core/library'
import type { Placement } from '@lamina/core/records'
import { formatLength } from '@lamina/core/units'
import { useProject } from '../../store/project'
import type { CardProps } from './card'
import { useOpenBlock } from './useOpenBlock'
import FactRows from '../FactRows.vue'
import LengthField from '../LengthField.vue'
import AngleField from '../AngleField.vue'
import NumberField from '../NumberField.vue'
import TextField from '../TextField.vue'

/** Facts of a placed block. */
const props = defineProps<CardProps<'placement'>>()
const store = useProject()

const block = computed(() => store.project.find('block', props.record.block))
const size = computed(() => block.value && sizeOf(block.value, props.record))
const recipe = computed(() => (block.value?.recipe ? recipeOf(block.value.recipe) : undefined))
const fields = computed(() => (block.value ? [...fieldsOf(block.value, blockSource(store.project))] : []))
const others = computed(() => store.project.dependents(props.record.block).length - 1)
const place = (label: string, facts: Partial<Placement>): unknown =>
  store.edit(label, (project) => setFacts(project, 'placement', props.record.id, facts))
const set = (label: string, facts: Parameters<typeof setPlacement>[2]): unknown =>
  store.edit(label, (project) => setPlacement(project, props.record.id, facts))
const open = useOpenBlock()
</script>

<template>
  <FactRows
    v-if="size"
    :rows="[['Size', `${formatLength(size.width, store.units)} × ${formatLength(size.depth, store.units)}`]]"
  />
  <template v-if="recipe">
    <template v-for="each in recipe.parameters" :key="each.key">
      <LengthField
        v-if="each.kind === 'length'"
        :label="each.name"
        :mm="record.parameters?.[each.key] ?? each.usual"
        :units="store.units"
        @set="(mm) => set('Parameter', { parameters: { [each.key]: mm } })"
      />
      <NumberField
        v-else
        :label="each.name"
        whole
        :value="record.parameters?.[each.key] ?? each.usual"
        @set="(count) => set('Parameter', { parameters: { [each.key]: count } })"
      />
    </template>
  </template>
  <div v-if="size && (block?.sizing === 'stretch' || block?.sizing === 'uniform')" class="pair">
    <LengthField
      label="Width"
      :mm="size.width"
      :units="store.units"
      @set="(width) => set('Width', { width })"
    />
    <LengthField
      v-if="block?.sizing === 'stretch'"
      label="Depth"
      :mm="size.depth"
      :units="store.units"
      @set="(depth) => set('Depth', { depth })"
    />
  </div>
  <TextField
    v-for="[name, text] in fields"
    :key="name"
    :label="name"
    :shown="record.values?.[name] ?? text"
    @set="(said) => set(name, { values: { [name]: said } })"
  />
  <AngleField
    label="Turn"
    :radians="record.turn"
    @set="(turn) => place('Turn', { turn: normalAngle(turn) })"
  />
  <div class="pair">
    <LengthField
      label="x"
      :mm="record.at.x"
      :units="store.units"
      @set="(x) => place('Place', { at: { ...record.at, x } })"
    />
    <LengthField
      label="y"
      :mm="record.at.y"
      :units="store.units"
      @set="(y) => place('Place', { at: { ...record.at, y } })"
    />
  </div>
  <v-btn size="small" variant="outlined" @click="place('Mirror', { mirrored: !record.mirrored })"
    >Mirrored: {{ record.mirrored ? 'yes' : 'no' }}</v-btn
  >
  <button v-if="!recipe" type="button" class="link" @click="open(record.id)">
    Change this block{{ others > 0 ? ` and ${others} more` : '' }}
  </button>
</template>

<style scoped>
.link {
  justify-self: start;
}
</style>
