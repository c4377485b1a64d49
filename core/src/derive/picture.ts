import { extentOf, type DisplayItem, type DisplayList } from '../display'
import { EMPTY_BOX, PlaceIndex, isEmptyBox, joinBoxes, turnBy, type Box } from '../geometry'
import { atOnce, type Steps } from '../steps'
import { ChangeLog, type Id } from '../records'

/** Where parts of one kind lie among all others: compared one after the other, the lowest at the back. */
export interface Rank {
  readonly depth: number
  readonly kind: number
  /** Who draws what lies there. */
  readonly by: DrawnBy
}

/** Who draws: what gives each record of its own kinds one part, or others. */
export type DrawnBy = 'things' | 'annotation' | 'others'

/** Where a part lies among all others: by its rank, then by what follows. */
export interface Order {
  /** Shared by all that lie there. */
  readonly rank: Rank
  /** Of its record. */
  readonly place: number
  /** Among the parts of one record. */
  readonly nth: number
}

const ranks: { readonly [B in DrawnBy]: Map<number, Map<number, Rank>> } = {
  things: new Map(),
  annotation: new Map(),
  others: new Map(),
}

/** The rank of a depth and kind: the same object for the same. */
export function rankOf(depth: number, kind: number, by: DrawnBy): Rank {
  const mine = ranks[by]
  let there = mine.get(depth)
  if (!there) mine.set(depth, (there = new Map()))
  let rank = there.get(kind)
  if (!rank) there.set(kind, (rank = { depth, kind, by }))
  return rank
}

/** What is drawn for one thing. */
export interface Part extends Box, Order {
  /** The record it is drawn for; null for what many give together. */
  readonly source: Id | null
  /** All of it. */
  readonly items: DisplayList
  /** What of it is seen in a box, when so many units of the list lie in a pixel; left out: all of it. */
  readonly within?: (box: Box, unitsPerPixel: number) => DisplayList
  /** Whether anything of it lies in a box; left out: that is not known. */
  readonly isIn?: (box: Box) => boolean
  /** How far its letters reach beyond its box. */
  readonly overhang?: number
  /** It runs on without end: it is seen wherever one looks, and nothing is as large as it. */
  readonly endless?: true
  /** It only takes off what others drew: there is nothing where there is nothing else. */
  readonly clears?: true
}

/** A part of plain items; null when there are none. */
export function partOf(items: DisplayList, order: Order, source: Id | null): Part | null {
  const box = extentOf(items)
  if (items.length === 0 || isEmptyBox(box)) return null
  const { minX, minY, maxX, maxY } = box
  const overhang = overhangOf(items)
  const { rank, place, nth } = order
  const part: Part = { minX, minY, maxX, maxY, rank, place, nth, source, items }
  return overhang > 0 ? { ...part, overhang } : part
}

/** Of the em, how far letters reach below their line or above capitals. */
const DESCENT = 0.35

export const overhangOf = (items: DisplayList): number =>
  items.reduce((most, item) => (item.kind === 'text' ? Math.max(most, item.size * DESCENT) : most), 0)

/** A picture of items that do not change. */
export function pictureFrom(items: DisplayList): Picture {
  const picture = new Picture()
  items.forEach((item, place) => {
    picture.replace(null, partOf([item], { rank: FLAT, place, nth: 0 }, item.source))
  })
  picture.settle()
  return picture
}

const FLAT = rankOf(0, 0, 'others')

export const byOrder = (p: Part, q: Part): number =>
  (p.rank === q.rank ? 0 : p.rank.depth - q.rank.depth || p.rank.kind - q.rank.kind) ||
  p.place - q.place ||
  p.nth - q.nth

/**
 * What a board shows, in parts that are found by place. A part stays the same object until something it comes from
 * changes; where parts came and went is told by `places`.
 */
export class Picture {
  private readonly index = new PlaceIndex<Part>()
  private readonly fresh = new Set<Part>()
  private readonly endless = new Set<Part>()
  /** The parts of each record: most have one. */
  private readonly bySource = new Map<Id, Part | readonly Part[]>()
  private dirty = new Set<Box>()
  private count = 0
  /** The furthest that letters reach beyond the box of their part. */
  overhang = 0
  /** Where it looks otherwise than before. */
  readonly places = new ChangeLog<Box>()
  /** What a lens makes of each part that comes; null: nothing else. */
  through: ((part: Part) => Part) | null = null
  /** So many parts were made so far: for tests of what is made anew. */
  made = 0

  get size(): number {
    return this.count
  }

  /** Takes everything out. */
  clear(): void {
    this.index.clear()
    this.fresh.clear()
    this.endless.clear()
    this.bySource.clear()
    this.dirty = new Set()
    this.count = 0
    this.places.addEverything()
  }

  /** Puts a part in the place of another; gives the one that stands now, which is the former if both are alike. */
  replace(before: Part | null | undefined, plain: Part | null): Part | null {
    const now = this.seen(plain)
    if (before && now && isAlike(before, now)) return before
    if (before) this.take(before)
    if (now) this.add(now)
    return now
  }

  private seen(part: Part | null): Part | null {
    return part && this.through ? this.through(part) : part
  }

  /** Puts the one part that somebody draws for a record in the place of what was drawn for it by the same before. */
  put(id: Id, by: DrawnBy, now: Part | null): void {
    this.replace(this.partBy(id, by), now)
  }

  private partBy(id: Id, by: DrawnBy): Part | undefined {
    const found = this.bySource.get(id)
    if (!found || !isList(found)) return found?.rank.by === by ? found : undefined
    return found.find(({ rank }) => rank.by === by)
  }

  /** The records that somebody drew a part for. */
  drawnBy(by: DrawnBy): Set<Id> {
    const found = new Set<Id>()
    for (const id of this.bySource.keys()) if (this.partBy(id, by)) found.add(id)
    return found
  }

  /** A part that stays looks otherwise at a place. */
  touch(place: Box): void {
    this.dirty.add(place)
  }

  /** Puts a part in the place of another that reaches elsewhere, and looks otherwise only at some places. */
  moved(before: Part, plain: Part | null, places: Iterable<Box>): Part | null {
    const now = this.seen(plain)
    if (!this.fresh.delete(before)) this.index.remove(before)
    this.count--
    if (now) {
      this.count++
      this.fresh.add(now)
    }
    for (const place of places) this.touch(place)
    return now
  }

  private add(part: Part): void {
    this.made++
    if (!part.clears) this.count++
    this.overhang = Math.max(this.overhang, part.overhang ?? 0)
    if (part.endless) this.endless.add(part)
    else this.fresh.add(part)
    this.dirty.add(part)
    if (part.source !== null) {
      const others = this.ofSource(part.source)
      this.bySource.set(part.source, others.length > 0 ? [...others, part] : part)
    }
  }

  private take(part: Part): void {
    if (!part.clears) this.count--
    if (part.endless) this.endless.delete(part)
    else if (!this.fresh.delete(part)) this.index.remove(part)
    this.dirty.add(part)
    if (part.source !== null) {
      const [first, ...rest] = this.ofSource(part.source).filter((each) => each !== part)
      if (first) this.bySource.set(part.source, rest.length > 0 ? [first, ...rest] : first)
      else this.bySource.delete(part.source)
    }
  }

  /** Lays what came by place, and tells where it looks otherwise. */
  settle(): void {
    atOnce(this.settling())
  }

  /** The same in small steps. */
  *settling(): Steps {
    yield* this.index.loading([...this.fresh])
    this.fresh.clear()
    if (this.dirty.size === 0) return
    // Of very much only that it is everything is remembered.
    if (this.dirty.size > MUCH && this.dirty.size * 2 > this.count) this.places.addEverything()
    else this.places.add(this.dirty)
    this.dirty = new Set()
  }

  /** The items that come near a box, from the back to the front; of what is made for a place only what is there. */
  near(box: Box, unitsPerPixel: number): DisplayItem[] {
    return this.search(box).flatMap((part) => part.within?.(box, unitsPerPixel) ?? part.items)
  }

  /** The parts laid by place that come near a box, in no order; none of those without end. */
  partsIn(box: Box): Part[] {
    return this.index.search(box)
  }

  /** The parts that come near a box, from the back to the front. */
  search(box: Box): Part[] {
    return [...this.index.search(box), ...this.endless].sort(byOrder)
  }

  /** What is drawn for a record. */
  of(source: Id): readonly Part[] {
    return [...this.ofSource(source)].sort(byOrder)
  }

  private ofSource(source: Id): readonly Part[] {
    const found = this.bySource.get(source)
    return found === undefined ? [] : isList(found) ? found : [found]
  }

  /** All records something is drawn for. */
  sources(): IterableIterator<Id> {
    return this.bySource.keys()
  }

  /** Everything, from the back to the front. */
  parts(): Part[] {
    return [...this.index.all(), ...this.endless].sort(byOrder)
  }

  /** All items, from the back to the front. */
  list(): DisplayItem[] {
    return this.parts().flatMap(({ items }) => items)
  }

  /** Around everything but what has no end, in the axes of the drawing turned by an angle, anticlockwise. */
  extent(turn = 0): Box {
    if (turn !== 0) return this.extentTurned(turn)
    const { minX, minY, maxX, maxY } = this.index.toJSON() as Box
    return minX <= maxX ? { minX, minY, maxX, maxY } : EMPTY_BOX
  }

  private turned: { readonly turn: number; readonly now: number; readonly box: Box } | null = null

  private extentTurned(turn: number): Box {
    const { now } = this.places
    if (this.turned?.turn === turn && this.turned.now === now) return this.turned.box
    const map = turnBy(turn)
    let box = EMPTY_BOX
    for (const part of this.index.all()) {
      let mine = extents.get(part)
      if (mine?.turn !== turn) extents.set(part, (mine = { turn, box: extentOf(part.items, map) }))
      box = joinBoxes(box, mine.box)
    }
    this.turned = { turn, now, box }
    return box
  }
}

/** Puts what is drawn for something in the place of what was, in a picture and in what its source remembers. */
export function putParts(
  picture: Picture,
  parts: Map<Id, readonly Part[]>,
  id: Id,
  now: readonly Part[],
): void {
  const before = parts.get(id) ?? []
  const kept: Part[] = []
  for (let i = 0; i < Math.max(before.length, now.length); i++) {
    const part = picture.replace(before[i], now[i] ?? null)
    if (part) kept.push(part)
  }
  if (kept.length > 0) parts.set(id, kept)
  else parts.delete(id)
}

/** More places than this at once may be everything. */
const MUCH = 500

/** How far parts reach in turned axes, worked out when it is asked for first. */
const extents = new WeakMap<Part, { readonly turn: number; readonly box: Box }>()

const isList = (parts: Part | readonly Part[]): parts is readonly Part[] => Array.isArray(parts)

const isAlike = (p: Part, q: Part): boolean =>
  byOrder(p, q) === 0 &&
  p.within === q.within &&
  (p.items === q.items ||
    (p.items.length === q.items.length && p.items.every((item, i) => item === q.items[i])))
