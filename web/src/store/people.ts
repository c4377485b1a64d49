import { selfId } from './browser'

/**
 * Whoever made changes, in words; where nobody signs in they are told apart by their browsers.
 * @param nameOf of those who sign in
 */
export function peopleNames(
  all: readonly string[],
  nameOf: (id: string) => string | undefined,
): (by: string | null) => string {
  const others = all.filter((by) => by !== selfId() && nameOf(by) === undefined)
  return (by) => {
    if (by === null) return 'Lamina'
    const name = nameOf(by)
    if (name !== undefined) return name
    if (by === selfId()) return 'You'
    return others.length > 1 ? `Another browser, ${others.indexOf(by) + 1}` : 'Another browser'
  }
}
