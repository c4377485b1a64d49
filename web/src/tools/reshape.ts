import { handlesIn } from '@lamina/core/derive'
import { moveHandle, moveInView } from '@lamina/core/edit'
import { standsIn } from '@lamina/core/kinds'
import { stepTool } from './steps'
import type { Bench, Tool } from './tool'

/** Brings one point of what is selected elsewhere: pointed to, or at a typed length and turn from the next one. */
export function reshapeTool(bench: Bench): Tool {
  const from = (): { x: number; y: number } | null => {
    const now = bench.handle
    const record = now && bench.project.get(now.id)
    return record ? (handlesIn(bench.scene, record)[now.index]?.from ?? null) : null
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
      const record = project.get(now.id)
      return bench.scene.view === 'derived' && record && !standsIn(bench.board, record)
        ? moveInView(project, bench.board.id, now.id, now.index, to!)
        : moveHandle(project, now.id, now.index, to!)
    },
    done: () => bench.putDown(),
  })
}
