import { forUnplaced, type RecordKind, type RecordOf } from '../records'
import { PLACED } from './blocksDrawn'
import { DRAFTED } from './drafted'
import type { DrawnElsewhere, DrawnKind } from './drawnKind'
import { FABRIC } from './fabric'
import { HATCHED } from './hatch'
import { WITH_WALLS } from './wallsDrawn'

const annotated = { by: 'annotation', clear: 'lines' } as const satisfies DrawnElsewhere
const lettered = { by: 'annotation', clear: 'lettering' } as const satisfies DrawnElsewhere

/** How every kind is drawn. What is drawn one by one is drawn in this order, where it lies at the same depth. */
export const DRAWN = {
  ...forUnplaced({ by: 'nothing', clear: 'lettering' } as const),
  ...WITH_WALLS,
  ...FABRIC,
  ...DRAFTED,
  hatch: HATCHED,
  placement: PLACED,
  dimension: annotated,
  roundDimension: annotated,
  leader: annotated,
  levelMark: annotated,
  symbol: annotated,
  note: lettered,
  drawing: annotated,
  room: lettered,
  viewport: { by: 'sheets', clear: 'lettering' },
} satisfies { readonly [K in RecordKind]: DrawnKind<RecordOf<K>> }

/** Kinds drawn in some way. */
export type KindDrawn<By extends DrawnKind<never>['by']> = {
  [K in RecordKind]: (typeof DRAWN)[K]['by'] extends By ? K : never
}[RecordKind]

/** Kinds drawn one by one, in the order they are drawn. */
export const DRAWN_ITSELF = (Object.keys(DRAWN) as RecordKind[]).filter(
  (kind): kind is KindDrawn<'itself'> => DRAWN[kind].by === 'itself',
)

/** Whether records of a kind are drawn as part of the solved building. */
export const isWithWalls = (kind: RecordKind): boolean => DRAWN[kind].by === 'walls'

/** What of records of a kind tags keep clear of. */
export const clearOf = (kind: RecordKind): DrawnKind<never>['clear'] => DRAWN[kind].clear
