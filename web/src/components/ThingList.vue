<script setup lang="ts" generic="Thing extends { readonly id: string; readonly name: string }">
/** A list of named things with their pictures, one of which is chosen. */
defineProps<{
  label: string
  groups: readonly { readonly title: string | null; readonly things: readonly Thing[] }[]
  chosen: string
}>()
const emit = defineEmits<{ choose: [id: string] }>()
</script>

<template>
  <div class="list" role="listbox" :aria-label="label">
    <div v-for="group in groups" :key="group.title ?? ''" role="group" :aria-label="group.title ?? label">
      <h3 v-if="group.title" aria-hidden="true">{{ group.title }}</h3>
      <button
        v-for="each in group.things"
        :key="each.id"
        type="button"
        role="option"
        :aria-selected="each.id === chosen"
        :class="{ on: each.id === chosen }"
        @click="emit('choose', each.id)"
      >
        <slot name="picture" :thing="each" />
        <span>{{ each.name }}<slot name="note" :thing="each" /></span>
      </button>
    </div>
  </div>
</template>

<style scoped>
.list {
  max-height: 560px;
  overflow-y: auto;
  border-right: 1px solid rgb(var(--v-theme-hairline));
  padding-right: 8px;
}
.list h3 {
  margin: 6px 0 2px;
}
.list button {
  display: flex;
  align-items: center;
  gap: 8px;
  width: 100%;
  border: 0;
  border-radius: 7px;
  background: none;
  color: inherit;
  font: inherit;
  font-size: 12.5px;
  line-height: 15px;
  text-align: left;
  padding: 2px 4px;
  cursor: pointer;
}
.list button:hover {
  background: rgb(var(--v-theme-film));
}
.list button.on {
  background: rgb(var(--v-theme-live-wash));
  font-weight: 600;
}
.list :deep(small) {
  display: block;
  font-size: 11.5px;
  font-weight: 400;
}
</style>
