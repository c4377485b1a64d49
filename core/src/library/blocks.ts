import type { Block } from '../records'
import type { UnitSystem } from '../units'
import { beds, seating, storage, tables } from './shipped/living'
import { sizer } from './shipped/sizes'
import { kitchen, sanitary } from './shipped/wet'
import { edgeParts } from './shipped/parts/edges'
import { fixingParts } from './shipped/parts/fixings'
import { groundParts } from './shipped/parts/ground'
import { layerParts } from './shipped/parts/layers'
import { masonryParts } from './shipped/parts/masonry'
import { lintelParts, openingParts } from './shipped/parts/openings'
import { steelParts } from './shipped/parts/steel'
import { timberParts } from './shipped/parts/timber'
import { landscape, people, services, vehicles } from './shipped/outside'
import { symbols } from './shipped/symbols'
import { office, workshop } from './shipped/work'

function make(system: UnitSystem): readonly Block[] {
  const s = sizer(system)
  return [
    ...seating(s),
    ...tables(s),
    ...beds(s),
    ...storage(s),
    ...kitchen(s),
    ...sanitary(s),
    ...office(s),
    ...workshop(s),
    ...landscape(),
    ...people(),
    ...vehicles(s),
    ...services(),
    ...symbols(),
    ...timberParts(s, system),
    ...steelParts(s),
    ...masonryParts(s),
    ...lintelParts(s),
    ...openingParts(s),
    ...fixingParts(s),
    ...layerParts(s),
    ...edgeParts(s),
    ...groundParts(s),
  ]
}

const SHIPPED = { metric: make('metric'), 'feet-inches': make('feet-inches') }

/** The blocks that ship with the program, in sizes of a system; a project holds those it uses. */
export const standardBlocks = (system: UnitSystem): readonly Block[] => SHIPPED[system]

/** Those in metric sizes. */
export const STANDARD_BLOCKS = SHIPPED.metric
