import type { LevelSolver, Loop, LoopEdge } from '../building'
import { patternsAtOnce, penFrom, strokeItem, type AnyPen, type DisplayItem } from '../display'
import type { Point } from '../geometry'
import { layerOf, lineTypeOf } from '../library'
import type { Column, Id, LineType, Project, Wall } from '../records'
import type { PlanLook } from './look'

/** Tone of walls filled evenly. */
const SOLID_TONE = 0.15

/** The lines of a cut wall or column: its own, or those of its layer. */
interface CutLook {
  /** Pen width where a material has none of its own, mm. */
  readonly penMm: number
  /** Set for this wall or column alone: it holds for all its materials. */
  readonly set: boolean
  readonly tone: number
  readonly lineType: LineType
}

/** What is stroked with one pen and one line type. */
interface Stroke {
  readonly pen: AnyPen
  readonly dashes: readonly number[]
}

const flats = new WeakMap<Loop, number[]>()
/** A loop's corners as coordinates, kept with the loop: most stay from one edit to the next. */
function flat(loop: Loop): number[] {
  let points = flats.get(loop)
  if (!points) flats.set(loop, (points = loop.points.flatMap((p) => [p.x, p.y])))
  return points
}

/**
 * Cut walls and columns: fills and patterns by material, lines between materials, and the outline of all that
 * is cut, each part of it in the pen and line type of the wall it belongs to.
 */
export function cutItems(project: Project, building: LevelSolver, look: PlanLook): DisplayItem[] {
  const solver = building.seen(look.printing)
  const items: DisplayItem[] = []
  const outlines = [...solver.outlines()]
  if (outlines.length === 0) return items
  const pens = new CutPens(project, solver)
  if (look.poche === 'solid')
    items.push({ kind: 'fill', tone: SOLID_TONE, loops: outlines.map(flat), source: null })
  if (look.poche === 'patterns') {
    const make = look.patterns ?? patternsAtOnce
    solver.materials.forEach((material, rank) => {
      const loops = [...solver.loopsOf(rank)]
      if (loops.length === 0) return
      items.push({ kind: 'fill', tone: material.tone, loops: loops.map(flat), source: null })
      const lines =
        material.pattern &&
        make(`${solver.level} ${material.id}`, { pattern: material.pattern, loops, scale: look.scale })
      if (lines) items.push({ kind: 'segments', pen: 'hatch', points: lines, source: null })
    })
    items.push(...innerLines(solver, pens, look.scale))
  }
  for (const loop of outlines) items.push(...outlineItems(loop, pens, look.scale))
  return items
}

/** The lines between two materials. */
function innerLines(solver: LevelSolver, pens: CutPens, scale: number): DisplayItem[] {
  const runs = new Map<Stroke, number[]>()
  for (const { boundaries, zone } of [...solver.all(), ...solver.columns()])
    for (const b of zone === 'cut' ? boundaries : []) {
      if (b.left < 0 || b.right < 0) continue
      const stroke = pens.between(b.owner, Math.max(b.left, b.right))
      const points = runs.get(stroke)
      if (points) points.push(b.x1, b.y1, b.x2, b.y2)
      else runs.set(stroke, [b.x1, b.y1, b.x2, b.y2])
    }
  const items: DisplayItem[] = []
  for (const [{ pen, dashes }, points] of runs) {
    if (dashes.length === 0) items.push({ kind: 'segments', pen, points, source: null })
    else
      for (let i = 0; i < points.length; i += 4) {
        const ends = [
          { x: points[i]!, y: points[i + 1]! },
          { x: points[i + 2]!, y: points[i + 3]! },
        ]
        items.push(strokeItem(straightPath(ends, false), pen, dashes, scale, null))
      }
  }
  return items
}

/** One outline, in one piece or in runs of one look each. */
function outlineItems(loop: Loop, pens: CutPens, scale: number): DisplayItem[] {
  if (pens.only) return [lineItem(loop.points, true, pens.only, scale, flat(loop))]
  const strokes = loop.edges.map((edge) => pens.outline(edge))
  const start = strokes.findIndex(
    (stroke, i) => stroke !== strokes[(i + strokes.length - 1) % strokes.length],
  )
  if (start < 0) return [lineItem(loop.points, true, strokes[0]!, scale, flat(loop))]
  const items: DisplayItem[] = []
  const count = strokes.length
  for (let i = 0; i < count;) {
    const stroke = strokes[(start + i) % count]!
    const points: Point[] = []
    while (i < count && strokes[(start + i) % count] === stroke)
      points.push(loop.edges[(start + i++) % count]!.from)
    points.push(loop.edges[(start + i) % count]!.from)
    items.push(lineItem(points, false, stroke, scale))
  }
  return items
}

const straightPath = (points: readonly Point[], closed: boolean) => ({
  vertices: points.map(({ x, y }) => ({ x, y, sweep: 0 })),
  closed,
})

function lineItem(
  points: readonly Point[],
  closed: boolean,
  { pen, dashes }: Stroke,
  scale: number,
  coordinates?: number[],
): DisplayItem {
  if (dashes.length > 0) return strokeItem(straightPath(points, closed), pen, dashes, scale, null)
  return {
    kind: 'line',
    pen,
    points: coordinates ?? points.flatMap((p) => [p.x, p.y]),
    closed,
    source: null,
  }
}

/** Which pen and line type each part of the cut has. */
class CutPens {
  /** The stroke of every outline, when there is only one. */
  readonly only: Stroke | null
  private readonly looks = new Map<Id, CutLook>()
  private readonly strokes = new Map<string, Stroke>()
  private readonly usual: CutLook | null

  constructor(
    project: Project,
    private readonly solver: LevelSolver,
  ) {
    const known = new Map<string, CutLook>()
    const see = (record: Wall | Column): void => {
      const layer = layerOf(project, record)
      const { own } = record
      const penMm = own?.penMm ?? layer.penMm
      const tone = own?.tone ?? layer.tone
      const lineType = lineTypeOf(project, own?.lineType ?? layer.lineType)
      const set = own?.penMm !== undefined
      const key = `${penMm} ${tone} ${lineType.id} ${set}`
      let look = known.get(key)
      if (!look) known.set(key, (look = { penMm, tone, lineType, set }))
      this.looks.set(record.id, look)
    }
    for (const { shape } of solver.cut()) see(shape.wall)
    for (const { column, zone } of solver.columns()) if (zone === 'cut') see(column)
    this.usual = known.size === 1 ? [...known.values()][0]! : null
    const plain = solver.materials.every((material) => material.penMm === undefined)
    this.only = this.usual && plain ? this.stroke(this.usual.penMm, this.usual) : null
  }

  /** The outline beside a material. */
  outline({ boundary: { owner, left, right } }: LoopEdge): Stroke {
    const look = this.usual ?? this.looks.get(owner)!
    const penMm = this.solver.materials[Math.max(left, right)]!.penMm
    return this.stroke(look.set ? look.penMm : (penMm ?? look.penMm), look)
  }

  /** A line between two materials, the stronger of them by its rank. */
  between(owner: Id, rank: number): Stroke {
    const look = this.usual ?? this.looks.get(owner)!
    const penMm = this.solver.materials[rank]!.penMm
    if (penMm === undefined && look.lineType.dashesPaperMm.length === 0 && look.tone === 0) return LAYER
    return this.stroke(penMm ?? LAYER_MM, look)
  }

  private stroke(penMm: number, { tone, lineType }: CutLook): Stroke {
    const key = `${penMm} ${tone} ${lineType.id}`
    let found = this.strokes.get(key)
    if (!found) this.strokes.set(key, (found = { pen: penFrom(penMm, tone), dashes: lineType.dashesPaperMm }))
    return found
  }
}

const LAYER: Stroke = { pen: 'layer', dashes: [] }
const LAYER_MM = 0.18
