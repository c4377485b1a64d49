import { placesOf } from '@lamina/core/kinds'
import { Project, boardName, findBoard, isBoard, type AnyRecord, type Id } from '@lamina/core/records'
import { thingsChanged, type ToldThing } from '@lamina/core/told'

/** What is told of a change that nothing came of. */
export const NOTHING_CHANGED = 'Nothing: it was so already, or others had changed the same before it came.'

/** What changed on one drawing or sheet, or of what belongs to none. */
export interface ChangedOn {
  /** Null: of the project as a whole. */
  readonly board: Id | null
  readonly name: string
  /** Where it is seen, as it is brought back by. */
  readonly places: readonly Id[]
  readonly things: readonly ToldThing[]
}

/** What changed from one state of a project to another, drawing by drawing. */
export function whatChanged(then: Project, now: Project): ChangedOn[] {
  const groups = new Map<Id | null, ToldThing[]>()
  for (const thing of thingsChanged(then.everything(), now.everything())) {
    const board = boardOf(thing.id, now) ?? boardOf(thing.id, then)
    groups.set(board, [...(groups.get(board) ?? []), thing])
  }
  return [...groups].map(([board, things]) => {
    const record = board === null ? undefined : (now.get(board) ?? then.get(board))
    return { board, name: nameOf(record), places: placesToBringBack(record), things }
  })
}

function boardOf(id: Id, project: Project): Id | null {
  const record = project.get(id)
  if (!record) return null
  for (const place of placesOf(record, (each) => project.get(each))) {
    if (findBoard(project, place)) return place
    const plan = project.all('drawing').find((each) => each.view === 'plan' && each.level === place)
    if (plan) return plan.id
  }
  return null
}

function nameOf(record: AnyRecord | undefined): string {
  if (record && isBoard(record)) return boardName(record)
  return 'The project: types, layers, styles and facts'
}

const placesToBringBack = (record: AnyRecord | undefined): Id[] => {
  if (!record) return []
  return record.kind === 'drawing' && record.view === 'plan' ? [record.id, record.level] : [record.id]
}
