import { EMPTY_BOX, boxCentre, isEmptyBox, joinBoxes, pathBox, type Box, type Point } from '../geometry'
import { shapePath, repeatMaps } from '../linework'
import type { AnyRecord, Change, Id, Project, Repeat, RepeatPattern } from '../records'
import { EditRefused, type MakeId } from './refusal'
import { withDependents } from './track'
import { MOST_COPIES, copyItems, refuseLocked } from './transform'

/** Things taken together from now on. What was in another group leaves it. */
export function groupItems(project: Project, drawing: Id, ids: readonly Id[], makeId: MakeId): Change {
  refuseLocked(project, ids)
  const members = [...new Set(ids)].filter((id) => project.get(id)?.kind !== 'opening')
  if (members.length < 2) throw new EditRefused('Select at least two things to group.')
  const put: AnyRecord[] = [{ id: makeId(), kind: 'group', drawing, members }]
  const drop: Id[] = []
  for (const group of project.all('group')) {
    const rest = group.members.filter((id) => !members.includes(id))
    if (rest.length === group.members.length) continue
    if (rest.length > 1) put.push({ ...group, members: rest })
    else drop.push(group.id)
  }
  return { put, drop }
}

/** The group a record belongs to, if any. */
export const groupOf = (project: Project, id: Id): Extract<AnyRecord, { kind: 'group' }> | undefined =>
  project.all('group').find((group) => group.members.includes(id))

/** Ids with everything that is grouped with them. */
export function withGroups(project: Project, ids: readonly Id[]): Id[] {
  const groups = project.all('group')
  if (groups.length === 0) return [...ids]
  const found = new Set(ids)
  for (const group of groups)
    if (group.members.some((id) => found.has(id)))
      for (const id of group.members) if (project.get(id)) found.add(id)
  return [...found]
}

/** The middle of what is repeated: of the points that place it. */
export function middleOf(project: Project, ids: readonly Id[]): Point {
  let box: Box = EMPTY_BOX
  const see = (p: Point): void => {
    box = joinBoxes(box, { minX: p.x, minY: p.y, maxX: p.x, maxY: p.y })
  }
  for (const id of ids) {
    const record = project.get(id)
    if (!record) continue
    if (record.kind === 'wall' || record.kind === 'gridLine') [record.a, record.b].forEach(see)
    else if (record.kind === 'linework') box = joinBoxes(box, pathBox(shapePath(record.shape)))
    else if (record.kind === 'hatch') for (const path of record.outlines) box = joinBoxes(box, pathBox(path))
    else if ('at' in record) see(record.at as Point)
  }
  return isEmptyBox(box) ? { x: 0, y: 0 } : boxCentre(box)
}

function refusePattern(pattern: RepeatPattern, originals: number): void {
  const counts = pattern.how === 'grid' ? [pattern.count, pattern.rows] : [pattern.count]
  if (!counts.every((count) => Number.isInteger(count) && count >= 1))
    throw new EditRefused('Type a whole number of copies.')
  const total = counts.reduce((product, count) => product * count, 1)
  if (total < 2) throw new EditRefused('A repeat has at least two.')
  if (total * originals > MOST_COPIES)
    throw new EditRefused(
      `That would make ${(total * originals).toLocaleString('en')} things; at most ${MOST_COPIES.toLocaleString('en')} go at a time.`,
    )
  const steps =
    pattern.how === 'row'
      ? [Math.hypot(pattern.step.x, pattern.step.y)]
      : pattern.how === 'grid'
        ? [
            pattern.count > 1 ? Math.hypot(pattern.step.x, pattern.step.y) : 1,
            pattern.rows > 1 ? Math.hypot(pattern.rowStep.x, pattern.rowStep.y) : 1,
          ]
        : pattern.how === 'around'
          ? [Math.abs(pattern.step)]
          : [pattern.pitch]
  if (!steps.every((step) => step > 1e-6 && Number.isFinite(step)))
    throw new EditRefused('The copies need some distance from each other.')
}

/** Copies of items after a pattern, kept as a repeat that can be laid out anew. */
export function repeatItems(
  project: Project,
  drawing: Id,
  ids: readonly Id[],
  pattern: RepeatPattern,
  makeId: MakeId,
): Change {
  if (ids.length === 0) throw new EditRefused('Select what is to be repeated.')
  refusePattern(pattern, ids.length)
  const maps = repeatMaps(pattern, middleOf(project, ids))
  if (maps.length === 0) throw new EditRefused('The path is too short for a second one.')
  const copies = copyItems(project, ids, maps, makeId)
  const repeat: Repeat = {
    id: makeId(),
    kind: 'repeat',
    drawing,
    sources: [...ids],
    pattern,
    copies: copies.put.filter((record) => record.kind !== 'opening').map((record) => record.id),
  }
  return { put: [...copies.put, repeat], drop: [] }
}

/** A repeat laid out anew from its originals as they are now; its former copies go. */
export function editRepeat(project: Project, id: Id, pattern: RepeatPattern, makeId: MakeId): Change {
  const repeat = project.need('repeat', id)
  const sources = repeat.sources.filter((source) => project.get(source))
  if (sources.length === 0) throw new EditRefused('What was repeated is no longer there.')
  refusePattern(pattern, sources.length)
  const maps = repeatMaps(pattern, middleOf(project, sources))
  if (maps.length === 0) throw new EditRefused('The path is too short for a second one.')
  const old = repeat.copies.filter((copy) => project.get(copy))
  refuseLocked(project, old)
  const drop = new Set(old.flatMap((copy) => withDependents(project, copy)))
  const copies = copyItems(project, sources, maps, makeId)
  return {
    put: [
      ...copies.put,
      {
        ...repeat,
        sources,
        pattern,
        copies: copies.put.filter((record) => record.kind !== 'opening').map((record) => record.id),
      },
    ],
    drop: [...drop],
  }
}

/** The repeat an item belongs to, as an original or as a copy. */
export const repeatOf = (project: Project, id: Id): Repeat | undefined =>
  project.all('repeat').find((repeat) => repeat.sources.includes(id) || repeat.copies.includes(id))
