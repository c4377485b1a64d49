import type { Page } from '@playwright/test'
import { expect } from './fixture'
import type { TestServer } from './server'

export const PASSWORD = 'four plain words here'

/** The link by which the first person comes, as the server said it. */
export async function firstLink(server: TestServer): Promise<string> {
  await expect.poll(() => server.said).toMatch(/\/join#[\w-]+/)
  return /http\S+\/join#[\w-]+/.exec(server.said)![0]
}

export async function come(page: Page, link: string, name: string, signIn: string): Promise<void> {
  await page.goto(link)
  await page.getByLabel('Name', { exact: true }).fill(name)
  await page.getByLabel('Name to sign in with').fill(signIn)
  await page.getByLabel('Password', { exact: true }).fill(PASSWORD)
  await page.getByRole('button', { name: 'Come in' }).click()
  await expect(page.getByRole('heading', { name: 'Projects' })).toBeVisible()
}

export async function signIn(page: Page, name: string, password = PASSWORD): Promise<void> {
  await page.getByLabel('Name to sign in with').fill(name)
  await page.getByLabel('Password', { exact: true }).fill(password)
  await page.getByRole('button', { name: 'Sign in' }).click()
}
