import type { Loop } from '../building'
import {
  NEARLY_PARALLEL,
  boxHasPoint,
  cross,
  direction,
  distanceToSegment,
  dot,
  insidePath,
  middle,
  pathOfPoints,
  subtract,
  type Point,
} from '../geometry'
import type { Id } from '../records'

/** A part of a building's outline as it is seen from one side, from far off. */
export interface SeenRun {
  /** From where to where along the side, and the points of the outline there. */
  readonly from: number
  readonly to: number
  readonly a: Point
  readonly b: Point
  /** The wall, column or opening whose face it is. */
  readonly owner: Id
}

/** Steps and gaps smaller than this are none, mm. */
const SMALL = 0.5
/** Faces that turn by less than this go on round a curve, radians. */
const SMOOTH = Math.PI / 18

interface Facing {
  readonly from: number
  readonly to: number
  readonly a: Point
  readonly b: Point
  readonly owner: Id
  /** How far out it lies at its ends. */
  readonly outs: readonly [number, number]
}

const outAt = ({ from, to, outs }: Facing, at: number): number =>
  outs[0] + ((outs[1] - outs[0]) * (at - from)) / (to - from)

const pointAt = ({ from, to, a, b }: Facing, at: number): Point => {
  const t = (at - from) / (to - from)
  return { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t }
}

/**
 * What is seen of an outline from far off, in order along the side: nothing that lies behind another part of it.
 * @param loop an outer outline, anticlockwise
 * @param u along the side
 * @param out square to it, towards where it is seen from
 */
export function seenFrom(loop: Loop, u: Point, out: Point): SeenRun[] {
  const facing = facingEdges(loop, u, out)
  const stops = [...new Set(facing.flatMap(({ from, to }) => [from, to]))].sort((p, q) => p - q)
  const runs: SeenRun[] = []
  let next = 0
  let active: Facing[] = []
  let last: Facing | null = null
  for (let i = 0; i + 1 < stops.length; i++) {
    const [from, to] = [stops[i]!, stops[i + 1]!]
    if (to - from < SMALL / 10) continue
    while (next < facing.length && facing[next]!.from <= from) active.push(facing[next++]!)
    active = active.filter((edge) => edge.to > from)
    const at = (from + to) / 2
    let front: Facing | null = null
    for (const edge of active)
      if (edge.from <= from && edge.to >= to && (!front || outAt(edge, at) > outAt(front, at))) front = edge
    if (!front) continue
    const before = runs.at(-1)
    if (before && front === last && Math.abs(before.to - from) < SMALL)
      runs[runs.length - 1] = { ...before, to, b: pointAt(front, to) }
    else runs.push({ from, to, a: pointAt(front, from), b: pointAt(front, to), owner: front.owner })
    last = front
  }
  return runs
}

function facingEdges({ edges }: Loop, u: Point, out: Point): Facing[] {
  return edges
    .flatMap(({ from: a, boundary }, i): Facing[] => {
      const b = edges[(i + 1) % edges.length]!.from
      // The outline runs anticlockwise: what lies outside of it is to its right.
      const along = dot(u, subtract(b, a)) * (cross(u, out) > 0 ? -1 : 1)
      if (along <= SMALL / 10) return []
      const ends = [a, b].sort((p, q) => dot(u, p) - dot(u, q)) as [Point, Point]
      return [
        {
          from: dot(u, ends[0]),
          to: dot(u, ends[1]),
          a: ends[0],
          b: ends[1],
          owner: boundary.owner,
          outs: [dot(out, ends[0]), dot(out, ends[1])],
        },
      ]
    })
    .sort((p, q) => p.from - q.from)
}

/** The corners of what is seen: its ends, and where it steps forward, steps back or turns. */
export function cornersSeen(runs: readonly SeenRun[], out: Point): Point[] {
  const corners: Point[] = []
  runs.forEach((run, i) => {
    const before = runs[i - 1]
    if (!before || run.from - before.to > SMALL) {
      if (before) corners.push(before.b)
      corners.push(run.a)
      return
    }
    const step = dot(out, subtract(run.a, before.b))
    if (Math.abs(step) >= SMALL) corners.push(step > 0 ? run.a : before.b)
    else if (turnBetween(before, run) > SMOOTH) corners.push(run.a)
  })
  const last = runs.at(-1)
  return last ? [...corners, last.b] : corners
}

function turnBetween(p: SeenRun, q: SeenRun): number {
  const [v, w] = [subtract(p.b, p.a), subtract(q.b, q.a)]
  return Math.abs(Math.atan2(cross(v, w), dot(v, w)))
}

/** Openings whose middle is seen, in faces that run along the side. */
export const openingsSeen = (runs: readonly SeenRun[], u: Point, isOpening: (id: Id) => boolean): SeenRun[] =>
  runs.filter(({ owner, a, b }) => isOpening(owner) && Math.abs(cross(direction(a, b), u)) < NEARLY_PARALLEL)

/** The largest outline around a place, or on which it lies; null: it lies outside of all that is built. */
export function loopAround(loops: Iterable<Loop>, p: Point): Loop | null {
  let best: Loop | null = null
  for (const loop of loops) {
    if (loop.area <= (best?.area ?? 0) || !boxHasPoint(loop, p)) continue
    if (insidePath(pathOfPoints(loop.points, true), p)) best = loop
  }
  return best
}

/** The outer outline nearest to a place with its nearest edge; null: nothing is built. */
export function sideNear(
  loops: Iterable<Loop>,
  p: Point,
): { readonly loop: Loop; readonly a: Point; readonly b: Point } | null {
  let best: { loop: Loop; a: Point; b: Point; away: number } | null = null
  const outer = [...loops].filter(({ area }) => area > 0)
  for (const loop of outer)
    loop.edges.forEach(({ from: a }, i) => {
      const b = loop.edges[(i + 1) % loop.edges.length]!.from
      const away = distanceToSegment(p, a, b)
      if (best && away >= best.away) return
      best = { loop, a, b, away }
    })
  const found = best as { loop: Loop; a: Point; b: Point } | null
  if (!found) return null
  // What stands within another belongs to that.
  const around = loopAround(outer, middle(found.a, found.b))
  if (!around || around === found.loop) return found
  return sideNear([around], p)
}
