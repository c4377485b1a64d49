import { PAPER_TONE, penFrom, strokeItem, textItem, type DisplayItem, toneOf } from '../display'
import {
  ROUNDING,
  SAME_POINT,
  isStraight,
  atDistance,
  boxHasPoint,
  direction,
  distance,
  edgesOf,
  growBox,
  isEmptyBox,
  offsetFrom,
  partIn,
  pathLength,
  pathOf,
  type Box,
  type Edge,
  type Path,
  type Point,
  unitAt,
} from '../geometry'
import { levelTurn } from '../lettering'
import { layerOf, lineTypeOf } from '../library'
import { shapePath } from '../linework'
import type { GridLine, Guide, Linework, Project, RecordKind, RecordOf } from '../records'
import { onPlans, type DrawnItself } from './drawnKind'
import { bandItems } from './bands'
import {
  edgeEntry,
  ownEntries,
  roundSpots,
  spotOf,
  type Entries,
  type FieldEdge,
  type FieldOf,
  type FieldSpot,
} from './fieldEntries'

/** A drafted item as linework at a scale (real mm to one paper mm), with its own pen or that of its layer. */
export function lineworkItems(project: Project, record: Linework, scale: number): readonly DisplayItem[] {
  const layer = layerOf(project, record)
  const type = lineTypeOf(project, record.own?.lineType ?? layer.lineType)
  const pen = penFrom(record.own?.penMm ?? layer.penMm, toneOf(record.own, layer))
  const { shape } = record
  const path =
    shape.form === 'path' && shape.cloudPaperMm !== undefined
      ? cloudOf(shape.path, shape.cloudPaperMm * scale)
      : shapePath(shape)
  if (path.vertices.length < 2) return []
  if (record.band)
    return bandItems(path, record.band, {
      pen,
      tone: toneOf(record.own, layer),
      scale,
      source: record.id,
    })
  return [strokeItem(path, pen, type.dashesPaperMm, scale, record.id)]
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

/** Radius of a grid line's balloon, and how far the line runs before it, paper mm. */
const BALLOON = 5

/** A grid line with its balloon at both ends, at a scale. */
function gridLineItems(project: Project, line: GridLine, scale: number, lettersTurn: number): DisplayItem[] {
  const layer = layerOf(project, line)
  const type = lineTypeOf(project, layer.lineType)
  const pen = penFrom(layer.penMm, toneOf(layer))
  const u = direction(line.a, line.b)
  const r = BALLOON * scale
  const items: DisplayItem[] = [
    strokeItem(pathOf([{ a: line.a, b: line.b, sweep: 0 }], false), pen, type.dashesPaperMm, scale, line.id),
  ]
  return [
    ...items,
    ...balloonItems(project, line, offsetFrom(line.a, u, -r), scale, lettersTurn),
    ...balloonItems(project, line, offsetFrom(line.b, u, r), scale, lettersTurn),
  ]
}

/** The balloon of a grid line about a place, its letters at an angle. */
function balloonItems(
  project: Project,
  line: GridLine,
  centre: Point,
  scale: number,
  turn: number,
): DisplayItem[] {
  const layer = layerOf(project, line)
  const pen = penFrom(layer.penMm, layer.colour ?? 0)
  const radius = BALLOON * scale
  const height = (line.name.length > 2 ? 2.5 : 3.5) * scale
  return [
    { kind: 'arc', pen, ...centre, radius, from: 0, sweep: 2 * Math.PI, source: line.id },
    textItem(line.name, offsetFrom(centre, unitAt(turn), 0, -height / 2), {
      height,
      turn,
      align: 'middle',
      source: line.id,
    }),
  ]
}

/**
 * The balloons of a grid line that a crop takes off, brought to where its line enters and leaves that; what lies beneath
 * them is hidden. Nothing for those that are seen whole.
 * @param line as it lies where it is seen
 * @param crop what is shown, real mm
 * @param turn of its letters
 */
export function balloonsInCrop(
  project: Project,
  line: GridLine,
  crop: Box,
  scale: number,
  turn = 0,
): DisplayItem[] {
  const r = BALLOON * scale
  const within = growBox(crop, -r)
  const { a, b } = line
  const part = isEmptyBox(within) ? null : partIn(a.x, a.y, b.x, b.y, within)
  if (!part) return []
  const u = direction(a, b)
  const at = (t: number): Point => ({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t })
  const [first, last] = [
    { own: offsetFrom(a, u, -r), place: at(part.from) },
    { own: offsetFrom(b, u, r), place: at(part.to) },
  ]
  // Across a corner there is room for one alone.
  const ends = distance(first.place, last.place) < 2 * r ? [first] : [first, last]
  return ends.flatMap(({ own, place }): DisplayItem[] =>
    boxHasPoint(within, own)
      ? []
      : [
          { kind: 'disc', tone: PAPER_TONE, ...place, radius: r, source: line.id },
          ...balloonItems(project, line, place, scale, turn),
        ],
  )
}

/** How far a guide is drawn to either side of its point, mm: beyond any sheet, within what floats hold exactly. */
const GUIDE_REACH = 1e6

/** A guide as a thin line. */
function guideItems(project: Project, guide: Guide): DisplayItem[] {
  const layer = layerOf(project, guide)
  const u = { x: Math.cos(guide.angle), y: Math.sin(guide.angle) }
  const a = offsetFrom(guide.through, u, -GUIDE_REACH)
  const b = offsetFrom(guide.through, u, GUIDE_REACH)
  return [
    {
      kind: 'segments',
      pen: penFrom(layer.penMm, toneOf(layer)),
      points: [a.x, a.y, b.x, b.y],
      source: guide.id,
    },
  ]
}

function lineworkEntries(record: Linework): Entries {
  const { id, shape } = record
  const smooth = shape.form === 'circle' || shape.form === 'ellipse' || shape.form === 'curve'
  const edges: FieldEdge[] = []
  const spots: FieldSpot[] = []
  for (const edge of edgesOf(shapePath(shape))) {
    edges.push(edgeEntry(edge, 'line', id, smooth))
    if (shape.form === 'path' && !isStraight(edge)) roundSpots(edge, id, spots)
  }
  if (shape.form === 'circle') {
    spots.push(spotOf(shape.centre, 'centre', id))
    for (const [x, y] of [
      [1, 0],
      [0, 1],
      [-1, 0],
      [0, -1],
    ] as const)
      spots.push(
        spotOf({ x: shape.centre.x + x * shape.radius, y: shape.centre.y + y * shape.radius }, 'quarter', id),
      )
  } else if (shape.form === 'ellipse') {
    const { centre, major, ratio, from, sweep } = shape
    spots.push(spotOf(centre, 'centre', id))
    for (let k = 0; k < 4; k++) {
      const t = (k * Math.PI) / 2
      const turn = 2 * Math.PI
      const sense = Math.sign(sweep)
      if (((((t - from) * sense) % turn) + turn) % turn > Math.abs(sweep) + ROUNDING) continue
      const c = Math.cos(t)
      const s = Math.sin(t) * ratio
      spots.push(
        spotOf(
          { x: centre.x + major.x * c - major.y * s, y: centre.y + major.y * c + major.x * s },
          'quarter',
          id,
        ),
      )
    }
  } else if (shape.form === 'curve') for (const p of shape.points) spots.push(spotOf(p, 'end', id))
  return { edges, spots }
}

/** How drafted lines, guides and grid lines are drawn. */
export const DRAFTED = {
  linework: {
    by: 'itself',
    clear: 'lettering',
    tier: () => 'lines',
    from: () => [],
    items: (record, { project }, { scale }) => lineworkItems(project, record, scale),
  },
  guide: {
    by: 'itself',
    clear: 'lettering',
    tier: () => 'lines',
    from: () => [],
    endless: true,
    items: (guide, { project }) => guideItems(project, guide),
  },
  gridLine: onPlans<GridLine>({
    clear: 'lettering',
    tier: () => 'grid',
    from: () => [],
    items: (line, { project, turned }, { scale }) => gridLineItems(project, line, scale, levelTurn(turned)),
  }),
} satisfies { readonly [K in RecordKind]?: DrawnItself<RecordOf<K>> }

/** What of them is snapped to. */
export const DRAFTED_FIELDS = {
  linework: (record) => ({ from: [record], make: () => lineworkEntries(record) }),
  guide: (guide) => ({
    from: [guide],
    make: () => ({
      edges: [],
      spots: [],
      endless: { through: guide.through, angle: guide.angle, source: guide.id },
    }),
  }),
  gridLine: (line, { view, project }) =>
    view === 'plan' ? { from: [line], make: () => ownEntries(project, line, 'grid') } : null,
} satisfies { readonly [K in RecordKind]?: FieldOf<RecordOf<K>> }
