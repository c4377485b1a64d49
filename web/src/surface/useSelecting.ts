import type { LevelSolver } from '@lamina/core/building'
import { computed, ref, type ComputedRef } from 'vue'
import { boardHandles } from '@lamina/core/annotate'
import type { Picture, Scene } from '@lamina/core/derive'
import { itemExtent, type DisplayList } from '@lamina/core/display'
import { withGroups } from '@lamina/core/edit'
import { EMPTY_BOX, boxOf, joinBoxes, type Box, type Point } from '@lamina/core/geometry'
import { isInReach } from '@lamina/core/library'
import { insideAt, pickAcross, pickAt, pickBox } from '@lamina/core/locate'
import type { Id } from '@lamina/core/records'
import { useHand } from '../store/hand'
import { useProject } from '../store/project'
import type { Prompt } from '../tools/tool'
import { isLike, type Likeness } from '@lamina/core/kinds'

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
export function useSelecting(
  picture: () => Picture,
  scene: ComputedRef<Scene>,
  /** The walls that are seen. */
  building: () => LevelSolver | null,
  /** Real mm to one mm on paper. */
  scale: () => number,
) {
  const store = useProject()
  const hand = useHand()
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
    const near = pickAt(picture(), building(), at, reach)
    const found = (near.length > 0 ? near : insideAt(picture(), store.project, at)).filter(inReach)
    // A group is taken first as a whole, then its member.
    const whole = found[0] ? withGroups(store.project, [found[0]]) : []
    const isWhole =
      whole.length > 1 &&
      whole.length === hand.selection.length &&
      whole.every((id) => hand.selection.includes(id))
    const held = hand.selection.length === 1 ? found.indexOf(hand.selection[0]!) : -1
    const next = held >= 0 && !add ? found[(held + 1) % found.length] : found[0]
    if (!next) {
      if (!add) hand.select([])
    } else if (!add) hand.select(isWhole || held >= 0 ? [next] : withGroups(store.project, [next]))
    else
      hand.select(
        hand.selection.includes(next)
          ? hand.selection.filter((id) => id !== next)
          : withGroups(store.project, [...hand.selection, next]),
      )
  }

  /** Takes what the box or line that was drawn takes. */
  function takeDrawn(add: boolean): void {
    const { from, to, as } = drawn.value!
    const found =
      as === 'line'
        ? pickAcross(picture(), building(), from, to)
        : pickBox(picture(), building(), boxOf([from, to]), as === 'inside')
    const all = withGroups(store.project, found.filter(inReach))
    hand.select(add ? [...new Set([...hand.selection, ...all])] : all)
  }

  const everything = (): Id[] => {
    const seen = building()?.seen()
    return [
      ...new Set([
        ...picture()
          .parts()
          .flatMap(({ source }) => (source !== null && inReach(source) ? [source] : [])),
        ...[...(seen?.all() ?? [])].map((wall) => wall.shape.id).filter(inReach),
        ...[...(seen?.columns() ?? [])].map(({ column }) => column.id).filter(inReach),
      ]),
    ]
  }

  /** Selects everything on the board that is like what is selected; or only of what lies in a box. */
  function takeAlike(by: Likeness, within: Box | null): void {
    const models = hand.selection.flatMap((id) => store.project.get(id) ?? [])
    const among = within ? pickBox(picture(), building(), within, false) : everything()
    const alike = among.filter((id) => {
      const record = store.project.get(id)
      return (
        record !== undefined &&
        inReach(id) &&
        models.some((model) => isLike(store.project, record, model, by))
      )
    })
    hand.select([...new Set([...hand.selection, ...alike])])
  }

  /** Sets aside what is selected, or all else; what is set aside already comes back. Gives whether anything changed. */
  function setAside(what: 'selected' | 'rest'): boolean {
    if (store.project.setAside.size > 0) {
      store.putAside([])
      return true
    }
    const chosen = new Set(hand.selection)
    if (chosen.size === 0) return false
    if (what === 'selected') hand.select([])
    store.putAside(what === 'selected' ? chosen : everything().filter((id) => !chosen.has(id)))
    return true
  }

  /**
   * What is selected as it is drawn, viewports left out; one list as long as neither changes, so that it is compiled
   * once.
   */
  const selectedItems = computed<DisplayList>(() => {
    const drawing = picture()
    return hand.selection
      .filter((id) => store.project.get(id)?.kind !== 'viewport')
      .flatMap((id) => drawing.of(id).flatMap(({ items }) => items))
  })

  function selectionExtent(): Box {
    let extent = EMPTY_BOX
    for (const item of selectedItems.value) extent = joinBoxes(extent, itemExtent(item))
    for (const id of hand.selection)
      for (const b of scene.value.building?.boundariesOf(id) ?? [])
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
    const record = hand.selection.length === 1 ? store.project.get(hand.selection[0]!) : undefined
    return record && inReach(record.id)
      ? boardHandles(scene.value, picture(), record, scale()).slice(0, MOST_HANDLES)
      : []
  })
  /** Takes up the handle under the pointer, if there is one. */
  function takeHandle(at: Point, reach: number): boolean {
    const index = handles.value.findIndex(({ at: p }) => Math.hypot(p.x - at.x, p.y - at.y) <= reach)
    if (index < 0) return false
    hand.handle = { id: hand.selection[0]!, index }
    hand.take('reshape')
    return true
  }

  return {
    drawn,
    dragOf,
    takePoint,
    takeDrawn,
    everything,
    takeAlike,
    setAside,
    selectedItems,
    selectionExtent,
    handles,
    takeHandle,
  }
}
