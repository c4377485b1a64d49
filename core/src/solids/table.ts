import { forUnplaced, type AnyRecord, type Project, type RecordKind, type RecordOf } from '../records'
import type { Solid } from '../space'
import { columnSolid, overheadSolid, railSolid, rampSolid, roofSolid, slabSolid, stairSolid } from './fabric'
import { openingSolid } from './openings'
import { wallSolid } from './walls'

type SolidOf<R> = ((project: Project, record: R) => Solid | null) | null

/** What every kind is in space; null: nothing, it is no more than drawn, or it goes with something else. */
const SOLIDS: { readonly [K in RecordKind]: SolidOf<RecordOf<K>> } = {
  ...forUnplaced(null),
  wall: wallSolid,
  opening: openingSolid,
  column: columnSolid,
  slab: slabSolid,
  // A hole in a slab.
  void: null,
  stair: stairSolid,
  ramp: rampSolid,
  rail: railSolid,
  roof: roofSolid,
  overhead: overheadSolid,
  placement: null,
  room: null,
  separator: null,
  gridLine: null,
  linework: null,
  hatch: null,
  guide: null,
  dimension: null,
  leader: null,
  note: null,
  viewport: null,
  drawing: null,
}

/** What a record is in space; null for what is nothing there. */
export const solidOf = (project: Project, record: AnyRecord): Solid | null =>
  (SOLIDS[record.kind] as SolidOf<AnyRecord>)?.(project, record) ?? null

/** Whether records of a kind are something in space. */
export const isSolid = (kind: RecordKind): boolean => SOLIDS[kind] !== null
