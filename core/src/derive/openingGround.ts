import { atWall, bodyBetween, wallLine, type OpeningFit, type WallShape } from '../building'
import { strokeItem, type DisplayItem, type PenName } from '../display'
import { direction, offsetFrom, pathOf, pathOfPoints, type Point } from '../geometry'

/** Dashes of what lies above the cut, paper mm. */
export const OVERHEAD_DASHES = [2, 1.2]

/** Places and lines in an opening, in the axes of its wall: along its line, and aside to its left. */
export class OpeningGround {
  readonly low: number
  readonly high: number
  /** The aside of the outer face (that of `side`), and the sense from there to the other face. */
  readonly outer: number
  readonly inner: number
  readonly inwards: 1 | -1

  constructor(
    private readonly shape: WallShape,
    private readonly fit: OpeningFit,
    /** Real mm to one paper mm. */
    readonly scale: number,
  ) {
    const { low, high } = bodyBetween(shape, fit.opening.sill, fit.opening.head)
    this.low = low
    this.high = high
    const left = fit.opening.side === 'left'
    this.outer = left ? high : low
    this.inner = left ? low : high
    this.inwards = left ? -1 : 1
  }

  /** The end of the wall whose corner it goes round. */
  get mitre(): 'start' | 'end' | null {
    return this.fit.mitre?.end ?? null
  }

  get source(): string {
    return this.fit.opening.id
  }

  /** Where the opening starts and ends along the wall at an aside: square to it, or along the corner it goes round. */
  from(aside: number): number {
    const { mitre, from } = this.fit
    return mitre?.end === 'start' ? this.onMitre(aside) : from
  }
  to(aside: number): number {
    const { mitre, to } = this.fit
    return mitre?.end === 'end' ? this.onMitre(aside) : to
  }
  private onMitre(aside: number): number {
    const { low, high } = this.fit.mitre!
    const t = (aside - this.shape.low) / (this.shape.high - this.shape.low)
    return low + (high - low) * t
  }

  at(along: number, aside: number): Point {
    return atWall(this.shape, along, aside)
  }

  line(pen: PenName, closed: boolean, ...points: Point[]): DisplayItem {
    return { kind: 'line', pen, points: points.flatMap((p) => [p.x, p.y]), closed, source: this.source }
  }

  dashed(closed: boolean, ...points: Point[]): DisplayItem {
    return strokeItem(pathOfPoints(points, closed), 'light', OVERHEAD_DASHES, this.scale, this.source)
  }

  /** Along the wall at an aside: straight, or with its curve. */
  run(pen: PenName, aside: number, from = this.from(aside), to = this.to(aside)): DisplayItem {
    return this.shape.arc
      ? strokeItem(pathOf([wallLine(this.shape, aside, from, to)], false), pen, [], this.scale, this.source)
      : this.line(pen, false, this.at(from, aside), this.at(to, aside))
  }

  box(pen: PenName, from: number, to: number, low: number, high: number): DisplayItem {
    return this.line(pen, true, this.at(from, low), this.at(to, low), this.at(to, high), this.at(from, high))
  }
}

/** A place with a direction: what stands there is drawn along u and to its left. */
export interface Spot {
  readonly at: Point
  readonly u: Point
}

export const spotBetween = (at: Point, towards: Point): Spot => ({ at, u: direction(at, towards) })

/** The corners of a rectangle from a spot: along it by `length`, to its left by `thickness`. */
export const slab = ({ at, u }: Spot, length: number, thickness: number): Point[] => [
  at,
  offsetFrom(at, u, length),
  offsetFrom(at, u, length, thickness),
  offsetFrom(at, u, 0, thickness),
]
