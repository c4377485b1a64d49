import {
  PEN_WIDTHS,
  pathOfItem,
  penFrom,
  penOf,
  strokeItem,
  type AnyPen,
  type DisplayItem,
  type Pen,
  type PenTable,
  toneOf,
  lighter,
  lighterOf,
} from '../display'
import { ROUNDING, type Path } from '../geometry'
import { pensOf } from './pens'
import { layerOf, lineTypeOf, standardLayerOf } from '../library'
import type { AnyRecord, Layer, LineType, Project } from '../records'

/**
 * What is drawn for a record, in the pen and line type of the layer it lies on. Items come in the pens of
 * their role, as they are on the layer of their kind as it ships; on another pen each is as many of the widths
 * of ISO 128-2 bolder or finer, so that light lines stay lighter. Fills and lettering keep their size.
 */
export function onLayer(
  project: Project,
  record: AnyRecord,
  items: readonly DisplayItem[],
  scale: number,
): readonly DisplayItem[] {
  const layer = layerOf(project, record)
  const usual = standardLayerOf(record.kind)
  const type = lineTypeOf(project, layer.lineType)
  if (
    layer.penMm === usual.penMm &&
    layer.tone === usual.tone &&
    layer.colour === usual.colour &&
    type.dashesPaperMm.length === 0
  )
    return items
  const pens = pensOf(project)
  const before = laid.get(items)
  if (
    before &&
    before.layer === layer &&
    before.type === type &&
    before.scale === scale &&
    before.pens === pens
  )
    return before.items
  const made = items.flatMap((item) => layItem(item, layer, usual, type, scale, pens))
  laid.set(items, { layer, type, scale, pens, items: made })
  return made
}

interface Laid {
  readonly layer: Layer
  readonly type: LineType
  readonly scale: number
  readonly pens: PenTable
  readonly items: readonly DisplayItem[]
}
const laid = new WeakMap<readonly DisplayItem[], Laid>()

function layItem(
  item: DisplayItem,
  layer: Layer,
  usual: Layer,
  { dashesPaperMm }: LineType,
  scale: number,
  pens: PenTable,
): DisplayItem[] {
  if (item.kind === 'text') return [{ ...item, tone: lighterOf(item.tone, toneOf(layer)) }]
  if (!('pen' in item)) return [item]
  const pen = shiftedPen(item.pen, usual.penMm, layer, pens)
  if (dashesPaperMm.length === 0) return [{ ...item, pen }]
  return pathsOf(item).map((path) => strokeItem(path, pen, dashesPaperMm, scale, item.source))
}

/** The pen as many widths from the layer's as it is from the usual one. */
export function shiftedPen(
  pen: AnyPen,
  usualMm: number,
  layer: Pick<Layer, 'penMm' | 'tone' | 'colour'>,
  pens?: PenTable,
): Pen {
  const { widthMm, tone } = penOf(pen, pens)
  const place = (mm: number): number => PEN_WIDTHS.findIndex((width) => width === mm)
  const [own, usual, on] = [place(widthMm), place(usualMm), place(layer.penMm)]
  const known = own >= 0 && usual >= 0 && on >= 0
  const width = known
    ? PEN_WIDTHS[Math.min(PEN_WIDTHS.length - 1, Math.max(0, on + own - usual))]!
    : (widthMm / usualMm) * layer.penMm
  return penFrom(width, lighterOf(tone, toneOf(layer)))
}

/** An item as much lighter as a tone says: 0 as it is, 1 paper. */
export function dimmed(item: DisplayItem, tone: number): DisplayItem[] {
  switch (item.kind) {
    case 'text':
    case 'fill':
    case 'disc':
      return [{ ...item, tone: lighter(item.tone, tone) }]
    case 'clear':
      return [item]
    case 'group':
      return [{ ...item, items: item.items.flatMap((each) => dimmed(each, tone)) }]
    case 'line':
    case 'segments':
    case 'arc':
    case 'path': {
      const pen = penOf(item.pen)
      return [{ ...item, pen: penFrom(pen.widthMm, lighter(pen.tone, tone)) }]
    }
  }
}

/** The lines of an item as paths. */
export function pathsOf(item: Extract<DisplayItem, { pen: AnyPen }>): Path[] {
  switch (item.kind) {
    case 'line': {
      const vertices = []
      for (let i = 0; i + 1 < item.points.length; i += 2)
        vertices.push({ x: item.points[i]!, y: item.points[i + 1]!, sweep: 0 })
      return [{ vertices, closed: item.closed }]
    }
    case 'segments': {
      const paths: Path[] = []
      for (let i = 0; i + 3 < item.points.length; i += 4)
        paths.push({
          vertices: [
            { x: item.points[i]!, y: item.points[i + 1]!, sweep: 0 },
            { x: item.points[i + 2]!, y: item.points[i + 3]!, sweep: 0 },
          ],
          closed: false,
        })
      return paths
    }
    case 'arc': {
      const { x, y, radius, from, sweep } = item
      const at = (angle: number): { x: number; y: number } => ({
        x: x + radius * Math.cos(angle),
        y: y + radius * Math.sin(angle),
      })
      // A full turn is two halves: an arc's ends must differ.
      if (Math.abs(sweep) > 2 * Math.PI - ROUNDING)
        return [
          {
            vertices: [
              { ...at(from), sweep: Math.sign(sweep) * Math.PI },
              { ...at(from + Math.PI), sweep: Math.sign(sweep) * Math.PI },
            ],
            closed: true,
          },
        ]
      return [
        {
          vertices: [
            { ...at(from), sweep },
            { ...at(from + sweep), sweep: 0 },
          ],
          closed: false,
        },
      ]
    }
    case 'path':
      return [pathOfItem(item)]
  }
}
