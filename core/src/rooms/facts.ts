import { columnReach, openingReach, wallAxis, wallReach, zoneAt, type Reach } from '../building'
import { distance, edgeLength, partAt, type Edge, type Point } from '../geometry'
import {
  isRemoved,
  type AnyRecord,
  type Id,
  type Level,
  type Opening,
  type Project,
  type Room,
  type Wall,
} from '../records'
import type { Space } from './spaces'

/** Figures of a room, mm and mm². */
export interface RoomFacts {
  readonly area: number
  readonly perimeter: number
  readonly height: number
  /** Of the walls and columns around it and in it, up to the ceiling, less the openings. */
  readonly wallSurface: number
  /** Doors and windows on its outline. */
  readonly openings: readonly Id[]
}

interface Figures {
  readonly height: number
  readonly storey: number
  /** The walls, columns and openings around it. */
  readonly from: readonly (AnyRecord | undefined)[]
  readonly facts: RoomFacts
}
const figures = new WeakMap<Space, Figures>()

/** The figures of a room in its space. */
export function roomFacts(
  project: Project,
  level: Pick<Level, 'height' | 'cutHeight'>,
  room: Pick<Room, 'ceilingHeight'>,
  space: Space,
): RoomFacts {
  const height = room.ceilingHeight ?? level.height
  const kept = figures.get(space)
  const from = around(project, space)
  if (
    kept?.height === height &&
    kept.storey === level.height &&
    kept.from.length === from.length &&
    kept.from.every((record, i) => record === from[i])
  )
    return kept.facts
  let wallSurface = 0
  const openings = new Map<Id, number>()
  for (const { a, b, owner } of space.edges) {
    if (owner === null) continue
    const length = distance(a, b)
    const opening = project.find('opening', owner)
    const host = opening ? project.find('wall', opening.wall) : project.get(owner)
    const wall = withinRoom(
      host?.kind === 'wall'
        ? wallReach(host, level)
        : host?.kind === 'column'
          ? columnReach(host, level)
          : { from: 0, to: height },
      height,
    )
    wallSurface += length * highOf(wall)
    const take = (each: Opening, width: number): void => {
      const { from, to } = withinRoom(openingReach(each), height)
      wallSurface -= width * highOf({ from: Math.max(from, wall.from), to: Math.min(to, wall.to) })
      openings.set(each.id, (openings.get(each.id) ?? 0) + width)
    }
    if (opening) take(opening, length)
    else if (host?.kind === 'wall')
      for (const each of openingsOffCut(project, host, level)) {
        const width = widthOn(wallAxis(host), each, a, b)
        if (width > 0) take(each, width)
      }
  }
  const ids = [...openings.keys()]
  const facts = { area: space.area, perimeter: space.perimeter, height, wallSurface, openings: ids }
  figures.set(space, {
    height,
    storey: level.height,
    from,
    facts,
  })
  return facts
}

/** What bounds a space, with the openings of its walls. */
function around(project: Project, { edges }: Space): (AnyRecord | undefined)[] {
  const owners = new Set(edges.flatMap(({ owner }) => owner ?? []))
  return [...owners].flatMap((id) => {
    const record = project.get(id)
    if (record?.kind === 'opening') return [record, project.get(record.wall)]
    return record?.kind === 'wall'
      ? [record, ...project.dependents(id).map((each) => project.get(each))]
      : [record]
  })
}

/** Doors and windows of a wall that lie above or below the cut: in plan it runs on there. */
const openingsOffCut = (project: Project, wall: Wall, level: Pick<Level, 'cutHeight'>): Opening[] =>
  project.dependents(wall.id).flatMap((id) => {
    const opening = project.find('opening', id)
    return opening && !isRemoved(opening) && zoneAt(openingReach(opening), level.cutHeight) !== 'cut'
      ? [opening]
      : []
  })

/** How much of an opening's width lies within the part of its wall's face from a to b, mm. */
function widthOn(axis: Edge, { along, width }: Opening, a: Point, b: Point): number {
  const whole = edgeLength(axis)
  const [p, q] = [partAt(axis, a) * whole, partAt(axis, b) * whole].sort((x, y) => x - y) as [number, number]
  const shared = Math.min(q, along + width / 2) - Math.max(p, along - width / 2)
  return q > p ? (Math.max(0, shared) / (q - p)) * distance(a, b) : 0
}

/** As far as something goes between the floor and the ceiling of a room. */
const withinRoom = ({ from, to }: Reach, ceiling: number): Reach => ({
  from: Math.max(0, from),
  to: Math.min(to, ceiling),
})

const highOf = ({ from, to }: Reach): number => Math.max(0, to - from)
