import RBush from 'rbush'
import {
  draftField,
  isDrawn,
  onLayer,
  partOf,
  type News,
  type Part,
  type PartListener,
  type PartSource,
  type Picture,
  type PlanLook,
  type PlanScene,
} from '../derive'
import { itemExtent } from '../display'
import { boxOf, boxesMeet, type Box } from '../geometry'
import type { Id, Layer, Project } from '../records'
import { layerOf } from '../library'
import { roomsOf, type FoundRoom, type Space } from '../rooms'
import { ABOVE_LINEWORK } from './depths'
import { obstaclesOf } from './obstacles'
import { tagItems, tagPlace, tagWords } from './roomTag'

interface Tag {
  readonly found: FoundRoom
  readonly layer: Layer
  readonly words: string
  /** Its lettering, which other tags keep clear of. */
  readonly boxes: readonly TagBox[]
  readonly part: Part | null
}

interface TagBox extends Box {
  /** The place of its room among all: later tags keep clear of earlier ones. */
  readonly place: number
}

/** Tags of rooms: each keeps clear of all that is drawn, and of the tags before it. */
export class TagsDrawn implements PartSource, PartListener {
  private readonly tags = new Map<Id, Tag>()
  private readonly placed = new RBush<TagBox>()
  /** What tags keep clear of, for each part that is drawn. */
  private readonly boxes = new Map<Part, readonly Box[]>()
  private readonly index = new RBush<Box>()
  /** Parts that came and are not laid out yet, and places where something came or went. */
  private fresh = new Set<Part>()
  private changed: Box[] = []
  private bounded = -1

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

  update({ scene }: News): void {
    if (scene.view !== 'plan' || !this.look.roomTags) return
    const { project } = scene
    const rooms = roomsOf(project, scene.building).filter(({ room }) =>
      isDrawn(project, room, this.look.printing),
    )
    const rest = new Set(this.tags.keys())
    for (const { room } of rooms) rest.delete(room.id)
    for (const id of rest) this.forget(id)
    if (rooms.length === 0) return
    this.lay(project)
    const field = draftField(scene)
    const moved = field.places.since(this.bounded)
    this.bounded = field.places.now
    const changed = moved && [...this.changed, ...moved]
    for (const found of rooms) this.see(found, scene, changed)
    this.changed = []
  }

  /** Lays out what tags keep clear of in the parts that came. */
  private lay(project: Project): void {
    const laid: Box[] = []
    for (const part of this.fresh) {
      if (part.within && part.source === null) continue
      const boxes = obstaclesOf(project, part.items)
      if (boxes.length === 0) continue
      this.boxes.set(part, boxes)
      for (const box of boxes) laid.push(box)
    }
    this.fresh = new Set()
    if (laid.length > 64) this.index.load(laid)
    else for (const box of laid) this.index.insert(box)
    for (const box of laid) this.changed.push(box)
  }

  private forget(id: Id): void {
    const tag = this.tags.get(id)
    if (!tag) return
    this.tags.delete(id)
    this.picture.replace(tag.part, null)
    for (const box of tag.boxes) {
      this.placed.remove(box)
      this.changed.push(box)
    }
  }

  /** Places a tag anew if its room, its words or something in its space changed. */
  private see(found: FoundRoom, scene: PlanScene, changed: Box[] | null): void {
    const { project } = scene
    const { room, space } = found
    const { scale } = this.look
    const words = tagWords(found, project.facts.units)
    const said = `${words.name}\n${words.figures}`
    const layer = layerOf(project, room)
    const before = this.tags.get(room.id)
    if (
      before &&
      changed &&
      before.found.room === room &&
      before.found.space === space &&
      before.words === said &&
      before.layer === layer &&
      !(space && !room.tagAt && meetsAny(space, changed))
    )
      return
    const place = project.placeOf(room.id)
    const at = tagPlace(found, words, scale, (box) => this.obstacles(box, place, scene))
    const made = tagItems(room, words, at, scale)
    const now = partOf(
      onLayer(project, room, made, scale),
      { ...ABOVE_LINEWORK.tags, place, nth: 0 },
      room.id,
    )
    const part = this.picture.replace(before?.part, now)
    if (part && part === before?.part) {
      this.tags.set(room.id, { ...before, found, layer, words: said })
      return
    }
    for (const box of before?.boxes ?? []) {
      this.placed.remove(box)
      changed?.push(box)
    }
    const boxes = made.map((item): TagBox => ({ ...itemExtent(item), place }))
    for (const box of boxes) {
      this.placed.insert(box)
      changed?.push(box)
    }
    this.tags.set(room.id, { found, layer, words: said, boxes, part })
  }

  private obstacles(box: Box, place: number, scene: PlanScene): Box[] {
    return [
      ...this.index.search(box),
      ...draftField(scene)
        .edgesIn(box)
        .filter(({ role }) => role === 'line')
        .map(({ edge }) => boxOf([edge.a, edge.b])),
      ...this.placed.search(box).filter((tag) => tag.place < place),
    ]
  }
}

const meetsAny = (space: Space, boxes: readonly Box[]): boolean => boxes.some((box) => boxesMeet(space, box))
