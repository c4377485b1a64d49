import { JOINED_ENDS, PlaceIndex, type Box, type Point } from '../geometry'
import { layerIdOf } from '../library'
import {
  ChangeLog,
  type Column,
  type Id,
  type Level,
  type Material,
  type Opening,
  type Project,
  type Wall,
  type WallType,
  isRemoved,
} from '../records'
import { atOnce, type Steps } from '../steps'
import { cutAt, sameEndCut, type EndCut } from './cut'
import type { CutGround, CutPart } from './cutGround'
import { cutHeightAt, seesAsFar, type PlanCut } from './cutHeights'
import { columnReach, heeds, lookedAt, wallReach, zoneAt, type Reach, type Zone } from './heights'
import { cutJoint } from './joint'
import type { Loop } from './loop'
import { Merging, mergedAtOnce, type MergeGround } from './merging'
import { fitOpenings, type OpeningFit } from './openingFit'
import type { Boundary } from './overlay'
import type { Gap, Piece } from './piece'
import type { WallEnd } from './ray'
import type { Indexed, SolvedColumn, SolvedWall } from './solved'
import { cutTee, pickHost } from './tee'
import {
  asideOf,
  atWall,
  bodyBox,
  inWall,
  structureOf,
  wallShape,
  type OfWall,
  type WallShape,
} from './wallShape'

/** What the boundaries of walls and columns are asked of. */
type Merged = Pick<LevelSolver, 'boundariesOf'>

/** A wall whose ends may not be cut yet. */
class WallInWork {
  start: EndCut | null = null
  end: EndCut | null = null
  openings: readonly OpeningFit[] = []
  gaps: readonly Gap[] = []
  lookedAt = 0
  readonly body: Indexed

  constructor(
    readonly shape: WallShape,
    readonly zone: Zone,
    private readonly merged: Merged,
  ) {
    this.body = { ...bodyBox(shape, 2 * JOINED_ENDS), id: shape.id }
  }

  get boundaries(): readonly Boundary[] {
    return this.merged.boundariesOf(this.shape.id)
  }
}

class StandingColumn {
  constructor(
    readonly column: Column,
    readonly zone: Zone,
    private readonly merged: Merged,
  ) {}

  get boundaries(): readonly Boundary[] {
    return this.merged.boundariesOf(this.column.id)
  }
}

/** What a material looks like, by its rank in the solver: weakest first. */
export type RankedMaterials = readonly Material[]

/**
 * Solves the walls of one level and keeps the solution while the project changes. After a change only the
 * walls that it reaches are solved again. The result depends neither on the order nor on the direction in
 * which walls were drawn.
 */
export class LevelSolver implements CutGround, MergeGround {
  private readonly walls = new Map<Id, WallInWork>()
  private readonly pillars = new Map<Id, SolvedColumn>()
  private readonly bodies = new PlaceIndex<Indexed>()
  /** The drawing they are merged into; null as long as nobody has asked for it. */
  private merged: Merging | null = null
  private ranked: Material[] = []
  private ranks = new Map<Id, number>()
  /** The types of its walls, as they were solved. */
  private types = new Map<Id, WallType>()
  /** The wall that each opening was fitted into. */
  private readonly hosts = new Map<Id, Id>()
  /** The walls and columns whose drawing changed. */
  readonly changes = new ChangeLog()
  /** Where it changed. */
  readonly places = new ChangeLog<Box>()
  /** The change of the project up to which this is solved. */
  private stamp = 0
  /** The level as it was when this was solved last. */
  private solvedFor: Pick<Level, 'height' | 'cutHeight'> | undefined

  /** Solutions that leave out what lies on hidden layers, by those layers; the one asked for last is the last. */
  private readonly partial = new Map<string, LevelSolver>()

  constructor(
    readonly project: Project,
    readonly level: Id,
    /** Layers that are not there, and walls and columns of which the same is true. */
    private readonly hidden: ReadonlySet<Id> | null = null,
    /** Solved by whoever asks for its steps, instead of at once. */
    later = false,
    /** How its plan is cut; null: as its level says. */
    readonly cutting: PlanCut | null = null,
    /** As it stands before anything is removed, with nothing new in it. */
    private readonly before = false,
  ) {
    if (!later) project.unheard(() => this.solveAll())
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

  column(id: Id): SolvedColumn | undefined {
    return this.pillars.get(id)
  }

  readonly rankOf = (material: Id): number => this.ranks.get(material)!

  /**
   * The solution of what is seen alone: walls and columns on layers that are not shown (or do not print, if
   * this is for paper), those set aside (unless this is for paper) and those left out are not there, so that nothing joins
   * them. Where all are seen it is this solution.
   */
  seen({ printing, before = false, leavesOut = null }: SeenAs = { printing: false }): LevelSolver {
    if (this.hidden) return this
    const hidden = new Set<Id>()
    for (const layer of this.project.all('layer'))
      if (!layer.shown || (printing && !layer.printed)) hidden.add(layer.id)
    if (!printing) for (const id of this.project.setAside) if (this.takes(id)) hidden.add(id)
    if (hidden.size === 0 && !before && !leavesOut) return this
    const records = [
      ...[...this.walls.values()].map(({ shape }) => shape.wall),
      ...[...this.pillars.values()].map(({ column }) => column),
    ]
    if (leavesOut) for (const record of records) if (leavesOut(record)) hidden.add(record.id)
    const hides = (record: Wall | Column): boolean => hidden.has(layerIdOf(record)!) || hidden.has(record.id)
    if (!before && !records.some(hides)) return this
    const key = [...hidden].sort().join(' ') + (before ? ' before' : '')
    const found =
      this.partial.get(key) ?? new LevelSolver(this.project, this.level, hidden, false, this.cutting, before)
    this.partial.delete(key)
    this.partial.set(key, found)
    if (this.partial.size > MOST_PARTIAL) this.partial.delete(this.partial.keys().next().value!)
    found.follow()
    return found
  }

  private takesPart(record: Wall | Column): boolean {
    const { hidden } = this
    if (this.before && !stoodBefore(record)) return false
    if (record.level !== this.level || hidden?.has(layerIdOf(record)!) || hidden?.has(record.id)) return false
    const level = this.cutting ? this.heights : undefined
    if (!level) return true
    return seesAsFar(
      this.cutting,
      record.kind === 'wall' ? wallReach(record, level) : columnReach(record, level),
    )
  }
  private takes(id: Id): boolean {
    return this.walls.has(id) || this.pillars.has(id)
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

  private zoneOf(record: Wall | Column, reach: (level: Pick<Level, 'height'>) => Reach, middle: Point): Zone {
    if (!this.before && isRemoved(record)) return 'removed'
    const level = this.heights
    return level ? zoneAt(reach(level), cutHeightAt(level, this.cutting, middle)) : 'cut'
  }

  /** The merged drawing, made the first time it is asked for. */
  private get drawing(): Merging {
    return (this.merged ??= this.project.unheard(() => mergedAtOnce(this)))
  }

  /** Merges the drawing in small steps; begun again where walls change meanwhile. */
  *merging(): Steps {
    while (!this.merged) {
      const { now } = this.changes
      const merging = new Merging(this)
      let isCurrent = true
      for (const _ of merging.making()) {
        yield
        if (!(isCurrent = this.merged === null && this.changes.now === now)) break
      }
      if (isCurrent) this.merged = merging
    }
  }

  // What follows is asked of the merged drawing, which says what it gives.

  boundariesOf(id: Id): readonly Boundary[] {
    return this.drawing.boundariesOf(id)
  }
  piecesOf(id: Id): readonly Piece[] {
    return this.drawing.piecesOf(id)
  }
  spreadOf(id: Id): Box {
    return this.drawing.spreadOf(id)
  }
  reaching(box: Box): Id[] {
    return this.drawing.reaching(box)
  }
  drawn(): Iterable<CutPart> {
    return this.drawing.drawn()
  }
  drawnNear(box: Box): CutPart[] {
    return this.drawing.drawnNear(box)
  }
  loopsOf(rank: number): ReadonlySet<Loop> {
    return this.drawing.loopsOf(rank)
  }
  loopsNear(rank: number, box: Box): readonly Loop[] {
    return this.drawing.loopsNear(rank, box)
  }
  outlines(): ReadonlySet<Loop> {
    return this.drawing.outlines()
  }
  outlinesNear(box: Box): readonly Loop[] {
    return this.drawing.outlinesNear(box)
  }
  extent(): Box {
    return this.drawing.extent()
  }
  closedOutlines(): ReadonlySet<Loop> {
    return this.drawing.closedOutlines()
  }
  *outlining(): Steps {
    yield* this.merging()
    yield* this.drawing.outlining()
  }
  *bounding(): Steps {
    yield* this.merging()
    yield* this.drawing.bounding()
  }
  cutArea(): number {
    return this.drawing.cutArea()
  }
  faults(): number {
    return this.drawing.faults()
  }

  /** Columns that come near a box. */
  columnsNear(box: Box): SolvedColumn[] {
    return this.reaching(box).flatMap((id) => this.pillars.get(id) ?? [])
  }

  /** Walls whose bodies come near a box. */
  wallsNear(box: Box): SolvedWall[] {
    return this.bodies.search(box).map((found) => this.walls.get(found.id)! as SolvedWall)
  }

  /** The corner of a wall after its joins: at an end, on a face of it or of its structure, or on its line. */
  corner(id: Id, end: 'a' | 'b', side: 'left' | 'right' | 'axis', on: OfWall = 'finish'): Point | null {
    const wall = this.walls.get(id)
    if (!wall) return null
    const { shape } = wall
    const cut = end === 'a' ? wall.start! : wall.end!
    if (side === 'axis' || on === 'axis') return end === 'a' ? shape.a : shape.b
    const { first, last } =
      on === 'structure' ? structureOf(shape) : { first: 0, last: shape.strips.length - 1 }
    const line = side === 'left' ? cut.strips[first]! : cut.strips[last]!
    const aside = asideOf(shape, side, on)
    const face = side === 'left' ? line[line.length - 1]! : line[0]!
    return atWall(shape, on === 'structure' ? cutAt(line, aside) : face.along, aside)
  }

  /** Rises whenever the solution changes. */
  get revision(): number {
    return this.changes.now
  }

  /**
   * Brings the solution up to date with the project. Gives the ids of the walls and columns whose drawing changed.
   */
  follow(): ReadonlySet<Id> {
    return this.project.unheard(() => this.keepUp())
  }

  private keepUp(): ReadonlySet<Id> {
    const changed = this.project.changedSince(this.stamp)
    this.stamp = this.project.stamp
    if (changed?.size === 0) return NONE
    const before = this.solvedFor
    this.solvedFor = this.heights
    const touched = new Set<Id>()
    const refit = new Set<Id>()
    const pillars = new Set<Id>()
    // Another height of the storey or of the cut: other things are cut.
    if (
      !changed ||
      before?.height !== this.solvedFor?.height ||
      before?.cutHeight !== this.solvedFor?.cutHeight
    )
      return this.solveAnew()
    for (const id of changed) {
      const record = this.project.get(id)
      // An opening is known to the wall that held it and to the one that holds it now.
      const held = this.hosts.get(id)
      if (held !== undefined) refit.add(held)
      if (!record && this.ranks.has(id)) return this.solveAnew()
      if (!record) {
        if (this.walls.has(id)) touched.add(id)
        else if (this.pillars.has(id)) pillars.add(id)
        continue
      }
      switch (record.kind) {
        case 'wall':
          if (record.level === this.level || this.walls.has(id)) touched.add(id)
          break
        case 'column':
          if (record.level === this.level || this.pillars.has(id)) pillars.add(id)
          break
        case 'opening':
          refit.add(record.wall)
          break
        case 'material':
          // What it is called and how it looks joins no wall otherwise.
          if (!this.looksOtherwise(record)) return this.solveAnew()
          break
        case 'openingType':
          // What is turned into openings reaches as far as their frame.
          for (const user of this.project.dependents(id)) {
            const wall = this.walls.get(this.hosts.get(user) ?? '')
            if (wall?.shape.strips.some(({ turnsIn }) => turnsIn)) refit.add(wall.shape.id)
          }
          break
        case 'wallType':
          for (const wall of this.ofOtherMake(record)) touched.add(wall)
          break
        default:
      }
    }
    if (touched.size === 0 && refit.size === 0 && pillars.size === 0) return NONE
    return this.solve(touched, refit, pillars)
  }

  /** Takes in a material that only looks otherwise than before; false when its walls join otherwise, or it is new. */
  private looksOtherwise(material: Material): boolean {
    const rank = this.ranks.get(material.id)
    if (rank === undefined || this.ranked[rank]!.priority !== material.priority) return false
    this.ranked[rank] = material
    return true
  }

  /** The walls of a type, if that is made otherwise than when they were solved. */
  private ofOtherMake(type: WallType): Id[] {
    const before = this.types.get(type.id)
    if (!before) return []
    this.types.set(type.id, type)
    if (JSON.stringify(before.strips) === JSON.stringify(type.strips)) return []
    return this.project.dependents(type.id).filter((id) => this.walls.has(id))
  }

  private solveAnew(): ReadonlySet<Id> {
    this.changes.addEverything()
    this.places.addEverything()
    this.solveAll()
    return new Set([...this.walls.keys(), ...this.pillars.keys()])
  }

  private solveAll(): void {
    atOnce(this.solving())
  }

  /**
   * Solves everything in small steps. What changes of the project meanwhile is taken in by `follow` when they are done.
   */
  *solving(): Steps {
    this.stamp = this.project.stamp
    this.types.clear()
    this.hosts.clear()
    this.solvedFor = this.heights
    this.walls.clear()
    this.pillars.clear()
    this.bodies.clear()
    this.merged = null
    this.ranked = this.project
      .all('material')
      .sort((p, q) => p.priority - q.priority || (p.id < q.id ? -1 : 1))
    this.ranks = new Map(this.ranked.map((material, rank) => [material.id, rank]))
    const mine = this.project.all('wall').filter((wall) => this.takesPart(wall))
    let steps = 0
    for (const wall of mine) {
      this.walls.set(wall.id, this.begin(wall))
      if (++steps % IN_STEP === 0) yield
    }
    yield* this.bodies.loading([...this.walls.values()].map((wall) => wall.body))
    const all = [...this.walls.keys()]
    for (const id of all) {
      this.cutEnds(this.walls.get(id)!)
      if (this.isStep(++steps)) yield
    }
    for (const id of all) {
      this.fitOpenings(this.walls.get(id)!)
      if (this.isStep(++steps)) yield
    }
    for (const column of this.project.all('column'))
      if (this.takesPart(column)) this.pillars.set(column.id, this.standing(column))
  }

  /** So many neighbours were looked at in this step. */
  private looked = 0

  /** Whether so many walls, or so many neighbours of them, are enough for a step. */
  private isStep(walls: number): boolean {
    if (walls % IN_STEP !== 0 && this.looked < LOOKED_IN_STEP) return false
    this.looked = 0
    return true
  }

  private standing(column: Column): SolvedColumn {
    const zone = this.zoneOf(column, (level) => columnReach(column, level), column.at)
    return new StandingColumn(column, zone, this)
  }

  private solve(touched: ReadonlySet<Id>, refit: ReadonlySet<Id>, pillars: ReadonlySet<Id>): Set<Id> {
    const reach: Box[] = []
    const looks = new Set<Id>()
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
          now.openings = before.openings
          if (!sameLook(before.shape.wall, record)) looks.add(id)
        }
        this.walls.set(id, now)
        this.bodies.insert(now.body)
        reach.push(now.body)
      } else if (before) {
        for (const { opening } of before.openings) this.hosts.delete(opening.id)
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
    for (const id of touched) if (!this.walls.has(id)) dirty.delete(id)
    for (const id of dirty) this.fitOpenings(this.walls.get(id)!)
    for (const id of pillars) {
      const column = this.project.find('column', id)
      if (column && this.takesPart(column)) this.pillars.set(id, this.standing(column))
      else this.pillars.delete(id)
    }
    const redrawn = new Set([...touched, ...dirty, ...pillars])
    const more = this.merged?.follow({ touched, dirty, pillars, looks, reach })
    for (const id of more?.redrawn ?? []) redrawn.add(id)
    this.changes.add(redrawn)
    if (more) this.places.add(more.places)
    else this.places.addEverything()
    return redrawn
  }

  private begin(wall: Wall): WallInWork {
    const type = this.project.need('wallType', wall.type)
    this.types.set(type.id, type)
    const shape = wallShape(wall, type, (id) => this.project.need('material', id))
    const middle = atWall(shape, shape.length / 2, (shape.low + shape.high) / 2)
    const zone = this.zoneOf(wall, (level) => wallReach(wall, level), middle)
    return new WallInWork(shape, zone, this)
  }

  /** Cuts the ends of a wall that are not cut yet, and with them those that meet them in the same point. */
  private cutEnds(wall: WallInWork): void {
    const { shape, zone } = wall
    wall.start ??= this.cutEnd({ shape, end: 'a' }, zone, true)
    wall.end ??= this.cutEnd({ shape, end: 'b' }, zone, true)
  }

  private cutEnd(of: WallEnd, zone: Zone, withOthers = false): EndCut {
    const { x, y } = pointOf(of)
    const near = this.bodies.search({ minX: x, minY: y, maxX: x, maxY: y })
    this.looked += near.length
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
    if (host) return cutTee(of, host, this.walls.get(host.id)!.zone !== zone)
    const cuts = cutJoint(ends)
    if (withOthers && !hosts)
      for (let i = 1; i < ends.length; i++) {
        const { shape, end } = ends[i]!
        const at = pointOf(ends[i]!)
        // In the very same point the same walls meet.
        if (at.x !== x || at.y !== y) continue
        const other = this.walls.get(shape.id)!
        if (end === 'a') other.start ??= cuts[i]!
        else other.end ??= cuts[i]!
      }
    return cuts[0]!
  }

  private fitOpenings(wall: WallInWork): void {
    const id = wall.shape.id
    const openings = this.project
      .dependents(id)
      .map((user) => this.project.find('opening', user))
      .filter((opening): opening is Opening => opening !== undefined)
    const level = this.project.need('level', this.level)
    const { shape, zone } = wall
    const height = (along: number): number =>
      lookedAt(
        wallReach(shape.wall, level),
        zone,
        cutHeightAt(level, this.cutting, atWall(shape, along, (shape.low + shape.high) / 2)),
      )
    const { fits, gaps } = this.before
      ? fitOpenings(shape, wall.start!, wall.end!, openings.filter(stoodBefore), height, () => true)
      : fitOpenings(shape, wall.start!, wall.end!, openings, height)
    for (const { opening } of wall.openings)
      if (this.hosts.get(opening.id) === id) this.hosts.delete(opening.id)
    wall.openings = fits
    wall.gaps = gaps
    wall.lookedAt = height(shape.length / 2)
    for (const { opening } of fits) this.hosts.set(opening.id, id)
  }
}

/** What of a level is seen. */
export interface SeenAs {
  readonly printing: boolean
  /** As it stands before anything is removed; left out: after. */
  readonly before?: boolean
  /** Walls and columns that are not shown; null or left out: none. */
  readonly leavesOut?: ((record: Wall | Column) => boolean) | null
}

/** Whether something stood before the works. */
const stoodBefore = ({ status }: { readonly status?: 'existing' | 'removed' | undefined }): boolean =>
  status !== undefined

const NONE: ReadonlySet<Id> = new Set()

const pointOf = ({ shape, end }: WallEnd): Point => (end === 'a' ? shape.a : shape.b)

/** Whether two states of a wall are drawn in the same pen and line type, as far as they say. */
const sameLook = (p: Wall, q: Wall): boolean =>
  p.layer === q.layer && JSON.stringify(p.own) === JSON.stringify(q.own)

const holdsPoint = (boxes: readonly Box[], { x, y }: Point): boolean =>
  boxes.some((box) => x >= box.minX && x <= box.maxX && y >= box.minY && y <= box.maxY)

/** The same as inWall for a straight wall, on the hot path. */
function straightPlace({ a, u }: WallShape, x: number, y: number): { along: number; aside: number } {
  const dx = x - a.x
  const dy = y - a.y
  return { along: dx * u.x + dy * u.y, aside: dy * u.x - dx * u.y }
}

/** So many walls are worked on in one step, or as many as have so many neighbours together. */
const IN_STEP = 100
const LOOKED_IN_STEP = 4_000

/** How many different solutions of what is seen are kept. */
const MOST_PARTIAL = 3
