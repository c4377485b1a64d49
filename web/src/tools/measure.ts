import { distance, type Point } from '@lamina/core/geometry'
import { textItem } from '@lamina/core/display'
import { formatLength } from '@lamina/core/units'
import { polarFields } from './polar'
import type { Bench, Tool } from './tool'

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
      const x = formatLength(Math.abs(at.point.x - last.x), units)
      const y = formatLength(Math.abs(at.point.y - last.y), units)
      const sum = points.length > 1 ? ` · in all ${formatLength(run(at.point), units)}` : ''
      return `x ${x} · y ${y}${sum}`
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
