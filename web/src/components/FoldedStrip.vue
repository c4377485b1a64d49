<script setup lang="ts">
/** What is left of a folded part of the desk: a strip that unfolds it. */
defineProps<{ name: string; letter: string; upright?: boolean }>()
defineEmits<{ unfold: [] }>()
</script>

<template>
  <button
    type="button"
    class="strip"
    :class="{ upright }"
    aria-expanded="false"
    :title="`Unfold (${letter})`"
    @click="$emit('unfold')"
  >
    <span>{{ name }}</span> <kbd>{{ letter }}</kbd>
  </button>
</template>

<style scoped>
.strip {
  display: flex;
  align-items: center;
  gap: 8px;
  height: 26px;
  padding: 0 16px;
  border: 0;
  background: rgb(var(--v-theme-desk));
  color: rgb(var(--v-theme-soft-ink));
  font: inherit;
  font-size: 12.5px;
  cursor: pointer;
}
.strip:hover {
  color: rgb(var(--v-theme-ink));
}
.upright {
  justify-content: flex-start;
  width: 28px;
  height: auto;
  padding: 16px 0;
  writing-mode: vertical-rl;
  background: rgb(var(--v-theme-surface));
  border-right: 1px solid rgb(var(--v-theme-hairline));
}
kbd {
  font: inherit;
}
</style>
