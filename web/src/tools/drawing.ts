import { addLinework, type MakeId } from '@lamina/core/edit'
import { add, size, subtract, times, type Point } from '@lamina/core/geometry'
import type { Change, Project, Shape } from '@lamina/core/records'
import { formatLength } from '@lamina/core/units'
import type { Bench, Located, TagField } from './tool'

/** Ways of drawing a shape, in the order one key goes through them. */
export interface Way {
  readonly id: string
  readonly name: string
}

export const nextWay = (ways: readonly Way[], now: string): string =>
  ways[(ways.findIndex((way) => way.id === now) + 1) % ways.length]!.id

/** The smallest radius, side or length that is likely meant in a building, mm. */
export const LIKELY = 100

export function adder(bench: Bench, usualLayer: string) {
  return (shape: Shape) =>
    (project: Project, makeId: MakeId): Change =>
      addLinework(project, { drawing: bench.board.id, layer: bench.layer(usualLayer), shape }, makeId)
}

export const lengthField = (
  bench: Bench,
  key: string,
  label: string,
  mm: number,
  least = LIKELY,
): TagField => ({
  key,
  label,
  kind: 'length',
  shown: formatLength(mm, bench.units),
  least,
})

export function radialPoint(bench: Bench, centre: Point, at: Located | null): Point | null {
  const across = bench.typed('across')
  const radius = bench.typed('radius') ?? (across === null ? null : across / 2)
  if (radius === null) return at?.point ?? null
  // No radius below 0 is meant: the centre itself gives none, and that is said.
  if (!(radius > 0)) return centre
  const d = at ? subtract(at.point, centre) : { x: 1, y: 0 }
  const length = size(d)
  return length > 0 ? add(centre, times(d, radius / length)) : { x: centre.x + radius, y: centre.y }
}
