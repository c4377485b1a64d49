<template>
  <p class="soft empty">This project has no drawing yet. Add a level at Set out.</p>
</template>

<style scoped>
.empty {
  flex: 1;
  padding: 40px;
}
</style>
