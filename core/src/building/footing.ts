import {
  offsetFrom,
  pathOf,
  pathOfPoints,
  reversedEdge,
  straight,
  unitAt,
  type Path,
  type Point,
} from '../geometry'
import type { Column, StripFooting } from '../records'
import { atWall, wallLine, type WallShape } from './wallShape'

/** A stretch of a strip footing along its wall, at one height. */
export interface FootingStretch {
  readonly from: number
  readonly to: number
  /** Its underside above the level, and how high it is, mm. */
  readonly bottom: number
  readonly height: number
}

/**
 * The stretches of the strip footing under a wall, from its start: where it steps, the lower one is as high as both together
 * over the thickness of the footing. It runs on beyond the ends of the wall as far as it stands out beside it, so that those
 * of walls that meet close their corners.
 */
export function footingStretches(shape: WallShape): FootingStretch[] {
  const { footing } = shape.wall
  if (!footing) return []
  const { thickness, steps = [] } = footing
  const middle = (shape.low + shape.high) / 2
  // A wall that is drawn by its middle ends in the middle of the other.
  const beyond = shape.arc ? 0 : Math.max(0, footing.width / 2 - Math.abs(middle))
  const [first, last] = [-beyond, shape.length + beyond]
  const stops = steps.filter(({ along }) => along > first && along < last)
  const stretches: FootingStretch[] = []
  let from = first
  let bottom = footing.bottom
  for (const [i, step] of stops.entries()) {
    const next = stops[i + 1]?.along ?? last
    const [low, high] = [Math.min(bottom, step.bottom), Math.max(bottom, step.bottom)]
    const isDown = step.bottom < bottom
    // The riser stands on the lower side.
    const lap = Math.min(thickness, isDown ? next - step.along : step.along - from)
    const riser = { bottom: low, height: high + thickness - low }
    if (isDown) {
      stretches.push({ from, to: step.along, bottom, height: thickness })
      stretches.push({ from: step.along, to: step.along + lap, ...riser })
      from = step.along + lap
    } else {
      if (step.along - lap > from) stretches.push({ from, to: step.along - lap, bottom, height: thickness })
      stretches.push({ from: step.along - lap, to: step.along, ...riser })
      from = step.along
    }
    bottom = step.bottom
  }
  stretches.push({ from, to: last, bottom, height: thickness })
  return stretches.filter(({ from: s, to: t }) => t > s)
}

/** The outline in plan of a stretch of a strip footing, about the middle of its wall. */
export function footingOutline(shape: WallShape, { from, to }: Pick<FootingStretch, 'from' | 'to'>): Path {
  const middle = (shape.low + shape.high) / 2
  const half = (shape.wall.footing?.width ?? 0) / 2
  const [right, left] = [
    wallLine(shape, middle - half, from, to),
    reversedEdge(wallLine(shape, middle + half, from, to)),
  ]
  return pathOf([right, straight(right.b, left.a), left, straight(left.b, right.a)], true)
}

/** The outline in plan of the whole strip footing under a wall; null where it has none. */
export function wallFooting(shape: WallShape): Path | null {
  const stretches = footingStretches(shape)
  const [first, last] = [stretches[0], stretches[stretches.length - 1]]
  return first && last ? footingOutline(shape, { from: first.from, to: last.to }) : null
}

/** Where a strip footing steps, as lines across it in plan. */
export function footingStepLines(shape: WallShape): { readonly a: Point; readonly b: Point }[] {
  const { footing } = shape.wall
  if (!footing?.steps) return []
  const middle = (shape.low + shape.high) / 2
  const half = footing.width / 2
  return footingStretches(shape)
    .slice(1)
    .filter(({ from }) => footing.steps!.some(({ along }) => along === from))
    .map(({ from }) => ({ a: atWall(shape, from, middle - half), b: atWall(shape, from, middle + half) }))
}

/** Chords of curved footings are about so long, mm. */
const CHORD = 150

/** A strip footing in convex parts, anticlockwise: a straight one is one, of a curved one each chord from side to side. */
export function wallFootingParts(shape: WallShape): Point[][] {
  const outline = wallFooting(shape)
  const { footing } = shape.wall
  if (!outline || !footing) return []
  if (!shape.arc) return [outline.vertices.map(({ x, y }) => ({ x, y }))]
  const middle = (shape.low + shape.high) / 2
  const [low, high] = [middle - footing.width / 2, middle + footing.width / 2]
  const count = Math.max(2, Math.ceil(shape.length / CHORD))
  return Array.from({ length: count }, (_, i) => {
    const [from, to] = [(i / count) * shape.length, ((i + 1) / count) * shape.length]
    return [
      atWall(shape, from, low),
      atWall(shape, to, low),
      atWall(shape, to, high),
      atWall(shape, from, high),
    ]
  })
}

/** The outline in plan of the pad under a column, turned as that is; null where it has none. */
export function columnFooting({ at, turn, footing }: Column): Path | null {
  if (!footing) return null
  const u = unitAt(turn)
  const corner = (x: number, y: number): Point =>
    offsetFrom(at, u, (x * footing.width) / 2, (y * footing.depth) / 2)
  return pathOfPoints([corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)], true)
}

/** The strip footing with its steps at other distances; `turned`: those run from the end of it to its start. */
export function steppedAt(footing: StripFooting, along: readonly number[], turned: boolean): StripFooting {
  const { steps = [] } = footing
  if (steps.length === 0) return footing
  const bottoms = [footing.bottom, ...steps.map(({ bottom }) => bottom)]
  const places = [...along]
  if (turned) {
    bottoms.reverse()
    places.reverse()
  }
  return {
    ...footing,
    bottom: bottoms[0]!,
    steps: places.map((place, i) => ({ along: place, bottom: bottoms[i + 1]! })),
  }
}

/** The strip footing of a wall that is drawn from its other end. */
export const turnedFooting = (footing: StripFooting, length: number): StripFooting =>
  steppedAt(
    footing,
    (footing.steps ?? []).map(({ along }) => length - along),
    true,
  )

/** The strip footing of a part of a wall: from a distance along it on, so long. */
export function footingPart(footing: StripFooting, from: number, length: number): StripFooting {
  const { steps = [], ...rest } = footing
  if (steps.length === 0) return footing
  const passed = steps.filter(({ along }) => along <= from)
  const left = steps
    .map(({ along, bottom }) => ({ along: along - from, bottom }))
    .filter(({ along }) => along > 0 && along < length)
  const bottom = passed[passed.length - 1]?.bottom ?? footing.bottom
  return left.length > 0 ? { ...rest, bottom, steps: left } : { ...rest, bottom }
}
