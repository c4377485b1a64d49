import {
  Project,
  carriedAlong,
  keptThingKinds,
  tieHost,
  type Anchor,
  type AnyRecord,
  type Change,
  type KeptThing,
  type DrawingOf,
  type Id,
  type KeptDetail,
} from '../records'
import { holdAnchor } from '../ties'
import { paste } from './clipboard'
import { gather, type LibraryRecord } from './merge'
import { freeName } from './names'
import { dropping, groundOf, storing, together } from './outcome'
import { EditRefused, type MakeId } from './refusal'
import { freeTitle, nextMarkOf } from './viewNames'

/** Parts of the works that details are sorted by, as they are built; any other can be typed. */
export const DETAIL_SECTIONS = [
  'Ground and footings',
  'Walls',
  'Floors',
  'Roofs',
  'Windows and doors',
  'Stairs and railings',
  'Finishes',
  'Drainage',
] as const

/** What is drafted on a drawing and nowhere else. */
export const draftedOn = (project: Project, drawing: Id): AnyRecord[] =>
  project
    .dependents(drawing)
    .flatMap((id) => project.get(id) ?? [])
    .filter((record) => keptThingKinds.has(record.kind) && 'drawing' in record && record.drawing === drawing)

/**
 * Keeps what is drafted on a drawing in the library, as a detail to be drawn again. What is tied to anything else stays
 * where it is now.
 * @refuses in-the-way, nonsense, nothing, taken, unnamed, wrong-kind
 */
export function keepDetail(
  project: Project,
  drawing: Id,
  { name, section }: { readonly name: string; readonly section: string },
  makeId: MakeId,
): { change: Change; kept: Id } {
  const from = project.need('drawing', drawing)
  if (from.view === 'block')
    throw new EditRefused('wrong-kind', 'The inside of a block is kept in the library already.')
  const id = makeId()
  const items = asItems(project, draftedOn(project, drawing), id)
  if (items.length === 0)
    throw new EditRefused('nothing', 'Nothing is drafted on this drawing that could be kept.')
  const kept: KeptDetail = {
    id,
    kind: 'keptDetail',
    name: freeName(project, 'keptDetail', name, null),
    section: section.trim() || DETAIL_SECTIONS[1],
    scale: from.readingScale,
    items,
  }
  return { change: storing(project, kept), kept: id }
}

/** Records as the items of a detail, held by each other alone. */
function asItems(project: Project, records: readonly AnyRecord[], host: Id): KeptThing[] {
  const within = new Set(records.map(({ id }) => id))
  return records.flatMap((record) => {
    const tie = (anchor: Anchor): Anchor => {
      const held = tieHost(anchor)
      const last = holdAnchor(anchor, groundOf(project, record)).point
      return held !== null && within.has(held) ? { ...anchor, last } : { to: 'point', last }
    }
    const made = carriedAlong(record, { became: (id) => (within.has(id) ? undefined : []), tie })
    if (!made) return []
    const { level: _, ...rest } = made as KeptThing & { level?: Id }
    return { ...rest, drawing: host } as KeptThing
  })
}

/**
 * Draws a kept detail on a board of its own.
 * @param among what else of its library it may need: a detail of this project finds it here
 * @refuses bad-value, gone, in-the-way, locked, no-room, nonsense, nothing, taken, too-many, wrong-kind
 */
export function drawKept(
  project: Project,
  kept: KeptDetail,
  among: Iterable<LibraryRecord>,
  makeId: MakeId,
): { change: Change; drawing: Id } {
  const shared = gather([...project.everything(), ...among, kept], [kept.id])
  const drawing: DrawingOf<'detail'> = {
    id: makeId(),
    kind: 'drawing',
    view: 'detail',
    name: freeTitle(project, kept.name),
    mark: nextMarkOf(project, 'detail'),
    readingScale: kept.scale,
  }
  const first = storing(project, drawing)
  const ahead = new Project([...project.everything()])
  ahead.apply(first)
  const content = paste(
    ahead,
    {
      lamina: 'clipping',
      version: 1,
      chosen: kept.items.map(({ id }) => id),
      records: [...shared.filter(({ id }) => id !== kept.id), ...kept.items],
      at: { x: 0, y: 0 },
    },
    drawing,
    { x: 0, y: 0 },
    makeId,
  )
  return { change: together(first, content), drawing: drawing.id }
}

/**
 * Changes what a kept detail is called, and the part of the works it belongs to.
 * @refuses nonsense, taken, unnamed
 */
export function setKept(
  project: Project,
  id: Id,
  facts: { readonly name?: string; readonly section?: string },
): Change {
  const kept = project.need('keptDetail', id)
  const name = facts.name === undefined ? kept.name : freeName(project, 'keptDetail', facts.name, id)
  return storing(project, { ...kept, name, section: facts.section?.trim() || kept.section })
}

/**
 * Takes a kept detail out of the library; what was drawn from it stays.
 * @refuses nonsense
 */
export const removeKept = (project: Project, id: Id): Change =>
  dropping(project, project.need('keptDetail', id).id)
