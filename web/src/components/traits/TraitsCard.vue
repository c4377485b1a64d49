<script setup lang="ts">
/** The card of facts at the right of a surface. */
defineProps<{ title: string; label: string }>()
</script>

<template>
  <aside class="traits" :aria-label="label" data-test="traits">
    <header>
      <h2>{{ title }}</h2>
    </header>
    <slot />
  </aside>
</template>

<style scoped>
.traits {
  position: absolute;
  z-index: 2;
  right: 14px;
  top: 14px;
  width: 212px;
  max-height: calc(100% - 28px);
  overflow-y: auto;
  display: grid;
  gap: 12px;
  padding: 13px 14px 14px;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 10px;
  box-shadow: 0 6px 22px rgb(0 0 0 / 10%);
}
</style>
