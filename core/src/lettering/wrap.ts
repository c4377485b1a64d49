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
