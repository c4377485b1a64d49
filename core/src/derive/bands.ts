import { penFrom, strokeItem, type AnyPen, type DisplayItem, type Tone } from '../display'
import {
  SAME_POINT,
  atDistance,
  flattenPath,
  offsetFrom,
  offsetPath,
  pathLength,
  pathOfPoints,
  type Path,
  type Point,
} from '../geometry'
import type { Band, Id } from '../records'
import { patternItems } from './patterned'

/** What bands are drawn with. */
export interface BandInk {
  readonly pen: AnyPen
  readonly tone: Tone
  /** Real mm to one mm on paper. */
  readonly scale: number
  readonly source: Id | null
}

/** More of anything than this along one line is not drawn one by one. */
const MOST = 20_000

/** Sizes on paper, mm. */
const DASH = { length: 5, gap: 2.5, penMm: 0.5, beside: 0.5 }
const BREAK = { half: 1.6, high: 3.2, every: 60 }
const EARTH = { every: 9, stroke: 3, apart: 1.1, count: 3 }

/** A line as what it is drawn as. */
export function bandItems(path: Path, band: Band, ink: BandInk): DisplayItem[] {
  switch (band.as) {
    case 'quilt':
      return quiltItems(path, band.width, ink)
    case 'membrane':
      return membraneItems(path, ink)
    case 'break line':
      return [strokeItem(brokenPath(path, ink.scale), ink.pen, [], ink.scale, ink.source)]
    case 'earth edge':
      return earthItems(path, ink)
    case 'hardcore':
      return hardcoreItems(path, band.width, ink)
    case 'courses':
      return coursesItems(path, band, ink)
    case 'bar':
      return barItems(path, band.diameter, ink)
  }
}

/** A place along a path, so far to its left. */
function beside(path: Path, along: number, aside: number): Point {
  const { point, direction } = atDistance(path, along)
  return offsetFrom(point, direction, 0, aside)
}

/** Loops from side to side, each a third as long as the band is wide, whole ones only. */
function quiltItems(path: Path, width: number, { pen, scale, source }: BandInk): DisplayItem[] {
  const length = pathLength(path)
  const count = Math.min(MOST, Math.max(1, Math.round(length / (width / 3))))
  const step = length / count
  const reach = Math.max(0, width / 2 - step / 2)
  // Straight across, and round to the next with half a turn.
  const vertices = Array.from({ length: count }, (_, i) => {
    const side = i % 2 === 0 ? 1 : -1
    const at = (i + 0.5) * step
    return [
      { ...beside(path, at, -side * reach), sweep: 0 },
      { ...beside(path, at, side * reach), sweep: i === count - 1 ? 0 : -side * Math.PI },
    ]
  }).flat()
  return [strokeItem({ vertices, closed: false }, pen, [], scale, source)]
}

function membraneItems(path: Path, { pen, tone, scale, source }: BandInk): DisplayItem[] {
  const items: DisplayItem[] = [strokeItem(path, pen, [], scale, source)]
  const bold = penFrom(DASH.penMm, tone)
  for (const aside of offsetPath(path, DASH.beside * scale))
    items.push(strokeItem(aside, bold, [DASH.length, DASH.gap], scale, source))
  return items
}

/** A line with a jag in each stretch of it. */
function brokenPath(path: Path, scale: number): Path {
  const length = pathLength(path)
  const count = Math.min(MOST, Math.max(1, Math.round(length / (BREAK.every * scale))))
  const half = Math.min(BREAK.half * scale, length / count / 4)
  const high = (half / BREAK.half) * BREAK.high
  const points: Point[] = [beside(path, 0, 0)]
  for (let i = 0; i < count; i++) {
    const middle = ((i + 0.5) * length) / count
    points.push(
      beside(path, middle - half, 0),
      beside(path, middle - half / 2, high),
      beside(path, middle + half / 2, -high),
      beside(path, middle + half, 0),
    )
  }
  points.push(beside(path, length, 0))
  return pathOfPoints(points, false)
}

function earthItems(path: Path, { pen, scale, source }: BandInk): DisplayItem[] {
  const length = pathLength(path)
  const every = EARTH.every * scale
  const count = Math.min(MOST, Math.max(1, Math.floor(length / every)))
  const points: number[] = []
  for (let i = 0; i < count; i++)
    for (let k = 0; k < EARTH.count; k++) {
      const at = Math.min(length, (i + 0.3) * every + k * EARTH.apart * scale)
      const [p, q] = [
        beside(path, at, 0),
        beside(
          path,
          Math.max(0, at - EARTH.stroke * scale * Math.SQRT1_2),
          -EARTH.stroke * scale * Math.SQRT1_2,
        ),
      ]
      points.push(p.x, p.y, q.x, q.y)
    }
  return [strokeItem(path, pen, [], scale, source), { kind: 'segments', pen: 'light', points, source }]
}

/** The corners of a band beside a path, there and back. */
function ringBeside(path: Path, near: number, far: number): Point[][] {
  const [there] = near === 0 ? [path] : offsetPath(path, near)
  const [back] = offsetPath(path, far)
  if (!there || !back) return []
  return path.closed
    ? [flattenPath(there, CHORD), flattenPath(back, CHORD)]
    : [[...flattenPath(there, CHORD), ...flattenPath(back, CHORD).reverse()]]
}
/** How far chords may leave a curve, mm. */
const CHORD = 0.5

function hardcoreItems(path: Path, width: number, { pen, scale, source }: BandInk): DisplayItem[] {
  const loops = ringBeside(path, 0, -width).map((points) => ({ points }))
  const lines = [path, ...offsetPath(path, -width)].map((each) => strokeItem(each, pen, [], scale, source))
  if (loops.length === 0) return lines
  return [
    ...patternItems({ pattern: 'gravel', loops, scale }, { pen: 'hatch', tone: 1, source }, null),
    ...lines,
  ]
}

/** Unit after unit with joints between; the last is cut off where the line ends. */
function coursesItems(
  path: Path,
  { along, across, joint }: Extract<Band, { as: 'courses' }>,
  { pen, source }: BandInk,
): DisplayItem[] {
  const length = pathLength(path)
  const items: DisplayItem[] = []
  for (let from = 0; from < length - SAME_POINT && items.length < MOST; from += along + joint) {
    const to = Math.min(length, from + along)
    const corners = [
      beside(path, from, 0),
      beside(path, to, 0),
      beside(path, to, across),
      beside(path, from, across),
    ]
    items.push({ kind: 'line', pen, points: corners.flatMap(({ x, y }) => [x, y]), closed: true, source })
  }
  return items
}

function barItems(path: Path, diameter: number, { tone, source }: BandInk): DisplayItem[] {
  const half = diameter / 2
  const loops = ringBeside(path, half, -half)
  return loops.length > 0
    ? [{ kind: 'fill', tone, loops: loops.map((points) => points.flatMap(({ x, y }) => [x, y])), source }]
    : []
}
