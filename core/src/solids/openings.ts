import { atWall, bodyBetween, framePlace, headCorners, type OpeningFit, type WallShape } from '../building'
import { SAME_POINT } from '../geometry'
import { openingTypeOf } from '../library'
import type { Opening, OpeningType, Project } from '../records'
import { SolidBuilder, type Point3, type Solid } from '../space'
import { floorOf, plainLook, solvedWall } from './ground'
import { openingFront } from './openingFront'
import { openingAt } from './walls'

/** Height of a sill board, mm. */
const SILL_BOARD = 30

/**
 * What fills an opening: the front of its type on the plane of its frame, seen from both sides, and the boards of its sill.
 * Null for a bare opening.
 */
export function openingSolid(project: Project, opening: Opening): Solid | null {
  const wall = solvedWall(project, opening.wall)
  const fit = wall?.openings.find((each) => each.opening.id === opening.id)
  if (!wall || !fit || fit.fault) return null
  const type = openingTypeOf(project, opening)
  const floor = floorOf(project, wall.shape.wall.level)
  const [z0, z1] = [floor + opening.sill, floor + opening.head]
  if (!(z1 - z0 > SAME_POINT)) return null
  const builder = new SolidBuilder(opening.id)
  addFront(builder, wall.shape, fit, type, z0, z1)
  addSills(builder, wall.shape, fit, type, z0)
  return builder.solid()
}

function addFront(
  builder: SolidBuilder,
  shape: WallShape,
  fit: OpeningFit,
  type: OpeningType,
  z0: number,
  z1: number,
): void {
  const { opening } = fit
  if (type.make.form === 'cased') return
  const place = framePlace(type, bodyBetween(shape, opening.sill, opening.head), opening.side)
  const aside = (place.low + place.high) / 2
  const [from, to] = openingAt(fit, shape.low, shape.high, aside)
  const width = to - from
  if (!(width > SAME_POINT)) return
  // From the side it is told from, its left lies towards the wall's end on the left of the wall.
  const at = (x: number, z: number): Point3 => ({
    ...atWall(shape, opening.side === 'left' ? to - x : from + x, aside),
    z,
  })
  // From its left as it is told; a corner or a curve has level heads.
  const corners = shape.arc || fit.mitre ? [] : headCorners(opening)
  const head =
    opening.side === 'left'
      ? [...corners].reverse().map(({ along, drop }) => ({ along: opening.width - along, drop }))
      : corners
  const over = head.some(({ drop }) => drop > 0)
    ? [...head].reverse().map(({ along, drop }) => at(along, z1 - drop))
    : [at(width, z1), at(0, z1)]
  const face = builder.face([at(0, z0), at(width, z0), ...over], plainLook('front'), { sheet: true })
  for (const { points, closed, pen, dashed } of openingFront({
    width,
    height: z1 - z0,
    type,
    hand: opening.hand,
    head,
  })) {
    const count = closed ? points.length : points.length - 1
    for (let i = 0; i < count; i++) {
      const [p, q] = [points[i]!, points[(i + 1) % points.length]!]
      builder.line(face, at(p.x, z0 + p.y), at(q.x, z0 + q.y), pen, dashed)
    }
  }
}

function addSills(
  builder: SolidBuilder,
  shape: WallShape,
  fit: OpeningFit,
  type: OpeningType,
  z0: number,
): void {
  if (shape.arc) return
  const isLeft = fit.opening.side === 'left'
  const body = bodyBetween(shape, fit.opening.sill, fit.opening.head)
  for (const [out, onLeft] of [
    [type.sillOut, isLeft],
    [type.sillIn, !isLeft],
  ] as const) {
    if (!(out > SAME_POINT)) continue
    const face = onLeft ? body.high : body.low
    const edge = onLeft ? face + out : face - out
    const [from, to] = openingAt(fit, shape.low, shape.high, face)
    const corners = [
      atWall(shape, from, Math.min(face, edge)),
      atWall(shape, to, Math.min(face, edge)),
      atWall(shape, to, Math.max(face, edge)),
      atWall(shape, from, Math.max(face, edge)),
    ]
    const look = plainLook('edge')
    const ring = (z: number): Point3[] => corners.map(({ x, y }) => ({ x, y, z }))
    const [top, bottom] = [ring(z0), ring(z0 - SILL_BOARD)]
    builder.face(top, look)
    builder.face([...bottom].reverse(), look)
    for (let i = 0; i < 4; i++) {
      const j = (i + 1) % 4
      builder.face([bottom[i]!, bottom[j]!, top[j]!, top[i]!], look)
    }
  }
}
