import type { KeptDetail } from '../records'
import type { UnitSystem } from '../units'
import { standardBlocks } from './blocks'
import { wholeDetails } from './shipped/details/wholeDetails'

const SHIPPED = {
  metric: wholeDetails('metric', standardBlocks('metric')),
  'feet-inches': wholeDetails('feet-inches', standardBlocks('feet-inches')),
}

/** The whole details that ship with the program, in sizes of a system; a project draws those it wants. */
export const standardDetails = (system: UnitSystem): readonly KeptDetail[] => SHIPPED[system]
