import { onScopeDispose, watch, type Ref } from 'vue'
import { standardBlocks } from '@lamina/core/library'
import type { Block, Project } from '@lamina/core/records'
import { WordSearch } from './search'

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

/** More blocks than this are not shown for what is typed. */
const MOST_FOUND = 200

let search: WordSearch<Block> | null = null

function searchOf(blocks: readonly Block[]): WordSearch<Block> {
  if (search?.things !== blocks)
    search = new WordSearch(blocks, ({ name, category }) => `${name} ${category}`)
  return search
}

/** Makes ready for finding what is only alike, which takes longer than a key may. */
export const prepareSearch = (blocks: readonly Block[]): void => void searchOf(blocks).prepare()

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
export const findBlocks = (blocks: readonly Block[], words: string): readonly Block[] =>
  words.trim() ? searchOf(blocks).find(words, MOST_FOUND) : blocks
