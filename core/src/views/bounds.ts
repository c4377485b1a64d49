import { atWall, bodyBetween } from '../building'
import { boxOf, growBox, joinBoxes, pathBox, type Box } from '../geometry'
import { columnOutline, overheadOutline } from '../kinds'
import { openingTypeOf } from '../library'
import type { AnyRecord, Project } from '../records'
import { floorOf, footingsOf, lintelOutline, solidOf, solvedWall, vertical } from '../solids'
import type { Point3 } from '../space'
import { stairOf } from '../stairs'

/** Beyond its stated place something may reach so far, mm: sills, leaves, boards. */
const MORE = 600

/** Around something in plan, and in height above datum, mm. */
export interface Bounds {
  readonly box: Box
  readonly from: number
  readonly to: number
}

/** Asked for every drawing, and the same for all as long as nothing changes. */
const known = new WeakMap<Project, { readonly stamp: number; readonly all: Map<AnyRecord, Bounds | null> }>()

/** Where something is at most, told without making more of it than is quickly made; null for what is not told so. */
export function boundsOf(project: Project, record: AnyRecord): Bounds | null {
  const { stamp } = project
  let kept = known.get(project)
  if (kept?.stamp !== stamp) known.set(project, (kept = { stamp, all: new Map() }))
  let bounds = kept.all.get(record)
  if (bounds === undefined) kept.all.set(record, (bounds = makeBounds(project, record)))
  return bounds
}

function makeBounds(project: Project, record: AnyRecord): Bounds | null {
  switch (record.kind) {
    case 'wall': {
      const heights = vertical(project, record)
      const solved = solvedWall(project, record.id)
      if (!heights || !solved || solved.shape.arc) return null
      const { shape, start, end } = solved
      const ends = [...start.strips, ...end.strips].flat()
      const plugs = [start, end].flatMap(({ plug }) => plug?.points ?? [])
      const box = boxOf([...ends.map(({ along, aside }) => atWall(shape, along, aside)), ...plugs])
      const footings = footingsOf(project, record)
      return {
        box: footings.reduce((around, { outline }) => joinBoxes(around, pathBox(outline)), box),
        from: Math.min(heights.from, ...footings.map(({ from }) => from)),
        to: record.upTo ? Infinity : Math.max(heights.to, ...footings.map(({ to }) => to)),
      }
    }
    case 'opening': {
      const wall = project.find('wall', record.wall)
      const shape = wall && solvedWall(project, wall.id)?.shape
      if (!wall || !shape || shape.arc || record.round) return null
      const { low, high } = bodyBetween(shape, record.sill, record.head)
      const [from, to] = [record.along - record.width / 2, record.along + record.width / 2]
      const type = openingTypeOf(project, record)
      const out = Math.max(type.sillOut, type.sillIn)
      if (out > MORE) return null
      const corners = [low - out, high + out].flatMap((aside) =>
        [from, to].map((along) => atWall(shape, along, aside)),
      )
      const lintel = lintelOutline(project, record)
      const box = boxOf(lintel ? [...corners, ...lintel] : corners)
      const floor = floorOf(project, wall.level)
      return {
        box,
        from: floor + record.sill - (out > 0 ? SILL : 0),
        to: floor + record.head + (record.lintel?.height ?? 0),
      }
    }
    case 'slab': {
      const heights = vertical(project, record)
      return heights && { box: pathBox(record.outline), from: heights.from, to: heights.to }
    }
    case 'column': {
      const heights = vertical(project, record)
      if (!heights) return null
      const footings = footingsOf(project, record)
      return {
        box: [columnOutline(record), ...footings.map(({ outline }) => outline)]
          .map(pathBox)
          .reduce(joinBoxes),
        from: Math.min(heights.from, ...footings.map(({ from }) => from)),
        to: heights.to,
      }
    }
    case 'overhead': {
      const heights = vertical(project, record)
      return record.what === 'rooflight' || !heights
        ? null
        : { box: pathBox(overheadOutline(record)), from: heights.from, to: heights.to }
    }
    case 'rail': {
      const floor = floorOf(project, record.level)
      const top = floor + record.height
      return { box: growBox(pathBox(record.path), RAIL), from: Math.min(floor, top - RAIL), to: top }
    }
    case 'stair': {
      const solved = stairOf(project, record)
      if (!solved || solved.treads.length === 0) return null
      const floor = floorOf(project, record.level)
      const box = boxOf(solved.treads.flatMap(({ outline }) => outline))
      return { box: growBox(box, RAIL), from: floor, to: floor + solved.height + OVER_STAIR }
    }
    case 'placement': {
      const solid = solidOf(project, record)
      return solid && aroundPoints(solid.points)
    }
    default:
      return null
  }
}
/** Handrails and strings stand so far beside what they are of, and over a stair, mm. */
const RAIL = 100
const OVER_STAIR = 1100

/** A sill board hangs so far below its sill, mm. */
const SILL = 60

/** From where to where something may reach along an axis. */
export function reachAlong({ box, from, to }: Bounds, { x, y, z }: Point3): readonly [number, number] {
  const low = (x > 0 ? x * box.minX : x * box.maxX) + (y > 0 ? y * box.minY : y * box.maxY)
  const high = (x > 0 ? x * box.maxX : x * box.minX) + (y > 0 ? y * box.maxY : y * box.minY)
  // Walls may reach up endlessly, which is nothing to an axis that lies level.
  return z === 0 ? [low, high] : [low + Math.min(z * from, z * to), high + Math.max(z * from, z * to)]
}

function aroundPoints(points: readonly Point3[]): Bounds {
  let [from, to] = [Infinity, -Infinity]
  for (const { z } of points) {
    from = Math.min(from, z)
    to = Math.max(to, z)
  }
  return { box: boxOf(points), from, to }
}
