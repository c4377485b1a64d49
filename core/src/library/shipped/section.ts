import { box, line, outline, type Look } from '../draw'
import type { DraftItem, Filling, PatternName } from '../../records'

/** Helpers to draw what is cut through, seen in section: outlines in the pen of what is cut. */

/** The pen of what is cut, mm. */
const CUT_MM = 0.35

const bold = (item: DraftItem): DraftItem =>
  item.shape === 'polyline' || item.shape === 'path' || item.shape === 'arc'
    ? { ...item, penMm: CUT_MM }
    : item

/** A cut box that hides what lies beneath. */
export const cutBox = (x: number, y: number, width: number, depth: number): DraftItem =>
  bold(box(x, y, width, depth, { filled: true }))

/** A cut outline through x, y, x, y … */
export const cutOutline = (...coordinates: number[]): DraftItem =>
  bold(outline({ filled: true }, ...coordinates))

export const cutItem = bold

/** Sawn timber across its grain: both diagonals. */
export const sawn = (x: number, y: number, width: number, depth: number): DraftItem[] => [
  cutBox(x, y, width, depth),
  line(x, y, x + width, y + depth),
  line(x, y + depth, x + width, y),
]

/** Planed timber across its grain: one diagonal. */
export const planed = (x: number, y: number, width: number, depth: number): DraftItem[] => [
  cutBox(x, y, width, depth),
  line(x, y, x + width, y + depth),
]

const filled = (pattern: PatternName, size: number): Filling => ({
  with: 'pattern',
  pattern,
  width: size,
  height: size,
  turn: 0,
  origin: { x: 0, y: 0 },
})

/** A cut box of a material. */
export const cutOf = (
  pattern: PatternName,
  x: number,
  y: number,
  width: number,
  depth: number,
  size = 1,
): DraftItem[] => [
  cutBox(x, y, width, depth),
  {
    shape: 'hatch',
    outlines: [
      {
        vertices: [
          { x, y, sweep: 0 },
          { x: x + width, y, sweep: 0 },
          { x: x + width, y: y + depth, sweep: 0 },
          { x, y: y + depth, sweep: 0 },
        ],
        closed: true,
      },
    ],
    filling: filled(pattern, size),
  },
]

/** What lies within an outline, of a material. */
export const fillOf = (pattern: PatternName, ...coordinates: number[]): DraftItem => ({
  shape: 'hatch',
  outlines: [
    {
      vertices: Array.from({ length: coordinates.length / 2 }, (_, i) => ({
        x: coordinates[2 * i]!,
        y: coordinates[2 * i + 1]!,
        sweep: 0,
      })),
      closed: true,
    },
  ],
  filling: filled(pattern, 1),
})

/** A cut outline of a material through x, y, x, y … */
export const cutShape = (pattern: PatternName, ...coordinates: number[]): DraftItem[] => [
  cutOutline(...coordinates),
  fillOf(pattern, ...coordinates),
]

/** Thin metal, filled with ink. */
export const metal = (...coordinates: number[]): DraftItem[] => {
  const shape = outline({ filled: true } satisfies Look, ...coordinates)
  return [
    shape,
    {
      shape: 'hatch',
      outlines: [
        {
          vertices: Array.from({ length: coordinates.length / 2 }, (_, i) => ({
            x: coordinates[2 * i]!,
            y: coordinates[2 * i + 1]!,
            sweep: 0,
          })),
          closed: true,
        },
      ],
      filling: { with: 'tone', tone: 0.1 },
    },
  ]
}

/** A bent strip of metal of a thickness, along a line through x, y, x, y …: offset to its left. */
export function sheet(thickness: number, ...coordinates: number[]): DraftItem[] {
  const points = Array.from({ length: coordinates.length / 2 }, (_, i) => ({
    x: coordinates[2 * i]!,
    y: coordinates[2 * i + 1]!,
  }))
  const back = points.map((p, i) => {
    const before = points[i - 1]
    const after = points[i + 1]
    const normals = [before && normal(before, p), after && normal(p, after)].filter(
      (n): n is { x: number; y: number } => n !== undefined,
    )
    const [m, n = m] = normals as [{ x: number; y: number }, { x: number; y: number }?]
    // The corner of both offset lines.
    const k = thickness / (1 + m.x * n.x + m.y * n.y)
    return { x: p.x + (m.x + n.x) * k, y: p.y + (m.y + n.y) * k }
  })
  return metal(...[...points, ...back.reverse()].flatMap(({ x, y }) => [x, y]))
}

function normal(
  p: { readonly x: number; readonly y: number },
  q: { readonly x: number; readonly y: number },
): { x: number; y: number } {
  const length = Math.hypot(q.x - p.x, q.y - p.y)
  return { x: -(q.y - p.y) / length, y: (q.x - p.x) / length }
}
