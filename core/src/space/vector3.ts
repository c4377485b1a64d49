/** A point or a displacement in space: millimetres, z up. */
export interface Point3 {
  readonly x: number
  readonly y: number
  readonly z: number
}

export const point3 = (x: number, y: number, z: number): Point3 => ({ x, y, z })
export const subtract3 = (a: Point3, b: Point3): Point3 => ({ x: a.x - b.x, y: a.y - b.y, z: a.z - b.z })
export const dot3 = (a: Point3, b: Point3): number => a.x * b.x + a.y * b.y + a.z * b.z
export const cross3 = (a: Point3, b: Point3): Point3 => ({
  x: a.y * b.z - a.z * b.y,
  y: a.z * b.x - a.x * b.z,
  z: a.x * b.y - a.y * b.x,
})
export const size3 = (a: Point3): number => Math.hypot(a.x, a.y, a.z)
/** The point `by` times the displacement u away from a. */
export const along3 = (a: Point3, u: Point3, by: number): Point3 => ({
  x: a.x + u.x * by,
  y: a.y + u.y * by,
  z: a.z + u.z * by,
})
/** The vector with length 1; the same where it has none. */
export function unit3(a: Point3): Point3 {
  const size = size3(a)
  return size > 0 ? { x: a.x / size, y: a.y / size, z: a.z / size } : a
}
