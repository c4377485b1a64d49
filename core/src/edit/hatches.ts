import { SAME_POINT, boxCentre, pathArea, pathBox, pathLength, type Path } from '../geometry'
import { shapePath } from '../linework'
import type { Change, Hatch, Id, OwnLook, Project } from '../records'
import { EditRefused, type MakeId } from './refusal'
import { refuseLocked, storing } from './outcome'

export interface NewHatch {
  readonly drawing: Id
  readonly layer: Id
  readonly region: Hatch['region']
  readonly outlines: readonly Path[]
  readonly filling: Hatch['filling']
  readonly own?: OwnLook
}

/**
 * A new hatch, in an area that was found or in closed outlines.
 * @refuses locked, no-solution, nonsense, taken
 */
export function addHatch(project: Project, input: NewHatch, makeId: MakeId): Change {
  const layer = project.need('layer', input.layer)
  if (layer.locked)
    throw new EditRefused('locked', `The layer “${layer.name}” is locked. Unlock it in Layers first.`)
  const { region, own } = input
  const outlines = region.by === 'items' ? closedOutlines(project, region.items) : input.outlines
  if (outlines.length === 0) throw new EditRefused('no-solution', 'There is no closed outline to fill.')
  const filling =
    input.filling.with === 'pattern' && region.by === 'items'
      ? { ...input.filling, origin: boxCentre(pathBox(outlines[0]!)) }
      : input.filling
  const hatch: Hatch = {
    id: makeId(),
    kind: 'hatch',
    drawing: input.drawing,
    layer: layer.id,
    region,
    outlines: outlines.map((path) => ({
      vertices: path.vertices.map(({ x, y, sweep }) => ({ x, y, sweep })),
      closed: path.closed,
    })),
    filling,
    ...(own ? { own } : {}),
  }
  if (hatchesOf(project, hatch).some((other) => isTwin(other, hatch)))
    throw new EditRefused('taken', 'This area is filled like that already.')
  return storing(project, hatch)
}

/** The other hatches on the board of one. */
const hatchesOf = (project: Project, { drawing }: Hatch): Hatch[] =>
  project.all('hatch').filter((other) => other.drawing === drawing)

/** Whether two hatches fill the same area in the same way, wherever their patterns begin. */
function isTwin(p: Hatch, q: Hatch): boolean {
  if (p.outlines.length !== q.outlines.length) return false
  if (!p.outlines.every((path, i) => isSamePath(path, q.outlines[i]!))) return false
  const [a, b] = [p, q].map(({ filling }) => JSON.stringify({ ...filling, origin: null }))
  return a === b
}

/** Whether two closed paths run around the same area, wherever they begin. */
function isSamePath(p: Path, q: Path): boolean {
  const [a, b] = [pathBox(p), pathBox(q)]
  const near = (m: number, n: number): boolean => Math.abs(m - n) <= SAME_POINT
  return (
    near(a.minX, b.minX) &&
    near(a.minY, b.minY) &&
    near(a.maxX, b.maxX) &&
    near(a.maxY, b.maxY) &&
    Math.abs(pathArea(p) - pathArea(q)) <= SAME_POINT * (pathLength(p) + 1)
  )
}

function closedOutlines(project: Project, items: readonly Id[]): Path[] {
  return items.map((id) => {
    const path = shapePath(project.need('linework', id).shape)
    if (!path.closed)
      throw new EditRefused(
        'no-solution',
        'One of the outlines is open. Close it first, or point inside the area.',
      )
    return path
  })
}

/**
 * Another filling for hatches.
 * @refuses gone, in-the-way, locked, nonsense, nothing
 */
export function setFilling(
  project: Project,
  ids: readonly Id[],
  change: (filling: Hatch['filling']) => Hatch['filling'],
): Change {
  refuseLocked(project, ids)
  const put = ids.flatMap((id) => {
    const hatch = project.find('hatch', id)
    return hatch ? [{ ...hatch, filling: change(hatch.filling) }] : []
  })
  if (put.length === 0) throw new EditRefused('nothing', 'Select a hatch.')
  return storing(project, ...put)
}
