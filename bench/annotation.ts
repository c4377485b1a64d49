import { pictureOf } from '../core/src/annotate'
import { PLAIN_LOOK, sceneOf, type PlanLook, type Scene } from '../core/src/derive'
import { putPlaces } from '../core/src/edit'
import { Clashes, tidying } from '../core/src/neat'
import type { AnyRecord, Dimension, Leader, Note, Project } from '../core/src/records'
import { atOnce } from '../core/src/steps'
import { PLAN, projectWith } from '../core/test/wallFixture'
import type { Row } from './main'
import { ms } from './time'

const LOOK: PlanLook = { ...PLAIN_LOOK, scale: 50 }
const planOf = (project: Project): Scene => sceneOf(project, project.need('drawing', PLAN.id))
const at = (list: readonly number[], part: number): number =>
  [...list].sort((p, q) => p - q)[Math.min(list.length - 1, Math.floor(list.length * part))]!

/** Notes, leaders and rows by turns, on a grid of so many columns, so many mm from each other. */
export function annotations(count: number, columns: number, apart: { x: number; y: number }): AnyRecord[] {
  return Array.from({ length: count }, (_, i): AnyRecord => {
    const [x, y] = [(i % columns) * apart.x, Math.floor(i / columns) * apart.y]
    const common = { id: `a${i}`, drawing: PLAN.id }
    switch (i % 3) {
      case 0:
        return {
          ...common,
          kind: 'note',
          at: { x, y },
          text: `Oak floor ${i}`,
          heightPaperMm: 2.5,
          align: 'start',
        } satisfies Note
      case 1:
        return {
          ...common,
          kind: 'leader',
          tip: { to: 'point', last: { x, y } },
          elbowPaperMm: { x: 6, y: 4 },
          text: `Wall ${i}`,
        } satisfies Leader
      default:
        return {
          ...common,
          kind: 'dimension',
          anchors: [0, 900, 1500].map((dx) => ({ to: 'point', last: { x: x + dx, y: y + 600 } })),
          direction: 0,
          offset: { in: 'paper', paperMm: -6 },
        } satisfies Dimension
    }
  })
}

/** What 5 000 annotations on one board cost, and tidying 500 that were clear and were shaken. */
export function benchAnnotation(): Row[] {
  // What draws is loaded first.
  pictureOf(planOf(projectWith(PLAN, ...annotations(60, 10, { x: 2400, y: 1400 }))), LOOK)
  const project = projectWith(PLAN, ...annotations(5000, 70, { x: 2400, y: 1400 }))
  const started = performance.now()
  pictureOf(planOf(project), LOOK)
  const first = performance.now() - started
  const edits: number[] = []
  for (let i = 0; i < 200; i++) {
    const note = project.need('note', `a${(i * 21) % 4998}`)
    const begun = performance.now()
    project.apply({ put: [{ ...note, at: { x: note.at.x + 40, y: note.at.y } }], drop: [] })
    pictureOf(planOf(project), LOOK)
    edits.push(performance.now() - begun)
  }
  const clashes = new Clashes()
  const looked = performance.now()
  atOnce(clashes.steps(pictureOf(planOf(project), LOOK)))
  const checked = performance.now() - looked
  return [
    limited('5 000 annotations, first layout', first, 400),
    limited('one of them moved, p95', at(edits, 0.95), 5),
    { ...limited('… all their letters checked for overlaps, once', checked, first), limit: null },
    ...tidied(),
  ]
}

/** A figure against the bound that it is to keep, ms. */
const limited = (what: string, measured: number, bound: number): Row => ({
  what,
  measured: ms(measured),
  against: `${bound} ms`,
  ratio: measured / bound,
  limit: 1,
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

function tidied(): Row[] {
  return SHAKEN.flatMap(({ density, by }): Row[] => {
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
    const before = atOnce(new Clashes().steps(pictureOf(planOf(project), look))).length
    const started = performance.now()
    const { moves } = atOnce(tidying(planOf(project), look))
    const took = performance.now() - started
    project.apply(putPlaces(project, moves))
    const left = atOnce(new Clashes().steps(pictureOf(planOf(project), look))).length
    const what = `500 shaken, letters on ${density * 100} % of the board`
    return [
      limited(`Tidy of ${what}`, took, 500),
      {
        what: `… left of ${before} overlaps`,
        measured: `${left}`,
        against: '1 % of 500',
        ratio: left / 5,
        limit: 1,
      },
    ]
  })
}
