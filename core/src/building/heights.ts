import type { Column, Level, Opening, Wall } from '../records'

/** From where to where something goes, mm above the floor of its level. */
export interface Reach {
  readonly from: number
  readonly to: number
}

/** What a plan's cut does with something: passes through it, lies above it (it is seen), or below it (it is overhead). */
export type CutZone = 'cut' | 'below' | 'above'

/** The same of walls, columns and openings; what is to be removed is only told of, and joins nothing that stays. */
export type Zone = CutZone | 'removed'

/** Heights nearer to each other than this are one, mm. */
const TOUCHES = 0.5

/** How something lies to a height. What begins at the height itself is cut there, what ends at it is not. */
export const zoneAt = ({ from, to }: Reach, height: number): CutZone =>
  to <= height + TOUCHES ? 'below' : from > height + TOUCHES ? 'above' : 'cut'

/** Whether two things have some height in common. */
export const heightsMeet = (p: Reach, q: Reach): boolean => p.from < q.to - TOUCHES && q.from < p.to - TOUCHES

/** From its foot up by its height, or to the next level: a storey is as high as its level says. */
const standing = (base: number, height: number | null, level: Pick<Level, 'height'>): Reach => ({
  from: base,
  to: height === null ? Math.max(base, level.height) : base + height,
})

export const wallReach = (
  { base, height }: Pick<Wall, 'base' | 'height'>,
  level: Pick<Level, 'height'>,
): Reach => standing(base, height, level)

export const columnReach = (
  { base = 0, height = null }: Pick<Column, 'base' | 'height'>,
  level: Pick<Level, 'height'>,
): Reach => standing(base, height, level)

export const openingReach = ({ sill, head }: Pick<Opening, 'sill' | 'head'>): Reach => ({
  from: sill,
  to: head,
})

/** The height at which a wall is looked at in plan: at the cut, or else at its top from above, at its foot from below. */
export function lookedAt(reach: Reach, zone: Zone, cut: number): number {
  switch (zone) {
    case 'cut':
    case 'removed':
      return cut
    case 'below':
      return reach.to - 2 * TOUCHES
    case 'above':
      return reach.from + 2 * TOUCHES
  }
}

/** Whether the joints and outlines of something in one zone heed what is in another: what is cut heeds the cut alone. */
export const heeds = (mine: Zone, other: Zone): boolean =>
  mine === other || (mine !== 'cut' && other === 'cut')
