<script setup lang="ts">
import LaminaMark from './LaminaMark.vue'

/** Around the pages by which people come in. */
defineProps<{ title: string }>()
</script>

<template>
  <main>
    <div class="brand lettering"><span>Lamina</span><LaminaMark /></div>
    <section class="card" :aria-labelledby="'door-title'">
      <h1 id="door-title">{{ title }}</h1>
      <slot />
    </section>
  </main>
</template>

<style scoped>
main {
  height: 100dvh;
  overflow-y: auto;
  display: grid;
  align-content: center;
  justify-items: center;
  gap: 26px;
  padding: 24px;
  background: rgb(var(--v-theme-background));
}
.brand {
  display: grid;
  gap: 4px;
  justify-items: center;
  font-size: 22px;
}
.card {
  width: min(400px, 100%);
  padding: 26px 28px;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 12px;
}
.card :deep(form) {
  display: grid;
  gap: 14px;
  margin-top: 16px;
}
</style>
