import { mainCapital, type Lettering, type Weight } from './faces'
import { layText } from './setLine'

/** The width of a line of text whose capitals are `height` high, in the same unit. */
export const textWidth = (
  text: string,
  height: number,
  weight: Weight = 400,
  lettering: Lettering = 'plain',
): number => layText(text, height / mainCapital(lettering), weight, lettering).width

/** Breaks a text into lines no wider than `width`, at spaces; a longer word is broken where it must be. */
export function wrapText(
  text: string,
  height: number,
  width: number,
  weight: Weight = 400,
  lettering: Lettering = 'plain',
): string[] {
  const fits = (line: string): boolean => textWidth(line, height, weight, lettering) <= width
  const lines: string[] = []
  for (const paragraph of text.split('\n')) {
    let line = ''
    for (const word of paragraph.split(' ')) {
      if (fits(line ? `${line} ${word}` : word)) {
        line = line ? `${line} ${word}` : word
        continue
      }
      if (line) lines.push(line)
      const parts = partsOfWord(word, fits)
      lines.push(...parts.slice(0, -1))
      line = parts.at(-1)!
    }
    lines.push(line)
  }
  return lines
}

/** A word in parts that each fit, one letter at least. */
export function partsOfWord(word: string, fits: (part: string) => boolean): string[] {
  if (fits(word)) return [word]
  const parts: string[] = []
  let part = ''
  for (const letter of word) {
    if (part !== '' && !fits(part + letter)) {
      parts.push(part)
      part = ''
    }
    part += letter
  }
  return [...parts, part]
}
