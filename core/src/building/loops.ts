import { atOnce, type Steps } from '../steps'
import { SAME_POINT, type Box, type Point, PlaceIndex } from '../geometry'
import type { Boundary } from './overlay'

/** A closed outline with the material on its left: outer outlines run anticlockwise, holes clockwise. */
export interface Loop extends Box {
  readonly points: readonly Point[]
  readonly area: number
  /** The boundaries it runs along, in order. */
  readonly edges: readonly LoopEdge[]
}

/** A part of a closed outline, from its corner to that of the next part. */
export interface LoopEdge {
  readonly from: Point
  readonly boundary: Boundary
}

interface Corner {
  readonly x: number
  readonly y: number
  readonly out: HalfEdge[]
  /** Rises when an edge that starts here comes or goes. */
  version: number
  /** Half-edges that start or end here. */
  uses: number
}

interface HalfEdge {
  readonly chain: LoopChain
  readonly boundary: Boundary
  readonly from: Corner
  readonly to: Corner
  loop: LoopInWork | null
  /** Waits to be chained. */
  waits: boolean
  /** The edge it was followed by last, and the version of the corner between: it holds while that is the same. */
  follow: HalfEdge | null
  followed: number
}

/** An outline of edges; its corners are worked out when they are asked for. */
class LoopInWork implements Loop {
  minX = Infinity
  minY = Infinity
  maxX = -Infinity
  maxY = -Infinity
  readonly area: number
  private corners: readonly Point[] | null = null

  constructor(readonly edges: readonly HalfEdge[]) {
    let twice = 0
    for (const { from, to } of edges) {
      if (from.x < this.minX) this.minX = from.x
      if (from.y < this.minY) this.minY = from.y
      if (from.x > this.maxX) this.maxX = from.x
      if (from.y > this.maxY) this.maxY = from.y
      twice += from.x * to.y - to.x * from.y
    }
    this.area = twice / 2
  }

  get points(): readonly Point[] {
    return (this.corners ??= cornersOf(this.edges))
  }
}

/** So many edges are looked at in one step. */
const IN_STEP = 2000
const CELL = 16 * SAME_POINT

/** The corners where boundaries meet; points nearer than the tolerance are one corner. */
export class CornerField {
  private readonly cells = new Map<number, Corner[]>()

  at(x: number, y: number): Corner {
    const cx = Math.floor(x / CELL)
    const cy = Math.floor(y / CELL)
    const fx = x / CELL - cx
    const fy = y / CELL - cy
    const edge = 2 / 16
    const fromX = fx < edge ? cx - 1 : cx
    const toX = fx > 1 - edge ? cx + 1 : cx
    const fromY = fy < edge ? cy - 1 : cy
    const toY = fy > 1 - edge ? cy + 1 : cy
    for (let i = fromX; i <= toX; i++) {
      for (let j = fromY; j <= toY; j++) {
        const cell = this.cells.get(cellKey(i, j))
        if (!cell) continue
        for (const corner of cell) {
          if (Math.abs(corner.x - x) <= 2 * SAME_POINT && Math.abs(corner.y - y) <= 2 * SAME_POINT)
            return corner
        }
      }
    }
    const made: Corner = { x, y, out: [], version: 0, uses: 0 }
    const key = cellKey(cx, cy)
    const cell = this.cells.get(key)
    if (cell) cell.push(made)
    else this.cells.set(key, [made])
    return made
  }

  release(corner: Corner): void {
    if (--corner.uses > 0) return
    const key = cellKey(Math.floor(corner.x / CELL), Math.floor(corner.y / CELL))
    const cell = this.cells.get(key)!
    cell.splice(cell.indexOf(corner), 1)
    if (cell.length === 0) this.cells.delete(key)
  }
}

/**
 * Chains boundaries into closed outlines, and keeps them while boundaries come and go: only the outlines
 * that lose or gain a boundary are chained again.
 */
export class LoopChain {
  /** What is to be chained, how far that is done, and what of it did not close. */
  private loose: HalfEdge[] = []
  private chained = 0
  private unclosed: HalfEdge[] = []
  private readonly closed = new Set<LoopInWork>()
  /** The closed outlines by place; made when they are asked for by place first. */
  private places: PlaceIndex<LoopInWork> | null = null
  private openEnds = 0
  /** Rises whenever an outline comes or goes. */
  private now = 0

  constructor(private readonly field: CornerField) {}

  /** Adds a boundary run with the inside on its left. Gives a handle to remove it. */
  add(from: Corner, to: Corner, boundary: Boundary): HalfEdge {
    const edge: HalfEdge = {
      chain: this,
      boundary,
      from,
      to,
      loop: null,
      waits: true,
      follow: null,
      followed: -1,
    }
    from.out.push(edge)
    from.version++
    from.uses++
    to.uses++
    this.loose.push(edge)
    return edge
  }

  remove(edge: HalfEdge): void {
    edge.waits = false
    const { out } = edge.from
    const last = out.pop()!
    if (last !== edge) out[out.indexOf(edge)] = last
    edge.from.version++
    this.field.release(edge.from)
    this.field.release(edge.to)
    const { loop } = edge
    if (loop) {
      this.now++
      this.closed.delete(loop)
      this.places?.remove(loop)
      for (const other of loop.edges) {
        other.loop = null
        if (other !== edge) {
          other.waits = true
          this.loose.push(other)
        }
      }
    }
  }

  /** Chains what is loose. Gives all outlines; order carries no meaning. */
  loops(): ReadonlySet<Loop> {
    atOnce(this.chaining())
    return this.closed
  }

  /** The same in small steps, with a place for each outline. */
  *placing(): Steps {
    yield* this.chaining()
    if (this.places) return
    const places = new PlaceIndex<LoopInWork>()
    const { now } = this
    yield* places.loading([...this.closed])
    // What came and went meanwhile is not in it.
    if (this.now === now) this.places = places
  }

  /** Chains what is loose, in small steps. */
  *chaining(): Steps {
    if (this.loose.length === 0) return
    if (this.chained === 0) this.openEnds = 0
    for (let steps = 1; this.chained < this.loose.length; steps++) {
      const start = this.loose[this.chained++]!
      if (start.waits) this.trace(start)
      if (steps % IN_STEP === 0) yield
    }
    // What did not close waits on, to be tried again when a neighbour changes.
    for (const edge of this.unclosed) edge.waits = true
    this.loose = this.unclosed
    this.unclosed = []
    this.chained = 0
  }

  /** The outlines whose boxes meet a box. */
  near(box: Box): Loop[] {
    return this.placed().search(box)
  }

  /** Around all outlines; turned inside out when there are none. */
  extent(): Box {
    return this.placed().toJSON() as Box
  }

  private placed(): PlaceIndex<LoopInWork> {
    const all = this.loops() as ReadonlySet<LoopInWork>
    return (this.places ??= new PlaceIndex<LoopInWork>().load([...all]))
  }

  /** How many chains did not close; anything but 0 is a fault in the boundaries. */
  get faults(): number {
    return this.openEnds
  }

  private trace(start: HalfEdge): void {
    const edges: HalfEdge[] = []
    let edge: HalfEdge | null = start
    while (edge) {
      edge.waits = false
      edges.push(edge)
      // The start may be chosen again like any other way out: then the outline is closed.
      edge = this.next(edge, start)
      if (edge === start) break
    }
    if (edge !== start) {
      this.openEnds++
      for (const each of edges) this.unclosed.push(each)
      return
    }
    const loop = new LoopInWork(edges)
    for (const each of edges) each.loop = loop
    this.now++
    this.closed.add(loop)
    this.places?.insert(loop)
  }

  /** Of the ways out of the edge's end, the one most to the right: outlines that touch in a point stay apart. */
  private next(edge: HalfEdge, start: HalfEdge): HalfEdge | null {
    const { follow } = edge
    if (follow && edge.followed === edge.to.version && (follow.waits || follow === start)) return follow
    let best: HalfEdge | null = null
    let bestTurn = Infinity
    for (const candidate of edge.to.out) {
      if (candidate.chain !== this || (candidate !== start && !candidate.waits)) continue
      if (best === null) {
        best = candidate
        continue
      }
      if (bestTurn === Infinity) bestTurn = turnBetween(edge, best)
      const turn = turnBetween(edge, candidate)
      if (turn < bestTurn) {
        bestTurn = turn
        best = candidate
      }
    }
    edge.follow = best
    edge.followed = edge.to.version
    return best
  }
}

export type { HalfEdge }

/** Cells are hashed to one number; two cells that share it only cost a look. */
const cellKey = (i: number, j: number): number => i * 67_108_859 + j

function turnBetween(edge: HalfEdge, next: HalfEdge): number {
  const ax = edge.to.x - edge.from.x
  const ay = edge.to.y - edge.from.y
  const bx = next.to.x - next.from.x
  const by = next.to.y - next.from.y
  return Math.atan2(ax * by - ay * bx, ax * bx + ay * by)
}

function cornersOf(edges: readonly HalfEdge[]): Point[] {
  const points: Point[] = []
  for (let i = 0; i < edges.length; i++) {
    const edge = edges[i]!
    const before = edges[(i + edges.length - 1) % edges.length]!
    // Points in the middle of a straight run say nothing.
    const ax = edge.from.x - before.from.x
    const ay = edge.from.y - before.from.y
    const bx = edge.to.x - edge.from.x
    const by = edge.to.y - edge.from.y
    const straight =
      ax * bx + ay * by > 0 &&
      Math.abs(ax * by - ay * bx) <= SAME_POINT * Math.max(Math.hypot(ax, ay), Math.hypot(bx, by))
    if (!straight) points.push({ x: edge.from.x, y: edge.from.y })
  }
  return points
}

/** The chain that holds the outline of all materials together. */
export const OUTLINE = -1
/** The chain that holds the outline of all materials with the places of openings: what bounds rooms. */
export const CLOSED = -2

/** Adds both sides of a boundary to the chains of the materials there, and to the outline where one side is empty. */
export function addBoundary(
  boundary: Boundary,
  field: CornerField,
  chainOf: (rank: number) => LoopChain,
  made: HalfEdge[],
): void {
  const from = field.at(boundary.x1, boundary.y1)
  const to = field.at(boundary.x2, boundary.y2)
  if (from === to) return
  const { left, right } = boundary
  if (left >= 0) made.push(chainOf(left).add(from, to, boundary))
  if (right >= 0) made.push(chainOf(right).add(to, from, boundary))
  if (left >= 0 && right < 0) made.push(chainOf(OUTLINE).add(from, to, boundary))
  else if (left < 0 && right >= 0) made.push(chainOf(OUTLINE).add(to, from, boundary))
}

/** Adds a boundary to the chain of what bounds rooms, if one side of it is empty. */
export function addClosed(boundary: Boundary, field: CornerField, chain: LoopChain, made: HalfEdge[]): void {
  const { left, right } = boundary
  if (left > -1 === right > -1) return
  const from = field.at(boundary.x1, boundary.y1)
  const to = field.at(boundary.x2, boundary.y2)
  if (from !== to) made.push(right > -1 ? chain.add(to, from, boundary) : chain.add(from, to, boundary))
}
