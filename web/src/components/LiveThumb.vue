<script setup lang="ts">
import { onMounted, ref, watch } from 'vue'
import { useTheme } from 'vuetify'
import type { DisplayList } from '@lamina/core/display'
import type { Box } from '@lamina/core/geometry'
import { letteringReady, paintList, rgb } from '../surface/painter'

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
  const wide = props.box.maxX - props.box.minX
  const high = props.box.maxY - props.box.minY
  if (!(wide > 0 && high > 0)) return
  const margin = props.sheet ? 0 : 8
  const scale = Math.min((props.width - 2 * margin) / wide, (props.height - 2 * margin) / high)
  const { minX, minY } = props.box
  context.setTransform(
    scale * ratio,
    0,
    0,
    -scale * ratio,
    ((props.width - wide * scale) / 2 - minX * scale) * ratio,
    ((props.height + high * scale) / 2 + minY * scale) * ratio,
  )
  const { colors } = theme.current.value
  const light = theme.themes.value['light']!.colors
  paintList(context, props.list, scale * ratio, {
    ink: rgb(String(props.sheet ? light['ink'] : colors['ink'])),
    paper: rgb(String(props.sheet ? light['sheet'] : colors['paper'])),
    pixelsPerPaperMm: 0,
    thinnest: 0.55 * ratio,
    boldest: 0.9 * ratio,
  })
}
onMounted(() => {
  paint()
  void letteringReady().then(paint)
})
watch(() => [props.list, props.box, theme.global.name.value], paint)
</script>

<template>
  <canvas
    ref="canvas"
    role="img"
    :aria-label="label"
    :style="{ width: `${width}px`, height: `${height}px` }"
  />
</template>
