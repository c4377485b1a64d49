<script setup lang="ts">
import { computed } from 'vue'
import { useValues } from '../../store/values'
import type { NamedEntry } from '../../tools/catalogue'
import { OPTIONS } from './table'
import { useNamed } from '../named'

/** How the tool in hand works: its ways, the layer it draws on, and what it keeps for the next one. */
const props = defineProps<{ entry: NamedEntry }>()
const values = useValues()

const way = computed(() => values.ways[props.entry.tool] ?? props.entry.usualWay ?? props.entry.ways?.[0]?.id)
const setWay = (id: string): void => {
  values.ways = { ...values.ways, [props.entry.tool]: id }
}
const layers = useNamed('layer')
const layer = computed(() =>
  props.entry.layer ? (values.layers[props.entry.tool] ?? props.entry.layer) : null,
)
function setLayer(id: string): void {
  values.layers = { ...values.layers, [props.entry.tool]: id }
}
</script>

<template>
  <div class="options" data-test="tool-options">
    <div v-if="entry.ways" class="ways" role="radiogroup" :aria-label="`${entry.name}: how`">
      <button
        v-for="each in entry.ways"
        :key="each.id"
        type="button"
        role="radio"
        :aria-checked="each.id === way"
        :class="{ on: each.id === way }"
        @click="setWay(each.id)"
      >
        {{ each.name }}
      </button>
    </div>
    <v-select
      v-if="layer"
      label="On layer"
      :items="layers"
      :model-value="layer"
      @update:model-value="setLayer"
    />
    <component :is="OPTIONS[entry.tool]" v-if="OPTIONS[entry.tool]" />
  </div>
</template>

<style scoped>
.options {
  display: grid;
  gap: 10px;
  margin: 4px 4px 8px;
}
.ways {
  display: grid;
}
.ways button {
  font: inherit;
  font-size: 12.5px;
  text-align: left;
  padding: 3px 8px 3px 20px;
  border: 0;
  border-left: 2px solid rgb(var(--v-theme-hairline));
  background: none;
  color: rgb(var(--v-theme-soft-ink));
  cursor: pointer;
}
.ways button.on {
  border-left-color: rgb(var(--v-theme-live));
  color: rgb(var(--v-theme-live));
  font-weight: 600;
}
</style>
