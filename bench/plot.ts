import PDFDocument from 'pdfkit'
import { penOf, toneColour, type DisplayItem, type DisplayList } from '../core/src/display'
import { applyTo, combine, enlargement, turnOf, type Affine } from '../core/src/geometry'
import { sheetExtent } from '../core/src/library'
import { Project, sheetSet } from '../core/src/records'
import { SAMPLES } from '../core/src/samples'
import { sheetItems } from '../core/src/sheets'
import { plotSheets } from '../server/src/plot/document'
import { useFace } from '../server/src/plot/paint'
import type { FaceName } from '../core/src/lettering'
import type { Row } from './main'
import { leastAsync, ms } from './time'

type Call =
  | { readonly kind: 'stroke'; readonly width: number; readonly colour: string; readonly paths: number[][] }
  | { readonly kind: 'fill'; readonly colour: string; readonly paths: number[][] }
  | {
      readonly kind: 'text'
      readonly text: string
      readonly face: FaceName
      readonly size: number
      readonly x: number
      readonly y: number
      readonly turn: number
    }

/** Everything on a page as bare paths and texts in points, worked out beforehand. */
function flatten(list: DisplayList, map: Affine, calls: Call[]): void {
  for (const item of list) {
    if (item.kind === 'group') flatten(item.items, combine(map, item.map), calls)
    else flattenItem(item, map, calls)
  }
}

function flattenItem(item: Exclude<DisplayItem, { kind: 'group' }>, map: Affine, calls: Call[]): void {
  const path = (points: readonly number[], closed: boolean): number[] => {
    const out: number[] = []
    for (let i = 0; i + 1 < points.length; i += 2) {
      const p = applyTo(map, { x: points[i]!, y: points[i + 1]! })
      out.push(p.x, p.y)
    }
    if (closed) out.push(out[0]!, out[1]!)
    return out
  }
  const stroke = (pen: Parameters<typeof penOf>[0], paths: number[][]): void => {
    const { widthMm, tone } = penOf(pen)
    calls.push({ kind: 'stroke', width: (widthMm * 72) / 25.4, colour: toneColour(tone), paths })
  }
  switch (item.kind) {
    case 'line':
      return stroke(item.pen, [path(item.points, item.closed)])
    case 'segments': {
      const paths: number[][] = []
      for (let i = 0; i + 3 < item.points.length; i += 4) paths.push(path(item.points.slice(i, i + 4), false))
      return stroke(item.pen, paths)
    }
    case 'arc': {
      const points: number[] = []
      for (let i = 0; i <= 8; i++) {
        const angle = item.from + (item.sweep * i) / 8
        points.push(item.x + item.radius * Math.cos(angle), item.y + item.radius * Math.sin(angle))
      }
      return stroke(item.pen, [path(points, false)])
    }
    case 'fill':
      return void calls.push({
        kind: 'fill',
        colour: toneColour(item.tone),
        paths: item.loops.map((loop) => path(loop, true)),
      })
    case 'disc': {
      const r = item.radius
      return void calls.push({
        kind: 'fill',
        colour: toneColour(item.tone),
        paths: [path([item.x - r, item.y, item.x, item.y - r, item.x + r, item.y, item.x, item.y + r], true)],
      })
    }
    case 'text':
      for (const run of item.runs) {
        if (!run.text.trim()) continue
        const p = applyTo(map, {
          x: item.x + Math.cos(item.turn) * run.dx,
          y: item.y + Math.sin(item.turn) * run.dx,
        })
        calls.push({
          kind: 'text',
          text: run.text,
          face: run.face,
          size: item.size * (run.by ?? 1) * enlargement(map),
          x: p.x,
          y: p.y,
          turn: turnOf(map) - item.turn,
        })
      }
  }
}

async function bare(
  pages: readonly { width: number; height: number; calls: readonly Call[] }[],
): Promise<void> {
  const doc = new PDFDocument({ autoFirstPage: false, margin: 0 })
  doc.on('data', () => undefined)
  const done = new Promise<void>((resolve) => doc.on('end', resolve))
  for (const { width, height, calls } of pages) {
    doc.addPage({ size: [width, height], margin: 0 })
    for (const call of calls) {
      if (call.kind === 'text') {
        doc.save()
        doc.translate(call.x, call.y)
        if (call.turn) doc.rotate((call.turn * 180) / Math.PI)
        useFace(doc, call.face)
        doc.fillColor('#1e2a38').fontSize(call.size)
        doc.text(call.text, 0, 0, { lineBreak: false, baseline: 'alphabetic' })
        doc.restore()
        continue
      }
      for (const points of call.paths) {
        doc.moveTo(points[0]!, points[1]!)
        for (let i = 2; i + 1 < points.length; i += 2) doc.lineTo(points[i]!, points[i + 1]!)
      }
      if (call.kind === 'stroke') doc.lineWidth(call.width).strokeColor(call.colour).stroke()
      else doc.fillColor(call.colour).fill('even-odd')
    }
  }
  doc.end()
  await done
}

export async function benchPlot(): Promise<Row[]> {
  const sample = SAMPLES.find(({ id }) => id.includes('pottery'))!
  let n = 0
  const project = new Project()
  for (const { change } of sample.make(() => `s${++n}`)) project.apply(change)
  const records = [...project.everything()]
  const k = 72 / 25.4
  const pages = sheetSet(project).map((sheet) => {
    const { width, height } = sheetExtent(sheet)
    const calls: Call[] = []
    flatten(sheetItems(project, sheet), { a: k, b: 0, c: 0, d: -k, e: 0, f: height * k }, calls)
    return { width: width * k, height: height * k, calls }
  })
  let ours = Infinity
  let theirs = Infinity
  await bare(pages)
  await plotSheets({ records, sheets: null })
  for (let i = 0; i < 6; i++) {
    ours = Math.min(ours, await leastAsync(1, async () => void (await plotSheets({ records, sheets: null }))))
    theirs = Math.min(theirs, await leastAsync(1, () => bare(pages)))
  }
  return [
    {
      what: "a PDF of the demo's sheets, solving included",
      measured: ms(ours),
      against: `${ms(theirs)} bare pdfkit`,
      ratio: ours / theirs,
      limit: 2,
    },
  ]
}
