import { drawDimension, drawLeader } from '@lamina/core/annotate'
import type { DisplayList } from '@lamina/core/display'
import type { AnnotationStyle } from '@lamina/core/records'
import type { Units } from '@lamina/core/units'

const SCALE = 50
const pictures = new WeakMap<AnnotationStyle, DisplayList>()

/** A short dimension and a leader in a style, at 1:50. */
export function stylePicture(style: AnnotationStyle, units: Units): DisplayList {
  let list = pictures.get(style)
  if (!list) {
    const long = units.system === 'metric' ? 600 : 609.6
    const ends = [0, long].map((x) => ({ x, y: 0 }))
    const offset = { in: 'paper', paperMm: 4 } as const
    list = [
      ...drawDimension({ source: null, points: ends, direction: 0, offset }, { scale: SCALE, units, style })
        .items,
      ...drawLeader(null, { x: 850, y: 0 }, { x: 3, y: 4 }, 'A', SCALE, style),
    ]
    pictures.set(style, list)
  }
  return list
}
