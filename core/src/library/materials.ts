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
]
