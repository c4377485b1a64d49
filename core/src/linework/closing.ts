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

/** Two nodes to be hung together, and whether the way between passes the ray an odd number of times. */
interface Joint {
  readonly a: Node
  readonly b: Node
  readonly odd: boolean
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

  at(p: Point): Node {
    return this.nodes.at(p)
  }

  /** What joining two nodes tells, along a way that passes the ray so; null when that is nothing new, and stays so. */
  news(first: Node, last: Node, odd: boolean): Joint | null {
    const a = top(first)
    const b = top(last)
    const turned = (first.odd !== last.odd) !== odd
    return a === b && !turned ? null : { a, b, odd: turned }
  }

  join({ a, b, odd }: Joint): void {
    if (a === b) this.closed ||= odd
    else Object.assign(b, { up: a, odd })
  }

  /** Whether a straight way passes the ray to the right of the centre. */
  passes(a: Point, b: Point): boolean {
    const { x, y } = this.centre
    return a.y > y !== b.y > y && a.x + ((y - a.y) / (b.y - a.y)) * (b.x - a.x) > x
  }

  /** Whether a way from point to point passes it an odd number of times. */
  passesAlong(way: readonly Point[]): boolean {
    let odd = false
    for (let i = 1; i < way.length; i++) odd = odd !== this.passes(way[i - 1]!, way[i]!)
    return odd
  }
}

/** The node that holds all a node is joined to, after which the node hangs on it directly. */
function top(node: Node): Node {
  const { up } = node
  if (up === node || up.up === up) return up
  const found = top(up)
  node.odd = node.odd !== up.odd
  node.up = found
  return found
}

/** Curves are walked in chords as near as this, mm. */
const CHORD = 0.1

/** The points along an edge from its one node to its other. */
const wayOf = (edge: Edge, from: Point, to: Point): Point[] => [
  from,
  ...flattenEdge(edge, CHORD).slice(0, -1),
  to,
]

interface Indexed extends Box {
  readonly edge: Edge
  readonly from: Node
}

class NodesByPlace extends RBush<Node> {
  override toBBox({ p }: Node): Box {
    return boxOf([p])
  }
  override compareMinX(one: Node, other: Node): number {
    return one.p.x - other.p.x
  }
  override compareMinY(one: Node, other: Node): number {
    return one.p.y - other.p.y
  }
}

/** Openings wider than this are no slips of the hand, and not named as leaks, mm. */
export const WIDEST_LEAK = 1500
/** How far from an end edges are looked for, mm: one ring after the other, since most gaps are small. */
const RINGS = [50, 250, 750, WIDEST_LEAK]

/**
 * The narrowest gap through which the space around a point runs out between edges: of all gaps from one of `ends` to an
 * edge, no wider than a slip of the hand, shut from the narrowest on, the one that closes it. Null when the point is
 * closed in already, or not even all of them close it in. Edges meet at their ends only.
 *
 * `isOpen`: whether a gap counts; asked of few. `hanging`: the ends hang loose, and are joined with each other too.
 */
export function narrowestGap(
  edges: readonly Edge[],
  ends: readonly Point[],
  p: Point,
  {
    isOpen = () => true,
    hanging = false,
  }: { readonly isOpen?: (gap: Gap) => boolean; readonly hanging?: boolean } = {},
): Gap | null {
  const closing = new Closing(p)
  const items: Indexed[] = []
  for (const edge of edges) {
    const [from, to] = [closing.at(edge.a), closing.at(edge.b)]
    const joint = closing.news(from, to, closing.passesAlong(wayOf(edge, from.p, to.p)))
    if (joint) closing.join(joint)
    items.push({ ...edgeBox(edge), edge, from })
  }
  if (closing.closed) return null
  const index = new RBush<Indexed>().load(items)
  const loose = hanging ? new NodesByPlace().load(ends.map((end) => closing.at(end))) : null
  let least = SAME_POINT
  for (const ring of RINGS) {
    const gaps: (Gap & { readonly first: Node; readonly last: Node; readonly odd: boolean })[] = []
    const take = (first: Node, last: Node, odd: boolean, b: Point, width: number): void => {
      if (width > least && width <= ring && closing.news(first, last, odd))
        gaps.push({ a: first.p, b, width, first, last, odd })
    }
    for (const end of ends) {
      const first = closing.at(end)
      for (const other of loose?.search(growBox(boxOf([end]), ring)) ?? [])
        take(first, other, closing.passes(first.p, other.p), other.p, distance(first.p, other.p))
      for (const { edge, from } of index.search(growBox(boxOf([end]), ring))) {
        if (distance(edge.a, end) <= 2 * SAME_POINT || distance(edge.b, end) <= 2 * SAME_POINT) continue
        const { point, t, distance: width } = nearestOnEdge(edge, end)
        if (width <= least || width > ring) continue
        const last = t === 1 ? closing.at(edge.b) : from
        const odd =
          t === 0 || t === 1
            ? closing.passes(first.p, last.p)
            : closing.passes(first.p, point) !==
              closing.passesAlong(wayOf(partOfEdge(edge, 0, t), from.p, point))
        take(first, last, odd, point, width)
      }
    }
    gaps.sort((one, other) => one.width - other.width)
    for (const { first, last, odd, ...gap } of gaps) {
      const joint = closing.news(first, last, odd)
      if (!joint || !isOpen(gap)) continue
      closing.join(joint)
      if (closing.closed) return gap
    }
    least = ring
  }
  return null
}
