import { mdiEllipseOutline, mdiHexagonOutline, mdiVectorBezier } from '@mdi/js'
import {
  add,
  angleOf,
  cross,
  distance,
  leftOf,
  offsetFrom,
  size,
  subtract,
  times,
  unitAt,
  type Point,
} from '@lamina/core/geometry'
import type { Shape } from '@lamina/core/records'
import { LIKELY, adder, lengthField, nextWay, radialPoint, type Way } from './drawing'
import { rectangleShape } from './rectangle'
import { stepTool, type Given } from './steps'
import type { Bench, Tool } from './tool'
import type { ToolEntry } from './entry'

export function ellipseTool(bench: Bench): Tool {
  const make = adder(bench, 'layer-outlines')
  function shape(given: Given): Shape {
    const [centre, end, side] = given as [Point, Point, Point]
    const axis = subtract(end, centre)
    const length = size(axis)
    const u = times(axis, 1 / (length || 1))
    const other = Math.abs(cross(u, subtract(side, centre)))
    const longer = other > length
    return {
      form: 'ellipse',
      centre,
      major: longer ? times(leftOf(u), other) : axis,
      ratio: Math.min(1, Math.max(0.001, longer ? length / other : other / (length || 1))),
      from: 0,
      sweep: 2 * Math.PI,
    }
  }
  return stepTool(bench, {
    label: 'Ellipse',
    step(given) {
      if (given.length === 0) return { ask: 'Point to its centre.' }
      if (given.length === 1)
        return { ask: 'Point to the end of one half axis, or type its length.', least: LIKELY }
      if (given.length > 2) return null
      const [centre, end] = given as [Point, Point]
      const u = times(subtract(end, centre), 1 / (distance(centre, end) || 1))
      return {
        ask: 'Type the other half axis, or point.',
        from: centre,
        fields: (at) => [
          lengthField(bench, 'half', 'half axis', at ? Math.abs(cross(u, subtract(at.point, centre))) : 0),
        ],
        point: (at) => {
          const half = bench.typed('half')
          return half === null ? (at?.point ?? null) : offsetFrom(centre, u, 0, half)
        },
      }
    },
    edit: (given, project, makeId) => make(shape(given))(project, makeId),
  })
}

export const POLYGON_WAYS: readonly Way[] = [
  { id: 'corners', name: 'Corners on the circle' },
  { id: 'sides', name: 'Sides touch the circle' },
]

export function polygonTool(bench: Bench): Tool {
  const way = (): string => bench.way('corners')
  const make = adder(bench, 'layer-outlines')
  const count = (): number => Math.round(bench.typed('sides') ?? bench.values.polygonSides)
  return stepTool(bench, {
    label: 'Polygon',
    step(given) {
      if (given.length === 0) return { ask: 'Point to its centre.', keys: 'A: another way' }
      if (given.length > 1) return null
      return {
        ask:
          way() === 'corners'
            ? 'Type the radius to a corner, or point to one.'
            : 'Type the radius to a side, or point to its middle.',
        keys: 'Tab: how many sides · A: another way',
        fields: (at) => [
          lengthField(bench, 'radius', 'radius', at ? distance(given[0]!, at.point) : 0),
          { key: 'sides', label: 'sides', kind: 'number', shown: String(bench.values.polygonSides) },
        ],
        point: (at) => radialPoint(bench, given[0]!, at),
      }
    },
    edit(given, project, makeId) {
      const [centre, p] = given as [Point, Point]
      const n = Math.min(200, Math.max(3, count()))
      const start = angleOf(subtract(p, centre)) + (way() === 'sides' ? Math.PI / n : 0)
      const radius = distance(centre, p) / (way() === 'sides' ? Math.cos(Math.PI / n) : 1)
      const corners = Array.from({ length: n }, (_, i) =>
        add(centre, times(unitAt(start + (2 * Math.PI * i) / n), radius)),
      )
      return make(rectangleShape(corners))(project, makeId)
    },
    key: (letter) => letter === 'a' && (bench.setWay(nextWay(POLYGON_WAYS, way())), true),
  })
}

/** A smooth curve through points; Enter ends it, C closes it. */
export function curveTool(bench: Bench): Tool {
  const make = adder(bench, 'layer-lines')
  let ring = false
  const tool = stepTool(bench, {
    label: 'Smooth curve',
    step: (given) =>
      ring && given.length > 2
        ? null
        : {
            ask:
              given.length === 0 ? 'Point to where the curve starts.' : 'Point on, or press Enter to end it.',
            keys: 'Enter: ends here · C: closed · Backspace: one point back',
            least: LIKELY,
          },
    enough: (given) => given.length > 1,
    edit: (given, project, makeId) =>
      make({ form: 'curve', points: given.map(({ x, y }) => ({ x, y })), closed: ring && given.length > 2 })(
        project,
        makeId,
      ),
    done: () => (ring = false),
  })
  return {
    ...tool,
    key(letter) {
      if (letter !== 'c') return false
      ring = true
      tool.enter(null)
      ring = false
      return true
    },
  }
}

/** Other shapes. */
export const SHAPE_TOOLS = {
  ellipse: {
    stage: 'fit-out',
    under: 'Lines',
    name: 'Ellipse',
    icon: mdiEllipseOutline,
    layer: 'layer-outlines',
    on: 'any',
    make: ellipseTool,
  },
  polygon: {
    stage: 'fit-out',
    under: 'Lines',
    name: 'Polygon',
    icon: mdiHexagonOutline,
    ways: POLYGON_WAYS,
    layer: 'layer-outlines',
    on: 'any',
    make: polygonTool,
  },
  curve: {
    stage: 'fit-out',
    under: 'Lines',
    name: 'Smooth curve',
    icon: mdiVectorBezier,
    layer: 'layer-lines',
    on: 'any',
    make: curveTool,
  },
} satisfies Record<string, ToolEntry>
