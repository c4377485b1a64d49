import { pictureOf } from '../core/src/annotate'
import { PLAIN_LOOK, sceneOf, type PlanLook, type Scene } from '../core/src/derive'
import { putPlaces } from '../core/src/edit'
import { Clashes, tidying } from '../core/src/neat'
import type { Note, Project } from '../core/src/records'
import { atOnce } from '../core/src/steps'
import { PLAN, projectWith } from '../core/test/wallFixture'
import { paintingPicture } from '../web/src/surface/painter'
import { annotations } from './annotations'

const LOOK: PlanLook = { ...PLAIN_LOOK, scale: 50 }
const INK = { ink: [30, 42, 56], paper: [255, 255, 255], pixelsPerPaperMm: 1, thinnest: 1, boldest: 3 }
const planOf = (project: Project): Scene => sceneOf(project, project.need('drawing', PLAN.id))
const timed = (work: () => void): number => {
  const started = performance.now()
  work()
  return performance.now() - started
}

/** 5 000 annotations on one board laid for the first time, ms. */
function firstLaid(project: Project): { readonly laid: number; readonly painted: number } {
  const context = document.querySelector('canvas')!.getContext('2d', { willReadFrequently: true })!
  // The code is there, as it is after another drawing; what it made for that is of no use here.
  pictureOf(planOf(projectWith(PLAN, ...annotations(60, 10, { x: 2400, y: 1400 }))), LOOK)
  const laid = timed(() => pictureOf(planOf(project), LOOK))
  const zoom = 0.0076
  const box = { minX: 0, minY: 0, maxX: 1280 / zoom, maxY: 800 / zoom }
  const painted = timed(() => {
    context.setTransform(zoom, 0, 0, -zoom, 0, 800)
    atOnce(paintingPicture(context, pictureOf(planOf(project), LOOK), box, zoom, INK))
    // Reading a pixel back waits until everything is really painted.
    context.getImageData(0, 0, 1, 1)
  })
  return { laid, painted }
}

/** One of them moved and all laid anew, 200 times, ms. */
const moves = (project: Project): number[] =>
  Array.from({ length: 200 }, (_, i) => {
    const note = project.need('note', `a${(i * 21) % 4998}`)
    return timed(() => {
      project.apply({ put: [{ ...note, at: { x: note.at.x + 40, y: note.at.y } }], drop: [] })
      pictureOf(planOf(project), LOOK)
    })
  })

/** Numbers between -1 and 1 that are the same in every run. */
function* shakes(): Generator<number> {
  let state = 7
  for (;;) {
    state = (state * 16807) % 2147483647
    yield (state / 2147483647) * 2 - 1
  }
}

/** How much of the board the letters of a clear layout take, and how far each is shaken, mm on paper. */
const SHAKEN = [
  { density: 0.2, by: 10 },
  { density: 0.3, by: 8 },
] as const

const tidied = (): { density: number; took: number; before: number; left: number }[] =>
  SHAKEN.map(({ density, by }) => {
    // A note takes some 22 by 4.5 mm.
    const area = (22 * 4.5) / density
    const apart = { x: Math.sqrt(area * 3) * 50, y: Math.sqrt(area / 3) * 50 }
    const next = shakes()
    const shaken = Array.from({ length: 500 }, (_, i): Note => ({
      id: `n${i}`,
      kind: 'note',
      drawing: PLAN.id,
      at: {
        x: (i % 20) * apart.x + next.next().value! * by * 50,
        y: Math.floor(i / 20) * apart.y + next.next().value! * by * 50,
      },
      text: `Oak floor ${i}`,
      heightPaperMm: 2.5,
      align: 'start',
    }))
    const project = projectWith(PLAN, ...shaken)
    const look = { ...LOOK, printing: true }
    pictureOf(planOf(project), look)
    const clashes = (): number => atOnce(new Clashes().steps(pictureOf(planOf(project), look))).length
    const before = clashes()
    const started = performance.now()
    const { moves } = atOnce(tidying(planOf(project), look))
    const took = performance.now() - started
    project.apply(putPlaces(project, moves))
    return { density, took, before, left: clashes() }
  })

/** What annotation costs in a window. */
function measure() {
  const project = projectWith(PLAN, ...annotations(5000, 70, { x: 2400, y: 1400 }))
  const first = firstLaid(project)
  const moved = moves(project)
  const checked = timed(() => atOnce(new Clashes().steps(pictureOf(planOf(project), LOOK))))
  return { first, moved, checked, tidied: tidied() }
}
export type Measured = ReturnType<typeof measure>

;(window as unknown as { measure: typeof measure }).measure = measure
