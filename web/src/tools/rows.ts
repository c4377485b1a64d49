import { drawnDimension, endsBeyond, type LaidDimension } from '@lamina/core/annotate'
import type { addDimensions } from '@lamina/core/edit'
import type { Dimension } from '@lamina/core/records'
import { holdAnchor } from '@lamina/core/ties'
import type { Bench } from './tool'

/** A row that is to be made. */
type NewRow = Pick<Dimension, 'anchors' | 'direction' | 'offset' | 'axis' | 'from'>

/** Rows as they will be drawn when they are made together. */
export function rowsDrawn(bench: Bench, made: readonly NewRow[]): LaidDimension[] {
  const { scene, scale, units, style } = bench
  const rows = made.map((row) => ({ id: null, ...row }))
  return rows.map((row) =>
    drawnDimension(
      row,
      row.anchors.map((anchor) => holdAnchor(anchor, scene).point),
      scene,
      scale,
      units,
      style,
      rows.filter((other) => other !== row),
    ),
  )
}

/** How far lines of levels and of the grid are to run so that their names stand beyond rows that are made beside a view. */
export const endsFor = (bench: Bench, rows: readonly NewRow[]): Parameters<typeof addDimensions>[4] =>
  rows.every(({ offset }) => offset.in === 'row')
    ? endsBeyond(rowsDrawn(bench, rows), bench.scene, bench.scale)
    : {}
