import type { AnyRecord, Change } from '../records'
import type { Meant } from './merge'

/**
 * What takes a change back, whatever others changed since: the facts it changed are meant to be as before, on what it made.
 * @param inverse what takes it back where nothing changed since
 */
export const takingBack = (change: Change, inverse: Change): Meant => ({ ...inverse, was: change.put })

/** The same of a change that tells what it was made on, wherever it is by now. */
export function takingBackSent({ change, was }: { change: Change; was: readonly AnyRecord[] }): Meant {
  const before = new Set(was.map(({ id }) => id))
  const made = change.put.flatMap(({ id }) => (before.has(id) ? [] : [id]))
  return takingBack(change, { put: [...was], drop: made })
}
