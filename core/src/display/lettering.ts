import { layText, mainCapital, type FaceName, type Lettering, type Weight } from '../lettering'
import type { DisplayList, Source, TextItem } from './list'

/** Letters smaller than this many pixels cannot be read on a screen: they are painted as a bar. */
export const READABLE_PIXELS = 3.5

/** A line of text whose capitals are `height` high, aligned on the point (x, y) of its base line. */
export function textItem(
  text: string,
  at: { readonly x: number; readonly y: number },
  options: {
    readonly height: number
    readonly turn?: number
    readonly align?: 'start' | 'middle' | 'end'
    readonly weight?: Weight
    readonly lettering?: Lettering
    readonly tone?: number
    /** How far ground is cleared around its letters; left out: none is. */
    readonly clear?: number | undefined
    readonly source?: Source
  },
): TextItem {
  const { height, turn = 0, align = 'start', weight = 400, tone = 0, source = null } = options
  const { lettering = 'plain', clear } = options
  const size = height / mainCapital(lettering)
  const { runs, width } = layText(text, size, weight, lettering)
  const back = align === 'start' ? 0 : align === 'middle' ? width / 2 : width
  return {
    kind: 'text',
    x: at.x - Math.cos(turn) * back,
    y: at.y - Math.sin(turn) * back,
    turn,
    size,
    width,
    runs,
    tone,
    ...(clear ? { clear } : {}),
    source,
  }
}

/** The faces that a list is lettered in. */
export function facesIn(list: DisplayList, found = new Set<FaceName>()): Set<FaceName> {
  for (const item of list) {
    if (item.kind === 'text') for (const { face } of item.runs) found.add(face)
    if (item.kind === 'group') facesIn(item.items, found)
  }
  return found
}
