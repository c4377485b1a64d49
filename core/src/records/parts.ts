import { z } from 'zod'

/** How far anything lies from the origin at most, mm: 100 km. */
const FURTHEST = 1e8
const TOO_FAR = 'That is more than 100 km away.'

/** A coordinate: finite, and within 100 km of the origin. */
const coordinate = z.number().gte(-FURTHEST, TOO_FAR).lte(FURTHEST, TOO_FAR)

export const idSchema = z
  .string()
  .min(1)
  .max(64)
  .regex(/^[A-Za-z0-9_-]+$/)
export type Id = z.infer<typeof idSchema>

export const pointSchema = z.strictObject({ x: coordinate, y: coordinate })
export const lengthSchema = z.number().gt(0).lte(FURTHEST, TOO_FAR)
export const anySizeSchema = coordinate
export const angleSchema = z.number().gte(-1000).lte(1000)

/** The angle an arc turns through: less than a whole turn either way. */
export const sweepSchema = z.number().gt(-6.28).lt(6.28)

/** A pen's width on paper, mm. */
export const penWidthSchema = z.number().gte(0.05).lte(2)

/** Painting order among drafted things: higher lies on top; 0 is where things come to lie. */
export const orderSchema = z.number().int().gte(-1_000_000).lte(1_000_000)

/** A scale: real mm to one mm on paper, from a hundred times true size to 1:100 000. */
export const ratioSchema = z.number().gte(0.01).lte(100_000)

const HALVED =
  'A text holds half a character. Remove what shows as a box or a question mark, and type it again.'

/** Whether a text is well-formed: no half of a surrogate pair stands alone (Unicode 15, D84), which no database keeps. */
function isWhole(text: string): boolean {
  return !/\p{Surrogate}/u.test(text)
}

/** A name people gave: one line, without control characters. */
export const nameSchema = z
  .string()
  .max(200, 'A name has at most 200 characters.')
  .refine((text) => !hasControl(text), 'A name holds no control characters.')
  .refine(isWhole, HALVED)

/** What looks like a mark of a page: a pointed bracket and a letter, a stroke or an exclamation mark. */
const MARKUP = /<[a-z/!?]/i

/** The name of something that is shared between projects: no markup, which other programs might act on. */
export const sharedNameSchema = nameSchema
  .min(1, 'A name is needed.')
  .refine((text) => !MARKUP.test(text), 'A name holds no markup.')

/** A text that may have several lines. */
export const textSchema = z
  .string()
  .max(4000)
  .refine((text) => !hasControl(text.replace(/\n/g, '')), 'A text holds no control characters.')
  .refine(isWhole, HALVED)

function hasControl(text: string): boolean {
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i)
    if (code < 32 || code === 127) return true
  }
  return false
}

export const boxSchema = z.strictObject({
  minX: coordinate,
  minY: coordinate,
  maxX: coordinate,
  maxY: coordinate,
})

export const sideSchema = z.enum(['left', 'centre', 'right'])
export type ReferenceSide = z.infer<typeof sideSchema>

/** A colour, as `#rrggbb`. */
export const colourSchema = z
  .string()
  .regex(/^#[0-9a-f]{6}$/, 'A colour is told by # and six digits, such as #b5533c.')

/** What becomes of a part of a building: it stands already and stays, or goes; left out: it is new. */
export const statusSchema = z.enum(['existing', 'removed'])

/** Pen and line type of its own; what is left out comes from the layer. */
export const ownLookSchema = z.strictObject({
  penMm: penWidthSchema.optional(),
  tone: z.number().gte(0).lte(0.9).optional(),
  /** In the place of its tone. */
  colour: colourSchema.optional(),
  lineType: idSchema.optional(),
})
