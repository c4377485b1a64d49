<script setup lang="ts">
/** One large, labelled entry of a drawer: a tool or an action. */
defineProps<{
  icon: string
  name: string
  shortcut?: string
  active?: boolean
  disabled?: boolean
  why?: string
}>()
defineEmits<{ choose: [] }>()
</script>

<template>
  <button
    type="button"
    class="entry"
    :class="{ on: active }"
    :aria-pressed="active"
    :disabled="disabled"
    :title="disabled ? why : undefined"
    @click="$emit('choose')"
  >
    <v-icon :icon="icon" size="19" />
    <span class="words">{{ name }}</span>
    <kbd v-if="shortcut">{{ shortcut }}</kbd>
  </button>
</template>

<style scoped>
.entry {
  display: flex;
  align-items: center;
  gap: 10px;
  width: 100%;
  min-height: 34px;
  padding: 4px 8px;
  border: 0;
  border-radius: 7px;
  background: none;
  color: rgb(var(--v-theme-ink));
  font: inherit;
  text-align: left;
  cursor: pointer;
}
.entry:hover {
  background: rgb(var(--v-theme-film));
}
.entry.on {
  background: rgb(var(--v-theme-live-wash));
  color: rgb(var(--v-theme-live));
  font-weight: 600;
}
.entry:disabled {
  opacity: 0.5;
  cursor: default;
}
.words {
  flex: 1;
}
kbd {
  font: inherit;
  font-size: 12px;
  min-width: 22px;
  text-align: center;
  padding: 0 6px;
  border: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 5px;
  color: rgb(var(--v-theme-soft-ink));
  font-weight: 400;
}
</style>
