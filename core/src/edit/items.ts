import { JOINED_ENDS, add, distance, moveBy, type Point } from '../geometry'
import type { AnyRecord, Change, Id, Project, RecordKind } from '../records'
import { FABRIC } from './layers'
import { EditRefused } from './refusal'
import { mapItems, refuseLocked } from './transform'
import { withEnds } from './walls'

/** Kinds a person selects and removes on boards and sheets. */
export const SELECTABLE: readonly RecordKind[] = [
  'wall',
  'opening',
  'placement',
  'dimension',
  'leader',
  'note',
  'viewport',
  'linework',
  'hatch',
  'gridLine',
  'guide',
  'column',
  'room',
  'separator',
  ...FABRIC,
]

/**
 * Moves records by a displacement. Unless `alone`, ends of other walls that met a moved wall's end follow it.
 * Openings, dimensions and leaders tied to what moves follow by themselves.
 */
export function moveItems(project: Project, ids: readonly Id[], by: Point, alone = false): Change {
  if (Math.hypot(by.x, by.y) === 0) throw new EditRefused('Type or point how far to move.')
  const chosen = new Set(ids)
  const { put } = mapItems(project, ids, moveBy(by.x, by.y))
  const corners: Point[] = []
  let level: Id | null = null
  for (const id of chosen) {
    const record = project.get(id)
    if (record?.kind !== 'wall') continue
    corners.push(record.a, record.b)
    level = record.level
  }
  if (corners.length > 0 && !alone) {
    const met = (p: Point): boolean => corners.some((corner) => distance(corner, p) <= JOINED_ENDS)
    for (const wall of project.all('wall')) {
      if (chosen.has(wall.id) || wall.level !== level) continue
      const a = met(wall.a) ? add(wall.a, by) : wall.a
      const b = met(wall.b) ? add(wall.b, by) : wall.b
      if (a !== wall.a || b !== wall.b) put.push(...withEnds(project, wall, a, b))
    }
  }
  return { put, drop: [] }
}

/** Removes records with all that cannot do without them. */
export function removeItems(project: Project, ids: readonly Id[]): Change {
  const drop = new Set<Id>()
  const visit = (id: Id): void => {
    if (drop.has(id)) return
    if (!project.get(id)) throw new EditRefused('Something that was to go is no longer there.')
    drop.add(id)
    for (const user of project.dependents(id)) visit(user)
  }
  refuseLocked(project, ids)
  for (const id of ids) visit(id)
  return { put: leftOver(project, drop), drop: [...drop] }
}

/** Groups, repeats and hatches without what is removed. */
function leftOver(project: Project, drop: Set<Id>): AnyRecord[] {
  const put: AnyRecord[] = []
  const stays = (id: Id): boolean => !drop.has(id)
  for (const group of project.all('group')) {
    if (drop.has(group.id) || group.members.every(stays)) continue
    const members = group.members.filter(stays)
    if (members.length > 1) put.push({ ...group, members })
    else drop.add(group.id)
  }
  for (const repeat of project.all('repeat')) {
    if (drop.has(repeat.id) || [...repeat.sources, ...repeat.copies].every(stays)) continue
    const sources = repeat.sources.filter(stays)
    const copies = repeat.copies.filter(stays)
    if (sources.length > 0 && copies.length > 0) put.push({ ...repeat, sources, copies })
    else drop.add(repeat.id)
  }
  for (const hatch of project.all('hatch')) {
    if (drop.has(hatch.id) || hatch.region.by !== 'items' || hatch.region.items.every(stays)) continue
    put.push({ ...hatch, region: { by: 'outline' } })
  }
  return put
}

/** Replaces facts of one record. The schema and references are checked when the change is applied. */
export function setFacts<K extends RecordKind>(
  project: Project,
  kind: K,
  id: Id,
  facts: Partial<Extract<AnyRecord, { kind: K }>>,
): Change {
  return { put: [{ ...project.need(kind, id), ...facts } as AnyRecord], drop: [] }
}
