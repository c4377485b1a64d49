import { fieldsOf, sizeOf, blockSource } from '../blocks'
import { setPlacement } from '../edit'
import { isRemoved, type Block, type Id, type Level, type Placement, type Project } from '../records'
import { roomsOf, spacesOf, holds } from '../rooms'
import type { Column, SolverOf } from './table'

export interface BlockRow {
  readonly id: Id
  readonly placement: Placement
  readonly block: Block
  readonly level: Level
  readonly room: string
}

/** The placed blocks of a project, or of one of its levels, each with the room it stands in. */
export function blockRows(project: Project, solverOf: SolverOf, only: Id | null): BlockRow[] {
  const rows: BlockRow[] = []
  const byLevel = new Map<Id, Placement[]>()
  for (const placement of project.all('placement')) {
    // What belongs to a drawing without a level is on none.
    if (placement.level === undefined || isRemoved(placement) || (only !== null && placement.level !== only))
      continue
    const list = byLevel.get(placement.level)
    if (list) list.push(placement)
    else byLevel.set(placement.level, [placement])
  }
  for (const [id, placements] of byLevel) {
    const level = project.need('level', id)
    const solver = solverOf(id)
    const rooms = roomsOf(project, solver).filter(({ space }) => space)
    const spaces = spacesOf(project, solver)
    for (const placement of placements) {
      const space = rooms.length > 0 ? spaces.at(placement.at) : null
      const found =
        rooms.find((each) => each.space === space) ??
        rooms.find(({ space: near }) => near && holds(near, placement.at))
      rows.push({
        id: placement.id,
        placement,
        block: project.need('block', placement.block),
        level,
        room: found ? `${found.room.number} ${found.room.name}`.trim() : '',
      })
    }
  }
  return rows
}

const BLOCK_COLUMNS: readonly Column<BlockRow>[] = [
  { key: 'block', title: 'Block', kind: 'text', value: ({ block }) => block.name },
  { key: 'category', title: 'Category', kind: 'text', value: ({ block }) => block.category },
  { key: 'level', title: 'Level', kind: 'text', value: ({ level }) => level.name },
  { key: 'room', title: 'Room', kind: 'text', value: ({ room }) => room },
  { key: 'width', title: 'Width', kind: 'length', value: (row) => sizeOf(row.block, row.placement).width },
  { key: 'depth', title: 'Depth', kind: 'length', value: (row) => sizeOf(row.block, row.placement).depth },
]

/** Columns of placed blocks: what each is, and the text fields that any block of the project has. */
export function blockColumns(project: Project): Column<BlockRow>[] {
  const source = blockSource(project)
  const fields = new Map(project.all('block').map((block) => [block.id, fieldsOf(block, source)]))
  const names = new Set([...fields.values()].flatMap((of) => [...of.keys()]))
  return [
    ...BLOCK_COLUMNS,
    ...[...names].sort().map((name): Column<BlockRow> => ({
      key: `${FIELD}${name}`,
      title: name,
      kind: 'text',
      value: ({ placement, block }) => placement.values?.[name] ?? fields.get(block.id)?.get(name) ?? null,
      set: (on, _solverOf, { id }, value) =>
        setPlacement(on, id, { values: { [name]: String(value ?? '') } }),
    })),
  ]
}

/** What keys of columns of text fields begin with. */
const FIELD = 'field:'
