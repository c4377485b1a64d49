import { standardBlocks } from '../library'
import type { Block, Id, Project } from '../records'
import type { BlockSource } from './parts'

/** A block of the project, or one that ships with the program. */
export const findBlock = (project: Project, id: Id): Block | undefined =>
  project.find('block', id) ?? standardBlocks(project.facts.units.system).find((block) => block.id === id)

/** Where blocks come from by id. */
export const blockSource =
  (project: Project): BlockSource =>
  (id) =>
    findBlock(project, id)
