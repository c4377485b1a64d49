import { textItem, type DisplayItem } from '../display'
import { offsetFrom, type Point } from '../geometry'
import { partsOfWord, stackedFractions, textWidth, type Lettering, type Weight } from '../lettering'
import type { Id } from '../records'
import { PARTS, clearing } from './style'

/** How a text of several lines is set. Sizes on paper, mm. */
export interface TextLook {
  readonly height: number
  /** From base line to base line, as a multiple of the height. */
  readonly leading: number
  readonly lettering: Lettering
  /** All fractions stand over each other; else those with two strokes between them: 5//8. */
  readonly stacked: boolean
  /** Lines are broken at this width; null: only where they are typed so. */
  readonly width: number | null
  /** How far ground is cleared around it, paper mm. */
  readonly clear?: number | undefined
}

/** Letters set alike in a line, from `dx` on. */
export interface TextPiece {
  readonly text: string
  readonly weight: Weight
  readonly underlined: boolean
  readonly dx: number
  readonly width: number
}

export interface TextLine {
  readonly pieces: readonly TextPiece[]
  /** From where it begins to where it ends, with what it is set in by. */
  readonly width: number
}

/** A text as it is set: its lines, and how wide the widest of them is. */
export interface TextBlock {
  readonly lines: readonly TextLine[]
  readonly width: number
}

interface Bit {
  readonly text: string
  readonly weight: Weight
  readonly underlined: boolean
}

/** Between these letters are bold, and underlined; a mark without its like on the line stands for itself. */
const MARKS = { bold: '**', under: '__' } as const

/** The parts of a typed line that are set alike. */
export function bitsOf(typed: string): readonly Bit[] {
  const bits: Bit[] = []
  let [bold, underlined, from] = [false, false, 0]
  const end = (to: number): void => {
    if (to > from) bits.push({ text: typed.slice(from, to), weight: bold ? 500 : 400, underlined })
  }
  for (let i = 0; i < typed.length - 1;) {
    const mark = typed.slice(i, i + 2)
    const isOn = mark === MARKS.bold ? bold : mark === MARKS.under ? underlined : null
    const opens = isOn === false && typed.indexOf(mark, i + 2) > i + 2
    if (isOn !== true && !opens) {
      i++
      continue
    }
    end(i)
    if (mark === MARKS.bold) bold = !bold
    else underlined = !underlined
    i += 2
    from = i
  }
  end(typed.length)
  return bits
}

/** What a line begins with that lines of one entry stand in from: a dot or a number. */
const ENTRY = /^(?:[-•] +|(\d{1,3})\. +)/

/** Sets a text: line by line, entries of lists with a dot or a number before them, broken at the width. */
export function setText(text: string, look: TextLook): TextBlock {
  const lines = text.split('\n').flatMap((typed) => {
    const entry = ENTRY.exec(typed)
    if (!entry) return setParagraph(typed, look, 0, null)
    const sign = entry[1] === undefined ? '•' : `${entry[1]}.`
    const indent = look.height * (entry[1] === undefined ? DOT_INDENT : NUMBER_INDENT)
    return setParagraph(typed.slice(entry[0].length), look, indent, sign)
  })
  return { lines, width: Math.max(0, ...lines.map(({ width }) => width)) }
}
/** Entries of lists stand in by so many times their height. */
const DOT_INDENT = 1.2
const NUMBER_INDENT = 2

/** How high a set text is, from the foot of its last line to the top of its first, mm on paper. */
export const heightOf = (
  { lines }: TextBlock,
  { height, leading }: Pick<TextLook, 'height' | 'leading'>,
): number => height + (lines.length - 1) * height * leading

/** Letters that hold together, with the blanks before them; blanks that nothing follows. */
const WORD = / *[^ ]+| +$/g

function setParagraph(typed: string, look: TextLook, indent: number, sign: string | null): TextLine[] {
  const { height, lettering, width: most } = look
  const widthOf = ({ text, weight }: Pick<Bit, 'text' | 'weight'>): number =>
    textWidth(text, height, weight, lettering)
  const written = (text: string): string => {
    const single = text.replace(/(\d{1,3})\/\/(\d{1,3})/g, '$1⁄$2')
    return look.stacked ? stackedFractions(single) : single
  }
  const bits = bitsOf(typed).map((bit) => ({ ...bit, text: written(bit.text) }))
  const lines: Bit[][] = [[]]
  let wide = indent
  const add = (bit: Bit): void => {
    const line = lines.at(-1)!
    const before = line.at(-1)
    if (before && before.weight === bit.weight && before.underlined === bit.underlined)
      line[line.length - 1] = { ...before, text: before.text + bit.text }
    else line.push(bit)
    wide += widthOf(bit)
  }
  const breakLine = (): void => {
    lines.push([])
    wide = indent
  }
  /** Blanks at the end of what is set alike, which stand only where the line goes on. */
  let blanks: Bit | null = null
  for (const bit of bits) {
    if (most === null) {
      add(bit)
      continue
    }
    for (const word of bit.text.match(WORD) ?? []) {
      if (word.trim() === '') {
        blanks = { ...bit, text: word }
        continue
      }
      const before: number = blanks ? widthOf(blanks) : 0
      if (wide > indent && wide + before + widthOf({ ...bit, text: word }) > most) breakLine()
      else if (wide > indent && blanks) add(blanks)
      blanks = null
      const rest = wide > indent ? word : word.trimStart()
      partsOfWord(rest, (text) => widthOf({ ...bit, text }) <= most - indent).forEach((part, i) => {
        if (i > 0) breakLine()
        add({ ...bit, text: part })
      })
    }
  }
  return lines.map((line, i): TextLine => {
    let at = indent
    const pieces = line.map((bit): TextPiece => {
      const piece = { ...bit, dx: at, width: widthOf(bit) }
      at += piece.width
      return piece
    })
    const before: TextPiece[] =
      sign !== null && i === 0
        ? [{ text: sign, weight: 400, underlined: false, dx: 0, width: widthOf({ text: sign, weight: 400 }) }]
        : []
    return { pieces: [...before, ...pieces], width: at }
  })
}

/**
 * A set text as items, real mm.
 * @param at on the base line of the first line: where lines begin, have their middle or end
 * @param u the way it is read
 */
export function blockItems(
  { lines }: TextBlock,
  { height, leading, lettering, clear }: TextLook,
  at: Point,
  u: Point,
  align: 'start' | 'middle' | 'end',
  scale: number,
  source: Id | null,
): DisplayItem[] {
  const turn = Math.atan2(u.y, u.x)
  const letters = { height: height * scale, turn, lettering, source, ...clearing(clear, scale) }
  return lines.flatMap(({ pieces, width }, i): DisplayItem[] => {
    const base = offsetFrom(at, u, 0, -i * height * leading * scale)
    const [only] = pieces
    // Lines set in one are aligned by their own width.
    if (pieces.length === 1 && only!.dx === 0 && !only!.underlined)
      return [textItem(only!.text, base, { ...letters, weight: only!.weight, align })]
    const from = align === 'start' ? 0 : align === 'middle' ? -width / 2 : -width
    return pieces.flatMap((piece): DisplayItem[] => {
      const start = offsetFrom(base, u, (from + piece.dx) * scale, 0)
      const item = textItem(piece.text, start, { ...letters, weight: piece.weight })
      if (!piece.underlined) return [item]
      const below = offsetFrom(start, u, 0, -PARTS.underline * height * scale)
      const end = offsetFrom(below, u, piece.width * scale, 0)
      const line = [below.x, below.y, end.x, end.y]
      return [item, { kind: 'segments', pen: 'dimension', points: line, source }]
    })
  })
}
