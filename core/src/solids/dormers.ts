import { SAME_POINT, dot, insidePath, offsetFrom, pathOfPoints, size, times, type Point } from '../geometry'
import { isRemoved, type Dormer, type Id, type Project, type Roof } from '../records'
import { solveRoof } from '../roofs'
import { SolidBuilder, cross3, dot3, type FaceLook, type Point3, type Solid } from '../space'
import { floorOf, plainLook } from './ground'

/** A dormer in the plane of its roof: lengths up its slope and across it, heights above datum, mm. */
export interface LaidDormer {
  readonly roof: Id
  /** The middle of its front, and the way up the slope, level. */
  readonly at: Point
  readonly up: Point
  /** How much the roof rises with each mm up its slope, and how high its top lies at the front. */
  readonly slope: number
  readonly foot: number
  readonly eaves: number
  /** In plan what it takes out of its plane, anticlockwise. */
  readonly ring: readonly Point[]
  /** Where its planes end: their outlines in plan, the ridge first where there are two. */
  readonly planes: readonly (readonly Point3[])[]
}

/** Thickness of cheeks and front, and of its roof, mm. */
const CHEEK = 120
const BOARD = 150
/** It stands at least so high over the roof at its front, mm. */
const LEAST = 200
/** The slope of a roof that may carry one. */
const LEAST_SLOPE = 0.05

/** What of a dormer fits no roof, in a sentence; null when it does. */
export function dormerFault(project: Project, dormer: Dormer): string | null {
  const laid = layDormer(project, dormer)
  return typeof laid === 'string' ? laid : null
}

/** A dormer in the plane of the roof it stands in; null where there is none, or it does not fit. */
export function dormerIn(project: Project, dormer: Dormer): LaidDormer | null {
  const laid = layDormer(project, dormer)
  return typeof laid === 'string' ? null : laid
}

function layDormer(project: Project, dormer: Dormer): LaidDormer | string {
  const found = planeAt(project, dormer.at)
  if (!found) return 'A dormer stands in a slope of a roof: point to one.'
  const { roof, outline, heightAt, eaves: roofEaves } = found
  const here = heightAt(dormer.at)
  const rise = {
    x: heightAt({ x: dormer.at.x + 1, y: dormer.at.y }) - here,
    y: heightAt({ x: dormer.at.x, y: dormer.at.y + 1 }) - here,
  }
  const slope = size(rise)
  if (slope < LEAST_SLOPE) return 'This roof is too flat for a dormer.'
  const up = times(rise, 1 / slope)
  const foot = roofEaves + here + roof.fascia
  const eaves = floorOf(project, dormer.level) + dormer.eaves
  if (!(eaves - foot >= LEAST))
    return 'The eaves of a dormer lie above the roof at its front: raise them, or move it down the slope.'
  const { width, overhang, form } = dormer
  const half = width / 2
  const tilt = Math.tan(dormer.pitch)
  /** So far up the slope the roof has a height. */
  const reach = (z: number): number => (z - foot) / slope
  const place = (s: number, w: number): Point => offsetFrom(dormer.at, up, s, w)
  const at = (s: number, w: number, z: number): Point3 => ({ ...place(s, w), z })
  const beyond = `It reaches beyond its slope: make it ${form === 'double' ? 'narrower, lower or flatter' : 'lower or flatter'}.`
  let ring: Point[]
  let planes: Point3[][]
  if (form === 'double') {
    const ridge = eaves + half * tilt
    ring = [
      place(0, half),
      place(0, -half),
      place(reach(eaves), -half),
      place(reach(ridge), 0),
      place(reach(eaves), half),
    ]
    const low = eaves - overhang * tilt + BOARD
    const top = ridge + BOARD
    planes = [1, -1].map((sense) => [
      at(-overhang, 0, top),
      at(reach(top), 0, top),
      at(reach(low), sense * (half + overhang), low),
      at(-overhang, sense * (half + overhang), low),
    ])
  } else {
    if (!(slope - tilt > LEAST_SLOPE)) return 'A dormer of one slope is flatter than its roof.'
    const back = (z: number): number => (z - foot) / (slope - tilt)
    ring = [place(0, half), place(0, -half), place(back(eaves), -half), place(back(eaves), half)]
    const top = (s: number): number => eaves + BOARD + s * tilt
    const end = back(eaves + BOARD)
    planes = [
      [
        at(-overhang, -(half + overhang), top(-overhang)),
        at(-overhang, half + overhang, top(-overhang)),
        at(end, half + overhang, top(end)),
        at(end, -(half + overhang), top(end)),
      ],
    ]
  }
  const plane = pathOfPoints(outline, true)
  const corners = [...ring, ...planes.flat()]
  if (
    !corners.every((p) => insidePath(plane, p) || dot(up, { x: p.x - dormer.at.x, y: p.y - dormer.at.y }) < 0)
  )
    return beyond
  return { roof: roof.id, at: dormer.at, up, slope, foot, eaves, ring, planes }
}

/** The slope of a roof at a place, the highest where several lie over it. */
function planeAt(
  project: Project,
  p: Point,
): { roof: Roof; outline: readonly Point[]; heightAt: (p: Point) => number; eaves: number } | null {
  let best: { roof: Roof; outline: readonly Point[]; heightAt: (p: Point) => number; eaves: number } | null =
    null
  let highest = -Infinity
  for (const roof of project.all('roof')) {
    if (isRemoved(roof)) continue
    const eaves = floorOf(project, roof.level) + roof.eaves
    for (const { outline, heightAt } of solveRoof(roof)?.faces ?? []) {
      if (!insidePath(pathOfPoints(outline, true), p) || eaves + heightAt(p) <= highest) continue
      highest = eaves + heightAt(p)
      best = { roof, outline, heightAt, eaves }
    }
  }
  return best
}

/** The eaves of a dormer lie so far over the roof at its front, mm, or so much of what rises behind, if that is less. */
const USUAL_RISE = 1200
const PART_OF_SLOPE = 0.4

/** How high the eaves of a dormer lie where nobody tells, above datum, mm; null where there is no roof. */
export function usualEaves(project: Project, p: Point): number | null {
  const found = planeAt(project, p)
  if (!found) return null
  const { heightAt, outline, eaves, roof } = found
  const here = heightAt(p)
  const behind = Math.max(...outline.map(heightAt)) - here
  return eaves + here + roof.fascia + Math.max(LEAST, Math.min(USUAL_RISE, PART_OF_SLOPE * behind))
}

/** What dormers take out of a plane of a roof, clockwise as holes run. */
export function dormerHoles(project: Project, roof: Roof, outline: readonly Point[]): Point[][] {
  const plane = pathOfPoints(outline, true)
  return project.all('dormer').flatMap((dormer): Point[][] => {
    const laid = isRemoved(dormer) ? null : dormerIn(project, dormer)
    return laid?.roof === roof.id && insidePath(plane, dormer.at) ? [clockwise(laid.ring)] : []
  })
}

const areaOf = (ring: readonly Point[]): number =>
  ring.reduce((sum, p, i) => {
    const q = ring[(i + 1) % ring.length]!
    return sum + p.x * q.y - q.x * p.y
  }, 0)
const clockwise = (ring: readonly Point[]): Point[] => (areaOf(ring) > 0 ? [...ring].reverse() : [...ring])

/** A dormer in space: its front with a window, its cheeks, its roof; null where it fits no roof. */
export function dormerSolid(project: Project, dormer: Dormer): Solid | null {
  const laid = dormerIn(project, dormer)
  if (!laid) return null
  const { up, foot, eaves, planes } = laid
  const builder = new SolidBuilder(dormer.id)
  const at: Place = (s, w, z) => ({ ...offsetFrom(dormer.at, up, s, w), z })
  addWalls(builder, at, dormer, laid)
  if (dormer.form === 'double') addGabledRoof(builder, planes, up)
  else addSlopedRoof(builder, planes[0]!)
  addWindow(builder, at, dormer.width / 2, foot, eaves)
  nameEdges(builder, planes, dormer.form === 'double')
  return builder.solid()
}

/** A place up the slope, across it to the left, and above datum. */
type Place = (s: number, w: number, z: number) => Point3

/** Puts a face whose outside lies towards a direction, whichever way its corners run. */
function facing(builder: SolidBuilder, points: readonly Point3[], out: Point3, look: FaceLook): void {
  const [a, b, c] = points as [Point3, Point3, Point3]
  const normal = cross3(
    { x: b.x - a.x, y: b.y - a.y, z: b.z - a.z },
    { x: c.x - b.x, y: c.y - b.y, z: c.z - b.z },
  )
  builder.face(dot3(normal, out) < 0 ? [...points].reverse() : points, look)
}

const DOWN: Point3 = { x: 0, y: 0, z: -1 }
const UP: Point3 = { x: 0, y: 0, z: 1 }

/** Front and cheeks, as one body that is open behind and below. */
function addWalls(
  builder: SolidBuilder,
  at: Place,
  dormer: Dormer,
  { up, slope, foot, eaves }: LaidDormer,
): void {
  const half = dormer.width / 2
  const tilt = Math.tan(dormer.pitch)
  const isDouble = dormer.form === 'double'
  const along = isDouble ? 0 : tilt
  const back = (eaves - foot) / (slope - along)
  const side = plainLook('side')
  const left: Point3 = { x: -up.y, y: up.x, z: 0 }
  const ahead: Point3 = { x: -up.x, y: -up.y, z: 0 }
  const turned = (p: Point3): Point3 => ({ x: -p.x, y: -p.y, z: -p.z })
  /** The corners of its front so far in: at the foot, at the eaves, and the top of a gable. */
  const frontAt = (inset: number) => {
    const wide = half - inset
    const top = eaves + inset * along
    return {
      feet: [at(inset, wide, foot + slope * inset), at(inset, -wide, foot + slope * inset)] as const,
      eaves: [at(inset, wide, top), at(inset, -wide, top)] as const,
      ridge: isDouble ? [at(inset, 0, eaves + wide * tilt)] : [],
      back: [at(back, wide, foot + slope * back), at(back, -wide, foot + slope * back)] as const,
    }
  }
  const [outer, inner] = [frontAt(0), frontAt(CHEEK)]
  const outline = (of: typeof outer): Point3[] => [...of.feet, of.eaves[1], ...of.ridge, of.eaves[0]]
  facing(builder, outline(outer), ahead, side)
  facing(builder, outline(inner), turned(ahead), side)
  facing(builder, [outer.feet[0], outer.feet[1], inner.feet[1], inner.feet[0]], DOWN, side)
  const tops = [
    [outer.eaves[0], ...outer.ridge, outer.eaves[1]],
    [inner.eaves[0], ...inner.ridge, inner.eaves[1]],
  ] as const
  for (let i = 1; i < tops[0].length; i++)
    facing(builder, [tops[0][i - 1]!, tops[0][i]!, tops[1][i]!, tops[1][i - 1]!], UP, side)
  for (const k of [0, 1] as const) {
    const out = k === 0 ? left : turned(left)
    facing(builder, [outer.feet[k], outer.back[k], outer.eaves[k]], out, side)
    facing(builder, [inner.feet[k], inner.back[k], inner.eaves[k]], turned(out), side)
    facing(builder, [outer.feet[k], outer.back[k], inner.back[k], inner.feet[k]], DOWN, side)
    facing(builder, [outer.eaves[k], outer.back[k], inner.back[k], inner.eaves[k]], UP, side)
  }
}

const lowered = (p: Point3): Point3 => ({ ...p, z: p.z - BOARD })

/** Two planes that meet in a ridge, of even thickness, as one body. */
function addGabledRoof(builder: SolidBuilder, planes: LaidDormer['planes'], up: Point): void {
  const top = plainLook('top')
  const edge = plainLook('edge')
  const ahead: Point3 = { x: -up.x, y: -up.y, z: 0 }
  const behind: Point3 = { x: up.x, y: up.y, z: 0 }
  const [p, q] = planes as [readonly Point3[], readonly Point3[]]
  const [ridge, far] = [p[0]!, p[1]!]
  facing(builder, [p[3]!, ridge, q[3]!, lowered(q[3]!), lowered(ridge), lowered(p[3]!)], ahead, edge)
  for (const [k, plane] of [p, q].entries()) {
    const [, , back, front] = plane as [Point3, Point3, Point3, Point3]
    const sense = k === 0 ? 1 : -1
    facing(builder, [ridge, far, back, front], UP, top)
    facing(builder, [ridge, far, back, front].map(lowered), DOWN, top)
    facing(
      builder,
      [front, back, lowered(back), lowered(front)],
      { x: -up.y * sense, y: up.x * sense, z: 0 },
      edge,
    )
    facing(builder, [back, far, lowered(far), lowered(back)], behind, edge)
  }
}

/** One plane of even thickness. */
function addSlopedRoof(builder: SolidBuilder, plane: readonly Point3[]): void {
  const edge = plainLook('edge')
  facing(builder, plane, UP, plainLook('top'))
  facing(builder, plane.map(lowered), DOWN, plainLook('top'))
  const middle = {
    x: plane.reduce((sum, { x }) => sum + x, 0) / plane.length,
    y: plane.reduce((sum, { y }) => sum + y, 0) / plane.length,
  }
  plane.forEach((p, i) => {
    const q = plane[(i + 1) % plane.length]!
    const out = { x: (p.x + q.x) / 2 - middle.x, y: (p.y + q.y) / 2 - middle.y, z: 0 }
    facing(builder, [p, q, lowered(q), lowered(p)], out, edge)
  })
}

/** Frames are so wide, and so far in from the edges of the front, mm. */
const WINDOW = { in: 150, frame: 60, before: 5 }

function addWindow(
  builder: SolidBuilder,
  at: (s: number, w: number, z: number) => Point3,
  half: number,
  foot: number,
  eaves: number,
): void {
  const box = (inset: number): Point3[] | null => {
    const [w, low, high] = [half - inset, foot + inset, eaves - inset]
    if (!(w > SAME_POINT && high - low > SAME_POINT)) return null
    return [
      at(-WINDOW.before, w, low),
      at(-WINDOW.before, -w, low),
      at(-WINDOW.before, -w, high),
      at(-WINDOW.before, w, high),
    ]
  }
  const outer = box(WINDOW.in)
  const inner = box(WINDOW.in + WINDOW.frame)
  if (!outer) return
  const face = builder.face(outer, plainLook('front'), { sheet: true })
  for (const [i, p] of (inner ?? []).entries()) builder.line(face, p, inner![(i + 1) % 4]!, 'seen')
}

/** Its eaves, its ridge and its verges, by which things are tied to it. */
function nameEdges(builder: SolidBuilder, planes: readonly (readonly Point3[])[], isDouble: boolean): void {
  planes.forEach((plane, i) => {
    const [a, b, c, d] = plane as [Point3, Point3, Point3, Point3]
    if (!isDouble) builder.name(a, b, 'eaves')
    else {
      if (i === 0) builder.name(a, b, 'ridge')
      builder.name(c, d, i === 0 ? 'eaves left' : 'eaves right')
    }
  })
}
