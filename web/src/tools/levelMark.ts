import { mdiTriangleDownOutline } from '@mdi/js'
import { drawLevelMark, isFromAbove, levelWords, markedHeight } from '@lamina/core/annotate'
import { addLevelMark } from '@lamina/core/edit'
import type { Point } from '@lamina/core/geometry'
import type { Anchor } from '@lamina/core/records'
import { TieFinder, tieOf } from '@lamina/core/ties'
import type { ToolEntry } from './entry'
import { styled, type DrawingBench, type Located, type Tool } from './tool'

/** From what it marks to its symbol, paper mm, where the pointer says nothing. */
const USUAL_SHIFT = 8

/** A level mark: what it marks, then where its figure stands; a name may be typed. */
export function levelMarkTool(bench: DrawingBench): Tool {
  let at: Anchor | null = null

  const tied = (point: Point): Anchor =>
    tieOf({ kind: 'levelMark' }, new TieFinder(bench.scene, bench.board), point, isFromAbove(bench.scene))

  const shiftTo = (anchor: Anchor, to: Located | null): number => {
    const away = to ? (to.raw.x - anchor.last.x) / bench.scale : USUAL_SHIFT
    return Math.round(away * 2) / 2
  }
  function facts(): { readonly name?: string; readonly height?: number } {
    const name = bench.typedText('name').trim()
    const height = bench.typed('height')
    return {
      ...(name ? { name } : {}),
      ...(height !== null && bench.scene.view === 'plan' ? { height } : {}),
    }
  }
  function finish(to: Located | null): void {
    if (!at) return
    const made = { drawing: bench.board.id, at, shiftPaperMm: shiftTo(at, to), ...facts() }
    const change = bench.edit('Level mark', (project, makeId) =>
      addLevelMark(project, { ...made, ...styled(bench.style) }, makeId),
    )
    if (!change) return
    at = null
    bench.clearTyped()
  }

  return {
    prompt: () =>
      at
        ? {
            text: 'Point to where its figure stands, or press Enter.',
            keys: 'Type a name first if it has one · Esc: one step back',
          }
        : {
            text: 'Point to the height to mark: an edge, a corner, a floor.',
            keys: 'Esc: put the tool away',
          },
    fields: () =>
      at
        ? [
            { key: 'name', label: 'name', kind: 'text', shown: '' },
            ...(bench.scene.view === 'plan'
              ? [{ key: 'height', label: 'above the floor', kind: 'length', shown: '' } as const]
              : []),
          ]
        : [],
    last: () => null,
    press(to) {
      if (at) finish(to)
      else at = tied(to.point)
    },
    enter: (to) => finish(to),
    back() {
      if (!at) return false
      at = null
      bench.clearTyped()
      return true
    },
    preview(to) {
      const marked = at ?? (to ? ({ to: 'point', last: to.point } as const) : null)
      if (!marked) return []
      const height = markedHeight(facts(), marked.last, bench.scene)
      if (height === null) return []
      return drawLevelMark(
        { id: null, shiftPaperMm: at ? shiftTo(at, to) : USUAL_SHIFT },
        marked.last,
        levelWords(facts(), height, bench.project),
        isFromAbove(bench.scene),
        bench.scale,
        bench.style,
      )
    },
  }
}

export const LEVEL_MARK_TOOLS = {
  'level-mark': {
    stage: 'annotate',
    under: 'Measure and write',
    name: 'Level mark',
    icon: mdiTriangleDownOutline,
    on: 'drawings',
    make: levelMarkTool,
  },
} satisfies Record<string, ToolEntry>
