import type { Page } from '@playwright/test'
import { board, expect, newProject, saved, stored, test, wallAt } from './fixture'

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
  const project = await newProject(page, { name: 'Second house' })
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
    await expect(page.getByRole('menu')).toContainText('Ground floor plan')
    await page.keyboard.press('Escape')
    await other.goto('/')
    await expect(page.getByTestId('others')).toBeHidden()
    await expect(page.getByTestId('other')).toHaveCount(0)
  })
})
