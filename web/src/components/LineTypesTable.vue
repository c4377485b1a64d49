<script setup lang="ts">
import { computed, ref } from 'vue'
import { addLineType, removeLineType, setLineType } from '@lamina/core/edit'
import type { LineType } from '@lamina/core/records'
import { useProject } from '../store/project'
import { fieldOf } from './fields'
import LinePicture from './LinePicture.vue'
import NamedRow from './NamedRow.vue'

/** The line types of the project: dashes and gaps in turn, as long as they are on paper. */
const store = useProject()
const fresh = ref('')
const types = computed(() => store.project.all('lineType'))
const words = (type: LineType): string => type.dashesPaperMm.join(' ')

const set = (type: LineType, facts: Parameters<typeof setLineType>[2]): unknown =>
  store.edit('Line type', (project) => setLineType(project, type.id, facts))
function setDashes(type: LineType, event: Event): void {
  const field = fieldOf(event)
  if (field.value.trim() !== words(type)) set(type, { dashes: field.value })
  const now = store.project.find('lineType', type.id)
  if (now) field.value = words(now)
}
function add(): void {
  if (store.edit('Line type', (project, makeId) => addLineType(project, fresh.value, makeId).change))
    fresh.value = ''
}
</script>

<template>
  <details>
    <summary>Line types</summary>
    <p class="soft small">Dashes and gaps in turn, in mm on paper. Nothing: a continuous line.</p>
    <table>
      <tbody>
        <NamedRow
          v-for="type in types"
          :key="type.id"
          :name="type.name"
          :rename="(name) => set(type, { name })"
          :remove="() => store.edit('Remove line type', (p) => removeLineType(p, type.id))"
        >
          <td>
            <input
              :value="words(type)"
              placeholder="continuous"
              :aria-label="`Dashes of ${type.name}`"
              @change="setDashes(type, $event)"
            />
          </td>
          <td><LinePicture :dashes="type.dashesPaperMm" :pen-mm="0.35" :tone="0" :width="150" /></td>
        </NamedRow>
      </tbody>
    </table>
    <form @submit.prevent="add">
      <v-text-field v-model="fresh" label="New line type" />
      <v-btn type="submit" size="small" variant="outlined" :disabled="!fresh.trim()">Add</v-btn>
    </form>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
  font-weight: 600;
  font-size: 14px;
}
form {
  margin-top: 10px;
}
</style>
