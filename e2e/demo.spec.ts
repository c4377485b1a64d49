import { readFileSync } from 'node:fs'
import { expect, test } from './fixture'
import { readPdf } from './pdf'

test('the demo project is there, with live pictures and both samples', async ({ page }) => {
  await page.goto('/')
  await expect(page.getByText('Alder Yard Pottery')).toBeVisible()
  await expect(page.getByText('Juniper Row bicycle workshop')).toBeVisible()
  await page.getByText('Alder Yard Pottery').click()
  await expect(page.getByTestId('board')).toBeVisible()
  await expect(page.locator('[data-kind="drawing"]')).toHaveCount(16)
  await expect(page.locator('[data-kind="sheet"]')).toHaveCount(7)
  await expect(page.locator('.count')).toHaveCount(0)
})

test("the demo's sheets plot, and a sheet comes as SVG", async ({ page }) => {
  await page.goto('/project/sample-alder-yard-pottery')
  await page.locator('[data-kind="sheet"]').first().click()
  await expect(page.getByTestId('sheet')).toBeVisible()
  await page.locator('[data-stage="issue"]').click()
  const coming = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Whole sheet set' }).click()
  const download = await coming
  expect(download.suggestedFilename()).toBe('Alder Yard Pottery.pdf')
  const { pages, bookmarks } = await readPdf(readFileSync(await download.path()))
  expect(bookmarks).toEqual([
    'A-101 Plans',
    'A-102 Ground floor, for pricing',
    'A-103 Door and window numbers',
    'A-104 Elevations',
    'A-105 Sections and cutaway',
    'A-106 Details and foundations',
    'A-107 Framing',
  ])
  expect(pages.map((each) => Math.round(each.widthMm))).toEqual([841, 420, 420, 841, 841, 841, 841])
  // The overall dimension of 14 400 is 288 mm between its ticks at 1:50, 144 at 1:100. What is short and bold is the
  // end of a section mark.
  for (const [i, expected] of [288, 144].entries()) {
    const bold = pages[i]!.lines.filter((line) => Math.abs(line.penMm - 0.5) < 0.001)
    const straight = bold.filter(
      (line) =>
        Math.min(Math.abs(line.x1 - line.x2), Math.abs(line.y1 - line.y2)) < 0.001 &&
        Math.hypot(line.x1 - line.x2, line.y1 - line.y2) > 12,
    )
    const ground = straight.filter((line) => i === 1 || line.y1 > 300)
    const ends = ground.flatMap((line) => [line.x1, line.x2])
    expect(Math.abs(Math.max(...ends) - Math.min(...ends) - expected)).toBeLessThanOrEqual(0.01)
  }
  const picture = page.waitForEvent('download')
  await page.getByRole('button', { name: 'This sheet as SVG' }).click()
  const svg = readFileSync(await (await picture).path(), 'utf8')
  expect(svg).toContain('width="841mm" height="594mm"')
  expect(svg).toContain('Throwing studio')
  expect(svg).toContain('@font-face')
})

test('a sheet comes as SVG while the server is away', async ({ page }) => {
  await page.goto('/project/sample-alder-yard-pottery')
  await page.locator('[data-kind="sheet"]').first().click()
  await expect(page.getByTestId('sheet')).toBeVisible()
  const read = page.waitForResponse(/lamina-signs.*otf/)
  await page.locator('[data-stage="issue"]').click()
  await (await read).finished()
  await page.route('**/*', (route) => route.abort())
  const picture = page.waitForEvent('download')
  await page.getByRole('button', { name: 'This sheet as SVG' }).click()
  const svg = readFileSync(await (await picture).path(), 'utf8')
  expect(svg).toContain('font/woff2;base64,')
  await page.unroute('**/*')
})

test('a plot can be stopped', async ({ page }) => {
  await page.goto('/project/sample-juniper-row')
  await page.locator('[data-kind="sheet"]').first().click()
  await expect(page.getByTestId('sheet')).toBeVisible()
  await page.locator('[data-stage="issue"]').click()
  // The answer never comes.
  await page.route('**/sheets.pdf*', () => undefined)
  await page.getByRole('button', { name: 'Whole sheet set' }).click()
  await expect(page.getByRole('progressbar')).toBeVisible()
  await page.getByRole('button', { name: 'Stop' }).click()
  await expect(page.getByTestId('sentence')).toContainText('The plot was stopped. Nothing else changed.')
  await expect(page.getByRole('button', { name: 'Whole sheet set' })).toBeEnabled()
})

test('letters are as wide on the screen as the core reckons', async ({ page }) => {
  await page.goto('/project/sample-alder-yard-pottery')
  await expect(page.getByTestId('board')).toBeVisible()
  const width = await page.evaluate(async () => {
    await document.fonts.ready
    const context = document.createElement('canvas').getContext('2d')!
    context.font = '100px Lamina-400-latin'
    context.fontKerning = 'none'
    context.textRendering = 'optimizeSpeed'
    return context.measureText('THROWING STUDIO 14').width
  })
  const { layText } = await import('@lamina/core/lettering')
  expect(width).toBeCloseTo(layText('THROWING STUDIO 14', 100).width, 1)
})

test('both themes are readable', async ({ page }) => {
  await page.goto('/project/sample-alder-yard-pottery')
  await expect(page.getByTestId('board')).toBeVisible()
  for (const name of ['Dark theme', 'Light theme']) {
    // Colours change over a moment when the theme does.
    await expect(async () => expect(await page.evaluate(lowContrast), name).toEqual([])).toPass({
      timeout: 10_000,
    })
    await page.getByRole('button', { name }).click()
  }
})

/** Texts in the page whose contrast with what lies behind them is below 4.5 to 1 (WCAG AA). */
function lowContrast(): string[] {
  const parse = (colour: string): number[] => {
    const numbers = (colour.match(/[\d.]+/g) ?? []).map(Number)
    return colour.startsWith('color(') ? numbers.map((v, i) => (i < 3 ? v * 255 : v)) : numbers
  }
  const light = ([r, g, b]: number[]): number => {
    const part = (v: number): number =>
      v / 255 <= 0.03928 ? v / 255 / 12.92 : ((v / 255 + 0.055) / 1.055) ** 2.4
    return 0.2126 * part(r!) + 0.7152 * part(g!) + 0.0722 * part(b!)
  }
  const behind = (element: Element | null): number[] => {
    for (let at = element; at; at = at.parentElement) {
      const colour = parse(getComputedStyle(at).backgroundColor)
      if (colour.length === 3 || (colour[3] ?? 0) > 0.99) return colour
    }
    return [255, 255, 255]
  }
  const faults: string[] = []
  for (const element of document.querySelectorAll(
    'h1,h2,h3,p,span,b,strong,kbd,button,label,figcaption,dt,dd',
  )) {
    const own = [...element.childNodes].some((node) => node.nodeType === 3 && node.textContent!.trim())
    const style = getComputedStyle(element)
    if (
      !own ||
      style.visibility === 'hidden' ||
      style.opacity === '0' ||
      element.closest('[disabled], .visually-hidden, .v-field__outline')
    )
      continue
    const box = element.getBoundingClientRect()
    if (box.width === 0) continue
    const ink = parse(style.color)
    const ground = behind(element)
    const alpha = (ink[3] ?? 1) * Number(style.opacity)
    const mixed = ink.slice(0, 3).map((v, i) => v * alpha + ground[i]! * (1 - alpha))
    const [a, b] = [light(mixed), light(ground)]
    const contrast = (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05)
    if (contrast < 4.5) faults.push(`${element.textContent!.trim().slice(0, 30)}: ${contrast.toFixed(2)}`)
  }
  return [...new Set(faults)]
}

test('an address that leads nowhere, and a project that is not there, say so', async ({ page }) => {
  await page.goto('/nowhere/at/all')
  await expect(page.getByText('There is nothing at this address')).toBeVisible()
  await page.goto('/project/sample-alder-yard-pottery/sheet/gone')
  await expect(page.getByText('This sheet is no longer there')).toBeVisible()
  await expect(page.getByLabel('Shelf: drawings and sheets')).toBeVisible()
})
