<script setup lang="ts">
import { computed } from 'vue'
import type { Opening } from '@lamina/core/records'
import { useDesk } from '../store/desk'
import { useHand } from '../store/hand'
import { useValues } from '../store/values'
import { useProject } from '../store/project'
import { nextOpening, nextType } from '../tools/values'
import LengthField from './LengthField.vue'
import OpeningPicture from './OpeningPicture.vue'
import { choicesOf } from './named'

/** What the next door, window or opening is: its type, with a picture, and its width. */
const store = useProject()
const desk = useDesk()
const hand = useHand()
const values = useValues()
const fit = computed<Opening['fit']>(() =>
  hand.tool === 'window' || hand.tool === 'gap' ? hand.tool : 'door',
)
const types = computed(() => store.project.all('openingType').filter((each) => each.fit === fit.value))
const chosen = computed(() => nextType(store.project, values, fit.value))
const width = computed(() => values.openings[fit.value].width ?? chosen.value.width)
/** Another type comes in its own width. */
const choose = (type: string): void => {
  values.openings = { ...values.openings, [fit.value]: nextOpening(type) }
}
const setWidth = (mm: number): void => {
  values.openings = { ...values.openings, [fit.value]: { ...values.openings[fit.value], width: mm } }
}
const NEXT = { door: 'Next door', window: 'Next window', gap: 'Next plain opening' } as const
</script>

<template>
  <h3>{{ NEXT[fit] }}</h3>
  <div class="stack">
    <OpeningPicture :type="chosen" view="plan" :width="164" :height="90" class="picture" />
    <v-select label="Type" :items="choicesOf(types)" :model-value="chosen.id" @update:model-value="choose" />
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
