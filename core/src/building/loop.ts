import { SAME_POINT, type Box, type Point } from '../geometry'
import type { Boundary } from './overlay'

/** A closed outline with the material on its left: outer outlines run anticlockwise, holes clockwise. */
export interface Loop extends Box {
  readonly points: readonly Point[]
  readonly area: number
  /** How many boundaries it runs along. */
  readonly size: number
  /** Those boundaries, in order; and the same in runs, each with the box around it. */
  readonly edges: readonly LoopEdge[]
  readonly runs: readonly LoopRun[]
}

/** A part of a closed outline, from its corner to that of the next part. */
export interface LoopEdge {
  readonly from: Point
  readonly boundary: Boundary
}

/** Some parts of an outline that follow each other. */
export interface LoopRun extends Box {
  readonly edges: readonly LoopEdge[]
}

/** Where boundaries meet. */
export interface Corner {
  readonly x: number
  readonly y: number
  readonly out: HalfEdge[]
  /** Rises when an edge that starts here comes or goes. */
  version: number
  /** Half-edges that start or end here. */
  uses: number
}

/** A boundary, run with the inside on its left. */
export interface HalfEdge {
  /** What chains it. */
  readonly chain: { remove(edge: HalfEdge): void }
  readonly boundary: Boundary
  readonly from: Corner
  readonly to: Corner
  run: Run | null
  /** Waits to be chained, alone or as the first of its runs. */
  waits: boolean
  /** The edge it was followed by last, and the version of the corner between: it holds while that is the same. */
  follow: HalfEdge | null
  followed: number
}

/** A run holds no more edges than this. */
const MOST = 256

/**
 * Edges that follow each other. What an outline is made of: one that gains or loses an edge is put together again from
 * the runs it had, of which few are made anew. The edges of a run stay as they are.
 */
export class Run implements LoopRun {
  minX = Infinity
  minY = Infinity
  maxX = -Infinity
  maxY = -Infinity
  /** Twice the area it adds to its outline. */
  readonly twice: number
  loop: LoopInWork | null = null
  /** The runs it goes on from and to; null where that is not known. */
  before: Run | null = null
  next: Run | null = null

  constructor(readonly edges: readonly HalfEdge[]) {
    let twice = 0
    for (const edge of edges) {
      edge.run = this
      const { from, to } = edge
      this.reach(from)
      twice += from.x * to.y - to.x * from.y
    }
    this.reach(this.last.to)
    this.twice = twice
  }

  get first(): HalfEdge {
    return this.edges[0]!
  }

  get last(): HalfEdge {
    return this.edges.at(-1)!
  }

  private reach({ x, y }: Point): void {
    if (x < this.minX) this.minX = x
    if (y < this.minY) this.minY = y
    if (x > this.maxX) this.maxX = x
    if (y > this.maxY) this.maxY = y
  }

  /** Parts it before one of its edges, from what goes before too. Gives the run that begins with that edge. */
  partedBefore(edge: HalfEdge): Run {
    const { before, next } = this
    const i = this.edges.indexOf(edge)
    if (i === 0) {
      if (before) before.next = null
      this.before = null
      return this
    }
    const left = new Run(this.edges.slice(0, i))
    const right = new Run(this.edges.slice(i))
    // It may have gone round alone.
    if (next) follows(right, next === this ? left : next)
    if (before && before !== this) follows(before, left)
    return right
  }

  /** Takes an edge out. Gives the run that followed it, if there is one. */
  without(edge: HalfEdge): Run | null {
    const run = this.partedBefore(edge)
    const after = run.edges[1]
    const rest = after ? run.partedBefore(after) : run.next
    if (rest) rest.before = null
    edge.run = null
    return rest
  }
}

function follows(run: Run, next: Run): void {
  run.next = next
  next.before = run
}

/** Edges that follow each other, in as many runs as that takes. */
export const inRuns = (edges: readonly HalfEdge[]): Run[] =>
  Array.from(
    { length: Math.ceil(edges.length / MOST) },
    (_, i) => new Run(edges.slice(i * MOST, (i + 1) * MOST)),
  )

/** Runs that follow each other, in order; short ones become one. What is before the first and after the last is not known. */
export function joinedUp(runs: readonly Run[]): Run[] {
  const joined: Run[] = []
  let together: Run[] = []
  let count = 0
  const join = (): void => {
    const [only, more] = together
    if (only) joined.push(more ? new Run(together.flatMap(({ edges }) => edges)) : only)
  }
  for (const run of runs) {
    if (count + run.edges.length > MOST) {
      join()
      together = []
      count = 0
    }
    together.push(run)
    count += run.edges.length
  }
  join()
  joined.forEach((run, i) => {
    run.before = joined[i - 1] ?? null
    run.next = joined[i + 1] ?? null
  })
  return joined
}

/** An outline of edges; its corners are worked out when they are asked for. */
export class LoopInWork implements Loop {
  minX = Infinity
  minY = Infinity
  maxX = -Infinity
  maxY = -Infinity
  readonly area: number
  readonly size: number
  private all: readonly HalfEdge[] | null = null
  private corners: readonly Point[] | null = null

  /** Of runs that follow each other; the last goes on to the first. */
  constructor(readonly runs: readonly Run[]) {
    let twice = 0
    let size = 0
    for (const run of runs) {
      run.loop = this
      this.minX = Math.min(this.minX, run.minX)
      this.minY = Math.min(this.minY, run.minY)
      this.maxX = Math.max(this.maxX, run.maxX)
      this.maxY = Math.max(this.maxY, run.maxY)
      twice += run.twice
      size += run.edges.length
    }
    follows(runs.at(-1)!, runs[0]!)
    this.area = twice / 2
    this.size = size
  }

  get edges(): readonly HalfEdge[] {
    return (this.all ??=
      this.runs.length === 1 ? this.runs[0]!.edges : this.runs.flatMap(({ edges }) => edges))
  }

  get points(): readonly Point[] {
    return (this.corners ??= cornersOf(this.edges))
  }
}

function cornersOf(edges: readonly HalfEdge[]): Point[] {
  const points: Point[] = []
  for (let i = 0; i < edges.length; i++) {
    const edge = edges[i]!
    const before = edges[(i + edges.length - 1) % edges.length]!
    // Points in the middle of a straight run say nothing.
    const ax = edge.from.x - before.from.x
    const ay = edge.from.y - before.from.y
    const bx = edge.to.x - edge.from.x
    const by = edge.to.y - edge.from.y
    const straight =
      ax * bx + ay * by > 0 &&
      Math.abs(ax * by - ay * bx) <= SAME_POINT * Math.max(Math.hypot(ax, ay), Math.hypot(bx, by))
    if (!straight) points.push({ x: edge.from.x, y: edge.from.y })
  }
  return points
}
