import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

/** A box on a page, points from its upper left corner. */
interface Box {
  readonly minX: number
  readonly minY: number
  readonly maxX: number
  readonly maxY: number
}
type Edge = readonly [x1: number, y1: number, x2: number, y2: number]

/** What is painted on a page, in its order. */
type Mark =
  | { readonly is: 'letter'; readonly glyph: string; readonly edges: readonly Edge[]; readonly box: Box }
  | { readonly is: 'stroke'; readonly edges: readonly Edge[]; readonly half: number; readonly box: Box }
  /** Painted in the colour of paper: it takes off what lies beneath. */
  | { readonly is: 'paper'; readonly box: Box }

/** Letters of a page that are not clear, each by its middle in mm from the lower left corner. */
export interface Unclear {
  /** Pairs of letters that overlap. */
  readonly overlaps: readonly { readonly x: number; readonly y: number }[]
  /** Letters that a line runs through. */
  readonly struck: readonly { readonly x: number; readonly y: number }[]
  /** So many letters were looked at. */
  readonly letters: number
}

const MM = 25.4 / 72

/** The letters of a page by their outlines as poppler draws them, mm from its lower left corner. */
export function lettersInMm(svg: string): Box[] {
  const height = heightOf(svg)
  const up = (y: number): number => (height - y) * MM
  return marksOf(svg).flatMap(({ is, box }) =>
    is === 'letter'
      ? [{ minX: box.minX * MM, maxX: box.maxX * MM, minY: up(box.maxY), maxY: up(box.minY) }]
      : [],
  )
}

const heightOf = (svg: string): number => Number(/viewBox="0 0 [\d.]+ ([\d.]+)"/.exec(svg)![1])

/** The pages of a PDF as poppler draws them: letters as outlines, lines as paths, in the order they are painted. */
export function pagesAsOutlines(pdf: Uint8Array, pages: number): string[] {
  const folder = mkdtempSync(join(tmpdir(), 'lamina-outlines-'))
  try {
    const file = join(folder, 'plot.pdf')
    writeFileSync(file, pdf)
    return Array.from({ length: pages }, (_, i) => {
      const page = join(folder, `${i}.svg`)
      execFileSync('pdftocairo', ['-svg', '-noshrink', '-f', `${i + 1}`, '-l', `${i + 1}`, file, page])
      return readFileSync(page, 'utf8')
    })
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}

/** Which letters of a page overlap, or are struck by lines that lie over them, or under them where nothing takes them off. */
export function unclearLetters(svg: string): Unclear {
  const marks = marksOf(svg)
  const height = heightOf(svg)
  const middle = ({ minX, minY, maxX, maxY }: Box) => ({
    x: ((minX + maxX) / 2) * MM,
    y: (height - (minY + maxY) / 2) * MM,
  })
  const overlaps: { x: number; y: number }[] = []
  const struck: { x: number; y: number }[] = []
  // What paper was laid over later is not seen.
  const isSeen = (box: Box, order: number): boolean =>
    !marks.some((mark, at) => at > order && mark.is === 'paper' && holds(mark.box, box))
  const letters = marks.flatMap((mark, order) =>
    mark.is === 'letter' && isSeen(mark.box, order) ? [{ mark, order }] : [],
  )
  const others = marks.flatMap((mark, order) => (mark.is === 'letter' ? [] : [{ mark, order }]))
  letters.forEach(({ mark, order }, n) => {
    for (const { mark: other } of letters.slice(n + 1))
      // The same letter twice at a place is one that is struck twice to be bold.
      if (meet(mark.box, other.box) && mark.glyph !== other.glyph && cross(mark.edges, other.edges, 0))
        overlaps.push(middle(mark.box))
    const covers = others.filter(({ mark: each }) => each.is === 'paper' && holds(each.box, mark.box))
    const isStruck = others.some(
      ({ mark: each, order: at }) =>
        each.is === 'stroke' &&
        meet(mark.box, each.box) &&
        !(at < order && covers.some((cover) => cover.order > at && cover.order < order)) &&
        cross(mark.edges, each.edges, each.half),
    )
    if (isStruck) struck.push(middle(mark.box))
  })
  return { overlaps, struck, letters: letters.length }
}

const meet = (a: Box, b: Box): boolean =>
  a.minX < b.maxX && b.minX < a.maxX && a.minY < b.maxY && b.minY < a.maxY
/** Rounding of what poppler writes, points. */
const NEAR = 0.05
const holds = (a: Box, b: Box): boolean =>
  a.minX <= b.minX + NEAR && a.minY <= b.minY + NEAR && a.maxX >= b.maxX - NEAR && a.maxY >= b.maxY - NEAR

/** Whether edges come nearer to each other than a distance. */
function cross(some: readonly Edge[], others: readonly Edge[], reach: number): boolean {
  return some.some((p) => others.some((q) => crosses(p, q) || away(p, q) < reach))
}
const side = ([x1, y1, x2, y2]: Edge, x: number, y: number): number =>
  (x2 - x1) * (y - y1) - (y2 - y1) * (x - x1)
const crosses = (p: Edge, q: Edge): boolean =>
  side(p, q[0], q[1]) > 0 !== side(p, q[2], q[3]) > 0 && side(q, p[0], p[1]) > 0 !== side(q, p[2], p[3]) > 0
const away = (p: Edge, q: Edge): number =>
  Math.min(toEdge(p, q[0], q[1]), toEdge(p, q[2], q[3]), toEdge(q, p[0], p[1]), toEdge(q, p[2], p[3]))
function toEdge([x1, y1, x2, y2]: Edge, x: number, y: number): number {
  const [dx, dy] = [x2 - x1, y2 - y1]
  const long = dx * dx + dy * dy
  const t = long === 0 ? 0 : Math.max(0, Math.min(1, ((x - x1) * dx + (y - y1) * dy) / long))
  return Math.hypot(x - x1 - t * dx, y - y1 - t * dy)
}

interface Group {
  readonly white: boolean | null
  readonly clips: readonly Box[]
}
type Matrix = readonly [number, number, number, number, number, number]
const SAME: Matrix = [1, 0, 0, 1, 0, 0]

function marksOf(svg: string): Mark[] {
  const glyphs = new Map<string, readonly Edge[]>()
  const clips = new Map<string, Box>()
  const marks: Mark[] = []
  const groups: Group[] = [{ white: null, clips: [] }]
  let [symbol, clip]: [string | null, string | null] = [null, null]
  for (const [, end, name, rest, alone] of svg.matchAll(
    /<(\/?)(symbol|clipPath|g|use|path)\b([^>]*?)(\/?)>/g,
  )) {
    const fact = (key: string): string | undefined => new RegExp(`(?:^|\\s)${key}="([^"]*)"`).exec(rest!)?.[1]
    if (name === 'symbol') symbol = end ? null : fact('id')!
    else if (name === 'clipPath') clip = end ? null : fact('id')!
    else if (name === 'g') {
      if (end) groups.pop()
      else if (!alone) {
        const { white, clips: inside } = groups.at(-1)!
        const named = /url\(#([^)]+)\)/.exec(fact('clip-path') ?? '')?.[1]
        const fill = colourIn(rest!, 'fill')
        groups.push({
          white: fill === null ? white : isWhite(fill),
          clips: named && clips.has(named) ? [...inside, clips.get(named)!] : inside,
        })
      }
    } else if (name === 'path') {
      const edges = edgesOf(fact('d') ?? '', matrixOf(fact('transform')))
      if (symbol) glyphs.set(symbol, [...(glyphs.get(symbol) ?? []), ...edges])
      else if (clip) clips.set(clip, around(edges))
      else if (edges.length > 0) marks.push(...painted(rest!, edges, fact('transform'), groups.at(-1)!))
    } else if (name === 'use') {
      const glyph = (fact('xlink:href') ?? '').slice(1)
      const [dx, dy] = [Number(fact('x')), Number(fact('y'))]
      const edges = (glyphs.get(glyph) ?? []).map(([x1, y1, x2, y2]): Edge => [
        x1 + dx,
        y1 + dy,
        x2 + dx,
        y2 + dy,
      ])
      if (edges.length === 0) continue
      const box = around(edges)
      if (groups.at(-1)!.white) marks.push({ is: 'paper', box })
      else marks.push({ is: 'letter', glyph, edges, box })
    }
  }
  return marks
}

/** What a path paints: its line as far as it is seen through the clips around it, or paper. */
function painted(rest: string, edges: readonly Edge[], transform: string | undefined, group: Group): Mark[] {
  const stroke = colourIn(rest, 'stroke')
  const fill = colourIn(rest, 'fill')
  if (fill !== null && isWhite(fill)) return [{ is: 'paper', box: around(edges) }]
  if (stroke === null || isWhite(stroke)) return []
  const seen = edges.flatMap((edge) => {
    let left: Edge | null = edge
    for (const box of group.clips) left = left && within(left, box)
    return left ? [left] : []
  })
  if (seen.length === 0) return []
  const [a, b] = matrixOf(transform)
  const width = Number(/stroke-width[:=]"?([\d.]+)/.exec(rest)?.[1] ?? 1) * Math.hypot(a, b)
  const half = width / 2
  const { minX, minY, maxX, maxY } = around(seen)
  const box = { minX: minX - half, minY: minY - half, maxX: maxX + half, maxY: maxY + half }
  return [{ is: 'stroke', edges: seen, half, box }]
}

function colourIn(rest: string, key: 'fill' | 'stroke'): string | null {
  const found = new RegExp(`(?:^|[\\s";])${key}[:=]"?(rgb\\([^)]*\\)|none|#[0-9a-f]+)`).exec(rest)?.[1]
  return found && found !== 'none' ? found : null
}
const isWhite = (colour: string): boolean => /^rgb\(100%,\s*100%,\s*100%\)$|^#ffffff$/i.test(colour)

const matrixOf = (transform: string | undefined): Matrix => {
  const numbers = /matrix\(([^)]+)\)/
    .exec(transform ?? '')?.[1]
    ?.split(/[ ,]+/)
    .map(Number)
  return numbers?.length === 6 ? (numbers as unknown as Matrix) : SAME
}

function around(edges: readonly Edge[]): Box {
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity]
  for (const [x1, y1, x2, y2] of edges) {
    minX = Math.min(minX, x1, x2)
    maxX = Math.max(maxX, x1, x2)
    minY = Math.min(minY, y1, y2)
    maxY = Math.max(maxY, y1, y2)
  }
  return { minX, minY, maxX, maxY }
}

/** What of an edge lies in a box (Liang and Barsky, 1984). */
function within([x1, y1, x2, y2]: Edge, box: Box): Edge | null {
  let [from, to] = [0, 1]
  const [dx, dy] = [x2 - x1, y2 - y1]
  for (const [d, room] of [
    [-dx, x1 - box.minX],
    [dx, box.maxX - x1],
    [-dy, y1 - box.minY],
    [dy, box.maxY - y1],
  ] as const) {
    if (d === 0 && room < 0) return null
    if (d < 0) from = Math.max(from, room / d)
    if (d > 0) to = Math.min(to, room / d)
  }
  return from <= to ? [x1 + dx * from, y1 + dy * from, x1 + dx * to, y1 + dy * to] : null
}

/** Curves are taken by so many chords. */
const CHORDS = 5

/** The edges of a path of lines and cubic curves. */
function edgesOf(d: string, [a, b, c, e, f, g]: Matrix): Edge[] {
  const put = (x: number, y: number): readonly [number, number] => [a * x + c * y + f, b * x + e * y + g]
  const edges: Edge[] = []
  let [at, start]: (readonly [number, number])[] = [
    [0, 0],
    [0, 0],
  ]
  const to = (x: number, y: number): void => {
    edges.push([...put(...at!), ...put(x, y)])
    at = [x, y]
  }
  for (const [, command, given] of d.matchAll(/([MLCZ])([^MLCZ]*)/g)) {
    const n = (given!.match(/-?[\d.]+/g) ?? []).map(Number)
    if (command === 'M') at = start = [n[0]!, n[1]!]
    else if (command === 'L') to(n[0]!, n[1]!)
    else if (command === 'Z') {
      if (at![0] !== start![0] || at![1] !== start![1]) to(...start!)
    } else {
      const [x0, y0] = at!
      for (let i = 1; i <= CHORDS; i++) {
        const t = i / CHORDS
        const [p, q, r, s] = [(1 - t) ** 3, 3 * t * (1 - t) ** 2, 3 * t ** 2 * (1 - t), t ** 3]
        to(p * x0 + q * n[0]! + r * n[2]! + s * n[4]!, p * y0 + q * n[1]! + r * n[3]! + s * n[5]!)
      }
    }
  }
  return edges
}
