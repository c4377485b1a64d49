import { handlesIn, type Picture, type Scene } from '../derive'
import { dot, leftOf, subtract, times, unitAt, type Point } from '../geometry'
import { standsIn, type Handle } from '../kinds'
import { styleOf } from '../library'
import { anchorsOf, isTied, placedAt, type AnyRecord, type Dimension, type Leader } from '../records'
import type { PulledPart } from '../views'
import { figureBetween } from './figureWords'
import { layDimension } from './layDimension'
import { layRound } from './roundDimension'
import { ABOVE_LINEWORK } from './depths'
import { markCentre } from './openingMark'
import { noteSide } from './note'
import { saidAt } from './symbol'
import { outsideOf, stretchOf } from './outside'
import { offsetThrough, readingAxis } from './rowLine'
import { besideRow } from './rowsBeside'
import { holdAnchor } from '../ties'

/** What of a row is pulled: one of its points, the row itself, or a figure. */
export type RowPart =
  | { readonly of: 'point'; readonly index: number }
  | { readonly of: 'row' }
  | { readonly of: 'figure'; readonly between: readonly [number, number] }

/**
 * What of annotation is pulled: a part of a row, the line of an angle or an arc, the side of a note, the text of a leader, what a
 * symbol says, the number of an opening, a tie.
 */
export type WrittenPart = RowPart | { readonly of: 'round' | 'width' | 'elbow' | 'said' | 'mark' }

/** A point by which something on a board is reshaped. */
export type BoardHandle = Handle & { readonly part?: PulledPart; readonly written?: WrittenPart }

/**
 * The points by which something is reshaped on a board: those of rows of dimensions are where they are drawn.
 * @param picture what the board shows
 * @param scale real mm to one mm on paper
 */
export function boardHandles(
  scene: Scene,
  picture: Picture,
  stored: AnyRecord,
  scale: number,
): readonly BoardHandle[] {
  const record = placedAt(stored, { scale, viewport: scene.viewport })
  if (record.kind === 'opening' && scene.view === 'plan') {
    const wall = scene.building.get(record.wall)
    const drawn = picture.of(record.id).some(({ rank }) => rank === ABOVE_LINEWORK.marks)
    return wall && drawn
      ? [{ at: markCentre(wall.shape, record, scale, scene.turned), from: null, written: { of: 'mark' } }]
      : []
  }
  if (record.kind === 'note' && standsIn(scene.board, record))
    return [{ at: noteSide(record, scene, scale), from: null, written: { of: 'width' } }]
  if (!isTied(record) || !standsIn(scene.board, record)) return handlesIn(scene, record, scale)
  const { units } = scene.project.facts
  const held = (at: Point, written: WrittenPart): BoardHandle => ({ at, from: null, written })
  const ties = anchorsOf(record).map((anchor, index) =>
    held(holdAnchor(anchor, scene).point, { of: 'point', index }),
  )
  switch (record.kind) {
    case 'roundDimension': {
      const { held: at, measured } = layRound(record, scene, scale, units)
      return measured === null ? ties : [held(at, { of: 'round' }), ...ties]
    }
    case 'leader':
      return [held(elbowPoint(record, scene, scale), { of: 'elbow' }), ...ties]
    case 'levelMark':
      return ties
    case 'symbol': {
      const said = saidAt(record, scene, scale)
      return said ? [held(said, { of: 'said' }), ...ties] : ties
    }
    case 'dimension':
      return rowHandles(record, scene, scale)
  }
}

/** Where the text of a leader stands. */
function elbowPoint({ tip, elbowPaperMm: { x, y } }: Leader, scene: Scene, scale: number): Point {
  const { point } = holdAnchor(tip, scene)
  return { x: point.x + x * scale, y: point.y + y * scale }
}

/** The points, the row and the figures of a dimension. */
function rowHandles(record: Dimension, scene: Scene, scale: number): readonly BoardHandle[] {
  const { ticks, order, between, places } = layDimension(record, scene, scale, scene.project.facts.units)
  const held = (at: Point, written: RowPart): BoardHandle => ({ at, from: null, written })
  const points = ticks.map((tick, i) => held(tick, { of: 'point', index: order[i]! }))
  if (record.axis !== undefined) return points
  // A quarter along the longest part, clear of its figure.
  const parts = ticks.slice(1).map((tick, i) => ({ from: ticks[i]!, way: subtract(tick, ticks[i]!) }))
  const longest = parts.reduce((best, part) =>
    dot(part.way, part.way) > dot(best.way, best.way) ? part : best,
  )
  const quarter = { x: longest.from.x + longest.way.x / 4, y: longest.from.y + longest.way.y / 4 }
  return [
    ...points,
    held(quarter, { of: 'row' }),
    ...places.map((at, i) => held(at, { of: 'figure', between: between[i]! })),
  ]
}

/** Where a row runs that is pulled to a place. */
export function rowThrough(
  dimension: Dimension,
  scene: Scene,
  to: Point,
  scale: number,
): Dimension['offset'] {
  const u = unitAt(dimension.direction)
  const points = dimension.anchors.map((anchor) => holdAnchor(anchor, scene).point)
  const style = styleOf(scene.project, dimension.style)
  const more = (offset: Dimension['offset']): number =>
    besideRow({ ...dimension, offset }, points, scene, scale, style).more
  return offsetThrough(points, u, to, scale, style, outsideOf(scene, u, stretchOf(points, u)), more)
}

/** Nearer than this to where it stands by itself a figure goes back there, paper mm. */
const BACK = 1

/** How far a figure is moved that is pulled from one place to another; null: it stands by itself. */
export function figureMoved(
  dimension: Dimension,
  [i, k]: readonly [number, number],
  [from, to]: readonly [Point, Point],
  scene: Scene,
  scale: number,
): Point | null {
  const { direction, figures = [] } = dimension
  const { u } = readingAxis(direction)
  const { between, asides } = layDimension(dimension, scene, scale, scene.project.facts.units)
  const alone = asides[between.findIndex(([p, q]) => (p === i && q === k) || (p === k && q === i))] ?? HERE
  const before = figureBetween(figures, i, k)?.moved ?? alone
  const by = times(subtract(to, from), 1 / scale)
  const moved = { x: before.x + dot(by, u), y: before.y + dot(by, leftOf(u)) }
  return Math.hypot(moved.x - alone.x, moved.y - alone.y) < BACK ? null : moved
}
const HERE: Point = { x: 0, y: 0 }
