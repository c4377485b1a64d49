import type { LevelSolver } from '@lamina/core/building'
import { computed, ref, shallowRef, watch, type ComputedRef } from 'vue'
import type { DisplayList } from '@lamina/core/display'
import { boundingField, type DraftField, type Picture } from '@lamina/core/derive'
import { withGroups } from '@lamina/core/edit'
import { styleOf } from '@lamina/core/library'
import { lockDirection, pickBox, snapAt, type SnapKind } from '@lamina/core/locate'
import { PARALLEL, boxOf, distance, type Edge, type Point } from '@lamina/core/geometry'
import { formatAngle, formatLength, goesInto, shownStepMm } from '@lamina/core/units'
import { axesOf, scaleOf, type Board } from '@lamina/core/records'
import { useDesk } from '../store/desk'
import { useHand } from '../store/hand'
import { useValues } from '../store/values'
import { OWN_ANGLE } from '../store/hand'
import { useProject } from '../store/project'
import { useReading } from '../store/reading'
import { useLibrary } from '../store/library'
import { useSay } from '../store/say'
import { makeTool } from '../tools/catalogue'
import { usePointEntry } from './pointEntry'
import { useTyping } from './typing'
import { measureTool } from '../tools/measure'
import type { Bench, Figure, Located, Prompt, TagField, Tool } from '../tools/tool'
import { typedValues, understand } from '../tools/typed'

/** Pixels within which the pointer snaps and picks. */
export const REACH_PIXELS = 10
/** Snaps that give way to a direction near the axes. */
const SOFT = new Set<SnapKind>(['aligned', 'on line', 'wall line'])
/** So many lengths are offered again. */
const MOST_LENGTHS = 8
/** How long the pointer rests on a snap before it is remembered, ms. */
const REST_MS = 450
/** Near the axes the direction is held by itself, within this angle. */
const GENTLE = (2.5 * Math.PI) / 180

const isLength = (kind: TagField['kind'] | undefined): boolean => kind === 'length' || kind === 'lengths'

/** The tool in hand on a board, with what is typed and where the pointer stands. */
export function useTools(
  board: ComputedRef<Board>,
  picture: () => Picture,
  pixelScale: () => number,
  /** What is snapped to on the board as it is now. */
  fieldNow: () => DraftField,
  /** The walls that are seen on it. */
  building: () => LevelSolver | null,
) {
  const desk = useDesk()
  const hand = useHand()
  const values = useValues()
  const store = useProject()
  const library = useLibrary()
  const reading = useReading()
  const say = useSay()
  const typing = useTyping(() => fields.value)
  const typed = typing.texts
  const at = shallowRef<Located | null>(null)
  /** Rises whenever a tool's own state may have changed. */
  const tick = ref(0)
  /** Points and edges the pointer rested on: alignment lines run from them, and what is drawn can run like them. */
  const rested = shallowRef<readonly Point[]>([])
  const like = shallowRef<readonly Edge[]>([])
  let resting: ReturnType<typeof setTimeout> | undefined

  const bench: Bench = {
    get board() {
      return board.value
    },
    get project() {
      return store.project
    },
    get scene() {
      return store.scene(board.value)
    },
    get units() {
      return store.units
    },
    get scale() {
      return scaleOf(board.value)
    },
    get style() {
      return styleOf(store.project, board.value.kind === 'drawing' ? board.value.style : undefined)
    },
    get reach() {
      return REACH_PIXELS / pixelScale()
    },
    typed(key) {
      return typedValues(key, typed[key], store.units)[0] ?? null
    },
    typedAll: (key) => typedValues(key, typed[key], store.units),
    typedText: (key) => typed[key] ?? '',
    clearTyped: () => typing.clear(),
    edit: (label, work) => store.edit(label, work),
    here: (ids, project, work, others) => reading.here(board.value, ids, work, others)(project),
    select: (ids) => hand.select(withGroups(store.project, ids)),
    get selection() {
      return hand.selection
    },
    values,
    get moment() {
      return moment.value
    },
    get handle() {
      return hand.handle
    },
    get asked() {
      return hand.asked
    },
    get clipping() {
      return hand.clipping
    },
    putDown: () => hand.take('select'),
    placed: (block) => library.use(block),
    get picture() {
      return picture()
    },
    get lens() {
      return desk.lens
    },
    get field() {
      return fieldNow()
    },
    get bounding() {
      return boundingField(store.scene(board.value))
    },
    layer: (usual) => values.layers[hand.tool] ?? usual,
    way: (usual) => values.ways[hand.tool] ?? usual,
    setWay: (way) => (values.ways = { ...values.ways, [hand.tool]: way }),
    inBox: (from, to, whole = false) => pickBox(picture(), building(), boxOf([from, to]), whole),
    warn: (sentence) => say.warn(sentence),
    undo: () => store.undo(),
    deeds: () => store.deeds(),
  }

  /** What is still to be typed again of what the tool in hand took last. */
  let recalled: Readonly<Record<string, string>> | null = null
  const tool = shallowRef<Tool | null>(null)
  /** Measuring in the middle of another tool, which waits. */
  const aside = shallowRef<Tool | null>(null)
  /** The tool that the pointer works for now. */
  const active = (): Tool | null => aside.value ?? tool.value
  const entry = usePointEntry(
    bench,
    () => active()?.last() ?? null,
    () => at.value,
  )

  /** Back to the tool that waited; a figure that was measured is typed into its first field for one. */
  function endAside(figure?: Figure): void {
    aside.value = null
    bench.clearTyped()
    if (!figure) return
    const field = tool.value?.fields(at.value).find((each) => each.kind === figure.kind)
    if (field) typing.set(field.key, figureText(figure))
    else say.warn(`This tool takes no ${figure.kind} just now.`)
  }
  const figureText = ({ kind, value }: Figure): string =>
    kind === 'length' ? formatLength(value, store.units) : formatAngle(value, 4)
  const figureOf = (key: string): Figure | undefined =>
    aside.value?.figures?.().find((figure) => figure.key === key)
  watch(
    () => [hand.tool, board.value.id, hand.round] as const,
    ([name, here], before) => {
      // Put down for another tool, what was drawn is kept; another board is no place for it.
      if (before?.[1] === here) tool.value?.leave?.()
      bench.clearTyped()
      entry.clear()
      forgetRested()
      aside.value = null
      recalled = null
      tool.value = makeTool(name, bench)
      tick.value++
    },
    { immediate: true },
  )

  /** The pointer after snaps and direction lock; where nothing holds it, on whole steps of the project's units. */
  function locate(raw: Point, shift: boolean): Located {
    const found = held(raw, shift)
    if (found.snap || active()?.free) return found
    const step = shownStepMm(store.units)
    const last = active()?.last() ?? null
    const whole = (value: number): number => Math.round(value / step) * step
    if (last && found.locked) {
      const length = distance(last, found.point)
      if (length < step) return found
      const k = whole(length) / length
      const point = { x: last.x + (found.point.x - last.x) * k, y: last.y + (found.point.y - last.y) * k }
      return { ...found, point }
    }
    return { ...found, point: { x: whole(found.point.x), y: whole(found.point.y) } }
  }

  function held(raw: Point, shift: boolean): Located {
    const now = active()
    const last = now?.last() ?? null
    if (!now || now.free) return { raw, point: raw, snap: null, locked: shift }
    const reach = bench.reach
    const axes = axesOf(board.value)
    const snap = snapAt(fieldNow(), {
      pointer: raw,
      reach,
      last,
      align: [...(now.alignFrom?.() ?? []), ...rested.value, ...(last ? [last] : [])],
      walls: now.walls ?? false,
      axes,
      like: like.value,
    })
    const step = lockStep(shift)
    if (last && step > 0) {
      const held = lockDirection(last, raw, step, Infinity, axes)!
      if (!snap) return { raw, point: held, snap, locked: true }
      // A snap still counts along the held direction.
      const along = lockDirection(last, snap.point, step, Infinity, axes)!
      return { raw, point: along, snap, locked: true }
    }
    if (snap && !SOFT.has(snap.kind)) return { raw, point: snap.point, snap, locked: false }
    if (last) {
      const gentle = lockDirection(last, raw, Math.PI / 2, GENTLE, axes)
      if (gentle) {
        const onLine = snap && snap.kind !== 'aligned' ? snapAlong(gentle, last, reach) : null
        return (
          onLine ?? {
            raw,
            point: snap && snap.from.length > 1 ? snap.point : gentle,
            snap: null,
            locked: true,
          }
        )
      }
    }
    return { raw, point: snap?.point ?? raw, snap, locked: false }
  }

  /** The step that directions are held by, radians; 0: only near the axes. */
  function lockStep(shift: boolean): number {
    if (hand.lock === OWN_ANGLE) return store.project.facts.ownAngle ?? 0
    return ((hand.lock || (shift ? 45 : 0)) * Math.PI) / 180
  }

  /** A snap near the held direction that lies on it. */
  function snapAlong(gentle: Point, last: Point, reach: number): Located | null {
    const snap = snapAt(fieldNow(), {
      pointer: gentle,
      reach,
      last,
      align: [last],
      walls: active()?.walls ?? false,
    })
    const axes = axesOf(board.value)
    const onIt = snap && lockDirection(last, snap.point, Math.PI / 2, PARALLEL, axes)
    return onIt ? { raw: gentle, point: snap.point, snap, locked: true } : null
  }

  function forgetRested(): void {
    clearTimeout(resting)
    rested.value = []
    like.value = []
  }

  /** A snap the pointer stays on for a moment is remembered. */
  function rest(located: Located): void {
    clearTimeout(resting)
    const { snap } = located
    if (!snap || snap.kind === 'aligned' || snap.kind === 'between') return
    resting = setTimeout(() => {
      if (snap.on)
        like.value = [...like.value.filter((edge) => edge !== snap.on!.edge), snap.on.edge].slice(-3)
      else rested.value = [...rested.value.filter((p) => distance(p, snap.point) > 0), snap.point].slice(-4)
      tick.value++
    }, REST_MS)
  }

  function move(raw: Point, shift: boolean): void {
    at.value = locate(raw, shift)
    rest(at.value)
    tick.value++
  }

  /** The pointer, or the point as it is typed. */
  function here(): Located | null {
    const point = entry.point(at.value)
    return point ? { raw: point, point, snap: null, locked: false } : at.value
  }

  function give(located: Located): void {
    active()?.press(located)
    forgetRested()
  }

  function press(raw: Point, shift: boolean): void {
    const located = locate(raw, shift)
    at.value = located
    taking(() => {
      const given = entry.press(located)
      if (!given) return
      if (given !== located) at.value = given
      give(given)
    })
  }

  /** Does something that takes what is typed: what was taken is offered again, what was not waits to be typed anew. */
  function taking(act: () => void): void {
    const before = { ...typed }
    const lengths = fields.value.flatMap(({ key, kind }) =>
      isLength(kind) && typed[key] ? [typed[key]] : [],
    )
    act()
    tick.value++
    keepRefused()
    if (lengths.length > 0 && typing.isEmpty())
      values.lengths = [...new Set([...lengths, ...values.lengths])].slice(0, MOST_LENGTHS)
    if (typing.isEmpty() && Object.values(before).some(Boolean) && !aside.value)
      values.typed = { ...values.typed, [hand.tool]: before }
  }

  /** What the tool in hand took last is typed again as soon as it asks for it; false when it took nothing yet. */
  function recall(): boolean {
    const last = values.typed[hand.tool] ?? null
    recalled = last
    fillRecalled()
    return last !== null
  }
  function fillRecalled(): void {
    if (!recalled || !typing.isEmpty()) return
    const there = fields.value.filter(({ key, kind }) => kind !== 'text' && recalled![key])
    for (const { key } of there) typed[key] = recalled[key]!
    if (there.length === 0) return
    recalled = null
    typing.refuse(there[0]!.key)
    tick.value++
  }

  /** What is typed and was not taken waits to be typed anew; what no field holds any more is let go. */
  function keepRefused(): void {
    const held = fields.value.filter(({ key }) => typed[key])
    for (const key of Object.keys(typed)) if (!held.some((each) => each.key === key)) delete typed[key]
    let left = held.find(({ key }) => key === typing.at.value) ?? held[0]
    // Sizes typed at once are typed anew at once.
    for (let first = left; first; first = held.find(({ by }) => by === left!.key)) left = first
    if (left) typing.refuse(left.key)
    else typing.leave()
  }

  /** Dragged with the tool in hand. */
  function drag(from: Point, raw: Point, shift: boolean): void {
    const located = locate(raw, shift)
    at.value = located
    tool.value?.drag?.(from, located)
    tick.value++
  }

  /** Typed values that cannot be understood stop here; the echo says why. */
  function enter(): void {
    for (const each of fields.value) {
      const text = typed[each.key]
      if (text && !understand(text, each.kind, store.units).ok) {
        typing.refuse(each.key)
        return
      }
    }
    if (!entry.entry.value && aside.value && typing.isEmpty()) {
      endAside(figureOf('enter'))
      tick.value++
      return
    }
    taking(() => {
      if (!entry.entry.value) {
        active()?.enter(at.value)
        return
      }
      const now = here()
      const given = now && entry.press(now)
      if (!given) return
      at.value = given
      give(given)
    })
  }

  /** The length typed last into an empty field, then those before it; false when there is none. */
  function again(): boolean {
    const field = typing.field()
    if (!field || !isLength(field.kind) || values.lengths.length === 0) return false
    const i = values.lengths.indexOf(typed[field.key] ?? '')
    if (typed[field.key] && i < 0) return false
    typing.put(field.key, values.lengths[(i + 1) % values.lengths.length]!)
    tick.value++
    return true
  }

  /** Escape: one step back, at last to selecting. */
  function back(): void {
    say.clear()
    if (!typing.isEmpty()) bench.clearTyped()
    else if (entry.clear()) bench.clearTyped()
    else if (aside.value) {
      if (!aside.value.back()) endAside()
    } else if (!tool.value?.back()) {
      if (hand.tool !== 'select') hand.take('select')
      else hand.select([])
    }
    forgetRested()
    tick.value++
  }

  /** Backspace: takes back the last point. False when no tool has any. */
  function unpoint(): boolean {
    if (entry.clear()) bench.clearTyped()
    else if (!active()?.unpoint?.()) return false
    tick.value++
    return true
  }

  function key(letter: string): boolean {
    const now = active()
    if (!now) return false
    if (letter === 'q' && hand.tool !== 'measure' && hand.tool !== 'select') {
      if (aside.value) endAside()
      else aside.value = measureTool(bench)
      tick.value++
      return true
    }
    const figure = figureOf(letter)
    if (figure) {
      endAside(figure)
      tick.value++
      return true
    }
    if (letter === 'f' && !entry.entry.value && now.from?.(at.value)) {
      tick.value++
      return true
    }
    const taken = (!now.free && entry.key(letter)) || (now.key?.(letter) ?? false)
    if (taken) tick.value++
    return taken
  }

  function type(name: string, text: string): void {
    typing.heard(name, text, false)
    tick.value++
  }
  /** A key that is a part of what is typed. */
  function typeKey(letter: string, anyhow = false): boolean {
    if (!typing.take(letter, anyhow) && !(fromThere(letter) && typing.take(letter, anyhow))) return false
    tick.value++
    return true
  }
  /** A figure typed where the tool in hand asks for a point and takes none: from the place pointed to. */
  function fromThere(letter: string): boolean {
    const now = active()
    if (!now || now.free || fields.value.length > 0 || !goesInto('length', '', letter)) return false
    if (entry.begin()) return true
    if (/\d/.test(letter))
      say.warn('Point to a corner or an edge first: the figures are measured from there.')
    return false
  }
  /** Backspace within what is typed. */
  function erase(): boolean {
    if (!typing.erase()) return false
    tick.value++
    return true
  }

  const depends = (): unknown => [
    tick.value,
    store.project.stamp,
    hand.selection,
    values.overall,
    values.reads,
    values.round,
    values.measures,
    values.block,
    values.ways,
    entry.entry.value,
    aside.value,
  ]
  const moment = computed<object>(() => ({
    of: [depends(), at.value, ...Object.values(typed), ...Object.values(values.$state)],
  }))
  const fields = computed<readonly TagField[]>(() => {
    depends()
    const asked = entry.fields(at.value) ?? active()?.fields(at.value) ?? []
    // On paper nothing is too small to be meant.
    return board.value.kind !== 'drawing' ? asked.map((field) => ({ ...field, least: 0 })) : asked
  })
  // Words are typed as soon as they are asked for.
  watch(
    () => fields.value[0]?.kind === 'text' && fields.value[0].key,
    (words) => {
      if (words) typing.refuse(words)
    },
  )
  watch(() => fields.value.map(({ key }) => key).join(), fillRecalled)
  const remark = computed(() => (depends(), active()?.remark?.(here()) ?? ''))
  const prompt = computed((): Prompt => {
    depends()
    const asked = entry.prompt() ?? asidePrompt() ?? tool.value?.prompt()
    if (!asked)
      return {
        text: 'Select, or take a tool from the drawer.',
        keys: 'Drag: a box · Shift: add · Alt: only what lies inside · Enter: the last tool again · Del: remove',
      }
    const [length] = values.lengths
    const offered = length && typing.isEmpty() && isLength(fields.value[0]?.kind)
    return offered ? { text: asked.text, keys: `${asked.keys} · ↑: ${length} again` } : asked
  })
  function asidePrompt(): Prompt | null {
    if (!aside.value) return null
    const figures = aside.value.figures?.() ?? []
    const takes = figures.map((figure) =>
      figure.key === 'enter'
        ? `Enter: take ${figureText(figure)} into the tool`
        : `${figure.key.toUpperCase()}: ${figure.name} ${figureText(figure)}`,
    )
    return {
      text: aside.value.prompt().text,
      keys: [...takes, takes.length > 0 ? 'Q: back without' : 'Q: back to the tool in hand'].join(' · '),
    }
  }
  const preview = (): DisplayList => [
    ...(aside.value ? (tool.value?.preview(null) ?? []) : []),
    ...(active()?.preview(here()) ?? []),
    ...entry.preview(),
  ]
  const gone = (): DisplayList => tool.value?.gone?.(here()) ?? []
  return {
    tool,
    at,
    typing,
    tick,
    fields,
    remark,
    prompt,
    preview,
    gone,
    here,
    rested,
    move,
    press,
    drag,
    enter,
    back,
    unpoint,
    key,
    type,
    typeKey,
    erase,
    again,
    recall,
    bench,
    entry: entry.entry,
  }
}
