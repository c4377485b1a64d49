import { isStanding } from '../kinds'
import {
  Project,
  relinked,
  type Change,
  type Drawing,
  type Id,
  type RecordKind,
  type RecordOf,
} from '../records'
import { clipped, paste, sharedFrom, type Clipping } from './clipboard'
import { draftedOn } from './details'
import { storing, together } from './outcome'
import { EditRefused, type MakeId } from './refusal'
import { freeTitle, nextMarkOf } from './viewNames'

/**
 * A whole drawing taken up, to be put into this or another project: how it looks at a building, and all that is drafted on
 * it. The building itself stays.
 * @refuses wrong-kind
 */
export function clipDrawing(project: Project, id: Id): Clipping {
  const drawing = project.need('drawing', id)
  if (drawing.view === 'block')
    throw new EditRefused('wrong-kind', 'A block is copied in the library, not as a drawing.')
  const ids = [id, ...draftedOn(project, id).map((record) => record.id)]
  return { ...clipped(project, ids, { x: 0, y: 0 }), drawing: id }
}

/**
 * A copied drawing with all that is drafted on it, put into a project. What it looks at is found here by its name; where
 * that is not here the drawing is refused, or goes without it.
 * @refuses bad-value, gone, in-the-way, locked, no-room, nonsense, nothing, taken, too-many, wrong-kind
 */
export function pasteDrawing(
  project: Project,
  clipping: Clipping,
  makeId: MakeId,
): { change: Change; drawing: Id } {
  const from = clipping.records.find(({ id }) => id === clipping.drawing)
  if (from?.kind !== 'drawing') throw new EditRefused('nothing', 'The clipboard holds no whole drawing.')
  const { brought, renamed } = sharedFrom(project, clipping, makeId)
  const drawing: Drawing = {
    ...placedHere(project, relinked(from, renamed), clipping),
    id: makeId(),
    name: freeTitle(project, from.name),
  }
  const marked = 'mark' in drawing ? { ...drawing, mark: nextMarkOf(project, drawing.view) } : drawing
  const first = storing(project, ...brought, marked)
  const chosen = clipping.chosen.filter((id) => id !== clipping.drawing)
  if (chosen.length === 0) return { change: first, drawing: marked.id }
  const ahead = new Project([...project.everything()])
  ahead.apply(first)
  const content = paste(ahead, { ...clipping, chosen }, marked, { x: 0, y: 0 }, makeId)
  return { change: together(first, content), drawing: marked.id }
}

/** A drawing looking at what is here. */
function placedHere(project: Project, drawing: Drawing, { records }: Clipping): Drawing {
  /** What stands for a thing here: itself, or what is called the same. */
  function here<K extends RecordKind>(kind: K, id: Id): RecordOf<K> | undefined {
    const itself = project.find(kind, id)
    if (itself) return itself
    const there = records.find((record) => record.id === id)
    const name = there && 'name' in there ? there.name : undefined
    return project.all(kind).find((each) => 'name' in each && each.name === name)
  }
  function need<K extends RecordKind>(kind: K, id: Id, word: string): Id {
    const found = here(kind, id)
    if (found) return found.id
    const there = records.find((record) => record.id === id)
    const name = there && 'name' in there ? ` “${there.name ?? ''}”` : ''
    throw new EditRefused('gone', `This drawing is of the ${word}${name}, which is not in this project.`)
  }
  switch (drawing.view) {
    case 'plan':
      return { ...drawing, level: need('level', drawing.level, 'level') }
    case 'section':
    case 'elevation': {
      const { ownEnds = [], ...rest } = drawing
      const kept = ownEnds.filter(({ line }) => project.get(line) !== undefined)
      const made = kept.length > 0 ? { ...rest, ownEnds: kept } : rest
      if (made.view === 'section') return made
      const { on, ...elevation } = made
      const plan = on === undefined ? undefined : here('drawing', on)
      return plan?.view === 'plan' ? { ...elevation, on: plan.id } : elevation
    }
    case 'interior': {
      const { stands: _, ...rest } = drawing
      return { ...rest, room: need('room', drawing.room, 'room') }
    }
    case 'detail': {
      const { of, ...rest } = drawing
      const over = of && here('drawing', of.drawing)
      return over ? { ...rest, of: { ...of, drawing: over.id } } : rest
    }
    case 'cutaway': {
      const { only, cut, ...rest } = drawing
      const level = only === undefined ? undefined : need('level', only, 'level')
      const section = cut?.by === 'section' ? here('drawing', cut.section) : undefined
      const along =
        section && isStanding(section) ? { by: 'section' as const, section: section.id } : undefined
      const kept = cut?.by === 'height' ? cut : along
      return {
        ...rest,
        ...(level === undefined ? {} : { only: level }),
        ...(kept ? { cut: kept } : {}),
      }
    }
    case 'block':
      throw new EditRefused('wrong-kind', 'A block is copied in the library, not as a drawing.')
  }
}
