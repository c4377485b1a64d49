<script setup lang="ts">
import { computed, ref } from 'vue'
import { mdiImageFilterCenterFocus } from '@mdi/js'
import { findText, replaceText, type FoundText, type Sought } from '@lamina/core/edit'
import { boxCentre } from '@lamina/core/geometry'
import { placedBox } from '@lamina/core/kinds'
import { boardName, type Id } from '@lamina/core/records'
import { useActions } from '../actions/useActions'
import { useDesk } from '../store/desk'
import { useProject } from '../store/project'
import { useSay } from '../store/say'
import PanelFrame from './PanelFrame.vue'

/** Words found in all that is written in drawings and on sheets, and others put in their place. */
const store = useProject()
const desk = useDesk()
const say = useSay()
const actions = useActions()
const text = ref('')
const by = ref('')
const exact = ref(false)
const whole = ref(false)
const sought = computed<Sought>(() => ({ text: text.value, exact: exact.value, whole: whole.value }))
const found = computed(() => findText(store.project, sought.value))
const MOST_SHOWN = 100
const times = computed(() => found.value.reduce((sum, { count }) => sum + count, 0))
function show({ record, board }: FoundText): void {
  const at = boxCentre(placedBox(record))
  void actions.showOn(board, [record.id], at)
}
function replace(ids: readonly Id[]): void {
  const made = store.edit('Replace words', (project) => replaceText(project, ids, sought.value, by.value))
  if (made) say.tell(`Replaced in ${made.put.length} text${made.put.length > 1 ? 's' : ''}.`)
}
const replaceAll = (): void => replace(found.value.map(({ record }) => record.id))
</script>

<template>
  <PanelFrame title="Find and replace words" data-test="find" @close="desk.panel = null">
    <p class="soft small">In all that is written in drawings and on sheets.</p>
    <div class="fields">
      <v-text-field v-model="text" label="Words to find" autofocus hide-details />
      <v-text-field v-model="by" label="In their place" hide-details />
      <v-checkbox v-model="exact" label="Capitals count" density="compact" hide-details />
      <v-checkbox v-model="whole" label="Whole words alone" density="compact" hide-details />
    </div>
    <p v-if="text" class="small" role="status">
      {{
        found.length === 0
          ? 'Found nowhere.'
          : `Found ${times === 1 ? 'once' : `${times} times`} in ${found.length} text${found.length > 1 ? 's' : ''}.`
      }}
      <v-btn v-if="found.length > 0" size="small" variant="tonal" @click="replaceAll">Replace all</v-btn>
    </p>
    <ul class="found">
      <li v-for="each in found.slice(0, MOST_SHOWN)" :key="each.record.id">
        <span class="where soft small">{{ boardName(each.board) }}</span>
        <span class="words">{{ each.text }}</span>
        <button type="button" class="link small" @click="show(each)">
          <v-icon :icon="mdiImageFilterCenterFocus" size="14" /> Show
        </button>
        <button type="button" class="link small" @click="replace([each.record.id])">Replace</button>
      </li>
    </ul>
    <p v-if="found.length > MOST_SHOWN" class="soft small">
      And in {{ found.length - MOST_SHOWN }} more, which “Replace all” takes too.
    </p>
  </PanelFrame>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 4px 12px;
  padding-top: 6px;
  align-items: center;
}
.found {
  margin: 8px 0 0;
  padding: 0;
  list-style: none;
  max-height: 320px;
  overflow-y: auto;
}
.found li {
  display: grid;
  grid-template-columns: 140px 1fr auto auto;
  gap: 8px;
  align-items: baseline;
  padding: 4px 0;
  border-top: 1px solid rgb(var(--v-theme-hairline));
}
.where,
.words {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
