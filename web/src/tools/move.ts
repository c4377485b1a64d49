import { pickAt } from '@lamina/core/locate'
import { inWall, type SolvedWall } from '@lamina/core/building'
import type { DisplayItem, DisplayList } from '@lamina/core/display'
import { moveItems, moveWallSideways } from '@lamina/core/edit'
import { offsetFrom, subtract, type Point } from '@lamina/core/geometry'
import { formatLength } from '@lamina/core/units'
import { polarFields, polarPoint } from './polar'
import type { Bench, Located, Tool } from './tool'

const segment = (a: Point, b: Point): DisplayItem => ({
  kind: 'segments',
  pen: 'cut',
  points: [a.x, a.y, b.x, b.y],
  source: null,
})

/** Moves what is selected by a typed length and turn, or from one point to another. */
export function moveTool(bench: Bench, list: () => DisplayList): Tool {
  let from: Point | null = null

  function finish(to: Point): void {
    const by = subtract(to, from!)
    if (bench.edit('Move', (project) => moveItems(project, bench.selection, by))) {
      from = null
      bench.clearTyped()
    }
  }

  return {
    prompt: () =>
      bench.selection.length === 0
        ? { text: 'Select what is to move.', keys: 'Shift: add to what is selected' }
        : !from
          ? { text: 'Point to where it moves from.', keys: 'Esc: select something else' }
          : { text: 'Type how far, or point to where it goes.', keys: 'Tab: turn · Esc: one step back' },
    fields: (at) => (from ? polarFields(bench, from, at) : []),
    last: () => from,
    press(at) {
      if (bench.selection.length === 0) {
        const [found] = pickAt(list(), bench.solver, at.raw, bench.reach)
        if (found) bench.select([found])
      } else if (!from) from = at.point
      else {
        const to = polarPoint(bench, from, at)
        if (to) finish(to)
      }
    },
    enter(at) {
      const to = from && polarPoint(bench, from, at)
      if (to) finish(to)
    },
    back() {
      if (from) from = null
      else if (bench.selection.length > 0) bench.select([])
      else return false
      bench.clearTyped()
      return true
    },
    preview(at) {
      const to = from && polarPoint(bench, from, at)
      if (!from || !to) return []
      const by = subtract(to, from)
      const chosen = new Set(bench.selection)
      const items: DisplayItem[] = [
        {
          kind: 'group',
          map: { a: 1, b: 0, c: 0, d: 1, e: by.x, f: by.y },
          clip: null,
          items: list().filter((item) => item.source && chosen.has(item.source)),
          source: null,
        },
        segment(from, to),
      ]
      for (const id of chosen) {
        const wall = bench.solver.get(id)
        if (wall) items.push(wallOutline(wall, by.x, by.y))
      }
      return items
    },
  }
}

function wallOutline(wall: SolvedWall, dx: number, dy: number): DisplayItem {
  const { shape } = wall
  const points = (
    [
      [0, shape.low],
      [shape.length, shape.low],
      [shape.length, shape.high],
      [0, shape.high],
    ] as const
  ).flatMap(([along, aside]) => {
    const p = offsetFrom(shape.a, shape.u, along, aside)
    return [p.x + dx, p.y + dy]
  })
  return { kind: 'line', pen: 'seen', closed: true, points, source: null }
}

/** Moves one wall sideways by a typed distance to the side pointed to; what is joined to it follows. */
export function moveSideTool(bench: Bench): Tool {
  let chosen: SolvedWall | null = null
  let start: Point | null = null

  function under(at: Located): SolvedWall | null {
    const ids = pickAt([], bench.solver, at.raw, bench.reach)
    return ids[0] ? (bench.solver.get(ids[0]) ?? null) : null
  }
  /** To the left of the wall's direction: typed, on the side the pointer is on, or as far as the pointer. */
  function by(at: Located | null): number {
    if (!chosen || !start) return 0
    const pointed = at ? inWall(chosen.shape, at.point).aside - inWall(chosen.shape, start).aside : 0
    const typed = bench.typed('by')
    return typed === null ? pointed : pointed < 0 ? -typed : typed
  }
  function finish(at: Located | null): void {
    const distance = by(at)
    const { id } = chosen!.shape
    if (bench.edit('Move wall', (project) => moveWallSideways(project, id, distance))) {
      chosen = start = null
      bench.clearTyped()
    }
  }
  return {
    walls: true,
    prompt: () =>
      chosen
        ? { text: 'Point to the side and type how far.', keys: 'Enter: move · Esc: another wall' }
        : { text: 'Point to the wall that moves.', keys: 'Walls joined to it follow' },
    fields: (at) =>
      chosen
        ? [{ key: 'by', label: 'by', kind: 'length', shown: formatLength(Math.abs(by(at)), bench.units) }]
        : [],
    last: () => null,
    press(at) {
      if (!chosen) {
        chosen = under(at)
        start = at.point
        if (!chosen) bench.warn('There is no wall here.')
      } else finish(at)
    },
    enter(at) {
      if (chosen) finish(at)
    },
    back() {
      if (!chosen) return false
      chosen = start = null
      bench.clearTyped()
      return true
    },
    preview(at) {
      if (!chosen) {
        const wall = at && under(at)
        return wall ? [wallOutline(wall, 0, 0)] : []
      }
      const distance = by(at)
      const { u } = chosen.shape
      return [wallOutline(chosen, 0, 0), wallOutline(chosen, -u.y * distance, u.x * distance)]
    },
  }
}
