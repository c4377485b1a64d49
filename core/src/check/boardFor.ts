import type { Id, Project } from '../records'

/** The first plan of a level, on which something there is shown; null: there is none. */
export const drawingFor = (project: Project, level: Id): Id | null =>
  project.all('drawing').find((drawing) => drawing.view === 'plan' && drawing.level === level)?.id ?? null
