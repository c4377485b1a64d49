import { drawDimension, drawLeader } from '@lamina/core/annotate'
import type { DisplayList } from '@lamina/core/display'
import type { AnnotationStyle } from '@lamina/core/records'
import type { Units } from '@lamina/core/units'

const pictures = new WeakMap<AnnotationStyle, DisplayList>()

/** A dimension of two parts and a leader in a style, in paper mm. */
export function stylePicture(style: AnnotationStyle, units: Units): DisplayList {
  let list = pictures.get(style)
  if (!list) {
    const points = [0, 900, 1800].map((x) => ({ x, y: 0 }))
    const offset = { in: 'paper', paperMm: style.firstRowPaperMm } as const
    list = [
      ...drawDimension(null, points, 0, offset, 50, units, style).items,
      ...drawLeader(null, { x: 2000, y: 0 }, { x: 6, y: 6 }, 'A', 50, style),
    ]
    pictures.set(style, list)
  }
  return list
}
