import { MOST_MEMBERS, roomFor } from '../framing'
import type { Path } from '../geometry'
import type { Change, Framing, Id, Opening, Project } from '../records'
import { Outcome, refuseLocked, storing } from './outcome'
import { EditRefused, type MakeId } from './refusal'

/**
 * A row of joists or rafters within an outline.
 * @refuses bad-value, in-the-way, nonsense
 */
export function addFraming(
  project: Project,
  input: Omit<Framing, 'id' | 'kind' | 'outline'> & { readonly outline: Path },
  makeId: MakeId,
): { change: Change; framing: Id } {
  project.need('level', input.level)
  refuseTooMany(input)
  const row: Framing = { id: makeId(), kind: 'framing', ...input, outline: closed(input.outline) }
  return { change: new Outcome(project).put(row).change(), framing: row.id }
}

/**
 * Facts of a row of joists or rafters; a name of null takes it away.
 * @refuses bad-value, gone, locked, nonsense
 */
export function setFraming(
  project: Project,
  id: Id,
  facts: Partial<Omit<Framing, 'id' | 'kind' | 'name'>> & { readonly name?: string | null },
): Change {
  refuseLocked(project, [id])
  const { name: before, ...row } = project.need('framing', id)
  const { name = before ?? null, doubled = row.doubled, ...others } = facts
  const made = { ...row, ...others }
  refuseTooMany(made)
  const { doubled: _, ...rest } = made
  return storing(project, {
    ...rest,
    ...(name === null || name === '' ? {} : { name }),
    ...(doubled && doubled.length > 0 ? { doubled: [...new Set(doubled)].sort((p, q) => p - q) } : {}),
  })
}

const closed = ({ vertices }: Path): Framing['outline'] => ({ vertices: [...vertices], closed: true })

function refuseTooMany(
  row: Pick<Framing, 'turn' | 'pitch' | 'width' | 'depth'> & { readonly outline: Path },
): void {
  for (const size of [row.pitch, row.width, row.depth])
    if (!(size > 0)) throw new EditRefused('bad-value', 'Type a pitch, a width and a depth of more than 0.')
  if (roomFor(row) > MOST_MEMBERS)
    throw new EditRefused('bad-value', 'These would be more than 20 000. Set them further apart.')
}

type Lintel = NonNullable<Opening['lintel']>

/** Heights of lintels by the clear width they span at most, mm: usual ones to begin with, to be confirmed by who reckons them. */
const BY_SPAN = [
  { upTo: 1200, height: 140 },
  { upTo: 2100, height: 220 },
  { upTo: Infinity, height: 300 },
] as const
const BEARING = 150

/**
 * A lintel to begin with over an opening of a width, mm.
 * @refuses nothing
 */
export function usualLintel(project: Project, width: number): Lintel {
  const [strongest] = project.all('material').sort((p, q) => q.priority - p.priority)
  const material = project.find('material', 'material-concrete') ?? strongest
  if (!material) throw new EditRefused('nothing', 'There is no material yet.')
  const { height } = BY_SPAN.find(({ upTo }) => width <= upTo)!
  return { height, bearing: BEARING, material: material.id }
}

/**
 * Puts lintels over openings; null takes them away. What is left out of `facts` stays as it is, or is as its span asks for.
 * @refuses bad-value, gone, locked, nonsense, nothing, wrong-kind
 */
export function setLintels(project: Project, ids: readonly Id[], facts: Partial<Lintel> | null): Change {
  refuseLocked(project, ids)
  if (ids.length === 0) throw new EditRefused('nothing', 'Select the doors and windows first.')
  const put = ids.map((id): Opening => {
    const record = project.get(id)
    if (record?.kind !== 'opening')
      throw new EditRefused('wrong-kind', 'Only doors, windows and openings have lintels.')
    const { lintel, ...rest } = record
    if (facts === null) return rest
    const made = { ...usualLintel(project, record.width), ...lintel, ...facts }
    if (!(made.height > 0) || !(made.bearing >= 0))
      throw new EditRefused('bad-value', 'A lintel has some height, and a bearing of 0 or more.')
    return { ...rest, lintel: made }
  })
  return storing(project, ...put)
}
