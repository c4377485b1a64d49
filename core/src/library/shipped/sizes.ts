import { INCH_MM, type UnitSystem } from '../../units'

/** Gives the size the trade uses in a system: mm, or inches made mm. */
export interface Sizer {
  (mm: number, inches: number): number
  named(metric: string, feetInches: string): string
}

export function sizer(system: UnitSystem): Sizer {
  const size = ((mm: number, inches: number) => (system === 'metric' ? mm : inches * INCH_MM)) as Sizer
  size.named = (metric, feetInches) => (system === 'metric' ? metric : feetInches)
  return size
}
