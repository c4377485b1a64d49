import { SIGNS, facesFor, type Face, type Lettering, type TextRun, type Weight } from './faces'

/** The narrow space between groups of digits is set as a gap: the fonts have no letter for it. */
const NARROW = new Set(['\u202f', '\u2009'])
const NARROW_WIDTH = 150
/** Places along a line are counted in so many parts of the em. */
const EM = 1000
/** Stands for a letter that no shipped font has. */
const UNKNOWN = '?'

/** Fractions written as one letter, and as figures over each other: with a fraction slash. */
const FRACTIONS: ReadonlyMap<string, string> = new Map(
  Object.entries({
    '⅓': '1⁄3',
    '⅔': '2⁄3',
    '⅕': '1⁄5',
    '⅖': '2⁄5',
    '⅗': '3⁄5',
    '⅘': '4⁄5',
    '⅙': '1⁄6',
    '⅚': '5⁄6',
    '⅐': '1⁄7',
    '⅛': '1⁄8',
    '⅜': '3⁄8',
    '⅝': '5⁄8',
    '⅞': '7⁄8',
    '⅑': '1⁄9',
    '⅒': '1⁄10',
    '½': '1⁄2',
    '¼': '1⁄4',
    '¾': '3⁄4',
  }),
)
/** A text with its fractions set as figures over each other: 5/8, with any slash. */
export const stackedFractions = (text: string): string =>
  text
    .replace(/(?<![\d/])(\d{1,3})\/(\d{1,3})(?![\d/])/g, '$1⁄$2')
    .replace(/[½¼¾]/g, (letter) => FRACTIONS.get(letter)!)

/** Figures over each other: their size, and where their base lines lie, as parts of the height of capitals. */
const STACK = { size: 0.62, over: 0.6, under: -0.22, apart: 0.08 } as const
/** Bars of fractions in the font of signs: from a code point on, each wider by a step, in thousandths of the em. */
const BARS = { first: 0xe100, from: 200, step: 50, count: 40 } as const

export interface LaidText {
  readonly runs: readonly TextRun[]
  readonly width: number
  /** Letters that no shipped font has. */
  readonly missing: readonly string[]
  /** Letters that this lettering lacks and another stands in for. */
  readonly standIn: readonly string[]
}

/** Letters that need no look at how they are put together. */
const SIMPLE = /^[\x20-\u024f\u202f]*$/

/**
 * Sets one line of text in the shipped lettering. `size` is the em; widths come from the fonts' own tables,
 * without kerning, so every painter sets the same line. Figures with a fraction slash between them (U+2044) stand over each
 * other. Gives runs with their places from the start.
 */
export function layText(
  text: string,
  size: number,
  weight: Weight = 400,
  lettering: Lettering = 'plain',
): LaidText {
  const setting = new Setting(size, weight, lettering)
  const plain = SIMPLE.test(text) ? text : text.normalize('NFC')
  const letters = [...plain]
  const hasSlash = plain.includes('⁄')
  for (let i = 0; i < letters.length; i++) {
    const letter = letters[i]!
    const fraction = hasSlash ? fractionAt(letters, i) : null
    if (fraction) {
      setting.stack(fraction.over, fraction.under)
      i += fraction.long - 1
    } else setting.put(letter)
  }
  return setting.laid()
}

/** A line while it is set, letter by letter. */
class Setting {
  private readonly faces: readonly Face[]
  private readonly runs: Mutable<TextRun>[] = []
  private readonly missing: string[] = []
  private readonly standIn: string[] = []
  /** Where the next letter begins, in parts of the em. */
  private at = 0
  /** The run that the next letter may be added to. */
  private open: Mutable<TextRun> | null = null

  constructor(
    private readonly size: number,
    private readonly weight: Weight,
    private readonly lettering: Lettering,
  ) {
    this.faces = facesFor(lettering, weight)
  }

  private get main(): Face {
    return this.faces[0]!
  }

  put(letter: string): void {
    const code = letter.codePointAt(0)!
    if (NARROW.has(letter)) {
      this.at += NARROW_WIDTH
      this.open = null
      return
    }
    const fraction = this.main.widths.has(code) ? undefined : FRACTIONS.get(letter)
    if (fraction) {
      const [over, under] = fraction.split('⁄')
      return this.stack(over!, under!)
    }
    const face = this.faces.find(({ widths }) => widths.has(code))
    if (!face) {
      this.missing.push(letter)
      return this.set(UNKNOWN, this.main)
    }
    if (face.lettering !== this.lettering && face.lettering !== 'signs') this.standIn.push(letter)
    this.set(letter, face)
  }

  /** A letter of a face, its capitals as high as those of the lettering. */
  private set(letter: string, face: Face): void {
    const by = this.main.capital / face.capital
    if (this.open?.face !== face.name) {
      this.open = { face: face.name, text: '', dx: this.dx, ...(by === 1 ? {} : { by }) }
      this.runs.push(this.open)
    }
    this.open.text += letter
    this.at += face.widths.get(letter.codePointAt(0)!)! * (EM / face.unitsPerEm) * by
  }

  private get dx(): number {
    return (this.at / EM) * this.size
  }

  /** Figures over each other, with a bar between them. */
  stack(over: string, under: string): void {
    const { capital, widths, unitsPerEm, name } = this.main
    const widthOf = (figures: string): number =>
      [...figures].reduce((sum, figure) => sum + widths.get(figure.codePointAt(0)!)!, 0) *
      (EM / unitsPerEm) *
      STACK.size
    const wide = Math.max(widthOf(over), widthOf(under))
    const apart = STACK.apart * capital * EM
    const middle = this.at + apart + wide / 2
    for (const [text, up] of [
      [over, STACK.over],
      [under, STACK.under],
    ] as const) {
      this.at = middle - widthOf(text) / 2
      this.runs.push({ face: name, text, dx: this.dx, by: STACK.size, up: up * capital })
    }
    const by = capital / SIGNS.capital
    const nth = Math.round((wide / by - BARS.from) / BARS.step)
    const bar = String.fromCodePoint(BARS.first + Math.max(0, Math.min(BARS.count - 1, nth)))
    this.at = middle - (SIGNS.widths.get(bar.codePointAt(0)!)! * by * EM) / SIGNS.unitsPerEm / 2
    this.open = null
    this.set(bar, SIGNS)
    this.open = null
    this.at = middle + wide / 2 + apart
  }

  private struck(): TextRun[] {
    if (this.main.weight >= this.weight) return this.runs
    return this.runs.flatMap((run) => [run, { ...run, dx: run.dx + STRUCK_APART * this.size }])
  }

  laid(): LaidText {
    return { runs: this.struck(), width: this.dx, missing: this.missing, standIn: this.standIn }
  }
}

/** Letters of a lettering that has no bold ones are struck twice for them, so far apart, as a part of the em. */
const STRUCK_APART = 0.028

type Mutable<T> = { -readonly [K in keyof T]: T[K] }

/** Figures with a fraction slash between them that begin at a letter. */
function fractionAt(
  letters: readonly string[],
  from: number,
): { readonly over: string; readonly under: string; readonly long: number } | null {
  const figure = (i: number): boolean => {
    const letter = letters[i]
    return letter !== undefined && letter >= '0' && letter <= '9'
  }
  let slash = from
  while (figure(slash)) slash++
  if (slash === from || letters[slash] !== '⁄' || !figure(slash + 1)) return null
  let end = slash + 1
  while (figure(end)) end++
  return {
    over: letters.slice(from, slash).join(''),
    under: letters.slice(slash + 1, end).join(''),
    long: end - from,
  }
}
