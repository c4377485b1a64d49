import { EDGE_ON, type Box, type Point } from '../geometry'
import { normalOf, type Point3, type Solid } from '../space'

/** A face that looks down: where it lies in plan, and its height there. */
export interface Underside extends Box {
  readonly loops: readonly (readonly Point[])[]
  heightAt(p: Point): number
}
const undersides = new WeakMap<Solid, readonly Underside[]>()

/** The faces of a solid that look down. */
export function undersidesOf(solid: Solid): readonly Underside[] {
  let found = undersides.get(solid)
  if (!found) {
    found = solid.faces.flatMap(({ loops, sheet }): Underside[] => {
      const normal = normalOf(solid.points, loops[0]!)
      const size = Math.hypot(normal.x, normal.y, normal.z)
      if (sheet || normal.z > -EDGE_ON * size) return []
      const base = solid.points[loops[0]![0]!]!
      const outlines = loops.map((loop) => loop.map((n): Point3 => solid.points[n]!))
      const xs = outlines[0]!.map(({ x }) => x)
      const ys = outlines[0]!.map(({ y }) => y)
      return [
        {
          minX: Math.min(...xs),
          maxX: Math.max(...xs),
          minY: Math.min(...ys),
          maxY: Math.max(...ys),
          loops: outlines,
          heightAt: ({ x, y }) => base.z - (normal.x * (x - base.x) + normal.y * (y - base.y)) / normal.z,
        },
      ]
    })
    undersides.set(solid, found)
  }
  return found
}

/** Whether a point lies within outlines (even-odd). */
export function within(loops: readonly (readonly Point[])[], { x, y }: Point): boolean {
  let odd = false
  for (const loop of loops)
    loop.forEach((p, i) => {
      const q = loop[(i + 1) % loop.length]!
      if (p.y > y !== q.y > y && x < p.x + ((q.x - p.x) * (y - p.y)) / (q.y - p.y)) odd = !odd
    })
  return odd
}
