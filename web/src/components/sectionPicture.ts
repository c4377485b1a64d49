import { PATTERNS, patternLines, toneColour, toneOf } from '@lamina/core/display'
import type { Material } from '@lamina/core/records'

/** Ink and paper of pictures of what is cut: they are paper in both themes. */
const INK = [30, 42, 56]
const PAPER = [252, 250, 244]
/** Pixels to one mm on paper, so that patterns are read at this size. */
const PIXELS = 4.5

/** A rectangle of cut material as a fill and the path of its pattern. Real-size patterns are too large to show. */
export function sectionPicture(
  material: Material,
  box: { readonly x: number; readonly width: number; readonly height: number },
): { fill: string; d: string } {
  const { x, width, height } = box
  const points = [
    { x, y: 0 },
    { x: x + width, y: 0 },
    { x: x + width, y: height },
    { x, y: height },
  ]
  const pattern = material.pattern ? PATTERNS[material.pattern] : null
  const scale = pattern?.sizing === 'real' ? REAL : PIXELS
  const lines = pattern ? (patternLines(scaled(pattern, scale), [{ points }], 1) ?? []) : []
  const at = (i: number): string => lines[i]!.toFixed(1)
  let d = ''
  for (let i = 0; i + 3 < lines.length; i += 4) d += `M${at(i)} ${at(i + 1)}L${at(i + 2)} ${at(i + 3)}`
  return { fill: toneColour(toneOf(material), INK, PAPER), d }
}

/** Pixels to one real mm for patterns that keep their real size: some units of them are seen. */
const REAL = 0.08

const scaled = (pattern: (typeof PATTERNS)['brick'], k: number): typeof pattern => ({
  sizing: 'real',
  families: pattern.families.map(({ angle, spacing, start, dash, stagger, dashStart }) => ({
    angle,
    spacing: spacing * k,
    ...(start === undefined ? {} : { start: start * k }),
    ...(dash ? { dash: dash.map((length) => length * k) } : {}),
    ...(stagger === undefined ? {} : { stagger: stagger * k }),
    ...(dashStart === undefined ? {} : { dashStart: dashStart * k }),
  })),
})
