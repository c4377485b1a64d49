import type { AnyRecord, Drawing, Project } from '../records'

/** The next free letter or number for the mark of a view. */
export function nextMarkOf(project: Project, view: Drawing['view'], more: readonly Drawing[] = []): string {
  const taken = new Set(
    [...project.all('drawing'), ...more].flatMap((each) => ('mark' in each ? [each.mark] : [])),
  )
  for (let n = 1; ; n++) {
    const mark = view === 'section' ? lettersOf(n) : `${INITIALS[view]}${n}`
    if (!taken.has(mark)) return mark
  }
}
const INITIALS: { readonly [V in Drawing['view']]: string } = {
  plan: 'P',
  section: 'S',
  elevation: 'E',
  interior: 'I',
  detail: 'D',
  cutaway: 'C',
  block: 'B',
}
/** A, B … without I and O, which read as numbers; then A2, B2 … */
const LETTERS = 'ABCDEFGHJKLMNPQRSTUVWXYZ'
const lettersOf = (n: number): string => {
  const round = Math.floor((n - 1) / LETTERS.length)
  return LETTERS[(n - 1) % LETTERS.length]! + (round > 0 ? round + 1 : '')
}

/** A name no other drawing has. */
export function freeTitle(project: Project, name: string, more: readonly Drawing[] = []): string {
  const taken = new Set([...project.all('drawing'), ...more].map((each) => each.name.toLowerCase()))
  if (!taken.has(name.toLowerCase())) return name
  for (let n = 2; ; n++) if (!taken.has(`${name} ${n}`.toLowerCase())) return `${name} ${n}`
}

/** Drawings that came into a project, each with a mark and a name of its own. */
export function marked(project: Project, records: readonly AnyRecord[]): AnyRecord[] {
  const made: Drawing[] = []
  return records.map((record) => {
    if (record.kind !== 'drawing') return record
    const others = [...project.all('drawing').filter(({ id }) => id !== record.id), ...made]
    const isTaken = 'mark' in record && others.some((each) => 'mark' in each && each.mark === record.mark)
    const now: Drawing = {
      ...record,
      name: freeTitle(project, record.name, made),
      ...(isTaken ? { mark: nextMarkOf(project, record.view, made) } : {}),
    }
    made.push(now)
    return now
  })
}
