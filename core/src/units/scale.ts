import { ROUNDING } from './rounding'
import type { UnitSystem } from './system'

/** A drawing scale: `ratio` real millimetres to one millimetre on paper. */
export interface Scale {
  readonly ratio: number
  readonly name: string
}

const metric = (ratio: number): Scale => ({ ratio, name: `1:${ratio}` })

/** ISO 5455 scales with 1:25, 1:250 and 1:1250 as the trade adds them. */
export const METRIC_SCALES: readonly Scale[] = [
  1, 2, 5, 10, 20, 25, 50, 100, 200, 250, 500, 1000, 1250, 2500,
].map(metric)

const inches = (name: string, inchesPerFoot: number): Scale => ({
  ratio: 12 / inchesPerFoot,
  name: `${name}" = 1'-0"`,
})
const site = (feet: number): Scale => ({ ratio: feet * 12, name: `1" = ${feet}'-0"` })

/** Scales customary in feet and inches: inches to the foot, then feet to the inch. */
export const FEET_INCHES_SCALES: readonly Scale[] = [
  { ratio: 1, name: 'full size' },
  inches('6', 6),
  inches('3', 3),
  inches('1 1/2', 1.5),
  inches('1', 1),
  inches('3/4', 0.75),
  inches('1/2', 0.5),
  inches('3/8', 0.375),
  inches('1/4', 0.25),
  inches('3/16', 0.1875),
  inches('1/8', 0.125),
  inches('3/32', 0.09375),
  inches('1/16', 0.0625),
  site(20),
  site(30),
  site(40),
  site(50),
  site(60),
  site(100),
]

/** The standard scales of a unit system, largest drawing first. */
export function standardScales(system: UnitSystem): readonly Scale[] {
  return system === 'metric' ? METRIC_SCALES : FEET_INCHES_SCALES
}

/** The name of a ratio: the standard one where there is one in the system, otherwise `1:n`. */
export function scaleName(ratio: number, system: UnitSystem): string {
  const found = standardScales(system).find((scale) => Math.abs(scale.ratio - ratio) < ROUNDING * ratio)
  return found?.name ?? `1:${Number(ratio.toFixed(3))}`
}
