import {
  PARALLEL,
  SAME_POINT,
  angleOf,
  carrierCrossings,
  cross,
  distance,
  dot,
  leftOf,
  lineCrossing,
  offsetFrom,
  pointOn,
  subtract,
  times,
  type Edge,
  type Point,
} from '../geometry'
import { forAllStrips, squareCut, type Cut, type EndCut } from './cut'
import {
  atWall,
  chordStep,
  inWall,
  wallDirection,
  wallLine,
  type StripShape,
  type WallShape,
} from './wallShape'

/** One end of a wall, seen from the joint: its direction points into the wall. */
export interface WallEnd {
  readonly shape: WallShape
  readonly end: 'a' | 'b'
}

/** A mitre longer than this many wall thicknesses is cut off square. */
const MITRE_LIMIT = 3
/** Sine of the smallest angle at which a wall may end on another's face. */
const TEE_SINE = 0.08

interface Ray {
  readonly of: WallEnd
  readonly origin: Point
  /** Direction into the wall at its end. */
  readonly u: Point
  /** Offset of the face to the left of the ray. */
  readonly left: number
  /** Offset of the face to the right of the ray. */
  readonly right: number
  readonly angle: number
}

function rayOf(of: WallEnd): Ray {
  const { shape, end } = of
  if (end === 'a')
    return { of, origin: shape.a, u: shape.u, left: shape.high, right: shape.low, angle: angleOf(shape.u) }
  const u = times(wallDirection(shape, shape.length), -1)
  return { of, origin: shape.b, u, left: -shape.low, right: -shape.high, angle: angleOf(u) }
}

/** Distance from the joint into the wall, along its line; below 0 behind the joint. */
function alongRay({ of: { shape, end }, origin, u }: Ray, p: Point): number {
  if (!shape.arc) return dot(subtract(p, origin), u)
  const { along } = inWall(shape, p)
  return end === 'a' ? along : shape.length - along
}
const asideRay = (ray: Ray, p: Point): number => {
  const { shape, end } = ray.of
  if (!shape.arc) return cross(ray.u, subtract(p, ray.origin))
  const { aside } = inWall(shape, p)
  return end === 'a' ? aside : -aside
}
/** The point at an offset to the left of the ray and a distance into the wall. */
function facePoint(ray: Ray, aside: number, along = 0): Point {
  const { shape, end } = ray.of
  if (!shape.arc) return offsetFrom(ray.origin, ray.u, along, aside)
  return end === 'a' ? atWall(shape, along, aside) : atWall(shape, shape.length - along, -aside)
}

/** The endless line or circle at an offset to the left of the ray. */
function faceLine(ray: Ray, aside: number): Edge {
  const { shape, end } = ray.of
  if (!shape.arc) {
    const a = offsetFrom(ray.origin, ray.u, 0, aside)
    return { a, b: { x: a.x + ray.u.x * 1000, y: a.y + ray.u.y * 1000 }, sweep: 0 }
  }
  return wallLine(shape, end === 'a' ? aside : -aside)
}

/** Where two rays' faces at offsets to their left meet, the point nearest to the joint; null when they do not. */
function meetAt(ray: Ray, aside: number, other: Ray, otherAside: number): Point | null {
  if (!ray.of.shape.arc && !other.of.shape.arc)
    return lineCrossing(facePoint(ray, aside), ray.u, facePoint(other, otherAside), other.u)
  return meet(faceLine(ray, aside), faceLine(other, otherAside), ray.origin)
}

/** Where two faces or strip edges meet, the point nearest to the joint; null when they do not. */
function meet(e: Edge, f: Edge, joint: Point): Point | null {
  if (e.sweep === 0 && f.sweep === 0) return lineCrossing(e.a, unitOf(e), f.a, unitOf(f))
  let best: Point | null = null
  for (const { point } of carrierCrossings(e, f))
    if (!best || distance(point, joint) < distance(best, joint)) best = point
  return best
}
const unitOf = (edge: Edge): Point => {
  const d = subtract(edge.b, edge.a)
  return times(d, 1 / Math.hypot(d.x, d.y))
}

/** Stronger walls run through weaker ones; the id settles what is otherwise equal. */
function stronger(a: WallShape, b: WallShape): number {
  return b.strength - a.strength || b.thickness - a.thickness || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0)
}

/** Into how many parts the way across a curved wall is taken, so that it stays straight. */
const ACROSS = 4

/**
 * The places of a cut in a curved wall's own round axes: the points themselves, some on the straight ways
 * between, and where those cross the edges of its strips, so that neighbouring strips are cut at one point.
 */
function roundCut(ray: Ray, points: readonly Point[]): { along: number; aside: number }[] {
  const { shape, end } = ray.of
  const inner = shape.strips.slice(0, -1).map((strip) => strip.low)
  const cut: { along: number; aside: number }[] = []
  points.forEach((p, i) => {
    cut.push(inWall(shape, p))
    const q = points[i + 1]
    if (!q) return
    const way: Edge = { a: p, b: q, sweep: 0 }
    const between = Array.from({ length: ACROSS - 1 }, (_, k) => ({
      ...inWall(shape, pointOn(way, (k + 1) / ACROSS)),
    }))
    for (const aside of inner)
      for (const { point, t } of carrierCrossings(way, wallLine(shape, aside)))
        if (t > 0 && t < 1) between.push({ along: inWall(shape, point).along, aside })
    const sense = end === 'a' ? 1 : -1
    between.sort((x, y) => (x.aside - y.aside) * sense)
    cut.push(...between)
  })
  // A point close beside a strip's edge gives way to it.
  return cut.filter(
    (at, i) =>
      i === 0 ||
      i === cut.length - 1 ||
      inner.includes(at.aside) ||
      [...inner, shape.low, shape.high].every((aside) => Math.abs(aside - at.aside) > 2 * SAME_POINT),
  )
}

/** A cut from points given across a ray, right face first. Null when they do not go steadily across it. */
function cutAcross(ray: Ray, points: readonly Point[]): Cut | null {
  const { shape, end } = ray.of
  const cut = shape.arc ? roundCut(ray, points) : points.map((p) => inWall(shape, p))
  if (end === 'b') cut.reverse()
  // The outer points lie on the faces; say so exactly.
  cut[0] = { along: cut[0]!.along, aside: shape.low }
  cut[cut.length - 1] = { along: cut[cut.length - 1]!.along, aside: shape.high }
  for (let i = 1; i < cut.length; i++) if (cut[i]!.aside <= cut[i - 1]!.aside + SAME_POINT) return null
  return cut
}

const square = (ray: Ray): Cut => squareCut(ray.of.shape, ray.of.end === 'a' ? 0 : ray.of.shape.length)

/** Where the left face of one ray meets the right face of the next one anticlockwise: a point for each. */
function meetFaces(ray: Ray, next: Ray): { mine: Point; theirs: Point; beveled: boolean } {
  const apart = { mine: facePoint(ray, ray.left), theirs: facePoint(next, next.right), beveled: false }
  const crossing = meetAt(ray, ray.left, next, next.right)
  if (!crossing) return apart
  const mine = alongRay(ray, crossing)
  const theirs = alongRay(next, crossing)
  const thick = Math.max(ray.of.shape.thickness, next.of.shape.thickness)
  const inner = mine > 0 && theirs > 0
  if (inner) {
    const fits = mine < ray.of.shape.length && theirs < next.of.shape.length
    return fits ? { mine: crossing, theirs: crossing, beveled: false } : apart
  }
  if (Math.max(Math.abs(mine), Math.abs(theirs)) <= MITRE_LIMIT * thick)
    return { mine: crossing, theirs: crossing, beveled: false }
  if (dot(ray.u, next.u) < 0) return apart
  const back = -thick / 2
  return { mine: facePoint(ray, ray.left, back), theirs: facePoint(next, next.right, back), beveled: true }
}

/** The walls of one group meeting at a point, each cut back to its share. Rays sorted anticlockwise. */
function meetAll(rays: readonly Ray[]): { cuts: Cut[]; gaps: { mine: Point; theirs: Point }[] } {
  const gaps = rays.map((ray, i) => meetFaces(ray, rays[(i + 1) % rays.length]!))
  const count = rays.length
  const middlePoint = (): Point => {
    const points = gaps.flatMap((gap) => [gap.mine, gap.theirs])
    return times(
      points.reduce((sum, p) => ({ x: sum.x + p.x, y: sum.y + p.y })),
      1 / points.length,
    )
  }
  const bevel = gaps.find((gap) => gap.beveled)
  const centre =
    count > 2
      ? middlePoint()
      : bevel
        ? { x: (bevel.mine.x + bevel.theirs.x) / 2, y: (bevel.mine.y + bevel.theirs.y) / 2 }
        : null
  const cuts = rays.map((ray, i) => {
    const right = gaps[(i + count - 1) % count]!.theirs
    const left = gaps[i]!.mine
    const bent = centre && cutAcross(ray, [right, centre, left])
    return bent ?? cutAcross(ray, [right, left]) ?? square(ray)
  })
  return { cuts, gaps }
}

/**
 * Cuts of all wall ends that meet at one point: corners are mitred; where two run on in one line they pass
 * through and the others end on them; otherwise the strongest walls form the corner and the rest end on it.
 * Order and drawing direction of the walls do not matter. Gives one cut for each end, in the order given.
 */
export function cutJoint(ends: readonly WallEnd[]): EndCut[] {
  if (ends.length === 1) return [forAllStrips(ends[0]!.shape, 'free', square(rayOf(ends[0]!)))]
  const rays = ends.map(rayOf)
  const through = throughPair(rays)
  if (through) {
    const pair = sorted(through)
    const { cuts } = meetAll(pair)
    return rays.map((ray) => {
      const place = pair.indexOf(ray)
      if (place >= 0) return forAllStrips(ray.of.shape, 'through', cuts[place]!)
      const side = Math.sign(cross(through[0].u, ray.u)) || 1
      // End on the pair's face that lies further in, so that no gap is left beside a step.
      const reach = (r: Ray, flip: number): number => (side * flip > 0 ? r.left : -r.right)
      const host = reach(through[0], 1) <= reach(through[1], -1) ? through[0] : through[1]
      return cutTee(ray.of, host.of.shape)
    })
  }
  if (rays.length === 2) {
    const layered = layeredCorner(rays[0]!, rays[1]!)
    if (layered) return layered
  }
  const strongest = [...rays].sort((p, q) => stronger(p.of.shape, q.of.shape))[0]!.of.shape
  const main = sorted(
    rays.filter(
      (ray) => ray.of.shape.strength === strongest.strength && ray.of.shape.thickness === strongest.thickness,
    ),
  )
  if (rays.length === 2 || main.length < 2) {
    const all = sorted(rays)
    const { cuts } = meetAll(all)
    return rays.map((ray) =>
      forAllStrips(ray.of.shape, rays.length === 2 ? 'corner' : 'star', cuts[all.indexOf(ray)]!),
    )
  }
  const { cuts, gaps } = meetAll(main)
  return rays.map((ray) => {
    const place = main.indexOf(ray)
    if (place >= 0) return forAllStrips(ray.of.shape, main.length === 2 ? 'corner' : 'star', cuts[place]!)
    return endBetween(ray, main, gaps)
  })
}

/** Sine of the smallest turn at which layers are led round a corner one by one. */
const LAYER_SINE = 0.17

/** A strip of a wall at a corner: where its two edges run, and its material. */
interface Layer {
  readonly material: StripShape['material']
  readonly thickness: number
  /** Offset in the wall of its edge towards the inside of the corner, and of the other one. */
  readonly near: number
  readonly far: number
}

/** The strips of a ray from the inside of the corner outwards. */
function layersOf(ray: Ray, insideIsLeft: boolean): Layer[] {
  const { shape, end } = ray.of
  const high = insideIsLeft === (end === 'a')
  const strips = high ? shape.strips : [...shape.strips].reverse()
  return strips.map((strip) => ({
    material: strip.material,
    thickness: strip.high - strip.low,
    near: high ? strip.high : strip.low,
    far: high ? strip.low : strip.high,
  }))
}

/**
 * The corner of two walls whose layers differ, or that was set by hand: each layer runs on through the other
 * wall's layers until it meets its own material, round which it turns, or a stronger one, at which it stops.
 * Null when the two are alike layer by layer (they are mitred), or meet too flatly.
 */
function layeredCorner(p: Ray, q: Ray): EndCut[] | null {
  const turn = cross(p.u, q.u)
  if (Math.abs(turn) < LAYER_SINE) return null
  const mine = layersOf(p, turn > 0)
  const theirs = layersOf(q, turn < 0)
  const byHand = handJoin(p, q)
  if (!byHand && alike(mine, theirs)) return null
  const stops = byHand ? handStops(byHand === p, mine, theirs) : layerStops(mine, theirs)
  const limit = (MITRE_LIMIT * (p.of.shape.thickness + q.of.shape.thickness)) / Math.abs(turn)
  const first = layerCuts(p, q.of.shape, mine, stops.mine, limit)
  const second = layerCuts(q, p.of.shape, theirs, stops.theirs, limit)
  return first && second ? [first, second] : null
}

function alike(p: readonly Layer[], q: readonly Layer[]): boolean {
  return (
    p.length === q.length &&
    p.every((layer, i) => {
      const other = q[i]!
      return (
        layer.material.id === other.material.id && Math.abs(layer.thickness - other.thickness) < SAME_POINT
      )
    })
  )
}

/** The ray that was set by hand to run through; null when priorities decide. */
function handJoin(p: Ray, q: Ray): Ray | null {
  const set = ({ of: { shape, end } }: Ray): 'through' | 'stop' | undefined =>
    end === 'a' ? shape.wall.joinA : shape.wall.joinB
  const a = set(p)
  const b = set(q)
  if (a === b) return null
  if (a === 'through' || b === 'stop') return p
  return b === 'through' || a === 'stop' ? q : null
}

/** For every layer the offset in the other wall at which it stops. */
type Stops = { readonly mine: readonly number[]; readonly theirs: readonly number[] }

/** One wall runs through to the other's far face, the other stops at its near face. */
function handStops(mineRuns: boolean, mine: readonly Layer[], theirs: readonly Layer[]): Stops {
  const through = (from: readonly Layer[], other: readonly Layer[]): number[] =>
    from.map(() => other[other.length - 1]!.far)
  const stop = (from: readonly Layer[], other: readonly Layer[]): number[] => from.map(() => other[0]!.near)
  return mineRuns
    ? { mine: through(mine, theirs), theirs: stop(theirs, mine) }
    : { mine: stop(mine, theirs), theirs: through(theirs, mine) }
}

/** Where layers stop by their priorities. */
function layerStops(mine: readonly Layer[], theirs: readonly Layer[]): Stops {
  const partners = partnersOf(mine, theirs)
  const end = (other: readonly Layer[]): number => other[other.length - 1]!.far
  const stopMine: (number | null)[] = mine.map(() => null)
  const stopTheirs: (number | null)[] = theirs.map(() => null)
  // From the inside of the corner outwards: where both come, the stronger goes on.
  mine.forEach((p, i) => {
    theirs.forEach((q, j) => {
      if (stopMine[i] !== null || stopTheirs[j] !== null) return
      if (partners[i] === j) {
        stopMine[i] = q.far
        stopTheirs[j] = p.far
      } else if (outranks(p, q)) stopTheirs[j] = p.near
      else stopMine[i] = q.near
    })
  })
  return {
    mine: stopMine.map((stop) => stop ?? end(theirs)),
    theirs: stopTheirs.map((stop) => stop ?? end(mine)),
  }
}

const outranks = (p: Layer, q: Layer): boolean =>
  p.material.priority - q.material.priority > 0 ||
  (p.material.priority === q.material.priority && p.material.id > q.material.id)

/** Which layer of the other wall each one turns into: the same material, counted from the inside. */
function partnersOf(mine: readonly Layer[], theirs: readonly Layer[]): (number | null)[] {
  const used = new Set<number>()
  return mine.map((layer) => {
    const j = theirs.findIndex((other, at) => !used.has(at) && other.material.id === layer.material.id)
    if (j < 0) return null
    used.add(j)
    return j
  })
}

/** The cuts of a wall's strips at the lines of the other wall at which they stop. */
function layerCuts(
  ray: Ray,
  host: WallShape,
  layers: readonly Layer[],
  stops: readonly number[],
  limit: number,
): EndCut | null {
  const cuts = new Map<number, Cut>()
  for (const [i, layer] of layers.entries()) {
    const cut = cutOn(ray, host, stops[i]!, limit)
    if (!cut) return null
    cuts.set(Math.max(layer.near, layer.far), cut)
  }
  return { how: 'corner', strips: ray.of.shape.strips.map((strip) => cuts.get(strip.high)!) }
}

/** A weaker wall that ends where two stronger ones make their corner. */
function endBetween(ray: Ray, main: readonly Ray[], gaps: readonly { mine: Point; theirs: Point }[]): EndCut {
  let before = main.length - 1
  for (let i = 0; i < main.length; i++) if (main[i]!.angle <= ray.angle) before = i
  const from = main[before]!
  const to = main[(before + 1) % main.length]!
  const corner = gaps[before]!.mine
  const right = meetAt(from, from.left, ray, ray.right)
  const left = meetAt(ray, ray.left, to, to.right)
  const at = asideRay(ray, corner)
  if (at <= ray.right) return cutTee(ray.of, to.of.shape)
  if (at >= ray.left) return cutTee(ray.of, from.of.shape)
  const cut = right && left && cutAcross(ray, [right, corner, left])
  const reach = MITRE_LIMIT * (from.of.shape.thickness + to.of.shape.thickness)
  const near =
    cut &&
    [right, left].every(
      (p) => alongRay(ray, p) < Math.min(reach, ray.of.shape.length) && alongRay(ray, p) > -reach,
    )
  return forAllStrips(ray.of.shape, 'star', near ? cut : square(ray))
}

/** Rays anticlockwise. Those of one direction (doubled walls) from the rightmost to the leftmost. */
function sorted(rays: readonly Ray[]): Ray[] {
  // Just short of a half turn clockwise is as good as a half turn anticlockwise.
  const angle = (ray: Ray): number => (ray.angle < -Math.PI + PARALLEL ? ray.angle + 2 * Math.PI : ray.angle)
  return [...rays].sort((p, q) => {
    const apart = angle(p) - angle(q)
    if (Math.abs(apart) > PARALLEL) return apart
    const aside = p.left + p.right - q.left - q.right
    return Math.abs(aside) > PARALLEL ? aside : p.of.shape.id < q.of.shape.id ? -1 : 1
  })
}

/** Of three or more ends, the strongest two that run on in one line. */
function throughPair(rays: readonly Ray[]): [Ray, Ray] | null {
  if (rays.length < 3) return null
  const ranked = [...rays].sort((p, q) => stronger(p.of.shape, q.of.shape))
  for (let i = 0; i < ranked.length; i++) {
    for (let j = i + 1; j < ranked.length; j++) {
      const p = ranked[i]!
      const q = ranked[j]!
      if (Math.abs(cross(p.u, q.u)) < 1e-3 && dot(p.u, q.u) < 0) return [p, q]
    }
  }
  return null
}

/**
 * The cut of a wall end that meets another wall between its ends. Each strip runs on through the host's
 * weaker strips and stops at the first that is at least as strong as itself.
 */
export function cutTee(of: WallEnd, host: WallShape): EndCut {
  const ray = rayOf(of)
  const { shape } = of
  const hostDirection = wallDirection(host, inWall(host, ray.origin).along)
  const sine = Math.abs(cross(ray.u, hostDirection))
  if (sine < TEE_SINE) return forAllStrips(shape, 'free', square(ray))
  const onLeft = dot(ray.u, leftOf(hostDirection)) > 0
  const inwards = onLeft ? host.strips : [...host.strips].reverse()
  const limit = MITRE_LIMIT * (shape.thickness + host.thickness) + shape.thickness / sine
  return {
    how: 'tee',
    strips: shape.strips.map((strip) => {
      const stop = Math.min(strip.material.priority, host.strength)
      const met = inwards.find((other) => other.material.priority >= stop) ?? inwards[0]!
      return cutOn(ray, host, onLeft ? met.high : met.low, limit) ?? square(ray)
    }),
  }
}

/**
 * The cut of a ray along a line of another wall, at an offset from its own. Beside a curved wall it follows the
 * chords that the curve is drawn by, so that nothing stays between. Null when they do not meet within the limit.
 */
function cutOn(ray: Ray, host: WallShape, aside: number, limit: number): Cut | null {
  const { shape } = ray.of
  const plain = !shape.arc && !host.arc
  const origin = plain ? atWall(host, 0, aside) : null
  const line = plain ? null : wallLine(host, aside)
  const at = (across: number): Point | null =>
    origin
      ? lineCrossing(origin, host.u, facePoint(ray, across), ray.u)
      : meet(faceLine(ray, across), line!, ray.origin)
  const right = at(ray.right)
  const left = at(ray.left)
  if (!right || !left) return null
  const points = host.arc ? onChords(ray, host, aside, right, left) : [right, left]
  if (!points) return null
  for (const p of points) {
    const along = alongRay(ray, p)
    if (Math.abs(along) > limit || along >= shape.length - PARALLEL) return null
  }
  return cutAcross(ray, points)
}

/** The way between two points of a curved wall's line, on its chords: the outer two on the faces of the ray. */
function onChords(ray: Ray, host: WallShape, aside: number, right: Point, left: Point): Point[] | null {
  const step = chordStep(host)
  const from = inWall(host, right).along
  const to = inWall(host, left).along
  const first = chordPoint(ray, ray.right, host, aside, from, step)
  const last = chordPoint(ray, ray.left, host, aside, to, step)
  if (!first || !last) return null
  const between: Point[] = []
  const low = Math.min(from, to)
  const high = Math.max(from, to)
  for (let n = Math.floor(low / step) + 1; n * step < high; n++) {
    const p = atWall(host, n * step, aside)
    if (distance(p, first) > SAME_POINT && distance(p, last) > SAME_POINT) between.push(p)
  }
  if (from > to) between.reverse()
  return [first, ...between, last]
}

/** Where a face of the ray meets the chords beside a curved wall's line, near a distance along it. */
function chordPoint(
  ray: Ray,
  across: number,
  host: WallShape,
  aside: number,
  along: number,
  step: number,
): Point | null {
  const face = faceLine(ray, across)
  const near = atWall(host, along, aside)
  const k = Math.floor(along / step)
  let best: Point | null = null
  for (const n of [k, k - 1, k + 1]) {
    const chord: Edge = { a: atWall(host, n * step, aside), b: atWall(host, (n + 1) * step, aside), sweep: 0 }
    for (const { point, u } of carrierCrossings(face, chord))
      if (u > -1e-6 && u < 1 + 1e-6 && (!best || distance(point, near) < distance(best, near))) best = point
  }
  return best
}

/** Among walls that hold a point between their ends, the one an end there belongs to. */
export function pickHost(of: WallEnd, hosts: readonly WallShape[]): WallShape | null {
  const { u, origin } = rayOf(of)
  const crossing = hosts.filter(
    (host) => Math.abs(cross(u, wallDirection(host, inWall(host, origin).along))) >= TEE_SINE,
  )
  return crossing.sort(stronger)[0] ?? null
}
