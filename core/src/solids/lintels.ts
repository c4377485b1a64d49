import { atWall } from '../building'
import type { Point } from '../geometry'
import type { Opening, Project } from '../records'
import { solvedWall } from './ground'

/** The lintel over an opening in plan: as wide as its wall, borne beside it; null where there is none. */
export function lintelOutline(project: Project, opening: Opening): Point[] | null {
  const wall = solvedWall(project, opening.wall)
  const fit = wall?.openings.find((each) => each.opening.id === opening.id)
  if (!wall || !fit || fit.fault || !opening.lintel) return null
  const { bearing } = opening.lintel
  const { low, high } = wall.shape
  const [from, to] = [fit.from - bearing, fit.to + bearing]
  return [
    atWall(wall.shape, from, low),
    atWall(wall.shape, to, low),
    atWall(wall.shape, to, high),
    atWall(wall.shape, from, high),
  ]
}
