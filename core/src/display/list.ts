import type { TextRun } from '../lettering'
import { IDENTITY, type Affine, type Box, type Point } from '../geometry'
import type { Id } from '../records'
import type { AnyPen } from './pens'
import type { Tone } from './tone'

/** The record a drawn thing comes from, for picking; null for what cannot be picked. */
export type Source = Id | null

/** Coordinates as x, y, x, y … */
export type Coordinates = readonly number[]

/** The points of coordinates. */
export const pairs = (points: Coordinates): Point[] =>
  Array.from({ length: points.length >> 1 }, (_, i) => ({ x: points[2 * i]!, y: points[2 * i + 1]! }))

/** Lines from point to point. */
export interface LineItem {
  readonly kind: 'line'
  readonly pen: AnyPen
  readonly points: Coordinates
  readonly closed: boolean
  readonly source: Source
}

/** Separate segments: x1, y1, x2, y2, and so on. */
export interface SegmentsItem {
  readonly kind: 'segments'
  readonly pen: AnyPen
  readonly points: Coordinates
  readonly source: Source
}

/** A circular arc, anticlockwise by `sweep` from the angle `from`; a full turn is a circle. */
export interface ArcItem {
  readonly kind: 'arc'
  readonly pen: AnyPen
  readonly x: number
  readonly y: number
  readonly radius: number
  readonly from: number
  readonly sweep: number
  readonly source: Source
}

/** Straight and curved parts: x, y and the sweep of the part that leaves there, and so on. */
export interface PathItem {
  readonly kind: 'path'
  readonly pen: AnyPen
  readonly vertices: Coordinates
  readonly closed: boolean
  readonly source: Source
}

/** An area within closed outlines (even-odd), in a tone. */
export interface FillItem {
  readonly kind: 'fill'
  readonly tone: Tone
  readonly loops: readonly Coordinates[]
  readonly source: Source
}

/** A disc in a tone. */
export interface DiscItem {
  readonly kind: 'disc'
  readonly tone: Tone
  readonly x: number
  readonly y: number
  readonly radius: number
  readonly source: Source
}

/** One line of text from the point (x, y) on its base line, turned anticlockwise. Sizes in the list's unit. */
export interface TextItem {
  readonly kind: 'text'
  readonly x: number
  readonly y: number
  readonly turn: number
  /** Size of the em. */
  readonly size: number
  /** Whole width. */
  readonly width: number
  readonly runs: readonly TextRun[]
  readonly tone: Tone
  /** Ground is cleared so far around its letters. */
  readonly clear?: number
  readonly source: Source
}

/** Takes off what lies under the letters of a text, and so far around them. */
export interface ClearItem {
  readonly kind: 'clear'
  readonly text: TextItem
  readonly gap: number
  readonly source: null
}

/** Another list drawn in its own axes, within a clip in those axes. Pens keep their paper widths. */
export interface GroupItem {
  readonly kind: 'group'
  readonly map: Affine
  readonly clip: Box | null
  readonly items: DisplayList
  readonly source: Source
}

export type DisplayItem =
  LineItem | SegmentsItem | ArcItem | PathItem | FillItem | DiscItem | TextItem | ClearItem | GroupItem

/** Drawn linework in painting order. */
export type DisplayList = readonly DisplayItem[]

/**
 * The items of a list, with those of groups that only hold items together (of no source, unmoved and unclipped) in
 * their place.
 */
export function* eachItem(list: DisplayList): Generator<DisplayItem> {
  for (const item of list) {
    if (item.kind === 'group' && item.source === null && item.clip === null && item.map === IDENTITY)
      yield* eachItem(item.items)
    else yield item
  }
}
