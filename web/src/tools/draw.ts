import { addLinework } from '@lamina/core/edit'
import type { MakeId } from '@lamina/core/edit'
import {
  angleOf,
  arcFrom,
  arcThrough,
  cross,
  directionOn,
  distance,
  dot,
  edgesOf,
  leftOf,
  normalAngle,
  offsetFrom,
  pathArea,
  pathOf,
  size,
  subtract,
  times,
  unitAt,
  add,
  type Edge,
  type Point,
} from '@lamina/core/geometry'
import { shapeOfPath, shapePath } from '@lamina/core/linework'
import type { Change, Project, Shape } from '@lamina/core/records'
import { formatAngle, formatArea, formatLength } from '@lamina/core/units'
import { stepTool, type Given, type Step } from './steps'
import type { Bench, Located, TagField, Tool } from './tool'

/** Ways of drawing a shape, in the order one key goes through them. */
export interface Way {
  readonly id: string
  readonly name: string
}

export const RECTANGLE_WAYS: readonly Way[] = [
  { id: 'corners', name: 'Two corners' },
  { id: 'base', name: 'Base line and depth' },
  { id: 'centre', name: 'From its centre' },
]
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

export const nextWay = (ways: readonly Way[], now: string): string =>
  ways[(ways.findIndex((way) => way.id === now) + 1) % ways.length]!.id

/** The smallest radius, side or length that is likely meant in a building, mm. */
const LIKELY = 100

function adder(bench: Bench, usualLayer: string) {
  return (shape: Shape) =>
    (project: Project, makeId: MakeId): Change =>
      addLinework(project, { drawing: bench.drawing.id, layer: bench.layer(usualLayer), shape }, makeId)
}

const lengthField = (bench: Bench, key: string, label: string, mm: number, least = LIKELY): TagField => ({
  key,
  label,
  kind: 'length',
  shown: formatLength(mm, bench.units),
  least,
})

/** The axes a rectangle stands on: the board's working axes. */
const axesOf = (bench: Bench): Point => unitAt(bench.drawing.axes ?? 0)

/** A rectangle from two corners, a base line and a depth, or its centre; sizes typed as width and depth. */
export function rectangleTool(bench: Bench, usualLayer = 'layer-outlines'): Tool {
  const way = (): string => bench.way('corners')
  const make = adder(bench, usualLayer)
  const corners = (given: Given): Point[] => rectangleCorners(given, way(), axesOf(bench))

  function sized(given: Given): Step {
    const from = given[0]!
    return {
      ask:
        way() === 'centre'
          ? 'Type width and depth, or point to a corner.'
          : 'Type width and depth, or point to the far corner.',
      keys: 'Tab: depth · A: another way · Esc: one step back',
      from,
      fields: (at) => {
        const p = sizedPoint(bench, from, at, way() === 'centre')
        const k = way() === 'centre' ? 2 : 1
        const u = axesOf(bench)
        const d = p ? subtract(p, from) : { x: 0, y: 0 }
        return [
          lengthField(bench, 'width', 'width', Math.abs(dot(d, u)) * k),
          lengthField(bench, 'depth', 'depth', Math.abs(cross(u, d)) * k),
        ]
      },
      point: (at) => sizedPoint(bench, from, at, way() === 'centre'),
    }
  }
  return stepTool(bench, {
    label: 'Rectangle',
    step(given) {
      if (given.length === 0)
        return {
          ask:
            way() === 'centre'
              ? 'Point to its centre.'
              : way() === 'base'
                ? 'Point to where its base line starts.'
                : 'Point to its first corner.',
          keys: 'A: another way',
        }
      if (way() !== 'base') return given.length === 1 ? sized(given) : null
      if (given.length === 1)
        return {
          ask: 'Type the length of its base line, or point.',
          keys: 'Tab: turn · A: another way',
          least: LIKELY,
        }
      if (given.length > 2) return null
      const [a, b] = given as [Point, Point]
      return depthStep(bench, a, b)
    },
    edit: (given, project, makeId) => make(rectangleShape(corners(given)))(project, makeId),
    key: (letter) => letter === 'a' && (bench.setWay(nextWay(RECTANGLE_WAYS, way())), true),
    remark: (given) => {
      const all = corners(given)
      return all.length === 4 ? formatArea(Math.abs(pathArea(closed(all))), bench.units) : ''
    },
  })
}

const closed = (points: readonly Point[]) => ({
  vertices: points.map((p) => ({ x: p.x, y: p.y, sweep: 0 })),
  closed: true,
})

const rectangleShape = (corners: readonly Point[]): Shape => shapeOfPath(closed(corners))

/** The depth beside a base line, to the side pointed to. */
export function depthStep(bench: Bench, a: Point, b: Point): Step {
  const u = times(subtract(b, a), 1 / (distance(a, b) || 1))
  const aside = (at: Located | null): number => {
    const pointed = at ? cross(u, subtract(at.point, a)) : 0
    const typed = bench.typed('depth')
    return typed === null ? pointed : pointed < 0 ? -typed : typed
  }
  return {
    ask: 'Type its depth, to the side pointed to.',
    from: b,
    fields: (at) => [lengthField(bench, 'depth', 'depth', Math.abs(aside(at)))],
    point: (at) => (at || bench.typed('depth') !== null ? offsetFrom(b, u, 0, aside(at)) : null),
  }
}

function sizedPoint(bench: Bench, from: Point, at: Located | null, fromCentre: boolean): Point | null {
  const u = axesOf(bench)
  const width = bench.typed('width')
  const depth = bench.typed('depth')
  if (!at && (width === null || depth === null)) return null
  const d = at ? subtract(at.point, from) : { x: 1, y: 1 }
  const half = fromCentre ? 0.5 : 1
  const side = (typed: number | null, pointed: number): number =>
    typed === null ? pointed : (pointed < 0 ? -typed : typed) * half
  return offsetFrom(from, u, side(width, dot(d, u)), side(depth, cross(u, d)))
}

/** The corners of a rectangle from the points given; fewer than four while it has no size. */
export function rectangleCorners(given: Given, way: string, u: Point): Point[] {
  if (way === 'base') {
    const [a, b, c] = given
    if (!a || !b || !c) return []
    const along = times(subtract(b, a), 1 / (distance(a, b) || 1))
    const depth = cross(along, subtract(c, b))
    return [a, b, offsetFrom(b, along, 0, depth), offsetFrom(a, along, 0, depth)]
  }
  const [first, second] = given
  if (!first || !second) return []
  const d = subtract(second, first)
  const from = way === 'centre' ? offsetFrom(first, u, -dot(d, u), -cross(u, d)) : first
  const k = way === 'centre' ? 2 : 1
  const width = dot(d, u) * k
  const depth = cross(u, d) * k
  return [from, offsetFrom(from, u, width), offsetFrom(from, u, width, depth), offsetFrom(from, u, 0, depth)]
}

/** The circle through three points; null when they lie in one line. */
export function circleThrough(a: Point, b: Point, c: Point): { centre: Point; radius: number } | null {
  const edge = arcThrough(a, b, c)
  if (edge.sweep === 0) return null
  const middle = times(add(a, c), 0.5)
  const half = distance(a, c) / 2
  if (half < 1e-9) return null
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

function radialPoint(bench: Bench, centre: Point, at: Located | null): Point | null {
  const across = bench.typed('across')
  const radius = bench.typed('radius') ?? (across === null ? null : across / 2)
  if (radius === null) return at?.point ?? null
  const d = at ? subtract(at.point, centre) : { x: 1, y: 0 }
  const length = size(d)
  return length > 0 ? add(centre, times(d, radius / length)) : { x: centre.x + radius, y: centre.y }
}

export function arcTool(bench: Bench): Tool {
  const way = (): string => bench.way('three')
  const make = adder(bench, 'layer-lines')
  let other = false
  /** Where the last line drawn ended, and where it was heading. */
  function lastEnd(): { point: Point; direction: Point } | null {
    const lines = bench.project
      .dependents(bench.drawing.id)
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
    if (radius < half * (1 - 1e-9)) return null
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

export function polygonTool(bench: Bench, sides: () => number): Tool {
  const way = (): string => bench.way('corners')
  const make = adder(bench, 'layer-outlines')
  const count = (): number => Math.round(bench.typed('sides') ?? sides())
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
          { key: 'sides', label: 'sides', kind: 'number', shown: String(sides()) },
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
