import Fuse from 'fuse.js'
import { standardBlocks } from '@lamina/core/library'
import type { Block, Project } from '@lamina/core/records'

/** The blocks that can be placed: those of the project, and those that ship and are not in it yet. */
export function libraryBlocks(project: Project): Block[] {
  const own = project.all('block')
  const known = new Set(own.map(({ id }) => id))
  return [...own, ...standardBlocks(project.facts.units.system).filter(({ id }) => !known.has(id))]
}

/** Categories in the order of the library, own ones last. */
export function categoriesOf(blocks: readonly Block[], shipped: readonly Block[]): string[] {
  const order = [...new Set(shipped.map(({ category }) => category))]
  const others = [...new Set(blocks.map(({ category }) => category))].filter((name) => !order.includes(name))
  return [...order.filter((name) => blocks.some(({ category }) => category === name)), ...others.sort()]
}

/** Fewer letters than this are too few to be like anything. */
const LEAST_ALIKE = 4

let index: { readonly of: readonly Block[]; readonly fuse: Fuse<Block> } | null = null

/** Blocks whose name or category is like what was typed, best first; all when nothing is typed. */
export function findBlocks(blocks: readonly Block[], words: string): readonly Block[] {
  const typed = words.trim()
  if (!typed) return blocks
  // Whole beginnings of words come before what is only alike, and are found at once.
  const parts = typed.toLowerCase().split(' ')
  const exact = blocks.filter(({ name, category }) => {
    const all = `${name} ${category}`.toLowerCase()
    return parts.every((part) => all.includes(part))
  })
  if (exact.length > 0 || typed.length < LEAST_ALIKE) return exact
  if (index?.of !== blocks)
    index = {
      of: blocks,
      fuse: new Fuse([...blocks], { keys: ['name'], threshold: 0.3, ignoreLocation: true }),
    }
  return index.fuse.search(typed, { limit: 60 }).map(({ item }) => item)
}
