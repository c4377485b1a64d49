<script setup lang="ts">
import { mdiMagnify } from '@mdi/js'
import FootLine from './FootLine.vue'
import LibraryTabs, { type LibraryPage } from './LibraryTabs.vue'
import TopLine from './TopLine.vue'

/** A page of the library: its tabs, what is searched for, how many are found, and what a press does. */
defineProps<{ on: LibraryPage; find: string; count: string; foot: string }>()
const search = defineModel<string | null>({ required: true })
</script>

<template>
  <TopLine place="Library" />
  <div class="page">
    <div class="bar">
      <LibraryTabs :on="on" />
      <v-text-field
        v-model="search"
        :label="find"
        :prepend-inner-icon="mdiMagnify"
        class="search"
        clearable
        autocomplete="off"
      />
      <slot name="bar" />
      <span class="soft small">{{ count }}</span>
      <slot name="ways" />
    </div>
    <slot />
  </div>
  <FootLine :text="foot" keys="" />
</template>

<style scoped>
.page {
  flex: 1;
  overflow: auto;
  padding: 14px 20px 24px;
  background: rgb(var(--v-theme-film));
}
.bar {
  display: flex;
  align-items: center;
  gap: 16px;
  margin-bottom: 4px;
}
.search {
  margin-top: 4px;
  max-width: 300px;
}
</style>
