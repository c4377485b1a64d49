import { ask, expect, newProject, putAway, room, saved, stage, stored, test, tool } from './fixture'

test('letters that overlap are counted, and tidied after a look', async ({ page, server }) => {
  const project = await newProject(page, { name: 'Neat' })
  const plan = await room(page)
  const notes = async () => stored(server, project, 'note')
  await stage(page, 'annotate')
  for (const [text, x] of [
    ['Lime plaster', 1500],
    ['Oak floor', 1700],
    ['Clear of all', 4500],
  ] as const) {
    await tool(page, 'Note')
    await plan.press(x, 2000)
    await page.keyboard.type(text)
    await page.keyboard.press('Enter')
    await putAway(page)
  }
  await expect.poll(async () => (await notes()).length).toBe(3)
  await saved(page)
  const before = await notes()

  await test.step('the overlap is an open matter of the stage', async () => {
    await expect(page.getByText('1 lettering overlaps or is struck at 1:50.')).toBeVisible()
  })

  await test.step('Tidy shows what would move; one that is pressed stays', async () => {
    await ask(page, 'Tidy')
    await expect(page.getByText('Enter puts 1 thing where shown.')).toBeVisible()
    const moved = 1600
    await plan.press(moved, 2040)
    await expect(page.getByText(/Enter puts 0 things where shown, 1 left as it is\./)).toBeVisible()
    await plan.press(moved, 2040)
    await expect(page.getByText('Enter puts 1 thing where shown.')).toBeVisible()
  })

  await test.step('Enter puts it there, and one undo brings it back', async () => {
    await page.keyboard.press('Enter')
    await expect(page.getByText('1 thing stands elsewhere now.')).toBeVisible()
    await expect(page.getByText('1 lettering overlaps or is struck at 1:50.')).toBeHidden()
    await saved(page)
    const after = await notes()
    const other = after.filter(({ id, at }) => {
      const was = before.find((each) => each.id === id)!.at
      return was.x !== at.x || was.y !== at.y
    })
    expect(other).toHaveLength(1)
    expect(other[0]!.text).not.toBe('Clear of all')
    await putAway(page)
    await page.keyboard.press('Control+z')
    await expect.poll(notes).toEqual(before)
  })
})
