import type { Point } from './vector'

/** The signed area of a closed outline: positive when anticlockwise. */
export function signedArea(outline: readonly Point[]): number {
  let twice = 0
  for (let i = 0, j = outline.length - 1; i < outline.length; j = i++) {
    twice += outline[j]!.x * outline[i]!.y - outline[i]!.x * outline[j]!.y
  }
  return twice / 2
}

/** Whether p lies inside the outlines taken together by the even-odd rule. */
export function insideOutlines(p: Point, outlines: readonly (readonly Point[])[]): boolean {
  let inside = false
  for (const outline of outlines) {
    for (let i = 0, j = outline.length - 1; i < outline.length; j = i++) {
      const a = outline[i]!
      const b = outline[j]!
      if (a.y > p.y !== b.y > p.y && p.x < ((b.x - a.x) * (p.y - a.y)) / (b.y - a.y) + a.x) inside = !inside
    }
  }
  return inside
}
