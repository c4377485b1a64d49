<script setup lang="ts">
import { useSay } from '../store/say'

/** What the tool wants next, or the sentence the program has to say. */
defineProps<{ text: string; keys: string }>()
const say = useSay()
</script>

<template>
  <div class="foot">
    <p v-if="say.text" :class="say.tone" role="alert" data-test="sentence">
      {{ say.text }}
      <button type="button" @click="say.clear()">Dismiss</button>
    </p>
    <p v-else class="prompt" aria-live="polite" data-test="prompt">
      <strong>{{ text }}</strong> <span class="keys soft">{{ keys }}</span>
    </p>
  </div>
</template>

<style scoped>
.foot {
  height: 30px;
  display: flex;
  align-items: center;
  padding: 0 16px;
  background: rgb(var(--v-theme-surface));
  border-top: 1px solid rgb(var(--v-theme-hairline));
  font-size: 13px;
  line-height: 1.3;
  overflow: hidden;
}
strong {
  font-weight: 600;
  margin-right: 12px;
}
/* Beneath each other where they do not fit beside each other. */
@media (max-width: 1500px) {
  .foot {
    height: 46px;
  }
  .keys {
    display: block;
    font-size: 12px;
  }
}
@media (max-width: 1100px) {
  .foot {
    height: 60px;
  }
}
.warning {
  color: rgb(var(--v-theme-warning));
  font-weight: 600;
}
.good {
  color: rgb(var(--v-theme-live));
  font-weight: 600;
}
button {
  font: inherit;
  font-weight: 400;
  text-decoration: underline;
  margin-left: 10px;
  color: inherit;
  background: none;
  border: 0;
  cursor: pointer;
}
</style>
