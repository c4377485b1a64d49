import { inWall, type Boundary, type LevelSolver } from '../building'
import { itemExtent, pathOfItem, type DisplayItem, type DisplayList } from '../display'
import {
  applyTo,
  boxHasPoint,
  boxHolds,
  boxOf,
  boxWidth,
  boxesMeet,
  distanceToSegment,
  enlargement,
  insidePath,
  inverse,
  edgeOfArc,
  pathArea,
  flattenPath,
  nearestOnPath,
  pathCrossings,
  pathOf,
  pathOfPoints,
  segmentCrossing,
  segmentMeets,
  turned,
  growBox,
  type Box,
  type Path,
  type Point,
} from '../geometry'
import { openGroup, type Part, type Picture } from '../derive'
import { insidesOf } from '../kinds'
import type { Column, Id, Project } from '../records'

/**
 * What lies under a point, topmost first: lettering it lies in, annotation, openings and placed blocks by their lines, then openings by
 * their clear width in a wall, and walls by their bodies. Each id once.
 */
export function pickAt(picture: Picture, building: LevelSolver | null, p: Point, reach: number): Id[] {
  const solver = building?.seen()
  const found: Id[] = []
  /** Filled areas that p lies in: what is drawn over them is meant first. And lettering that p lies in: that is meant before lines near by. */
  const [fills, letters]: [Id[], Id[]] = [[], []]
  const area = { minX: p.x - reach, minY: p.y - reach, maxX: p.x + reach, maxY: p.y + reach }
  const items = picture.search(area).flatMap((part) => itemsOf(part, area))
  for (let i = items.length - 1; i >= 0; i--) {
    const item = items[i]!
    if (!item.source || found.includes(item.source)) continue
    const extent = itemExtent(item)
    if (item.kind === 'text' && boxHasPoint(extent, p)) letters.push(item.source)
    else if (boxHasPoint(growBox(extent, reach), p) && hits(item, p, reach))
      (item.kind === 'fill' ? fills : found).push(item.source)
  }
  if (solver) {
    for (const wall of solver.wallsNear({
      minX: p.x - reach,
      minY: p.y - reach,
      maxX: p.x + reach,
      maxY: p.y + reach,
    })) {
      const { along, aside } = inWall(wall.shape, p)
      const { low, high, length, thickness } = wall.shape
      if (aside < low - reach || aside > high + reach || along < -thickness || along > length + thickness)
        continue
      // In the clear width of a door or window that is meant rather than its wall.
      for (const { opening, fault, zone } of wall.openings)
        if (
          !fault &&
          zone !== 'removed' &&
          Math.abs(along - opening.along) <= opening.width / 2 &&
          !found.includes(opening.id)
        )
          found.push(opening.id)
      found.push(wall.shape.id)
    }
    const box = { minX: p.x - reach, minY: p.y - reach, maxX: p.x + reach, maxY: p.y + reach }
    for (const { column } of solver.columnsNear(box)) if (inColumn(column, p, reach)) found.push(column.id)
  }
  return [...new Set([...letters, ...found, ...fills])]
}

/**
 * What p lies inside of, the smallest first: hatches, blocks, stairs, floors, roofs and what is overhead, as far as they
 * are drawn. For where `pickAt` finds nothing.
 */
export function insideAt(picture: Picture, project: Project, p: Point): Id[] {
  const found = new Map<Id, number>()
  for (const { source } of picture.search(boxOf([p]))) {
    const record = source !== null && !found.has(source) && project.get(source)
    if (!record) continue
    const areas = insidesOf(record, project)
    // Of outlines in each other every second one is an island.
    if (areas.filter((path) => insidePath(path, p)).length % 2 === 1)
      found.set(record.id, Math.max(...areas.map((path) => Math.abs(pathArea(path)))))
  }
  return [...found].sort(([, a], [, b]) => a - b).map(([id]) => id)
}

/** Whether p lies in a column or within reach of it. */
function inColumn({ at, turn, section }: Column, p: Point, reach: number): boolean {
  const d = turned(p, at, -turn)
  if (section.form === 'round') return Math.hypot(p.x - at.x, p.y - at.y) <= section.diameter / 2 + reach
  return (
    Math.abs(d.x - at.x) <= section.width / 2 + reach && Math.abs(d.y - at.y) <= section.depth / 2 + reach
  )
}

function hits(item: DisplayItem, p: Point, reach: number): boolean {
  switch (item.kind) {
    case 'line':
    case 'segments': {
      const { points } = item
      const step = item.kind === 'line' ? 2 : 4
      for (let i = 0; i + 3 < points.length; i += step) {
        const a = { x: points[i]!, y: points[i + 1]! }
        const b = { x: points[i + 2]!, y: points[i + 3]! }
        if (distanceToSegment(p, a, b) <= reach) return true
      }
      if (item.kind === 'line' && item.closed) {
        const n = points.length
        const a = { x: points[n - 2]!, y: points[n - 1]! }
        if (distanceToSegment(p, a, { x: points[0]!, y: points[1]! }) <= reach) return true
      }
      return false
    }
    case 'path':
      return nearestOnPath(pathOfItem(item), p).distance <= reach
    case 'arc': {
      const away = Math.hypot(p.x - item.x, p.y - item.y)
      if (Math.abs(away - item.radius) > reach) return false
      const turn = 2 * Math.PI
      const angle = (((Math.atan2(p.y - item.y, p.x - item.x) - item.from) % turn) + turn) % turn
      return angle <= item.sweep + reach / item.radius
    }
    case 'group': {
      if (item.clip) return true
      const q = applyTo(inverse(item.map), p)
      const near = reach / enlargement(item.map)
      return item.items.some(
        (each) =>
          each.kind !== 'fill' && boxHasPoint(growBox(itemExtent(each), near), q) && hits(each, q, near),
      )
    }
    case 'fill':
      return item.loops.filter((loop) => insidePath(pathOfPoints(pointsOf(loop), true), p)).length % 2 === 1
    case 'clear':
      return false
    // Letters and dots are taken by their box.
    case 'text':
    case 'disc':
      return true
  }
}

/** The items of a part as far as they lie near a box; none of what cannot be taken. */
const itemsOf = (part: Part, box: Box): DisplayList =>
  part.source === null ? [] : (part.within?.(box, NO_PIXELS) ?? part.items)

/** So fine that lines are never too close to be told apart. */
const NO_PIXELS = 0

/** What a box takes: all it touches, or only what lies wholly inside. */
export function pickBox(picture: Picture, building: LevelSolver | null, box: Box, whole: boolean): Id[] {
  const solver = building?.seen()
  const extents = new Map<Id, { inside: boolean; touched: boolean }>()
  const see = (id: Id, inside: boolean, touched: boolean): void => {
    const before = extents.get(id)
    extents.set(id, {
      inside: inside && (before?.inside ?? true),
      touched: touched || (before?.touched ?? false),
    })
  }
  for (const part of picture.search(box)) {
    const { source } = part
    if (source === null) continue
    // What is made for a place says nothing of what lies elsewhere.
    const items = itemsOf(part, box)
    see(
      source,
      boxHolds(box, part),
      items.some((item) => boxesMeet(box, itemExtent(item)) && touches(item, box)),
    )
  }
  if (solver) {
    for (const wall of solver.wallsNear(box)) {
      const { a, b } = wall.shape
      const inside = boxHasPoint(box, a) && boxHasPoint(box, b)
      see(
        wall.shape.id,
        inside,
        inside || wall.boundaries.some((e) => segmentMeets(e.x1, e.y1, e.x2, e.y2, box)),
      )
    }
  }
  for (const { column, boundaries } of solver?.columnsNear(box) ?? []) {
    const touched = boundaries.some((e) => segmentMeets(e.x1, e.y1, e.x2, e.y2, box))
    const inside = boundaries.every(
      (e) => boxHasPoint(box, { x: e.x1, y: e.y1 }) && boxHasPoint(box, { x: e.x2, y: e.y2 }),
    )
    see(column.id, inside, touched || boxHasPoint(box, column.at))
  }
  return [...extents].filter(([, seen]) => (whole ? seen.inside : seen.touched)).map(([id]) => id)
}

function touches(item: DisplayItem, box: Box): boolean {
  if (item.kind === 'group' && !item.clip) {
    if (boxHolds(box, itemExtent(item))) return true
    return openGroup(item).some((each) => boxesMeet(box, itemExtent(each)) && touches(each, box))
  }
  if (item.kind === 'path') {
    const points = flattenPath(pathOfItem(item), Math.max(1, boxWidth(box) / 200))
    const count = points.length
    for (let i = 0; i < (item.closed ? count : count - 1); i++) {
      const p = points[i]!
      const q = points[(i + 1) % count]!
      if (segmentMeets(p.x, p.y, q.x, q.y, box)) return true
    }
    return false
  }
  if (item.kind !== 'line' && item.kind !== 'segments') return true
  const { points } = item
  const step = item.kind === 'line' ? 2 : 4
  for (let i = 0; i + 3 < points.length; i += step) {
    if (segmentMeets(points[i]!, points[i + 1]!, points[i + 2]!, points[i + 3]!, box)) return true
  }
  return false
}

/** What a line from a to b crosses. */
export function pickAcross(picture: Picture, building: LevelSolver | null, a: Point, b: Point): Id[] {
  const solver = building?.seen()
  const found = new Set<Id>()
  const box = boxOf([a, b])
  const line = pathOfPoints([a, b], false)
  for (const item of picture.search(box).flatMap((part) => itemsOf(part, box))) {
    if (!item.source || found.has(item.source) || !boxesMeet(box, itemExtent(item))) continue
    if (crossedBy(item, a, b, line)) found.add(item.source)
  }
  const crossed = (boundaries: readonly Boundary[]): boolean =>
    boundaries.some((e) => segmentCrossing(a, b, { x: e.x1, y: e.y1 }, { x: e.x2, y: e.y2 }) !== null)
  for (const wall of solver?.wallsNear(box) ?? []) if (crossed(wall.boundaries)) found.add(wall.shape.id)
  for (const { column, boundaries } of solver?.columnsNear(box) ?? [])
    if (crossed(boundaries)) found.add(column.id)
  return [...found]
}

function crossedBy(item: DisplayItem, a: Point, b: Point, line: Path): boolean {
  switch (item.kind) {
    case 'line':
      return pathCrossings(line, pathOfPoints(pointsOf(item.points), item.closed)).length > 0
    case 'path':
      return pathCrossings(line, pathOfItem(item)).length > 0
    case 'segments': {
      const { points } = item
      for (let i = 0; i + 3 < points.length; i += 4) {
        const p = { x: points[i]!, y: points[i + 1]! }
        if (segmentCrossing(a, b, p, { x: points[i + 2]!, y: points[i + 3]! })) return true
      }
      return false
    }
    case 'arc': {
      const round = pathOf(
        [0, 0.5].map((t) =>
          edgeOfArc({
            centre: { x: item.x, y: item.y },
            radius: item.radius,
            from: item.from + item.sweep * t,
            sweep: item.sweep / 2,
          }),
        ),
        false,
      )
      return pathCrossings(line, round).length > 0
    }
    case 'group':
      return !item.clip && openGroup(item).some((each) => crossedBy(each, a, b, line))
    default:
      return false
  }
}

function pointsOf(coordinates: readonly number[]): Point[] {
  const points: Point[] = []
  for (let i = 0; i + 1 < coordinates.length; i += 2)
    points.push({ x: coordinates[i]!, y: coordinates[i + 1]! })
  return points
}
