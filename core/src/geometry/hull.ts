import { cross, subtract, type Point } from './vector'

/** The convex hull of some points, anticlockwise without points on its sides (Andrew's monotone chain). */
export function convexHull(points: readonly Point[]): Point[] {
  const sorted = [...points].sort((p, q) => p.x - q.x || p.y - q.y)
  const half = (run: readonly Point[]): Point[] => {
    const chain: Point[] = []
    for (const p of run) {
      while (
        chain.length > 1 &&
        cross(subtract(chain.at(-1)!, chain.at(-2)!), subtract(p, chain.at(-1)!)) <= 0
      )
        chain.pop()
      chain.push(p)
    }
    return chain.slice(0, -1)
  }
  return [...half(sorted), ...half(sorted.reverse())]
}
