import { STANDARD_PENS } from '../library'
import type { PenRecord, PenRole } from '../records'
import type { Tone } from './tone'

/** A pen: its width on paper, and what it is inked with. */
export interface Pen {
  readonly widthMm: number
  readonly tone: Tone
}

/** A role, or the outline of what is cut in a picture that knows no layers. */
export type PenName = PenRole | 'cut'

export type PenTable = Readonly<Record<PenName, Pen>>

/** The pens of roles: what is left out is drawn as it ships. */
export function penTable(pens: readonly PenRecord[]): PenTable {
  const table: Partial<Record<PenName, Pen>> = { cut: { widthMm: 0.5, tone: 0 } }
  for (const { role, widthMm, tone } of [...STANDARD_PENS, ...pens]) table[role] = { widthMm, tone }
  return table as PenTable
}

/** The pens as they ship. */
export const PENS: PenTable = penTable([])

/** Widths people choose from, mm (ISO 128-2). */
export const PEN_WIDTHS = [0.13, 0.18, 0.25, 0.35, 0.5, 0.7, 1] as const

/** A pen of a role, or one given by its width and tone. */
export type AnyPen = PenName | Pen

export const penOf = (pen: AnyPen, pens: PenTable = PENS): Pen => (typeof pen === 'string' ? pens[pen] : pen)

const given = new Map<string, Pen>()

/** The pen of a width and tone; the same object each time, so that lines of one pen are drawn together. */
export function penFrom(widthMm: number, tone: Tone): Pen {
  const key = `${widthMm} ${tone}`
  let pen = given.get(key)
  if (!pen) given.set(key, (pen = { widthMm, tone }))
  return pen
}
