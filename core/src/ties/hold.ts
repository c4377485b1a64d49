import { asideOf, atWall, type LevelSolver, type OfWall, type SolvedWall } from '../building'
import { applyTo, placing, pointOn, straight, type Point } from '../geometry'
import { centreOf, edgesOfRecord } from '../kinds'
import type { Turned } from '../lettering'
import type { Anchor, Id, Opening, Project } from '../records'
import { cutPlace, edgePlace, placeOnLine, type Frame } from '../views'

export interface Held {
  readonly point: Point
  /** False when the anchor's host is gone and its last place is used. */
  readonly held: boolean
}

/** What annotation needs to know of the building it stands on. */
export interface Ground {
  readonly project: Project
  /** The viewport it is seen in. */
  readonly viewport?: Id
  /** How it is turned there. */
  readonly turned?: Turned
  /** Its solved walls; null where there are none, as within a block. */
  readonly building: LevelSolver | null
  /** How it is looked at, in a drawing that looks at the building. */
  readonly frames?: readonly Frame[]
  /** What a detail is drawn over: it may be tied to that too. */
  readonly beneath?: Ground | null
}

/** Where an opening's jamb or centre lies, on a face or the line of its wall. */
export function openingPoint(
  wall: SolvedWall,
  opening: Opening,
  at: 'start' | 'centre' | 'end',
  side: 'left' | 'right' | 'axis',
  on?: OfWall,
): Point {
  const along =
    opening.along + (at === 'centre' ? 0 : at === 'start' ? -opening.width / 2 : opening.width / 2)
  return atWall(wall.shape, along, asideOf(wall.shape, side, on))
}

/** What the building is told from: the ground itself, or what it is drawn over. */
export const groundBeneath = (ground: Ground): Ground => ground.beneath ?? ground

/** The point an anchor holds now. */
export function holdAnchor(anchor: Anchor, ground: Ground): Held {
  const { project } = ground
  const { building, frames = [] } = groundBeneath(ground)
  const kept = { point: anchor.last, held: false }
  switch (anchor.to) {
    case 'point':
      return { point: anchor.last, held: anchor.lost !== true }
    case 'wallCorner': {
      const corner = building?.corner(anchor.wall, anchor.end, anchor.side, anchor.on)
      return corner ? { point: corner, held: true } : kept
    }
    case 'wallFace': {
      const wall = building?.get(anchor.wall)
      return wall
        ? { point: atWall(wall.shape, anchor.along, asideOf(wall.shape, anchor.side, anchor.on)), held: true }
        : kept
    }
    case 'opening': {
      const opening = project.find('opening', anchor.opening)
      const wall = opening && building?.get(opening.wall)
      return wall
        ? { point: openingPoint(wall, opening, anchor.at, anchor.side, anchor.on), held: true }
        : kept
    }
    case 'item': {
      const point = itemPoint(project, anchor.item, anchor.edge, anchor.part)
      return point ? { point, held: true } : kept
    }
    case 'inside':
      return { point: anchor.last, held: project.get(anchor.item) !== undefined }
    case 'gridLine': {
      const line = project.find('gridLine', anchor.gridLine)
      return line ? { point: pointOn(straight(line.a, line.b), anchor.part), held: true } : kept
    }
    case 'edge': {
      const point = edgePlace(project, frames, anchor)
      return point ? { point, held: true } : kept
    }
    case 'lineInView': {
      const point = placeOnLine(project, frames, anchor)
      return point ? { point, held: true } : kept
    }
    case 'cut': {
      const point = cutPlace(project, frames, anchor)
      return point ? { point, held: true } : kept
    }
    case 'placement': {
      const placement = project.find('placement', anchor.placement)
      return placement
        ? {
            point: applyTo(placing(placement.at, placement.turn, placement.mirrored), anchor.local),
            held: true,
          }
        : kept
    }
  }
}

/** A point of a record: at a part of one of its edges, or its centre. Null when it has no such edge, or is gone. */
function itemPoint(project: Project, id: string, edge: number | null, part: number): Point | null {
  const record = project.get(id)
  if (!record) return null
  if (edge === null) return centreOf(record)
  const found = edgesOfRecord(record, project)[edge]
  return found ? pointOn(found, part) : null
}
