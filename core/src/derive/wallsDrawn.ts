import {
  atWall,
  cutHeightAt,
  openingReach,
  ownCut,
  wallAxis,
  wallLine,
  wallShape,
  zoneAt,
  type Boundary,
  type OpeningFit,
  type SolvedWall,
} from '../building'
import { flattenPath, isStraight, offsetEdge, pathOf, pointOn, reversedEdge, straight } from '../geometry'
import { columnOutline } from '../kinds'
import type { Column, Opening, Project, RecordKind, RecordOf, Wall } from '../records'
import { PAPER_TONE, strokeItem, type DisplayItem } from '../display'
import type { DrawnWithWalls } from './drawnKind'
import {
  edgeEntry,
  roundSpots,
  spotOf,
  type Entries,
  type FieldEdge,
  type FieldOf,
  type FieldSpot,
} from './fieldEntries'
import type { PlanLook } from './look'
import { openingInPlan } from './offCut'
import type { Scene } from './scene'

function wallEntries(wall: SolvedWall): Entries {
  const { id } = wall.shape
  const axis = wallAxis(wall.shape.wall)
  const edges: FieldEdge[] = [edgeEntry(axis, 'axis', id)]
  const spots: FieldSpot[] = []
  const curved = !isStraight(axis)
  if (curved) roundSpots(axis, id, spots)
  for (const b of wall.boundaries) {
    if (b.left >= 0 && b.right >= 0) continue
    edges.push(edgeEntry({ a: { x: b.x1, y: b.y1 }, b: { x: b.x2, y: b.y2 }, sweep: 0 }, 'face', id, curved))
  }
  if (curved)
    for (const end of ['a', 'b'] as const)
      for (const aside of [wall.shape.high, wall.shape.low]) {
        const along = end === 'a' ? 0 : wall.shape.length
        spots.push(spotOf(atWall(wall.shape, along, aside), 'end', id))
      }
  for (const { opening, fault } of wall.openings) {
    if (fault) continue
    const from = opening.along - opening.width / 2
    const to = opening.along + opening.width / 2
    // The drawn line may be one of the faces: that bounds what lies beside it like the other.
    const lines = [
      [wall.shape.high, 'jamb'],
      [wall.shape.low, 'jamb'],
      [0, 'axis'],
    ] as const
    for (const [aside, role] of lines) {
      const line = wallLine(wall.shape, aside, from, to)
      edges.push(edgeEntry(line, role, opening.id))
      if (role === 'axis' && (aside === wall.shape.high || aside === wall.shape.low)) continue
      spots.push(spotOf(line.a, 'end', opening.id), spotOf(line.b, 'end', opening.id))
      spots.push(spotOf(pointOn(line, 0.5), 'middle', opening.id))
    }
  }
  return { edges, spots }
}

function columnEntries(column: Column, boundaries: readonly Boundary[]): Entries {
  const { id, at, section } = column
  const edges = boundaries
    .filter((b) => b.left < 0 || b.right < 0)
    .map((b) =>
      edgeEntry(straight({ x: b.x1, y: b.y1 }, { x: b.x2, y: b.y2 }), 'face', id, section.form === 'round'),
    )
  const spots = [spotOf(at, 'centre', id)]
  if (section.form === 'round')
    for (let k = 0; k < 4; k++) {
      const angle = (k * Math.PI) / 2
      const r = section.diameter / 2
      spots.push(spotOf({ x: at.x + r * Math.cos(angle), y: at.y + r * Math.sin(angle) }, 'quarter', id))
    }
  return { edges, spots }
}

/** A wall's faces before its joins, with its drawn line. */
export function wallOutline(project: Project, wall: Wall, scale: number): DisplayItem[] {
  const type = project.find('wallType', wall.type)
  if (!type) return []
  const shape = wallShape(wall, type, (id) => project.need('material', id))
  const axis = wallAxis(wall)
  const left = offsetEdge(axis, shape.high)
  const right = offsetEdge(axis, shape.low)
  const line = strokeItem(pathOf([axis], false), 'cut', [], scale, null)
  if (!left || !right) return [line]
  const around = [right, straight(right.b, left.b), reversedEdge(left), straight(left.a, right.a)]
  return [strokeItem(pathOf(around, true), 'seen', [], scale, null), line]
}

/** An opening that is not stored yet, as it would be drawn in its wall as that stands. */
function openingForeseen(opening: Opening, scene: Scene, look: PlanLook): readonly DisplayItem[] {
  const wall = scene.building?.get(opening.wall)
  if (!wall || scene.view !== 'plan') return []
  const from = opening.along - opening.width / 2
  const to = opening.along + opening.width / 2
  const middle = atWall(wall.shape, opening.along, 0)
  const zone = zoneAt(openingReach(opening), cutHeightAt(scene.level, ownCut(scene.board), middle))
  return openingForeseenIn(scene.project, wall, { opening, from, to, fault: null, zone, mitre: null }, look)
}

/** An opening as it would be drawn in a wall that is shown ahead: the wall cut through, and what fills it. */
export function openingForeseenIn(
  project: Project,
  wall: SolvedWall,
  fit: OpeningFit,
  look: PlanLook,
): readonly DisplayItem[] {
  const drawn = openingInPlan(project, wall, fit, look, look.scale)
  return fit.zone === 'cut' ? [...cutOut(wall, fit.from, fit.to, look.scale), ...drawn] : drawn
}

/** So far the clearing reaches beyond the faces of a wall, paper mm: over the ink of their lines. */
const OVER_INK = 0.5

/** The wall cut through between two distances along it: the clear place, with its jambs. */
function cutOut({ shape }: SolvedWall, from: number, to: number, scale: number): DisplayItem[] {
  const over = OVER_INK * scale
  const faces = [shape.low - over, shape.high + over].map((aside) =>
    flattenPath(pathOf([wallLine(shape, aside, from, to)], false), 1).flatMap(({ x, y }) => [x, y]),
  )
  const jamb = (along: number): DisplayItem => {
    const [a, b] = [atWall(shape, along, shape.low), atWall(shape, along, shape.high)]
    return { kind: 'segments', pen: 'cut', points: [a.x, a.y, b.x, b.y], source: null }
  }
  const back = pairs(faces[1]!).reverse().flat()
  return [
    { kind: 'fill', tone: PAPER_TONE, loops: [[...faces[0]!, ...back]], source: null },
    jamb(from),
    jamb(to),
  ]
}
const pairs = (all: readonly number[]): [number, number][] =>
  Array.from({ length: all.length / 2 }, (_, i) => [all[2 * i]!, all[2 * i + 1]!])

/** How walls, columns and openings are drawn: as part of the solved building, or, foreseen, by themselves. */
export const WITH_WALLS = {
  wall: {
    by: 'walls',
    clear: 'lettering',
    foreseen: (wall, { project }, { scale }) => wallOutline(project, wall, scale),
  },
  column: {
    by: 'walls',
    clear: 'lettering',
    foreseen: (column, _, { scale }) => [strokeItem(columnOutline(column), 'seen', [], scale, null)],
  },
  opening: { by: 'walls', clear: 'box', foreseen: openingForeseen },
} satisfies { readonly [K in RecordKind]?: DrawnWithWalls<RecordOf<K>> }

/** What of them is snapped to. Jambs come with the wall. */
export const WALL_FIELDS = {
  wall(wall, _, building) {
    const solved = building?.get(wall.id)
    return solved
      ? { from: [solved.shape, solved.boundaries, solved.openings], make: () => wallEntries(solved) }
      : null
  },
  column(column, _, building) {
    const solved = building?.column(column.id)
    return solved
      ? { from: [column, solved.boundaries], make: () => columnEntries(column, solved.boundaries) }
      : null
  },
  opening: null,
} satisfies { readonly [K in RecordKind]?: FieldOf<RecordOf<K>> | null }
