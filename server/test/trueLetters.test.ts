import { describe, expect, it } from 'vitest'
import { newProject } from '@lamina/core/edit'
import { STANDARD_STYLE } from '@lamina/core/library'
import { Project, type AnyRecord, type Drawing, type Viewport } from '@lamina/core/records'
import { plotSheets } from '../src/plot/document'
import { readPdf, type ReadPage } from '../../e2e/pdf'
import { lettersInMm, pagesAsOutlines } from './outlines'

/** What is read of a page, mm from its lower left corner. */
interface Page {
  readonly letters: ReturnType<typeof lettersInMm>
  readonly lines: ReadPage['lines']
}

/** How far anything may be off, mm on paper. */
const WITHIN = 0.02
/** Each drawing is so wide and high on paper, mm, whatever its scale. */
const [WIDE, HIGH] = [90, 60]

/** Scales, real mm to one mm on paper; of feet and inches 3", 3/4", 1/2", 1/4" and 1/8" to the foot. */
const SCALES = {
  metric: [5, 10, 20, 50, 100, 200],
  'feet-inches': [4, 16, 24, 48, 96],
} as const

/**
 * A drawing in which everything stands at the same place on paper: two rows over two points 60 mm apart, a leader, and two
 * notes of one letter and one of two lines.
 */
function written(board: Drawing, scale: number): AnyRecord[] {
  const at = (x: number, y: number) => ({ to: 'point', last: { x: x * scale, y: y * scale } }) as const
  const common = { drawing: board.id }
  const row = (nth: number): AnyRecord => ({
    ...common,
    id: `row-${nth}-${scale}`,
    kind: 'dimension',
    anchors: [at(10, 10), at(70, 10)],
    direction: 0,
    offset: { in: 'row', side: 'left', row: nth },
    figures: [{ between: [0, 1], before: 'H' }],
  })
  const note = (id: string, x: number, y: number, text: string, heightPaperMm: number): AnyRecord => ({
    ...common,
    id: `${id}-${scale}`,
    kind: 'note',
    at: { x: x * scale, y: y * scale },
    text,
    heightPaperMm,
    align: 'start',
  })
  return [
    row(0),
    row(1),
    note('small', 10, 45, 'H', 3.5),
    note('large', 25, 45, 'H', 7),
    note('lines', 45, 50, 'H\nH', 5),
    {
      ...common,
      id: `leader-${scale}`,
      kind: 'leader',
      tip: at(70, 50),
      elbowPaperMm: { x: 4, y: 0 },
      text: 'H',
    },
  ]
}

async function plotted(system: keyof typeof SCALES): Promise<Page> {
  let n = 0
  const made = newProject(
    {
      name: 'True letters',
      system,
      levelName: 'Ground',
      storeyHeight: 2700,
      sheetSize: 'A1',
      orientation: 'landscape',
      date: '2026-01-01',
    },
    () => `r${++n}`,
  )
  const project = new Project(made.change.put)
  const model = project.need('drawing', made.drawing)
  SCALES[system].forEach((scale, i) => {
    const board: Drawing = { ...model, id: `drawing-${scale}`, name: `Drawing ${i}`, readingScale: scale }
    const viewport: Viewport = {
      id: `viewport-${scale}`,
      kind: 'viewport',
      sheet: made.sheet,
      drawing: board.id,
      number: i + 1,
      title: '',
      scale,
      at: placeOf(i),
      crop: { minX: 0, minY: 0, maxX: WIDE * scale, maxY: HIGH * scale },
      cropped: true,
      locked: false,
    }
    project.apply({ put: [board, viewport, ...written(board, scale)], drop: [] })
  })
  const pdf = await plotSheets({ records: [...project.everything()], sheets: null })
  // Letters by their outlines as poppler draws them, lines as another reader finds them: poppler shifts strokes a little.
  const { lines } = (await readPdf(pdf)).pages[0]!
  return { letters: lettersInMm(pagesAsOutlines(pdf, 1)[0]!), lines }
}

/** Where the middle of the nth drawing stands on the sheet. */
const placeOf = (i: number): { x: number; y: number } => ({
  x: 80 + (i % 3) * 110,
  y: 500 - Math.floor(i / 3) * 110,
})

describe.each(['metric', 'feet-inches'] as const)('one sheet with drawings at all scales, %s', (system) => {
  it('has letters, gaps and rows of the sizes their style says, read from the PDF', async () => {
    const page = await plotted(system)
    const { textPaperMm, firstRowPaperMm, rowPaperMm, extensionGapPaperMm, extensionPastPaperMm } =
      STANDARD_STYLE
    SCALES[system].forEach((scale, i) => {
      const middle = placeOf(i)
      const [ox, oy] = [middle.x - WIDE / 2, middle.y - HIGH / 2]
      /** The letter of which a place, mm from the corner of its drawing, is the lower left corner or near it. */
      const letterAt = (x: number, y: number, reach: number) => {
        const found = page.letters.filter(
          ({ minX, minY }) => Math.abs(minX - ox - x) < reach && Math.abs(minY - oy - y) < 0.3,
        )
        return found.sort((p, q) => p.minX - q.minX)[0]
      }
      const is = (what: string, measured: number | undefined, wanted: number): void => {
        expect(measured, `${what} at 1:${scale}`).toBeDefined()
        expect(Math.abs(measured! - wanted), `${what} at 1:${scale}: ${measured} for ${wanted}`).toBeLessThan(
          WITHIN,
        )
      }
      const high = (box: { minY: number; maxY: number } | undefined) => box && box.maxY - box.minY
      is('a letter of 3.5', high(letterAt(10, 45, 1)), 3.5)
      is('a letter of 7', high(letterAt(25, 45, 1)), 7)
      is('the letter of a leader', high(letterAt(78, 48.75, 1)), textPaperMm)
      const [upper, lower] = [letterAt(45, 50, 1), letterAt(45, 50 - 5 * 1.75, 1)]
      is('the second line of a note', upper && lower && upper.minY - lower.minY, 5 * 1.75)

      const rows = page.lines.filter(
        ({ x1, y1, x2, y2 }) =>
          Math.abs(y1 - y2) < 0.001 &&
          Math.abs(x2 - x1) > 59 &&
          y1 > oy &&
          y1 < oy + HIGH &&
          x1 > ox &&
          x1 < ox + WIDE,
      )
      expect(rows, `rows at 1:${scale}`).toHaveLength(2)
      const [first, second] = rows.map(({ y1 }) => y1 - oy).sort((p, q) => p - q)
      is('the first row', first, 10 + firstRowPaperMm)
      is('the second row', second, 10 + firstRowPaperMm + rowPaperMm)
      const figure = page.letters.find(
        ({ minX, minY, maxX }) =>
          minX > ox + 15 && maxX < ox + 65 && Math.abs(minY - oy - first! - 0.9) < 0.3,
      )
      is('a figure', high(figure), textPaperMm)
      // Letters are measured from letters: poppler shifts a page as a whole by some hundredths.
      const base = letterAt(10, 45, 1)
      is('a figure over its row', figure && base && figure.minY - base.minY + 45 - first!, 0.36 * textPaperMm)

      const upright = page.lines.filter(
        ({ x1, x2 }) => Math.abs(x1 - x2) < 0.001 && Math.abs(x1 - ox - 10) < 0.01,
      )
      const ends = upright.flatMap(({ y1, y2 }) => [y1, y2]).filter((y) => y > oy && y < oy + HIGH)
      is('where extension lines begin', Math.min(...ends) - oy, 10 + extensionGapPaperMm)
      is('where they end', Math.max(...ends) - oy, 10 + firstRowPaperMm + rowPaperMm + extensionPastPaperMm)
    })
  })
})
