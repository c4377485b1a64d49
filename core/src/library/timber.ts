import type { UnitSystem } from '../units'

const INCH = 25.4

/** A section by the name it is ordered by, and its true size, mm. */
export interface TimberSize {
  readonly name: string
  readonly width: number
  readonly depth: number
}

const metric = (width: number, depth: number): TimberSize => ({ name: `${width} × ${depth}`, width, depth })
/** Surfaced softwood lumber is less than its nominal inches: 2 is 1½, 6 is 5½, and from 8 on three quarters less. */
const nominal = (depth: number): TimberSize => ({
  name: `2 × ${depth}`,
  width: 1.5 * INCH,
  depth: (depth - (depth < 8 ? 0.5 : 0.75)) * INCH,
})

/** Sections of joists and rafters to choose from. */
export const TIMBER_SIZES: Readonly<Record<UnitSystem, readonly TimberSize[]>> = {
  metric: [
    metric(47, 97),
    metric(47, 122),
    metric(47, 147),
    metric(47, 170),
    metric(47, 195),
    metric(47, 220),
    metric(75, 220),
    metric(100, 250),
  ],
  'feet-inches': [nominal(4), nominal(6), nominal(8), nominal(10), nominal(12)],
}
