import { mdiCloudOutline, mdiVectorLine, mdiWall } from '@mdi/js'
import { addLinework, type MakeId } from '@lamina/core/edit'
import {
  SAME_LENGTH,
  JOINED_ENDS,
  arcFrom,
  directionOn,
  distance,
  pathArea,
  pathLength,
  pathOf,
  straight,
  unitAt,
  type Edge,
  type Path,
  type Point,
} from '@lamina/core/geometry'
import { shapeOfPath } from '@lamina/core/linework'
import { type Band, type Change, type Project, type Shape, type LineMeaning } from '@lamina/core/records'
import { formatArea, formatBearing, formatLength } from '@lamina/core/units'
import { polarFields, polarPoint, typedDirection } from './polar'
import { edgesItem } from './preview'
import type { Bench, Located, TagField, Tool } from './tool'
import type { ToolEntry } from './entry'

export interface ChainChoice {
  readonly label: string
  readonly layer: string
  /** What it is drawn as. */
  readonly band?: () => Band
  /** What the line stands for. */
  readonly means?: LineMeaning
  /** Directions are typed as bearings. */
  readonly bearings?: boolean
  /** The outline is closed and drawn as a revision cloud, with arcs of this length, paper mm. */
  readonly cloudPaperMm?: number
  /** It always closes, with a last part back to its start. */
  readonly outline?: boolean
  /** What is made of the line; left out: a drafted item. */
  readonly make?: (path: Path, project: Project, makeId: MakeId) => Change
}

/**
 * A chain of straight and curved parts. S and U go between straight parts and arcs that run on smoothly; C
 * closes it; Enter or Escape ends it, and it is stored as a whole; Backspace takes back the last point.
 */
export function chainTool(bench: Bench, choice: ChainChoice): Tool {
  let edges: Edge[] = []
  let start: Point | null = null
  let curved = false
  const last = (): Point | null => edges[edges.length - 1]?.b ?? start

  function pointTo(at: Located | null): Point | null {
    const from = last()
    if (!from) return at?.point ?? null
    if (!choice.bearings) return polarPoint(bench, from, at)
    const bearing = bench.typed('bearing')
    const along = bench.typed('along')
    if (bearing === null && along === null) return at?.point ?? null
    const away = at ? { x: at.point.x - from.x, y: at.point.y - from.y } : { x: 0, y: 1 }
    const angle = bearing ?? (at ? typedDirection(bench, from, at) : Math.PI / 2)
    const length = along ?? Math.hypot(away.x, away.y)
    const u = unitAt(angle)
    return { x: from.x + u.x * length, y: from.y + u.y * length }
  }
  function edgeTo(p: Point): Edge | null {
    const from = last()
    if (!from || distance(from, p) < SAME_LENGTH) return null
    const before = edges[edges.length - 1]
    return curved ? arcFrom(from, before ? directionOn(before, 1) : unitAt(0), p) : straight(from, p)
  }
  const closes = (p: Point): boolean =>
    start !== null && edges.length > 1 && distance(p, start) <= JOINED_ENDS

  function store(closed: boolean): void {
    if (edges.length === 0) return
    const end = edges[edges.length - 1]!.b
    const rings = closed && edges.length > 1
    // A ring comes back to its start by a last part of its own.
    const all = rings && distance(end, start!) > JOINED_ENDS ? [...edges, straight(end, start!)] : edges
    const shape: Shape = shapeOfPath(pathOf(all, rings))
    const made =
      choice.cloudPaperMm && shape.form === 'path' ? { ...shape, cloudPaperMm: choice.cloudPaperMm } : shape
    const change = bench.edit(choice.label, (project, makeId) => {
      if (choice.make) return choice.make(pathOf(all, rings), project, makeId)
      return addLinework(
        project,
        {
          drawing: bench.board.id,
          layer: bench.layer(choice.layer),
          shape: made,
          ...(choice.means ? { means: choice.means } : {}),
          ...(choice.band ? { band: choice.band() } : {}),
        },
        makeId,
      )
    })
    if (!change) return
    edges = []
    start = null
    curved = false
    bench.clearTyped()
  }
  function take(p: Point | null): void {
    if (!p) return
    if (!start) {
      start = p
      bench.clearTyped()
      return
    }
    const closing = closes(p)
    const edge = edgeTo(closing ? start : p)
    if (!edge) {
      bench.warn('A line needs some length. Point or type a length above 0.')
      return
    }
    edges = [...edges, edge]
    bench.clearTyped()
    if (closing) store(true)
  }

  function unpoint(): boolean {
    if (edges.length > 0) edges = edges.slice(0, -1)
    else if (start) start = null
    else return false
    bench.clearTyped()
    return true
  }
  const end = (): void => store(choice.cloudPaperMm !== undefined || choice.outline === true)

  return {
    prompt: () =>
      !start
        ? {
            text: 'Point to where the line starts.',
            keys: 'X: type x and y · F: from another point · B: between two',
          }
        : {
            text: curved
              ? 'Point to where the arc ends.'
              : choice.bearings
                ? 'Type the bearing, Tab, then the distance; or point to the end.'
                : 'Type a length or point to the end.',
            keys: `${choice.bearings ? 'N45E or 45°' : 'Tab: turn'} · U: curved · S: straight · Enter: ends here · C: closes · Backspace: one point back`,
          },
    fields(at): readonly TagField[] {
      const from = last()
      if (!from) return []
      if (!choice.bearings) return polarFields(bench, from, at, 20)
      const p = pointTo(at) ?? from
      return [
        {
          key: 'bearing',
          label: 'bearing',
          kind: 'bearing',
          shown: formatBearing(Math.atan2(p.y - from.y, p.x - from.x)),
        },
        {
          key: 'along',
          label: 'distance',
          kind: 'length',
          shown: formatLength(distance(from, p), bench.units),
        },
      ]
    },
    remark(at) {
      const p = pointTo(at)
      if (!start || !p) return ''
      if (closes(p)) return 'closes on the first point'
      if (edges.length === 0) return ''
      const edge = edgeTo(p)
      const all = edge ? [...edges, edge] : edges
      const length = pathLength(pathOf(all, false))
      if (!choice.bearings) return `in all ${formatLength(length, bench.units)}`
      const gap = distance(p, start)
      const area = Math.abs(pathArea(pathOf([...all, straight(p, start)], true)))
      return `to the start ${formatLength(gap, bench.units)} · closed ${formatArea(area, bench.units)}`
    },
    last,
    alignFrom: () => [...(start ? [start] : []), ...edges.map((edge) => edge.b)],
    press: (at) => take(pointTo(at)),
    enter(at) {
      const typing = ['along', 'turn', 'bearing'].some((key) => bench.typedText(key) !== '')
      if (typing) take(pointTo(at))
      else if (edges.length > 0) end()
      else if (start && at) take(pointTo(at))
    },
    unpoint,
    leave: end,
    back() {
      if (edges.length === 0) return unpoint()
      end()
      return true
    },
    key(letter) {
      if (!start) return false
      if (letter === 'u') curved = true
      else if (letter === 's') curved = false
      else if (letter === 'c' && edges.length > 1) {
        const edge = edgeTo(start)
        if (edge) {
          edges = [...edges, edge]
          store(true)
        }
      } else return false
      return true
    },
    preview(at) {
      const p = pointTo(at)
      const edge = p && start ? edgeTo(closes(p) ? start : p) : null
      const all = edge ? [...edges, edge] : edges
      return all.length > 0 ? [edgesItem(all, false)] : []
    },
  }
}

/** Lines from point to point. */
export const LINE_TOOLS = {
  line: {
    stage: 'fit-out',
    under: 'Lines',
    name: 'Line',
    icon: mdiVectorLine,
    key: 'i',
    layer: 'layer-lines',
    on: 'any',
    make: (bench) => chainTool(bench, { label: 'Line', layer: 'layer-lines' }),
  },
  band: {
    stage: 'fit-out',
    under: 'Lines',
    name: 'Layer of a build-up',
    icon: mdiWall,
    layer: 'layer-lines',
    on: 'any',
    make: (bench) =>
      chainTool(bench, {
        label: 'Layer of a build-up',
        layer: 'layer-lines',
        band: () => bench.values.band,
      }),
  },
  cloud: {
    stage: 'annotate',
    under: 'Mark',
    name: 'Revision cloud',
    icon: mdiCloudOutline,
    layer: 'layer-revisions',
    on: 'any',
    make: (bench) =>
      chainTool(bench, {
        label: 'Revision cloud',
        layer: 'layer-revisions',
        cloudPaperMm: 8,
        means: 'revision cloud',
      }),
  },
} satisfies Record<string, ToolEntry>
