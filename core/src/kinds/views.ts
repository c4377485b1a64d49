import {
  applyTo,
  boxOf,
  direction,
  distance,
  EMPTY_BOX,
  mirrors,
  offsetFrom,
  pathBox,
  straight,
  type Affine,
} from '../geometry'
import type { Board, Drawing, DrawingOf, StandingView } from '../records'
import { noHandle, NOTHING_MORE, plainPoint, type Home } from './home'
import { outlineFault } from './fabric'
import { mappedPath } from './maps'
import { pathHandles, stretchedPath, withVertex } from './drafted'

type Standing = DrawingOf<StandingView>

/** Whether a drawing looks at the building from a line in plan. */
export const isStanding = (drawing: Drawing): drawing is Standing =>
  drawing.view === 'section' || drawing.view === 'elevation'

/** Whether the mark of a drawing stands on a board: those of sections and elevations on plans, of details on what they are of. */
export function isMarkedOn(board: Board, drawing: Drawing): boolean {
  if (board.kind === 'sheet') return false
  switch (drawing.view) {
    case 'section':
      return board.view === 'plan'
    case 'elevation':
      return board.view === 'plan' && (drawing.on === undefined || drawing.on === board.id)
    case 'detail':
      return drawing.of?.drawing === board.id
    case 'interior':
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

/** The mark of a drawing on others: its line of sight, or the outline of what it is a detail of. */
export const drawingHome: Home<Drawing> = {
  ...NOTHING_MORE,
  mapped(drawing, { map }) {
    if (isStanding(drawing)) return { ...drawing, ...mappedSight(map, drawing) }
    if (drawing.view === 'detail' && drawing.of)
      return { ...drawing, of: { ...drawing.of, outline: mappedPath(map, drawing.of.outline) } }
    return drawing
  },
  stretched(drawing, move) {
    if (isStanding(drawing)) {
      const [a, b] = [move(drawing.a), move(drawing.b)]
      return a === drawing.a && b === drawing.b ? drawing : { ...drawing, a: plainPoint(a), b: plainPoint(b) }
    }
    if (drawing.view === 'detail' && drawing.of) {
      const outline = stretchedPath(drawing.of.outline, move)
      return outline === drawing.of.outline ? drawing : { ...drawing, of: { ...drawing.of, outline } }
    }
    return drawing
  },
  handles(drawing) {
    if (isStanding(drawing))
      return [
        { at: drawing.a, from: drawing.b },
        { at: drawing.b, from: drawing.a },
      ]
    return drawing.view === 'detail' && drawing.of ? pathHandles(drawing.of.outline) : []
  },
  withHandle(drawing, index, to) {
    if (isStanding(drawing)) return { ...drawing, [index === 0 ? 'a' : 'b']: plainPoint(to) }
    if (drawing.view === 'detail' && drawing.of)
      return { ...drawing, of: { ...drawing.of, outline: withVertex(drawing.of.outline, index, to) } }
    return noHandle(drawing)
  },
  placed(drawing) {
    if (isStanding(drawing)) return boxOf([drawing.a, drawing.b])
    return drawing.view === 'detail' && drawing.of ? pathBox(drawing.of.outline) : EMPTY_BOX
  },
  edges: (drawing) => (isStanding(drawing) ? [straight(drawing.a, drawing.b)] : []),
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
