import { EDGE_ON, EMPTY_BOX, type Box } from '../geometry'

/**
 * A plane face as it is looked at: its outlines in the picture, and how near it is at each place. Only faces that look
 * towards the eye are plates, so outlines run anticlockwise and holes clockwise.
 */
export interface Plate extends Box {
  /** Corners x, y, x, y … of its outline and holes. */
  readonly loops: readonly (readonly number[])[]
  /** Its nearness is a·x + b·y + c: the greater is nearer. */
  readonly a: number
  readonly b: number
  readonly c: number
  /** The nearest and the furthest of it. */
  readonly near: number
  readonly far: number
  /** Which is seen where two lie in one plane: the greater. */
  readonly rank: number
  /** Plates of one look in one plane are one to the eye. */
  readonly look: number
  /** Those of one curve meet smoothly; 0: of none. */
  readonly curve: number
  /** What of it is seen is to be filled, so its outlines are kept. */
  readonly filled: boolean
  /** It is a part of what is cut: all such parts are one to the eye. */
  readonly cap?: boolean
  /** Its place among all, for what may be told either way. */
  readonly order: number
  /** The search that found it last. */
  found: number
  /** It lies exactly behind another of the same outline: nothing of it is seen. */
  behind: boolean
}

/** A plate from its corners with their nearness; null when it is seen edge-on, or from behind. */
export function plateOf(
  loops: readonly (readonly number[])[],
  { rank, look, curve, filled, order }: Pick<Plate, 'rank' | 'look' | 'curve' | 'filled' | 'order'>,
): Plate | null {
  const outline = loops[0]!
  // Newell's normal of the outline in the axes of the picture; its third part is twice the area that is seen.
  let [nx, ny, nz] = [0, 0, 0]
  for (let i = 0; i < outline.length; i += 3) {
    const j = i + 3 < outline.length ? i + 3 : 0
    nx += (outline[i + 1]! - outline[j + 1]!) * (outline[i + 2]! + outline[j + 2]!)
    ny += (outline[i + 2]! - outline[j + 2]!) * (outline[i]! + outline[j]!)
    nz += (outline[i]! - outline[j]!) * (outline[i + 1]! + outline[j + 1]!)
  }
  if (!(nz > EDGE_ON * Math.hypot(nx, ny, nz))) return null
  const [a, b] = [-nx / nz, -ny / nz]
  // The middle of its corners lies in its plane.
  let [mx, my, md] = [0, 0, 0]
  let { minX, minY, maxX, maxY } = EMPTY_BOX
  let near = -Infinity
  let far = Infinity
  for (let i = 0; i < outline.length; i += 3) {
    const [x, y, d] = [outline[i]!, outline[i + 1]!, outline[i + 2]!]
    mx += x
    my += y
    md += d
    minX = Math.min(minX, x)
    minY = Math.min(minY, y)
    maxX = Math.max(maxX, x)
    maxY = Math.max(maxY, y)
    near = Math.max(near, d)
    far = Math.min(far, d)
  }
  const count = outline.length / 3
  const c = (md - a * mx - b * my) / count
  return {
    loops: loops.map((loop) => flat(loop)),
    a,
    b,
    c,
    near,
    far,
    minX,
    minY,
    maxX,
    maxY,
    rank,
    look,
    curve,
    filled,
    order,
    found: 0,
    behind: false,
  }
}

function flat(loop: readonly number[]): number[] {
  if (loop.length === 12)
    return [loop[0]!, loop[1]!, loop[3]!, loop[4]!, loop[6]!, loop[7]!, loop[9]!, loop[10]!]
  const points: number[] = []
  for (let i = 0; i < loop.length; i += 3) points.push(loop[i]!, loop[i + 1]!)
  return points
}

/** How near a plate is at a place of the picture. */
export const nearnessAt = ({ a, b, c }: Plate, x: number, y: number): number => a * x + b * y + c
