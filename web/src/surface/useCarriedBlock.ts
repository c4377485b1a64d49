import { watch, type Ref } from 'vue'
import { useCarry } from '../store/carry'
import { useHand } from '../store/hand'
import type { useTools } from './useTools'
import { fromScreen, type Camera } from './camera'

/** A block pulled to a board from a list follows the pointer and is placed where it is let go. */
export function useCarriedBlock(
  container: Ref<HTMLElement | null>,
  camera: Ref<Camera>,
  tools: Pick<ReturnType<typeof useTools>, 'at' | 'move' | 'press'>,
  redraw: () => void,
): void {
  const carry = useCarry()
  const hand = useHand()
  watch(
    () => carry.block,
    (carried) => {
      const element = container.value
      if (!carried || !element) return
      const box = element.getBoundingClientRect()
      const [x, y] = [carried.x - box.left, carried.y - box.top]
      const within = x >= 0 && y >= 0 && x <= box.width && y <= box.height
      const at = fromScreen(camera.value, { x, y })
      if (within && hand.tool === 'block') tools.move(at, false)
      else tools.at.value = null
      redraw()
      if (!carried.dropped) return
      carry.block = null
      if (!within || hand.tool !== 'block') return
      tools.press(at, false)
      hand.take('select')
    },
  )
}
