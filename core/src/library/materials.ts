import type { Material, PatternName } from '../records'

const material = (
  id: string,
  name: string,
  priority: number,
  tone: number,
  pattern: PatternName | null,
  facePattern: PatternName | null = null,
): Material => ({
  id: `material-${id}`,
  kind: 'material',
  name,
  priority,
  tone,
  pattern,
  ...(facePattern ? { facePattern } : {}),
})

/** Materials that floors and roofs are made of. */
export const PLATE_MATERIALS: readonly Material[] = [
  material('hardcore', 'Hardcore', 45, 0.97, 'gravel'),
  material('screed', 'Screed', 25, 0.92, null),
  material('paving', 'Paving', 24, 0.85, 'diagonal fine', 'tiles'),
  material('floorboards', 'Floorboards', 22, 0.6, null, 'boards'),
  material('roofing', 'Roof membrane', 12, 0.25, null),
  material('between', 'Space between joists', 5, 1, null),
  material('roof-tiles', 'Roof tiles', 10, 0.7, null, 'roof tiles'),
]

/**
 * Materials every new project starts with. Structure has the higher priorities, so that it runs through
 * finishes where walls meet.
 */
export const STANDARD_MATERIALS: readonly Material[] = [
  material('concrete', 'Concrete', 90, 0.9, 'concrete'),
  material('blockwork', 'Blockwork', 80, 0.96, 'diagonal pairs', 'blockwork'),
  material('brick', 'Brick', 70, 0.88, 'diagonal', 'brick'),
  material('stud', 'Timber stud', 60, 0.35, null),
  material('insulation', 'Insulation', 30, 1, 'insulation'),
  material('boards', 'Board lining', 20, 0.97, null),
  material('plaster', 'Plaster', 20, 0.97, null),
  material('cladding', 'Timber cladding', 15, 0.88, 'timber', 'boards'),
  ...PLATE_MATERIALS,
]
