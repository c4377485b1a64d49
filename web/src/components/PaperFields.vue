<script setup lang="ts">
import type { Paper } from '@lamina/core/library'
import NumberField from './NumberField.vue'
import { usePaperSize } from './paperSize'

/** The size of a paper and how it lies: chosen from a list, or typed. `of` stands before the names of its sides. */
const props = defineProps<{ paper: Paper; of?: string }>()
const emit = defineEmits<{ set: [now: Partial<Paper>] }>()
const fields = usePaperSize(
  () => props.paper,
  (now) => emit('set', now),
)
const called = (side: 'wide' | 'high'): string => {
  const words = props.of ? `${props.of} ${side}` : side
  return `${words[0]!.toUpperCase()}${words.slice(1)}, mm`
}
</script>

<template>
  <v-select v-model="fields.size.value" label="Size" :items="fields.sizes" />
  <div v-if="fields.isOwn.value" class="two">
    <NumberField
      :label="called('wide')"
      :value="fields.sides.value.width"
      :least="50"
      :most="5000"
      @set="(mm) => fields.setSide('width', mm)"
    />
    <NumberField
      :label="called('high')"
      :value="fields.sides.value.height"
      :least="50"
      :most="5000"
      @set="(mm) => fields.setSide('height', mm)"
    />
  </div>
  <v-select
    label="Lies"
    :items="fields.LIES"
    :model-value="paper.orientation"
    @update:model-value="(orientation: Paper['orientation']) => emit('set', { orientation })"
  />
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
</style>
