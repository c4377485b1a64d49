import { mdiAlignVerticalDistribute } from '@mdi/js'
import type { OfWall } from '@lamina/core/building'
import { addDimensions, measuredTo } from '@lamina/core/edit'
import { rowAcross, rowsOfRoom, rowsOfRooms, rowsOfSide, sideAt, type GatheredRow } from '@lamina/core/gather'
import { subtract, type Point } from '@lamina/core/geometry'
import { OF_WALLS, TieFinder } from '@lamina/core/ties'
import { nextWay, type Way } from './drawing'
import type { ToolEntry } from './entry'
import { segmentItem } from './preview'
import { endsFor, rowsDrawn } from './rows'
import { isOnPlan, styled, type Bench, type Located, type Tool } from './tool'

const GATHER_WAYS = [
  { id: 'side', name: 'A side' },
  { id: 'line', name: 'Across, along a line' },
  { id: 'room', name: 'A room' },
  { id: 'rooms', name: 'Every room' },
] as const satisfies readonly Way[]
type GatherWay = (typeof GATHER_WAYS)[number]['id']

const ASKED: Readonly<Record<GatherWay, string>> = {
  side: 'Point to a side of the building: it gets its rows.',
  line: 'Point to where a line across starts.',
  room: 'Point into a room: it gets its width and depth.',
  rooms: 'Press Enter or point anywhere: every room gets its width and depth.',
}
const NOTHING: Readonly<Record<GatherWay, string>> = {
  side: 'There is no side of a building to be measured here.',
  line: 'This line crosses less than two things that can be measured.',
  room: 'No room closes here: widths and depths are those of rooms on plans.',
  rooms: 'There is no room on this drawing: make rooms first.',
}
const MEASURED: Readonly<Record<OfWall, string>> = {
  finish: 'finished faces',
  structure: 'structure',
  axis: 'axes',
}

/** Rows of dimensions made of what is there: of a side, across, in rooms. They know what they came from. */
export function gatherTool(bench: Bench): Tool {
  let from: Point | null = null
  let asPulled = false
  const way = (): GatherWay => GATHER_WAYS.find(({ id }) => id === bench.way('side'))?.id ?? 'side'
  const on = (): OfWall => bench.values.measures ?? 'finish'

  let known: { readonly stamp: number; readonly finder: TieFinder } | null = null
  function finder(): TieFinder {
    const { stamp } = bench.project
    if (known?.stamp !== stamp) known = { stamp, finder: new TieFinder(bench.scene, bench.board) }
    return known.finder
  }
  /** The rows last made, and what of. */
  let made: { readonly of: string; readonly rows: readonly GatheredRow[] } | null = null
  function once(of: string, rows: () => GatheredRow[]): readonly GatheredRow[] {
    const key = `${bench.project.stamp} ${on()} ${of}`
    if (made?.of !== key) made = { of: key, rows: rows().map(measured) }
    return made.rows
  }
  const measured = (row: GatheredRow): GatheredRow => measuredTo(row, bench.scene, on()) ?? row

  /** The other end of the line, along x or y or as it is pulled. */
  function lineTo(to: Point): Point {
    const away = subtract(to, from!)
    if (asPulled) return to
    return Math.abs(away.x) >= Math.abs(away.y) ? { x: to.x, y: from!.y } : { x: from!.x, y: to.y }
  }
  function rowsAt(at: Located | null): readonly GatheredRow[] {
    const { scene, scale } = bench
    switch (way()) {
      case 'side': {
        const side = at && sideAt(scene, at.raw)
        const { gathers } = bench.values
        if (!side) return []
        return once(JSON.stringify([side, gathers]), () => rowsOfSide(scene, side, gathers, finder()))
      }
      case 'line': {
        if (!from || !at) return []
        const to = lineTo(at.point)
        if (Math.hypot(to.x - from.x, to.y - from.y) < bench.reach / 10) return []
        const row = rowAcross(scene, from, to, on(), finder())
        return row ? [row] : []
      }
      case 'room':
        return isOnPlan(bench) && at ? rowsOfRoom(bench.scene, at.raw, scale, finder()).map(measured) : []
      case 'rooms':
        return isOnPlan(bench) ? once(`rooms ${scale}`, () => rowsOfRooms(bench.scene, scale, finder())) : []
    }
  }
  function make(at: Located | null): void {
    const rows = rowsAt(at)
    if (rows.length === 0) {
      bench.warn(NOTHING[way()])
      return
    }
    const change = bench.edit('Rows of dimensions', (project, makeId) =>
      addDimensions(
        project,
        bench.board.id,
        rows.map((row) => ({ ...row, ...styled(bench.style) })),
        makeId,
        endsFor(bench, rows),
      ),
    )
    if (!change) return
    from = null
    if (way() === 'rooms') bench.setWay('room')
  }
  function press(at: Located): void {
    if (way() === 'line' && !from) from = at.point
    else make(at)
  }
  const keys = (): string => {
    const some = [
      `A: ${GATHER_WAYS.find(({ id }) => id === nextWay(GATHER_WAYS, way()))!.name.toLowerCase()}`,
    ]
    some.push(`W: to ${MEASURED[OF_WALLS[(OF_WALLS.indexOf(on()) + 1) % OF_WALLS.length]!]}`)
    if (way() === 'side')
      some.push(bench.values.gathers.openings === 'jambs' ? 'J: to centres of openings' : 'J: to jambs')
    if (way() === 'line') some.push(asPulled ? 'S: along x or y' : 'S: as it is pulled')
    return [...some, from ? 'Esc: back to its start' : 'Esc: put it away'].join(' · ')
  }
  return {
    // A side and a room are pointed to as they are.
    get free() {
      return way() !== 'line'
    },
    prompt: () => ({
      text: from ? 'Point to where the line across ends.' : ASKED[way()],
      keys: keys(),
    }),
    fields: () => [],
    remark(at) {
      if (way() === 'line' && !from) return ''
      const { length } = rowsAt(at)
      return length === 0 ? 'nothing to measure here' : length === 1 ? '1 row' : `${length} rows`
    },
    last: () => (from && !asPulled ? null : from),
    press,
    enter(at) {
      if (at && way() !== 'rooms') press(at)
      else if (way() === 'rooms') make(at)
    },
    back() {
      if (!from) return false
      from = null
      return true
    },
    leave() {
      from = null
    },
    key(key) {
      const { gathers } = bench.values
      switch (key) {
        case 'a':
          from = null
          bench.setWay(nextWay(GATHER_WAYS, way()))
          return true
        case 'w':
          bench.values.measures = OF_WALLS[(OF_WALLS.indexOf(on()) + 1) % OF_WALLS.length]!
          return true
        case 'j':
          if (way() !== 'side') return false
          bench.values.gathers = {
            ...gathers,
            openings: gathers.openings === 'jambs' ? 'centres' : 'jambs',
          }
          return true
        case 's':
          if (way() !== 'line') return false
          asPulled = !asPulled
          return true
        default:
          return false
      }
    },
    drag: (start, to) => {
      if (way() !== 'line') return
      from = start
      make(to)
    },
    dragShape: 'line',
    preview(at) {
      const line = from && at ? [segmentItem(from, lineTo(at.point), 'light')] : []
      return [...line, ...rowsDrawn(bench, rowsAt(at)).flatMap(({ items }) => items)]
    },
  }
}

/** Rows made of what is there. */
export const GATHER_TOOLS = {
  gather: {
    stage: 'annotate',
    under: 'Measure and write',
    name: 'Dimension all',
    icon: mdiAlignVerticalDistribute,
    on: 'drawings',
    ways: GATHER_WAYS,
    make: gatherTool,
  },
} satisfies Record<string, ToolEntry>
