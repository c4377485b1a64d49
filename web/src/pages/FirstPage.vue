<script setup lang="ts">
import { onMounted } from 'vue'
import { useRouter } from 'vue-router'
import { useProject } from '../store/project'

const store = useProject()
const router = useRouter()
/** A project opens on its first drawing. */
onMounted(() => {
  const first = store.project.all('drawing')[0]
  if (first) void router.replace({ name: 'drawing', params: { project: store.id!, drawing: first.id } })
})
</script>

<template>
  <p class="soft" style="flex: 1; padding: 40px">This project has no drawing yet. Add a level at Set out.</p>
</template>
