import type { Id, Material, Project } from '../records'

/** Materials by their strength, as walls rank them, and what is made of none in particular. */
export class Ranks {
  readonly materials: readonly Material[]
  private readonly byId: ReadonlyMap<Id, number>

  constructor(project: Project) {
    const known = project.all('material').sort((p, q) => p.priority - q.priority || (p.id < q.id ? -1 : 1))
    this.materials = [...known, PLAIN]
    this.byId = new Map(this.materials.map(({ id }, rank) => [id, rank]))
  }

  of(material: Id): number {
    return this.byId.get(material) ?? this.plain
  }

  /** Of what has no material of its own. */
  get plain(): number {
    return this.materials.length - 1
  }
}

/** What is cut of no material: structure, stronger than what is put before it. */
const PLAIN: Material = {
  id: 'material-none',
  kind: 'material',
  name: 'Structure',
  priority: 1000,
  tone: 0.8,
  pattern: null,
}
