import { patternsAtOnce, penFrom, type DisplayItem, type PatternMaker } from '../display'
import { EMPTY_BOX, flattenPath, growBox, joinBoxes, pathBox, type Path, type Point } from '../geometry'
import { layerOf } from '../library'
import { regionAround, shapePath, type Region } from '../linework'
import type { Hatch, Project } from '../records'
import type { DraftField, FieldEdge } from './draftField'
import { layingOf } from './laying'

/** Lines that bound hatches: not those of walls' drawn lines, of blocks, or of the grid. */
export const bounds = ({ role }: FieldEdge): boolean => role === 'line' || role === 'face' || role === 'jamb'

/**
 * The area around a point of a drawing. The search widens from the point until the area is found, so that a
 * small area in a large drawing is found at once.
 */
export function findRegion(field: DraftField, p: Point, gap: number): Region {
  if (!Number.isFinite(p.x + p.y)) return regionAround([], p, gap)
  const all = field.everyEdge().filter(bounds).length
  for (let reach = 4000; ; reach *= 4) {
    const box = { minX: p.x - reach, minY: p.y - reach, maxX: p.x + reach, maxY: p.y + reach }
    const near = field.edgesIn(box).filter(bounds)
    const complete = near.length === all
    const region = regionAround(
      near.map(({ edge }) => edge),
      p,
      gap,
    )
    if (complete || (!region.found && region.tooMuch)) return region
    if (region.found) {
      // What it found must lie well within what was searched.
      const found = growBox(pathBox(region.outer), 1)
      if (found.minX > box.minX && found.maxX < box.maxX && found.minY > box.minY && found.maxY < box.maxY)
        return region
    }
  }
}

interface Kept {
  readonly near: readonly FieldEdge[]
  readonly outlines: readonly Path[] | null
}
const kept = new WeakMap<Hatch, Kept>()

/**
 * The outlines of a hatch as things lie now, and whether they were found: one that leaks, or whose items are
 * gone, keeps its last outlines.
 */
export function hatchOutlines(
  project: Project,
  hatch: Hatch,
  field: DraftField,
): { outlines: readonly Path[]; found: boolean } {
  const { region } = hatch
  if (region.by === 'outline') return { outlines: hatch.outlines, found: true }
  if (region.by === 'items') {
    const paths = region.items.flatMap((id) => {
      const item = project.find('linework', id)
      return item ? [shapePath(item.shape)] : []
    })
    const closed = paths.filter((path) => path.closed)
    return closed.length > 0
      ? { outlines: closed, found: closed.length === region.items.length }
      : { outlines: hatch.outlines, found: false }
  }
  const last = growBox(hatch.outlines.map(pathBox).reduce(joinBoxes, EMPTY_BOX), 2000)
  const near = field.edgesIn(last).filter(bounds)
  const before = kept.get(hatch)
  if (before && before.near.length === near.length && sameSet(before.near, near))
    return { outlines: before.outlines ?? hatch.outlines, found: before.outlines !== null }
  const found = findRegion(field, region.at, region.gap)
  const outlines = found.found ? [found.outer, ...found.islands] : null
  kept.set(hatch, { near, outlines })
  return { outlines: outlines ?? hatch.outlines, found: outlines !== null }
}

function sameSet(a: readonly FieldEdge[], b: readonly FieldEdge[]): boolean {
  const set = new Set(a)
  return b.every((each) => set.has(each))
}

/** A hatch as linework at a scale. */
export function hatchItems(
  project: Project,
  hatch: Pick<Hatch, 'id' | 'kind' | 'drawing' | 'layer' | 'filling' | 'own'>,
  outlines: readonly Path[],
  scale: number,
  make: PatternMaker = patternsAtOnce,
): DisplayItem[] {
  const { filling } = hatch
  const loops = outlines.map((path) => ({ points: flattenPath(path, 0.01 * scale) }))
  if (filling.with === 'tone')
    return [
      {
        kind: 'fill',
        tone: filling.tone,
        loops: loops.map(({ points }) => points.flatMap(({ x, y }) => [x, y])),
        source: hatch.id,
      },
    ]
  const layer = layerOf(project, hatch as Hatch)
  const pen = penFrom(hatch.own?.penMm ?? layer.penMm, hatch.own?.tone ?? layer.tone)
  const { pattern } = filling
  const points = make(hatch.id, { pattern, loops, scale, laying: layingOf(filling) })
  return points ? [{ kind: 'segments', pen, points, source: hatch.id }] : []
}
