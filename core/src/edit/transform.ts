import {
  SAME_POINT,
  SAME_LENGTH,
  LEAST_FACTOR,
  IDENTITY,
  angleOf,
  applyTo,
  enlargement,
  mirrors,
  subtract,
  unitAt,
  type Affine,
  type Point,
} from '../geometry'
import { hostedIn, mapped, type Mapping } from '../kinds'
import {
  withTies,
  isPlaced,
  isTied,
  anchorsOf,
  carriedAlong,
  kindWord,
  looseNames,
  tieHost,
  type Anchor,
  type AnyRecord,
  type Change,
  type Board,
  type Id,
  type Opening,
  type Placed,
  type Project,
  type RecordOf,
  type Viewport,
  boardOf,
  scaleOf,
  findBoard,
  KINDS,
} from '../records'
import { TieFinder, carryOpenings, carryTie, holdAnchor, type Fate, type Fates, tieOf } from '../ties'
import { EditRefused, type MakeId } from './refusal'
import { distinct } from './distinct'
import { alsoInCopies } from './places'
import { openingsOf } from './openingsOf'
import { carryOpening, refuseOver } from './openingCarry'
import { Outcome, groundOf, keepsSize, refuseLocked, unitUnder } from './outcome'

/** Most records one edit may make. */
export const MOST_COPIES = 15_000

function refuseNonsense(map: Affine): void {
  if (![map.a, map.b, map.c, map.d, map.e, map.f].every(Number.isFinite))
    throw new EditRefused('bad-value', 'That is no place to go to.')
  const factor = enlargement(map)
  if (!(factor > LEAST_FACTOR && factor < 1e6))
    throw new EditRefused('bad-value', 'Scale by a factor above 0, and below a million.')
}

/** Board mm to one paper mm where a record is drafted. */
const scaleAt = (project: Project, record: AnyRecord): number => {
  const board = boardOf(project, record)
  return board ? scaleOf(board) : 1
}

/** A record under a map, refused for what stands nowhere of its own. */
function mappedOrRefused(
  project: Project,
  record: AnyRecord,
  map: Affine,
  carried: (id: Id) => boolean,
): AnyRecord {
  const mapping: Mapping = {
    map,
    scale: scaleAt(project, record),
    carries: (anchor) => {
      const host = tieHost(anchor)
      return host !== null && carried(host)
    },
  }
  const made = mapped(record, mapping)
  if (!made) throw new EditRefused('wrong-kind', `A ${kindWord(record.kind)} cannot be moved or copied.`)
  return made
}

/**
 * Moves, turns, mirrors or scales records. Openings go with their walls, dimensions and leaders with what they
 * hold on to. The map must keep shapes.
 * @refuses bad-value, gone, in-the-way, locked, nonsense, nothing, wrong-kind
 */
export const mapItems = (project: Project, ids: readonly Id[], map: Affine): Change =>
  mapInto(new Outcome(project), ids, map).change()

/**
 * As `mapItems`, as part of a larger edit.
 * @refuses bad-value, gone, locked, nonsense, nothing, wrong-kind
 */
export function mapInto(outcome: Outcome, ids: readonly Id[], map: Affine): Outcome {
  const { project } = outcome
  refuseNonsense(map)
  refuseLocked(project, ids)
  const chosen = new Set(ids)
  const movesWalls = ids.some((id) => project.get(id)?.kind === 'wall')
  const carried = (id: Id): boolean => isCarried(project, chosen, id)
  let moved = 0
  for (const id of chosen) {
    const record = project.get(id)!
    if (record.kind === 'opening' && chosen.has(record.wall)) continue
    moved++
    if (record.kind === 'opening') {
      if (!keepsSize(map))
        throw new EditRefused('wrong-kind', 'A door or window is scaled with its wall, or by its width.')
      outcome.moved(record, map, carryOpening(project, record, map))
      continue
    }
    if (record.kind === 'viewport' && record.locked)
      throw new EditRefused('locked', 'This viewport is locked in its place. Unlock it first.')
    // A room moved without walls stays the room it is: its tag moves.
    if (record.kind === 'room' && !movesWalls)
      outcome.put({ ...record, tagAt: applyTo(map, record.tagAt ?? record.at) })
    else outcome.moved(record, map, mappedOrRefused(project, record, map, carried))
  }
  if (moved === 0) throw new EditRefused('nothing', 'Nothing of this can be moved.')
  return outcome
}

/** Whether a record is carried along: chosen itself, or an opening of a chosen wall. */
function isCarried(project: Project, chosen: ReadonlySet<Id>, id: Id): boolean {
  if (chosen.has(id)) return true
  const record = project.get(id)
  return record?.kind === 'opening' && chosen.has(record.wall)
}

/** The board that copies come into. */
export interface CopyInto {
  readonly board: Board
  /** The project in which their free ends look for what to hold on to. */
  readonly among: Project
  /** The id that the copy of a record gets; left out: one of its own. */
  readonly idOf?: (id: Id) => Id
  /** Groups of what is copied are not copied with it. */
  readonly grouped?: false
}

/**
 * Copies records, once for each map. What hangs together stays so: openings come with their walls, copied
 * dimensions and leaders hold on to copied things, or to what is found where they come to, and groups of copied
 * things are copied.
 * @refuses bad-value, gone, in-the-way, locked, no-room, nonsense, nothing, taken, too-many, wrong-kind
 */
export function copyItems(
  project: Project,
  ids: readonly Id[],
  maps: readonly Affine[],
  makeId: MakeId,
): Change {
  const outcome = new Outcome(project)
  copyInto(outcome, ids, maps, makeId)
  return outcome.change()
}

/**
 * As `copyItems`, as part of a larger edit. Gives the copies, in order, for each map, those of their groups, and the annotation that
 * stands in copied viewports as in those they were copied from.
 * @refuses bad-value, gone, in-the-way, locked, no-room, nothing, taken, too-many, wrong-kind
 */
export function copyInto(
  outcome: Outcome,
  ids: readonly Id[],
  maps: readonly Affine[],
  makeId: MakeId,
  into?: CopyInto,
): {
  readonly copies: readonly AnyRecord[]
  readonly groups: readonly AnyRecord[]
  readonly told: readonly AnyRecord[]
} {
  const { project } = outcome
  for (const map of maps) refuseNonsense(map)
  refuseLocked(project, ids)
  const chosen = withOpenings(project, ids)
  if (chosen.length === 0) throw new EditRefused('nothing', 'Select what is to be copied.')
  if (chosen.length * maps.length > MOST_COPIES)
    throw new EditRefused(
      'too-many',
      `That would make ${(chosen.length * maps.length).toLocaleString('en')} copies; at most ${MOST_COPIES.toLocaleString('en')} go at a time.`,
    )
  const groups = project.all('group').filter((group) => group.members.every((id) => chosen.includes(id)))
  const put: AnyRecord[] = []
  for (const map of maps) put.push(...copiesOnce(project, chosen, map, makeId, into))
  const copies = distinct(project, put)
  const tied = tiedAgain(into?.among ?? project, copies)
  const grouped =
    into?.grouped === false ? [] : groupCopies(project, groups, chosen, tied, maps, makeId, into)
  const viewports = copies.flatMap((copy, i): [Id, Id][] =>
    copy.kind === 'viewport' ? [[chosen[i % chosen.length]!, copy.id]] : [],
  )
  const told = alsoInCopies(project, viewports)
  outcome.put(...tied, ...grouped, ...told)
  return { copies: tied, groups: grouped, told }
}

function withOpenings(project: Project, ids: readonly Id[]): Id[] {
  const chosen = new Set<Id>(ids)
  for (const id of ids) for (const opening of openingsOf(project, id)) chosen.add(opening.id)
  // Walls come before what stands in them.
  return [...chosen].sort(
    (p, q) => Number(project.get(p)?.kind === 'opening') - Number(project.get(q)?.kind === 'opening'),
  )
}

function copiesOnce(
  project: Project,
  chosen: readonly Id[],
  map: Affine,
  makeId: MakeId,
  into: CopyInto | undefined,
): AnyRecord[] {
  const fresh = new Map(chosen.map((id) => [id, into?.idOf?.(id) ?? makeId()]))
  const fates = new Map<Id, Fate>()
  const made = new Map<Id, AnyRecord>()
  const alone: Opening[] = []
  const copied = (record: AnyRecord): AnyRecord => {
    const id = fresh.get(record.id)!
    if (record.kind !== 'opening') {
      const carried = (other: Id): boolean => fresh.has(other) || comesElsewhere(record, map)
      const copy = { ...mappedOrRefused(project, record, map, carried), id } as AnyRecord
      return into ? broughtInto(copy, into.board) : copy
    }
    const host = fates.get(record.wall)
    if (host) return { ...carryOpenings([record], host)[0]!.opening, id }
    const copy = { ...carryOpening(project, record, map), id }
    refuseOver(project, copy, alone)
    alone.push(copy)
    return copy
  }
  for (const id of chosen) {
    const was = project.get(id)!
    const copy = copied(was)
    made.set(copy.id, copy)
    fates.set(id, {
      was,
      parts: [copy],
      at: (p) => applyTo(map, p),
      whole: true,
      mirrored: mirrors(map),
      keepsEnds: true,
    })
  }
  const now: Fates = { of: (id) => fates.get(id), now: (id) => made.get(id) ?? project.get(id) }
  return [...made.values()].map((copy, i) => {
    const was = project.get(chosen[i]!)!
    if (looseNames(was).length === 0) return copy
    const elsewhere = comesElsewhere(was, map)
    const before = new Map(anchorsOf(was).map((anchor, n) => [anchorsOf(copy)[n]!, anchor]))
    return (
      carriedAlong(copy, {
        became: (id) =>
          fresh.has(id) ? [fresh.get(id)!] : namedBySame(into?.among ?? project, copy, id) ? undefined : [],
        tie: (anchor) => {
          const host = tieHost(anchor)
          if (host === null) return anchor
          if (fresh.has(host)) return carryTie(before.get(anchor)!, now, () => groundOf(project, was))
          // What it held on to stays behind: it looks for what stands where it comes to.
          return elsewhere
            ? { to: 'point', last: applyTo(map, placeOf(project, was, before.get(anchor)!)) }
            : anchor
        },
      }) ?? copy
    )
  })
}

/** What a copy names as what it was copied from did: levels, keynotes, and the viewports of its drawing. */
const namedBySame = (project: Project, copy: AnyRecord, id: Id): boolean =>
  project.find('level', id) !== undefined ||
  project.find('keynote', id) !== undefined ||
  (isPlaced(copy) && placedOn(copy, project.find('viewport', id)))

const placedOn = (copy: Placed, viewport: Viewport | undefined): boolean =>
  viewport !== undefined && 'drawing' in copy && copy.drawing === viewport.drawing

/**
 * A record as part of a drawing; refused where it has no place there.
 * @refuses wrong-kind
 */
export function broughtInto(record: AnyRecord, board: Board): AnyRecord {
  const made = hostedIn(record, board)
  if (!made)
    throw new EditRefused(
      'wrong-kind',
      KINDS[record.kind].host === 'sheet'
        ? `A ${kindWord(record.kind)} stands on sheets alone.`
        : `A ${kindWord(record.kind)} belongs to a level, and this ${kindWord(board.kind)} is of none.`,
    )
  return made
}

/** How far a dimension may be carried along itself while its copy measures the same in another row, mm. */
const SAME_ROW = SAME_LENGTH

/**
 * Whether a copy speaks of another place than what it was copied from: a leader and a level mark always, a dimension unless it was
 * brought square to itself into another row.
 */
function comesElsewhere(record: AnyRecord, map: Affine): boolean {
  if (!isTied(record)) return false
  if (record.kind !== 'dimension') return true
  const isShift = map.a === 1 && map.b === 0 && map.c === 0 && map.d === 1
  const u = unitAt(record.direction)
  return !isShift || Math.abs(map.e * u.x + map.f * u.y) > SAME_ROW
}

/** Where a tie of a record is held now. */
const placeOf = (project: Project, record: AnyRecord, anchor: Anchor): Point =>
  holdAnchor(anchor, groundOf(project, record)).point

/** Copies whose free ends hold on to what stands where they come to. */
function tiedAgain(project: Project, copies: readonly AnyRecord[]): AnyRecord[] {
  const finders = new Map<Id, TieFinder>()
  const finderFor = (record: AnyRecord & { drawing: Id }): TieFinder | null => {
    const board = findBoard(project, record.drawing)
    if (!board) return null
    let finder = finders.get(board.id)
    if (!finder) finders.set(board.id, (finder = new TieFinder(groundOf(project, record), board)))
    return finder
  }
  return copies.map((copy) => {
    if (!isTied(copy)) return copy
    if (anchorsOf(copy).every((anchor) => anchor.to !== 'point')) return copy
    const finder = finderFor(copy)
    if (!finder) return copy
    const inPlan = project.find('drawing', copy.drawing)?.view === 'plan'
    return withTies(copy, (anchor) =>
      anchor.to === 'point' ? tieOf(copy, finder, anchor.last, inPlan) : anchor,
    )
  })
}

function groupCopies(
  project: Project,
  groups: readonly RecordOf<'group'>[],
  chosen: readonly Id[],
  put: readonly AnyRecord[],
  maps: readonly Affine[],
  makeId: MakeId,
  into: CopyInto | undefined,
): AnyRecord[] {
  return groups.flatMap(({ unit, ...group }) => {
    const numbers = unit ? unitNumbers(into?.among ?? project, unit.name) : []
    return maps.map((map, n): AnyRecord => {
      // Another place of the unit, as long as it keeps its size.
      const place = unit && keepsSize(map) ? unitUnder(unit, map) : undefined
      if (place) numbers.push(Math.max(0, ...numbers) + 1)
      return {
        ...group,
        id: makeId(),
        drawing: into?.board.id ?? group.drawing,
        members: group.members.map((id) => put[n * chosen.length + chosen.indexOf(id)]!.id),
        ...(place ? { unit: { ...place, number: String(numbers.at(-1)) } } : {}),
      }
    })
  })
}

const unitNumbers = (project: Project, name: string): number[] =>
  project
    .all('group')
    .flatMap(({ unit }) => (unit?.name === name && /^\d+$/.test(unit.number) ? [Number(unit.number)] : []))

/**
 * The map that mirrors about the line through a and b.
 * @refuses no-size
 */
export function mirrorAbout(a: Point, b: Point): Affine {
  const u = subtract(b, a)
  const square = u.x * u.x + u.y * u.y
  if (!(square > 0)) throw new EditRefused('no-size', 'The mirror line needs two different points.')
  const c = (u.x * u.x - u.y * u.y) / square
  const s = (2 * u.x * u.y) / square
  return { a: c, b: s, c: s, d: -c, e: a.x - c * a.x - s * a.y, f: a.y - s * a.x + c * a.y }
}

/** The map that scales evenly about a point. */
export const scaleAbout = ({ x, y }: Point, factor: number): Affine => ({
  ...IDENTITY,
  a: factor,
  d: factor,
  e: x - x * factor,
  f: y - y * factor,
})

/**
 * The map that brings p on p2 and turns the direction p→q into p2→q2; with `scaled` also its length. Throws a
 * sentence when two of the points fall together.
 * @refuses no-size
 */
export function alignMap(p: Point, q: Point, p2: Point, q2: Point, scaled: boolean): Affine {
  const from = subtract(q, p)
  const to = subtract(q2, p2)
  const length = Math.hypot(from.x, from.y)
  const other = Math.hypot(to.x, to.y)
  if (length < SAME_POINT || other < SAME_POINT)
    throw new EditRefused('no-size', 'Each pair needs two different points.')
  const turn = angleOf(to) - angleOf(from)
  const factor = scaled ? other / length : 1
  const cos = Math.cos(turn) * factor
  const sin = Math.sin(turn) * factor
  return {
    a: cos,
    b: sin,
    c: -sin,
    d: cos,
    e: p2.x - cos * p.x + sin * p.y,
    f: p2.y - sin * p.x - cos * p.y,
  }
}
