import RBush from 'rbush'
import { JOINED_ENDS, ON_LINE, type Box, type Point } from '../geometry'
import { layerIdOf } from '../library'
import type { AnyRecord, Change, Column, Id, Level, Material, Opening, Project, Wall } from '../records'
import { sameEndCut, type EndCut } from './cut'
import { columnReach, heeds, lookedAt, wallReach, zoneAt, type Reach, type Zone } from './heights'
import { cutJoint } from './joint'
import {
  CLOSED,
  CornerField,
  LoopChain,
  OUTLINE,
  addBoundary,
  addClosed,
  type HalfEdge,
  type Loop,
} from './loops'
import { fitOpenings, type OpeningFit } from './openingFit'
import { boundariesOf, type Boundary } from './overlay'
import { columnPiece, wallPieces, type Piece } from './piece'
import type { WallEnd } from './ray'
import { cutTee, pickHost } from './tee'
import { atWall, bodyBox, inWall, wallShape, type WallShape } from './wallShape'

/** One wall after its joins. */
export interface SolvedWall {
  readonly shape: WallShape
  /** Whether the plan's cut passes through it, or it lies below or above. */
  readonly zone: Zone
  readonly start: EndCut
  readonly end: EndCut
  readonly openings: readonly OpeningFit[]
  /** The boundaries this wall gives to the merged drawing. */
  readonly boundaries: readonly Boundary[]
}

/** What takes part in the merged drawing: a wall or a column. */
interface Part {
  readonly zone: Zone
  pieces: Piece[]
  boundaries: Boundary[]
  /** Across its openings: they bound rooms and are not drawn. */
  closing: Boundary[]
  edges: HalfEdge[]
  /** Around its pieces; null before they are made. */
  spread: Indexed | null
}

interface InWork extends Part {
  shape: WallShape
  start: EndCut | null
  end: EndCut | null
  openings: OpeningFit[]
  body: Indexed
}

/** A column merged with what it stands among. */
export interface SolvedColumn {
  readonly column: Column
  readonly zone: Zone
  readonly boundaries: readonly Boundary[]
}

interface ColumnInWork extends Part {
  column: Column
}

interface Indexed extends Box {
  readonly id: Id
}

/** What a material looks like, by its rank in the solver: weakest first. */
export type RankedMaterials = readonly Material[]

/**
 * Solves the walls of one level and keeps the solution while the project changes. After a change only the
 * walls that it reaches are solved again. The result depends neither on the order nor on the direction in
 * which walls were drawn.
 */
export class LevelSolver {
  private readonly walls = new Map<Id, InWork>()
  private readonly pillars = new Map<Id, ColumnInWork>()
  private readonly bodies = new RBush<Indexed>()
  private readonly spreads = new RBush<Indexed>()
  private readonly chains = new Map<number, LoopChain>()
  private corners = new CornerField()
  private ranked: Material[] = []
  private ranks = new Map<Id, number>()
  /** Rises whenever the solution changes. */
  revision = 0
  /** What bounds rooms was asked for, and is kept. */
  private bounding = false
  /** The level as it was when this was solved last. */
  private solvedFor: Pick<Level, 'height' | 'cutHeight'> | undefined

  /** Solutions that leave out what lies on hidden layers, by those layers; they follow this one. */
  private readonly partial = new Map<string, LevelSolver>()

  constructor(
    private readonly project: Project,
    readonly level: Id,
    private readonly hidden: ReadonlySet<Id> | null = null,
  ) {
    this.solveAll()
  }

  /** The materials by rank. */
  get materials(): RankedMaterials {
    return this.ranked
  }

  get(id: Id): SolvedWall | undefined {
    return this.walls.get(id) as SolvedWall | undefined
  }

  all(): IterableIterator<SolvedWall> {
    return this.walls.values() as IterableIterator<SolvedWall>
  }

  columns(): IterableIterator<SolvedColumn> {
    return this.pillars.values()
  }

  /** Columns that come near a box. */
  columnsNear(box: Box): SolvedColumn[] {
    return this.spreads.search(box).flatMap(({ id }) => this.pillars.get(id) ?? [])
  }

  /** The boundaries that a wall or column gives to the merged drawing; none for what is neither. */
  boundariesOf(id: Id): readonly Boundary[] {
    return (this.walls.get(id) ?? this.pillars.get(id))?.boundaries ?? []
  }

  private part(id: Id): Part {
    return this.walls.get(id) ?? this.pillars.get(id)!
  }

  /**
   * The solution of what is seen alone: walls and columns on layers that are not shown (or do not print, if
   * this is for paper) are not there, so that nothing joins them. Where all are seen it is this solution.
   */
  seen(printing = false): LevelSolver {
    if (this.hidden) return this
    const hidden = new Set<Id>()
    for (const layer of this.project.all('layer'))
      if (!layer.shown || (printing && !layer.printed)) hidden.add(layer.id)
    if (hidden.size === 0) return this
    const hides = (record: Wall | Column): boolean => hidden.has(layerIdOf(record)!)
    const some =
      [...this.walls.values()].some(({ shape }) => hides(shape.wall)) ||
      [...this.pillars.values()].some(({ column }) => hides(column))
    if (!some) return this
    const key = [...hidden].sort().join(' ')
    let found = this.partial.get(key)
    if (!found) {
      if (this.partial.size >= MOST_PARTIAL) this.partial.clear()
      this.partial.set(key, (found = new LevelSolver(this.project, this.level, hidden)))
    }
    return found
  }

  private takesPart(record: Wall | Column): boolean {
    return record.level === this.level && !this.hidden?.has(layerIdOf(record)!)
  }

  get count(): number {
    return this.walls.size
  }

  /** The walls that the plan's cut passes through. */
  *cut(): Generator<SolvedWall> {
    for (const wall of this.all()) if (wall.zone === 'cut') yield wall
  }

  /** What its level says of heights; without a level everything is cut. */
  private get heights(): Pick<Level, 'height' | 'cutHeight'> | undefined {
    return this.project.find('level', this.level)
  }

  private zoneOf(reach: (level: Pick<Level, 'height'>) => Reach): Zone {
    const level = this.heights
    return level ? zoneAt(reach(level), level.cutHeight) : 'cut'
  }

  /** Closed outlines of the cut material of a rank. */
  loopsOf(rank: number): ReadonlySet<Loop> {
    return this.chains.get(rank)?.loops() ?? NO_LOOPS
  }

  /** Closed outlines of everything cut, inner lines left out. */
  outlines(): ReadonlySet<Loop> {
    return this.chains.get(OUTLINE)?.loops() ?? NO_LOOPS
  }

  /**
   * Closed outlines of the walls and columns as if openings were shut: outer ones anticlockwise, those around
   * the space of rooms clockwise. Kept up to date from the first time they are asked for.
   */
  closedOutlines(): ReadonlySet<Loop> {
    if (!this.bounding) {
      this.bounding = true
      for (const part of [...this.walls.values(), ...this.pillars.values()]) this.close(part)
    }
    return this.chains.get(CLOSED)?.loops() ?? NO_LOOPS
  }

  private close(part: Part): void {
    if (part.zone !== 'cut') return
    const chain = this.chainOf(CLOSED)
    for (const boundary of part.boundaries) addClosed(boundary, this.corners, chain, part.edges)
    for (const boundary of part.closing) addClosed(boundary, this.corners, chain, part.edges)
  }

  /** Area of all cut material, mm². */
  cutArea(): number {
    let area = 0
    for (const part of [...this.walls.values(), ...this.pillars.values()]) {
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
    let faults = 0
    for (const chain of this.chains.values()) {
      chain.loops()
      faults += chain.faults
    }
    return faults
  }

  /** The pieces of a wall, for tests of the merged result. */
  piecesOf(id: Id): readonly Piece[] {
    return this.part(id)?.pieces ?? []
  }

  /** Walls whose bodies come near a box. */
  wallsNear(box: Box): SolvedWall[] {
    return this.bodies.search(box).map((found) => this.walls.get(found.id)! as SolvedWall)
  }

  /** The outline corner of a wall after its joins: at an end, on a face or on its line. */
  corner(id: Id, end: 'a' | 'b', side: 'left' | 'right' | 'axis'): Point | null {
    const wall = this.walls.get(id)
    if (!wall) return null
    const { shape } = wall
    const cut = end === 'a' ? wall.start! : wall.end!
    if (side === 'axis') return end === 'a' ? shape.a : shape.b
    const last = shape.strips.length - 1
    const line = side === 'left' ? cut.strips[0]! : cut.strips[last]!
    const aside = side === 'left' ? shape.high : shape.low
    const along = side === 'left' ? line[line.length - 1]!.along : line[0]!.along
    return atWall(shape, along, aside)
  }

  /**
   * Brings the solution up to date after `change` was made in the project. Gives the ids of the walls whose
   * drawing changed.
   */
  follow(change: Change): Set<Id> {
    for (const each of this.partial.values()) each.follow(change)
    const before = this.solvedFor
    this.solvedFor = this.heights
    const touched = new Set<Id>()
    const refit = new Set<Id>()
    const pillars = new Set<Id>()
    // Another height of the storey or of the cut: other things are cut.
    let everything =
      before?.height !== this.solvedFor?.height || before?.cutHeight !== this.solvedFor?.cutHeight
    const see = (record: AnyRecord): void => {
      if (record.kind === 'wall') {
        if (record.level === this.level || this.walls.has(record.id)) touched.add(record.id)
      } else if (record.kind === 'column') {
        if (record.level === this.level || this.pillars.has(record.id)) pillars.add(record.id)
      } else if (record.kind === 'opening') refit.add(record.wall)
      else if (record.kind === 'material' || record.kind === 'wallType') everything = true
    }
    for (const record of change.put) see(record)
    for (const id of change.drop) {
      if (this.walls.has(id)) touched.add(id)
      else if (this.pillars.has(id)) pillars.add(id)
    }
    // Openings that were dropped or moved to another wall are known only to the walls that held them.
    const moved = new Set([
      ...change.drop,
      ...change.put.filter((r) => r.kind === 'opening').map((r) => r.id),
    ])
    if (moved.size > 0) {
      for (const [id, wall] of this.walls) {
        if (wall.openings.some((fit) => moved.has(fit.opening.id))) refit.add(id)
      }
    }
    if (everything) {
      this.solveAll()
      return new Set([...this.walls.keys(), ...this.pillars.keys()])
    }
    if (touched.size === 0 && refit.size === 0 && pillars.size === 0) return new Set()
    return this.solve(touched, refit, pillars)
  }

  private solveAll(): void {
    this.revision++
    this.solvedFor = this.heights
    this.walls.clear()
    this.pillars.clear()
    this.bodies.clear()
    this.spreads.clear()
    this.chains.clear()
    this.corners = new CornerField()
    this.ranked = this.project
      .all('material')
      .sort((p, q) => p.priority - q.priority || (p.id < q.id ? -1 : 1))
    this.ranks = new Map(this.ranked.map((material, rank) => [material.id, rank]))
    const mine = this.project.all('wall').filter((wall) => this.takesPart(wall))
    for (const wall of mine) this.walls.set(wall.id, this.begin(wall))
    this.bodies.load([...this.walls.values()].map((wall) => wall.body))
    const all = [...this.walls.keys()]
    for (const id of all) this.cutEnds(this.walls.get(id)!)
    for (const id of all) this.makePieces(this.walls.get(id)!)
    for (const column of this.project.all('column'))
      if (this.takesPart(column)) this.pillars.set(column.id, this.beginColumn(column))
    const parts = [...this.walls.values(), ...this.pillars.values()]
    this.spreads.load(parts.map((part) => part.spread!))
    for (const part of parts) this.makeBoundaries(part)
  }

  private beginColumn(column: Column): ColumnInWork {
    const piece = columnPiece(column, this.ranks.get(column.material)!)
    const { minX, minY, maxX, maxY } = piece
    return {
      column,
      zone: this.zoneOf((level) => columnReach(column, level)),
      pieces: [piece],
      boundaries: [],
      closing: [],
      edges: [],
      spread: {
        minX: minX - ON_LINE,
        minY: minY - ON_LINE,
        maxX: maxX + ON_LINE,
        maxY: maxY + ON_LINE,
        id: column.id,
      },
    }
  }

  /** Columns that came, went or changed: their places are drawn anew. */
  private replaceColumns(ids: ReadonlySet<Id>, around: Box[]): void {
    for (const id of ids) {
      const before = this.pillars.get(id)
      if (before) {
        this.unchain(before)
        this.spreads.remove(before.spread!)
        around.push(before.spread!)
        this.pillars.delete(id)
      }
      const record = this.project.find('column', id)
      if (!record || !this.takesPart(record)) continue
      const now = this.beginColumn(record)
      this.pillars.set(id, now)
      this.spreads.insert(now.spread!)
      around.push(now.spread!)
    }
  }

  private solve(touched: ReadonlySet<Id>, refit: ReadonlySet<Id>, pillars: ReadonlySet<Id>): Set<Id> {
    this.revision++
    const reach: Box[] = []
    for (const id of touched) {
      const before = this.walls.get(id)
      if (before) {
        reach.push(before.body)
        this.bodies.remove(before.body)
      }
      const record = this.project.find('wall', id)
      if (record && this.takesPart(record)) {
        const now = this.begin(record)
        if (before) {
          now.edges = before.edges
          now.spread = before.spread
        }
        this.walls.set(id, now)
        this.bodies.insert(now.body)
        reach.push(now.body)
      } else if (before) {
        this.unchain(before)
        if (before.spread) {
          reach.push(before.spread)
          this.spreads.remove(before.spread)
        }
        this.walls.delete(id)
      }
    }
    const dirty = new Set<Id>()
    for (const id of refit) if (this.walls.has(id)) dirty.add(id)
    const near = new Set<Id>()
    for (const box of reach) for (const { id } of this.bodies.search(box)) near.add(id)
    for (const id of near) {
      const wall = this.walls.get(id)!
      const { start, end, shape, zone } = wall
      // An end is cut by the walls whose bodies hold its point: elsewhere nothing has changed for it.
      if (!start || holdsPoint(reach, wall.shape.a)) wall.start = this.cutEnd({ shape, end: 'a' }, zone)
      if (!end || holdsPoint(reach, wall.shape.b)) wall.end = this.cutEnd({ shape, end: 'b' }, zone)
      if (!start || !end || !sameEndCut(start, wall.start!) || !sameEndCut(end, wall.end!)) dirty.add(id)
    }
    const around: Box[] = []
    for (const id of touched) if (!this.walls.has(id)) dirty.delete(id)
    for (const id of dirty) {
      const wall = this.walls.get(id)!
      if (wall.spread) {
        around.push(wall.spread)
        this.spreads.remove(wall.spread)
      }
      this.makePieces(wall)
      this.spreads.insert(wall.spread!)
      around.push(wall.spread!)
    }
    around.push(...reach)
    this.replaceColumns(pillars, around)
    const redrawn = new Set<Id>()
    for (const box of around) for (const { id } of this.spreads.search(box)) redrawn.add(id)
    for (const id of redrawn) this.makeBoundaries(this.part(id))
    for (const id of touched) redrawn.add(id)
    for (const id of pillars) redrawn.add(id)
    return redrawn
  }

  private begin(wall: Wall): InWork {
    const type = this.project.need('wallType', wall.type)
    const shape = wallShape(wall, type, (id) => this.project.need('material', id))
    return {
      shape,
      zone: this.zoneOf((level) => wallReach(wall, level)),
      start: null,
      end: null,
      openings: [],
      pieces: [],
      boundaries: [],
      closing: [],
      edges: [],
      body: { ...bodyBox(shape, 2 * JOINED_ENDS), id: wall.id },
      spread: null,
    }
  }

  private cutEnds(wall: InWork): void {
    const { shape, zone } = wall
    wall.start = this.cutEnd({ shape, end: 'a' }, zone)
    wall.end = this.cutEnd({ shape, end: 'b' }, zone)
  }

  private cutEnd(of: WallEnd, zone: Zone): EndCut {
    const { x, y } = of.end === 'a' ? of.shape.a : of.shape.b
    const near = this.bodies.search({ minX: x, minY: y, maxX: x, maxY: y })
    const ends: WallEnd[] = [of]
    let hosts: WallShape[] | null = null
    for (const { id } of near) {
      if (id === of.shape.id) continue
      const { shape: other, zone: there } = this.walls.get(id)!
      if (!heeds(zone, there)) continue
      const { along, aside } = other.arc ? inWall(other, { x, y }) : straightPlace(other, x, y)
      // What is cut stands whole before what is not: that ends on its face, also at its ends.
      const whole = there !== zone
      if (!whole && Math.abs(aside) <= JOINED_ENDS && Math.abs(along) <= JOINED_ENDS)
        ends.push({ shape: other, end: 'a' })
      else if (!whole && Math.abs(aside) <= JOINED_ENDS && Math.abs(along - other.length) <= JOINED_ENDS)
        ends.push({ shape: other, end: 'b' })
      else if (
        along > (whole ? -JOINED_ENDS : 0) &&
        along < other.length + (whole ? JOINED_ENDS : 0) &&
        aside >= other.low - JOINED_ENDS &&
        aside <= other.high + JOINED_ENDS
      )
        (hosts ??= []).push(other)
    }
    const host = hosts && pickHost(of, hosts)
    return host ? cutTee(of, host, this.walls.get(host.id)!.zone !== zone) : cutJoint(ends)[0]!
  }

  private makePieces(wall: InWork): void {
    const id = wall.shape.id
    const openings = this.project
      .dependents(id)
      .map((user) => this.project.find('opening', user))
      .filter((opening): opening is Opening => opening !== undefined)
    const level = this.project.need('level', this.level)
    const height = lookedAt(wallReach(wall.shape.wall, level), wall.zone, level.cutHeight)
    const { fits, gaps } = fitOpenings(wall.shape, wall.start!, wall.end!, openings, height)
    wall.openings = fits
    wall.pieces = wallPieces(wall.shape, wall.start!, wall.end!, gaps, (material) =>
      this.ranks.get(material)!,
    )
    let { minX, minY, maxX, maxY } = wall.body
    for (const piece of wall.pieces) {
      minX = Math.min(minX, piece.minX - ON_LINE)
      minY = Math.min(minY, piece.minY - ON_LINE)
      maxX = Math.max(maxX, piece.maxX + ON_LINE)
      maxY = Math.max(maxY, piece.maxY + ON_LINE)
    }
    wall.spread = { minX, minY, maxX, maxY, id }
  }

  private makeBoundaries(wall: Part): void {
    this.unchain(wall)
    const others: Piece[] = []
    const { minX, minY, maxX, maxY } = wall.spread!
    for (const { id } of this.spreads.search(wall.spread!)) {
      const part = this.part(id)
      if (!heeds(wall.zone, part.zone)) continue
      for (const piece of part.pieces)
        if (piece.minX <= maxX && piece.maxX >= minX && piece.minY <= maxY && piece.maxY >= minY)
          others.push(piece)
    }
    const all = boundariesOf(wall.pieces, others)
    const closing = all.filter((boundary) => boundary.left < 0 && boundary.right < 0)
    wall.closing = closing
    wall.boundaries =
      closing.length === 0 ? all : all.filter((boundary) => boundary.left >= 0 || boundary.right >= 0)
    // What lies below or above the cut is drawn for itself, and bounds nothing.
    if (wall.zone !== 'cut') return
    for (const boundary of wall.boundaries) addBoundary(boundary, this.corners, this.chainOf, wall.edges)
    if (this.bounding) this.close(wall)
  }

  private unchain(wall: Part): void {
    for (const edge of wall.edges) edge.chain.remove(edge)
    wall.edges = []
  }

  private readonly chainOf = (rank: number): LoopChain => {
    let chain = this.chains.get(rank)
    if (!chain) this.chains.set(rank, (chain = new LoopChain(this.corners)))
    return chain
  }
}

const holdsPoint = (boxes: readonly Box[], { x, y }: Point): boolean =>
  boxes.some((box) => x >= box.minX && x <= box.maxX && y >= box.minY && y <= box.maxY)

/** The same as inWall for a straight wall, on the hot path. */
function straightPlace({ a, u }: WallShape, x: number, y: number): { along: number; aside: number } {
  const dx = x - a.x
  const dy = y - a.y
  return { along: dx * u.x + dy * u.y, aside: dy * u.x - dx * u.y }
}

/** How many different solutions of what is seen are kept. */
const MOST_PARTIAL = 3

const NO_LOOPS: ReadonlySet<Loop> = new Set()
