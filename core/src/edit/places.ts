import {
  inPlace,
  isPlaced,
  isSameScale,
  kindWord,
  ownPlace,
  placeAt,
  placeAtScale,
  placeInViewport,
  placedAt,
  readsAt,
  withPlaces,
  type AnyRecord,
  type Change,
  type Id,
  type OwnPlace,
  type Placed,
  type Project,
  type Reading,
} from '../records'
import { refuseLocked, storing } from './outcome'
import { EditRefused } from './refusal'

/** What annotation says of a scale or of a viewport, whatever its kind. */
type Place =
  | { readonly scale: number; readonly own: object }
  | { readonly viewport: Id; readonly reads?: boolean | undefined; readonly own?: object | undefined }

/** Where a place is had: at a scale, or in a viewport. */
export type Where = { readonly scale: number } | { readonly viewport: Id }

const isAt = (place: Place, where: Where): boolean =>
  'scale' in where
    ? 'scale' in place && isSameScale(place.scale, where.scale)
    : 'viewport' in place && place.viewport === where.viewport

const placesOf = ({ places = [] }: Placed): readonly Place[] => places

const placing = (record: Placed, places: readonly Place[]): Placed => withPlaces(record, places as never)

/** With another place there, or with null as it stands everywhere; what is said of reading there stays. */
function withPlaceAt(record: Placed, where: Where, own: OwnPlace<Placed> | null): Placed {
  const before = placesOf(record).find((each) => isAt(each, where))
  const rest = placesOf(record).filter((each) => each !== before)
  const reads = before && 'viewport' in before ? before.reads : undefined
  const said = { ...where, ...(reads === undefined ? {} : { reads }), ...(own ? { own } : {}) } as Place
  return placing(record, own || reads !== undefined ? [...rest, said] : rest)
}

/** Whether two places are one. */
const isSamePlace = (a: object, b: object): boolean => JSON.stringify(a) === JSON.stringify(b)

/** A record in the place it has there, which in turn has the place it had everywhere. */
function turnedOut(record: Placed, where: Where, own: OwnPlace<Placed>): Placed {
  return withPlaceAt(inPlace(record, own), where, ownPlace(record))
}

/** Where the place is kept by which a record stands at a reading; null: it stands as everywhere. */
function heldBy(record: Placed, reading: Reading): Where | null {
  const place = placeAt(record, reading)
  if (!place?.own) return null
  return 'scale' in place ? { scale: place.scale } : { viewport: place.viewport }
}

/** How an edit is made on annotation as it reads. */
export interface ReadHere {
  readonly reading: Reading
  /** What is moved gets a place of its own there. */
  readonly own: boolean
  /** What becomes of the places that are not seen: they stay, or what is done is done in them too. */
  readonly others: 'stay' | 'follow'
}

/**
 * An edit made on annotation as it stands at a scale and in a viewport: where it has a place of its own there that is changed,
 * elsewhere the place it has everywhere.
 * @param ids what the edit may change
 * @refuses in-the-way, nonsense
 */
export function madeAsRead(
  project: Project,
  ids: readonly Id[],
  { reading, own, others }: ReadHere,
  work: () => Change,
): Change {
  const here: Where =
    reading.viewport === undefined ? { scale: reading.scale } : { viewport: reading.viewport }
  const standing = new Map<Id, { readonly where: Where; readonly was: Placed }>()
  const stand: AnyRecord[] = []
  for (const id of ids) {
    const was = project.get(id)
    if (!isPlaced(was)) continue
    const given = own ? withPlaceAt(was, here, ownPlace(placedAt(was, reading))) : was
    const where = heldBy(given, reading)
    const place = placeAt(given, reading)
    if (!where || !place?.own) {
      // What is moved alone leaves its places elsewhere.
      if (was.places && others === 'stay') standing.set(id, { where: here, was })
      continue
    }
    standing.set(id, { where, was: given })
    stand.push(turnedOut(given, where, place.own))
  }
  if (standing.size === 0) return work()
  const stood = new Set(stand.map(({ id }) => id))
  const change = project.standingIn(stand, work)
  const put = change.put.map((made): AnyRecord => {
    const mine = standing.get(made.id)
    if (!mine || !isPlaced(made)) return made
    const { where, was } = mine
    if (!stood.has(made.id)) return placing(made, placesOf(was))
    const back = others === 'stay' ? ownPlace(was) : placesOf(made).find((each) => isAt(each, where))?.own
    const now = ownPlace(made)
    const common = inPlace(made, back as OwnPlace<Placed>)
    const known = others === 'stay' ? placing(common, placesOf(was)) : common
    const isCommon = own && isSamePlace(now, ownPlace(common))
    return withPlaceAt(known, where, isCommon ? null : now)
  })
  return { ...change, put }
}

function placedOf(project: Project, ids: readonly Id[]): Placed[] {
  refuseLocked(project, ids)
  return ids.map((id) => {
    const record = project.get(id)
    if (!record) throw new EditRefused('gone', 'What is to read there is gone.')
    if (!isPlaced(record))
      throw new EditRefused('wrong-kind', `A ${kindWord(record.kind)} looks the same at every scale.`)
    return record
  })
}

/**
 * The scales that annotation reads at; null: all of them.
 * @refuses bad-value, gone, locked, nonsense, wrong-kind
 */
export function setScales(project: Project, ids: readonly Id[], scales: readonly number[] | null): Change {
  if (scales?.length === 0) throw new EditRefused('bad-value', 'Annotation reads at one scale at least.')
  if (scales?.some((scale) => !(scale > 0))) throw new EditRefused('bad-value', 'That is no scale.')
  const kept = scales?.filter((scale, i) => scales.findIndex((each) => isSameScale(each, scale)) === i)
  return storing(
    project,
    ...placedOf(project, ids).map((record): Placed => {
      const { scales: _, ...rest } = record
      return kept ? { ...rest, scales: [...kept].sort((p, q) => p - q) } : rest
    }),
  )
}

/**
 * Whether annotation reads in a viewport; null: as the scale of that says.
 * @refuses gone, locked, nonsense, wrong-kind
 */
export function setReads(project: Project, ids: readonly Id[], viewport: Id, reads: boolean | null): Change {
  if (!project.find('viewport', viewport)) throw new EditRefused('gone', 'That viewport is gone.')
  return storing(
    project,
    ...placedOf(project, ids).map((record): Placed => {
      const before = placeInViewport(record, viewport)
      const rest = placesOf(record).filter((each) => each !== before)
      const said: Place = {
        viewport,
        ...(reads === null ? {} : { reads }),
        ...(before?.own ? { own: before.own } : {}),
      }
      return placing(record, reads !== null || before?.own ? [...rest, said] : rest)
    }),
  )
}

/**
 * Gives annotation the place at one scale that it has at another, or everywhere.
 * @param from a scale or a viewport; null: as everywhere
 * @param to where it stands so from now on; null: everywhere it has no place of its own
 * @refuses gone, locked, nonsense, nothing, wrong-kind
 */
export function copyPlace(
  project: Project,
  ids: readonly Id[],
  from: Where | null,
  to: Where | null,
): Change {
  if (to && 'viewport' in to && !project.find('viewport', to.viewport))
    throw new EditRefused('gone', 'That viewport is gone.')
  const records = placedOf(project, ids)
  const made = records.map((record): Placed => {
    const place = from && placesOf(record).find((each) => isAt(each, from))
    if (from && !place?.own) return record
    const own = (place?.own ?? ownPlace(record)) as OwnPlace<Placed>
    return to ? withPlaceAt(record, to, own) : inPlace(record, own)
  })
  if (made.every((record, i) => record === records[i]))
    throw new EditRefused('nothing', 'It has no place of its own there.')
  return storing(project, ...made)
}

/**
 * Annotation stands there as everywhere again.
 * @refuses gone, locked, nonsense, nothing, wrong-kind
 */
export function dropPlace(project: Project, ids: readonly Id[], where: Where): Change {
  const records = placedOf(project, ids)
  const had = records.filter((record) => placesOf(record).some((each) => isAt(each, where) && each.own))
  if (had.length === 0) throw new EditRefused('nothing', 'It has no place of its own there.')
  return storing(project, ...had.map((record) => withPlaceAt(record, where, null)))
}

/**
 * Annotation that stays where it was put by hand when others are tidied, or that no longer does.
 * @refuses gone, locked, nonsense, wrong-kind
 */
export function pin(project: Project, ids: readonly Id[], pinned: boolean): Change {
  return storing(
    project,
    ...placedOf(project, ids).map((record): Placed => {
      const { pinned: _, ...rest } = record
      return pinned ? { ...rest, pinned } : rest
    }),
  )
}

/** A place that something is given, at a scale or in a viewport. */
export interface GivenPlace {
  readonly id: Id
  readonly own: OwnPlace<Placed>
  readonly reading: Reading
  /** It gets a place of its own there; otherwise it stands so everywhere it has none. */
  readonly alone: boolean
}

/**
 * Annotation put into other places, one after the other.
 * @refuses gone, locked, nonsense, nothing, wrong-kind
 */
export function putPlaces(project: Project, places: readonly GivenPlace[]): Change {
  if (places.length === 0) throw new EditRefused('nothing', 'Nothing is to stand elsewhere.')
  const ids = [...new Set(places.map(({ id }) => id))]
  const made = new Map(placedOf(project, ids).map((record) => [record.id, record]))
  for (const { id, own, reading, alone } of places) {
    const record = made.get(id)!
    const here: Where =
      reading.viewport === undefined ? { scale: reading.scale } : { viewport: reading.viewport }
    const where = heldBy(record, reading) ?? (alone ? here : null)
    made.set(id, where ? withPlaceAt(record, where, own) : inPlace(record, own))
  }
  return storing(project, ...made.values())
}

/** The annotation of a drawing: of a plan, with the tags of rooms and the numbers of openings. */
export const placedOn = (project: Project, drawing: Id): Placed[] => {
  const board = project.find('drawing', drawing)
  const hosts = board?.view === 'plan' ? [drawing, board.level] : [drawing]
  return hosts
    .flatMap((host) => project.dependents(host))
    .flatMap((id) => [id, ...(project.get(id)?.kind === 'wall' ? project.dependents(id) : [])])
    .flatMap((id) => {
      const record = project.get(id)
      if (!isPlaced(record) || (record.kind === 'opening' && record.mark === undefined)) return []
      return [record]
    })
}

/** What reads in a viewport as it is, and would not at another scale. */
export function vanishing(project: Project, viewport: Id, scale: number): Placed[] {
  const { drawing, scale: now } = project.need('viewport', viewport)
  return placedOn(project, drawing).filter(
    (record) => readsAt(record, { scale: now, viewport }) && !readsAt(record, { scale, viewport }),
  )
}

/**
 * Annotation that reads at chosen scales reads at another too, standing there as it does at one of those.
 * @param like the scale whose places are taken over; null: none
 * @refuses bad-value, gone, locked, nonsense, wrong-kind
 */
export function readAlsoAt(project: Project, ids: readonly Id[], scale: number, like: number | null): Change {
  if (!(scale > 0)) throw new EditRefused('bad-value', 'That is no scale.')
  return storing(
    project,
    ...placedOf(project, ids).map((record): Placed => {
      const own = like === null ? undefined : placeAtScale(record, like)?.own
      const placed = own && !placeAtScale(record, scale)?.own ? withPlaceAt(record, { scale }, own) : record
      return record.scales && !record.scales.some((each) => isSameScale(each, scale))
        ? { ...placed, scales: [...record.scales, scale].sort((p, q) => p - q) }
        : placed
    }),
  )
}

/** Annotation has so many places at most. */
const MOST_PLACES = 100

/** What was said of viewports is said of their copies too. */
export function alsoInCopies(project: Project, copies: readonly (readonly [was: Id, copy: Id])[]): Placed[] {
  const told = new Map<Id, Placed>()
  for (const [viewport, copy] of copies)
    for (const id of project.namers(viewport)) {
      const record = told.get(id) ?? project.get(id)
      if (!isPlaced(record)) continue
      const said = placeInViewport(record, viewport)
      if (said && placesOf(record).length < MOST_PLACES)
        told.set(id, placing(record, [...placesOf(record), { ...said, viewport: copy }]))
    }
  return [...told.values()]
}
