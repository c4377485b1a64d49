<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { mdiFormatBold, mdiFormatUnderline } from '@mdi/js'
import { setWords } from '@lamina/core/edit'
import { layText } from '@lamina/core/lettering'
import { styleOf } from '@lamina/core/library'
import { TEXT_FIELDS, type Leader, type Note } from '@lamina/core/records'
import { useProject } from '../../store/project'

/** The text of a leader or note, with signs to put in and words to make bold or underline. */
const props = defineProps<{ record: Leader | Note }>()
const store = useProject()
const text = ref(props.record.text)
watch(
  () => [props.record.id, props.record.text],
  () => (text.value = props.record.text),
)
function set(): void {
  if (text.value.trim() && text.value !== props.record.text)
    store.edit('Note text', (project) => setWords(project, props.record.id, text.value))
  else text.value = props.record.text
}
/** Letters of it that another lettering stands in for. */
const standIn = computed(() => {
  const { lettering } = styleOf(store.project, props.record.style)
  const words = props.record.text.replace(/\n/g, '')
  return [...new Set(layText(words, 1, 400, lettering ?? 'plain').standIn)].join(' ')
})

const SIGNS = [...'⌀°±×²³≤≥≈→←↑↓∠△□℄№½⅛⅜⅝⅞•']
const field = ref<{ $el: HTMLElement } | null>(null)
const area = (): HTMLTextAreaElement | null => field.value?.$el.querySelector('textarea') ?? null
/** Puts something at what is marked in the field, or around it. */
async function put(before: string, after = ''): Promise<void> {
  const at = area()
  if (!at) return
  const { selectionStart: from, selectionEnd: to } = at
  text.value = text.value.slice(0, from) + before + text.value.slice(from, to) + after + text.value.slice(to)
  await nextTick()
  at.focus()
  const end = to + before.length
  at.setSelectionRange(after ? from + before.length : end, end)
}
</script>

<template>
  <v-textarea
    ref="field"
    v-model="text"
    label="Text"
    rows="3"
    auto-grow
    max-rows="9"
    spellcheck="true"
    @blur="set"
  />
  <div class="signs" @mousedown.prevent>
    <button type="button" aria-label="Bold" title="Bold: between **" @click="put('**', '**')">
      <v-icon :icon="mdiFormatBold" size="18" />
    </button>
    <button type="button" aria-label="Underlined" title="Underlined: between __" @click="put('__', '__')">
      <v-icon :icon="mdiFormatUnderline" size="18" />
    </button>
    <button
      v-for="sign in SIGNS"
      :key="sign"
      type="button"
      :aria-label="`Put in ${sign}`"
      :title="`Put in ${sign}`"
      @click="put(sign)"
    >
      {{ sign }}
    </button>
  </div>
  <v-select
    label="Put in what is told of"
    :items="TEXT_FIELDS"
    :model-value="null"
    @update:model-value="(field: string | null) => field && put(`{${field}}`)"
  />
  <p class="small soft">Lines that begin with - or 1. are entries of a list; 5//8 stands over each other.</p>
  <p v-if="standIn" class="small soft">This lettering has no {{ standIn }}; another stands in.</p>
</template>

<style scoped>
.signs {
  display: flex;
  flex-wrap: wrap;
  gap: 2px;
}
.signs button {
  min-width: 24px;
  height: 24px;
  padding: 0 3px;
  border: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 5px;
  background: none;
  color: inherit;
  font: inherit;
  font-size: 13px;
  cursor: pointer;
}
.signs button:hover {
  background: rgba(var(--v-theme-primary), 0.1);
}
</style>
