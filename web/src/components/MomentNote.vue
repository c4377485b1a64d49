<script setup lang="ts">
import { useRouter } from 'vue-router'
import { dayAndTime } from '../dates'
import { goToNow } from '../moment'
import { useProject } from '../store/project'

/** The project is looked at as it was at a moment. */
const store = useProject()
const router = useRouter()
</script>

<template>
  <aside v-if="store.moment" class="moment" role="status" data-test="moment">
    <span>
      <b>As it was on {{ dayAndTime(store.moment.at) }}</b>
      <span class="soft">{{
        store.moment.named
          ? `“${store.moment.named}”. It is only looked at.`
          : `After “${store.moment.label}”, change ${store.moment.seq}. It is only looked at.`
      }}</span>
    </span>
    <span class="ways">
      <v-btn
        size="small"
        variant="text"
        :to="{ name: 'history', params: { project: store.id! }, hash: `#${store.moment.seq}` }"
        >In the history</v-btn
      >
      <v-btn size="small" color="primary" variant="flat" @click="goToNow(router)">Back to now</v-btn>
    </span>
  </aside>
</template>

<style scoped>
.moment {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 4px 16px;
  padding: 6px 16px;
  background: rgb(var(--v-theme-live-wash));
  border-bottom: 1px solid rgb(var(--v-theme-live));
}
.moment b {
  margin-right: 8px;
}
.ways {
  display: flex;
  gap: 6px;
}
</style>
