import { placementItems } from '@lamina/core/derive'
import type { Block, Placement } from '@lamina/core/records'
import { formatAngle } from '@lamina/core/units'
import { normalAngle } from '@lamina/core/geometry'
import type { Bench, Located, Tool } from './tool'

/** A block placed again and again, at true size under the pointer, turned as typed. */
export function blockTool(bench: Bench, block: () => Block | undefined): Tool {
  let turn = 0
  let mirrored = false
  const turnNow = (): number => bench.typed('turn') ?? turn

  const placed = (at: Located): Omit<Placement, 'kind'> | null => {
    const chosen = block()
    return chosen
      ? {
          id: 'preview',
          level: bench.drawing.level,
          block: chosen.id,
          at: at.point,
          turn: turnNow(),
          mirrored,
        }
      : null
  }

  function place(at: Located | null): void {
    const now = at && placed(at)
    if (!now) {
      bench.warn('Choose a block in the drawer first.')
      return
    }
    const change = bench.edit('Block', (_project, makeId) => ({
      put: [{ ...now, kind: 'placement', id: makeId() }],
      drop: [],
    }))
    if (!change) return
    turn = normalAngle(turnNow())
    bench.clearTyped()
  }

  return {
    prompt: () => ({
      text: `Point to where the ${block()?.name.toLowerCase() ?? 'block'} stands, or type its turn.`,
      keys: 'R: quarter turn · M: mirrored · Enter: place',
    }),
    fields: () => [{ key: 'turn', label: 'turn', kind: 'angle', shown: formatAngle(turnNow(), 1) }],
    last: () => null,
    press: place,
    enter: place,
    back: () => false,
    key(key) {
      if (key === 'r') {
        turn = normalAngle(turnNow() + Math.PI / 2)
        bench.clearTyped()
      } else if (key === 'm') mirrored = !mirrored
      else return false
      return true
    },
    preview(at) {
      const chosen = block()
      const now = at && placed(at)
      return now && chosen ? placementItems(now, chosen) : []
    },
  }
}
