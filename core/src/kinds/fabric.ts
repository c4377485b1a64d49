import {
  applyTo,
  boxOf,
  crossesItself,
  distance,
  edgesOf,
  enlargement,
  growBox,
  isFinitePath,
  mirrors,
  offsetFrom,
  pathArea,
  pathBox,
  pathLength,
  pathOfPoints,
  unitAt,
  type Path,
  type Point,
  straight,
} from '../geometry'
import type {
  Dormer,
  FloorVoid,
  Framing,
  Overhead,
  Project,
  Rail,
  Ramp,
  Roof,
  Slab,
  Stair,
  RecordKind,
} from '../records'
import { MOST_MEMBERS, roomFor } from '../framing'
import { solveRoof } from '../roofs'
import { HIGHEST_RISE, solveStair, stairLimitsOf, stairOf } from '../stairs'
import { formatLength } from '../units'
import { NOTHING_MORE, plainPoint, pointBox, type Home, type HomesOf } from './home'
import { pathHandles, stretchedPath, withVertex } from './drafted'
import { mappedAngle, mappedPath } from './maps'

const otherHand = (hand: Stair['hand']): Stair['hand'] => (hand === 'left' ? 'right' : 'left')
const otherRails = (rails: Stair['rails']): Stair['rails'] =>
  rails === 'left' ? 'right' : rails === 'right' ? 'left' : rails

/** Why a stair cannot climb its storey; null when it can. */
function stairFault(stair: Stair, project: Project): string | null {
  const level = project.need('level', stair.level)
  const height = stair.rise ?? level.height
  const { units } = project.facts
  const mm = (value: number): string => formatLength(value, units)
  if (!(height > 0)) return 'A stair climbs some height.'
  if (!(stair.width >= 50)) return 'A stair is at least 50 mm wide.'
  if (!(stair.going >= 100)) return 'A tread is at least 100 mm deep.'
  const { risers } = stair
  if (risers !== null && !(Number.isInteger(risers) && risers >= 2 && risers <= 200))
    return 'A stair has 2 to 200 risers.'
  if (risers !== null && height / risers > HIGHEST_RISE)
    return `${risers} risers cannot reach ${mm(height)}: each would be ${mm(height / risers)} high.`
  if (solveStair(stair, height, stairLimitsOf(project), units)) return null
  return stair.form === 'curved'
    ? 'This curve is too tight: the stair would turn more than twice. Give it a larger radius.'
    : `A stair of this form cannot reach ${mm(height)}: it needs more risers.`
}

/** Each tread is an area of its own: a hull of them would hold the well. */
const stairAreas = (stair: Stair, project: Project): Path[] =>
  (stairOf(project, stair)?.treads ?? []).map(({ outline }) => pathOfPoints(outline, true))

const stairHome: Home<Stair> = {
  mapped: (stair, { map }) => ({
    ...stair,
    at: applyTo(map, stair.at),
    turn: mappedAngle(map, stair.turn),
    ...(mirrors(map) ? { hand: otherHand(stair.hand), rails: otherRails(stair.rails) } : {}),
  }),
  stretched(stair, move) {
    const at = move(stair.at)
    return at === stair.at ? stair : { ...stair, at: plainPoint(at) }
  },
  handles: ({ at }) => [{ at, from: null }],
  withHandle: (stair, _index, to) => ({ ...stair, at: plainPoint(to) }),
  placed: ({ at }) => pointBox(at),
  edges(stair, project) {
    const solved = stairOf(project, stair)
    return solved ? [...solved.sides, ...solved.nosings].map(({ edge }) => edge) : []
  },
  tied: 'after walls',
  centre: ({ at }) => at,
  areas: stairAreas,
  inside: true,
  reach: ({ rise, level }, project) => ({ from: 0, to: rise ?? project.need('level', level).height }),
  fault: stairFault,
}

/** The outline of something of a width along a straight line. */
export function stripOutline(a: Point, b: Point, width: number): Path {
  const length = distance(a, b)
  const u = { x: (b.x - a.x) / length, y: (b.y - a.y) / length }
  return pathOfPoints(
    [
      offsetFrom(a, u, 0, -width / 2),
      offsetFrom(b, u, 0, -width / 2),
      offsetFrom(b, u, 0, width / 2),
      offsetFrom(a, u, 0, width / 2),
    ],
    true,
  )
}

/** The outline of a ramp. */
export const rampOutline = ({ at, turn, length, width }: Ramp): Path =>
  stripOutline(at, offsetFrom(at, unitAt(turn), length), width)

const rampHome: Home<Ramp> = {
  mapped: (ramp, { map }) => ({
    ...ramp,
    at: applyTo(map, ramp.at),
    turn: mappedAngle(map, ramp.turn),
    ...(mirrors(map) ? { rails: otherRails(ramp.rails) } : {}),
  }),
  stretched(ramp, move) {
    const at = move(ramp.at)
    return at === ramp.at ? ramp : { ...ramp, at: plainPoint(at) }
  },
  handles: ({ at }) => [{ at, from: null }],
  withHandle: (ramp, _index, to) => ({ ...ramp, at: plainPoint(to) }),
  placed: ({ at }) => pointBox(at),
  edges: (ramp) => edgesOf(rampOutline(ramp)),
  tied: 'after walls',
  centre: ({ at }) => at,
  areas: (ramp) => [rampOutline(ramp)],
  inside: true,
  reach: ({ rise }) => ({ from: 0, to: rise }),
  fault: ({ length, rise }) =>
    !(length >= 100) ? 'A ramp needs some length.' : !(rise > 0) ? 'A ramp climbs some height.' : null,
}

/** The shortest balustrade worth keeping, mm. */
const SHORTEST_RAIL = 10

const railHome: Home<Rail> = {
  mapped: (rail, { map }) => ({ ...rail, path: mappedPath(map, rail.path) }),
  stretched(rail, move) {
    const path = stretchedPath(rail.path, move)
    return path === rail.path ? rail : { ...rail, path }
  },
  handles: ({ path }) => pathHandles(path),
  withHandle: (rail, index, to) => ({ ...rail, path: withVertex(rail.path, index, to) }),
  placed: ({ path }) => pathBox(path),
  edges: ({ path }) => edgesOf(path),
  tied: 'after walls',
  centre: () => null,
  areas: () => [],
  inside: false,
  reach: ({ height }) => ({ from: 0, to: height }),
  fault: ({ path }) =>
    isFinitePath(path) && pathLength(path) >= SHORTEST_RAIL ? null : 'A balustrade needs some length.',
}

/** The smallest outline worth keeping, mm²: 100 by 100. */
const SMALLEST_AREA = 1e4

/** Why an outline encloses nothing anybody means; null when it does. */
export function outlineFault(outline: Path, called: string): string | null {
  if (!isFinitePath(outline)) return 'That is no place to go to.'
  if (outline.vertices.length < 2 || Math.abs(pathArea(outline)) < SMALLEST_AREA)
    return `A ${called} needs an outline of some size.`
  return crossesItself(outline) ? `The outline of a ${called} may not cross itself.` : null
}

/** What floors, voids and roofs have in common: an outline. */
const outlined = <R extends Slab | FloorVoid | Roof | Framing>(
  mapped: Home<R>['mapped'],
  reach: Home<R>['reach'],
  fault: Home<R>['fault'],
): Home<R> => ({
  mapped,
  stretched(record, move) {
    const outline = stretchedPath(record.outline, move)
    return outline === record.outline ? record : { ...record, outline }
  },
  handles: ({ outline }) => pathHandles(outline),
  withHandle: (record, index, to) => ({ ...record, outline: withVertex(record.outline, index, to) }),
  placed: ({ outline }) => pathBox(outline),
  edges: ({ outline }) => edgesOf(outline),
  tied: 'after walls',
  centre: () => null,
  areas: ({ outline }) => [outline],
  inside: true,
  reach,
  fault,
})

const slabHome: Home<Slab> = outlined(
  (slab, { map }) => ({ ...slab, outline: mappedPath(map, slab.outline) }),
  ({ top, thickness }) => ({ from: top - thickness, to: top }),
  ({ outline }) => outlineFault(outline, 'slab'),
)
const voidHome: Home<FloorVoid> = outlined(
  (hole, { map }) => ({ ...hole, outline: mappedPath(map, hole.outline) }),
  () => ({ from: 0, to: 0 }),
  ({ outline }) => outlineFault(outline, 'floor void'),
)
const roofOutlined: Home<Roof> = outlined(
  (roof, { map }) => ({
    ...roof,
    outline: mappedPath(map, roof.outline),
    turn: mappedAngle(map, roof.turn),
  }),
  (roof) => ({
    from: roof.eaves,
    to: roof.eaves + roof.fascia + (solveRoof(roof)?.high ?? 0),
  }),
  (roof) => {
    const { pitch, overhang, outline } = roof
    const wrong = outlineFault(outline, 'roof')
    if (wrong) return wrong
    if (!(pitch >= 0 && pitch <= 1.4)) return 'A pitch lies between 0 and 80°.'
    if (!(overhang >= 0)) return 'An overhang is 0 or more.'
    if (solveRoof(roof)) return null
    return roof.form === 'double'
      ? 'A roof of two slopes needs an outline without inward corners. Choose a hipped one, and give its ends gables.'
      : 'These planes do not close over the outline. Make the pitches more alike, or the overhangs smaller.'
  },
)

/** Its outline, then its eaves, its ridges and its hips. */
const roofHome: Home<Roof> = {
  ...roofOutlined,
  edges(roof) {
    const solved = solveRoof(roof)
    const eaves = solved ? edgesOf(pathOfPoints(solved.eaves, true)) : []
    return [...edgesOf(roof.outline), ...eaves, ...(solved?.folds ?? []).map(({ a, b }) => straight(a, b))]
  },
}

/** The shortest overhead thing worth keeping, mm. */
const SHORTEST_OVERHEAD = 10

/** The outline of something overhead. */
export const overheadOutline = ({ shape }: Pick<Overhead, 'shape'>): Path =>
  shape.by === 'outline' ? shape.outline : stripOutline(shape.a, shape.b, shape.width)

const overheadHome: Home<Overhead> = {
  mapped(thing, { map }) {
    const { shape } = thing
    return {
      ...thing,
      shape:
        shape.by === 'outline'
          ? { ...shape, outline: mappedPath(map, shape.outline) }
          : {
              ...shape,
              a: applyTo(map, shape.a),
              b: applyTo(map, shape.b),
              width: shape.width * enlargement(map),
            },
    }
  },
  stretched(thing, move) {
    const { shape } = thing
    if (shape.by === 'outline') {
      const outline = stretchedPath(shape.outline, move)
      return outline === shape.outline ? thing : { ...thing, shape: { ...shape, outline } }
    }
    const [a, b] = [move(shape.a), move(shape.b)]
    return a === shape.a && b === shape.b
      ? thing
      : { ...thing, shape: { ...shape, a: plainPoint(a), b: plainPoint(b) } }
  },
  handles({ shape }) {
    if (shape.by === 'outline') return pathHandles(shape.outline)
    return [
      { at: shape.a, from: shape.b },
      { at: shape.b, from: shape.a },
    ]
  },
  withHandle(thing, index, to) {
    const { shape } = thing
    return {
      ...thing,
      shape:
        shape.by === 'outline'
          ? { ...shape, outline: withVertex(shape.outline, index, to) }
          : { ...shape, [index === 0 ? 'a' : 'b']: plainPoint(to) },
    }
  },
  placed: ({ shape }) => (shape.by === 'outline' ? pathBox(shape.outline) : boxOf([shape.a, shape.b])),
  edges: (thing) => edgesOf(overheadOutline(thing)),
  tied: 'after walls',
  centre: () => null,
  areas: (thing) => [overheadOutline(thing)],
  inside: true,
  reach: ({ bottom, height }) => ({ from: bottom, to: bottom + height }),
  fault: ({ shape, what }) =>
    shape.by === 'outline'
      ? outlineFault(shape.outline, what)
      : distance(shape.a, shape.b) >= SHORTEST_OVERHEAD
        ? null
        : 'This needs some length.',
}

/** A dormer stands where its front is; which way that looks follows from the roof. */
const dormerHome: Home<Dormer> = {
  ...NOTHING_MORE,
  mapped: (dormer, { map }) => ({ ...dormer, at: applyTo(map, dormer.at) }),
  stretched(dormer, move) {
    const at = move(dormer.at)
    return at === dormer.at ? dormer : { ...dormer, at: plainPoint(at) }
  },
  handles: ({ at }) => [{ at, from: at }],
  withHandle: (dormer, _index, to) => ({ ...dormer, at: plainPoint(to) }),
  placed: ({ at, width }) => growBox(boxOf([at]), width / 2),
  reach: ({ eaves }) => ({ from: eaves, to: eaves }),
  fault: ({ pitch, overhang }) =>
    !(pitch >= 0 && pitch <= 1.4)
      ? 'A pitch lies between 0 and 80°.'
      : overhang >= 0
        ? null
        : 'An overhang is 0 or more.',
}

const framingHome: Home<Framing> = outlined(
  (row, { map }) => ({
    ...row,
    outline: mappedPath(map, row.outline),
    turn: mappedAngle(map, row.turn),
  }),
  ({ bottom, depth }) => ({ from: bottom, to: bottom + depth }),
  (row) => {
    const wrong = outlineFault(row.outline, `row of ${row.what}`)
    if (wrong) return wrong
    return roomFor(row) > MOST_MEMBERS ? 'These would be more than 20 000. Set them further apart.' : null
  },
)

export const FABRIC_HOMES = {
  stair: stairHome,
  ramp: rampHome,
  rail: railHome,
  slab: slabHome,
  void: voidHome,
  roof: roofHome,
  overhead: overheadHome,
  dormer: dormerHome,
  framing: framingHome,
} satisfies HomesOf<RecordKind>
