import {
  SAME_LENGTH,
  ROUNDING,
  applyTo,
  combine,
  directionOn,
  edgeLength,
  mapEdge,
  moveBy,
  pointOn,
  straight,
  turnBy,
  type Affine,
  type Edge,
  type Point,
} from '../geometry'
import type { Project, Stair, StairLimits } from '../records'
import { formatLength, type Units } from '../units'
import { stairLimitsOf } from './limits'

/** A line of a stair, and over which treads it runs: 0 at the first riser, i between tread i and the next. */
export interface StairLine {
  readonly edge: Edge
  readonly from: number
  readonly to: number
}

/** A tread, or a landing, with its number going up. */
export interface Tread {
  readonly number: number
  /** Height of its top above the foot, mm. */
  readonly top: number
  readonly outline: readonly Point[]
  /** On the walking line, and the way up there. */
  readonly middle: Point
  readonly landing: boolean
}

/** A stair worked out: what it comes to, and its lines in plan. Lengths in mm. */
export interface SolvedStair {
  readonly risers: number
  readonly rise: number
  readonly going: number
  /** Two risers and a going. */
  readonly sum: number
  readonly height: number
  readonly treads: readonly Tread[]
  /** The edges of the treads, from the right to the left. */
  readonly nosings: readonly StairLine[]
  /** Both sides. */
  readonly sides: readonly StairLine[]
  /** Along a side at a distance inwards from it. */
  side(of: 'left' | 'right', inwards: number): readonly StairLine[]
  /** From the first riser to the last, in the middle. */
  readonly walk: readonly StairLine[]
  /** Values outside the limits, each in a sentence. */
  readonly warnings: readonly string[]
}

/** A stair of that many risers cannot be climbed. */
export const HIGHEST_RISE = 350

/**
 * Works out a stair that climbs `height` mm: as few equal risers as the limits allow unless their number is
 * given, and treads of the wanted going. Gives null when it cannot be: too few risers, or a curve of more than
 * two whole turns.
 */
export function solveStair(
  stair: Stair,
  height: number,
  limits: StairLimits,
  units: Units,
): SolvedStair | null {
  const risers = stair.risers ?? Math.max(2, Math.ceil(height / limits.highestRise - ROUNDING))
  const rise = height / risers
  if (!(rise > 0 && rise <= HIGHEST_RISE) || risers > 200) return null
  const plan = layout(stair, risers)
  if (!plan) return null
  const map = frameOf(stair)
  const put = ({ edge, from, to }: StairLine): StairLine => ({ edge: mapEdge(map, edge), from, to })
  const sum = 2 * rise + stair.going
  return {
    risers,
    rise,
    going: stair.going,
    sum,
    height,
    treads: plan.treads.map((tread, i) => ({
      number: i + 1,
      top: (i + 1) * rise,
      outline: tread.outline.map((p) => applyTo(map, p)),
      middle: applyTo(map, tread.middle),
      landing: tread.landing,
    })),
    nosings: plan.nosings.map(put),
    sides: [...plan.side(1, 0), ...plan.side(-1, 0)].map(put),
    side: (of, inwards) => plan.side((of === 'left') === (stair.hand === 'left') ? 1 : -1, inwards).map(put),
    walk: plan.walk.map(put),
    warnings: warningsOf(stair, rise, sum, limits, units),
  }
}

function warningsOf(stair: Stair, rise: number, sum: number, limits: StairLimits, units: Units): string[] {
  const mm = (value: number): string => formatLength(value, units)
  const found: string[] = []
  if (rise > limits.highestRise + SAME_LENGTH)
    found.push(`Each riser is ${mm(rise)} high; at most ${mm(limits.highestRise)} is allowed.`)
  if (stair.going < limits.leastGoing - SAME_LENGTH)
    found.push(`The going is ${mm(stair.going)}; at least ${mm(limits.leastGoing)} is asked for.`)
  if (sum < limits.leastSum - SAME_LENGTH || sum > limits.mostSum + SAME_LENGTH)
    found.push(
      `Two risers and a going come to ${mm(sum)}; between ${mm(limits.leastSum)} and ${mm(limits.mostSum)} is asked for.`,
    )
  if (stair.form === 'winders') {
    const winder = ((Math.PI / 6) * stair.width) / 2
    if (winder < limits.leastGoing - SAME_LENGTH)
      found.push(
        `Winders are ${mm(winder)} deep in the middle; at least ${mm(limits.leastGoing)} is asked for.`,
      )
  }
  return found
}

/** From the stair's own axes (up along x, turning to the left) to the drawing. */
function frameOf({ at, turn, hand }: Stair): Affine {
  const flip: Affine = { a: 1, b: 0, c: 0, d: hand === 'left' ? 1 : -1, e: 0, f: 0 }
  return combine(moveBy(at.x, at.y), combine(turnBy(turn), flip))
}

interface Layout {
  readonly treads: readonly Omit<Tread, 'number' | 'top'>[]
  readonly nosings: readonly StairLine[]
  readonly walk: readonly StairLine[]
  /** Along the left (1) or right (-1) side. */
  side(of: 1 | -1, inwards: number): StairLine[]
}

/** A stair in its own axes: its first riser at x = 0, going up along x, turning to the left. */
function layout(stair: Stair, risers: number): Layout | null {
  const { form, width, going } = stair
  const half = width / 2
  const count = risers - 1
  if (form === 'straight') return straightLayout(half, going, count)
  if (form === 'curved') return curvedLayout(stair.radius, width, going, count)
  const winders = form === 'winders' ? 3 : 1
  // Treads before the turn; the turn itself takes one (a landing) or three (winders).
  const before = Math.max(
    0,
    Math.min(count - winders, (stair.first ?? Math.ceil((risers - winders + 1) / 2)) - 1),
  )
  const after = count - before - winders
  if (after < 0) return null
  return form === 'half turn'
    ? halfLayout(half, going, before, after, stair.well)
    : quarterLayout(half, going, before, after, winders)
}

interface Flight {
  readonly start: Point
  /** Up. */
  readonly u: Point
  readonly first: number
  readonly count: number
}

const place = ({ start, u }: Flight, along: number, aside: number): Point => ({
  x: start.x + u.x * along - u.y * aside,
  y: start.y + u.y * along + u.x * aside,
})

function flightTreads(flight: Flight, half: number, going: number): Omit<Tread, 'number' | 'top'>[] {
  return Array.from({ length: flight.count }, (_, i) => ({
    outline: [
      place(flight, i * going, -half),
      place(flight, (i + 1) * going, -half),
      place(flight, (i + 1) * going, half),
      place(flight, i * going, half),
    ],
    middle: place(flight, (i + 0.5) * going, 0),
    landing: false,
  }))
}

/** Riser lines at the start of each tread and at the end of the flight. */
function flightNosings(flight: Flight, half: number, going: number, last: boolean): StairLine[] {
  return Array.from({ length: flight.count + (last ? 1 : 0) }, (_, i) => ({
    edge: straight(place(flight, i * going, -half), place(flight, i * going, half)),
    from: flight.first + i,
    to: flight.first + i,
  }))
}

const flightLine = (flight: Flight, going: number, aside: number): StairLine[] =>
  flight.count === 0
    ? []
    : [
        {
          edge: straight(place(flight, 0, aside), place(flight, flight.count * going, aside)),
          from: flight.first,
          to: flight.first + flight.count,
        },
      ]

function straightLayout(half: number, going: number, count: number): Layout {
  const flight: Flight = { start: { x: 0, y: 0 }, u: { x: 1, y: 0 }, first: 0, count }
  return {
    treads: flightTreads(flight, half, going),
    nosings: flightNosings(flight, half, going, true),
    walk: flightLine(flight, going, 0),
    side: (of, inwards) => flightLine(flight, going, of * (half - inwards)),
  }
}

function curvedLayout(radius: number, width: number, going: number, count: number): Layout | null {
  const middle = radius + width / 2
  const step = going / middle
  if (step * count > 4 * Math.PI) return null
  const centre = { x: 0, y: middle }
  const at = (r: number, i: number): Point => ({
    x: centre.x + r * Math.sin(i * step),
    y: centre.y - r * Math.cos(i * step),
  })
  const arc = (r: number, i: number): StairLine => ({
    edge: r < 1 ? straight(at(r, i), at(r, i + 1)) : { a: at(r, i), b: at(r, i + 1), sweep: step },
    from: i,
    to: i + 1,
  })
  const each = <T>(make: (i: number) => T): T[] => Array.from({ length: count }, (_, i) => make(i))
  const outer = radius + width
  return {
    treads: each((i) => ({
      outline: [
        at(outer, i),
        at(outer, i + 0.5),
        at(outer, i + 1),
        at(radius, i + 1),
        at(radius, i + 0.5),
        at(radius, i),
      ],
      middle: at(middle, i + 0.5),
      landing: false,
    })),
    nosings: Array.from({ length: count + 1 }, (_, i) => ({
      edge: straight(at(outer, i), at(radius, i)),
      from: i,
      to: i,
    })),
    walk: each((i) => arc(middle, i)),
    side: (of, inwards) => each((i) => arc(of > 0 ? radius + inwards : outer - inwards, i)),
  }
}

function quarterLayout(half: number, going: number, before: number, after: number, winders: number): Layout {
  const x0 = before * going
  const lower: Flight = { start: { x: 0, y: 0 }, u: { x: 1, y: 0 }, first: 0, count: before }
  const upper: Flight = {
    start: { x: x0 + half, y: half },
    u: { x: 0, y: 1 },
    first: before + winders,
    count: after,
  }
  const pivot = { x: x0, y: half }
  const step = Math.PI / 2 / winders
  /** Where the ray from the inner corner meets the outside of the turn, i parts of the way round. */
  const outside = (i: number): Point => {
    const angle = -Math.PI / 2 + i * step
    const [c, s] = [Math.cos(angle), -Math.sin(angle)]
    const reach = 2 * half * Math.min(c > ROUNDING ? 1 / c : Infinity, s > ROUNDING ? 1 / s : Infinity)
    return { x: pivot.x + reach * c, y: pivot.y - reach * s }
  }
  const corner = { x: x0 + 2 * half, y: -half }
  const turnTreads = Array.from({ length: winders }, (_, i) => {
    const holdsCorner = i * step < Math.PI / 4 - ROUNDING && (i + 1) * step > Math.PI / 4 + ROUNDING
    const angle = -Math.PI / 2 + (i + 0.5) * step
    return {
      outline: [pivot, outside(i), ...(holdsCorner ? [corner] : []), outside(i + 1)],
      middle: { x: pivot.x + half * Math.cos(angle), y: pivot.y + half * Math.sin(angle) },
      landing: winders === 1,
    }
  })
  const turn = { from: before, to: before + winders }
  return {
    treads: [...flightTreads(lower, half, going), ...turnTreads, ...flightTreads(upper, half, going)],
    nosings: [
      ...flightNosings(lower, half, going, false),
      ...Array.from({ length: winders }, (_, i) => ({
        edge: straight(outside(i), pivot),
        from: before + i,
        to: before + i,
      })),
      ...flightNosings(upper, half, going, true),
    ],
    walk: [
      ...flightLine(lower, going, 0),
      {
        edge: { a: { x: x0, y: 0 }, b: { x: x0 + half, y: half }, sweep: Math.PI / 2 },
        ...turn,
      },
      ...flightLine(upper, going, 0),
    ],
    side(of, inwards) {
      const h = of * (half - inwards)
      // The lines of both flights meet in the turn.
      const meet = { x: x0 + half - h, y: h }
      const lowerEnd = place(lower, x0, h)
      const upperStart = place(upper, 0, h)
      return [
        ...flightLine(lower, going, h),
        { edge: straight(lowerEnd, meet), ...turn },
        { edge: straight(meet, upperStart), ...turn },
        ...flightLine(upper, going, h),
      ].filter(({ edge }) => edgeLength(edge) > SAME_LENGTH)
    },
  }
}

function halfLayout(half: number, going: number, before: number, after: number, well: number): Layout {
  const x0 = before * going
  const across = 2 * half + well
  const lower: Flight = { start: { x: 0, y: 0 }, u: { x: 1, y: 0 }, first: 0, count: before }
  const upper: Flight = { start: { x: x0, y: across }, u: { x: -1, y: 0 }, first: before + 1, count: after }
  const turn = { from: before, to: before + 1 }
  const landing: Omit<Tread, 'number' | 'top'> = {
    outline: [
      { x: x0, y: -half },
      { x: x0 + 2 * half, y: -half },
      { x: x0 + 2 * half, y: across + half },
      { x: x0, y: across + half },
    ],
    middle: { x: x0 + half, y: across / 2 },
    landing: true,
  }
  const run = (points: readonly Point[]): StairLine[] =>
    points
      .slice(1)
      .map((p, i) => ({ edge: straight(points[i]!, p), ...turn }))
      .filter(({ edge }) => edgeLength(edge) > SAME_LENGTH)
  return {
    treads: [...flightTreads(lower, half, going), landing, ...flightTreads(upper, half, going)],
    nosings: [
      ...flightNosings(lower, half, going, false),
      { edge: straight({ x: x0, y: -half }, { x: x0, y: half }), from: before, to: before },
      ...flightNosings(upper, half, going, true),
    ],
    walk: [
      ...flightLine(lower, going, 0),
      ...run([
        { x: x0, y: 0 },
        { x: x0 + half, y: 0 },
        { x: x0 + half, y: across },
        { x: x0, y: across },
      ]),
      ...flightLine(upper, going, 0),
    ],
    side(of, inwards) {
      const h = of * (half - inwards)
      const x = x0 + half - h
      return [
        ...flightLine(lower, going, h),
        ...run([
          { x: x0, y: h },
          { x, y: h },
          { x, y: across - h },
          { x: x0, y: across - h },
        ]),
        ...flightLine(upper, going, h),
      ]
    },
  }
}

/** The point of a stair's walking line so many treads up, and the way up there. */
export function onWalk(walk: readonly StairLine[], position: number): { at: Point; u: Point } {
  // Several lines may share a turn: they take equal parts of it.
  const index = Math.max(
    0,
    walk.findIndex((line) => position <= line.to + ROUNDING),
  )
  const line = walk[index] ?? walk[walk.length - 1]!
  const same = walk.filter((each) => each.from === line.from && each.to === line.to)
  const part = (position - line.from) / (line.to - line.from)
  const scaled = Math.min(same.length - ROUNDING, Math.max(0, part * same.length))
  const { edge } = same[Math.floor(scaled)]!
  const t = scaled - Math.floor(scaled)
  return { at: pointOn(edge, t), u: directionOn(edge, t) }
}

/** The stair of a record as its storey has it; null when it cannot be. */
export function stairOf(project: Project, stair: Stair): SolvedStair | null {
  const height = stair.rise ?? project.need('level', stair.level).height
  return solveStair(stair, height, stairLimitsOf(project), project.facts.units)
}
