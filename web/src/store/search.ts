import MiniSearch from 'minisearch'

/** Fewer letters than this are too few to be like anything. */
const LEAST_ALIKE = 4

/** Finds things by what is typed of their words: what holds the letters, or else what is only like them. */
export class WordSearch<Thing> {
  private readonly words: readonly string[]
  /** Words that are only like what is typed; made when they are first asked for. */
  private alike: MiniSearch | null = null

  constructor(
    readonly things: readonly Thing[],
    wordsOf: (thing: Thing) => string,
  ) {
    this.words = things.map((thing) => wordsOf(thing).toLowerCase())
  }

  /** Makes ready for finding what is only alike, which takes longer than a key may. */
  prepare(): MiniSearch {
    if (!this.alike) {
      this.alike = new MiniSearch({ fields: ['text'], searchOptions: { combineWith: 'AND', fuzzy: 0.3 } })
      this.alike.addAll(this.words.map((text, id) => ({ id, text })))
    }
    return this.alike
  }

  /** What is like what was typed, best first; all when nothing is typed. */
  find(text: string, most = Infinity): readonly Thing[] {
    const typed = text.trim().toLowerCase()
    if (!typed) return this.things.slice(0, most)
    const parts = typed.split(/\s+/)
    const exact: { readonly i: number; readonly rank: number }[] = []
    this.words.forEach((words, i) => {
      if (parts.every((part) => words.includes(part))) exact.push({ i, rank: rankOf(words, typed) })
    })
    const found =
      exact.length > 0 || typed.length < LEAST_ALIKE
        ? exact.sort((p, q) => p.rank - q.rank).map(({ i }) => i)
        : this.prepare()
            .search(typed, { prefix: true })
            .map(({ id }) => id as number)
    return found.slice(0, most).map((i) => this.things[i]!)
  }
}

/** What begins with the letters comes before what has a word that does, and that before the rest. */
function rankOf(words: string, typed: string): number {
  const at = words.indexOf(typed)
  return at === 0 ? 0 : at > 0 && words[at - 1] === ' ' ? 1 : 2
}
