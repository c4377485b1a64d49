import {
  PLAIN_LOOK,
  foreseenWalls,
  isDrawn,
  isWithWalls,
  seenAround,
  type Picture,
  type PlanLook,
  type Scene,
  type WallsAhead,
} from '../derive'
import { cleared, type DisplayItem } from '../display'
import { SAME_POINT, distance, isEmptyBox, type Point } from '../geometry'
import { isStanding } from '../kinds'
import { styleOf } from '../library'
import {
  isTied,
  anchorsOf,
  asRead,
  Project,
  needs,
  type Anchor,
  type AnyRecord,
  type Change,
  type Id,
  type Reading,
  type Tied,
} from '../records'
import { holdAnchor, type Ground } from '../ties'
import { lineInView } from '../views'
import { drawnDimension } from './layDimension'
import { ABOVE_LINEWORK } from './depths'
import { foreseenRecord, markPut } from './layPlaced'
import { leaderAt } from './leader'
import { symbolAt } from './symbol'
import { lineItems } from './levelLines'
import { levelMarkAt } from './levelMark'
import { roundAt } from './roundDimension'

/** More records than this are not all shown before they are stored. */
const MOST_FORESEEN = 400

/**
 * What a change makes of a board, as it will be stored: takes off what goes or moves, and draws what comes over it.
 * Walls are solved with those near them. `picture` is what the board shows now.
 */
export function foreseenChange(
  change: Change,
  scene: Scene,
  picture: Picture,
  scale: number,
): readonly DisplayItem[] {
  // What leaders show the numbers of is there when they are laid out, and so are the rows that others stand beside.
  const others = change.put.filter(({ kind }) => kind === 'keynote' || kind === 'dimension')
  return others.length > 0
    ? scene.project.standingIn(others, () => foreseenOf(change, scene, picture, scale))
    : foreseenOf(change, scene, picture, scale)
}

function foreseenOf(change: Change, scene: Scene, picture: Picture, scale: number): readonly DisplayItem[] {
  const { project } = scene
  const look: PlanLook = { ...PLAIN_LOOK, scale }
  const walls = scene.view === 'plan' ? foreseenWalls(scene, change, picture, look) : null
  const [off, on]: [DisplayItem[], DisplayItem[]] = [[], []]
  const clear = (id: Id): void => {
    for (const { items } of picture.of(id)) off.push(...cleared(items))
  }
  for (const [id, items] of linesAhead(change, scene, scale)) {
    clear(id)
    on.push(...items)
  }
  const reading = { scale, viewport: scene.viewport }
  for (const stored of change.put.slice(0, MOST_FORESEEN)) {
    if (stored.kind === 'opening') {
      const parts = picture.of(stored.id).filter(({ rank }) => rank === ABOVE_LINEWORK.marks)
      for (const { items } of parts) off.push(...cleared(items))
      const opening = parts.length > 0 ? asRead(stored, reading) : null
      if (opening) on.push(...markPut(opening, scene, walls?.building ?? scene.building, scale))
    }
    if (walls && isWithWalls(stored.kind)) continue
    // An opening is there at every scale; its number may not read.
    const record = stored.kind === 'opening' ? stored : asRead(stored, reading)
    if (!record) {
      clear(stored.id)
      continue
    }
    const items = isTied(record)
      ? laidAt(record, pointsAhead(record, change, scene, walls), scene, scale)
      : foreseenRecord(record, scene, scale)
    if (items.length > 0 && project.get(record.id)) clear(record.id)
    on.push(...items)
  }
  for (const id of change.drop.slice(0, MOST_FORESEEN)) {
    const kind = project.get(id)?.kind
    if (kind && !(walls && isWithWalls(kind))) clear(id)
  }
  for (const follower of followersOf(change, scene, walls, reading)) {
    const points = pointsAhead(follower, change, scene, walls)
    const stays = anchorsOf(follower).every(
      (anchor, i) => distance(points[i]!, holdAnchor(anchor, scene).point) < SAME_POINT,
    )
    if (stays) continue
    clear(follower.id)
    on.push(...laidAt(follower, points, scene, scale))
  }
  return [...off, ...(walls?.items ?? []), ...on]
}

/** The lines of levels and the grid in a view from the side, where a change takes them, or pulls their ends. */
function linesAhead(change: Change, scene: Scene, scale: number): [Id, DisplayItem[]][] {
  const around = seenAround(scene, scale)
  if (!around || scene.view !== 'derived' || isEmptyBox(around.extent)) return []
  const [frame] = scene.frames
  if (!frame) return []
  const { project } = scene
  const pulled = change.put.find((record) => record.id === around.board.id)
  const board = pulled?.kind === 'drawing' && isStanding(pulled) ? pulled : around.board
  const moved = pulled ? [...project.all('level'), ...project.all('gridLine')] : change.put
  return moved.flatMap((record): [Id, DisplayItem[]][] => {
    if (record.kind !== 'level' && record.kind !== 'gridLine') return []
    const line = lineInView(board, frame.looking, record, around.extent, scale)
    return line ? [[record.id, lineItems(record, line, project, scale)]] : []
  })
}

type Follower = Tied

/** More than this are not shown following. */
const MOST_FOLLOWING = 60

/** Dimensions, leaders and level marks of the board that are tied to what a change touches, and are not changed by it themselves. */
function followersOf(
  change: Change,
  { project, board }: Scene,
  walls: WallsAhead | null,
  reading: Reading,
): Follower[] {
  const put = new Set(change.put.map(({ id }) => id))
  const touched = new Set<Id>([...put, ...(walls?.joined ?? [])])
  for (const id of walls?.joined ?? [])
    for (const { opening } of walls!.building.get(id)?.openings ?? []) touched.add(opening.id)
  const found = new Map<Id, Follower>()
  for (const id of touched)
    for (const namer of project.namers(id)) {
      const stored = project.get(namer)
      const record = stored && asRead(stored, reading)
      if (!isTied(record) || record.drawing !== board.id || put.has(namer)) continue
      if (!isDrawn(project, record, { printing: false })) continue
      found.set(namer, record)
      if (found.size >= MOST_FOLLOWING) return [...found.values()]
    }
  return [...found.values()]
}

/** What a dimension measures, a leader points to, or a level mark marks, as a change leaves it. */
function pointsAhead(
  follower: Follower,
  change: Change,
  scene: Scene,
  walls: WallsAhead | null,
): readonly Point[] {
  const changed = changedGround(change, scene.project)
  return anchorsOf(follower).map((anchor) => {
    const ahead = holdAnchor(anchor, groundOf(anchor, changed, scene, walls))
    return ahead.held ? ahead.point : holdAnchor(anchor, scene).point
  })
}

function laidAt(
  follower: Follower,
  points: readonly Point[],
  scene: Scene,
  scale: number,
): readonly DisplayItem[] {
  const { units } = scene.project.facts
  switch (follower.kind) {
    case 'leader':
      return leaderAt(follower, points, scene, scale)
    case 'symbol':
      return symbolAt(follower, points, scene, scale)
    case 'levelMark':
      return levelMarkAt(follower, points[0]!, scene, scale)
    case 'roundDimension':
      return roundAt(follower, [points[0]!, points[1]!, points[2]!], scene, scale, units).items
    case 'dimension': {
      const style = styleOf(scene.project, follower.style)
      return drawnDimension(follower, points, scene, scale, units, style).items
    }
  }
}

/** What a change puts, with all it cannot do without. */
interface Changed {
  readonly ids: ReadonlySet<Id>
  readonly ground: Ground
}
const grounds = new WeakMap<Change, Changed>()

function changedGround(change: Change, project: Project): Changed {
  const known = grounds.get(change)
  if (known) return known
  const held = new Map<Id, AnyRecord>(change.put.map((record) => [record.id, record]))
  const ids = new Set(held.keys())
  // What comes is looked at in its turn.
  for (const record of held.values())
    for (const [id] of needs(record)) {
      const needed = held.get(id) ?? project.get(id)
      if (needed) held.set(id, needed)
    }
  for (const facts of [...project.all('project'), ...project.all('level')])
    if (!held.has(facts.id)) held.set(facts.id, facts)
  const made = { ids, ground: { project: new Project(held.values()), building: null } }
  grounds.set(change, made)
  return made
}

/** Where what an anchor holds on to is found as a change leaves it. */
function groundOf(anchor: Anchor, changed: Changed, scene: Scene, walls: WallsAhead | null): Ground {
  const ahead = walls && { project: walls.building.project, building: walls.building }
  const wallOr = (wall: Id | undefined): Ground => (ahead && wall && walls.joined.has(wall) ? ahead : scene)
  const putOr = (id: Id): Ground => (changed.ids.has(id) ? changed.ground : scene)
  switch (anchor.to) {
    case 'point':
    case 'inside':
      return scene
    case 'wallCorner':
    case 'wallFace':
      return wallOr(anchor.wall)
    case 'opening':
      return wallOr(ahead?.project.find('opening', anchor.opening)?.wall)
    case 'edge':
    case 'cut': {
      // Walls and what stands in them hang on their joints: they are followed when they are there.
      const kind = scene.project.get(anchor.of)?.kind
      const frames = scene.view === 'derived' ? scene.frames : []
      return kind === 'wall' || kind === 'opening' ? scene : { ...putOr(anchor.of), frames }
    }
    case 'lineInView':
      return { ...putOr(anchor.of), frames: scene.view === 'derived' ? scene.frames : [] }
    case 'item':
      return putOr(anchor.item)
    case 'gridLine':
      return putOr(anchor.gridLine)
    case 'placement':
      return putOr(anchor.placement)
  }
}
