import type { DisplayItem } from '@lamina/core/display'
import { EditRefused, type MakeId } from '@lamina/core/edit'
import type { Point } from '@lamina/core/geometry'
import { insideAt, pickAt } from '@lamina/core/locate'
import type { Change, Id, Project } from '@lamina/core/records'
import { polarFields, polarPoint } from './polar'
import { foresee, segmentItem } from './preview'
import { isHere, type Bench, type Located, type TagField, type Tool } from './tool'

/** The points given so far. */
export type Given = readonly Point[]

/** One point that a tool asks for. */
export interface Step {
  readonly ask: string
  readonly keys?: string
  /** The point that lengths and turns are reckoned from; left out: the last one given. */
  readonly from?: Point | null
  /** Fields of the measure tag; left out: length and turn from the last point. */
  readonly fields?: (at: Located | null) => readonly TagField[]
  /** The point that the pointer and the typed fields come to; null when it is not known yet. */
  readonly point?: (at: Located | null) => Point | null
  /** Smallest length that makes sense, for the other reading of bare numbers. */
  readonly least?: number
}

/** A tool as the points it asks for and the edit it makes of them. */
export interface StepPlan {
  readonly label: string
  /** What to say when nothing is selected; left out: the tool needs no selection. */
  readonly select?: string
  /** The next point asked for; null when all are given. */
  step(given: Given): Step | null
  /** With so many points Enter may finish, though more are asked for. */
  readonly enough?: (given: Given) => boolean
  edit(given: Given, project: Project, makeId: MakeId): Change
  /** Shown while points are still missing, with the pointer's place as the last one. */
  sketch?(given: Given): readonly DisplayItem[]
  remark?(given: Given): string
  key?(letter: string, given: Given): boolean
  /** It knows what to do with what is only looked at in a view of the building. */
  readonly throughViews?: boolean
  /** The points the next round begins with; left out: none. */
  readonly again?: (given: Given) => Given
  /** What the tool does once an edit is made. */
  readonly done?: (given: Given, change: Change) => void
  readonly walls?: boolean
  /** The first two points are corners of a box, which can be dragged out too. */
  readonly box?: boolean
}

/** A tool that selects first where it must, then asks for points, previews the edit and makes it. */
export function stepTool(bench: Bench, plan: StepPlan): Tool {
  let given: Point[] = []
  /** Still selecting: more may be added. */
  let choosing = plan.select !== undefined && bench.selection.length === 0

  /** Nothing was pointed to since the last edit: Escape has nothing to step back from. */
  let finished = false

  const boxing = (): boolean => plan.box === true && given.length === 0
  /** The next point asked for. In another way of working fewer may be wanted: those too many are let go. */
  function step(): Step | null {
    if (choosing) return null
    let next = plan.step(given)
    while (next === null && given.length > 0) {
      given = given.slice(0, -1)
      next = plan.step(given)
    }
    return next
  }
  const last = (): Point | null => {
    const now = step()
    if (now?.from !== undefined) return now.from
    return given[given.length - 1] ?? null
  }
  function pointOf(at: Located | null): Point | null {
    const now = step()
    if (!now) return null
    if (now.point) return now.point(at)
    const from = last()
    return from ? polarPoint(bench, from, at) : (at?.point ?? null)
  }
  const edit =
    (points: Given) =>
    (project: Project, makeId: MakeId): Change => {
      if (
        plan.select !== undefined &&
        !plan.throughViews &&
        !bench.selection.every((id) => isHere(bench, id))
      )
        throw new EditRefused(
          'wrong-kind',
          'What the building is made of is changed in plan; here by its handles, Move and Traits.',
        )
      return plan.edit(points, project, makeId)
    }

  function finish(points: Given): void {
    const change = bench.edit(plan.label, edit(points))
    if (!change) return
    plan.done?.(points, change)
    finished = true
    given = [...(plan.again?.(points) ?? [])]
    bench.clearTyped()
  }
  function take(p: Point | null): void {
    if (!p) return
    const next = [...given, p]
    if (plan.step(next) === null) finish(next)
    else {
      given = next
      finished = false
      bench.clearTyped()
    }
  }
  function pick(at: Located): void {
    const [found] = [
      ...pickAt(bench.picture, bench.scene.building, at.raw, bench.reach),
      ...insideAt(bench.picture, bench.project, at.raw),
    ]
    if (!found) {
      bench.warn('There is nothing here to select.')
      return
    }
    if (at.locked) bench.select(toggled(bench.selection, found))
    else {
      bench.select([found])
      choosing = false
    }
  }

  function unpoint(): boolean {
    if (given.length === 0) return false
    given = given.slice(0, -1)
    finished = false
    bench.clearTyped()
    return true
  }

  return {
    ...(plan.walls ? { walls: true } : {}),
    get free() {
      return choosing
    },
    prompt() {
      if (choosing)
        return { text: plan.select!, keys: 'Shift: several · Enter: that is all · Esc: put the tool away' }
      const now = step()
      return { text: now?.ask ?? '', keys: now?.keys ?? 'Esc: one step back' }
    },
    fields(at) {
      const now = step()
      if (!now) return []
      if (now.fields) return now.fields(at)
      const from = last()
      return from ? polarFields(bench, from, at, now.least) : []
    },
    remark(at) {
      const p = pointOf(at)
      if (!p) return ''
      const all = [...given, p]
      const told = plan.remark?.(all) ?? ''
      if (plan.step(all) !== null) return told
      return [told, foresee(bench, edit(all), at).refused].filter(Boolean).join(' · ')
    },
    last,
    alignFrom: () => given,
    press(at) {
      if (choosing) pick(at)
      else take(pointOf(at))
    },
    enter(at) {
      if (choosing) {
        if (bench.selection.length > 0) choosing = false
        else bench.warn(plan.select!)
        return
      }
      const typing = this.fields(at).some((field) => bench.typedText(field.key) !== '')
      if (!typing && plan.enough?.(given)) finish(given)
      else take(pointOf(at))
    },
    unpoint,
    leave() {
      if (plan.enough?.(given)) finish(given)
    },
    back() {
      if (finished) return false
      if (plan.enough?.(given)) finish(given)
      else if (unpoint()) return true
      else if (plan.select !== undefined && !choosing) {
        choosing = true
        bench.select([])
      } else return false
      bench.clearTyped()
      return true
    },
    key: (letter) => !choosing && (plan.key?.(letter, given) ?? false),
    drag(from, to) {
      if (choosing) bench.select([...new Set([...bench.selection, ...bench.inBox(from, to.raw)])])
      else if (boxing()) given = [from, to.raw]
    },
    get dragShape() {
      return choosing || boxing() ? ('box' as const) : undefined
    },
    preview(at) {
      if (choosing) return []
      const p = pointOf(at)
      const all = p ? [...given, p] : given
      const sketch = plan.sketch?.(all) ?? []
      if (all.length > 0 && plan.step(all) === null)
        return [...sketch, ...foresee(bench, edit(all), at).items]
      if (plan.enough?.(all)) return [...sketch, ...foresee(bench, edit(all), at).items]
      const a = given[given.length - 1]
      return sketch.length > 0 || !a || !p ? sketch : [segmentItem(a, p, 'light')]
    },
  }
}

export const toggled = (ids: readonly Id[], id: Id): Id[] =>
  ids.includes(id) ? ids.filter((each) => each !== id) : [...ids, id]
