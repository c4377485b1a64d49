import { foreseenChange, foreseenRecord } from '@lamina/core/annotate'
import type { DisplayItem } from '@lamina/core/display'
import { EditRefused, type MakeId } from '@lamina/core/edit'
import { pathOf, type Edge, type Point } from '@lamina/core/geometry'
import { ChangeRefused, type AnyRecord, type Change, type Project } from '@lamina/core/records'
import type { Bench, Located } from './tool'

/** A path as a display item. */
export function edgesItem(
  edges: readonly Edge[],
  closed: boolean,
  pen: 'seen' | 'cut' | 'light' = 'seen',
): DisplayItem {
  const path = pathOf(edges, closed)
  return {
    kind: 'path',
    pen,
    vertices: path.vertices.flatMap(({ x, y, sweep }) => [x, y, sweep]),
    closed,
    source: null,
  }
}

export const segmentItem = (a: Point, b: Point, pen: 'seen' | 'cut' | 'light' = 'seen'): DisplayItem => ({
  kind: 'segments',
  pen,
  points: [a.x, a.y, b.x, b.y],
  source: null,
})

/** A record that is not stored yet, as it would be drawn. */
export const foreseenItems = (
  bench: Pick<Bench, 'scene' | 'scale'>,
  record: AnyRecord,
): readonly DisplayItem[] => foreseenRecord(record, bench.scene, bench.scale)

export interface Foreseen {
  readonly change: Change | null
  readonly items: readonly DisplayItem[]
  /** Why it would be refused. */
  readonly refused: string
}

let ids = 0
const makeId: MakeId = () => `preview${++ids}`

/** What was foreseen in a moment for the places pointed to. */
const seen = new WeakMap<object, Map<Located | null, Foreseen>>()

/**
 * What an edit would do, without doing it. A tool that names the place `at` which it is for is told the same in the same
 * moment: its words, what it draws and what it takes away look ahead once.
 */
export function foresee(
  bench: Bench,
  work: (project: Project, makeId: MakeId) => Change,
  at?: Located | null,
): Foreseen {
  if (at === undefined) return lookAhead(bench, work)
  const { moment } = bench
  let places = seen.get(moment)
  if (!places) seen.set(moment, (places = new Map()))
  let found = places.get(at)
  if (!found) places.set(at, (found = lookAhead(bench, work)))
  return found
}

function lookAhead(bench: Bench, work: (project: Project, makeId: MakeId) => Change): Foreseen {
  try {
    const change = work(bench.project, makeId)
    const items = foreseenChange(change, bench.scene, bench.picture, bench.scale)
    return { change, items, refused: '' }
  } catch (error) {
    if (!(error instanceof EditRefused || error instanceof ChangeRefused)) throw error
    return { change: null, items: [], refused: error.message }
  }
}
