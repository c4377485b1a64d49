import type { Id } from './parts'

/** So many changed things are remembered; what was before is forgotten. */
const MOST_REMEMBERED = 100_000

const NOTHING: ReadonlySet<never> = new Set()

/**
 * Which things changed, change by change, for whoever keeps something made from them: it remembers how far it has kept
 * up, asks what changed since, and makes only that anew. Things are told by id, or places by their boxes.
 */
export class ChangeLog<Thing = Id> {
  private changes: ReadonlySet<Thing>[] = []
  private remembered = 0
  private last = 0

  /** The number of the last change; rises by one with each. */
  get now(): number {
    return this.last
  }

  add(things: ReadonlySet<Thing>): void {
    this.last++
    this.changes.push(things)
    this.remembered += things.size + 1
    while (this.remembered > MOST_REMEMBERED) this.remembered -= this.changes.shift()!.size + 1
  }

  /** Everything changed: nobody has kept up. */
  addEverything(): void {
    this.last++
    this.changes = []
    this.remembered = 0
  }

  /** What changed after the change of that number; null: everything, or it is too long ago to be known. */
  since(then: number): ReadonlySet<Thing> | null {
    const count = this.last - then
    if (count === 0) return NOTHING
    if (count < 0 || count > this.changes.length) return null
    if (count === 1) return this.changes.at(-1)!
    const all = new Set<Thing>()
    for (const things of this.changes.slice(-count)) for (const thing of things) all.add(thing)
    return all
  }
}
