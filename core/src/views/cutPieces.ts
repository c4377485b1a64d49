import {
  INFILL,
  atWall,
  bodyBetween,
  framePlace,
  headDrop,
  headRise,
  inWall,
  isAtHeight,
  liningPieces,
  liningsOf,
  makePiece,
  wallPieces,
  type OpeningFit,
  type Piece,
  type SolvedWall,
  type StripShape,
} from '../building'
import { SAME_POINT, type Point } from '../geometry'
import { openingTypeOf } from '../library'
import type { AnyRecord, Column, Id, Opening, Project, Wall } from '../records'
import {
  footingsOf,
  footingSolid,
  clearUnder,
  isSolid,
  lintelOutline,
  plateStrips,
  solidOf,
  solvedWall,
  vertical,
} from '../solids'
import { dot3, sliceSolid, type Looking } from '../space'
import { boundsOf, reachAlong } from './bounds'
import type { CutPlane, CutSurface } from './frame'
import type { Ranks } from './ranks'

/** What a view cuts of a record, in convex pieces in the axes of the cut: x across, y up. */
export function cutPieces(
  project: Project,
  record: AnyRecord,
  { axes, planes }: CutSurface,
  ranks: Ranks,
): Piece[] {
  // Furniture is looked at, not cut.
  if (!isSolid(record.kind) || record.kind === 'placement' || !meets(project, record, { axes, planes }))
    return []
  const pieces: Piece[] = []
  const put = (rank: number, corners: readonly (readonly [number, number])[]): void => {
    const piece = makePiece(
      record.id,
      pieces.length,
      rank,
      corners.map(([x, y]) => ({ x, y })),
    )
    if (piece) pieces.push(piece)
  }
  if (record.kind === 'opening') {
    // Seen from above, frames stand in their openings.
    if (axes.near.z === 1) return []
    for (const plane of planes) {
      cutFill(project, record, axes, plane, (corners) => put(ranks.plain, corners))
      cutLintel(project, record, axes, plane, ranks, put)
    }
    return pieces
  }
  if (record.kind === 'wall') {
    const wall = solvedWall(project, record.id)
    const heights = vertical(project, record)
    if (!wall || !heights) return pieces
    if (axes.near.z === 1) return wallAtHeight(project, wall, heights, planes[0]!.near, ranks)
    for (const plane of planes) {
      cutWall(project, wall, heights, axes, plane, ranks, put)
      cutLinings(project, wall, axes, plane, ranks, put)
    }
    cutFooting(project, record, axes, planes, ranks, put)
    return pieces
  }
  if (record.kind === 'column' && axes.near.z !== 1) cutFooting(project, record, axes, planes, ranks, put)
  const solid = solidOf(project, record.kind === 'column' ? withoutFooting(record) : record)
  if (!solid) return pieces
  const rank = record.kind === 'column' || record.kind === 'framing' ? ranks.of(record.material) : ranks.plain
  const strips = record.kind === 'slab' || record.kind === 'roof' ? plateStrips(project, record) : []
  // From its top down: of nothing in particular in one.
  const bands =
    strips.length > 0 && axes.near.z !== 1
      ? strips.map(({ material, from, to }) => ({ up: from, down: to, rank: ranks.of(material.id) }))
      : [{ up: 0, down: Infinity, rank }]
  for (const plane of planes)
    for (const { x0, x1, low0, low1, high0, high1 } of sliceSolid(solid, {
      ...axes,
      at: plane.near,
    })) {
      const [from, to] = [Math.max(x0, plane.from), Math.min(x1, plane.to)]
      if (to - from <= SAME_POINT) continue
      const at = (a: number, b: number, x: number): number => a + ((b - a) * (x - x0)) / (x1 - x0)
      const [lowFrom, lowTo] = [at(low0, low1, from), at(low0, low1, to)]
      const [highFrom, highTo] = [at(high0, high1, from), at(high0, high1, to)]
      for (const { down, up, rank: of } of bands) {
        const [a, b] = [Math.max(lowFrom, highFrom - down), Math.max(lowTo, highTo - down)]
        const [c, d] = [Math.max(lowTo, highTo - up), Math.max(lowFrom, highFrom - up)]
        if (c - b > SAME_POINT || d - a > SAME_POINT)
          put(of, [
            [from, a],
            [to, b],
            [to, c],
            [from, d],
          ])
      }
    }
  return pieces
}

/** Whether a cut may run through something; false where it surely does not. */
export function meets(
  project: Project,
  record: AnyRecord,
  { axes, planes }: Pick<CutSurface, 'axes' | 'planes'>,
): boolean {
  const bounds = boundsOf(project, record)
  if (!bounds) return true
  const { right, near } = axes
  const [[from, to], [far, first]] = [reachAlong(bounds, right), reachAlong(bounds, near)]
  return planes.some(
    (plane) =>
      first >= plane.near - SAME_POINT &&
      far <= plane.near + SAME_POINT &&
      to >= plane.from &&
      from <= plane.to,
  )
}

/** A column as it stands on its footing, which is of another material. */
function withoutFooting(column: Column): Column {
  if (!column.footing) return column
  let bare = bareColumns.get(column)
  if (!bare) {
    const { footing: _, ...rest } = column
    bareColumns.set(column, (bare = rest))
  }
  return bare
}
const bareColumns = new WeakMap<Column, Column>()

/** What upright planes cut of the footing of a wall or column. */
function cutFooting(
  project: Project,
  record: Wall | Column,
  axes: Looking,
  planes: readonly CutPlane[],
  ranks: Ranks,
  put: (rank: number, corners: readonly (readonly [number, number])[]) => void,
): void {
  for (const place of footingsOf(project, record)) {
    const solid = footingSolid(record, place)
    if (!solid) continue
    for (const plane of planes)
      for (const { x0, x1, low0, low1, high0, high1 } of sliceSolid(solid, { ...axes, at: plane.near })) {
        const [from, to] = [Math.max(x0, plane.from), Math.min(x1, plane.to)]
        if (to - from > SAME_POINT)
          put(ranks.of(place.material.id), [
            [from, low0],
            [to, low1],
            [to, high1],
            [from, high0],
          ])
      }
  }
}

/** What an upright plane cuts of the lintel over an opening. */
function cutLintel(
  project: Project,
  opening: Opening,
  looking: Looking,
  plane: CutPlane,
  ranks: Ranks,
  put: (rank: number, corners: readonly (readonly [number, number])[]) => void,
): void {
  const { lintel } = opening
  const outline = lintel && lintelOutline(project, opening)
  const piece = outline && makePiece(opening.id, 0, 0, outline)
  const span = piece && spanOf(piece, looking, plane)
  if (!lintel || !span) return
  const z0 = project.need('level', project.need('wall', opening.wall).level).elevation + opening.head
  const { x0, x1 } = span
  put(ranks.of(lintel.material), [
    [x0, z0],
    [x1, z0],
    [x1, z0 + lintel.height],
    [x0, z0 + lintel.height],
  ])
}

/** Thickness of panes, mm. */
const PANE = 24

/** The frame of a door or window at its head and sill, and its leaf or pane between. */
function cutFill(
  project: Project,
  opening: Opening,
  looking: Looking,
  plane: CutPlane,
  put: (corners: readonly (readonly [number, number])[]) => void,
): void {
  const wall = solvedWall(project, opening.wall)
  const fit = wall?.openings.find((each) => each.opening.id === opening.id)
  const type = openingTypeOf(project, opening)
  if (!wall || !fit || fit.fault || type.make.form === 'cased') return
  const { shape } = wall
  const place = framePlace(type, bodyBetween(shape, opening.sill, opening.head), opening.side)
  const floor = project.need('level', shape.wall.level).elevation
  const sill = floor + opening.sill
  const band = (low: number, high: number): { x0: number; x1: number } | null => {
    const corners = [
      [fit.from, low],
      [fit.to, low],
      [fit.to, high],
      [fit.from, high],
    ].map(([along, aside]) => atWall(shape, along!, aside!))
    const piece = makePiece(opening.id, 0, 0, corners)
    return piece && spanOf(piece, looking, plane)
  }
  const frame = band(place.low, place.high)
  const thick = type.make.form === 'glazed' || type.make.form === 'revolving' ? PANE : type.make.leaf
  const middle = (place.low + place.high) / 2
  const half = Math.min(thick, place.high - place.low) / 2
  const leaf = band(middle - half, middle + half)
  if (!frame || !leaf) return
  const [z0, z1] = [sill, floor + opening.head - dropAt(wall, fit, looking, plane, frame)]
  const width = Math.min(type.frame.width, (z1 - z0) / 8)
  const box = ({ x0, x1 }: { x0: number; x1: number }, low: number, high: number): void =>
    put([
      [x0, low],
      [x1, low],
      [x1, high],
      [x0, high],
    ])
  const foot = type.make.form === 'glazed' ? width : 0
  box(frame, z1 - width, z1)
  if (foot > 0) box(frame, z0, z0 + foot)
  box(leaf, z0 + foot, z1 - width)
}

/** A wall as a plan cut at a height above datum shows it: its strips, less what is open there. */
function wallAtHeight(
  project: Project,
  { shape, start, end, openings }: SolvedWall,
  heights: { readonly from: number; readonly to: number },
  height: number,
  ranks: Ranks,
): Piece[] {
  if (height <= heights.from || height >= heights.to) return []
  const floor = project.need('level', shape.wall.level).elevation
  const gaps = openings
    .filter(({ opening, fault }) => !fault && height > floor + opening.sill && height < floor + opening.head)
    .map(({ from, to, opening }) => [from, to, opening.id] as const)
  const rankOf = (material: Id): number => ranks.of(material)
  const there = (strip: StripShape): boolean => isAtHeight(strip, height - floor)
  const pieces = wallPieces(shape, start, end, gaps, rankOf, there).filter(({ rank }) => rank !== INFILL)
  const open = new Set(gaps.map(([, , opening]) => opening))
  for (const fit of openings) {
    if (!open.has(fit.opening.id)) continue
    const linings = liningsOf(shape, fit, openingTypeOf(project, fit.opening)).filter(({ strip }) =>
      there(strip),
    )
    pieces.push(...liningPieces(shape, fit, linings, pieces.length, rankOf))
  }
  return pieces
}

interface Area {
  readonly x0: number
  readonly x1: number
  readonly z0: number
  readonly z1: number
}

/** A wall strip by strip: the strips of the plan, as high as the wall, less its openings. */
function cutWall(
  project: Project,
  wall: SolvedWall,
  heights: { readonly from: number; readonly to: number },
  looking: Looking,
  plane: CutPlane,
  ranks: Ranks,
  put: (rank: number, corners: readonly (readonly [number, number])[]) => void,
): void {
  const { shape, start, end } = wall
  const floor = project.need('level', shape.wall.level).elevation
  const openings: Area[] = []
  for (const fit of wall.openings) {
    if (fit.fault) continue
    const gap = [fit.from, fit.to, fit.opening.id] as const
    for (const piece of wallPieces(shape, start, end, [gap], () => 0)) {
      if (piece.rank !== INFILL) continue
      const span = spanOf(piece, looking, plane)
      if (!span) continue
      const z1 = floor + fit.opening.head - dropAt(wall, fit, looking, plane, span)
      openings.push({ ...span, z0: floor + fit.opening.sill, z1 })
    }
  }
  // Each piece with the strip it is of, which may begin and end at heights of its own.
  const strips: { readonly rank: number; readonly foot: number; readonly head: number }[] = []
  const numbered = (material: Id, strip: StripShape | null): number => {
    const { foot, head } = strip ?? { foot: -Infinity, head: Infinity }
    return strips.push({ rank: ranks.of(material), foot: floor + foot, head: floor + head }) - 1
  }
  for (const piece of wallPieces(shape, start, end, [], numbered)) {
    const span = spanOf(piece, looking, plane)
    if (!span) continue
    const { upTo } = shape.wall
    const { rank, foot, head } = strips[piece.rank]!
    const top = Math.min(head, upTo ? Infinity : heights.to)
    const from = Math.max(foot, heights.from)
    if (!(top - from > SAME_POINT)) continue
    for (const { x0, x1, z0, z1 } of openings.reduce<Area[]>(
      (left, opening) => left.flatMap((area) => less(area, opening)),
      [{ ...span, z0: from, z1: top }],
    )) {
      const isUnder = upTo !== undefined && z1 === top
      const parts = isUnder
        ? clearUnder(
            project,
            upTo,
            inPlan(looking, plane, x0),
            inPlan(looking, plane, x1),
            heights.from,
            heights.to,
          )
        : [{ from: 0, to: x1 - x0, low: z1, high: z1 }]
      for (const { from, to, low, high } of parts)
        put(rank, [
          [x0 + from, z0],
          [x0 + to, z0],
          [x0 + to, Math.min(high, z1)],
          [x0 + from, Math.min(low, z1)],
        ])
    }
  }
}

/** What lines the heads and sills of openings, where an upright plane cuts it. */
function cutLinings(
  project: Project,
  { shape, openings }: SolvedWall,
  looking: Looking,
  plane: CutPlane,
  ranks: Ranks,
  put: (rank: number, corners: readonly (readonly [number, number])[]) => void,
): void {
  const floor = project.need('level', shape.wall.level).elevation
  for (const fit of openings) {
    const { opening, fault } = fit
    if (fault || headRise(opening) > SAME_POINT) continue
    const type = openingTypeOf(project, opening)
    const boards = { [opening.side]: type.sillOut, [opening.side === 'left' ? 'right' : 'left']: type.sillIn }
    for (const { strip, side, low, high, from, to } of liningsOf(shape, fit, type)) {
      const lines = (z0: number, z1: number, asides: readonly [number, number]): void => {
        if (!(z1 - z0 > SAME_POINT && asides[1] - asides[0] > SAME_POINT)) return
        const corners = [
          [fit.from, asides[0]],
          [fit.to, asides[0]],
          [fit.to, asides[1]],
          [fit.from, asides[1]],
        ].map(([along, aside]) => atWall(shape, along!, aside!))
        const piece = makePiece(shape.id, 0, 0, corners)
        const span = piece && spanOf(piece, looking, plane)
        if (!span) return
        const { x0, x1 } = span
        put(ranks.of(strip.material.id), [
          [x0, z0],
          [x1, z0],
          [x1, z1],
          [x0, z1],
        ])
      }
      const [own, head, sill] = [
        [Math.max(low, strip.low), Math.min(high, strip.high)] as const,
        floor + opening.head,
        floor + opening.sill,
      ]
      lines(head - to, head - from, [low, high])
      lines(head - from, head, own)
      // A board lies on the sill, and nobody plasters a threshold.
      if (opening.sill > SAME_POINT && !(boards[side]! > SAME_POINT)) {
        lines(sill + from, sill + to, [low, high])
        lines(sill, sill + from, own)
      }
    }
  }
}

/** How much lower than its head an opening ends where it is cut, mm. */
function dropAt(
  { shape }: SolvedWall,
  { opening, from, mitre }: OpeningFit,
  looking: Looking,
  plane: CutPlane,
  { x0, x1 }: { readonly x0: number; readonly x1: number },
): number {
  if (!opening.top || shape.arc || mitre) return 0
  return headDrop(opening, inWall(shape, inPlan(looking, plane, (x0 + x1) / 2)).along - from)
}

/** A place across an upright cut, in plan. */
const inPlan = ({ right, near }: Looking, plane: CutPlane, x: number): Point => ({
  x: right.x * x + near.x * plane.near,
  y: right.y * x + near.y * plane.near,
})

/** From where to where across the picture a plane cuts a piece of the plan; null when it does not. */
export function spanOf(
  piece: Piece,
  { right, near }: Looking,
  plane: CutPlane,
): { x0: number; x1: number } | null {
  let [x0, x1] = [Infinity, -Infinity]
  const { xs, ys } = piece
  for (let i = 0; i < xs.length; i++) {
    const j = i + 1 === xs.length ? 0 : i + 1
    const p = { x: xs[i]!, y: ys[i]!, z: 0 }
    const q = { x: xs[j]!, y: ys[j]!, z: 0 }
    const [dp, dq] = [dot3(p, near) - plane.near, dot3(q, near) - plane.near]
    if (dp > 0 === dq > 0) continue
    const t = dp / (dp - dq)
    const x = dot3(p, right) + (dot3(q, right) - dot3(p, right)) * t
    x0 = Math.min(x0, x)
    x1 = Math.max(x1, x)
  }
  x0 = Math.max(x0, plane.from)
  x1 = Math.min(x1, plane.to)
  return x1 - x0 > SAME_POINT ? { x0, x1 } : null
}

/** An area less another. */
function less(area: Area, taken: Area): Area[] {
  const x0 = Math.max(area.x0, taken.x0)
  const x1 = Math.min(area.x1, taken.x1)
  const z0 = Math.max(area.z0, taken.z0)
  const z1 = Math.min(area.z1, taken.z1)
  if (x1 - x0 <= SAME_POINT || z1 - z0 <= SAME_POINT) return [area]
  return [
    { ...area, x1: x0 },
    { ...area, x0: x1 },
    { x0, x1, z0: area.z0, z1: z0 },
    { x0, x1, z0: z1, z1: area.z1 },
  ].filter((part) => part.x1 - part.x0 > SAME_POINT && part.z1 - part.z0 > SAME_POINT)
}
