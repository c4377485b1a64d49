import { cross, direction, distance, dot, type Affine, type Box, type Point, IDENTITY } from '../geometry'
import { solverOf } from '../building'
import { floorOf } from '../solids'
import type { Board, DrawingOf, Id, Project, StandingView } from '../records'
import { roomIn, type Space } from '../rooms'
import type { Looking, Part3, Point3 } from '../space'

/** An upright plane that stands in a part of the picture, or a level one at a height. */
export interface CutPlane {
  /** From and to across. */
  readonly from: number
  readonly to: number
  /** Where it stands, by how near. */
  readonly near: number
}

/** What a view cuts along: planes that all face one way. What is nearer than them is taken away. */
export interface CutSurface {
  /** Across, up and towards what is taken away, square to each other. */
  readonly axes: Looking
  readonly planes: readonly CutPlane[]
  /** From its own axes to the picture. */
  readonly map: Affine
}

/** How a drawing looks at the building. */
export interface Frame {
  readonly looking: Looking
  /** What is shown lies within one of these parts of space, told in these axes, which stand square to each other. */
  readonly axes: Looking
  readonly parts: readonly Part3[]
  /** Null: it cuts nothing. */
  readonly cut: CutSurface | null
  /** What is left out but for this level. */
  readonly only: Id | null
  /** What stands on this level hides what lies behind it, and is not shown itself. */
  readonly hides?: Id
  /** Where its picture lies in the drawing, mm. */
  readonly offset: Point
  /** What is shown ends in a line: from corner to corner of the picture, drawn for a record. */
  readonly border?: { readonly box: Box; readonly source: Id }
}

type Standing = DrawingOf<StandingView>

const HERE: Point = { x: 0, y: 0 }

/** The axes of a view that looks to the left of the way from a to b. */
export function standingLooking({ a, b }: { readonly a: Point; readonly b: Point }): Looking {
  const u = direction(a, b)
  return {
    right: { x: u.x, y: u.y, z: 0 },
    up: { x: 0, y: 0, z: 1 },
    near: { x: u.y, y: -u.x, z: 0 },
  }
}

/** Where the line of a view stands, part after part between its jogs. */
export function standingPlanes({
  a,
  b,
  jogs = [],
  part,
}: Pick<Standing, 'a' | 'b' | 'jogs' | 'part'>): CutPlane[] {
  const u = direction(a, b)
  const start = dot(a, u)
  // How far to the left of the origin the line runs; the further, the less near.
  const left = cross(u, a)
  const ends = [part ? start : -Infinity, ...jogs.map(({ along }) => start + along)]
  const last = part ? dot(b, u) : Infinity
  const asides = [0, ...jogs.map(({ aside }) => aside)]
  return ends
    .map((from, i): CutPlane => ({
      from,
      to: Math.min(ends[i + 1] ?? last, last),
      near: -(left + asides[i]!),
    }))
    .filter(({ from, to }) => to > from)
}

/** The height of the ground, above datum, mm; without one endlessly deep. */
const groundOf = (project: Project): number => project.facts.ground ?? -Infinity

/** A line of sight needs so much length, mm. */
const LEAST_LINE = 1

/** How a section or an elevation looks at the building; null when its line has no length. */
function standingFrame(project: Project, view: Standing): Frame | null {
  if (distance(view.a, view.b) < LEAST_LINE) return null
  const planes = standingPlanes(view)
  // What lies in the ground is seen where it is cut alone, or where somebody asks for it.
  const { depth = Infinity, bottom = groundOf(project), top = Infinity } = view
  const looking = standingLooking(view)
  return {
    looking,
    axes: looking,
    parts: planes.map(({ from, to, near }) => ({
      from: [from, bottom, near - depth],
      to: [to, top, near],
    })),
    cut: { axes: looking, planes, map: IDENTITY },
    only: null,
    offset: HERE,
  }
}

/** The axes of a plan looked at from above. */
const FROM_ABOVE: Looking = {
  right: { x: 1, y: 0, z: 0 },
  up: { x: 0, y: 1, z: 0 },
  near: { x: 0, y: 0, z: 1 },
}

/**
 * The axes of a parallel projection. Axonometric ones are drawn so much larger that heights are true, as is usual on
 * paper (ISO 5456-3); in a plan oblique the plan is.
 */
export function cutawayLooking(looks: DrawingOf<'cutaway'>['looks']): Looking {
  const [c, s] = [Math.cos(looks.turn), Math.sin(looks.turn)]
  if (looks.by === 'plan oblique')
    return {
      right: { x: c, y: -s, z: 0 },
      up: { x: s, y: c, z: looks.rise },
      near: { x: 0, y: 0, z: 1 },
    }
  const [ct, st] = [Math.cos(looks.tilt), Math.sin(looks.tilt)]
  const k = 1 / ct
  return {
    right: { x: c * k, y: s * k, z: 0 },
    up: { x: -s * st * k, y: c * st * k, z: 1 },
    near: { x: s * ct, y: -c * ct, z: st },
  }
}

/** From the plane of a cut, x across it and y up it, to the picture. */
const planeMap = ({ right, up, near }: Looking, at: number, looking: Looking): Affine => ({
  a: dot3(right, looking.right),
  b: dot3(right, looking.up),
  c: dot3(up, looking.right),
  d: dot3(up, looking.up),
  e: dot3(near, looking.right) * at,
  f: dot3(near, looking.up) * at,
})
const dot3 = (p: Point3, q: Point3): number => p.x * q.x + p.y * q.y + p.z * q.z

function cutawayFrame(project: Project, view: DrawingOf<'cutaway'>): Frame {
  const looking = cutawayLooking(view.looks)
  const ground = groundOf(project)
  const all = { from: [-Infinity, -Infinity, ground], to: [Infinity, Infinity, Infinity] } as const
  const plain = { looking, only: view.only ?? null, offset: HERE }
  const { cut } = view
  if (!cut) return { ...plain, axes: FROM_ABOVE, parts: [all], cut: null }
  if (cut.by === 'height') {
    const plane = { from: -Infinity, to: Infinity, near: cut.height }
    return {
      ...plain,
      axes: FROM_ABOVE,
      // Cut in the ground, all is seen.
      parts: [
        {
          from: [-Infinity, -Infinity, cut.height > ground ? ground : -Infinity],
          to: [Infinity, Infinity, cut.height],
        },
      ],
      cut: { axes: FROM_ABOVE, planes: [plane], map: planeMap(FROM_ABOVE, cut.height, looking) },
    }
  }
  const section = project.find('drawing', cut.section)
  if (section?.view !== 'section') return { ...plain, axes: FROM_ABOVE, parts: [all], cut: null }
  const axes = standingLooking(section)
  const planes = standingPlanes(section)
  return {
    ...plain,
    axes,
    parts: planes.map(({ from, to, near }) => ({
      from: [from, ground, -Infinity],
      to: [to, Infinity, near],
    })),
    // A line with jogs is drawn flat where it stands first; the jogs show as steps of what lies behind.
    cut: { axes, planes, map: planeMap(axes, planes[0]?.near ?? 0, looking) },
  }
}

/** How what a cutaway cuts away is looked at, where it is told in outline; null: it is left out. */
export function ghostOf(project: Project, board: Board): Frame | null {
  if (board.kind !== 'drawing' || board.view !== 'cutaway' || !board.outlined) return null
  const { cut, ...frame } = cutawayFrame(project, board)
  if (!cut) return null
  return {
    ...frame,
    axes: cut.axes,
    parts: cut.planes.map(({ from, to, near }) => ({
      from: [from, -Infinity, near],
      to: [to, Infinity, Infinity],
    })),
    cut: null,
  }
}

/** How deep into walls the view of a room reaches, mm: the reveals of its openings. */
const INTO_WALLS = 600
/** Between the views of two walls, mm. */
const BETWEEN = 600

/** The straight sides of a space along its walls, one after the other, with the room on their right as outlines run. */
function sidesOf(project: Project, space: Space): { readonly a: Point; readonly b: Point }[] {
  const sides: { a: Point; b: Point }[] = []
  for (const { a, b, owner } of space.edges) {
    const kind = owner === null ? null : project.get(owner)?.kind
    if (distance(a, b) < LEAST_LINE || kind === 'column') continue
    const last = sides[sides.length - 1]
    const runsOn =
      last &&
      distance(last.b, a) < LEAST_LINE &&
      Math.abs(cross(direction(last.a, last.b), direction(a, b))) < IN_LINE
    if (runsOn && last) last.b = b
    else sides.push({ a, b })
  }
  const [first] = sides
  const last = sides[sides.length - 1]
  if (
    first &&
    last &&
    first !== last &&
    distance(last.b, first.a) < LEAST_LINE &&
    Math.abs(cross(direction(last.a, last.b), direction(first.a, first.b))) < IN_LINE
  ) {
    first.a = last.a
    sides.pop()
  }
  return sides.filter(({ a, b }) => distance(a, b) >= LEAST_SIDE)
}
/** A side of a room shorter than this is no wall anybody looks at, mm. */
const LEAST_SIDE = 150
const IN_LINE = Math.sin(Math.PI / 720)

/** The walls of a room, each looked at from within, side by side as one goes round. */
function interiorFrames(project: Project, view: DrawingOf<'interior'>): Frame[] {
  const room = project.find('room', view.room)
  const level = room && project.find('level', room.level)
  if (!room || !level) return []
  const space = roomIn(project, solverOf(project, room.level), room.id)?.space
  if (!space) return []
  const floor = floorOf(project, room.level)
  const ceiling = floor + (room.ceilingHeight ?? level.height)
  const sides = sidesOf(project, space).map(({ a, b }) => ({ a, b, width: distance(a, b) }))
  const whole = sides.reduce((sum, { width }) => sum + width + BETWEEN, 0)
  const high = ceiling - floor + UNDER
  // Rows about three times as wide as high all together.
  const row = whole / Math.max(1, Math.round(Math.sqrt(whole / (WIDE * high))))
  let [x, y] = [0, 0]
  return sides.map(({ a, b, width }): Frame => {
    const looking = standingLooking({ a, b })
    const { right, near } = looking
    const [x0, x1] = [dot(a, right), dot(b, right)]
    const face = dot(a, near)
    const furthest = Math.max(...space.edges.map((edge) => dot(edge.a, near)))
    if (x > 0 && x + width > row * ROW_OVER) {
      x = 0
      y -= high
    }
    const offset = { x: x - x0, y }
    x += width + BETWEEN
    return {
      looking,
      axes: looking,
      parts: [{ from: [x0, floor, face - INTO_WALLS], to: [x1, ceiling, furthest] }],
      cut: null,
      only: null,
      offset,
      border: {
        box: { minX: x0 + offset.x, minY: floor + y, maxX: x1 + offset.x, maxY: ceiling + y },
        source: view.room,
      },
    }
  })
}
/** Under the views of a row, mm; how wide rows are to how high all are; how much longer than that a row may be. */
const UNDER = 1500
const WIDE = 3
const ROW_OVER = 1.15

/** How a drawing looks at the building, one picture beside the other; none for what does not look at it. */
export function framesOf(project: Project, board: Board): readonly Frame[] {
  if (board.kind !== 'drawing') return []
  switch (board.view) {
    case 'section':
    case 'elevation': {
      const frame = standingFrame(project, board)
      return frame ? [frame] : []
    }
    case 'cutaway':
      return [cutawayFrame(project, board)]
    case 'interior':
      return interiorFrames(project, board)
    case 'plan':
    case 'block':
    case 'detail':
      return []
  }
}

/**
 * What a plan sees of the levels beneath its own, from above, where nothing on its own level hides it; null where it
 * sees down no further than its floor.
 */
export function seenDown(project: Project, board: Board): Frame | null {
  if (board.kind !== 'drawing' || board.view !== 'plan' || !seesDown(board)) return null
  const floor = floorOf(project, board.level)
  return {
    looking: FROM_ABOVE,
    axes: FROM_ABOVE,
    parts: [{ from: [-Infinity, -Infinity, floor - board.down!], to: [Infinity, Infinity, floor] }],
    cut: null,
    only: null,
    hides: board.level,
    offset: HERE,
  }
}

const seesDown = ({ down }: DrawingOf<'plan'>): boolean => down !== undefined && down > 0

/** The board whose picture lies beneath a detail, however many details deep; another board itself. */
export function drawnOver(project: Project, board: Board): Board {
  let at = board
  for (let depth = 0; depth < MOST_DEEP; depth++) {
    if (at.kind !== 'drawing' || at.view !== 'detail' || !at.of) return at
    const next = project.find('drawing', at.of.drawing)
    if (!next) return at
    at = next
  }
  return at
}
const MOST_DEEP = 20

/** Whether a drawing is worked out from the building, or what lies beneath it is. */
export function looksAtBuilding(board: Board): boolean {
  if (board.kind !== 'drawing') return false
  switch (board.view) {
    case 'section':
    case 'elevation':
    case 'interior':
    case 'cutaway':
      return true
    case 'plan':
      return seesDown(board)
    case 'block':
    case 'detail':
      return false
  }
}

/** A place in space in the picture. */
export const inPicture = ({ looking: { right, up }, offset }: Frame, p: Point3): Point => ({
  x: p.x * right.x + p.y * right.y + p.z * right.z + offset.x,
  y: p.x * up.x + p.y * up.y + p.z * up.z + offset.y,
})

/** Whether heights stand upright in a picture at their own size, and nothing of the plan is seen as height. */
export const isUpright = ({ looking: { up } }: Frame): boolean => up.x === 0 && up.y === 0 && up.z === 1
