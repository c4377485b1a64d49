import type { Anchor } from './annotation'
import type { AnyRecord, RecordOf } from './schema'

/** Kinds of annotation that hold on to what they speak of. */
export const TIED_KINDS = ['dimension', 'roundDimension', 'leader', 'levelMark', 'symbol'] as const
export type TiedKind = (typeof TIED_KINDS)[number]
export type Tied = RecordOf<TiedKind>

export const isTied = (record: AnyRecord | null | undefined): record is Tied =>
  !!record && (TIED_KINDS as readonly string[]).includes(record.kind)

/** The ties of a record. */
export function anchorsOf(record: AnyRecord): readonly Anchor[] {
  switch (record.kind) {
    case 'dimension':
    case 'roundDimension':
    case 'symbol':
      return record.anchors
    case 'leader':
      return [record.tip, ...(record.more ?? [])]
    case 'levelMark':
      return [record.at]
    default:
      return []
  }
}

/** The same with each of its ties made another. */
export function withTies<R extends Tied>(record: R, tie: (anchor: Anchor) => Anchor): R
export function withTies(record: Tied, tie: (anchor: Anchor) => Anchor): Tied {
  switch (record.kind) {
    case 'dimension':
      return { ...record, anchors: record.anchors.map(tie) }
    case 'symbol':
      return { ...record, anchors: record.anchors.map(tie) }
    case 'roundDimension': {
      const [a, b, c] = record.anchors
      return { ...record, anchors: [tie(a), tie(b), tie(c)] }
    }
    case 'leader':
      return { ...record, tip: tie(record.tip), ...(record.more ? { more: record.more.map(tie) } : {}) }
    case 'levelMark':
      return { ...record, at: tie(record.at) }
  }
}
