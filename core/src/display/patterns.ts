import type { Loop } from '../building'
import {
  NOTHING,
  applyTo,
  boxCorners,
  boxOf,
  combine,
  enlarge,
  inverse,
  moveBy,
  turnBy,
  type Box,
  type Point,
} from '../geometry'
import type { PatternName } from '../records'

/** One set of parallel lines of a pattern. Lengths in mm, real or on paper as the pattern says. */
interface LineFamily {
  readonly angle: number
  /** Distance between lines. */
  readonly spacing: number
  /** Shift of the first line square to the lines. */
  readonly start?: number
  /** On, off, on, off … along the line; left out: continuous. */
  readonly dash?: readonly number[]
  /** Shift of the dashes from one line to the next. */
  readonly stagger?: number
  /** Shift of the dashes of the first line. */
  readonly dashStart?: number
}

export interface Pattern {
  readonly sizing: 'real' | 'paper'
  readonly families: readonly LineFamily[]
}

const degrees = (angle: number): number => (angle * Math.PI) / 180

/** Upright joints of a bond: `length` the unit, `height` the course, half of the joints left out in turn. */
const joints = (length: number, height: number, stagger: number): LineFamily => ({
  angle: degrees(90),
  spacing: length,
  dash: [height, height],
  stagger,
})

/**
 * Patterns as families of lines. Those of bonds, tiles, boards and roof tiles keep their real size: brick is a
 * stretcher bond of 215 × 65 units in 10 mm joints, header bond shows the 102.5 ends, blockwork 440 × 215
 * units. The others keep their size on paper.
 */
export const PATTERNS: Record<PatternName, Pattern> = {
  brick: {
    sizing: 'real',
    families: [{ angle: 0, spacing: 75 }, joints(112.5, 75, 75)],
  },
  'brick header bond': {
    sizing: 'real',
    families: [{ angle: 0, spacing: 75 }, joints(56.25, 75, 75)],
  },
  'brick stack bond': {
    sizing: 'real',
    families: [
      { angle: 0, spacing: 75 },
      { angle: degrees(90), spacing: 225 },
    ],
  },
  blockwork: {
    sizing: 'real',
    families: [{ angle: 0, spacing: 225 }, joints(225, 225, 225)],
  },
  tiles: {
    sizing: 'real',
    families: [
      { angle: 0, spacing: 300 },
      { angle: degrees(90), spacing: 300 },
    ],
  },
  boards: {
    sizing: 'real',
    families: [
      { angle: 0, spacing: 140 },
      { angle: degrees(90), spacing: 1200, dash: [140, 140], stagger: 140 },
    ],
  },
  'roof tiles': {
    sizing: 'real',
    families: [{ angle: 0, spacing: 100 }, joints(82.5, 100, 100)],
  },
  insulation: {
    sizing: 'paper',
    families: [
      { angle: degrees(60), spacing: 1.3 },
      { angle: degrees(-60), spacing: 1.3 },
    ],
  },
  diagonal: { sizing: 'paper', families: [{ angle: degrees(45), spacing: 1.6 }] },
  'diagonal fine': { sizing: 'paper', families: [{ angle: degrees(45), spacing: 0.9 }] },
  'diagonal pairs': {
    sizing: 'paper',
    families: [
      { angle: degrees(45), spacing: 2.6 },
      { angle: degrees(45), spacing: 2.6, start: 0.6 },
    ],
  },
  cross: {
    sizing: 'paper',
    families: [
      { angle: 0, spacing: 2 },
      { angle: degrees(90), spacing: 2 },
    ],
  },
  'cross diagonal': {
    sizing: 'paper',
    families: [
      { angle: degrees(45), spacing: 1.6 },
      { angle: degrees(-45), spacing: 1.6 },
    ],
  },
  timber: { sizing: 'paper', families: [{ angle: degrees(-45), spacing: 0.8 }] },
  concrete: {
    sizing: 'paper',
    families: [
      { angle: degrees(25), spacing: 1.9, dash: [0.5, 2.9], stagger: 1.3 },
      { angle: degrees(110), spacing: 2.3, dash: [0.4, 3.7], stagger: 1.7, start: 0.8 },
      { angle: degrees(160), spacing: 2.1, dash: [0.3, 4.3], stagger: 0.9, start: 0.4 },
    ],
  },
  earth: {
    sizing: 'paper',
    families: [
      { angle: degrees(45), spacing: 4.2, dash: [3, 3], stagger: 3 },
      { angle: degrees(45), spacing: 4.2, start: 0.7, dash: [3, 3], stagger: 3 },
      { angle: degrees(45), spacing: 4.2, start: 1.4, dash: [3, 3], stagger: 3 },
      { angle: degrees(-45), spacing: 4.2, dash: [3, 3], stagger: 3, start: 2.1 },
      { angle: degrees(-45), spacing: 4.2, start: 2.8, dash: [3, 3], stagger: 3 },
      { angle: degrees(-45), spacing: 4.2, start: 3.5, dash: [3, 3], stagger: 3 },
    ],
  },
  gravel: {
    sizing: 'paper',
    families: [
      { angle: degrees(15), spacing: 1.7, dash: [0.9, 2.1], stagger: 1.1 },
      { angle: degrees(75), spacing: 1.9, dash: [0.7, 2.3], stagger: 0.8, start: 0.5 },
      { angle: degrees(135), spacing: 1.8, dash: [0.8, 2.4], stagger: 1.4, start: 0.9 },
    ],
  },
}

/** Sizes of the unit a pattern is laid in, for those that can be laid in a typed size; real mm. */
export const PATTERN_UNITS: Partial<
  Record<PatternName, { readonly width: number; readonly height: number }>
> = {
  brick: { width: 225, height: 75 },
  'brick header bond': { width: 112.5, height: 75 },
  'brick stack bond': { width: 225, height: 75 },
  blockwork: { width: 450, height: 225 },
  tiles: { width: 300, height: 300 },
  boards: { width: 2400, height: 140 },
  'roof tiles': { width: 165, height: 100 },
}

/** How a pattern is laid: turned and stretched about an origin. */
export interface Laying {
  readonly origin: Point
  readonly turn: number
  /** Factors along and across the pattern's rows. */
  readonly width: number
  readonly height: number
}

/** What a pattern is to be made of: which, within which outlines, at what scale, how it is laid. */
export interface PatternJob {
  readonly pattern: PatternName
  readonly loops: readonly Pick<Loop, 'points'>[]
  readonly scale: number
  readonly laying?: Laying
}

/** Lines nearer to each other than this cannot be told apart on a screen, pixels. */
const APART = 1.6

/** Whether the lines of a pattern lie too close to be told apart when so many real mm lie in a pixel. */
export function isTooDense(
  { pattern, scale, laying }: Omit<PatternJob, 'loops'>,
  mmPerPixel: number,
): boolean {
  const { sizing, families } = PATTERNS[pattern]
  const unit = (sizing === 'paper' ? scale : 1) * (laying ? Math.min(laying.width, laying.height) : 1)
  return families.some(({ spacing }) => spacing * unit < APART * mmPerPixel)
}

/** More lines than this in one area are not drawn; the area is shown without pattern. */
const MOST_LINES = 200_000

/**
 * The pattern's lines within closed outlines (even-odd), as separate segments x1, y1, x2, y2 … in real mm.
 * `scale` is real mm to one mm on paper, for patterns that keep their paper size. Lines run through one
 * common origin, so neighbouring areas match, unless a laying gives them their own. Gives null when there would
 * be too many lines. With `within` only what comes near that box, of the very same lines.
 */
export function patternLines(
  pattern: Pattern,
  loops: Iterable<Pick<Loop, 'points'>>,
  scale: number,
  laying?: Laying,
  within?: Box,
): number[] | null {
  const unit = pattern.sizing === 'paper' ? scale : 1
  const laid =
    laying &&
    combine(
      moveBy(laying.origin.x, laying.origin.y),
      combine(turnBy(laying.turn), enlarge(laying.width, laying.height)),
    )
  const back = laid && inverse(laid)
  const outlines = back
    ? Array.from(loops, ({ points }) => ({ points: points.map((p) => applyTo(back, p)) }))
    : [...loops]
  const out: number[] = []
  const near = within && (back ? boxOf(boxCorners(within).map((p) => applyTo(back, p))) : within)
  for (const family of pattern.families) if (!addFamily(family, unit, outlines, out, near)) return null
  if (laid)
    for (let i = 0; i + 1 < out.length; i += 2) {
      const p = applyTo(laid, { x: out[i]!, y: out[i + 1]! })
      out[i] = p.x
      out[i + 1] = p.y
    }
  return out
}

function addFamily(
  family: LineFamily,
  unit: number,
  outlines: readonly Pick<Loop, 'points'>[],
  out: number[],
  near: Box | undefined,
): boolean {
  // Exact for right angles, so that an edge along the lines counts once.
  const exact = (value: number): number => (Math.abs(value) < NOTHING ? 0 : value)
  const cos = exact(Math.cos(family.angle))
  const sin = exact(Math.sin(family.angle))
  const spacing = family.spacing * unit
  const start = (family.start ?? 0) * unit
  const reach = near ? reachOf(near, cos, sin) : ENDLESS
  const lowest = Math.ceil((reach.asideFrom - start) / spacing)
  const highest = Math.floor((reach.asideTo - start) / spacing)
  /** For each line its crossings with the outlines, as distances along the line. */
  const crossings = new Map<number, number[]>()
  let crossed = 0
  for (const { points } of outlines) {
    for (let i = 0, j = points.length - 1; i < points.length; j = i++) {
      const p = points[j]!
      const q = points[i]!
      const pAlong = p.x * cos + p.y * sin
      const pAside = p.y * cos - p.x * sin - start
      const qAlong = q.x * cos + q.y * sin
      const qAside = q.y * cos - q.x * sin - start
      if (pAside === qAside) continue
      const low = Math.min(pAside, qAside)
      const high = Math.max(pAside, qAside)
      // Half open, so that a corner on a line counts once.
      const first = Math.max(lowest, Math.ceil(low / spacing))
      const last = Math.min(highest, Math.ceil(high / spacing) - 1)
      if (last < first) continue
      crossed += last - first + 1
      // Said this way round, NaN and infinite counts stop here too.
      if (!(crossed <= MOST_LINES * 2)) return false
      for (let n = first; n <= last; n++) {
        const at = pAlong + ((qAlong - pAlong) * (n * spacing - pAside)) / (qAside - pAside)
        const line = crossings.get(n)
        if (line) line.push(at)
        else crossings.set(n, [at])
      }
    }
  }
  const emit = (n: number, from: number, to: number): void => {
    const aside = n * spacing + start
    out.push(
      from * cos - aside * sin,
      from * sin + aside * cos,
      to * cos - aside * sin,
      to * sin + aside * cos,
    )
  }
  /** Periods of dashes so far. */
  let drawn = 0
  for (const [n, line] of crossings) {
    line.sort((a, b) => a - b)
    for (let i = 0; i + 1 < line.length; i += 2) {
      const from = Math.max(line[i]!, reach.alongFrom)
      const to = Math.min(line[i + 1]!, reach.alongTo)
      if (from > to) continue
      if (!family.dash) emit(n, from, to)
      else {
        const period = family.dash.reduce((sum, length) => sum + length, 0) * unit
        drawn += (to - from) / period
        if (!(drawn <= MOST_LINES)) return false
        dashes(family, unit, n, from, to, emit)
      }
    }
  }
  return true
}

interface FamilyReach {
  readonly alongFrom: number
  readonly alongTo: number
  readonly asideFrom: number
  readonly asideTo: number
}
const ENDLESS: FamilyReach = {
  alongFrom: -Infinity,
  alongTo: Infinity,
  asideFrom: -Infinity,
  asideTo: Infinity,
}

/** From where to where a box lies along lines of a direction and square to them. */
function reachOf(box: Box, cos: number, sin: number): FamilyReach {
  const alongs = boxCorners(box).map(({ x, y }) => x * cos + y * sin)
  const asides = boxCorners(box).map(({ x, y }) => y * cos - x * sin)
  return {
    alongFrom: Math.min(...alongs),
    alongTo: Math.max(...alongs),
    asideFrom: Math.min(...asides),
    asideTo: Math.max(...asides),
  }
}

function dashes(
  family: LineFamily,
  unit: number,
  n: number,
  from: number,
  to: number,
  emit: (n: number, from: number, to: number) => void,
): void {
  const dash = family.dash!.map((length) => length * unit)
  const period = dash.reduce((sum, length) => sum + length, 0)
  const origin = ((family.dashStart ?? 0) + n * (family.stagger ?? 0)) * unit
  let at = origin + Math.floor((from - origin) / period) * period
  while (at < to) {
    for (let k = 0; k < dash.length; k++) {
      const end = at + dash[k]!
      if (k % 2 === 0) {
        const a = Math.max(at, from)
        const b = Math.min(end, to)
        if (b > a) emit(n, a, b)
      }
      at = end
    }
  }
}
