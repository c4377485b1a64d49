import { launch, script } from './browser'
import type { Row } from './main'
import { ms } from './time'

/** Paints 100 000 segments in a browser: the painter against a bare canvas stroke, in turns. */
export async function benchDisplay(): Promise<Row[]> {
  const code = await script('displayPage.ts')
  const browser = await launch()
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await page.setContent('<canvas width="1280" height="800"></canvas>')
    await page.addScriptTag({ content: code })
    const result = await page.evaluate(() =>
      (
        window as unknown as { measure: () => Promise<{ first: number; ours: number; bare: number }> }
      ).measure(),
    )
    return [
      {
        what: '100 000 segments, list to painted frame',
        measured: ms(result.first),
        against: `${ms(result.bare)} bare canvas stroke`,
        ratio: result.first / result.bare,
        limit: 1.5,
      },
      {
        what: '100 000 segments, next frame (pan or zoom)',
        measured: ms(result.ours),
        against: `${ms(result.bare)} bare canvas stroke`,
        ratio: result.ours / result.bare,
        limit: 1.3,
      },
    ]
  } finally {
    await browser.close()
  }
}
