import { standsSomewhere } from '../kinds'
import { SAME_LENGTH, type Affine } from '../geometry'
import { middleOf } from '../kinds'
import { repeatMaps } from '../linework'
import type { AnyRecord, Change, Id, Project, Repeat, RepeatPattern } from '../records'
import { Outcome, refuseLocked } from './outcome'
import { EditRefused, type MakeId } from './refusal'
import { MOST_COPIES, copyInto } from './transform'

/**
 * Things taken together from now on. What was in another group leaves it.
 * @refuses gone, in-the-way, locked, nonsense, nothing
 */
export function groupItems(project: Project, drawing: Id, ids: readonly Id[], makeId: MakeId): Change {
  refuseLocked(project, ids)
  // Openings go with their walls; what stands nowhere, such as a level, is in no group.
  const members = [...new Set(ids)].filter((id) => {
    const { kind } = project.get(id)!
    return kind !== 'opening' && standsSomewhere(kind)
  })
  if (members.length < 2) throw new EditRefused('nothing', 'Select at least two things to group.')
  const outcome = leaveGroups(new Outcome(project), members)
  return outcome.put({ id: makeId(), kind: 'group', drawing, members }).change()
}

/** Takes things out of the groups they are in. */
export function leaveGroups(outcome: Outcome, ids: readonly Id[]): Outcome {
  const leaving = new Set(ids)
  for (const group of outcome.project.all('group')) {
    const rest = group.members.filter((id) => !leaving.has(id))
    if (rest.length === group.members.length) continue
    if (rest.length > 1) outcome.put({ ...group, members: rest })
    else outcome.drop(group.id)
  }
  return outcome
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

function refusePattern(pattern: RepeatPattern, originals: number): void {
  const counts = pattern.how === 'grid' ? [pattern.count, pattern.rows] : [pattern.count]
  if (!counts.every((count) => Number.isInteger(count) && count >= 1))
    throw new EditRefused('bad-value', 'Type a whole number of copies.')
  const total = counts.reduce((product, count) => product * count, 1)
  if (total < 2) throw new EditRefused('bad-value', 'A repeat has at least two.')
  if (total * originals > MOST_COPIES)
    throw new EditRefused(
      'too-many',
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
  if (!steps.every((step) => step > SAME_LENGTH && Number.isFinite(step)))
    throw new EditRefused('no-size', 'The copies need some distance from each other.')
}

/**
 * Copies of items after a pattern, kept as a repeat that can be laid out anew.
 * @refuses bad-value, gone, in-the-way, locked, no-room, no-size, no-solution, nonsense, nothing, taken, too-many, wrong-kind
 */
export function repeatItems(
  project: Project,
  drawing: Id,
  ids: readonly Id[],
  pattern: RepeatPattern,
  makeId: MakeId,
): Change {
  if (ids.length === 0) throw new EditRefused('nothing', 'Select what is to be repeated.')
  refusePattern(pattern, ids.length)
  const maps = mapsOf(project, ids, pattern)
  const outcome = new Outcome(project)
  const copies = idsOf(copyInto(outcome, ids, maps, makeId).copies)
  return outcome.put({ id: makeId(), kind: 'repeat', drawing, sources: [...ids], pattern, copies }).change()
}

/**
 * A repeat laid out anew from its originals as they are now; its former copies go.
 * @refuses bad-value, gone, in-the-way, locked, no-room, no-size, no-solution, nonsense, nothing, taken, too-many, wrong-kind
 */
export function editRepeat(project: Project, id: Id, pattern: RepeatPattern, makeId: MakeId): Change {
  const repeat = project.need('repeat', id)
  const sources = repeat.sources.filter((source) => project.get(source))
  if (sources.length === 0) throw new EditRefused('gone', 'What was repeated is no longer there.')
  refusePattern(pattern, sources.length)
  const maps = mapsOf(project, sources, pattern)
  const old = repeat.copies.filter((copy) => project.get(copy))
  refuseLocked(project, old)
  const outcome = new Outcome(project).remove(...old)
  const copies = idsOf(copyInto(outcome, sources, maps, makeId).copies)
  return outcome.put({ ...repeat, sources, pattern, copies }).change()
}

function mapsOf(project: Project, ids: readonly Id[], pattern: RepeatPattern): Affine[] {
  const records = ids.flatMap((id) => project.get(id) ?? [])
  const maps = repeatMaps(pattern, middleOf(records))
  if (maps.length === 0) throw new EditRefused('no-solution', 'The path is too short for a second one.')
  return maps
}

/** What was copied, without the openings that came with walls. */
const idsOf = (copies: readonly AnyRecord[]): Id[] =>
  copies.filter((record) => record.kind !== 'opening').map((record) => record.id)

/** The repeat an item belongs to, as an original or as a copy. */
export const repeatOf = (project: Project, id: Id): Repeat | undefined =>
  project.all('repeat').find((repeat) => repeat.sources.includes(id) || repeat.copies.includes(id))
