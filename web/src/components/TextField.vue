<script setup lang="ts">
import { nextTick, ref, watch } from 'vue'

/**
 * A text that is taken at Enter or when the field is left. What is refused, or comes to something else, gives way to
 * what is stored.
 */
const props = defineProps<{
  label: string
  shown: string | number
  /** It is longer than a line: all of it is shown. */
  long?: boolean
}>()
const emit = defineEmits<{ set: [text: string] }>()
const text = ref(String(props.shown))
watch(
  () => props.shown,
  (now) => (text.value = String(now)),
)
async function take(): Promise<void> {
  if (text.value === String(props.shown)) return
  emit('set', text.value)
  await nextTick()
  text.value = String(props.shown)
}
</script>

<template>
  <v-textarea
    v-if="long"
    v-model="text"
    :label="label"
    rows="1"
    auto-grow
    max-rows="8"
    spellcheck="true"
    @change="take"
    @keydown.enter.exact.prevent="take"
  />
  <!-- What stands in an empty field is read with its label above it. -->
  <v-text-field
    v-else
    v-model="text"
    :label="label"
    :persistent-placeholder="$attrs.placeholder !== undefined"
    @change="take"
  />
</template>
