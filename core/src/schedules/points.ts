import { cutHeightAt, ownCut } from '../building'
import { setSymbols } from '../edit'
import type { Point } from '../geometry'
import { asPlan, needBoard, type Id, type Level, type PaperSymbol, type Project } from '../records'
import { floorAt } from '../solids'
import { holdAnchor } from '../ties'
import type { Column, SolverOf } from './table'

/** A setting-out point of a plan. */
export interface PointRow {
  readonly id: Id
  readonly number: string
  /** From the origin of plans, mm. */
  readonly at: Point
  /** The floor there above datum, mm; null: there is none. */
  readonly height: number | null
  readonly level: Level
  readonly drawing: string
}

/** The setting-out points of a project, or of the plans of one level, where what they are tied to lies now. */
export function pointRows(project: Project, solverOf: SolverOf, only: Id | null): PointRow[] {
  return project
    .all('symbol')
    .filter(({ form }) => form === 'settingOut')
    .flatMap((symbol: PaperSymbol): PointRow[] => {
      const board = needBoard(project, symbol.drawing)
      const plan = asPlan(board)
      if (!plan || (only !== null && plan.level !== only)) return []
      const level = project.need('level', plan.level)
      const { point } = holdAnchor(symbol.anchors[0]!, { project, building: solverOf(level.id) })
      const height = floorAt(project, level, point, cutHeightAt(level, ownCut(plan), point))
      return [{ id: symbol.id, number: symbol.text ?? '', at: point, height, level, drawing: plan.name }]
    })
}

export const POINT_COLUMNS: readonly Column<PointRow>[] = [
  {
    key: 'number',
    title: 'Point',
    kind: 'text',
    value: ({ number }) => number,
    set: (project, _, { id }, value) => setSymbols(project, [id], { text: String(value ?? '') }),
  },
  { key: 'x', title: 'x', kind: 'length', value: ({ at }) => at.x },
  { key: 'y', title: 'y', kind: 'length', value: ({ at }) => at.y },
  { key: 'height', title: 'Level', kind: 'length', value: ({ height }) => height },
  { key: 'storey', title: 'Storey', kind: 'text', value: ({ level }) => level.name },
  { key: 'drawing', title: 'Drawing', kind: 'text', value: ({ drawing }) => drawing },
]
