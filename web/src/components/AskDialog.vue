<script setup lang="ts">
import { computed, nextTick, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import type { Action } from '../actions/useActions'
import { useOpened } from '../store/opened'
import { WordSearch } from '../store/search'

/** The one place to find any action, drawing, sheet, block or setting by name. */
const open = defineModel<boolean>({ required: true })
const props = defineProps<{ actions: readonly Action[] }>()
const opened = useOpened()

const text = ref('')
const at = ref(0)
const field = ref<{ focus(): void } | null>(null)
/** So many are shown. */
const MOST = 9
const search = computed(() => new WordSearch(props.actions, ({ name, group }) => `${name} ${group}`))
const found = computed(() => {
  const typed = text.value.trim().toLowerCase()
  const [named] = props.actions.filter(({ name }) => name.toLowerCase() === typed)
  const all = search.value.find(text.value, MOST)
  // What is called just so comes first, however seldom it is used.
  return named ? [named, ...all.filter((each) => each !== named)].slice(0, MOST) : all
})
watch(
  open,
  async (now) => {
    if (now) {
      text.value = ''
      at.value = 0
    }
    await nextTick()
    // Closed, the keys are the board's at once, whatever is still fading.
    if (!now) opened.surface?.focus()
    else setTimeout(() => open.value && field.value?.focus())
  },
  { flush: 'sync' },
)
/** Until the field is there and has the window's focus, keys are taken as if it had. */
function onKey(event: KeyboardEvent): void {
  if (!open.value || event.ctrlKey || event.metaKey || event.altKey || event.isComposing) return
  if (event.target instanceof HTMLInputElement && event.target.closest('.ask')) return
  const { key } = event
  if (key.length === 1) text.value += key
  else if (key === 'Backspace') text.value = text.value.slice(0, -1)
  else if (key === 'Enter') run(found.value[at.value])
  else if (key === 'Escape') open.value = false
  else if (key === 'ArrowDown' || key === 'ArrowUp') step(key === 'ArrowDown' ? 1 : -1)
  else return
  event.preventDefault()
  event.stopImmediatePropagation()
}
onMounted(() => window.addEventListener('keydown', onKey, true))
onBeforeUnmount(() => window.removeEventListener('keydown', onKey, true))
watch(text, () => (at.value = 0), { flush: 'sync' })
function run(action: Action | undefined): void {
  if (!action) return
  open.value = false
  action.run()
}
const step = (by: number): void => {
  const count = found.value.length
  if (count) at.value = (at.value + by + count) % count
}
</script>

<template>
  <v-dialog v-model="open" max-width="520" location="top" scrim="#0b0f14" aria-label="Ask">
    <v-card class="ask" color="surface">
      <input
        ref="field"
        v-model="text"
        class="asked"
        placeholder="A tool, a drawing, a sheet, a block, a setting"
        aria-label="Ask for anything by name"
        role="combobox"
        aria-expanded="true"
        aria-controls="ask-found"
        :aria-activedescendant="found[at] ? `ask-${found[at]!.id}` : undefined"
        autocomplete="off"
        spellcheck="false"
        @keydown.down.prevent="step(1)"
        @keydown.up.prevent="step(-1)"
        @keydown.enter.prevent="run(found[at])"
      />
      <ul id="ask-found" role="listbox" aria-label="Found">
        <li
          v-for="(action, i) in found"
          :id="`ask-${action.id}`"
          :key="action.id"
          role="option"
          :aria-selected="i === at"
          :class="{ on: i === at }"
          @click="run(action)"
          @mousemove="at = i"
        >
          <span class="soft small group">{{ action.group }}</span>
          <span class="name">{{ action.name }}</span>
          <kbd v-if="action.keys" class="soft small">{{ action.keys }}</kbd>
        </li>
      </ul>
      <p v-if="!found.length" class="soft none">Nothing by that name. Try a shorter word.</p>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.ask {
  padding: 12px;
  margin-top: 60px;
}
.asked {
  width: 100%;
  padding: 11px 14px;
  border: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 8px;
  background: rgb(var(--v-theme-surface));
  color: rgb(var(--v-theme-ink));
  font: inherit;
  font-size: 15px;
}
.asked:focus-visible {
  outline-offset: -1px;
  border-color: transparent;
}
.asked::placeholder {
  color: rgb(var(--v-theme-soft-ink));
  opacity: 1;
}
ul {
  list-style: none;
  padding: 0;
  margin: 8px 0 0;
}
li {
  display: flex;
  gap: 12px;
  align-items: baseline;
  padding: 7px 10px;
  border-radius: 7px;
  cursor: pointer;
}
li.on {
  background: rgb(var(--v-theme-live-wash));
  color: rgb(var(--v-theme-live));
}
.group {
  width: 64px;
}
.name {
  flex: 1;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
kbd {
  font: inherit;
  font-size: 12px;
}
.none {
  padding: 8px 10px;
}
</style>
