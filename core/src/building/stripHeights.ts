import { SAME_POINT } from '../geometry'
import type { StripShape, WallShape } from './wallShape'

type Heights = Pick<StripShape, 'foot' | 'head'>

/** Whether a strip is there at a height above the floor, mm. */
export const isAtHeight = ({ foot, head }: Heights, height: number): boolean => height > foot && height < head

/** Whether any part of a strip is there between two heights above the floor, mm. */
export const isBetween = ({ foot, head }: Heights, from: number, to: number): boolean =>
  Math.min(head, to) - Math.max(foot, from) > SAME_POINT

/** Whether a wall is as thick everywhere from its foot to its head. */
export const isWhole = ({ strips }: Pick<WallShape, 'strips'>): boolean =>
  strips.every(({ foot, head }) => foot === -Infinity && head === Infinity)

/** The heights above the floor at which a wall gets thicker or thinner, in order, mm. */
export const changesAt = ({ strips }: Pick<WallShape, 'strips'>): number[] =>
  [...new Set(strips.flatMap(({ foot, head }) => [foot, head]))].filter(Number.isFinite).sort((p, q) => p - q)

/** Between which offsets a wall stands where some of its strips are there; all of it where none is. */
export function bodyOf(
  { strips, low, high }: Pick<WallShape, 'strips' | 'low' | 'high'>,
  there: (strip: StripShape) => boolean,
): { readonly low: number; readonly high: number } {
  const some = strips.filter(there)
  return some.length === 0 || some.length === strips.length
    ? { low, high }
    : { low: some[some.length - 1]!.low, high: some[0]!.high }
}

/** The body of a wall between two heights above the floor, mm. */
export const bodyBetween = (
  shape: Pick<WallShape, 'strips' | 'low' | 'high'>,
  from: number,
  to: number,
): { readonly low: number; readonly high: number } => bodyOf(shape, (strip) => isBetween(strip, from, to))
