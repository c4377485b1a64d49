import type { DisplayItem, DisplayList } from './list'
import { penFrom, type AnyPen } from './pens'

/** The tone of bare paper. */
export const PAPER_TONE = 1

/** A pen that takes ink off: drawn in the tone of paper over what lies there. */
export const CLEARING: AnyPen = penFrom(1, PAPER_TONE)

const made = new WeakMap<DisplayList, readonly DisplayItem[]>()

/** What takes the ink of a list off again; the same object for the same list, so that it is made once. */
export function cleared(list: DisplayList): readonly DisplayItem[] {
  let clear = made.get(list)
  if (!clear) made.set(list, (clear = list.map(clearedItem)))
  return clear
}

function clearedItem(item: DisplayItem): DisplayItem {
  switch (item.kind) {
    case 'line':
    case 'segments':
    case 'arc':
    case 'path':
      return { ...item, pen: CLEARING }
    case 'fill':
    case 'disc':
      return { ...item, tone: PAPER_TONE }
    case 'text': {
      const { x, y, turn, size, width } = item
      const [c, s] = [Math.cos(turn), Math.sin(turn)]
      const corner = (along: number, up: number): number[] => [x + c * along - s * up, y + s * along + c * up]
      const loop = [
        corner(-size * 0.1, -size * 0.3),
        corner(width + size * 0.1, -size * 0.3),
        corner(width + size * 0.1, size),
        corner(-size * 0.1, size),
      ].flat()
      return { kind: 'fill', tone: PAPER_TONE, loops: [loop], source: item.source }
    }
    case 'clear':
      return item
    case 'group':
      return { ...item, items: cleared(item.items) }
  }
}
