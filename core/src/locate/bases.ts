import { atWall, clearLength, inWall, stretchAt, type LevelSolver, type SolvedWall } from '../building'
import { boxOf, growBox, lineCrossing, segmentCrossing, type Point } from '../geometry'
import type { Id, MeasuredFrom, Opening, Project } from '../records'

/** A place along a wall that the distance of a door or window is measured from, towards the wall's other end. */
export interface Base {
  readonly from: MeasuredFrom
  /** The end of the wall on whose side it lies. */
  readonly end: 'start' | 'end'
  /** Distance along the wall's drawn line from its start, mm. */
  readonly at: number
}

/** Which way distances from a base run along its wall. */
export const senseOf = ({ end }: Pick<Base, 'end'>): 1 | -1 => (end === 'start' ? 1 : -1)

/** So far beyond a face one looks for the wall that stands there, mm. */
const BEYOND = 1

/** What is clear of a wall around a place on the side looked from: from corner to corner, mm along its line. */
export function clearAround(
  wall: SolvedWall,
  side: 'left' | 'right',
  along: number,
): { readonly from: number; readonly to: number } {
  const whole = clearLength(wall.shape, wall.start, wall.end)
  const stretch = stretchAt(wall, side, along) ?? whole
  return { from: Math.max(stretch.from, whole.from), to: Math.min(stretch.to, whole.to) }
}

/**
 * All that a distance to a place along a wall can be measured from, as one stands on a side of it: towards its start and
 * towards its end the inner corner, the axis and the far face of the wall that makes that corner, the near edge, the
 * middle and the far edge of the next door or window (`except` one), and the next grid line. What is not there is left
 * out; axis and far face are told of straight walls alone.
 */
export function basesOf(
  project: Project,
  building: LevelSolver,
  wall: SolvedWall,
  side: 'left' | 'right',
  along: number,
  except: Id | null = null,
): Base[] {
  const clear = clearAround(wall, side, along)
  return (['start', 'end'] as const).flatMap((end): Base[] => {
    const corner = end === 'start' ? clear.from : clear.to
    const made: Base[] = [{ from: 'inner corner', end, at: corner }]
    const other = wall.shape.arc ? null : wallAtCorner(building, wall, side, corner, senseOf({ end }))
    if (other) {
      const { low, high } = other.shape
      const places = [low, high].map((aside) => crossedAt(wall, side, other, aside))
      const axis = crossedAt(wall, side, other, (low + high) / 2)
      const far = end === 'start' ? Math.min(...places) : Math.max(...places)
      if (Number.isFinite(axis) && Number.isFinite(far))
        made.push({ from: 'axis', end, at: axis }, { from: 'outer corner', end, at: far })
    }
    const next = nextOpening(wall, end, along, except)
    if (next) {
      const [near, far] = end === 'start' ? [next.to, next.from] : [next.from, next.to]
      made.push(
        { from: 'opening, near edge', end, at: near },
        { from: 'opening, middle', end, at: (near + far) / 2 },
        { from: 'opening, far edge', end, at: far },
      )
    }
    const grid = nextGridLine(project, wall, end, along)
    if (grid !== null) made.push({ from: 'grid line', end, at: grid })
    return made
  })
}

/** The wall that a clear stretch ends at; null at a free end. */
function wallAtCorner(
  building: LevelSolver,
  { shape }: SolvedWall,
  side: 'left' | 'right',
  corner: number,
  sense: 1 | -1,
): SolvedWall | null {
  const faces =
    side === 'left' ? [shape.high + BEYOND, shape.low - BEYOND] : [shape.low - BEYOND, shape.high + BEYOND]
  for (const aside of [...faces, (shape.low + shape.high) / 2]) {
    const p = atWall(shape, corner - sense * BEYOND, aside)
    for (const each of building.wallsNear(growBox(boxOf([p]), BEYOND))) {
      if (each.shape.id === shape.id || each.shape.arc) continue
      const { low, high, length, thickness } = each.shape
      const at = inWall(each.shape, p)
      const within = at.along > -thickness && at.along < length + thickness
      if (within && at.aside > low && at.aside < high) return each
    }
  }
  return null
}

/** Where the line of another wall at an offset crosses a wall's face, along the wall; not finite when it does not. */
function crossedAt({ shape }: SolvedWall, side: 'left' | 'right', other: SolvedWall, aside: number): number {
  const face = atWall(shape, 0, side === 'left' ? shape.high : shape.low)
  const met = lineCrossing(face, shape.u, atWall(other.shape, 0, aside), other.shape.u)
  return met ? inWall(shape, met).along : NaN
}

function nextOpening(
  { openings }: SolvedWall,
  end: 'start' | 'end',
  along: number,
  except: Id | null,
): { readonly from: number; readonly to: number } | null {
  const there = openings.filter(({ opening, fault }) => !fault && opening.id !== except)
  return end === 'start'
    ? (there.filter(({ to }) => to <= along).sort((p, q) => q.to - p.to)[0] ?? null)
    : (there.filter(({ from }) => from >= along).sort((p, q) => p.from - q.from)[0] ?? null)
}

function nextGridLine(
  project: Project,
  { shape }: SolvedWall,
  end: 'start' | 'end',
  along: number,
): number | null {
  if (shape.arc) return null
  const middle = (shape.low + shape.high) / 2
  const place = (aside: number): Point => atWall(shape, aside, middle)
  const [a, b] = [place(0), place(shape.length)]
  let best: number | null = null
  for (const line of project.all('gridLine')) {
    const met = segmentCrossing(a, b, line.a, line.b)
    if (!met) continue
    const at = inWall(shape, met).along
    const before = end === 'start' ? at <= along : at >= along
    if (before && (best === null || Math.abs(at - along) < Math.abs(best - along))) best = at
  }
  return best
}

/** The part of an opening that a distance runs to. */
export type MeasuredTo = NonNullable<Opening['measured']>['to']

/** How far the part measured to lies from the edge of an opening that is nearer to where it is measured from, mm. */
const reachOf = (to: MeasuredTo, width: number): number =>
  ({ 'near edge': 0, middle: width / 2, 'far edge': width })[to]

/** The centre of an opening along its wall, from its distance to a base, mm. */
export const centreFrom = (base: Base, distance: number, width: number, to: MeasuredTo): number =>
  base.at + senseOf(base) * (distance - reachOf(to, width) + width / 2)

/** The distance of an opening from a base, mm: the other way round. */
export const distanceFrom = (
  base: Base,
  { along, width }: Pick<Opening, 'along' | 'width'>,
  to: MeasuredTo,
): number => (along - base.at) * senseOf(base) - width / 2 + reachOf(to, width)
