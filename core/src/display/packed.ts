import {
  IDENTITY,
  SAME_PART,
  applyTo,
  combine,
  enlargement,
  flattenPath,
  isEmptyBox,
  mirrors,
  type Affine,
  type Box,
  type Path,
  type Point,
} from '../geometry'
import { extentOf } from './extent'
import { pairs, type DisplayItem, type DisplayList, type GroupItem, type TextItem } from './list'
import { type FaceName, type TextRun } from '../lettering'
import type { AnyPen } from './pens'
import { pathOfItem } from './stroke'
import type { Tone } from './tone'
import { textUnder } from './under'

/** Coordinates lie on a grid of so many steps across the longer side of a list. */
const STEPS = 65_535
/** How far the chords of a curve may leave it, steps of the grid. */
const CHORD_STEPS = 3

/** What lies one after the other in a packed list: its kind, what it is drawn with, and how many. */
type Run =
  | readonly [by: 'lines', pen: number, count: number]
  | readonly [by: 'segments', pen: number, count: number]
  | readonly [by: 'fill', tone: Tone, loops: number]
  | readonly [by: 'texts', count: number]
  | readonly [by: 'group', map: Affine, clip: Box | null, head: PackedHead]

/** How letters look, whatever they say. */
interface TextStyle {
  readonly size: number
  readonly tone: Tone
  /** With its size and how far it is over the base line, where they are not those of the text. */
  readonly faces: readonly PackedFace[]
}

type PackedFace = FaceName | readonly [face: FaceName, by: number, up: number]

/** What a text says: its style, its width, and for each face the letters and where they are set from. */
type Wording = readonly [style: number, width: number, ...runs: (string | number)[]]

/** How the words of a packed list are read. */
export interface PackedHead {
  readonly x: number
  readonly y: number
  readonly step: number
  readonly pens: readonly AnyPen[]
  readonly styles: readonly TextStyle[]
  readonly wordings: readonly Wording[]
  readonly runs: readonly Run[]
}

/** A list in few bytes: for looking at only, since it knows no sources, and curves are chords. */
export interface Packed {
  readonly head: PackedHead
  /** Coordinates on the grid, and how many of them. */
  readonly words: Uint16Array
}

/** Items from the back to the front, and whether it cannot be seen in which order those of several fine ones lie. */
export interface Layer {
  readonly items: DisplayList
  readonly fine: boolean
}

/**
 * Packs items. Lines of neighbouring fine layers that are drawn with one pen come together. Points are exact to half a
 * step: a 65 535th of the longer side. Null for more than `most` words of two bytes.
 */
export function pack(layers: readonly Layer[], most: number): Packed | null {
  const words = new Words(most)
  const head = packLayers(layers, words)
  return words.full ? null : { head, words: words.all() }
}

function packLayers(layers: readonly Layer[], words: Words): PackedHead {
  const items = layers.flatMap((layer) => layer.items)
  const box = extentOf(items)
  const [x, y] = isEmptyBox(box) ? [0, 0] : [box.minX, box.minY]
  const across = isEmptyBox(box) ? 0 : Math.max(box.maxX - box.minX, box.maxY - box.minY)
  const packer = new Packer(x, y, across > 0 ? across / STEPS : 1, words)
  for (const layer of layers) {
    if (words.full) break
    packer.layer(layer)
  }
  return packer.head()
}

/** Numbers of two bytes, as many as come. */
class Words {
  private numbers = new Uint16Array(1 << 12)
  private count = 0

  constructor(private readonly most: number) {}

  get full(): boolean {
    return this.count > this.most
  }

  push(value: number): void {
    if (this.full) return
    if (this.count === this.numbers.length) {
      const more = new Uint16Array(2 * this.count)
      more.set(this.numbers)
      this.numbers = more
    }
    this.numbers[this.count++] = value
  }

  /** A number of up to four bytes. */
  pushLong(value: number): void {
    this.push(value >>> 16)
    this.push(value & 0xffff)
  }

  all(): Uint16Array {
    return this.numbers.slice(0, this.count)
  }
}

interface Stroke {
  readonly points: readonly Point[]
  readonly closed: boolean
}

class Packer {
  private readonly pens: AnyPen[] = []
  private readonly penAt = new Map<AnyPen, number>()
  private readonly styles: TextStyle[] = []
  private readonly styleAt = new Map<string, number>()
  private readonly wordings: Wording[] = []
  private readonly wordingAt = new Map<string, number>()
  private readonly runs: Run[] = []
  /** Lines pen by pen and lettering of fine layers, not yet written. */
  private readonly strokes = new Map<AnyPen, Stroke[]>()
  private readonly texts: TextItem[] = []

  constructor(
    private readonly x: number,
    private readonly y: number,
    private readonly step: number,
    private readonly words: Words,
  ) {}

  head(): PackedHead {
    this.write()
    const { x, y, step, pens, styles, wordings, runs } = this
    return { x, y, step, pens, styles, wordings, runs }
  }

  layer({ items, fine }: Layer): void {
    const together = fine && items.every(isFine)
    if (!together) this.write()
    for (const item of items) this.item(item, IDENTITY, together)
    if (!together) this.write()
  }

  private item(item: DisplayItem, map: Affine, together: boolean): void {
    switch (item.kind) {
      case 'line':
        return this.stroke(item.pen, pairs(item.points), item.closed, map, together)
      case 'segments': {
        const points = pairs(item.points)
        for (let i = 0; i + 1 < points.length; i += 2)
          this.stroke(item.pen, [points[i]!, points[i + 1]!], false, map, together)
        return
      }
      case 'arc':
        return this.stroke(item.pen, this.round(item, item.from, item.sweep, map), false, map, together)
      case 'path': {
        const path = pathOfItem(item)
        return this.stroke(item.pen, this.flat(path, map), path.closed, map, together)
      }
      case 'fill':
        return this.fill(item.tone, item.loops.map(pairs), map)
      case 'disc':
        return this.fill(item.tone, [this.round(item, 0, 2 * Math.PI, map)], map)
      case 'text':
        this.order(together, 'texts')
        this.texts.push(map === IDENTITY ? item : textUnder(item, map))
        return
      // What it would clear lies in other strokes.
      case 'clear':
        return
      case 'group': {
        const all = map === IDENTITY ? item.map : combine(map, item.map)
        if (opensOut(item, all)) {
          for (const each of item.items) this.item(each, all, together)
          return
        }
        this.write()
        this.runs.push([
          'group',
          all,
          item.clip,
          packLayers([{ items: item.items, fine: false }], this.words),
        ])
      }
    }
  }

  /** What is not drawn in any order is written before something of another kind comes. */
  private order(together: boolean, next: AnyPen | 'texts'): void {
    if (together) return
    const same =
      next === 'texts' ? this.strokes.size === 0 : this.texts.length === 0 && this.strokes.has(next)
    if (!same) this.write()
  }

  private stroke(
    pen: AnyPen,
    points: readonly Point[],
    closed: boolean,
    map: Affine,
    together: boolean,
  ): void {
    this.order(together, pen)
    let mine = this.strokes.get(pen)
    if (!mine) this.strokes.set(pen, (mine = []))
    const line = { points: under(points, map), closed }
    // How the corners of fine lines look cannot be seen.
    if (together) for (const part of partsOf(line)) mine.push(part)
    else mine.push(line)
  }

  private fill(tone: Tone, loops: readonly (readonly Point[])[], map: Affine): void {
    this.write()
    this.runs.push(['fill', tone, loops.length])
    for (const loop of loops) this.points(under(loop, map), loop.length)
  }

  /** Writes what waits. */
  private write(): void {
    for (const [pen, strokes] of this.strokes) {
      const named = indexOf(this.pens, this.penAt, pen, pen)
      const [segments, lines] = parted(strokes, ({ points, closed }) => points.length === 2 && !closed)
      if (segments.length > 0) this.runs.push(['segments', named, segments.length])
      for (const { points } of segments) points.forEach((p) => this.point(p))
      if (lines.length > 0) this.runs.push(['lines', named, lines.length])
      for (const { points, closed } of lines) this.points(points, points.length * 2 + Number(closed))
    }
    this.strokes.clear()
    if (this.texts.length === 0) return
    this.runs.push(['texts', this.texts.length])
    for (const { x, y, turn, size, width, tone, runs } of this.texts) {
      const style = {
        size,
        tone,
        faces: runs.map(({ face, by = 1, up = 0 }) =>
          by === 1 && up === 0 ? face : ([face, by, up] as const),
        ),
      }
      const wording: Wording = [
        indexOf(this.styles, this.styleAt, JSON.stringify(style), style),
        width,
        ...runs.flatMap(({ text, dx }) => [text, dx]),
      ]
      this.words.pushLong(indexOf(this.wordings, this.wordingAt, JSON.stringify(wording), wording))
      this.point({ x, y })
      this.words.push(Math.round(((turn / (2 * Math.PI)) % 1) * TURNS + TURNS) % TURNS)
    }
    this.texts.length = 0
  }

  private points(points: readonly Point[], count: number): void {
    this.words.pushLong(count)
    for (const p of points) this.point(p)
  }

  private point({ x, y }: Point): void {
    this.words.push(this.onGrid(x - this.x))
    this.words.push(this.onGrid(y - this.y))
  }

  private onGrid(distance: number): number {
    return Math.min(STEPS, Math.max(0, Math.round(distance / this.step)))
  }

  private chord(map: Affine): number {
    return (CHORD_STEPS * this.step) / (enlargement(map) || 1)
  }

  private flat(path: Path, map: Affine): Point[] {
    return flattenPath(path, this.chord(map))
  }

  /** Points along an arc; a full turn ends where it began. */
  private round(
    { x, y, radius }: { readonly x: number; readonly y: number; readonly radius: number },
    from: number,
    sweep: number,
    map: Affine,
  ): Point[] {
    // A chord over the angle t leaves its arc by r·(1 − cos(t / 2)).
    const part = Math.acos(Math.max(0, 1 - this.chord(map) / radius)) * 2
    const count = Math.max(2, Math.ceil(Math.abs(sweep) / part))
    return Array.from({ length: count + 1 }, (_, i) => {
      const angle = from + (sweep * i) / count
      return { x: x + radius * Math.cos(angle), y: y + radius * Math.sin(angle) }
    })
  }
}

/** So many directions a text may have. */
const TURNS = 65_520

/** Only lines and lettering. */
function isFine(item: DisplayItem): boolean {
  switch (item.kind) {
    case 'line':
    case 'segments':
    case 'arc':
    case 'path':
    case 'text':
    case 'clear':
      return true
    case 'fill':
    case 'disc':
      return false
    case 'group':
      return opensOut(item, item.map) && item.items.every(isFine)
  }
}

/** Whether what a group holds can stand without it: nothing is clipped, and lettering keeps its shape and is not mirrored. */
const opensOut = ({ clip, items }: GroupItem, map: Affine): boolean =>
  !clip && (isSimilar(map) || !isLettered(items))

const isLettered = (items: DisplayList): boolean =>
  items.some((item) => item.kind === 'text' || (item.kind === 'group' && isLettered(item.items)))

const isSimilar = (m: Affine): boolean => {
  const size = Math.abs(m.a) + Math.abs(m.b)
  return !mirrors(m) && Math.abs(m.a - m.d) <= SAME_PART * size && Math.abs(m.b + m.c) <= SAME_PART * size
}

/** The straight parts of a line, each for itself. */
const partsOf = ({ points, closed }: Stroke): Stroke[] =>
  (closed ? points : points.slice(1)).map((p, i) => ({
    points: closed ? [p, points[(i + 1) % points.length]!] : [points[i]!, p],
    closed: false,
  }))

const under = (points: readonly Point[], map: Affine): readonly Point[] =>
  map === IDENTITY ? points : points.map((p) => applyTo(map, p))

function parted<T>(all: readonly T[], is: (each: T) => boolean): [T[], T[]] {
  const [those, others]: [T[], T[]] = [[], []]
  for (const each of all) (is(each) ? those : others).push(each)
  return [those, others]
}

function indexOf<Key, Value>(values: Value[], at: Map<Key, number>, key: Key, value: Value): number {
  let index = at.get(key)
  if (index === undefined) {
    at.set(key, (index = values.length))
    values.push(value)
  }
  return index
}

/** Reads a packed list. Throws for one that is not whole. */
export function unpack({ head, words }: Packed): DisplayList {
  const reader = new Reader(words)
  const list = reader.list(head)
  if (!reader.isDone()) throw new Error('This list is not whole.')
  return list
}

/** A face with what was kept of its size and height. */
function faceOf(kept: PackedFace): Pick<TextRun, 'face' | 'by' | 'up'> {
  if (typeof kept === 'string') return { face: kept }
  const [face, by, up] = kept
  return { face, ...(by === 1 ? {} : { by }), ...(up === 0 ? {} : { up }) }
}

/** A text without where it stands. */
function wordingOf(head: PackedHead, index: number): Pick<TextItem, 'size' | 'width' | 'tone' | 'runs'> {
  const [style, width, ...said] = head.wordings[index]!
  const { size, tone, faces } = head.styles[style]!
  const runs = faces.map((face, i): TextRun => ({
    ...faceOf(face),
    text: said[2 * i] as string,
    dx: said[2 * i + 1] as number,
  }))
  return { size, width, tone, runs }
}

class Reader {
  private at = 0

  constructor(private readonly words: Uint16Array) {}

  /** Whether just all of it was read. */
  isDone(): boolean {
    return this.at === this.words.length
  }

  list(head: PackedHead): DisplayItem[] {
    const items: DisplayItem[] = []
    for (const run of head.runs) this.run(run, head, items)
    return items
  }

  private run(run: Run, head: PackedHead, items: DisplayItem[]): void {
    switch (run[0]) {
      case 'lines': {
        const pen = head.pens[run[1]]!
        for (let i = 0; i < run[2]; i++) {
          const count = this.long()
          items.push({
            kind: 'line',
            pen,
            points: this.points(count >>> 1, head),
            closed: (count & 1) === 1,
            source: null,
          })
        }
        return
      }
      case 'segments':
        items.push({
          kind: 'segments',
          pen: head.pens[run[1]]!,
          points: this.points(2 * run[2], head),
          source: null,
        })
        return
      case 'fill': {
        const loops: number[][] = []
        for (let i = 0; i < run[2]; i++) loops.push(this.points(this.long(), head))
        items.push({ kind: 'fill', tone: run[1], loops, source: null })
        return
      }
      case 'texts':
        for (let i = 0; i < run[1]; i++) {
          const said = wordingOf(head, this.long())
          const [x, y] = this.points(1, head) as [number, number]
          const turn = (this.words[this.at++]! / TURNS) * 2 * Math.PI
          items.push({ kind: 'text', x, y, turn, ...said, source: null })
        }
        return
      case 'group':
        items.push({ kind: 'group', map: run[1], clip: run[2], items: this.list(run[3]), source: null })
    }
  }

  private long(): number {
    const value = this.words[this.at]! * 0x10000 + this.words[this.at + 1]!
    this.at += 2
    return value
  }

  private points(count: number, { x, y, step }: PackedHead): number[] {
    const points = new Array<number>(2 * count)
    for (let i = 0; i < points.length; i += 2) {
      points[i] = x + this.words[this.at]! * step
      points[i + 1] = y + this.words[this.at + 1]! * step
      this.at += 2
    }
    return points
  }
}
