import { PARALLEL, cross, dot, unitAt, type Point } from '../geometry'
import { styleOf } from '../library'
import { placedAt, type AnnotationStyle, type Dimension } from '../records'
import { holdAnchor, type Ground } from '../ties'
import type { Units } from '../units'
import { drawAlongAxis, pictureAxes } from './axisDimension'
import { drawDimension, type LaidDimension, type RowMeans, type RowToDraw } from './dimension'
import { dimensionLine } from './rowLine'
import { laidBack, textsBack, turnedSheet } from './laidTurned'
import { beginsOf, outsideFor } from './outside'
import { besideRow, type RowAlone } from './rowsBeside'

/** A dimension as linework and figures at a scale (real mm to one mm on paper). */
export function layDimension(
  dimension: Dimension,
  ground: Ground,
  scale: number,
  units: Units,
): LaidDimension {
  const points = dimension.anchors.map((anchor) => holdAnchor(anchor, ground).point)
  return drawnDimension(dimension, points, ground, scale, units, styleOf(ground.project, dimension.style))
}

/**
 * A dimension through points that it holds, or will hold: along the picture, or along an axis of space in a cutaway.
 * @param together rows that are not stored yet, and will be with it
 */
export function drawnDimension(
  dimension: RowAlone,
  points: readonly Point[],
  ground: Ground,
  scale: number,
  units: Units,
  style: AnnotationStyle,
  together: readonly RowAlone[] = [],
): LaidDimension {
  const { id, direction, offset, axis, anchors, figures, from } = dimension
  const axes = axis === undefined ? null : pictureAxes(ground)
  const row: RowToDraw = { source: id, points, direction, offset, figures, from }
  const means: RowMeans = { scale, units, style }
  if (axis !== undefined && axes) return drawAlongAxis(row, { axis, anchors }, ground, axes, means)
  // Figures read from below or from the right as the drawing is seen.
  const sheet = turnedSheet(ground.turned?.by ?? 0)
  const beside = besideRow(dimension, points, ground, scale, style, together)
  const laid = drawDimension(
    { ...row, points: points.map(sheet.to), direction: direction + sheet.by },
    {
      ...means,
      outside: outsideFor({ direction, offset }, points, ground),
      begins: beginsOf({ direction, offset }, points, ground),
      lined: linedUp({ direction, offset }, ground, scale),
      beside: { ...beside, crossed: beside.crossed.map(sheet.to) },
    },
  )
  const { figureMoved } = laid
  return {
    ...laid,
    ...(figureMoved ? { figureMoved: (i: number, by: Point) => laidBack(figureMoved(i, by), sheet) } : {}),
    items: laidBack(laid.items, sheet),
    texts: laid.texts.map((texts) => textsBack(texts, sheet)),
    places: laid.places.map(sheet.back),
    ticks: laid.ticks.map(sheet.back),
  }
}

/** So many rows are followed from one to the next they are in line with. */
const MOST_FOLLOWED = 20

/** Where the row runs that a dimension is in line with, mm to the left of its own direction; null: in line with none. */
export function linedUp(
  { direction, offset }: Pick<Dimension, 'direction' | 'offset'>,
  ground: Ground,
  scale: number,
  left = MOST_FOLLOWED,
): number | null {
  if (offset.in !== 'line' || left === 0) return null
  const named = ground.project.find('dimension', offset.of)
  const other = named && placedAt(named, { scale, viewport: ground.viewport })
  const [u, v] = [unitAt(direction), unitAt(other?.direction ?? direction)]
  if (!other || Math.abs(cross(u, v)) > PARALLEL) return null
  const line = lineOfRow(other, ground, scale, left - 1)
  return dot(u, v) > 0 ? line : -line
}

/** Where the line of a dimension runs, mm to the left of its direction. */
export function lineOfRow(dimension: Dimension, ground: Ground, scale: number, left = MOST_FOLLOWED): number {
  const points = dimension.anchors.map((anchor) => holdAnchor(anchor, ground).point)
  const style = styleOf(ground.project, dimension.style)
  return dimensionLine(
    points,
    unitAt(dimension.direction),
    dimension.offset,
    scale,
    style,
    outsideFor(dimension, points, ground),
    linedUp(dimension, ground, scale, left),
    besideRow(dimension, points, ground, scale, style).more,
  )
}
