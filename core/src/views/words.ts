import type { View } from '../records'

/** What each view is called. */
const WORDS: { readonly [V in View]: string } = {
  plan: 'plan',
  section: 'section',
  elevation: 'elevation',
  interior: 'interior elevation',
  detail: 'detail',
  cutaway: 'cutaway',
  block: 'inside of a block',
}

export const viewWord = (view: View): string => WORDS[view]
