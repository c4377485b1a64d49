import type { SentChange } from '@lamina/core/edit'
import type { Change } from '@lamina/core/records'
import { selfId, windowId as client } from './browser'
import { makeId } from './ids'

/** The first change of a new project, as the server takes it. */
export const firstChange = (change: Change): SentChange => ({
  id: makeId(),
  client,
  by: selfId(),
  base: 0,
  label: 'New project',
  change,
  was: [],
  undoes: null,
})
