import type { SentChange } from '@lamina/core/edit'
import { keepFile, safeName } from './keepFile'

/** Hands changes that are nowhere else to the person's downloads, with the records they change. */
export function keepChanges(name: string, changes: readonly SentChange[]): void {
  const text = JSON.stringify({ lamina: 'changes', version: 1, changes }, null, 1)
  keepFile(new Blob([text], { type: 'application/json' }), `${safeName(`${name} changes`)}.json`)
}
