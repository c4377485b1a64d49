// node scripts/screenshots.mjs: takes the pictures of docs/screenshots from the demo data, on a server of its own.
import { spawn } from 'node:child_process'
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createRequire } from 'node:module'
import { buildIfNeeded, findChromium, installDependencies, root } from './setup.mjs'

installDependencies()
buildIfNeeded()
const { chromium } = createRequire(join(root, 'e2e/package.json'))('@playwright/test')
const folder = mkdtempSync(join(tmpdir(), 'lamina-pictures-'))
const port = 4187
const server = spawn(process.execPath, [join(root, 'server/dist/main.js')], {
  env: { ...process.env, LAMINA_DATA: folder, PORT: String(port) },
})
await new Promise((ready, failed) => {
  server.stdout.on('data', (data) => String(data).includes('ready') && ready())
  server.once('exit', () => failed(new Error(`the server did not start; is port ${port} in use?`)))
})
process.on('exit', () => server.kill())
const out = join(root, 'docs/screenshots')
mkdirSync(out, { recursive: true })
const browser = await chromium.launch({ executablePath: findChromium(), args: ['--no-sandbox'] })
const page = await browser.newPage({
  viewport: { width: 1280, height: 800 },
  locale: 'en-GB',
  colorScheme: 'light',
})
const open = (path) => page.goto(`http://localhost:${port}${path}`)
const shot = async (name) => {
  await page.evaluate(() => document.fonts.ready)
  // The small pictures on the shelf are painted when nothing else is to be done.
  await page.waitForFunction(() =>
    [...document.querySelectorAll('.shelf canvas')].every((canvas) => {
      const { left, right } = canvas.getBoundingClientRect()
      if (right < 0 || left > window.innerWidth) return true
      const { data } = canvas.getContext('2d').getImageData(0, 0, canvas.width, canvas.height)
      return data.some((value, i) => i % 4 === 3 && value > 0)
    }),
  )
  await page.evaluate(() => new Promise((done) => setTimeout(done, 500)))
  await page.screenshot({ path: join(out, `${name}.png`) })
}
const place = async (x, y, surface) => {
  const element = page.locator(`[data-test=${surface}]`)
  const [scale, cx, cy, width, height] = (await element.getAttribute('data-view')).split(' ').map(Number)
  const box = await element.boundingBox()
  return [box.x + width / 2 + (x - cx) * scale, box.y + height / 2 - (y - cy) * scale]
}
const move = async (x, y, surface = 'board') => page.mouse.move(...(await place(x, y, surface)), { steps: 4 })
const press = async (x, y, surface = 'board') => {
  await move(x, y, surface)
  await page.mouse.down()
  await page.mouse.up()
}
const pottery = '/project/sample-alder-yard-pottery'
const board = () => page.locator('[data-test=board]').waitFor()
const sheet = () => page.locator('[data-test=sheet]').waitFor()

await open('/')
await page.getByText('Alder Yard Pottery').waitFor()
await page
  .getByRole('img', { name: /^Plan of / })
  .nth(1)
  .waitFor()
await shot('projects')

await open(pottery)
await board()
await page.keyboard.press('w')
await press(5500, 350)
await move(5500, 3600)
await page.keyboard.type('2*1200+90')
await shot('walls')
for (let i = 0; i < 3; i++) await page.keyboard.press('Escape')
// A partition lower than the cut.
await press(1800, 5900)
const high = page.locator('[data-test=traits]').getByRole('textbox', { name: 'Height', exact: true })
await high.fill('1100')
await high.press('Tab')
await shot('traits')
await page.locator('[data-test=board]').focus()
await page.keyboard.press('Control+z')
await page.keyboard.press('Escape')
await page.getByRole('button', { name: 'Edit wall types' }).click()
await shot('wall-types')
await page.getByRole('button', { name: 'Close' }).click()
await page.locator('.drawer').getByRole('button', { name: 'Layers' }).click()
await shot('layers')
await page.getByRole('button', { name: 'Close' }).click()
await page.locator('[data-stage=openings]').click()
await page.keyboard.press('d')
await move(3900, 6900)
await page.keyboard.type('450')
await shot('openings')
for (let i = 0; i < 3; i++) await page.keyboard.press('Escape')
await page.locator('[data-stage=annotate]').click()
await page.locator('.drawer').getByRole('button', { name: 'Dimension all' }).click()
await move(-1500, 3000)
await shot('annotate')
for (let i = 0; i < 5; i++) await page.keyboard.press('Escape')

await page.locator('[data-kind=sheet]').nth(1).click()
await sheet()
await page.waitForFunction(() => document.querySelector('.place')?.textContent?.includes('A-102'))
await page.locator('[data-stage=compose]').click()
await page.getByRole('button', { name: 'New sheet' }).click()
await page.waitForFunction(() => document.querySelector('.place')?.textContent?.includes('A-108'))
await page.locator('[data-kind=drawing]').first().waitFor()
// The shelf stands at the sheet: the card is brought into view before it is pulled from there.
await page.locator('[data-kind=drawing]').first().hover()
await page.mouse.down()
await page.mouse.move(...(await place(160, 150, 'sheet')), { steps: 6 })
await shot('compose')
await page.mouse.up()
await page.keyboard.press('Control+z')
await page.keyboard.press('Control+z')

const drawing = async (name) => {
  await page.locator('[data-kind=drawing]').filter({ hasText: name }).first().click()
  await page.waitForFunction((title) => document.querySelector('.place')?.textContent?.includes(title), name)
  await board()
  await page.waitForFunction(
    () => document.querySelector('[data-test=board]')?.getAttribute('aria-busy') === 'false',
  )
}
const lens = async (name) => {
  await page.getByTitle('What is shown, and how').click()
  await page
    .locator('.v-list-item')
    .filter({ hasText: new RegExp(`^${name}$`) })
    .click()
}
const choose = async (label, option) => {
  const field = page.getByRole('combobox', { name: label, exact: true })
  await page.locator('.v-select', { has: field }).first().click()
  await page.getByRole('option', { name: option }).first().click()
}
await open(pottery)
await board()
await drawing('South elevation')
await lens('Tones and patterns')
await shot('elevation')
await drawing('Cross section')
await lens('Full')
await shot('section')
await drawing('Foot of the wall')
await shot('detail')
await drawing('Cutaway')
await lens('Tones and patterns')
await page.getByRole('button', { name: /View\s*cutaway/ }).click()
await choose('Of', 'All levels')
await choose('What is cut away', 'In faint outline')
await page.locator('[data-test=board]').focus()
await page.keyboard.press('Home')
await shot('cutaway')
await drawing('South elevation')
await page.keyboard.press('/')
await page.getByLabel('Ask for anything by name').fill('Lenses')
await page.keyboard.press('Enter')
await shot('lenses')
await page.getByRole('button', { name: 'Close' }).click()
await page.locator('[data-kind=sheet]').nth(6).click()
await sheet()
await page.waitForFunction(() => document.querySelector('.place')?.textContent?.includes('A-107'))
await page.getByRole('button', { name: 'Draw on this title block' }).click()
await page.locator('[data-test=title-block][aria-busy=false]').waitFor()
await shot('title-block')

await open('/project/sample-juniper-row')
await board()
await page.locator('[data-stage=fit-out]').click()
await page.getByRole('textbox', { name: 'Find a block' }).fill('table')
await page.getByRole('button', { name: /^Table 5/ }).click()
await move(6500, 3900)
await page.keyboard.type('30')
await shot('fit-out-feet-inches')
for (let i = 0; i < 3; i++) await page.keyboard.press('Escape')

await open(pottery)
await board()
await page.getByRole('button', { name: 'Room schedule' }).click()
await page.locator('[data-test=area-chart]').waitFor()
await shot('room-schedule')
await open(`${pottery}/library`)
await page.locator('[data-block]').first().waitFor()
await shot('library')
await open(`${pottery}/history`)
await page.locator('.deed').waitFor()
await page.getByRole('region', { name: 'Changes' }).getByRole('button').first().locator('svg').waitFor()
await shot('history')
await open(pottery)
await board()
await page.getByRole('button', { name: 'Dark theme' }).click()
await page.keyboard.press('/')
await page.getByLabel('Ask for anything by name').fill('door')
await shot('ask-dark')

await browser.close()
server.kill()
rmSync(folder, { recursive: true, force: true })
process.exit(0)
