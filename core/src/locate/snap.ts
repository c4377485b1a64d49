import type { DraftField, FieldEdge } from '../derive'
import {
  NOTHING,
  arcOf,
  carrierCrossings,
  crossings,
  directionOn,
  distance,
  isStraight,
  nearestOnEdge,
  offsetFrom,
  partAt,
  pointOn,
  tangentPoints,
  turned,
  unitAt,
  type Edge,
  type Point,
} from '../geometry'

/** Kinds of snap by geometry. */
export type SnapKind =
  | 'end'
  | 'middle'
  | 'crossing'
  | 'centre'
  | 'quarter'
  | 'square-on'
  | 'touching'
  | 'on line'
  | 'aligned'
  | 'parallel'
  | 'square'
  | 'between'
  | 'wall end'
  | 'wall line'

export interface Snap {
  readonly kind: SnapKind
  readonly point: Point
  /** Points whose alignment lines run through this one. */
  readonly from: readonly Point[]
  /** The line it lies on, where there is one. */
  readonly on?: FieldEdge
}

/** What is asked for what is near: a drawing's field. */
export type SnapField = Pick<DraftField, 'edgesNear' | 'spotsNear' | 'guides'>

export interface SnapRequest {
  readonly pointer: Point
  /** How far a snap reaches, real mm. */
  readonly reach: number
  /** The last point of what is being drawn: for square-on, touching, parallel and square. */
  readonly last: Point | null
  /** Points that alignment lines run from. */
  readonly align: readonly Point[]
  /** Drawing walls: the lines of other walls come before their faces. */
  readonly walls: boolean
  /** Angle of the working axes, radians: alignment lines run along them. */
  readonly axes?: number
  /** Edges the pointer rested on: what is drawn can run parallel or square to them. */
  readonly like?: readonly Edge[]
}

/** Lower ranks win; within a rank the nearest. */
const RANK: Record<SnapKind, number> = {
  'wall end': 0,
  end: 1,
  crossing: 1,
  centre: 1,
  between: 1,
  middle: 2,
  quarter: 2,
  'square-on': 3,
  touching: 3,
  'wall line': 4,
  'on line': 5,
  parallel: 5.5,
  square: 5.5,
  aligned: 6,
}

/** How many lines near the pointer are tried for crossings: among more, nobody sees which is meant. */
const MOST_CROSSED = 24
/** As far as alignment lines reach, mm. */
const FAR = 1e7

type Offer = (kind: SnapKind, point: Point, from?: readonly Point[], on?: FieldEdge) => void

/** The best snap near the pointer, or null. */
export function snapAt(field: SnapField, request: SnapRequest): Snap | null {
  const { pointer, reach, last, walls } = request
  let best: Snap | null = null
  let bestRank = Infinity
  let bestDistance = Infinity
  const offer: Offer = (kind, point, from = [], on) => {
    const away = distance(pointer, point)
    if (!(away <= reach)) return
    const rank = RANK[kind] - (kind === 'aligned' && from.length > 1 ? 3 : 0)
    if (rank < bestRank || (rank === bestRank && away < bestDistance)) {
      best = on ? { kind, point, from, on } : { kind, point, from }
      bestRank = rank
      bestDistance = away
    }
  }
  for (const spot of field.spotsNear(pointer, reach)) offer(spot.kind, spot.point)
  const near: { item: FieldEdge; away: number }[] = []
  for (const item of field.edgesNear(pointer, reach)) {
    if (item.role === 'axis' && !walls) continue
    const found = nearestOnEdge(item.edge, pointer)
    if (found.distance > reach) continue
    near.push({ item, away: found.distance })
    offer(item.role === 'axis' ? 'wall line' : 'on line', found.point, [], item)
    onEdge(item, last, reach, offer)
  }
  for (const { through, angle } of field.guides) {
    const edge = endless(through, unitAt(angle))
    const found = nearestOnEdge(edge, pointer)
    if (found.distance > reach) continue
    const item = asEntry(edge)
    near.push({ item, away: found.distance })
    offer('on line', found.point)
  }
  near.sort((p, q) => p.away - q.away)
  const few = near.slice(0, MOST_CROSSED).map(({ item }) => item)
  for (let i = 0; i < few.length; i++) {
    for (let j = i + 1; j < few.length; j++) {
      const p = few[i]!
      const q = few[j]!
      if ((p.role === 'axis') !== (q.role === 'axis')) continue
      for (const { point } of crossings(p.edge, q.edge)) offer('crossing', point)
    }
  }
  alignments(request, few, offer)
  directions(request, few, offer)
  return best
}

/** Ends, middle, and where a line from the last point meets the edge squarely or touches it. */
function onEdge(item: FieldEdge, last: Point | null, reach: number, offer: Offer): void {
  const { edge, role, smooth } = item
  const axis = role === 'axis'
  if (!smooth) {
    offer(axis ? 'wall end' : 'end', edge.a)
    offer(axis ? 'wall end' : 'end', edge.b)
    offer('middle', pointOn(edge, 0.5))
  }
  if (!last) return
  const t = partAt(edge, last)
  if (t > 0 && t < 1) {
    const foot = pointOn(edge, t)
    if (distance(foot, last) > reach / 100) offer('square-on', foot)
  }
  if (isStraight(edge)) return
  const arc = arcOf(edge)
  for (const p of tangentPoints(arc.centre, arc.radius, last)) {
    const u = partAt(edge, p)
    if (u >= 0 && u <= 1) offer('touching', p)
  }
}

const endless = (p: Point, u: Point): Edge => ({
  a: offsetFrom(p, u, -FAR),
  b: offsetFrom(p, u, FAR),
  sweep: 0,
})
const asEntry = (edge: Edge): FieldEdge => ({
  edge,
  role: 'line',
  source: '',
  smooth: true,
  minX: 0,
  minY: 0,
  maxX: 0,
  maxY: 0,
})

/** Along the working axes from earlier points, where two such lines cross, and where one crosses drawn lines. */
function alignments(
  { pointer, reach, align, axes = 0 }: SnapRequest,
  lines: readonly FieldEdge[],
  offer: Offer,
): void {
  // In the working axes everything is level and upright.
  const into = (p: Point): Point => (axes === 0 ? p : turned(p, ORIGIN, -axes))
  const back = (p: Point): Point => (axes === 0 ? p : turned(p, ORIGIN, axes))
  const at = into(pointer)
  const placed = align.map((q) => ({ q, in: into(q) }))
  const level = placed.filter((each) => Math.abs(each.in.y - at.y) <= reach)
  const upright = placed.filter((each) => Math.abs(each.in.x - at.x) <= reach)
  const u = unitAt(axes)
  for (const { q, in: p } of level) {
    offer('aligned', back({ x: at.x, y: p.y }), [q])
    meetLines(endless(q, u), lines, q, offer)
  }
  for (const { q, in: p } of upright) {
    offer('aligned', back({ x: p.x, y: at.y }), [q])
    meetLines(endless(q, { x: -u.y, y: u.x }), lines, q, offer)
  }
  for (const p of level)
    for (const q of upright) if (p.q !== q.q) offer('aligned', back({ x: q.in.x, y: p.in.y }), [p.q, q.q])
}

const ORIGIN: Point = { x: 0, y: 0 }

function meetLines(line: Edge, lines: readonly FieldEdge[], from: Point, offer: Offer): void {
  for (const { edge } of lines)
    for (const { point, u } of carrierCrossings(line, edge))
      if (u >= 0 && u <= 1) offer('crossing', point, [from])
}

/** Parallel and square to the edges the pointer rested on, from the last point. */
function directions(
  { last, like = [], pointer }: SnapRequest,
  lines: readonly FieldEdge[],
  offer: Offer,
): void {
  if (!last) return
  for (const edge of like) {
    if (!isStraight(edge)) continue
    const u = directionOn(edge, 0)
    for (const [kind, v] of [
      ['parallel', u],
      ['square', { x: -u.y, y: u.x }],
    ] as const) {
      const along = (pointer.x - last.x) * v.x + (pointer.y - last.y) * v.y
      offer(kind, offsetFrom(last, v, along), [last])
      meetLines(endless(last, v), lines, last, (_, p) => offer('crossing', p, [last]))
    }
  }
}

/**
 * The pointer brought onto the nearest direction that is a multiple of `step` from `last`, reckoned from the
 * working axes. With a `tolerance` (radians) only when it is that near; otherwise always.
 */
export function lockDirection(
  last: Point,
  pointer: Point,
  step: number,
  tolerance = Infinity,
  axes = 0,
): Point | null {
  const dx = pointer.x - last.x
  const dy = pointer.y - last.y
  const angle = Math.atan2(dy, dx) - axes
  const locked = Math.round(angle / step) * step
  if (Math.abs(angle - locked) > tolerance) return null
  const along = dx * Math.cos(locked + axes) + dy * Math.sin(locked + axes)
  const exact = (value: number): number => (Math.abs(value) < NOTHING ? 0 : value)
  return {
    x: last.x + exact(Math.cos(locked + axes)) * along,
    y: last.y + exact(Math.sin(locked + axes)) * along,
  }
}
