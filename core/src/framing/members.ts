import {
  PARALLEL,
  SAME_POINT,
  flattenPath,
  insidePath,
  pathBox,
  type Path,
  type Point,
  boxOf,
} from '../geometry'
import type { Framing } from '../records'

/** One timber of a row, in plan. */
export interface Member {
  /** Where its middle line begins and ends. */
  readonly a: Point
  readonly b: Point
  /** How many lie side by side; the row's width each. */
  readonly count: 1 | 2
  /** One of the row, or what carries those that end at a void: beside it, or across it. */
  readonly is: 'common' | 'trimmer' | 'header'
  /** Its number from the first side; 0 for what goes round a void. */
  readonly number: number
}

/** More than this are not made: a row is refused before it comes to this. */
export const MOST_MEMBERS = 20_000

/** A line across which things lie along the row: from where to where. */
interface Span {
  readonly from: number
  readonly to: number
}

/** What of a void lies within a row, in the axes of the row. */
interface Hole {
  readonly along: Span
  readonly across: Span
  /** Whether timbers end at its near and its far end, or at the end of the row before it. */
  readonly ends: readonly [near: boolean, far: boolean]
}

/**
 * The places of a row across its outline, mm from the first side: at the pitch from the side it is set out from, with a last
 * one at the other; or evenly, no further apart than the pitch.
 */
export function placesOf(
  wide: number,
  { pitch, width, setOut }: Pick<Framing, 'pitch' | 'width' | 'setOut'>,
): number[] {
  const [first, last] = [width / 2, wide - width / 2]
  if (!(last - first > SAME_POINT)) return [wide / 2]
  const room = last - first
  if (setOut === 'evenly') {
    const count = Math.ceil(room / pitch - PARALLEL)
    return Array.from({ length: count + 1 }, (_, i) => first + (room * i) / count)
  }
  const places: number[] = []
  for (let at = 0; at < room - SAME_POINT; at += pitch) places.push(first + at)
  // The last stands at the other side; the one before gives way where both would run into each other.
  if (places.length > 1 && last - places[places.length - 1]! < width - SAME_POINT) places.pop()
  places.push(last)
  return setOut === 'first side' ? places : places.map((at) => wide - at).reverse()
}

/**
 * The timbers of a row: at its pitch within its outline, ending at voids, with doubled ones beside each void and doubled ones
 * across its ends that carry those which end there.
 */
export function membersOf(row: Framing, voids: readonly Path[]): Member[] {
  const { turn, width } = row
  const u = { x: Math.cos(turn), y: Math.sin(turn) }
  const inRow = ({ x, y }: Point): Point => ({ x: x * u.x + y * u.y, y: -x * u.y + y * u.x })
  const inPlan = (s: number, t: number): Point => ({ x: s * u.x - t * u.y, y: s * u.y + t * u.x })
  const outline = flattenPath(row.outline, CHORD).map(inRow)
  const low = Math.min(...outline.map(({ y }) => y))
  const wide = Math.max(...outline.map(({ y }) => y)) - low
  const holes = voids.flatMap((hole) => holeIn(flattenPath(hole, CHORD).map(inRow), outline, row))
  const doubled = new Set(row.doubled ?? [])
  const members: Member[] = []
  const put = (s: Span, t: number, more: Pick<Member, 'count' | 'is' | 'number'>): void => {
    if (s.to - s.from > SAME_POINT) members.push({ a: inPlan(s.from, t), b: inPlan(s.to, t), ...more })
  }
  const trimmers = holes.flatMap(({ across: { from, to } }) => [from - width, to + width])
  placesOf(wide, row).forEach((place, i) => {
    const t = low + place
    // A trimmer stands in its place.
    if (trimmers.some((at) => Math.abs(at - t) < 1.5 * width - SAME_POINT)) return
    const count = doubled.has(i + 1) ? 2 : 1
    for (const whole of spansAt(outline, t))
      for (const part of less(whole, holes, t, width)) put(part, t, { count, is: 'common', number: i + 1 })
  })
  for (const { along, across, ends } of holes) {
    for (const t of [across.from - width, across.to + width])
      for (const part of spansAt(outline, t))
        for (const left of less(part, holes, t, width)) put(left, t, { count: 2, is: 'trimmer', number: 0 })
    // Across its two ends, between the trimmers.
    for (const [i, s] of [along.from - width, along.to + width].entries())
      if (ends[i])
        members.push({
          a: inPlan(s, across.from),
          b: inPlan(s, across.to),
          count: 2,
          is: 'header',
          number: 0,
        })
  }
  return members
}

/** How far chords may leave a curve, mm. */
const CHORD = 1

/** What of a void lies within a row; none where that is no hole to any timber. */
function holeIn(points: readonly Point[], outline: readonly Point[], { width }: Framing): Hole[] {
  const [hole, whole] = [spanned(points), spanned(outline)]
  const along = common(hole.along, whole.along)
  const across = common(hole.across, whole.across)
  const path: Path = { vertices: outline.map((p) => ({ ...p, sweep: 0 })), closed: true }
  const middle = { x: (along.from + along.to) / 2, y: (across.from + across.to) / 2 }
  if (along.to - along.from <= width || across.to - across.from <= width || !insidePath(path, middle))
    return []
  return [
    {
      along,
      across,
      ends: [along.from > whole.along.from + 2 * width, along.to < whole.along.to - 2 * width],
    },
  ]
}

const spanned = (points: readonly Point[]): { along: Span; across: Span } => {
  const box = boxOf(points)
  return { along: { from: box.minX, to: box.maxX }, across: { from: box.minY, to: box.maxY } }
}
const common = (p: Span, q: Span): Span => ({ from: Math.max(p.from, q.from), to: Math.min(p.to, q.to) })

/** Where a line along the row lies within an outline (even-odd). */
function spansAt(outline: readonly Point[], t: number): Span[] {
  const at: number[] = []
  outline.forEach((p, i) => {
    const q = outline[(i + 1) % outline.length]!
    if (p.y > t !== q.y > t) at.push(p.x + ((q.x - p.x) * (t - p.y)) / (q.y - p.y))
  })
  at.sort((p, q) => p - q)
  const spans: Span[] = []
  for (let i = 0; i + 1 < at.length; i += 2) spans.push({ from: at[i]!, to: at[i + 1]! })
  return spans
}

/** What is left of a span beside the voids it meets, and the doubled timbers across their ends. */
function less(whole: Span, holes: readonly Hole[], t: number, width: number): Span[] {
  let left = [whole]
  for (const { along, across } of holes) {
    if (t <= across.from - width / 2 || t >= across.to + width / 2) continue
    const [from, to] = [along.from - 2 * width, along.to + 2 * width]
    left = left.flatMap((span) => [
      { from: span.from, to: Math.min(span.to, from) },
      { from: Math.max(span.from, to), to: span.to },
    ])
  }
  return left.filter(({ from, to }) => to - from > SAME_POINT)
}

/** The corners of a timber in plan, each of those side by side. */
export function memberOutlines({ a, b, count }: Member, width: number): Point[][] {
  const length = Math.hypot(b.x - a.x, b.y - a.y)
  const n = { x: -(b.y - a.y) / length, y: (b.x - a.x) / length }
  return Array.from({ length: count }, (_, i) => {
    const low = (i - count / 2) * width
    const at = (p: Point, aside: number): Point => ({ x: p.x + n.x * aside, y: p.y + n.y * aside })
    return [at(a, low), at(b, low), at(b, low + width), at(a, low + width)]
  })
}

/** How many a row has room for at most, across its outline. */
export function roomFor({
  outline,
  turn,
  pitch,
}: Pick<Framing, 'turn' | 'pitch'> & { readonly outline: Path }): number {
  const { minX, minY, maxX, maxY } = pathBox(outline)
  const wide = Math.abs(Math.sin(turn)) * (maxX - minX) + Math.abs(Math.cos(turn)) * (maxY - minY)
  return Math.ceil(wide / pitch) + 1
}
