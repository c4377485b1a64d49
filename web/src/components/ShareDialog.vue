<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue'
import { EVERYBODY, ROLES, type Role, type Share } from '@lamina/core/exchange'
import { api } from '../api'
import { sentenceOf, useMe } from '../store/me'

/** Who may do what in a project. */
const props = defineProps<{ of: { readonly id: string; readonly name: string } }>()
const emit = defineEmits<{ done: [] }>()
const me = useMe()
const shares = shallowRef<readonly Share[] | null>(null)
const fault = ref('')
const busy = ref(false)

const WORDS: Record<Role, string> = {
  owner: 'Owns it: draws, removes it, says who may do what',
  drafter: 'Drafts: draws, composes, issues',
  reader: 'Reads: looks, measures, plots',
}
const choices = [
  { value: null, title: 'Does not know of it' },
  ...[...ROLES].reverse().map((role) => ({ value: role, title: WORDS[role] })),
]
const roleOf = (person: string): Role | null =>
  shares.value?.find((share) => share.person === person)?.role ?? null
const rows = computed(() => [
  { id: EVERYBODY, name: 'Everybody here', role: roleOf(EVERYBODY), manages: false },
  ...me.persons
    .filter(({ id, left }) => !left || roleOf(id) !== null)
    .map(({ id, name, left, manages }) => ({
      id,
      name: left ? `${name} (left)` : name,
      role: roleOf(id),
      manages,
    })),
])
async function doing(work: () => Promise<readonly Share[]>): Promise<void> {
  fault.value = ''
  busy.value = true
  try {
    shares.value = await work()
  } catch (error) {
    fault.value = sentenceOf(error)
  } finally {
    busy.value = false
  }
}
onMounted(() =>
  doing(async () => {
    await me.load()
    return api.shares(props.of.id)
  }),
)
const set = (person: string, role: Role | null): Promise<void> =>
  doing(() => api.share(props.of.id, { person, role }))
</script>

<template>
  <v-dialog
    :model-value="true"
    max-width="640"
    scrollable
    aria-labelledby="share-title"
    @update:model-value="emit('done')"
  >
    <v-card class="share" color="surface">
      <h2 id="share-title">Who may do what in {{ of.name }}</h2>
      <v-alert v-if="fault" type="error" variant="tonal" density="compact" role="alert">{{ fault }}</v-alert>
      <ul v-if="shares">
        <li v-for="row in rows" :key="row.id">
          <span>{{ row.name }}</span>
          <span v-if="row.manages" class="soft">Keeps the persons, and owns every project</span>
          <v-select
            v-else
            :model-value="row.role"
            :items="choices"
            :label="`What ${row.name} may do`"
            :disabled="busy"
            @update:model-value="(role: Role | null) => set(row.id, role)"
          />
        </li>
      </ul>
      <div class="end"><v-btn variant="text" @click="emit('done')">Close</v-btn></div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.share {
  padding: 20px 22px;
}
.share p {
  margin: 6px 0;
}
ul {
  list-style: none;
  padding: 0;
  margin: 8px 0;
  overflow-y: auto;
}
li {
  display: grid;
  grid-template-columns: minmax(120px, 1fr) 2fr;
  gap: 12px;
  align-items: center;
  padding: 8px 0;
  border-top: 1px solid rgb(var(--v-theme-hairline));
}
.end {
  display: flex;
  justify-content: flex-end;
}
</style>
