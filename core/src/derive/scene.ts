import { buildingOf, type LevelSolver } from '../building'
import type { AnyRecord, Drawing, DrawingOf, Id, Level, Project } from '../records'
import { standsIn } from '../kinds'

/** What is kept for a drawing while its project changes hangs on this: the same object as long as both are there. */
export class Kept {
  readonly of = 'a drawing'
}

interface AnyScene {
  readonly project: Project
  readonly kept: Kept
}

/** A plan: what stands on its level, cut through, with what is drafted over it. */
export interface PlanScene extends AnyScene {
  readonly view: 'plan'
  readonly drawing: DrawingOf<'plan'>
  readonly level: Level
  readonly building: LevelSolver
}

/** The inside of a block, in its own axes: what is drafted there alone. */
export interface BlockScene extends AnyScene {
  readonly view: 'block'
  readonly drawing: DrawingOf<'block'>
  readonly building: null
}

/**
 * What a drawing shows of its project as it is now: where its lines, snaps, ties and picks come from, and where
 * things dropped on it go. Tools know the scene, never where it comes from.
 */
export type Scene = PlanScene | BlockScene

const keeps = new WeakMap<Project, Map<Id, Kept>>()

function keptOf(project: Project, id: Id): Kept {
  let mine = keeps.get(project)
  if (!mine) keeps.set(project, (mine = new Map()))
  let kept = mine.get(id)
  if (!kept) mine.set(id, (kept = new Kept()))
  return kept
}

/** The scene of a drawing; what it is made of is kept from one change to the next. */
export function sceneOf(project: Project, drawing: Drawing): Scene {
  const kept = keptOf(project, drawing.id)
  switch (drawing.view) {
    case 'plan':
      return {
        view: 'plan',
        project,
        kept,
        drawing,
        level: project.need('level', drawing.level),
        building: buildingOf(project, drawing)!,
      }
    case 'block':
      return { view: 'block', project, kept, drawing, building: null }
  }
}

/** The fields that put something new into a scene: on its level, or in the drawing alone. */
export function hostIn(scene: Scene): { readonly level?: Id; readonly drawing?: Id } {
  switch (scene.view) {
    case 'plan':
      return { level: scene.level.id }
    case 'block':
      return { drawing: scene.drawing.id }
  }
}

/** The records of a drawing: those of its level in the order they came, then those of it alone. */
export function* recordsIn({ project, drawing }: Scene): Generator<AnyRecord> {
  const seen = new Set<Id>()
  for (const host of drawing.view === 'plan' ? [drawing.level, drawing.id] : [drawing.id])
    for (const id of project.dependents(host)) {
      const record = project.get(id)
      if (!record || seen.has(id) || !standsIn(drawing, record)) continue
      seen.add(id)
      yield record
    }
}
