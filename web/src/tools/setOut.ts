import { axesOf } from '@lamina/core/records'
import { mdiAxisArrow, mdiDotsGrid, mdiLandFields, mdiSetSquare } from '@mdi/js'
import { EditRefused, addGridLine, addGuide, setFacts } from '@lamina/core/edit'
import {
  PARALLEL,
  angleOf,
  isStraight,
  normalAngle,
  offsetFrom,
  subtract,
  unitAt,
  type Edge,
  type Point,
} from '@lamina/core/geometry'
import { formatAngle, formatLength } from '@lamina/core/units'
import { nextWay, type Way } from './drawing'
import { segmentItem } from './preview'
import { stepTool } from './steps'
import type { Bench, Tool, DrawingBench, PlanBench } from './tool'
import { chainTool } from './polyline'
import type { ToolEntry } from './entry'

/** The straight line of the drawing nearest to the pointer. */
export function edgeUnder(bench: Bench, p: Point): Edge | null {
  let best: Edge | null = null
  let bestAway = bench.reach
  for (const { edge } of bench.field.edgesNear(p, bench.reach)) {
    if (!isStraight(edge)) continue
    const u = unitAt(angleOf(subtract(edge.b, edge.a)))
    const away = Math.abs(u.x * (p.y - edge.a.y) - u.y * (p.x - edge.a.x))
    if (away < bestAway) {
      best = edge
      bestAway = away
    }
  }
  return best
}

/** Grid lines with balloons, named on: 1, 2, 3 … or A, B, C … */
export function gridTool(bench: PlanBench): Tool {
  return stepTool(bench, {
    label: 'Grid line',
    step: (given) =>
      given.length === 0
        ? {
            ask: 'Point to where the grid line starts.',
            keys: 'Upright lines get numbers, level ones letters, unless a name is typed',
          }
        : given.length === 1
          ? {
              ask: 'Type its length, or point to its end; Tab for its name.',
              fields: (at) => {
                const d = at ? subtract(at.point, given[0]!) : { x: 0, y: 0 }
                return [
                  {
                    key: 'along',
                    label: 'along',
                    kind: 'length',
                    shown: formatLength(Math.hypot(d.x, d.y), bench.units),
                    least: 500,
                  },
                  {
                    key: 'turn',
                    label: 'turn',
                    kind: 'angle',
                    shown: formatAngle(normalAngle(angleOf(d)), 1),
                  },
                  { key: 'name', label: 'name', kind: 'text', shown: '' },
                ]
              },
            }
          : null,
    edit: ([a, b], project, makeId) =>
      addGridLine(project, { a: a!, b: b!, name: bench.typedText('name') }, makeId),
  })
}

export const GUIDE_WAYS: readonly Way[] = [
  { id: 'point', name: 'Through a point, at an angle' },
  { id: 'edge', name: 'Beside an edge' },
]

/** Endless lines to draw by: through a point at an angle, or at a distance beside an edge. */
export function guideTool(bench: Bench): Tool {
  const way = (): string => bench.way('point')
  let edge: Edge | null = null
  return stepTool(bench, {
    label: 'Guide',
    step(given) {
      const keys = 'A: another way · Esc: one step back'
      if (way() === 'point') {
        if (given.length === 0)
          return { ask: 'Point to where the guide runs through.', keys: 'A: beside an edge' }
        return given.length > 1
          ? null
          : {
              ask: 'Type its angle, or point along it.',
              keys,
              fields: (at) => [
                {
                  key: 'turn',
                  label: 'turn',
                  kind: 'angle',
                  shown: formatAngle(at ? normalAngle(angleOf(subtract(at.point, given[0]!))) : 0, 2),
                },
              ],
            }
      }
      if (given.length === 0)
        return {
          ask: 'Point to the edge.',
          keys: 'A: through a point',
          fields: () => [],
          point: (at) => {
            edge = at && edgeUnder(bench, at.raw)
            return edge ? at!.raw : null
          },
        }
      if (given.length > 1) return null
      return {
        ask: 'Type the distance, to the side pointed to.',
        keys,
        from: null,
        fields: (at) => [
          {
            key: 'by',
            label: 'by',
            kind: 'length',
            shown: formatLength(Math.abs(aside(at?.point ?? given[0]!)), bench.units),
          },
        ],
        point: (at) => {
          const pointed = at ? aside(at.point) : 1
          const typed = bench.typed('by')
          const by = typed === null ? pointed : pointed < 0 ? -typed : typed
          return edge ? offsetFrom(edge.a, direction(edge), 0, by) : null
        },
      }
    },
    edit([p, q], project, makeId) {
      if (way() === 'edge') {
        if (!edge) throw new EditRefused('nothing', 'Point to the edge first.')
        return addGuide(project, bench.board.id, q!, angleOf(direction(edge)), makeId)
      }
      const typed = bench.typed('turn')
      return addGuide(project, bench.board.id, p!, typed ?? angleOf(subtract(q!, p!)), makeId)
    },
    key: (letter) => letter === 'a' && (bench.setWay(nextWay(GUIDE_WAYS, way())), true),
  })
  function aside(p: Point): number {
    if (!edge) return 0
    const u = direction(edge)
    return u.x * (p.y - edge.a.y) - u.y * (p.x - edge.a.x)
  }
}

const direction = (edge: Edge): Point => unitAt(angleOf(subtract(edge.b, edge.a)))

/** Turns the board's working axes to an edge, or to a typed angle; pointing clear of everything sets them level. */
export function axesTool(bench: DrawingBench): Tool {
  function set(angle: number): void {
    // A quarter turn makes no other axes.
    const quarter = Math.PI / 2
    const turn = angle - Math.round(angle / quarter) * quarter
    bench.edit('Working axes', (project) =>
      setFacts(project, 'drawing', bench.board.id, { axes: Math.abs(turn) < PARALLEL ? undefined : turn }),
    )
    bench.clearTyped()
  }
  return {
    free: true,
    prompt: () => ({
      text: 'Point to an edge that the working axes are to follow, or type the turn.',
      keys: 'Clear of everything: level again',
    }),
    fields: () => [{ key: 'turn', label: 'turn', kind: 'angle', shown: formatAngle(axesOf(bench.board), 2) }],
    last: () => null,
    press(at) {
      const edge = edgeUnder(bench, at.raw)
      set(edge ? angleOf(subtract(edge.b, edge.a)) : 0)
    },
    enter(at) {
      const typed = bench.typed('turn')
      if (typed !== null) set(typed)
      else if (at) this.press(at)
    },
    back: () => false,
    preview(at) {
      const edge = at && edgeUnder(bench, at.raw)
      return edge ? [segmentItem(edge.a, edge.b, 'cut')] : []
    },
  }
}

/** Tools to set out by. */
export const SET_OUT_TOOLS = {
  grid: {
    stage: 'set-out',
    under: 'Set out',
    name: 'Grid line',
    icon: mdiDotsGrid,
    on: 'plans',
    make: gridTool,
  },
  guide: {
    stage: 'set-out',
    under: 'Set out',
    name: 'Guide',
    icon: mdiSetSquare,
    ways: GUIDE_WAYS,
    on: 'any',
    make: guideTool,
  },
  boundary: {
    stage: 'set-out',
    under: 'Set out',
    name: 'Site boundary',
    icon: mdiLandFields,
    layer: 'layer-boundary',
    on: 'drawings',
    make: (bench) =>
      chainTool(bench, {
        label: 'Site boundary',
        layer: 'layer-boundary',
        bearings: true,
        means: 'site boundary',
      }),
  },
  axes: {
    stage: 'set-out',
    under: 'Set out',
    name: 'Working axes',
    icon: mdiAxisArrow,
    on: 'drawings',
    make: axesTool,
  },
} satisfies Record<string, ToolEntry>
