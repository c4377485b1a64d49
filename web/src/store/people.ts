import { browserId } from './browser'

/** Whoever made changes, in words: where nobody signs in they are told apart by their browsers. */
export function peopleNames(all: readonly string[]): (by: string | null) => string {
  const others = all.filter((by) => by !== browserId)
  return (by) => {
    if (by === null) return 'Lamina'
    if (by === browserId) return 'You'
    return others.length > 1 ? `Another browser, ${others.indexOf(by) + 1}` : 'Another browser'
  }
}
