import { textItem, type DisplayItem } from '../display'
import type { Box } from '../geometry'
import type { TitleBlock } from '../records'
import { layoutWith } from './layout'
import { sheetExtent, sidesOf, type Paper } from '../library'

/** Fields along the frame are so long, beginning at the middle of the sheet (ISO 5457, 4.3), mm; they stand in a strip so wide. */
const ZONE = 50
const ZONE_STRIP = 5
const ZONE_LETTERS = 3.5
/** Letters of zones, without I and O (ISO 5457). */
const LETTERS = 'ABCDEFGHJKLMNPQRSTUVWXYZ'
/** Centring marks reach so far into what is shown (ISO 5457, 4.2), mm. */
const CENTRING = 10
/** Trimming marks: two boxes of this size over each other at each corner (ISO 5457, 4.4), mm. */
const TRIM = [10, 5] as const
/** Folded sheets are as large as A4, mm; one with a margin for binding is that much narrower but for it (DIN 824). */
const FOLDED = { wide: 210, high: 297, binding: 20 } as const
/** A fold is marked at the edge of the sheet, mm. */
const FOLD_MARK = 5

const segments = (pen: 'rule' | 'frame', ...points: number[]): DisplayItem => ({
  kind: 'segments',
  pen,
  points,
  source: null,
})

/** The frame of a paper with all that belongs to it but the title block, paper mm. */
export function frameMarks(paper: Paper, block: TitleBlock): DisplayItem[] {
  const { frame, titleBlock } = layoutWith(paper, block)
  const { width, height } = sheetExtent(paper)
  const items: DisplayItem[] = []
  if (!block.frameless) {
    const { minX, minY, maxX, maxY } = frame
    const points = [minX, minY, maxX, minY, maxX, maxY, minX, maxY]
    items.push({ kind: 'line', pen: 'frame', points, closed: true, source: null })
    if (titleBlock) items.push(edgeOf(titleBlock, block))
  }
  if (block.zones) items.push(...zoneMarks(frame, paper))
  if (block.centring) items.push(...centringMarks(frame, width, height, block.zones === true))
  if (block.trimming) items.push(...trimmingMarks(width, height))
  if (block.folding) items.push(...foldMarks(paper, block.folding))
  return items
}

/** The line that parts a title block from what is shown. */
function edgeOf({ minX, maxX, minY, maxY }: Box, { stands }: TitleBlock): DisplayItem {
  switch (stands) {
    case 'side':
      return segments('frame', minX, minY, minX, maxY)
    case 'foot':
      return segments('frame', minX, maxY, maxX, maxY)
    case 'corner':
      return segments('frame', minX, minY, minX, maxY, minX, maxY, maxX, maxY)
  }
}

/** Where fields end along a side of a sheet: every 50 mm from its middle; what is left over belongs to the fields at its corners. */
export function zoneEnds(length: number): number[] {
  const each = Math.max(1, Math.round(length / 2 / ZONE))
  return Array.from({ length: 2 * each - 1 }, (_, i) => length / 2 + (i - each + 1) * ZONE)
}

/** Numbers from left to right, letters from the top down, along all four sides; on A4 at the top and the right alone. */
function zoneMarks({ minX, minY, maxX, maxY }: Box, paper: Paper): DisplayItem[] {
  const { width, height } = sheetExtent(paper)
  const [left, right, foot, top] = [
    minX - ZONE_STRIP,
    maxX + ZONE_STRIP,
    minY - ZONE_STRIP,
    maxY + ZONE_STRIP,
  ]
  const letter = (text: string, x: number, y: number): DisplayItem =>
    textItem(text, { x, y: y - ZONE_LETTERS / 2 }, { height: ZONE_LETTERS, align: 'middle' })
  const [xEnds, yEnds] = [zoneEnds(width), zoneEnds(height)]
  const middles = (from: number, ends: readonly number[], to: number): number[] =>
    [...ends, to].map((end, i) => (end + [from, ...ends][i]!) / 2)
  const [xs, ys] = [middles(minX, xEnds, maxX), middles(minY, yEnds, maxY).reverse()]
  const names = [...xs.keys()].map((i) => String(i + 1))
  const letters = [...ys.keys()].map(zoneLetter)
  const items = [
    segments(
      'rule',
      ...xEnds.flatMap((x) => [x, maxY, x, top]),
      ...yEnds.flatMap((y) => [maxX, y, right, y]),
    ),
    ...xs.map((x, i) => letter(names[i]!, x, (maxY + top) / 2)),
    ...ys.map((y, i) => letter(letters[i]!, (maxX + right) / 2, y)),
  ]
  const [short] = sidesOf(paper.size)
  if (short <= FOLDED.wide)
    return [...items, segments('rule', minX, top, right, top, right, top, right, minY)]
  const around = [left, foot, right, foot, right, top, left, top]
  return [
    { kind: 'line', pen: 'rule', points: around, closed: true, source: null },
    ...items,
    segments(
      'rule',
      ...xEnds.flatMap((x) => [x, foot, x, minY]),
      ...yEnds.flatMap((y) => [left, y, minX, y]),
    ),
    ...xs.map((x, i) => letter(names[i]!, x, (foot + minY) / 2)),
    ...ys.map((y, i) => letter(letters[i]!, (left + minX) / 2, y)),
  ]
}

/** The letter of a field from the top: A to Z without I and O, then AA, AB … */
export const zoneLetter = (i: number): string =>
  i < LETTERS.length ? LETTERS[i]! : `A${LETTERS[i - LETTERS.length] ?? LETTERS.at(-1)!}`

function centringMarks(
  { minX, minY, maxX, maxY }: Box,
  width: number,
  height: number,
  zones: boolean,
): DisplayItem[] {
  const [x, y] = [width / 2, height / 2]
  const out = (edge: number, frame: number): number =>
    zones ? frame + Math.sign(edge - frame) * ZONE_STRIP : edge
  return [
    segments(
      'frame',
      ...[x, out(0, minY), x, minY + CENTRING, x, maxY - CENTRING, x, out(height, maxY)],
      ...[out(0, minX), y, minX + CENTRING, y, maxX - CENTRING, y, out(width, maxX), y],
    ),
  ]
}

function trimmingMarks(width: number, height: number): DisplayItem[] {
  const [long, short] = TRIM
  return [0, width].flatMap((x) =>
    [0, height].map((y): DisplayItem => {
      const [sx, sy] = [x === 0 ? 1 : -1, y === 0 ? 1 : -1]
      const corner = [x, y, x + sx * long, y, x + sx * long, y + sy * short, x + sx * short, y + sy * short]
      const loop = [...corner, x + sx * short, y + sy * long, x, y + sy * long]
      return { kind: 'fill', tone: 0, loops: [loop], source: null }
    }),
  )
}

/**
 * Where a sheet is folded (DIN 824): from the left, and from the foot, mm. With a margin for binding the left part stays 210 mm wide
 * with it, parts of 190 mm follow from the right, and two alike take up what is left; without, all are as wide as A4 from the right.
 */
export function foldsOf(
  paper: Paper,
  folding: NonNullable<TitleBlock['folding']>,
): { across: number[]; up: number[] } {
  const { width, height } = sheetExtent(paper)
  const { wide, high, binding } = FOLDED
  const up: number[] = []
  for (let y: number = high; y < height - 1; y += high) up.push(y)
  const across: number[] = []
  if (width <= wide + 1) return { across, up }
  if (folding === 'plain') {
    for (let x = width - wide; x > 1; x -= wide) across.unshift(x)
    return { across, up }
  }
  const part = wide - binding
  // One part from the right, and what is left is folded in half but for the margin.
  if (width < wide + 1.5 * part) return { across: [(width - part + binding) / 2, width - part], up }
  let pairs = 0
  while (width - wide - 2 * (pairs + 1) * part >= part) pairs++
  const rest = (width - wide - 2 * pairs * part) / 2
  const parts = [wide, rest, rest, ...Array<number>(2 * pairs).fill(part)]
  for (const each of parts.slice(0, -1)) across.push((across.at(-1) ?? 0) + each)
  return { across, up }
}

function foldMarks(paper: Paper, folding: NonNullable<TitleBlock['folding']>): DisplayItem[] {
  const { width, height } = sheetExtent(paper)
  const [short] = sidesOf(paper.size)
  if (short <= FOLDED.wide) return []
  const { across, up } = foldsOf(paper, folding)
  return [
    segments(
      'rule',
      ...across.flatMap((x) => [x, 0, x, FOLD_MARK, x, height - FOLD_MARK, x, height]),
      ...up.flatMap((y) => [0, y, FOLD_MARK, y, width - FOLD_MARK, y, width, y]),
    ),
  ]
}
