import type { Box } from '../geometry'
import type { Sheet, TitleBlock } from '../records'
import { sheetExtent, sidesOf, type Paper } from './sheetSizes'
import { STANDARD_TITLES, type ShippedTitle } from './shipped/titles'

export { STANDARD_TITLES, type ShippedTitle }

/** Sheets whose short side is as long as this have room for the large title blocks, mm. */
const LARGE = 410

/** Around what a sheet without a title block shows, mm (ISO 5457). */
const EDGE = 10
const PLAIN_MARGINS = { left: EDGE, right: EDGE, top: EDGE, foot: EDGE }

/** The frame of a paper with a title block, or with none, paper mm from its lower left corner. */
export function frameOn(paper: Paper, block: Pick<TitleBlock, 'margins'> | null): Box {
  const { width, height } = sheetExtent(paper)
  const margins = block?.margins ?? PLAIN_MARGINS
  return {
    minX: Math.min(margins.left, width / 2 - 1),
    minY: Math.min(margins.foot, height / 2 - 1),
    maxX: Math.max(width - margins.right, width / 2 + 1),
    maxY: Math.max(height - margins.top, height / 2 + 1),
  }
}

/** The title block a sheet has by itself: at its side, or at its foot where it stands upright, and as large as there is room for. */
export function usualTitle({ size, orientation }: Pick<Sheet, 'size' | 'orientation'>): ShippedTitle {
  const [short] = sidesOf(size)
  const stands = orientation === 'landscape' ? 'side' : 'foot'
  const id = `title-${stands}-${short >= LARGE ? 'large' : 'small'}`
  return STANDARD_TITLES.find(({ block }) => block.id === id)!
}
