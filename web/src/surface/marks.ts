import type { Boundary } from '@lamina/core/building'
import { distance, type Point } from '@lamina/core/geometry'
import type { SnapKind } from '@lamina/core/locate'
import { FOOT_MM, type Units } from '@lamina/core/units'
import type { Located } from '../tools/tool'
import type { Drawn } from './useSelecting'
import { shownBox, type Camera } from './camera'

/** The ground of a board: paper with faint dots at round distances. It never prints. */
export function paintBoardGround(
  context: CanvasRenderingContext2D,
  camera: Camera,
  colours: { readonly paper: string; readonly dots: string },
  units: Units,
): void {
  const shown = shownBox(camera)
  context.fillStyle = colours.paper
  context.fillRect(shown.minX, shown.minY, shown.maxX - shown.minX, shown.maxY - shown.minY)
  const steps =
    units.system === 'metric'
      ? [100, 500, 1000, 5000, 10_000, 50_000, 100_000]
      : [FOOT_MM / 2, FOOT_MM, 5 * FOOT_MM, 10 * FOOT_MM, 50 * FOOT_MM, 100 * FOOT_MM]
  const step = steps.find((each) => each * camera.scale >= 26)
  if (!step) return
  const dot = 1.1 / camera.scale
  context.fillStyle = colours.dots
  for (let x = Math.ceil(shown.minX / step) * step; x <= shown.maxX; x += step)
    for (let y = Math.ceil(shown.minY / step) * step; y <= shown.maxY; y += step)
      context.fillRect(x - dot / 2, y - dot / 2, dot, dot)
}

const WORDS: Record<SnapKind, string> = {
  end: 'end',
  middle: 'middle',
  crossing: 'crossing',
  centre: 'centre',
  'square-on': 'square-on',
  'on line': 'on line',
  quarter: 'quarter',
  touching: 'touching',
  parallel: 'parallel',
  square: 'square to it',
  aligned: 'in line',
  between: 'between',
  'wall end': 'wall end',
  'wall line': 'on the wall',
}

/** The marker of a snap with its name, and the alignment lines that led to it. */
export function paintSnap(
  context: CanvasRenderingContext2D,
  camera: Camera,
  at: Located,
  last: Point | null,
  colours: { readonly live: string; readonly soft: string; readonly paper: string },
): void {
  const unit = 1 / camera.scale
  const { snap, point } = at
  context.lineWidth = unit
  context.strokeStyle = colours.live
  context.setLineDash([5 * unit, 4 * unit])
  for (const from of snap?.from ?? []) line(context, from, point)
  if (at.locked && last && distance(last, point) > 0) line(context, last, point)
  context.setLineDash([])
  if (!snap || snap.kind === 'aligned') return
  context.lineWidth = 1.6 * unit
  marker(context, snap.kind, point, 5.5 * unit)
  context.save()
  context.translate(point.x, point.y)
  context.scale(unit, -unit)
  context.font = '500 12px "Hanken Grotesk"'
  context.lineWidth = 3
  context.strokeStyle = colours.paper
  context.strokeText(WORDS[snap.kind], 11, -9)
  context.fillStyle = colours.live
  context.fillText(WORDS[snap.kind], 11, -9)
  context.restore()
}

/** Round handles on the points by which what is selected is reshaped. */
export function paintHandles(
  context: CanvasRenderingContext2D,
  camera: Camera,
  handles: readonly { readonly at: Point }[],
  colours: { readonly live: string; readonly paper: string },
): void {
  const r = 4.5 / camera.scale
  context.setLineDash([])
  context.lineWidth = 1.6 / camera.scale
  context.strokeStyle = colours.live
  context.fillStyle = colours.paper
  for (const { at } of handles) {
    context.beginPath()
    context.arc(at.x, at.y, r, 0, 2 * Math.PI)
    context.fill()
    context.stroke()
  }
}

/** Small marks on the points that the pointer rested on. */
export function paintRested(
  context: CanvasRenderingContext2D,
  camera: Camera,
  points: readonly Point[],
  colour: string,
): void {
  const r = 4 / camera.scale
  context.lineWidth = 1.4 / camera.scale
  context.strokeStyle = colour
  context.setLineDash([])
  for (const { x, y } of points) {
    line(context, { x: x - r, y }, { x: x + r, y })
    line(context, { x, y: y - r }, { x, y: y + r })
  }
}

function line(context: CanvasRenderingContext2D, a: Point, b: Point): void {
  context.beginPath()
  context.moveTo(a.x, a.y)
  context.lineTo(b.x, b.y)
  context.stroke()
}

/** Marks drawn for what they tell: a ring on a point, a bar on a line, a cross on a crossing, a square foot. */
function marker(context: CanvasRenderingContext2D, kind: SnapKind, { x, y }: Point, r: number): void {
  context.beginPath()
  switch (kind) {
    case 'end':
    case 'wall end':
      context.arc(x, y, r, 0, 2 * Math.PI)
      break
    case 'middle':
    case 'between':
      context.moveTo(x - r * 1.4, y)
      context.lineTo(x + r * 1.4, y)
      context.moveTo(x, y - r * 0.7)
      context.lineTo(x, y + r * 0.7)
      break
    case 'crossing':
      context.moveTo(x - r, y - r)
      context.lineTo(x + r, y + r)
      context.moveTo(x - r, y + r)
      context.lineTo(x + r, y - r)
      break
    case 'centre':
      context.arc(x, y, r, 0, 2 * Math.PI)
      context.moveTo(x + r * 0.25, y)
      context.arc(x, y, r * 0.25, 0, 2 * Math.PI)
      break
    case 'quarter':
      context.arc(x, y, r, 0, Math.PI / 2)
      context.lineTo(x, y)
      context.lineTo(x + r, y)
      break
    case 'touching':
      context.arc(x, y - r * 0.8, r * 0.8, 0, 2 * Math.PI)
      context.moveTo(x - r * 1.5, y)
      context.lineTo(x + r * 1.5, y)
      break
    case 'parallel':
      context.moveTo(x - r, y - r)
      context.lineTo(x + r * 0.4, y + r)
      context.moveTo(x - r * 0.4, y - r)
      context.lineTo(x + r, y + r)
      break
    case 'square':
    case 'square-on':
      context.moveTo(x - r, y - r)
      context.lineTo(x + r, y - r)
      context.moveTo(x - r, y - r)
      context.lineTo(x - r, y + r)
      context.moveTo(x - r, y)
      context.lineTo(x, y)
      context.lineTo(x, y - r)
      break
    default:
      context.moveTo(x, y - r)
      context.lineTo(x, y + r)
  }
  context.stroke()
}

/** Boundaries of walls and columns in one colour: what is selected. */
export function paintBoundaries(
  context: CanvasRenderingContext2D,
  boundaries: readonly Boundary[],
  width: number,
  colour: string,
): void {
  context.setLineDash([])
  context.beginPath()
  for (const b of boundaries) {
    context.moveTo(b.x1, b.y1)
    context.lineTo(b.x2, b.y2)
  }
  context.lineWidth = width
  context.strokeStyle = colour
  context.stroke()
}

/** A box or line being drawn out; a box that takes only what lies inside has a firm edge. */
export function paintDrawn(
  context: CanvasRenderingContext2D,
  camera: Camera,
  { from, to, as }: Drawn,
  colour: string,
): void {
  context.setLineDash(as === 'inside' ? [] : [6 / camera.scale, 4 / camera.scale])
  context.lineWidth = 1.2 / camera.scale
  context.strokeStyle = colour
  context.fillStyle = `${colour}18`
  context.beginPath()
  if (as === 'line') {
    context.moveTo(from.x, from.y)
    context.lineTo(to.x, to.y)
  } else {
    context.rect(from.x, from.y, to.x - from.x, to.y - from.y)
    context.fill()
  }
  context.stroke()
  context.setLineDash([])
}

/** The desk with a sheet of paper on it, with its shadow. */
export function paintSheetGround(
  context: CanvasRenderingContext2D,
  { centre, scale, width, height }: Camera,
  sheet: { readonly width: number; readonly height: number },
  colours: { readonly desk: string; readonly sheet: string },
): void {
  context.fillStyle = colours.desk
  context.fillRect(
    centre.x - width / scale,
    centre.y - height / scale,
    (2 * width) / scale,
    (2 * height) / scale,
  )
  context.save()
  context.shadowColor = 'rgb(0 0 0 / 22%)'
  context.shadowBlur = 10
  context.shadowOffsetY = 2
  context.fillStyle = colours.sheet
  context.fillRect(0, 0, sheet.width, sheet.height)
  context.restore()
}
