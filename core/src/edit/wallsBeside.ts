import { solverOf, typeThickness, wallAcross, wallAxis, wallLine } from '../building'
import {
  SHORTEST,
  carrierCrossings,
  direction,
  distance,
  dot,
  edgeLength,
  isStraight,
  offsetEdge,
  offsetFrom,
  subtract,
  times,
  type Edge,
  type Point,
} from '../geometry'
import type { Change, Id, Project, Wall } from '../records'
import { storing } from './outcome'
import { EditRefused, type MakeId } from './refusal'
import { refuseDoubled, shapeOf } from './walls'

/** Between what the distance of two walls side by side is measured. */
export const besideFrom = ['faces', 'axes', 'outsides'] as const

export interface WallsBeside {
  readonly wall: Id
  readonly side: 'left' | 'right'
  /** From each wall to the next, mm. */
  readonly distances: readonly number[]
  readonly between: (typeof besideFrom)[number]
  readonly type: Id
  /** They end at the nearest walls around this place; null: as long as the other's drawn line beside it. */
  readonly within: Point | null
}

/**
 * Walls parallel to another, one beside the other at distances between facing faces, axes, or outsides.
 * @refuses bad-value, no-size, no-solution, nonsense, taken
 */
export function addWallsBeside(project: Project, input: WallsBeside, makeId: MakeId): Change {
  const host = project.need('wall', input.wall)
  const shape = shapeOf(project, host)
  const own = typeThickness(project.need('wallType', input.type))
  if (input.distances.length === 0) throw new EditRefused('bad-value', 'Type the distance of the wall.')
  const onLeft = input.side === 'left'
  const walls: Wall[] = []
  /** From the host's near face to the near face of the next wall. */
  let away = 0
  for (const [i, distance] of input.distances.entries()) {
    const before = i === 0 ? shape.thickness : own
    const clear = distance - { faces: 0, axes: (before + own) / 2, outsides: before + own }[input.between]
    if (!(clear > 0) || !Number.isFinite(clear))
      throw new EditRefused(
        'bad-value',
        input.between === 'faces'
          ? 'Type the clear distance between the two walls, above 0.'
          : 'The two walls would stand in each other: type more than their thickness.',
      )
    away += clear
    const line = offsetEdge(wallAxis(host), onLeft ? shape.high + away : shape.low - away)
    if (!line) throw new EditRefused('no-solution', 'The curve is too tight for a wall at that distance.')
    away += own
    const axis = input.within && isStraight(line) ? between(project, host, line, input.within) : line
    if (!(edgeLength(axis) >= SHORTEST))
      throw new EditRefused('no-size', 'There is no room for a wall between the walls around that place.')
    walls.push({
      id: makeId(),
      kind: 'wall',
      level: host.level,
      type: input.type,
      a: axis.a,
      b: axis.b,
      // Its drawn line is the face that looks at the other wall.
      reference: onLeft ? 'right' : 'left',
      base: 0,
      height: null,
      ...(axis.sweep === 0 ? {} : { sweep: axis.sweep }),
    })
  }
  for (const wall of walls) refuseDoubled(project, wall)
  return storing(project, ...walls)
}

/** The part of an endless straight line between the nearest walls around a place, into their middles. */
function between(project: Project, host: Wall, line: Edge, place: Point): Edge {
  const solver = solverOf(project, host.level)
  const u = direction(line.a, line.b)
  const foot = offsetFrom(line.a, u, dot(subtract(place, line.a), u))
  const endAt = (sense: 1 | -1, usual: Point): Point => {
    const way = times(u, sense)
    const met = wallAcross(solver, foot, way, new Set([host.id]))
    if (!met) return dot(subtract(usual, foot), way) > 0 ? usual : foot
    const { shape } = met.wall
    const middle = wallLine(
      shape,
      (shape.low + shape.high) / 2,
      -shape.thickness,
      shape.length + shape.thickness,
    )
    const [crossed] = carrierCrossings(line, middle)
      .filter(({ u: t }) => t >= 0 && t <= 1)
      .sort((p, q) => distance(p.point, met.at) - distance(q.point, met.at))
    return crossed?.point ?? offsetFrom(met.at, way, shape.thickness / 2)
  }
  return { a: endAt(-1, line.a), b: endAt(1, line.b), sweep: 0 }
}
