import { atWall, inWall } from '@lamina/core/building'
import type { BlockPlace } from '@lamina/core/edit'
import { basesOf, centreFrom, distanceFrom, seatAt, type Base } from '@lamina/core/locate'
import type { MeasuredFrom } from '@lamina/core/records'
import type { Bench, Located } from './tool'

/** A block with its back against the wall near the pointer. */
export interface Seated extends BlockPlace {
  /** What its distance along the wall is measured from, and how far its near edge is; null at what is no straight wall. */
  readonly measured: { readonly base: Base; readonly distance: number } | null
  /** All that it can be measured from. */
  readonly from: readonly MeasuredFrom[]
}

/**
 * Where a block comes to stand against the wall near the pointer, its near edge at a typed distance from what is measured
 * from; null beside all walls. `extent` is how far it reaches to both sides of its base point.
 */
export function seatedAt(
  bench: Bench,
  at: Located,
  extent: { readonly minX: number; readonly maxX: number },
  mirrored: boolean,
  typed: number | null,
): Seated | null {
  const { building } = bench.scene
  const seat = building && seatAt(building, at.raw, Math.max(bench.reach * 2, 350))
  if (!seat) return null
  const free: Seated = { at: seat.at, turn: seat.turn, mirrored, measured: null, from: [] }
  const wall = building.get(seat.of)
  if (!wall || wall.shape.arc) return free
  const { shape } = wall
  const { along, aside } = inWall(shape, seat.at)
  const side = aside > (shape.low + shape.high) / 2 ? 'left' : 'right'
  const way = (Math.cos(seat.turn) * shape.u.x + Math.sin(seat.turn) * shape.u.y) * (mirrored ? -1 : 1)
  const ends = [way * extent.minX, way * extent.maxX]
  const width = Math.abs(ends[1]! - ends[0]!)
  const centre = along + (ends[0]! + ends[1]!) / 2
  const bases = basesOf(bench.project, building, wall, side, centre)
  const wished = (end: Base['end']): Base =>
    bases.find((base) => base.end === end && base.from === bench.values.measured.from) ??
    bases.find((base) => base.end === end && base.from === 'inner corner')!
  const [start, end] = [wished('start'), wished('end')]
  const base = Math.abs(centre - start.at) <= Math.abs(centre - end.at) ? start : end
  const stands = typed === null ? centre : centreFrom(base, typed, width, 'near edge')
  return {
    ...free,
    at: atWall(shape, along + stands - centre, aside),
    measured: { base, distance: distanceFrom(base, { along: stands, width }, 'near edge') },
    from: [...new Set(bases.map(({ from }) => from))],
  }
}
