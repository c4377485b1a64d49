import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { readFileSync } from 'node:fs'
import { enlargement, turnOf, combine, type Affine } from '@lamina/core/geometry'
import {
  PAPER_TONE,
  PENS,
  penOf,
  toneColour,
  type DisplayItem,
  type DisplayList,
  tracePath,
  type AnyPen,
  type PenTable,
  type TextItem,
  type Tone,
} from '@lamina/core/display'
import { create, type Font } from 'fontkit'
import { FACES, type FaceName, type TextRun } from '@lamina/core/lettering'
import { sfntOf } from './sfnt'

/** Points to the millimetre: PDF's unit is 1/72 inch. */
export const POINTS_PER_MM = 72 / 25.4

const faceData = new Map<FaceName, Buffer>()

/** The font file of a face, unpacked: read when something is first lettered in it. */
export function faceFile(name: FaceName): Buffer {
  let data = faceData.get(name)
  if (!data) {
    const require = createRequire(import.meta.url)
    const { font, subset, weight } = FACES.find((face) => face.name === name)!
    data =
      font === 'lamina-signs'
        ? readFileSync(require.resolve(`@lamina/core/fonts/${font}.otf`))
        : sfntOf(
            readFileSync(
              join(
                dirname(require.resolve(`@fontsource/${font}/package.json`)),
                `files/${font}-${subset}-${weight}-normal.woff`,
              ),
            ),
          )
    faceData.set(name, data)
  }
  return data
}

const registered = new WeakMap<PDFKit.PDFDocument, Set<FaceName>>()

/** Takes a face up in a document; what is written next is set in it. */
export function useFace(doc: PDFKit.PDFDocument, face: FaceName): void {
  let known = registered.get(doc)
  if (!known) registered.set(doc, (known = new Set()))
  if (!known.has(face)) {
    known.add(face)
    doc.registerFont(face, faceFile(face))
  }
  doc.font(face)
}

/** Letters stand where the core put them: no kerning, no joined letters. */
const PLAIN_LETTERS: PDFKit.Mixins.TextOptions = {
  lineBreak: false,
  baseline: 'alphabetic',
  features: {
    kern: false,
    liga: false,
    clig: false,
    calt: false,
  } as unknown as PDFKit.Mixins.OpenTypeFeatures[],
}

/**
 * Paints a list of paper millimetres on the current page, whose height is `pageHeight` mm. All coordinates are
 * worked out here and written in points, so the page holds true sizes and pens hold their widths.
 */
export function paintPdf(
  doc: PDFKit.PDFDocument,
  list: DisplayList,
  pageHeight: number,
  pens: PenTable = PENS,
): void {
  const k = POINTS_PER_MM
  paintItems(doc, list, { a: k, b: 0, c: 0, d: -k, e: 0, f: pageHeight * k }, new PenHolder(doc, pens))
}

/** Sets pen and fill only when they change. */
class PenHolder {
  private pen: AnyPen | null = null
  private tone: Tone | null = null

  constructor(
    private readonly doc: PDFKit.PDFDocument,
    private readonly pens: PenTable,
  ) {}

  take(name: AnyPen): void {
    if (this.pen === name) return
    this.pen = name
    const { widthMm, tone } = penOf(name, this.pens)
    this.doc
      .lineWidth(widthMm * POINTS_PER_MM)
      .strokeColor(toneColour(tone))
      .lineCap('round')
      .lineJoin('miter')
  }

  fill(tone: Tone): void {
    if (this.tone === tone) return
    this.tone = tone
    this.doc.fillColor(toneColour(tone))
  }

  forget(): void {
    this.pen = null
    this.tone = null
  }
}

function paintItems(doc: PDFKit.PDFDocument, list: DisplayList, map: Affine, pens: PenHolder): void {
  for (const item of list) {
    if (item.kind !== 'group') {
      paintItem(doc, item, map, pens)
      continue
    }
    const inner = combine(map, item.map)
    doc.save()
    if (item.clip) {
      const { minX, minY, maxX, maxY } = item.clip
      outline(doc, [minX, minY, maxX, minY, maxX, maxY, minX, maxY], inner, true)
      doc.clip()
    }
    paintItems(doc, item.items, inner, pens)
    doc.restore()
    pens.forget()
  }
}

function outline(doc: PDFKit.PDFDocument, points: readonly number[], m: Affine, closed: boolean): void {
  for (let i = 0; i + 1 < points.length; i += 2) {
    const x = m.a * points[i]! + m.c * points[i + 1]! + m.e
    const y = m.b * points[i]! + m.d * points[i + 1]! + m.f
    if (i === 0) doc.moveTo(x, y)
    else doc.lineTo(x, y)
  }
  if (closed) doc.closePath()
}

function paintItem(
  doc: PDFKit.PDFDocument,
  item: Exclude<DisplayItem, { kind: 'group' }>,
  map: Affine,
  pens: PenHolder,
): void {
  switch (item.kind) {
    case 'line':
      pens.take(item.pen)
      outline(doc, item.points, map, item.closed)
      doc.stroke()
      break
    case 'segments': {
      const { points } = item
      if (points.length === 0) break
      pens.take(item.pen)
      for (let i = 0; i + 3 < points.length; i += 4) {
        doc.moveTo(
          map.a * points[i]! + map.c * points[i + 1]! + map.e,
          map.b * points[i]! + map.d * points[i + 1]! + map.f,
        )
        doc.lineTo(
          map.a * points[i + 2]! + map.c * points[i + 3]! + map.e,
          map.b * points[i + 2]! + map.d * points[i + 3]! + map.f,
        )
      }
      doc.stroke()
      break
    }
    case 'fill':
      pens.fill(item.tone)
      for (const loop of item.loops) outline(doc, loop, map, true)
      doc.fill('even-odd')
      break
    case 'disc': {
      pens.fill(item.tone)
      const x = map.a * item.x + map.c * item.y + map.e
      const y = map.b * item.x + map.d * item.y + map.f
      doc.circle(x, y, item.radius * enlargement(map)).fill()
      break
    }
    case 'arc':
      pens.take(item.pen)
      {
        const x = item.x + item.radius * Math.cos(item.from)
        const y = item.y + item.radius * Math.sin(item.from)
        doc.moveTo(map.a * x + map.c * y + map.e, map.b * x + map.d * y + map.f)
      }
      arcTo(doc, item.x, item.y, item.radius, item.from, item.sweep, map)
      doc.stroke()
      break
    case 'path':
      pens.take(item.pen)
      tracePath(item, {
        moveTo: (x, y) => doc.moveTo(map.a * x + map.c * y + map.e, map.b * x + map.d * y + map.f),
        lineTo: (x, y) => doc.lineTo(map.a * x + map.c * y + map.e, map.b * x + map.d * y + map.f),
        arc: ({ centre, radius, from, sweep }) => arcTo(doc, centre.x, centre.y, radius, from, sweep, map),
        close: () => doc.closePath(),
      })
      doc.stroke()
      break
    case 'text':
      pens.fill(item.tone)
      paintLetters(doc, item, map)
      break
    case 'clear':
      // Letters in the colour of paper, with a line of it around them.
      pens.forget()
      doc.save()
      doc
        .lineWidth(2 * item.gap * enlargement(map))
        .lineJoin('round')
        .lineCap('round')
        .strokeColor(toneColour(PAPER_TONE))
        .fillColor(toneColour(PAPER_TONE))
      paintOutlines(doc, item.text, map)
      doc.restore()
      break
  }
}

/** Paints each run of a text where it stands: its start and the size of its em, in points, with y down. */
function eachRun(
  doc: PDFKit.PDFDocument,
  item: TextItem,
  map: Affine,
  paint: (run: TextRun, x: number, y: number, size: number) => void,
): void {
  const x = map.a * item.x + map.c * item.y + map.e
  const y = map.b * item.x + map.d * item.y + map.f
  const size = item.size * enlargement(map)
  const turn = turnOf(map) - item.turn
  doc.save()
  doc.translate(x, y)
  if (turn !== 0) doc.rotate((turn * 180) / Math.PI)
  for (const run of item.runs) {
    if (run.text.trim() === '') continue
    const { by = 1, up = 0 } = run
    paint(run, run.dx * enlargement(map), -up * size, size * by)
  }
  doc.restore()
}

function paintLetters(doc: PDFKit.PDFDocument, item: TextItem, map: Affine): void {
  eachRun(doc, item, map, ({ face, text }, x, y, size) => {
    useFace(doc, face)
    doc.fontSize(size)
    doc.text(text, x, y, PLAIN_LETTERS)
  })
}

const faces = new Map<FaceName, Font>()

/** A face with the outlines of its letters. */
function outlinesOf(name: FaceName): Font {
  let font = faces.get(name)
  if (!font) faces.set(name, (font = create(faceFile(name)) as Font))
  return font
}

/** Fills and strokes the outlines of a text: shapes, which nobody finds as words. */
function paintOutlines(doc: PDFKit.PDFDocument, item: TextItem, map: Affine): void {
  let isDrawn = false
  eachRun(doc, item, map, ({ face, text }, x, y, size) => {
    const font = outlinesOf(face)
    const k = size / font.unitsPerEm
    let at = x
    for (const letter of text) {
      const glyph = font.glyphForCodePoint(letter.codePointAt(0)!)
      for (const { command, args } of glyph.path.commands) {
        const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0] = args.map((n, i) =>
          i % 2 ? y - n * k : at + n * k,
        )
        isDrawn = true
        switch (command) {
          case 'moveTo':
            doc.moveTo(a, b)
            break
          case 'lineTo':
            doc.lineTo(a, b)
            break
          case 'quadraticCurveTo':
            doc.quadraticCurveTo(a, b, c, d)
            break
          case 'bezierCurveTo':
            doc.bezierCurveTo(a, b, c, d, e, f)
            break
          case 'closePath':
            doc.closePath()
            break
        }
      }
      at += glyph.advanceWidth * k
    }
    if (isDrawn) doc.fillAndStroke()
    isDrawn = false
  })
}

/** An arc from where the pen stands, as cubic curves of at most an eighth of a turn: off by less than 5 millionths of the radius. */
function arcTo(
  doc: PDFKit.PDFDocument,
  cx: number,
  cy: number,
  radius: number,
  from: number,
  sweep: number,
  m: Affine,
): void {
  const parts = Math.max(1, Math.ceil(Math.abs(sweep) / (Math.PI / 4)))
  const step = sweep / parts
  const handle = (4 / 3) * Math.tan(step / 4) * radius
  const px = (x: number, y: number): number => m.a * x + m.c * y + m.e
  const py = (x: number, y: number): number => m.b * x + m.d * y + m.f
  let angle = from
  let x = cx + radius * Math.cos(angle)
  let y = cy + radius * Math.sin(angle)
  for (let i = 0; i < parts; i++) {
    const next = angle + step
    const x1 = x - handle * Math.sin(angle)
    const y1 = y + handle * Math.cos(angle)
    x = cx + radius * Math.cos(next)
    y = cy + radius * Math.sin(next)
    const x2 = x + handle * Math.sin(next)
    const y2 = y - handle * Math.cos(next)
    doc.bezierCurveTo(px(x1, y1), py(x1, y1), px(x2, y2), py(x2, y2), px(x, y), py(x, y))
    angle = next
  }
}
