import type { RecordOf } from './schema'
import type { Id } from './parts'

type Block = RecordOf<'block'>

/** So many things one block may come to, with all that the blocks in it come to. */
export const MOST_PARTS = 20_000
/** So many blocks lie within each other at most. */
export const MOST_DEEP = 20

/** What a block comes to. */
export interface Weight {
  /** So many things, with all that the blocks in it come to; infinitely many where more lie within each other than may. */
  readonly things: number
  /** So many blocks lie within each other, itself counted. */
  readonly deep: number
  /** A block that is found within itself, directly or round about; null: none is. */
  readonly round: Block | null
}
const TOO_DEEP: Weight = { things: Infinity, deep: Infinity, round: null }

/**
 * What blocks come to; each is looked at once.
 * @param find the block of an id
 */
export function blockWeights(find: (id: Id) => Block | undefined): (block: Block) => Weight {
  const known = new Map<Id, Weight>()
  const within = new Set<Id>()
  const weigh = (block: Block): Weight => {
    const before = known.get(block.id)
    if (before) return before
    if (within.has(block.id)) return { things: 0, deep: 0, round: block }
    if (within.size >= MOST_DEEP) return TOO_DEEP
    within.add(block.id)
    let things = 0
    let deep = 1
    let round: Block | null = null
    for (const item of [...block.items, ...(block.front?.items ?? [])]) {
      const held = item.shape === 'block' ? find(item.block) : undefined
      const weight = held ? weigh(held) : null
      things += weight?.things ?? 1
      deep = Math.max(deep, 1 + (weight?.deep ?? 0))
      round ??= weight?.round ?? null
    }
    within.delete(block.id)
    const weight = deep > MOST_DEEP ? { ...TOO_DEEP, round } : { things, deep, round }
    known.set(block.id, weight)
    return weight
  }
  return weigh
}
