import { atWall, cutAt, isWhole, type SolvedWall } from '../building'
import { type Point } from '../geometry'
import { openingTypeOf } from '../library'
import type { AnyRecord, Opening, Project, Wall } from '../records'
import { clearUnder, solvedWall, vertical } from '../solids'
import { boundsOf, reachAlong } from './bounds'
import { isUpright, type Frame } from './frame'
import type { Cover, PictureBox } from './screen'

/** Where something is in a picture at most, and how near it comes. */
export interface Reach3 extends PictureBox {
  readonly near: number
}

/** Whether what stands behind walls can be told by their rectangles: heights stand upright in what is shown. */
export const isSeenSquare = (frame: Frame): boolean => isUpright(frame) && frame.looking === frame.axes

/**
 * What of a wall hides all behind it, in a view from the side: from end to end, as high as it stands everywhere, where all its
 * openings are filled. Nothing of one that is curved, thinner somewhere, or reaches beyond what is shown.
 * @param shown whether an opening is seen
 */
export function coversOf(
  project: Project,
  frame: Frame,
  wall: Wall,
  shown: (opening: Opening) => boolean,
): Cover[] {
  const solved = solvedWall(project, wall.id)
  const heights = vertical(project, wall)
  if (!solved || !heights || solved.shape.arc || !isWhole(solved.shape) || !isShut(project, solved, shown))
    return []
  const { shape, start, end } = solved
  const last = shape.strips.length - 1
  const corners = [
    [shape.high, 0],
    [shape.low, last],
  ].map(([aside, strip]) =>
    [cutAt(start.strips[strip!]!, aside!), cutAt(end.strips[strip!]!, aside!)].map((along) =>
      atWall(shape, along, aside!),
    ),
  )
  const { right, near } = frame.looking
  // Its face towards the eye hides what lies behind, and what fills its openings stands within its thickness.
  const towards = -shape.u.y * near.x + shape.u.x * near.y
  if (towards === 0) return []
  const xs = corners[towards > 0 ? 0 : 1]!.map((p) => p.x * right.x + p.y * right.y)
  const [x0, x1] = [Math.min(...xs), Math.max(...xs)]
  const depths = corners.flat().map((p) => p.x * near.x + p.y * near.y)
  const [far, first] = [Math.min(...depths), Math.max(...depths)]
  const top = wall.upTo ? lowestTop(project, wall, corners.flat() as Point[], heights) : heights.to
  return frame.parts.flatMap(({ from, to }): Cover[] => {
    if (far < from[2] || first > to[2]) return []
    const cover = {
      x0: Math.max(x0, from[0]) + frame.offset.x,
      x1: Math.min(x1, to[0]) + frame.offset.x,
      y0: Math.max(heights.from, from[1]) + frame.offset.y,
      y1: Math.min(top, to[1]) + frame.offset.y,
      far,
    }
    return cover.x1 > cover.x0 && cover.y1 > cover.y0 ? [cover] : []
  })
}

/** Whether every opening that is cut out of a wall is filled by something that is seen. */
const isShut = (project: Project, { openings }: SolvedWall, shown: (opening: Opening) => boolean): boolean =>
  openings.every(
    ({ opening, fault, zone, mitre }) =>
      fault !== null ||
      zone === 'removed' ||
      (mitre === null && openingTypeOf(project, opening).make.form !== 'cased' && shown(opening)),
  )

/** The lowest place of the top of a wall that goes up to what is above it. */
function lowestTop(
  project: Project,
  wall: Wall,
  corners: readonly Point[],
  { from, to }: { readonly from: number; readonly to: number },
): number {
  const faces = [
    [corners[0]!, corners[1]!],
    [corners[2]!, corners[3]!],
  ] as const
  const tops = faces.flatMap(([a, b]) =>
    clearUnder(project, wall.upTo!, a, b, from, to).flatMap(({ low, high }) => [low, high]),
  )
  return Math.min(...tops)
}

/** Where something is at most, told without making it; null for what is not told so. */
export function reachIn(project: Project, frame: Frame, record: AnyRecord): Reach3[] | null {
  const place = boundsOf(project, record)
  if (!place) return null
  const { right, near } = frame.looking
  const [[x0, x1], [far, first]] = [reachAlong(place, right), reachAlong(place, near)]
  // What of it is shown: nothing of it where it lies beyond all that is.
  return frame.parts.flatMap(({ from, to }): Reach3[] => {
    if (x1 < from[0] || x0 > to[0] || place.to < from[1] || place.from > to[1]) return []
    if (first < from[2] || far > to[2]) return []
    return [
      {
        x0: Math.max(x0, from[0]) + frame.offset.x,
        x1: Math.min(x1, to[0]) + frame.offset.x,
        y0: Math.max(place.from, from[1]) + frame.offset.y,
        y1: Math.min(place.to, to[1]) + frame.offset.y,
        near: Math.min(first, to[2]),
      },
    ]
  })
}
