import { zoneAt, type Zone } from '../building'
import { penFrom, strokeItem, type DisplayItem } from '../display'
import {
  atDistance,
  boxCorners,
  offsetFrom,
  offsetPath,
  pathBox,
  pathLength,
  pathOfPoints,
  straight,
  pathOf,
  type Point,
} from '../geometry'
import { overheadOutline, reachOf } from '../kinds'
import { layerOf, lineTypeOf, standardLayerOf } from '../library'
import {
  KINDS,
  type AnyRecord,
  type FloorVoid,
  type Level,
  type Overhead,
  type Project,
  type Rail,
  type Roof,
  type Slab,
} from '../records'
import { solveRoof } from '../roofs'
import { OVERHEAD_DASHES } from './openingGround'
import { rampItems, stairItems } from './stairPlan'

/** Distance between the centres of balusters at most, mm. */
const BALUSTERS = 110
const RAIL_WIDTH = 50

interface Ink {
  readonly pen: ReturnType<typeof penFrom>
  readonly dashes: readonly number[]
}
function inkOf(project: Project, record: AnyRecord): Ink {
  const layer = layerOf(project, record)
  return {
    pen: penFrom(layer.penMm, layer.tone),
    dashes: lineTypeOf(project, layer.lineType).dashesPaperMm,
  }
}

/**
 * The ink of something as the cut of a plan finds it: cut through it has the pen of cut walls, above the cut it is
 * dashed, below it is seen as it is.
 */
function inkAt(project: Project, record: AnyRecord, zone: Zone): Ink {
  const { pen, dashes } = inkOf(project, record)
  switch (zone) {
    case 'cut': {
      const walls = project.find('layer', KINDS.wall.layer) ?? standardLayerOf('wall')
      return { pen: penFrom(walls.penMm, walls.tone), dashes: [] }
    }
    case 'above':
      return { pen, dashes: dashes.length > 0 ? dashes : OVERHEAD_DASHES }
    case 'below':
      // The usual line type of what is overhead says that it is above.
      return { pen, dashes: record.kind === 'overhead' ? [] : dashes }
  }
}

/** A balustrade: two lines of its handrail with balusters or posts between; a handrail alone is one line. */
export function railItems(project: Project, rail: Rail, scale: number): DisplayItem[] {
  const { pen, dashes } = inkOf(project, rail)
  const items: DisplayItem[] = []
  if (rail.made === 'handrail') return [strokeItem(rail.path, pen, dashes, scale, rail.id)]
  for (const by of [RAIL_WIDTH / 2, -RAIL_WIDTH / 2])
    for (const path of offsetPath(rail.path, by)) items.push(strokeItem(path, pen, dashes, scale, rail.id))
  const length = pathLength(rail.path)
  const pitch = rail.made === 'glass' ? 1000 : BALUSTERS
  const count = Math.min(2000, Math.max(1, Math.ceil(length / pitch)))
  const size = rail.made === 'glass' ? 40 : 16
  for (let i = 0; i <= (rail.path.closed ? count - 1 : count); i++) {
    const { point, direction } = atDistance(rail.path, (length * i) / count)
    const corner = (x: number, y: number): Point =>
      offsetFrom(point, direction, (x * size) / 2, (y * size) / 2)
    items.push({
      kind: 'line',
      pen: 'light',
      points: [corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)].flatMap((p) => [p.x, p.y]),
      closed: true,
      source: rail.id,
    })
  }
  return items
}

export const slabItems = (project: Project, slab: Slab, scale: number, zone: Zone): DisplayItem[] => {
  const { pen, dashes } = inkAt(project, slab, zone)
  return [strokeItem(slab.outline, pen, dashes, scale, slab.id)]
}

/** A hole in the floor: its edge, and the lines from corner to corner of the box around it. */
export function voidItems(project: Project, hole: FloorVoid, scale: number): DisplayItem[] {
  const { pen, dashes } = inkOf(project, hole)
  const [a, b, c, d] =
    hole.outline.vertices.length === 4 ? hole.outline.vertices : boxCorners(pathBox(hole.outline))
  return [
    strokeItem(hole.outline, pen, dashes, scale, hole.id),
    strokeItem(pathOf([straight(a!, c!)], false), 'light', OVERHEAD_DASHES, scale, hole.id),
    strokeItem(pathOf([straight(b!, d!)], false), 'light', OVERHEAD_DASHES, scale, hole.id),
  ]
}

/** A roof from below, its eaves dashed, or from above with its folds. */
export function roofItems(
  project: Project,
  roof: Roof,
  from: 'below' | 'above',
  scale: number,
): DisplayItem[] {
  const { pen } = inkOf(project, roof)
  const solved = solveRoof(roof)
  const outline = (points: readonly Point[], dashes: readonly number[]): DisplayItem =>
    strokeItem(pathOfPoints(points, true), pen, dashes, scale, roof.id)
  if (!solved) return [strokeItem(roof.outline, 'hidden', [2, 1], scale, roof.id)]
  if (from === 'below') return [outline(solved.eaves, [3, 1.2])]
  return [
    outline(solved.eaves, []),
    ...solved.folds.map(({ a, b }) => strokeItem(pathOf([straight(a, b)], false), pen, [], scale, roof.id)),
  ]
}

/** Something that is usually overhead, as the cut finds it; rooflights with their diagonals. */
export function overheadItems(
  project: Project,
  thing: Overhead,
  scale: number,
  zone: Zone = 'above',
): DisplayItem[] {
  const { pen, dashes } = inkAt(project, thing, zone)
  const outline = overheadOutline(thing)
  const items = [strokeItem(outline, pen, dashes, scale, thing.id)]
  if (thing.what === 'rooflight') {
    const [a, b, c, d] = outline.vertices.length === 4 ? outline.vertices : boxCorners(pathBox(outline))
    items.push(
      strokeItem(pathOf([straight(a!, c!)], false), 'light', OVERHEAD_DASHES, scale, thing.id),
      strokeItem(pathOf([straight(b!, d!)], false), 'light', OVERHEAD_DASHES, scale, thing.id),
    )
  }
  return items
}

/** How the cut of a level's plan finds something that stands on it. */
export const zoneIn = (project: Project, record: AnyRecord, level: Level): Zone =>
  zoneAt(reachOf(record, project) ?? { from: 0, to: 0 }, level.cutHeight)

/** Floors nearer to each other than this count as one, mm. */
const SAME_FLOOR = 50

/** The level whose floor lies at a height, or the lowest above it; undefined when there is none. */
const levelAt = (project: Project, height: number): Level | undefined =>
  project
    .all('level')
    .filter(({ elevation }) => elevation >= height - SAME_FLOOR)
    .sort((p, q) => p.elevation - q.elevation)[0]

/** Where a plan of a level shows a record of stairs, floors, roofs or overhead things; empty: nowhere. */
export function fabricItems(
  project: Project,
  record: AnyRecord,
  level: Level,
  scale: number,
  look: { readonly overhead: boolean },
): readonly DisplayItem[] {
  switch (record.kind) {
    case 'stair': {
      if (record.level === level.id) return stairItems(project, record, 'leaves', scale, look)
      const foot = project.need('level', record.level)
      const top = levelAt(project, foot.elevation + (record.rise ?? foot.height))
      return top?.id === level.id ? stairItems(project, record, 'reaches', scale, look) : []
    }
    case 'ramp': {
      if (record.level === level.id) return rampItems(project, record, 'leaves', scale)
      const foot = project.need('level', record.level)
      // A short ramp within a storey is seen on its own level alone.
      const reached = Math.abs(foot.elevation + record.rise - level.elevation) <= SAME_FLOOR
      return reached ? rampItems(project, record, 'reaches', scale) : []
    }
    case 'rail':
      return record.level === level.id ? railItems(project, record, scale) : []
    case 'slab':
      return record.level === level.id
        ? slabItems(project, record, scale, zoneIn(project, record, level))
        : []
    case 'void':
      return record.level === level.id ? voidItems(project, record, scale) : []
    case 'roof': {
      if (record.level === level.id) return look.overhead ? roofItems(project, record, 'below', scale) : []
      const foot = project.need('level', record.level)
      const over = project
        .all('level')
        .filter(({ elevation }) => elevation > foot.elevation + SAME_FLOOR)
        .sort((p, q) => p.elevation - q.elevation)[0]
      return over?.id === level.id ? roofItems(project, record, 'above', scale) : []
    }
    case 'overhead': {
      const zone = zoneIn(project, record, level)
      return record.level === level.id && (look.overhead || zone !== 'above')
        ? overheadItems(project, record, scale, zone)
        : []
    }
    default:
      return []
  }
}
