import { mdiCursorDefaultOutline } from '@mdi/js'
import { distance, type Point } from '@lamina/core/geometry'
import { insideAt, pickAt } from '@lamina/core/locate'
import type { Id } from '@lamina/core/records'
import type { ToolEntry } from './entry'
import { toggled } from './steps'
import type { Bench, Located, Tool } from './tool'

/** What was selected last, and where: there the next press takes what lies beneath. */
let last: { readonly at: Point; readonly id: Id } | null = null

/** Selects what is pointed to, by the arrow keys too: for Traits and whatever changes it. */
export function pickTool(bench: Bench): Tool {
  function press(at: Located): void {
    const found = [
      ...new Set([
        ...pickAt(bench.picture, bench.scene.building, at.raw, bench.reach),
        ...insideAt(bench.picture, bench.project, at.raw),
      ]),
    ]
    if (found.length === 0) {
      bench.warn('There is nothing here to select.')
      return
    }
    const isAgain = last !== null && distance(last.at, at.raw) < bench.reach
    const id = found[isAgain ? (found.indexOf(last!.id) + 1) % found.length : 0]!
    last = { at: at.raw, id }
    if (!at.locked) {
      bench.select([id])
      bench.putDown()
    } else bench.select(toggled(bench.selection, id))
  }
  return {
    free: true,
    prompt: () => ({
      text: 'Point to what is to be selected.',
      keys: 'Arrow keys and Enter, or press · the same place again: what lies beneath · Shift: several · Esc: that is all',
    }),
    fields: () => [],
    last: () => null,
    press,
    enter: () => bench.putDown(),
    back: () => false,
    preview: () => [],
  }
}

export const PICK_TOOLS = {
  pick: {
    stage: 'walls',
    under: null,
    name: 'Select by pointing',
    icon: mdiCursorDefaultOutline,
    change: true,
    keeps: true,
    on: 'any',
    make: pickTool,
  },
} satisfies Record<string, ToolEntry>
