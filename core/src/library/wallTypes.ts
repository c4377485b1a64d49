import type { WallType } from '../records'
import type { UnitSystem } from '../units'
import { INCH_MM } from '../units'

const wallType = (
  id: string,
  name: string,
  ...strips: [material: string, thickness: number][]
): WallType => ({
  id: `wall-type-${id}`,
  kind: 'wallType',
  name,
  strips: strips.map(([material, thickness]) => ({ material: `material-${material}`, thickness })),
})

/** Wall types of new metric projects, strips from left (outside) to right (inside), mm. */
export const METRIC_WALL_TYPES: readonly WallType[] = [
  wallType(
    'cavity-350',
    'Cavity 350',
    ['brick', 103],
    ['insulation', 135],
    ['blockwork', 100],
    ['plaster', 12],
  ),
  wallType('partition-100', 'Partition 100', ['boards', 12.5], ['stud', 75], ['boards', 12.5]),
  wallType('block-140', 'Block 140', ['blockwork', 140]),
  wallType('block-lined-124', 'Block, plastered 124', ['plaster', 12], ['blockwork', 100], ['plaster', 12]),
  wallType('concrete-200', 'Concrete 200', ['concrete', 200]),
  wallType('brick-215', 'Brick 215', ['brick', 215]),
  wallType(
    'timber-clad-236',
    'Timber frame, clad 236',
    ['cladding', 21],
    ['insulation', 50],
    ['stud', 140],
    ['boards', 25],
  ),
  wallType(
    'brick-frame-330',
    'Brick on timber frame 330',
    ['brick', 103],
    ['insulation', 62],
    ['stud', 140],
    ['boards', 25],
  ),
  wallType('partition-125', 'Partition, double lined 125', ['boards', 25], ['stud', 75], ['boards', 25]),
  wallType(
    'render-block-280',
    'Insulated block, rendered 280',
    ['plaster', 20],
    ['insulation', 100],
    ['blockwork', 140],
    ['plaster', 20],
  ),
]

const inches = (value: number): number => value * INCH_MM

/** Wall types of new feet-and-inches projects. */
export const FEET_INCHES_WALL_TYPES: readonly WallType[] = [
  wallType(
    'clad-stud-7',
    'Clad stud 7 1/4"',
    ['cladding', inches(0.75)],
    ['insulation', inches(0.5)],
    ['stud', inches(5.5)],
    ['boards', inches(0.5)],
  ),
  wallType('stud-4', 'Stud 4 1/2"', ['boards', inches(0.5)], ['stud', inches(3.5)], ['boards', inches(0.5)]),
  wallType('block-8', 'Block 7 5/8"', ['blockwork', inches(7.625)]),
  wallType('concrete-8', 'Concrete 8"', ['concrete', inches(8)]),
  wallType('stud-6', 'Stud 6 1/2"', ['boards', inches(0.5)], ['stud', inches(5.5)], ['boards', inches(0.5)]),
  wallType(
    'stud-4-double',
    'Stud, double lined 5 3/4"',
    ['boards', inches(1.125)],
    ['stud', inches(3.5)],
    ['boards', inches(1.125)],
  ),
  wallType(
    'brick-stud-11',
    'Brick on stud 11 1/8"',
    ['brick', inches(3.625)],
    ['insulation', inches(1.5)],
    ['stud', inches(5.5)],
    ['boards', inches(0.5)],
  ),
  wallType('brick-8', 'Brick 8"', ['brick', inches(8)]),
  wallType(
    'block-lined-9',
    'Block, lined 9 1/8"',
    ['blockwork', inches(7.625)],
    ['insulation', inches(1)],
    ['boards', inches(0.5)],
  ),
]

/** The wall types a new project starts with; the first is the one for outside walls. */
export const standardWallTypes = (system: UnitSystem): readonly WallType[] =>
  system === 'metric' ? METRIC_WALL_TYPES : FEET_INCHES_WALL_TYPES
