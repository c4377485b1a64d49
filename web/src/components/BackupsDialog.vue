<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue'
import type { BackupCard } from '@lamina/core/exchange'
import { api, type BroughtIn } from '../api'
import { dayAndTime } from '../dates'

/** The backups of a project, or of all: each is put back by one press. */
const props = defineProps<{ of: { readonly id: string; readonly name: string } | null }>()
const emit = defineEmits<{ done: []; back: [BroughtIn] }>()
const all = shallowRef<readonly BackupCard[] | null>(null)
const fault = ref('')
const busy = ref('')
const own = computed(() => (all.value ?? []).filter(({ project }) => !props.of || project === props.of.id))
const size = (bytes: number): string =>
  bytes < 1e6 ? `${Math.max(1, Math.round(bytes / 1e3))} kB` : `${(bytes / 1e6).toFixed(1)} MB`

async function doing(what: string, work: () => Promise<void>): Promise<void> {
  fault.value = ''
  busy.value = what
  try {
    await work()
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error)
  } finally {
    busy.value = ''
  }
}
const load = (): Promise<void> => doing('load', async () => void (all.value = await api.backups()))
onMounted(load)
const makeNow = (): Promise<void> =>
  doing('now', async () => {
    await api.backUp()
    all.value = await api.backups()
  })
const putBack = (card: BackupCard): Promise<void> =>
  doing(card.file, async () => emit('back', await api.restore(card)))
</script>

<template>
  <v-dialog
    :model-value="true"
    max-width="560"
    scrollable
    aria-labelledby="backups-title"
    @update:model-value="emit('done')"
  >
    <v-card class="backups" color="surface">
      <h2 id="backups-title">{{ of ? `Backups of ${of.name}` : 'Backups' }}</h2>
      <p class="soft">
        One a day is made of what changed, and the last fourteen of each project are kept. What is put back
        stands beside the project as it is now.
      </p>
      <v-alert v-if="fault" type="error" variant="tonal" density="compact">{{ fault }}</v-alert>
      <p v-if="all && own.length === 0" class="soft">There is none yet.</p>
      <ul>
        <li v-for="card in own" :key="`${card.project} ${card.file}`">
          <span>
            <b v-if="!of">{{ card.name }}</b>
            {{ dayAndTime(card.at) }}
            <span class="soft small">change {{ card.seq }} · {{ size(card.bytes) }}</span>
          </span>
          <v-btn
            size="small"
            variant="tonal"
            :loading="busy === card.file"
            :disabled="busy !== ''"
            :aria-label="`Put back ${card.name} of ${dayAndTime(card.at)}`"
            @click="putBack(card)"
            >Put back</v-btn
          >
        </li>
      </ul>
      <div class="ways">
        <v-btn variant="text" :loading="busy === 'now'" :disabled="busy !== ''" @click="makeNow"
          >Make one now</v-btn
        >
        <v-btn variant="text" @click="emit('done')">Close</v-btn>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.backups {
  padding: 20px 22px;
}
.backups p {
  margin: 6px 0;
}
ul {
  list-style: none;
  padding: 0;
  margin: 8px 0;
  overflow-y: auto;
}
li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  padding: 7px 0;
  border-top: 1px solid rgb(var(--v-theme-hairline));
}
.ways {
  display: flex;
  justify-content: space-between;
}
</style>
