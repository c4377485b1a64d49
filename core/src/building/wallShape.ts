import {
  arcOf,
  cross,
  direction,
  directionOn,
  distance,
  dot,
  edgeBox,
  growBox,
  isStraight,
  joinBoxes,
  offsetFrom,
  subtract,
  unitAt,
  type Arc,
  type Box,
  type Edge,
  type Point,
} from '../geometry'
import type { Id, Material, Strip, Wall, WallType } from '../records'

/** One strip of a wall: its material and the offsets of its two faces from the wall's line (left positive). */
export interface StripShape {
  readonly material: Material
  readonly low: number
  readonly high: number
  /** It is there between these heights above the floor, mm; endless: as far as the wall. */
  readonly foot: number
  readonly head: number
  readonly turnsIn: boolean
  /** It carries, or covers what does. */
  readonly part: 'structure' | 'finish'
}

/** A wall before its joins: its line with direction, and where its faces and strips run beside it. */
export interface WallShape {
  readonly wall: Wall
  readonly id: Id
  readonly a: Point
  readonly b: Point
  /** Direction of its line at a: a unit vector. */
  readonly u: Point
  /** The circle its line runs along; null when it is straight. */
  readonly arc: Arc | null
  readonly length: number
  readonly thickness: number
  /** Offset of the right face. */
  readonly low: number
  /** Offset of the left face. */
  readonly high: number
  /** From left to right. */
  readonly strips: readonly StripShape[]
  /** The highest priority among its materials. */
  readonly strength: number
}

/** Materials of this priority or more carry. */
const CARRIES = 50

/** A strip's part: what it was set to, or by its material's priority. */
export const stripPart = (strip: Pick<Strip, 'part'>, { priority }: Material): 'structure' | 'finish' =>
  strip.part ?? (priority >= CARRIES ? 'structure' : 'finish')

/** The strips of a wall that carry: from the first to the last of them from its left; all where none does. */
export function structureOf({ strips }: WallShape): { readonly first: number; readonly last: number } {
  const first = strips.findIndex(({ part }) => part === 'structure')
  const last = strips.findLastIndex(({ part }) => part === 'structure')
  return first < 0 ? { first: 0, last: strips.length - 1 } : { first, last }
}

/** What of a wall is meant on a side of it: its finished face, the face of its structure, or its line. */
export type OfWall = 'finish' | 'structure' | 'axis'

/** How far a side of a wall lies to the left of its line. */
export function asideOf(shape: WallShape, side: 'left' | 'right' | 'axis', on: OfWall = 'finish'): number {
  if (side === 'axis' || on === 'axis') return 0
  if (on === 'finish') return side === 'left' ? shape.high : shape.low
  const { first, last } = structureOf(shape)
  return side === 'left' ? shape.strips[first]!.high : shape.strips[last]!.low
}

export function typeThickness(type: Pick<WallType, 'strips'>): number {
  return type.strips.reduce((sum, strip) => sum + strip.thickness, 0)
}

/** The drawn line of a wall: straight or an arc. */
export const wallAxis = ({ a, b, sweep }: Pick<Wall, 'a' | 'b' | 'sweep'>): Edge => ({
  a,
  b,
  sweep: sweep ?? 0,
})

/** Offset of the left face from the drawn line. */
export function leftFaceOffset(thickness: number, reference: Wall['reference']): number {
  return reference === 'left' ? 0 : reference === 'right' ? thickness : thickness / 2
}

export function wallShape(wall: Wall, type: WallType, material: (id: Id) => Material): WallShape {
  const thickness = typeThickness(type)
  const high = leftFaceOffset(thickness, wall.reference)
  const strips: StripShape[] = []
  let top = high
  let strength = 0
  type.strips.forEach((strip, i) => {
    const low = i === type.strips.length - 1 ? high - thickness : top - strip.thickness
    const made = material(strip.material)
    const { foot = -Infinity, head = Infinity, turnsIn = false } = strip
    strips.push({ material: made, low, high: top, foot, head, turnsIn, part: stripPart(strip, made) })
    strength = Math.max(strength, made.priority)
    top = low
  })
  const axis = wallAxis(wall)
  const arc = arcWithin(axis, high - thickness, high)
  return {
    wall,
    id: wall.id,
    a: wall.a,
    b: wall.b,
    u: arc ? directionOn(axis, 0) : direction(wall.a, wall.b),
    arc,
    length: arc ? arc.radius * Math.abs(arc.sweep) : distance(wall.a, wall.b),
    thickness,
    low: high - thickness,
    high,
    strips,
    strength,
  }
}

/** The tightest face a curved wall may have, mm: below it the wall is taken as straight. */
const TIGHTEST = 1

/** The circle of a curved line whose faces at two offsets both have some radius. */
function arcWithin(axis: Edge, low: number, high: number): Arc | null {
  if (isStraight(axis)) return null
  const arc = arcOf(axis)
  const sense = Math.sign(arc.sweep)
  return arc.radius - sense * low > TIGHTEST && arc.radius - sense * high > TIGHTEST ? arc : null
}

/** Whether a wall's curve leaves room for its thickness on the inside. */
export const bendsTooTightly = (shape: WallShape): boolean =>
  shape.arc === null && !isStraight(wallAxis(shape.wall))

/**
 * Where p stands in the wall's own axes: distance along its line from its start, distance to the left of its
 * line. Beside a curved wall distances beyond its ends run on round its circle, to the nearer end.
 */
export function inWall(shape: WallShape, p: Point): { along: number; aside: number } {
  const { arc } = shape
  if (!arc) {
    const d = subtract(p, shape.a)
    return { along: dot(shape.u, d), aside: cross(shape.u, d) }
  }
  const away = subtract(p, arc.centre)
  const sense = Math.sign(arc.sweep)
  const turn = 2 * Math.PI
  let travelled = ((((Math.atan2(away.y, away.x) - arc.from) * sense) % turn) + turn) % turn
  const whole = Math.abs(arc.sweep)
  if (travelled > whole && travelled - whole > turn - travelled) travelled -= turn
  return { along: travelled * arc.radius, aside: sense * (arc.radius - Math.hypot(away.x, away.y)) }
}

/** The point at a distance along the wall's line and to the left of it. */
export function atWall(shape: WallShape, along: number, aside: number): Point {
  const { arc } = shape
  if (!arc) return offsetFrom(shape.a, shape.u, along, aside)
  const sense = Math.sign(arc.sweep)
  const angle = arc.from + (sense * along) / arc.radius
  const radius = arc.radius - sense * aside
  return { x: arc.centre.x + radius * Math.cos(angle), y: arc.centre.y + radius * Math.sin(angle) }
}

/** The direction in which the wall runs at a distance along it. */
export function wallDirection(shape: WallShape, along: number): Point {
  const { arc } = shape
  if (!arc) return shape.u
  const sense = Math.sign(arc.sweep)
  return unitAt(arc.from + (sense * along) / arc.radius + (sense * Math.PI) / 2)
}

/** The line beside the wall's own at an offset to its left, between two distances along it. */
export function wallLine(shape: WallShape, aside: number, from = 0, to = shape.length): Edge {
  const { arc } = shape
  return {
    a: atWall(shape, from, aside),
    b: atWall(shape, to, aside),
    sweep: arc ? (Math.sign(arc.sweep) * (to - from)) / arc.radius : 0,
  }
}

/** The box around the wall's body before joins, with a little margin. */
export function bodyBox(shape: WallShape, margin: number): Box {
  const { a, b, u, low, high } = shape
  if (shape.arc)
    return growBox(joinBoxes(edgeBox(wallLine(shape, low)), edgeBox(wallLine(shape, high))), margin)
  const xs = [a.x - u.y * low, a.x - u.y * high, b.x - u.y * low, b.x - u.y * high]
  const ys = [a.y + u.x * low, a.y + u.x * high, b.y + u.x * low, b.y + u.x * high]
  return {
    minX: Math.min(...xs) - margin,
    minY: Math.min(...ys) - margin,
    maxX: Math.max(...xs) + margin,
    maxY: Math.max(...ys) + margin,
  }
}

/** How near chords keep to a curved wall's faces, mm. */
export const SAGITTA = 0.05

/** The distance along a curved wall's line between the ends of its chords. */
export function chordStep({ arc, low, high, length }: WallShape): number {
  if (!arc) return Infinity
  const sense = Math.sign(arc.sweep)
  const outer = Math.max(arc.radius - sense * low, arc.radius - sense * high)
  const angle = 2 * Math.acos(Math.max(-1, 1 - SAGITTA / outer))
  return length / Math.max(1, Math.ceil(length / arc.radius / angle))
}
