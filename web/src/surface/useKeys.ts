import { onBeforeUnmount, onMounted, type Ref } from 'vue'
import { goesInto } from '@lamina/core/units'
import { useDesk } from '../store/desk'
import { useHand } from '../store/hand'
import { isCovered, keepsKey } from './useSurface'
import type { useTools } from './useTools'

export interface KeyWays {
  readonly container: Ref<HTMLElement | null>
  readonly tools: ReturnType<typeof useTools>
  /** Whether a key has to wait until the board is made; then it is held and comes again. */
  waits(event: KeyboardEvent): boolean
  /** What the board does its own way, with nothing in hand. */
  own(event: KeyboardEvent): boolean
  escape(): void
  selectAll(): void
  /** Sets aside what is selected, or all else; or brings back what is set aside. */
  setAside(what: 'selected' | 'rest'): void
  /** Selects all that is of one type with what is selected. */
  takeAlike(): void
  /** Takes up the tool that does what was done last again elsewhere. */
  sameAgain(): void
  remove(): void
  /** An arrow key: so far, with Shift finely. */
  arrow(dx: number, dy: number, fine: boolean): void
  /** Whether the arrow keys move the pointer. */
  byKeys(): boolean
  /** Presses where the arrow keys have brought the pointer; false when the mouse has it. */
  pressByKeys(): boolean
  fit(): void
  zoom(factor: number): void
  redraw(): void
}

const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
}

/**
 * The keys of a board. What can be a part of a typed figure is typed, whether the measure tag has the window's focus
 * yet or not; other letters are for the tool in hand, then for taking up tools. Fields elsewhere keep theirs.
 */
export function useKeys(ways: KeyWays): void {
  const { container, tools } = ways
  const { typing } = tools
  /** The key before took up the last tool: the same once more gives it what it took last. */
  let takenAgain = false
  const desk = useDesk()
  const hand = useHand()

  const focus = (): void => container.value?.focus({ preventScroll: true })
  const inTag = (target: EventTarget | null): boolean =>
    target instanceof HTMLElement && target.closest('[data-test=measure-tag]') !== null

  function taken(event: KeyboardEvent): void {
    event.preventDefault()
    event.stopImmediatePropagation()
    ways.redraw()
  }

  /** A letter for the tool in hand. Behind a figure any other is a slip, which is seen there and refused at Enter. */
  function letter(event: KeyboardEvent): void {
    if (tools.key(event.key.toLowerCase()) || (typing.behind() && tools.typeKey(event.key, true)))
      taken(event)
  }

  /** Keys pressed while the measure tag has the window's focus: what is no part of a figure is for the board. */
  function inTheTag(event: KeyboardEvent): void {
    const field = typing.field()
    if (!field || field.kind === 'text' || event.key.length !== 1) return
    if (field.by !== undefined && /^[x×]$/i.test(event.key) && typing.take(event.key, false)) {
      taken(event)
      return
    }
    if (goesInto(field.kind, typing.behind(), event.key)) return
    if (typing.behind()) {
      if (tools.key(event.key.toLowerCase())) taken(event)
    } else {
      event.preventDefault()
      event.stopImmediatePropagation()
      container.value?.dispatchEvent(new KeyboardEvent('keydown', event))
    }
  }

  function onControl(event: KeyboardEvent, tag: boolean): void {
    const key = event.key.toLowerCase()
    if (key === 'a' && !tag) {
      event.preventDefault()
      ways.selectAll()
    } else if (key === 'z' && !event.shiftKey && tools.unpoint()) taken(event)
  }

  function onKey(event: KeyboardEvent): void {
    if (desk.askOpen || event.isComposing || isCovered()) return
    const tag = inTag(event.target)
    if (keepsKey(event) && !tag) return
    if (!tag && ways.waits(event)) {
      event.stopImmediatePropagation()
      event.preventDefault()
      return
    }
    if (event.ctrlKey || event.metaKey) {
      onControl(event, tag)
      return
    }
    if (event.altKey) return
    if (tag) inTheTag(event)
    else onBoard(event)
  }

  function onBoard(event: KeyboardEvent): void {
    const { key, shiftKey } = event
    if (key !== 'Enter') takenAgain = false
    if (!tools.tool.value && ways.own(event)) {
      ways.redraw()
      return
    }
    if (key === 'Escape') {
      event.preventDefault()
      ways.escape()
      focus()
      return
    }
    if (
      (event.target as HTMLElement).closest?.('button, a, [role="option"], [role="listbox"]') &&
      (key === 'Enter' || key === ' ')
    )
      return
    if (tools.typeKey(key)) {
      taken(event)
      return
    }
    const onSurface = document.activeElement === container.value
    const arrow = ARROWS[key]
    // The last length again, as long as the arrow keys do not move the pointer.
    if (key === 'ArrowUp' && tools.tool.value && !ways.byKeys() && tools.again()) {
      taken(event)
      return
    }
    if (arrow) {
      if (!onSurface) return
      event.preventDefault()
      ways.arrow(...arrow, shiftKey)
    } else if (key === 'Enter') {
      // With nothing in hand: the last tool again.
      if (tools.tool.value) {
        if (takenAgain && typing.isEmpty() && tools.recall()) takenAgain = false
        else if (!typing.isEmpty() || !ways.pressByKeys()) tools.enter()
      } else if (shiftKey) {
        if (!event.repeat) ways.sameAgain()
      } else if (hand.lastTool && !event.repeat) {
        hand.take(hand.lastTool)
        takenAgain = true
      }
    } else if (key === 'Tab') {
      // With a tool in hand it goes through what can be typed, and nowhere else.
      const here = onSurface || event.target === document.body || event.target === container.value
      if (tools.tool.value && here) {
        typing.next(shiftKey ? -1 : 1)
        taken(event)
      }
    } else if (key === 'Backspace') {
      if (tools.erase()) taken(event)
      else if (!tools.tool.value) ways.remove()
      else if (tools.unpoint()) taken(event)
    } else if (key === 'Delete') ways.remove()
    else if (key === '-' || key === '=') {
      // With a tool in hand they are for figures.
      if (!tools.tool.value) {
        ways.setAside(key === '-' ? 'selected' : 'rest')
        taken(event)
      }
    } else if (key === '.' && !tools.tool.value) {
      ways.takeAlike()
      taken(event)
    } else if (key === 'Home') ways.fit()
    else if (key === 'PageUp') ways.zoom(1.25)
    else if (key === 'PageDown') ways.zoom(0.8)
    else if (/^[a-z]$/i.test(key)) letter(event)
  }

  // The tool in hand comes before the keys that take up tools.
  const onPress = (): void => void (takenAgain = false)
  onMounted(() => {
    window.addEventListener('keydown', onKey, true)
    window.addEventListener('pointerdown', onPress, true)
  })
  onBeforeUnmount(() => {
    window.removeEventListener('keydown', onKey, true)
    window.removeEventListener('pointerdown', onPress, true)
  })
}
