import { atOnce, type Steps } from '../steps'
import { PlaceIndex, type Box } from '../geometry'
import type { CornerField } from './corners'
import { LoopInWork, inRuns, joinedUp, type Corner, type HalfEdge, type Loop, type Run } from './loop'
import type { Boundary } from './overlay'

/** So many edges are looked at in one step. */
const IN_STEP = 2000

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
      run: null,
      waits: true,
      follow: null,
      followed: -1,
    }
    // What passes there may now go on otherwise.
    for (const passing of from.out) if (passing.chain === this && passing.run) this.partBefore(passing)
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
    const { run } = edge
    if (!run) return
    if (run.loop) this.open(run.loop)
    const begins = run.without(edge)
    if (begins) this.letWait(begins)
  }

  /** An outline is none any more; its runs wait to be chained from where it is broken. */
  private open(loop: LoopInWork): void {
    this.now++
    this.closed.delete(loop)
    this.places?.remove(loop)
    for (const run of loop.runs) run.loop = null
  }

  private partBefore(edge: HalfEdge): void {
    const run = edge.run!
    if (run.loop) this.open(run.loop)
    this.letWait(run.partedBefore(edge))
  }

  private letWait({ first }: Run): void {
    if (first.waits) return
    first.waits = true
    this.loose.push(first)
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
    for (let looked = 0; this.chained < this.loose.length;) {
      const start = this.loose[this.chained++]!
      looked += start.waits ? this.trace(start) : 1
      if (looked < IN_STEP) continue
      looked = 0
      yield
    }
    // What did not close waits on, to be tried again when a neighbour changes.
    this.loose = this.unclosed.filter((edge) => edge.from.out.includes(edge))
    for (const edge of this.loose) edge.waits = true
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

  /**
   * Chains from an edge on until that is met again, or until so much is chained that the rest is left for later. Gives
   * how many edges and runs were looked at.
   */
  private trace(start: HalfEdge): number {
    const runs: Run[] = []
    let alone: HalfEdge[] = []
    let looked = 0
    let edge: HalfEdge | null = start
    do {
      looked++
      edge.waits = false
      let last = edge
      if (edge.run) {
        runs.push(...inRuns(alone))
        alone = []
        for (let run: Run | null = edge.run; run; run = run.next) {
          runs.push(run)
          last = run.last
          looked++
        }
      } else alone.push(edge)
      // The start may be chosen again like any other way out: then the outline is closed.
      edge = this.next(last, start)
    } while (edge && edge !== start && alone.length < IN_STEP)
    if (!edge) {
      this.openEnds++
      for (const each of [...runs.flatMap(({ edges }) => edges), ...alone]) {
        each.run = null
        this.unclosed.push(each)
      }
      return looked
    }
    runs.push(...inRuns(alone))
    const joined = joinedUp(runs)
    if (edge === start) {
      const loop = new LoopInWork(joined)
      this.now++
      this.closed.add(loop)
      this.places?.insert(loop)
    } else {
      start.waits = true
      this.loose[--this.chained] = start
    }
    return looked
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

function turnBetween(edge: HalfEdge, next: HalfEdge): number {
  const ax = edge.to.x - edge.from.x
  const ay = edge.to.y - edge.from.y
  const bx = next.to.x - next.from.x
  const by = next.to.y - next.from.y
  return Math.atan2(ax * by - ay * bx, ax * bx + ay * by)
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
