import { placedParts } from '../blocks'
import { asideOf, atWall, inWall, type SolvedWall } from '../building'
import {
  SAME_POINT,
  applyTo,
  boxOf,
  distance,
  edgeBox,
  growBox,
  insidePath,
  inverse,
  nearestOnEdge,
  nearestOnPath,
  partAt,
  pathArea,
  placing,
  straight,
  type Box,
  type Edge,
  type Path,
  type Point,
  PlaceIndex,
} from '../geometry'
import { areasOf, centreOf, edgesOfRecord, standsIn, tiedWhen } from '../kinds'
import { type Anchor, type AnyRecord, type Board, type Id, type Placement, hostsOf } from '../records'
import { roomsOf, spacesOf } from '../rooms'
import { derivedSource, drawnOver, insideInPicture, linesAt, tiesInPicture } from '../views'
import { groundBeneath, holdAnchor, type Ground } from './hold'

/** Points nearer than this to a host are tied to it, mm. */
export const TIE = 0.5

/** Sides of walls that points are tied to: finished faces and the line before faces of the structure. */
const SIDES = [
  { side: 'left' },
  { side: 'right' },
  { side: 'axis' },
  { side: 'left', on: 'structure' },
  { side: 'right', on: 'structure' },
] as const

interface Spot extends Box {
  readonly record: AnyRecord
  /** Null: its centre. */
  readonly edge: { readonly index: number; readonly edge: Edge } | null
}

/** Finds what points of a board are tied to. */
export class TieFinder {
  private index: PlaceIndex<Spot> | null = null

  constructor(
    private readonly ground: Ground,
    private readonly board: Board,
  ) {
    this.under = groundBeneath(ground)
  }

  private readonly under: Ground

  /**
   * The anchor for a point that was snapped to: a wall's corner before an opening's jamb or centre before a
   * placed block before a grid line before a column or drafted line before a wall's face before any other edge; a
   * free point where nothing is.
   */
  at(p: Point): Anchor {
    const near = { minX: p.x - 500, minY: p.y - 500, maxX: p.x + 500, maxY: p.y + 500 }
    const walls = this.under.building?.wallsNear(near) ?? []
    const edges = this.spotsAt(p)
    const offers = [
      () => this.derivedAt(p),
      () => walls.flatMap((wall) => cornersOf(wall, p)),
      () => walls.flatMap((wall) => jambsOf(wall, p)),
      () => this.blocksAt(p),
      () => this.gridAt(p),
      () => edges('before walls'),
      () => walls.flatMap((wall) => facesAt(wall, p)),
      () => edges('after walls'),
    ]
    for (const offer of offers)
      for (const anchor of offer()) {
        const held = holdAnchor(anchor, this.ground)
        if (held.held && distance(held.point, p) <= TIE + SAME_POINT) return { ...anchor, last: held.point }
      }
    return { to: 'point', last: p }
  }

  /** As `at`; a point that no edge holds is tied to the smallest thing it lies in: an area, a wall's body, a room. */
  within(p: Point): Anchor {
    const edge = this.at(p)
    if (edge.to !== 'point') return edge
    const seen = this.derivedWithin(p)
    if (seen) return seen
    const item = this.smallestAt(p) ?? this.wallAt(p) ?? this.roomAt(p)
    return item === null ? edge : { to: 'inside', item, last: p }
  }

  /** What is worked out of the building, in a drawing that looks at it. */
  private derivedAt(p: Point): Anchor[] {
    const { project, frames = [] } = this.under
    const board = drawnOver(project, this.board)
    if (frames.length === 0 || board.kind !== 'drawing') return []
    const seen = tiesInPicture(project, frames, derivedSource(project).of(board.id, false), p, TIE)
    return [...seen, ...linesAt(project, frames, p, TIE)]
  }

  private derivedWithin(p: Point): Anchor | null {
    const { project, frames = [] } = this.under
    const board = drawnOver(project, this.board)
    if (frames.length === 0 || board.kind !== 'drawing') return null
    return insideInPicture(project, frames, derivedSource(project).of(board.id, false), p)
  }

  private mine(record: AnyRecord): boolean {
    return standsIn(this.board, record) && record.kind !== 'gridLine'
  }

  private things(): AnyRecord[] {
    const { project } = this.ground
    return hostsOf(this.board)
      .flatMap((host) => project.dependents(host))
      .flatMap((each) => {
        const record = project.get(each)
        return record && this.mine(record) ? [record] : []
      })
  }

  private spotsAt(p: Point): (when: 'before walls' | 'after walls') => Anchor[] {
    const { project } = this.ground
    if (!this.index) {
      const spots: Spot[] = []
      for (const record of this.things()) {
        if (tiedWhen(record) === null) continue
        edgesOfRecord(record, project).forEach((edge, index) =>
          spots.push({ ...growBox(edgeBox(edge), TIE), record, edge: { index, edge } }),
        )
        const centre = centreOf(record)
        if (centre) spots.push({ ...growBox(boxOf([centre]), TIE), record, edge: null })
      }
      this.index = new PlaceIndex<Spot>().load(spots)
    }
    const found = this.index.search(boxOf([p]))
    return (when) => {
      const exact: Anchor[] = []
      const along: Anchor[] = []
      for (const { record, edge } of found) {
        if (tiedWhen(record) !== when) continue
        if (edge === null) {
          exact.push({ to: 'item', item: record.id, edge: null, part: 0, last: p })
          continue
        }
        const { t, distance: away } = nearestOnEdge(edge.edge, p)
        if (away > TIE) continue
        const end = distance(edge.edge.a, p) <= TIE ? 0 : distance(edge.edge.b, p) <= TIE ? 1 : null
        const anchor = (part: number): Anchor => ({
          to: 'item',
          item: record.id,
          edge: edge.index,
          part,
          last: p,
        })
        if (end !== null) exact.push(anchor(end))
        else along.push(anchor(t))
      }
      return [...exact, ...along]
    }
  }

  private gridAt(p: Point): Anchor[] {
    if (this.under.frames) return []
    return this.ground.project.all('gridLine').flatMap((line): Anchor[] => {
      const part = partAt(straight(line.a, line.b), p)
      return Math.abs(part) < 1000 ? [{ to: 'gridLine', gridLine: line.id, part, last: p }] : []
    })
  }

  private placements(): Placement[] {
    return this.ground.project.all('placement').filter((placement) => this.mine(placement))
  }

  /** A block by its base point, then blocks by any of their lines. */
  private blocksAt(p: Point): Anchor[] {
    const { project } = this.ground
    const anchors: Anchor[] = []
    const onLines: Anchor[] = []
    for (const placement of this.placements()) {
      if (distance(placement.at, p) <= TIE) {
        anchors.push({ to: 'placement', placement: placement.id, local: { x: 0, y: 0 }, last: p })
        continue
      }
      const block = project.find('block', placement.block)
      const areas = block ? areasOf(placement, project) : []
      if (!areas.some((area) => nearOrIn(area, p))) continue
      const parts = placedParts(placement, block!, (id) => project.find('block', id))
      if (parts.some((part) => part.is === 'line' && nearestOnPath(part.path, p).distance <= TIE))
        onLines.push({ to: 'placement', placement: placement.id, local: localIn(placement, p), last: p })
    }
    return [...anchors, ...onLines]
  }

  private smallestAt(p: Point): Id | null {
    let best: { readonly id: Id; readonly size: number } | null = null
    for (const record of this.things())
      for (const area of areasOf(record, this.ground.project)) {
        const size = Math.abs(pathArea(area))
        if ((best && best.size <= size) || !insidePath(area, p)) continue
        best = { id: record.id, size }
      }
    return best?.id ?? null
  }

  private wallAt(p: Point): Id | null {
    for (const { shape } of this.under.building?.wallsNear(boxOf([p])) ?? []) {
      const { along, aside } = inWall(shape, p)
      if (along >= 0 && along <= shape.length && aside >= shape.low && aside <= shape.high) return shape.id
    }
    return null
  }

  private roomAt(p: Point): Id | null {
    const { project, building } = this.under
    const space = building && spacesOf(project, building).at(p)
    if (!space) return null
    return roomsOf(project, building).find((found) => found.space === space)?.room.id ?? null
  }
}

const nearOrIn = (area: Path, p: Point): boolean =>
  insidePath(area, p) || nearestOnPath(area, p).distance <= TIE

/** A point in a placed block's own axes, as large as it is placed. */
export const localIn = ({ at, turn, mirrored }: Placement, p: Point): Point => {
  const { x, y } = applyTo(inverse(placing(at, turn, mirrored)), p)
  return { x, y }
}

const cornersOf = (wall: SolvedWall, p: Point): Anchor[] =>
  (['a', 'b'] as const).flatMap((end) =>
    SIDES.map((side): Anchor => ({ to: 'wallCorner', wall: wall.shape.id, end, ...side, last: p })),
  )

const jambsOf = ({ openings }: SolvedWall, p: Point): Anchor[] =>
  openings.flatMap(({ opening }) =>
    (['start', 'end', 'centre'] as const).flatMap((at) =>
      SIDES.map((side): Anchor => ({ to: 'opening', opening: opening.id, at, ...side, last: p })),
    ),
  )

function facesAt({ shape }: SolvedWall, p: Point): Anchor[] {
  const { along, aside } = inWall(shape, p)
  if (along < -TIE || along > shape.length + TIE) return []
  return SIDES.flatMap((side): Anchor[] => {
    const face = asideOf(shape, side.side, 'on' in side ? side.on : undefined)
    return Math.abs(aside - face) <= TIE
      ? [{ to: 'wallFace', wall: shape.id, ...side, along, last: atWall(shape, along, face) }]
      : []
  })
}
