import { derivedOf, type Scene } from '../derive'
import {
  PARALLEL,
  applyTo,
  cross,
  dot,
  edgesOf,
  flattenEdge,
  pathOfPoints,
  unitAt,
  type Box,
  type Edge,
  type Point,
} from '../geometry'
import { areasOf, edgesOfRecord, standsIn } from '../kinds'
import type { AnyRecord, Dimension, RecordKind } from '../records'
import { solveRoof } from '../roofs'
import type { Ground } from '../ties'

/** How far a building reaches to the left and to the right of a line through the origin, mm to its left. */
export interface Reach {
  readonly low: number
  readonly high: number
}

/** The part of the way along a direction that a row stands over. */
export interface Stretch {
  readonly from: number
  readonly to: number
}

/**
 * How far what is drawn of the building reaches on either side of a row, over the part of the way that it stands over;
 * null: there is nothing. In plans that is what stands on the level, in views what is seen, elsewhere what is drafted.
 */
export function outsideOf(ground: Ground, u: Point, stretch: Stretch): Reach | null {
  const scene = sceneOf(ground)
  const over = new Over(u, stretch)
  if (!scene) {
    for (const wall of ground.building?.all() ?? []) over.boundaries(wall.boundaries)
    return over.reach()
  }
  if (scene.view === 'plan') {
    const seen = scene.building.seen()
    // Also what is not cut, and lies outside of all that is.
    for (const id of seen.reaching(stripOver(u, stretch))) over.boundaries(seen.boundariesOf(id))
  }
  over.segments(segmentsOf(scene))
  return over.reach()
}

/** The part of the way that the points of a row take. */
export function stretchOf(points: readonly Point[], u: Point): Stretch {
  const alongs = points.map((p) => dot(u, p))
  return { from: Math.min(...alongs), to: Math.max(...alongs) }
}

/** Around the strip that a part of the way along a direction stands over, which ends nowhere square to it. */
export function stripOver(u: Point, { from, to }: Stretch): Box {
  const ends = (k: number): readonly [number, number] => [
    Math.min(from * k, to * k),
    Math.max(from * k, to * k),
  ]
  const [minX, maxX] = Math.abs(u.y) <= PARALLEL ? ends(u.x) : [-Infinity, Infinity]
  const [minY, maxY] = Math.abs(u.x) <= PARALLEL ? ends(u.y) : [-Infinity, Infinity]
  return { minX, minY, maxX, maxY }
}

/** How far the building reaches where a dimension stands; null for one that is not reckoned from it. */
export const outsideFor = (
  { direction, offset }: Pick<Dimension, 'direction' | 'offset'>,
  points: readonly Point[],
  ground: Ground,
): Reach | null => {
  if (offset.in !== 'row') return null
  const u = unitAt(direction)
  return outsideOf(ground, u, stretchOf(points, u))
}

/**
 * How far beyond each point, on the side of a row, what is seen at its height reaches, mm: in views of the building the
 * extension lines of a row beside it begin there, so that they do not run across it. Elsewhere they begin at the points.
 */
export function beginsOf(
  { direction, offset }: Pick<Dimension, 'direction' | 'offset'>,
  points: readonly Point[],
  ground: Ground,
): readonly number[] | undefined {
  if (offset.in !== 'row' || sceneOf(ground)?.view !== 'derived') return undefined
  const u = unitAt(direction)
  return points.map((p) => {
    const along = dot(u, p)
    const reach = outsideOf(ground, u, { from: along - LEVEL, to: along + LEVEL })
    const aside = cross(u, p)
    const beyond = !reach ? 0 : offset.side === 'left' ? reach.high - aside : aside - reach.low
    return Math.max(0, beyond)
  })
}
/** What lies within so much of the height of a point is beside it, mm. */
const LEVEL = 2

/** A scene is ground that knows its board. */
export const sceneOf = (ground: Ground): Scene | null => ('view' in ground ? (ground as Scene) : null)

/** What just ends where a row does stands beside it, mm. */
const BESIDE = 1
/** How near chords keep to curves, mm. */
const CHORD = 5

/** Gathers how far lines reach over a part of the way. */
class Over {
  private low = Infinity
  private high = -Infinity
  private readonly from: number
  private readonly to: number

  constructor(
    private readonly u: Point,
    { from, to }: Stretch,
  ) {
    const beside = Math.min(BESIDE, (to - from) / 4)
    this.from = from + beside
    this.to = to - beside
  }

  boundaries(all: Iterable<{ x1: number; y1: number; x2: number; y2: number }>): void {
    for (const { x1, y1, x2, y2 } of all) this.segment(x1, y1, x2, y2)
  }

  segments(all: readonly number[]): void {
    for (let i = 0; i < all.length; i += 4) this.segment(all[i]!, all[i + 1]!, all[i + 2]!, all[i + 3]!)
  }

  private segment(x1: number, y1: number, x2: number, y2: number): void {
    const { u, from, to } = this
    const [a, b] = [x1 * u.x + y1 * u.y, x2 * u.x + y2 * u.y]
    if ((a < from && b < from) || (a > to && b > to)) return
    const [c, d] = [u.x * y1 - u.y * x1, u.x * y2 - u.y * x2]
    // The height over the way where it comes in and goes out.
    const at = (along: number): number => (a === b ? c : c + ((d - c) * (along - a)) / (b - a))
    const low = Math.min(a, b)
    const high = Math.max(a, b)
    const one = low < from ? at(from) : a < b ? c : d
    const other = high > to ? at(to) : a < b ? d : c
    this.low = Math.min(this.low, one, other, ...(a === b ? [d] : []))
    this.high = Math.max(this.high, one, other, ...(a === b ? [d] : []))
  }

  reach(): Reach | null {
    return this.high < this.low ? null : { low: this.low, high: this.high }
  }
}

/** What stands on a level and may lie outside its walls. */
const FABRIC = ['slab', 'stair', 'ramp', 'rail', 'roof', 'overhead'] as const satisfies readonly RecordKind[]
/** What is drafted. */
const DRAFTED = ['linework', 'placement'] as const satisfies readonly RecordKind[]

/** The kinds of which a change may put rows elsewhere. */
export const REACHING: ReadonlySet<RecordKind> = new Set<RecordKind>([...FABRIC, ...DRAFTED])

const kept = new WeakMap<Scene['kept'], { readonly stamp: number; readonly segments: readonly number[] }>()

/** The lines of what is drawn besides walls: x1, y1, x2, y2 … */
function segmentsOf(scene: Scene): readonly number[] {
  const { stamp } = scene.project
  const derived = scene.view === 'derived' ? derivedOf(scene, false) : null
  const known = derived ? keptDerived.get(derived) : kept.get(scene.kept)
  const now = derived ? derived.changes.now : stamp
  if (known?.stamp === now) return known.segments
  const segments: number[] = []
  if (derived) {
    for (const { lines } of derived.things.values())
      for (const { x1, y1, x2, y2 } of lines) segments.push(x1, y1, x2, y2)
    for (const { boundaries } of derived.cut.drawn())
      for (const { x1, y1, x2, y2 } of boundaries) {
        const a = applyTo(derived.cutMap, { x: x1, y: y1 })
        const b = applyTo(derived.cutMap, { x: x2, y: y2 })
        segments.push(a.x, a.y, b.x, b.y)
      }
    keptDerived.set(derived, { stamp: now, segments })
  } else {
    for (const record of recordsOf(scene)) for (const edge of linesOf(record, scene)) add(edge, segments)
    kept.set(scene.kept, { stamp, segments })
  }
  return segments
}
const keptDerived = new WeakMap<object, { readonly stamp: number; readonly segments: readonly number[] }>()

function recordsOf({ project, board, view }: Scene): AnyRecord[] {
  const kinds: readonly RecordKind[] = view === 'plan' ? FABRIC : DRAFTED
  return kinds.flatMap((kind) => project.all(kind) as AnyRecord[]).filter((record) => standsIn(board, record))
}

const linesOf = (record: AnyRecord, { project }: Scene): readonly Edge[] => {
  // Roofs are drawn by their eaves.
  const eaves = record.kind === 'roof' ? solveRoof(record)?.eaves : undefined
  if (eaves) return edgesOf(pathOfPoints(eaves, true))
  const edges = edgesOfRecord(record, project)
  return edges.length > 0 ? edges : areasOf(record, project).flatMap((area) => edgesOf(area))
}

function add(edge: Edge, segments: number[]): void {
  let from = edge.a
  for (const to of flattenEdge(edge, CHORD)) {
    segments.push(from.x, from.y, to.x, to.y)
    from = to
  }
}
