<script setup lang="ts">
import NameField from './NameField.vue'

/** Over the facts of one of several named things: its name, a copy of it, its removal. */
defineProps<{ name: string; rename(name: string): unknown; copy(): unknown; remove(): unknown }>()
</script>

<template>
  <div class="head">
    <span class="soft small">Name</span>
    <NameField class="field" :name="name" :label="`Name of ${name}`" @rename="rename" />
    <v-btn size="small" variant="outlined" :aria-label="`Copy ${name}`" @click="copy">Copy</v-btn>
    <v-btn size="small" variant="outlined" :aria-label="`Remove ${name}`" @click="remove">Remove</v-btn>
  </div>
</template>

<style scoped>
.head {
  display: grid;
  grid-template-columns: auto 1fr auto auto;
  gap: 8px;
  align-items: center;
}
.field {
  min-width: 0;
  padding: 3px 2px;
  border: 0;
  border-bottom: 1px solid rgb(var(--v-theme-hairline));
  background: none;
  color: rgb(var(--v-theme-ink));
  font: inherit;
}
</style>
