import { openingReach, wallAxis, wallShape, zoneAt } from '@lamina/core/building'
import { drawDimension, drawLeader, layNote } from '@lamina/core/annotate'
import {
  fabricItems,
  gridLineItems,
  hatchItems,
  lineworkItems,
  openingInPlan,
  placementItems,
  stairItems,
} from '@lamina/core/derive'
import type { DisplayItem } from '@lamina/core/display'
import { EditRefused, blockSource, findBlock, type MakeId } from '@lamina/core/edit'
import {
  edgesOf,
  offsetEdge,
  pathOf,
  reversedEdge,
  straight,
  type Edge,
  type Point,
} from '@lamina/core/geometry'
import { columnOutline, guideEdge } from '@lamina/core/kinds'
import { styleOf } from '@lamina/core/library'
import {
  ChangeRefused,
  type AnyRecord,
  type Change,
  type Opening,
  type Project,
  type Wall,
} from '@lamina/core/records'
import { holdAnchor } from '@lamina/core/ties'
import type { Bench } from './tool'

/** More records than this are not all shown before they are made. */
const MOST_SHOWN = 400

/** A path as a display item. */
export function edgesItem(
  edges: readonly Edge[],
  closed: boolean,
  pen: 'seen' | 'cut' | 'light' = 'seen',
): DisplayItem {
  const path = pathOf(edges, closed)
  return {
    kind: 'path',
    pen,
    vertices: path.vertices.flatMap(({ x, y, sweep }) => [x, y, sweep]),
    closed,
    source: null,
  }
}

export const segmentItem = (a: Point, b: Point, pen: 'seen' | 'cut' | 'light' = 'seen'): DisplayItem => ({
  kind: 'segments',
  pen,
  points: [a.x, a.y, b.x, b.y],
  source: null,
})

/** A wall's faces before its joins, with its drawn line. */
export function wallItems(project: Project, wall: Wall): DisplayItem[] {
  const type = project.find('wallType', wall.type)
  if (!type) return []
  const shape = wallShape(wall, type, (id) => project.need('material', id))
  const axis = wallAxis(wall)
  const left = offsetEdge(axis, shape.high)
  const right = offsetEdge(axis, shape.low)
  const items: DisplayItem[] = [edgesItem([axis], false, 'cut')]
  if (left && right)
    items.unshift(
      edgesItem([right, straight(right.b, left.b), reversedEdge(left), straight(left.a, right.a)], true),
    )
  return items
}

/** An opening that is not stored yet, as it would be drawn. */
export function openingPreview(bench: Bench, opening: Opening): readonly DisplayItem[] {
  const wall = bench.scene.building?.get(opening.wall)
  if (!wall) return []
  const from = opening.along - opening.width / 2
  const to = opening.along + opening.width / 2
  const cut = bench.scene.view === 'plan' ? bench.scene.level.cutHeight : 0
  return openingInPlan(
    bench.project,
    wall,
    { opening, from, to, fault: null, zone: zoneAt(openingReach(opening), cut), mitre: null },
    { openings: 'detailed', swings: true, overhead: true },
    bench.scale,
  )
}

/** Linework for records that are not stored yet. */
export function recordItems(bench: Bench, record: AnyRecord): readonly DisplayItem[] {
  const { project, scale } = bench
  switch (record.kind) {
    case 'wall':
      return wallItems(project, record)
    case 'linework':
      return lineworkItems(project, record, scale)
    case 'hatch':
      return hatchItems(project, record, record.outlines, scale)
    case 'placement': {
      const block = findBlock(project, record.block)
      return block ? placementItems(record, block, blockSource(project), scale) : []
    }
    case 'gridLine':
      return gridLineItems(project, record, scale)
    case 'guide':
      return [edgesItem([guideEdge(record)], false)]
    case 'note':
      return layNote(record, scale)
    case 'column':
      return [edgesItem(edgesOf(columnOutline(record)), true)]
    case 'dimension': {
      return drawDimension(
        null,
        record.anchors.map((anchor) => holdAnchor(anchor, bench.scene).point),
        record.direction,
        record.offset,
        scale,
        bench.units,
        styleOf(project, record.style),
      ).items
    }
    case 'stair':
      return stairItems(project, record, 'leaves', scale, { overhead: true })
    case 'ramp':
    case 'rail':
    case 'slab':
    case 'void':
    case 'roof':
    case 'overhead': {
      const level = project.find('level', record.level)
      return level ? fabricItems(project, record, level, scale, { overhead: true }) : []
    }
    case 'separator':
      return [segmentItem(record.a, record.b, 'seen')]
    case 'opening':
      return openingPreview(bench, record)
    case 'leader':
      return drawLeader(
        null,
        holdAnchor(record.tip, bench.scene).point,
        record.elbowPaperMm,
        record.text,
        scale,
        styleOf(project, record.style),
      )
    // A room is its space, a viewport stands on a sheet, and the rest is drawn nowhere.
    case 'room':
    case 'viewport':
    case 'group':
    case 'repeat':
    case 'project':
    case 'level':
    case 'drawing':
    case 'sheet':
    case 'schedule':
    case 'material':
    case 'wallType':
    case 'openingType':
    case 'lineType':
    case 'layer':
    case 'lens':
    case 'pen':
    case 'annotationStyle':
    case 'block':
      return []
  }
}

export interface Foreseen {
  readonly change: Change | null
  readonly items: readonly DisplayItem[]
  /** Why it would be refused. */
  readonly refused: string
}

let ids = 0
const makeId: MakeId = () => `preview${++ids}`

/** What an edit would do, without doing it. */
export function foresee(bench: Bench, work: (project: Project, makeId: MakeId) => Change): Foreseen {
  try {
    const change = work(bench.project, makeId)
    const items = change.put.slice(0, MOST_SHOWN).flatMap((record) => recordItems(bench, record))
    return { change, items, refused: '' }
  } catch (error) {
    if (!(error instanceof EditRefused || error instanceof ChangeRefused)) throw error
    return { change: null, items: [], refused: error.message }
  }
}
