import type { Page } from '@playwright/test'
import { board, choose, expect, newProject, putAway, saved, stage, test, wallAt } from './fixture'
import { faults } from './levelAA'
import { isPainted } from './painted'
import { PASSWORD, come, firstLink, signIn } from './people'

test.use({
  samples: false,
  settings: { LAMINA_SIGN_IN: '1' },
  expectedErrors: [/status of 40[134]/],
})

/** A link for somebody new, made by who keeps the persons. */
async function newLink(page: Page): Promise<string> {
  await page.goto('/persons')
  await page.getByRole('button', { name: 'Make a link' }).click()
  return (await page.getByTestId('link').textContent())!
}

/** Says what somebody may do in a project. */
async function share(page: Page, project: string, who: string, what: string): Promise<void> {
  await page.goto('/')
  await page.getByRole('button', { name: `More for ${project}`, exact: true }).click()
  await page.getByText('Who may do what', { exact: true }).click()
  await choose(page, `What ${who} may do`, what)
  await expect(
    page.locator('.v-select', { has: page.getByRole('combobox', { name: `What ${who} may do` }) }),
  ).toContainText(what)
  await page.getByRole('button', { name: 'Close' }).click()
}

test('people come by links, are let into projects, draw under their names, and are signed out', async ({
  page,
  other,
  server,
}) => {
  test.slow()
  await test.step('nobody gets in; the first comes by the link that the server says', async () => {
    await page.goto('/new')
    await expect(page).toHaveURL(/\/sign-in\?then=\/new$/)
    expect(await faults(page, 'sign in', 'all')).toEqual([])
    await signIn(page, 'nobody', 'a wrong password')
    await expect(page.getByText('This name and this password do not belong together.')).toBeVisible()
    const link = await firstLink(server)
    await page.goto(link)
    await expect(page.getByText('You keep the persons here')).toBeVisible()
    expect(await faults(page, 'join', 'all')).toEqual([])
    await come(page, link, 'Ada Test', 'ada@office.example')
    await expect(page.getByTestId('me')).toHaveText('AT')
    await other.goto(link)
    await expect(other.getByText('This link is not good any more.')).toBeVisible()
  })

  let project = ''
  await test.step('initials are in the title block of what they make', async () => {
    project = await newProject(page, { name: 'House of persons' })
    await wallAt(page, 0)
    await saved(page)
    await stage(page, 'compose')
    await expect(page.getByLabel('Drawn', { exact: true })).toHaveValue('AT')
  })

  await test.step('another comes by a link, and knows of no project', async () => {
    const link = await newLink(page)
    expect(await faults(page, 'persons', 'all')).toEqual([])
    await come(other, link, 'Ben Test', 'ben@office.example')
    await expect(other.getByText('No project yet.')).toBeVisible()
    await other.goto(`/project/${project}`)
    await expect(other.getByText('There is no such project.')).toBeVisible()
  })

  await test.step('a reader looks, and is told that they cannot draw', async () => {
    await share(page, 'House of persons', 'Ben Test', 'Reads: looks, measures, plots')
    await other.goto(`/project/${project}`)
    await expect(other.getByText('Reading', { exact: true })).toBeVisible()
    await other.keyboard.press('w')
    await board(other).press(0, 600)
    await board(other).move(3000, 600)
    await board(other).type('4000')
    await expect(other.getByText('You read this project. Its owner can make you a drafter.')).toBeVisible()
    await putAway(other)
    await page.goto(`/project/${project}`)
    await expect(other.getByTestId('others')).toHaveAccessibleName('1 other here')
    await wallAt(page, 1200)
    await expect.poll(() => isPainted(board(other), 2000, 1200)).toBe(true)
    await other.getByTestId('others').click()
    await expect(other.locator('.v-overlay .v-list')).toContainText('Ada Test')
    await other.keyboard.press('Escape')
  })

  await test.step('a drafter draws, and the history tells who did', async () => {
    await share(page, 'House of persons', 'Ben Test', 'Drafts: draws, composes, issues')
    await other.reload()
    await expect(board(other).element).toBeVisible()
    await wallAt(other, 600)
    await saved(other)
    await page.goto(`/project/${project}/history`)
    await expect(page.getByRole('region', { name: 'Changes' })).toContainText('Ben Test')
    await choose(page, 'Made by', 'Ben Test')
    await expect(page.getByRole('region', { name: 'Changes' }).getByRole('button')).toHaveCount(1)
  })

  await test.step('who is signed out goes on drawing, and it is stored when they sign in again', async () => {
    await page.goto('/persons')
    await page
      .getByRole('listitem')
      .filter({ hasText: 'Ben Test' })
      .getByRole('button', { name: 'Sign out' })
      .click()
    await expect(page.getByText('Ben Test is signed out everywhere.')).toBeVisible()
    await putAway(other)
    await wallAt(other, 1800)
    await expect(other.getByTestId('saved')).toHaveText('Signed out, kept on this computer')
    await other.getByRole('link', { name: 'Sign in' }).click()
    await signIn(other, 'Ben@Office.example', PASSWORD)
    await expect(board(other).element).toBeVisible()
    await saved(other)
    const answer = await page.request.get(`/api/projects/${project}`)
    const { records } = (await answer.json()) as { records: { kind: string; a?: { y: number } }[] }
    const ys = records.filter(({ kind }) => kind === 'wall').map(({ a }) => a!.y)
    expect(ys.sort((p, q) => p - q)).toEqual([0, 600, 1200, 1800])
  })

  await test.step('what was done is written down', async () => {
    await page.goto('/persons')
    const log = page.getByRole('region', { name: 'What was done' })
    await expect(log).toContainText('Ben Test signed in')
    await expect(log).toContainText('Somebody tried to sign in and was refused: nobody')
    await expect(log).toContainText('Ada Test changed who may do what')
  })

  await test.step('one’s own password is changed; signed out, nothing is seen', async () => {
    await other.goto('/persons')
    await expect(other.getByRole('region', { name: 'What was done' })).toHaveCount(0)
    await other.getByLabel('Password now').fill(PASSWORD)
    await other.getByLabel('New password').fill('other plain words here')
    await other.getByRole('button', { name: 'Change the password' }).click()
    await expect(other.getByText('Your password is changed.')).toBeVisible()
    await other.getByTestId('me').click()
    await other.getByText('Sign out', { exact: true }).click()
    await expect(other).toHaveURL(/\/sign-in$/)
    await other.goto(`/project/${project}`)
    await expect(other).toHaveURL(/\/sign-in\?then=/)
    await signIn(other, 'ben@office.example', 'other plain words here')
    await expect(board(other).element).toBeVisible()
  })
})

test('settings that leave the door open are refused in a sentence', async ({ server }) => {
  const refused = await server.second({ HOST: '0.0.0.0' })
  expect(refused.code).toBe(2)
  expect(refused.said).toContain('Beyond this computer Lamina is reached over TLS alone.')
  const half = await server.second({ LAMINA_TLS_CERT: '/nowhere.pem' })
  expect([half.code, half.said]).toEqual([
    2,
    'LAMINA_TLS_CERT and LAMINA_TLS_KEY go together: name both files, or neither.\n',
  ])
})
