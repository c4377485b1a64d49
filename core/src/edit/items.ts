import { JOINED_ENDS, add, distance, moveBy, type Point } from '../geometry'
import { isStanding } from '../kinds'
import type { AnyRecord, Change, Id, Project, RecordKind, RecordOf } from '../records'
import { Outcome, refuseLocked, storing } from './outcome'
import { EditRefused } from './refusal'
import { mapInto } from './transform'
import { withEnds } from './walls'

/**
 * Moves records by a displacement. Unless `alone`, ends of other walls that met a moved wall's end follow it.
 * Openings, dimensions and leaders tied to what moves follow by themselves.
 * @refuses bad-value, gone, in-the-way, locked, no-size, no-solution, nonsense, nothing, wrong-kind
 */
export function moveItems(project: Project, ids: readonly Id[], by: Point, alone = false): Change {
  if (Math.hypot(by.x, by.y) === 0) throw new EditRefused('no-size', 'Type or point how far to move.')
  const chosen = new Set(ids)
  const outcome = mapInto(new Outcome(project), ids, moveBy(by.x, by.y))
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
      if (a !== wall.a || b !== wall.b) outcome.put(withEnds(wall, a, b))
    }
  }
  return outcome.change()
}

/** A drawing that has a mark on others. */
const isMark = (drawing: RecordOf<'drawing'>): boolean =>
  isStanding(drawing) || (drawing.view === 'detail' && drawing.of !== undefined)

/**
 * Removes records with all that cannot do without them.
 * @refuses gone, in-the-way, in-use, locked, nonsense
 */
export function removeItems(project: Project, ids: readonly Id[]): Change {
  refuseLocked(project, ids)
  for (const id of ids) {
    const level = project.find('level', id)
    if (level)
      throw new EditRefused(
        'in-use',
        `“${level.name}” is a level: it is removed in Levels, with all that stands on it.`,
      )
    const record = project.find('drawing', id)
    if (record && (!isMark(record) || project.dependents(id).length > 0))
      throw new EditRefused(
        'in-use',
        `“${record.name}” is drawn on, or lies on a sheet. Remove the drawing itself.`,
      )
  }
  return new Outcome(project).remove(...ids).change()
}

/**
 * Replaces facts of one record, or of several of a kind; one that is given as undefined is left out from now on. The schema and references are
 * checked when the change is applied.
 * @refuses nonsense
 */
export function setFacts<K extends RecordKind>(
  project: Project,
  kind: K,
  id: Id | readonly Id[],
  facts: { readonly [F in keyof RecordOf<K>]?: RecordOf<K>[F] | undefined },
): Change {
  const made = [id]
    .flat()
    .map((each) =>
      Object.fromEntries(
        Object.entries({ ...project.need(kind, each), ...facts }).filter(([, value]) => value !== undefined),
      ),
    )
  return storing(project, ...(made as unknown as AnyRecord[]))
}
