import { watch, type Ref } from 'vue'
import { useDesk } from '../store/desk'
import type { useTools } from '../tools/useTools'
import { fromScreen, type View } from './view'

/** A block pulled to a board from a list follows the pointer and is placed where it is let go. */
export function useCarriedBlock(
  container: Ref<HTMLElement | null>,
  view: Ref<View>,
  tools: Pick<ReturnType<typeof useTools>, 'at' | 'move' | 'press'>,
  redraw: () => void,
): void {
  const desk = useDesk()
  watch(
    () => desk.carriedBlock,
    (carried) => {
      const element = container.value
      if (!carried || !element) return
      const box = element.getBoundingClientRect()
      const [x, y] = [carried.x - box.left, carried.y - box.top]
      const within = x >= 0 && y >= 0 && x <= box.width && y <= box.height
      const at = fromScreen(view.value, { x, y })
      if (within && desk.tool === 'block') tools.move(at, false)
      else tools.at.value = null
      redraw()
      if (!carried.dropped) return
      desk.carriedBlock = null
      if (!within || desk.tool !== 'block') return
      tools.press(at, false)
      desk.take('select')
    },
  )
}
