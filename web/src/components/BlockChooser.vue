<script setup lang="ts">
import { computed } from 'vue'
import { placementItems } from '@lamina/core/derive'
import { extentOf } from '@lamina/core/display'
import { useDesk } from '../store/desk'
import { useProject } from '../store/project'
import LiveThumb from './LiveThumb.vue'

const emit = defineEmits<{ choose: [] }>()
const store = useProject()
const desk = useDesk()

const groups = computed(() => {
  void store.version
  const made = new Map<string, { id: string; name: string; list: ReturnType<typeof placementItems> }[]>()
  for (const block of store.project.all('block')) {
    const list = placementItems({ id: block.id, at: { x: 0, y: 0 }, turn: 0, mirrored: false }, block)
    made.set(block.category, [...(made.get(block.category) ?? []), { id: block.id, name: block.name, list }])
  }
  return [...made]
})
function take(id: string): void {
  desk.block = id
  emit('choose')
}
</script>

<template>
  <template v-for="[category, blocks] in groups" :key="category">
    <h3>{{ category }}</h3>
    <div class="grid">
      <button
        v-for="block in blocks"
        :key="block.id"
        type="button"
        :class="{ on: desk.block === block.id && desk.tool === 'block' }"
        :aria-pressed="desk.block === block.id && desk.tool === 'block'"
        :title="block.name"
        @click="take(block.id)"
      >
        <LiveThumb :list="block.list" :box="extentOf(block.list)" :width="70" :height="50" label="" />
        <span>{{ block.name }}</span>
      </button>
    </div>
  </template>
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
}
button {
  display: grid;
  justify-items: center;
  align-content: start;
  gap: 2px;
  padding: 6px 2px;
  font: inherit;
  font-size: 11.5px;
  line-height: 14px;
  text-align: center;
  color: inherit;
  background: none;
  border: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 8px;
  cursor: pointer;
}
button:hover {
  border-color: rgb(var(--v-theme-live));
}
button.on {
  background: rgb(var(--v-theme-live-wash));
  border-color: rgb(var(--v-theme-live));
  font-weight: 600;
}
</style>
