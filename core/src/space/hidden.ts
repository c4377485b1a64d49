import { EMPTY_BOX, ONE_PLANE, ON_LINE, SAME_POINT, boxesMeet, joinBoxes, type Box } from '../geometry'
import type { Steps } from '../steps'
import { crossingOf, spotAt } from './crossing'
import { Nearest, ONE_DEPTH } from './nearest'
import type { Plate } from './plate'
import { PlateGrid } from './plateGrid'
import { Stacks } from './stacks'
import { holds, newSides, spansOf, type Ray2, type Sides } from './spans'

/** An edge as it is looked at, with the plates that begin there: to the left of the way from a to b, and to the right. */
export interface ViewEdge {
  readonly ax: number
  readonly ay: number
  readonly bx: number
  readonly by: number
  readonly left: Plate | null
  readonly right: Plate | null
  /** It only bounds what is filled: it is no line. */
  readonly silent?: boolean
}

/** What is put into a view together: the plates and edges of one solid. */
export interface ViewThing<E extends ViewEdge> {
  readonly plates: readonly Plate[]
  readonly edges: readonly E[]
}

/** A part of an edge that is seen, with what is nearest on either hand of the way; null: nothing is there. */
export interface SeenLine<E extends ViewEdge = ViewEdge> {
  readonly x1: number
  readonly y1: number
  readonly x2: number
  readonly y2: number
  readonly left: Plate | null
  readonly right: Plate | null
  /** The edge; null where two things run into each other. */
  readonly edge: E | null
  /** It is a line to the eye; otherwise it only parts what is filled. */
  readonly drawn: boolean
  /** Something lies before it. */
  readonly unseen?: true
}

/** Where a thing runs through another. */
interface Crossing<E extends ViewEdge> extends ViewEdge {
  readonly with: Thing<E>
}

class Thing<E extends ViewEdge> {
  seen: SeenLine<E>[] = []
  readonly box: Box
  crossings: Crossing<E>[] = []
  /** Things that hold crossings with it. */
  readonly partners = new Set<Thing<E>>()

  constructor(
    readonly plates: readonly Plate[],
    readonly edges: readonly E[],
  ) {
    let box: Box = EMPTY_BOX
    for (const plate of plates) box = joinBoxes(box, plate)
    for (const edge of edges) box = joinBoxes(box, boxOfEdge(edge))
    this.box = box
  }
}

/** So many edges are looked at in one step. */
const IN_STEP = 400

/**
 * Which parts of the edges of things in space are seen, by geometry: a part is kept where the nearest plate just beside it
 * is one that begins at the edge. Kept up to date: what comes or goes makes only those edges anew that it meets.
 */
export class HiddenLines<K, E extends ViewEdge> {
  private readonly things = new Map<K, Thing<E>>()
  private readonly grid: PlateGrid
  private readonly owners = new Map<Plate, Thing<E>>()
  private fresh = new Map<K, Thing<E>>()
  /** Of these a plate lies exactly behind another no more. */
  private readonly bared = new Set<Thing<E>>()
  private readonly stacks = new Stacks()
  private dirty: Box[] = []
  /** The lines along each plate that is filled. */
  private readonly borders = new Map<Plate, Set<SeenLine<E>>>()
  private readonly redone = new Set<Plate>()
  private loaded = false
  /** How much of what is in work is done, 0 to 1. */
  part = 0

  constructor(
    /** About as large as most plates are, mm. */
    size: number,
    /** What lies behind others is told too. */
    private readonly withUnseen = false,
  ) {
    this.grid = new PlateGrid(size)
  }

  /** Puts a thing in the place of the one there was of the same key. */
  put(key: K, { plates, edges }: ViewThing<E>): void {
    this.drop(key)
    const thing = new Thing(plates, edges)
    this.things.set(key, thing)
    this.fresh.set(key, thing)
    for (const plate of plates) this.owners.set(plate, thing)
  }

  drop(key: K): void {
    const thing = this.things.get(key)
    if (!thing) return
    this.things.delete(key)
    if (!this.fresh.delete(key)) {
      for (const plate of thing.plates) if (!plate.behind) this.grid.remove(plate)
      const { bared, covered } = this.stacks.remove(thing.plates)
      for (const plate of covered) this.grid.remove(plate)
      for (const plate of bared) {
        this.grid.insert(plate)
        this.bared.add(this.owners.get(plate)!)
      }
      this.dirty.push(thing.box)
    }
    this.bared.delete(thing)
    this.forget(thing)
    this.uncross(thing)
    for (const plate of thing.plates) {
      this.owners.delete(plate)
      this.borders.delete(plate)
    }
  }

  private uncross(thing: Thing<E>): void {
    for (const { with: other } of thing.crossings) other.partners.delete(thing)
    for (const partner of thing.partners)
      partner.crossings = partner.crossings.filter((crossing) => crossing.with !== thing)
    thing.crossings = []
    thing.partners.clear()
  }

  /** Puts the plates of things that came in their places. */
  private arrange(fresh: readonly Thing<E>[]): void {
    const all = fresh.flatMap(({ plates }) => plates)
    const covered = new Set<Plate>()
    for (const plate of all) {
      const later = plate.cap ? null : this.stacks.put(plate)
      if (later) covered.add(later)
    }
    for (const plate of all) covered.delete(plate)
    for (const plate of covered) this.grid.remove(plate)
    const shown = all.filter(({ behind }) => !behind)
    if (this.loaded) for (const plate of shown) this.grid.insert(plate)
    else this.grid.load(shown)
    this.loaded = true
  }

  /** What of a thing is seen. */
  seenOf(key: K): readonly SeenLine<E>[] {
    return this.things.get(key)?.seen ?? []
  }

  platesOf(key: K): readonly Plate[] {
    return this.things.get(key)?.plates ?? []
  }

  keys(): IterableIterator<K> {
    return this.things.keys()
  }

  /** The lines around what is seen of a plate that is filled. */
  bordersOf(plate: Plate): Iterable<SeenLine<E>> {
    return this.borders.get(plate) ?? []
  }

  /** The filled plates of which something else is seen than before, since this was asked last. */
  takeRedone(): Plate[] {
    const all = [...this.redone].filter((plate) => this.owners.has(plate))
    this.redone.clear()
    return all
  }

  /** Works out what changed; gives the keys of things of which something else may be seen. In steps. */
  *solving(): Steps<Set<K>> {
    const changed = new Set<K>()
    const dirty = this.dirty
    this.dirty = []
    const fresh = [...this.fresh.values()]
    this.fresh = new Map()
    if (fresh.length === 0 && dirty.length === 0) return changed
    this.arrange(fresh)
    for (const thing of this.bared) this.uncross(thing)
    let steps = 0
    const isNew = new Set([...fresh, ...this.bared])
    this.bared.clear()
    for (const thing of isNew) {
      dirty.push(thing.box)
      this.findCrossings(thing, isNew)
      if (++steps % 20 === 0) yield
    }
    const places = dirty.map(grown)
    steps = 0
    let done = 0
    for (const [key, thing] of this.things) {
      this.part = done++ / this.things.size
      if (!isNew.has(thing) && !places.some((place) => boxesMeet(place, thing.box))) continue
      if (this.solve(thing, isNew.has(thing) ? null : places)) changed.add(key)
      steps += thing.edges.length
      if (steps > IN_STEP) {
        steps = 0
        yield
      }
    }
    return changed
  }

  private forget(thing: Thing<E>): void {
    for (const line of thing.seen) this.unborder(line)
    thing.seen = []
  }

  private border(line: SeenLine<E>): void {
    if (line.unseen) return
    for (const plate of [line.left, line.right]) {
      if (!plate?.filled || line.left === line.right) continue
      let mine = this.borders.get(plate)
      if (!mine) this.borders.set(plate, (mine = new Set()))
      mine.add(line)
      this.redone.add(plate)
    }
  }

  private unborder(line: SeenLine<E>): void {
    if (line.unseen) return
    for (const plate of [line.left, line.right])
      if (plate && this.borders.get(plate)?.delete(line)) this.redone.add(plate)
  }

  /** Looks along the edges of a thing, or along those near some places; whether anything may be otherwise now. */
  private solve(thing: Thing<E>, places: readonly Box[] | null): boolean {
    const again = (edge: ViewEdge): boolean => {
      if (!places) return true
      const box = boxOfEdge(edge)
      return places.some((place) => boxesMeet(place, box))
    }
    if (!places) {
      this.forget(thing)
      for (const edge of thing.edges) this.look(edge, edge, thing.seen)
      for (const crossing of thing.crossings) this.look(crossing, null, thing.seen)
      for (const line of thing.seen) this.border(line)
      return true
    }
    const some = thing.edges.filter(again)
    if (some.length === 0 && thing.crossings.length === 0) return false
    const anew = new Set<E | null>(some)
    if (thing.crossings.length > 0 || thing.seen.some(({ edge }) => edge === null)) anew.add(null)
    const kept: SeenLine<E>[] = []
    const before: SeenLine<E>[] = []
    for (const line of thing.seen) (anew.has(line.edge) ? before : kept).push(line)
    const now: SeenLine<E>[] = []
    for (const edge of some) this.look(edge, edge, now)
    for (const crossing of thing.crossings) this.look(crossing, null, now)
    if (now.length === before.length && now.every((line, i) => isSame(line, before[i]!))) return false
    for (const line of before) this.unborder(line)
    for (const line of now) this.border(line)
    thing.seen = [...kept, ...now]
    return true
  }

  private readonly left = new Nearest(1)
  private readonly right = new Nearest(-1)
  private readonly sides: Sides = newSides()
  private readonly box = { minX: 0, minY: 0, maxX: 0, maxY: 0 }

  /** The parts of an edge that are seen. */
  private look(edge: ViewEdge, as: E | null, seen: SeenLine<E>[]): void {
    const { ax, ay, bx, by } = edge
    const mayShow = edge.left?.behind === false || edge.right?.behind === false
    if (!mayShow && (as === null || !this.withUnseen)) return
    const length = Math.hypot(bx - ax, by - ay)
    if (length <= SAME_POINT) return
    const ray: Ray2 = { x: ax, y: ay, ux: (bx - ax) / length, uy: (by - ay) / length, length }
    const first = seen.length
    if (mayShow) this.lookAlong(edge, as, ray, seen)
    if (this.withUnseen && as !== null) this.emitUnseen(as, ray, seen, first)
  }

  /** What is nearest just beside an edge on both hands, and what of that is its own to show. */
  private lookAlong(edge: ViewEdge, as: E | null, ray: Ray2, seen: SeenLine<E>[]): void {
    const { ax, ay, bx, by } = edge
    const { left, right, sides } = this
    left.begin(ray)
    right.begin(ray)
    const box = this.box
    box.minX = Math.min(ax, bx) - ON_LINE
    box.minY = Math.min(ay, by) - ON_LINE
    box.maxX = Math.max(ax, bx) + ON_LINE
    box.maxY = Math.max(ay, by) + ON_LINE
    let floor = -Infinity
    const near = this.grid.near(box)
    for (let i = 0; i < near.count; i++) {
      const plate = near.items[i]!
      if (plate.near < floor - ONE_DEPTH) break
      if (plate.minX > box.maxX || plate.maxX < box.minX || plate.minY > box.maxY || plate.maxY < box.minY)
        continue
      spansOf(plate, ray, sides)
      if (sides.left.count > 0) left.add(plate, sides.left)
      if (sides.right.count > 0) right.add(plate, sides.right)
      floor = Math.min(left.floor(), right.floor())
    }
    this.emit(edge, as, ray, seen)
  }

  /** What of an edge is not among its parts that are seen, from the first of them on. */
  private emitUnseen(edge: E, ray: Ray2, seen: SeenLine<E>[], first: number): void {
    const { left, right } = edge
    if (edge.silent || left === right || !parts(left, right, ray, ray.length / 2)) return
    const along = (x: number, y: number): number => (x - ray.x) * ray.ux + (y - ray.y) * ray.uy
    let at = 0
    const gaps: [number, number][] = []
    for (const { x1, y1, x2, y2 } of seen.slice(first)) {
      gaps.push([at, along(x1, y1)])
      at = along(x2, y2)
    }
    gaps.push([at, ray.length])
    for (const [from, to] of gaps)
      if (to - from > SAME_POINT)
        seen.push({
          ...startOf(edge, ray, from),
          ...endOf(edge, ray, to),
          left,
          right,
          edge,
          drawn: true,
          unseen: true,
        })
  }

  /** Goes along both hands of an edge, and keeps what is its own to show. */
  private emit(edge: ViewEdge, as: E | null, ray: Ray2, seen: SeenLine<E>[]): void {
    const { left, right } = this
    let [i, j, start] = [0, 0, 0]
    let open = false
    while (i < left.count && j < right.count) {
      const end = Math.min(left.endOf(i), right.endOf(j))
      const [l, r] = [left.plateOf(i), right.plateOf(j)]
      const last = seen[seen.length - 1]
      if (end - start > SAME_POINT) {
        if (!this.isOwn(edge, as === null, l, r, ray, (start + end) / 2)) open = false
        else if (open && last!.left === l && last!.right === r)
          seen[seen.length - 1] = { ...last!, ...endOf(edge, ray, end) }
        else {
          seen.push({
            ...startOf(edge, ray, start),
            ...endOf(edge, ray, end),
            left: l,
            right: r,
            edge: as,
            drawn: edge.silent !== true && parts(l, r, ray, (start + end) / 2),
          })
          open = true
        }
      }
      start = end
      if (left.endOf(i) <= end) i++
      if (right.endOf(j) <= end) j++
    }
  }

  /** Whether what is seen on both hands of an edge at a place of it begins at this very edge. */
  private isOwn(
    edge: ViewEdge,
    isCrossing: boolean,
    l: Plate | null,
    r: Plate | null,
    ray: Ray2,
    at: number,
  ): boolean {
    const { left, right } = edge
    if (isCrossing) return (l === left && r === right) || (l === right && r === left)
    // A line on a plate.
    if (left === right) return l === left && r === left
    if (isOne(l, r)) return false
    if (left && isOne(l, left)) return this.yields(left, r, right, ray, at, 'left')
    return right !== null && isOne(r, right) && this.yields(right, l, left, ray, at, 'right')
  }

  /**
   * Whether a plate that begins at an edge gives the line between it and what is seen on the other hand: one that is
   * nearer there gives it itself; of two in one depth that both begin here, the first.
   */
  private yields(
    mine: Plate,
    other: Plate | null,
    partner: Plate | null,
    ray: Ray2,
    at: number,
    hand: keyof Sides,
  ): boolean {
    if (other === null || other === partner) return true
    const gap = depthGap(mine, other, ray, at)
    if (Math.abs(gap) > ONE_DEPTH) return gap > 0
    spansOf(other, ray, this.sides)
    return mine.order < other.order || holds(this.sides[hand], at)
  }

  /** The lines along which plates of a thing run through those of others. */
  private findCrossings(thing: Thing<E>, isNew: ReadonlySet<Thing<E>>): void {
    for (const plate of thing.plates) {
      if (plate.behind) continue
      const near = this.grid.near(plate)
      for (let i = 0; i < near.count; i++) {
        const other = near.items[i]!
        const owner = this.owners.get(other)
        if (!owner || owner === thing) continue
        if (other.near < plate.far - ONE_DEPTH) break
        if (plate.near < other.far - ONE_DEPTH || !boxesMeet(plate, other)) continue
        if (isNew.has(owner) && other.order < plate.order) continue
        for (const [from, to] of crossingOf(plate, other)) {
          // The first of the two gives it, whichever came last.
          const [first, second] = plate.order < other.order ? [thing, owner] : [owner, thing]
          first.crossings.push({
            ax: from.x,
            ay: from.y,
            bx: to.x,
            by: to.y,
            left: plate,
            right: other,
            with: second,
          })
          second.partners.add(first)
        }
      }
    }
  }
}

/** The ends of an edge are kept as they are. */
const startOf = (edge: ViewEdge, ray: Ray2, at: number): { x1: number; y1: number } => {
  if (at <= 0) return { x1: edge.ax, y1: edge.ay }
  const { x, y } = spotAt(ray, at)
  return { x1: x, y1: y }
}
const endOf = (edge: ViewEdge, ray: Ray2, at: number): { x2: number; y2: number } => {
  if (at >= ray.length) return { x2: edge.bx, y2: edge.by }
  const { x, y } = spotAt(ray, at)
  return { x2: x, y2: y }
}

/** One plate, or two parts of what is cut. */
const isOne = (p: Plate | null, q: Plate | null): boolean => p === q || (p?.cap === true && q?.cap === true)

/** How much nearer one plate is than another at a place of a line, mm. */
function depthGap(p: Plate, q: Plate, { x, y, ux, uy }: Ray2, at: number): number {
  return (p.a - q.a) * (x + ux * at) + (p.b - q.b) * (y + uy * at) + p.c - q.c
}

/** Whether the eye sees a line between two plates: not within one plane of one look, nor along a curve. */
function parts(p: Plate | null, q: Plate | null, ray: Ray2, at: number): boolean {
  if (!p || !q || p === q) return true
  if (Math.abs(depthGap(p, q, ray, at)) > ONE_DEPTH) return true
  if (p.curve !== 0 && p.curve === q.curve) return false
  return p.look !== q.look || Math.hypot(p.a - q.a, p.b - q.b) > ONE_PLANE
}

const boxOfEdge = ({ ax, ay, bx, by }: ViewEdge): Box => ({
  minX: Math.min(ax, bx),
  minY: Math.min(ay, by),
  maxX: Math.max(ax, bx),
  maxY: Math.max(ay, by),
})

const grown = ({ minX, minY, maxX, maxY }: Box): Box => ({
  minX: minX - ON_LINE,
  minY: minY - ON_LINE,
  maxX: maxX + ON_LINE,
  maxY: maxY + ON_LINE,
})

const isSame = (p: SeenLine, q: SeenLine): boolean =>
  p.x1 === q.x1 &&
  p.y1 === q.y1 &&
  p.x2 === q.x2 &&
  p.y2 === q.y2 &&
  p.left === q.left &&
  p.right === q.right &&
  p.edge === q.edge &&
  p.unseen === q.unseen &&
  p.drawn === q.drawn
