<script setup lang="ts">
import { computed, onMounted } from 'vue'
import { useRouter } from 'vue-router'
import { useProject } from '../store/project'

const store = useProject()
const router = useRouter()
/** A project opens on its first drawing. */
const first = computed(() => store.project.all('drawing')[0])
onMounted(() => {
  if (first.value)
    void router.replace({ name: 'drawing', params: { project: store.id!, drawing: first.value.id } })
})
</script>

<template>
  <div class="middle">
    <p v-if="!first" class="soft">This project has no drawing yet. Add a level at Set out.</p>
  </div>
</template>

<style scoped>
.middle {
  flex: 1;
  padding: 40px;
  background: rgb(var(--v-theme-paper));
}
</style>
