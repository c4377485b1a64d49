import { drawDimension, drawLeader } from '@lamina/core/annotate'
import type { DisplayList } from '@lamina/core/display'
import type { AnnotationStyle } from '@lamina/core/records'
import type { Units } from '@lamina/core/units'

const SCALE = 50

/** What is made of a style, made once. */
function keptBy(make: (style: AnnotationStyle, units: Units) => DisplayList): typeof make {
  const kept = new WeakMap<AnnotationStyle, DisplayList>()
  return (style, units) => {
    const list = kept.get(style) ?? make(style, units)
    kept.set(style, list)
    return list
  }
}

/** A chain with a narrow part and a leader in a style, at 1:50. */
export const styleSample = keptBy((style, units) => {
  const [wide, narrow] = units.system === 'metric' ? [1_010.4, 90.3] : [1_016, 88.9]
  const points = [0, wide, wide + narrow, 2 * wide + narrow, 2.4 * wide + narrow].map((x) => ({ x, y: 0 }))
  const offset = { in: 'paper', paperMm: Math.max(8, style.firstRowPaperMm) } as const
  const end = points.at(-1)!.x
  return [
    { kind: 'segments', pen: 'seen', points: [0, 0, end, 0], source: null },
    ...drawDimension({ source: null, points, direction: 0, offset }, { scale: SCALE, units, style }).items,
    ...drawLeader(null, [{ x: end + 500, y: 0 }], { x: 5, y: 6 }, 'Coping', SCALE, style),
  ]
})

/** A short dimension and a leader in a style, at 1:50. */
export const stylePicture = keptBy((style, units) => {
  const long = units.system === 'metric' ? 600 : 609.6
  const ends = [0, long].map((x) => ({ x, y: 0 }))
  const offset = { in: 'paper', paperMm: 4 } as const
  return [
    ...drawDimension({ source: null, points: ends, direction: 0, offset }, { scale: SCALE, units, style })
      .items,
    ...drawLeader(null, [{ x: 850, y: 0 }], { x: 3, y: 4 }, 'A', SCALE, style),
  ]
})
