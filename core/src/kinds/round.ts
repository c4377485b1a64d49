import {
  PARALLEL,
  angleOf,
  arcOf,
  arcThrough,
  cross,
  dot,
  isStraight,
  size,
  subtract,
  type Arc,
  type Point,
} from '../geometry'
import type { RoundDimension } from '../records'

/** Legs of an angle shorter than this have no direction, mm. */
const LEAST_LEG = 0.01

/**
 * The arc that an angle or a round dimension measures: of an angle the one between its legs, anticlockwise, its radius 1; else
 * the one through its points. Null where they make none.
 * @param points the corner and a point of each leg, or the start, a point and the end of an arc
 */
export function roundOf(
  { measures, outer }: Pick<RoundDimension, 'measures' | 'outer'>,
  points: readonly [Point, Point, Point],
): Arc | null {
  if (measures !== 'angle') {
    const edge = arcThrough(...points)
    return isStraight(edge) ? null : arcOf(edge)
  }
  const [centre, first, second] = points
  const [u, v] = [subtract(first, centre), subtract(second, centre)]
  if (size(u) < LEAST_LEG || size(v) < LEAST_LEG) return null
  const turn = Math.atan2(cross(u, v), dot(u, v))
  const [from, sweep] = turn < 0 ? [angleOf(v), -turn] : [angleOf(u), turn]
  if (sweep <= PARALLEL) return null
  return outer
    ? { centre, radius: 1, from: from + sweep, sweep: 2 * Math.PI - sweep }
    : { centre, radius: 1, from, sweep }
}

/** What is measured: radians of an angle, else mm; null: nothing. */
export function roundMeasure(measures: RoundDimension['measures'], arc: Arc | null): number | null {
  if (!arc) return null
  switch (measures) {
    case 'angle':
      return arc.sweep
    case 'radius':
      return arc.radius
    case 'diameter':
      return 2 * arc.radius
    case 'arc':
      return arc.radius * Math.abs(arc.sweep)
  }
}

/**
 * How a round dimension runs through a point: how far out, and for radii and diameters in which direction.
 * @param scale real mm to one mm on paper
 */
export function roundThrough(
  measures: RoundDimension['measures'],
  arc: Arc,
  through: Point,
  scale: number,
): Pick<RoundDimension, 'reach' | 'turn'> {
  const away = subtract(through, arc.centre)
  const far = size(away)
  /** Half millimetres on paper. */
  const paper = (mm: number): number => Math.round((mm / scale) * 2) / 2
  switch (measures) {
    case 'angle':
      return { reach: { in: 'paper', paperMm: Math.max(1, paper(far)) } }
    case 'arc':
      return { reach: { in: 'paper', paperMm: paper(far - arc.radius) } }
    case 'radius':
    case 'diameter': {
      const out = paper(far - arc.radius)
      return { reach: { in: 'paper', paperMm: Math.max(0, out) }, turn: angleOf(away) }
    }
  }
}
