import { textItem, type DisplayItem } from '../display'
import { CAPITAL, textWidth, wrapText, type Weight } from '../lettering'
import type { Box } from '../geometry'
import type { ProjectFacts, Sheet, Viewport } from '../records'
import { scaleName } from '../units'
import { sheetExtent } from './size'

/** Edges of the frame from the sheet's, mm (ISO 5457: 20 at the filing edge, 10 elsewhere). */
const FILING = 20
const EDGE = 10

/** The frame and what lies within it, paper mm from the sheet's lower left corner. */
export interface SheetLayout {
  readonly frame: Box
  readonly titleBlock: Box
  /** Free for viewports. */
  readonly field: Box
  /** Size of the title block's lettering against that of an A1 sheet. */
  readonly size: number
}

/** Title block fields, filled from the project and the sheet (after ISO 7200). */
export interface TitleFields {
  readonly project: string
  readonly number: string
  readonly client: string
  readonly title: string
  readonly drawingNumber: string
  readonly scale: string
  readonly date: string
  readonly drawn: string
  readonly checked: string
  readonly revision: string
}

export function sheetLayout(sheet: Pick<Sheet, 'size' | 'orientation'>): SheetLayout {
  const { width, height } = sheetExtent(sheet)
  const frame = { minX: FILING, minY: EDGE, maxX: width - EDGE, maxY: height - EDGE }
  if (sheet.orientation === 'landscape') {
    const strip = Math.min(150, Math.max(58, 0.19 * (frame.maxX - frame.minX)))
    const at = frame.maxX - strip
    return {
      frame,
      titleBlock: { ...frame, minX: at },
      field: { ...frame, maxX: at },
      size: Math.min(1, Math.max(0.55, strip / 130)),
    }
  }
  const size = Math.min(1, Math.max(0.6, (frame.maxX - frame.minX) / 400))
  const top = frame.minY + 62 * size
  return { frame, titleBlock: { ...frame, maxY: top }, field: { ...frame, minY: top }, size }
}

/** The scales of a sheet's viewports, each once, largest drawing first; a dash where there are none. */
export function scalesText(
  viewports: readonly Pick<Viewport, 'scale'>[],
  system: ProjectFacts['units']['system'],
): string {
  const ratios = [...new Set(viewports.map((viewport) => viewport.scale))].sort((p, q) => p - q)
  return ratios.length === 0 ? '–' : ratios.map((ratio) => scaleName(ratio, system)).join(', ')
}

export function titleFields(facts: ProjectFacts, sheet: Sheet, viewports: readonly Viewport[]): TitleFields {
  return {
    project: facts.name,
    number: facts.number,
    client: facts.client,
    title: sheet.title,
    drawingNumber: sheet.number,
    scale: scalesText(viewports, facts.units.system),
    date: sheet.date,
    drawn: sheet.drawn,
    checked: sheet.checked,
    revision: sheet.revision,
  }
}

interface Cell {
  readonly label: string
  readonly value: string
  readonly height: number
  readonly weight?: Weight
  readonly lines?: number
}

/** Frame, title block rules and lettering, paper mm. */
export function titleBlockItems(sheet: Sheet, fields: TitleFields): DisplayItem[] {
  const { frame, titleBlock, size } = sheetLayout(sheet)
  const items: DisplayItem[] = []
  const rule = (x1: number, y1: number, x2: number, y2: number, pen: 'rule' | 'frame' = 'rule'): void => {
    items.push({ kind: 'segments', pen, points: [x1, y1, x2, y2], source: null })
  }
  const { minX, minY, maxX, maxY } = frame
  items.push({
    kind: 'line',
    pen: 'frame',
    points: [minX, minY, maxX, minY, maxX, maxY, minX, maxY],
    closed: true,
    source: null,
  })
  const project: Cell = { label: 'PROJECT', value: fields.project, height: 5, lines: 2 }
  const number: Cell = { label: 'PROJECT NUMBER', value: fields.number, height: 3.5 }
  const client: Cell = { label: 'CLIENT', value: fields.client, height: 3.5, lines: 2 }
  const title: Cell = { label: 'DRAWING', value: fields.title, height: 5, lines: 2 }
  const scale: Cell = { label: 'SCALE', value: fields.scale, height: 3.5 }
  const date: Cell = { label: 'DATE', value: fields.date, height: 3.5 }
  const drawn: Cell = { label: 'DRAWN', value: fields.drawn, height: 3.5 }
  const checked: Cell = { label: 'CHECKED', value: fields.checked, height: 3.5 }
  const drawing: Cell = { label: 'DRAWING NUMBER', value: fields.drawingNumber, height: 7, weight: 500 }
  const revision: Cell = { label: 'REVISION', value: fields.revision, height: 7, weight: 500 }
  const cell = (box: Box, content: Cell): void => {
    const pad = 3 * size
    items.push(
      textItem(
        content.label,
        { x: box.minX + pad, y: box.maxY - pad - 1.8 * Math.max(size, 0.85) },
        {
          height: 1.8 * Math.max(size, 0.85),
          tone: 0.35,
        },
      ),
    )
    items.push(...fittedText(content, box, pad, size))
  }
  if (sheet.orientation === 'landscape') {
    const left = titleBlock.minX
    rule(left, minY, left, maxY, 'frame')
    let y = minY
    const rows: (readonly [height: number, ...cells: Cell[]])[] = [
      [22, drawing, revision],
      [17, drawn, checked],
      [17, scale, date],
      [26, title],
      [24, client],
      [17, number],
      [30, project],
    ]
    for (const [height, ...cells] of rows) {
      const top = y + height * size
      rule(left, top, maxX, top)
      const share = cells.length === 2 ? (cells[1] === revision ? 0.68 : 0.5) : 1
      const split = left + (maxX - left) * share
      if (cells.length === 2) rule(split, y, split, top)
      cell({ minX: left, minY: y, maxX: split, maxY: top }, cells[0]!)
      if (cells[1]) cell({ minX: split, minY: y, maxX, maxY: top }, cells[1])
      y = top
    }
    return items
  }
  const top = titleBlock.maxY
  rule(minX, top, maxX, top, 'frame')
  const width = maxX - minX
  const rows: (readonly [number, ...(readonly [number, Cell])[]])[] = [
    [22, [0.38, drawing], [0.16, revision], [0.23, drawn], [0.23, checked]],
    [18, [0.5, title], [0.27, scale], [0.23, date]],
    [22, [0.46, project], [0.2, number], [0.34, client]],
  ]
  let y = minY
  for (const [height, ...cells] of rows) {
    const high = y + height * size
    if (high < top - 0.01) rule(minX, high, maxX, high)
    let x = minX
    for (const [share, content] of cells) {
      const right = x + width * share
      if (right < maxX - 0.01) rule(right, y, right, high)
      cell({ minX: x, minY: y, maxX: right, maxY: high }, content)
      x = right
    }
    y = high
  }
  return items
}

/** The value of a field, in lines and made smaller where it would not fit its place. */
function fittedText(cell: Cell, box: Box, pad: number, size: number): DisplayItem[] {
  if (!cell.value) return []
  const room = box.maxX - box.minX - 2 * pad
  const weight = cell.weight ?? 400
  let height = cell.height * size
  let lines = cell.lines ? wrapText(cell.value, height, room, weight) : [cell.value]
  for (let tries = 0; tries < 12; tries++) {
    const wide = Math.max(...lines.map((line) => textWidth(line, height, weight)))
    const high = lines.length * height * 1.5
    const space = box.maxY - box.minY - pad - 1.8 * size - 2 * pad * 0.6
    if (wide <= room && (lines.length <= (cell.lines ?? 1) || high <= space)) break
    height *= 0.88
    lines = cell.lines ? wrapText(cell.value, height, room, weight) : [cell.value]
  }
  const foot = box.minY + pad * 0.9 + height * (1 - CAPITAL) * 0.3
  return lines.map((line, i) =>
    textItem(
      line,
      { x: box.minX + pad, y: foot + (lines.length - 1 - i) * height * 1.5 },
      { height, weight },
    ),
  )
}
