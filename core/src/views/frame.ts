import { cross, direction, dot, type Point } from '../geometry'
import type { Board, DrawingOf, StandingView } from '../records'
import type { Looking, Part3, Point3 } from '../space'

/** An upright plane that stands in a part of the picture. */
export interface StandingPlane {
  /** From and to across the picture. */
  readonly from: number
  readonly to: number
  /** Where it stands, by how near. */
  readonly near: number
}

/** How a drawing looks at the building: its axes, the parts of space it shows, and where it cuts. */
export interface Frame {
  readonly looking: Looking
  /** What is shown lies within one of these. */
  readonly parts: readonly Part3[]
  /** The upright planes it cuts along, one after the other from left to right; empty when it cuts nothing. */
  readonly cuts: readonly StandingPlane[]
}

type Standing = DrawingOf<StandingView>

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
export function standingPlanes({ a, b, jogs = [], part }: Standing): StandingPlane[] {
  const u = direction(a, b)
  const start = dot(a, u)
  // How far to the left of the origin the line runs; the further, the less near.
  const left = cross(u, a)
  const ends = [part ? start : -Infinity, ...jogs.map(({ along }) => start + along)]
  const last = part ? dot(b, u) : Infinity
  const asides = [0, ...jogs.map(({ aside }) => aside)]
  return ends
    .map((from, i): StandingPlane => ({
      from,
      to: Math.min(ends[i + 1] ?? last, last),
      near: -(left + asides[i]!),
    }))
    .filter(({ from, to }) => to > from)
}

/** How a section or an elevation looks at the building; null when its line has no length. */
export function standingFrame(view: Standing): Frame | null {
  if (Math.hypot(view.b.x - view.a.x, view.b.y - view.a.y) < LEAST_LINE) return null
  const planes = standingPlanes(view)
  const { depth = Infinity, bottom = -Infinity, top = Infinity } = view
  return {
    looking: standingLooking(view),
    parts: planes.map(({ from, to, near }) => ({
      from: [from, bottom, near - depth],
      to: [to, top, near],
    })),
    cuts: planes,
  }
}

/** A line of sight needs so much length, mm. */
const LEAST_LINE = 1

/** How a drawing looks at the building; null for what does not look at it. */
export function frameOf(board: Board): Frame | null {
  if (board.kind === 'sheet') return null
  switch (board.view) {
    case 'section':
    case 'elevation':
      return standingFrame(board)
    case 'plan':
    case 'block':
    case 'interior':
    case 'detail':
    case 'cutaway':
      return null
  }
}

/** A place in space in the picture. */
export const inPicture = ({ right, up }: Looking, p: Point3): Point => ({
  x: p.x * right.x + p.y * right.y + p.z * right.z,
  y: p.x * up.x + p.y * up.y + p.z * up.z,
})
