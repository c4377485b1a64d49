import { CUT_RANK, type Part } from '../derive'
import {
  PAPER_TONE,
  eachItem,
  itemExtent,
  pairs,
  pathOfItem,
  textUnder,
  type ArcItem,
  type DisplayItem,
  type DisplayList,
  type TextItem,
} from '../display'
import {
  IDENTITY,
  applyTo,
  boxCentre,
  boxHasPoint,
  combine,
  flattenPath,
  type Affine,
  type Box,
  type Point,
} from '../geometry'
import { capitalOf } from '../lettering'
import type { Id } from '../records'
import { boxAround, type Slab } from './slab'

/** A line of letters as it lies on a board. */
export interface Letters {
  readonly slab: Slab
  /** How far of that lies below the base line. */
  readonly depth: number
  /** Its ground is cleared: only other annotation and what is cut strikes it. */
  readonly clear: boolean
  /** It stands in a frame filled with paper: nothing that is drawn before that strikes it. */
  readonly framed: boolean
  /** Its frame lies over all lines of annotation. */
  readonly over?: boolean
  readonly source: Id | null
}

/** What a row takes up along its line: no other row may lie there, and those beside it keep their order. */
export interface Band {
  readonly slab: Slab
  /** A unit vector out to the side it lies on. */
  readonly out: Point
  /** The part of the way it stands over, mm along its direction. */
  readonly from: number
  readonly to: number
  /** How far out it stands there, and did, mm. */
  readonly row: number
  readonly was: number
}

/** The ink of a part: its letters; its lines as x1, y1, x2, y2 …; and the edges of its circles and of what is filled, likewise. */
export interface Ink {
  readonly letters: readonly Letters[]
  readonly lines: readonly number[]
  readonly shapes: readonly number[]
  /** Around what is filled with paper. */
  readonly papers: readonly Box[]
  /** What rows take up along their lines. */
  readonly bands?: readonly Band[]
}

/** Letters that reach below the base line, and how far, as a part of the em. */
const BELOW = /[gjpqyQ,;()[\]{}_|µ⌀/]/
const DEPTH = 0.24
/** Letters that reach above capitals, and how far. */
const ABOVE = /[bdfhklßÀ-ÖØ-Ýİŵŷ()[\]{}|/]/
const HEIGHT = 0.08

/** Where the letters of a text lie, and how far of that below the base line. */
export function slabOf(item: TextItem): { readonly slab: Slab; readonly depth: number } {
  const said = item.runs.map(({ text }) => text).join('')
  const isStacked = item.runs.some(({ up }) => up !== undefined)
  const depth = BELOW.test(said) || isStacked ? DEPTH * item.size : 0
  const height = (capitalOf(item) + (ABOVE.test(said) || isStacked ? HEIGHT : 0)) * item.size
  const [ux, uy] = [Math.cos(item.turn), Math.sin(item.turn)]
  const [x, y] = [item.x + uy * depth, item.y - ux * depth]
  return { slab: { x, y, ux, uy, long: item.width, high: height + depth }, depth }
}

const kept = new WeakMap<Part, Ink>()

/** The ink of a part, worked out when it is asked for first. */
export function inkOf(part: Part): Ink {
  let ink = kept.get(part)
  if (!ink) {
    // The quiet marks at what is tied to nothing are no ink.
    const items = part.rank.by === 'annotation' ? part.items.filter((item) => !isQuiet(item)) : part.items
    kept.set(part, (ink = inked(items, part.source)))
  }
  return ink
}

const isQuiet = (item: DisplayItem): boolean => item.kind === 'segments' && item.pen === 'light'

/** Curves are taken by chords that keep so near to them, mm at a size of 1 on paper. */
const CHORD = 2

/** The ink of items. */
export function inked(items: DisplayList, source: Id | null): Ink {
  const taken = new Taken()
  for (const item of eachItem(items)) taken.take(item, IDENTITY, source)
  return taken
}

/** Ink as it is taken from items. */
class Taken implements Ink {
  readonly letters: Letters[] = []
  readonly lines: number[] = []
  readonly shapes: number[] = []
  /** So far. */
  readonly papers: Box[] = []

  take(item: DisplayItem, map: Affine, source: Id | null): void {
    switch (item.kind) {
      case 'text': {
        if (item.runs.length === 0) return
        const text = map === IDENTITY ? item : textUnder(item, map)
        const laid = slabOf(text)
        const box = boxAround(laid.slab)
        this.letters.push({
          ...laid,
          clear: item.clear !== undefined,
          framed: this.papers.some((paper) => boxHasPoint(paper, boxCentre(box))),
          source: item.source ?? source,
        })
        return
      }
      case 'segments':
        for (let i = 0; i + 3 < item.points.length; i += 4)
          this.add(this.lines, map, pairs(item.points.slice(i, i + 4)), false)
        return
      case 'line':
        return this.add(this.lines, map, pairs(item.points), item.closed)
      case 'path':
        return this.add(this.lines, map, flattenPath(pathOfItem(item), CHORD), item.closed)
      case 'arc':
        return this.add(this.shapes, map, alongArc(item), false)
      case 'disc':
        if (item.tone === PAPER_TONE) this.papers.push(itemExtent(item, map))
        return this.add(this.shapes, map, alongArc({ ...item, from: 0, sweep: 2 * Math.PI }), false)
      case 'fill':
        if (item.tone === PAPER_TONE) this.papers.push(itemExtent(item, map))
        for (const loop of item.loops) this.add(this.shapes, map, pairs(loop), true)
        return
      case 'clear':
        return
      case 'group': {
        // What is clipped is a pattern.
        if (item.clip) return
        const inner = combine(map, item.map)
        for (const each of item.items) this.take(each, inner, item.source ?? source)
      }
    }
  }

  private add(to: number[], map: Affine, points: readonly Point[], closed: boolean): void {
    const there = map === IDENTITY ? points : points.map((p) => applyTo(map, p))
    for (let i = 0; i + 1 < there.length; i++)
      to.push(there[i]!.x, there[i]!.y, there[i + 1]!.x, there[i + 1]!.y)
    if (closed && there.length > 1) to.push(there.at(-1)!.x, there.at(-1)!.y, there[0]!.x, there[0]!.y)
  }
}

/** Arcs are taken by so many chords in a whole turn. */
const CHORDS = 16

function alongArc({ x, y, radius, from, sweep }: Round): Point[] {
  const count = Math.max(1, Math.ceil((Math.abs(sweep) / (2 * Math.PI)) * CHORDS))
  return Array.from({ length: count + 1 }, (_, i) => {
    const angle = from + (sweep * i) / count
    return { x: x + radius * Math.cos(angle), y: y + radius * Math.sin(angle) }
  })
}
type Round = Pick<ArcItem, 'x' | 'y' | 'radius' | 'from' | 'sweep'>

/** Whether a part is what is cut. */
export const isCut = ({ rank }: Part): boolean => rank === CUT_RANK
