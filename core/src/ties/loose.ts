import type { Point } from '../geometry'
import { anchorsOf, type Anchor, type AnyRecord, type TiedKind } from '../records'
import type { TieFinder } from './find'
import { holdAnchor, type Ground } from './hold'

/** A point of annotation that nothing holds. */
export interface LooseEnd {
  /** Which of its ties. */
  readonly index: number
  readonly at: Point
  /** It lost what it was tied to, or was never tied to anything. */
  readonly why: 'lost' | 'free'
}

/**
 * The points of annotation that nothing holds, in order.
 * @param inPlan heights may be marked on open ground
 */
export function looseEnds(record: AnyRecord, ground: Ground, inPlan: boolean): LooseEnd[] {
  const mayBeFree = record.kind === 'levelMark' && inPlan
  return anchorsOf(record).flatMap((anchor, index): LooseEnd[] => {
    const { point: at, held } = holdAnchor(anchor, ground)
    if (!held) return [{ index, at, why: 'lost' }]
    return anchor.to === 'point' && !mayBeFree ? [{ index, at, why: 'free' }] : []
  })
}

/**
 * What a place ties annotation of a kind to: notes and spot heights speak of the things they lie in too.
 * @param inPlan heights are told of places that are looked at from above
 */
export function tieOf(kind: TiedKind, finder: TieFinder, p: Point, inPlan: boolean): Anchor {
  switch (kind) {
    case 'leader':
      return finder.within(p)
    case 'levelMark':
      return inPlan ? finder.within(p) : finder.at(p)
    case 'dimension':
    case 'roundDimension':
      return finder.at(p)
  }
}
