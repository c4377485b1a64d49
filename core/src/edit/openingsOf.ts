import type { Id, Opening, Project } from '../records'

/** The doors, windows and openings of a wall; none for what is no wall. */
export const openingsOf = (project: Project, wall: Id): Opening[] =>
  project.dependents(wall).flatMap((id) => project.find('opening', id) ?? [])
