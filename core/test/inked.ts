/** A list as lines of text: what is drawn with which coordinates, wherever an outline begins. */
export const inked = (list: readonly unknown[]): string[] =>
  list.map((item) => JSON.stringify(plainly(clippedAlone(item)))).sort()

/** What is drawn once more within a clip, as where lettering has clear ground, by its clip: how it is parted may differ. */
function clippedAlone(item: unknown): unknown {
  const { kind, clip, source } = item as { kind?: string; clip?: unknown; source?: unknown }
  return kind === 'group' && clip && source === null ? { kind, clip } : item
}

function plainly(value: unknown): unknown {
  if (typeof value === 'number') return Math.round(value * 1e3) / 1e3 + 0
  if (Array.isArray(value)) {
    const inner: unknown[] = value.map(plainly)
    return inner.every((each) => typeof each === 'number')
      ? inner.sort((a, b) => (a as number) - (b as number))
      : inner.map((each) => JSON.stringify(each)).sort()
  }
  if (value === null || typeof value !== 'object') return value
  return Object.fromEntries(Object.entries(value).map(([key, each]) => [key, plainly(each)]))
}
