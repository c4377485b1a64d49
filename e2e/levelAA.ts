import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import { expect } from './fixture'

/** What does not hold at level AA of WCAG 2.1, in a part of the page or all of it: the rule and where. */
export async function faults(
  page: Page,
  where: string,
  rules: 'all' | 'contrast',
  part?: string,
): Promise<string[]> {
  // There are no frames in it, so no second page is opened for what they would say.
  const axe = new AxeBuilder({ page }).setLegacyMode()
  if (part) {
    await expect(page.locator(part)).toBeVisible()
    axe.include(part)
  }
  if (rules === 'all') axe.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa'])
  // Another theme is other colours, and nothing else.
  else axe.withRules(['color-contrast'])
  const { violations } = await axe.analyze()
  return violations.flatMap(({ id, nodes }) =>
    nodes.map(
      ({ target, failureSummary }) => `${where}: ${id} at ${target.join(' ')}: ${failureSummary ?? ''}`,
    ),
  )
}
