import { mdiTableRow } from '@mdi/js'
import { EditRefused, repeatItems } from '@lamina/core/edit'
import { middleOf } from '@lamina/core/kinds'
import { ROUNDING, distance, subtract, times, type Point } from '@lamina/core/geometry'
import { shapePath } from '@lamina/core/linework'
import { pickAt } from '@lamina/core/locate'
import type { RepeatPattern } from '@lamina/core/records'
import { formatAngle, formatLength } from '@lamina/core/units'
import { nextWay, type Way } from './drawing'
import { stepTool, type Given, type Step } from './steps'
import type { Bench, TagField, Tool } from './tool'
import type { ToolEntry } from './entry'
import { angleBetween } from './transforms'

export const REPEAT_WAYS: readonly Way[] = [
  { id: 'row', name: 'In a row' },
  { id: 'grid', name: 'In a grid' },
  { id: 'around', name: 'Around a centre' },
  { id: 'path', name: 'Along a line' },
]

/** Repeats what is selected: in a row, a grid, around a centre or along a line; by spacing or by a total. */
export function repeatTool(bench: Bench): Tool {
  const way = (): string => bench.way('row')
  /** What the typed distance is: from one to the next, or from the first to the last. */
  let total = false
  let turns = true
  const number = (key: string, usual: number): number => {
    const typed = bench.typed(key)
    return typed === null ? usual : Math.round(typed)
  }
  const field = (key: string, label: string, shown: string): TagField => ({
    key,
    label,
    kind: 'number',
    shown,
  })
  const share = (count: number): number => (total && count > 1 ? 1 / (count - 1) : 1)

  function pattern(given: Given): RepeatPattern {
    const [p, q, r] = given as [Point, Point, Point]
    const count = number('count', 3)
    switch (way()) {
      case 'grid': {
        const rows = number('rows', 2)
        return {
          how: 'grid',
          step: times(subtract(q, p), share(count)),
          count,
          rowStep: times(subtract(r, p), share(rows)),
          rows,
        }
      }
      case 'around': {
        const turn = bench.typed('turn') ?? 2 * Math.PI
        const whole = Math.abs(Math.abs(turn) - 2 * Math.PI) < ROUNDING
        return {
          how: 'around',
          centre: p,
          step: turn / (whole ? count : Math.max(1, count - 1)),
          count,
          turned: turns,
        }
      }
      case 'path': {
        const [id] = pickAt(bench.picture, null, p, bench.reach)
        const item = id ? bench.project.find('linework', id) : undefined
        if (!item) throw new EditRefused('nothing', 'Point to the line they are to follow.')
        const path = shapePath(item.shape)
        const pitch = bench.typed('along') ?? distance(p, q)
        return {
          how: 'path',
          path: { vertices: path.vertices.map((v) => ({ ...v })), closed: path.closed },
          pitch,
          count,
          turned: turns,
        }
      }
      default:
        return { how: 'row', step: times(subtract(q, p), share(count)), count }
    }
  }
  const keys = (): string =>
    way() === 'around' || way() === 'path'
      ? `A: another way · T: ${turns ? 'keep their direction' : 'turn with the way'}`
      : `A: another way · T: ${total ? 'spacing' : 'total'} · Esc: one step back`
  const distances =
    (given: Given, more: TagField[]): Step['fields'] =>
    (at) => {
      const from = given[0]!
      const to = at?.point ?? from
      return [
        {
          key: 'along',
          label: total ? 'total' : 'spacing',
          kind: 'length',
          shown: formatLength(distance(from, to), bench.units),
        },
        { key: 'turn', label: 'turn', kind: 'angle', shown: formatAngle(angleBetween(from, to), 1) },
        ...more,
      ]
    }
  return stepTool(bench, {
    label: 'Repeat',
    select: 'Select what is to be repeated.',
    step(given) {
      if (way() === 'around') {
        if (given.length === 0) return { ask: 'Point to the centre.', keys: keys() }
        if (given.length > 1) return null
        return {
          ask: 'Type how many in all, and the turn they share; Enter.',
          keys: keys(),
          fields: () => [
            field('count', 'how many', '3'),
            { key: 'turn', label: 'over', kind: 'angle', shown: '360°' },
          ],
          point: (at) => at?.point ?? given[0]!,
        }
      }
      if (way() === 'path') {
        if (given.length === 0)
          return {
            ask: 'Point to the line they are to follow.',
            keys: keys(),
            fields: () => [],
            point: (at) => at?.raw ?? null,
          }
        return given.length > 1
          ? null
          : {
              ask: 'Type the distance from one to the next, and how many.',
              keys: keys(),
              fields: (at) => [
                {
                  key: 'along',
                  label: 'every',
                  kind: 'length',
                  shown: formatLength(at ? distance(given[0]!, at.point) : 0, bench.units),
                },
                field('count', 'how many', '3'),
              ],
              point: (at) => at?.point ?? given[0]!,
            }
      }
      if (given.length === 0) return { ask: 'Point to where distances are taken from.', keys: keys() }
      if (way() === 'row')
        return given.length > 1
          ? null
          : {
              ask: 'Type the spacing and how many in all, or point.',
              keys: keys(),
              fields: distances(given, [field('count', 'how many', '3')]),
            }
      if (given.length === 1)
        return { ask: 'Type the spacing along a row, or point.', keys: keys(), fields: distances(given, []) }
      return given.length > 2
        ? null
        : {
            ask: 'Type the spacing of the rows, and how many; or point.',
            keys: keys(),
            from: given[0]!,
            fields: distances(given, [field('count', 'in a row', '3'), field('rows', 'rows', '2')]),
          }
    },
    edit: (given, project, makeId) =>
      repeatItems(project, bench.board.id, bench.selection, pattern(given), makeId),
    key(letter) {
      if (letter === 'a') bench.setWay(nextWay(REPEAT_WAYS, way()))
      else if (letter === 't') {
        if (way() === 'around' || way() === 'path') turns = !turns
        else total = !total
      } else return false
      return true
    },
    remark(given) {
      if (way() !== 'around' || given.length === 0) return ''
      const middle = middleOf(bench.selection.flatMap((id) => bench.project.get(id) ?? []))
      return `radius ${formatLength(distance(given[0]!, middle), bench.units)}`
    },
  })
}

/** Rows. */
export const REPEAT_TOOLS = {
  repeat: {
    stage: 'walls',
    under: 'Change',
    name: 'Repeat',
    icon: mdiTableRow,
    change: true,
    ways: REPEAT_WAYS,
    keeps: true,
    on: 'any',
    make: repeatTool,
  },
} satisfies Record<string, ToolEntry>
