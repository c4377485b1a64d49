<script setup lang="ts">
import { mdiPencilOutline } from '@mdi/js'

/** A thing of the library: its picture and what it is, pressed to be used; with `change` a pencil for its facts. */
defineProps<{ name: string; notes: readonly string[]; title: string; change?: string | null }>()
const emit = defineEmits<{ press: []; hold: [event: PointerEvent]; change: [] }>()
</script>

<template>
  <li>
    <button
      type="button"
      class="card"
      :title="title"
      @pointerdown="emit('hold', $event)"
      @click="emit('press')"
    >
      <slot />
      <span class="name">{{ name }}</span>
      <span v-for="(note, i) in notes" :key="i" class="soft small">{{ note }}</span>
    </button>
    <button
      v-if="change"
      type="button"
      class="facts"
      :aria-label="`Change ${name}`"
      :title="change"
      @click="emit('change')"
    >
      <v-icon :icon="mdiPencilOutline" size="15" />
    </button>
    <slot name="corner" />
  </li>
</template>

<style scoped>
li {
  position: relative;
}
.card {
  display: grid;
  justify-items: center;
  align-content: start;
  gap: 1px;
  width: 100%;
  height: 100%;
  padding: 8px 4px;
  font: inherit;
  font-size: 13px;
  line-height: 17px;
  text-align: center;
  color: inherit;
  background: rgb(var(--v-theme-paper));
  border: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 8px;
  cursor: pointer;
}
.card:hover {
  border-color: rgb(var(--v-theme-live));
}
.name {
  font-weight: 600;
}
.facts {
  position: absolute;
  top: 4px;
  left: 4px;
  border: 0;
  background: none;
  color: rgb(var(--v-theme-soft-ink));
  padding: 3px;
  cursor: pointer;
}
</style>
