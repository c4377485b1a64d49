<script setup lang="ts">
import { useTheme } from 'vuetify'
import { toneColour, type SmallPicture, type Tone } from '@lamina/core/display'
import { rgb } from '../surface/painter'

/** The small picture of a project that is not open. */
defineProps<{ picture: SmallPicture | null; late: boolean; name: string }>()
const theme = useTheme()
const colour = (tone: Tone): string => {
  const { colors } = theme.current.value
  return toneColour(tone, rgb(String(colors['ink'])), rgb(String(colors['paper'])))
}
</script>

<template>
  <span class="thumb">
    <svg
      v-if="picture"
      role="img"
      :aria-label="`Plan of ${name}`"
      :viewBox="`-12 -12 ${picture.width + 24} ${picture.height + 24}`"
      width="300"
      height="188"
    >
      <path
        v-for="(part, i) in picture.parts"
        :key="i"
        :d="part.d"
        :fill="part.by === 'fill' ? colour(part.tone) : 'none'"
        :stroke="part.by === 'line' ? colour(part.tone) : 'none'"
        fill-rule="evenodd"
        stroke-width="1.4"
      />
    </svg>
    <span v-else class="soft small">{{ late ? 'Its picture is being drawn' : 'Nothing drawn yet' }}</span>
  </span>
</template>

<style scoped>
.thumb {
  height: 200px;
  display: grid;
  place-items: center;
  overflow: hidden;
  border: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 8px;
  background: rgb(var(--v-theme-paper));
}
</style>
