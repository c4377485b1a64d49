import { expect, test as base, type Locator, type Page } from '@playwright/test'
import type { AnyRecord, RecordKind, RecordOf } from '@lamina/core/records'
import { TestServer } from './server'

interface Fixtures {
  /** Messages of the browser's console that are expected in this test. */
  readonly expectedErrors: RegExp[]
  /** The window of another person, in a browser of their own. */
  readonly other: Page
}
interface WorkerFixtures {
  readonly server: TestServer
  readonly samples: boolean
  /** What the server is started with besides. */
  readonly settings: Readonly<Record<string, string>>
}

/** Tests fail on any error in the browser's console and any warning of the server. */
export const test = base.extend<Fixtures, WorkerFixtures>({
  samples: [true, { option: true, scope: 'worker' }],
  settings: [{}, { option: true, scope: 'worker' }],
  server: [
    async ({ samples, settings }, use) => {
      const server = await TestServer.begin({ samples, settings })
      await use(server)
      await server.end()
    },
    { scope: 'worker' },
  ],
  baseURL: async ({ server }, use) => use(server.address),
  expectedErrors: async ({}, use) => use([]), // eslint-disable-line no-empty-pattern
  page: async ({ page, expectedErrors, server }, use) => {
    const faults = faultsOf(page)
    await use(page)
    expect(faults.filter((fault) => !expectedErrors.some((each) => each.test(fault)))).toEqual([])
    expect(server.complaints).toEqual([])
  },
  other: async ({ browser, baseURL, viewport, expectedErrors }, use) => {
    const context = await browser.newContext({ baseURL: baseURL!, viewport })
    const page = await context.newPage()
    const faults = faultsOf(page)
    await use(page)
    await context.close()
    expect(faults.filter((fault) => !expectedErrors.some((each) => each.test(fault)))).toEqual([])
  },
})

/** What the driver of the browser itself says, where it is told to keep out what keeps the application. */
const BLOCKED = 'Service Worker registration blocked by Playwright'

/** What the browser's console complains of, from now on. */
function faultsOf(page: Page): string[] {
  const faults: string[] = []
  page.on('console', (message) => {
    if (message.text() === BLOCKED) return
    if (message.type() === 'error' || message.type() === 'warning') faults.push(message.text())
  })
  page.on('pageerror', (error) => faults.push(`page: ${error.message}`))
  return faults
}

export { expect }

/** A surface driven in real units. */
export class Surface {
  constructor(
    readonly page: Page,
    readonly element: Locator,
  ) {}

  async toScreen(x: number, y: number): Promise<{ x: number; y: number }> {
    const [scale, cx, cy, width, height] = (await this.element.getAttribute('data-view'))!
      .split(' ')
      .map(Number)
    const box = (await this.element.boundingBox())!
    return {
      x: box.x + width! / 2 + (x - cx!) * scale!,
      y: box.y + height! / 2 - (y - cy!) * scale!,
    }
  }

  async move(x: number, y: number): Promise<void> {
    const at = await this.toScreen(x, y)
    await this.page.mouse.move(at.x, at.y, { steps: 3 })
  }

  async press(x: number, y: number): Promise<void> {
    await this.move(x, y)
    await this.page.mouse.down()
    await this.page.mouse.up()
  }

  async pull(from: readonly [number, number], to: readonly [number, number]): Promise<void> {
    await this.move(...from)
    await this.page.mouse.down()
    await this.move(...to)
    await this.page.mouse.up()
  }

  /** Types at the pointer and presses Enter. */
  async type(text: string): Promise<void> {
    await this.page.keyboard.type(text)
    await this.page.keyboard.press('Enter')
  }
}

export const board = (page: Page): Surface => new Surface(page, page.getByTestId('board'))
export const sheet = (page: Page): Surface => new Surface(page, page.getByTestId('sheet'))

export async function saved(page: Page): Promise<void> {
  await expect(page.getByTestId('saved')).toHaveText('Saved')
}

/** The id of the project that is open. */
export const projectId = (page: Page): string => /project\/([^/]+)/.exec(page.url())![1]!

/** All stored records of a project. */
export const records = async (server: TestServer, project: string): Promise<AnyRecord[]> =>
  (await server.json<{ records: AnyRecord[] }>(`/api/projects/${project}`)).records

/** The stored records of a kind; of what is drafted, what stands on the title blocks of the project is left out. */
export async function stored<K extends RecordKind>(
  server: TestServer,
  project: string,
  kind: K,
): Promise<RecordOf<K>[]> {
  const all = await records(server, project)
  const titles = new Set(all.flatMap(({ id, kind }) => (kind === 'titleBlock' ? [id] : [])))
  return all.filter(
    (record): record is RecordOf<K> =>
      record.kind === kind &&
      !('drawing' in record && record.drawing !== undefined && titles.has(record.drawing)),
  )
}

export async function stage(page: Page, name: string): Promise<void> {
  await page.locator(`[data-stage="${name}"]`).click()
}

/** Takes a tool from the open drawer. */
export async function tool(page: Page, name: string): Promise<void> {
  const entries = page.locator('.drawer').getByRole('button', { name, exact: false })
  // Blocks of the library are no tools.
  await entries.and(page.locator('button:not(.grid *)')).first().click()
}

/** Chooses an entry of a select field. */
export async function choose(page: Page, label: string, entry: string): Promise<void> {
  const field = page.getByRole('combobox', { name: label })
  await page.locator('.v-select', { has: field }).first().click()
  await page.getByRole('option', { name: entry, exact: true }).click()
}

/** A new project made through its form; ends on the first board. Left out, the address is that of the test's own server. */
export async function newProject(
  page: Page,
  facts: { name: string; feet?: boolean; level?: string; height?: string },
  address = '',
): Promise<string> {
  await page.goto(`${address}/new`)
  await page.getByLabel('Name', { exact: true }).fill(facts.name)
  if (facts.feet) await page.getByLabel('Feet and inches').check()
  if (facts.level) await page.getByLabel('First level').fill(facts.level)
  if (facts.height) {
    await page.getByLabel('Storey height').fill(facts.height)
    await page.getByLabel('Storey height').press('Enter')
  }
  await page.getByRole('button', { name: 'Start drawing' }).click()
  await expect(page.getByTestId('board')).toBeVisible()
  return projectId(page)
}

/** A new project with its board; the wall is in hand. */
export async function begin(
  page: Page,
  name: string,
  feet = false,
): Promise<{ project: string; surface: Surface }> {
  const project = await newProject(page, { name, feet })
  return { project, surface: board(page) }
}

/** Types width, Tab, depth, Enter. */
export async function typeTwo(page: Page, first: string, second: string): Promise<void> {
  await page.keyboard.type(first)
  await page.keyboard.press('Tab')
  await page.keyboard.type(second)
  await page.keyboard.press('Enter')
}

/** A room of 6 000 × 4 000 between the inner faces of walls, its lower left inner corner at the origin. */
export async function room(page: Page): Promise<Surface> {
  const surface = board(page)
  await page.keyboard.press('w')
  await surface.press(0, 0)
  await surface.move(3000, 0)
  await surface.type('6000')
  await surface.move(6000, 2000)
  await surface.type('4000')
  await surface.move(3000, 4000)
  await surface.type('6000')
  await surface.press(0, 0)
  for (let i = 0; i < 3; i++) await page.keyboard.press('Escape')
  await page.keyboard.press('Home')
  await stands(surface)
  return surface
}

/** How thick the walls of a project's first wall's type are, mm. */
export async function thicknessOfWalls(server: TestServer, project: string): Promise<number> {
  const [wall] = await stored(server, project, 'wall')
  const type = (await stored(server, project, 'wallType')).find(({ id }) => id === wall!.type)!
  return type.strips.reduce((sum, { thickness }) => sum + thickness, 0)
}

/** Until all is painted and the view stands: what is shown whole may be fitted again when it is made. */
export async function stands({ element }: Surface): Promise<void> {
  await expect(element).toHaveAttribute('aria-busy', 'false')
  await element.evaluate(async (board) => {
    let view = ''
    while (view !== board.getAttribute('data-view') || board.getAttribute('aria-busy') === 'true') {
      view = board.getAttribute('data-view')!
      for (let i = 0; i < 4; i++) await new Promise(requestAnimationFrame)
    }
  })
}

/** What is told of what is selected. */
export const traits = (page: Page): Locator => page.getByTestId('traits')
/** A drawing or sheet on the shelf. */
export const card = (page: Page, name: string): Locator =>
  page.locator('.shelf button.card', { hasText: name })

/** Opens a drawing by its card on the shelf, and waits until it is drawn. */
export async function openCard(page: Page, name: string): Promise<Surface> {
  await card(page, name).click()
  await expect(page.locator('.topline, header').filter({ hasText: name }).first()).toBeVisible()
  const surface = board(page)
  await stands(surface)
  return surface
}

/** Nothing in hand, nothing selected, the board has the keys. */
export async function putAway(page: Page): Promise<void> {
  await page.getByTestId('board').focus()
  for (let i = 0; i < 4; i++) await page.keyboard.press('Escape')
}

/** Asks for something by its name. */
export async function ask(page: Page, name: string): Promise<void> {
  await page.keyboard.press('/')
  const field = page.getByLabel('Ask for anything by name')
  await field.fill(name)
  await field.press('Enter')
  await expect(field).toBeHidden()
}

/** One wall of 4 000 along y, typed. */
export async function wallAt(page: Page, y: number): Promise<void> {
  const surface = board(page)
  // Keys typed before it is there go nowhere.
  await expect(surface.element).toBeVisible()
  await page.keyboard.press('w')
  await surface.press(0, y)
  await surface.move(3000, y)
  await surface.type('4000')
  await putAway(page)
}

/** Where a project's walls begin along y. */
export const walls = async (server: TestServer, project: string): Promise<number[]> =>
  (await stored(server, project, 'wall')).map(({ a }) => Math.round(a.y)).sort((p, q) => p - q)
