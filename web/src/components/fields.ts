import { PATTERNS, PEN_WIDTHS } from '@lamina/core/display'
import { patternNames } from '@lamina/core/records'

/** The field that an event comes from. */
export function fieldOf(event: Event): HTMLInputElement & HTMLSelectElement {
  return event.target as HTMLInputElement & HTMLSelectElement
}

/** Widths of pens to choose from. */
export const PEN_CHOICES = PEN_WIDTHS.map((mm) => ({ value: mm, title: `${mm} mm` }))

/** Tones to choose from, by name. */
export const TONES: readonly { readonly value: number; readonly title: string }[] = [
  { value: 0, title: 'Ink' },
  { value: 0.1, title: 'Nearly ink' },
  { value: 0.2, title: 'Dark grey' },
  { value: 0.35, title: 'Grey' },
  { value: 0.5, title: 'Mid grey' },
  { value: 0.7, title: 'Light grey' },
  { value: 0.88, title: 'Pale' },
  { value: 0.96, title: 'Very pale' },
  { value: 1, title: 'Paper' },
]

/** The named tone nearest to a stored one. */
export const nearestTone = (tone: number): number =>
  TONES.reduce((best, each) => (Math.abs(each.value - tone) < Math.abs(best.value - tone) ? each : best))
    .value

/** Patterns to choose from; those that keep their real size say so. */
export const PATTERN_CHOICES = patternNames.map((name) => ({
  value: name,
  title: `${name[0]!.toUpperCase()}${name.slice(1)}${PATTERNS[name].sizing === 'real' ? ', real size' : ''}`,
}))

export const patternNamed = (text: string) => patternNames.find((name) => name === text) ?? null
