import type { LevelSolver, Loop } from '../building'
import {
  boxHasPoint,
  boxOf,
  boxesMeet,
  distance,
  distanceToSegment,
  flattenPath,
  growBox,
  insidePath,
  joinBoxes,
  middle,
  pathArea,
  pathBox,
  pathOfPoints,
  straight,
  type Box,
  type Edge,
  type Path,
  type Point,
  PlaceIndex,
} from '../geometry'
import { allRegions, innerPoint, splitEdges, type EnclosedArea } from '../linework'
import { Work, type Steps } from '../steps'
import { ChangeLog, type Id, type Project, type Separator } from '../records'

/** A part of what bounds a space: along a wall, a column or a shut opening, or along a separating line. */
export interface SpaceEdge {
  readonly a: Point
  readonly b: Point
  /** The wall, column or opening; null for a separating line. */
  readonly owner: Id | null
}

/** A space of a level, closed by walls, shut openings and separating lines. Lengths in mm. */
export interface Space extends Box, EnclosedArea {
  /** Net of walls, columns and whatever else stands in it, mm². */
  readonly area: number
  /** Around its outer outline. */
  readonly perimeter: number
  /** Along the outer outline and around what stands in it. */
  readonly edges: readonly SpaceEdge[]
}

interface Shape extends Box {
  readonly loop: Loop
  readonly path: Path
  /** Positive for what is built, negative for the space within. */
  readonly area: number
}

/** So many outlines are looked at in one step. */
const IN_STEP = 200

/** How far from an edge of a wall a part of a space's outline may lie to be that edge's, mm. */
const ON_EDGE = 0.01

/**
 * The spaces of one level, kept while the project changes: only those that a change reaches are worked out
 * again.
 */
export class LevelSpaces {
  private readonly shapes = new Map<Loop, Shape>()
  private readonly holes = new PlaceIndex<Shape>()
  private readonly solids = new PlaceIndex<Shape>()
  private readonly found = new Map<Shape | null, readonly Space[]>()
  private separators: readonly Separator[] = []
  private places = new PlaceIndex<Space>()
  private revision = -1
  private readonly live = new Set<Space>()
  /** Spaces that came or went. */
  readonly changes = new ChangeLog<Space>()
  private told = new Set<Space>()

  constructor(
    private readonly project: Project,
    private readonly solver: LevelSolver,
  ) {}

  /** All spaces, brought up to date. */
  all(): Space[] {
    this.update()
    return [...this.found.values()].flat()
  }

  /** The same, brought up to date. */
  refreshed(): this {
    this.update()
    return this
  }

  /** Whether a space was still there when this was last brought up to date. */
  has(space: Space): boolean {
    return this.live.has(space)
  }

  /** The space around a point; null where none closes. */
  at(p: Point): Space | null {
    this.update()
    if (!Number.isFinite(p.x + p.y)) return null
    const near = this.places.search({ minX: p.x, minY: p.y, maxX: p.x, maxY: p.y })
    return near.find((space) => holds(space, p)) ?? null
  }

  /**
   * What bounds the open land around a point, as far as `reach`, in edges that meet at their ends only; null when the
   * point lies in a space or in what is built.
   */
  openAround(p: Point, reach: number): { edges: Edge[]; isOpen: (q: Point) => boolean } | null {
    this.update()
    if (this.at(p) || this.holeAround(p, 0)) return null
    const box = growBox(boxOf([p]), reach)
    const solids = this.outermost(box)
    const isOpen = (q: Point): boolean =>
      !solids.some((solid) => boxHasPoint(solid, q) && insidePath(solid.path, q))
    if (!isOpen(p)) return null
    const near = ({ a, b }: Pick<SpaceEdge, 'a' | 'b'>): boolean => boxesMeet(boxOf([a, b]), box)
    const toEdge = ({ a, b }: Pick<SpaceEdge, 'a' | 'b'>): Edge => straight(a, b)
    const faces = solids.flatMap(({ loop }) => edgesOfLoop(loop).filter(near).map(toEdge))
    const lines = this.outsideLines().filter(near).map(toEdge)
    // Outlines do not cross each other; separating lines end on them, and cross.
    return { edges: lines.length > 0 ? splitEdges([...faces, ...lines]) : faces, isOpen }
  }

  /** The area within the outer faces of what is built, mm²; what stands in a space within is not counted twice. */
  grossArea(): number {
    this.update()
    let area = 0
    for (const solid of this.solids.all())
      if (!this.holeAround(solid.path.vertices[0]!, solid.area)) area += solid.area
    return area
  }

  /** The outer outline of the walls around a point; null outside of all. */
  outlineAround(p: Point): Path | null {
    this.update()
    let best: Shape | null = null
    for (const shape of this.solids.search({ minX: p.x, minY: p.y, maxX: p.x, maxY: p.y }))
      if ((!best || shape.area > best.area) && insidePath(shape.path, p)) best = shape
    return best?.path ?? null
  }

  /** Whether a point lies in a wall, a column or a shut opening. */
  isBuilt(p: Point): boolean {
    this.update()
    const box = { minX: p.x, minY: p.y, maxX: p.x, maxY: p.y }
    let smallest: Shape | null = null
    for (const shape of [...this.holes.search(box), ...this.solids.search(box)])
      if ((!smallest || Math.abs(shape.area) < Math.abs(smallest.area)) && insidePath(shape.path, p))
        smallest = shape
    return smallest !== null && smallest.area > 0
  }

  private readonly work = new Work(() => this.updating())

  private update(): void {
    this.work.now()
  }

  /** Brings them up to date in small steps. */
  *inSteps(): Steps {
    yield* this.solver.bounding()
    yield* this.work.inSteps()
  }

  private *updating(): Steps {
    const lines = this.project.all('separator').filter((line) => line.level === this.solver.level)
    const parted =
      lines.length !== this.separators.length || lines.some((line, i) => line !== this.separators[i])
    if (this.revision === this.solver.revision && !parted) return
    this.revision = this.solver.revision
    const loops = this.solver.closedOutlines()
    /** Holes in which something may have changed. */
    const dirty = new Set<Shape>()
    const changedSolids: Shape[] = []
    const came: Loop[] = []
    const gone: Shape[] = []
    for (const loop of loops) if (!this.shapes.has(loop)) came.push(loop)
    // Nothing went when all that is known is there.
    if (this.shapes.size + came.length !== loops.size)
      for (const [loop, shape] of this.shapes) if (!loops.has(loop)) gone.push(shape)
    const fresh: Shape[] = []
    for (const loop of came) {
      fresh.push(shapeOf(loop))
      if (fresh.length % IN_STEP === 0) yield
    }
    for (const shape of gone) {
      this.shapes.delete(shape.loop)
      this.indexOf(shape).remove(shape)
      this.forget(shape)
      if (shape.area > 0) changedSolids.push(shape)
    }
    if (this.shapes.size === 0) {
      yield* this.holes.loading(fresh.filter((shape) => shape.area < 0))
      yield* this.solids.loading(fresh.filter((shape) => shape.area > 0))
    } else for (const shape of fresh) this.indexOf(shape).insert(shape)
    for (const shape of fresh) {
      this.shapes.set(shape.loop, shape)
      if (shape.area > 0) changedSolids.push(shape)
      else dirty.add(shape)
    }
    // What stands free in a hole is part of it: the holes around changed solids are looked at again.
    for (const solid of changedSolids) {
      const p = solid.path.vertices[0]!
      for (const hole of this.holes.search({ minX: p.x, minY: p.y, maxX: p.x, maxY: p.y }))
        if (-hole.area > solid.area && insidePath(hole.path, p)) dirty.add(hole)
    }
    if (parted) {
      const before = new Set(this.separators)
      const now = new Set(lines)
      for (const line of [...lines, ...this.separators])
        if (!before.has(line) || !now.has(line))
          for (const hole of this.holes.search(growBox(boxOf([line.a, line.b]), 1))) dirty.add(hole)
      this.separators = lines
    }
    yield* this.renewing(dirty)
  }

  private indexOf(shape: Shape): PlaceIndex<Shape> {
    return shape.area < 0 ? this.holes : this.solids
  }

  /** Works out again what lies within holes, and what separating lines close outside of all. */
  private *renewing(dirty: ReadonlySet<Shape>): Steps {
    const made: Space[] = []
    let steps = 0
    for (const hole of dirty) {
      this.forget(hole)
      const spaces = this.within(hole)
      this.found.set(hole, spaces)
      made.push(...spaces)
      if (++steps % IN_STEP === 0) yield
    }
    this.forget(null)
    const outside = this.separators.length > 0 ? this.outside() : []
    if (outside.length > 0) {
      this.found.set(null, outside)
      made.push(...outside)
    }
    for (const space of made) {
      this.live.add(space)
      this.told.add(space)
    }
    if (this.found.size <= dirty.size) {
      const places = new PlaceIndex<Space>()
      yield* places.loading(made)
      this.places = places
    } else for (const space of made) this.places.insert(space)
    if (this.told.size > 0) this.changes.add(this.told)
    this.told = new Set()
  }

  private forget(of: Shape | null): void {
    for (const space of this.found.get(of) ?? []) {
      this.places.remove(space)
      this.live.delete(space)
      this.told.add(space)
    }
    this.found.delete(of)
  }

  /** The smallest hole that holds a point, and is larger than an area. */
  private holeAround(p: Point, larger: number): Shape | null {
    let best: Shape | null = null
    for (const hole of this.holes.search({ minX: p.x, minY: p.y, maxX: p.x, maxY: p.y }))
      if (-hole.area > larger && (!best || hole.area > best.area) && insidePath(hole.path, p)) best = hole
    return best
  }

  /** What stands free in a hole. */
  private islandsOf(hole: Shape): Shape[] {
    return this.solids
      .search(hole)
      .filter(
        (solid) =>
          solid.area < -hole.area &&
          boxHasPoint(hole, solid.path.vertices[0]!) &&
          this.holeAround(solid.path.vertices[0]!, solid.area) === hole,
      )
  }

  private within(hole: Shape): Space[] {
    const islands = this.islandsOf(hole)
    const edges = [hole, ...islands].flatMap((shape) => edgesOfLoop(shape.loop))
    const lines = this.separators.filter((line) => boxesMeet(boxOf([line.a, line.b]), growBox(hole, 1)))
    if (lines.length === 0)
      return [spaceOf({ outer: hole.path, islands: islands.map(({ path }) => path) }, edges)]
    return this.parted(
      edges,
      lines,
      (p) => insidePath(hole.path, p) && !islands.some(({ path }) => insidePath(path, p)),
    )
  }

  /** Separating lines that do not lie in a space of the walls. */
  private outsideLines(): Separator[] {
    return this.separators.filter(({ a, b }) => !this.holeAround(middle(a, b), 0))
  }

  /** What is built near a box and stands in no space of the walls. */
  private outermost(box: Box): Shape[] {
    return this.solids.search(box).filter((solid) => !this.holeAround(solid.path.vertices[0]!, solid.area))
  }

  /** Spaces that separating lines close against the outside of walls. */
  private outside(): Space[] {
    const lines = this.outsideLines()
    if (lines.length === 0) return []
    const solids = this.outermost(lines.map(({ a, b }) => growBox(boxOf([a, b]), 1)).reduce(joinBoxes))
    const edges = solids.flatMap((shape) => edgesOfLoop(shape.loop))
    return this.parted(edges, lines, (p) => !solids.some(({ path }) => insidePath(path, p)))
  }

  private parted(
    edges: readonly SpaceEdge[],
    lines: readonly Separator[],
    isFree: (p: Point) => boolean,
  ): Space[] {
    const all = [...edges, ...lines.map(({ a, b }) => ({ a, b, owner: null }))]
    return allRegions(all.map(({ a, b }) => straight(a, b)))
      .filter((region) => isFree(innerPoint(region)))
      .map((region) => spaceOf(region, ownersOf(region, all)))
  }
}

/** Whether a point lies in an area, and in none of its islands. */
export const holds = ({ outer, islands }: EnclosedArea, p: Point): boolean =>
  insidePath(outer, p) && !islands.some((island) => insidePath(island, p))

function shapeOf(loop: Loop): Shape {
  const path = pathOfPoints(loop.points, true)
  const { minX, minY, maxX, maxY } = boxOf(loop.points)
  return { loop, path, area: loop.area, minX, minY, maxX, maxY }
}

function edgesOfLoop({ edges }: Loop): SpaceEdge[] {
  return edges.map(({ from, boundary }, i) => ({
    a: from,
    b: edges[(i + 1) % edges.length]!.from,
    owner: boundary.owner,
  }))
}

function spaceOf(region: EnclosedArea, edges: readonly SpaceEdge[]): Space {
  const { outer, islands } = region
  const { minX, minY, maxX, maxY } = pathBox(outer)
  const { vertices } = outer
  let perimeter = 0
  vertices.forEach((vertex, i) => (perimeter += distance(vertex, vertices[(i + 1) % vertices.length]!)))
  const area = Math.abs(pathArea(outer)) - islands.reduce((sum, path) => sum + Math.abs(pathArea(path)), 0)
  return { outer, islands, area, perimeter, edges, minX, minY, maxX, maxY }
}

/** The outline of a region in parts, each with what it runs along. */
function ownersOf({ outer, islands }: EnclosedArea, sources: readonly SpaceEdge[]): SpaceEdge[] {
  const index = new PlaceIndex<Box & { readonly source: SpaceEdge }>().load(
    sources.map((source) => ({ ...growBox(boxOf([source.a, source.b]), ON_EDGE), source })),
  )
  return [outer, ...islands].flatMap((path) => {
    const points = flattenPath(path, 0.01)
    return points.flatMap((a, i): SpaceEdge[] => {
      const b = points[(i + 1) % points.length]!
      // A run may pass along several edges: it is parted where they end.
      const near = index
        .search(boxOf([a, b]))
        .filter(
          ({ source }) =>
            distanceToLine(source.a, a, b) <= ON_EDGE && distanceToLine(source.b, a, b) <= ON_EDGE,
        )
      const length = distance(a, b)
      const stops = [0, length]
      for (const { source } of near)
        for (const p of [source.a, source.b]) {
          const along = ((p.x - a.x) * (b.x - a.x) + (p.y - a.y) * (b.y - a.y)) / length
          if (along > ON_EDGE && along < length - ON_EDGE) stops.push(along)
        }
      stops.sort((p, q) => p - q)
      const at = (along: number): Point => ({
        x: a.x + ((b.x - a.x) * along) / length,
        y: a.y + ((b.y - a.y) * along) / length,
      })
      return stops.slice(1).flatMap((stop, k): SpaceEdge[] => {
        const from = stops[k]!
        if (stop - from <= ON_EDGE) return []
        const middle = at((from + stop) / 2)
        const source = near.find((each) => distanceToSegment(middle, each.source.a, each.source.b) <= ON_EDGE)
        return [{ a: at(from), b: at(stop), owner: source?.source.owner ?? null }]
      })
    })
  })
}

function distanceToLine(p: Point, a: Point, b: Point): number {
  const length = distance(a, b)
  return Math.abs((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)) / length
}
