import { distance } from '../geometry'
import { isRemoved, type AnyRecord, type Framing, type Id, type Level, type Project } from '../records'
import { framingMembers, lengthOfMember, levelOf, lintelOutline } from '../solids'
import { formatLength } from '../units'
import type { Member } from '../framing'
import type { Column, SolverOf } from './table'

/** One timber, beam or lintel that is to be ordered. */
export interface MemberRow {
  /** The row, the beam or the opening it belongs to. */
  readonly id: Id
  readonly what: string
  /** What its size is called, or its width and height. */
  readonly size: string
  /** True length, mm. */
  readonly length: number
  readonly level: Level
}

/** What a timber of a row is called. */
function wordFor({ what }: Framing, { is }: Member): string {
  switch (is) {
    case 'trimmer':
      return 'Trimmer'
    case 'header':
      return 'Header'
    case 'common':
      switch (what) {
        case 'joists':
          return 'Joist'
        case 'rafters':
          return 'Rafter'
      }
  }
}

/** Joists, rafters, beams and lintels of a project, or of one of its levels, each for itself; those side by side are two. */
export function memberRows(project: Project, _: SolverOf, only: Id | null): MemberRow[] {
  const { units } = project.facts
  const sizeOf = (width: number, height: number): string =>
    `${formatLength(width, units)} × ${formatLength(height, units)}`
  const levelFor = (record: AnyRecord): Level | null => {
    const id = levelOf(project, record)
    return id === null || (only !== null && id !== only) ? null : project.need('level', id)
  }
  const rows: MemberRow[] = []
  for (const row of project.all('framing')) {
    const level = levelFor(row)
    if (!level || isRemoved(row)) continue
    const size = row.name ?? sizeOf(row.width, row.depth)
    for (const member of framingMembers(project, row)) {
      const length = lengthOfMember(project, row, member)
      for (let i = 0; i < member.count; i++)
        rows.push({ id: row.id, what: wordFor(row, member), size, length, level })
    }
  }
  for (const beam of project.all('overhead')) {
    const level = levelFor(beam)
    const { shape } = beam
    if (!level || beam.what !== 'beam' || shape.by !== 'line' || isRemoved(beam)) continue
    const size = beam.name ?? sizeOf(shape.width, beam.height)
    rows.push({ id: beam.id, what: 'Beam', size, length: distance(shape.a, shape.b), level })
  }
  for (const opening of project.all('opening')) {
    const level = levelFor(opening)
    const outline = opening.lintel && lintelOutline(project, opening)
    if (!level || !outline || isRemoved(opening)) continue
    const size = opening.lintel!.name ?? sizeOf(distance(outline[1]!, outline[2]!), opening.lintel!.height)
    rows.push({ id: opening.id, what: 'Lintel', size, length: distance(outline[0]!, outline[1]!), level })
  }
  return rows
}

export const MEMBER_COLUMNS: readonly Column<MemberRow>[] = [
  { key: 'what', title: 'Part', kind: 'text', value: ({ what }) => what },
  { key: 'size', title: 'Size', kind: 'text', value: ({ size }) => size },
  { key: 'length', title: 'Length', kind: 'length', value: ({ length }) => length, summed: true },
  { key: 'level', title: 'Level', kind: 'text', value: ({ level }) => level.name },
]
