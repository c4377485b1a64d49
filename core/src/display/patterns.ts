import type { Loop } from '../building'
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

/**
 * Patterns as families of lines. Brick is a stretcher bond of 215 × 65 units in 10 mm joints, blockwork of
 * 440 × 215 units; both keep their real size. The others keep their size on paper.
 */
export const PATTERNS: Record<PatternName, Pattern> = {
  brick: {
    sizing: 'real',
    families: [
      { angle: 0, spacing: 75 },
      { angle: degrees(90), spacing: 112.5, dash: [75, 75], stagger: 75 },
    ],
  },
  blockwork: {
    sizing: 'real',
    families: [
      { angle: 0, spacing: 225 },
      { angle: degrees(90), spacing: 225, dash: [225, 225], stagger: 225 },
    ],
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
  timber: { sizing: 'paper', families: [{ angle: degrees(-45), spacing: 0.8 }] },
  concrete: {
    sizing: 'paper',
    families: [
      { angle: degrees(25), spacing: 1.9, dash: [0.5, 2.9], stagger: 1.3 },
      { angle: degrees(110), spacing: 2.3, dash: [0.4, 3.7], stagger: 1.7, start: 0.8 },
      { angle: degrees(160), spacing: 2.1, dash: [0.3, 4.3], stagger: 0.9, start: 0.4 },
    ],
  },
}

/** More lines than this in one area are not drawn; the area is shown without pattern. */
const MOST_LINES = 200_000

/**
 * The pattern's lines within closed outlines (even-odd), as separate segments x1, y1, x2, y2 … in real mm.
 * `scale` is real mm to one mm on paper, for patterns that keep their paper size. Lines run through one
 * common origin, so neighbouring areas match. Gives null when there would be too many lines.
 */
export function patternLines(
  pattern: Pattern,
  loops: Iterable<Pick<Loop, 'points'>>,
  scale: number,
): number[] | null {
  const unit = pattern.sizing === 'paper' ? scale : 1
  const outlines = [...loops]
  const out: number[] = []
  for (const family of pattern.families) if (!addFamily(family, unit, outlines, out)) return null
  return out
}

function addFamily(
  family: LineFamily,
  unit: number,
  outlines: readonly Pick<Loop, 'points'>[],
  out: number[],
): boolean {
  // Exact for right angles, so that an edge along the lines counts once.
  const exact = (value: number): number => (Math.abs(value) < 1e-12 ? 0 : value)
  const cos = exact(Math.cos(family.angle))
  const sin = exact(Math.sin(family.angle))
  const spacing = family.spacing * unit
  const start = (family.start ?? 0) * unit
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
      const first = Math.ceil(low / spacing)
      const last = Math.ceil(high / spacing) - 1
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
      if (!family.dash) emit(n, line[i]!, line[i + 1]!)
      else {
        const period = family.dash.reduce((sum, length) => sum + length, 0) * unit
        drawn += (line[i + 1]! - line[i]!) / period
        if (!(drawn <= MOST_LINES)) return false
        dashes(family, unit, n, line[i]!, line[i + 1]!, emit)
      }
    }
  }
  return true
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
