import { penFrom, type DisplayItem, toneOf } from '../display'
import {
  EMPTY_BOX,
  boxOf,
  flattenPath,
  growBox,
  joinBoxes,
  pathBox,
  type Box,
  type Path,
  type Point,
} from '../geometry'
import { layerOf } from '../library'
import { WIDEST_LEAK, leakAround, regionAround, shapePath, type Gap, type Region } from '../linework'
import type { Hatch, Project } from '../records'
import { boundingField, type DraftField } from './draftField'
import type { DrawnItself } from './drawnKind'
import type { FieldEdge } from './fieldEntries'
import { bounds, leadsOut } from './openLand'
import { layingOf } from './laying'
import { patternItems } from './patterned'
import type { Sight } from './sight'

/**
 * The area around a point of a drawing. The search widens from the point until the area is found, so that a
 * small area in a large drawing is found at once.
 */
export function findRegion(field: DraftField, p: Point, gap: number): Region {
  if (!Number.isFinite(p.x + p.y)) return { found: false, tooMuch: false }
  if (leadsOut(field, p, Math.max(gap, 1))) return { found: false, tooMuch: false }
  const all = field.extent()
  for (let reach = 4000; ; reach *= 4) {
    const box = { minX: p.x - reach, minY: p.y - reach, maxX: p.x + reach, maxY: p.y + reach }
    const near = field.edgesIn(box).filter(bounds)
    const complete =
      all.minX >= box.minX && all.maxX <= box.maxX && all.minY >= box.minY && all.maxY <= box.maxY
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

/** How far around a point a leak is looked for, mm. */
const LEAK_REACH = 20_000

/**
 * The narrowest place through which the area around a point of a drawing runs out, within 20 m of it; null where a wide
 * way leads out.
 */
export const findLeak = (field: DraftField, p: Point): Gap | null =>
  leadsOut(field, p, WIDEST_LEAK / 2)
    ? null
    : leakAround(
        field
          .edgesIn(growBox(boxOf([p]), LEAK_REACH))
          .filter(bounds)
          .map(({ edge }) => edge),
        p,
      )

/** Around the outlines a hatch was found with, and what may bound it otherwise. */
export const hatchAround = ({ outlines }: Hatch): Box =>
  growBox(outlines.map(pathBox).reduce(joinBoxes, EMPTY_BOX), 2000)

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
  fieldNow: () => DraftField,
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
  const field = fieldNow()
  const near = field.edgesIn(hatchAround(hatch)).filter(bounds)
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

/** A hatch as linework at a scale; with a sight what can be seen of it. */
export function hatchItems(
  project: Project,
  hatch: Pick<Hatch, 'id' | 'kind' | 'drawing' | 'layer' | 'filling' | 'own'>,
  outlines: readonly Path[],
  scale: number,
  sight: Sight | null = null,
): DisplayItem[] {
  const { filling } = hatch
  const loops = outlines.map((path) => ({ points: flattenPath(path, 0.01 * scale) }))
  if (filling.with === 'tone')
    return [
      {
        kind: 'fill',
        tone: toneOf(filling),
        loops: loops.map(({ points }) => points.flatMap(({ x, y }) => [x, y])),
        source: hatch.id,
      },
    ]
  const layer = layerOf(project, hatch as Hatch)
  const pen = penFrom(hatch.own?.penMm ?? layer.penMm, toneOf(hatch.own, layer))
  const job = { pattern: filling.pattern, loops, scale, laying: layingOf(filling) }
  return patternItems(job, { pen, tone: 1, source: hatch.id }, sight)
}

/** How hatches are drawn: as things lie now; one that is only foreseen keeps the outlines it was found with. */
export const HATCHED: DrawnItself<Hatch> = {
  by: 'itself',
  clear: 'lettering',
  tier: () => 'hatches',
  from: null,
  items(hatch, scene, { scale }) {
    const { outlines } = hatchOutlines(scene.project, hatch, () => boundingField(scene))
    return hatchItems(scene.project, hatch, outlines, scale)
  },
  sighted(hatch, scene, { scale }) {
    if (hatch.filling.with !== 'pattern') return null
    const { outlines } = hatchOutlines(scene.project, hatch, () => boundingField(scene))
    return (sight) => hatchItems(scene.project, hatch, outlines, scale, sight)
  },
  around: (hatch) => (hatch.region.by === 'point' ? hatchAround(hatch) : null),
  foreseen: (hatch, { project }, { scale }) => hatchItems(project, hatch, hatch.outlines, scale),
}
