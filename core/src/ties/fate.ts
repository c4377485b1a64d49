import { sizeOf } from '../blocks'
import { footingPart, steppedAt, wallAxis } from '../building'
import {
  ROUNDING,
  ON_LINE,
  SAME_POINT,
  distance,
  applyTo,
  dot,
  edgeLength,
  isStraight,
  nearestOnEdge,
  partAt,
  placing,
  pointOn,
  straight,
  subtract,
  type Edge,
  type Point,
} from '../geometry'
import { centreOf, edgesOfRecord, placedBox } from '../kinds'
import {
  tieHost,
  type Anchor,
  type AnyRecord,
  type Id,
  type Opening,
  type Placement,
  type Project,
  type Wall,
} from '../records'
import { TIE, localIn } from './find'
import { holdAnchor, type Ground } from './hold'

/** What became of a record. */
export interface Fate {
  readonly was: AnyRecord
  /** What it is now: itself changed, the parts it was cut into, what it was joined to, a copy; nothing when it is gone. */
  readonly parts: readonly AnyRecord[]
  /** Where its points went. */
  readonly at: (p: Point) => Point
  /** It was moved as a whole: every point of it went where `at` says. */
  readonly whole: boolean
  /** Left and right changed about. */
  readonly mirrored: boolean
  /** It is one thing still, whose ends are its former ends, wherever they are now. */
  readonly keepsEnds: boolean
}

/** What became of things, and how they are now. */
export interface Fates {
  of(id: Id): Fate | undefined
  /** A record after the change. */
  now(id: Id): AnyRecord | undefined
}

const stay = (p: Point): Point => p

/** Something changed in place. */
export const reshaped = (was: AnyRecord, now: AnyRecord, at = stay): Fate => ({
  was,
  parts: [now],
  at,
  whole: false,
  mirrored: false,
  keepsEnds: true,
})

/** The drawn line of a part that is a wall. */
interface WallPart {
  readonly wall: Wall
  readonly axis: Edge
  /** It runs the other way than the wall did. */
  readonly reversed: boolean
}

function wallParts(fate: Fate, axis: Edge): WallPart[] {
  const [p, q] = [fate.at(pointOn(axis, 0.4)), fate.at(pointOn(axis, 0.6))]
  return fate.parts.flatMap((wall): WallPart[] => {
    if (wall.kind !== 'wall') return []
    const now = wallAxis(wall)
    return [{ wall, axis: now, reversed: partAt(now, p) > partAt(now, q) }]
  })
}

/** The part nearest to where a distance along the wall is now, and how far along that it lies. */
function alongParts(
  fate: Fate,
  axis: Edge,
  parts: readonly WallPart[],
  along: number,
): { readonly part: WallPart; readonly along: number } | null {
  const length = edgeLength(axis)
  const p = fate.at(pointOn(axis, along / length))
  let best: WallPart | null = null
  let away = Infinity
  for (const part of parts) {
    const found = nearestOnEdge(part.axis, p).distance
    if (found >= away) continue
    best = part
    away = found
  }
  if (!best) return null
  const now = edgeLength(best.axis)
  // Turned about one of its ends it keeps its distance from that.
  if (fate.keepsEnds && !best.reversed && isStraight(axis) && isStraight(best.axis)) {
    if (
      distance(fate.at(axis.a), best.axis.a) <= SAME_POINT &&
      distance(p, pointOn(axis, along / length)) === 0
    )
      return { part: best, along }
    if (
      distance(fate.at(axis.b), best.axis.b) <= SAME_POINT &&
      distance(p, pointOn(axis, along / length)) === 0
    )
      return { part: best, along: now - (length - along) }
  }
  return { part: best, along: partAt(best.axis, p) * now }
}

/** A door or window of a wall after what became of that. */
export interface CarriedOpening {
  readonly opening: Opening
  /** The piece of wall it stood in was cut through, or away. */
  readonly cut: boolean
}

const swapped = <T extends string>(value: T, one: T, other: T): T =>
  value === one ? other : value === other ? one : value

/** The doors and windows of a wall where they are in the building after what became of it. */
export function carryOpenings(openings: readonly Opening[], fate: Fate): CarriedOpening[] {
  if (fate.was.kind !== 'wall' || openings.length === 0) return []
  const axis = wallAxis(fate.was)
  const parts = wallParts(fate, axis)
  const length = edgeLength(axis)
  return openings.flatMap((opening): CarriedOpening[] => {
    const found = alongParts(fate, axis, parts, opening.along)
    if (!found) return []
    const { part, along } = found
    const half = opening.width / 2
    const within = (centre: number, whole: number): boolean =>
      centre - half >= -SAME_POINT && centre + half <= whole + SAME_POINT
    const stood = within(opening.along, length)
    const turned = part.reversed !== fate.mirrored
    const made: Opening = {
      ...opening,
      wall: part.wall.id,
      along,
      ...(part.reversed ? { hand: swapped(opening.hand, 'start', 'end') } : {}),
      ...(turned ? { side: swapped(opening.side, 'left', 'right') } : {}),
      ...(part.reversed && opening.round ? { round: swapped(opening.round, 'start', 'end') } : {}),
      ...(opening.measured
        ? {
            measured: {
              ...opening.measured,
              ...(part.reversed ? { end: swapped(opening.measured.end, 'start', 'end') } : {}),
              ...(turned ? { side: swapped(opening.measured.side, 'left', 'right') } : {}),
            },
          }
        : {}),
    }
    return [{ opening: made, cut: !fate.keepsEnds && stood && !within(along, edgeLength(part.axis)) }]
  })
}

/**
 * The parts of a wall, their strip footings stepping where they stepped. A part whose footing was changed by what
 * was done is left as it was made.
 */
export function carryFootings(fate: Fate): readonly AnyRecord[] {
  const { was } = fate
  if (was.kind !== 'wall' || !was.footing?.steps) return fate.parts
  const { footing } = was
  const axis = wallAxis(was)
  const made = new Map<AnyRecord, Wall>()
  for (const part of wallParts(fate, axis)) {
    if (JSON.stringify(part.wall.footing) !== JSON.stringify(footing)) continue
    const placed = was.footing.steps.map(({ along }) => alongParts(fate, axis, [part], along)!.along)
    made.set(part.wall, {
      ...part.wall,
      footing: footingPart(steppedAt(footing, placed, part.reversed), 0, edgeLength(part.axis)),
    })
  }
  return fate.parts.map((part) => made.get(part) ?? part)
}

/**
 * What a tie holds on to after a change, given what became of things; the same object when that is what it held on to
 * before. `ground` is as it was before.
 */
export function carryTie(anchor: Anchor, fates: Fates, ground: () => Ground): Anchor {
  const carried = carriedTie(anchor, fates, ground)
  return sameTie(anchor, carried) ? anchor : carried
}

/** Whether two ties say the same, but for where they were last. */
function sameTie(p: Anchor, q: Anchor): boolean {
  if (p.to !== q.to) return false
  return Object.entries(p).every(([key, value]) => {
    const other = (q as Record<string, unknown>)[key]
    if (key === 'last' && p.to !== 'inside' && p.to !== 'point') return true
    if (typeof value === 'number') return Math.abs(value - (other as number)) <= ROUNDING
    if (value !== null && typeof value === 'object')
      return distance(value as Point, other as Point) <= ROUNDING
    return value === other
  })
}

function carriedTie(anchor: Anchor, fates: Fates, ground: () => Ground): Anchor {
  const host = tieHost(anchor)
  if (host === null) return anchor
  const lost = (): Anchor => ({ to: 'point', last: holdAnchor(anchor, ground()).point, lost: true })
  if (anchor.to === 'opening') return openingTie(anchor, fates, ground().project) ?? lost()
  const fate = fates.of(host)
  if (!fate) return anchor
  if (fate.parts.length === 0) return lost()
  switch (anchor.to) {
    case 'wallCorner':
      return cornerTie(anchor, fate) ?? lost()
    case 'wallFace':
      return faceTie(anchor, fate) ?? lost()
    case 'placement':
      return placementTie(anchor, fate, ground().project) ?? lost()
    case 'gridLine':
      return gridTie(anchor, fate) ?? lost()
    case 'item':
      return itemTie(anchor, fate, ground().project) ?? lost()
    case 'inside':
      return { ...anchor, item: fate.parts[0]!.id, last: fate.at(anchor.last) }
    case 'edge':
    case 'cut':
    case 'lineInView':
      // Where it is in the drawing follows from what it is now.
      return { ...anchor, of: fate.parts[0]!.id }
    case 'point':
      return anchor
  }
}

type TieTo<To extends Anchor['to']> = Extract<Anchor, { to: To }>
type Side = TieTo<'wallFace'>['side']

const sideAfter = (side: Side, fate: Fate, reversed: boolean): Side =>
  reversed === fate.mirrored ? side : swapped(side, 'left', 'right')

function cornerTie(anchor: TieTo<'wallCorner'>, fate: Fate): Anchor | null {
  if (fate.was.kind !== 'wall') return null
  const axis = wallAxis(fate.was)
  const parts = wallParts(fate, axis)
  if (parts.length === 0) return null
  const last = fate.at(anchor.last)
  const corner = ({ wall, reversed }: WallPart, end: 'a' | 'b'): Anchor => ({
    to: 'wallCorner',
    wall: wall.id,
    end,
    side: sideAfter(anchor.side, fate, reversed),
    ...(anchor.on ? { on: anchor.on } : {}),
    last,
  })
  const [first] = parts
  if (fate.keepsEnds) return corner(first!, first!.reversed ? swapped(anchor.end, 'a', 'b') : anchor.end)
  // Cut up or joined: the end is where it was, or within what it was joined to, or was cut off.
  const p = fate.at(anchor.end === 'a' ? axis.a : axis.b)
  for (const part of parts)
    for (const end of ['a', 'b'] as const) if (distance(part.axis[end], p) <= TIE) return corner(part, end)
  const length = edgeLength(axis)
  const found = alongParts(fate, axis, parts, anchor.end === 'a' ? 0 : length)!
  const whole = edgeLength(found.part.axis)
  if (found.along > 0 && found.along < whole)
    return {
      to: 'wallFace',
      wall: found.part.wall.id,
      side: sideAfter(anchor.side, fate, found.part.reversed),
      ...(anchor.on ? { on: anchor.on } : {}),
      along: found.along,
      last,
    }
  return corner(found.part, found.along <= 0 ? 'a' : 'b')
}

function faceTie(anchor: TieTo<'wallFace'>, fate: Fate): Anchor | null {
  if (fate.was.kind !== 'wall') return null
  const axis = wallAxis(fate.was)
  const found = alongParts(fate, axis, wallParts(fate, axis), anchor.along)
  if (!found) return null
  const { part, along } = found
  // What it was tied to is no longer built there.
  const stood = anchor.along >= -TIE && anchor.along <= edgeLength(axis) + TIE
  if (stood && !(along >= -TIE && along <= edgeLength(part.axis) + TIE)) return null
  return {
    ...anchor,
    wall: part.wall.id,
    along,
    side: sideAfter(anchor.side, fate, part.reversed),
    last: fate.at(anchor.last),
  }
}

/** The way a wall runs, as a vector. */
function wayOf(wall: Wall, along: number): { readonly p: Point; readonly q: Point } {
  const axis = wallAxis(wall)
  const length = edgeLength(axis)
  return { p: pointOn(axis, along / length), q: pointOn(axis, (along + 1) / length) }
}

function openingTie(anchor: TieTo<'opening'>, fates: Fates, project: Project): Anchor | null {
  const was = project.find('opening', anchor.opening)
  const fate = fates.of(anchor.opening)
  if (!was || (fate && fate.parts.length === 0)) return null
  const now = fate?.parts[0] ?? was
  const before = project.find('wall', was.wall)
  const after = now.kind === 'opening' ? fates.now(now.wall) : undefined
  if (now.kind !== 'opening' || !before || after?.kind !== 'wall') return null
  if (before === after) return now.id === was.id ? anchor : { ...anchor, opening: now.id }
  const carried = fates.of(before.id) ?? fate
  const at = carried?.at ?? stay
  const mirrored = carried?.mirrored ?? false
  const old = wayOf(before, was.along)
  const new_ = wayOf(after, now.along)
  const reversed = dot(subtract(at(old.q), at(old.p)), subtract(new_.q, new_.p)) < 0
  return {
    ...anchor,
    opening: now.id,
    at: reversed ? swapped(anchor.at, 'start', 'end') : anchor.at,
    side: reversed === mirrored ? anchor.side : swapped(anchor.side, 'left', 'right'),
    last: at(anchor.last),
  }
}

function placementTie(anchor: TieTo<'placement'>, fate: Fate, project: Project): Anchor | null {
  const [now] = fate.parts
  if (fate.was.kind !== 'placement') return null
  const { at, turn, mirrored } = fate.was
  const p = fate.at(applyTo(placing(at, turn, mirrored), anchor.local))
  if (!fate.keepsEnds || now?.kind !== 'placement') return foundAgain(p, fate.parts, project)
  return { ...anchor, placement: now.id, local: grown(anchor.local, fate.was, now, project), last: p }
}

/** A point in a block's own axes after it was given another size. */
function grown(local: Point, was: Placement, now: Placement, project: Project): Point {
  if (was.size === now.size && was.parameters === now.parameters) return local
  const block = project.find('block', now.block)
  if (!block) return local
  const before = sizeOf(block, was)
  const after = sizeOf(block, now)
  return { x: (local.x * after.width) / before.width, y: (local.y * after.depth) / before.depth }
}

function gridTie(anchor: TieTo<'gridLine'>, fate: Fate): Anchor | null {
  const [now] = fate.parts
  if (fate.was.kind !== 'gridLine' || now?.kind !== 'gridLine') return null
  const last = fate.at(anchor.last)
  const isEnd = anchor.part === 0 || anchor.part === 1
  if (fate.whole || isEnd) return { ...anchor, gridLine: now.id, last }
  const p = fate.at(pointOn(straight(fate.was.a, fate.was.b), anchor.part))
  const line = straight(now.a, now.b)
  const part = partAt(line, p)
  const stays = distance(pointOn(line, part), p) <= TIE
  return { ...anchor, gridLine: now.id, part: stays ? part : anchor.part, last }
}

function itemTie(anchor: TieTo<'item'>, fate: Fate, project: Project): Anchor | null {
  const { was, parts } = fate
  const [first] = parts
  if (anchor.edge === null) {
    const p = fate.at(centreOf(was) ?? anchor.last)
    for (const part of parts) {
      const centre = centreOf(part)
      if (centre && (fate.keepsEnds || distance(centre, p) <= TIE))
        return { ...anchor, item: part.id, last: centre }
    }
    return foundAgain(p, parts, project)
  }
  const edges = edgesOfRecord(was, project)
  const edge = edges[anchor.edge]
  const p = fate.at(edge ? pointOn(edge, anchor.part) : anchor.last)
  const isEnd = anchor.part === 0 || anchor.part === 1
  if (fate.keepsEnds && first) {
    const now = edgesOfRecord(first, project)
    const same = now[anchor.edge]
    if (same && now.length === edges.length) {
      const there = pointOn(same, anchor.part)
      if (distance(there, p) <= SAME_POINT || (isEnd && !fate.whole))
        return tied(first.id, anchor.edge, anchor.part, there)
      const t = partAt(same, p)
      const foot = pointOn(same, t)
      if (!isEnd && t >= 0 && t <= 1 && distance(foot, p) <= TIE) return tied(first.id, anchor.edge, t, foot)
      if (!fate.whole) return tied(first.id, anchor.edge, anchor.part, there)
    }
  }
  const found = foundAgain(p, parts, project)
  return found ?? (isEnd ? endTie(anchor, edges.length, parts, project) : null)
}

const tied = (item: Id, edge: number, part: number, last: Point): Anchor => ({
  to: 'item',
  item,
  edge,
  part,
  last,
})

/** The tie of a place to what something was cut into or made into: an end before anywhere along an edge. */
function foundAgain(p: Point, parts: readonly AnyRecord[], project: Project): Anchor | null {
  const [first] = parts
  // Made into a block: the same place in that.
  if (first?.kind === 'placement')
    return { to: 'placement', placement: first.id, local: localIn(first, p), last: p }
  let best: { readonly to: Anchor; readonly away: number } | null = null
  for (const record of parts)
    edgesOfRecord(record, project).forEach((now, index) => {
      const { t, point, distance: away } = nearestOnEdge(now, p)
      const rank = away + (t === 0 || t === 1 ? 0 : ON_LINE)
      if (away <= TIE && (!best || rank < best.away))
        best = { to: tied(record.id, index, t, point), away: rank }
    })
  return (best as { readonly to: Anchor } | null)?.to ?? null
}

/** The end of an open line that was cut off: the end it has now. */
function endTie(
  { edge, part }: TieTo<'item'>,
  count: number,
  parts: readonly AnyRecord[],
  project: Project,
): Anchor | null {
  const start = edge === 0 && part === 0
  if (!start && !(edge === count - 1 && part === 1)) return null
  const record = start ? parts[0] : parts[parts.length - 1]
  const edges = record ? edgesOfRecord(record, project) : []
  if (!record || edges.length === 0) return null
  const index = start ? 0 : edges.length - 1
  return tied(record.id, index, part, pointOn(edges[index]!, part))
}

/** Whether a record stands where it stood: nothing that hangs on it has to follow. */
export function standsStill(was: AnyRecord, now: AnyRecord, project: Project): boolean {
  if (was === now) return true
  if (was.kind === 'wall' && now.kind === 'wall') {
    const [p, q] = [wallAxis(was), wallAxis(now)]
    return distance(p.a, q.a) === 0 && distance(p.b, q.b) === 0 && p.sweep === q.sweep
  }
  if (was.kind === 'opening' && now.kind === 'opening') return was.wall === now.wall
  if (was.kind === 'placement' && now.kind === 'placement')
    return (
      distance(was.at, now.at) === 0 &&
      was.turn === now.turn &&
      was.mirrored === now.mirrored &&
      was.size === now.size &&
      was.parameters === now.parameters
    )
  const [here, there] = [placedBox(was), placedBox(now)]
  if (here.minX !== there.minX || here.minY !== there.minY) return false
  if (here.maxX !== there.maxX || here.maxY !== there.maxY) return false
  const [before, after] = [edgesOfRecord(was, project), edgesOfRecord(now, project)]
  return (
    before.length === after.length &&
    before.every((edge, i) => {
      const other = after[i]!
      return distance(edge.a, other.a) === 0 && distance(edge.b, other.b) === 0 && edge.sweep === other.sweep
    })
  )
}
