import type { CutGround, Loop, LoopEdge } from '../building'
import {
  PAPER_TONE,
  penFrom,
  strokeItem,
  type AnyPen,
  type DisplayItem,
  PENS,
  toneOf,
  type Tone,
} from '../display'
import { clippedTo, growBox, type Box, type Point } from '../geometry'
import { layerOf, lineTypeOf } from '../library'
import type { Column, Id, Project, Wall } from '../records'
import { LENS_DASHES } from './lensed'
import type { PlanLook } from './look'
import { mannerOf } from '../views'
import { patternItems } from './patterned'
import type { Sight } from './sight'

/** Tone of walls that a lens fills for what becomes of them. */
const FILLED_TONE = 0
/** Tone of walls filled evenly. */
const SOLID_TONE = 0.15

/** The lines of a cut wall or column: its own, or those of its layer. */
interface CutLook {
  /** Pen width where a material has none of its own, mm. */
  readonly penMm: number
  /** Set for this wall or column alone: it holds for all its materials. */
  readonly set: boolean
  readonly tone: Tone
  readonly dashes: readonly number[]
  /** What all of it is filled with over its materials; null: it shows them. */
  readonly fill: Tone | null
}

/** What is stroked with one pen and one line type. */
interface Stroke {
  readonly pen: AnyPen
  readonly dashes: readonly number[]
}

/** Outlines of more corners than this are cut off around what is seen of them. */
const MANY = 48

/** As much of an outline as is needed to fill what is seen of it. */
function seenOf(loop: Loop, sight: Sight | null): Pick<Loop, 'points'> {
  if (!sight || loop.size <= MANY) return loop
  const box = growBox(sight.box, sight.mmPerPixel)
  // Its corners as they are: to find those that say nothing would take longer than to cut them all off. A run that lies
  // beyond one side of what is seen may as well go straight.
  const corners = loop.runs.flatMap((run) =>
    isBeyond(run, box) ? [run.edges[0]!.from] : run.edges.map(({ from }) => from),
  )
  return { points: clippedTo(corners, box) }
}

const isBeyond = (box: Box, seen: Box): boolean =>
  box.maxX < seen.minX || box.minX > seen.maxX || box.maxY < seen.minY || box.minY > seen.maxY

const flats = new WeakMap<Pick<Loop, 'points'>, number[]>()
/** A loop's corners as coordinates, kept with the loop: most stay from one edit to the next. */
function flat(loop: Pick<Loop, 'points'>): number[] {
  let points = flats.get(loop)
  if (!points) flats.set(loop, (points = loop.points.flatMap((p) => [p.x, p.y])))
  return points
}

/**
 * Cut walls and columns: fills and patterns by material, lines between materials, and the outline of all that
 * is cut, each part of it in the pen and line type of the wall it belongs to. With a sight only what can be seen there.
 */
export function cutItems(
  project: Project,
  solver: CutGround,
  look: PlanLook,
  sight: Sight | null = null,
): DisplayItem[] {
  const items: DisplayItem[] = []
  const outlines = sight ? solver.outlinesNear(sight.box) : [...solver.outlines()]
  if (outlines.length === 0) return items
  const pens = new CutPens(project, solver, look)
  if (look.poche === 'solid')
    items.push({
      kind: 'fill',
      tone: SOLID_TONE,
      loops: outlines.map((loop) => flat(seenOf(loop, sight))),
      source: null,
    })
  if (look.poche === 'patterns') {
    solver.materials.forEach((material, rank) => {
      const near = sight ? solver.loopsNear(rank, sight.box) : [...solver.loopsOf(rank)]
      const loops = near.map((loop) => seenOf(loop, sight)).filter(({ points }) => points.length > 2)
      if (loops.length === 0) return
      const { pattern } = material
      const tone = toneOf(material)
      items.push({ kind: 'fill', tone, loops: loops.map(flat), source: null })
      if (pattern)
        items.push(
          ...patternItems({ pattern, loops, scale: look.scale }, { pen: 'hatch', tone, source: null }, sight),
        )
    })
    items.push(...innerLines(solver, pens, look.scale, sight))
  }
  if (look.statuses || look.rules) items.push(...filledItems(solver, pens, sight))
  for (const loop of outlines) items.push(...outlineItems(loop, pens, look.scale, sight))
  return items
}

/** What a lens fills evenly, piece by piece. */
function filledItems(solver: CutGround, pens: CutPens, sight: Sight | null): DisplayItem[] {
  const items: DisplayItem[] = []
  const owners = new Set<Id>()
  for (const { zone, boundaries } of sight ? solver.drawnNear(sight.box) : solver.drawn())
    if (zone === 'cut' && boundaries[0]) owners.add(boundaries[0].owner)
  for (const owner of owners) {
    const { fill } = pens.lookOf(owner)
    if (fill === null) continue
    for (const { xs, ys } of solver.piecesOf(owner))
      items.push({ kind: 'fill', tone: fill, loops: [xs.flatMap((x, i) => [x, ys[i]!])], source: null })
  }
  return items
}

/** The lines between two materials. */
function innerLines(solver: CutGround, pens: CutPens, scale: number, sight: Sight | null): DisplayItem[] {
  const runs = new Map<Stroke, number[]>()
  for (const { boundaries, zone } of sight ? solver.drawnNear(sight.box) : solver.drawn())
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

/** One outline, in one piece or in runs of one look each; of a long one only the runs that are seen. */
function outlineItems(loop: Loop, pens: CutPens, scale: number, sight: Sight | null): DisplayItem[] {
  const { edges, size: count } = loop
  const seen = sight && count > MANY ? seenEdges(loop, sight.box) : null
  // Dashes are counted from where their run begins.
  const some = seen?.some((i) => pens.outline(edges[i]!).dashes.length > 0) ? null : seen
  const at = (i: number): LoopEdge => edges[i % count]!
  if (some)
    return seenRuns(some, (i) => pens.outline(at(i))).map(({ from, to, stroke }) => {
      const points: Point[] = []
      for (let i = from; i <= to; i++) points.push(at(i).from)
      return lineItem(points, false, stroke, scale)
    })
  const strokes = edges.map((edge) => pens.outline(edge))
  const start = strokes.findIndex((stroke, i) => stroke !== strokes[(i + count - 1) % count])
  if (start < 0) return [lineItem(loop.points, true, strokes[0]!, scale, flat(loop))]
  const items: DisplayItem[] = []
  for (let i = 0; i < count;) {
    const stroke = strokes[(start + i) % count]!
    const points: Point[] = []
    while (i < count && strokes[(start + i) % count] === stroke) points.push(at(start + i++).from)
    points.push(at(start + i).from)
    items.push(lineItem(points, false, stroke, scale))
  }
  return items
}

/** Which edges of an outline come near a box, in order. */
function seenEdges({ runs, edges, size }: Loop, box: Box): number[] {
  const { minX, minY, maxX, maxY } = box
  const seen: number[] = []
  let first = 0
  for (const run of runs) {
    const after = first + run.edges.length
    if (!isBeyond(run, box))
      for (let i = first; i < after; i++) {
        const { x, y } = edges[i]!.from
        const to = edges[i + 1 < size ? i + 1 : 0]!.from
        const misses =
          (x < minX && to.x < minX) ||
          (x > maxX && to.x > maxX) ||
          (y < minY && to.y < minY) ||
          (y > maxY && to.y > maxY)
        if (!misses) seen.push(i)
      }
    first = after
  }
  return seen
}

interface Run {
  readonly from: number
  /** The edge after the last. */
  to: number
  readonly stroke: Stroke
}

/** Edges that follow each other and look alike, together. */
function seenRuns(seen: readonly number[], strokeOf: (i: number) => Stroke): Run[] {
  const runs: Run[] = []
  for (const i of seen) {
    const stroke = strokeOf(i)
    const last = runs.at(-1)
    if (last?.to === i && last.stroke === stroke) last.to = i + 1
    else runs.push({ from: i, to: i + 1, stroke })
  }
  return runs
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
  private readonly looks = new Map<Id, CutLook>()
  private readonly strokes = new Map<string, Stroke>()
  /** The stroke of each wall or column beside each material, by its rank. */
  private readonly outlines = new Map<Id, (Stroke | undefined)[]>()

  constructor(
    private readonly project: Project,
    private readonly solver: CutGround,
    private readonly through: PlanLook,
  ) {}

  /** The look of a wall or column that is cut. */
  lookOf(owner: Id): CutLook {
    const before = this.looks.get(owner)
    if (before) return before
    const record = this.project.get(owner) as Wall | Column
    const layer = layerOf(this.project, record)
    const { own } = record
    const manner = mannerOf(this.project, record, this.through)
    const look: CutLook = {
      penMm: manner.penMm ?? own?.penMm ?? layer.penMm,
      tone: manner.tone ?? toneOf(own, layer),
      dashes: manner.dashed
        ? LENS_DASHES
        : lineTypeOf(this.project, own?.lineType ?? layer.lineType).dashesPaperMm,
      set: manner.penMm !== undefined || own?.penMm !== undefined,
      fill: manner.dashed ? PAPER_TONE : manner.filled ? (manner.tone ?? FILLED_TONE) : null,
    }
    this.looks.set(owner, look)
    return look
  }

  /** The outline beside a material. */
  outline({ boundary: { owner, left, right } }: LoopEdge): Stroke {
    let mine = this.outlines.get(owner)
    if (!mine) this.outlines.set(owner, (mine = []))
    return (mine[Math.max(left, right)] ??= this.outlineBeside(owner, Math.max(left, right)))
  }

  private outlineBeside(owner: Id, rank: number): Stroke {
    const look = this.lookOf(owner)
    const penMm = this.solver.materials[rank]!.penMm
    return this.stroke(look.set ? look.penMm : (penMm ?? look.penMm), look)
  }

  /** A line between two materials, the stronger of them by its rank. */
  between(owner: Id, rank: number): Stroke {
    const look = this.lookOf(owner)
    const penMm = this.solver.materials[rank]!.penMm
    if (penMm === undefined && look.dashes.length === 0 && look.tone === 0) return LAYER
    return this.stroke(penMm ?? LAYER_MM, look)
  }

  private stroke(penMm: number, { tone, dashes }: CutLook): Stroke {
    const key = `${penMm} ${tone} ${dashes.join(' ')}`
    let found = this.strokes.get(key)
    if (!found) this.strokes.set(key, (found = { pen: penFrom(penMm, tone), dashes }))
    return found
  }
}

const LAYER: Stroke = { pen: 'layer', dashes: [] }
const LAYER_MM = PENS.layer.widthMm
