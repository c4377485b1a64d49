import type { OfWall } from '../building'
import { outsideOf } from '../annotate'
import { PARALLEL, angleOf, cross, dot, middle, offsetFrom, subtract, unitAt, type Point } from '../geometry'
import type { DerivedScene, Scene } from '../derive'
import { SAME_PLACE } from '../edit'
import type { Anchor, Dimension, Gathered } from '../records'
import { holdAnchor, type TieFinder } from '../ties'
import { gatheredBy, keyOf, type Standing } from './gathered'
import { sideNear } from './side'
import { uprightView } from './upright'

/** A row as it is to be made. */
export type GatheredRow = Pick<Dimension, 'anchors' | 'direction' | 'offset'> & {
  readonly gathers: NonNullable<Dimension['gathers']>
}

/** Which rows a side gets. */
export interface WantedRows {
  readonly openings: 'jambs' | 'centres' | null
  readonly corners: boolean
  readonly grid: boolean
  readonly overall: boolean
}

/** What is taken in, in order along the row, each place once, with all that is known of. */
export function takenIn(
  what: Gathered,
  standing: Standing,
  scene: Scene,
  finder: TieFinder,
): Pick<GatheredRow, 'anchors' | 'gathers'> {
  const all = gatheredBy(what, standing, scene, finder)
  const u = unitAt(standing.direction)
  const held = all
    .map((anchor) => ({ ...anchor, last: holdAnchor(anchor, scene).point }))
    .sort((p, q) => dot(u, p.last) - dot(u, q.last))
  const anchors: Anchor[] = []
  for (const anchor of held) {
    const before = anchors.at(-1)
    if (!before || dot(u, subtract(anchor.last, before.last)) >= SAME_PLACE) anchors.push(anchor)
  }
  return { anchors, gathers: { what, side: standing.side, known: [...new Set(all.map(keyOf))] } }
}

/** A side that rows are made for: the face of a building in a plan, or beside, over or under a view from the side. */
export interface PressedSide {
  readonly is: 'face' | 'beside' | 'over or under'
  readonly standing: Standing
}

/** The sorts of rows of a side, from the building outwards. */
function sortsOf({ is }: PressedSide, { openings, corners, grid, overall }: WantedRows): Gathered[] {
  const some = (isWanted: boolean, what: Gathered): Gathered[] => (isWanted ? [what] : [])
  switch (is) {
    case 'face':
      return [
        ...some(openings === 'jambs', 'openings'),
        ...some(openings === 'centres', 'centres'),
        ...some(corners, 'corners'),
        ...some(grid, 'grid'),
        ...some(overall, 'overall'),
      ]
    case 'beside':
      return [
        ...some(openings !== null, 'sills and heads'),
        ...some(corners, 'floors'),
        ...some(overall, 'whole height'),
      ]
    case 'over or under':
      return ['grid']
  }
}

/** The side of a building that is nearest to a place of a plan, or of the picture of a view from the side; null: there is none. */
export function sideAt(scene: Scene, p: Point): PressedSide | null {
  if (scene.view === 'derived') return besideView(scene, p)
  const near = scene.view === 'plan' ? sideNear(scene.building.seen().closedOutlines(), p) : null
  if (!near) return null
  const { a, b } = near
  const turned = angleOf(subtract(b, a))
  const direction = readAlong(turned)
  // What lies outside is to the right of an outline's way.
  const side = Math.cos(direction - turned) < 0 ? 'left' : 'right'
  const within = offsetFrom(middle(a, b), unitAt(turned), 0, 1)
  return { is: 'face', standing: { ...NOWHERE, direction, side, within } }
}

const NOWHERE = { aside: 0, from: 0, to: 0, within: null, on: 'finish' } as const

function besideView(scene: DerivedScene, p: Point): PressedSide | null {
  const view = uprightView(scene)
  if (!view) return null
  const { minX, maxX, minY, maxY } = view.extent
  const beyond = { x: Math.max(minX - p.x, p.x - maxX), y: Math.max(minY - p.y, p.y - maxY) }
  return beyond.y > Math.max(beyond.x, 0)
    ? {
        is: 'over or under',
        standing: { ...NOWHERE, direction: 0, side: p.y > (minY + maxY) / 2 ? 'left' : 'right' },
      }
    : {
        is: 'beside',
        standing: { ...NOWHERE, direction: Math.PI / 2, side: p.x < (minX + maxX) / 2 ? 'left' : 'right' },
      }
}

/** The same way as it is read: from left to right, or from below upwards. */
export function readAlong(angle: number): number {
  const { x, y } = unitAt(angle)
  const isBack = x < -PARALLEL || (Math.abs(x) <= PARALLEL && y < 0)
  return isBack ? angleOf({ x: -x, y: -y }) : angle
}

/**
 * The rows of a side, one beyond the other from the building on, after those that stand there. A row that would say no more
 * than a later one is left out. Empty: there is nothing to measure.
 */
export const rowsOfSide = (
  scene: Scene,
  side: PressedSide,
  wanted: WantedRows,
  finder: TieFinder,
): GatheredRow[] => stacked(scene, sortsOf(side, wanted), side.standing, finder)

/** Rows one beyond the other. */
function stacked(
  scene: Scene,
  sorts: readonly Gathered[],
  standing: Standing,
  finder: TieFinder,
): GatheredRow[] {
  const made = sorts.flatMap((what): Omit<GatheredRow, 'offset'>[] => {
    const at = what === 'grid' ? { ...standing, aside: edgeAside(scene, standing) } : standing
    const taken = takenIn(what, at, scene, finder)
    return taken.anchors.length < 2 ? [] : [{ ...taken, direction: standing.direction }]
  })
  // The same figures are not told twice.
  const told = made.filter((row, i) => !made.slice(i + 1).some((later) => saysTheSame(row, later)))
  const first = nextRow(scene, standing, told)
  return told.map((row, i) => ({
    ...row,
    offset: { in: 'row', side: standing.side, row: Math.min(first + i, MOST_ROWS) },
  }))
}

const MOST_ROWS = 40

function saysTheSame(p: Pick<Dimension, 'anchors' | 'direction'>, q: Pick<Dimension, 'anchors'>): boolean {
  const u = unitAt(p.direction)
  return (
    p.anchors.length === q.anchors.length &&
    p.anchors.every(({ last }, i) => Math.abs(dot(u, subtract(last, q.anchors[i]!.last))) < SAME_PLACE)
  )
}

/** How far the building reaches on the side of a row, mm to the left of its direction. */
function edgeAside(scene: Scene, { direction, side }: Standing): number {
  const reach = outsideOf(scene, unitAt(direction), { from: -Infinity, to: Infinity })
  return (side === 'left' ? reach?.high : reach?.low) ?? 0
}

/** The first row on a side in which none stands over the same part of the way. */
function nextRow(
  scene: Scene,
  { direction, side }: Standing,
  rows: readonly Pick<Dimension, 'anchors'>[],
): number {
  const u = unitAt(direction)
  const points = rows.flatMap(({ anchors }) => anchors.map(({ last }) => dot(u, last)))
  const [from, to] = [Math.min(...points), Math.max(...points)]
  let next = 0
  for (const id of scene.project.dependents(scene.board.id)) {
    const row = scene.project.find('dimension', id)
    if (row?.offset.in !== 'row') continue
    const v = unitAt(row.direction)
    if (Math.abs(cross(u, v)) > PARALLEL) continue
    const theirs = dot(u, v) > 0 ? row.offset.side : row.offset.side === 'left' ? 'right' : 'left'
    if (theirs !== side) continue
    const alongs = row.anchors.map((anchor) => dot(u, holdAnchor(anchor, scene).point))
    if (Math.max(...alongs) > from && Math.min(...alongs) < to) next = Math.max(next, row.offset.row + 1)
  }
  return next
}

/** The row of everything a line crosses, which stands on it; null: it crosses less than two things. */
export function rowAcross(
  scene: Scene,
  from: Point,
  to: Point,
  on: OfWall,
  finder: TieFinder,
): GatheredRow | null {
  const direction = angleOf(subtract(to, from))
  const u = unitAt(direction)
  const standing: Standing = {
    direction,
    side: 'left',
    aside: cross(u, from),
    from: dot(u, from),
    to: dot(u, to),
    within: null,
    on,
  }
  const taken = takenIn('crossed', standing, scene, finder)
  return taken.anchors.length < 2 ? null : { ...taken, direction, offset: { in: 'real', mm: 0 } }
}
