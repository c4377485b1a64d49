import { z } from 'zod'
import { idSchema, sharedNameSchema } from './parts'
import { orientationSchema, sheetFormatSchema } from './sheet'

export const titlePlaces = ['side', 'foot', 'corner'] as const
/** Where a title block stands within the frame: a strip at its right side, a strip at its foot, or a box in its lower right corner. */
export type TitlePlace = (typeof titlePlaces)[number]

export const foldings = ['binding', 'plain'] as const

const margin = z.number().gte(0).lte(100, 'A margin is at most 100 mm.')
const extent = z.number().gte(10, 'A title block is at least 10 mm wide and high.').lte(2000)

/**
 * What every sheet has at its edge: the frame with its marks, and the title block with what every sheet says of itself. It is a
 * board of its own, drafted on in paper mm as on a sheet of its size; on sheets of another size it keeps to the same corner.
 */
export const titleBlockSchema = z.strictObject({
  id: idSchema,
  kind: z.literal('titleBlock'),
  name: sharedNameSchema,
  /** The sheet it is drawn on. */
  size: sheetFormatSchema,
  orientation: orientationSchema,
  stands: z.enum(titlePlaces),
  /** How wide it is within the frame: a strip at the foot is as wide as that. */
  width: extent,
  /** How high: a strip at the side is as high as the frame. */
  height: extent,
  /**
   * Where a strip grows on larger sheets and shrinks on smaller ones: what is further from the corner than so many mm keeps to its
   * far end; left out: all keeps to the corner.
   */
  grows: z.number().gte(0).lte(2000).optional(),
  /** From the edges of the sheet to the frame, mm. */
  margins: z.strictObject({ left: margin, right: margin, top: margin, foot: margin }),
  /** No line is drawn around what is shown. */
  frameless: z.literal(true).optional(),
  /** Letters and numbers of fields along the frame (ISO 5457). */
  zones: z.literal(true).optional(),
  /** Marks at the middle of each side (ISO 5457). */
  centring: z.literal(true).optional(),
  /** Marks at the corners of the sheet, where it is trimmed (ISO 5457). */
  trimming: z.literal(true).optional(),
  /** Marks where it is folded to A4 (DIN 824): with a margin for binding, or without. */
  folding: z.enum(foldings).optional(),
})

export type TitleBlock = z.infer<typeof titleBlockSchema>

/** The records of this file, as the union of all takes them in. */
export const TITLE_BLOCK_RECORDS = [titleBlockSchema] as const
