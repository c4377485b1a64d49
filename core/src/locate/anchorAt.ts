import { atWall, inWall, type SolvedWall } from '../building'
import { holdAnchor, itemPoint, type Ground } from '../annotate'
import { SAME_POINT, distance, edgesOf, partAt, type Point } from '../geometry'
import { shapePath } from '../linework'
import type { Anchor, Drawing, Id } from '../records'

/** Points nearer than this to a host are tied to it, mm. */
const TIE = 0.5

const SIDES = ['left', 'right', 'axis'] as const

/**
 * The anchor for a point that was snapped to: a wall's corner before an opening's jamb or centre before a
 * placed block before a grid line before a drafted item before a wall's face; a free point where nothing is.
 */
export function anchorAt(p: Point, ground: Ground, level: Id, drawing?: Drawing): Anchor {
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
  candidates.push(...gridAnchors(p, ground), ...(drawing ? itemAnchors(p, ground, drawing) : []))
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

function gridAnchors(p: Point, { project }: Ground): Anchor[] {
  return project.all('gridLine').flatMap((line): Anchor[] => {
    const part = partAt({ a: line.a, b: line.b, sweep: 0 }, p)
    return Math.abs(part) < 1000 ? [{ to: 'gridLine', gridLine: line.id, part, last: p }] : []
  })
}

/** Ends first, then centres, then anywhere along an edge. */
function itemAnchors(p: Point, { project }: Ground, drawing: Drawing): Anchor[] {
  const exact: Anchor[] = []
  const along: Anchor[] = []
  for (const id of project.dependents(drawing.id)) {
    const item = project.find('linework', id)
    if (!item) continue
    const centre = itemPoint(item, null, 0)
    if (centre && distance(centre, p) <= TIE)
      exact.push({ to: 'item', item: id, edge: null, part: 0, last: p })
    edgesOf(shapePath(item.shape)).forEach((edge, i) => {
      const t = partAt(edge, p)
      if (t < -1e-6 || t > 1 + 1e-6) return
      const part = Math.min(1, Math.max(0, t))
      const end = distance(edge.a, p) <= TIE ? 0 : distance(edge.b, p) <= TIE ? 1 : null
      if (end !== null) exact.push({ to: 'item', item: id, edge: i, part: end, last: p })
      else along.push({ to: 'item', item: id, edge: i, part, last: p })
    })
  }
  return [...exact, ...along]
}
