import { computed, onBeforeUnmount, watch } from 'vue'
import { useTheme } from 'vuetify'
import type { Picture } from '@lamina/core/derive'
import type { LevelSolver } from '@lamina/core/building'
import type { Board } from '@lamina/core/records'
import { useHand } from '../store/hand'
import { useOthers } from '../store/others'
import type { Camera } from './camera'
import { paintBoundaries } from './marks'
import { toneOf } from './othersLook'
import { paintList, type ScreenLook } from './painter'

/** What is told of the board that is open, and what is seen of others on it. */
export function useOthersOn(on: {
  board(): Board
  picture(): Picture
  building(): LevelSolver | null
  screenLook(camera: Camera, only: string): ScreenLook
  redraw(): void
}) {
  const others = useOthers()
  const hand = useHand()
  const theme = useTheme()
  watch(
    () => on.board().id,
    (board) => others.be({ board, pointer: null }),
    { immediate: true },
  )
  watch(
    () => hand.selection,
    (selection) => others.be({ selection }),
    { immediate: true },
  )
  onBeforeUnmount(() => others.be({ board: null, pointer: null }))
  const here = computed(() => others.on(on.board().id))
  const held = computed(() => JSON.stringify(here.value.map(({ client, selection }) => [client, selection])))
  // Their pointers are no part of what is painted.
  watch(held, () => on.redraw())

  /** What others have selected, in the tone of each. */
  function paint(context: CanvasRenderingContext2D, camera: Camera): void {
    for (const { by, selection } of here.value) {
      if (selection.length === 0) continue
      const tone = toneOf(by, theme.current.value.dark)
      const picture = on.picture()
      paintList(
        context,
        selection.flatMap((id) => picture.of(id).flatMap(({ items }) => items)),
        camera.scale,
        { ...on.screenLook(camera, tone), thinnest: 1.4 },
      )
      paintBoundaries(
        context,
        selection.flatMap((id) => on.building()?.boundariesOf(id) ?? []),
        1.8 / camera.scale,
        tone,
      )
    }
  }
  return { paint, point: others.point }
}
