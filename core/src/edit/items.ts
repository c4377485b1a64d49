import { JOINED_ENDS, add, distance, type Point } from '../geometry'
import type { AnyRecord, Change, Id, Project, RecordKind } from '../records'
import { EditRefused } from './refusal'
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
]

/**
 * Moves records by a displacement. Ends of other walls that met a moved wall's end follow it. Openings,
 * dimensions and leaders tied to what moves follow by themselves.
 */
export function moveItems(project: Project, ids: readonly Id[], by: Point): Change {
  if (Math.hypot(by.x, by.y) === 0) throw new EditRefused('Type or point how far to move.')
  const chosen = new Set(ids)
  const put: AnyRecord[] = []
  const corners: Point[] = []
  let level: Id | null = null
  for (const id of chosen) {
    const record = project.get(id)
    switch (record?.kind) {
      case 'wall':
        corners.push(record.a, record.b)
        level = record.level
        put.push({ ...record, a: add(record.a, by), b: add(record.b, by) })
        break
      case 'placement':
      case 'note':
        put.push({ ...record, at: add(record.at, by) })
        break
      case 'leader':
        if (record.tip.to === 'point')
          put.push({ ...record, tip: { ...record.tip, last: add(record.tip.last, by) } })
        break
      case 'dimension':
        put.push({
          ...record,
          anchors: record.anchors.map((anchor) =>
            anchor.to === 'point' ? { ...anchor, last: add(anchor.last, by) } : anchor,
          ),
        })
        break
      case 'viewport':
        if (record.locked) throw new EditRefused('This viewport is locked in its place. Unlock it first.')
        put.push({ ...record, at: add(record.at, by) })
        break
      case undefined:
        throw new EditRefused('Something that was to move is no longer there.')
      default:
    }
  }
  if (corners.length > 0) {
    const met = (p: Point): boolean => corners.some((corner) => distance(corner, p) <= JOINED_ENDS)
    for (const wall of project.all('wall')) {
      if (chosen.has(wall.id) || wall.level !== level) continue
      const a = met(wall.a) ? add(wall.a, by) : wall.a
      const b = met(wall.b) ? add(wall.b, by) : wall.b
      if (a !== wall.a || b !== wall.b) put.push(...withEnds(project, wall, a, b))
    }
  }
  if (put.length === 0) throw new EditRefused('What is selected moves with its wall.')
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
  for (const id of ids) visit(id)
  return { put: [], drop: [...drop] }
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
