import {
  mdiArrangeBringForward,
  mdiArrowAll,
  mdiContentCopy,
  mdiFlipHorizontal,
  mdiResize,
  mdiRotateLeft,
  mdiStretchToPage,
} from '@mdi/js'
import {
  EditRefused,
  alignMap,
  copyItems,
  mapItems,
  mirrorAbout,
  moveItems,
  moveThroughView,
  paste,
  scaleAbout,
  stretchBox,
} from '@lamina/core/edit'
import {
  add,
  angleOf,
  boxOf,
  distance,
  moveBy,
  normalAngle,
  size,
  subtract,
  times,
  unitAt,
  type Point,
} from '@lamina/core/geometry'
import { turnAbout } from '@lamina/core/linework'
import { formatAngle, formatLength } from '@lamina/core/units'
import { nextWay, type Way } from './drawing'
import { segmentItem } from './preview'
import { stepTool, type Given, type Step } from './steps'
import { isHere, type Bench, type Tool } from './tool'
import type { ToolEntry } from './entry'

/** Moves what is selected; walls joined to it follow unless it moves alone. */
export function moveTool(bench: Bench): Tool {
  let alone = false
  const joined = (): string => (alone ? 'walls joined to it follow' : 'it moves alone')
  return stepTool(bench, {
    label: 'Move',
    select: 'Select what is to move.',
    step: (given) =>
      given.length === 0
        ? { ask: 'Point to where it moves from.', keys: `A: ${joined()} · Esc: select something else` }
        : given.length === 1
          ? {
              ask: 'Type how far, or point to where it goes.',
              keys: `Tab: turn · A: ${joined()} · Esc: one step back`,
            }
          : null,
    throughViews: true,
    edit([from, to], project) {
      const by = subtract(to!, from!)
      const built = bench.selection.filter((id) => !isHere(bench, id))
      if (built.length === 0)
        return bench.here(bench.selection, project, (now) => moveItems(now, bench.selection, by, alone))
      if (built.length < bench.selection.length)
        throw new EditRefused('wrong-kind', 'Move what is drafted here and the building one after the other.')
      return moveThroughView(project, bench.board.id, built, by)
    },
    remark: (given) => (given.length > 1 ? (alone ? 'moves alone' : '') : ''),
    key(letter) {
      if (letter !== 'a') return false
      alone = !alone
      return true
    },
  })
}

/** Copies what is selected, again and again from the same point; with a number typed, so many in one go. */
export function copyTool(bench: Bench): Tool {
  const count = (): number => Math.round(bench.typed('count') ?? 1)
  return stepTool(bench, {
    label: 'Copy',
    select: 'Select what is to be copied.',
    step(given) {
      if (given.length === 0) return { ask: 'Point to where it is taken from.' }
      if (given.length > 1) return null
      const [from] = given
      return {
        ask: 'Type how far, or point to where the copy goes.',
        keys: 'Tab: turn, how many · Esc: one step back',
        fields: (at) => {
          const to = at?.point ?? from!
          return [
            {
              key: 'along',
              label: 'along',
              kind: 'length',
              shown: formatLength(distance(from!, to), bench.units),
            },
            { key: 'turn', label: 'turn', kind: 'angle', shown: formatAngle(angleBetween(from!, to), 1) },
            { key: 'count', label: 'how many', kind: 'number', shown: '1' },
          ]
        },
      }
    },
    edit([from, to], project, makeId) {
      const by = subtract(to!, from!)
      if (size(by) === 0) throw new EditRefused('no-size', 'Type or point how far away the copy lies.')
      const n = count()
      if (!(n >= 1 && n <= 2000)) throw new EditRefused('too-many', 'Between 1 and 2 000 copies at a time.')
      return copyItems(
        project,
        bench.selection,
        Array.from({ length: n }, (_, i) => moveBy(by.x * (i + 1), by.y * (i + 1))),
        makeId,
      )
    },
    again: ([from]) => (from ? [from] : []),
  })
}

export const angleBetween = (a: Point, b: Point): number =>
  distance(a, b) > 0 ? normalAngle(angleOf(subtract(b, a))) : 0

export const ROTATE_WAYS: readonly Way[] = [
  { id: 'angle', name: 'By a typed turn' },
  { id: 'from', name: 'From one direction to another' },
]

/** Turns what is selected by a typed angle, or from a reference direction to another; the original kept if wanted. */
export function rotateTool(bench: Bench): Tool {
  const way = (): string => bench.way('angle')
  let keep = false
  const keys = (): string =>
    `A: ${way() === 'angle' ? 'from a direction' : 'by a turn'} · K: ${keep ? 'turn it' : 'turn a copy'}`
  const angleStep = (ask: string, about: Point, from: number): Step => ({
    ask,
    keys: keys(),
    from: about,
    fields: (at) => [
      {
        key: 'turn',
        label: 'turn',
        kind: 'angle',
        shown: formatAngle(at ? normalAngle(angleBetween(about, at.point) - from) : 0, 2),
      },
    ],
    point: (at) => {
      const typed = bench.typed('turn')
      return typed === null ? (at?.point ?? null) : add(about, times(unitAt(from + typed), 1000))
    },
  })
  function angle(given: Given): number {
    const [about, p, q] = given as [Point, Point, Point]
    return way() === 'angle' ? angleBetween(about, p) : angleBetween(about, q) - angleBetween(about, p)
  }
  return stepTool(bench, {
    label: 'Rotate',
    select: 'Select what is to turn.',
    step(given) {
      if (given.length === 0) return { ask: 'Point to what it turns about.', keys: keys() }
      if (way() === 'angle')
        return given.length > 1 ? null : angleStep('Type the turn, anticlockwise, or point.', given[0]!, 0)
      if (given.length === 1) return { ask: 'Point along the direction it has now.', keys: keys() }
      return given.length > 2
        ? null
        : angleStep(
            'Point along the direction it gets, or type the turn.',
            given[0]!,
            angleBetween(given[0]!, given[1]!),
          )
    },
    edit(given, project, makeId) {
      const map = turnAbout(given[0]!, angle(given))
      return keep
        ? copyItems(project, bench.selection, [map], makeId)
        : mapItems(project, bench.selection, map)
    },
    key(letter) {
      if (letter === 'a') bench.setWay(nextWay(ROTATE_WAYS, way()))
      else if (letter === 'k') keep = !keep
      else return false
      return true
    },
    sketch: (given) => given.slice(1).map((p) => segmentItem(given[0]!, p, 'light')),
    remark: () => (keep ? 'the original stays' : ''),
  })
}

/** Mirrors what is selected about a line; lettering keeps reading, doors change hand. */
export function mirrorTool(bench: Bench): Tool {
  let keep = true
  return stepTool(bench, {
    label: 'Mirror',
    select: 'Select what is to be mirrored.',
    step: (given) =>
      given.length > 1
        ? null
        : {
            ask:
              given.length === 0
                ? 'Point to the mirror line’s first point.'
                : 'Point to its second point, or type its turn.',
            keys: `K: ${keep ? 'do not keep the original' : 'keep the original'} · Esc: one step back`,
          },
    edit([a, b], project, makeId) {
      const map = mirrorAbout(a!, b!)
      return keep
        ? copyItems(project, bench.selection, [map], makeId)
        : mapItems(project, bench.selection, map)
    },
    key(letter) {
      if (letter !== 'k') return false
      keep = !keep
      return true
    },
    sketch: (given) => (given.length > 1 ? [segmentItem(given[0]!, given[1]!, 'light')] : []),
    remark: () => (keep ? 'the original stays' : 'the original goes'),
  })
}

export const SCALE_WAYS: readonly Way[] = [
  { id: 'factor', name: 'By a factor' },
  { id: 'measured', name: 'A measured distance to a typed one' },
]

/** Scales what is selected by a factor, or so that a measured distance becomes the one typed. */
export function scaleTool(bench: Bench): Tool {
  const way = (): string => bench.way('measured')
  function factor(given: Given): number {
    if (way() === 'factor') return bench.typed('factor') ?? NaN
    const [, p, q] = given
    if (!p || !q) return NaN
    const measured = distance(p, q)
    return measured > 0 ? (bench.typed('known') ?? measured) / measured : NaN
  }
  const keys = 'A: another way · Esc: one step back'
  return stepTool(bench, {
    label: 'Scale',
    select: 'Select what is to be scaled. Only what is selected changes.',
    step(given) {
      if (given.length === 0) return { ask: 'Point to what stays in its place.', keys }
      if (way() === 'factor')
        return given.length > 1
          ? null
          : {
              ask: 'Type the factor: 2 doubles, 1/2 halves, 50% halves.',
              keys,
              fields: () => [{ key: 'factor', label: 'factor', kind: 'number', shown: '1' }],
              point: () => (bench.typed('factor') === null ? null : add(given[0]!, { x: 1, y: 0 })),
            }
      if (given.length === 1) return { ask: 'Point to the first end of a distance you know.', keys }
      if (given.length === 2) return { ask: 'Point to its other end.', keys }
      if (given.length > 3) return null
      const measured = distance(given[1]!, given[2]!)
      return {
        ask: 'Type what this distance should be.',
        keys,
        fields: () => [
          { key: 'known', label: 'should be', kind: 'length', shown: formatLength(measured, bench.units) },
        ],
        point: () => (bench.typed('known') === null ? null : given[2]!),
      }
    },
    edit(given, project) {
      return mapItems(project, bench.selection, scaleAbout(given[0]!, factor(given)))
    },
    key: (letter) => letter === 'a' && (bench.setWay(nextWay(SCALE_WAYS, way())), true),
    remark(given) {
      if (way() === 'measured' && given.length < 4) return ''
      const k = factor(given)
      return Number.isFinite(k)
        ? `${bench.selection.length} selected · factor ${Number(k.toPrecision(6))} · blocks and lettering keep their size`
        : ''
    },
  })
}

/** Moves what lies in a drawn box and stretches what leaves it. */
export function stretchTool(bench: Bench): Tool {
  return stepTool(bench, {
    label: 'Stretch',
    box: true,
    step(given) {
      if (given.length === 0)
        return {
          ask: 'Drag a box around what moves, or point to its corners.',
          keys: 'What leaves the box is stretched',
          fields: () => [],
          point: (at) => at?.raw ?? null,
        }
      if (given.length === 1)
        return {
          ask: 'Point to the opposite corner.',
          fields: () => [],
          point: (at) => at?.raw ?? null,
          from: null,
        }
      if (given.length === 2) return { ask: 'Point to where it moves from.', from: null }
      return given.length === 3
        ? { ask: 'Type how far, or point.', keys: 'Tab: turn · Esc: one step back' }
        : null
    },
    edit([p, q, from, to], project) {
      return stretchBox(project, bench.board, boxOf([p!, q!]), subtract(to!, from!), bench.selection)
    },
    sketch(given) {
      if (given.length < 2) return []
      const box = boxOf(given.slice(0, 2))
      const corners: [number, number][] = [
        [box.minX, box.minY],
        [box.maxX, box.minY],
        [box.maxX, box.maxY],
        [box.minX, box.maxY],
      ]
      return [
        { kind: 'line', pen: 'light', points: corners.flat(), closed: true, source: null },
        ...(given.length > 3 ? [segmentItem(given[2]!, given[3]!, 'light')] : []),
      ]
    },
    remark: () => (bench.selection.length > 0 ? `of the ${bench.selection.length} selected` : ''),
  })
}

/** Brings what is selected into place by two pairs of points; scaled too if wanted. */
export function alignTool(bench: Bench): Tool {
  let scaled = false
  const asks = [
    'Point to its first point.',
    'Point to where that belongs.',
    'Point to its second point.',
    'Point to where that belongs, or towards it.',
  ]
  return stepTool(bench, {
    label: 'Align',
    select: 'Select what is to be brought into place.',
    step: (given) =>
      given.length > 3
        ? null
        : {
            ask: asks[given.length]!,
            keys: `S: ${scaled ? 'keep its size' : 'scale it to fit'} · Esc: one step back`,
            from: given.length === 2 ? null : (given[given.length - 1] ?? null),
          },
    edit: ([p, p2, q, q2], project) => mapItems(project, bench.selection, alignMap(p!, q!, p2!, q2!, scaled)),
    key(letter) {
      if (letter !== 's') return false
      scaled = !scaled
      return true
    },
    sketch: (given) =>
      [0, 2].flatMap((i) =>
        given[i] && given[i + 1] ? [segmentItem(given[i]!, given[i + 1]!, 'light')] : [],
      ),
    remark: () => (scaled ? 'scaled to fit' : ''),
  })
}

/** What was copied, put down at the pointer, again and again. */
export function pasteTool(bench: Bench): Tool {
  return stepTool(bench, {
    label: 'Paste',
    step: (given) =>
      given.length > 0
        ? null
        : {
            ask: 'Point to where it goes: its lower left corner.',
            keys: 'Esc: put it away',
            fields: () => [],
          },
    edit([at], project, makeId) {
      const held = bench.clipping
      if (!held) throw new EditRefused('nothing', 'Copy something first.')
      return paste(project, held, bench.board, subtract(at!, held.at), makeId)
    },
  })
}

/** What moves and copies. */
export const TRANSFORM_TOOLS = {
  move: {
    stage: 'walls',
    under: 'Change',
    name: 'Move',
    icon: mdiArrowAll,
    key: 'g',
    change: true,
    keeps: true,
    on: 'any',
    make: moveTool,
  },
  copy: {
    stage: 'walls',
    under: 'Change',
    name: 'Copy',
    icon: mdiContentCopy,
    key: 'y',
    change: true,
    keeps: true,
    on: 'any',
    make: copyTool,
  },
  rotate: {
    stage: 'walls',
    under: 'Change',
    name: 'Rotate',
    icon: mdiRotateLeft,
    key: 'v',
    change: true,
    ways: ROTATE_WAYS,
    keeps: true,
    on: 'any',
    make: rotateTool,
  },
  mirror: {
    stage: 'walls',
    under: 'Change',
    name: 'Mirror',
    icon: mdiFlipHorizontal,
    key: 'm',
    change: true,
    keeps: true,
    on: 'any',
    make: mirrorTool,
  },
  scale: {
    stage: 'walls',
    under: 'Change',
    name: 'Scale',
    icon: mdiResize,
    change: true,
    ways: SCALE_WAYS,
    keeps: true,
    usualWay: SCALE_WAYS[1]!.id,
    on: 'any',
    make: scaleTool,
  },
  stretch: {
    stage: 'walls',
    under: 'Change',
    name: 'Stretch',
    icon: mdiStretchToPage,
    key: 'z',
    change: true,
    keeps: true,
    on: 'any',
    make: stretchTool,
  },
  align: {
    stage: 'walls',
    under: 'Change',
    name: 'Align',
    icon: mdiArrangeBringForward,
    change: true,
    keeps: true,
    on: 'any',
    make: alignTool,
  },
} satisfies Record<string, ToolEntry>
