/** How a project writes lengths. */
export type UnitSystem = 'metric' | 'feet-inches'

/** How a bare number is read. */
export interface UnitReading {
  readonly system: UnitSystem
  readonly bareUnit: 'mm' | 'in'
}

/** Units of a project: the system, and the smallest step shown (mm, or a fraction of an inch: 16 means 1/16"). */
export interface Units {
  readonly system: UnitSystem
  /** Metric: the step in millimetres (1, 0.5, 0.1). */
  readonly stepMm: number
  /** Feet and inches: the denominator of the smallest fraction (1 to 64). */
  readonly fraction: number
}

export const METRIC: Units = { system: 'metric', stepMm: 1, fraction: 16 }
export const FEET_INCHES: Units = { system: 'feet-inches', stepMm: 1, fraction: 16 }

export const INCH_MM = 25.4
export const FOOT_MM = 304.8

/** The reading of bare numbers: millimetres, or inches in a feet-and-inches project. */
export function readingOf(system: UnitSystem): UnitReading {
  return { system, bareUnit: system === 'metric' ? 'mm' : 'in' }
}
