import type { PlateType } from '../records'
import { INCH_MM, type UnitSystem } from '../units'

const plateType = (
  id: string,
  name: string,
  ...strips: [material: string, thickness: number][]
): PlateType => ({
  id: `plate-type-${id}`,
  kind: 'plateType',
  name,
  strips: strips.map(([material, thickness]) => ({ material: `material-${material}`, thickness })),
})

/** Types of floors, roofs and ceilings of new metric projects, strips from the top down, mm. */
export const METRIC_PLATE_TYPES: readonly PlateType[] = [
  plateType(
    'ground-465',
    'Ground floor, concrete 465',
    ['screed', 65],
    ['insulation', 100],
    ['concrete', 150],
    ['hardcore', 150],
  ),
  plateType('concrete-200', 'Concrete floor 200', ['screed', 50], ['concrete', 150]),
  plateType('timber-248', 'Timber floor 248', ['floorboards', 22], ['between', 200], ['plaster', 26]),
  plateType('paving-200', 'Paving on hardcore 200', ['paving', 50], ['hardcore', 150]),
  plateType(
    'roof-tiled-275',
    'Tiled roof 275',
    ['roof-tiles', 25],
    ['stud', 50],
    ['insulation', 175],
    ['boards', 25],
  ),
  plateType(
    'roof-flat-300',
    'Flat roof 300',
    ['roofing', 10],
    ['insulation', 140],
    ['stud', 138],
    ['plaster', 12],
  ),
  plateType('ceiling-25', 'Boarded ceiling 25', ['boards', 25]),
]

const inches = (value: number): number => value * INCH_MM

/** Types of floors, roofs and ceilings of new feet-and-inches projects. */
export const FEET_INCHES_PLATE_TYPES: readonly PlateType[] = [
  plateType(
    'ground-12',
    'Ground floor, concrete 12"',
    ['concrete', inches(4)],
    ['insulation', inches(2)],
    ['hardcore', inches(6)],
  ),
  plateType(
    'timber-11',
    'Timber floor 11 1/4"',
    ['floorboards', inches(0.75)],
    ['between', inches(9.5)],
    ['boards', inches(1)],
  ),
  plateType('paving-8', 'Paving on hardcore 8"', ['paving', inches(2)], ['hardcore', inches(6)]),
  plateType(
    'roof-shingled-11',
    'Shingled roof 11"',
    ['roof-tiles', inches(0.75)],
    ['stud', inches(0.75)],
    ['insulation', inches(9)],
    ['boards', inches(0.5)],
  ),
  plateType(
    'roof-flat-12',
    'Flat roof 12"',
    ['roofing', inches(0.5)],
    ['insulation', inches(5)],
    ['stud', inches(6)],
    ['boards', inches(0.5)],
  ),
  plateType('ceiling-1', 'Boarded ceiling 1"', ['boards', inches(1)]),
]

/** The types of floors, roofs and ceilings a new project starts with. */
export const standardPlateTypes = (system: UnitSystem): readonly PlateType[] =>
  system === 'metric' ? METRIC_PLATE_TYPES : FEET_INCHES_PLATE_TYPES
