import type { Course } from './ellipse'
import { SAME_POINT } from './tolerance'
import { add, distance, subtract, times, type Point } from './vector'

/**
 * A smooth curve through points: cubic parts whose directions and bends agree where they meet (a natural
 * cubic spline over chord lengths; a periodic one when closed). Source: de Boor, A Practical Guide to
 * Splines, ch. IV. Points that fall together count once; fewer than two give nothing.
 */
export function curveCourse(given: readonly Point[], closed: boolean): Course | null {
  const points = given.filter((p, i) => i === 0 || distance(p, given[i - 1]!) > SAME_POINT)
  if (closed && points.length > 2 && distance(points[0]!, points[points.length - 1]!) <= SAME_POINT)
    points.pop()
  if (points.length < 2) return null
  const ring = closed && points.length > 2
  const nodes = ring ? [...points, points[0]!] : points
  const widths = nodes.slice(1).map((p, i) => distance(nodes[i]!, p))
  const slopes = ring ? periodicSlopes(nodes, widths) : naturalSlopes(nodes, widths)
  const part = (t: number): { i: number; s: number } => {
    const i = Math.min(widths.length - 1, Math.max(0, Math.floor(t)))
    return { i, s: t - i }
  }
  const stops: number[] = []
  for (let i = 0; i < widths.length; i++) stops.push(i, i + 0.5)
  stops.push(widths.length)
  return {
    stops,
    at(t) {
      const { i, s } = part(t)
      const h = widths[i]!
      const p = nodes[i]!
      const q = nodes[i + 1]!
      const s2 = s * s
      const s3 = s2 * s
      return add(
        add(times(p, 2 * s3 - 3 * s2 + 1), times(slopes[i]!, (s3 - 2 * s2 + s) * h)),
        add(times(q, -2 * s3 + 3 * s2), times(slopes[i + 1]!, (s3 - s2) * h)),
      )
    },
    along(t) {
      const { i, s } = part(t)
      const h = widths[i]!
      const p = nodes[i]!
      const q = nodes[i + 1]!
      const d = add(
        add(times(p, 6 * s * s - 6 * s), times(slopes[i]!, (3 * s * s - 4 * s + 1) * h)),
        add(times(q, -6 * s * s + 6 * s), times(slopes[i + 1]!, (3 * s * s - 2 * s) * h)),
      )
      return Math.hypot(d.x, d.y) > 0 ? d : subtract(q, p)
    },
  }
}

/** Solves a system of three diagonals (Thomas's way): low[i]·x[i-1] + mid[i]·x[i] + high[i]·x[i+1] = right[i]. */
function threeDiagonals(low: number[], mid: number[], high: number[], right: Point[]): Point[] {
  const count = mid.length
  const c: number[] = []
  const d: Point[] = []
  for (let i = 0; i < count; i++) {
    const pivot = mid[i]! - (i > 0 ? low[i]! * c[i - 1]! : 0)
    c.push(high[i]! / pivot)
    d.push(times(i > 0 ? subtract(right[i]!, times(d[i - 1]!, low[i]!)) : right[i]!, 1 / pivot))
  }
  for (let i = count - 2; i >= 0; i--) d[i] = subtract(d[i]!, times(d[i + 1]!, c[i]!))
  return d
}

/** The slope that goes steadily from node to node. */
const chordSlope = (nodes: readonly Point[], widths: readonly number[], i: number): Point =>
  times(subtract(nodes[i + 1]!, nodes[i]!), 1 / widths[i]!)

/** What the slopes about an inner node must come to, for equal bends on both its sides. */
function bendRow(
  nodes: readonly Point[],
  widths: readonly number[],
  before: number,
  after: number,
): { low: number; mid: number; high: number; right: Point } {
  const h = widths[before]!
  const k = widths[after]!
  return {
    low: k,
    mid: 2 * (h + k),
    high: h,
    right: times(
      add(times(chordSlope(nodes, widths, before), k), times(chordSlope(nodes, widths, after), h)),
      3,
    ),
  }
}

function naturalSlopes(nodes: readonly Point[], widths: readonly number[]): Point[] {
  const last = nodes.length - 1
  const rows = nodes.map((_, i) => {
    if (i === 0) return { low: 0, mid: 2, high: 1, right: times(chordSlope(nodes, widths, 0), 3) }
    if (i === last) return { low: 1, mid: 2, high: 0, right: times(chordSlope(nodes, widths, last - 1), 3) }
    return bendRow(nodes, widths, i - 1, i)
  })
  return threeDiagonals(
    rows.map((row) => row.low),
    rows.map((row) => row.mid),
    rows.map((row) => row.high),
    rows.map((row) => row.right),
  )
}

/** The same round a ring: the corner terms are taken out and put back (Sherman and Morrison, 1950). */
function periodicSlopes(nodes: readonly Point[], widths: readonly number[]): Point[] {
  const count = nodes.length - 1
  const rows = Array.from({ length: count }, (_, i) => bendRow(nodes, widths, (i + count - 1) % count, i))
  const low = rows.map((row) => row.low)
  const mid = rows.map((row) => row.mid)
  const high = rows.map((row) => row.high)
  const alpha = high[count - 1]!
  const beta = low[0]!
  const gamma = -mid[0]!
  mid[0] = mid[0]! - gamma
  mid[count - 1] = mid[count - 1]! - (alpha * beta) / gamma
  const x = threeDiagonals(
    low,
    mid,
    high,
    rows.map((row) => row.right),
  )
  const z = threeDiagonals(
    low,
    mid,
    high,
    rows.map((_, i) => ({ x: i === 0 ? gamma : i === count - 1 ? alpha : 0, y: 0 })),
  )
  const down = 1 + z[0]!.x + (beta * z[count - 1]!.x) / gamma
  const factor = times(add(x[0]!, times(x[count - 1]!, beta / gamma)), 1 / down)
  const slopes = x.map((p, i) => subtract(p, times(factor, z[i]!.x)))
  return [...slopes, slopes[0]!]
}
