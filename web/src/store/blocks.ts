import { onScopeDispose, watch, type Ref } from 'vue'
import MiniSearch from 'minisearch'
import { standardBlocks } from '@lamina/core/library'
import type { Block, Project } from '@lamina/core/records'

let last: readonly Block[] = []

/**
 * The blocks that can be placed: those of the project, and those that ship and are not in it yet. The same list as
 * long as they are the same.
 */
export function libraryBlocks(project: Project): readonly Block[] {
  const own = project.all('block')
  const known = new Set(own.map(({ id }) => id))
  const now = [...own, ...standardBlocks(project.facts.units.system).filter(({ id }) => !known.has(id))]
  if (now.length !== last.length || now.some((block, i) => block !== last[i])) last = now
  return last
}

/** Categories in the order of the library, own ones last. */
export function categoriesOf(blocks: readonly Block[], shipped: readonly Block[]): string[] {
  const order = [...new Set(shipped.map(({ category }) => category))]
  const others = [...new Set(blocks.map(({ category }) => category))].filter((name) => !order.includes(name))
  return [...order.filter((name) => blocks.some(({ category }) => category === name)), ...others.sort()]
}

/** Fewer letters than this are too few to be like anything. */
const LEAST_ALIKE = 4

interface Index {
  readonly of: readonly Block[]
  /** Name and category of each in small letters. */
  readonly words: readonly string[]
  /** Words that are only like what is typed; made when they are first asked for. */
  alike: MiniSearch | null
}
let index: Index | null = null

function indexOf(blocks: readonly Block[]): Index {
  if (index?.of !== blocks)
    index = {
      of: blocks,
      words: blocks.map(({ name, category }) => `${name} ${category}`.toLowerCase()),
      alike: null,
    }
  return index
}

function alikeOf(now: Index): MiniSearch {
  if (!now.alike) {
    now.alike = new MiniSearch({ fields: ['text'], searchOptions: { combineWith: 'AND', fuzzy: 0.3 } })
    now.alike.addAll(now.words.map((text, id) => ({ id, text })))
  }
  return now.alike
}

/** Makes ready for finding what is only alike, which takes longer than a key may. */
export function prepareSearch(blocks: readonly Block[]): void {
  alikeOf(indexOf(blocks))
}

/** Makes a list of blocks ready for being searched, a little after it was shown or changed. */
export function useBlockSearch(blocks: Ref<readonly Block[]>): void {
  let due: ReturnType<typeof setTimeout> | undefined
  watch(
    blocks,
    (now) => {
      clearTimeout(due)
      due = setTimeout(() => prepareSearch(now), 400)
    },
    { immediate: true },
  )
  onScopeDispose(() => clearTimeout(due))
}

/** Blocks whose name or category is like what was typed, best first; all when nothing is typed. */
export function findBlocks(blocks: readonly Block[], words: string): readonly Block[] {
  const typed = words.trim().toLowerCase()
  if (!typed) return blocks
  const now = indexOf(blocks)
  const { words: all } = now
  // What holds the letters comes before what is only alike.
  const parts = typed.split(/\s+/)
  const exact = blocks.filter((_, i) => parts.every((part) => all[i]!.includes(part)))
  if (exact.length > 0 || typed.length < LEAST_ALIKE) return exact
  return alikeOf(now)
    .search(typed, { prefix: true })
    .slice(0, 60)
    .map(({ id }) => blocks[id as number]!)
}
