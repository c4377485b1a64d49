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
