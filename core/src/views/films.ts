import {
  INFILL,
  atWall,
  bodyBetween,
  cutAt,
  isAtHeight,
  makePiece,
  wallPieces,
  type StripShape,
} from '../building'
import { SAME_POINT } from '../geometry'
import type { AnyRecord, Project, Slab, Wall } from '../records'
import { floorOf, solidOf, solvedWall, vertical } from '../solids'
import { sliceSolid } from '../space'
import { spanOf } from './cutPieces'
import type { CutSurface } from './frame'

/** A film that keeps water out, where a view cuts it: a line in the axes of the cut. */
export interface Film {
  readonly x1: number
  readonly y1: number
  readonly x2: number
  readonly y2: number
}

/** The damp course and the tanking of a wall, and the film over or under a slab, where upright planes cut them. */
export function filmsOf(project: Project, record: AnyRecord, surface: CutSurface): Film[] {
  if (surface.axes.near.z !== 0) return []
  switch (record.kind) {
    case 'wall':
      return [...dampCourse(project, record, surface), ...tanking(project, record, surface)]
    case 'slab':
      return slabFilm(project, record, surface)
    default:
      return []
  }
}

/** Across the wall, through all that stands at its height. */
function dampCourse(project: Project, wall: Wall, { axes, planes }: CutSurface): Film[] {
  const { dampCourse: height } = wall
  const solved = solvedWall(project, wall.id)
  const heights = vertical(project, wall)
  if (height === undefined || !solved || !heights) return []
  const z = floorOf(project, wall.level) + height
  if (z < heights.from - SAME_POINT || z > heights.to + SAME_POINT) return []
  const { shape, start, end, openings } = solved
  const gaps = openings
    .filter(({ opening, fault }) => !fault && height > opening.sill && height < opening.head)
    .map(({ from, to, opening }) => [from, to, opening.id] as const)
  const there = (strip: StripShape): boolean => isAtHeight(strip, height)
  const spans = planes.flatMap((plane) =>
    wallPieces(shape, start, end, gaps, () => 0, there)
      .filter(({ rank }) => rank !== INFILL)
      .flatMap((piece) => spanOf(piece, axes, plane) ?? []),
  )
  spans.sort((p, q) => p.x0 - q.x0)
  const films: { x1: number; y1: number; x2: number; y2: number }[] = []
  for (const { x0, x1 } of spans) {
    const last = films[films.length - 1]
    if (last && x0 - last.x2 <= SAME_POINT) last.x2 = Math.max(last.x2, x1)
    else films.push({ x1: x0, y1: z, x2: x1, y2: z })
  }
  return films
}

/** A face is cut as a piece so thin, mm; where it is cut over more than this it runs along the plane. */
const THIN = 1
const ALONG = 100

/** Up a face of the wall, from its foot to its damp course or else to the ground. */
function tanking(project: Project, wall: Wall, { axes, planes }: CutSurface): Film[] {
  const { tanked: side } = wall
  const solved = solvedWall(project, wall.id)
  const heights = vertical(project, wall)
  if (!side || !solved || !heights) return []
  const floor = floorOf(project, wall.level)
  const ground = project.facts.ground ?? heights.to
  const top = Math.min(heights.to, wall.dampCourse === undefined ? ground : floor + wall.dampCourse)
  if (!(top - heights.from > SAME_POINT)) return []
  const { shape, start, end } = solved
  const body = bodyBetween(shape, heights.from - floor, top - floor)
  const face = side === 'left' ? body.high : body.low
  const inside = side === 'left' ? face - THIN : face + THIN
  const strip = side === 'left' ? 0 : shape.strips.length - 1
  const [from, to] = [cutAt(start.strips[strip]!, face), cutAt(end.strips[strip]!, face)]
  const [low, high] = [Math.min(face, inside), Math.max(face, inside)]
  const corners = [
    atWall(shape, from, low),
    atWall(shape, to, low),
    atWall(shape, to, high),
    atWall(shape, from, high),
  ]
  const piece = makePiece(wall.id, 0, 0, corners)
  return planes.flatMap((plane): Film[] => {
    const span = piece && spanOf(piece, axes, plane)
    if (!span || span.x1 - span.x0 > ALONG) return []
    // Of the thin piece, the end that lies on the face.
    const across = -shape.u.y * axes.right.x + shape.u.x * axes.right.y
    const x = across > 0 === (side === 'left') ? span.x1 : span.x0
    return [{ x1: x, y1: heights.from, x2: x, y2: top }]
  })
}

function slabFilm(project: Project, slab: Slab, { axes, planes }: CutSurface): Film[] {
  const solid = slab.film ? solidOf(project, slab) : null
  if (!solid) return []
  return planes.flatMap((plane) =>
    sliceSolid(solid, { ...axes, at: plane.near }).flatMap(({ x0, x1, low0, low1, high0, high1 }): Film[] => {
      const [from, to] = [Math.max(x0, plane.from), Math.min(x1, plane.to)]
      if (to - from <= SAME_POINT) return []
      return slab.film === 'over'
        ? [{ x1: from, y1: high0, x2: to, y2: high1 }]
        : [{ x1: from, y1: low0, x2: to, y2: low1 }]
    }),
  )
}
