import { mdiBroom } from '@mdi/js'
import { layPlaced } from '@lamina/core/annotate'
import { extentOf, type DisplayItem } from '@lamina/core/display'
import { putPlaces, type GivenPlace } from '@lamina/core/edit'
import { boxHasPoint, growBox, type Point } from '@lamina/core/geometry'
import { inPlace, isPlaced, isSameScale, type Id } from '@lamina/core/records'
import { readingsOf, seenAt, tidyingAll, type Tidied } from '@lamina/core/neat'
import { atOnce } from '@lamina/core/steps'
import { nextWay, type Way } from './drawing'
import type { ToolEntry } from './entry'
import { foresee } from './preview'
import type { DrawingBench, Tool } from './tool'

const TIDY_WAYS = [
  { id: 'here', name: 'At this scale' },
  { id: 'everywhere', name: 'In all viewports' },
] as const satisfies readonly Way[]
type TidyWay = (typeof TIDY_WAYS)[number]['id']

/** Finds places for annotation in which every letter is clear; shown before it is done, and of it what is wanted. */
export function tidyTool(bench: DrawingBench): Tool {
  const way = (): TidyWay => TIDY_WAYS.find(({ id }) => id === bench.way('here'))?.id ?? 'here'
  /** What was chosen as it was taken up: that alone is moved. */
  const only: ReadonlySet<Id> | null =
    bench.selection.length > 0 && bench.selection.every((id) => isPlaced(bench.project.get(id)))
      ? new Set(bench.selection)
      : null
  /** What is left where it is. */
  let spared: ReadonlySet<Id> = new Set()
  let known: { readonly of: string; readonly tidied: Tidied } | null = null
  let placed = 0

  function tidied(): Tidied {
    const of = `${bench.project.stamp} ${bench.scale} ${bench.scene.viewport ?? ''} ${bench.lens ?? ''} ${way()}`
    if (known?.of !== of) {
      const { scene, scale, lens } = bench
      const readings =
        way() === 'here' ? [seenAt(scene, scale, lens)] : readingsOf(bench.project, bench.board)
      known = { of, tidied: atOnce(tidyingAll(readings, only)) }
    }
    return known.tidied
  }
  const wanted = (): GivenPlace[] => tidied().moves.filter(({ id }) => !spared.has(id))
  const seenHere = ({ reading }: GivenPlace): boolean =>
    isSameScale(reading.scale, bench.scale) && reading.viewport === bench.scene.viewport

  /** What is to stand elsewhere, or stood, at a place pointed to. */
  function at(p: Point): Id | null {
    for (const { id, own } of tidied().moves.filter(seenHere)) {
      const record = bench.project.get(id)
      if (!isPlaced(record)) continue
      const now = bench.picture.of(id)
      const then = extentOf(layPlaced(inPlace(record, own), bench.scene, bench.scale))
      const reach = bench.reach
      if (now.some((part) => boxHasPoint(growBox(part, reach), p)) || boxHasPoint(growBox(then, reach), p))
        return id
    }
    return null
  }
  function put(): void {
    const places = wanted()
    if (places.length === 0) {
      bench.warn(
        tidied().left.length > 0
          ? 'What is not clear here is not cleared by moving it. Move it by hand, or make room.'
          : 'All lettering is clear here: nothing is to be moved.',
      )
      return
    }
    if (!bench.edit('Annotation tidied', (project) => putPlaces(project, places))) return
    placed = new Set(places.map(({ id }) => id)).size
    spared = new Set()
  }
  const count = (n: number, one: string, many: string): string => `${n} ${n === 1 ? one : many}`
  function words(): string {
    const { moves, left } = tidied()
    const ids = new Set(moves.map(({ id }) => id))
    const kept = [...ids].filter((id) => spared.has(id)).length
    const unclear = left.length > 0 ? ` ${count(left.length, 'is', 'are')} not cleared by moving.` : ''
    if (ids.size === 0)
      return placed > 0
        ? `${count(placed, 'thing stands', 'things stand')} elsewhere now.${unclear}`
        : left.length > 0
          ? `Nothing can be cleared by moving it.${unclear}`
          : 'All lettering is clear.'
    const rest = kept > 0 ? `, ${kept} left as ${kept === 1 ? 'it is' : 'they are'}` : ''
    return `Enter puts ${count(ids.size - kept, 'thing', 'things')} where shown${rest}.${unclear}`
  }
  return {
    free: true,
    prompt: () => ({
      text: words(),
      keys: `Press one: leave it as it is, or not · A: ${TIDY_WAYS.find(({ id }) => id === nextWay(TIDY_WAYS, way()))!.name.toLowerCase()} · Esc: put it away`,
    }),
    fields: () => [],
    last: () => null,
    press(located) {
      const id = at(located.raw)
      if (id === null) return
      const next = new Set(spared)
      if (!next.delete(id)) next.add(id)
      spared = next
    },
    enter: put,
    back: () => false,
    key(letter) {
      if (letter !== 'a') return false
      bench.setWay(nextWay(TIDY_WAYS, way()))
      return true
    },
    preview(located): readonly DisplayItem[] {
      const places = wanted().filter(seenHere)
      return places.length === 0 ? [] : foresee(bench, (project) => putPlaces(project, places), located).items
    },
  }
}

/** What makes annotation neat. */
export const TIDY_TOOLS = {
  tidy: {
    stage: 'annotate',
    under: 'Make neat',
    name: 'Tidy',
    icon: mdiBroom,
    on: 'drawings',
    ways: TIDY_WAYS,
    keeps: true,
    make: tidyTool,
  },
} satisfies Record<string, ToolEntry>
