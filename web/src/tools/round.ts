import { mdiCircleOutline, mdiVectorCurve } from '@mdi/js'
import { EditRefused } from '@lamina/core/edit'
import {
  ROUNDING,
  add,
  angleOf,
  arcFrom,
  arcThrough,
  cross,
  directionOn,
  distance,
  edgesOf,
  isStraight,
  leftOf,
  normalAngle,
  offsetFrom,
  pathOf,
  subtract,
  times,
  unitAt,
  type Edge,
  type Point,
} from '@lamina/core/geometry'
import { shapeOfPath, shapePath } from '@lamina/core/linework'
import { formatAngle, formatLength } from '@lamina/core/units'
import { LIKELY, adder, lengthField, nextWay, radialPoint, type Way } from './drawing'
import { stepTool, type Given } from './steps'
import type { Bench, Tool } from './tool'
import type { ToolEntry } from './entry'

export const CIRCLE_WAYS: readonly Way[] = [
  { id: 'radius', name: 'Centre and radius' },
  { id: 'two', name: 'Two points across' },
  { id: 'three', name: 'Three points' },
]

export const ARC_WAYS: readonly Way[] = [
  { id: 'three', name: 'Three points' },
  { id: 'centre', name: 'Centre, start, end' },
  { id: 'radius', name: 'Start, end, radius' },
  { id: 'on', name: 'On from the last line' },
]

/** The circle through three points; null when they lie in one line. */
export function circleThrough(a: Point, b: Point, c: Point): { centre: Point; radius: number } | null {
  const edge = arcThrough(a, b, c)
  if (edge.sweep === 0) return null
  const middle = times(add(a, c), 0.5)
  const half = distance(a, c) / 2
  if (half < ROUNDING) return null
  const u = times(subtract(c, a), 1 / (2 * half))
  const centre = add(middle, times(leftOf(u), half / Math.tan(edge.sweep / 2)))
  return { centre, radius: distance(centre, a) }
}

export function circleTool(bench: Bench): Tool {
  const way = (): string => bench.way('radius')
  const make = adder(bench, 'layer-outlines')
  function circle(given: Given): { centre: Point; radius: number } | null {
    const [a, b, c] = given
    if (!a || !b) return null
    if (way() === 'radius') return { centre: a, radius: distance(a, b) }
    if (way() === 'two') return { centre: times(add(a, b), 0.5), radius: distance(a, b) / 2 }
    return c ? circleThrough(a, b, c) : null
  }
  return stepTool(bench, {
    label: 'Circle',
    step(given) {
      const keys = 'A: another way · Esc: one step back'
      if (given.length === 0)
        return {
          ask: way() === 'radius' ? 'Point to its centre.' : 'Point to a point of the circle.',
          keys: 'A: another way',
        }
      if (way() === 'radius')
        return given.length > 1
          ? null
          : {
              ask: 'Type its radius, or point.',
              keys: 'Tab: across · A: another way',
              fields: (at) => {
                const r = at ? distance(given[0]!, at.point) : 0
                return [
                  lengthField(bench, 'radius', 'radius', r),
                  lengthField(bench, 'across', 'across', 2 * r),
                ]
              },
              point: (at) => radialPoint(bench, given[0]!, at),
            }
      if (way() === 'two')
        return given.length > 1
          ? null
          : { ask: 'Point to the point across, or type the distance.', keys, least: LIKELY }
      return given.length > 2
        ? null
        : { ask: given.length === 1 ? 'Point to a second point.' : 'Point to a third point.', keys }
    },
    edit(given, project, makeId) {
      const found = circle(given)
      return make({ form: 'circle', centre: found?.centre ?? given[0]!, radius: found?.radius ?? 0 })(
        project,
        makeId,
      )
    },
    key: (letter) => letter === 'a' && (bench.setWay(nextWay(CIRCLE_WAYS, way())), true),
    remark: (given) => {
      const found = circle(given)
      return found && found.radius > 0 && way() !== 'radius'
        ? `radius ${formatLength(found.radius, bench.units)}`
        : ''
    },
  })
}

export function arcTool(bench: Bench): Tool {
  const way = (): string => bench.way('three')
  const make = adder(bench, 'layer-lines')
  let other = false
  /** Where the last line drawn ended, and where it was heading. */
  function lastEnd(): { point: Point; direction: Point } | null {
    const lines = bench.project
      .dependents(bench.board.id)
      .flatMap((id) => bench.project.find('linework', id) ?? [])
    const edges = lines.length > 0 ? edgesOf(shapePath(lines[lines.length - 1]!.shape)) : []
    const edge = edges[edges.length - 1]
    return edge ? { point: edge.b, direction: directionOn(edge, 1) } : null
  }
  function arc(given: Given): Edge | null {
    const [a, b, c] = given
    if (!a || !b) return null
    if (way() === 'on') {
      const end = lastEnd()
      return end ? arcFrom(end.point, end.direction, b) : null
    }
    if (way() === 'radius' && c) return radiusArc(a, b, c)
    if (way() === 'centre' && c) {
      const from = angleOf(subtract(b, a))
      const to = angleOf(subtract(c, a))
      let sweep = normalAngle(to - from)
      if (other) sweep += sweep > 0 ? -2 * Math.PI : 2 * Math.PI
      const end = add(a, times(unitAt(from + sweep), distance(a, b)))
      return { a: b, b: end, sweep }
    }
    return way() === 'three' && c ? arcThrough(a, b, c) : null
  }
  /** Radius by the third point: its distance from the chord's end, bulging to its side; the other key takes the large arc. */
  function radiusArc(a: Point, b: Point, c: Point): Edge | null {
    const half = distance(a, b) / 2
    const radius = bench.typed('radius') ?? Math.max(half, distance(b, c))
    if (radius < half * (1 - ROUNDING)) return null
    const turn = 2 * Math.asin(Math.min(1, half / radius))
    const sense = cross(subtract(b, a), subtract(c, a)) < 0 ? 1 : -1
    return { a, b, sweep: sense * (other ? 2 * Math.PI - turn : turn) }
  }
  return stepTool(bench, {
    label: 'Arc',
    step(given) {
      const keys = 'A: another way · O: the other arc · Esc: one step back'
      const ways: Record<string, readonly string[]> = {
        three: [
          'Point to where the arc starts.',
          'Point to a point it runs through.',
          'Point to where it ends.',
        ],
        centre: [
          'Point to its centre.',
          'Point to where it starts, or type its radius.',
          'Point to where it ends, or type the turn.',
        ],
        radius: [
          'Point to where the arc starts.',
          'Point to where it ends.',
          'Type its radius, to the side pointed to.',
        ],
        on: ['', 'Point to where the arc ends.'],
      }
      const asks = ways[way()]!
      if (way() === 'on' && given.length === 0) {
        const end = lastEnd()
        if (!end) return { ask: 'Draw a line first: the arc goes on from its end.', keys }
        return {
          ask: 'Press where the arc goes on from: the end of the last line.',
          keys,
          point: () => end.point,
        }
      }
      if (given.length >= asks.length) return null
      const ask = asks[given.length]!
      if (way() === 'radius' && given.length === 2)
        return {
          ask,
          keys,
          fields: (at) => {
            const half = distance(given[0]!, given[1]!) / 2
            const r = at ? Math.max(half, distance(given[1]!, at.point)) : half
            return [lengthField(bench, 'radius', 'radius', r)]
          },
          point: (at) => at?.point ?? offsetFrom(given[1]!, { x: 1, y: 0 }, 0, 1),
        }
      if (way() === 'centre' && given.length === 2)
        return {
          ask,
          keys,
          from: given[0]!,
          fields: () => {
            const made = arc([...given, given[1]!])
            return [{ key: 'turn', label: 'turn', kind: 'angle', shown: formatAngle(made?.sweep ?? 0, 1) }]
          },
          point: (at) => {
            const turn = bench.typed('turn')
            if (turn === null) return at?.point ?? null
            const from = angleOf(subtract(given[1]!, given[0]!))
            return add(given[0]!, times(unitAt(from + turn), distance(given[0]!, given[1]!)))
          },
        }
      return { ask, keys, least: LIKELY }
    },
    edit(given, project, makeId) {
      const edge = arc(given)
      if (edge && isStraight(edge) && distance(edge.a, edge.b) > 0)
        throw new EditRefused(
          'no-solution',
          way() === 'three'
            ? 'These three points lie in one line: no arc runs through them.'
            : 'The arc would run straight on. Point to one side of it.',
        )
      const flat = { a: given[0]!, b: given[0]!, sweep: 0 }
      return make(shapeOfPath(pathOf([edge ?? flat], false)))(project, makeId)
    },
    key(letter) {
      if (letter === 'a') bench.setWay(nextWay(ARC_WAYS, way()))
      else if (letter === 'o') other = !other
      else return false
      return true
    },
    remark(given) {
      const edge = arc(given)
      if (!edge || edge.sweep === 0) return ''
      const radius = distance(edge.a, edge.b) / 2 / Math.abs(Math.sin(edge.sweep / 2))
      return `radius ${formatLength(radius, bench.units)} · turns ${formatAngle(Math.abs(edge.sweep), 1)}`
    },
  })
}

/** Circles and arcs. */
export const ROUND_TOOLS = {
  circle: {
    stage: 'fit-out',
    under: 'Lines',
    name: 'Circle',
    icon: mdiCircleOutline,
    key: 'o',
    ways: CIRCLE_WAYS,
    layer: 'layer-outlines',
    on: 'any',
    make: circleTool,
  },
  arc: {
    stage: 'fit-out',
    under: 'Lines',
    name: 'Arc',
    icon: mdiVectorCurve,
    key: 'u',
    ways: ARC_WAYS,
    layer: 'layer-lines',
    on: 'any',
    make: arcTool,
  },
} satisfies Record<string, ToolEntry>
