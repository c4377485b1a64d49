/** Ink and paper as they are plotted. */
export const INK = [0x1e, 0x2a, 0x38] as const
export const PAPER = [0xff, 0xff, 0xff] as const

/** The colour of a tone from 0 ink to 1 paper, as `#rrggbb`; other ends may be given for a screen. */
export function toneColour(
  tone: number,
  ink: readonly number[] = INK,
  paper: readonly number[] = PAPER,
): string {
  return `#${ink
    .map((from, i) =>
      Math.round(from + (paper[i]! - from) * tone)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`
}
