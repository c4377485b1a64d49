import type { Block, DraftItem } from '../../../records'
import { block } from '../block'
import { metal } from '../section'

const slug = (name: string): string =>
  name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')

/** What categories of parts begin with. */
const DETAIL = 'Detail: '

/** Whether a category holds parts for details: small things, drawn at large scales. */
export const isDetailPart = (category: string): boolean => category.startsWith(DETAIL)

/** A part for details of a category, in true size. */
export const part =
  (category: string) =>
  (name: string, items: DraftItem[]): Block =>
    block(`part-${slug(name)}`, name, category, items)

/** A rolled angle, its corner at the base point. */
export const angle = (b: number, h: number, t: number): DraftItem[] =>
  metal(0, 0, b, 0, b, t, t, t, t, h, 0, h)
