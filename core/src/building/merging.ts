import { EMPTY_BOX, ON_LINE, PlaceIndex, type Box } from '../geometry'
import { openingTypeOf } from '../library'
import type { Id, Project } from '../records'
import { atOnce, type Steps } from '../steps'
import { areSame, changedPlace } from './boundaries'
import type { CutPart } from './cutGround'
import { liningPieces, liningsOf } from './framePlace'
import { heeds, type Zone } from './heights'
import type { Loop } from './loop'
import { OUTLINE } from './loops'
import { Outlines, type Outlined } from './outlines'
import { boundariesOf, type Boundary } from './overlay'
import { columnPiece, wallPieces, type Piece } from './piece'
import type { Indexed, SolvedColumn, SolvedWall } from './solved'
import { isAtHeight, isWhole } from './stripHeights'
import type { StripShape } from './wallShape'

/** The walls and columns that are merged. */
export interface MergeGround {
  readonly project: Project
  get(id: Id): SolvedWall | undefined
  all(): Iterable<SolvedWall>
  column(id: Id): SolvedColumn | undefined
  columns(): Iterable<SolvedColumn>
  readonly rankOf: (material: Id) => number
}

/** What became of walls and columns since they were merged. */
export interface MergeNews {
  /** Walls that came, went or changed themselves. */
  readonly touched: ReadonlySet<Id>
  /** Walls whose ends or openings may be otherwise. */
  readonly dirty: ReadonlySet<Id>
  /** Columns that came, went or changed. */
  readonly pillars: ReadonlySet<Id>
  /** Walls that are drawn in another pen or line type. */
  readonly looks: ReadonlySet<Id>
  /** Where walls came, went or changed. */
  readonly reach: readonly Box[]
}

/** What takes part: a wall or a column. */
interface Part extends Outlined {
  zone: Zone
  pieces: Piece[]
  /** Around its pieces. */
  spread: Indexed
}

/** So many parts are worked on in one step, or as many as have so many neighbours together. */
const IN_STEP = 100
const LOOKED_IN_STEP = 4_000

/**
 * The walls and columns of a level merged into one drawing: pieces, boundaries and closed outlines. After a change only
 * what it reaches is merged again.
 */
export class Merging {
  private readonly parts = new Map<Id, Part>()
  private readonly spreads = new PlaceIndex<Indexed>()
  private readonly loops = new Outlines()
  /** So many neighbours were looked at in this step. */
  private looked = 0

  constructor(private readonly ground: MergeGround) {}

  /** Merges everything, in small steps. */
  *making(): Steps {
    let steps = 0
    for (const wall of this.ground.all()) {
      this.parts.set(wall.shape.id, this.partOf(wall))
      if (++steps % IN_STEP === 0) yield
    }
    for (const column of this.ground.columns()) this.parts.set(column.column.id, this.partOfColumn(column))
    yield* this.spreads.loading([...this.parts.values()].map(({ spread }) => spread))
    for (const part of this.parts.values()) {
      this.makeBoundaries(part, true)
      if (++steps % IN_STEP !== 0 && this.looked < LOOKED_IN_STEP) continue
      this.looked = 0
      yield
    }
  }

  /** Takes in what became of walls and columns; gives those that are drawn otherwise besides, and where. */
  follow({ touched, dirty, pillars, looks, reach }: MergeNews): {
    readonly redrawn: readonly Id[]
    readonly places: ReadonlySet<Box>
  } {
    const { parts, spreads, ground } = this
    const places = new Set<Box>()
    const around: Box[] = [...reach]
    const takeOut = (id: Id): void => {
      const part = parts.get(id)
      if (!part) return
      this.loops.remove(part)
      spreads.remove(part.spread)
      around.push(part.spread)
      places.add(part.spread)
      parts.delete(id)
    }
    for (const id of touched) {
      const part = parts.get(id)
      const wall = ground.get(id)
      if (!wall) takeOut(id)
      else if (part) {
        part.zone = wall.zone
        if (looks.has(id)) places.add(part.spread)
      }
    }
    for (const id of dirty) {
      const wall = ground.get(id)!
      const now = this.partOf(wall)
      const part = parts.get(id)
      if (part) {
        around.push(part.spread)
        spreads.remove(part.spread)
        part.pieces = now.pieces
        part.spread = now.spread
      } else parts.set(id, now)
      spreads.insert(now.spread)
      around.push(now.spread)
    }
    for (const id of pillars) {
      takeOut(id)
      const column = ground.column(id)
      if (!column) continue
      const part = this.partOfColumn(column)
      parts.set(id, part)
      spreads.insert(part.spread)
      around.push(part.spread)
      places.add(part.spread)
    }
    const reached = new Set<Id>()
    for (const box of around) for (const { id } of spreads.search(box)) reached.add(id)
    const redrawn: Id[] = []
    for (const id of reached) {
      const part = parts.get(id)!
      const { boundaries } = part
      // What is begun anew has no edges in the outlines that it could keep.
      if (!this.makeBoundaries(part, touched.has(id) || pillars.has(id))) continue
      redrawn.push(id)
      const place = changedPlace(boundaries, part.boundaries)
      if (place) places.add(place)
    }
    return { redrawn, places }
  }

  private partOf(wall: SolvedWall): Part {
    const { shape, zone, start, end, openings, gaps, lookedAt, body } = wall
    const { project, rankOf } = this.ground
    const there = isWhole(shape) ? undefined : (strip: StripShape): boolean => isAtHeight(strip, lookedAt)
    const pieces = wallPieces(shape, start, end, gaps, rankOf, there)
    if (shape.strips.some(({ turnsIn }) => turnsIn)) {
      const open = new Set(gaps.map(([, , opening]) => opening))
      for (const fit of openings) {
        if (!open.has(fit.opening.id)) continue
        const linings = liningsOf(shape, fit, openingTypeOf(project, fit.opening)).filter(
          ({ strip }) => there?.(strip) ?? true,
        )
        pieces.push(...liningPieces(shape, fit, linings, pieces.length, rankOf))
      }
    }
    let { minX, minY, maxX, maxY } = body
    for (const piece of pieces) {
      minX = Math.min(minX, piece.minX - ON_LINE)
      minY = Math.min(minY, piece.minY - ON_LINE)
      maxX = Math.max(maxX, piece.maxX + ON_LINE)
      maxY = Math.max(maxY, piece.maxY + ON_LINE)
    }
    return begun(zone, pieces, { minX, minY, maxX, maxY, id: shape.id })
  }

  private partOfColumn({ column, zone }: SolvedColumn): Part {
    const piece = columnPiece(column, this.ground.rankOf(column.material))
    const { minX, minY, maxX, maxY } = piece
    return begun(zone, [piece], {
      minX: minX - ON_LINE,
      minY: minY - ON_LINE,
      maxX: maxX + ON_LINE,
      maxY: maxY + ON_LINE,
      id: column.id,
    })
  }

  /** Makes what a part gives to the merged drawing; false when that stays as it is. */
  private makeBoundaries(part: Part, anew: boolean): boolean {
    const others: Piece[] = []
    const { minX, minY, maxX, maxY } = part.spread
    for (const { id } of this.spreads.search(part.spread)) {
      const other = this.parts.get(id)!
      if (!heeds(part.zone, other.zone)) continue
      for (const piece of other.pieces)
        if (piece.minX <= maxX && piece.maxX >= minX && piece.minY <= maxY && piece.maxY >= minY)
          others.push(piece)
    }
    this.looked += others.length
    const all = boundariesOf(part.pieces, others)
    const closing = all.filter((boundary) => boundary.left < 0 && boundary.right < 0)
    const boundaries =
      closing.length === 0 ? all : all.filter((boundary) => boundary.left >= 0 || boundary.right >= 0)
    if (!anew && areSame(part.boundaries, boundaries) && areSame(part.closing, closing)) return false
    this.loops.remove(part)
    part.closing = closing
    part.boundaries = boundaries
    this.loops.add(part)
    return true
  }

  /** The boundaries that a wall or column gives to the merged drawing; none for what is neither. */
  boundariesOf(id: Id): readonly Boundary[] {
    return this.parts.get(id)?.boundaries ?? []
  }

  /** The convex pieces of a wall or column: its layers between their cuts, less its openings. */
  piecesOf(id: Id): readonly Piece[] {
    return this.parts.get(id)?.pieces ?? []
  }

  /** Around the pieces of a wall or column; empty for what is neither. */
  spreadOf(id: Id): Box {
    return this.parts.get(id)?.spread ?? EMPTY_BOX
  }

  /** The walls and columns whose pieces come near a box: mitres run out beyond bodies. */
  reaching(box: Box): Id[] {
    return this.spreads.search(box).map(({ id }) => id)
  }

  /** What walls and columns give; and those near a box. */
  drawn(): Iterable<CutPart> {
    return this.parts.values()
  }
  drawnNear(box: Box): CutPart[] {
    return this.spreads.search(box).map(({ id }) => this.parts.get(id)!)
  }

  /** Closed outlines of the cut material of a rank; and those that come near a box. */
  loopsOf(rank: number): ReadonlySet<Loop> {
    return this.loops.ofRank(rank)
  }
  loopsNear(rank: number, box: Box): readonly Loop[] {
    return this.loops.near(rank, box)
  }

  /** Closed outlines of everything cut, inner lines left out; and those that come near a box. */
  outlines(): ReadonlySet<Loop> {
    return this.loops.ofAll()
  }
  outlinesNear(box: Box): readonly Loop[] {
    return this.loops.near(OUTLINE, box)
  }

  /** Around everything cut; empty when there is nothing. */
  extent(): Box {
    return this.loops.extent()
  }

  /**
   * Closed outlines of the walls and columns as if openings were shut: outer ones anticlockwise, those around
   * the space of rooms clockwise. Kept up to date from the first time they are asked for.
   */
  closedOutlines(): ReadonlySet<Loop> {
    return this.loops.closed(this.parts.values())
  }

  /** Chains the outlines that are drawn, in small steps, so that they are at hand when they are asked for. */
  outlining(): Steps {
    return this.loops.chaining()
  }

  /** The same for what bounds rooms. */
  bounding(): Steps {
    return this.loops.closing(this.parts.values())
  }

  /** Area of all cut material, mm². */
  cutArea(): number {
    let area = 0
    for (const part of this.parts.values()) {
      if (part.zone !== 'cut') continue
      for (const b of part.boundaries) {
        // Green's theorem over the boundary to the empty side.
        if (b.right < 0) area += (b.x1 * b.y2 - b.x2 * b.y1) / 2
        else if (b.left < 0) area -= (b.x1 * b.y2 - b.x2 * b.y1) / 2
      }
    }
    return area
  }

  /** Chains of boundaries that did not close: a fault if not 0. */
  faults(): number {
    return this.loops.faults()
  }
}

const begun = (zone: Zone, pieces: Piece[], spread: Indexed): Part => ({
  zone,
  pieces,
  spread,
  boundaries: [],
  closing: [],
  edges: [],
})

/** The merged drawing of some walls and columns, all at once. */
export function mergedAtOnce(ground: MergeGround): Merging {
  const merging = new Merging(ground)
  atOnce(merging.making())
  return merging
}
