import type { Id, Project } from '../records'
import { atOnce, type Steps } from '../steps'
import { Derivation } from './derivation'
import { Derived } from './derived'

/** Who works out the derived drawings of a project. */
export interface DerivedSource {
  /** A drawing as it was worked out last; what is new is taken in when it comes. `printing` leaves out what does not print. */
  of(drawing: Id, printing: boolean): Derived
  /** The same, brought up to date in steps for whoever needs it as it is now. */
  bringing(drawing: Id, printing: boolean): Steps
}

interface Kept {
  readonly derivation: Derivation
  readonly derived: Derived
}

/** Works them out when they are asked for: on the server, in workers and in tests. */
class AtOnce implements DerivedSource {
  private readonly kept = new Map<string, Kept>()

  constructor(private readonly project: Project) {}

  of(drawing: Id, printing: boolean): Derived {
    return this.project.unheard(() => atOnce(this.work(drawing, printing)))
  }

  *bringing(drawing: Id, printing: boolean): Steps {
    yield* this.work(drawing, printing)
  }

  private *work(drawing: Id, printing: boolean): Steps<Derived> {
    const key = `${drawing} ${printing}`
    let mine = this.kept.get(key)
    if (!mine) {
      mine = { derivation: new Derivation(this.project, drawing, printing), derived: new Derived() }
      this.kept.set(key, mine)
    }
    const change = yield* mine.derivation.following()
    if (change) mine.derived.take(change)
    return mine.derived
  }
}

const sources = new WeakMap<Project, DerivedSource>()

/** Has somebody else work out the derived drawings of a project: a worker. */
export const deriveBy = (project: Project, source: DerivedSource): void => void sources.set(project, source)

/** Who works out the derived drawings of a project. */
export function derivedSource(project: Project): DerivedSource {
  let source = sources.get(project)
  if (!source) sources.set(project, (source = new AtOnce(project)))
  return source
}
