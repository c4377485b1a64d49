import RBush from 'rbush'
import {
  SAME_POINT,
  boxOf,
  distance,
  edgeBox,
  flattenEdge,
  growBox,
  nearestOnEdge,
  partOfEdge,
  type Box,
  type Edge,
  type Point,
} from '../geometry'
import { Nodes } from './nodes'

/** An opening between two points of what bounds an area, and how wide it is, mm. */
export interface Gap {
  readonly a: Point
  readonly b: Point
  readonly width: number
}

interface Node {
  readonly p: Point
  /** The node it is joined to, and whether the way there passes the ray an odd number of times. */
  up: Node
  odd: boolean
}

/**
 * Tells whether edges close around a point, while more are joined on. Each node knows along which way it hangs on
 * others, and how often that way passes a ray from the point: a way back to itself that passes it an odd number of times
 * goes around the point (Jordan's curve theorem). Joining an edge takes next to no time.
 */
class Closing {
  private readonly nodes = new Nodes<Node>((p) => {
    const node: Node = { p, up: null as unknown as Node, odd: false }
    node.up = node
    return node
  })
  closed = false

  constructor(private readonly centre: Point) {}

  /** Whether joining two points along a way would tell anything new. */
  news(way: readonly Point[]): boolean {
    const a = this.root(this.nodes.at(way[0]!))
    const b = this.root(this.nodes.at(way.at(-1)!))
    return a.node !== b.node || (a.odd !== b.odd) !== this.passes(way)
  }

  /** Joins two points along a way, which begins at the one and ends at the other. */
  join(way: readonly Point[]): void {
    const a = this.root(this.nodes.at(way[0]!))
    const b = this.root(this.nodes.at(way.at(-1)!))
    const odd = (a.odd !== b.odd) !== this.passes(way)
    if (a.node === b.node) this.closed ||= odd
    else Object.assign(b.node, { up: a.node, odd })
  }

  private root(node: Node): { node: Node; odd: boolean } {
    let odd = false
    let top = node
    while (top.up !== top) {
      odd = odd !== top.odd
      top = top.up
    }
    // What hangs low is hung directly, so that ways stay short.
    let left = odd
    for (let each = node; each !== top;) {
      const { up, odd: own } = each
      each.up = top
      each.odd = left
      left = left !== own
      each = up
    }
    return { node: top, odd }
  }

  /** Whether a way passes the ray to the right of the centre an odd number of times. */
  private passes(way: readonly Point[]): boolean {
    const { x, y } = this.centre
    let odd = false
    for (let i = 1; i < way.length; i++) {
      const a = i === 1 ? this.nodes.at(way[0]!).p : way[i - 1]!
      const b = i === way.length - 1 ? this.nodes.at(way[i]!).p : way[i]!
      if (a.y > y === b.y > y) continue
      if (a.x + ((y - a.y) / (b.y - a.y)) * (b.x - a.x) > x) odd = !odd
    }
    return odd
  }
}

/** Curves are walked in chords as near as this, mm. */
const CHORD = 0.1

/** The points along an edge, both ends among them. */
const wayOf = (edge: Edge): Point[] => [edge.a, ...flattenEdge(edge, CHORD)]

interface Indexed extends Box {
  readonly edge: Edge
}

/** How far from an end the nearest edges are looked for, mm: one ring after the other, since most gaps are small. */
const RINGS = [50, 250, 1000, 3000]

/**
 * The narrowest gap through which the space around a point runs out between edges: of all gaps from `ends` to an edge,
 * or to each other, no wider than `widest`, shut from the narrowest on, the one that closes it. Null when the point is
 * closed in already, or not even all of them close it in. Edges meet at their ends only.
 *
 * @param isOpen whether a gap counts; asked of few.
 */
export function narrowestGap(
  edges: readonly Edge[],
  ends: readonly Point[],
  p: Point,
  widest: number,
  isOpen: (gap: Gap) => boolean = () => true,
): Gap | null {
  const closing = new Closing(p)
  for (const edge of edges) closing.join(wayOf(edge))
  if (closing.closed) return null
  const index = new RBush<Indexed>().load(edges.map((edge) => ({ ...edgeBox(edge), edge })))
  const loose = new RBush<Box & { readonly p: Point }>().load(
    ends.map((each) => ({ ...boxOf([each]), p: each })),
  )
  let least = SAME_POINT
  for (const ring of [...RINGS.filter((each) => each < widest), widest]) {
    const gaps: (Gap & { readonly way: readonly Point[] })[] = []
    for (const a of ends) {
      const box = growBox(boxOf([a]), ring)
      for (const { edge } of index.search(box)) {
        if (distance(edge.a, a) <= 2 * SAME_POINT || distance(edge.b, a) <= 2 * SAME_POINT) continue
        const { point: b, t, distance: width } = nearestOnEdge(edge, a)
        if (width <= least || width > ring) continue
        const way = t === 0 || t === 1 ? [a, b] : [a, b, ...wayOf(partOfEdge(edge, 0, t)).reverse()]
        gaps.push({ a, b, width, way })
      }
      for (const { p: b } of loose.search(box)) {
        const width = distance(a, b)
        if (width > least && width <= ring) gaps.push({ a, b, width, way: [a, b] })
      }
    }
    gaps.sort((one, other) => one.width - other.width)
    for (const { way, ...gap } of gaps) {
      if (!closing.news(way) || !isOpen(gap)) continue
      closing.join(way)
      if (closing.closed) return gap
    }
    least = ring
  }
  return null
}
