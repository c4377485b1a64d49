import type { Band } from '../records'
import type { UnitSystem } from '../units'
import { sizer } from './shipped/sizes'

/** What each band begins with in a system of units. */
export function usualBand(as: Band['as'], system: UnitSystem): Band {
  const s = sizer(system)
  switch (as) {
    case 'quilt':
      return { as, width: s(100, 3.5) }
    case 'membrane':
    case 'break line':
    case 'earth edge':
      return { as }
    case 'hardcore':
      return { as, width: s(150, 6) }
    case 'courses':
      return { as, along: s(65, 2.25), across: s(102.5, 3.625), joint: s(10, 0.375) }
    case 'bar':
      return { as, diameter: s(12, 0.5) }
  }
}

/** What bands are called where one is chosen. */
export const BAND_NAMES: Readonly<Record<Band['as'], string>> = {
  quilt: 'Insulation quilt',
  membrane: 'Membrane',
  courses: 'Run of bricks or blocks',
  hardcore: 'Hardcore',
  'earth edge': 'Surface of the ground',
  'break line': 'Break line',
  bar: 'Reinforcing bar',
}
