import { NOTHING, angleOf, distance, normalAngle, size, subtract, type Point } from '@lamina/core/geometry'
import { formatAngle, formatLength } from '@lamina/core/units'
import type { Bench, Located, TagField } from './tool'

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
  const angle = turn ?? (size(away) > 0 ? angleOf(away) : 0)
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
