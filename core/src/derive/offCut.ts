import type { Boundary, OpeningFit, SolvedWall, Zone } from '../building'
import { strokeItem, type AnyPen, type DisplayItem } from '../display'
import { SAME_POINT, distance, pathOfPoints, type Path, type Point } from '../geometry'
import { openingTypeOf } from '../library'
import type { Column, Project, Wall } from '../records'
import type { PlanLook } from './look'
import { onLayer } from './onLayer'
import { openingItems, type OpeningLook } from './opening'
import { OVERHEAD_DASHES, OpeningGround } from './openingGround'

const NO_DASHES: readonly number[] = []
/** Dashes of what is hidden below, paper mm (ISO 128-2, dashed narrow line). */
const HIDDEN_DASHES = [1.5, 0.9]

/**
 * A wall or column that the cut of a plan does not pass through: a low one as it is seen from above, one above the cut
 * dashed as overhead.
 */
export function offCutItems(
  project: Project,
  record: Wall | Column,
  boundaries: readonly Boundary[],
  zone: Exclude<Zone, 'cut'>,
  { scale }: Pick<PlanLook, 'scale'>,
): readonly DisplayItem[] {
  const { pen, dashes } = offCutStroke(zone)
  const made = chained(boundaries).map((path) => strokeItem(path, pen, dashes, scale, record.id))
  return onLayer(project, record, made, scale)
}

function offCutStroke(zone: Exclude<Zone, 'cut'>): {
  readonly pen: AnyPen
  readonly dashes: readonly number[]
} {
  switch (zone) {
    case 'below':
    case 'removed':
      return { pen: 'seen', dashes: [] }
    case 'above':
      return { pen: 'hidden', dashes: OVERHEAD_DASHES }
  }
}

/**
 * What fills an opening in plan. One that is not open where its wall is looked at is dashed in its place where the wall
 * is cut; in a wall that lies above or below the cut it does not show.
 */
export function openingInPlan(
  project: Project,
  { shape, zone }: Pick<SolvedWall, 'shape' | 'zone'>,
  fit: OpeningFit,
  look: OpeningLook & Pick<PlanLook, 'overhead'>,
  scale: number,
): DisplayItem[] {
  if (fit.zone === 'cut' || fit.fault)
    return openingItems(shape, fit, openingTypeOf(project, fit.opening), look, scale)
  if (zone !== 'cut' || (fit.zone === 'above' && !look.overhead)) return []
  const ground = new OpeningGround(shape, fit, scale)
  const { low, high } = ground
  const dashes = fit.zone === 'above' ? OVERHEAD_DASHES : fit.zone === 'removed' ? NO_DASHES : HIDDEN_DASHES
  const line = (a: Point, b: Point): DisplayItem =>
    strokeItem(pathOfPoints([a, b], false), 'hidden', dashes, scale, fit.opening.id)
  const middle = (low + high) / 2
  return [
    line(ground.at(fit.from, low), ground.at(fit.from, high)),
    line(ground.at(fit.to, low), ground.at(fit.to, high)),
    line(ground.at(fit.from, middle), ground.at(fit.to, middle)),
  ]
}

/** The outer edges of boundaries as lines, end to end where they meet. */
function chained(boundaries: readonly Boundary[]): Path[] {
  const edges = boundaries.flatMap(({ x1, y1, x2, y2, left, right }): [Point, Point][] =>
    left < 0 === right < 0
      ? []
      : left < 0
        ? [
            [
              { x: x2, y: y2 },
              { x: x1, y: y1 },
            ],
          ]
        : [
            [
              { x: x1, y: y1 },
              { x: x2, y: y2 },
            ],
          ],
  )
  const rest = new Set(edges)
  const paths: Path[] = []
  const take = (fits: (edge: [Point, Point]) => boolean): [Point, Point] | undefined => {
    for (const edge of rest)
      if (fits(edge)) {
        rest.delete(edge)
        return edge
      }
    return undefined
  }
  for (const first of edges) {
    if (!rest.delete(first)) continue
    const points = [first[0], first[1]]
    for (let next; (next = take(([a]) => distance(a, points.at(-1)!) <= SAME_POINT));) points.push(next[1])
    for (let next; (next = take(([, b]) => distance(b, points[0]!) <= SAME_POINT));) points.unshift(next[0])
    const closed = points.length > 3 && distance(points[0]!, points.at(-1)!) <= SAME_POINT
    paths.push(pathOfPoints(closed ? points.slice(0, -1) : points, closed))
  }
  return paths
}
