import { mdiFloorPlan, mdiVectorLine } from '@mdi/js'
import type { DisplayItem } from '@lamina/core/display'
import { addAllRooms, addRoom, addSeparators } from '@lamina/core/edit'
import { flattenPath, type Point } from '@lamina/core/geometry'
import type { Gap } from '@lamina/core/linework'
import { leakAt, roomsOf, spacesOf } from '@lamina/core/rooms'
import { formatArea, formatLength } from '@lamina/core/units'
import type { Way } from './drawing'
import { segmentItem } from './preview'
import { stepTool } from './steps'
import type { PlanBench, Located, Tool } from './tool'
import type { ToolEntry } from './entry'

export const ROOM_WAYS: readonly Way[] = [
  { id: 'one', name: 'The room pointed to' },
  { id: 'all', name: 'Every closed space' },
]

/** Names the room pointed to, or makes a room of every closed space. */
export function roomTool(bench: PlanBench): Tool {
  let leak: { readonly stamp: number; readonly p: Point; readonly found: Gap | null } | null = null
  const name = (): string => bench.typedText('name').trim()
  const all = (): boolean => bench.way('one') === 'all'

  function leakOf(p: Point): Gap | null {
    const { stamp } = bench.project
    if (leak?.stamp !== stamp || Math.hypot(leak.p.x - p.x, leak.p.y - p.y) > bench.reach * 4)
      leak = { stamp, p, found: leakAt(bench.project, bench.scene.building, p) }
    return leak.found
  }
  function place(at: Located | null): void {
    if (all()) {
      const change = bench.edit('Rooms', (project, makeId) =>
        addAllRooms(project, bench.scene.building, makeId),
      )
      if (change) bench.setWay('one')
      return
    }
    if (!at) return
    const change = bench.edit('Room', (project, makeId) =>
      addRoom(project, bench.scene.building, { at: at.raw, name: name() }, makeId),
    )
    if (change) bench.clearTyped()
  }
  return {
    free: true,
    prompt: () =>
      all()
        ? {
            text: 'Press Enter or point anywhere: every closed space becomes a room.',
            keys: 'Esc: put the tool away',
          }
        : {
            text: 'Type a name and point into the room.',
            keys: 'The drawer makes all rooms at once · Esc: put the tool away',
          },
    fields: () => (all() ? [] : [{ key: 'name', label: 'name', kind: 'text', shown: 'Room' }]),
    remark(at) {
      if (!at || all()) return ''
      const space = spacesOf(bench.project, bench.scene.building).at(at.raw)
      if (space) {
        const there = roomsOf(bench.project, bench.scene.building).find((found) => found.space === space)
        const area = formatArea(space.area, bench.units)
        return there ? `${there.room.name} · ${area}` : area
      }
      const found = leakOf(at.raw)
      return found ? `It leaks here: ${formatLength(found.width, bench.units)} wide` : 'no room closes here'
    },
    last: () => null,
    press: place,
    enter: place,
    back: () => false,
    preview(at) {
      if (!at || all()) return []
      const space = spacesOf(bench.project, bench.scene.building).at(at.raw)
      if (!space) return []
      return [space.outer, ...space.islands].map((path): DisplayItem => ({
        kind: 'line',
        pen: 'seen',
        points: flattenPath(path, 1).flatMap((p) => [p.x, p.y]),
        closed: true,
        source: null,
      }))
    },
    gone(at) {
      if (!at || all() || spacesOf(bench.project, bench.scene.building).at(at.raw)) return []
      const found = leakOf(at.raw)
      return found ? [segmentItem(found.a, found.b, 'cut')] : []
    },
  }
}

/** Lines that part rooms where no wall stands, one after the other. */
export function separatorTool(bench: PlanBench): Tool {
  return stepTool(bench, {
    label: 'Separating line',
    walls: true,
    step: (given) =>
      given.length < 2
        ? {
            ask: given.length === 0 ? 'Point to where the line starts.' : 'Point to where it ends.',
            keys: 'Tab: length and turn',
          }
        : null,
    edit: (given, project, makeId) => addSeparators(project, bench.scene.level.id, given, makeId),
  })
}

/** Rooms and what parts them. */
export const ROOM_TOOLS = {
  room: {
    stage: 'openings',
    under: 'Rooms',
    name: 'Room',
    icon: mdiFloorPlan,
    ways: ROOM_WAYS,
    on: 'plans',
    make: roomTool,
  },
  separator: {
    stage: 'openings',
    under: 'Rooms',
    name: 'Separating line',
    icon: mdiVectorLine,
    on: 'plans',
    make: separatorTool,
  },
} satisfies Record<string, ToolEntry>
