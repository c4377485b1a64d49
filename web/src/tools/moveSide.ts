import { mdiArrowSplitVertical } from '@mdi/js'
import { inWall, type SolvedWall } from '@lamina/core/building'
import { moveWallSideways } from '@lamina/core/edit'
import type { Point } from '@lamina/core/geometry'
import { pictureFrom } from '@lamina/core/derive'
import { pickAt } from '@lamina/core/locate'
import { formatLength } from '@lamina/core/units'
import { foresee, foreseenItems } from './preview'
import type { PlanBench, Located, Tool, Bench } from './tool'
import type { ToolEntry } from './entry'

/** Moves one wall sideways by a typed distance to the side pointed to; what is joined to it follows. */
export function moveSideTool(bench: PlanBench): Tool {
  let chosen: SolvedWall | null = null
  let start: Point | null = null

  function under(at: Located): SolvedWall | null {
    const ids = pickAt(pictureFrom([]), bench.scene.building, at.raw, bench.reach)
    return ids[0] ? (bench.scene.building.get(ids[0]) ?? null) : null
  }
  /** To the left of the wall's direction: typed, on the side the pointer is on, or as far as the pointer. */
  function by(at: Located | null): number {
    if (!chosen || !start) return 0
    const pointed = at ? inWall(chosen.shape, at.point).aside - inWall(chosen.shape, start).aside : 0
    const typed = bench.typed('by')
    return typed === null ? pointed : pointed < 0 ? -typed : typed
  }
  const work = (at: Located | null) => {
    const distance = by(at)
    const { id } = chosen!.shape
    return (project: Bench['project']) => moveWallSideways(project, id, distance)
  }
  function finish(at: Located | null): void {
    if (bench.edit('Move wall', work(at))) {
      chosen = start = null
      bench.clearTyped()
    }
  }
  return {
    walls: true,
    prompt: () =>
      chosen
        ? { text: 'Point to the side and type how far.', keys: 'Enter: move · Esc: another wall' }
        : { text: 'Point to the wall that moves.', keys: 'Walls joined to it follow' },
    fields: (at) =>
      chosen
        ? [{ key: 'by', label: 'by', kind: 'length', shown: formatLength(Math.abs(by(at)), bench.units) }]
        : [],
    last: () => null,
    press(at) {
      if (!chosen) {
        chosen = under(at)
        start = at.point
        if (!chosen) bench.warn('There is no wall here.')
      } else finish(at)
    },
    enter(at) {
      if (chosen) finish(at)
    },
    back() {
      if (!chosen) return false
      chosen = start = null
      bench.clearTyped()
      return true
    },
    remark: (at) => (chosen && at ? foresee(bench, work(at), at).refused : ''),
    preview(at) {
      if (!chosen) {
        const wall = at && under(at)
        return wall ? foreseenItems(bench, wall.shape.wall) : []
      }
      return foresee(bench, work(at), at).items
    },
  }
}

/** What shapes walls. */
export const SIDE_TOOLS = {
  'move-side': {
    stage: 'walls',
    under: 'Shape',
    name: 'Move side',
    icon: mdiArrowSplitVertical,
    key: 's',
    on: 'plans',
    make: moveSideTool,
  },
} satisfies Record<string, ToolEntry>
