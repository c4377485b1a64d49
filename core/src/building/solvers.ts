import type { Change, Drawing, Id, Project } from '../records'
import { LevelSolver } from './solver'

/** So many changes wait for a level that nobody asks for. */
const MOST_WAITING = 500

/** The solved levels of a project: each solved when it is asked for first, and brought up to date when asked again. */
class Levels {
  private readonly solvers = new Map<Id, LevelSolver>()
  private readonly waiting = new Map<Id, Change[]>()

  constructor(private readonly project: Project) {
    project.onChange((change) => {
      for (const [level, changes] of this.waiting)
        if (changes.push(change) > MOST_WAITING) {
          // Nobody has looked at it for long: it is solved anew when somebody does.
          this.waiting.delete(level)
          this.solvers.delete(level)
        }
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

/** The walls a drawing is drawn from: those of the level of a plan. The inside of a block has none. */
export function buildingOf(project: Project, drawing: Drawing): LevelSolver | null {
  switch (drawing.view) {
    case 'plan':
      return solverOf(project, drawing.level)
    case 'block':
      return null
  }
}
