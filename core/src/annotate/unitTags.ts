import type { LevelSolver } from '../building'
import {
  draftField,
  isDrawn,
  layingField,
  onLayer,
  partOf,
  type News,
  type Part,
  type PartSource,
  type Picture,
  type PlanLook,
  type PlanScene,
} from '../derive'
import { levelled, textItem, type DisplayItem, type DisplayList } from '../display'
import { textWidth } from '../lettering'
import {
  EMPTY_BOX,
  boxCentre,
  boxesMeet,
  edgeBox,
  isEmptyBox,
  joinBoxes,
  type Box,
  type Point,
} from '../geometry'
import { placedBox } from '../kinds'
import type { AnyRecord, Id, Project } from '../records'
import { spacesOf } from '../rooms'
import { ABOVE_LINEWORK } from './depths'
import { obstaclesOf } from './obstacles'
import { freePlace, liesWithin, sizeTurned } from './roomTag'

/** Height of the lettering of a unit's tag, and the room in its frame, paper mm. */
const HEIGHT = 2.5
const INSIDE = 1.2

interface Tag {
  readonly around: Box
  readonly part: Part | null
}

type Place = AnyRecord & { readonly kind: 'group' }

/** The name and number of units, each in a frame in its place: clear of what is drawn; tags of rooms keep clear of it. */
export class UnitTags implements PartSource {
  private readonly tags = new Map<Id, Tag>()
  /** Up to which change of the picture its parts were looked at, and of rooms their spaces. */
  private drawn = -1
  private spaced = -1
  private building: LevelSolver | null = null

  constructor(
    private readonly picture: Picture,
    private readonly look: PlanLook,
  ) {}

  *update({ scene, records }: News): Generator<void> {
    if (scene.view !== 'plan' || !this.look.roomTags) return
    const { project, board } = scene
    const places = project
      .all('group')
      .filter((group): group is Place => group.unit !== undefined && group.drawing === board.id)
    if (places.length === 0 && this.tags.size === 0) return
    yield* this.picture.settling()
    const drawn = this.picture.places.since(this.drawn)
    this.drawn = this.picture.places.now
    const log = spacesOf(project, scene.building).refreshed().changes
    const spaces = scene.building === this.building ? log.since(this.spaced) : null
    this.building = scene.building
    this.spaced = log.now
    if (!records) yield* layingField(scene)
    const rest = new Set(this.tags.keys())
    for (const place of places) {
      rest.delete(place.id)
      const around = boxOf(project, place)
      const near = (box: Box): boolean => boxesMeet(box, around)
      const same =
        this.tags.has(place.id) &&
        records?.has(place.id) === false &&
        drawn &&
        spaces &&
        ![...drawn].some((box) => isOther(box) && near(box)) &&
        ![...spaces].some(near)
      if (same) continue
      this.see(place, around, scene)
      yield
    }
    for (const id of rest) {
      this.picture.replace(this.tags.get(id)!.part, null)
      this.tags.delete(id)
    }
  }

  private see(place: Place, around: Box, scene: PlanScene): void {
    const { project } = scene
    const { scale } = this.look
    const before = this.tags.get(place.id)
    const shown = !isEmptyBox(around) && place.members.some((id) => isShown(project, id, this.look))
    const items = shown ? this.itemsOf(place, around, scene) : []
    const now = partOf(
      onLayer(project, place, items, scale),
      { rank: ABOVE_LINEWORK.units, place: project.placeOf(place.id), nth: 0 },
      null,
    )
    this.tags.set(place.id, { around, part: this.picture.replace(before?.part, now) })
  }

  private itemsOf(place: Place, around: Box, scene: PlanScene): DisplayList {
    const { project, building } = scene
    const { scale } = this.look
    const words = [place.unit!.name, place.unit!.number].filter(Boolean).join(' ')
    const size = { width: textWidth(words, HEIGHT, 500) + 2 * INSIDE, height: HEIGHT + 2 * INSIDE }
    const spaces = spacesOf(project, building)
    const closed =
      spaces.at(boxCentre(around)) !== null || place.members.some((id) => project.find('room', id))
    const at = freePlace(
      [boxCentre(around), () => boxCentre(around)],
      around,
      sizeTurned(size, scene.turned),
      scale,
      (box) => {
        const space = spaces.at(boxCentre(box))
        return space ? liesWithin(box, space) : !closed
      },
      (box) => this.obstacles(box, scene),
    )
    return levelled(tagItems(words, at, size, scale), scene.turned, at)
  }

  private obstacles(box: Box, scene: PlanScene): Box[] {
    const boxes = this.picture
      .partsIn(box)
      .filter(isOther)
      .flatMap((part) => obstaclesOf(scene.project, part.items))
      .filter((each) => boxesMeet(each, box))
    for (const { role, edge } of draftField(scene).edgesIn(box))
      if (role === 'line') boxes.push(edgeBox(edge))
    return boxes
  }
}

function tagItems(
  words: string,
  { x, y }: Point,
  { width, height }: { readonly width: number; readonly height: number },
  scale: number,
): DisplayItem[] {
  const [w, h] = [(width / 2) * scale, (height / 2) * scale]
  const frame = [x - w, y - h, x + w, y - h, x + w, y + h, x - w, y + h]
  return [
    { kind: 'fill', tone: 1, loops: [frame], source: null },
    { kind: 'line', pen: 'dimension', points: frame, closed: true, source: null },
    textItem(
      words,
      { x, y: y - (HEIGHT / 2) * scale },
      { height: HEIGHT * scale, align: 'middle', weight: 500, source: null },
    ),
  ]
}

function boxOf(project: Project, { members }: Place): Box {
  return members.reduce((all, id) => {
    const record = project.get(id)
    const box = record ? placedBox(record) : EMPTY_BOX
    return isEmptyBox(box) ? all : joinBoxes(all, box)
  }, EMPTY_BOX)
}

const isShown = (project: Project, id: Id, look: PlanLook): boolean => {
  const record = project.get(id)
  return record !== undefined && isDrawn(project, record, look)
}

/** Whether something is a part that the tag of a unit keeps clear of: no tag itself, and not all that is cut. */
function isOther(place: Box | Part): place is Part {
  return (
    'rank' in place &&
    place.rank !== ABOVE_LINEWORK.tags &&
    place.rank !== ABOVE_LINEWORK.units &&
    !(place.within && place.source === null)
  )
}
