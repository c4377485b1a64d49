import { angleUnder, mapPath, normalAngle, type Affine, type Path } from '../geometry'
import type { Slab } from '../records'

/** A direction under a map, within half a turn either way. */
export const mappedAngle = (map: Affine, angle: number): number => normalAngle(angleUnder(map, angle))

/** A path as records store it. */
export const storedPath = ({ vertices, closed }: Path): Slab['outline'] => ({
  vertices: vertices.map(({ x, y, sweep }) => ({ x, y, sweep })),
  closed,
})

export const mappedPath = (map: Affine, path: Path): Slab['outline'] => storedPath(mapPath(map, path))
