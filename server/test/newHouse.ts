import { newProject } from '@lamina/core/edit'
import type { AnyRecord } from '@lamina/core/records'

/** A new project of one level, one plan and one sheet. */
export const newHouse = (makeId: () => string, name = 'House'): ReturnType<typeof newProject> =>
  newProject(
    {
      name,
      system: 'metric',
      levelName: 'Ground',
      storeyHeight: 2700,
      sheetSize: 'A1',
      orientation: 'landscape',
      date: '2026-01-01',
    },
    makeId,
  )

/** A wall of 3 000 along x on a level. */
export const wallOn = (level: string, id: string, y = 0, length = 3000): AnyRecord => ({
  id,
  kind: 'wall',
  level,
  type: 'wall-type-block-140',
  a: { x: 0, y },
  b: { x: length, y },
  reference: 'centre',
  base: 0,
  height: null,
})
