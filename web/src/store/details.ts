import { DETAIL_SECTIONS, isLibraryRecord, type LibraryRecord } from '@lamina/core/edit'
import { standardDetails } from '@lamina/core/library'
import type { KeptDetail, Project } from '@lamina/core/records'
import { libraryBlocks } from './blocks'

/** The details that can be drawn: those the project keeps, and those that ship. */
export const libraryDetails = (project: Project): readonly KeptDetail[] => {
  const own = project.all('keptDetail')
  const known = new Set(own.map(({ name }) => name.toLowerCase()))
  const shipped = standardDetails(project.facts.units.system)
  return [...own, ...shipped.filter(({ name }) => !known.has(name.toLowerCase()))]
}

/** What details may be made of: the library of the project, with the blocks that ship. */
export const detailLibrary = (project: Project): readonly LibraryRecord[] => {
  const blocks = libraryBlocks(project)
  return [
    ...blocks,
    ...[...project.everything()].filter(isLibraryRecord).filter(({ kind }) => kind !== 'block'),
  ]
}

/** Parts of the works in the order they are built, others last. */
export function sectionsOf(details: readonly KeptDetail[]): string[] {
  const found = [...new Set(details.map(({ section }) => section))]
  const order: readonly string[] = DETAIL_SECTIONS
  return [
    ...order.filter((name) => found.includes(name)),
    ...found.filter((name) => !order.includes(name)).sort(),
  ]
}
