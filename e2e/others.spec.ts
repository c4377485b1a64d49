import type { Page } from '@playwright/test'
import { board, expect, newProject, putAway, saved, stored, test, traits, wallAt } from './fixture'
import { isPainted } from './painted'

test.use({ samples: false })

/** Where another is seen to point, in the page. */
const seenAt = async (page: Page): Promise<{ x: number; y: number }> => {
  const { x, y } = (await page.getByTestId('other').boundingBox())!
  return { x, y }
}

test('others are seen where they point and what they hold, and go when they leave', async ({
  page,
  other,
  server,
}) => {
  const project = await newProject(page, { name: 'House of two' })
  await wallAt(page, 0)
  await saved(page)
  await expect(page.getByTestId('others')).toBeHidden()
  await other.goto(`/project/${project}`)
  await expect(board(other).element).toBeVisible()
  await expect(page.getByTestId('others')).toHaveAccessibleName('1 other here')
  await expect(other.getByTestId('others')).toHaveAccessibleName('1 other here')

  await test.step('their pointer stands where it points, at whatever zoom', async () => {
    await board(other).move(2000, 500)
    await expect(page.getByTestId('other')).toContainText('Another browser')
    const { x, y } = await board(page).toScreen(2000, 500)
    await expect
      .poll(async () => Math.hypot((await seenAt(page)).x - x, (await seenAt(page)).y - y))
      .toBeLessThan(3)
    await board(other).move(1000, 500)
    const { x: nextX } = await board(page).toScreen(1000, 500)
    await expect.poll(async () => Math.abs((await seenAt(page)).x - nextX)).toBeLessThan(3)
  })

  await test.step('what they select is told to the others', async () => {
    const wall = (await stored(server, project, 'wall'))[0]!
    await board(other).press(2000, 0)
    const asked = async (): Promise<unknown> => {
      const answer = await fetch(`${server.address}/api/projects/${project}/here`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify({ client: 'probe', by: 'probe', board: null, pointer: null, selection: [] }),
      })
      return ((await answer.json()) as { selection: string[] }[]).flatMap(({ selection }) => selection)
    }
    await expect.poll(asked).toEqual([wall.id])
    await fetch(`${server.address}/api/projects/${project}/here/probe`, { method: 'DELETE' })
  })

  await test.step('who goes to another page of it is there still; who leaves is gone', async () => {
    await page.getByTestId('others').click()
    await expect(page.locator('.v-overlay .v-list')).toContainText('Another browserGround floor plan')
    await page.keyboard.press('Escape')
    await other.goto('/')
    await expect(page.getByTestId('others')).toBeHidden()
    await expect(page.getByTestId('other')).toHaveCount(0)
  })
})

test('what is in hand stays in hand while others draw', async ({ page, other, server }) => {
  const project = await newProject(page, { name: 'House in hand' })
  await wallAt(page, 0)
  await saved(page)
  await other.goto(`/project/${project}`)
  await expect(board(other).element).toBeVisible()
  const surface = board(page)
  const [first] = await stored(server, project, 'wall')

  await test.step('a wall that is begun, and a distance half typed', async () => {
    await page.keyboard.press('w')
    await surface.press(0, 2000)
    await surface.move(3000, 2000)
    await page.keyboard.type('35')
    expect(await isPainted(surface, 2000, 1000)).toBe(false)
    await wallAt(other, 1000)
    await expect.poll(() => isPainted(surface, 2000, 1000)).toBe(true)
    await page.keyboard.type('00')
    await page.keyboard.press('Enter')
    await surface.move(3500, 4000)
    await surface.type('1200')
    await putAway(page)
    await saved(page)
    const drawn = await stored(server, project, 'wall')
    expect(drawn).toHaveLength(4)
    const along = drawn.find(({ a }) => a.y === 2000 && a.x === 0)!
    expect(along.b.x).toBeCloseTo(3500, 6)
    const up = drawn.find(({ b }) => b.y === 3200)!
    expect(up.a.y).toBeCloseTo(2000, 6)
  })

  await test.step('the end of a wall that is pulled', async () => {
    await surface.press(2000, 0)
    await expect(traits(page)).toBeVisible()
    await surface.move(4000, 0)
    await page.mouse.down()
    await surface.move(4300, 0)
    await wallAt(other, 1500)
    await expect.poll(() => isPainted(surface, 2000, 1500)).toBe(true)
    await surface.move(4700, 0)
    await page.mouse.up()
    await putAway(page)
    await saved(page)
    const pulled = (await stored(server, project, 'wall')).find(({ id }) => id === first!.id)!
    expect(Math.max(pulled.a.x, pulled.b.x)).toBeGreaterThan(4600)
    expect(await stored(server, project, 'wall')).toHaveLength(5)
  })

  await test.step('what is typed of a wall, while another types another fact of it', async () => {
    const y = (await stored(server, project, 'wall')).find(({ id }) => id === first!.id)!.a.y
    for (const who of [page, other]) {
      await putAway(who)
      await board(who).press(2000, y)
      await expect(traits(who)).toBeVisible()
    }
    const length = traits(page).getByLabel('Length', { exact: true })
    await length.fill('5000')
    const above = (who: Page) => traits(who).getByLabel('Clear above', { exact: true })
    await above(other).fill('420')
    await above(other).press('Enter')
    await saved(other)
    await expect(above(page)).toHaveValue('420')
    await expect(length).toHaveValue('5000')
    await length.press('Enter')
    await saved(page)
    const now = (await stored(server, project, 'wall')).find(({ id }) => id === first!.id)!
    // It was moved by as much as the clear distance was changed by, from 650.
    expect([now.a.y, now.b.y]).toEqual([230, 230])
    expect(Math.abs(now.b.x - now.a.x)).toBeCloseTo(5000, 6)
  })

  await test.step('what is selected and goes by another is let go', async () => {
    await board(other).element.focus()
    await other.keyboard.press('Delete')
    await saved(other)
    await expect(traits(page)).toHaveCount(0)
    await page.keyboard.press('Delete')
    await saved(page)
    expect(await stored(server, project, 'wall')).toHaveLength(4)
  })
})
