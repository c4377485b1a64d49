import type { Change, Id, Project } from '../records'
import { LevelSolver } from './solver'

/** The solved levels of a project: each solved when it is asked for first, and brought up to date when asked again. */
class Levels {
  private readonly solvers = new Map<Id, LevelSolver>()
  private readonly waiting = new Map<Id, Change[]>()

  constructor(private readonly project: Project) {
    project.onChange((change) => {
      for (const changes of this.waiting.values()) changes.push(change)
    })
  }

  of(level: Id): LevelSolver {
    let solver = this.solvers.get(level)
    const changes = this.waiting.get(level)
    if (!solver || !changes) {
      solver = new LevelSolver(this.project, level)
      this.solvers.set(level, solver)
      this.waiting.set(level, [])
      return solver
    }
    for (const change of changes.splice(0)) solver.follow(change)
    return solver
  }
}

const levels = new WeakMap<Project, Levels>()

/** The solution of a level of a project as it is now; kept, and made anew only where changes reach. */
export function solverOf(project: Project, level: Id): LevelSolver {
  let found = levels.get(project)
  if (!found) levels.set(project, (found = new Levels(project)))
  return found.of(level)
}
