import type { LevelSolver } from '../building'
import type { Change, Id, Project, Schedule } from '../records'

/** What a cell holds: words, a figure in mm, mm² or mm³, or the id of what is shown as a picture. */
export type CellKind = 'text' | 'length' | 'area' | 'volume' | 'count' | 'choice' | 'picture'
export type CellValue = string | number | null

/** Solved levels, by id. */
export type SolverOf = (level: Id) => LevelSolver

/** What a column shows of a thing, and how typing into it changes the thing. */
export interface Column<Thing> {
  readonly key: string
  readonly title: string
  readonly kind: CellKind
  value(thing: Thing): CellValue
  /** What may be chosen; for choices alone. */
  choices?(project: Project): readonly { readonly value: string; readonly title: string }[]
  /** The change that makes a thing hold a value. Left out: it follows from the drawing. */
  set?(project: Project, solverOf: SolverOf, thing: Thing, value: CellValue): Change
  /** Figures that are added up below the table. */
  readonly summed?: boolean
}

export interface TableColumn {
  readonly key: string
  readonly title: string
  readonly kind: CellKind
  readonly editable: boolean
  readonly choices: readonly { readonly value: string; readonly title: string }[]
}

export interface TableRow {
  /** The records it stands for: one, or all that are alike when rows are grouped. */
  readonly ids: readonly Id[]
  readonly cells: readonly CellValue[]
}

/** A schedule as it reads now. */
export interface Table {
  readonly columns: readonly TableColumn[]
  readonly rows: readonly TableRow[]
  /** Below each column the sum of its figures; null where none is meant. */
  readonly sums: readonly (number | null)[]
  /** How many things it counts. */
  readonly count: number
}

const NUMBER_WORDS = new Intl.Collator('en', { numeric: true })

/** Rows of things in the chosen columns, in the order of their first column; alike ones as one if grouped. */
export function tableOf<Thing extends { readonly id: Id }>(
  project: Project,
  schedule: Pick<Schedule, 'columns' | 'grouped'>,
  all: readonly Column<Thing>[],
  things: readonly Thing[],
): Table {
  const columns = schedule.columns.flatMap((key) => all.find((column) => column.key === key) ?? [])
  const singles = things.map((thing) => ({
    ids: [thing.id],
    cells: columns.map((column) => column.value(thing)),
  }))
  // What is shown as a picture says nothing of the order.
  const told = columns.map(({ kind }) => kind !== 'picture')
  const words = (cells: readonly CellValue[]): readonly CellValue[] => cells.filter((_, i) => told[i])
  singles.sort((p, q) => compareCells(words(p.cells), words(q.cells)) || (p.ids[0]! < q.ids[0]! ? -1 : 1))
  const rows = schedule.grouped ? grouped(singles) : singles
  const sums = columns.map((column, i) =>
    column.summed ? singles.reduce((sum, row) => sum + (Number(row.cells[i]) || 0), 0) : null,
  )
  return {
    columns: columns.map(({ key, title, kind, set, choices }) => ({
      key,
      title,
      kind,
      editable: set !== undefined,
      choices: choices?.(project) ?? [],
    })),
    rows,
    sums,
    count: things.length,
  }
}

function compareCells(p: readonly CellValue[], q: readonly CellValue[]): number {
  for (let i = 0; i < p.length; i++) {
    const [a, b] = [p[i]!, q[i]!]
    if (a === b) continue
    if (typeof a === 'number' && typeof b === 'number') return a - b
    const order = NUMBER_WORDS.compare(String(a ?? ''), String(b ?? ''))
    if (order !== 0) return order
  }
  return 0
}

function grouped(rows: readonly { ids: Id[]; cells: readonly CellValue[] }[]): TableRow[] {
  const groups = new Map<string, { ids: Id[]; cells: readonly CellValue[] }>()
  for (const row of rows) {
    const key = JSON.stringify(
      row.cells.map((cell) => (typeof cell === 'number' ? Math.round(cell * 10) : cell)),
    )
    const group = groups.get(key)
    if (group) group.ids.push(...row.ids)
    else groups.set(key, { ids: [...row.ids], cells: row.cells })
  }
  return [...groups.values()]
}
