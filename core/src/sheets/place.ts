import { SAME_LENGTH, boxHeight, boxWidth, isEmptyBox, type Box, type Point } from '../geometry'
import { standardScales, type Scale, type UnitSystem } from '../units'
import { LABEL_HEIGHT, VIEWPORT_MARGIN, largestScale } from './viewport'

/**
 * The free part of a field around a point: for each obstacle the side of it that holds the point (or the
 * largest side, when the point lies on it). Gives null when nothing is left.
 */
export function freeAround(field: Box, obstacles: readonly Box[], p: Point): Box | null {
  let free = field
  for (const box of obstacles) {
    if (box.maxX <= free.minX || box.minX >= free.maxX || box.maxY <= free.minY || box.minY >= free.maxY)
      continue
    const sides: Box[] = [
      { ...free, maxX: box.minX },
      { ...free, minX: box.maxX },
      { ...free, maxY: box.minY },
      { ...free, minY: box.maxY },
    ].filter((side) => boxWidth(side) > 0 && boxHeight(side) > 0)
    const holding = sides.filter(
      (side) => p.x >= side.minX && p.x <= side.maxX && p.y >= side.minY && p.y <= side.maxY,
    )
    const best = (holding.length > 0 ? holding : sides).sort((a, b) => area(b) - area(a))[0]
    if (!best) return null
    free = best
  }
  return free
}

const area = (box: Box): number => boxWidth(box) * boxHeight(box)

/** A box of a size with its middle as near to p as it goes without leaving the room. */
export function middleWithin(room: Box, width: number, height: number, p: Point): Point {
  const clamp = (value: number, low: number, high: number): number =>
    low > high ? (low + high) / 2 : Math.min(high, Math.max(low, value))
  return {
    x: clamp(p.x, room.minX + width / 2, room.maxX - width / 2),
    y: clamp(p.y, room.minY + height / 2, room.maxY - height / 2),
  }
}

/** The nearest shift that lines one of a box's edges or middles up with one of the others', within reach. */
export function lineUp(
  box: Box,
  others: readonly Box[],
  reach: number,
): { dx: number; dy: number; lines: readonly [Point, Point][] } {
  const pick = (mine: number[], theirs: number[]): number => {
    let best = 0
    let bestAway = reach
    for (const m of mine)
      for (const t of theirs)
        if (Math.abs(t - m) < bestAway) {
          best = t - m
          bestAway = Math.abs(t - m)
        }
    return best
  }
  const xs = (b: Box): number[] => [b.minX, (b.minX + b.maxX) / 2, b.maxX]
  const ys = (b: Box): number[] => [b.minY, (b.minY + b.maxY) / 2, b.maxY]
  const dx = pick(xs(box), others.flatMap(xs))
  const dy = pick(ys(box), others.flatMap(ys))
  const lines: [Point, Point][] = []
  const moved = { minX: box.minX + dx, maxX: box.maxX + dx, minY: box.minY + dy, maxY: box.maxY + dy }
  for (const other of others) {
    const low = Math.min(moved.minY, other.minY)
    const high = Math.max(moved.maxY, other.maxY)
    const left = Math.min(moved.minX, other.minX)
    const right = Math.max(moved.maxX, other.maxX)
    if (dx !== 0) {
      const x = xs(other).find((t) => xs(moved).some((m) => Math.abs(m - t) < SAME_LENGTH))
      if (x !== undefined)
        lines.push([
          { x, y: low },
          { x, y: high },
        ])
    }
    if (dy !== 0) {
      const y = ys(other).find((t) => ys(moved).some((m) => Math.abs(m - t) < SAME_LENGTH))
      if (y !== undefined)
        lines.push([
          { x: left, y },
          { x: right, y },
        ])
    }
  }
  return { dx, dy, lines }
}

/** Where and at which scale a drawing would stand on a sheet. */
export interface AimedViewport {
  readonly scale: Scale
  /** False when no standard scale lets it fit its place. */
  readonly fits: boolean
  readonly at: Point
  readonly crop: Box
  /** The place it would take, paper mm. */
  readonly frame: Box
}

/** Left free between viewports and the frame of the field, paper mm. */
const FIELD_MARGIN = 4
/** An empty drawing is placed as if it were this large, real mm. */
const EMPTY_DRAWING: Box = { minX: 0, minY: 0, maxX: 10_000, maxY: 7000 }

/**
 * A drawing aimed at a point of a sheet: in the free room around the point, at the largest standard scale
 * that fits there (`smaller`: one scale smaller), as near to the point as it goes.
 */
export function aimViewport(input: {
  readonly field: Box
  /** Frames of the viewports already there, without their labels. */
  readonly taken: readonly Box[]
  /** What else stands there. */
  readonly blocked: readonly Box[]
  /** The drawing's extent at a scale, real mm; empty when nothing is drawn. */
  readonly extentAt: (ratio: number) => Box
  readonly system: UnitSystem
  readonly at: Point
  readonly smaller?: boolean
}): AimedViewport {
  const { field, at, system } = input
  const room = {
    minX: field.minX + FIELD_MARGIN,
    minY: field.minY + FIELD_MARGIN,
    maxX: field.maxX - FIELD_MARGIN,
    maxY: field.maxY - FIELD_MARGIN,
  }
  const taken = [...input.taken.map((box) => ({ ...box, minY: box.minY - LABEL_HEIGHT })), ...input.blocked]
  const free = freeAround(room, taken, at) ?? room
  const extentAt = (ratio: number): Box => {
    const box = input.extentAt(ratio)
    return isEmptyBox(box) ? EMPTY_DRAWING : box
  }
  const largest = largestScale(extentAt, { width: boxWidth(free), height: boxHeight(free) }, system)
  const scales = standardScales(system)
  const scale = input.smaller
    ? scales[Math.min(scales.length - 1, scales.indexOf(largest.scale) + 1)]!
    : largest.scale
  const crop = extentAt(scale.ratio)
  const width = boxWidth(crop) / scale.ratio + 2 * VIEWPORT_MARGIN
  const height = boxHeight(crop) / scale.ratio + 2 * VIEWPORT_MARGIN
  const middle = middleWithin({ ...free, minY: free.minY + LABEL_HEIGHT }, width, height, at)
  return {
    scale,
    fits: largest.fits,
    at: middle,
    crop,
    frame: {
      minX: middle.x - width / 2,
      maxX: middle.x + width / 2,
      minY: middle.y - height / 2,
      maxY: middle.y + height / 2,
    },
  }
}

/** The place for a drawing that nobody points at: the quarter of the field where it stands largest. */
export function aimAnywhere(input: Omit<Parameters<typeof aimViewport>[0], 'at' | 'smaller'>): AimedViewport {
  const { field } = input
  const aims = [0.25, 0.75].flatMap((fx) =>
    [0.75, 0.25].map((fy) =>
      aimViewport({
        ...input,
        at: { x: field.minX + fx * boxWidth(field), y: field.minY + fy * boxHeight(field) },
      }),
    ),
  )
  return aims.reduce((best, aim) => (aim.scale.ratio < best.scale.ratio ? aim : best))
}
