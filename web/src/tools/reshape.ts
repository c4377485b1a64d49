import { handlesIn, seenAround } from '@lamina/core/derive'
import { moveHandle, moveInView } from '@lamina/core/edit'
import { standsIn } from '@lamina/core/kinds'
import type { PulledPart } from '@lamina/core/views'
import { formatHeight } from '@lamina/core/units'
import { foresee } from './preview'
import { stepTool, type Step } from './steps'
import type { Bench, Located, Tool } from './tool'

/** Brings one point of what is selected elsewhere: pointed to, or at a typed length and turn from the next one. */
export function reshapeTool(bench: Bench): Tool {
  /** The end of a line is pulled without those in line with it. */
  let alone = false
  const held = () => {
    const now = bench.handle
    const record = now && bench.project.get(now.id)
    return record ? (handlesIn(bench.scene, record, bench.scale)[now.index] ?? null) : null
  }
  return stepTool(bench, {
    label: 'Reshape',
    walls: true,
    step(given) {
      if (given.length > 0) return null
      const now = held()
      return now?.part && now.from
        ? inView(bench, now.part, now.from, alone)
        : {
            ask: 'Type its distance from the next point, or point to where it goes.',
            keys: 'Tab: turn · Esc: leave it where it is',
            from: now?.from ?? null,
          }
    },
    edit([to], project) {
      const now = bench.handle!
      const record = project.get(now.id)
      return bench.scene.view === 'derived' && record && !standsIn(bench.board, record)
        ? moveInView(
            project,
            bench.board.id,
            now.id,
            now.index,
            to!,
            seenAround(bench.scene, bench.scale),
            alone,
          )
        : moveHandle(project, now.id, now.index, to!)
    },
    remark(given) {
      if (held()?.part !== 'level' || given.length === 0) return ''
      const moved = foresee(bench, (project) => this.edit(given, project, () => '')).change?.put.length ?? 0
      return moved > 1 ? `${moved - 1} other level${moved > 2 ? 's follow' : ' follows'}` : ''
    },
    key(letter) {
      const part = held()?.part
      if (letter !== 'a' || (part !== 'line from' && part !== 'line to')) return false
      alone = !alone
      return true
    },
    done: () => bench.putDown(),
  })
}

/** What is asked for a point of something of the building in a view of it. */
function inView(bench: Bench, part: PulledPart, from: { x: number; y: number }, alone: boolean): Step {
  switch (part) {
    case 'level':
      return {
        ask: 'Type the height of the floor above datum, or point to it; what stands on it and above follows.',
        keys: 'Esc: leave it where it is',
        from,
        fields: (at) => [
          {
            key: 'height',
            label: 'floor at',
            kind: 'length',
            shown: formatHeight(bench.typed('height') ?? at?.point.y ?? from.y, bench.units),
          },
        ],
        point: (at: Located | null) => {
          const y = bench.typed('height') ?? at?.point.y
          return y === undefined ? null : { x: from.x, y }
        },
      }
    case 'line from':
    case 'line to':
      return {
        ask: alone ? 'Point to where this line ends.' : 'Point to where the lines on this side end.',
        keys: `A: ${alone ? 'all on this side together' : 'this one alone'} · Esc: leave them where they are`,
        from,
      }
    case 'grid line':
      return {
        ask: 'Type how far the grid line goes, or point to where; the plans follow.',
        keys: 'Tab: turn · Esc: leave it where it is',
        from,
      }
    case 'place':
    case 'sill':
    case 'head':
    case 'start jamb':
    case 'end jamb':
    case 'top':
    case 'foot':
    case 'eaves':
      return {
        ask: 'Type how far it goes, or point to where; the plan follows.',
        keys: 'Tab: turn · Esc: leave it where it is',
        from,
      }
  }
}
