<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { api } from '../api'
import { keepChanges } from '../keepChanges'
import { kept } from '../store/kept'
import { asNewProject } from '../store/parted'
import { useProject } from '../store/project'
import { useSay } from '../store/say'

/** The project is not the server's any more: what can be done with what this window has of it. */
const store = useProject()
const say = useSay()
const router = useRouter()
const busy = ref(false)
const waits = computed(() =>
  store.waiting === 0
    ? 'All that you drew was stored before that.'
    : `${store.waiting === 1 ? 'One change' : `${store.waiting} changes`} of yours ${store.waiting === 1 ? 'is' : 'are'} on this computer alone.`,
)
async function doing(work: () => Promise<void>): Promise<void> {
  busy.value = true
  try {
    await work()
  } catch (error) {
    say.warn(error instanceof Error ? error.message : String(error))
  } finally {
    busy.value = false
  }
}
const bringIn = (): Promise<void> => doing(() => store.bringIn())
const makeNew = (): Promise<void> =>
  doing(async () => {
    const id = await asNewProject(store.project)
    say.tell('It is a project of its own now.')
    await router.push({ name: 'project', params: { project: id } })
  })
async function save(): Promise<void> {
  const waiting = await kept.waiting(store.id!).catch(() => [])
  keepChanges(
    store.project.facts.name,
    waiting.map(({ sent }) => sent),
  )
}
const bringBack = (): Promise<void> =>
  doing(async () => {
    const { id } = store
    await api.bringBack(id!)
    await store.open(id!, 'again')
    say.tell('The project is back.')
  })
const letGo = (): Promise<void> =>
  doing(async () => {
    await kept.forget(store.id!)
    await router.push('/')
  })
</script>

<template>
  <aside v-if="store.parting" class="parted" role="alert">
    <div>
      <b>{{
        store.parting.why === 'older'
          ? 'An older state of this project was put back on the server.'
          : 'This project was removed from the server.'
      }}</b>
      <span class="soft">
        {{
          store.parting.why === 'older'
            ? 'What was drawn since is in this window still.'
            : 'You see it as it was last here.'
        }}
        {{ waits }}</span
      >
    </div>
    <div class="ways">
      <v-btn
        v-if="store.parting.why === 'older'"
        size="small"
        color="primary"
        variant="flat"
        :loading="busy"
        @click="bringIn"
        >Bring the later work in</v-btn
      >
      <v-btn v-else size="small" color="primary" variant="flat" :loading="busy" @click="bringBack"
        >Bring it back</v-btn
      >
      <v-btn size="small" variant="tonal" :disabled="busy" @click="makeNew">Make a new project of it</v-btn>
      <v-btn v-if="store.waiting > 0" size="small" variant="text" @click="save">Save changes as a file</v-btn>
      <v-btn v-if="store.parting.why === 'gone'" size="small" variant="text" :disabled="busy" @click="letGo"
        >Let it go</v-btn
      >
    </div>
  </aside>
</template>

<style scoped>
.parted {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 8px 16px;
  padding: 10px 16px;
  background: rgb(var(--v-theme-surface));
  border-bottom: 2px solid rgb(var(--v-theme-warning));
}
.parted b {
  margin-right: 6px;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
</style>
