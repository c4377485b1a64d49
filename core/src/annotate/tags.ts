import {
  IN_STEP,
  draftField,
  isDrawn,
  layingField,
  onLayer,
  partOf,
  type DraftField,
  type News,
  type Part,
  type PartSource,
  type Picture,
  type PlanLook,
  type PlanScene,
} from '../derive'
import { itemExtent } from '../display'
import type { LevelSolver } from '../building'
import { PlaceIndex, boxesMeet, edgeBox, type Box } from '../geometry'
import { asRead, type Id, type Project } from '../records'
import { findingRooms, roomChanges, roomsOf, type FoundRoom } from '../rooms'
import { styleOf } from '../library'
import { ABOVE_LINEWORK } from './depths'
import { obstaclesOf } from './obstacles'
import { tagItems, tagPlace, tagWords } from './roomTag'

interface Tag {
  readonly found: FoundRoom
  /** The space it stands in by itself; null for one that is put by hand, or stands at its room's point. */
  readonly around: TagSpace | null
  /** Its lettering, which other tags keep clear of. */
  readonly boxes: readonly TagBox[]
  readonly part: Part | null
}

interface TagBox extends Box {
  /** The place of its room among all: later tags keep clear of earlier ones. */
  readonly place: number
}

interface TagSpace extends Box {
  readonly id: Id
  readonly place: number
}

/** What tags keep clear of in a part, worked out when a tag comes near it first. */
const kept = new WeakMap<Part, readonly Box[]>()

/** Tags of rooms: each keeps clear of all that is drawn, and of the tags before it. */
export class TagsDrawn implements PartSource {
  private readonly tags = new Map<Id, Tag>()
  private readonly placed = new PlaceIndex<TagBox>()
  private readonly spaces = new PlaceIndex<TagSpace>()
  /** Up to which change of the picture its parts were looked at. */
  private drawn = -1
  private bounded = -1
  private roomed = -1
  private building: LevelSolver | null = null
  /** So many tags were placed so far: for tests of what is placed anew. */
  made = 0

  constructor(
    private readonly picture: Picture,
    private readonly look: PlanLook,
  ) {}

  *update({ scene, records }: News): Generator<void> {
    if (scene.view !== 'plan' || !this.look.roomTags) return
    const { project, building } = scene
    if (!records) yield* findingRooms(project, building)
    const rooms = roomsOf(project, building)
    if (rooms.length === 0 && this.tags.size === 0) return
    // All that is drawn before tags is found by place from here on.
    yield* this.picture.settling()
    const drawn = this.picture.places.since(this.drawn)
    this.drawn = this.picture.places.now
    if (!records) yield* layingField(scene)
    const field = draftField(scene)
    const moved = field.drafted.since(this.bounded)
    this.bounded = field.drafted.now
    const log = roomChanges(project, building)
    const found = building === this.building ? log.since(this.roomed) : null
    this.roomed = log.now
    this.building = building
    const byId = new Map(rooms.map((each) => [each.room.id, each]))
    const todo = new Map<Id, number>()
    const see = (id: Id): void => void todo.set(id, project.placeOf(id))
    if (!moved || !found || !records || !drawn)
      for (const id of [...this.tags.keys(), ...byId.keys()]) see(id)
    else {
      for (const id of found) see(id)
      for (const id of records) if (byId.has(id) || this.tags.has(id)) see(id)
      for (const box of [...[...drawn].filter(isOther), ...moved])
        for (const { id, place } of this.spaces.search(box)) todo.set(id, place)
    }
    // In the order of rooms: what one leaves or takes up counts for those after it.
    const order = [...todo].sort(([, p], [, q]) => p - q).map(([id]) => id)
    for (let i = 0; i < order.length; i++) {
      if (i % IN_STEP === IN_STEP - 1) yield
      const place = todo.get(order[i]!)!
      for (const box of this.see(order[i]!, byId.get(order[i]!), scene, field))
        for (const { id, place: later } of this.spaces.search(box)) {
          if (later <= place || todo.has(id)) continue
          todo.set(id, later)
          const at = order.findIndex((each, k) => k > i && todo.get(each)! > later)
          order.splice(at < 0 ? order.length : at, 0, id)
        }
    }
  }

  /** Places the tag of a room anew, or takes it away. Gives where lettering came and went. */
  private see(id: Id, found: FoundRoom | undefined, scene: PlanScene, field: DraftField): readonly Box[] {
    const { project } = scene
    const { scale } = this.look
    const before = this.tags.get(id)
    const room = found && asRead(found.room, { scale, viewport: scene.viewport })
    const shown = room && isDrawn(project, room, this.look)
    if (before?.around) this.spaces.remove(before.around)
    if (!shown || !found) {
      if (!before) return []
      this.picture.replace(before.part, null)
      for (const box of before.boxes) this.placed.remove(box)
      this.tags.delete(id)
      return before.boxes
    }
    this.made++
    const { space } = found
    const here = room === found.room ? found : { ...found, room }
    const words = tagWords(here, project.facts.units)
    const place = project.placeOf(id)
    let around: TagSpace | null = null
    if (space && !room.tagAt) {
      const { minX, minY, maxX, maxY } = space
      around = { minX, minY, maxX, maxY, id, place }
      this.spaces.insert(around)
    }
    const at = tagPlace(here, words, scale, (box) => this.obstacles(box, place, field, project), scene.turned)
    const items = tagItems(room, words, at, scale, styleOf(project, null).clearPaperMm, scene.turned)
    const now = partOf(
      onLayer(project, room, items, scale),
      { rank: ABOVE_LINEWORK.tags, place, nth: 0 },
      room.id,
    )
    const part = this.picture.replace(before?.part, now)
    if (before && part === before.part) {
      this.tags.set(id, { found, around, boxes: before.boxes, part })
      return []
    }
    const boxes = items.map((item): TagBox => ({ ...itemExtent(item), place }))
    for (const box of before?.boxes ?? []) this.placed.remove(box)
    for (const box of boxes) this.placed.insert(box)
    this.tags.set(id, { found, around, boxes, part })
    return [...(before?.boxes ?? []), ...boxes]
  }

  private obstacles(box: Box, place: number, field: DraftField, project: Project): Box[] {
    const boxes: Box[] = []
    for (const part of this.picture.partsIn(box))
      if (isOther(part))
        for (const each of this.boxesOf(part, project)) if (boxesMeet(each, box)) boxes.push(each)
    for (const { role, edge } of field.edgesIn(box)) if (role === 'line') boxes.push(edgeBox(edge))
    for (const tag of this.placed.search(box)) if (tag.place < place) boxes.push(tag)
    return boxes
  }

  private boxesOf(part: Part, project: Project): readonly Box[] {
    let boxes = kept.get(part)
    if (!boxes) kept.set(part, (boxes = obstaclesOf(project, part.items)))
    return boxes
  }
}

/** Whether something that changed, or lies somewhere, is a part that tags keep clear of: no tag, and not all that is cut. */
function isOther(place: Box | Part): place is Part {
  return 'rank' in place && place.rank !== ABOVE_LINEWORK.tags && !(place.within && place.source === null)
}
