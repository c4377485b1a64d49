import type { Scene } from '../derive'
import { itemExtent } from '../display'
import { PARALLEL, applyTo, cross, dot, leftOf, times, turnBy, unitAt, type Point } from '../geometry'
import { styleOf } from '../library'
import { asRead, placedAt, type AnnotationStyle, type Dimension, type Id, type Reading } from '../records'
import { holdAnchor, type Ground } from '../ties'
import { ALONE, drawDimension, type Beside } from './dimension'
import { sceneOf, stretchOf, type Stretch } from './outside'

/** A row as it stands beside the building. */
export interface SideRow {
  /** The way out from the building, of length one. */
  readonly out: Point
  /** The how-manieth from it, from 0 on. */
  readonly row: number
}

/** A dimension as it is needed to know where it stands; without an id it is not stored yet. */
export type RowAlone = Pick<Dimension, 'direction' | 'offset' | 'axis' | 'anchors' | 'figures' | 'from'> & {
  readonly id: Id | null
}

/** The row by which a dimension stands: itself, or the one that it is in line with; null: it is not reckoned from the building. */
function reckonedFrom(dimension: RowAlone, { project, viewport }: Ground, scale: number): RowAlone | null {
  const reading: Reading = { scale, viewport }
  const seen = new Set<Id>()
  let row: RowAlone | undefined = dimension
  while (row?.offset.in === 'line' && !seen.has(row.offset.of)) {
    seen.add(row.offset.of)
    const next: Dimension | undefined = project.find('dimension', row.offset.of)
    row = next && placedAt(next, reading)
  }
  return row?.offset.in === 'row' ? row : null
}

/** On which side of the building a dimension stands, and in which row; null: on none. */
export function sideOf(dimension: RowAlone, ground: Ground, scale: number): SideRow | null {
  if (dimension.axis !== undefined) return null
  const by = reckonedFrom(dimension, ground, scale)
  if (by?.offset.in !== 'row') return null
  const left = leftOf(unitAt(by.direction))
  return { out: by.offset.side === 'left' ? left : times(left, -1), row: by.offset.row }
}

/** Whether rows stand on one side, whichever way round their directions are told. */
export const isOneSide = (p: Point, q: Point): boolean => dot(p, q) > 0 && Math.abs(cross(p, q)) < PARALLEL

/** A row among the others of a board. */
interface Standing extends SideRow {
  readonly dimension: RowAlone
  readonly style: AnnotationStyle
  points?: readonly Point[]
  stretch?: Stretch
  depth?: Depth
  more?: number
}

/** How far figures reach from the line of their row away from the building and towards it, paper mm. */
interface Depth {
  readonly out: number
  readonly near: number
}

/** Figures keep so far from those of the next row and from its line, paper mm. */
const CLEAR = 0.7

/**
 * What the other rows of its side do to a row that stands beside the building. Neither depends on what was moved by hand.
 * @param points where its anchors stand
 * @param together rows that are not stored yet, and will be with it
 * @param scale real mm to one mm on paper
 */
export function besideRow(
  dimension: RowAlone,
  points: readonly Point[],
  ground: Ground,
  scale: number,
  style: AnnotationStyle,
  together: readonly RowAlone[] = [],
): Beside {
  const scene = sceneOf(ground)
  const side = scene && sideOf(dimension, scene, scale)
  if (!side) return ALONE
  const news = together.flatMap((row): Standing[] => {
    const at = sideOf(row, scene, scale)
    return at ? [{ ...at, dimension: row, style }] : []
  })
  const all = [...rowsOf(scene, scale), ...news].filter(({ out }) => isOneSide(out, side.out))
  const stored = all.find((each) => each.dimension.id === dimension.id)
  if (all.every((each) => each === stored || each.row === side.row)) return ALONE
  const drawn: Standing = { ...side, dimension, style, points }
  const mine = stored && isLaidAlike(stored, drawn, scene) ? stored : drawn
  const rows =
    mine === stored ? all : [...all.flatMap((each) => (each === stored ? [] : [foresight(each)])), mine]
  return {
    more: dimension.offset.in === 'row' ? moreOf(mine, rows, scene, scale) : 0,
    crossed: crossingOf(mine, rows, scene),
  }
}

/** Whether a row that is drawn stands as it is stored, but for figures that were moved by hand. */
const isLaidAlike = (stored: Standing, drawn: Standing, scene: Scene): boolean =>
  stored.row === drawn.row &&
  stored.style === drawn.style &&
  stored.dimension.direction === drawn.dimension.direction &&
  stored.dimension.from === drawn.dimension.from &&
  JSON.stringify(unmoved(stored.dimension)) === JSON.stringify(unmoved(drawn.dimension)) &&
  pointsOf(stored, scene).length === pointsOf(drawn, scene).length &&
  pointsOf(stored, scene).every((p, i) => isSamePoint(p, pointsOf(drawn, scene)[i]!))

const isSamePoint = (p: Point, q: Point): boolean => p.x === q.x && p.y === q.y

const unmoved = ({ figures }: RowAlone): RowAlone['figures'] =>
  figures?.map(({ moved: _, ...figure }) => figure)

/** A row beside one that is not stored as it is drawn: what is known of it as it stands now does not hold. */
const foresight = ({ depth: _, more: __, ...row }: Standing): Standing => row

/** How many paper mm further out a row stands than its number tells: never less than those before it. */
function moreOf(mine: Standing, rows: readonly Standing[], scene: Scene, scale: number): number {
  return (mine.more ??= rows.reduce((most, other) => {
    if (other.row >= mine.row || !isOver(other, mine, scene)) return most
    const apart = (mine.row - other.row) * mine.style.rowPaperMm
    const { out } = depthOf(other, rows, scene, scale)
    const { near } = depthOf(mine, rows, scene, scale)
    const needed = out + CLEAR + near
    return Math.max(most, moreOf(other, rows, scene, scale) + Math.max(0, needed - apart))
  }, 0))
}

/** Places on extension lines of rows further out that run through one. */
const crossingOf = (mine: Standing, rows: readonly Standing[], scene: Scene): readonly Point[] =>
  rows.flatMap((other) => (reaches(other, mine) && isOver(other, mine, scene) ? pointsOf(other, scene) : []))

/** Whether the extension lines of one row run through another. */
function reaches({ row, style }: Standing, { row: mine }: Standing): boolean {
  const { extensionPaperMm: length, rowPaperMm } = style
  return row > mine && (length === undefined || length > (row - mine) * rowPaperMm)
}

const pointsOf = (of: Standing, scene: Scene): readonly Point[] =>
  (of.points ??= of.dimension.anchors.map((anchor) => holdAnchor(anchor, scene).point))

const stretchIn = (of: Standing, scene: Scene): Stretch =>
  // Rows of one side may tell its direction a hair apart, which is of no matter here.
  (of.stretch ??= stretchOf(pointsOf(of, scene), leftOf(of.out)))

/** Whether two rows stand over one part of the way. */
function isOver(p: Standing, q: Standing, scene: Scene): boolean {
  const [a, b] = [stretchIn(p, scene), stretchIn(q, scene)]
  return a.from < b.to && b.from < a.to
}

/** How deep the figures of a row are, where none was moved by hand. */
function depthOf(of: Standing, rows: readonly Standing[], scene: Scene, scale: number): Depth {
  if (of.depth) return of.depth
  const { dimension, out, style } = of
  const by = scene.turned?.by ?? 0
  const turned = turnBy(by)
  const across = applyTo(turned, out)
  const isLeft = dot(leftOf(unitAt(dimension.direction)), out) > 0
  const { ticks, texts } = drawDimension(
    {
      source: null,
      points: pointsOf(of, scene).map((p) => applyTo(turned, p)),
      direction: dimension.direction + by,
      // Anywhere on its side.
      offset: { in: 'real', mm: isLeft ? 1 : -1 },
      figures: unmoved(dimension),
      from: dimension.from,
    },
    {
      scale,
      units: scene.project.facts.units,
      style,
      beside: { more: 0, crossed: crossingOf(of, rows, scene).map((p) => applyTo(turned, p)) },
    },
  )
  const line = dot(across, ticks[0]!)
  // As it lies when the way out is straight up.
  const upright = turnBy(Math.PI / 2 - Math.atan2(across.y, across.x))
  const boxes = texts.flat().map((text) => itemExtent(text, upright))
  return (of.depth = {
    out: Math.max(0, ...boxes.map(({ maxY }) => (maxY - line) / scale)),
    near: Math.max(0, ...boxes.map(({ minY }) => (line - minY) / scale)),
  })
}

interface Kept {
  readonly stamp: number
  readonly standing: number
  readonly byBoard: Map<string, readonly Standing[]>
}
const kept = new WeakMap<Scene['project'], Kept>()

/** The rows of a board that stand beside the building, as they are read at a scale. */
function rowsOf({ project, board, viewport, turned }: Scene, scale: number): readonly Standing[] {
  let mine = kept.get(project)
  const { stamp, standing } = project
  if (mine?.stamp !== stamp || mine.standing !== standing)
    kept.set(project, (mine = { stamp, standing, byBoard: new Map() }))
  const key = JSON.stringify([board.id, scale, viewport, turned])
  const known = mine.byBoard.get(key)
  if (known) return known
  const rows = project.all('dimension').flatMap((dimension): Standing[] => {
    if (dimension.drawing !== board.id) return []
    const read = asRead(dimension, { scale, viewport })
    const side = read && sideOf(read, { project, viewport, building: null }, scale)
    return side ? [{ ...side, dimension: read, style: styleOf(project, read.style) }] : []
  })
  mine.byBoard.set(key, rows)
  return rows
}
