import { mdiVectorPolyline } from '@mdi/js'
import { addWalls, retypeWalls, type MakeId } from '@lamina/core/edit'
import {
  JOINED_ENDS,
  arcFrom,
  directionOn,
  distance,
  straight,
  unitAt,
  type Edge,
  type Point,
} from '@lamina/core/geometry'
import { axesOf, type Change, type Id, type Project } from '@lamina/core/records'
import { NEXT_SIDE, SIDE_WORDS, nextWallType } from './values'
import { polarFields, polarPoint } from './polar'
import { foresee } from './preview'
import { withThickness } from './thickness'
import type { PlanBench, Tool } from './tool'
import type { ToolEntry } from './entry'

/** The shortest wall that is likely meant, mm. */
const LIKELY = 600

/**
 * Walls one after the other, straight or curved on from the last, each stored as soon as it is drawn; ending on
 * the first point closes the ring.
 */
export function wallTool(bench: PlanBench): Tool {
  let first: Point | null = null
  let last: Point | null = null
  /** The walls of this run, each with where it was begun and where the one before was heading. */
  let run: { id: Id; from: Point; heading: Point | null }[] = []
  /** Where the last wall was heading; null before the first. */
  let heading: Point | null = null
  let curved = false

  /** Walls of the run that were taken back since: it goes on from where they began. */
  function follow(): void {
    for (let wall = run.at(-1); wall && !bench.project.get(wall.id); wall = run.at(-1)) {
      last = wall.from
      heading = wall.heading
      run.pop()
    }
  }

  const edgeTo = (from: Point, to: Point): Edge =>
    curved ? arcFrom(from, heading ?? unitAt(axesOf(bench.board)), to) : straight(from, to)

  /** The next wall of the run, to a point: where it comes to lie, and what makes it. */
  function work(from: Point, p: Point) {
    const closes = run.length >= 2 && first !== null && distance(p, first) <= JOINED_ENDS
    const to = closes ? first! : p
    const edge = distance(from, to) > 0 ? edgeTo(from, to) : straight(from, to)
    const edit = (project: Project, makeId: MakeId): Change =>
      addWalls(
        project,
        {
          level: bench.scene.level.id,
          type: nextWallType(bench.project, bench.values),
          reference: bench.values.reference,
          points: [from, to],
          closed: false,
          sweeps: [edge.sweep],
        },
        makeId,
      )
    return { closes, to, edge, edit }
  }

  function begin(p: Point): void {
    first = last = p
    heading = null
    run = []
    bench.clearTyped()
  }
  function add(p: Point): void {
    follow()
    if (!last) {
      begin(p)
      return
    }
    const from = last
    const { edge, edit, closes, to } = work(from, p)
    const change = bench.edit('Wall', edit)
    if (!change) return
    run.push({ id: change.put[0]!.id, from, heading })
    heading = directionOn(edge, 1)
    bench.clearTyped()
    if (closes) {
      first = last = null
      curved = false
    } else last = to
  }

  /** Draws the walls of the run, and what follows, on the next side; their lines stay. */
  function turnRun(): void {
    follow()
    const reference = NEXT_SIDE[bench.values.reference]
    const ids = run.map(({ id }) => id)
    if (bench.edit('Other side', (project) => retypeWalls(project, ids, { reference }, 'line')))
      bench.values.reference = reference
  }

  function unpoint(): boolean {
    follow()
    if (!last) return false
    if (run.length === 0) first = last = null
    else bench.undo()
    follow()
    bench.clearTyped()
    return true
  }

  return {
    walls: true,
    unpoint,
    prompt: () =>
      last
        ? {
            text: curved ? 'Point to where the curve ends.' : 'Type a length or point to the end.',
            keys: `Tab: turn · R: other side from here on${run.length > 0 ? ' · H: of the whole run' : ''} · U: curved · S: straight · Backspace: one wall back · Esc: end the run`,
          }
        : {
            text: 'Point to where the wall starts.',
            keys: 'R: other side · X: x and y · F: from a point · B: between two · Shift: hold the direction',
          },
    fields: (at) => (last ? polarFields(bench, last, at, LIKELY) : []),
    remark(at) {
      if (!last) return ''
      const p = polarPoint(bench, last, at)
      if (p && first && run.length >= 2 && distance(p, first) <= JOINED_ENDS)
        return 'closes on the first point'
      if (at?.snap?.kind === 'wall line' || at?.snap?.kind === 'on line') return 'ends on a wall'
      const type = bench.project.need('wallType', nextWallType(bench.project, bench.values))
      return `${type.name}, drawn on ${SIDE_WORDS[bench.values.reference]}`
    },
    last: () => (follow(), last),
    alignFrom: () => (first && first !== last ? [first] : []),
    press: (at) => {
      const p = last ? polarPoint(bench, last, at) : at.point
      if (p) add(p)
    },
    enter: (at) => {
      if (!last) return
      const p = polarPoint(bench, last, at)
      if (p) add(p)
    },
    back() {
      if (!last) return false
      first = last = null
      curved = false
      bench.clearTyped()
      return true
    },
    key(key) {
      if (key === 'r') bench.values.reference = NEXT_SIDE[bench.values.reference]
      else if (key === 'h' && run.length > 0) turnRun()
      else if (key === 'u' && last) curved = true
      else if (key === 's' && last) curved = false
      else return false
      return true
    },
    preview(at) {
      follow()
      const to = last && polarPoint(bench, last, at)
      if (!last || !to || distance(last, to) < 1) return []
      return foresee(bench, work(last, to).edit, at).items
    },
  }
}

/** Walls one after another. */
export const WALL_TOOLS = {
  wall: {
    stage: 'walls',
    under: 'Draw',
    name: 'Wall',
    icon: mdiVectorPolyline,
    key: 'w',
    on: 'plans',
    make: (bench) => withThickness(bench, wallTool(bench)),
  },
} satisfies Record<string, ToolEntry>
