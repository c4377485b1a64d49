import { addSight } from '../core/src/edit'
import { Project, type AnyRecord, type Change, type Id } from '../core/src/records'
import { SAMPLES } from '../core/src/samples'
import { atOnce } from '../core/src/steps'
import { Derivation } from '../core/src/views'
import { LEVEL, PLAN, projectWith } from '../core/test/wallFixture'
import { launch, script } from './browser'
import type { Row } from './main'
import { street } from './street'
import { ms } from './time'
import type { ViewTimes } from './viewsPage'

const PAGE = '<!doctype html><canvas width="1280" height="800"></canvas><script src="/views.js"></script>'
let made = 0
const makeId = (): Id => `bench${++made}`

/** The records of the pottery of the demo. */
function demo(): AnyRecord[] {
  const { make } = SAMPLES.find(({ id }) => id.includes('pottery'))!
  const project = new Project()
  for (const { change } of make(makeId)) project.apply(change)
  return [...project.everything()]
}

/** A street with its front to be looked at. */
function streetOf(houses: number): { readonly project: Project; readonly front: Id } {
  const project = projectWith(PLAN)
  const upper = { ...project.need('level', LEVEL), id: 'upper', name: 'Upper', elevation: 2700 }
  project.apply({ put: [upper, ...street(houses, [LEVEL, upper.id], TYPE)], drop: [] })
  const { change, drawing } = addSight(
    project,
    { view: 'elevation', a: { x: -2000, y: -5000 }, b: { x: houses * 9000, y: -5000 } },
    makeId,
  )
  project.apply(change)
  return { project, front: drawing }
}
const TYPE = 'wall-type-block-140'

function work(houses: number): { readonly time: number; readonly edit: number; readonly count: number } {
  const { project, front } = streetOf(houses)
  const derivation = new Derivation(project, front)
  const start = performance.now()
  atOnce(derivation.following())
  const time = performance.now() - start
  const windows = project.all('opening').filter(({ wall }) => wall.endsWith('front'))
  const edits: number[] = []
  for (let i = -30; i < 150; i++) {
    const one = windows[((i + 30) * 7919) % windows.length]!
    const change: Change = { put: [{ ...one, along: one.along + (i % 2 ? 60 : -60) }], drop: [] }
    const begun = performance.now()
    project.apply(change)
    atOnce(derivation.following())
    if (i >= 0) edits.push(performance.now() - begun)
  }
  edits.sort((p, q) => p - q)
  const count = project.all('wall').length + project.all('opening').length
  return { time, edit: edits[Math.floor(edits.length * 0.95)]!, count }
}

/** Elevations and sections worked out: of the demo in a page, of a street, and against painting every face. */
export async function benchViews(): Promise<Row[]> {
  const records = demo()
  const code = await script('viewsPage.ts')
  const browser = await launch()
  let page: ViewTimes
  try {
    const blank = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    // Loaded from a file that is compiled while it is loaded, as the application's worker is.
    await blank.route('**/*', (route) =>
      route.request().url().endsWith('.js')
        ? route.fulfill({ contentType: 'text/javascript', body: `//# allFunctionsCalledOnLoad\n${code}` })
        : route.fulfill({ contentType: 'text/html', body: PAGE }),
    )
    await blank.goto('http://localhost/')
    page = await blank.evaluate(
      (all) => (window as unknown as { measure: (all: unknown) => ViewTimes }).measure(all),
      records,
    )
  } finally {
    await browser.close()
  }
  work(2)
  const small = work(10)
  const large = work(100)
  const growth = (large.count * Math.log(large.count)) / (small.count * Math.log(small.count))
  return [
    {
      what: 'demo: four elevations and two sections, in a new page',
      measured: ms(page.first),
      against: '250 ms',
      ratio: page.first / 250,
      limit: 1,
    },
    {
      what: 'the same of another project in that page',
      measured: ms(page.again),
      against: '250 ms',
      ratio: page.again / 250,
      limit: 1,
    },
    {
      what: 'demo: the open elevation after a window moved, p95',
      measured: ms(page.edit),
      against: '30 ms',
      ratio: page.edit / 30,
      limit: 1,
    },
    {
      what: `hidden lines of ${page.faces} faces`,
      measured: ms(page.hidden),
      against: `${ms(page.painted)} painting them back to front`,
      ratio: page.hidden / page.painted,
      limit: 4,
    },
    {
      what: `street of 100 houses, ${large.count} walls and openings: elevation`,
      measured: ms(large.time),
      against: '3 s',
      ratio: large.time / 3000,
      limit: 1,
    },
    {
      what: 'the same, growth from 10 houses',
      measured: ms(large.time),
      against: `${ms(small.time)} × ${growth.toFixed(1)} (n·log n)`,
      ratio: large.time / small.time / growth,
      limit: 1,
    },
    {
      what: 'the same after one edit, p95',
      measured: ms(large.edit),
      against: '100 ms',
      ratio: large.edit / 100,
      limit: 1,
    },
  ]
}
