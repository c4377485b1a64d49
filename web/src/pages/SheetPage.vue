<script setup lang="ts">
import { computed } from 'vue'
import type { Sheet } from '@lamina/core/records'
import FootLine from '../components/FootLine.vue'
import SheetBoard from '../components/SheetBoard.vue'
import TopLine from '../components/TopLine.vue'
import { useProject } from '../store/project'

const props = defineProps<{ sheet: string }>()
const store = useProject()
const sheet = computed<Sheet | null>(() => store.project.find('sheet', props.sheet) ?? null)
</script>

<template>
  <SheetBoard v-if="sheet" :key="sheet.id" :sheet="sheet" />
  <template v-else>
    <TopLine place="Sheet" />
    <div class="surface-middle">
      <div class="none" role="alert">
        <h2>This sheet is no longer there</h2>
        <p class="soft">Choose another one from the shelf, or undo.</p>
      </div>
    </div>
    <FootLine text="Choose another sheet from the shelf." keys="Ctrl Z: undo" />
  </template>
</template>

<style scoped>
.none {
  position: absolute;
  inset: 0;
  display: grid;
  place-content: center;
  text-align: center;
  background: rgb(var(--v-theme-desk));
}
</style>
