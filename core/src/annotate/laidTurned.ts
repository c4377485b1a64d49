import { textUnder, turnedAbout, type DisplayItem, type DisplayList, type TextItem } from '../display'
import { applyTo, turnBy, type Point } from '../geometry'

const ORIGIN: Point = { x: 0, y: 0 }

/** A way of laying out: what is laid, by where points and directions come to lie. */
export interface TurnedSheet {
  /** Anticlockwise, radians. */
  readonly by: number
  readonly to: (p: Point) => Point
  readonly back: (p: Point) => Point
}

const STILL: TurnedSheet = { by: 0, to: (p) => p, back: (p) => p }

/** A sheet on which a drawing lies turned about its origin. */
export function turnedSheet(by: number): TurnedSheet {
  if (by === 0) return STILL
  const [to, back] = [turnBy(by), turnBy(-by)]
  return { by, to: (p) => applyTo(to, p), back: (p) => applyTo(back, p) }
}

/** What is laid out on a sheet on which the drawing lies turned, as it lies in the drawing. */
export const laidBack = (items: DisplayList, { by }: TurnedSheet): readonly DisplayItem[] =>
  turnedAbout(items, ORIGIN, -by)

/** Letters of it likewise. */
export const textsBack = (texts: readonly TextItem[], { by }: TurnedSheet): readonly TextItem[] =>
  by === 0 ? texts : texts.map((text) => textUnder(text, turnBy(-by)))
