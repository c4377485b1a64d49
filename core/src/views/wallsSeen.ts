import { atWall, solverOf, wallDirection, type SolvedWall, type WallShape } from '../building'
import { dot, type Point } from '../geometry'
import { floorOf, vertical } from '../solids'
import type { Opening, Project } from '../records'
import { inPicture, isUpright, type Frame } from './frame'

/** A wall that is looked at, with the place in it that is pointed to. */
export interface WallSeen {
  readonly wall: SolvedWall
  /** Along its line, mm. */
  readonly along: number
  /** Above the floor of its level, mm. */
  readonly up: number
  /** The side of it that is seen. */
  readonly side: 'left' | 'right'
}

/** Curved walls are looked at in steps of this, mm. */
const STEP = 100
/** Walls that run so steeply into the picture are seen from their ends: the sine of half a degree. */
const END_ON = Math.sin(Math.PI / 360)

/** The nearest wall at a place in the picture; null where none is seen, or only from its end. */
export function wallSeenAt(project: Project, frames: readonly Frame[], p: Point): WallSeen | null {
  let best: WallSeen | null = null
  let nearest = -Infinity
  for (const frame of frames) {
    if (!isUpright(frame)) continue
    const height = p.y - frame.offset.y
    const across = p.x - frame.offset.x
    for (const record of project.all('wall')) {
      const heights = vertical(project, record)
      if (!heights || height < heights.from || height > heights.to) continue
      const wall = solverOf(project, record.level).get(record.id)
      if (!wall) continue
      for (const side of ['left', 'right'] as const)
        for (const along of placesAcross(wall.shape, side, frame, across)) {
          const q = atWall(wall.shape, along, faceOf(wall.shape, side))
          const near = dot(q, frame.looking.near)
          if (near <= nearest || !isShown(frame, across, height, near)) continue
          nearest = near
          best = { wall, along, up: height - floorOf(project, record.level), side }
        }
    }
  }
  return best
}

const faceOf = (shape: WallShape, side: 'left' | 'right'): number =>
  side === 'left' ? shape.high : shape.low

/** Whether a place lies in what a view shows. */
const isShown = ({ parts, axes, looking }: Frame, across: number, height: number, near: number): boolean =>
  axes === looking &&
  parts.some(
    ({ from, to }) =>
      across >= from[0]! &&
      across <= to[0]! &&
      height >= from[1]! &&
      height <= to[1]! &&
      near >= from[2]! &&
      near <= to[2]!,
  )

/** Where along a wall the side that looks towards the eye lies so far across the picture. */
function placesAcross(
  shape: WallShape,
  side: 'left' | 'right',
  { looking: { right, near } }: Frame,
  across: number,
): number[] {
  const aside = faceOf(shape, side)
  const looksHere = (along: number): boolean => {
    const u = wallDirection(shape, along)
    const towards = -u.y * near.x + u.x * near.y
    return (side === 'left' ? towards : -towards) > END_ON
  }
  const at = (along: number): number => dot(atWall(shape, along, aside), right) - across
  const steps = shape.arc ? Math.max(2, Math.ceil(shape.length / STEP)) : 1
  const found: number[] = []
  for (let i = 0; i < steps; i++) {
    let [from, to] = [(i / steps) * shape.length, ((i + 1) / steps) * shape.length]
    const [a, b] = [at(from), at(to)]
    if (a * b > 0 || a === b) continue
    // Straight walls at once; along curves by halves of a step, far below what is drawn.
    if (!shape.arc) from = to = from + (a / (a - b)) * (to - from)
    else
      for (let n = 0; n < 40; n++) {
        const middle = (from + to) / 2
        if (at(from) * at(middle) <= 0) to = middle
        else from = middle
      }
    const along = (from + to) / 2
    if (looksHere(along)) found.push(along)
  }
  return found
}

/** The outline of an opening on the side of its wall that is looked at, in the picture; none where that is not shown. */
export function openingOutline(
  project: Project,
  frames: readonly Frame[],
  { wall, along, width, sill, head }: Pick<Opening, 'wall' | 'along' | 'width' | 'sill' | 'head'>,
): Point[][] {
  const record = project.find('wall', wall)
  const solved = record && solverOf(project, record.level).get(wall)
  if (!solved) return []
  const { shape } = solved
  const floor = floorOf(project, record.level)
  return frames.filter(isUpright).flatMap((frame) => {
    const { near } = frame.looking
    const u = wallDirection(shape, along)
    const aside = -u.y * near.x + u.x * near.y > 0 ? shape.high : shape.low
    const middle = atWall(shape, along, aside)
    const across = dot(middle, frame.looking.right)
    if (!isShown(frame, across, floor + (sill + head) / 2, dot(middle, near))) return []
    const steps = shape.arc ? Math.max(2, Math.ceil(width / STEP)) : 1
    const line = (z: number): Point[] =>
      Array.from({ length: steps + 1 }, (_, i) => {
        const q = atWall(shape, along - width / 2 + (i / steps) * width, aside)
        return inPicture(frame, { ...q, z: floor + z })
      })
    return [[...line(sill), ...line(head).reverse()]]
  })
}
