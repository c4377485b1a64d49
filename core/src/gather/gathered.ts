import type { Loop, OfWall } from '../building'
import { derivedOf, type PlanScene, type Scene } from '../derive'
import { NEARLY_PARALLEL, cross, dot, leftOf, offsetFrom, times, unitAt, type Point } from '../geometry'
import { tieHost, type Anchor, type Gathered, type Id } from '../records'
import type { TieFinder } from '../ties'
import { gridAcross, placeOnLine } from '../views'
import { crossedBy } from './crossed'
import { cornersSeen, loopAround, openingsSeen, seenFrom, type SeenRun } from './side'
import { heightsIn, uprightView, type Height } from './upright'

/** Where a row is that takes things in. */
export interface Standing {
  /** The way it measures, radians. */
  readonly direction: number
  /** The side of what it measures that it stands on. */
  readonly side: 'left' | 'right'
  /** How far to the left of the direction it measures, and from where to where along it, mm. */
  readonly aside: number
  readonly from: number
  readonly to: number
  /** A place in the building that it is a row of. */
  readonly within: Point | null
  /** What of walls it measures to. */
  readonly on: OfWall
}

type Gatherer = (standing: Standing, scene: Scene, finder: TieFinder) => Anchor[]

const outOf = ({ direction, side }: Standing): Point =>
  times(leftOf(unitAt(direction)), side === 'left' ? 1 : -1)

/** The outline of the building around a place of a plan. */
export const buildingAround = (scene: PlanScene, p: Point): Loop | null =>
  loopAround(scene.building.seen().closedOutlines(), p)

const sides = new WeakMap<Loop, Map<string, readonly SeenRun[]>>()

/** What is seen of a building from the side that a row stands on. */
function sideOf(standing: Standing, scene: Scene): readonly SeenRun[] {
  const loop = scene.view === 'plan' && standing.within ? buildingAround(scene, standing.within) : null
  if (!loop) return []
  let mine = sides.get(loop)
  if (!mine) sides.set(loop, (mine = new Map()))
  const key = `${standing.direction} ${standing.side}`
  let runs = mine.get(key)
  if (!runs) mine.set(key, (runs = seenFrom(loop, unitAt(standing.direction), outOf(standing))))
  return runs
}

const corners: Gatherer = (standing, scene, finder) =>
  cornersSeen(sideOf(standing, scene), outOf(standing)).map((p) => finder.at(p))

/** Openings of a side by their jambs or their centres. */
const openings =
  (parts: readonly ('start' | 'centre' | 'end')[]): Gatherer =>
  (standing, scene) => {
    if (scene.view !== 'plan') return []
    const { project, building } = scene
    const out = outOf(standing)
    const seen = openingsSeen(
      sideOf(standing, scene),
      unitAt(standing.direction),
      (id) => project.find('opening', id) !== undefined,
    )
    return seen.flatMap(({ owner, from, to }): Anchor[] => {
      const opening = project.need('opening', owner)
      const wall = building.get(opening.wall)
      if (!wall) return []
      const side = cross(wall.shape.u, out) > 0 ? 'left' : 'right'
      const last = offsetFrom({ x: 0, y: 0 }, unitAt(standing.direction), (from + to) / 2)
      return parts.map((at) => ({ to: 'opening', opening: owner, at, side, last }))
    })
  }

/** The first and the last of some along a row. */
function ends(anchors: readonly Anchor[], { direction }: Standing): Anchor[] {
  const u = unitAt(direction)
  const inOrder = [...anchors].sort((p, q) => dot(u, p.last) - dot(u, q.last))
  return inOrder.length < 2 ? inOrder : [inOrder[0]!, inOrder.at(-1)!]
}

const crossed: Gatherer = (standing, scene, finder) => {
  const { direction, aside, from, to, on } = standing
  const u = unitAt(direction)
  const at = (along: number): Point => offsetFrom({ x: 0, y: 0 }, u, along, aside)
  // What its ends stand on is met.
  const beyond = 1
  return crossedBy(scene, at(from - beyond), at(to + beyond), on, finder)
}

const grid: Gatherer = (standing, scene) => {
  const { project } = scene
  const u = unitAt(standing.direction)
  if (scene.view === 'derived') {
    const view = uprightView(scene)
    if (!view || Math.abs(u.y) > SQUARE) return []
    const y = standing.side === 'left' ? view.extent.maxY : view.extent.minY
    return project.all('gridLine').flatMap((line): Anchor[] => {
      const across = gridAcross(line, view.frame.looking)
      if (across === null) return []
      const anchor = { to: 'lineInView', of: line.id, last: { x: across, y } } as const
      const last = placeOnLine(project, [view.frame], anchor)
      return last ? [{ ...anchor, last }] : []
    })
  }
  if (scene.view !== 'plan') return []
  return project.all('gridLine').flatMap(({ id, a, b }): Anchor[] => {
    const along = { x: b.x - a.x, y: b.y - a.y }
    const rise = cross(u, along)
    if (Math.abs(dot(u, along)) > SQUARE * Math.abs(rise)) return []
    // It is measured where the building ends.
    const part = Math.min(1, Math.max(0, (standing.aside - cross(u, a)) / rise))
    return [
      {
        to: 'gridLine',
        gridLine: id,
        part,
        last: { x: a.x + along.x * part, y: a.y + along.y * part },
      },
    ]
  })
}
/** So far from square to a row lines are still measured by it, as the tangent. */
const SQUARE = NEARLY_PARALLEL

const heights =
  (...taken: readonly Height[]): Gatherer =>
  (standing, scene) =>
    scene.view === 'derived' && Math.abs(Math.cos(standing.direction)) < SQUARE
      ? heightsIn(scene, standing.side)
          .filter(({ is }) => taken.includes(is))
          .map(({ anchor }) => anchor)
      : []

/** From the lowest floor that is shown to whatever reaches highest over it. */
const wholeHeight: Gatherer = (standing, scene) => {
  if (scene.view !== 'derived' || Math.abs(Math.cos(standing.direction)) >= SQUARE) return []
  const all = heightsIn(scene, standing.side).sort((p, q) => p.at.y - q.at.y)
  const floor = all.find(({ is }) => is === 'floor')
  const top = all.findLast(({ is }) => is !== 'floor') ?? all.at(-1)
  return floor && top ? [floor.anchor, top.anchor] : []
}

/** What rows take in by themselves. */
const GATHERERS: Readonly<Record<Gathered, Gatherer>> = {
  openings: (standing, scene, finder) => [
    ...corners(standing, scene, finder),
    ...openings(['start', 'end'])(standing, scene, finder),
  ],
  centres: (standing, scene, finder) => [
    ...corners(standing, scene, finder),
    ...openings(['centre'])(standing, scene, finder),
  ],
  corners,
  overall: (standing, scene, finder) => ends(corners(standing, scene, finder), standing),
  crossed,
  grid,
  'sills and heads': heights('floor', 'sill', 'head', 'eaves'),
  floors: heights('floor', 'eaves', 'ridge'),
  'whole height': wholeHeight,
}

/** What a row of a sort takes in where it stands, in no order. */
export const gatheredBy = (what: Gathered, standing: Standing, scene: Scene, finder: TieFinder): Anchor[] =>
  GATHERERS[what](standing, scene, finder)

/** What tells one thing that is measured from another, whatever of a wall it goes to. */
export function keyOf(anchor: Anchor): string {
  switch (anchor.to) {
    case 'point':
      return 'point'
    case 'wallCorner':
      return `${anchor.wall} ${anchor.end} ${anchor.side}`
    case 'wallFace':
      return `${anchor.wall} ${anchor.side}`
    case 'opening':
      return `${anchor.opening} ${anchor.at}`
    case 'item':
      return `${anchor.item} ${anchor.edge}`
    case 'edge':
      return `${anchor.of} ${anchor.name}`
    case 'placement':
    case 'inside':
    case 'cut':
    case 'gridLine':
    case 'lineInView':
      return tieHost(anchor) as Id
  }
}

/** Whether a board shows what it is worked out from, so that what is not found is not there. */
export const isShown = (scene: Scene): boolean => scene.view !== 'derived' || derivedOf(scene, false) !== null
