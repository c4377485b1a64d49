import { computed, reactive, ref, shallowRef, watch, type ComputedRef } from 'vue'
import { holdTypedAngle, holdTypedLength } from './typed'
import type { DisplayList } from '@lamina/core/display'
import { draftField, type DraftField } from '@lamina/core/derive'
import { lockDirection, snapAt } from '@lamina/core/locate'
import { distance, type Point } from '@lamina/core/geometry'
import { shownStepMm } from '@lamina/core/units'
import type { Drawing, Id } from '@lamina/core/records'
import { useDesk, type ToolName } from '../store/desk'
import { useProject } from '../store/project'
import { useSay } from '../store/say'
import { blockTool } from './block'
import { dimensionTool } from './dimension'
import { leaderTool, noteTool } from './leader'
import { measureTool } from './measure'
import { moveSideTool, moveTool } from './move'
import { openingTool } from './opening'
import type { Bench, Located, TagField, Tool } from './tool'
import { wallTool } from './wall'

/** Pixels within which the pointer snaps and picks. */
export const REACH_PIXELS = 10
/** Near the axes the direction is held by itself, within this angle. */
const GENTLE = (2.5 * Math.PI) / 180

/** The tool in hand on a board, with what is typed and where the pointer stands. */
export function useTools(
  drawing: ComputedRef<Drawing>,
  list: ComputedRef<DisplayList>,
  pixelScale: () => number,
) {
  const desk = useDesk()
  const store = useProject()
  const say = useSay()
  const typed = reactive<Record<string, string>>({})
  const at = shallowRef<Located | null>(null)
  /** Rises whenever a tool's own state may have changed. */
  const tick = ref(0)
  /** Half of a point between two: the first one was given. */
  const between = shallowRef<{ first: Point | null } | null>(null)

  let field: { version: number; drawing: Id; field: DraftField } | null = null
  function snapField(): DraftField {
    const { id, level } = drawing.value
    if (field?.version !== store.version || field.drawing !== id)
      field = {
        version: store.version,
        drawing: id,
        field: draftField(store.project, drawing.value, store.solver(level)),
      }
    return field.field
  }

  const bench: Bench = {
    get drawing() {
      return drawing.value
    },
    get project() {
      return store.project
    },
    get solver() {
      return store.solver(drawing.value.level)
    },
    get units() {
      return store.units
    },
    get scale() {
      return drawing.value.readingScale
    },
    get reach() {
      return REACH_PIXELS / pixelScale()
    },
    typed(key) {
      const text = typed[key]
      if (!text) return null
      return key === 'turn' ? holdTypedAngle(text) : holdTypedLength(text, store.units)
    },
    typedText: (key) => typed[key] ?? '',
    clearTyped() {
      for (const key of Object.keys(typed)) delete typed[key]
    },
    edit: (label, work) => store.edit(label, work),
    select: (ids) => desk.select(ids),
    get selection() {
      return desk.selection
    },
    warn: (sentence) => say.warn(sentence),
  }

  function make(name: ToolName): Tool | null {
    switch (name) {
      case 'wall':
        return wallTool(bench, {
          type: () => desk.wallType ?? store.project.all('wallType')[0]!.id,
          reference: () => desk.reference,
          setReference: (side) => (desk.reference = side),
        })
      case 'door':
        return openingTool(bench, {
          fit: 'door',
          width: () => desk.doorWidth,
          setWidth: (mm) => (desk.doorWidth = mm),
        })
      case 'window':
        return openingTool(bench, {
          fit: 'window',
          width: () => desk.windowWidth,
          setWidth: (mm) => (desk.windowWidth = mm),
        })
      case 'block':
        return blockTool(bench, () => (desk.block ? store.project.find('block', desk.block) : undefined))
      case 'dimension':
        return dimensionTool(bench, () => desk.overall)
      case 'leader':
        return leaderTool(bench)
      case 'note':
        return noteTool(bench)
      case 'move':
        return moveTool(bench, () => list.value)
      case 'move-side':
        return moveSideTool(bench)
      case 'measure':
        return measureTool(bench)
      default:
        return null
    }
  }

  const tool = shallowRef<Tool | null>(null)
  watch(
    () => [desk.tool, drawing.value.id] as const,
    ([name]) => {
      bench.clearTyped()
      between.value = null
      tool.value = make(name)
      tick.value++
    },
    { immediate: true },
  )

  /** The pointer after snaps and direction lock; where nothing holds it, on whole steps of the project's units. */
  function locate(raw: Point, shift: boolean): Located {
    const found = held(raw, shift)
    if (found.snap || tool.value?.free) return found
    const step = shownStepMm(store.units)
    const last = tool.value?.last() ?? null
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
    const active = tool.value
    const last = active?.last() ?? null
    if (!active || active.free) return { raw, point: raw, snap: null, locked: false }
    const reach = bench.reach
    const snap = snapAt(snapField(), {
      pointer: raw,
      reach,
      last,
      align: [...(active.alignFrom?.() ?? []), ...(last ? [last] : [])],
      walls: active.walls ?? false,
    })
    const step = ((desk.lock || (shift ? 45 : 0)) * Math.PI) / 180
    if (last && step > 0) {
      const held = lockDirection(last, raw, step)!
      if (!snap) return { raw, point: held, snap, locked: true }
      // A snap still counts along the held direction.
      const along = lockDirection(last, snap.point, step)!
      return { raw, point: along, snap, locked: true }
    }
    if (snap && snap.kind !== 'aligned' && snap.kind !== 'on line' && snap.kind !== 'wall line')
      return { raw, point: snap.point, snap, locked: false }
    if (last) {
      const gentle = lockDirection(last, raw, Math.PI / 2, GENTLE)
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

  /** A snap near the held direction that lies on it. */
  function snapAlong(gentle: Point, last: Point, reach: number): Located | null {
    const snap = snapAt(snapField(), {
      pointer: gentle,
      reach,
      last,
      align: [last],
      walls: tool.value?.walls ?? false,
    })
    const onIt = snap && lockDirection(last, snap.point, Math.PI / 2, 1e-6)
    return onIt ? { raw: gentle, point: snap.point, snap, locked: true } : null
  }

  function move(raw: Point, shift: boolean): void {
    at.value = locate(raw, shift)
    tick.value++
  }

  function press(raw: Point, shift: boolean): void {
    const located = locate(raw, shift)
    at.value = located
    if (between.value) {
      if (!between.value.first) {
        between.value = { first: located.point }
        tick.value++
        return
      }
      const { first } = between.value
      between.value = null
      const point = { x: (first.x + located.point.x) / 2, y: (first.y + located.point.y) / 2 }
      at.value = { raw: point, point, snap: { kind: 'between', point, from: [] }, locked: false }
      tool.value?.press(at.value)
      tick.value++
      return
    }
    tool.value?.press(located)
    tick.value++
  }

  /** Typed values that cannot be understood stop here; the echo says why. */
  function enter(): void {
    for (const each of fields.value) {
      const text = typed[each.key]
      if (!text || each.kind === 'text') continue
      if (bench.typed(each.key) === null) return
    }
    tool.value?.enter(at.value)
    tick.value++
  }

  /** Escape: one step back, at last to selecting. */
  function back(): void {
    say.clear()
    if (Object.values(typed).some(Boolean)) bench.clearTyped()
    else if (between.value) between.value = null
    else if (!tool.value?.back()) {
      if (desk.tool !== 'select') desk.take('select')
      else desk.select([])
    }
    tick.value++
  }

  function key(letter: string): boolean {
    if (letter === 'b' && tool.value && !tool.value.free) {
      between.value = between.value ? null : { first: null }
      tick.value++
      return true
    }
    const taken = tool.value?.key?.(letter) ?? false
    if (taken) tick.value++
    return taken
  }

  function type(name: string, text: string): void {
    typed[name] = text
    tick.value++
  }

  const depends = (): unknown => [tick.value, store.version, desk.selection, desk.overall, desk.block]
  const fields = computed<readonly TagField[]>(() => (depends(), tool.value?.fields(at.value) ?? []))
  const remark = computed(() => (depends(), tool.value?.remark?.(at.value) ?? ''))
  const prompt = computed(() => {
    depends()
    if (between.value)
      return between.value.first
        ? { text: 'Point to the second of two points; the middle is taken.', keys: 'Esc: not between' }
        : { text: 'Point to the first of two points.', keys: 'Esc: not between' }
    return (
      tool.value?.prompt() ?? {
        text: 'Select, or take a tool from the drawer.',
        keys: 'Drag: a box · Shift: add · Del: remove',
      }
    )
  })
  const preview = (): DisplayList => tool.value?.preview(at.value) ?? []
  return {
    tool,
    at,
    typed,
    tick,
    fields,
    remark,
    prompt,
    preview,
    move,
    press,
    enter,
    back,
    key,
    type,
    bench,
    between,
  }
}
