import { lookThrough, sceneOf, type PlanLook, type Scene } from '../derive'
import type { GivenPlace } from '../edit'
import { drawingLens } from '../library'
import { isSameScale, scaleOf, type Drawing, type Id, type Project } from '../records'
import { drawingIn, scalesInUse } from '../sheets'
import { tidying, type Tidied } from './tidy'

/** A drawing as it is read somewhere: in a viewport, or by itself. */
export interface ReadAt {
  readonly scene: Scene
  readonly look: PlanLook
  /** There are others: what is moved for it alone gets a place of its own. */
  readonly alone: boolean
}

/**
 * The ways in which a drawing is read on sheets, each once: viewports that look alike are one. One that stands on no sheet is read
 * by itself.
 */
export function readingsOf(project: Project, drawing: Drawing): ReadAt[] {
  const found = new Map<string, ReadAt>()
  const scales = scalesInUse(project, drawing.id)
  const own = scales
    .flatMap(({ seen }) => seen)
    .filter(({ viewport }) => project.namers(viewport.id).length > 0)
  const alone = scales.length > 1 || own.length > 0
  for (const { seen } of scales)
    for (const { viewport } of seen) {
      const [scene, look] = drawingIn(project, viewport)
      const key = JSON.stringify(look)
      if (!found.has(key)) found.set(key, { scene, look, alone })
    }
  if (found.size > 0) return [...found.values()]
  // As its board shows it: what is drawn there already is looked at.
  const look = lookThrough(drawingLens(project, drawing), scaleOf(drawing), { printing: false })
  return [{ scene: sceneOf(project, drawing), look, alone: false }]
}

/**
 * A board as it prints at a scale.
 * @param chosen the lens it is looked through; null: its own, or that of the viewport it is seen in
 */
export function seenAt(scene: Scene, scale: number, chosen: Id | null = null): ReadAt {
  const { project, board, viewport } = scene
  const seenIn = viewport === undefined ? undefined : project.find('viewport', viewport)
  // Its lettering is as it is seen there.
  if (seenIn?.turn) {
    const [there, look] = drawingIn(project, seenIn)
    return { scene: there, look, alone: true }
  }
  const lens = board.kind === 'drawing' ? drawingLens(project, board, chosen ?? seenIn?.lens) : null
  const more = { printing: true, ...(viewport === undefined ? {} : { viewport }) }
  const scales = board.kind === 'drawing' ? scalesInUse(project, board.id) : []
  return {
    scene,
    look: lookThrough(lens ?? drawingLens(project, {}), scale, more),
    alone:
      viewport !== undefined || scales.length > 1 || scales.some((each) => !isSameScale(each.scale, scale)),
  }
}

/** Tidies a drawing in several of the ways it is read. */
export function* tidyingAll(
  readings: readonly ReadAt[],
  only: ReadonlySet<Id> | null = null,
): Generator<void, Tidied> {
  const all: Tidied[] = []
  for (const { scene, look, alone } of readings) all.push(yield* tidying(scene, look, only, alone))
  // Of two looks at one scale the first says where it stands there.
  const placed = new Set<string>()
  const isFirst = ({ id, reading: { scale, viewport } }: GivenPlace): boolean => {
    const key = JSON.stringify([id, scale, viewport])
    return !placed.has(key) && !!placed.add(key)
  }
  return {
    moves: all.flatMap(({ moves }) => moves.filter(isFirst)),
    left: [...new Set(all.flatMap(({ left }) => left))],
  }
}
