import { ROUNDING } from '../geometry'
import type { Project, Ramp, StairLimits } from '../records'
import { INCH_MM } from '../units'

/** What stairs keep to when a project says nothing else, mm. */
const METRIC: StairLimits = {
  highestRise: 190,
  leastGoing: 240,
  leastSum: 590,
  mostSum: 650,
  steepestRamp: 1 / 12,
  leastHeadroom: 2000,
  leastGuard: 1000,
  mostGap: 100,
}
const FEET_INCHES: StairLimits = {
  highestRise: 7.75 * INCH_MM,
  leastGoing: 10 * INCH_MM,
  leastSum: 24 * INCH_MM,
  mostSum: 26 * INCH_MM,
  steepestRamp: 1 / 12,
  leastHeadroom: 80 * INCH_MM,
  leastGuard: 36 * INCH_MM,
  mostGap: 4 * INCH_MM,
}

/** The limits of a project: its own, or those usual in its units. */
export const stairLimitsOf = (project: Project): StairLimits => {
  const { stairLimits, units } = project.facts
  const usual = units.system === 'metric' ? METRIC : FEET_INCHES
  return { ...usual, ...stairLimits }
}

/** Whether a ramp rises by more than its project allows. */
export const isTooSteep = (project: Project, { rise, length }: Pick<Ramp, 'rise' | 'length'>): boolean =>
  rise / length > stairLimitsOf(project).steepestRamp + ROUNDING
