import { SAME_POINT } from '../geometry'

/** A place on an upright face: along it, and its height. */
export interface Spot {
  readonly s: number
  readonly z: number
}

export interface Rectangle {
  readonly s0: number
  readonly s1: number
  readonly z0: number
  readonly z1: number
}

/**
 * The outlines of a rectangle less others: with what is left on their left, so that outer ones run anticlockwise and holes
 * clockwise. Those taken out may reach beyond it and touch each other.
 */
export function rectangleLess(whole: Rectangle, taken: readonly Rectangle[]): Spot[][] {
  const cuts = taken
    .map(({ s0, s1, z0, z1 }) => ({
      s0: Math.max(s0, whole.s0),
      s1: Math.min(s1, whole.s1),
      z0: Math.max(z0, whole.z0),
      z1: Math.min(z1, whole.z1),
    }))
    .filter(({ s0, s1, z0, z1 }) => s1 - s0 > SAME_POINT && z1 - z0 > SAME_POINT)
  if (cuts.length === 0) {
    const { s0, s1, z0, z1 } = whole
    if (!(s1 - s0 > SAME_POINT && z1 - z0 > SAME_POINT)) return []
    return [
      [
        { s: s0, z: z0 },
        { s: s1, z: z0 },
        { s: s1, z: z1 },
        { s: s0, z: z1 },
      ],
    ]
  }
  const ss = stops([whole, ...cuts].flatMap(({ s0, s1 }) => [s0, s1]))
  const zs = stops([whole, ...cuts].flatMap(({ z0, z1 }) => [z0, z1]))
  const isLeft = (i: number, j: number): boolean => {
    if (i < 0 || j < 0 || i >= ss.length - 1 || j >= zs.length - 1) return false
    const s = (ss[i]! + ss[i + 1]!) / 2
    const z = (zs[j]! + zs[j + 1]!) / 2
    return !cuts.some(({ s0, s1, z0, z1 }) => s > s0 && s < s1 && z > z0 && z < z1)
  }
  // Each edge of a cell that is left, beside one that is not, by the corner it starts from.
  const ways = new Map<number, [number, number][]>()
  const keyOf = (i: number, j: number): number => i * zs.length + j
  const way = (i: number, j: number, k: number, m: number): void => {
    const key = keyOf(i, j)
    const there = ways.get(key)
    if (there) there.push([k, m])
    else ways.set(key, [[k, m]])
  }
  for (let i = 0; i < ss.length - 1; i++)
    for (let j = 0; j < zs.length - 1; j++) {
      if (!isLeft(i, j)) continue
      if (!isLeft(i, j - 1)) way(i, j, i + 1, j)
      if (!isLeft(i + 1, j)) way(i + 1, j, i + 1, j + 1)
      if (!isLeft(i, j + 1)) way(i + 1, j + 1, i, j + 1)
      if (!isLeft(i - 1, j)) way(i, j + 1, i, j)
    }
  const loops: Spot[][] = []
  for (const [start, there] of ways)
    while (there.length > 0) {
      const corners: [number, number][] = []
      let key = start
      let last: [number, number] | null = null
      do {
        const [i, j] = [Math.floor(key / zs.length), key % zs.length]
        const next: [number, number][] = ways.get(key)!
        // Where two cells touch in a corner, each keeps to itself: the way that turns left.
        const turn = last && next.length > 1 ? next.findIndex(([k, m]) => leftTurn(last!, [i, j], [k, m])) : 0
        const [to] = next.splice(Math.max(0, turn), 1)
        corners.push([i, j])
        last = [i, j]
        key = keyOf(to![0], to![1])
      } while (key !== start)
      const spots = corners.map(([i, j]): Spot => ({ s: ss[i]!, z: zs[j]! }))
      loops.push(
        spots.filter((p, n) => {
          const before = spots[(n + spots.length - 1) % spots.length]!
          const after = spots[(n + 1) % spots.length]!
          return !(before.s === p.s && after.s === p.s) && !(before.z === p.z && after.z === p.z)
        }),
      )
    }
  return loops
}

const leftTurn = (
  [ax, ay]: [number, number],
  [bx, by]: [number, number],
  [cx, cy]: [number, number],
): boolean => (bx - ax) * (cy - by) - (by - ay) * (cx - bx) > 0

function stops(values: readonly number[]): number[] {
  const sorted = [...values].sort((p, q) => p - q)
  return sorted.filter((value, i) => i === 0 || value - sorted[i - 1]! > SAME_POINT)
}

/** Whether an outline runs anticlockwise: it is no hole. */
export const isOuter = (loop: readonly Spot[]): boolean =>
  loop.reduce((sum, p, i) => {
    const q = loop[(i + 1) % loop.length]!
    return sum + p.s * q.z - q.s * p.z
  }, 0) > 0

/** Whether a place lies within an outline, by the crossings of a level line to its right. */
export function lies({ s, z }: Spot, outline: readonly Spot[]): boolean {
  let within = false
  outline.forEach((p, i) => {
    const q = outline[(i + 1) % outline.length]!
    if (p.z > z !== q.z > z && s < p.s + ((z - p.z) / (q.z - p.z)) * (q.s - p.s)) within = !within
  })
  return within
}
