import { SAME_POINT } from '../geometry'
import { edgeKey, type EdgeName, type Face, type FaceLook, type Solid } from './solid'
import { plateOf, type Plate } from './plate'
import type { ViewEdge, ViewThing } from './hidden'
import { cross3, dot3, type Point3 } from './vector3'
import type { Id } from '../records'

/**
 * How space is looked at, from far off: to the right in the picture, up in the picture, and how near. The three need not
 * stand square to each other, but turn as right, up and towards the eye do.
 */
export interface Looking {
  readonly right: Point3
  readonly up: Point3
  readonly near: Point3
}

/** A part of what is looked at, in the axes of the picture: x, y and nearness between two limits each. */
export interface Part3 {
  readonly from: readonly [x: number, y: number, near: number]
  readonly to: readonly [x: number, y: number, near: number]
}

/** All there is. */
export const EVERYTHING: Part3 = {
  from: [-Infinity, -Infinity, -Infinity],
  to: [Infinity, Infinity, Infinity],
}

/** An edge with what it comes from. */
export interface SourceEdge extends ViewEdge {
  readonly source: Id
  /** What ties know it by. */
  readonly name?: EdgeName
  /** A line on a face, and how it is drawn; left out: an edge. */
  readonly line?: { readonly pen: 'seen' | 'light'; readonly dashed: boolean }
}

/** How faces are told apart in a picture. */
export interface FaceStyle {
  /** The same for faces that show no line between them in one plane. */
  readonly look: number
  /** Which is seen where two lie in one plane: the greater. */
  readonly rank: number
  /** What of it is seen is filled. */
  readonly filled: boolean
}

/** What goes on in one place of a view: counters for plates and curves. */
export interface Numbering {
  orders: number
  curves: number
}

/** What a plate was made from. */
export interface PlateFacts {
  readonly source: Id
  readonly look: FaceLook
}

/** A corner list as x, y, nearness …, with which of its edges were made by cutting off: by the number of their start. */
interface Cut {
  readonly points: number[]
  readonly made: ReadonlySet<number>
}

/** How something is looked at, and what of it: parts told in axes of their own, which stand square to each other. */
export interface Sight {
  readonly looking: Looking
  readonly axes: Looking
  readonly parts: readonly Part3[]
}

/** Brings corners x, y, nearness … from the axes they were cut off in to those of the picture. */
type ToPicture = (points: readonly number[]) => number[]

const asTheyAre: ToPicture = (points) => points as number[]

function toPicture({ looking, axes }: Sight): ToPicture {
  if (looking === axes) return asTheyAre
  const rows = [looking.right, looking.up, looking.near].map((row) => [
    dot3(axes.right, row),
    dot3(axes.up, row),
    dot3(axes.near, row),
  ])
  return (points) => {
    const made: number[] = []
    for (let i = 0; i < points.length; i += 3)
      for (const [a, b, c] of rows) made.push(a! * points[i]! + b! * points[i + 1]! + c! * points[i + 2]!)
    return made
  }
}

/**
 * A solid as it is looked at: the plates of the faces that look towards the eye, and its edges, within parts of space.
 * `facts` is told of every plate.
 */
export function lookAt(
  solid: Solid,
  { looking, axes, parts }: Sight,
  styleOf: (look: FaceLook) => FaceStyle,
  numbers: Numbering,
  facts: (plate: Plate, face: Face) => void,
): ViewThing<SourceEdge> {
  const inView = toPicture({ looking, axes, parts })
  const seen = new Float64Array(solid.points.length * 3)
  solid.points.forEach((p, i) => {
    seen[3 * i] = dot3(p, axes.right)
    seen[3 * i + 1] = dot3(p, axes.up)
    seen[3 * i + 2] = dot3(p, axes.near)
  })
  // The way the eye looks, in these axes: what has its face turned away is no plate.
  const eye = cross3(looking.right, looking.up)
  const [ex, ey, ez] = [dot3(eye, axes.right), dot3(eye, axes.up), dot3(eye, axes.near)]
  const curves = new Map<number, number>()
  const curveOf = (curve: number | undefined): number => {
    if (curve === undefined) return 0
    let number = curves.get(curve)
    if (number === undefined) curves.set(curve, (number = ++numbers.curves))
    return number
  }
  const plates: Plate[] = []
  const edges: SourceEdge[] = []
  for (const part of parts) {
    const cuts = cutsOf(seen, part)
    if (cuts === null) continue
    const made = solid.faces.map((face) => {
      if (!face.sheet && isTurnedAway(seen, face.loops[0]!, ex, ey, ez)) return null
      const style = styleOf(face.look)
      const loops = cuts.length > 0 ? face.loops.map((loop) => cutLoop(cornersOf(seen, loop), cuts)) : null
      if (loops && loops[0]!.points.length < 9) return null
      const points = loops
        ? loops.flatMap(({ points: some }) => (some.length >= 9 ? [inView(some)] : []))
        : face.loops.map((loop) => inView(coordinates(seen, loop)))
      const { rank, look, filled } = style
      const facing = { rank, look, filled, curve: curveOf(face.curve), order: numbers.orders++ }
      const front = plateOf(points, facing)
      const plate = front ?? (face.sheet ? plateOf(points.map(turnedRound), facing) : null)
      if (!plate) return null
      plates.push(plate)
      facts(plate, face)
      if (loops) for (const loop of loops) closing(loop, inView, plate, front !== null, solid.source, edges)
      return { plate, front: front !== null }
    })
    addEdges(solid, seen, looking === axes ? null : inView, made, cuts, edges)
    for (const line of solid.lines ?? []) {
      const plate = made[line.face]?.plate
      if (!plate) continue
      const ends = cutSegment([...along(line.a, axes), ...along(line.b, axes)], inView, cuts)
      if (ends)
        edges.push({
          ...ends,
          left: plate,
          right: plate,
          source: solid.faces[line.face]!.source ?? solid.source,
          line: { pen: line.pen, dashed: line.dashed },
        })
    }
  }
  return { plates, edges }
}

/** Whether an outline is seen from its back, by Newell's normal. */
function isTurnedAway(
  seen: Float64Array,
  loop: readonly number[],
  ex: number,
  ey: number,
  ez: number,
): boolean {
  let [nx, ny, nz] = [0, 0, 0]
  let q = 3 * loop[loop.length - 1]!
  for (const number of loop) {
    const p = 3 * number
    nx += (seen[q + 1]! - seen[p + 1]!) * (seen[q + 2]! + seen[p + 2]!)
    ny += (seen[q + 2]! - seen[p + 2]!) * (seen[q]! + seen[p]!)
    nz += (seen[q]! - seen[p]!) * (seen[q + 1]! + seen[p + 1]!)
    q = p
  }
  return nx * ex + ny * ey + nz * ez <= 0
}

const along = (p: Point3, { right, up, near }: Looking): number[] => [
  dot3(p, right),
  dot3(p, up),
  dot3(p, near),
]

interface Seen {
  readonly plate: Plate
  readonly front: boolean
}

/** Every edge of the solid once, with the plates on its two hands. */
function addEdges(
  solid: Solid,
  seen: Float64Array,
  /** Null: the axes are those of the picture. */
  inView: ToPicture | null,
  made: readonly (Seen | null)[],
  cuts: readonly Limit[],
  edges: SourceEdge[],
): void {
  const known = new Map<
    number,
    { a: number; b: number; left: Plate | null; right: Plate | null; face: number }
  >()
  solid.faces.forEach((face, i) => {
    const one = made[i]
    if (!one) return
    for (const loop of face.loops)
      for (let k = 0; k < loop.length; k++) {
        const [a, b] = [loop[k]!, loop[(k + 1) % loop.length]!]
        const key = edgeKey(a, b)
        let edge = known.get(key)
        if (!edge) known.set(key, (edge = { a, b, left: null, right: null, face: i }))
        // A face seen from behind has its inside on the other hand.
        if ((edge.a === a) === one.front) edge.left ??= one.plate
        else edge.right ??= one.plate
      }
  })
  for (const [key, { a, b, left, right, face }] of known) {
    const [i, j] = [3 * a, 3 * b]
    // Most solids lie wholly within, in the axes of the picture: nothing is to be worked out for their edges.
    const ends =
      inView === null && cuts.length === 0
        ? { ax: seen[i]!, ay: seen[i + 1]!, bx: seen[j]!, by: seen[j + 1]! }
        : cutSegment(
            [seen[i]!, seen[i + 1]!, seen[i + 2]!, seen[j]!, seen[j + 1]!, seen[j + 2]!],
            inView ?? asTheyAre,
            cuts,
          )
    if (!ends) continue
    const named = solid.names?.get(key)
    const { ax, ay, bx, by } = ends
    const source = named?.source ?? solid.faces[face]!.source ?? solid.source
    edges.push(
      named
        ? { ax, ay, bx, by, left, right, source, name: named.name }
        : { ax, ay, bx, by, left, right, source },
    )
  }
}

/** The edges that cutting off made: they bound what is filled. */
function closing(
  { points: corners, made }: Cut,
  inView: ToPicture,
  plate: Plate,
  front: boolean,
  source: Id,
  edges: SourceEdge[],
): void {
  if (!plate.filled || made.size === 0) return
  const points = inView(corners)
  for (const i of made) {
    const j = 3 * i + 3 < points.length ? 3 * i + 3 : 0
    edges.push({
      ax: points[3 * i]!,
      ay: points[3 * i + 1]!,
      bx: points[j]!,
      by: points[j + 1]!,
      left: front ? plate : null,
      right: front ? null : plate,
      silent: true,
      source,
    })
  }
}

/** A limit: an axis (0 x, 1 y, 2 nearness), where, and the sense in which things are kept. */
interface Limit {
  readonly axis: 0 | 1 | 2
  readonly at: number
  readonly keep: 1 | -1
}

/** The limits that cut something off; null when all lies beyond one of them. */
function cutsOf(seen: Float64Array, { from, to }: Part3): readonly Limit[] | null {
  const limits: Limit[] = []
  for (const axis of [0, 1, 2] as const) {
    let [low, high] = [Infinity, -Infinity]
    for (let i = axis; i < seen.length; i += 3) {
      low = Math.min(low, seen[i]!)
      high = Math.max(high, seen[i]!)
    }
    if (high <= from[axis] + SAME_POINT || low >= to[axis] - SAME_POINT) {
      // What has no size along an axis may still lie within.
      if (high - low > SAME_POINT || high < from[axis] || low > to[axis]) return null
    }
    if (low < from[axis] - SAME_POINT) limits.push({ axis, at: from[axis], keep: 1 })
    if (high > to[axis] + SAME_POINT) limits.push({ axis, at: to[axis], keep: -1 })
  }
  return limits
}

const cornersOf = (seen: Float64Array, loop: readonly number[]): Cut => ({
  points: coordinates(seen, loop),
  made: NONE_MADE,
})
function coordinates(seen: Float64Array, loop: readonly number[]): number[] {
  // Most faces have four corners: written at one go they cost least.
  if (loop.length === 4) {
    const [p, q, r, t] = [3 * loop[0]!, 3 * loop[1]!, 3 * loop[2]!, 3 * loop[3]!]
    const [px, py, pd] = [seen[p]!, seen[p + 1]!, seen[p + 2]!]
    const [qx, qy, qd] = [seen[q]!, seen[q + 1]!, seen[q + 2]!]
    const [rx, ry, rd] = [seen[r]!, seen[r + 1]!, seen[r + 2]!]
    return [px, py, pd, qx, qy, qd, rx, ry, rd, seen[t]!, seen[t + 1]!, seen[t + 2]!]
  }
  const points: number[] = []
  for (const n of loop) points.push(seen[3 * n]!, seen[3 * n + 1]!, seen[3 * n + 2]!)
  return points
}
const NONE_MADE: ReadonlySet<number> = new Set()

/** What is left of an outline within limits, after Sutherland and Hodgman (1974). */
function cutLoop(loop: Cut, limits: readonly Limit[]): Cut {
  return limits.reduce(cutAtLimit, loop)
}

function cutAtLimit({ points, made }: Cut, { axis, at, keep }: Limit): Cut {
  const left: number[] = []
  const anew = new Set<number>()
  const count = points.length / 3
  const away = (i: number): number => (points[3 * i + axis]! - at) * keep
  for (let i = 0; i < count; i++) {
    const j = i + 1 === count ? 0 : i + 1
    const [p, q] = [away(i), away(j)]
    const isMade = made.has(i)
    if (p >= 0) {
      left.push(points[3 * i]!, points[3 * i + 1]!, points[3 * i + 2]!)
      if (isMade) anew.add(left.length / 3 - 1)
    }
    if (p >= 0 !== q >= 0) {
      const t = p / (p - q)
      for (const k of [0, 1, 2]) left.push(points[3 * i + k]! + (points[3 * j + k]! - points[3 * i + k]!) * t)
      left[left.length - 3 + axis] = at
      // Out: what follows runs along the limit. In: it goes on as it was.
      if (p >= 0 || isMade) anew.add(left.length / 3 - 1)
    }
  }
  return { points: left, made: anew }
}

/** What is left of a segment within limits. */
function cutSegment(
  [ax, ay, ad, bx, by, bd]: readonly number[],
  inView: ToPicture,
  limits: readonly Limit[],
): Pick<ViewEdge, 'ax' | 'ay' | 'bx' | 'by'> | null {
  if (limits.length === 0) {
    const [p, q] = [inView([ax!, ay!, ad!]), inView([bx!, by!, bd!])]
    return { ax: p[0]!, ay: p[1]!, bx: q[0]!, by: q[1]! }
  }
  let [from, to] = [0, 1]
  const a = [ax!, ay!, ad!]
  const b = [bx!, by!, bd!]
  for (const { axis, at, keep } of limits) {
    const p = (a[axis]! - at) * keep
    const q = (b[axis]! - at) * keep
    // What runs along a limit bounds a face that lies within; what only touches it does not.
    if (Math.abs(p) <= SAME_POINT && Math.abs(q) <= SAME_POINT) continue
    if (p <= SAME_POINT && q <= SAME_POINT) return null
    if (p < 0) from = Math.max(from, p / (p - q))
    if (q < 0) to = Math.min(to, p / (p - q))
  }
  if (to <= from) return null
  const at = (t: number): number[] =>
    t === 0 ? a : t === 1 ? b : a.map((value, axis) => value + (b[axis]! - value) * t)
  const [p, q] = [inView(at(from)), inView(at(to))]
  return { ax: p[0]!, ay: p[1]!, bx: q[0]!, by: q[1]! }
}

function turnedRound(points: number[]): number[] {
  const turned: number[] = []
  for (let i = points.length - 3; i >= 0; i -= 3) turned.push(points[i]!, points[i + 1]!, points[i + 2]!)
  return turned
}
