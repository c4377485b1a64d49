import type { LevelSolver, Loop } from '../building'
import { PATTERNS, patternLines, penFrom, type AnyPen, type DisplayItem } from '../display'
import { layerOf } from '../library'
import type { AnyRecord, Drawing, Placement, Project } from '../records'
import { draftField } from './draftField'
import { gridLineItems, guideItems, lineworkItems } from './drafted'
import { hatchItems, hatchOutlines } from './hatch'
import { openingItems } from './opening'
import { placementItems } from './placement'

/** How a plan is looked at. */
export interface PlanLook {
  /** Real mm to one mm on paper: sizes what keeps its paper size. */
  readonly scale: number
  /** Cut walls: their materials' patterns, one even tone, or outlines alone. */
  readonly poche: 'patterns' | 'solid' | 'outline'
  readonly furniture: boolean
  readonly swings: boolean
  /** Leaves out what does not print. */
  readonly printing: boolean
}

export const PLAIN_LOOK: Omit<PlanLook, 'scale'> = {
  poche: 'patterns',
  furniture: true,
  swings: true,
  printing: false,
}

/** Tone of walls filled evenly. */
const SOLID_TONE = 0.15

const flats = new WeakMap<Loop, number[]>()
/** A loop's corners as coordinates, kept with the loop: most stay from one edit to the next. */
function flat(loop: Loop): number[] {
  let points = flats.get(loop)
  if (!points) flats.set(loop, (points = loop.points.flatMap((p) => [p.x, p.y])))
  return points
}

/** Whether a record is drawn: its layer is shown, and prints if this is for paper. */
export function isDrawn(project: Project, record: AnyRecord, printing: boolean): boolean {
  const { shown, printed } = layerOf(project, record)
  return shown && (printed || !printing)
}

/** What is drafted at one depth: behind everything, in its usual place, or in front of everything. */
type Depth = 'behind' | 'usual' | 'front'
const depthOf = (order: number | undefined): Depth =>
  order === undefined || order === 0 ? 'usual' : order < 0 ? 'behind' : 'front'

/**
 * The linework of a plan in real mm: what was sent back, hatches, what stands on the floor, cut walls with
 * their layers, what fills the openings, drafted lines, the grid, then what was brought forward. Annotation
 * comes on top of it from elsewhere.
 */
export function planItems(
  project: Project,
  drawing: Drawing,
  solver: LevelSolver,
  look: PlanLook,
): DisplayItem[] {
  const drafted = draftedItems(project, drawing, solver, look)
  const items: DisplayItem[] = [...drafted.behind, ...drafted.hatches, ...drafted.placements]
  items.push(...cutItems(project, solver, look))
  for (const wall of solver.all()) {
    for (const fit of wall.openings)
      if (isDrawn(project, fit.opening, look.printing))
        items.push(...openingItems(wall.shape, fit, look.swings, look.scale))
  }
  items.push(...drafted.lines)
  for (const line of project.all('gridLine'))
    if (isDrawn(project, line, look.printing)) items.push(...gridLineItems(project, line, look.scale))
  items.push(...drafted.front)
  return items
}

interface Drafted {
  readonly behind: DisplayItem[]
  readonly hatches: DisplayItem[]
  readonly placements: DisplayItem[]
  readonly lines: DisplayItem[]
  readonly front: DisplayItem[]
}

function draftedItems(project: Project, drawing: Drawing, solver: LevelSolver, look: PlanLook): Drafted {
  const out: Drafted = { behind: [], hatches: [], placements: [], lines: [], front: [] }
  const moved: { order: number; items: readonly DisplayItem[] }[] = []
  const add = (order: number | undefined, usual: DisplayItem[], items: readonly DisplayItem[]): void => {
    if (depthOf(order) === 'usual') usual.push(...items)
    else moved.push({ order: order!, items })
  }
  for (const id of project.dependents(drawing.id)) {
    const record = project.get(id)
    if (!record || !isDrawn(project, record, look.printing)) continue
    if (record.kind === 'linework') add(record.order, out.lines, lineworkItems(project, record, look.scale))
    else if (record.kind === 'guide') out.lines.push(...guideItems(project, record))
    else if (record.kind === 'hatch') {
      const { outlines } = hatchOutlines(project, record, draftField(project, drawing, solver))
      add(record.order, out.hatches, hatchItems(project, record, outlines, look.scale))
    }
  }
  if (look.furniture) {
    for (const placement of project.all('placement')) {
      if (placement.level !== drawing.level || !isDrawn(project, placement, look.printing)) continue
      add(placement.order, out.placements, placedItems(project, placement))
    }
  }
  moved.sort((p, q) => p.order - q.order)
  for (const { order, items } of moved) (order < 0 ? out.behind : out.front).push(...items)
  return out
}

const placed = new WeakMap<Placement, { block: unknown; items: readonly DisplayItem[] }>()
function placedItems(project: Project, placement: Placement): readonly DisplayItem[] {
  const block = project.need('block', placement.block)
  const before = placed.get(placement)
  if (before?.block === block) return before.items
  const items = placementItems(placement, block)
  placed.set(placement, { block, items })
  return items
}

function cutItems(project: Project, solver: LevelSolver, look: PlanLook): DisplayItem[] {
  const items: DisplayItem[] = []
  const outlines = [...solver.outlines()]
  if (outlines.length === 0) return items
  const walls = { kind: 'wall', id: '' } as AnyRecord
  if (!isDrawn(project, walls, look.printing)) return items
  const layer = layerOf(project, walls)
  const pen: AnyPen = penFrom(layer.penMm, layer.tone)
  if (look.poche === 'solid')
    items.push({ kind: 'fill', tone: SOLID_TONE, loops: outlines.map(flat), source: null })
  if (look.poche === 'patterns') {
    solver.materials.forEach((material, rank) => {
      const loops = [...solver.loopsOf(rank)]
      if (loops.length === 0) return
      items.push({ kind: 'fill', tone: material.tone, loops: loops.map(flat), source: null })
      const lines = material.pattern && patternLines(PATTERNS[material.pattern], loops, look.scale)
      if (lines) items.push({ kind: 'segments', pen: 'hatch', points: lines, source: null })
    })
    const layers: number[] = []
    for (const { boundaries } of [...solver.all(), ...solver.columns()]) {
      for (const b of boundaries) if (b.left >= 0 && b.right >= 0) layers.push(b.x1, b.y1, b.x2, b.y2)
    }
    if (layers.length > 0) items.push({ kind: 'segments', pen: 'layer', points: layers, source: null })
  }
  for (const loop of outlines)
    items.push({ kind: 'line', pen, points: flat(loop), closed: true, source: null })
  return items
}
