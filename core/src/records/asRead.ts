import type { Dimension, Figure } from './annotation'
import type { Id } from './parts'
import { isSameScale, type Reading } from './places'
import type { AnyRecord, RecordOf } from './schema'
import type { PaperSymbol } from './symbols'

/** Kinds that read at chosen scales, and may stand elsewhere at each: annotation, tags of rooms, numbers of openings. */
export const PLACED_KINDS = [
  'dimension',
  'roundDimension',
  'leader',
  'levelMark',
  'note',
  'symbol',
  'room',
  'opening',
] as const
export type PlacedKind = (typeof PLACED_KINDS)[number]
export type Placed = RecordOf<PlacedKind>

export const isPlaced = (record: AnyRecord | undefined): record is Placed =>
  record !== undefined && (PLACED_KINDS as readonly string[]).includes(record.kind)

type PlaceOf<R extends Placed> = NonNullable<R['places']>[number]
/** What the place of a record is made of. */
export type OwnPlace<R extends Placed> = NonNullable<PlaceOf<R>['own']>

/** Where records of a kind say their place. */
interface Placing<R extends Placed> {
  of(record: R): OwnPlace<R>
  put(record: R, own: OwnPlace<R>): R
}

/** A place that is some facts of the record. */
const facts = <R extends Placed>(
  ...names: readonly (keyof OwnPlace<R> & keyof R & string)[]
): Placing<R> => ({
  of: (record) =>
    Object.fromEntries(
      names.flatMap((name) => (record[name] === undefined ? [] : [[name, record[name]]])),
    ) as OwnPlace<R>,
  put(record, own) {
    const rest = Object.fromEntries(
      Object.entries(record).filter(([name]) => !(names as readonly string[]).includes(name)),
    )
    return { ...rest, ...own } as R
  },
})

/** Of dimensions: where the row runs, and how far figures were moved; what is said of them is said everywhere. */
const DIMENSION: Placing<Dimension> = {
  of({ offset, figures = [] }) {
    const moved = figures.flatMap(({ between, moved: by }) => (by ? [{ between, by }] : []))
    return { offset, ...(moved.length > 0 ? { moved } : {}) }
  },
  put({ figures = [], ...dimension }, { offset, moved = [] }) {
    const said = figures.flatMap(({ moved: _, ...figure }): Figure[] =>
      Object.keys(figure).length > 1 ? [figure] : [],
    )
    for (const { between, by } of moved) {
      const [i, k] = between
      const at = said.findIndex(({ between: [p, q] }) => (p === i && q === k) || (p === k && q === i))
      if (at < 0) said.push({ between, moved: by })
      else said[at] = { ...said[at]!, moved: by }
    }
    return { ...dimension, offset, ...(said.length > 0 ? { figures: said } : {}) }
  },
}

/** Of symbols: where they stand that hold on to nothing, and how far what they say was moved. */
const SYMBOL: Placing<PaperSymbol> = {
  of({ anchors, shiftPaperMm }) {
    const free = anchors.flatMap(({ to, last }) => (to === 'point' ? [last] : []))
    return { ...(shiftPaperMm ? { shiftPaperMm } : {}), ...(free.length > 0 ? { free } : {}) }
  },
  put({ shiftPaperMm: _, ...symbol }, { shiftPaperMm, free = [] }) {
    const left = [...free]
    return {
      ...symbol,
      anchors: symbol.anchors.map((anchor) =>
        anchor.to === 'point' ? { ...anchor, last: left.shift() ?? anchor.last } : anchor,
      ),
      ...(shiftPaperMm ? { shiftPaperMm } : {}),
    }
  },
}

const PLACING: { readonly [K in PlacedKind]: Placing<RecordOf<K>> } = {
  dimension: DIMENSION,
  roundDimension: facts('reach', 'turn'),
  leader: facts('elbowPaperMm'),
  levelMark: facts('shiftPaperMm'),
  symbol: SYMBOL,
  note: facts('at', 'align', 'widthPaperMm', 'turn'),
  room: facts('tagAt'),
  opening: facts('markPaperMm'),
}

const placingOf = <R extends Placed>(record: R): Placing<R> => PLACING[record.kind] as unknown as Placing<R>

/** What the place of a record is made of. */
export const ownPlace = <R extends Placed>(record: R): OwnPlace<R> => placingOf(record).of(record)

/** A record in a place. */
export const inPlace = <R extends Placed>(record: R, own: OwnPlace<R>): R =>
  placingOf(record).put(record, own)

type AnyPlace<R extends Placed> = PlaceOf<R> & { readonly own?: OwnPlace<R> }

/** What a record says of a scale. */
export const placeAtScale = <R extends Placed>({ places = [] }: R, scale: number): PlaceOf<R> | undefined =>
  (places as readonly PlaceOf<R>[]).find((each) => 'scale' in each && isSameScale(each.scale, scale))

/** What a record says of a viewport. */
export const placeInViewport = <R extends Placed>(
  { places = [] }: R,
  viewport: Id,
): Extract<PlaceOf<R>, { viewport: Id }> | undefined =>
  (places as readonly PlaceOf<R>[]).find(
    (each): each is Extract<PlaceOf<R>, { viewport: Id }> => 'viewport' in each && each.viewport === viewport,
  )

/** What a record stands by at a reading: a place of the viewport before one of the scale; undefined: as everywhere. */
export function placeAt<R extends Placed>(record: R, { scale, viewport }: Reading): PlaceOf<R> | undefined {
  if (!record.places) return undefined
  const mine = viewport === undefined ? undefined : placeInViewport(record, viewport)
  return mine?.own ? mine : placeAtScale(record, scale)
}

/** Whether it reads at a scale, and in a viewport. */
export function readsAt(record: Placed, { scale, viewport }: Reading): boolean {
  const said = viewport === undefined ? undefined : placeInViewport(record, viewport)?.reads
  return said ?? (record.scales === undefined || record.scales.some((each) => isSameScale(each, scale)))
}

/** A record as it stands at a scale and in a viewport, whether it reads there or not. */
export function placedAt<R extends AnyRecord>(record: R, reading: Reading): R
export function placedAt(record: AnyRecord, reading: Reading): AnyRecord {
  if (!isPlaced(record) || !record.places) return record
  const own = (placeAt(record, reading) as AnyPlace<typeof record> | undefined)?.own
  return own ? inPlace(record, own) : record
}

/** A record as it reads at a scale and in a viewport; null where it does not. */
export const asRead = <R extends AnyRecord>(record: R, reading: Reading): R | null =>
  isPlaced(record) && !readsAt(record, reading) ? null : placedAt(record, reading)

/**
 * A record with something done to it in each of its places.
 * @param work is given the record as it stands in a place, and the scale of that if it is one of a scale
 */
export function inEachPlace<R extends Placed>(record: R, work: (placed: R, scale: number | null) => R): R {
  const made = work(record, null)
  if (!record.places) return made
  const places = (record.places as readonly AnyPlace<R>[]).map((place) =>
    place.own
      ? {
          ...place,
          own: ownPlace(work(inPlace(record, place.own), 'scale' in place ? (place.scale as number) : null)),
        }
      : place,
  )
  return { ...made, places }
}

/** The viewports a record says something of. */
export const viewportsNamed = ({ places = [] }: Placed): Id[] =>
  places.flatMap((place) => ('viewport' in place ? [place.viewport] : []))

/** A record with other places, or with none. */
export function withPlaces<R extends Placed>(record: R, places: readonly PlaceOf<R>[]): R {
  const { places: _, ...rest } = record
  return (places.length > 0 ? { ...rest, places: [...places] } : rest) as R
}
