import type { Change } from '../records'
import type { Meant } from './merge'

/**
 * What takes a change back, whatever others changed since: the facts it changed are meant to be as before, on what it made.
 * @param inverse what takes it back where nothing changed since
 */
export const takingBack = (change: Change, inverse: Change): Meant => ({ ...inverse, was: change.put })
