import { lookThrough, pensOf, sceneOf, type Part } from '../derive'
import { pack, unpack, type DisplayList, type Layer, type PackedHead, type PenTable } from '../display'
import { EMPTY_BOX, boxHeight, boxWidth, growBox, isEmptyBox, type Box } from '../geometry'
import { drawingLens } from '../library'
import type { Drawing, Id, Project } from '../records'
import type { Units } from '../units'
import { drawingPicture } from './drawing'

/**
 * What a board shows as of a change, through the lens it opens with, ready to be painted: seen before anything is
 * solved.
 */
export interface Imprint {
  readonly board: Id
  /** Number of the change. */
  readonly seq: number
  readonly readingScale: number
  readonly units: Units
  readonly pens: PenTable
  /** Around what is drawn; empty when nothing is. */
  readonly extent: Box
  readonly list: DisplayList
}

type Told = Omit<Imprint, 'list' | 'extent'> & {
  /** Null when nothing is drawn. */
  readonly extent: Box | null
  readonly head: PackedHead
}

/** A board is made ready for a window of so many pixels across. */
const ACROSS = 1000
/** Fine is what is smaller than this, pixels of such a window. */
const FINE = 40
/** What runs on without end is shown so far around all else, as a part of that. */
const BEYOND = 0.5
/** An imprint of more than so many words of two bytes is not kept. */
const MOST_WORDS = 4_000_000

/**
 * The imprint of a board in words of two bytes, as `imprintFrom` reads them; null when it is too much. What is finer than a pixel when
 * all of it is in sight is as coarse as it is seen then.
 */
export function imprintOf(project: Project, drawing: Drawing, seq: number): Uint16Array | null {
  const { readingScale } = drawing
  const look = lookThrough(drawingLens(project, drawing), readingScale, { printing: false })
  const picture = drawingPicture(look).of(sceneOf(project, drawing))
  const extent = picture.extent()
  const parts = picture.parts()
  const layers = isEmptyBox(extent) ? [] : layersOf(parts, extent)
  const packed = pack(layers, MOST_WORDS)
  if (!packed) return null
  const told: Told = {
    board: drawing.id,
    seq,
    readingScale,
    units: project.facts.units,
    pens: pensOf(project),
    extent: isEmptyBox(extent) ? null : extent,
    head: packed.head,
  }
  return inWords(told, packed.words)
}

function layersOf(parts: readonly Part[], extent: Box): Layer[] {
  const across = Math.max(boxWidth(extent), boxHeight(extent))
  const pixel = across / ACROSS
  const box = growBox(extent, across * BEYOND)
  return parts.map((part) => ({
    items: part.within?.(box, pixel) ?? part.items,
    fine: Math.max(boxWidth(part), boxHeight(part)) < FINE * pixel,
  }))
}

/** The length of the head, the head, and what follows. */
function inWords(told: Told, words: Uint16Array): Uint16Array {
  const head = JSON.stringify(told)
  const all = new Uint16Array(2 + head.length + words.length)
  all[0] = head.length >>> 16
  all[1] = head.length & 0xffff
  for (let i = 0; i < head.length; i++) all[2 + i] = head.charCodeAt(i)
  all.set(words, 2 + head.length)
  return all
}

/** So many letters are read at once. */
const LETTERS = 8192

/** The imprint that `imprintOf` wrote. */
export function imprintFrom(all: Uint16Array): Imprint {
  const from = 2 + all[0]! * 0x10000 + all[1]!
  let text = ''
  for (let i = 2; i < from; i += LETTERS)
    text += String.fromCharCode(...all.subarray(i, Math.min(from, i + LETTERS)))
  const { head, extent, ...told } = JSON.parse(text) as Told
  return { ...told, extent: extent ?? EMPTY_BOX, list: unpack({ head, words: all.subarray(from) }) }
}
