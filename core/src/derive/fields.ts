import { forUnplaced, type RecordKind, type RecordOf } from '../records'
import { DRAFTED_FIELDS } from './drafted'
import { FABRIC_FIELDS } from './fabric'
import type { FieldOf } from './fieldEntries'
import { placementField } from './placement'
import { WALL_FIELDS } from './wallsDrawn'

/** What of every kind is snapped to and bounds hatches; null: nothing. */
export const FIELDS: { readonly [K in RecordKind]: FieldOf<RecordOf<K>> | null } = {
  ...forUnplaced(null),
  ...WALL_FIELDS,
  ...FABRIC_FIELDS,
  ...DRAFTED_FIELDS,
  placement: placementField,
  hatch: null,
  dimension: null,
  roundDimension: null,
  leader: null,
  levelMark: null,
  symbol: null,
  note: null,
  room: null,
  viewport: null,
  drawing: null,
}
