<script setup lang="ts">
import {
  mdiArrowExpandHorizontal,
  mdiDoorOpen,
  mdiRulerSquare,
  mdiSofaOutline,
  mdiTrayArrowDown,
  mdiViewQuiltOutline,
  mdiWall,
} from '@mdi/js'
import type { Matter, Stage } from '@lamina/core/check'
import { STAGES } from '../store/desk'
import LaminaMark from './LaminaMark.vue'

const props = defineProps<{ stage: Stage; matters: readonly Matter[] }>()
defineEmits<{ choose: [stage: Stage] }>()

const ICONS: Record<Stage, string> = {
  'set-out': mdiRulerSquare,
  walls: mdiWall,
  openings: mdiDoorOpen,
  'fit-out': mdiSofaOutline,
  annotate: mdiArrowExpandHorizontal,
  compose: mdiViewQuiltOutline,
  issue: mdiTrayArrowDown,
}
const count = (stage: Stage): number => props.matters.filter((matter) => matter.stage === stage).length
const countWords = (stage: Stage): string =>
  count(stage) === 1 ? '1 open matter to settle here' : `${count(stage)} open matters to settle here`
</script>

<template>
  <nav class="rail" aria-label="Stages of the work">
    <router-link to="/" class="home" title="All projects">
      <span class="lettering name">Lamina</span>
      <LaminaMark />
      <span class="visually-hidden">All projects</span>
    </router-link>
    <button
      v-for="entry in STAGES"
      :key="entry.id"
      type="button"
      class="stage"
      :class="{ on: entry.id === stage }"
      :aria-current="entry.id === stage ? 'step' : undefined"
      :data-stage="entry.id"
      @click="$emit('choose', entry.id)"
    >
      <span class="round">
        <v-icon :icon="ICONS[entry.id]" size="17" />
        <span v-if="count(entry.id)" class="count" :title="countWords(entry.id)">{{ count(entry.id) }}</span>
      </span>
      <span>{{ entry.name }}</span>
      <span v-if="count(entry.id)" class="visually-hidden">, {{ countWords(entry.id) }}</span>
    </button>
  </nav>
</template>

<style scoped>
.rail {
  width: var(--rail);
  display: flex;
  flex-direction: column;
  align-items: stretch;
  background: rgb(var(--v-theme-film));
  border-right: 1px solid rgb(var(--v-theme-hairline));
  padding: 16px 0 8px;
  overflow-y: auto;
}
.home {
  color: rgb(var(--v-theme-ink));
  text-decoration: none;
  display: grid;
  justify-items: center;
  gap: 4px;
  margin-bottom: 12px;
}
.name {
  font-size: 19px;
  line-height: 22px;
}
.stage {
  display: grid;
  justify-items: center;
  gap: 5px;
  padding: 7px 4px;
  margin: 0 6px 6px;
  border-radius: 8px;
  color: rgb(var(--v-theme-soft-ink));
  font: inherit;
  font-size: 13px;
  line-height: 16px;
  background: none;
  border: 0;
  cursor: pointer;
  position: relative;
}
.stage:not(:last-child)::after {
  content: '';
  position: absolute;
  bottom: -6px;
  left: 50%;
  height: 6px;
  border-left: 1px dashed rgb(var(--v-theme-hairline));
}
.round {
  width: 32px;
  height: 32px;
  border-radius: 50%;
  border: 1px solid rgb(var(--v-theme-hairline));
  display: grid;
  place-items: center;
  position: relative;
}
.stage:hover .round {
  border-color: rgb(var(--v-theme-live));
}
.stage.on {
  color: rgb(var(--v-theme-live));
  font-weight: 600;
}
.stage.on .round {
  background: rgb(var(--v-theme-live));
  border-color: rgb(var(--v-theme-live));
  color: rgb(var(--v-theme-on-primary));
}
.count {
  position: absolute;
  top: -5px;
  right: -9px;
  min-width: 17px;
  height: 17px;
  padding: 0 4px;
  border-radius: 9px;
  font-size: 11px;
  line-height: 17px;
  font-weight: 600;
  background: rgb(var(--v-theme-settle-wash));
  color: rgb(var(--v-theme-settle));
}
</style>
