import RBush from 'rbush'
import {
  distance,
  footParameter,
  middle,
  nearestOnSegment,
  segmentCrossing,
  type Box,
  type Point,
} from '../geometry'

/** Kinds of snap by geometry. */
export type SnapKind =
  | 'end'
  | 'middle'
  | 'crossing'
  | 'centre'
  | 'square-on'
  | 'on line'
  | 'aligned'
  | 'between'
  | 'wall end'
  | 'wall line'

export interface Snap {
  readonly kind: SnapKind
  readonly point: Point
  /** Points whose alignment lines run through this one. */
  readonly from: readonly Point[]
}

/** Lines that points snap to. `axis`: the drawn line of a wall, which is not itself plotted. */
export interface SnapLine extends Box {
  readonly a: Point
  readonly b: Point
  readonly axis: boolean
}

export interface SnapSpot extends Box {
  readonly point: Point
  readonly kind: 'middle' | 'centre' | 'end'
}

/** What can be snapped to, indexed by place. */
export class SnapField {
  private readonly lines = new RBush<SnapLine>()
  private readonly spots = new RBush<SnapSpot>()

  constructor(lines: readonly Omit<SnapLine, keyof Box>[], spots: readonly Omit<SnapSpot, keyof Box>[]) {
    this.lines.load(
      lines.map((line) => ({
        ...line,
        minX: Math.min(line.a.x, line.b.x),
        minY: Math.min(line.a.y, line.b.y),
        maxX: Math.max(line.a.x, line.b.x),
        maxY: Math.max(line.a.y, line.b.y),
      })),
    )
    this.spots.load(
      spots.map((spot) => ({
        ...spot,
        minX: spot.point.x,
        minY: spot.point.y,
        maxX: spot.point.x,
        maxY: spot.point.y,
      })),
    )
  }

  near(p: Point, reach: number): { lines: SnapLine[]; spots: SnapSpot[] } {
    const box = { minX: p.x - reach, minY: p.y - reach, maxX: p.x + reach, maxY: p.y + reach }
    return { lines: this.lines.search(box), spots: this.spots.search(box) }
  }
}

export interface SnapRequest {
  readonly pointer: Point
  /** How far a snap reaches, real mm. */
  readonly reach: number
  /** The last point of what is being drawn: for square-on. */
  readonly last: Point | null
  /** Points that alignment lines run from. */
  readonly align: readonly Point[]
  /** Drawing walls: the lines of other walls come before their faces. */
  readonly walls: boolean
}

/** Lower ranks win; within a rank the nearest. */
const RANK: Record<SnapKind, number> = {
  'wall end': 0,
  end: 1,
  crossing: 1,
  centre: 1,
  between: 1,
  middle: 2,
  'square-on': 3,
  'wall line': 4,
  'on line': 5,
  aligned: 6,
}

/** The best snap near the pointer, or null. */
export function snapAt(field: SnapField, request: SnapRequest): Snap | null {
  const { pointer, reach, last, walls } = request
  let best: Snap | null = null
  let bestRank = Infinity
  let bestDistance = Infinity
  const offer = (kind: SnapKind, point: Point, from: readonly Point[] = []): void => {
    const away = distance(pointer, point)
    if (away > reach) return
    const rank = RANK[kind] - (kind === 'aligned' && from.length > 1 ? 3 : 0)
    if (rank < bestRank || (rank === bestRank && away < bestDistance)) {
      best = { kind, point, from }
      bestRank = rank
      bestDistance = away
    }
  }
  const { lines, spots } = field.near(pointer, reach)
  for (const spot of spots) offer(spot.kind, spot.point)
  const usable = lines.filter((line) => walls || !line.axis)
  for (const line of usable) {
    offer(line.axis ? 'wall end' : 'end', line.a)
    offer(line.axis ? 'wall end' : 'end', line.b)
    offer('middle', middle(line.a, line.b))
    if (last) {
      const t = footParameter(last, line.a, line.b)
      if (t > 0 && t < 1) {
        const foot = nearestOnSegment(last, line.a, line.b)
        if (distance(foot, last) > reach / 100) offer('square-on', foot)
      }
    }
    offer(line.axis ? 'wall line' : 'on line', nearestOnSegment(pointer, line.a, line.b))
  }
  const few = usable.slice(0, 24)
  for (let i = 0; i < few.length; i++) {
    for (let j = i + 1; j < few.length; j++) {
      const p = few[i]!
      const q = few[j]!
      if (p.axis !== q.axis) continue
      const crossing = segmentCrossing(p.a, p.b, q.a, q.b)
      if (crossing) offer('crossing', crossing)
    }
  }
  alignments(request, usable, offer)
  return best
}

/** Along x and y from earlier points, where two such lines cross, and where one crosses drawn lines. */
function alignments(
  { pointer, reach, align }: SnapRequest,
  lines: readonly SnapLine[],
  offer: (kind: SnapKind, point: Point, from: readonly Point[]) => void,
): void {
  const level = align.filter((q) => Math.abs(q.y - pointer.y) <= reach)
  const upright = align.filter((q) => Math.abs(q.x - pointer.x) <= reach)
  const far = 1e7
  for (const q of level) {
    offer('aligned', { x: pointer.x, y: q.y }, [q])
    for (const line of lines) {
      const p = segmentCrossing(line.a, line.b, { x: q.x - far, y: q.y }, { x: q.x + far, y: q.y })
      if (p) offer('crossing', p, [q])
    }
  }
  for (const q of upright) {
    offer('aligned', { x: q.x, y: pointer.y }, [q])
    for (const line of lines) {
      const p = segmentCrossing(line.a, line.b, { x: q.x, y: q.y - far }, { x: q.x, y: q.y + far })
      if (p) offer('crossing', p, [q])
    }
  }
  for (const p of level) for (const q of upright) if (p !== q) offer('aligned', { x: q.x, y: p.y }, [p, q])
}

/**
 * The pointer brought onto the nearest direction that is a multiple of `step` from `last`. With a
 * `tolerance` (radians) only when it is that near; otherwise always.
 */
export function lockDirection(last: Point, pointer: Point, step: number, tolerance = Infinity): Point | null {
  const dx = pointer.x - last.x
  const dy = pointer.y - last.y
  const angle = Math.atan2(dy, dx)
  const locked = Math.round(angle / step) * step
  if (Math.abs(angle - locked) > tolerance) return null
  const along = dx * Math.cos(locked) + dy * Math.sin(locked)
  const exact = (value: number): number => (Math.abs(value) < 1e-12 ? 0 : value)
  return { x: last.x + exact(Math.cos(locked)) * along, y: last.y + exact(Math.sin(locked)) * along }
}
