import type { Sheet } from '../records'
import { sidesOf } from './sheetSizes'
import { STANDARD_TITLES, type ShippedTitle } from './shipped/titles'

export { STANDARD_TITLES, type ShippedTitle }

/** Sheets whose short side is as long as this have room for the large title blocks, mm. */
const LARGE = 410

/** The title block a sheet has by itself: at its side, or at its foot where it stands upright, and as large as there is room for. */
export function usualTitle({ size, orientation }: Pick<Sheet, 'size' | 'orientation'>): ShippedTitle {
  const [short] = sidesOf(size)
  const stands = orientation === 'landscape' ? 'side' : 'foot'
  const id = `title-${stands}-${short >= LARGE ? 'large' : 'small'}`
  return STANDARD_TITLES.find(({ block }) => block.id === id)!
}
