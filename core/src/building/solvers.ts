import { type Board, type Id, type Project, asPlan } from '../records'
import type { Steps } from '../steps'
import { LevelSolver } from './solver'

const levels = new WeakMap<Project, Map<Id, LevelSolver>>()

interface Begun {
  readonly solver: LevelSolver
  readonly steps: Steps
}
/** Levels that are being solved step by step. */
const begun = new WeakMap<Project, Map<Id, Begun>>()

/**
 * Solves a level in small steps, unless it is solved already. Whoever asks for its solution meanwhile has the rest done
 * at once.
 */
export function* solving(project: Project, level: Id): Steps {
  if (levels.get(project)?.has(level)) return
  let mine = begun.get(project)
  if (!mine) begun.set(project, (mine = new Map()))
  let work = mine.get(level)
  if (!work) {
    const solver = new LevelSolver(project, level, null, true)
    mine.set(level, (work = { solver, steps: solver.solving() }))
  }
  while (mine.get(level) === work && !finished(project, level, work)) yield
}

/** Takes one more step; true when there is none left, and the solution stands. */
function finished(project: Project, level: Id, { solver, steps }: Begun): boolean {
  try {
    if (!project.unheard(() => steps.next().done)) return false
    keep(project, level, solver)
  } catch {
    // What it was made from went away meanwhile: it is solved anew when it is asked for.
  }
  begun.get(project)?.delete(level)
  return true
}

function keep(project: Project, level: Id, solver: LevelSolver): void {
  let mine = levels.get(project)
  if (!mine) levels.set(project, (mine = new Map()))
  mine.set(level, solver)
}

/**
 * The solution of a level of a project as it is now: made when it is asked for first, then kept, and made anew only
 * where changes reach.
 */
export function solverOf(project: Project, level: Id): LevelSolver {
  const work = begun.get(project)?.get(level)
  while (work && !finished(project, level, work));
  let solver = levels.get(project)?.get(level)
  if (!solver) keep(project, level, (solver = new LevelSolver(project, level)))
  // Who reads a solution reads all that it is made from.
  void project.stamp
  solver.follow()
  return solver
}

/** The walls a board is drawn from: those of the level of a plan. The inside of a block has none, nor has a sheet. */
export function buildingOf(project: Project, board: Board): LevelSolver | null {
  const plan = asPlan(board)
  return plan && solverOf(project, plan.level)
}
