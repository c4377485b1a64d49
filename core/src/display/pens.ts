/** A pen: its width on paper, and its tone from 0 ink to 1 paper. Dashes in paper mm: on, off … */
export interface Pen {
  readonly widthMm: number
  readonly tone: number
  readonly dashMm: readonly number[] | null
}

/** Pens with widths of ISO 128-2: 0.13, 0.18, 0.25, 0.35, 0.5, 0.7 mm. */
export const PENS = {
  /** Outline of what is cut. */
  cut: { widthMm: 0.5, tone: 0, dashMm: null },
  /** Lines between the layers of what is cut. */
  layer: { widthMm: 0.18, tone: 0.1, dashMm: null },
  /** What is seen beyond the cut. */
  seen: { widthMm: 0.25, tone: 0, dashMm: null },
  /** Light detail within an outline. */
  light: { widthMm: 0.13, tone: 0.3, dashMm: null },
  /** Patterns. */
  hatch: { widthMm: 0.13, tone: 0.35, dashMm: null },
  /** Dimension, extension and leader lines. */
  dimension: { widthMm: 0.18, tone: 0, dashMm: null },
  /** Ticks. */
  tick: { widthMm: 0.5, tone: 0, dashMm: null },
  /** Way of a door leaf. */
  swing: { widthMm: 0.18, tone: 0.15, dashMm: null },
  /** What lies above or has a fault. */
  hidden: { widthMm: 0.25, tone: 0.2, dashMm: [2, 1] },
  /** Frame of a sheet. */
  frame: { widthMm: 0.7, tone: 0, dashMm: null },
  /** Lines of a title block. */
  rule: { widthMm: 0.25, tone: 0.2, dashMm: null },
} as const satisfies Record<string, Pen>

export type PenName = keyof typeof PENS

export const penOf = (name: PenName): Pen => PENS[name]
