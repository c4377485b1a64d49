import { typeThickness } from '../building'
import { EditRefused, setFacts } from '../edit'
import { standsIn } from '../kinds'
import {
  SYMBOL_FORMS,
  isRemoved,
  type AnyRecord,
  type Board,
  type Change,
  type Id,
  type PaperSymbol,
  type Project,
} from '../records'
import { looksAtBuilding } from '../views'
import type { Column, SolverOf } from './table'

/** What a legend is of. */
export interface LegendRow {
  /** What is shown as a sample. */
  readonly id: Id
  readonly name: string
  /** What it is used in, or how often it stands there. */
  readonly used: ReadonlySet<string>
  readonly count: number
}

/** Chosen drawings; null: all. */
type Drawings = readonly Id[] | null

/**
 * Whether a thing is shown by one of the chosen drawings: in plans what stands on their level, in those worked out from the
 * building all of it.
 */
function isShown(record: AnyRecord, boards: readonly Board[] | null, only: Id | null): boolean {
  if (only !== null && !('level' in record && record.level === only)) return false
  return boards === null || boards.some((board) => looksAtBuilding(board) || standsIn(board, record))
}

const boardsOf = (project: Project, drawings: Drawings): readonly Board[] | null =>
  drawings && drawings.flatMap((id) => project.find('drawing', id) ?? [])

/** Counts what is used, by what it is. */
class Uses {
  private readonly found = new Map<Id, { used: Set<string>; count: number }>()

  add(id: Id, where: string): void {
    const entry = this.found.get(id) ?? { used: new Set<string>(), count: 0 }
    entry.used.add(where)
    entry.count++
    this.found.set(id, entry)
  }

  rows(nameOf: (id: Id) => string): LegendRow[] {
    return [...this.found].map(([id, entry]) => ({ id, name: nameOf(id), ...entry }))
  }
}

/** The materials of what is shown: of walls, columns, footings, floors, roofs and framing. */
export function materialRows(
  project: Project,
  _: SolverOf,
  only: Id | null,
  drawings: Drawings,
): LegendRow[] {
  const boards = boardsOf(project, drawings)
  const uses = new Uses()
  const typed = (strips: readonly { readonly material: Id }[], name: string): void => {
    for (const material of new Set(strips.map((strip) => strip.material))) uses.add(material, name)
  }
  for (const record of project.everything()) {
    if (!isShown(record, boards, only) || ('status' in record && isRemoved(record))) continue
    switch (record.kind) {
      case 'wall': {
        const { strips, name } = project.need('wallType', record.type)
        typed(strips, name)
        if (record.footing) uses.add(record.footing.material, 'Footings')
        break
      }
      case 'column':
        uses.add(record.material, 'Columns')
        if (record.footing) uses.add(record.footing.material, 'Footings')
        break
      case 'slab':
      case 'roof': {
        const type = record.type === undefined ? undefined : project.need('plateType', record.type)
        if (type) typed(type.strips, type.name)
        break
      }
      case 'framing':
        uses.add(record.material, record.what === 'joists' ? 'Joists' : 'Rafters')
        break
      default:
        break
    }
  }
  return uses.rows((id) => project.need('material', id).name)
}

/** The types of the walls that are shown. */
export function wallTypeRows(
  project: Project,
  _: SolverOf,
  only: Id | null,
  drawings: Drawings,
): LegendRow[] {
  const boards = boardsOf(project, drawings)
  const uses = new Uses()
  for (const wall of project.all('wall'))
    if (isShown(wall, boards, only) && !isRemoved(wall))
      uses.add(wall.type, project.need('level', wall.level).name)
  return uses.rows((id) => project.need('wallType', id).name)
}

/** What a symbol is: its form, or the block it is made of. */
const symbolName = (project: Project, { form, block }: PaperSymbol): string =>
  block === undefined ? SYMBOL_FORMS[form].name : project.need('block', block).name

/** The symbols that stand in the chosen drawings, each sort once, by the first of it. */
export function symbolRows(project: Project, _: SolverOf, only: Id | null, drawings: Drawings): LegendRow[] {
  const first = new Map<string, Id>()
  const uses = new Uses()
  for (const symbol of project.all('symbol')) {
    if (drawings && !drawings.includes(symbol.drawing)) continue
    const board = project.find('drawing', symbol.drawing)
    if (only !== null && !(board?.view === 'plan' && board.level === only)) continue
    const name = symbolName(project, symbol)
    const of = first.get(name) ?? symbol.id
    first.set(name, of)
    uses.add(of, board?.name ?? project.find('sheet', symbol.drawing)?.number ?? '')
  }
  return uses.rows((id) => symbolName(project, project.need('symbol', id)))
}

const SAMPLE: Column<LegendRow> = { key: 'sample', title: 'Sample', kind: 'picture', value: ({ id }) => id }
const NAME: Column<LegendRow> = { key: 'name', title: 'Name', kind: 'text', value: ({ name }) => name }
const used = (title: string): Column<LegendRow> => ({
  key: 'used',
  title,
  kind: 'text',
  value: (row) => [...row.used].join(' · '),
})
const COUNT: Column<LegendRow> = {
  key: 'count',
  title: 'How many',
  kind: 'count',
  value: ({ count }) => count,
}

export const MATERIAL_COLUMNS: readonly Column<LegendRow>[] = [SAMPLE, NAME, used('Used in')]
export const SYMBOL_COLUMNS: readonly Column<LegendRow>[] = [SAMPLE, NAME, used('On'), COUNT]

/** Types of walls, with what is typed of them. */
export const wallTypeColumns = (project: Project): readonly Column<LegendRow>[] => [
  SAMPLE,
  NAME,
  {
    key: 'thickness',
    title: 'Thickness',
    kind: 'length',
    value: ({ id }) => typeThickness(project.need('wallType', id)),
  },
  {
    key: 'uValue',
    title: 'U-value, W/(m²K)',
    kind: 'text',
    value: ({ id }) => String(project.need('wallType', id).uValue ?? ''),
    set: (within, _, { id }, value) => setUValue(within, id, String(value ?? '')),
  },
  used('Levels'),
  COUNT,
]

/** A U-value as it is typed; nothing takes it away. */
function setUValue(project: Project, id: Id, typed: string): Change {
  const text = typed.trim().replace(',', '.')
  const uValue = text === '' ? undefined : Number(text)
  if (uValue !== undefined && !(uValue > 0 && uValue <= 20))
    throw new EditRefused('bad-value', 'A U-value is a number above 0 and up to 20, in W/(m²K).')
  return setFacts(project, 'wallType', id, { uValue })
}
