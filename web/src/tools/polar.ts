import {
  NOTHING,
  SAME_LENGTH,
  angleOf,
  distance,
  nearestOnEdge,
  normalAngle,
  size,
  subtract,
  type Point,
} from '@lamina/core/geometry'
import { lockDirection } from '@lamina/core/locate'
import { axesOf } from '@lamina/core/records'
import { formatAngle, formatLength } from '@lamina/core/units'
import type { Bench, Located, TagField } from './tool'

/** Near the axes a typed length runs along them, within this angle. */
const NEAR = (2.5 * Math.PI) / 180

/**
 * The direction that a typed length takes from a point, radians: as it is held, along the axis the pointer is near, or
 * to where the pointer is, snaps included. A snap beside the axis does not draw it askew: its point is not reached.
 */
export function typedDirection(bench: Bench, last: Point, { point, raw, locked, snap }: Located): number {
  const away = distance(last, raw)
  const { kind, on } = snap ?? {}
  // Parallel to what was rested on, or on along a line that the last point lies on: that is a direction of its own.
  const runs =
    kind === 'parallel' || kind === 'square' || (on && nearestOnEdge(on.edge, last).distance <= SAME_LENGTH)
  const near = Math.max(NEAR, Math.asin(Math.min(1, bench.reach / Math.max(away, bench.reach))))
  const axis =
    locked || runs || away < bench.reach * 2
      ? null
      : lockDirection(last, raw, Math.PI / 2, Math.min(near, Math.PI / 12), axesOf(bench.board))
  const d = subtract(axis ?? point, last)
  return size(d) > 0 ? angleOf(d) : 0
}

/**
 * The point at the typed length and turn from the last one; what is not typed comes from the pointer. A
 * length typed while the pointer rests on the last point runs to the right.
 */
export function polarPoint(bench: Bench, last: Point, at: Located | null): Point | null {
  const along = bench.typed('along')
  const turn = bench.typed('turn')
  const to = at?.point ?? null
  if (along === null && turn === null) return to
  const away = to ? subtract(to, last) : { x: 0, y: 0 }
  const angle = turn ?? (at ? typedDirection(bench, last, at) : 0)
  const length = along ?? (turn === null ? size(away) : away.x * Math.cos(angle) + away.y * Math.sin(angle))
  const exact = (value: number): number => (Math.abs(value) < NOTHING ? 0 : value)
  return { x: last.x + exact(Math.cos(angle)) * length, y: last.y + exact(Math.sin(angle)) * length }
}

export function polarFields(bench: Bench, last: Point, at: Located | null, least = 0): readonly TagField[] {
  const to = polarPoint(bench, last, at) ?? last
  const length = distance(last, to)
  const angle = length > 0 ? normalAngle(angleOf(subtract(to, last))) : 0
  return [
    {
      key: 'along',
      label: 'along',
      kind: 'length',
      shown: formatLength(length, bench.units),
      ...(least ? { least } : {}),
    },
    { key: 'turn', label: 'turn', kind: 'angle', shown: formatAngle(angle, 1) },
  ]
}
