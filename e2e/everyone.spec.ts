import { ask, board, expect, newProject, stage, test } from './fixture'
import { faults } from './levelAA'

const PANELS = [
  'Layers',
  'Wall types',
  'Types of doors and windows',
  'Types of floors, roofs and ceilings',
  'Materials',
  'Lenses',
  'Levels',
  'Limits for stairs',
  'Pens and annotation styles',
]

for (const theme of ['light', 'dark'] as const) {
  test(`pages, panels and states hold at level AA: ${theme}`, async ({ page }) => {
    test.slow()
    const found: string[] = []
    // Where only a part of the page has changed, that part is looked at.
    const see = async (where: string, part?: string): Promise<void> => {
      // What is still fading is not what is looked at.
      await page.waitForFunction(() => document.getAnimations().every((each) => each.playState !== 'running'))
      found.push(...(await faults(page, where, theme === 'light' ? 'all' : 'contrast', part)))
    }
    await page.emulateMedia({ colorScheme: theme })
    await page.goto('/')
    await expect(page.locator('li > a').first()).toBeVisible()
    await see('projects')
    await page.goto('/new')
    await expect(page.getByLabel('Name', { exact: true })).toBeVisible()
    await see('new project')
    await page.goto('/nowhere-at-all')
    await see('no such page')

    await page.goto('/')
    await page.locator('li > a').first().click()
    await page.waitForSelector('[data-test=board][aria-busy=false]')
    await page.locator('.drawer').waitFor()
    await ask(page, theme === 'dark' ? 'Dark theme' : 'Light theme')
    for (const name of ['set-out', 'walls', 'openings', 'fit-out', 'annotate', 'compose', 'issue']) {
      await stage(page, name)
      await see(`stage ${name}`, name === 'set-out' ? undefined : '.drawer')
    }
    await stage(page, 'walls')
    await page.waitForSelector('[data-test=board][aria-busy=false]')
    for (const panel of PANELS) {
      await ask(page, panel)
      await expect(page.locator('.panel')).toBeVisible()
      await see(`panel ${panel}`, '.panel')
      await page.locator('.panel').getByRole('button', { name: 'Close' }).click()
      await expect(page.locator('.panel')).toBeHidden()
    }
    await page.keyboard.press('Control+a')
    await see('everything selected')
    const surface = board(page)
    await page.keyboard.press('Escape')
    await page.keyboard.press('Control+a')
    await expect(page.locator('.kinds button').first()).toBeVisible()
    const kinds = await page.locator('.kinds button').allTextContents()
    expect(kinds.length).toBeGreaterThan(5)
    for (const [i, kind] of kinds.entries()) {
      await page.keyboard.press('Control+a')
      await page.locator('.kinds button').nth(i).click()
      await see(`selected: ${kind.trim()}`, '.traits')
    }
    await page.keyboard.press('Escape')
    await surface.press(0, 0)
    await see('Traits of one thing', '.traits')
    await page.keyboard.press('-')
    await see('something set aside')
    await page.keyboard.press('-')
    await page.keyboard.press('d')
    await surface.move(3000, 0)
    await page.keyboard.type('500')
    await see('a tool in hand, a figure typed')
    await page.keyboard.press('Escape')
    await page.keyboard.press('Escape')
    await page.keyboard.press('?')
    await see('keys')
    await page.keyboard.press('Escape')
    await page.keyboard.press('/')
    await page.keyboard.type('wa')
    await see('Ask')
    await page.keyboard.press('Escape')
    await page.keyboard.press('[')
    await page.keyboard.press(']')
    await see('folded')
    await page.keyboard.press('[')
    await page.keyboard.press(']')
    for (const name of [
      'Door schedule',
      'Library of blocks',
      'Library of details',
      'Bring in from a project or file',
      'Save a library file',
    ]) {
      await ask(page, name)
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
      await see(name)
      await page.goBack()
      await page.waitForSelector('[data-test=board][aria-busy=false]')
    }
    await ask(page, 'History of the project')
    await page.getByRole('button', { name: 'What changed since' }).click()
    await expect(page.getByText('Nothing: the project is as it was then.')).toBeVisible()
    await see('History')
    await page.getByRole('link', { name: 'Look at this moment' }).click()
    await page.waitForSelector('[data-test=board][aria-busy=false]')
    await see('a moment', '.moment')
    expect(found).toEqual([])
  })
}

test('nothing that matters is cut off at 1024 by 768', async ({ page }) => {
  await page.setViewportSize({ width: 1024, height: 768 })
  await newProject(page, { name: 'Cottage by the long hedge, extension' })
  const isCut = (test: string): Promise<boolean> =>
    page
      .locator(test)
      .first()
      .evaluate(
        (element) =>
          element.scrollWidth > element.clientWidth + 1 || element.scrollHeight > element.clientHeight + 1,
      )
  expect(await isCut('.top .project'), 'name of the project').toBe(false)
  const cut: string[] = []
  for (const at of ['set-out', 'walls', 'openings', 'fit-out', 'annotate']) {
    await stage(page, at)
    const tools = page.locator('.drawer .entry')
    for (let i = 0; i < (await tools.count()); i++) {
      await tools.nth(i).click()
      // An entry that is no tool does its work at once, or asks for more in a dialog.
      if ((await tools.nth(i).getAttribute('aria-pressed')) !== 'true') {
        await page.keyboard.press('Escape')
        await expect(page.getByRole('dialog')).toHaveCount(0)
        continue
      }
      const words = await page.getByTestId('prompt').innerText()
      if (await isCut('.foot')) cut.push(words)
    }
  }
  expect(cut).toEqual([])
})
