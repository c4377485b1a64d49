import {
  LevelSolver,
  atWall,
  bodyBox,
  inWall,
  ownCut,
  wallShape,
  type Boundary,
  type OpeningFit,
  type SolvedWall,
  type WallShape,
} from '../building'
import { CLEARING, PAPER_TONE, cleared, type DisplayItem } from '../display'
import {
  SAME_POINT,
  boxOf,
  boxesMeet,
  distance,
  growBox,
  isEmptyBox,
  pathBox,
  type Box,
  type Point,
} from '../geometry'
import { columnOutline } from '../kinds'
import {
  Project,
  type AnyRecord,
  type Change,
  type Id,
  type Material,
  type Opening,
  type RecordOf,
} from '../records'
import { isDrawn } from './drawn'
import { openingForeseenIn } from './wallsDrawn'
import type { PlanLook } from './look'
import { seenAs } from '../views'
import type { Picture } from './picture'
import type { Kept, PlanScene } from './scene'

/** More walls and columns than this near what changes are not solved to be shown ahead. */
const MOST_NEAR = 160
/** So near to what changes walls may join it, mm. */
const NEAR = 5

/** What walls, columns and openings make of a plan. */
type Built = AnyRecord & { readonly kind: 'wall' | 'column' | 'opening' }
const isBuilt = (record: AnyRecord | undefined): record is Built =>
  record?.kind === 'wall' || record?.kind === 'column' || record?.kind === 'opening'

/** The walls of a plan as a change leaves them. */
export interface WallsAhead {
  /** What takes off what goes, and what comes. */
  readonly items: readonly DisplayItem[]
  /** The walls near it, solved: those that change and those that join them are as they will be. */
  readonly building: LevelSolver
  readonly joined: ReadonlySet<Id>
}

/**
 * What a change makes of the walls of a plan, as they will be solved: takes off what goes and draws what comes, of those
 * that change and of all that join them. Only what is near is solved. Null when nothing of them changes, or too much is
 * near.
 */
export function foreseenWalls(
  scene: PlanScene,
  change: Change,
  picture: Picture,
  look: PlanLook,
): WallsAhead | null {
  const { project, level } = scene
  const before = scene.building.seen(seenAs(project, look))
  const put = change.put.filter(isBuilt).filter((record) => levelOf(project, change, record) === level.id)
  const gone = [...change.drop, ...put.map(({ id }) => id)].flatMap((id) => {
    const record = project.get(id)
    return isBuilt(record) ? [record] : []
  })
  if (put.length + gone.length === 0) return null
  const touched = new Set(
    [...put, ...gone].map((record) => (record.kind === 'opening' ? record.wall : record.id)),
  )
  const solution = solvedNear(scene, before, touched, change, look.printing)
  if (!solution) return null
  const { near, after } = solution
  const [was, is] = [edgesOf(before, near), edgesOf(after, near)]
  const items: DisplayItem[] = []
  for (const id of touched) items.push(...clearedBody(before, after, id))
  items.push({ kind: 'segments', pen: CLEARING, points: without(was, is, near), source: null })
  const [stood, stand] = [openingsIn(before, touched), openingsIn(after, touched)]
  for (const [id, was] of stood) {
    const is = stand.get(id)
    if (is && looksAlike(was, is)) stand.delete(id)
    else items.push(...clearedOf(picture, id))
  }
  for (const { wall, fit } of stand.values()) items.push(...openingForeseenIn(project, wall, fit, look))
  items.push(
    { kind: 'segments', pen: 'light', points: without(inner(is), was, near), source: null },
    { kind: 'segments', pen: 'cut', points: without(outer(is), was, near), source: null },
  )
  return { items, building: after, joined: near.joined }
}

interface InWall {
  readonly wall: SolvedWall
  readonly fit: OpeningFit
}

const openingsIn = (solver: LevelSolver, walls: ReadonlySet<Id>): Map<Id, InWall> =>
  new Map(
    [...walls].flatMap((id) => {
      const wall = solver.get(id)
      return wall ? wall.openings.map((fit): [Id, InWall] => [fit.opening.id, { wall, fit }]) : []
    }),
  )

/** Whether an opening looks as it did, in the same place. */
/** Where it stands is told from its faces; where its number does is no matter of its own. */
const NOT_LINEWORK = {
  along: 0,
  wall: '',
  measured: null,
  markPaperMm: null,
  places: null,
  scales: null,
  pinned: null,
} satisfies { [K in keyof Opening]?: unknown }

function looksAlike(was: InWall, is: InWall): boolean {
  const faces = ({ wall: { shape }, fit }: InWall): Point[] =>
    [fit.from, fit.to].flatMap((along) => [atWall(shape, along, shape.low), atWall(shape, along, shape.high)])
  const [p, q] = [faces(was), faces(is)]
  const facts = ({ fit: { opening, zone } }: InWall): string =>
    JSON.stringify({ ...opening, ...NOT_LINEWORK, zone })
  return facts(was) === facts(is) && p.every((each, i) => distance(each, q[i]!) < SAME)
}

/** The level something stands on, as a change leaves it. */
function levelOf(project: Project, change: Change, record: Built): Id | undefined {
  if (record.kind !== 'opening') return record.level
  return asLeft(project, change, 'wall', record.wall)?.level
}

/** A record as a change leaves it. */
function asLeft<K extends 'wall' | 'wallType' | 'material'>(
  project: Project,
  change: Change,
  kind: K,
  id: Id,
): RecordOf<K> | undefined {
  const put = change.put.find((record) => record.id === id)
  return put?.kind === kind ? (put as RecordOf<K>) : project.find(kind, id)
}

interface Near {
  /** Where something changes. */
  readonly places: readonly Box[]
  /** What changes, before and after, and what may join it. */
  readonly joined: ReadonlySet<Id>
  /** Those, and what may join them: so that what joins what changes is known whole. */
  readonly all: ReadonlySet<Id>
}

/** So often what is near is looked for again, further out: a joint may reach beyond what was taken for near. */
const MOST_LOOKS = 3

/** What is near to a change, solved as it leaves it; null when too much is. */
function solvedNear(
  scene: PlanScene,
  before: LevelSolver,
  touched: ReadonlySet<Id>,
  change: Change,
  printing: boolean,
): { readonly near: Near; readonly after: LevelSolver } | null {
  const places = [...touched].map((id) => before.spreadOf(id)).filter((box) => !isEmptyBox(box))
  places.push(...bodiesPut(scene.project, change))
  for (let look = 1; ; look++) {
    const near = nearTo(before, touched, places)
    if (!near) return null
    const after = solved(scene, madeOf(scene.project, scene, near.all, change, printing))
    const reach = [...touched].map((id) => after.spreadOf(id)).filter((box) => !isEmptyBox(box))
    const missed = reach.some((box) => before.reaching(box).some((id) => !near.joined.has(id)))
    if (!missed || look === MOST_LOOKS) return { near, after }
    places.push(...reach)
  }
}

/** Where walls and columns come to stand. */
function bodiesPut(project: Project, change: Change): Box[] {
  const boxes: Box[] = []
  for (const record of change.put) {
    if (record.kind === 'column') boxes.push(growBox(pathBox(columnOutline(record)), NEAR))
    if (record.kind !== 'wall') continue
    const type = asLeft(project, change, 'wallType', record.type)
    if (!type) continue
    const materialOf = (id: Id): Material => asLeft(project, change, 'material', id)!
    boxes.push(bodyBox(wallShape(record, type, materialOf), NEAR))
  }
  return boxes
}

/** Walls and columns near places, and those near these; null when they are too many. */
function nearTo(before: LevelSolver, touched: ReadonlySet<Id>, places: readonly Box[]): Near | null {
  if (places.length > MOST_NEAR) return null
  const joined = new Set(touched)
  for (const place of places) for (const id of before.reaching(growBox(place, NEAR))) joined.add(id)
  if (joined.size > MOST_NEAR) return null
  const all = new Set(joined)
  for (const id of joined) {
    const spread = before.spreadOf(id)
    if (!isEmptyBox(spread)) for (const other of before.reaching(growBox(spread, NEAR))) all.add(other)
  }
  return all.size > MOST_NEAR ? null : { places, joined, all }
}

/** The walls near what was shown ahead last, for each board: of a pointer that moves on most stay as they are. */
const small = new WeakMap<Kept, LevelSolver>()

function solved({ kept, level, board }: PlanScene, records: ReadonlyMap<Id, AnyRecord>): LevelSolver {
  const found = small.get(kept)
  const cut = ownCut(board)
  if (found?.level === level.id && found.cutting === cut) {
    found.project.become(records)
    found.follow()
    return found
  }
  const solver = new LevelSolver(new Project(records.values()), level.id, null, false, cut)
  small.set(kept, solver)
  return solver
}

/** What is near, with all it is made of, as a change leaves it. */
function madeOf(
  project: Project,
  { level }: PlanScene,
  near: ReadonlySet<Id>,
  change: Change,
  printing: boolean,
): ReadonlyMap<Id, AnyRecord> {
  const made = new Map<Id, AnyRecord>()
  const take = (record: AnyRecord | undefined): void => void (record && made.set(record.id, record))
  for (const record of [level, ...project.all('material'), ...project.all('wallType')]) take(record)
  for (const record of change.put) if (record.kind === 'wallType' || record.kind === 'material') take(record)
  for (const id of near) take(project.get(id))
  for (const record of change.put) if (record.kind === 'wall' || record.kind === 'column') take(record)
  for (const host of [...made.keys()])
    for (const id of project.dependents(host)) {
      const record = project.get(id)
      if (record?.kind === 'opening') take(record)
    }
  for (const record of change.put) if (record.kind === 'opening' && made.has(record.wall)) take(record)
  for (const id of change.drop) made.delete(id)
  // What lies on a layer that is not shown takes no part.
  for (const record of made.values())
    if ((record.kind === 'wall' || record.kind === 'column') && !isDrawn(project, record, { printing }))
      made.delete(record.id)
  for (const record of made.values())
    if (record.kind === 'opening' && !made.has(record.wall)) made.delete(record.id)
  return made
}

/** Edges of outlines by where they run, either way. */
type Edges = ReadonlyMap<string, Boundary>

function edgesOf(solver: LevelSolver, { all }: Near): Edges {
  const found = new Map<string, Boundary>()
  for (const id of all) for (const edge of solver.boundariesOf(id)) found.set(wordsOf(edge), edge)
  return found
}

function wordsOf({ x1, y1, x2, y2 }: Boundary): string {
  const round = (value: number): number => Math.round(value / SAME)
  const [a, b] = [`${round(x1)} ${round(y1)}`, `${round(x2)} ${round(y2)}`]
  return a < b ? `${a} ${b}` : `${b} ${a}`
}

/**
 * The coordinates of edges, as far as others do not run there too. Of walls that only join what joins, it is where
 * something changes that counts: what they join beyond is not known here.
 */
function without(edges: Edges, others: Edges, { joined, places }: Near): number[] {
  const points: number[] = []
  const rest = [...others].filter(([words]) => !edges.has(words)).map(([, edge]) => edge)
  for (const [words, edge] of edges) {
    if (others.has(words)) continue
    const parts = apart(edge, rest)
    if (joined.has(edge.owner)) points.push(...parts)
    else
      for (let i = 0; i < parts.length; i += 4) {
        const part = parts.slice(i, i + 4)
        const box = boxOf([
          { x: part[0]!, y: part[1]! },
          { x: part[2]!, y: part[3]! },
        ])
        if (places.some((place) => boxesMeet(place, box))) points.push(...part)
      }
  }
  return points
}

/** Where an edge runs and none of some others does. */
function apart({ x1, y1, x2, y2 }: Boundary, others: readonly Boundary[]): number[] {
  const length = Math.hypot(x2 - x1, y2 - y1)
  const [ux, uy] = [(x2 - x1) / length, (y2 - y1) / length]
  const along = (x: number, y: number): number => (x - x1) * ux + (y - y1) * uy
  const aside = (x: number, y: number): number => Math.abs((x - x1) * uy - (y - y1) * ux)
  let left: [number, number][] = [[0, length]]
  for (const other of others) {
    if (aside(other.x1, other.y1) > SAME || aside(other.x2, other.y2) > SAME) continue
    const ends = [along(other.x1, other.y1), along(other.x2, other.y2)]
    const [from, to] = [Math.min(...ends), Math.max(...ends)]
    left = left.flatMap(([p, q]): [number, number][] => [
      [p, Math.min(q, from)],
      [Math.max(p, to), q],
    ])
    left = left.filter(([p, q]) => q - p > SAME)
  }
  return left.flatMap(([p, q]) => [x1 + ux * p, y1 + uy * p, x1 + ux * q, y1 + uy * q])
}
/** Edges nearer to each other than this run along one line. */
const SAME = 10 * SAME_POINT

const some = (edges: Edges, takes: (edge: Boundary) => boolean): Edges =>
  new Map([...edges].filter(([, edge]) => takes(edge)))
/** Between something and nothing. */
const isOuter = ({ left, right }: Boundary): boolean => left < 0 !== right < 0
const outer = (edges: Edges): Edges => some(edges, isOuter)
const inner = (edges: Edges): Edges => some(edges, (edge) => edge.left >= 0 && edge.right >= 0)

/** Bare paper where a wall or column stands and will not. */
function clearedBody(before: LevelSolver, after: LevelSolver, id: Id): DisplayItem[] {
  const [was, is] = [before.get(id)?.shape, after.get(id)?.shape]
  if (was && is && runsAlong(was, is)) return clearedEnds(was, is)
  return before.piecesOf(id).map(({ xs, ys }) => bare(Array.from(xs).flatMap((x, i) => [x, ys[i]!])))
}

const bare = (loop: number[]): DisplayItem => ({
  kind: 'fill',
  tone: PAPER_TONE,
  loops: [loop],
  source: null,
})

/** Whether a straight wall stays in its line and as thick. */
function runsAlong(was: WallShape, is: WallShape): boolean {
  const near = (p: number, q: number): boolean => Math.abs(p - q) < SAME
  const onLine = ({ x, y }: Point): boolean => near(inWall(was, { x, y }).aside, 0)
  return (
    !was.arc && !is.arc && near(was.low, is.low) && near(was.high, is.high) && onLine(is.a) && onLine(is.b)
  )
}

/** Bare paper where a wall becomes shorter. */
function clearedEnds(was: WallShape, is: WallShape): DisplayItem[] {
  const ends = [inWall(was, is.a).along, inWall(was, is.b).along]
  const part = (from: number, to: number): DisplayItem[] => {
    if (to - from < SAME) return []
    const corners = [
      atWall(was, from, was.low),
      atWall(was, to, was.low),
      atWall(was, to, was.high),
      atWall(was, from, was.high),
    ]
    return [bare(corners.flatMap(({ x, y }) => [x, y]))]
  }
  return [...part(0, Math.min(...ends)), ...part(Math.max(...ends), was.length)]
}

const clearedOf = (picture: Picture, id: Id): DisplayItem[] =>
  picture.of(id).flatMap(({ items }) => cleared(items))
