import type { LevelSolver } from '../building'
import { openingPoint } from '../annotate'
import { placementItems } from '../derive'
import type { DisplayList } from '../display'
import { distance, type Point } from '../geometry'
import type { Drawing, Project } from '../records'
import { SnapField, type SnapLine, type SnapSpot } from './snap'

type Line = Omit<SnapLine, 'minX' | 'minY' | 'maxX' | 'maxY'>
type Spot = Omit<SnapSpot, 'minX' | 'minY' | 'maxX' | 'maxY'>

/** Everything of a plan that points snap to: wall lines and faces, openings, placed blocks. */
export function planField(project: Project, drawing: Drawing, solver: LevelSolver): SnapField {
  const lines: Line[] = []
  const spots: Spot[] = []
  for (const wall of solver.all()) {
    lines.push({ a: wall.shape.a, b: wall.shape.b, axis: true })
    for (const b of wall.boundaries) {
      if (b.left >= 0 && b.right >= 0) continue
      lines.push({ a: { x: b.x1, y: b.y1 }, b: { x: b.x2, y: b.y2 }, axis: false })
    }
    for (const { opening, fault } of wall.openings) {
      if (fault) continue
      for (const side of ['left', 'right', 'axis'] as const) {
        for (const at of ['start', 'centre', 'end'] as const)
          spots.push({
            kind: at === 'centre' ? 'middle' : 'end',
            point: openingPoint(wall, opening, at, side),
          })
        lines.push({
          a: openingPoint(wall, opening, 'start', side),
          b: openingPoint(wall, opening, 'end', side),
          axis: side === 'axis',
        })
      }
    }
  }
  for (const placement of project.all('placement')) {
    if (placement.level !== drawing.level) continue
    addLines(placementItems(placement, project.need('block', placement.block)), lines, spots)
    spots.push({ kind: 'centre', point: placement.at })
  }
  return new SnapField(lines, spots)
}

function addLines(items: DisplayList, lines: Line[], spots: Spot[]): void {
  for (const item of items) {
    if (item.kind === 'arc') spots.push({ kind: 'centre', point: { x: item.x, y: item.y } })
    if (item.kind !== 'line') continue
    const at = (i: number): Point => ({ x: item.points[2 * i]!, y: item.points[2 * i + 1]! })
    const count = item.points.length / 2
    for (let i = 0; i < (item.closed ? count : count - 1); i++) {
      const a = at(i)
      const b = at((i + 1) % count)
      // The short sides of rounded shapes are no help.
      if (distance(a, b) > 40) lines.push({ a, b, axis: false })
    }
  }
}
