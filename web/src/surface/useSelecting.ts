import { computed, ref, type ComputedRef } from 'vue'
import type { LevelSolver } from '@lamina/core/building'
import { eachItem, itemExtent, type DisplayList } from '@lamina/core/display'
import { withGroups } from '@lamina/core/edit'
import { handlesOf } from '@lamina/core/kinds'
import { EMPTY_BOX, boxOf, joinBoxes, type Box, type Point } from '@lamina/core/geometry'
import { isInReach } from '@lamina/core/library'
import { pickAcross, pickAt, pickBox } from '@lamina/core/locate'
import type { Id } from '@lamina/core/records'
import { useDesk } from '../store/desk'
import { useProject } from '../store/project'
import type { Prompt } from '../tools/tool'

/** What a drag of the bare pointer draws out: a box, a box that takes only what lies wholly inside, or a line across. */
export interface Drawn {
  readonly from: Point
  readonly to: Point
  readonly as: 'box' | 'inside' | 'line'
}

export const DRAG_WORDS: Record<Drawn['as'], Prompt> = {
  box: {
    text: 'Takes everything the box touches.',
    keys: 'Alt: only what lies inside · Ctrl: a line across',
  },
  inside: { text: 'Takes only what lies wholly inside.', keys: 'Let go of Alt: everything it touches' },
  line: { text: 'Takes everything the line crosses.', keys: 'Let go of Ctrl: a box' },
}

/** More handles than this on one thing are not shown. */
const MOST_HANDLES = 60

/** Selecting on a board: what a point, a box or a line takes, and the handles of what is selected. */
export function useSelecting(list: ComputedRef<DisplayList>, building: ComputedRef<LevelSolver | null>) {
  const store = useProject()
  const desk = useDesk()
  const drawn = ref<Drawn | null>(null)

  /** What can be taken: on layers that are shown and not locked. */
  const inReach = (id: Id): boolean => {
    const record = store.project.get(id)
    return record !== undefined && isInReach(store.project, record)
  }
  const dragOf = (event: PointerEvent): Drawn['as'] =>
    event.altKey ? 'inside' : event.ctrlKey || event.metaKey ? 'line' : 'box'

  /** Takes what lies at a point; pressed again on the same place, what lies beneath. */
  function takePoint(at: Point, reach: number, add: boolean): void {
    const found = pickAt(list.value, building.value, at, reach).filter(inReach)
    // A group is taken first as a whole, then its member.
    const whole = found[0] ? withGroups(store.project, [found[0]]) : []
    const isWhole =
      whole.length > 1 &&
      whole.length === desk.selection.length &&
      whole.every((id) => desk.selection.includes(id))
    const held = desk.selection.length === 1 ? found.indexOf(desk.selection[0]!) : -1
    const next = held >= 0 && !add ? found[(held + 1) % found.length] : found[0]
    if (!next) {
      if (!add) desk.select([])
    } else if (!add) desk.select(isWhole || held >= 0 ? [next] : withGroups(store.project, [next]))
    else
      desk.select(
        desk.selection.includes(next)
          ? desk.selection.filter((id) => id !== next)
          : withGroups(store.project, [...desk.selection, next]),
      )
  }

  /** Takes what the box or line that was drawn takes. */
  function takeDrawn(add: boolean): void {
    const { from, to, as } = drawn.value!
    const found =
      as === 'line'
        ? pickAcross(list.value, building.value, from, to)
        : pickBox(list.value, building.value, boxOf([from, to]), as === 'inside')
    const all = withGroups(store.project, found.filter(inReach))
    desk.select(add ? [...new Set([...desk.selection, ...all])] : all)
  }

  const everything = (): Id[] => {
    const seen = building.value?.seen()
    return [
      ...new Set([
        ...[...eachItem(list.value)].flatMap((item) =>
          item.source && inReach(item.source) ? [item.source] : [],
        ),
        ...[...(seen?.all() ?? [])].map((wall) => wall.shape.id).filter(inReach),
        ...[...(seen?.columns() ?? [])].map(({ column }) => column.id).filter(inReach),
      ]),
    ]
  }

  /** What is selected as it is drawn; one list as long as neither changes, so that it is compiled once. */
  const selectedItems = computed<DisplayList>(() => {
    const chosen = new Set(desk.selection)
    return chosen.size > 0
      ? [...eachItem(list.value)].filter((item) => item.source && chosen.has(item.source))
      : []
  })

  function selectionExtent(): Box {
    let extent = EMPTY_BOX
    for (const item of selectedItems.value) extent = joinBoxes(extent, itemExtent(item))
    for (const id of desk.selection)
      for (const b of building.value?.boundariesOf(id) ?? [])
        extent = joinBoxes(
          extent,
          boxOf([
            { x: b.x1, y: b.y1 },
            { x: b.x2, y: b.y2 },
          ]),
        )
    return extent
  }

  /** The points by which the one thing selected can be reshaped. */
  const handles = computed(() => {
    void store.version
    const record = desk.selection.length === 1 ? store.project.get(desk.selection[0]!) : undefined
    return record && inReach(record.id) ? handlesOf(record).slice(0, MOST_HANDLES) : []
  })
  /** Takes up the handle under the pointer, if there is one. */
  function takeHandle(at: Point, reach: number): boolean {
    const index = handles.value.findIndex(({ at: p }) => Math.hypot(p.x - at.x, p.y - at.y) <= reach)
    if (index < 0) return false
    desk.handle = { id: desk.selection[0]!, index }
    desk.take('reshape')
    return true
  }

  return {
    drawn,
    dragOf,
    takePoint,
    takeDrawn,
    everything,
    selectedItems,
    selectionExtent,
    handles,
    takeHandle,
  }
}
