import type { Page } from '@playwright/test'
import type { Measured } from './annotationPage'
import { launch, script } from './browser'
import type { Row } from './main'
import { ms } from './time'

const at = (list: readonly number[], part: number): number =>
  [...list].sort((p, q) => p - q)[Math.min(list.length - 1, Math.floor(list.length * part))]!

/** What 5 000 annotations on one board cost in a browser, and tidying 500 that were clear and were shaken. */
export async function benchAnnotation(): Promise<Row[]> {
  const browser = await launch()
  try {
    // Each in a window of its own, so that none runs on what the other has warmed.
    const fresh = async <T>(file: string, measure: (page: Page) => Promise<T>): Promise<T> => {
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
      await page.setContent('<canvas width="1280" height="800"></canvas>')
      await page.addScriptTag({ content: await script(file) })
      const found = await measure(page)
      await page.close()
      return found
    }
    return [...(await fresh('annotationPage.ts', laid)), ...(await fresh('clearPage.ts', frames))]
  } finally {
    await browser.close()
  }
}

async function laid(page: Page): Promise<Row[]> {
  const { first, moved, checked, tidied } = await page.evaluate(() =>
    (window as unknown as { measure: () => Measured }).measure(),
  )
  return [
    limited('5 000 annotations, first layout', first.laid, 400),
    { ...limited('… and the whole board painted', first.laid + first.painted, first.laid), limit: null },
    limited('one of them moved, p95', at(moved, 0.95), 5),
    { ...limited('… all their letters checked for overlaps, once', checked, first.laid), limit: null },
    ...tidied.flatMap(({ density, took, before, left }): Row[] => [
      limited(`Tidy of 500 shaken, letters on ${density * 100} % of the board`, took, 500),
      {
        what: `… left of ${before} overlaps`,
        measured: `${left}`,
        against: '1 % of 500',
        ratio: left / 5,
        limit: 1,
      },
    ]),
  ]
}

/** A frame of such a board with clear ground and without. */
async function frames(page: Page): Promise<Row[]> {
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
}

/** A figure against the bound that it is to keep, ms. */
const limited = (what: string, measured: number, bound: number): Row => ({
  what,
  measured: ms(measured),
  against: ms(bound),
  ratio: measured / bound,
  limit: 1,
})
