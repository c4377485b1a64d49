import { solving, type LevelSolver } from '../building'
import { Follower, boundingField, bringingDerived, hatchAround, type News, type Scene } from '../derive'
import { boxesMeet, type Box } from '../geometry'
import type { Id, Project } from '../records'
import { atOnce } from '../steps'
import { draftedMatters } from './annotation'
import { GatheredMatters } from './gathered'
import { LetterMatters } from './letters'
import { matterOn, type Found, type Matter } from './matter'
import { RoomMatters } from './rooms'
import { UnitMatters } from './units'
import { wallMatters, wallsReach } from './walls'

/** So much is looked at in one step. */
const IN_STEP = 25

/** Open matters of one drawing or sheet, kept while it changes: only what a change reaches is looked at again. */
export class BoardMatters {
  private readonly follower = new Follower((building) => building.seen())
  private readonly ofWalls = new Map<Id, readonly Found[]>()
  private readonly ofDrafted = new Map<Id, readonly Found[]>()
  private readonly rooms = new RoomMatters()
  private readonly units = new UnitMatters()
  private readonly gathered = new GatheredMatters()
  private readonly letters = new LetterMatters()
  private ofRooms: readonly Found[] = []
  /** Hatches that follow whatever bounds them, and where that may lie. */
  private readonly hatches = new Map<Id, Box>()
  /** What is still to be looked at: it stays so when the work is broken off. */
  private readonly walls = new Set<Id>()
  private readonly drafted = new Set<Id>()
  private parted = true
  private seen: LevelSolver | null = null
  private placed = -1
  private bounded = -1
  private stamp = -1
  /** So many things were looked at so far: for tests of what is looked at again. */
  looked = 0

  /** Takes in what is to be looked at again. */
  private hear(scene: Scene): void {
    const news = this.follower.news(scene)
    if (news) {
      this.hearOfWalls(news)
      this.hearOfRecords(news)
    }
    if (this.hatches.size === 0) return
    const { places } = boundingField(scene)
    const changed = places.since(this.bounded)
    this.bounded = places.now
    for (const [id, box] of this.hatches)
      if (!changed || [...changed].some((place) => boxesMeet(place, box))) this.drafted.add(id)
  }

  private hearOfWalls({ building, walls, records }: News): void {
    const places = building && building === this.seen ? building.places.since(this.placed) : null
    this.seen = building
    this.placed = building?.places.now ?? -1
    if (!building) return
    if (!walls || !places || !records) {
      for (const id of this.ofWalls.keys()) this.walls.add(id)
      for (const { shape } of building.all()) this.walls.add(shape.id)
      return
    }
    for (const id of walls) this.walls.add(id)
    for (const place of places)
      for (const { shape } of building.wallsNear(wallsReach(place))) this.walls.add(shape.id)
  }

  private hearOfRecords({ scene: { project, board }, records }: News): void {
    const here = (id: Id): boolean => {
      const record = project.get(id)
      return record !== undefined && 'drawing' in record && record.drawing === board.id
    }
    if (records) {
      for (const id of records)
        if (here(id) || this.ofDrafted.has(id) || this.hatches.has(id)) this.drafted.add(id)
    } else for (const id of [...this.ofDrafted.keys(), ...project.dependents(board.id)]) this.drafted.add(id)
    const kinds = project.changedKinds(this.stamp)
    this.stamp = project.stamp
    if (!kinds || kinds.has('separator')) this.parted = true
  }

  /** Looks at what is new, in small steps; gives all there is when it is done. */
  *steps(scene: Scene): Generator<void, Matter[]> {
    const { project, board } = scene
    if (scene.view === 'plan') yield* solving(project, scene.board.level)
    // What bounds its hatches may still be in work.
    if (scene.view === 'derived' && followsLines(project, board.id)) yield* bringingDerived(scene, false)
    this.hear(scene)
    const { units } = project.facts
    for (const id of this.walls) {
      const wall = this.seen?.get(id)
      keep(this.ofWalls, id, wall && this.seen ? wallMatters(wall, this.seen, units) : [])
      this.walls.delete(id)
      if (++this.looked % IN_STEP === 0) yield
    }
    if (scene.view === 'plan') {
      const { parted } = this
      this.parted = false
      this.ofRooms = yield* this.rooms.steps(project, scene.building, parted)
      yield
    }
    for (const id of this.drafted) {
      const record = project.get(id)
      const mine = record && 'drawing' in record && record.drawing === board.id ? record : null
      keep(this.ofDrafted, id, mine ? draftedMatters(mine, scene) : [])
      if (mine?.kind === 'hatch' && mine.region.by === 'point') this.hatches.set(id, hatchAround(mine))
      else this.hatches.delete(id)
      this.drafted.delete(id)
      if (++this.looked % IN_STEP === 0) yield
    }
    const ofUnits = yield* this.units.steps(project, board)
    const ofRows = yield* this.gathered.steps(scene)
    const ofLetters = yield* this.letters.steps(scene)
    const inOrder = (kept: ReadonlyMap<Id, readonly Found[]>): Found[] =>
      [...kept].sort(([p], [q]) => project.placeOf(p) - project.placeOf(q)).flatMap(([, found]) => found)
    return [
      ...inOrder(this.ofWalls),
      ...this.ofRooms,
      ...ofUnits,
      ...ofRows,
      ...ofLetters,
      ...inOrder(this.ofDrafted),
    ].map((found) => matterOn(board, found))
  }
}

/** Whether something on a board follows whatever lines bound it. */
const followsLines = (project: Project, board: Id): boolean =>
  project.dependents(board).some((id) => project.find('hatch', id)?.region.by === 'point')

function keep(kept: Map<Id, readonly Found[]>, id: Id, found: readonly Found[]): void {
  if (found.length > 0) kept.set(id, found)
  else kept.delete(id)
}

const boards = new WeakMap<Scene['kept'], BoardMatters>()

/** What looks for the open matters of a board; kept with its scene. */
export function mattersOf(scene: Scene): BoardMatters {
  let mine = boards.get(scene.kept)
  if (!mine) boards.set(scene.kept, (mine = new BoardMatters()))
  return mine
}

/** Open matters of one drawing or sheet as it is now. */
export function settleBoard(scene: Scene): Matter[] {
  return atOnce(mattersOf(scene).steps(scene))
}
