import type { Point } from '../geometry'
import { styleOf } from '../library'
import type { AnnotationStyle, Dimension, Id } from '../records'
import { holdAnchor, type Ground } from '../ties'
import type { Units } from '../units'
import { drawAlongAxis, pictureAxes } from './axisDimension'
import { drawDimension, type LaidDimension, type RowMeans, type RowToDraw } from './dimension'
import { outsideFor } from './outside'

/** A dimension as linework and figures at a scale (real mm to one mm on paper). */
export function layDimension(
  dimension: Dimension,
  ground: Ground,
  scale: number,
  units: Units,
): LaidDimension {
  const held = dimension.anchors.map((anchor) => holdAnchor(anchor, ground))
  const points = held.map(({ point }) => point)
  const lost = held.flatMap(({ held: isHeld }, i) => (isHeld ? [] : [i]))
  const style = styleOf(ground.project, dimension.style)
  return { ...drawnDimension(dimension, points, ground, scale, units, style), lost }
}

/** A dimension through points that it holds, or will hold: along the picture, or along an axis of space in a cutaway. */
export function drawnDimension(
  {
    id,
    direction,
    offset,
    axis,
    anchors,
    figures,
  }: Pick<Dimension, 'direction' | 'offset' | 'axis' | 'anchors' | 'figures'> & {
    readonly id: Id | null
  },
  points: readonly Point[],
  ground: Ground,
  scale: number,
  units: Units,
  style: AnnotationStyle,
): Omit<LaidDimension, 'lost'> {
  const axes = axis === undefined ? null : pictureAxes(ground)
  const row: RowToDraw = { source: id, points, direction, offset, figures }
  const means: RowMeans = { scale, units, style }
  return axis !== undefined && axes
    ? drawAlongAxis(row, { axis, anchors }, ground, axes, means)
    : drawDimension(row, { ...means, outside: outsideFor({ direction, offset }, points, ground) })
}
