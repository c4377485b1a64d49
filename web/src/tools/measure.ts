import { mdiTapeMeasure } from '@mdi/js'
import {
  angleOf,
  distance,
  normalAngle,
  pathArea,
  pathLength,
  pathOfPoints,
  subtract,
  type Point,
} from '@lamina/core/geometry'
import { textItem } from '@lamina/core/display'
import { formatAngle, formatArea, formatLength } from '@lamina/core/units'
import { polarFields } from './polar'
import type { Bench, Figure, Tool } from './tool'
import type { ToolEntry } from './entry'

/** Distances from point to point with their x and y parts and the running sum. Nothing is stored. */
export function measureTool(bench: Bench): Tool {
  let points: Point[] = []
  const run = (to: Point | null): number => {
    let sum = 0
    const all = to ? [...points, to] : points
    for (let i = 1; i < all.length; i++) sum += distance(all[i - 1]!, all[i]!)
    return sum
  }
  return {
    walls: true,
    prompt: () =>
      points.length === 0
        ? { text: 'Point to where the distance starts.', keys: 'Nothing is drawn' }
        : { text: 'Point to where it ends, and on for a running sum.', keys: 'Esc: begin anew' },
    fields: (at) => (points.length > 0 ? polarFields(bench, points[points.length - 1]!, at) : []),
    remark(at) {
      const last = points[points.length - 1]
      if (!last || !at) return ''
      const { units } = bench
      const all = [...points, at.point]
      const words = [
        `x ${formatLength(Math.abs(at.point.x - last.x), units)}`,
        `y ${formatLength(Math.abs(at.point.y - last.y), units)}`,
      ]
      const before = points[points.length - 2]
      if (before) {
        words.push(`in all ${formatLength(run(at.point), units)}`)
        const turn = angleOf(subtract(at.point, last)) - angleOf(subtract(before, last))
        words.push(`angle ${formatAngle(Math.abs(normalAngle(turn)), 2)}`)
        const ring = pathOfPoints(all, true)
        words.push(
          `area ${formatArea(Math.abs(pathArea(ring)), units)}, around ${formatLength(pathLength(ring), units)}`,
        )
      }
      return words.join(' · ')
    },
    figures() {
      const [before, a, b] = [points.at(-3), points.at(-2), points.at(-1)]
      if (!a || !b) return []
      const found: Figure[] = [
        { key: 'enter', name: '', kind: 'length', value: distance(a, b) },
        { key: 't', name: 'turn', kind: 'angle', value: angleOf(subtract(b, a)) },
      ]
      if (before) {
        const between = normalAngle(angleOf(subtract(b, a)) - angleOf(subtract(before, a)))
        found.push(
          { key: 's', name: 'in all', kind: 'length', value: run(null) },
          { key: 'w', name: 'angle', kind: 'angle', value: Math.abs(between) },
        )
      }
      return found
    },
    last: () => points[points.length - 1] ?? null,
    press(at) {
      points = [...points, at.point]
    },
    enter(at) {
      if (at) points = [...points, at.point]
    },
    back() {
      if (points.length === 0) return false
      points = []
      return true
    },
    preview(at) {
      const all = at ? [...points, at.point] : points
      if (all.length < 2) return []
      return all.slice(1).flatMap((q, i) => {
        const p = all[i]!
        const middle = { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 + bench.reach }
        return [
          { kind: 'segments' as const, pen: 'seen' as const, points: [p.x, p.y, q.x, q.y], source: null },
          textItem(formatLength(distance(p, q), bench.units), middle, {
            height: bench.reach * 0.9,
            align: 'middle',
          }),
        ]
      })
    },
  }
}

/** Measuring. */
export const MEASURE_TOOLS = {
  measure: {
    stage: 'walls',
    under: null,
    name: 'Measure',
    icon: mdiTapeMeasure,
    key: 'q',
    change: true,
    on: 'any',
    make: measureTool,
  },
} satisfies Record<string, ToolEntry>
