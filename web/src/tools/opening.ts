import { mdiDoor, mdiDoorOpen, mdiWindowClosedVariant } from '@mdi/js'
import type { DisplayItem } from '@lamina/core/display'
import { addCornerWindow, addOpenings, addOpeningsAt } from '@lamina/core/edit'
import { edgesOf, pathOfPoints } from '@lamina/core/geometry'
import type { MeasuredTo } from '@lamina/core/locate'
import type { Change, MeasuredFrom, Opening, Project } from '@lamina/core/records'
import { formatLength } from '@lamina/core/units'
import { openingOutline } from '@lamina/core/views'
import { aimAt, buildingOf, measurable, sizesOf, type Aim, type Wish } from './openingAim'
import { nextType } from './values'
import { nextWay, type Way } from './drawing'
import { examples } from './examples'
import { edgesItem, foresee, foreseenItems } from './preview'
import type { Bench, Located, TagField, Tool } from './tool'
import type { ToolEntry } from './entry'

export const OPENING_WAYS: readonly Way[] = [
  { id: 'one', name: 'One at a time' },
  { id: 'between', name: 'Between two points' },
  { id: 'row', name: 'An equal row' },
]
export const WINDOW_WAYS: readonly Way[] = [...OPENING_WAYS, { id: 'corner', name: 'Round a corner' }]

/** The narrowest and the lowest opening that is likely meant, mm. */
const NARROWEST = 250

const CALLED: Record<Opening['fit'], string> = { door: 'door', window: 'window', gap: 'opening' }
const LABEL: Record<Opening['fit'], string> = { door: 'Door', window: 'Window', gap: 'Plain opening' }

/** What a distance is measured from, as the measure tag says it. */
export const FROM_WORDS: Readonly<Record<MeasuredFrom, string>> = {
  'inner corner': 'from corner',
  axis: 'from axis',
  'outer corner': 'from outside',
  'opening, near edge': 'from next',
  'opening, middle': 'from next middle',
  'opening, far edge': 'from next far edge',
  'grid line': 'from grid line',
}
const TO_WORDS: Readonly<Record<MeasuredTo, string>> = {
  'near edge': '',
  middle: ' to middle',
  'far edge': ' to far edge',
}
const NEXT_TO: Readonly<Record<MeasuredTo, MeasuredTo>> = {
  'near edge': 'middle',
  middle: 'far edge',
  'far edge': 'near edge',
}

/**
 * Doors, windows and plain openings put into the wall under the pointer: at a typed distance from the nearer corner or
 * whatever else distances are measured from, several in turn, centred, between two points, in an equal row, or round a
 * corner.
 */
export function openingTool(bench: Bench, fit: Opening['fit']): Tool {
  const called = CALLED[fit]
  let otherHand = false
  let otherSide = false
  let centred: Wish['centred'] = null
  let held: Wish['held'] = null
  let first: Wish['first'] = null
  let gap = 600
  let count = 3

  const way = (): string => bench.way('one')
  const usualWidth = (): number =>
    bench.values.openings[fit].width ?? nextType(bench.project, bench.values, fit).width

  function aim(at: Located | null): Aim | null {
    const wish = { fit, way: way(), otherHand, otherSide, centred, first, gap, count }
    if (bench.typed('corner') === null) held = null
    const aimed = aimAt(bench, at, { ...wish, held })
    // As long as a distance is being typed it is measured from the same place.
    if (aimed && bench.typed('corner') !== null) held = { wall: aimed.on.wall.shape.id, base: aimed.base }
    return aimed
  }

  function change(aimed: Aim): (project: Project, makeId: () => string) => Change {
    const { on, all, base } = aimed
    const [one] = all
    if (way() === 'corner') {
      const end = on.along < on.wall.shape.length / 2 ? 'start' : 'end'
      const width = bench.typed('width') ?? usualWidth()
      return (project, makeId) =>
        addCornerWindow(
          project,
          buildingOf(bench, on),
          {
            wall: on.wall.shape.id,
            end,
            type: one!.type!,
            widths: [width, bench.typed('other') ?? width],
            side: one!.side,
          },
          makeId,
        )
    }
    // What a row cannot be is refused with its reason.
    if (way() === 'row' && (all.length !== aimed.count || !(aimed.gap >= 0)))
      return (project, makeId) =>
        addOpenings(
          project,
          on.wall,
          one!,
          { count: aimed.count, gap: aimed.gap, towards: base.end === 'start' ? 'end' : 'start' },
          makeId,
        )
    return (project, makeId) => addOpeningsAt(project, on.wall, all, makeId)
  }

  function place(at: Located | null): void {
    const aimed = aim(at)
    if (!aimed) {
      bench.warn(`Point to the wall that gets the ${called}.`)
      return
    }
    const wall = aimed.on.wall.shape.id
    if (way() === 'between' && first?.wall !== wall) {
      first = { wall, along: aimed.on.along }
      bench.clearTyped()
      return
    }
    const last = bench.values.openings[fit]
    const kept = {
      ...last,
      width: aimed.all[0]!.width,
      height: bench.typed('high') ?? last.height,
      sill: bench.typed('sill') ?? last.sill,
    }
    if (!bench.edit(LABEL[fit], change(aimed))) return
    bench.values.openings = { ...bench.values.openings, [fit]: kept }
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
    ...(key === 'width' || key === 'other' || key === 'high' ? { least: NARROWEST } : {}),
  })
  const sizeFields = (width: number): TagField[] => {
    const { height, sill } = sizesOf(bench, fit, nextType(bench.project, bench.values, fit))
    return [
      { ...lengthField('width', 'width', width), by: 'high' },
      lengthField('high', 'height', height),
      ...(fit === 'window' || bench.scene.view === 'derived'
        ? [lengthField('sill', bench.scene.view === 'derived' ? 'from the floor' : 'sill', sill)]
        : []),
    ]
  }

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
        text: `Point to a wall; type the distance, or several: ${examples(bench.units).gaps} are gaps and widths in turn.`,
        keys: `F: from where · T: to its middle or far edge · C: centred in the wall · M: between corners · ${turns} · A: another way`,
      }
    },
    fields(at) {
      const aimed = aim(at)
      if (!aimed) return []
      const [one] = aimed.all
      if (way() === 'corner')
        return [
          lengthField('width', 'in this wall', bench.typed('width') ?? usualWidth()),
          lengthField('other', 'in the other', bench.typed('other') ?? bench.typed('width') ?? usualWidth()),
        ]
      if (way() === 'between') return sizeFields(one!.width)
      const label = `${FROM_WORDS[aimed.base.from]}${TO_WORDS[bench.values.measured.to]}`
      const corner = { ...lengthField('corner', label, aimed.distance), kind: 'lengths' as const }
      if (way() === 'row')
        return [
          corner,
          lengthField('width', 'width', one!.width),
          { key: 'count', label: 'how many', kind: 'number', shown: String(aimed.count) },
          lengthField('gap', 'between', aimed.gap),
        ]
      return [corner, ...sizeFields(one!.width)]
    },
    remark(at) {
      const aimed = aim(at)
      if (!aimed || (way() === 'between' && !first)) return ''
      const place = centred === 'wall' ? 'centred in the wall' : centred ? 'centred between corners' : ''
      const many = aimed.all.length > 1 && way() !== 'row' ? `${aimed.all.length} ${called}s` : ''
      return [place, many, foresee(bench, change(aimed), at).refused].filter(Boolean).join(' · ')
    },
    last: () => null,
    from(at) {
      const there = measurable(bench, at)
      const { from } = bench.values.measured
      const next = there[(there.indexOf(from) + 1) % there.length]!
      bench.values.measured = { ...bench.values.measured, from: next }
      held = null
      return true
    },
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
      else if (key === 't') {
        const { measured } = bench.values
        bench.values.measured = { ...measured, to: NEXT_TO[measured.to] }
      } else if (key === 's') otherSide = !otherSide
      else if (key === 'h' && fit === 'door') otherHand = !otherHand
      else return false
      return true
    },
    preview(at) {
      const aimed = aim(at)
      if (!aimed || (way() === 'between' && !first)) return []
      const { scene } = bench
      if (scene.view === 'derived')
        return aimed.all.flatMap((facts) =>
          openingOutline(bench.project, scene.frames, facts).map((outline) =>
            edgesItem(edgesOf(pathOfPoints(outline, true)), true),
          ),
        )
      const seen = foresee(bench, change(aimed), at)
      return seen.change ? seen.items : asideItems(bench, aimed)
    },
  }
}

/** What would be put in, where it may not be: drawn all the same, so that one sees why. */
const asideItems = (bench: Bench, { all }: Aim): readonly DisplayItem[] =>
  all.flatMap((facts) => foreseenItems(bench, { id: 'preview', kind: 'opening', ...facts }))

/** What is put into walls. */
export const OPENING_TOOLS = {
  door: {
    stage: 'openings',
    under: 'Put into a wall',
    name: 'Door',
    icon: mdiDoor,
    key: 'd',
    ways: OPENING_WAYS,
    on: 'walls',
    make: (bench) => openingTool(bench, 'door'),
  },
  window: {
    stage: 'openings',
    under: 'Put into a wall',
    name: 'Window',
    icon: mdiWindowClosedVariant,
    key: 'n',
    ways: WINDOW_WAYS,
    on: 'walls',
    make: (bench) => openingTool(bench, 'window'),
  },
  gap: {
    stage: 'openings',
    under: 'Put into a wall',
    name: 'Plain opening',
    icon: mdiDoorOpen,
    ways: OPENING_WAYS,
    on: 'walls',
    make: (bench) => openingTool(bench, 'gap'),
  },
} satisfies Record<string, ToolEntry>
