import { layerIdOf } from '../library'
import { forUnplaced, type AnyRecord, type Project, type RecordKind, type RecordOf } from '../records'

/** In what two things are alike. */
export type Likeness = 'kind' | 'type' | 'layer' | 'look'

/** What tells the types of a kind apart; null: it has none. */
const TYPES: { readonly [K in RecordKind]: ((record: RecordOf<K>) => unknown) | null } = {
  ...forUnplaced(null),
  wall: ({ type }) => type,
  column: ({ section, material }) => [section, material],
  opening: ({ fit, type }) => [fit, type],
  room: ({ name }) => name,
  stair: ({ form, width }) => [form, width],
  ramp: ({ width }) => width,
  rail: ({ made }) => made,
  slab: ({ thickness }) => thickness,
  void: null,
  roof: ({ form }) => form,
  overhead: ({ what }) => what,
  dormer: ({ form, width }) => [form, width],
  framing: ({ what, width, depth }) => [what, width, depth],
  linework: ({ shape, means }) => [shape.form, means],
  hatch: ({ filling }) => ('pattern' in filling ? [filling.with, filling.pattern] : filling),
  guide: null,
  gridLine: null,
  separator: null,
  dimension: ({ style }) => style,
  roundDimension: ({ measures, style }) => [measures, style],
  leader: ({ style }) => style,
  levelMark: ({ style }) => style,
  symbol: ({ form, block }) => [form, block],
  note: ({ heightPaperMm }) => heightPaperMm,
  placement: ({ block }) => block,
  viewport: ({ drawing }) => drawing,
  drawing: ({ view }) => view,
}

/** Whether two things are alike: of one kind, and of one type, on one layer, or there with the same pen and line type. */
export function isLike(project: Project, p: AnyRecord, q: AnyRecord, by: Likeness): boolean {
  if (p.kind !== q.kind) return false
  switch (by) {
    case 'kind':
      return true
    case 'type': {
      const type = TYPES[p.kind] as ((record: AnyRecord) => unknown) | null
      return !type || same(type(p), type(q))
    }
    case 'layer':
      return layerIdOf(p) === layerIdOf(q)
    case 'look':
      return layerIdOf(p) === layerIdOf(q) && same(ownLook(p), ownLook(q))
  }
}

const ownLook = (record: AnyRecord): unknown =>
  'own' in record ? Object.entries(record.own ?? {}).sort(([p], [q]) => (p < q ? -1 : 1)) : []
/** Small plain values compared as they are written. */
const same = (p: unknown, q: unknown): boolean => JSON.stringify(p) === JSON.stringify(q)
