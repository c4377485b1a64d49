import { useRouter } from 'vue-router'
import type { Block } from '@lamina/core/records'
import { useDesk } from '../store/desk'
import { useCarry } from '../store/carry'
import { useHand } from '../store/hand'
import { useOpened } from '../store/opened'
import { useValues } from '../store/values'
import { useProject } from '../store/project'

/** Movement below this many pixels is a press, not a drag. */
const SLACK = 6

/**
 * Blocks pulled from a list onto a board: the board that was open last opens beneath, the block hangs at the
 * pointer, and is placed where it is let go.
 */
export function useCarryBlock(): (block: Block, event: PointerEvent) => void {
  const store = useProject()
  const desk = useDesk()
  const carry = useCarry()
  const hand = useHand()
  const opened = useOpened()
  const values = useValues()
  const router = useRouter()

  /** Takes the block in hand on a board; false when there is none. */
  function begin(block: Block): boolean {
    const { project } = store
    const drawing = project.find('drawing', opened.lastDrawing ?? '') ?? project.all('drawing')[0]
    if (!drawing) return false
    values.chooseBlock(block.id)
    values.ways = { ...values.ways, block: 'one' }
    const take = (): void => {
      if (desk.stage !== 'annotate') desk.stage = 'fit-out'
      hand.take('block')
    }
    if (router.currentRoute.value.name === 'drawing') take()
    else void router.push({ name: 'drawing', params: { project: store.id!, drawing: drawing.id } }).then(take)
    return true
  }

  return (block, pressed) => {
    // A finger scrolls the list.
    if (pressed.button !== 0 || pressed.pointerType === 'touch') return
    let begun = false
    const move = (event: PointerEvent): void => {
      if (!begun) {
        if (Math.hypot(event.clientX - pressed.clientX, event.clientY - pressed.clientY) < SLACK) return
        begun = true
        if (!begin(block)) return end()
      } else if (!carry.block) return end()
      carry.block = { x: event.clientX, y: event.clientY, dropped: false }
    }
    const drop = (event: PointerEvent): void => {
      end()
      if (carry.block) carry.block = { x: event.clientX, y: event.clientY, dropped: true }
    }
    function end(): void {
      window.removeEventListener('pointermove', move)
      window.removeEventListener('pointerup', drop)
    }
    window.addEventListener('pointermove', move)
    window.addEventListener('pointerup', drop)
  }
}
