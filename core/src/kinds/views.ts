import {
  applyTo,
  boxOf,
  angleOf,
  cross,
  direction,
  distance,
  dot,
  EMPTY_BOX,
  mirrors,
  offsetFrom,
  pathBox,
  straight,
  subtract,
  unitAt,
  type Affine,
  type Path,
  type Point,
} from '../geometry'
import type { Board, Drawing, DrawingOf, StandingView } from '../records'
import { noHandle, NOTHING_MORE, plainPoint, type Home } from './home'
import { outlineFault } from './fabric'
import { mappedPath, storedPath } from './maps'
import { pathHandles, stretchedPath, withVertex } from './drafted'

type Standing = DrawingOf<StandingView>

/** Whether a drawing looks at the building from a line in plan. */
export const isStanding = (drawing: Drawing): drawing is Standing =>
  drawing.view === 'section' || drawing.view === 'elevation'

/** Whether the mark of a drawing stands on a board: those of sections and elevations on plans, of details on what they are of. */
export function isMarkedOn(board: Board, drawing: Drawing): boolean {
  if (board.kind !== 'drawing') return false
  switch (drawing.view) {
    case 'section':
      return board.view === 'plan'
    case 'elevation':
      return board.view === 'plan' && (drawing.on === undefined || drawing.on === board.id)
    case 'detail':
      return drawing.of?.drawing === board.id
    case 'interior':
      return board.view === 'plan' && drawing.stands?.on === board.id
    case 'cutaway':
    case 'plan':
    case 'block':
      return false
  }
}

/** The shortest line a building is looked at from, mm. */
const SHORTEST_SIGHT = 1

/** A line of sight under a map. Mirrored ones are turned about, so that they look at the same things. */
export function mappedSight(map: Affine, { a, b, jogs }: Pick<Standing, 'a' | 'b' | 'jogs'>) {
  const [p, q] = [plainPoint(applyTo(map, a)), plainPoint(applyTo(map, b))]
  if (!mirrors(map)) return { a: p, b: q }
  if (!jogs || jogs.length === 0) return { a: q, b: p }
  const last = jogs[jogs.length - 1]!.aside
  const length = distance(p, q)
  const u = direction(q, p)
  return {
    a: plainPoint(offsetFrom(q, u, 0, last)),
    b: plainPoint(offsetFrom(p, u, 0, last)),
    jogs: jogs
      .map(({ along }, i) => ({ along: length - along, aside: (jogs[i - 1]?.aside ?? 0) - last }))
      .reverse(),
  }
}

/** The ends of a line of sight as it is drawn: behind a jog it stands aside of the line from a to b. */
function sightEnds({ a, b, jogs = [] }: Pick<Standing, 'a' | 'b' | 'jogs'>): { a: Point; b: Point } {
  const last = jogs[jogs.length - 1]
  return { a, b: last ? offsetFrom(b, direction(a, b), 0, last.aside) : b }
}

/** The two corners of each jog of a line of sight, in order. */
function jogCorners({ a, b, jogs = [] }: Pick<Standing, 'a' | 'b' | 'jogs'>): (readonly [Point, Point])[] {
  const u = direction(a, b)
  return jogs.map(
    ({ along, aside }, i) =>
      [offsetFrom(a, u, along, jogs[i - 1]?.aside ?? 0), offsetFrom(a, u, along, aside)] as const,
  )
}

/** The corners of a line of sight, with its jogs. */
export function sightCorners(drawing: Pick<Standing, 'a' | 'b' | 'jogs'>): Point[] {
  const { a, b } = sightEnds(drawing)
  return [a, ...jogCorners(drawing).flat(), b]
}

/** A line of sight with one of its points brought elsewhere: an end, or a corner of a jog with the stretch that ends in it. */
function withSightHandle<V extends Standing>(drawing: V, index: number, to: Point): V {
  const { a, b, jogs = [] } = drawing
  const last = jogs[jogs.length - 1]?.aside ?? 0
  if (index === 0) {
    // The far end stays where it is drawn.
    const end = unshifted(to, sightEnds(drawing).b, last)
    return end ? { ...drawing, a: to, b: end } : drawing
  }
  if (index === 1) {
    const end = unshifted(a, to, last)
    return end ? { ...drawing, b: end } : drawing
  }
  const nth = Math.floor(index / 2) - 1
  const u = direction(a, b)
  const d = subtract(to, a)
  const [along, aside] = [dot(u, d), cross(u, d)]
  const stretch = index % 2 === 0 ? nth - 1 : nth
  // What is drawn aside before the first jog is the line itself: with it all others keep their places.
  if (stretch < 0)
    return {
      ...drawing,
      a: plainPoint(offsetFrom(a, u, 0, aside)),
      b: plainPoint(offsetFrom(b, u, 0, aside)),
      jogs: jogs.map((jog, i) => ({
        along: i === nth ? along : jog.along,
        aside: jog.aside - aside,
      })),
    }
  return {
    ...drawing,
    jogs: jogs.map((jog, i) => ({
      along: i === nth ? along : jog.along,
      aside: i === stretch ? aside : jog.aside,
    })),
  }
}

/** The end of a line from a whose point so far to its left is given; null when none is. */
function unshifted(a: Point, end: Point, aside: number): Point | null {
  if (aside === 0) return end
  const d = subtract(end, a)
  const square = d.x * d.x + d.y * d.y - aside * aside
  if (!(square > 0)) return null
  const u = unitAt(angleOf(d) - Math.atan2(aside, Math.sqrt(square)))
  return plainPoint(offsetFrom(a, u, Math.sqrt(square), 0))
}

/** The mark of a drawing on others: its line of sight, or the outline of what it is a detail of. */
export const drawingHome: Home<Drawing> = {
  ...NOTHING_MORE,
  mapped(drawing, { map }) {
    switch (drawing.view) {
      case 'section':
      case 'elevation':
        return { ...drawing, ...mappedSight(map, drawing) }
      case 'interior':
        return stood(drawing, (at) => applyTo(map, at))
      case 'detail':
        return drawing.of ? withOutline(drawing, mappedPath(map, drawing.of.outline)) : drawing
      case 'plan':
      case 'cutaway':
      case 'block':
        return drawing
    }
  },
  stretched(drawing, move) {
    switch (drawing.view) {
      case 'section':
      case 'elevation': {
        const [a, b] = [move(drawing.a), move(drawing.b)]
        return a === drawing.a && b === drawing.b
          ? drawing
          : { ...drawing, a: plainPoint(a), b: plainPoint(b) }
      }
      case 'interior':
        return stood(drawing, move)
      case 'detail':
        return drawing.of ? withOutline(drawing, stretchedPath(drawing.of.outline, move)) : drawing
      case 'plan':
      case 'cutaway':
      case 'block':
        return drawing
    }
  },
  handles(drawing) {
    switch (drawing.view) {
      case 'section':
      case 'elevation': {
        const ends = sightEnds(drawing)
        return [
          { at: ends.a, from: ends.b },
          { at: ends.b, from: ends.a },
          ...jogCorners(drawing).flatMap(([before, after]) => [
            { at: before, from: ends.a },
            { at: after, from: before },
          ]),
        ]
      }
      case 'interior':
        return drawing.stands ? [{ at: drawing.stands.at, from: drawing.stands.at }] : []
      case 'detail':
        return drawing.of ? pathHandles(drawing.of.outline) : []
      case 'plan':
      case 'cutaway':
      case 'block':
        return []
    }
  },
  withHandle(drawing, index, to) {
    switch (drawing.view) {
      case 'section':
      case 'elevation':
        return withSightHandle(drawing, index, plainPoint(to))
      case 'interior':
        return stood(drawing, () => to)
      case 'detail':
        return drawing.of
          ? withOutline(drawing, withVertex(drawing.of.outline, index, to))
          : noHandle(drawing)
      case 'plan':
      case 'cutaway':
      case 'block':
        return noHandle(drawing)
    }
  },
  placed(drawing) {
    switch (drawing.view) {
      case 'section':
      case 'elevation':
        return boxOf(sightCorners(drawing))
      case 'interior':
        return drawing.stands ? boxOf([drawing.stands.at]) : EMPTY_BOX
      case 'detail':
        return drawing.of ? pathBox(drawing.of.outline) : EMPTY_BOX
      case 'plan':
      case 'cutaway':
      case 'block':
        return EMPTY_BOX
    }
  },
  edges(drawing) {
    if (!isStanding(drawing)) return []
    const corners = sightCorners(drawing)
    return corners.slice(1).map((corner, i) => straight(corners[i]!, corner))
  },
  fault(drawing) {
    if (isStanding(drawing)) {
      if (!(distance(drawing.a, drawing.b) >= SHORTEST_SIGHT))
        return 'The line a building is looked at from needs some length.'
      if (drawing.bottom !== undefined && drawing.top !== undefined && !(drawing.top > drawing.bottom))
        return 'What is seen ends higher than it begins.'
      const jogs = drawing.jogs ?? []
      if (jogs.some(({ along }, i) => along <= (jogs[i - 1]?.along ?? -Infinity)))
        return 'Jogs follow each other along their line.'
    }
    return drawing.view === 'detail' && drawing.of ? outlineFault(drawing.of.outline, 'detail') : null
  },
}

/** The mark of the walls of a room at another place. */
function stood(drawing: DrawingOf<'interior'>, move: (at: Point) => Point): DrawingOf<'interior'> {
  if (!drawing.stands) return drawing
  const at = move(drawing.stands.at)
  return at === drawing.stands.at
    ? drawing
    : { ...drawing, stands: { ...drawing.stands, at: plainPoint(at) } }
}

/** A detail of another outline. */
const withOutline = (drawing: DrawingOf<'detail'>, outline: Path): DrawingOf<'detail'> =>
  drawing.of && outline !== drawing.of.outline
    ? { ...drawing, of: { ...drawing.of, outline: storedPath(outline) } }
    : drawing
