<script setup lang="ts">
import { computed } from 'vue'
import type { Opening } from '@lamina/core/records'
import { useDesk } from '../store/desk'
import { useProject } from '../store/project'
import { nextType } from '../tools/makeTool'
import LengthField from './LengthField.vue'
import OpeningPicture from './OpeningPicture.vue'

/** What the next door, window or opening is: its type, with a picture, and its width. */
const store = useProject()
const desk = useDesk()
const fit = computed<Opening['fit']>(() =>
  desk.tool === 'window' || desk.tool === 'gap' ? desk.tool : 'door',
)
const types = computed(
  () => (store.version, store.project.all('openingType').filter((each) => each.fit === fit.value)),
)
const chosen = computed(
  () => (store.version, nextType(store.project, desk.openings[fit.value].type, fit.value)),
)
const width = computed(() => desk.openings[fit.value].width ?? chosen.value.width)
/** Another type comes in its own width. */
const choose = (type: string): void => {
  desk.openings = { ...desk.openings, [fit.value]: { type, width: null } }
}
const setWidth = (mm: number): void => {
  desk.openings = { ...desk.openings, [fit.value]: { ...desk.openings[fit.value], width: mm } }
}
const NEXT = { door: 'Next door', window: 'Next window', gap: 'Next opening' } as const
</script>

<template>
  <h3>{{ NEXT[fit] }}</h3>
  <div class="stack">
    <OpeningPicture :type="chosen" view="plan" :width="164" :height="90" class="picture" />
    <v-select
      label="Type"
      :items="types.map(({ id, name }) => ({ value: id, title: name }))"
      :model-value="chosen.id"
      @update:model-value="choose"
    />
    <LengthField label="Width" :mm="width" :units="store.units" :least="1" @set="setWidth" />
    <button
      type="button"
      class="link"
      @click="desk.panel = desk.panel === 'opening-types' ? null : 'opening-types'"
    >
      Edit types
    </button>
  </div>
</template>

<style scoped>
.stack {
  display: grid;
  gap: 10px;
}
.picture {
  justify-self: center;
  background: rgb(var(--v-theme-paper));
  border-radius: 8px;
}
.link {
  margin: -4px 6px 2px;
  justify-self: start;
}
</style>
