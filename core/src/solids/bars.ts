import { SAME_POINT, type Point } from '../geometry'
import type { FaceLook, Point3, SolidBuilder } from '../space'

/** A straight bar between two points, so thick across and upright; its ends are upright too. */
export function addBar(
  builder: SolidBuilder,
  a: Point3,
  b: Point3,
  width: number,
  height: number,
  look: FaceLook,
): void {
  const length = Math.hypot(b.x - a.x, b.y - a.y)
  if (length <= SAME_POINT) return
  const [nx, ny] = [(-(b.y - a.y) / length) * (width / 2), ((b.x - a.x) / length) * (width / 2)]
  const at = (p: Point3, side: 1 | -1, up: 1 | -1): Point3 => ({
    x: p.x + nx * side,
    y: p.y + ny * side,
    z: p.z + (height / 2) * up,
  })
  builder.face([at(a, -1, 1), at(b, -1, 1), at(b, 1, 1), at(a, 1, 1)], look)
  builder.face([at(a, 1, -1), at(b, 1, -1), at(b, -1, -1), at(a, -1, -1)], look)
  builder.face([at(a, -1, -1), at(b, -1, -1), at(b, -1, 1), at(a, -1, 1)], look)
  builder.face([at(b, 1, -1), at(a, 1, -1), at(a, 1, 1), at(b, 1, 1)], look)
  builder.face([at(a, 1, -1), at(a, -1, -1), at(a, -1, 1), at(a, 1, 1)], look)
  builder.face([at(b, -1, -1), at(b, 1, -1), at(b, 1, 1), at(b, -1, 1)], look)
}

/** An upright square post from a point up to a height. */
export function addPost(
  builder: SolidBuilder,
  foot: Point3,
  top: number,
  size: number,
  look: FaceLook,
  along: Point = { x: 1, y: 0 },
): void {
  if (!(top > foot.z + SAME_POINT)) return
  const half = size / 2
  const ring = [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1],
  ].map(([s, t]) => ({
    x: foot.x + (along.x * s! - along.y * t!) * half,
    y: foot.y + (along.y * s! + along.x * t!) * half,
  }))
  const at = (z: number): Point3[] => ring.map((p) => ({ ...p, z }))
  const [low, high] = [at(foot.z), at(top)]
  builder.face(high, look)
  builder.face([...low].reverse(), look)
  for (let i = 0; i < 4; i++) {
    const j = (i + 1) % 4
    builder.face([low[i]!, low[j]!, high[j]!, high[i]!], look)
  }
}
