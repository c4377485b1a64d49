/** A point or a displacement in the plane: millimetres, x to the right, y up. */
export interface Point {
  readonly x: number
  readonly y: number
}

export const point = (x: number, y: number): Point => ({ x, y })
export const add = (a: Point, b: Point): Point => ({ x: a.x + b.x, y: a.y + b.y })
export const subtract = (a: Point, b: Point): Point => ({ x: a.x - b.x, y: a.y - b.y })
export const times = (a: Point, k: number): Point => ({ x: a.x * k, y: a.y * k })
export const dot = (a: Point, b: Point): number => a.x * b.x + a.y * b.y
/** Positive when b lies to the left of a. */
export const cross = (a: Point, b: Point): number => a.x * b.y - a.y * b.x
export const size = (a: Point): number => Math.hypot(a.x, a.y)
export const distance = (a: Point, b: Point): number => Math.hypot(b.x - a.x, b.y - a.y)
export const middle = (a: Point, b: Point): Point => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 })
/** The vector turned a quarter anticlockwise: the left side of a direction. */
export const leftOf = (a: Point): Point => ({ x: -a.y, y: a.x })
/** The point at `along` from a towards the direction u (a unit vector) and `aside` to its left. */
export const offsetFrom = (a: Point, u: Point, along: number, aside = 0): Point => ({
  x: a.x + u.x * along - u.y * aside,
  y: a.y + u.y * along + u.x * aside,
})
/** The angle of a vector, in (-π, π]: a negative zero counts as zero. */
export const angleOf = (a: Point): number => Math.atan2(a.y + 0, a.x)
export const unitAt = (angle: number): Point => ({ x: Math.cos(angle), y: Math.sin(angle) })

/** The unit vector from a to b; throws when they are one point. */
export function direction(a: Point, b: Point): Point {
  const length = distance(a, b)
  if (!(length > 0)) throw new Error(`No direction between (${a.x}, ${a.y}) and (${b.x}, ${b.y})`)
  return { x: (b.x - a.x) / length, y: (b.y - a.y) / length }
}

/** The point turned about a centre by an angle in radians. */
export function turned(p: Point, centre: Point, angle: number): Point {
  const c = Math.cos(angle)
  const s = Math.sin(angle)
  const dx = p.x - centre.x
  const dy = p.y - centre.y
  return { x: centre.x + dx * c - dy * s, y: centre.y + dx * s + dy * c }
}

/** An angle brought into (-π, π]. */
export function normalAngle(angle: number): number {
  const turn = 2 * Math.PI
  const rest = ((angle % turn) + turn) % turn
  return rest > Math.PI ? rest - turn : rest
}
