import { ONE_EVENT, PARALLEL, SAME_POINT, cross, distance, dot, type Point } from '../geometry'

/** An edge of a roof's outline, run with the roof on its left. */
export interface SlopingEdge {
  /** How far its plane comes inwards for each mm it rises: the cotangent of its pitch; 0: it stands upright, a gable. */
  readonly speed: number
  /** Height above the eaves at which it starts to come inwards, mm. */
  readonly start: number
}

/** A place on the fold of a roof: in plan, and how high, mm. */
export interface FoldPoint extends Point {
  readonly z: number
}

/** Where the planes of two edges meet. */
export interface Fold {
  readonly a: FoldPoint
  readonly b: FoldPoint
  /** The edges whose planes lie to the left and to the right of the way from a to b. */
  readonly left: number
  readonly right: number
}

interface Line {
  /** Inward normal; the edge runs where n · p = c. */
  readonly nx: number
  readonly ny: number
  readonly c: number
  readonly u: Point
}

/** More turns than this many times its edges, and an outline is taken to have no answer. */
const MOST_TURNS = 12

/**
 * The weighted straight skeleton of an outline: where the planes meet that rise from its edges, each at a pitch of its own,
 * found by letting the outline shrink as the height rises, from one event to the next (Aichholzer and Aurenhammer 1996, who
 * let all edges move alike; weighted as by Eppstein and Erickson 1999). Edges that stand upright do not move: gables. The
 * outline runs anticlockwise and does not cross itself. Null where the planes never close.
 */
export function straightSkeleton(outline: readonly Point[], edges: readonly SlopingEdge[]): Fold[] | null {
  const lines = outline.map((a, i): Line => {
    const b = outline[(i + 1) % outline.length]!
    const length = distance(a, b)
    const u = { x: (b.x - a.x) / length, y: (b.y - a.y) / length }
    return { nx: -u.y, ny: u.x, c: -u.y * a.x + u.x * a.y, u }
  })
  return new Shrinking(lines, edges).run()
}

/** A loop of edges with the points between them: point i is where edge i begins. */
interface Ring {
  edges: number[]
  points: Point[]
}

class Shrinking {
  private height = 0
  private rings: Ring[]
  private readonly folds: Fold[] = []

  constructor(
    private readonly lines: readonly Line[],
    private readonly edges: readonly SlopingEdge[],
  ) {
    const all = lines.map((_, i) => i)
    const points = all.map((i) => this.meeting(all[(i + all.length - 1) % all.length]!, i, 0))
    this.rings = points.every((p) => p !== null) ? [{ edges: all, points: points as Point[] }] : []
  }

  run(): Fold[] | null {
    if (this.rings.length === 0) return null
    const most = MOST_TURNS * this.lines.length + MOST_TURNS
    for (let turn = 0; this.rings.length > 0; turn++) {
      if (turn > most) return null
      const next = this.nextHeight()
      if (next === null) return null
      if (!this.rise(next)) return null
      this.rings = this.rings.flatMap((ring) => this.settled(ring))
    }
    return this.folds
  }

  private offset(edge: number, height: number): number {
    const { speed, start } = this.edges[edge]!
    return this.lines[edge]!.c + speed * Math.max(0, height - start)
  }

  private speedAt(edge: number, height: number): number {
    const { speed, start } = this.edges[edge]!
    return height >= start - ONE_EVENT ? speed : 0
  }

  /** Where two edges meet at a height; null when they run side by side. */
  private meeting(e: number, f: number, height: number): Point | null {
    const [p, q] = [this.lines[e]!, this.lines[f]!]
    const det = p.nx * q.ny - p.ny * q.nx
    if (Math.abs(det) < PARALLEL) return null
    const [c, d] = [this.offset(e, height), this.offset(f, height)]
    return { x: (c * q.ny - d * p.ny) / det, y: (p.nx * d - q.nx * c) / det }
  }

  /** How fast a point of a ring moves, in plan for each mm of height. */
  private velocity(ring: Ring, i: number): Point {
    const count = ring.edges.length
    const e = ring.edges[(i + count - 1) % count]!
    const f = ring.edges[i]!
    const [p, q] = [this.lines[e]!, this.lines[f]!]
    const det = p.nx * q.ny - p.ny * q.nx
    const [c, d] = [this.speedAt(e, this.height), this.speedAt(f, this.height)]
    if (Math.abs(det) < PARALLEL)
      // Run on in one line, they move alike.
      return { x: p.nx * c, y: p.ny * c }
    return { x: (c * q.ny - d * p.ny) / det, y: (p.nx * d - q.nx * c) / det }
  }

  /** The height of the next event: an edge vanishes, an inward corner meets an edge, or an edge starts to move. */
  private nextHeight(): number | null {
    let best = Infinity
    const offer = (height: number): void => {
      if (height > this.height + ONE_EVENT / 10 && height < best) best = height
    }
    for (const { start } of this.edges) offer(start)
    for (const ring of this.rings) {
      const count = ring.edges.length
      const velocities = ring.edges.map((_, i) => this.velocity(ring, i))
      for (let i = 0; i < count; i++) {
        const j = (i + 1) % count
        const { u } = this.lines[ring.edges[i]!]!
        const [p, q] = [ring.points[i]!, ring.points[j]!]
        const [v, w] = [velocities[i]!, velocities[j]!]
        const length = (q.x - p.x) * u.x + (q.y - p.y) * u.y
        const closing = (v.x - w.x) * u.x + (v.y - w.y) * u.y
        if (closing > 0) offer(this.height + Math.max(0, length) / closing)
        const before = this.lines[ring.edges[(i + count - 1) % count]!]!
        if (cross(before.u, u) >= 0) continue
        for (let k = 0; k < count; k++) {
          const edge = ring.edges[k]!
          if (k === i || k === (i + count - 1) % count) continue
          const { nx, ny } = this.lines[edge]!
          const away = nx * p.x + ny * p.y - this.offset(edge, this.height)
          const nearing = this.speedAt(edge, this.height) - (nx * v.x + ny * v.y)
          if (nearing <= 0) continue
          const at = this.height + away / nearing
          if (away < -ONE_EVENT || at > best) continue
          // Does it come to lie on the edge as that is then?
          const by = at - this.height
          const m = (k + 1) % count
          const there = { x: p.x + v.x * by, y: p.y + v.y * by }
          const along = (index: number): number => {
            const r = ring.points[index]!
            const s = velocities[index]!
            const { u: way } = this.lines[edge]!
            return (r.x + s.x * by) * way.x + (r.y + s.y * by) * way.y
          }
          const place = there.x * this.lines[edge]!.u.x + there.y * this.lines[edge]!.u.y
          if (place >= along(k) - SAME_POINT && place <= along(m) + SAME_POINT) offer(at)
        }
      }
    }
    return Number.isFinite(best) ? best : null
  }

  /** Lets all points move to a height, and keeps the way they took as folds. */
  private rise(height: number): boolean {
    const by = height - this.height
    for (const ring of this.rings) {
      const count = ring.edges.length
      const velocities = ring.edges.map((_, i) => this.velocity(ring, i))
      ring.points = ring.points.map((p, i) => {
        const v = velocities[i]!
        const q = { x: p.x + v.x * by, y: p.y + v.y * by }
        this.fold(p, this.height, q, height, ring.edges[(i + count - 1) % count]!, ring.edges[i]!)
        return q
      })
      if (ring.points.some(({ x, y }) => !Number.isFinite(x + y))) return false
    }
    this.height = height
    return true
  }

  /** A point between two edges moved: the plane of the edge before lies to its left, of the edge after to its right. */
  private fold(p: Point, low: number, q: Point, high: number, before: number, after: number): void {
    if (distance(p, q) <= SAME_POINT && high - low <= SAME_POINT) return
    if (before === after) return
    this.folds.push({ a: { ...p, z: low }, b: { ...q, z: high }, left: before, right: after })
  }

  /** A ring after an event, in as many rings as it became; none where nothing is left of it. */
  private settled(ring: Ring): Ring[] {
    const whole = this.withoutVanished(ring)
    return whole ? this.split(whole) : []
  }

  /** Takes out edges without length; null when that leaves no area. */
  private withoutVanished(ring: Ring): Ring | null {
    const edges: number[] = []
    const points: Point[] = []
    const count = ring.edges.length
    for (let i = 0; i < count; i++) {
      const [p, q] = [ring.points[i]!, ring.points[(i + 1) % count]!]
      if (distance(p, q) <= VANISHED) continue
      edges.push(ring.edges[i]!)
      points.push(p)
    }
    this.cutSpikes(edges, points)
    const area = points.reduce((sum, p, i) => {
      const q = points[(i + 1) % points.length]!
      return sum + cross(p, q)
    }, 0)
    if (edges.length > 2 && area / 2 > NO_AREA * Math.max(1, spanOf(points))) return { edges, points }
    this.finish(edges, points)
    return null
  }

  /** Where an edge runs back along the one before, both their planes have met: the ridge between them is kept, the spike goes. */
  private cutSpikes(edges: number[], points: Point[]): void {
    for (let i = 0; edges.length > 2 && i < edges.length;) {
      const count = edges.length
      const h = (i + count - 1) % count
      const [e, f] = [this.lines[edges[h]!]!, this.lines[edges[i]!]!]
      if (dot(e.u, f.u) > 0 || Math.abs(cross(e.u, f.u)) > PARALLEL) {
        i++
        continue
      }
      const [start, tip, end] = [points[h]!, points[i]!, points[(i + 1) % count]!]
      const [back, on] = [distance(start, tip), distance(tip, end)]
      const to = back < on ? start : end
      if (distance(tip, to) > SAME_POINT)
        this.folds.push({
          a: { ...tip, z: this.height },
          b: { x: to.x, y: to.y, z: this.height },
          left: edges[h]!,
          right: edges[i]!,
        })
      if (back < on) points[i] = start
      const gone = back < on - VANISHED ? [h] : on < back - VANISHED ? [i] : [h, i]
      for (const index of gone.sort((p, q) => q - p)) {
        edges.splice(index, 1)
        points.splice(index, 1)
      }
      i = 0
    }
  }

  /** What is left has closed to a line: the ridge between the edges on its two sides. */
  private finish(edges: readonly number[], points: readonly Point[]): void {
    if (points.length < 2) return
    // Along the line all places where a part of either side begins.
    const [from, to] = furthest(points)
    const length = distance(from, to)
    if (length <= SAME_POINT) return
    const u = { x: (to.x - from.x) / length, y: (to.y - from.y) / length }
    const along = (p: Point): number => dot({ x: p.x - from.x, y: p.y - from.y }, u)
    const stops = [...new Set(points.map(along).map((s) => Math.round(s / SAME_POINT) * SAME_POINT))].sort(
      (p, q) => p - q,
    )
    const spans = edges.map((edge, i) => ({
      edge,
      a: along(points[i]!),
      b: along(points[(i + 1) % points.length]!),
    }))
    for (let k = 1; k < stops.length; k++) {
      const [s, t] = [stops[k - 1]!, stops[k]!]
      const middle = (s + t) / 2
      // Run with the roof on its left: forwards the edge lies to the right of the line, backwards to its left.
      const right = spans.find(({ a, b }) => a < middle && b > middle)
      const left = spans.find(({ a, b }) => b < middle && a > middle)
      if (!left || !right || left.edge === right.edge) continue
      const at = (by: number): FoldPoint => ({ x: from.x + u.x * by, y: from.y + u.y * by, z: this.height })
      this.folds.push({ a: at(s), b: at(t), left: left.edge, right: right.edge })
    }
  }

  /** Parts a ring where one of its corners has come to lie on an edge of it. */
  private split(ring: Ring): Ring[] {
    const count = ring.edges.length
    for (let i = 0; i < count; i++) {
      const before = this.lines[ring.edges[(i + count - 1) % count]!]!
      if (cross(before.u, this.lines[ring.edges[i]!]!.u) >= 0) continue
      const p = ring.points[i]!
      for (let k = 0; k < count; k++) {
        if (k === i || k === (i + count - 1) % count) continue
        const { nx, ny, u } = this.lines[ring.edges[k]!]!
        if (Math.abs(nx * p.x + ny * p.y - this.offset(ring.edges[k]!, this.height)) > VANISHED) continue
        const [a, b] = [ring.points[k]!, ring.points[(k + 1) % count]!]
        const [s, t] = [dot(u, { x: p.x - a.x, y: p.y - a.y }), dot(u, { x: p.x - b.x, y: p.y - b.y })]
        if (s < -VANISHED || t > VANISHED) continue
        // From the corner on to the edge, and from the edge on to the corner.
        const first = this.part(ring, i, k, p)
        const second = this.part(ring, k, (i + count - 1) % count, p)
        return [...this.settled(first), ...this.settled(second)]
      }
    }
    return [ring]
  }

  /** The edges from one to another, closed by a point where the last meets the first. */
  private part(ring: Ring, from: number, to: number, at: Point): Ring {
    const edges: number[] = []
    const points: Point[] = []
    const count = ring.edges.length
    for (let i = from; ; i = (i + 1) % count) {
      edges.push(ring.edges[i]!)
      points.push(i === from ? at : ring.points[i]!)
      if (i === to) break
    }
    return { edges, points }
  }
}

/** An edge shorter than this has vanished, mm. */
const VANISHED = 0.02
/** What is left of an outline has no area when it is thinner than this, mm. */
const NO_AREA = 0.05

const spanOf = (points: readonly Point[]): number => {
  const [a, b] = furthest(points)
  return distance(a, b)
}

/** The two points that lie furthest apart. */
function furthest(points: readonly Point[]): [Point, Point] {
  let best: [Point, Point] = [points[0] ?? { x: 0, y: 0 }, points[0] ?? { x: 0, y: 0 }]
  for (const p of points) for (const q of points) if (distance(p, q) > distance(...best)) best = [p, q]
  return best
}
