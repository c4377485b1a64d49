import { wallShape } from '@lamina/core/building'
import type { DisplayItem } from '@lamina/core/display'
import { addWalls } from '@lamina/core/edit'
import { JOINED_ENDS, distance, offsetFrom, type Point } from '@lamina/core/geometry'
import type { Id, ReferenceSide, Wall } from '@lamina/core/records'
import { polarFields, polarPoint } from './polar'
import type { Bench, Tool } from './tool'

export interface WallChoice {
  readonly type: () => Id
  readonly reference: () => ReferenceSide
  readonly setReference: (side: ReferenceSide) => void
}

const NEXT: Record<ReferenceSide, ReferenceSide> = { left: 'centre', centre: 'right', right: 'left' }

/** Walls one after the other, each stored as soon as it is drawn; ending on the first point closes the ring. */
export function wallTool(bench: Bench, choice: WallChoice): Tool {
  let first: Point | null = null
  let last: Point | null = null
  let count = 0

  function add(p: Point): void {
    if (!last) {
      first = last = p
      count = 0
      bench.clearTyped()
      return
    }
    const from = last
    const closes = count >= 2 && first !== null && distance(p, first) <= JOINED_ENDS
    const to = closes ? first! : p
    const change = bench.edit('Wall', (project, makeId) =>
      addWalls(
        project,
        {
          level: bench.drawing.level,
          type: choice.type(),
          reference: choice.reference(),
          points: [from, to],
          closed: false,
        },
        makeId,
      ),
    )
    if (!change) return
    count++
    bench.clearTyped()
    if (closes) first = last = null
    else last = to
  }

  return {
    walls: true,
    prompt: () =>
      last
        ? { text: 'Type a length or point to the end.', keys: 'Tab: turn · R: other side · Esc: end the run' }
        : {
            text: 'Point to where the wall starts.',
            keys: 'R: other side · B: between two points · Shift: hold the direction',
          },
    fields: (at) => (last ? polarFields(bench, last, at) : []),
    remark(at) {
      if (!last) return ''
      const p = polarPoint(bench, last, at)
      if (p && first && count >= 2 && distance(p, first) <= JOINED_ENDS) return 'closes on the first point'
      if (at?.snap?.kind === 'wall line' || at?.snap?.kind === 'on line') return 'ends on a wall'
      return `drawn on its ${choice.reference() === 'centre' ? 'centre' : `${choice.reference()} side`}`
    },
    last: () => last,
    alignFrom: () => (first && first !== last ? [first] : []),
    press: (at) => {
      const p = last ? polarPoint(bench, last, at) : at.point
      if (p) add(p)
    },
    enter: (at) => {
      if (!last) return
      const p = polarPoint(bench, last, at)
      if (p) add(p)
    },
    back() {
      if (!last) return false
      first = last = null
      bench.clearTyped()
      return true
    },
    key(key) {
      if (key !== 'r') return false
      choice.setReference(NEXT[choice.reference()])
      return true
    },
    preview(at) {
      const to = last && polarPoint(bench, last, at)
      if (!last || !to || distance(last, to) < 1) return []
      const wall: Wall = {
        id: 'preview',
        kind: 'wall',
        level: bench.drawing.level,
        type: choice.type(),
        a: last,
        b: to,
        reference: choice.reference(),
        base: 0,
        height: null,
      }
      const shape = wallShape(wall, bench.project.need('wallType', wall.type), (id) =>
        bench.project.need('material', id),
      )
      const corner = (along: number, aside: number): number[] => {
        const p = offsetFrom(shape.a, shape.u, along, aside)
        return [p.x, p.y]
      }
      const items: DisplayItem[] = [
        {
          kind: 'line',
          pen: 'seen',
          closed: true,
          source: null,
          points: [
            ...corner(0, shape.low),
            ...corner(shape.length, shape.low),
            ...corner(shape.length, shape.high),
            ...corner(0, shape.high),
          ],
        },
        { kind: 'segments', pen: 'cut', points: [last.x, last.y, to.x, to.y], source: null },
      ]
      return items
    },
  }
}
