import type { LevelSolver } from '../building'
import { boxOf, boxesMeet, growBox, middle, type Box } from '../geometry'
import type { Gap } from '../linework'
import type { Id, Project, Room } from '../records'
import { LEAK_REACH, leakAt, roomsOf } from '../rooms'
import { formatLengthWithUnit } from '../units'
import type { Found } from './matter'

interface Leak {
  readonly room: Room
  /** Where whatever changes may shut or open it. */
  readonly around: Box
  readonly gap: Gap | null
}

/**
 * Rooms that are not closed, or share their space; where one leaks is looked for again only when something near it
 * changed.
 */
export class RoomMatters {
  private building: LevelSolver | null = null
  private stamp = -1
  private readonly leaks = new Map<Id, Leak>()

  /** Looks at all rooms of a level, one leak in a step. `parted`: separating lines changed. */
  public *steps(project: Project, building: LevelSolver, parted: boolean): Generator<void, Found[]> {
    const places = building === this.building && !parted ? building.places.since(this.stamp) : null
    this.building = building
    this.stamp = building.places.now
    for (const [id, { room, around }] of this.leaks)
      if (!places || project.get(id) !== room || meets(around, places)) this.leaks.delete(id)
    const found: Found[] = []
    for (const { room, fault } of roomsOf(project, building)) {
      if (!fault) continue
      const here = { stage: 'openings', key: `room-${room.id}`, about: [room.id], at: room.at } as const
      if (fault === 'shared') {
        found.push({ ...here, text: `“${room.name}” and another room have the same space.` })
        continue
      }
      let leak = this.leaks.get(room.id)
      if (!leak) {
        const around = growBox(boxOf([room.at]), LEAK_REACH)
        leak = { room, around, gap: leakAt(project, building, room.at) }
        this.leaks.set(room.id, leak)
        yield
      }
      const { gap } = leak
      const width = gap && formatLengthWithUnit(gap.width, project.facts.units)
      found.push(
        gap
          ? { ...here, text: `“${room.name}” leaks through a gap of ${width}.`, at: middle(gap.a, gap.b) }
          : { ...here, text: `“${room.name}” is not closed.` },
      )
    }
    return found
  }
}

const meets = (box: Box, places: Iterable<Box>): boolean => {
  for (const place of places) if (boxesMeet(box, place)) return true
  return false
}
