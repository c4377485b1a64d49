/** What several things have alike; null where they differ, or have nothing. */
export function alike<R, T>(things: readonly R[], of: (thing: R) => T): T | null {
  const [first, ...rest] = things.map(of)
  return rest.every((each) => each === first) ? (first ?? null) : null
}
