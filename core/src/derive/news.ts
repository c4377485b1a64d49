import type { LevelSolver } from '../building'
import type { Id, Project, ProjectFacts, RecordKind, UnplacedKind } from '../records'
import type { Derived } from '../views'
import { derivedIn, derivedOf, type Scene } from './scene'

/** What changed on a board since its picture was brought up to date last. */
export interface News {
  readonly scene: Scene
  /** The walls that count: those that are seen. */
  readonly building: LevelSolver | null
  /** The records to be looked at again, here or gone; null: all there are. */
  readonly records: ReadonlySet<Id> | null
  /** The walls and columns that are drawn otherwise; null: all of them. */
  readonly walls: ReadonlySet<Id> | null
  /** What is seen of the building in a derived drawing, and the records of which something else is seen; null: all. */
  readonly derived: { readonly now: Derived; readonly changed: ReadonlySet<Id> | null } | null
}

/** What a change of a record that stands nowhere itself means for what is drawn. */
type Meaning =
  /** That what needs it is drawn again. */
  | 'users'
  /** That all may be drawn otherwise. */
  | 'all'
  /** Nothing, or what the solved walls tell. */
  | 'nothing'
const MEANS: { readonly [K in UnplacedKind]: Meaning } = {
  // Units, limits and north alone; see below.
  project: 'nothing',
  level: 'all',
  layer: 'all',
  lineType: 'all',
  pen: 'all',
  annotationStyle: 'all',
  material: 'nothing',
  wallType: 'nothing',
  plateType: 'nothing',
  keptDetail: 'nothing',
  openingType: 'users',
  block: 'users',
  sheet: 'nothing',
  titleBlock: 'nothing',
  lens: 'nothing',
  schedule: 'nothing',
  // Leaders name it, and follow as such.
  keynote: 'nothing',
  group: 'nothing',
  repeat: 'nothing',
}
const meaningOf = (kind: RecordKind): Meaning => MEANS[kind as UnplacedKind] ?? 'nothing'

/** Keeps up with what changes on a board. */
export class Follower {
  private stamp = -1
  private scene: Scene | null = null
  private building: LevelSolver | null = null
  private solved = -1
  private units: ProjectFacts['units'] | undefined
  private stairLimits: ProjectFacts['stairLimits']
  private north: number | undefined
  private derived: Derived | null = null
  private worked = -1

  constructor(
    /** Which walls count. */
    private readonly seen: (building: LevelSolver, project: Project) => LevelSolver,
    /** What does not print is left out. */
    private readonly printing = false,
  ) {}

  /** What is new; null: nothing. */
  news(scene: Scene): News | null {
    const { project } = scene
    const changed = this.scene === scene ? project.changedSince(this.stamp) : null
    const derived = this.derivedNews(scene)
    const shown = this.shownOtherwise(scene)
    if (changed?.size === 0 && !shown && (!derived || derived.changed?.size === 0)) return null
    const kinds = project.changedKinds(this.stamp)
    const { units, stairLimits, north } = project.facts
    const alike = units === this.units && stairLimits === this.stairLimits && north === this.north
    this.units = units
    this.stairLimits = stairLimits
    this.north = north
    this.stamp = project.stamp
    this.scene = scene
    const building = scene.building && this.seen(scene.building, project)
    const walls = building && building === this.building ? building.changes.since(this.solved) : null
    this.building = building
    this.solved = building?.changes.now ?? -1
    const some = changed && kinds && alike && ![...kinds].some((kind) => meaningOf(kind) === 'all')
    const told = building ? walls : NONE
    const carriers = told && derived?.changed ? new Set([...told, ...derived.changed]) : told
    const records = some && carriers ? withOthers(project, changed, carriers, kinds) : null
    return { scene, building, walls: told, records, derived }
  }

  /** Whether a drawing that lies on a sheet was worked out otherwise. */
  private shownOtherwise(scene: Scene): boolean {
    if (scene.view !== 'sheet') return false
    const now = derivedIn(scene, true).reduce((sum, { changes }) => sum + changes.now, 0)
    const before = this.worked
    this.worked = now
    return now !== before
  }

  private derivedNews(scene: Scene): News['derived'] {
    const now = derivedOf(scene, this.printing)
    if (!now) return null
    const changed = now === this.derived ? now.changes.since(this.worked) : null
    this.derived = now
    this.worked = now.changes.now
    return { now, changed }
  }
}

const FLOORS = ['slab', 'void', 'ramp', 'stair'] as const satisfies readonly RecordKind[]

/** What changed, with what is drawn otherwise for it: what is of a changed kind, and what is tied to or bounded by it. */
function withOthers(
  project: Project,
  changed: ReadonlySet<Id>,
  walls: ReadonlySet<Id>,
  kinds: ReadonlySet<RecordKind>,
): ReadonlySet<Id> {
  const all = new Set(changed)
  // Marks tell where their drawings lie.
  if (kinds.has('viewport') || kinds.has('sheet')) for (const { id } of project.all('drawing')) all.add(id)
  // Level marks in plans tell the floor they are on, whichever that is.
  if (FLOORS.some((kind) => kinds.has(kind))) for (const { id } of project.all('levelMark')) all.add(id)
  // Rows of joists end at voids; rafters lie beneath roofs and end at rooflights.
  if (kinds.has('void') || kinds.has('roof') || kinds.has('overhead') || kinds.has('dormer'))
    for (const { id } of project.all('framing')) all.add(id)
  // Dormers stand in roofs.
  if (kinds.has('roof')) for (const { id } of project.all('dormer')) all.add(id)
  const take = (id: Id): void => {
    for (const user of project.dependents(id)) {
      if (all.has(user)) continue
      all.add(user)
      if (project.get(user)?.kind === 'block') take(user)
    }
  }
  for (const id of changed) {
    const record = project.get(id)
    if (record && meaningOf(record.kind) === 'users') take(id)
  }
  const hosts = new Set([...all, ...walls])
  for (const id of walls) for (const opening of project.dependents(id)) hosts.add(opening)
  for (const id of hosts) for (const namer of project.namers(id)) all.add(namer)
  return all
}

const NONE: ReadonlySet<Id> = new Set()
