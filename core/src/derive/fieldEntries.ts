import { ROUNDING, arcOf, edgeBox, onArc, type Box, type Edge, type Point } from '../geometry'
import type { LevelSolver } from '../building'
import { edgesOfRecord } from '../kinds'
import type { AnyRecord, Id, Project } from '../records'
import type { Scene } from './scene'

/** What a line of the field is: a drafted line, a wall's face or drawn line, a jamb, a block's line, a grid line. */
export type EdgeRole = 'line' | 'face' | 'axis' | 'jamb' | 'block' | 'grid'

/** A line of a drawing that points snap to and things are cut at. */
export interface FieldEdge extends Box {
  readonly edge: Edge
  readonly role: EdgeRole
  readonly source: Id
  /** Its ends are no places of their own: a chord of a curve. */
  readonly smooth: boolean
}

export interface FieldSpot extends Box {
  readonly point: Point
  readonly kind: 'middle' | 'centre' | 'end' | 'quarter'
  readonly source: Id
}

/** An endless line. */
export interface FieldGuide {
  readonly through: Point
  readonly angle: number
  readonly source: Id
}

/** What one record gives to the field. */
export interface Entries {
  readonly edges: readonly FieldEdge[]
  readonly spots: readonly FieldSpot[]
  readonly endless?: FieldGuide
}

/** What one record gives to the field, and what that is made from: the same again needs no work. */
export interface FieldSource {
  readonly from: readonly unknown[]
  make(): Entries
}

/**
 * What a record gives to the field of a scene; null: nothing there. `building` has the walls that count: those that are
 * seen, or all.
 */
export type FieldOf<R> = (record: R, scene: Scene, building: LevelSolver | null) => FieldSource | null

export function edgeEntry(edge: Edge, role: EdgeRole, source: Id, smooth = false): FieldEdge {
  const { minX, minY, maxX, maxY } = edgeBox(edge)
  return { minX, minY, maxX, maxY, edge, role, source, smooth }
}

export const spotOf = (point: Point, kind: FieldSpot['kind'], source: Id): FieldSpot => ({
  minX: point.x,
  minY: point.y,
  maxX: point.x,
  maxY: point.y,
  point,
  kind,
  source,
})

/** Centre and quarter points of a curved edge. */
export function roundSpots(edge: Edge, source: Id, spots: FieldSpot[]): void {
  const arc = arcOf(edge)
  spots.push(spotOf(arc.centre, 'centre', source))
  for (let k = 0; k < 4; k++) {
    const angle = (k * Math.PI) / 2
    const sense = Math.sign(arc.sweep)
    const turn = 2 * Math.PI
    const along = ((((angle - arc.from) * sense) % turn) + turn) % turn
    if (along <= Math.abs(arc.sweep) + ROUNDING)
      spots.push(spotOf(onArc(arc, along / Math.abs(arc.sweep)), 'quarter', source))
  }
}

/** The edges of a record as its home knows them, with a point of its own if it has one. */
export const ownEntries = (
  project: Project,
  record: AnyRecord,
  role: EdgeRole,
  centre: Point | null = null,
): Entries => ({
  edges: edgesOfRecord(record, project).map((edge) => edgeEntry(edge, role, record.id)),
  spots: centre ? [spotOf(centre, 'centre', record.id)] : [],
})
