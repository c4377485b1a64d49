import { PLAIN_LOOK, pensOf, sceneOf, type PlanLook } from '../derive'
import {
  eachItem,
  itemExtent,
  smallPicture,
  type DisplayItem,
  type DisplayList,
  type SmallPicture,
} from '../display'
import { EMPTY_BOX, boxCentre, boxesMeet, isEmptyBox, joinBoxes, type Box } from '../geometry'
import { placesOf } from '../kinds'
import {
  findBoard,
  scaleOf,
  type AnyRecord,
  type Board,
  type Change,
  type Id,
  type Project,
  type Viewport,
} from '../records'
import { pictureOf } from './drawing'

/** Where something was changed: what stands around it, what came of it, and what went. */
export interface ChangePicture {
  /** The drawing or sheet it is seen on. */
  readonly board: Id
  readonly around: SmallPicture
  readonly now: SmallPicture | null
  readonly gone: SmallPicture | null
}

/** A change that was made, with what takes it back. */
export interface MadeChange {
  readonly change: Change
  readonly inverse: Change
}

/** Width and height, units; twice the pixels it is shown with. */
const WIDTH = 240
const HEIGHT = 150
/** What changed takes no more of the width or height. */
const SHARE = 0.6
/** And no less is shown of what is drawn in real size, mm. */
const LEAST = 3000
/** Nor of a sheet, mm of paper. */
const LEAST_OF_SHEET = 120

/**
 * Takes a change back from a project, and gives the picture of it; null where nothing of it is seen.
 * @param project as it was after the change; it is as it was before it then
 */
export function takenBackSeen(project: Project, { change, inverse }: MadeChange): ChangePicture | null {
  const after = boardOf(project, change.put)
  const now = after ? itemsOf(project, after, change.put) : null
  const around = after ? listOf(project, after) : []
  project.apply(inverse)
  const before =
    after && project.get(after.id) ? (project.get(after.id) as Board) : boardOf(project, inverse.put)
  const board = after ?? before
  if (!board) return null
  const went = before ? itemsOf(project, before, inverse.put) : []
  const all = after ? around : before ? listOf(project, before) : []
  const seen = [...(now ?? []), ...went]
  // Where nothing of it is drawn by itself all of its board is shown.
  const box = frameAround(seen.length > 0 ? seen : all, board.kind === 'drawing' ? LEAST : LEAST_OF_SHEET)
  if (isEmptyBox(box)) return null
  const pens = pensOf(project)
  const small = (items: DisplayList): SmallPicture | null =>
    smallPicture(
      items.filter((item) => boxesMeet(itemExtent(item), box)),
      WIDTH,
      HEIGHT,
      pens,
      box,
    )
  return {
    board: board.id,
    around: small(all) ?? { width: WIDTH, height: HEIGHT, parts: [] },
    now: small(now ?? []),
    gone: small(went),
  }
}

/** Where most of some things are seen: a drawing before a sheet, a plan before what is derived from it. */
function boardOf(project: Project, records: readonly AnyRecord[]): Board | undefined {
  const counts = new Map<Id, number>()
  for (const record of records)
    for (const place of placesOf(record, (id) => project.get(id)))
      counts.set(place, (counts.get(place) ?? 0) + 1)
  const [most] = [...counts].sort(([, p], [, q]) => q - p).map(([id]) => id)
  if (most === undefined) return undefined
  const board = findBoard(project, most)
  if (board) return board
  return project.all('drawing').find((each) => each.view === 'plan' && each.level === most)
}

const lookOf = (board: Board): PlanLook => ({
  ...PLAIN_LOOK,
  printing: true,
  poche: 'solid',
  scale: scaleOf(board),
})

function listOf(project: Project, board: Board): DisplayList {
  const list = pictureOf(sceneOf(project, board), lookOf(board)).list()
  // Of drawings on a sheet their frames tell enough.
  const frames = project.all('viewport').filter(({ sheet }) => sheet === board.id)
  return [...list, ...frames.map(frameOf)]
}

/** The frame of a drawing on its sheet, mm of paper. */
function frameOf({ id, at, crop, scale }: Viewport): DisplayItem {
  const [x, y] = [(crop.maxX - crop.minX) / scale / 2, (crop.maxY - crop.minY) / scale / 2]
  const points = [at.x - x, at.y - y, at.x + x, at.y - y, at.x + x, at.y + y, at.x - x, at.y + y]
  return { kind: 'line', pen: 'seen', points, closed: true, source: id }
}

function itemsOf(project: Project, board: Board, records: readonly AnyRecord[]): DisplayItem[] {
  const ids = new Set(records.map(({ id }) => id))
  const { building } = sceneOf(project, board)
  // Walls are drawn joined with each other.
  const walls = [...ids].flatMap((id): DisplayItem[] => {
    const points = (building?.boundariesOf(id) ?? []).flatMap(({ x1, y1, x2, y2 }) => [x1, y1, x2, y2])
    return points.length > 0 ? [{ kind: 'segments', pen: 'cut', points, source: id }] : []
  })
  const others = [...eachItem(listOf(project, board))].filter(
    (item) => 'source' in item && item.source !== null && ids.has(item.source),
  )
  return [...walls, ...others]
}

/** What is looked at: around some things, in the proportions of the picture. */
function frameAround(items: DisplayList, least: number): Box {
  const own = items.reduce((box, item) => joinBoxes(box, itemExtent(item)), EMPTY_BOX)
  if (isEmptyBox(own)) return own
  const { x, y } = boxCentre(own)
  const wide = Math.max(
    (own.maxX - own.minX) / SHARE,
    ((own.maxY - own.minY) / SHARE) * (WIDTH / HEIGHT),
    least,
  )
  const high = wide * (HEIGHT / WIDTH)
  return { minX: x - wide / 2, maxX: x + wide / 2, minY: y - high / 2, maxY: y + high / 2 }
}
