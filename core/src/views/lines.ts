import { cross, distance, unitAt, type Box, type Point } from '../geometry'
import type { Anchor, AnyRecord, DrawingOf, GridLine, Id, Project, StandingView } from '../records'
import type { Looking } from '../space'
import { isUpright, type Frame } from './frame'

type Standing = DrawingOf<StandingView>

/** A side of what is seen, beyond which lines end. */
export type LineSide = 'left' | 'right' | 'foot' | 'top'

/** How far lines run beyond what is seen where nobody pulled them, paper mm. */
const USUAL: { readonly [S in LineSide]: number } = { left: 14, right: 14, foot: 7, top: 14 }

/** Grid lines that run no more than this out of the picture are seen from their end: half a degree. */
const END_ON = Math.sin(Math.PI / 360)

/** Where a grid line stands across the picture; null when it does not run straight into it. */
export function gridAcross({ a, b }: Pick<GridLine, 'a' | 'b'>, { right }: Looking): number | null {
  const u = unitAt(Math.atan2(b.y - a.y, b.x - a.x))
  const level = { x: right.x, y: right.y }
  if (Math.abs(u.x * level.x + u.y * level.y) > END_ON || cross(u, level) === 0) return null
  return a.x * right.x + a.y * right.y
}

/** How far lines run beyond what is seen on a side, but for those pulled singly, paper mm. */
export const linesEnd = (board: Standing, side: LineSide): number => board.lineEnds?.[side] ?? USUAL[side]

/** How far one end of a line runs beyond what is seen, paper mm: pulled singly, with all on that side, or as usual. */
export function lineEnd(board: Standing, line: Id, end: 'from' | 'to', side: LineSide): number {
  const own = board.ownEnds?.find((ends) => ends.line === line)?.[end]
  return own ?? linesEnd(board, side)
}

/** The sides on which a line of a level or of the grid ends. */
export const sidesOfLine = (
  kind: 'level' | 'gridLine',
): { readonly from: LineSide; readonly to: LineSide } =>
  kind === 'level' ? { from: 'left', to: 'right' } : { from: 'foot', to: 'top' }

/**
 * The line of a level or a grid line in a view from the side, in its picture; null for what has none there.
 * @param extent around what is seen, mm
 * @param scale real mm to one mm on paper
 */
export function lineInView(
  board: Standing,
  looking: Looking,
  record: AnyRecord,
  extent: Box,
  scale: number,
): { readonly from: Point; readonly to: Point } | null {
  if (record.kind !== 'level' && record.kind !== 'gridLine') return null
  const sides = sidesOfLine(record.kind)
  const [from, to] = (['from', 'to'] as const).map(
    (end) => lineEnd(board, record.id, end, sides[end]) * scale,
  )
  if (record.kind === 'level') {
    const y = record.elevation
    return { from: { x: extent.minX - from!, y }, to: { x: extent.maxX + to!, y } }
  }
  const x = gridAcross(record, looking)
  return x === null ? null : { from: { x, y: extent.minY - from! }, to: { x, y: extent.maxY + to! } }
}

/** Where the line of a level or a grid line runs through a picture that looks from the side, nearest to a place. */
function onLineInView(record: AnyRecord | undefined, frames: readonly Frame[], p: Point): Point | null {
  if (record?.kind !== 'level' && record?.kind !== 'gridLine') return null
  let best: Point | null = null
  for (const frame of frames) {
    if (!isUpright(frame)) continue
    const across = record.kind === 'level' ? null : gridAcross(record, frame.looking)
    if (record.kind === 'gridLine' && across === null) continue
    const at =
      record.kind === 'level'
        ? { x: p.x, y: record.elevation + frame.offset.y }
        : { x: across! + frame.offset.x, y: p.y }
    if (!best || distance(at, p) < distance(best, p)) best = at
  }
  return best
}

/** Where an anchor to such a line holds now; null: there is none. */
export const placeOnLine = (
  project: Project,
  frames: readonly Frame[],
  { of, last }: Extract<Anchor, { to: 'lineInView' }>,
): Point | null => onLineInView(project.get(of), frames, last)

/** The lines of levels and grid lines that run through a place of a picture. */
export const linesAt = (project: Project, frames: readonly Frame[], p: Point, reach: number): Anchor[] =>
  [...project.all('level'), ...project.all('gridLine')].flatMap((record): Anchor[] => {
    const at = onLineInView(record, frames, p)
    return at && distance(at, p) <= reach ? [{ to: 'lineInView', of: record.id, last: at }] : []
  })
