import type { Id, Project } from '@lamina/core/records'

/** A project as the database holds it. */
export interface OpenProject {
  readonly project: Project
  seq: number
  /** The change of that number; null: there is none yet. */
  last: Id | null
  /** Of which kinds things could not be read, and are left out. */
  readonly unread: readonly string[]
}

/** So many records are held at most, of all projects together; one project is held whatever its size. */
const MOST_RECORDS = 150_000

/** The projects that are at hand, those asked for last; others are let go, and read again when they are asked for. */
export class OpenProjects {
  /** The one asked for last is the last. */
  private readonly held = new Map<string, Promise<OpenProject>>()
  private readonly sizes = new Map<string, number>()

  constructor(private readonly load: (id: string) => Promise<OpenProject>) {}

  /** Reads a project, or gives the one at hand. */
  get(id: string): Promise<OpenProject> {
    const found = this.held.get(id) ?? this.load(id)
    this.held.delete(id)
    this.held.set(id, found)
    found.then(
      ({ project }) => void this.sizes.set(id, project.size),
      () => this.letGo(id),
    )
    return found
  }

  letGo(id: string): void {
    this.held.delete(id)
    this.sizes.delete(id)
  }

  /** Lets go of what is over the measure, longest ago first, but of none that is in use. */
  bound(inUse: (id: string) => boolean): void {
    let records = 0
    for (const size of this.sizes.values()) records += size
    const last = [...this.held.keys()].at(-1)
    for (const id of [...this.held.keys()]) {
      if (records <= MOST_RECORDS) return
      if (id === last || inUse(id)) continue
      records -= this.sizes.get(id) ?? 0
      this.letGo(id)
    }
  }

  /** Those at hand. */
  get ids(): string[] {
    return [...this.held.keys()]
  }

  /** How many are at hand. */
  get count(): number {
    return this.held.size
  }
}
