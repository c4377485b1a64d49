<script setup lang="ts">
import { computed, ref } from 'vue'
import { PALETTE } from '@lamina/core/library'
import { useSay } from '../store/say'
import { fieldOf } from './fields'

/** A colour by its name, any typed one, or none. */
const props = defineProps<{
  label: string
  colour: string | undefined
  /** What there is without a colour. */
  none?: string
}>()
const emit = defineEmits<{ set: [colour: string | null] }>()
const say = useSay()
const typing = ref(false)
const OTHER = 'other'
const NONE = 'none'
const isNamed = computed(() => PALETTE.some(({ colour }) => colour === props.colour))

function choose(event: Event): void {
  const field = fieldOf(event)
  if (field.value === OTHER) {
    typing.value = true
    field.value = props.colour ?? NONE
    return
  }
  typing.value = false
  emit('set', field.value === NONE ? null : field.value)
}

/** Three digits stand for six, as people write them. */
function read(text: string): string | null {
  const digits = /^#?([0-9a-f]{3}|[0-9a-f]{6})$/i.exec(text.trim())?.[1]?.toLowerCase()
  if (!digits) return null
  return `#${digits.length === 3 ? [...digits].map((digit) => digit + digit).join('') : digits}`
}
function type(event: Event): void {
  const colour = read(fieldOf(event).value)
  if (colour === null) {
    say.warn('A colour is # and six digits from 0 to f, such as #b5533c.')
    return
  }
  typing.value = false
  emit('set', colour)
}
</script>

<template>
  <span class="colour">
    <i class="swatch" :class="{ empty: !colour }" :style="colour ? { background: colour } : {}" />
    <input
      v-if="typing"
      class="typed"
      :value="colour ?? '#'"
      :aria-label="`${label}, typed`"
      maxlength="7"
      spellcheck="false"
      autofocus
      @change="type"
      @keydown.esc.stop="typing = false"
    />
    <select v-else class="choice" :value="colour ?? NONE" :aria-label="label" @change="choose">
      <option :value="NONE">{{ none ?? 'None' }}</option>
      <option v-for="each in PALETTE" :key="each.colour" :value="each.colour">{{ each.name }}</option>
      <option v-if="colour && !isNamed" :value="colour">{{ colour }}</option>
      <option :value="OTHER">Type one…</option>
    </select>
  </span>
</template>

<style scoped>
.colour {
  display: grid;
  grid-template-columns: 14px minmax(0, 1fr);
  gap: 5px;
  align-items: center;
}
.swatch {
  width: 14px;
  height: 14px;
  border-radius: 3px;
  border: 1px solid rgb(var(--v-theme-soft-ink));
}
.swatch.empty {
  border-style: dashed;
  opacity: 0.6;
}
.typed,
select {
  font: inherit;
  color: rgb(var(--v-theme-ink));
  background: none;
  min-width: 0;
}
.colour .choice,
.colour .typed {
  width: 100%;
  min-width: 0;
}
select option {
  color: #1e2a38;
}
</style>
