import type { Point } from '@lamina/core/geometry'

/** A direction on the board as one says it: the nearest of four. */
export function wayWord({ x, y }: Point): 'right' | 'left' | 'above' | 'below' {
  if (Math.abs(x) >= Math.abs(y)) return x >= 0 ? 'right' : 'left'
  return y >= 0 ? 'above' : 'below'
}

/** The side of something that runs along the unit vector `u`. */
export const sideWord = (u: Point, side: 'left' | 'right'): ReturnType<typeof wayWord> =>
  wayWord(side === 'left' ? { x: -u.y, y: u.x } : { x: u.y, y: -u.x })

/** Which end of something that runs along the unit vector `u`. */
export const endWord = (u: Point, end: 'start' | 'end'): ReturnType<typeof wayWord> =>
  wayWord(end === 'end' ? u : { x: -u.x, y: -u.y })
