import type { DraftItem } from '../records'

/** Small helpers to draw blocks by numbers, mm. */

const TURN = 2 * Math.PI
const RADIAN = Math.PI / 180

export interface Look {
  readonly light?: boolean
  readonly filled?: boolean
  readonly dashesPaperMm?: number[]
}

export const box = (x: number, y: number, width: number, depth: number, look: Look = {}): DraftItem => ({
  shape: 'polyline',
  closed: true,
  points: [
    { x, y },
    { x: x + width, y },
    { x: x + width, y: y + depth },
    { x, y: y + depth },
  ],
  ...look,
})

/** A box that hides what lies beneath. */
export const solid = (x: number, y: number, width: number, depth: number): DraftItem =>
  box(x, y, width, depth, { filled: true })

const pointsOf = (coordinates: readonly number[]): { x: number; y: number }[] => {
  const points = []
  for (let i = 0; i + 1 < coordinates.length; i += 2)
    points.push({ x: coordinates[i]!, y: coordinates[i + 1]! })
  return points
}

/** A light line through x, y, x, y … */
export const line = (...coordinates: number[]): DraftItem => ({
  shape: 'polyline',
  closed: false,
  points: pointsOf(coordinates),
  light: true,
})
export const strong = (...coordinates: number[]): DraftItem => ({
  shape: 'polyline',
  closed: false,
  points: pointsOf(coordinates),
})
export const outline = (look: Look, ...coordinates: number[]): DraftItem => ({
  shape: 'polyline',
  closed: true,
  points: pointsOf(coordinates),
  ...look,
})

export const circle = (x: number, y: number, radius: number, light = false): DraftItem => ({
  shape: 'arc',
  centre: { x, y },
  radius,
  from: 0,
  sweep: TURN,
  ...(light ? { light } : {}),
})

/** A disc that hides what lies beneath. */
export const disc = (x: number, y: number, radius: number): DraftItem => ({
  shape: 'arc',
  centre: { x, y },
  radius,
  from: 0,
  sweep: TURN,
  filled: true,
})

/** Degrees, anticlockwise. */
export const arc = (
  x: number,
  y: number,
  radius: number,
  from: number,
  to: number,
  light = false,
): DraftItem => ({
  shape: 'arc',
  centre: { x, y },
  radius,
  from: from * RADIAN,
  sweep: (to - from) * RADIAN,
  ...(light ? { light } : {}),
})

/** A dashed circle: room that is to be kept clear. */
export const clear = (x: number, y: number, radius: number): DraftItem => ({
  shape: 'arc',
  centre: { x, y },
  radius,
  from: 0,
  sweep: TURN,
  light: true,
  dashesPaperMm: [2, 1.2],
})

/** A box with rounded corners. */
export function rounded(
  x: number,
  y: number,
  width: number,
  depth: number,
  radius: number,
  look: Look = {},
): DraftItem {
  const r = Math.min(radius, width / 2, depth / 2)
  const quarter = Math.PI / 2
  const vertices = [
    { x: x + r, y, sweep: 0 },
    { x: x + width - r, y, sweep: quarter },
    { x: x + width, y: y + r, sweep: 0 },
    { x: x + width, y: y + depth - r, sweep: quarter },
    { x: x + width - r, y: y + depth, sweep: 0 },
    { x: x + r, y: y + depth, sweep: quarter },
    { x, y: y + depth - r, sweep: 0 },
    { x, y: y + r, sweep: quarter },
  ]
  // Straight sides without length are left out.
  const kept = vertices.filter((vertex, i) => {
    const next = vertices[(i + 1) % vertices.length]!
    return Math.hypot(next.x - vertex.x, next.y - vertex.y) > 0.01
  })
  return { shape: 'path', path: { vertices: kept, closed: true }, ...look }
}

/** An ellipse as four touching arcs, drawn in 24 chords; close enough for bowls and crowns. */
export function oval(x: number, y: number, a: number, b: number, look: Look = {}): DraftItem {
  const points = Array.from({ length: 28 }, (_, i) => {
    const t = (i / 28) * TURN
    return { x: x + a * Math.cos(t), y: y + b * Math.sin(t) }
  })
  return { shape: 'polyline', closed: true, points, ...look }
}

/** A wavy outline of so many lobes: a crown of leaves. */
export function crown(radius: number, lobes: number, depth = 0.07): DraftItem {
  const steps = lobes * 8
  const points = Array.from({ length: steps }, (_, i) => {
    const t = (i / steps) * TURN
    const r = radius * (1 - depth + depth * Math.abs(Math.cos((t * lobes) / 2)) - 0.03 * Math.sin(t * 3))
    return { x: r * Math.cos(t), y: r * Math.sin(t) }
  })
  return { shape: 'polyline', closed: true, points }
}

/** Light strokes from a middle outwards, at some degrees. */
export const rays = (from: number, to: number, ...degrees: number[]): DraftItem[] =>
  degrees.map((each) => {
    const [c, s] = [Math.cos(each * RADIAN), Math.sin(each * RADIAN)]
    return line(from * c, from * s, to * c, to * s)
  })

/** Items shifted. */
export function shifted(items: readonly DraftItem[], dx: number, dy: number): DraftItem[] {
  return items.map((item): DraftItem => {
    switch (item.shape) {
      case 'polyline':
        return { ...item, points: item.points.map((p) => ({ x: p.x + dx, y: p.y + dy })) }
      case 'arc':
        return { ...item, centre: { x: item.centre.x + dx, y: item.centre.y + dy } }
      case 'path':
        return {
          ...item,
          path: {
            ...item.path,
            vertices: item.path.vertices.map((p) => ({ ...p, x: p.x + dx, y: p.y + dy })),
          },
        }
      default:
        return item
    }
  })
}

/** Items turned by quarter turns anticlockwise about the base point. */
export function quarterTurned(items: readonly DraftItem[], quarters: number): DraftItem[] {
  const c = [1, 0, -1, 0][((quarters % 4) + 4) % 4]!
  const s = [0, 1, 0, -1][((quarters % 4) + 4) % 4]!
  const turn = <P extends { x: number; y: number }>(p: P): P => ({
    ...p,
    x: c * p.x - s * p.y,
    y: s * p.x + c * p.y,
  })
  return items.map((item): DraftItem => {
    switch (item.shape) {
      case 'polyline':
        return { ...item, points: item.points.map(turn) }
      case 'arc':
        return { ...item, centre: turn(item.centre), from: item.from + (quarters * Math.PI) / 2 }
      case 'path':
        return { ...item, path: { ...item.path, vertices: item.path.vertices.map(turn) } }
      default:
        return item
    }
  })
}
