import { z } from 'zod'
import { moveBy } from '../geometry'
import {
  anchorsOf,
  Project,
  carriedAlong,
  needs,
  recordSchema,
  relinked,
  type AnyRecord,
  type Change,
  type Board,
  type Id,
  type RecordKind,
} from '../records'
import { holdAnchor } from '../ties'
import { gather, isLibraryRecord, merge } from './merge'
import { EditRefused, type MakeId } from './refusal'
import { distinct } from './distinct'
import { openingsOf } from './openingsOf'
import { Outcome, groundOf } from './outcome'
import { broughtInto, copyInto } from './transform'

/** What was copied: the records, with everything they cannot do without but the level and the drawing. */
export const clippingSchema = z.strictObject({
  lamina: z.literal('clipping'),
  version: z.literal(1),
  /** The records copied. */
  chosen: z.array(z.string()).min(1).max(20_000),
  records: z.array(recordSchema).max(40_000),
  /** The point they are taken by. */
  at: z.strictObject({ x: z.number(), y: z.number() }),
  /** The drawing that was copied as a whole. */
  drawing: z.string().optional(),
})
export type Clipping = z.infer<typeof clippingSchema>

/**
 * Records taken up for pasting in this or another drawing or project.
 * @refuses nothing
 */
export function clip(project: Project, ids: readonly Id[], at: { x: number; y: number }): Clipping {
  if (ids.length === 0) throw new EditRefused('nothing', 'Select what is to be copied.')
  return clipped(project, ids, at)
}

/** Some records, with all they need, as a clipping. */
export function clipped(project: Project, ids: readonly Id[], at: { x: number; y: number }): Clipping {
  const chosen = new Set(ids)
  for (const id of ids) for (const opening of openingsOf(project, id)) chosen.add(opening.id)
  for (const group of project.all('group'))
    if (group.members.every((id) => chosen.has(id))) chosen.add(group.id)
  const all = new Map<Id, AnyRecord>()
  const visit = (id: Id): void => {
    const record = project.get(id)
    if (!record || all.has(id)) return
    all.set(id, placedNow(project, record))
    for (const [needed] of needs(record)) visit(needed)
  }
  for (const id of chosen) visit(id)
  return {
    lamina: 'clipping',
    version: 1,
    chosen: [...chosen].filter((id) => all.has(id)),
    records: [...all.values()],
    at,
  }
}

/** Annotation with where its ties are held now: what holds them may stay behind. */
const placedNow = (project: Project, record: AnyRecord): AnyRecord =>
  anchorsOf(record).length === 0
    ? record
    : carriedAlong(record, {
        became: () => undefined,
        tie: (anchor) => ({ ...anchor, last: holdAnchor(anchor, groundOf(project, record)).point }),
      })!

const headSchema = z.object({ lamina: z.literal('clipping'), version: z.number() })

/**
 * Reads a clipping from text; null when it is something else.
 * @refuses nonsense
 */
export function readClipping(text: string): Clipping | null {
  if (!text.includes('"clipping"')) return null
  let read: unknown
  try {
    read = JSON.parse(text)
  } catch {
    return null
  }
  const parsed = clippingSchema.safeParse(read)
  if (parsed.success) return parsed.data
  const head = headSchema.safeParse(read)
  if (head.success && head.data.version > 1)
    throw new EditRefused('nonsense', 'This was copied in a newer Lamina and cannot be read here.')
  return null
}

/** What a project is laid out in, and no clipping brings along. */
const FRAME: ReadonlySet<RecordKind> = new Set<RecordKind>(['level', 'drawing', 'sheet'])

/**
 * What of the library a clipping brings that is not here yet, and what is called otherwise here.
 * @refuses gone
 */
export function sharedFrom(
  project: Project,
  clipping: Clipping,
  makeId: MakeId,
): { readonly brought: AnyRecord[]; readonly renamed: ReadonlyMap<Id, Id> } {
  const shared = clipping.records.filter(isLibraryRecord)
  const { arrivals, renamed } = merge(
    project,
    gather(
      shared,
      shared.map(({ id }) => id),
    ),
    () => 'here',
    makeId,
  )
  return { brought: arrivals.flatMap(({ put }) => put ?? []), renamed }
}

/**
 * A clipping put into a board, shifted by a displacement. Layers, line types, wall types, materials and
 * blocks that are not here yet (by id, then by name) come along.
 * @refuses bad-value, gone, in-the-way, locked, no-room, nonsense, nothing, taken, too-many, wrong-kind
 */
export function paste(
  project: Project,
  clipping: Clipping,
  board: Board,
  shift: { x: number; y: number },
  makeId: MakeId,
): Change {
  const { brought, renamed } = sharedFrom(project, clipping, makeId)
  const wanted = new Set(clipping.chosen)
  // A project of its own, in which the clipping is copied as if it had always been there.
  const bench = new Project([project.facts, ...brought])
  for (const record of project.everything())
    if (isLibraryRecord(record) || FRAME.has(record.kind)) bench.apply({ put: [record], drop: [] })
  const here = clipping.records
    .filter((record) => wanted.has(record.id) && !FRAME.has(record.kind))
    .map((record) => broughtInto(relinked(record, renamed), board))
  if (here.length === 0) throw new EditRefused('nothing', 'There is nothing in the clipboard for a board.')
  bench.apply({ put: here, drop: [] })
  const ids = here.filter((record) => record.kind !== 'group').map((record) => record.id)
  const { copies, groups } = copyInto(new Outcome(unlocked(bench)), ids, [moveBy(shift.x, shift.y)], makeId, {
    board,
    among: project,
  })
  return new Outcome(project).put(...distinct(project, [...brought, ...copies]), ...groups).change()
}

/** Locked layers hold back changes to what lies on them, not copies of it elsewhere. */
export function unlocked(bench: Project): Project {
  for (const layer of bench.all('layer'))
    if (layer.locked) bench.apply({ put: [{ ...layer, locked: false }], drop: [] })
  return bench
}
