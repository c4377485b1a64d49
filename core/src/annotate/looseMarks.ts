import type { Scene } from '../derive'
import type { DisplayItem } from '../display'
import type { AnyRecord } from '../records'
import { looseEnds } from '../ties'

/** Half the size of the mark, and how long its sides are from their corners, paper mm. */
const SIZE = { half: 0.9, side: 0.55 }

/** At what of annotation is tied to nothing, or lost what it was tied to: the corners of a small square. Never printed. */
export function looseMarks(record: AnyRecord, scene: Scene, scale: number): DisplayItem[] {
  const [half, side] = [SIZE.half * scale, SIZE.side * scale]
  return looseEnds(record, scene, scene.view === 'plan').map(({ at }): DisplayItem => {
    const [l, r, b, t] = [at.x - half, at.x + half, at.y - half, at.y + half]
    // Corner by corner, along and across.
    // prettier-ignore
    const points = [
      l, b, l + side, b, l, b, l, b + side,
      l, t, l + side, t, l, t, l, t - side,
      r, b, r - side, b, r, b, r, b + side,
      r, t, r - side, t, r, t, r, t - side,
    ]
    return { kind: 'segments', pen: 'light', points, source: record.id }
  })
}
