import {
  direction,
  distance,
  dot,
  cross,
  offsetFrom,
  subtract,
  type Box,
  type Edge,
  type Point,
} from '../geometry'
import type { Id, Material, Wall, WallType } from '../records'

/** One strip of a wall: its material and the offsets of its two faces from the wall's line (left positive). */
export interface StripShape {
  readonly material: Material
  readonly low: number
  readonly high: number
}

/** A wall before its joins: its line with direction, and where its faces and strips run beside it. */
export interface WallShape {
  readonly wall: Wall
  readonly id: Id
  readonly a: Point
  readonly b: Point
  /** Unit vector from a to b. */
  readonly u: Point
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

export function typeThickness(type: WallType): number {
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
    strips.push({ material: made, low, high: top })
    strength = Math.max(strength, made.priority)
    top = low
  })
  return {
    wall,
    id: wall.id,
    a: wall.a,
    b: wall.b,
    u: direction(wall.a, wall.b),
    length: distance(wall.a, wall.b),
    thickness,
    low: high - thickness,
    high,
    strips,
    strength,
  }
}

/** Where p stands in the wall's own axes: distance along from its start, distance to the left of its line. */
export function inWall(shape: WallShape, p: Point): { along: number; aside: number } {
  const d = subtract(p, shape.a)
  return { along: dot(shape.u, d), aside: cross(shape.u, d) }
}

/** The point at a distance along the wall and to the left of its line. */
export const atWall = (shape: WallShape, along: number, aside: number): Point =>
  offsetFrom(shape.a, shape.u, along, aside)

/** The box around the wall's body before joins, with a little margin. */
export function bodyBox(shape: WallShape, margin: number): Box {
  const { a, b, u, low, high } = shape
  const xs = [a.x - u.y * low, a.x - u.y * high, b.x - u.y * low, b.x - u.y * high]
  const ys = [a.y + u.x * low, a.y + u.x * high, b.y + u.x * low, b.y + u.x * high]
  return {
    minX: Math.min(...xs) - margin,
    minY: Math.min(...ys) - margin,
    maxX: Math.max(...xs) + margin,
    maxY: Math.max(...ys) + margin,
  }
}
