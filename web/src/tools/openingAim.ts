import {
  atWall,
  clearLength,
  inWall,
  solverOf,
  type LevelSolver,
  type SolvedWall,
} from '@lamina/core/building'
import type { NewOpening } from '@lamina/core/edit'
import { basesOf, centreFrom, distanceFrom, senseOf, type Base, type MeasuredTo } from '@lamina/core/locate'
import { measuredFrom, type MeasuredFrom, type Opening, type OpeningType } from '@lamina/core/records'
import { spacesOf } from '@lamina/core/rooms'
import { shownStepMm } from '@lamina/core/units'
import { wallSeenAt } from '@lamina/core/views'
import type { Bench, Located } from './tool'
import { nextType } from './values'

/** The wall under the pointer, with where the pointer stands in it. */
export interface OnWall {
  readonly wall: SolvedWall
  readonly along: number
  readonly aside: number
  /** The side of the wall that the pointer is on. */
  readonly pointed: 'left' | 'right'
}

/** How the next opening is to be put in, besides what the pointer and the typed figures say. */
export interface Wish {
  readonly fit: Opening['fit']
  readonly way: string
  /** The hinge is at the edge away from where the distance is measured from. */
  readonly otherHand: boolean
  readonly otherSide: boolean
  readonly centred: 'wall' | 'room' | null
  /** The base that typed distances are taken from; kept while a distance is being typed. */
  readonly held: { readonly wall: string; readonly base: Base } | null
  /** The first of two points, along its wall. */
  readonly first: { readonly wall: string; readonly along: number } | null
  readonly gap: number
  readonly count: number
}

/** What a press would put in. */
export interface Aim {
  readonly on: OnWall
  /** All that are put in; the first is the one whose figures are shown. */
  readonly all: readonly NewOpening[]
  readonly base: Base
  /** From the base to the part of the first that is measured to, mm. */
  readonly distance: number
  readonly count: number
  readonly gap: number
}

/** The walls among which a wall stands. */
export const buildingOf = ({ project }: Bench, { wall }: OnWall): LevelSolver =>
  solverOf(project, wall.shape.wall.level)

/** The wall under the pointer, or the nearest that is looked at there; null where there is none. */
export function wallUnder(bench: Bench, at: Located): OnWall | null {
  const { scene } = bench
  if (scene.view === 'derived') {
    const seen = wallSeenAt(bench.project, scene.frames, at.raw)
    return seen && { wall: seen.wall, along: seen.along, aside: 0, pointed: seen.side }
  }
  if (scene.view !== 'plan') return null
  const r = bench.reach * 1.5
  const { x, y } = at.raw
  let best: OnWall | null = null
  let bestAway = Infinity
  for (const wall of scene.building.wallsNear({ minX: x - r, minY: y - r, maxX: x + r, maxY: y + r })) {
    const { along, aside } = inWall(wall.shape, at.raw)
    const { low, high, length } = wall.shape
    if (along < -r || along > length + r || aside < low - r || aside > high + r) continue
    const away = Math.abs(aside - (low + high) / 2)
    if (away >= bestAway) continue
    best = { wall, along, aside, pointed: aside > (low + high) / 2 ? 'left' : 'right' }
    bestAway = away
  }
  return best
}

/** Doors open to the side pointed to; windows look away from the room, where there is one on one side alone. */
function sideOf(bench: Bench, on: OnWall, wish: Wish): Opening['side'] {
  const { wall, along, pointed } = on
  const { shape } = wall
  let left = pointed === 'left'
  if (wish.fit === 'window') {
    const spaces = spacesOf(bench.project, buildingOf(bench, on))
    const within = (at: number): boolean => spaces.at(atWall(shape, along, at)) !== null
    const [l, r] = [within(shape.high + 50), within(shape.low - 50)]
    if (l !== r) left = r
  }
  return left !== wish.otherSide ? 'left' : 'right'
}

const basesAt = (bench: Bench, on: OnWall): Base[] =>
  basesOf(bench.project, buildingOf(bench, on), on.wall, on.pointed, on.along)

/** What distances to the place pointed to can be measured from. */
export function measurable(bench: Bench, at: Located | null): readonly MeasuredFrom[] {
  const on = at && wallUnder(bench, at)
  if (!on) return measuredFrom
  const there = new Set(basesAt(bench, on).map(({ from }) => from))
  return measuredFrom.filter((from) => there.has(from))
}

/** The sizes of the next opening: as typed, as the last one, or those of its type. */
export function sizesOf(
  bench: Bench,
  fit: Opening['fit'],
  type: OpeningType,
): { width: number; height: number; sill: number } {
  const last = bench.values.openings[fit]
  return {
    width: bench.typed('width') ?? last.width ?? type.width,
    height: bench.typed('high') ?? last.height ?? type.head - type.sill,
    sill: bench.typed('sill') ?? last.sill ?? type.sill,
  }
}

/** What a press at a place would put in, with the base its place is measured from; null beside all walls. */
export function aimAt(bench: Bench, at: Located | null, wish: Wish): Aim | null {
  const on = at && wallUnder(bench, at)
  if (!on) return null
  const { wall, along } = on
  const { shape } = wall
  const { from, to } = bench.values.measured
  const whole = clearLength(shape, wall.start, wall.end)
  const bases = basesAt(bench, on)
  /** At each end the base wished for, or else the corner. */
  const ends = (['start', 'end'] as const).map(
    (end) =>
      bases.find((base) => base.end === end && base.from === from) ??
      bases.find((base) => base.end === end && base.from === 'inner corner')!,
  ) as [Base, Base]
  const type = nextType(bench.project, bench.values, wish.fit)
  const many = wish.way === 'row'
  const sizes = sizesOf(bench, wish.fit, type)
  let { width } = sizes
  const count = many ? Math.round(bench.typed('count') ?? wish.count) : 1
  const gap = many ? (bench.typed('gap') ?? wish.gap) : 0
  const typed = bench.typedAll('corner')
  const nearer = Math.abs(along - ends[0].at) <= Math.abs(along - ends[1].at) ? ends[0] : ends[1]
  let base = wish.held?.wall === shape.id ? wish.held.base : nearer
  const side = sideOf(bench, on, wish)
  const made = (centre: number, wide: number, measured: NewOpening['measured']): NewOpening => ({
    wall: shape.id,
    fit: wish.fit,
    type: type.id,
    along: centre,
    width: wide,
    sill: sizes.sill,
    head: sizes.sill + sizes.height,
    // Hinged at the corner it is measured from, whichever way its wall was drawn.
    hand: senseOf(base) > 0 !== wish.otherHand ? 'start' : 'end',
    side,
    ...(measured ? { measured } : {}),
  })
  const told = (by: MeasuredFrom, part: MeasuredTo): NewOpening['measured'] => ({
    from: by,
    end: base.end,
    to: part,
    side: on.pointed,
  })
  let centre: number
  if (wish.way === 'between' && wish.first?.wall === shape.id) {
    const start = wish.first.along
    if (bench.typed('width') === null) width = Math.abs(along - start)
    // From the edge pointed to first.
    base = along < start ? ends[1] : ends[0]
    centre = along < start ? start - width / 2 : start + width / 2
  } else if (typed.length > 1)
    return { on, all: inTurn(base, typed, width, made, on.pointed), base, distance: typed[0]!, count, gap }
  else {
    const taken = count * width + (count - 1) * gap
    const sense = senseOf(base)
    if (wish.centred) {
      const middle = wish.centred === 'wall' ? (whole.from + whole.to) / 2 : (ends[0].at + ends[1].at) / 2
      centre = middle - (sense * (taken - width)) / 2
    } else if (typed.length > 0) centre = centreFrom(base, typed[0]!, width, to)
    else {
      const low = Math.min(whole.to - taken, Math.max(whole.from, along - taken / 2))
      centre = sense > 0 ? low + width / 2 : low + taken - width / 2
      // The pointer gives whole steps from where it is measured.
      const step = shownStepMm(bench.units)
      const pointed = distanceFrom(base, { along: centre, width }, to)
      if (low > whole.from && low < whole.to - taken)
        centre = centreFrom(base, Math.round(pointed / step) * step, width, to)
    }
  }
  const first = made(centre, width, wish.centred ? undefined : told(base.from, to))
  const step = senseOf(base) * (width + gap)
  const all = Array.from({ length: Math.max(1, Math.min(count, 200)) }, (_, i) =>
    i === 0 ? first : made(centre + i * step, width, told('opening, near edge', 'near edge')),
  )
  return { on, all, base, distance: distanceFrom(base, first, to), count, gap }
}

/** Clear widths and openings in turn from a base: 1350; 900; 1200; 600. A last clear width is followed by one more. */
function inTurn(
  base: Base,
  typed: readonly number[],
  usual: number,
  made: (centre: number, width: number, measured: NewOpening['measured']) => NewOpening,
  side: 'left' | 'right',
): NewOpening[] {
  const all: NewOpening[] = []
  let from = 0
  for (let i = 0; i < typed.length; i += 2) {
    const width = typed[i + 1] ?? usual
    from += typed[i]!
    const by = i === 0 ? base.from : 'opening, near edge'
    all.push(
      made(centreFrom(base, from, width, 'near edge'), width, {
        from: by,
        end: base.end,
        to: 'near edge',
        side,
      }),
    )
    from += width
  }
  return all
}
