/** The tones others are told apart by, besides their names; readable on paper, light and dark. */
const TONES = {
  light: ['#7a3ea3', '#1d5fae', '#8a5200', '#a8256b', '#3f6b12'],
  dark: ['#cfa3ef', '#8fbcf5', '#e6b964', '#f59ac8', '#a9d36f'],
} as const

/** The tone of somebody, the same in every window. */
export function toneOf(by: string, isDark: boolean): string {
  let sum = 0
  for (const letter of by) sum = (sum * 31 + letter.charCodeAt(0)) % 9973
  const tones = TONES[isDark ? 'dark' : 'light']
  return tones[sum % tones.length]!
}
