<script setup lang="ts">
/** Figures beside their words. */
defineProps<{ rows: readonly (readonly [word: string, value: string | number])[] }>()
</script>

<template>
  <dl>
    <template v-for="([word, value], i) in rows" :key="i">
      <dt>{{ word }}</dt>
      <dd>{{ value }}</dd>
    </template>
  </dl>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 5px 8px;
  margin: 0;
}
dt {
  color: rgb(var(--v-theme-soft-ink));
}
dd {
  margin: 0;
  font-variant-numeric: tabular-nums;
}
</style>
