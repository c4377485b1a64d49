import { penFrom, strokeItem, textItem, type DisplayItem } from '../display'
import {
  SAME_POINT,
  atDistance,
  direction,
  edgesOf,
  offsetFrom,
  pathLength,
  pathOf,
  type Edge,
  type Path,
} from '../geometry'
import { layerOf, lineTypeOf } from '../library'
import { shapePath } from '../linework'
import type { GridLine, Guide, Layer, Linework, LineType, Project, Separator } from '../records'

interface Look {
  readonly layer: Layer
  readonly type: LineType
  readonly scale: number
  readonly items: readonly DisplayItem[]
}
const made = new WeakMap<Linework, Look>()

/** A drafted item as linework at a scale (real mm to one paper mm), with its own pen or that of its layer. */
export function lineworkItems(project: Project, record: Linework, scale: number): readonly DisplayItem[] {
  const layer = layerOf(project, record)
  const type = lineTypeOf(project, record.own?.lineType ?? layer.lineType)
  const before = made.get(record)
  if (before && before.layer === layer && before.type === type && before.scale === scale) return before.items
  const pen = penFrom(record.own?.penMm ?? layer.penMm, record.own?.tone ?? layer.tone)
  const { shape } = record
  const path =
    shape.form === 'path' && shape.cloudPaperMm !== undefined
      ? cloudOf(shape.path, shape.cloudPaperMm * scale)
      : shapePath(shape)
  const items = path.vertices.length > 1 ? [strokeItem(path, pen, type.dashesPaperMm, scale, record.id)] : []
  made.set(record, { layer, type, scale, items })
  return items
}

/** A row of outward arcs of about a length along a path: the outline of a revision cloud. */
export function cloudOf(path: Path, arcLength: number): Path {
  const edges: Edge[] = []
  const outward = path.closed && areaSign(path) < 0 ? 1 : -1
  for (const edge of edgesOf(path)) {
    const run = pathOf([edge], false)
    const length = pathLength(run)
    if (length < SAME_POINT) continue
    const count = Math.max(1, Math.min(2000, Math.round(length / arcLength)))
    for (let i = 0; i < count; i++) {
      const a = atDistance(run, (length * i) / count).point
      const b = atDistance(run, (length * (i + 1)) / count).point
      edges.push({ a, b, sweep: -outward * CLOUD_SWEEP })
    }
  }
  return edges.length > 0 ? pathOf(edges, path.closed) : path
}

const CLOUD_SWEEP = 2

function areaSign(path: Path): number {
  let twice = 0
  for (const { a, b } of edgesOf(path)) twice += a.x * b.y - b.x * a.y
  return twice
}

/** A separating line: dashes in the pen of its layer. */
export function separatorItems(project: Project, line: Separator, scale: number): DisplayItem[] {
  const layer = layerOf(project, line)
  return [
    strokeItem(
      pathOf([{ a: line.a, b: line.b, sweep: 0 }], false),
      penFrom(layer.penMm, layer.tone),
      SEPARATOR_DASHES,
      scale,
      line.id,
    ),
  ]
}

/** Paper mm. */
const SEPARATOR_DASHES = [1.5, 1.2]

/** Radius of a grid line's balloon, and how far the line runs before it, paper mm. */
const BALLOON = 5

/** A grid line with its balloon at both ends, at a scale. */
export function gridLineItems(project: Project, line: GridLine, scale: number): DisplayItem[] {
  const layer = layerOf(project, line)
  const type = lineTypeOf(project, layer.lineType)
  const pen = penFrom(layer.penMm, layer.tone)
  const solid = penFrom(layer.penMm, 0)
  const u = direction(line.a, line.b)
  const r = BALLOON * scale
  const items: DisplayItem[] = [
    strokeItem(pathOf([{ a: line.a, b: line.b, sweep: 0 }], false), pen, type.dashesPaperMm, scale, line.id),
  ]
  for (const [end, out] of [
    [line.a, -1],
    [line.b, 1],
  ] as const) {
    const centre = offsetFrom(end, u, out * r)
    items.push({
      kind: 'arc',
      pen: solid,
      x: centre.x,
      y: centre.y,
      radius: r,
      from: 0,
      sweep: 2 * Math.PI,
      source: line.id,
    })
    const height = (line.name.length > 2 ? 2.5 : 3.5) * scale
    items.push(
      textItem(
        line.name,
        { x: centre.x, y: centre.y - height / 2 },
        { height, align: 'middle', source: line.id },
      ),
    )
  }
  return items
}

/** How far a guide is drawn to either side of its point, mm: beyond any sheet, within what floats hold exactly. */
const GUIDE_REACH = 1e6

/** A guide as a thin line. */
export function guideItems(project: Project, guide: Guide): DisplayItem[] {
  const layer = layerOf(project, guide)
  const u = { x: Math.cos(guide.angle), y: Math.sin(guide.angle) }
  const a = offsetFrom(guide.through, u, -GUIDE_REACH)
  const b = offsetFrom(guide.through, u, GUIDE_REACH)
  return [
    {
      kind: 'segments',
      pen: penFrom(layer.penMm, layer.tone),
      points: [a.x, a.y, b.x, b.y],
      source: guide.id,
    },
  ]
}
