import { atWall, bodyBetween, cutAt, isWhole, type SolvedWall } from '../building'
import { boxCorners, boxOf, growBox, joinBoxes, pathBox, type Box, type Point } from '../geometry'
import { areasOf, columnOutline, overheadOutline } from '../kinds'
import { openingTypeOf } from '../library'
import type { AnyRecord, Opening, Project, Wall } from '../records'
import { stairOf } from '../stairs'
import { clearUnder, floorOf, footingsOf, solvedWall, vertical } from '../solids'
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

/** Beyond its stated place something may reach so far, mm: sills, leaves, boards. */
const MORE = 600

/** Where something is at most, told without making it; null for what is not told so. */
export function reachIn(project: Project, frame: Frame, record: AnyRecord): Reach3[] | null {
  const place = placeOf(project, record)
  if (!place) return null
  const { right, near } = frame.looking
  const corners = boxCorners(place.box)
  const xs = corners.map((p) => p.x * right.x + p.y * right.y)
  const depths = corners.map((p) => p.x * near.x + p.y * near.y)
  const [x0, x1, first, far] = [Math.min(...xs), Math.max(...xs), Math.max(...depths), Math.min(...depths)]
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

interface Place {
  readonly box: Box
  readonly from: number
  readonly to: number
}

/** Around something in plan and in height. */
function placeOf(project: Project, record: AnyRecord): Place | null {
  switch (record.kind) {
    case 'wall': {
      const heights = vertical(project, record)
      const solved = solvedWall(project, record.id)
      if (!heights || !solved || solved.shape.arc || record.upTo) return null
      const { shape, start, end } = solved
      const ends = [...start.strips, ...end.strips].flat()
      const plugs = [start, end].flatMap(({ plug }) => plug?.points ?? [])
      const box = boxOf([...ends.map(({ along, aside }) => atWall(shape, along, aside)), ...plugs])
      const footings = footingsOf(project, record)
      return {
        box: footings.reduce((around, { outline }) => joinBoxes(around, pathBox(outline)), box),
        from: Math.min(heights.from, ...footings.map(({ from }) => from)),
        to: Math.max(heights.to, ...footings.map(({ to }) => to)),
      }
    }
    case 'opening': {
      const wall = project.find('wall', record.wall)
      const shape = wall && solvedWall(project, wall.id)?.shape
      if (!wall || !shape || shape.arc || record.round) return null
      const { low, high } = bodyBetween(shape, record.sill, record.head)
      const [from, to] = [record.along - record.width / 2, record.along + record.width / 2]
      const type = openingTypeOf(project, record)
      const out = Math.max(type.sillOut, type.sillIn)
      if (out > MORE) return null
      const corners = [low - out, high + out].flatMap((aside) =>
        [from, to].map((along) => atWall(shape, along, aside)),
      )
      const xs = corners.map(({ x }) => x)
      const ys = corners.map(({ y }) => y)
      const floor = floorOf(project, wall.level)
      return {
        box: { minX: Math.min(...xs), maxX: Math.max(...xs), minY: Math.min(...ys), maxY: Math.max(...ys) },
        from: floor + record.sill - (out > 0 ? SILL : 0),
        to: floor + record.head,
      }
    }
    case 'slab': {
      const heights = vertical(project, record)
      return heights && { box: pathBox(record.outline), from: heights.from, to: heights.to }
    }
    case 'column': {
      const heights = vertical(project, record)
      if (!heights) return null
      const footings = footingsOf(project, record)
      return {
        box: [columnOutline(record), ...footings.map(({ outline }) => outline)]
          .map(pathBox)
          .reduce(joinBoxes),
        from: Math.min(heights.from, ...footings.map(({ from }) => from)),
        to: heights.to,
      }
    }
    case 'overhead': {
      const heights = vertical(project, record)
      return record.what === 'rooflight' || !heights
        ? null
        : { box: pathBox(overheadOutline(record)), from: heights.from, to: heights.to }
    }
    case 'rail': {
      const floor = floorOf(project, record.level)
      return { box: growBox(pathBox(record.path), RAIL), from: floor, to: floor + record.height }
    }
    case 'stair': {
      const solved = stairOf(project, record)
      if (!solved || solved.treads.length === 0) return null
      const floor = floorOf(project, record.level)
      const box = boxOf(solved.treads.flatMap(({ outline }) => outline))
      return { box: growBox(box, RAIL), from: floor, to: floor + solved.height + OVER_STAIR }
    }
    case 'placement': {
      if (record.level === undefined) return null
      const block = project.find('block', record.block)
      const [area] = areasOf(record, project)
      const height = block && (block.front?.height ?? block.height)
      if (!block || !area || height === undefined || block.recipe !== undefined) return null
      const floor = floorOf(project, record.level)
      return { box: growBox(pathBox(area), 1), from: floor, to: floor + height * (record.size?.x ?? 1) }
    }
    default:
      return null
  }
}
/** Handrails and strings stand so far beside what they are of, and over a stair, mm. */
const RAIL = 100
const OVER_STAIR = 1100

/** A sill board hangs so far below its sill, mm. */
const SILL = 60
