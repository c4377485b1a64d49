import { type Board, type Id, type Project, asPlan } from '../records'
import type { Steps } from '../steps'
import { cutKey, ownCut, type PlanCut } from './cutHeights'
import { LevelSolver } from './solver'

/** The solutions of a project by level, and by how it is cut; those as levels say are kept, of others so many. */
const levels = new WeakMap<Project, Map<string, LevelSolver>>()
const MOST_OWN = 12
const keyOf = (level: Id, cut: PlanCut | null): string => (cut ? `${level} ${cutKey(cut)}` : level)

interface Begun {
  readonly solver: LevelSolver
  readonly steps: Steps
}
/** Levels that are being solved step by step. */
const begun = new WeakMap<Project, Map<string, Begun>>()

/**
 * Solves a level and merges its drawing in small steps, as far as that is not done. Whoever asks for its solution meanwhile has the rest done
 * at once.
 */
export function* solving(project: Project, level: Id, cut: PlanCut | null = null): Steps {
  const key = keyOf(level, cut)
  const solved = levels.get(project)?.get(key)
  if (solved) return yield* solved.merging()
  let mine = begun.get(project)
  if (!mine) begun.set(project, (mine = new Map()))
  let work = mine.get(key)
  if (!work) {
    const solver = new LevelSolver(project, level, null, true, cut)
    mine.set(key, (work = { solver, steps: wholly(solver) }))
  }
  while (mine.get(key) === work && !finished(project, key, work)) yield
}

function* wholly(solver: LevelSolver): Steps {
  yield* solver.solving()
  yield* solver.merging()
}

/** Takes one more step; true when there is none left, and the solution stands. */
function finished(project: Project, key: string, { solver, steps }: Begun): boolean {
  try {
    if (!project.unheard(() => steps.next().done)) return false
    keep(project, key, solver)
  } catch {
    // What it was made from went away meanwhile: it is solved anew when it is asked for.
  }
  begun.get(project)?.delete(key)
  return true
}

function keep(project: Project, key: string, solver: LevelSolver): void {
  let mine = levels.get(project)
  if (!mine) levels.set(project, (mine = new Map()))
  mine.set(key, solver)
  const own = [...mine].filter(([, { cutting }]) => cutting)
  if (own.length > MOST_OWN) mine.delete(own[0]![0])
}

/**
 * The solution of a level of a project as it is now, as its plan is cut: made when it is asked for first, then kept, and
 * made anew only where changes reach.
 */
export function solverOf(project: Project, level: Id, cut: PlanCut | null = null): LevelSolver {
  const key = keyOf(level, cut)
  const work = begun.get(project)?.get(key)
  while (work && !finished(project, key, work));
  let solver = levels.get(project)?.get(key)
  if (!solver) keep(project, key, (solver = new LevelSolver(project, level, null, false, cut)))
  // Who reads a solution reads all that it is made from.
  void project.stamp
  solver.follow()
  return solver
}

/** The walls a board is drawn from: those of the level of a plan. The inside of a block has none, nor has a sheet. */
export function buildingOf(project: Project, board: Board): LevelSolver | null {
  const plan = asPlan(board)
  return plan && solverOf(project, plan.level, ownCut(plan))
}
