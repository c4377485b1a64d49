import { EMPTY_BOX, boxOf, joinBoxes, type Box } from '../geometry'
import { ChangeLog, type Id, type Material } from '../records'
import type { Zone } from './heights'
import type { Loop } from './loop'
import { OUTLINE } from './loops'
import { Outlines, type Outlined } from './outlines'
import type { Boundary } from './overlay'
import type { Piece } from './piece'

/** What one thing gives to the drawing of what is cut. */
export interface CutPart {
  readonly zone: Zone
  readonly boundaries: readonly Boundary[]
}

/** What is cut, as it is drawn: in a plan the walls of a level, in a section whatever its line meets. */
export interface CutGround {
  /** By rank. */
  readonly materials: readonly Material[]
  /** Where it changed. */
  readonly places: ChangeLog<Box>
  /** Closed outlines of everything cut, inner lines left out; and those near a box. */
  outlines(): ReadonlySet<Loop>
  outlinesNear(box: Box): readonly Loop[]
  /** Closed outlines of the cut material of a rank; and those near a box. */
  loopsOf(rank: number): ReadonlySet<Loop>
  loopsNear(rank: number, box: Box): readonly Loop[]
  /** What gives boundaries; and what does so near a box. */
  drawn(): Iterable<CutPart>
  drawnNear(box: Box): readonly CutPart[]
  /** The convex pieces that something is cut into. */
  piecesOf(id: Id): readonly Piece[]
  /** Around everything cut; empty when there is nothing. */
  extent(): Box
}

/** What is cut, put together from the boundaries of each thing that is. */
export class CutBoundaries implements CutGround {
  private readonly parts = new Map<Id, Outlined>()
  private readonly loops = new Outlines()
  readonly places = new ChangeLog<Box>()

  constructor(public materials: readonly Material[]) {}

  /** Puts the boundaries of a thing in the place of those it had. */
  put(id: Id, boundaries: readonly Boundary[]): void {
    const before = this.parts.get(id)
    if (before) {
      this.loops.remove(before)
      this.parts.delete(id)
      this.places.add(new Set([around(before.boundaries)]))
    }
    if (boundaries.length === 0) return
    const part: Outlined = { zone: 'cut', boundaries: [...boundaries], closing: [], edges: [] }
    this.parts.set(id, part)
    this.loops.add(part)
    this.places.add(new Set([around(boundaries)]))
  }

  outlines(): ReadonlySet<Loop> {
    return this.loops.ofAll()
  }
  outlinesNear(box: Box): readonly Loop[] {
    return this.loops.near(OUTLINE, box)
  }
  loopsOf(rank: number): ReadonlySet<Loop> {
    return this.loops.ofRank(rank)
  }
  loopsNear(rank: number, box: Box): readonly Loop[] {
    return this.loops.near(rank, box)
  }
  drawn(): Iterable<CutPart> {
    return this.parts.values()
  }
  drawnNear(): readonly CutPart[] {
    return [...this.parts.values()]
  }
  extent(): Box {
    return this.loops.extent()
  }
  /** They are not kept. */
  piecesOf(): readonly Piece[] {
    return []
  }
  boundariesOf(id: Id): readonly Boundary[] {
    return this.parts.get(id)?.boundaries ?? []
  }

  /** Chains of boundaries that did not close: a fault if not 0. */
  faults(): number {
    return this.loops.faults()
  }

  /** The things that give boundaries. */
  ids(): IterableIterator<Id> {
    return this.parts.keys()
  }
}

const around = (boundaries: readonly Boundary[]): Box =>
  boundaries.reduce(
    (box, { x1, y1, x2, y2 }) =>
      joinBoxes(
        box,
        boxOf([
          { x: x1, y: y1 },
          { x: x2, y: y2 },
        ]),
      ),
    EMPTY_BOX,
  )
