import { getDocument, OPS, type PDFDocumentProxy, type PDFPageProxy } from 'pdfjs-dist/legacy/build/pdf.mjs'

/** What an independent reader finds on a page, in mm from its lower left corner. */
export interface ReadPage {
  readonly widthMm: number
  readonly heightMm: number
  readonly lines: readonly { x1: number; y1: number; x2: number; y2: number; penMm: number }[]
  /** Turned anticlockwise from level, degrees. */
  readonly texts: readonly { text: string; x: number; y: number; sizeMm: number; turn: number }[]
}

export interface ReadPdf {
  readonly pages: readonly ReadPage[]
  readonly bookmarks: readonly string[]
  readonly fonts: readonly { name: string; embedded: boolean }[]
}

const MM = 25.4 / 72
type Matrix = [number, number, number, number, number, number]
const times = (m: Matrix, n: Matrix): Matrix => [
  m[0] * n[0] + m[2] * n[1],
  m[1] * n[0] + m[3] * n[1],
  m[0] * n[2] + m[2] * n[3],
  m[1] * n[2] + m[3] * n[3],
  m[0] * n[4] + m[2] * n[5] + m[4],
  m[1] * n[4] + m[3] * n[5] + m[5],
]

export async function readPdf(data: Uint8Array): Promise<ReadPdf> {
  const document: PDFDocumentProxy = await getDocument({ data: new Uint8Array(data), verbosity: 0 }).promise
  const pages: ReadPage[] = []
  const fonts = new Map<string, boolean>()
  for (let i = 1; i <= document.numPages; i++) {
    const page = await document.getPage(i)
    pages.push(await readPage(page))
    for (const [name, embedded] of await fontsOf(page)) fonts.set(name, embedded)
  }
  const outline = (await document.getOutline()) ?? []
  const bookmarks = outline.map(({ title }) => title)
  await document.destroy()
  return { pages, bookmarks, fonts: [...fonts].map(([name, embedded]) => ({ name, embedded })) }
}

async function fontsOf(page: PDFPageProxy): Promise<[string, boolean][]> {
  const { fnArray, argsArray } = await page.getOperatorList()
  const found = new Map<string, boolean>()
  fnArray.forEach((fn, i) => {
    if (fn !== OPS.setFont) return
    const id = (argsArray[i] as [string])[0]
    const font = page.commonObjs.get(id) as { name: string; missingFile?: boolean }
    found.set(font.name, !font.missingFile)
  })
  return [...found]
}

async function readPage(page: PDFPageProxy): Promise<ReadPage> {
  const [x0, y0, x1, y1] = page.view as [number, number, number, number]
  const lines: { x1: number; y1: number; x2: number; y2: number; penMm: number }[] = []
  const { fnArray, argsArray } = await page.getOperatorList()
  let state: { ctm: Matrix; pen: number } = { ctm: [1, 0, 0, 1, 0, 0], pen: 1 }
  const stack: (typeof state)[] = []
  fnArray.forEach((fn, i) => {
    const args = argsArray[i] as unknown[]
    if (fn === OPS.save) stack.push({ ...state })
    else if (fn === OPS.restore) state = stack.pop()!
    else if (fn === OPS.transform) state = { ...state, ctm: times(state.ctm, args as unknown as Matrix) }
    else if (fn === OPS.setLineWidth) state = { ...state, pen: args[0] as number }
    else if (fn === OPS.constructPath) {
      const [paint, [data]] = args as [number, [Float32Array | number[] | null]]
      if ((paint === OPS.stroke || paint === OPS.closeStroke) && data) addPath(data, state, lines)
    }
  })
  const { items } = await page.getTextContent()
  const texts = items.flatMap((item) => {
    if (!('str' in item) || item.str.trim() === '') return []
    const [a, b, , , e, f] = item.transform as Matrix
    return [
      {
        text: item.str,
        x: e * MM,
        y: f * MM,
        sizeMm: Math.hypot(a, b) * MM,
        turn: (Math.atan2(b, a) * 180) / Math.PI,
      },
    ]
  })
  return { widthMm: (x1 - x0) * MM, heightMm: (y1 - y0) * MM, lines, texts }
}

/** Paths come as a flat list: 0 x y moves, 1 x y draws a line, 2 with six numbers a curve, 3 with four, 4 closes. */
function addPath(
  data: ArrayLike<number>,
  { ctm, pen }: { ctm: Matrix; pen: number },
  lines: { x1: number; y1: number; x2: number; y2: number; penMm: number }[],
): void {
  const penMm = pen * Math.sqrt(Math.abs(ctm[0] * ctm[3] - ctm[1] * ctm[2])) * MM
  const place = (x: number, y: number): [number, number] => [
    (ctm[0] * x + ctm[2] * y + ctm[4]) * MM,
    (ctm[1] * x + ctm[3] * y + ctm[5]) * MM,
  ]
  let start: [number, number] = [0, 0]
  let at: [number, number] = [0, 0]
  const lineTo = (to: [number, number]): void => {
    lines.push({ x1: at[0], y1: at[1], x2: to[0], y2: to[1], penMm })
    at = to
  }
  for (let i = 0; i < data.length;) {
    const op = data[i++]!
    if (op === 0) start = at = place(data[i++]!, data[i++]!)
    else if (op === 1) lineTo(place(data[i++]!, data[i++]!))
    else if (op === 2) {
      at = place(data[i + 4]!, data[i + 5]!)
      i += 6
    } else if (op === 3) {
      at = place(data[i + 2]!, data[i + 3]!)
      i += 4
    } else lineTo(start)
  }
}
