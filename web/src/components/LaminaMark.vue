<template>
  <span class="mark" aria-hidden="true"><i></i><i></i><i></i></span>
</template>

<style scoped>
.mark {
  display: grid;
  gap: 3px;
  justify-items: center;
}
i {
  height: 2px;
  width: 38px;
  background: rgb(var(--v-theme-ink));
}
i:nth-child(2) {
  background: rgb(var(--v-theme-live));
}
i:nth-child(3) {
  height: 1.5px;
  background: rgb(var(--v-theme-live));
  opacity: 0.45;
}
</style>
