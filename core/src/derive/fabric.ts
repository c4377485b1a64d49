import { cutHeightAt, ownCut, seesAsFar, zoneAt, type Reach, type CutZone } from '../building'
import { lettersLevelled, penFrom, strokeItem, type DisplayItem, toneOf } from '../display'
import {
  atDistance,
  boxCentre,
  boxCorners,
  offsetFrom,
  offsetPath,
  pathBox,
  pathOfPoints,
  straight,
  pathOf,
  type Point,
} from '../geometry'
import { balustersOf } from '../framing'
import { overheadOutline, placedBox, reachOf } from '../kinds'
import { layerOf, lineTypeOf, standardLayerOf, styleOf } from '../library'
import {
  KINDS,
  type AnyRecord,
  type Dormer,
  type FloorVoid,
  type Framing,
  type Level,
  type Overhead,
  type Project,
  type Rail,
  type Ramp,
  type RecordKind,
  type RecordOf,
  type Roof,
  type Separator,
  type Slab,
  type Stair,
} from '../records'
import { solveRoof } from '../roofs'
import { dormerIn } from '../solids'
import { OVERHEAD_DASHES } from './openingGround'
import { rampItems, stairItems } from './stairPlan'
import { onPlans, type DrawnItself, type Tier } from './drawnKind'
import { edgeEntry, ownEntries, type EdgeRole, type FieldOf } from './fieldEntries'
import { framingField, framingItems } from './framingDrawn'
import type { PlanScene } from './scene'

const RAIL_WIDTH = 50

interface Ink {
  readonly pen: ReturnType<typeof penFrom>
  readonly dashes: readonly number[]
}
function inkOf(project: Project, record: AnyRecord): Ink {
  const layer = layerOf(project, record)
  return {
    pen: penFrom(layer.penMm, toneOf(layer)),
    dashes: lineTypeOf(project, layer.lineType).dashesPaperMm,
  }
}

/**
 * The ink of something as the cut of a plan finds it: cut through it has the pen of cut walls, above the cut it is
 * dashed, below it is seen as it is.
 */
function inkAt(project: Project, record: AnyRecord, zone: CutZone): Ink {
  const { pen, dashes } = inkOf(project, record)
  switch (zone) {
    case 'cut': {
      const walls = project.find('layer', KINDS.wall.layer) ?? standardLayerOf('wall')
      return { pen: penFrom(walls.penMm, toneOf(walls)), dashes: [] }
    }
    case 'above':
      return { pen, dashes: dashes.length > 0 ? dashes : OVERHEAD_DASHES }
    case 'below':
      // The usual line type of what is overhead says that it is above.
      return { pen, dashes: record.kind === 'overhead' ? [] : dashes }
  }
}

/** A balustrade: two lines of its handrail with balusters or posts between; a handrail alone is one line. */
function railItems(project: Project, rail: Rail, scale: number): DisplayItem[] {
  const { pen, dashes } = inkOf(project, rail)
  const items: DisplayItem[] = []
  if (rail.made === 'handrail') return [strokeItem(rail.path, pen, dashes, scale, rail.id)]
  for (const by of [RAIL_WIDTH / 2, -RAIL_WIDTH / 2])
    for (const path of offsetPath(rail.path, by)) items.push(strokeItem(path, pen, dashes, scale, rail.id))
  const balusters = balustersOf(rail)
  for (const place of balusters?.places ?? []) {
    const { size } = balusters!
    const { point, direction } = atDistance(rail.path, place)
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

const slabItems = (project: Project, slab: Slab, scale: number, zone: CutZone): DisplayItem[] => {
  const { pen, dashes } = inkAt(project, slab, zone)
  return [strokeItem(slab.outline, pen, dashes, scale, slab.id)]
}

/** A hole in the floor: its edge, and the lines from corner to corner of the box around it. */
function voidItems(project: Project, hole: FloorVoid, scale: number): DisplayItem[] {
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
function roofItems(project: Project, roof: Roof, from: 'below' | 'above', scale: number): DisplayItem[] {
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

/** A dormer from below, what it takes out of its roof dashed, or from above with its planes; crossed where it fits none. */
function dormerItems(
  project: Project,
  dormer: Dormer,
  from: 'below' | 'above',
  scale: number,
): DisplayItem[] {
  const { pen } = inkOf(project, dormer)
  const laid = dormerIn(project, dormer)
  const closed = (points: readonly Point[], dashes: readonly number[]): DisplayItem =>
    strokeItem(pathOfPoints(points, true), pen, dashes, scale, dormer.id)
  if (!laid) {
    const half = dormer.width / 2
    const corners = [
      [-half, -half],
      [half, half],
      [-half, half],
      [half, -half],
    ].map(([x, y]) => ({ x: dormer.at.x + x!, y: dormer.at.y + y! }))
    return [
      [corners[0]!, corners[1]!],
      [corners[2]!, corners[3]!],
    ].map(([p, q]) => strokeItem(pathOf([straight(p!, q!)], false), 'hidden', [2, 1], scale, dormer.id))
  }
  if (from === 'below') return [closed(laid.ring, [3, 1.2])]
  return laid.planes.map((plane) => closed(plane, []))
}

/** Something that is usually overhead, as the cut finds it; rooflights with their diagonals. */
export function overheadItems(
  project: Project,
  thing: Overhead,
  scale: number,
  zone: CutZone = 'above',
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

/** A separating line: dashes in the pen of its layer. */
function separatorItems(project: Project, line: Separator, scale: number): DisplayItem[] {
  const { pen } = inkOf(project, line)
  return [strokeItem(pathOf([straight(line.a, line.b)], false), pen, SEPARATOR_DASHES, scale, line.id)]
}

/** Paper mm. */
const SEPARATOR_DASHES = [1.5, 1.2]

type OnLevel = Dormer | Slab | FloorVoid | Framing | Stair | Ramp | Rail | Roof | Overhead | Separator
const reachIn = (record: OnLevel, { project }: PlanScene): Reach =>
  reachOf(record, project) ?? { from: 0, to: 0 }

/** How the cut of a plan finds something that stands on its level. */
const zoneIn = (record: OnLevel, scene: PlanScene): CutZone =>
  zoneAt(reachIn(record, scene), cutOver(record, scene))

/** Where a plan is cut at the middle of something, above the floor, mm. */
const cutOver = (record: OnLevel, { level, board }: PlanScene): number =>
  cutHeightAt(level, ownCut(board), boxCentre(placedBox(record)))

/** Floors nearer to each other than this count as one, mm. */
const SAME_FLOOR = 50

/** The level whose floor lies at a height, or the lowest above it; undefined when there is none. */
const levelAt = (project: Project, height: number): Level | undefined =>
  project
    .all('level')
    .filter(({ elevation }) => elevation >= height - SAME_FLOOR)
    .sort((p, q) => p.elevation - q.elevation)[0]

/** What stairs, floors and roofs are drawn from besides themselves: heights of levels and limits of the project. */
const fromLevels = ({ project, level }: PlanScene): readonly unknown[] => [
  level,
  project.facts,
  ...project.all('level'),
]

/** Its edges are snapped to on the plan of its level. */
const ownField =
  <R extends AnyRecord>(role: EdgeRole, centre: (record: R) => Point | null = () => null): FieldOf<R> =>
  (record, scene) => {
    if (scene.view !== 'plan') return null
    const { project, level } = scene
    return {
      from: [record, level, project.facts],
      make: () => ownEntries(project, record, role, centre(record)),
    }
  }

/** Whether it stands on the level of a plan that sees as far. */
const here = (record: OnLevel, scene: PlanScene): boolean =>
  record.level === scene.level.id && seesAsFar(ownCut(scene.board), reachIn(record, scene))

/** On which of two plans something that climbs shows: of the level it leaves, of the one it reaches, or neither. */
function climbing(
  record: OnLevel,
  scene: PlanScene,
  reaches: (foot: Level) => boolean,
): 'leaves' | 'reaches' | null {
  if (here(record, scene)) return 'leaves'
  return reaches(scene.project.need('level', record.level)) ? 'reaches' : null
}
const stairOn = (stair: Stair, scene: PlanScene): 'leaves' | 'reaches' | null =>
  climbing(
    stair,
    scene,
    (foot) => levelAt(scene.project, foot.elevation + (stair.rise ?? foot.height))?.id === scene.level.id,
  )
/** A short ramp within a storey is seen on its own level alone. */
const rampOn = (ramp: Ramp, scene: PlanScene): 'leaves' | 'reaches' | null =>
  climbing(ramp, scene, (foot) => Math.abs(foot.elevation + ramp.rise - scene.level.elevation) <= SAME_FLOOR)
/** A roof shows from below on its level, and from above on the next. */
function roofFrom(roof: Roof | Dormer, scene: PlanScene): 'below' | 'above' | null {
  if (here(roof, scene)) return 'below'
  const foot = scene.project.need('level', roof.level)
  const over = scene.project
    .all('level')
    .filter(({ elevation }) => elevation > foot.elevation + SAME_FLOOR)
    .sort((p, q) => p.elevation - q.elevation)[0]
  return over?.id === scene.level.id ? 'above' : null
}

/** With what lies on the floor, or overhead if it is above the cut. */
const floorOrOverhead = (record: OnLevel, scene: PlanScene): Tier | null =>
  !here(record, scene) ? null : zoneIn(record, scene) === 'above' ? 'overhead' : 'floor'

/** How stairs, floors, roofs and overhead things are drawn, in the order they are drawn. */
export const FABRIC = {
  slab: onPlans<Slab>({
    clear: 'lines',
    from: fromLevels,
    tier: floorOrOverhead,
    items: (slab, scene, { scale }) => slabItems(scene.project, slab, scale, zoneIn(slab, scene)),
  }),
  void: onPlans<FloorVoid>({
    clear: 'lines',
    from: fromLevels,
    tier: (hole, scene) => (here(hole, scene) ? 'floor' : null),
    items: (hole, { project }, { scale }) => voidItems(project, hole, scale),
  }),
  stair: onPlans<Stair>({
    clear: 'lines',
    from: fromLevels,
    tier: (stair, scene) => (stairOn(stair, scene) ? 'floor' : null),
    items(stair, scene, look) {
      const on = stairOn(stair, scene)
      if (!on) return []
      const items = stairItems(scene.project, stair, on, look.scale, look, cutOver(stair, scene))
      return onClearGround(lettersLevelled(items, scene.turned), scene.project, look.scale)
    },
  }),
  ramp: onPlans<Ramp>({
    clear: 'lines',
    from: fromLevels,
    tier: (ramp, scene) => (rampOn(ramp, scene) ? 'floor' : null),
    items(ramp, scene, { scale }) {
      const on = rampOn(ramp, scene)
      return on ? lettersLevelled(rampItems(scene.project, ramp, on, scale), scene.turned) : []
    },
  }),
  rail: onPlans<Rail>({
    clear: 'lines',
    from: fromLevels,
    tier: (rail, scene) => (here(rail, scene) ? 'floor' : null),
    items: (rail, { project }, { scale }) => railItems(project, rail, scale),
  }),
  roof: onPlans<Roof>({
    clear: 'lines',
    from: fromLevels,
    tier: (roof, scene) => (roofFrom(roof, scene) ? 'overhead' : null),
    items(roof, scene, { scale }) {
      const from = roofFrom(roof, scene)
      return from ? roofItems(scene.project, roof, from, scale) : []
    },
  }),
  dormer: onPlans<Dormer>({
    clear: 'lines',
    from: (scene) => [...fromLevels(scene), null, ...scene.project.all('roof')],
    tier: (dormer, scene) => (roofFrom(dormer, scene) ? 'overhead' : null),
    items(dormer, scene, { scale }) {
      const from = roofFrom(dormer, scene)
      return from ? dormerItems(scene.project, dormer, from, scale) : []
    },
  }),
  overhead: onPlans<Overhead>({
    clear: 'lines',
    from: fromLevels,
    tier: floorOrOverhead,
    items: (thing, scene, { scale }) => overheadItems(scene.project, thing, scale, zoneIn(thing, scene)),
  }),
  framing: onPlans<Framing>({
    clear: 'lines',
    from: ({ level, project }) => [
      level,
      ...project.all('void'),
      null,
      ...project.all('roof'),
      null,
      ...project.all('overhead'),
      null,
      ...project.all('dormer'),
    ],
    tier: (row, scene) => (here(row, scene) ? 'framing' : null),
    items: (row, { project }) => framingItems(project, row, inkOf(project, row).pen),
  }),
  separator: onPlans<Separator>({
    clear: 'lettering',
    from: () => [],
    tier: (line, scene) => (here(line, scene) ? 'rooms' : null),
    items: (line, { project }, { scale }) => separatorItems(project, line, scale),
  }),
} satisfies { readonly [K in RecordKind]?: DrawnItself<RecordOf<K>> }

/** The corners and edges of a dormer in its roof. */
function dormerField(
  dormer: Dormer,
  { project }: Parameters<FieldOf<Dormer>>[1],
): ReturnType<FieldOf<Dormer>> {
  return {
    from: [dormer, ...project.all('roof'), null, ...project.all('level')],
    make() {
      const ring = dormerIn(project, dormer)?.ring ?? []
      return {
        edges: ring.map((p, i) => edgeEntry(straight(p, ring[(i + 1) % ring.length]!), 'block', dormer.id)),
        spots: [],
      }
    },
  }
}

/** What of them is snapped to. */
export const FABRIC_FIELDS = {
  slab: ownField('block'),
  void: ownField('block'),
  stair: ownField<Stair>('block', ({ at }) => at),
  ramp: ownField('block'),
  rail: ownField('block'),
  roof: ownField('block'),
  overhead: ownField('block'),
  dormer: dormerField,
  framing: framingField,
  separator: ownField('grid'),
} satisfies { readonly [K in RecordKind]?: FieldOf<RecordOf<K>> }

/** What is written on something, with the ground that annotation has in the style everything starts with. */
function onClearGround(items: readonly DisplayItem[], project: Project, scale: number): DisplayItem[] {
  const { clearPaperMm } = styleOf(project, null)
  return items.map((item) =>
    item.kind === 'text' && clearPaperMm !== undefined ? { ...item, clear: clearPaperMm * scale } : item,
  )
}
