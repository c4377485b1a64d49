import { hcl, lab, rgb } from 'd3-color'

/** Ink and paper as they are plotted. */
export const INK = [0x1e, 0x2a, 0x38] as const
export const PAPER = [0xff, 0xff, 0xff] as const

/** A colour, as `#rrggbb`. */
export type Colour = string

/** What something is inked or filled with: a tone from 0 ink to 1 paper, or a colour. */
export type Tone = number | Colour

export const isColour = (tone: Tone): tone is Colour => typeof tone === 'string'

const hex = (parts: readonly number[]): string =>
  `#${parts.map((part) => Math.round(part).toString(16).padStart(2, '0')).join('')}`

/**
 * A tone as `#rrggbb`; other ends may be given for a screen. Where ink is lighter than paper a colour is as much darker as it
 * was lighter, so that what can be told apart on paper can be told apart there.
 */
export function toneColour(
  tone: Tone,
  ink: readonly number[] = INK,
  paper: readonly number[] = PAPER,
): string {
  if (!isColour(tone)) return hex(ink.map((from, i) => from + (paper[i]! - from) * tone))
  return sum(ink) > sum(paper) ? turnedOver(tone, ink, paper) : tone
}

const sum = (parts: readonly number[]): number => parts.reduce((all, part) => all + part, 0)

const lightness = (parts: readonly number[]): number => lab(hex(parts)).l

/** The same hue and chroma, as far from paper as it was. */
function turnedOver(colour: Colour, ink: readonly number[], paper: readonly number[]): string {
  const { h, c, l } = hcl(colour)
  const [from, to] = [lightness(ink), lightness(paper)]
  return rgb(hcl(h || 0, c || 0, from + ((to - from) * l) / WHITE))
    .clamp()
    .formatHex()
}
/** L* of white. */
const WHITE = 100

/** A tone so far on the way to paper: 0 as it is, 1 paper. */
export function lighter(tone: Tone, by: number): Tone {
  if (!isColour(tone)) return tone + (1 - tone) * by
  const { r, g, b } = rgb(tone)
  return by === 0 ? tone : hex([r, g, b].map((part, i) => part + (PAPER[i]! - part) * by))
}

/** A tone so far on the way to ink: 0 as it is, 1 ink. */
export function darker(tone: Tone, by: number): Tone {
  if (!isColour(tone)) return tone * (1 - by)
  const { r, g, b } = rgb(tone)
  return hex([r, g, b].map((part, i) => part + (INK[i]! - part) * by))
}

/** The lighter of two; a colour stands before tones, the first before the second. */
export const lighterOf = (p: Tone, q: Tone): Tone =>
  isColour(p) ? p : isColour(q) ? lighter(q, p) : Math.max(p, q)

/** How light a tone is, 0 ink to 1 paper: of a colour by its lightness to the eye (CIE L*, 1976). */
export function greyOf(tone: Tone): number {
  if (!isColour(tone)) return tone
  const [ink, paper] = [lab(hex(INK)).l, lab(hex(PAPER)).l]
  return Math.min(1, Math.max(0, (lab(tone).l - ink) / (paper - ink)))
}

/** What a layer, a material, a filling or an own look says of tone and colour. */
export interface Inked {
  readonly tone?: number | undefined
  readonly colour?: Colour | undefined
}

/** What is said of tone and colour first: colours stand before tones of the same. */
export function toneOf(...by: readonly (Inked | undefined)[]): Tone {
  for (const inked of by) {
    const tone = inked?.colour ?? inked?.tone
    if (tone !== undefined) return tone
  }
  return 0
}
