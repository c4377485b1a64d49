import type { OfWall } from '../building'
import { dot, unitAt } from '../geometry'
import type { Anchor, Dimension } from '../records'
import { holdAnchor, type Ground } from './hold'

/** What of walls rows measure to. */
export const OF_WALLS: readonly OfWall[] = ['finish', 'structure', 'axis']

/** Nearer than this along a row, two places of a wall are one, mm. */
const ONE_PLACE = 0.01

type WallAnchor = Extract<Anchor, { to: 'wallFace' | 'wallCorner' }>

/** An anchor to a wall on another part of it. */
export function onWall(anchor: WallAnchor, on: OfWall, side: WallAnchor['side'] = anchor.side): WallAnchor {
  const { on: _, ...rest } = anchor
  return on === 'finish' ? { ...rest, side } : { ...rest, side, on }
}

/** What an anchor's place can be said to be of its wall, along a direction; null: that makes no difference. */
export function meaningsOf(anchor: Anchor, direction: number, ground: Ground): readonly OfWall[] | null {
  if (anchor.to !== 'wallFace' && anchor.to !== 'wallCorner') return null
  const u = unitAt(direction)
  const along = (each: Anchor): number => dot(u, holdAnchor(each, ground).point)
  const sides = anchor.side === 'axis' ? (['left', 'right'] as const) : ([anchor.side] as const)
  const mine = along(anchor)
  const places = OF_WALLS.map((on) => ({ on, at: sides.map((side) => along(onWall(anchor, on, side))) }))
  const all = places.flatMap(({ at }) => at)
  if (Math.max(...all) - Math.min(...all) < ONE_PLACE) return null
  return places.flatMap(({ on, at }) => (at.some((place) => Math.abs(place - mine) < ONE_PLACE) ? [on] : []))
}

/** What of walls a row measures to; 'mixed': here one thing and there another; null: no wall is measured across. */
export function measuresTo(
  { anchors, direction }: Pick<Dimension, 'anchors' | 'direction'>,
  ground: Ground,
): OfWall | 'mixed' | null {
  const meanings = anchors.flatMap((anchor) => {
    const found = meaningsOf(anchor, direction, ground)
    return found ? [found] : []
  })
  if (meanings.length === 0) return null
  return OF_WALLS.find((on) => meanings.every((each) => each.includes(on))) ?? 'mixed'
}
