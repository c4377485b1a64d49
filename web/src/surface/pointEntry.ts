import { axesOf } from '@lamina/core/records'
import { shallowRef, type ShallowRef } from 'vue'
import type { FieldEdge } from '@lamina/core/derive'
import {
  SAME_LENGTH,
  angleOf,
  distance,
  edgeLength,
  nearestOnEdge,
  normalAngle,
  offsetFrom,
  pointsAtDistances,
  pointOn,
  subtract,
  turned,
  unitAt,
  type Point,
} from '@lamina/core/geometry'
import type { SnapKind } from '@lamina/core/locate'
import { formatAngle, formatLength } from '@lamina/core/units'
import type { DisplayItem } from '@lamina/core/display'
import { examples } from '../tools/examples'
import { segmentItem } from '../tools/preview'
import type { Bench, Located, Prompt, TagField } from '../tools/tool'

/** How a point is given otherwise than by pointing to it or typing its distance. */
type Entry =
  | { readonly by: 'between'; readonly first: Point | null }
  | { readonly by: 'from'; readonly base: Point | null; readonly xy: boolean }
  | { readonly by: 'edge' }
  | { readonly by: 'two'; readonly first: Point | null; readonly second: Point | null }

/** The one of several that is nearest to a place; the first where there is none. */
const nearestOf = (points: readonly Point[], to: Point | null): Point | null =>
  to === null
    ? (points[0] ?? null)
    : points.reduce<Point | null>((p, q) => (p && distance(p, to) <= distance(q, to) ? p : q), null)

const ORIGIN: Point = { x: 0, y: 0 }

/** What a figure is measured from where the pointer is held: that very place, the edge it lies on, or nothing. */
const MEASURED: Readonly<Record<SnapKind, 'from' | 'along' | null>> = {
  end: 'from',
  middle: 'from',
  crossing: 'from',
  centre: 'from',
  quarter: 'from',
  'wall end': 'from',
  'square-on': null,
  touching: null,
  aligned: null,
  parallel: null,
  square: null,
  between: null,
  'on line': 'along',
  'wall line': 'along',
}
const placeAt = (at: Located | null): Point | null =>
  at?.snap && MEASURED[at.snap.kind] === 'from' ? at.snap.point : null

/**
 * Ways to give a point that every tool shares: between two points; by x and y, or by length and turn, from the
 * last point, from any point or from the project's origin; at a distance or a part along an edge.
 */
export function usePointEntry(
  bench: Bench,
  last: () => Point | null,
  /** Where the pointer is. */
  here: () => Located | null,
) {
  const entry: ShallowRef<Entry | null> = shallowRef(null)

  function clear(): boolean {
    const was = entry.value !== null
    entry.value = null
    return was
  }

  /**
   * A figure was begun where no field takes one: it is measured from the place pointed to, or along the edge pointed
   * to. False where there is neither.
   */
  function begin(): boolean {
    if (entry.value) return false
    const at = here()
    const base = placeAt(at)
    if (base) entry.value = { by: 'from', base, xy: true }
    else if (at?.snap?.on && MEASURED[at.snap.kind] === 'along') entry.value = { by: 'edge' }
    return entry.value !== null
  }

  /** Letters that choose how the point is given. */
  function key(letter: string): boolean {
    const now = entry.value
    switch (letter) {
      case 'b':
        // Twice: by the distances from two points instead of between them.
        entry.value =
          now?.by === 'between'
            ? { by: 'two', first: now.first, second: null }
            : now?.by === 'two'
              ? null
              : { by: 'between', first: null }
        break
      case 'x':
        if (now?.by === 'from' && now.base) entry.value = { ...now, xy: !now.xy }
        else entry.value = { by: 'from', base: last() ?? ORIGIN, xy: true }
        break
      case 'f':
        // From the place pointed to, if there is one; otherwise it is asked for.
        entry.value = now?.by === 'from' && !now.xy ? null : { by: 'from', base: placeAt(here()), xy: false }
        break
      case 'e':
        entry.value = now?.by === 'edge' ? null : { by: 'edge' }
        break
      case 'o':
        if (now?.by !== 'from') return false
        entry.value = { by: 'from', base: ORIGIN, xy: true }
        break
      default:
        return false
    }
    bench.clearTyped()
    return true
  }

  const inAxes = (p: Point): Point => turned(p, ORIGIN, -axesOf(bench.board))

  function edgeNear(p: Point): FieldEdge | null {
    let best: FieldEdge | null = null
    let bestAway = bench.reach * 2
    for (const each of bench.field.edgesNear(p, bestAway)) {
      const away = nearestOnEdge(each.edge, p).distance
      if (away < bestAway) {
        best = each
        bestAway = away
      }
    }
    return best
  }

  /** The point at the typed distance or part of the edge under the pointer, from its nearer end. */
  function alongEdge(at: Located): { point: Point; from: number; length: number } | null {
    const found = edgeNear(at.raw)
    if (!found) return null
    const { edge } = found
    const length = edgeLength(edge)
    const near = nearestOnEdge(edge, at.raw)
    const fromStart = near.t <= 0.5
    const part = bench.typed('part')
    const typed = bench.typed('from end')
    const from = part !== null ? part * length : (typed ?? (fromStart ? near.t : 1 - near.t) * length)
    if (!(from >= 0 && from <= length + SAME_LENGTH)) return null
    const t = from / length
    return { point: pointOn(edge, fromStart ? t : 1 - t), from, length }
  }

  function fields(at: Located | null): readonly TagField[] | null {
    const now = entry.value
    const { units } = bench
    if (now?.by === 'from' && now.base) {
      const d = at ? subtract(at.point, now.base) : ORIGIN
      if (now.xy) {
        const v = inAxes(d)
        return [
          { key: 'x', label: 'x', by: 'y', kind: 'length', shown: formatLength(v.x, units) },
          { key: 'y', label: 'y', kind: 'length', shown: formatLength(v.y, units) },
        ]
      }
      const away = Math.hypot(d.x, d.y)
      return [
        { key: 'along', label: 'from there', kind: 'length', shown: formatLength(away, units) },
        { key: 'turn', label: 'turn', kind: 'angle', shown: formatAngle(normalAngle(angleOf(d)), 1) },
      ]
    }
    if (now?.by === 'edge') {
      const found = at && alongEdge(at)
      const { from = 0, length = 0 } = found ?? {}
      return [
        { key: 'from end', label: 'from its end', kind: 'length', shown: formatLength(from, units) },
        { key: 'part', label: 'part', kind: 'number', shown: length > 0 ? (from / length).toFixed(3) : '' },
      ]
    }
    if (now?.by === 'two' && now.second) {
      const away = (p: Point): string => formatLength(at ? distance(p, at.point) : 0, units)
      return [
        {
          key: 'from first',
          label: 'from the first',
          by: 'from second',
          kind: 'length',
          shown: away(now.first!),
        },
        { key: 'from second', label: 'from the second', kind: 'length', shown: away(now.second) },
      ]
    }
    return now ? [] : null
  }

  /** The places at the two typed distances; null while they are not typed. */
  function atDistances(): readonly Point[] | null {
    const now = entry.value
    const [p, q] = [bench.typed('from first'), bench.typed('from second')]
    return now?.by === 'two' && now.second && p !== null && q !== null
      ? pointsAtDistances(now.first!, p, now.second, q)
      : null
  }

  /** The point as it is given just now; null when the pointer alone says it. */
  function point(at: Located | null): Point | null {
    const now = entry.value
    if (now?.by === 'two') return nearestOf(atDistances() ?? [], at?.point ?? null)
    if (now?.by === 'edge') return at ? (alongEdge(at)?.point ?? null) : null
    if (now?.by !== 'from' || !now.base) return null
    const { base } = now
    if (now.xy) {
      const x = bench.typed('x')
      const y = bench.typed('y')
      if (x === null && y === null) return null
      const v = at ? inAxes(subtract(at.point, base)) : ORIGIN
      const d = turned({ x: x ?? v.x, y: y ?? v.y }, ORIGIN, axesOf(bench.board))
      return { x: base.x + d.x, y: base.y + d.y }
    }
    const along = bench.typed('along')
    const turn = bench.typed('turn')
    if (along === null && turn === null) return null
    const d = at ? subtract(at.point, base) : { x: 1, y: 0 }
    const length = along ?? distance(at?.point ?? base, base)
    const u = unitAt(turn ?? angleOf(d))
    return offsetFrom(base, u, length)
  }

  /** What a press does to the entry: null when it only set something up, otherwise the point it comes to. */
  function press(at: Located): Located | null {
    const now = entry.value
    if (!now) return at
    if (now.by === 'between') {
      if (!now.first) {
        entry.value = { by: 'between', first: at.point }
        return null
      }
      const p = { x: (now.first.x + at.point.x) / 2, y: (now.first.y + at.point.y) / 2 }
      return done(p)
    }
    if (now.by === 'from' && !now.base) {
      entry.value = { ...now, base: at.point }
      bench.clearTyped()
      return null
    }
    if (now.by === 'two' && !now.second) {
      entry.value = now.first ? { ...now, second: at.point } : { ...now, first: at.point }
      bench.clearTyped()
      return null
    }
    if (now.by === 'two') {
      const places = atDistances()
      if (!places || places.length === 0) {
        const apart = formatLength(distance(now.first!, now.second!), bench.units)
        bench.warn(
          places
            ? `These two distances do not meet: the two points are ${apart} apart.`
            : 'Type both distances: from the first point, and from the second.',
        )
        return null
      }
    }
    return done(point(at) ?? at.point)
  }

  function done(p: Point): Located {
    entry.value = null
    bench.clearTyped()
    return { raw: p, point: p, snap: { kind: 'between', point: p, from: [] }, locked: false }
  }

  function prompt(): Prompt | null {
    const now = entry.value
    if (!now) return null
    if (now.by === 'between')
      return now.first
        ? {
            text: 'Point to the second of two points; the middle is taken.',
            keys: 'B: by the distances from both · Esc: not between',
          }
        : {
            text: 'Point to the first of two points.',
            keys: 'B: by the distances from both · Esc: not between',
          }
    if (now.by === 'edge')
      return {
        text: 'Point to an edge near one end; type the distance or the part.',
        keys: 'Enter: take it · 1/3 or 50% as a part · Esc: not along an edge',
      }
    if (now.by === 'two') {
      if (!now.second)
        return {
          text: `Point to the ${now.first ? 'second' : 'first'} of two points that it was measured from.`,
          keys: 'Esc: not by two distances',
        }
      return {
        text: `Type both distances, ${examples(bench.units).tape}; of the two places point to the side that is meant.`,
        keys: 'Enter: take it · Esc: point instead',
      }
    }
    if (!now.base)
      return {
        text: 'Point to what it is measured from.',
        keys: 'O: the project’s origin · Esc: not from a point',
      }
    return {
      text: now.xy
        ? `Type x and y, to the right and up, from there: ${examples(bench.units).offset}.`
        : 'Type the length and turn from there.',
      keys: `X: ${now.xy ? 'length and turn' : 'x and y'} · Enter: take it · Esc: point instead`,
    }
  }

  /** Both places at two typed distances, with how they are reached. */
  function preview(): readonly DisplayItem[] {
    const now = entry.value
    if (now?.by !== 'two' || !now.second) return []
    const { first, second } = now
    return (atDistances() ?? []).flatMap((p) => [
      segmentItem(first!, p, 'light'),
      segmentItem(second, p, 'light'),
      { kind: 'disc', tone: 0, x: p.x, y: p.y, radius: bench.reach / 4, source: null },
    ])
  }

  return { entry, begin, preview, key, fields, point, press, clear, prompt }
}
