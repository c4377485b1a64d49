<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { useTheme } from 'vuetify'
import type { Imprint } from '@lamina/core/annotate'
import { useDesk } from '../store/desk'
import { boardKey, boardLook, cameraOn } from '../surface/boardLook'
import { imageOf } from '../surface/imprintImage'
import { paintBoardGround } from '../surface/marks'
import { isLetteringReady, letteringReady } from '../lettering'
import FootLine from './FootLine.vue'

/** What the board that is being opened shows, in the place where it will stand. */
const props = defineProps<{ imprint: Imprint }>()
const desk = useDesk()
const theme = useTheme()
const canvas = ref<HTMLCanvasElement | null>(null)
const painted = ref(false)
const colour = (name: string): string => String(theme.current.value.colors[name])

function paint(): void {
  const element = canvas.value
  if (!element) return
  const { clientWidth: width, clientHeight: height } = element
  const { extent, readingScale, pens, units } = props.imprint
  const camera = cameraOn({ scale: 1, centre: { x: 0, y: 0 }, width, height }, extent, readingScale)
  const { scale, centre } = camera
  const ratio = window.devicePixelRatio
  element.width = width * ratio
  element.height = height * ratio
  const context = element.getContext('2d')!
  context.scale(ratio, ratio)
  context.transform(scale, 0, 0, -scale, width / 2 - centre.x * scale, height / 2 + centre.y * scale)
  paintBoardGround(context, camera, { paper: colour('paper'), dots: colour('hairline') }, units)
  const look = { readingScale, pens, trueWeights: desk.trueWeights }
  imageOf(props.imprint).show(
    context,
    camera,
    ratio,
    boardLook(camera, colour, look),
    boardKey(theme.global.name.value, look) + (isLetteringReady() ? '' : ' without lettering'),
    paint,
  )
  painted.value = true
}
onMounted(() => {
  paint()
  if (!isLetteringReady()) void letteringReady().then(paint)
})
</script>

<template>
  <div class="top-place" />
  <canvas
    ref="canvas"
    class="first-sight"
    role="img"
    aria-label="The board, as it was left"
    :data-painted="painted"
    data-test="first-sight"
  />
  <FootLine text="" keys="" />
</template>

<style scoped>
.top-place {
  height: var(--top);
  background: rgb(var(--v-theme-film));
  border-bottom: 1px solid rgb(var(--v-theme-hairline));
}
.first-sight {
  display: block;
  width: 100%;
  flex: 1;
  min-height: 0;
}
</style>
