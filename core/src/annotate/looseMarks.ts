import type { Scene } from '../derive'
import type { DisplayItem } from '../display'
import type { AnyRecord } from '../records'
import { looseEnds } from '../ties'

/** Half the size of the mark, and of the gap in each of its sides, paper mm. */
const SIZE = { half: 0.9, gap: 0.35 }

/** At what of annotation is tied to nothing, or lost what it was tied to: the corners of a small square. Never printed. */
export const looseMarks = (record: AnyRecord, scene: Scene, scale: number): DisplayItem[] =>
  looseEnds(record, scene, scene.view === 'plan').map(({ at }): DisplayItem => {
    const half = SIZE.half * scale
    const gap = SIZE.gap * scale
    const points = [-1, 1].flatMap((x) =>
      [-1, 1].flatMap((y) => {
        const corner = { x: at.x + x * half, y: at.y + y * half }
        return [
          [corner.x, corner.y, corner.x - x * (half - gap), corner.y],
          [corner.x, corner.y, corner.x, corner.y - y * (half - gap)],
        ].flat()
      }),
    )
    return { kind: 'segments', pen: 'light', points, source: record.id }
  })
