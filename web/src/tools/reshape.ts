import { moveHandle } from '@lamina/core/edit'
import { handlesOf } from '@lamina/core/kinds'
import { stepTool } from './steps'
import type { Bench, Tool } from './tool'

/** Brings one point of what is selected elsewhere: pointed to, or at a typed length and turn from the next one. */
export function reshapeTool(bench: Bench): Tool {
  const from = (): { x: number; y: number } | null => {
    const now = bench.handle
    const record = now && bench.project.get(now.id)
    return record ? (handlesOf(record)[now.index]?.from ?? null) : null
  }
  return stepTool(bench, {
    label: 'Reshape',
    walls: true,
    step: (given) =>
      given.length > 0
        ? null
        : {
            ask: 'Type its distance from the next point, or point to where it goes.',
            keys: 'Tab: turn · Esc: leave it where it is',
            from: from(),
          },
    edit([to], project) {
      const now = bench.handle!
      return moveHandle(project, now.id, now.index, to!)
    },
    done: () => bench.putDown(),
  })
}
