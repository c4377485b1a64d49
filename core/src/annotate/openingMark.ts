import { atWall, wallDirection, type WallShape } from '../building'
import { levelled, textItem, type DisplayItem, type DisplayList } from '../display'
import { applyTo, dot, leftOf, subtract, times, turnBy, type Point } from '../geometry'
import { levelTurn, textWidth, type Turned } from '../lettering'
import type { Id, Opening } from '../records'

/** Sizes of the frame around the number of a door or window, and how far it stands off the wall, paper mm. */
const MARK = { height: 2.2, wide: 3.6, high: 2.592, inside: 1, off: 1.5 }
/** One that stands so far from its opening or further is joined to it by a line, paper mm. */
const JOINED = 3
/** Nearer than this to where it would stand by itself it goes back there, paper mm. */
const BACK = 0.8

/** The directions along which the number of an opening is placed, from the middle of the opening. */
interface Axes {
  readonly middle: Point
  /** Along the wall, towards the jamb without the leaf. */
  readonly along: Point
  /** Out of the wall, to the side on which it stands by itself: for doors where the leaf is not, for windows outside. */
  readonly out: Point
  /** From the middle of the wall to its face, mm. */
  readonly half: number
}

function axesOf(shape: WallShape, { along, side, fit, hand }: Opening): Axes {
  const u = wallDirection(shape, along)
  return {
    middle: atWall(shape, along, (shape.low + shape.high) / 2),
    along: times(u, hand === 'start' ? 1 : -1),
    out: times(leftOf(u), (side === 'left') === (fit === 'window') ? 1 : -1),
    half: shape.thickness / 2,
  }
}

/** Half the size of the frame of a number, paper mm. */
const halfFrame = (mark: string): Point => ({
  x: Math.max(textWidth(mark, MARK.height) / 2 + MARK.inside, MARK.wide),
  y: MARK.high,
})

/** Where the number of an opening stands by itself, as `markPaperMm` tells places. */
export function markByItself(shape: WallShape, opening: Opening, turned?: Turned): Point {
  const { out } = axesOf(shape, opening)
  const seen = applyTo(turnBy(-levelTurn(turned)), out)
  const half = halfFrame(opening.mark ?? '')
  return { x: 0, y: MARK.off + (Math.abs(seen.x) > Math.abs(seen.y) ? half.x : half.y) }
}

/** Where the middle of an opening's number stands. @param scale real mm to one paper mm */
export function markCentre(shape: WallShape, opening: Opening, scale: number, turned?: Turned): Point {
  const { middle, along, out, half } = axesOf(shape, opening)
  const { x, y } = opening.markPaperMm ?? markByItself(shape, opening, turned)
  const off = y * scale + (y < 0 ? -half : half)
  return {
    x: middle.x + along.x * x * scale + out.x * off,
    y: middle.y + along.y * x * scale + out.y * off,
  }
}

/**
 * The place of an opening's number whose middle is to stand somewhere, on paper: within the wall it comes to the nearer face.
 * Null: it stands there, or as good as, by itself.
 */
export function markPlaceAt(
  shape: WallShape,
  opening: Opening,
  to: Point,
  scale: number,
  turned?: Turned,
): Point | null {
  const { middle, along, out, half } = axesOf(shape, opening)
  const from = subtract(to, middle)
  const off = dot(from, out)
  const beyond = Math.max(0, Math.abs(off) - half) / scale
  const place = { x: dot(from, along) / scale, y: off < 0 ? -Math.max(beyond, LEAST) : beyond }
  const alone = markByItself(shape, opening, turned)
  return Math.hypot(place.x - alone.x, place.y - alone.y) < BACK ? null : place
}
/** So far off the other face it is told to be there, paper mm. */
const LEAST = 0.01

/** The nearest point of an opening's faces to a place. */
function footOf(shape: WallShape, opening: Opening, to: Point): Point {
  const { middle, along, out, half } = axesOf(shape, opening)
  const from = subtract(to, middle)
  const reach = opening.width / 2
  const x = Math.min(reach, Math.max(-reach, dot(from, along)))
  const y = dot(from, out) < 0 ? -half : half
  return { x: middle.x + along.x * x + out.x * y, y: middle.y + along.y * x + out.y * y }
}

/** From where the way from the middle of a frame leaves it, to a point; null: it ends within the frame, or hardly beyond. */
function joint(
  source: Id,
  centre: Point,
  half: Point,
  to: Point,
  scale: number,
  turned: Turned | undefined,
): DisplayItem | null {
  const turn = levelTurn(turned)
  const seen = applyTo(turnBy(-turn), subtract(to, centre))
  const part = Math.max(Math.abs(seen.x) / (half.x * scale), Math.abs(seen.y) / (half.y * scale))
  const long = Math.hypot(seen.x, seen.y)
  if (part <= 1 || long - long / part < JOINED * scale) return null
  const edge = applyTo(turnBy(turn), times(seen, 1 / part))
  const points = [centre.x + edge.x, centre.y + edge.y, to.x, to.y]
  return { kind: 'line', pen: 'dimension', points, closed: false, source }
}

/**
 * The number of a door or window in a frame, beside its wall or where it was put; from further away a line leads to the opening.
 * @param scale real mm to one paper mm
 */
export function markItems(shape: WallShape, opening: Opening, scale: number, turned?: Turned): DisplayList {
  const { id: source, mark } = opening
  if (!mark) return []
  const mm = (paper: number): number => paper * scale
  const centre = markCentre(shape, opening, scale, turned)
  const half = halfFrame(mark)
  const [w, h] = [mm(half.x), mm(half.y)]
  const frame = [
    ...[centre.x - w, centre.y - h, centre.x + w, centre.y - h],
    ...[centre.x + w, centre.y + h, centre.x - w, centre.y + h],
  ]
  const line = opening.markPaperMm
    ? joint(source, centre, half, footOf(shape, opening, centre), scale, turned)
    : null
  const framed: DisplayList = [
    // Extension lines that pass beneath do not cross the number.
    { kind: 'fill', tone: 1, loops: [frame], source },
    { kind: 'line', pen: 'dimension', points: frame, closed: true, source },
    textItem(
      mark,
      { x: centre.x, y: centre.y - mm(MARK.height / 2) },
      { height: mm(MARK.height), align: 'middle', source },
    ),
  ]
  return [...(line ? [line] : []), ...levelled(framed, turned, centre)]
}
