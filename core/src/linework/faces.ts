import {
  ROUNDING,
  SAME_POINT,
  angleOf,
  arcOf,
  boxOf,
  crossings,
  directionOn,
  distance,
  edgeBox,
  edgeLength,
  growBox,
  insidePath,
  isStraight,
  nearestOnEdge,
  partOfEdge,
  pathArea,
  pathOf,
  pointOn,
  reversedEdge,
  straight,
  tidyPath,
  type Box,
  type Edge,
  type Path,
  type Point,
  PlaceIndex,
} from '../geometry'
import { narrowestGap, type Gap } from './closing'
import { Nodes } from './nodes'

/** The area around a point: its outer outline with the islands in it; or that there is none, or too much to search. */
export type Region =
  | { readonly found: true; readonly outer: Path; readonly islands: readonly Path[] }
  | { readonly found: false; readonly tooMuch: boolean }

/** More edges than this are not searched: the answer would take too long. */
const MOST_EDGES = 30_000

interface Node {
  readonly p: Point
  out: Half[]
}

interface Half {
  readonly edge: Edge
  readonly from: Node
  readonly to: Node
  twin: Half
  face: number
  readonly angle: number
  readonly bend: number
}

/**
 * The area that edges enclose around a point, as paths of straight and curved parts; lines that end loose in it
 * are passed over. Loose ends nearer to each other than `gap` count as joined.
 */
export function regionAround(edges: readonly Edge[], p: Point, gap: number): Region {
  if (edges.length > MOST_EDGES) return { found: false, tooMuch: true }
  const parts = splitEdges(edges)
  const bridges = gap > 0 ? bridgesOf(parts, gap) : []
  const region = enclosing(bridges.length > 0 ? splitEdges([...parts, ...bridges]) : parts, p)
  if (region) return { found: true, ...region }
  return { found: false, tooMuch: false }
}

interface Indexed extends Box {
  readonly i: number
}

/** All edges split where they cross or touch. */
export function splitEdges(edges: readonly Edge[]): Edge[] {
  const index = new PlaceIndex<Indexed>()
  const boxes = edges.map((edge, i) => ({ ...edgeBox(edge), i }))
  index.load(boxes)
  const cuts: number[][] = edges.map(() => [])
  boxes.forEach((box, i) => {
    const near = index.search({
      minX: box.minX - SAME_POINT,
      minY: box.minY - SAME_POINT,
      maxX: box.maxX + SAME_POINT,
      maxY: box.maxY + SAME_POINT,
    })
    for (const { i: j } of near) {
      if (j <= i) continue
      for (const { t, u } of crossings(edges[i]!, edges[j]!)) {
        cuts[i]!.push(t)
        cuts[j]!.push(u)
      }
    }
  })
  const parts: Edge[] = []
  edges.forEach((edge, i) => {
    const stops = [0, ...cuts[i]!.sort((a, b) => a - b), 1]
    const length = edgeLength(edge)
    let last = 0
    for (const stop of stops.slice(1)) {
      if ((stop - last) * length <= SAME_POINT) continue
      const end = (1 - stop) * length <= SAME_POINT ? 1 : stop
      parts.push(partOfEdge(edge, last, end))
      last = end
      if (end === 1) break
    }
  })
  return parts
}

type Graph = Nodes<Node>

function graphOf(parts: readonly Edge[]): Graph {
  const nodes: Graph = new Nodes((p) => ({ p, out: [] }))
  for (const part of parts) {
    const from = nodes.at(part.a)
    const to = nodes.at(part.b)
    if (from === to && isStraight(part)) continue
    const middle = pointOn(part, 0.5)
    if (
      from.out.some((half) => half.to === to && distance(pointOn(half.edge, 0.5), middle) <= 2 * SAME_POINT)
    )
      continue
    const half = halfOf(part, from, to)
    const twin = halfOf(reversedEdge(part), to, from)
    half.twin = twin
    twin.twin = half
    from.out.push(half)
    to.out.push(twin)
  }
  return nodes
}

function halfOf(edge: Edge, from: Node, to: Node): Half {
  const half: Half = {
    edge,
    from,
    to,
    twin: null as unknown as Half,
    face: -1,
    angle: angleOf(directionOn(edge, 0)),
    bend: isStraight(edge) ? 0 : Math.sign(edge.sweep) / arcOf(edge).radius,
  }
  return half
}

/** Takes away what ends loose, again and again, until every edge goes on at both ends. */
function prune(nodes: Graph): void {
  const todo = nodes.all.filter((node) => node.out.length === 1)
  for (let node = todo.pop(); node; node = todo.pop()) {
    const [half] = node.out
    if (node.out.length !== 1 || !half) continue
    node.out = []
    const other = half.to
    other.out = other.out.filter((each) => each !== half.twin)
    if (other.out.length === 1) todo.push(other)
  }
}

export interface Face {
  readonly path: Path
  readonly area: number
}

function facesOf(nodes: Graph): Face[] {
  for (const node of nodes.all) node.out.sort((p, q) => p.angle - q.angle || p.bend - q.bend)
  const faces: Face[] = []
  for (const node of nodes.all) {
    for (const start of node.out) {
      if (start.face >= 0) continue
      const edges: Edge[] = []
      let half = start
      do {
        half.face = faces.length
        edges.push({ ...half.edge, a: half.from.p, b: half.to.p })
        // The next to the right of the way back keeps the face on the left.
        const around = half.to.out
        const back = around.indexOf(half.twin)
        half = around[(back + around.length - 1) % around.length]!
      } while (half !== start && half.face < 0)
      const path = pathOf(edges, true)
      faces.push({ path, area: pathArea(path) })
    }
  }
  return faces
}

/** The faces of edges split where they meet, loose ends left out: areas positive, outsides negative. */
export function facesOfEdges(edges: readonly Edge[]): Face[] {
  const nodes = graphOf(splitEdges(edges))
  prune(nodes)
  return facesOf(nodes)
}

function enclosing(parts: readonly Edge[], p: Point): { outer: Path; islands: Path[] } | null {
  const nodes = graphOf(parts)
  prune(nodes)
  const faces = facesOf(nodes)
  let outer: Face | null = null
  for (const face of faces) {
    if (face.area <= 0 || (outer && face.area >= outer.area)) continue
    if (insidePath(face.path, p)) outer = face
  }
  if (!outer) return null
  const islands: Path[] = []
  for (const face of faces) {
    // The outside of something that stands in the area: traced clockwise.
    if (face.area >= 0) continue
    const q = face.path.vertices[0]!
    if (!insidePath(outer.path, q) || insidePath(face.path, p)) continue
    if (smallestAround(faces, face, q) === outer) islands.push(face.path)
  }
  const tidy = (path: Path): Path => tidyPath(path) ?? path
  return { outer: tidy(outer.path), islands: islands.map(tidy) }
}

/** The smallest face around a point of an outline that is larger than what the outline holds. */
function smallestAround(faces: readonly Face[], inner: Face, q: Point): Face | null {
  let best: Face | null = null
  for (const face of faces) {
    if (face.area <= -inner.area + ROUNDING || (best && face.area >= best.area)) continue
    if (insidePath(face.path, q) || touches(face.path, q)) best = face
  }
  return best
}

const touches = (path: Path, q: Point): boolean =>
  path.vertices.some((vertex) => distance(vertex, q) <= 2 * SAME_POINT)

/** Loose ends of the parts: nodes where only one edge ends. */
function looseEnds(parts: readonly Edge[]): Point[] {
  return graphOf(parts)
    .all.filter((node) => node.out.length === 1)
    .map((node) => node.p)
}

/** Straight bridges from loose ends to each other, or to the nearest place on an edge, no longer than `most`. */
function bridgesOf(parts: readonly Edge[], most: number): Edge[] {
  const index = new PlaceIndex<Indexed>().load(parts.map((part, i) => ({ ...edgeBox(part), i })))
  const ends = looseEnds(parts)
  const bridges: Edge[] = []
  const add = (a: Point, b: Point): void => {
    const width = distance(a, b)
    if (width <= most && width > SAME_POINT) bridges.push(straight(a, b))
  }
  ends.forEach((a, i) => {
    for (const b of ends.slice(i + 1)) add(a, b)
    for (const { i: k } of index.search(growBox(boxOf([a]), most))) {
      const part = parts[k]!
      if (distance(part.a, a) <= 2 * SAME_POINT || distance(part.b, a) <= 2 * SAME_POINT) continue
      add(a, nearestOnEdge(part, a).point)
    }
  })
  return bridges
}

/** The narrowest opening whose closing would close the area around p. */
export function leakAround(edges: readonly Edge[], p: Point): Gap | null {
  if (edges.length > MOST_EDGES) return null
  const parts = splitEdges(edges)
  return narrowestGap(parts, looseEnds(parts), p, { hanging: true })
}

/** The area of a region without its islands, mm². */
export const regionArea = (outer: Path, islands: readonly Path[]): number =>
  Math.abs(pathArea(outer)) - islands.reduce((sum, path) => sum + Math.abs(pathArea(path)), 0)
