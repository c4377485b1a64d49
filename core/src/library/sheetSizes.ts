import type { Sheet, SheetFormat, SheetSizeName } from '../records'
import { INCH_MM } from '../units'

const inches = (w: number, h: number): readonly [number, number] => [w * INCH_MM, h * INCH_MM]

/** Short and long side of a sheet, mm: ISO 216, and ANSI/ASME Y14.1 and the architectural sizes in inches. */
export const SHEET_SIZES: Record<SheetSizeName, readonly [short: number, long: number]> = {
  A0: [841, 1189],
  A1: [594, 841],
  A2: [420, 594],
  A3: [297, 420],
  A4: [210, 297],
  'ANSI A': inches(8.5, 11),
  'ANSI B': inches(11, 17),
  'ANSI C': inches(17, 22),
  'ANSI D': inches(22, 34),
  'ANSI E': inches(34, 44),
  'ARCH A': inches(9, 12),
  'ARCH B': inches(12, 18),
  'ARCH C': inches(18, 24),
  'ARCH D': inches(24, 36),
  'ARCH E1': inches(30, 42),
  'ARCH E': inches(36, 48),
}

/** Short and long side of a sheet of any size, mm. */
export const sidesOf = (size: SheetFormat): readonly [short: number, long: number] =>
  typeof size === 'string' ? SHEET_SIZES[size] : [size.short, size.long]

/** What is as large as a sheet, and lies as it does. */
export type Paper = Pick<Sheet, 'size' | 'orientation'>

/** Width and height of a sheet as it lies, mm. */
export function sheetExtent({ size, orientation }: Paper): { width: number; height: number } {
  const [short, long] = sidesOf(size)
  return orientation === 'landscape' ? { width: long, height: short } : { width: short, height: long }
}
