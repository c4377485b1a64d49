/** A pen: its width on paper, and its tone from 0 ink to 1 paper. */
export interface Pen {
  readonly widthMm: number
  readonly tone: number
}

/** Pens with widths of ISO 128-2: 0.13, 0.18, 0.25, 0.35, 0.5, 0.7 mm. */
export const PENS = {
  /** Outline of what is cut. */
  cut: { widthMm: 0.5, tone: 0 },
  /** Lines between the layers of what is cut. */
  layer: { widthMm: 0.18, tone: 0.1 },
  /** What is seen beyond the cut. */
  seen: { widthMm: 0.25, tone: 0 },
  /** Light detail within an outline. */
  light: { widthMm: 0.13, tone: 0.3 },
  /** Patterns. */
  hatch: { widthMm: 0.13, tone: 0.35 },
  /** Dimension, extension and leader lines. */
  dimension: { widthMm: 0.18, tone: 0 },
  /** Ticks. */
  tick: { widthMm: 0.5, tone: 0 },
  /** Way of a door leaf. */
  swing: { widthMm: 0.18, tone: 0.15 },
  /** What has a fault. */
  hidden: { widthMm: 0.25, tone: 0.2 },
  /** Frame of a sheet. */
  frame: { widthMm: 0.7, tone: 0 },
  /** Lines of a title block. */
  rule: { widthMm: 0.25, tone: 0.2 },
} as const satisfies Record<string, Pen>

export type PenName = keyof typeof PENS

/** Widths people choose from, mm (ISO 128-2). */
export const PEN_WIDTHS = [0.13, 0.18, 0.25, 0.35, 0.5, 0.7, 1] as const

/** A pen of a role, or one given by its width and tone. */
export type AnyPen = PenName | Pen

export const penOf = (pen: AnyPen): Pen => (typeof pen === 'string' ? PENS[pen] : pen)

const given = new Map<string, Pen>()

/** The pen of a width and tone; the same object each time, so that lines of one pen are drawn together. */
export function penFrom(widthMm: number, tone: number): Pen {
  const key = `${widthMm} ${tone}`
  let pen = given.get(key)
  if (!pen) given.set(key, (pen = { widthMm, tone }))
  return pen
}
