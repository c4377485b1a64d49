import type { DisplayItem } from '../display'
import { offsetFrom, type Point } from '../geometry'
import type { Id, Note } from '../records'

/** How a text is framed. */
export type Framed = NonNullable<Note['framed']>

/** Between a text and its frame, mm on paper. */
const GAP = 1.2
/** Round a text it comes as near as this at its corners. */
const GAP_ROUND = 0.8
const ROOT_3 = Math.sqrt(3)

/** A frame about the middle of a text, mm on paper. */
interface Outline {
  readonly radius: number | null
  /** Corners from the middle, along the way it is read and up. */
  readonly corners: readonly Point[]
  /** From the middle to its side at half height: where the line of a leader ends. */
  readonly reach: number
}

/**
 * The frame of a text so wide and high.
 * @param width of the letters, mm on paper
 * @param height from the foot of its last line to the top of its first
 */
function outlineOf(framed: Framed, width: number, height: number): Outline {
  const [a, b] = [width / 2 + GAP, height / 2 + GAP]
  switch (framed) {
    case true:
      return {
        radius: null,
        corners: [
          { x: -a, y: -b },
          { x: a, y: -b },
          { x: a, y: b },
          { x: -a, y: b },
        ],
        reach: a,
      }
    case 'circle': {
      const radius = Math.hypot(width, height) / 2 + GAP_ROUND
      return { radius, corners: [], reach: radius }
    }
    case 'hexagon': {
      const point = Math.max(width / 2, height / 2) + GAP_ROUND + b / ROOT_3
      const shoulder = point - b / ROOT_3
      return {
        radius: null,
        corners: [
          { x: -point, y: 0 },
          { x: -shoulder, y: -b },
          { x: shoulder, y: -b },
          { x: point, y: 0 },
          { x: shoulder, y: b },
          { x: -shoulder, y: b },
        ],
        reach: point,
      }
    }
    case 'triangle': {
      // Of three equal sides, the text low in it.
      const side = width + 2 * GAP_ROUND + (2 * (height + GAP_ROUND)) / ROOT_3
      const foot = -height / 2 - GAP_ROUND
      const top = foot + (side * ROOT_3) / 2
      return {
        radius: null,
        corners: [
          { x: -side / 2, y: foot },
          { x: side / 2, y: foot },
          { x: 0, y: top },
        ],
        reach: (side / 2) * (top / (top - foot)),
      }
    }
    case 'lozenge': {
      const [long, high] = [width + 2 * GAP_ROUND, height + 2 * GAP_ROUND]
      return {
        radius: null,
        corners: [
          { x: -long, y: 0 },
          { x: 0, y: -high },
          { x: long, y: 0 },
          { x: 0, y: high },
        ],
        reach: long,
      }
    }
  }
}

/** From the middle of a text to the side of its frame, mm on paper. */
export const frameReach = (framed: Framed, width: number, height: number): number =>
  outlineOf(framed, width, height).reach

/**
 * The frame around a text, in real mm.
 * @param at the middle of the text
 * @param u the way it is read
 */
export function frameItems(
  framed: Framed,
  at: Point,
  u: Point,
  width: number,
  height: number,
  scale: number,
  source: Id | null,
): DisplayItem[] {
  const { radius, corners } = outlineOf(framed, width, height)
  if (radius !== null)
    return [
      { kind: 'arc', pen: 'dimension', ...at, radius: radius * scale, from: 0, sweep: 2 * Math.PI, source },
    ]
  const points = corners.flatMap(({ x, y }) => {
    const corner = offsetFrom(at, u, x * scale, y * scale)
    return [corner.x, corner.y]
  })
  return [{ kind: 'line', pen: 'dimension', points, closed: true, source }]
}
