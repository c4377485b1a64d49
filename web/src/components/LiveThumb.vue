<script setup lang="ts">
import { onMounted, ref, watch } from 'vue'
import { useTheme } from 'vuetify'
import type { DisplayList } from '@lamina/core/display'
import type { Box } from '@lamina/core/geometry'
import { lateLettering, letteringReady } from '../lettering'
import { paintList } from '../surface/painter'
import { thumbLook, thumbMap } from '../surface/thumb'

/** A small live picture of a list. */
const props = defineProps<{
  list: DisplayList
  box: Box
  width: number
  height: number
  label: string
  sheet?: boolean
}>()
const canvas = ref<HTMLCanvasElement | null>(null)
const theme = useTheme()

function paint(): void {
  const element = canvas.value
  if (!element) return
  const ratio = Math.max(1, window.devicePixelRatio)
  element.width = props.width * ratio
  element.height = props.height * ratio
  const context = element.getContext('2d')!
  const { minX, minY, maxX, maxY } = props.box
  if (!(maxX > minX && maxY > minY)) return
  const { scale, x, y } = thumbMap(props.box, props.width, props.height, props.sheet ? 0 : 8)
  context.setTransform(scale * ratio, 0, 0, -scale * ratio, x * ratio, y * ratio)
  paintList(context, props.list, scale * ratio, thumbLook(theme, props.sheet ?? false, ratio))
}
onMounted(() => {
  paint()
  void letteringReady().then(paint)
})
watch(lateLettering, paint)
watch(() => [props.list, props.box, theme.global.name.value], paint)
</script>

<template>
  <canvas
    ref="canvas"
    :role="label ? 'img' : 'presentation'"
    :aria-label="label || undefined"
    :style="{ width: `${width}px`, height: `${height}px` }"
  />
</template>
