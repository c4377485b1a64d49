import { FACE_TABLES } from './faces.generated'
import type { FaceName, Source, TextItem, TextRun } from './list'

export type Weight = 400 | 500

interface Face {
  readonly name: FaceName
  readonly widths: ReadonlyMap<number, number>
}

const EM = 1000
const FACES: Record<Weight, readonly Face[]> = { 400: [], 500: [] }
for (const table of FACE_TABLES) {
  const face: Face = {
    name: `${table.weight}` === '400' ? `400 ${table.subset}` : `500 ${table.subset}`,
    widths: new Map(
      table.widths.split(' ').map((entry) => {
        const [code, width] = entry.split(':')
        return [parseInt(code!, 36), Number(width)] as const
      }),
    ),
  }
  ;(FACES[table.weight] as Face[]).push(face)
}

function faceFor(code: number, weight: Weight): Face | undefined {
  for (const face of FACES[weight]) if (face.widths.has(code)) return face
  return undefined
}

/** All faces, for painters that must load them. */
export const FACE_NAMES: readonly FaceName[] = [...FACES[400], ...FACES[500]].map((face) => face.name)

/** Height of a capital letter as a part of the em (from the fonts: 700 of 1000). */
export const CAPITAL = FACE_TABLES[0].capHeight / FACE_TABLES[0].unitsPerEm

/** The narrow space between groups of digits is set as a gap: the fonts have no letter for it. */
const NARROW = new Set(['\u202f', '\u2009'])
const NARROW_WIDTH = 150
/** Stands for a letter the shipped fonts do not have. */
const UNKNOWN = '?'

export interface LaidText {
  readonly runs: readonly TextRun[]
  readonly width: number
  /** Letters that the shipped fonts do not have. */
  readonly missing: readonly string[]
}

/**
 * Sets one line of text in the shipped lettering. `size` is the em; widths come from the fonts' own tables,
 * without kerning, so every painter sets the same line. Gives runs with their places from the start.
 */
export function layText(text: string, size: number, weight: Weight = 400): LaidText {
  const runs: { face: FaceName; text: string; dx: number }[] = []
  const missing: string[] = []
  let at = 0
  let open = null as { face: FaceName; text: string; dx: number } | null
  for (const letter of text) {
    if (NARROW.has(letter)) {
      at += NARROW_WIDTH
      open = null
      continue
    }
    let shown = letter
    let code = letter.codePointAt(0)!
    let face = faceFor(code, weight)
    if (!face) {
      missing.push(letter)
      shown = UNKNOWN
      code = UNKNOWN.codePointAt(0)!
      face = FACES[weight][0]!
    }
    if (open?.face !== face.name) {
      open = { face: face.name, text: '', dx: (at / EM) * size }
      runs.push(open)
    }
    open.text += shown
    at += face.widths.get(code)!
  }
  return { runs, width: (at / EM) * size, missing }
}

/** The width of a line of text whose capitals are `height` high, in the same unit. */
export const textWidth = (text: string, height: number, weight: Weight = 400): number =>
  layText(text, height / CAPITAL, weight).width

/** A line of text whose capitals are `height` high, aligned on the point (x, y) of its base line. */
export function textItem(
  text: string,
  at: { readonly x: number; readonly y: number },
  options: {
    readonly height: number
    readonly turn?: number
    readonly align?: 'start' | 'middle' | 'end'
    readonly weight?: Weight
    readonly tone?: number
    readonly source?: Source
  },
): TextItem {
  const { height, turn = 0, align = 'start', weight = 400, tone = 0, source = null } = options
  const size = height / CAPITAL
  const { runs, width } = layText(text, size, weight)
  const back = align === 'start' ? 0 : align === 'middle' ? width / 2 : width
  return {
    kind: 'text',
    x: at.x - Math.cos(turn) * back,
    y: at.y - Math.sin(turn) * back,
    turn,
    size,
    width,
    runs,
    tone,
    source,
  }
}

/** Breaks a text into lines no wider than `width`, at spaces; a longer word is broken where it must be. */
export function wrapText(text: string, height: number, width: number, weight: Weight = 400): string[] {
  const fits = (line: string): boolean => textWidth(line, height, weight) <= width
  const lines: string[] = []
  for (const paragraph of text.split('\n')) {
    let line = ''
    for (let word of paragraph.split(' ')) {
      if (fits(line ? `${line} ${word}` : word)) {
        line = line ? `${line} ${word}` : word
        continue
      }
      if (line) lines.push(line)
      while (!fits(word) && word.length > 1) {
        let count = word.length - 1
        while (count > 1 && !fits(word.slice(0, count))) count--
        lines.push(word.slice(0, count))
        word = word.slice(count)
      }
      line = word
    }
    lines.push(line)
  }
  return lines
}
