import { derivedOf, type DerivedScene } from '../derive'
import { isEmptyBox, type Box, type Point } from '../geometry'
import { isStanding } from '../kinds'
import type { Anchor, Id, Level, Project } from '../records'
import { solidOf } from '../solids'
import { edgeInPicture, edgeInSpace, isUpright, placeOnLine, type CutSurface, type Frame } from '../views'
import type { Point3 } from '../space'

/** What heights are measured to. */
export type Height = 'floor' | 'sill' | 'head' | 'eaves' | 'ridge' | 'top'

/** A height in a view from the side, with what it is tied to. */
export interface SeenHeight {
  readonly is: Height
  readonly at: Point
  readonly anchor: Anchor
}

/** Edges of solids by what they are called, without the number of their side. */
const EDGES: Readonly<Record<string, Height>> = {
  sill: 'sill',
  head: 'head',
  eaves: 'eaves',
  ridge: 'ridge',
  top: 'top',
}

/** An edge that rises by no more than this is level, mm. */
const LEVEL = 0.5

/** A view from the side, how it looks, and around what it shows; null: it is none. */
export function uprightView(scene: DerivedScene): { readonly frame: Frame; readonly extent: Box } | null {
  const frame = scene.frames.find(isUpright)
  const derived = derivedOf(scene, false)
  if (!frame || !derived || isEmptyBox(derived.extent)) return null
  return { frame, extent: derived.extent }
}

/**
 * The heights that a view from the side shows: floors, what is called sill, head, eaves, ridge or top of what is seen, and of
 * openings that are cut.
 * @param side the side of the picture from which they are measured: of several at one height the nearest to it is taken
 */
export function heightsIn(scene: DerivedScene, side: 'left' | 'right'): SeenHeight[] {
  const view = uprightView(scene)
  const derived = derivedOf(scene, false)
  if (!view || !derived) return []
  const { frame, extent } = view
  const near = side === 'left' ? extent.minX : extent.maxX
  const found = floorsIn(scene, extent, frame, near)
  const { project } = scene
  const take = (of: Id, name: string): void => {
    const is = EDGES[name.split(' ')[0]!]
    const edge = is && edgeInPicture(project, frame, of, name)
    if (!edge || Math.abs(edge.a.y - edge.b.y) > LEVEL) return
    const part = Math.abs(edge.a.x - near) <= Math.abs(edge.b.x - near) ? 0 : 1
    const at = part === 0 ? edge.a : edge.b
    found.push({ is, at, anchor: { to: 'edge', of, name, part, last: at } })
  }
  const taken = new Set<string>()
  for (const { lines } of derived.things.values())
    for (const { source, name } of lines) {
      if (name === undefined || taken.has(`${source} ${name}`)) continue
      taken.add(`${source} ${name}`)
      take(source, name)
      // Sills lie hidden beneath their boards.
      const [head, ...side] = name.split(' ')
      if (head === 'head') take(source, ['sill', ...side].join(' '))
    }
  if (frame.cut)
    for (const id of derived.cut.ids())
      for (const { source, name } of namesOf(project, id))
        if (isCut(edgeInSpace(project, source, name), frame.cut)) take(source, name)
  return nearestOfEach(found, near)
}

/** What edges of a thing are called. */
function namesOf(project: Project, id: Id): Iterable<{ readonly source: Id; readonly name: string }> {
  const record = project.get(id)
  return (record && solidOf(project, record)?.names?.values()) ?? []
}

/** Floors whose line runs through what is shown. */
function floorsIn(scene: DerivedScene, { minY, maxY }: Box, frame: Frame, x: number): SeenHeight[] {
  if (!isStanding(scene.board)) return []
  const { project } = scene
  const isShown = ({ elevation }: Level): boolean => elevation >= minY - LEVEL && elevation <= maxY + LEVEL
  return project.all('level').flatMap((level): SeenHeight[] => {
    if (!isShown(level)) return []
    const anchor = { to: 'lineInView', of: level.id, last: { x, y: level.elevation } } as const
    const at = placeOnLine(project, [frame], anchor)
    return at ? [{ is: 'floor', at, anchor: { ...anchor, last: at } }] : []
  })
}

/** Whether an edge runs through a plane of a cut. */
function isCut(
  edge: { readonly a: Point3; readonly b: Point3 } | null,
  { axes, planes }: CutSurface,
): boolean {
  if (!edge) return false
  const on = (axis: Point3, p: Point3): number => axis.x * p.x + axis.y * p.y + axis.z * p.z
  const nears = [on(axes.near, edge.a), on(axes.near, edge.b)]
  const across = on(axes.right, edge.a)
  return planes.some(
    ({ from, to, near }) =>
      across >= Math.min(from, to) &&
      across <= Math.max(from, to) &&
      Math.min(...nears) <= near &&
      Math.max(...nears) >= near,
  )
}

/** Of those of one sort at one height the one nearest to a side. */
function nearestOfEach(heights: readonly SeenHeight[], x: number): SeenHeight[] {
  const kept: SeenHeight[] = []
  const inOrder = [...heights].sort((p, q) => Math.abs(p.at.x - x) - Math.abs(q.at.x - x))
  for (const height of inOrder)
    if (!kept.some(({ is, at }) => is === height.is && Math.abs(at.y - height.at.y) < LEVEL))
      kept.push(height)
  return kept
}
