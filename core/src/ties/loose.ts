import type { Point } from '../geometry'
import {
  SYMBOL_FORMS,
  anchorsOf,
  type Anchor,
  type AnyRecord,
  type PaperSymbol,
  type TiedKind,
} from '../records'
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
  const mayBeFree =
    (record.kind === 'levelMark' && inPlan) ||
    (record.kind === 'symbol' && !SYMBOL_FORMS[record.form].ofThing)
  return anchorsOf(record).flatMap((anchor, index): LooseEnd[] => {
    const { point: at, held } = holdAnchor(anchor, ground)
    if (!held) return [{ index, at, why: 'lost' }]
    return anchor.to === 'point' && !mayBeFree ? [{ index, at, why: 'free' }] : []
  })
}

/** What is tied, as far as that tells what it is tied to. */
export type TiedAs = { readonly kind: Exclude<TiedKind, 'symbol'> } | Pick<PaperSymbol, 'kind' | 'form'>

/**
 * What a place ties annotation of a kind to: notes and spot heights speak of the things they lie in too.
 * @param inPlan heights are told of places that are looked at from above
 */
export function tieOf(what: TiedAs, finder: TieFinder, p: Point, inPlan: boolean): Anchor {
  switch (what.kind) {
    case 'leader':
      return finder.within(p)
    case 'levelMark':
      return inPlan ? finder.within(p) : finder.at(p)
    case 'dimension':
    case 'roundDimension':
      return finder.at(p)
    case 'symbol':
      return symbolTie(what.form, finder, p)
  }
}

function symbolTie(form: PaperSymbol['form'], finder: TieFinder, p: Point): Anchor {
  switch (SYMBOL_FORMS[form].holds) {
    case 'things':
      return finder.within(p)
    case 'points':
      return finder.at(p)
    case 'nothing':
      return { to: 'point', last: { x: p.x, y: p.y } }
  }
}
