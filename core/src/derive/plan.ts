import type { LevelSolver, Loop } from '../building'
import { PATTERNS, patternLines, type DisplayItem } from '../display'
import type { Drawing, Project } from '../records'
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
}

export const PLAIN_LOOK: Omit<PlanLook, 'scale'> = { poche: 'patterns', furniture: true, swings: true }

/** Tone of walls filled evenly. */
const SOLID_TONE = 0.15

const flat = (loop: Loop): number[] => loop.points.flatMap((p) => [p.x, p.y])

/**
 * The linework of a plan in real mm: what stands on the floor, cut walls with their layers, then what fills
 * the openings. Annotation comes on top of it from elsewhere.
 */
export function planItems(
  project: Project,
  drawing: Drawing,
  solver: LevelSolver,
  look: PlanLook,
): DisplayItem[] {
  const items: DisplayItem[] = []
  if (look.furniture) {
    for (const placement of project.all('placement')) {
      if (placement.level !== drawing.level) continue
      items.push(...placementItems(placement, project.need('block', placement.block)))
    }
  }
  items.push(...cutItems(solver, look))
  for (const wall of solver.all()) {
    for (const fit of wall.openings) items.push(...openingItems(wall.shape, fit, look.swings))
  }
  return items
}

function cutItems(solver: LevelSolver, look: PlanLook): DisplayItem[] {
  const items: DisplayItem[] = []
  const outlines = [...solver.outlines()]
  if (look.poche === 'solid' && outlines.length > 0)
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
    for (const wall of solver.all()) {
      for (const b of wall.boundaries) if (b.left >= 0 && b.right >= 0) layers.push(b.x1, b.y1, b.x2, b.y2)
    }
    if (layers.length > 0) items.push({ kind: 'segments', pen: 'layer', points: layers, source: null })
  }
  for (const loop of outlines)
    items.push({ kind: 'line', pen: 'cut', points: flat(loop), closed: true, source: null })
  return items
}
