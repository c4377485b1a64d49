import { wallAxis } from '../building'
import {
  IDENTITY,
  applyTo,
  boxCentre,
  combine,
  distance,
  inverse,
  isEmptyBox,
  placing,
  pointOn,
  type Affine,
  type Point,
} from '../geometry'
import { mapped, placedBox } from '../kinds'
import {
  asPlan,
  findBoard,
  type AnyRecord,
  type Change,
  type Group,
  type Id,
  type Project,
  type UnitPlace,
} from '../records'
import { distinct } from './distinct'
import { leaveGroups } from './groups'
import { storeyOf } from './marks'
import { openingsOf } from './openingsOf'
import { Outcome, refuseLocked } from './outcome'
import { EditRefused, type MakeId } from './refusal'
import { copyInto } from './transform'

/** A group that is one of the places of a unit. */
export type UnitGroup = Group & { readonly unit: UnitPlace }
const isUnit = (group: Group | undefined): group is UnitGroup => group?.unit !== undefined

/** The places of all units, in the order they came. */
export const unitsOf = (project: Project): UnitGroup[] => project.all('group').filter(isUnit)

/** The places of a unit, in the order they came. */
export const placesOf = (project: Project, name: string): UnitGroup[] =>
  unitsOf(project).filter(({ unit }) => unit.name === name)

const unitNames = (project: Project): Set<string> => new Set(unitsOf(project).map(({ unit }) => unit.name))

/** A name for a unit that none has yet: "Unit A". */
export function freeUnitName(project: Project): string {
  const names = unitNames(project)
  for (let i = 0; ; i++) {
    const letters = i < 26 ? String.fromCharCode(65 + i) : String(i + 1)
    if (!names.has(`Unit ${letters}`)) return `Unit ${letters}`
  }
}

/** Where a record of a unit stands, by which it is known again in other places. */
function spotOf(project: Project, record: AnyRecord): Point | null {
  if (record.kind === 'opening') {
    const wall = project.find('wall', record.wall)
    if (!wall) return null
    const axis = wallAxis(wall)
    return pointOn(axis, record.along / Math.max(1, distance(axis.a, axis.b)))
  }
  const box = placedBox(record)
  return isEmptyBox(box) ? null : boxCentre(box)
}

/**
 * Walls, rooms, blocks and whatever else as one thing from now on, which can be placed often: copied, mirrored, repeated
 * or pasted on other levels it stays the same unit.
 * @refuses gone, in-the-way, locked, nonsense, nothing, taken, unnamed
 */
export function makeUnit(
  project: Project,
  drawing: Id,
  ids: readonly Id[],
  name: string,
  makeId: MakeId,
): Change {
  refuseLocked(project, ids)
  const plain = freeName(project, name)
  const members = [...new Set(ids)].filter((id) => project.get(id)?.kind !== 'opening')
  if (members.length < 2)
    throw new EditRefused('nothing', 'Select the things that make the unit, at least two.')
  const first = members.flatMap((id) => spotOf(project, project.get(id)!) ?? [])[0]
  if (!first) throw new EditRefused('nothing', 'Nothing of this stands in a place.')
  const unit: UnitPlace = {
    name: plain,
    number: '1',
    frame: { at: { x: first.x, y: first.y }, turn: 0, mirrored: false },
  }
  const outcome = leaveGroups(new Outcome(project), members)
  return outcome.put({ id: makeId(), kind: 'group', drawing, members, unit }).change()
}

function freeName(project: Project, name: string): string {
  const plain = name.trim()
  if (!plain) throw new EditRefused('unnamed', 'A unit needs a name.')
  if ([...unitNames(project)].some((each) => each.toLowerCase() === plain.toLowerCase()))
    throw new EditRefused('taken', `There is a unit “${plain}” already.`)
  return plain
}

/**
 * Another name for a unit, in all its places.
 * @refuses in-the-way, nonsense, taken, unnamed
 */
export function renameUnit(project: Project, name: string, to: string): Change {
  if (name === to.trim()) return new Outcome(project).change()
  const plain = freeName(project, to)
  const places = placesOf(project, name).map((group) => ({ ...group, unit: { ...group.unit, name: plain } }))
  return new Outcome(project).put(...places).change()
}

/** Two places with tops nearer than this are in one row, mm. */
const ROW = 1500

/**
 * Numbers the places of a unit by where they are: level by level, on each from the top row down and from left to right.
 * @refuses in-the-way, nonsense
 */
export function numberUnits(project: Project, name: string): Change {
  const placed = placesOf(project, name).map((group) => {
    const board = findBoard(project, group.drawing)
    const plan = board && asPlan(board)
    return { group, storey: plan ? storeyOf(project, plan.level) : 0, at: group.unit.frame.at }
  })
  placed.sort(
    (p, q) =>
      p.storey - q.storey ||
      Math.round((q.at.y - p.at.y) / ROW) ||
      p.at.x - q.at.x ||
      (p.group.id < q.group.id ? -1 : 1),
  )
  const numbered = placed.map(({ group }, i) => ({
    ...group,
    unit: { ...group.unit, number: String(i + 1) },
  }))
  return new Outcome(project).put(...numbered).change()
}

/** The map that brings what stands in one place of a unit into another. */
const mapBetween = (from: UnitPlace, to: UnitPlace): Affine =>
  combine(
    placing(to.frame.at, to.frame.turn, to.frame.mirrored),
    inverse(placing(from.frame.at, from.frame.turn, from.frame.mirrored)),
  )

/** All that makes a place: its members with what stands in their walls, walls before that. */
function contentOf(project: Project, members: readonly Id[]): Id[] {
  const there = members.filter((id) => project.get(id))
  return [...there, ...there.flatMap((id) => openingsOf(project, id).map((opening) => opening.id))]
}

/** Further off than this, what was moved is not known again, mm. */
const MOVED_FAR = 5000

/**
 * What stands in another place for each thing of one: the nearest of its kind to where it would be, each for one thing
 * alone.
 */
function counterparts(
  project: Project,
  content: readonly Id[],
  others: readonly Id[],
  map: Affine,
): ReadonlyMap<Id, Id> {
  const standing = (ids: readonly Id[], by: Affine) =>
    ids.flatMap((id) => {
      const record = project.get(id)!
      const spot = spotOf(project, record)
      return spot ? [{ id, at: applyTo(by, spot), kind: kindOf(record) }] : []
    })
  const here = standing(content, map)
  const there = standing(others, IDENTITY)
  const found = new Map<Id, Id>()
  const taken = new Set<Id>()
  // Most stand just where they would: those need no looking around.
  const byPlace = new Map<string, Id[]>()
  for (const { id, at, kind } of there) {
    const key = placeKey(kind, at)
    byPlace.set(key, [...(byPlace.get(key) ?? []), id])
  }
  for (const { id, at, kind } of here) {
    const other = byPlace.get(placeKey(kind, at))?.find((each) => !taken.has(each))
    if (other === undefined) continue
    found.set(id, other)
    taken.add(other)
  }
  const pairs: { id: Id; other: Id; away: number }[] = []
  for (const each of here)
    if (!found.has(each.id))
      for (const other of there) {
        if (taken.has(other.id) || other.kind !== each.kind) continue
        const away = distance(each.at, other.at)
        if (away <= MOVED_FAR) pairs.push({ id: each.id, other: other.id, away })
      }
  pairs.sort((p, q) => p.away - q.away || (p.other < q.other ? -1 : 1))
  for (const { id, other } of pairs)
    if (!found.has(id) && !taken.has(other)) {
      found.set(id, other)
      taken.add(other)
    }
  return found
}
/** A kind and a place to a millimetre. */
const placeKey = (kind: string, { x, y }: Point): string => `${kind} ${Math.round(x)} ${Math.round(y)}`
const kindOf = (record: AnyRecord): string =>
  record.kind === 'opening' ? `opening ${record.fit}` : record.kind

/**
 * Makes all other places of a unit like one: whatever was changed, put in or taken out there. What has a number keeps its
 * own in each place. `content` is what the unit holds from now on; left out: what it held.
 * @refuses bad-value, gone, in-the-way, locked, no-room, nonsense, nothing, taken, too-many, wrong-kind
 */
export function spreadUnit(
  project: Project,
  place: Id,
  content: readonly Id[] | null,
  makeId: MakeId,
): Change {
  const source = project.need('group', place)
  if (!isUnit(source)) throw new EditRefused('nothing', 'This is not the place of a unit.')
  const wanted = content ?? source.members
  const members = [...new Set(wanted)].filter((id) => project.get(id) && project.get(id)!.kind !== 'opening')
  if (members.length < 2) throw new EditRefused('nothing', 'A unit holds at least two things.')
  const all = contentOf(project, members)
  const outcome = new Outcome(project)
  const made: Id[] = []
  if (content) outcome.put({ ...source, members })
  for (const target of placesOf(project, source.unit.name)) {
    if (target.id === source.id) continue
    const board = findBoard(project, target.drawing)
    if (!board) continue
    const map = mapBetween(source.unit, target.unit)
    const former = contentOf(project, target.members)
    refuseLocked(project, former)
    const same = counterparts(project, all, former, map)
    const kept = new Set(same.values())
    outcome.remove(...former.filter((id) => !kept.has(id)))
    const ids = new Map(all.map((id) => [id, same.get(id) ?? makeId()]))
    copyInto(outcome, members, [map], makeId, {
      board,
      among: project,
      idOf: (id) => ids.get(id) ?? makeId(),
      grouped: false,
    })
    made.push(...ids.values())
    for (const id of ids.values()) {
      const now = outcome.get(id)
      const was = project.get(id)
      if (now && was) outcome.put(ownNumbers(now, was))
    }
    outcome.put({ ...target, members: members.map((id) => ids.get(id)!) })
  }
  // What is new in several places has a number of its own in each.
  outcome.put(
    ...distinct(
      project,
      made.flatMap((id) => outcome.get(id) ?? []),
    ),
  )
  return outcome.change()
}

/** A record with the numbers it had. */
function ownNumbers(now: AnyRecord, was: AnyRecord): AnyRecord {
  if (now.kind === 'opening' && was.kind === 'opening' && was.mark !== undefined)
    return { ...now, mark: was.mark }
  if (now.kind === 'room' && was.kind === 'room') return { ...now, number: was.number }
  return now
}

/** What of a record is its own in each place. */
const OWN_FACTS: ReadonlySet<string> = new Set([
  'id',
  'level',
  'drawing',
  'wall',
  'number',
  'mark',
  'remarks',
  'tagAt',
  'markPaperMm',
  'places',
  'scales',
  'pinned',
  'along',
  'hand',
  'side',
  'measured',
  'anchors',
  'tip',
  'region',
])

/** Two figures as one sees them: places and lengths to a tenth of a millimetre, directions however often they turn. */
function alikeIn(p: unknown, q: unknown, key: string): boolean {
  if (typeof p === 'number' && typeof q === 'number')
    return key === 'turn' || key === 'direction'
      ? Math.abs(Math.sin((p - q) / 2)) < SAME_TURN
      : Math.abs(p - q) <= SEEN
  if (p === null || q === null || typeof p !== 'object' || typeof q !== 'object') return p === q
  const keys = new Set([...Object.keys(p), ...Object.keys(q)])
  const [one, other] = [p as Record<string, unknown>, q as Record<string, unknown>]
  return [...keys].every((each) => OWN_FACTS.has(each) || alikeIn(one[each], other[each], each))
}
/** Finer than this nobody sees a difference, mm. */
const SEEN = 0.1
/** Nor in a direction, radians. */
const SAME_TURN = 1 / 10_000

/** Whether a thing of one place stands as its counterpart in another does. */
function standsAlike(project: Project, id: Id, other: Id, map: Affine): boolean {
  const [p, q] = [project.get(id)!, project.get(other)!]
  const [at, there] = [spotOf(project, p), spotOf(project, q)]
  if (!at || !there || distance(applyTo(map, at), there) > 1) return false
  if (p.kind === 'opening') return alikeIn(p, q, '')
  return alikeIn(mapped(p, { map, scale: 1, carries: () => true }), q, '')
}

/**
 * The other places of a unit that are not like one: something stands elsewhere there, is of another kind or size, is
 * missing, or is more.
 */
export function unlikePlaces(project: Project, place: UnitGroup): UnitGroup[] {
  return placesOf(project, place.unit.name).filter(
    (other) => other.id !== place.id && !isPlaceAlike(project, place, other),
  )
}

/** Whether two places of a unit hold the same. */
export function isPlaceAlike(project: Project, place: UnitGroup, other: UnitGroup): boolean {
  const all = contentOf(project, place.members)
  const there = contentOf(project, other.members)
  if (there.length !== all.length) return false
  const map = mapBetween(place.unit, other.unit)
  const same = counterparts(project, all, there, map)
  return all.every((id) => same.has(id) && standsAlike(project, id, same.get(id)!, map))
}
