import type { SolvedWall } from '../building'
import { holdAnchor, type Ground } from '../annotate'
import { SAME_POINT, distance, type Point } from '../geometry'
import { atWall, inWall } from '../building'
import type { Anchor, Id } from '../records'

/** Points nearer than this to a host are tied to it, mm. */
const TIE = 0.5

const SIDES = ['left', 'right', 'axis'] as const

/**
 * The anchor for a point that was snapped to: a wall's corner before an opening's jamb or centre before a
 * placed block before a wall's face; a free point where nothing is.
 */
export function anchorAt(p: Point, ground: Ground, level: Id): Anchor {
  const { project, solver } = ground
  const walls = solver.wallsNear({ minX: p.x - 500, minY: p.y - 500, maxX: p.x + 500, maxY: p.y + 500 })
  const candidates: Anchor[] = []
  for (const wall of walls) candidates.push(...cornersOf(wall, p))
  for (const wall of walls) {
    for (const { opening } of wall.openings)
      for (const at of ['start', 'end', 'centre'] as const)
        for (const side of SIDES) candidates.push({ to: 'opening', opening: opening.id, at, side, last: p })
  }
  for (const placement of project.all('placement')) {
    if (placement.level === level && distance(placement.at, p) <= TIE)
      candidates.push({ to: 'placement', placement: placement.id, local: { x: 0, y: 0 }, last: p })
  }
  for (const wall of walls) {
    const { along, aside } = inWall(wall.shape, p)
    if (along < -TIE || along > wall.shape.length + TIE) continue
    for (const side of SIDES) {
      const face = side === 'left' ? wall.shape.high : side === 'right' ? wall.shape.low : 0
      if (Math.abs(aside - face) <= TIE)
        candidates.push({
          to: 'wallFace',
          wall: wall.shape.id,
          side,
          along,
          last: atWall(wall.shape, along, face),
        })
    }
  }
  for (const anchor of candidates) {
    const held = holdAnchor(anchor, ground)
    if (held.held && distance(held.point, p) <= TIE + SAME_POINT) return { ...anchor, last: held.point }
  }
  return { to: 'point', last: p }
}

function cornersOf(wall: SolvedWall, p: Point): Anchor[] {
  return (['a', 'b'] as const).flatMap((end) =>
    SIDES.map((side): Anchor => ({ to: 'wallCorner', wall: wall.shape.id, end, side, last: p })),
  )
}
