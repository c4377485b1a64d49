import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { stage } from './fixture'
import { readPdf, type ReadPage } from './pdf'

/** The sheet set of the open project as it is plotted. */
export async function plottedSet(page: Page): Promise<Uint8Array> {
  await stage(page, 'issue')
  const coming = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Whole sheet set' }).click()
  return readFileSync(await (await coming).path())
}

/** The pages of the same. */
export const plottedPages = async (page: Page): Promise<readonly ReadPage[]> =>
  (await readPdf(await plottedSet(page))).pages
