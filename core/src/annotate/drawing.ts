import RBush from 'rbush'
import { atWall, wallDirection } from '../building'
import {
  draftField,
  isDrawn,
  onLayer,
  sceneItems,
  type PlanLook,
  type PlanScene,
  type Scene,
} from '../derive'
import { eachItem, itemExtent, pathOfItem, type DisplayItem, type DisplayList } from '../display'
import { boxOf, edgesOf, isStraight, pathBox, pathOf, type Box, type Point } from '../geometry'
import type { Project, RecordKind } from '../records'
import { roomsOf } from '../rooms'
import { layDimension } from './dimension'
import { layLeader, layNote } from './leader'
import { markItems, tagItems, tagPlace, tagWords } from './roomTag'

/** The annotation of a drawing, in real mm. `beneath` is what lies beneath it: tags keep clear of that. */
export function annotationItems(
  scene: Scene,
  look: Pick<PlanLook, 'scale' | 'printing' | 'roomTags' | 'marks'>,
  beneath: DisplayList,
): DisplayItem[] {
  const { project, drawing } = scene
  const { scale, printing } = look
  const { units } = project.facts
  const items: DisplayItem[] = []
  for (const id of project.dependents(drawing.id)) {
    const record = project.get(id)
    if (!record || !isDrawn(project, record, printing)) continue
    const lay = (made: readonly DisplayItem[]): void =>
      void items.push(...onLayer(project, record, made, scale))
    if (record.kind === 'dimension') lay(layDimension(record, scene, scale, units).items)
    else if (record.kind === 'leader') lay(layLeader(record, scene, scale).items)
    else if (record.kind === 'note') lay(layNote(record, scale))
  }
  switch (scene.view) {
    case 'plan':
      if (look.marks) items.push(...openingMarks(scene, look))
      if (look.roomTags) items.push(...roomTags(scene, look, [...beneath, ...items]))
      return items
    case 'block':
      return items
  }
}

/** Numbers of doors and windows beside their walls: doors on the other side than their leaf, windows outside. */
function openingMarks(
  { project, building }: PlanScene,
  { scale, printing }: Pick<PlanLook, 'scale' | 'printing'>,
): DisplayItem[] {
  const items: DisplayItem[] = []
  for (const { shape, openings } of building.seen(printing).all()) {
    for (const { opening, fault } of openings) {
      if (!opening.mark || fault || !isDrawn(project, opening, printing)) continue
      const middle = (shape.low + shape.high) / 2
      const u = wallDirection(shape, opening.along)
      const sense = (opening.side === 'left') === (opening.fit === 'window') ? 1 : -1
      const away = { x: -u.y * sense, y: u.x * sense }
      items.push(
        ...markItems(
          opening.id,
          opening.mark,
          atWall(shape, opening.along, middle),
          away,
          shape.thickness,
          scale,
        ),
      )
    }
  }
  return items
}

function roomTags(
  scene: PlanScene,
  { scale, printing }: Pick<PlanLook, 'scale' | 'printing'>,
  drawn: DisplayList,
): DisplayItem[] {
  const { project, building } = scene
  const rooms = roomsOf(project, building).filter(({ room }) => isDrawn(project, room, printing))
  if (rooms.length === 0) return []
  const { units } = project.facts
  const index = new RBush<Box>().load(obstaclesOf(project, drawn))
  const field = draftField(scene)
  const obstacles = (box: Box): Box[] => [
    ...index.search(box),
    ...field
      .edgesIn(box)
      .filter(({ role }) => role === 'line')
      .map(({ edge }) => boxOf([edge.a, edge.b])),
  ]
  const items: DisplayItem[] = []
  for (const found of rooms) {
    const words = tagWords(found, units)
    const at = tagPlace(found, words, scale, obstacles)
    const made = tagItems(found.room, words, at, scale)
    items.push(...onLayer(project, found.room, made, scale))
    // Tags keep clear of each other.
    for (const item of made) index.insert(itemExtent(item))
  }
  return items
}

/** Things that tags keep clear of as a whole; of the others they keep clear of each line. */
const SOLID: ReadonlySet<RecordKind> = new Set<RecordKind>(['opening', 'placement'])
const LINES: ReadonlySet<RecordKind> = new Set<RecordKind>([
  'stair',
  'ramp',
  'rail',
  'slab',
  'void',
  'roof',
  'overhead',
  'dimension',
  'leader',
])

/** Boxes around what tags keep clear of: lettering, doors and blocks, and the lines of stairs, floors and annotation. */
function obstaclesOf(project: Project, drawn: DisplayList): Box[] {
  const boxes: Box[] = []
  for (const item of eachItem(drawn)) {
    const kind = item.source === null ? undefined : project.get(item.source)?.kind
    if (item.kind === 'text' || (kind && SOLID.has(kind))) boxes.push(itemExtent(item))
    else if (kind && LINES.has(kind)) boxes.push(...lineBoxes(item))
  }
  return boxes
}

/** A slanting line is boxed in so many parts, so that the boxes lie along it. */
const PARTS_OF_SLANTS = 12

/** Boxes along the lines of a drawn thing. */
function lineBoxes(item: DisplayItem): Box[] {
  const along = (a: Point, b: Point): Box[] => {
    const parts = a.x === b.x || a.y === b.y ? 1 : PARTS_OF_SLANTS
    const at = (k: number): Point => ({
      x: a.x + ((b.x - a.x) * k) / parts,
      y: a.y + ((b.y - a.y) * k) / parts,
    })
    return Array.from({ length: parts }, (_, k) => boxOf([at(k), at(k + 1)]))
  }
  switch (item.kind) {
    case 'group':
      return item.clip ? [itemExtent(item)] : item.items.flatMap(lineBoxes)
    case 'segments':
    case 'line': {
      const points = Array.from({ length: item.points.length / 2 }, (_, i) => ({
        x: item.points[2 * i]!,
        y: item.points[2 * i + 1]!,
      }))
      const step = item.kind === 'line' ? 1 : 2
      const boxes: Box[] = []
      for (let i = 0; i + 1 < points.length; i += step) boxes.push(...along(points[i]!, points[i + 1]!))
      if (item.kind === 'line' && item.closed) boxes.push(...along(points.at(-1)!, points[0]!))
      return boxes
    }
    case 'path':
      return edgesOf(pathOfItem(item)).flatMap((edge) =>
        isStraight(edge) ? along(edge.a, edge.b) : [pathBox(pathOf([edge], false))],
      )
    case 'fill':
      return []
    default:
      return [itemExtent(item)]
  }
}

/** A whole drawing: its derived linework with its annotation on top, in real mm. */
export function drawingList(scene: Scene, look: PlanLook): DisplayList {
  const beneath = sceneItems(scene, look)
  return [...beneath, ...annotationItems(scene, look, beneath)]
}
