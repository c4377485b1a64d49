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
  type PartListener,
  type PartSource,
  type Picture,
  type PlanLook,
  type PlanScene,
} from '../derive'
import { itemExtent } from '../display'
import type { Steps } from '../steps'
import type { LevelSolver } from '../building'
import { edgeBox, type Box, PlaceIndex } from '../geometry'
import type { Id, Project } from '../records'
import { findingRooms, roomChanges, roomsOf, type FoundRoom } from '../rooms'
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

/** Tags of rooms: each keeps clear of all that is drawn, and of the tags before it. */
export class TagsDrawn implements PartSource, PartListener {
  private readonly tags = new Map<Id, Tag>()
  private readonly placed = new PlaceIndex<TagBox>()
  private readonly spaces = new PlaceIndex<TagSpace>()
  /** What tags keep clear of, for each part that is drawn. */
  private readonly boxes = new Map<Part, readonly Box[]>()
  private readonly index = new PlaceIndex<Box>()
  /** Parts that came and are not laid out yet, and places where something came or went. */
  private fresh = new Set<Part>()
  private changed: Box[] = []
  private bounded = -1
  private roomed = -1
  private building: LevelSolver | null = null
  /** So many tags were placed so far: for tests of what is placed anew. */
  made = 0

  constructor(
    private readonly picture: Picture,
    private readonly look: PlanLook,
  ) {
    if (look.roomTags) picture.heardBy(this)
  }

  came(part: Part): void {
    // Its own tags keep clear of each other by themselves.
    const { depth, kind } = ABOVE_LINEWORK.tags
    if (part.order.depth !== depth || part.order.kind !== kind) this.fresh.add(part)
  }

  went(part: Part): void {
    if (this.fresh.delete(part)) return
    const boxes = this.boxes.get(part)
    if (!boxes) return
    for (const box of boxes) this.index.remove(box)
    this.changed.push(...boxes)
    this.boxes.delete(part)
  }

  *update({ scene, records }: News): Generator<void> {
    if (scene.view !== 'plan' || !this.look.roomTags) return
    const { project, building } = scene
    if (!records) yield* findingRooms(project, building)
    const rooms = roomsOf(project, building)
    if (rooms.length === 0 && this.tags.size === 0) return
    yield* this.lay(project)
    if (!records) yield* layingField(scene)
    const field = draftField(scene)
    const moved = field.places.since(this.bounded)
    this.bounded = field.places.now
    const log = roomChanges(project, building)
    const found = building === this.building ? log.since(this.roomed) : null
    this.roomed = log.now
    this.building = building
    const byId = new Map(rooms.map((each) => [each.room.id, each]))
    const todo = new Map<Id, number>()
    const see = (id: Id): void => void todo.set(id, project.placeOf(id))
    if (!moved || !found || !records) for (const id of [...this.tags.keys(), ...byId.keys()]) see(id)
    else {
      for (const id of found) see(id)
      for (const id of records) if (byId.has(id) || this.tags.has(id)) see(id)
      for (const box of [...this.changed, ...moved])
        for (const { id, place } of this.spaces.search(box)) todo.set(id, place)
    }
    this.changed = []
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

  /** Lays out what tags keep clear of in the parts that came. */
  private *lay(project: Project): Steps {
    const laid: Box[] = []
    let steps = 0
    for (const part of this.fresh) {
      if (++steps % IN_STEP === 0) yield
      if (part.within && part.source === null) continue
      const boxes = obstaclesOf(project, part.items)
      if (boxes.length === 0) continue
      this.boxes.set(part, boxes)
      for (const box of boxes) laid.push(box)
    }
    this.fresh = new Set()
    yield* this.index.loading(laid)
    for (const box of laid) this.changed.push(box)
  }

  /** Places the tag of a room anew, or takes it away. Gives where lettering came and went. */
  private see(id: Id, found: FoundRoom | undefined, scene: PlanScene, field: DraftField): readonly Box[] {
    const { project } = scene
    const { scale, printing } = this.look
    const before = this.tags.get(id)
    const shown = found && isDrawn(project, found.room, printing)
    if (before?.around) this.spaces.remove(before.around)
    if (!shown) {
      if (!before) return []
      this.picture.replace(before.part, null)
      for (const box of before.boxes) this.placed.remove(box)
      this.tags.delete(id)
      return before.boxes
    }
    this.made++
    const { room, space } = found
    const words = tagWords(found, project.facts.units)
    const place = project.placeOf(id)
    let around: TagSpace | null = null
    if (space && !room.tagAt) {
      const { minX, minY, maxX, maxY } = space
      around = { minX, minY, maxX, maxY, id, place }
      this.spaces.insert(around)
    }
    const at = tagPlace(found, words, scale, (box) => this.obstacles(box, place, field))
    const items = tagItems(room, words, at, scale)
    const now = partOf(
      onLayer(project, room, items, scale),
      { ...ABOVE_LINEWORK.tags, place, nth: 0 },
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

  private obstacles(box: Box, place: number, field: DraftField): Box[] {
    const boxes = this.index.search(box)
    for (const { role, edge } of field.edgesIn(box)) if (role === 'line') boxes.push(edgeBox(edge))
    for (const tag of this.placed.search(box)) if (tag.place < place) boxes.push(tag)
    return boxes
  }
}
