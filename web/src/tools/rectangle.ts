import { mdiRectangleOutline } from '@mdi/js'
import {
  cross,
  distance,
  dot,
  offsetFrom,
  pathArea,
  subtract,
  times,
  unitAt,
  type Point,
} from '@lamina/core/geometry'
import { shapeOfPath } from '@lamina/core/linework'
import { type Shape, axesOf } from '@lamina/core/records'
import { formatArea } from '@lamina/core/units'
import { LIKELY, adder, lengthField, nextWay, type Way } from './drawing'
import { examples } from './examples'
import { stepTool, type Given, type Step } from './steps'
import type { Bench, Located, Tool } from './tool'
import type { ToolEntry } from './entry'

export const RECTANGLE_WAYS: readonly Way[] = [
  { id: 'corners', name: 'Two corners' },
  { id: 'base', name: 'Base line and depth' },
  { id: 'centre', name: 'From its centre' },
]

/** The axes a rectangle stands on: the board's working axes. */
/** The way of the working axes. */
export const acrossOf = (bench: Bench): Point => unitAt(axesOf(bench.board))

/** A rectangle from two corners, a base line and a depth, or its centre; sizes typed as width and depth. */
export function rectangleTool(bench: Bench, usualLayer = 'layer-outlines'): Tool {
  const way = (): string => bench.way('corners')
  const make = adder(bench, usualLayer)
  const corners = (given: Given): Point[] => rectangleCorners(given, way(), acrossOf(bench))

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
      if (way() !== 'base') return given.length === 1 ? sizeStep(bench, given[0]!, way() === 'centre') : null
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

export const closed = (points: readonly Point[]) => ({
  vertices: points.map((p) => ({ x: p.x, y: p.y, sweep: 0 })),
  closed: true,
})

export const rectangleShape = (corners: readonly Point[]): Shape => shapeOfPath(closed(corners))

/** The corner of a rectangle opposite to a corner, or to its centre, by its width and depth: 2200 x 600. */
export function sizeStep(bench: Bench, from: Point, fromCentre: boolean): Step {
  return {
    ask: `Type width and depth, ${examples(bench.units).size}, or point to ${fromCentre ? 'a' : 'the far'} corner.`,
    keys: 'Tab: depth · A: another way · Esc: one step back',
    from,
    fields: (at) => {
      const p = sizedPoint(bench, from, at, fromCentre)
      const k = fromCentre ? 2 : 1
      const u = acrossOf(bench)
      const d = p ? subtract(p, from) : { x: 0, y: 0 }
      return [
        { ...lengthField(bench, 'width', 'width', Math.abs(dot(d, u)) * k), by: 'depth' },
        lengthField(bench, 'depth', 'depth', Math.abs(cross(u, d)) * k),
      ]
    },
    point: (at) => sizedPoint(bench, from, at, fromCentre),
  }
}

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
  const u = acrossOf(bench)
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

/** Rectangles. */
export const RECTANGLE_TOOLS = {
  rectangle: {
    stage: 'fit-out',
    under: 'Lines',
    name: 'Rectangle',
    icon: mdiRectangleOutline,
    key: 'r',
    ways: RECTANGLE_WAYS,
    layer: 'layer-outlines',
    on: 'any',
    make: (bench) => rectangleTool(bench),
  },
} satisfies Record<string, ToolEntry>
