import { mdiDoor, mdiDoorOpen, mdiWindowClosedVariant } from '@mdi/js'
import { atWall, clearLength, inWall, stretchAt, type SolvedWall } from '@lamina/core/building'
import type { DisplayItem } from '@lamina/core/display'
import { addCornerWindow, addOpenings, type NewOpening } from '@lamina/core/edit'
import type { Change, Opening, Project } from '@lamina/core/records'
import { spacesOf } from '@lamina/core/rooms'
import { formatLength, shownStepMm } from '@lamina/core/units'
import { nextType } from './values'
import { nextWay, type Way } from './drawing'
import { foresee, foreseenItems } from './preview'
import type { PlanBench, Located, TagField, Tool } from './tool'
import type { ToolEntry } from './entry'

export const OPENING_WAYS: readonly Way[] = [
  { id: 'one', name: 'One at a time' },
  { id: 'between', name: 'Between two points' },
  { id: 'row', name: 'An equal row' },
]
export const WINDOW_WAYS: readonly Way[] = [...OPENING_WAYS, { id: 'corner', name: 'Round a corner' }]

/** The narrowest opening that is likely meant, mm. */
const NARROWEST = 250

const CALLED: Record<Opening['fit'], string> = { door: 'door', window: 'window', gap: 'opening' }
const LABEL: Record<Opening['fit'], string> = { door: 'Door', window: 'Window', gap: 'Plain opening' }

/** The wall under the pointer, with where the pointer stands in it. */
interface OnWall {
  readonly wall: SolvedWall
  readonly along: number
  readonly aside: number
  readonly side: Opening['side']
}

/** From where distances along the wall are taken, and which way. */
interface Base {
  readonly at: number
  readonly sense: 1 | -1
}

interface Aim {
  readonly on: OnWall
  readonly facts: NewOpening
  readonly base: Base
  readonly count: number
  readonly gap: number
}

/**
 * Doors, windows and plain openings put into the wall under the pointer: at a typed distance from the nearer
 * inner corner or from another opening, centred, between two points, several in an equal row, or round a
 * corner.
 */
export function openingTool(bench: PlanBench, fit: Opening['fit']): Tool {
  const called = CALLED[fit]
  const usualWidth = (): number =>
    bench.values.openings[fit].width ?? nextType(bench.project, bench.values, fit).width
  /** The hinge is at the edge away from the corner that the distance is measured from. */
  let otherHand = false
  let otherSide = false
  let centred: 'wall' | 'room' | null = null
  let fromOpenings = false
  /** The base that typed distances are taken from; kept while a distance is being typed. */
  let held: { wall: string; base: Base } | null = null
  /** The first of two points, along its wall. */
  let first: { wall: string; along: number } | null = null
  let gap = 600
  let count = 3

  const way = (): string => bench.way('one')

  function wallAt(at: Located): OnWall | null {
    const r = bench.reach * 1.5
    let best: OnWall | null = null
    let bestAway = Infinity
    const { x, y } = at.raw
    for (const wall of bench.scene.building.wallsNear({
      minX: x - r,
      minY: y - r,
      maxX: x + r,
      maxY: y + r,
    })) {
      const { along, aside } = inWall(wall.shape, at.raw)
      const { low, high, length } = wall.shape
      if (along < -r || along > length + r || aside < low - r || aside > high + r) continue
      const middle = (low + high) / 2
      const away = Math.abs(aside - middle)
      if (away < bestAway) {
        best = { wall, along, aside, side: 'left' }
        bestAway = away
      }
    }
    return best && { ...best, side: sideOf(best) }
  }

  /** Doors open to the side pointed to; windows look away from the room, where there is one on one side alone. */
  function sideOf({ wall: { shape }, along, aside }: OnWall): Opening['side'] {
    let left = aside > (shape.low + shape.high) / 2
    if (fit === 'window') {
      const spaces = spacesOf(bench.project, bench.scene.building)
      const within = (at: number): boolean => spaces.at(atWall(shape, along, at)) !== null
      const [l, r] = [within(shape.high + 50), within(shape.low - 50)]
      if (l !== r) left = r
    }
    return left !== otherSide ? 'left' : 'right'
  }

  /** What is clear around a place on the side that the pointer is on: from corner to corner, or between openings. */
  function clearAround({ wall, along, aside }: OnWall): { from: number; to: number } {
    const whole = clearLength(wall.shape, wall.start, wall.end)
    const pointed = aside > (wall.shape.low + wall.shape.high) / 2 ? 'left' : 'right'
    const stretch = stretchAt(wall, pointed, along) ?? whole
    let from = Math.max(stretch.from, whole.from)
    let to = Math.min(stretch.to, whole.to)
    if (!fromOpenings) return { from, to }
    for (const fit of wall.openings) {
      if (fit.fault) continue
      if (fit.to <= along) from = Math.max(from, fit.to)
      else if (fit.from >= along) to = Math.min(to, fit.from)
    }
    return { from, to }
  }

  function aim(at: Located | null): Aim | null {
    const on = at && wallAt(at)
    if (!on) return null
    const { wall, along } = on
    const { shape } = wall
    const whole = clearLength(shape, wall.start, wall.end)
    const clear = clearAround(on)
    const type = nextType(bench.project, bench.values, fit)
    const many = way() === 'row'
    const typedWidth = bench.typed('width')
    let width = typedWidth ?? usualWidth()
    const number = many ? Math.round(bench.typed('count') ?? count) : 1
    const between = many ? (bench.typed('gap') ?? gap) : 0
    const taken = number * width + (number - 1) * between
    const typed = bench.typed('corner')
    const middle = (clear.from + clear.to) / 2
    let base: Base = along <= middle ? { at: clear.from, sense: 1 } : { at: clear.to, sense: -1 }
    if (typed === null || held?.wall !== shape.id) held = typed === null ? null : { wall: shape.id, base }
    if (held) base = held.base
    /** The edge of the first opening nearest to the base. */
    let edge: number
    if (way() === 'between' && first?.wall === shape.id) {
      if (typedWidth === null) width = Math.abs(along - first.along)
      const low = along < first.along ? first.along - width : first.along
      // From the edge pointed to first.
      base = along < first.along ? { at: clear.to, sense: -1 } : { at: clear.from, sense: 1 }
      edge = base.sense > 0 ? low : low + width
    } else if (centred) {
      const of = centred === 'wall' ? (whole.from + whole.to) / 2 : middle
      edge = of - (base.sense * taken) / 2
    } else if (typed !== null) edge = base.at + base.sense * typed
    else {
      const low = Math.min(whole.to - taken, Math.max(whole.from, along - taken / 2))
      edge = base.sense > 0 ? low : low + taken
      // The pointer gives whole steps from the corner.
      const step = shownStepMm(bench.units)
      const stepped = base.at + Math.round((edge - base.at) / step) * step
      if (low > whole.from && low < whole.to - taken) edge = stepped
    }
    const facts: NewOpening = {
      wall: shape.id,
      fit,
      type: type.id,
      along: edge + (base.sense * width) / 2,
      width,
      sill: type.sill,
      head: type.head,
      // Hinged at the corner it is measured from, whichever way its wall was drawn.
      hand: base.sense > 0 !== otherHand ? 'start' : 'end',
      side: on.side,
    }
    return { on, facts, base, count: number, gap: between }
  }

  function change(aimed: Aim): (project: Project, makeId: () => string) => Change {
    const { on, facts, base } = aimed
    if (way() === 'corner') {
      const end = on.along < on.wall.shape.length / 2 ? 'start' : 'end'
      const one = bench.typed('width') ?? usualWidth()
      return (project, makeId) =>
        addCornerWindow(
          project,
          bench.scene.building,
          {
            wall: on.wall.shape.id,
            end,
            type: facts.type!,
            widths: [one, bench.typed('other') ?? one],
            side: facts.side,
          },
          makeId,
        )
    }
    return (project, makeId) =>
      addOpenings(
        project,
        on.wall,
        facts,
        { count: aimed.count, gap: aimed.gap, towards: base.sense > 0 ? 'end' : 'start' },
        makeId,
      )
  }

  function place(at: Located | null): void {
    const aimed = aim(at)
    if (!aimed) {
      bench.warn(`Point to the wall that gets the ${called}.`)
      return
    }
    if (way() === 'between' && first?.wall !== aimed.facts.wall) {
      first = { wall: aimed.facts.wall, along: aimed.on.along }
      bench.clearTyped()
      return
    }
    const made = bench.edit(LABEL[fit], change(aimed))
    if (!made) return
    bench.values.openings = {
      ...bench.values.openings,
      [fit]: { ...bench.values.openings[fit], width: aimed.facts.width },
    }
    if (way() === 'row') {
      gap = aimed.gap
      count = aimed.count
    }
    held = null
    centred = null
    first = null
    bench.clearTyped()
  }

  const lengthField = (key: string, label: string, mm: number): TagField => ({
    key,
    label,
    kind: 'length',
    shown: formatLength(mm, bench.units),
    // A distance may be as small as it likes.
    ...(key === 'width' || key === 'other' ? { least: NARROWEST } : {}),
  })

  return {
    free: true,
    prompt() {
      if (way() === 'between')
        return first
          ? { text: 'Point to the other edge, or type the width.', keys: 'Esc: the first point again' }
          : { text: `Point to one edge of the ${called}.`, keys: 'H: other hand · S: other side' }
      if (way() === 'corner')
        return {
          text: 'Point to a wall near its corner; type how far the window runs from it in both walls.',
          keys: 'Tab: the other width · S: other side',
        }
      const turns = fit === 'door' ? 'H: other hand · S: other side' : 'S: other side'
      return {
        text: `Point to a wall; type the distance from ${fromOpenings ? 'the next opening or corner' : 'the nearer corner'}.`,
        keys: `A: another way · C: centred in the wall · M: in the room · O: from ${fromOpenings ? 'corners' : 'openings'} · ${turns}`,
      }
    },
    fields(at) {
      const aimed = aim(at)
      if (!aimed) return []
      const { facts, base } = aimed
      if (way() === 'corner')
        return [
          lengthField('width', 'in this wall', bench.typed('width') ?? usualWidth()),
          lengthField('other', 'in the other', bench.typed('other') ?? bench.typed('width') ?? usualWidth()),
        ]
      if (way() === 'between' && first) return [lengthField('width', 'width', facts.width)]
      const edge = facts.along - (base.sense * facts.width) / 2
      const fields = [
        lengthField('corner', fromOpenings ? 'from next' : 'from corner', (edge - base.at) * base.sense),
        lengthField('width', 'width', facts.width),
      ]
      if (way() === 'between') return fields.slice(1)
      if (way() === 'row')
        fields.push(
          { key: 'count', label: 'how many', kind: 'number', shown: String(aimed.count) },
          lengthField('gap', 'between', aimed.gap),
        )
      return fields
    },
    remark(at) {
      const aimed = aim(at)
      if (!aimed || (way() === 'between' && !first)) return ''
      const place = centred === 'wall' ? 'centred in the wall' : centred ? 'centred in the room' : ''
      return [place, foresee(bench, change(aimed), at).refused].filter(Boolean).join(' · ')
    },
    last: () => null,
    press: place,
    enter: place,
    back() {
      if (first) first = null
      else if (centred) centred = null
      else return false
      return true
    },
    unpoint() {
      if (!first) return false
      first = null
      return true
    },
    key(key) {
      if (key === 'a') {
        first = null
        bench.setWay(nextWay(fit === 'window' ? WINDOW_WAYS : OPENING_WAYS, way()))
      } else if (key === 'c') centred = centred === 'wall' ? null : 'wall'
      else if (key === 'm') centred = centred === 'room' ? null : 'room'
      else if (key === 'o') fromOpenings = !fromOpenings
      else if (key === 's') otherSide = !otherSide
      else if (key === 'h' && fit === 'door') otherHand = !otherHand
      else return false
      return true
    },
    preview(at) {
      const aimed = aim(at)
      if (!aimed || (way() === 'between' && !first)) return []
      const { change: made } = foresee(bench, change(aimed), at)
      if (!made) return asideItems(bench, aimed)
      return made.put.flatMap((record) => (record.kind === 'opening' ? foreseenItems(bench, record) : []))
    },
  }
}

/** What would be put in, where it may not be: drawn all the same, so that one sees why. */
const asideItems = (bench: PlanBench, { facts }: Aim): readonly DisplayItem[] =>
  foreseenItems(bench, { id: 'preview', kind: 'opening', ...facts })

/** What is put into walls. */
export const OPENING_TOOLS = {
  door: {
    stage: 'openings',
    under: 'Put into a wall',
    name: 'Door',
    icon: mdiDoor,
    key: 'd',
    ways: OPENING_WAYS,
    on: 'plans',
    make: (bench) => openingTool(bench, 'door'),
  },
  window: {
    stage: 'openings',
    under: 'Put into a wall',
    name: 'Window',
    icon: mdiWindowClosedVariant,
    key: 'n',
    ways: WINDOW_WAYS,
    on: 'plans',
    make: (bench) => openingTool(bench, 'window'),
  },
  gap: {
    stage: 'openings',
    under: 'Put into a wall',
    name: 'Plain opening',
    icon: mdiDoorOpen,
    ways: OPENING_WAYS,
    on: 'plans',
    make: (bench) => openingTool(bench, 'gap'),
  },
} satisfies Record<string, ToolEntry>
