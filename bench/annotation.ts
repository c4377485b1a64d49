import { pictureOf } from '../core/src/annotate'
import { PLAIN_LOOK, sceneOf, type PlanLook, type Scene } from '../core/src/derive'
import { putPlaces } from '../core/src/edit'
import { Clashes, tidying } from '../core/src/neat'
import type { Note, Project } from '../core/src/records'
import { atOnce } from '../core/src/steps'
import { PLAN, projectWith } from '../core/test/wallFixture'
import { annotations } from './annotations'
import { launch, script } from './browser'
import type { Row } from './main'
import { ms } from './time'

const LOOK: PlanLook = { ...PLAIN_LOOK, scale: 50 }
const planOf = (project: Project): Scene => sceneOf(project, project.need('drawing', PLAN.id))
const at = (list: readonly number[], part: number): number =>
  [...list].sort((p, q) => p - q)[Math.min(list.length - 1, Math.floor(list.length * part))]!

/** What 5 000 annotations on one board cost, and tidying 500 that were clear and were shaken. */
export async function benchAnnotation(): Promise<Row[]> {
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
    ...(await frames()),
    ...tidied(),
  ]
}

/** A frame of such a board in a browser, with clear ground and without. */
async function frames(): Promise<Row[]> {
  const code = await script('clearPage.ts')
  const browser = await launch()
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await page.setContent('<canvas width="1280" height="800"></canvas>')
    await page.addScriptTag({ content: code })
    const found = await page.evaluate(() =>
      (window as unknown as { measure: () => { what: string; clear: number; plain: number }[] }).measure(),
    )
    return found.map(({ what, clear, plain }) => ({
      what: `a frame with clear ground, ${what}`,
      measured: ms(clear),
      against: `${ms(plain)} without`,
      ratio: clear / plain,
      limit: 1.3,
    }))
  } finally {
    await browser.close()
  }
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
