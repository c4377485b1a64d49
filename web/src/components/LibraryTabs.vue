<script lang="ts">
export type LibraryPage = 'library' | 'details' | 'title-blocks'
</script>

<script setup lang="ts">
import { useProject } from '../store/project'

/** The pages of the library: its blocks, its whole details and its title blocks. */
defineProps<{ on: LibraryPage }>()
const store = useProject()
const PAGES = [
  { name: 'library', title: 'Blocks' },
  { name: 'details', title: 'Details' },
  { name: 'title-blocks', title: 'Title blocks' },
] as const
</script>

<template>
  <nav class="tabs" aria-label="Library">
    <router-link
      v-for="each in PAGES"
      :key="each.name"
      :to="{ name: each.name, params: { project: store.id! } }"
      :class="{ on: on === each.name }"
      :aria-current="on === each.name ? 'page' : undefined"
      >{{ each.title }}</router-link
    >
  </nav>
</template>

<style scoped>
.tabs {
  display: flex;
  gap: 14px;
  font-size: 15px;
}
.tabs a {
  padding: 4px 2px;
  color: rgb(var(--v-theme-soft-ink));
  text-decoration: none;
  border-bottom: 2px solid transparent;
}
.tabs a.on {
  color: rgb(var(--v-theme-ink));
  font-weight: 600;
  border-bottom-color: rgb(var(--v-theme-live));
}
</style>
