import { type Board, type Id, type Project, asPlan } from '../records'
import { LevelSolver } from './solver'

const levels = new WeakMap<Project, Map<Id, LevelSolver>>()

/**
 * The solution of a level of a project as it is now: made when it is asked for first, then kept, and made anew only
 * where changes reach.
 */
export function solverOf(project: Project, level: Id): LevelSolver {
  let mine = levels.get(project)
  if (!mine) levels.set(project, (mine = new Map()))
  let solver = mine.get(level)
  if (!solver) mine.set(level, (solver = new LevelSolver(project, level)))
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
