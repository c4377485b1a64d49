import { atOnce, type Steps } from '../steps'
import { EMPTY_BOX, type Box } from '../geometry'
import type { Zone } from './heights'
import { CornerField } from './corners'
import type { HalfEdge, Loop } from './loop'
import { CLOSED, LoopChain, OUTLINE, addBoundary, addClosed } from './loops'
import type { Boundary } from './overlay'

/** What outlines are made of: the boundaries of a wall or column, and its edges in the chains. */
export interface Outlined {
  readonly zone: Zone
  boundaries: Boundary[]
  /** Across its openings: they bound rooms and are not drawn. */
  closing: Boundary[]
  edges: HalfEdge[]
}

/** So many parts are taken in in one step. */
const IN_STEP = 200

const NO_LOOPS: ReadonlySet<Loop> = new Set()

/**
 * The closed outlines of what is cut on a level: of each material by its rank, of everything, and, from the first time
 * they are asked for, of everything as if openings were shut. Only loops that gain or lose an edge are chained again.
 */
export class Outlines {
  private readonly chains = new Map<number, LoopChain>()
  private corners = new CornerField()
  /** What bounds rooms was asked for, and is kept. */
  private bounding = false
  /** Parts that were there before it was asked for, and are not taken in yet. */
  private readonly unbounded = new Set<Outlined>()

  clear(): void {
    this.chains.clear()
    this.unbounded.clear()
    this.corners = new CornerField()
  }

  /** Takes in the boundaries of a part. What lies below or above the cut is drawn for itself, and bounds nothing. */
  add(part: Outlined): void {
    if (part.zone !== 'cut') return
    for (const boundary of part.boundaries) addBoundary(boundary, this.corners, this.chainOf, part.edges)
    this.unbounded.delete(part)
    if (this.bounding) this.close(part)
  }

  /** Takes out what a part gave. */
  remove(part: Outlined): void {
    for (const edge of part.edges) edge.chain.remove(edge)
    part.edges = []
    this.unbounded.delete(part)
  }

  /** Closed outlines of the material of a rank. */
  ofRank(rank: number): ReadonlySet<Loop> {
    return this.chains.get(rank)?.loops() ?? NO_LOOPS
  }

  /** Those of a rank whose boxes meet a box. */
  near(rank: number, box: Box): readonly Loop[] {
    return this.chains.get(rank)?.near(box) ?? []
  }

  /** Around everything; empty when there is nothing. */
  extent(): Box {
    const box = this.chains.get(OUTLINE)?.extent()
    return box && box.minX <= box.maxX ? box : EMPTY_BOX
  }

  /** Closed outlines of everything, inner lines left out. */
  ofAll(): ReadonlySet<Loop> {
    return this.ofRank(OUTLINE)
  }

  /**
   * Closed outlines as if openings were shut: outer ones anticlockwise, those around the space of rooms clockwise.
   * `parts` are all there are; they are looked at the first time alone.
   */
  closed(parts: Iterable<Outlined>): ReadonlySet<Loop> {
    atOnce(this.closing(parts))
    return this.ofRank(CLOSED)
  }

  /** Takes in and chains what bounds rooms, in small steps. */
  *closing(parts: Iterable<Outlined>): Steps {
    if (!this.bounding) {
      this.bounding = true
      for (const part of parts) if (part.zone === 'cut') this.unbounded.add(part)
    }
    let steps = 0
    for (const part of this.unbounded) {
      this.unbounded.delete(part)
      this.close(part)
      if (++steps % IN_STEP === 0) yield
    }
    yield* this.chains.get(CLOSED)?.chaining() ?? []
  }

  /** Chains all outlines that are drawn, in small steps. */
  *chaining(): Steps {
    for (const chain of [...this.chains.values()]) yield* chain.placing()
  }

  /** Chains that did not close: a fault if not 0. */
  faults(): number {
    let faults = 0
    for (const chain of this.chains.values()) {
      chain.loops()
      faults += chain.faults
    }
    return faults
  }

  private close(part: Outlined): void {
    const chain = this.chainOf(CLOSED)
    for (const boundary of part.boundaries) addClosed(boundary, this.corners, chain, part.edges)
    for (const boundary of part.closing) addClosed(boundary, this.corners, chain, part.edges)
  }

  private readonly chainOf = (rank: number): LoopChain => {
    let chain = this.chains.get(rank)
    if (!chain) this.chains.set(rank, (chain = new LoopChain(this.corners)))
    return chain
  }
}
