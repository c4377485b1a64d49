<script setup lang="ts">
import { computed } from 'vue'
import { useTheme } from 'vuetify'
import type { Id } from '@lamina/core/records'
import { useOthers } from '../store/others'
import { useMe } from '../store/me'
import { peopleNames } from '../store/people'
import { toneOf } from '../surface/othersLook'
import type { Camera } from '../surface/camera'

/** Where others point on a board: each in a tone of its own, with a name. */
const props = defineProps<{ board: Id; camera: Camera }>()
const others = useOthers()
const me = useMe()
const theme = useTheme()
const pointers = computed(() => {
  const { scale, centre, width, height } = props.camera
  const nameOf = peopleNames([...new Set([...others.all.values()].map(({ by }) => by))].sort(), me.nameOf)
  return others.on(props.board).flatMap(({ client, by, pointer }) => {
    if (!pointer) return []
    const x = width / 2 + (pointer.x - centre.x) * scale
    const y = height / 2 - (pointer.y - centre.y) * scale
    if (x < 0 || y < 0 || x > width || y > height) return []
    return [{ client, name: nameOf(by), tone: toneOf(by, theme.current.value.dark), x, y }]
  })
})
</script>

<template>
  <div class="others" aria-hidden="true">
    <span
      v-for="each in pointers"
      :key="each.client"
      class="pointer"
      data-test="other"
      :style="{ transform: `translate(${each.x}px, ${each.y}px)`, color: each.tone }"
    >
      <svg width="14" height="18" viewBox="0 0 14 18">
        <path d="M1 1V15L5 11.4L12.4 11.4Z" fill="currentColor" stroke="none" />
      </svg>
      <span class="name">{{ each.name }}</span>
    </span>
  </div>
</template>

<style scoped>
.others {
  position: absolute;
  inset: 0;
  overflow: hidden;
  pointer-events: none;
}
.pointer {
  position: absolute;
  left: 0;
  top: 0;
  display: flex;
  transition: transform 90ms linear;
}
@media (prefers-reduced-motion: reduce) {
  .pointer {
    transition: none;
  }
}
.name {
  margin: 12px 0 0 2px;
  padding: 0 6px;
  font-size: 12px;
  font-weight: 500;
  white-space: nowrap;
  background: rgb(var(--v-theme-paper));
  border: 1px solid currentColor;
  border-radius: 6px;
}
</style>
