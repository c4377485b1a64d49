import type { Units } from '@lamina/core/units'

/** Figures as one would type them, for what the foot line says: in the units of the project. */
interface Examples {
  readonly size: string
  readonly gaps: string
  readonly distances: string
  readonly offset: string
  readonly tape: string
  readonly room: string
}
const METRIC: Examples = {
  size: '2200 x 600',
  gaps: '1350; 900; 1200; 600',
  distances: '1200; 900',
  offset: '600 x 250',
  tape: '3250 x 1840',
  room: '5200 x 3400 x 5180 x 3420 x 6220',
}
const FEET: Examples = {
  size: `7'6 x 2'`,
  gaps: `4'6; 3'; 4'; 2'`,
  distances: `4'; 3'`,
  offset: `2' x 10"`,
  tape: `10'8 x 6'`,
  room: `17' x 11'2 x 17' x 11'3 x 20'4`,
}
export const examples = ({ system }: Units): Examples => (system === 'metric' ? METRIC : FEET)
