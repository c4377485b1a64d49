import { chordStep, type WallShape } from '../building'
import { SAME_POINT } from '../geometry'

/**
 * Where a wall's line is parted between two distances along it: at the ends of its chords, which are those of the plan, and
 * at places given. A straight wall is parted nowhere.
 */
export function chordStops(shape: WallShape, from: number, to: number, at: readonly number[]): number[] {
  if (!shape.arc) return [from, to]
  const step = chordStep(shape)
  const stops = [from, ...at.filter((s) => s > from + SAME_POINT && s < to - SAME_POINT)]
  for (let n = Math.floor(from / step) + 1; n * step < to - SAME_POINT; n++)
    if (n * step > from + SAME_POINT) stops.push(n * step)
  stops.sort((p, q) => p - q)
  return [...stops.filter((s, i) => i === 0 || s - stops[i - 1]! > SAME_POINT), to]
}
