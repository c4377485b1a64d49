import { PARALLEL, SAME_POINT } from '../geometry'
import type { Plate } from './plate'
import type { Ray2 } from './spans'

/** Places whose nearness differs by less lie in one depth, mm. */
export const ONE_DEPTH = 0.01

/** What is nearest just beside a line, part after part: to its left (sense 1) or to its right (-1). */
export class Nearest {
  /** Where each part ends; the last ends with the line. */
  readonly ends: number[] = []
  /** What is seen on each part; null: nothing. */
  readonly plates: (Plate | null)[] = []
  private ray: Ray2 | null = null
  private endsBefore: number[] = []
  private platesBefore: (Plate | null)[] = []

  constructor(private readonly sense: 1 | -1) {}

  /** Begins anew: nothing is seen anywhere. */
  begin(ray: Ray2): void {
    this.ray = ray
    this.ends.length = 0
    this.plates.length = 0
    this.ends.push(ray.length)
    this.plates.push(null)
  }

  /** Takes in a plate where the line lies within it: from, to, from, to … */
  add(plate: Plate, spans: readonly number[]): void {
    for (let i = 0; i < spans.length; i += 2) this.addSpan(plate, spans[i]!, spans[i + 1]!)
  }

  private addSpan(plate: Plate, from: number, to: number): void {
    const { ends, plates } = this
    const count = ends.length
    this.endsBefore.length = 0
    this.platesBefore.length = 0
    for (let i = 0; i < count; i++) {
      this.endsBefore.push(ends[i]!)
      this.platesBefore.push(plates[i]!)
    }
    ends.length = 0
    plates.length = 0
    let start = 0
    for (let i = 0; i < count; i++) {
      const end = this.endsBefore[i]!
      const there = this.platesBefore[i]!
      const low = Math.max(start, from)
      const high = Math.min(end, to)
      if (high - low <= SAME_POINT) this.put(end, there)
      else {
        if (low > start) this.put(low, there)
        this.meet(plate, there, low, high)
        if (end > high) this.put(end, there)
      }
      start = end
    }
  }

  /** The nearer of two on a part of the line; where they cross, one after the other. */
  private meet(plate: Plate, there: Plate | null, low: number, high: number): void {
    if (!there) return this.put(high, plate)
    const { x, y, ux, uy } = this.ray!
    const [a, b, c] = [plate.a - there.a, plate.b - there.b, plate.c - there.c]
    const first = a * (x + ux * low) + b * (y + uy * low) + c
    const last = a * (x + ux * high) + b * (y + uy * high) + c
    if (first >= -ONE_DEPTH && last >= -ONE_DEPTH) {
      if (first > ONE_DEPTH || last > ONE_DEPTH) return this.put(high, plate)
      // Side by side in one depth: the one that comes nearer beside the line, or else the stronger.
      const beside = (b * ux - a * uy) * this.sense
      const wins =
        Math.abs(beside) > PARALLEL
          ? beside > 0
          : plate.rank !== there.rank
            ? plate.rank > there.rank
            : plate.order < there.order
      return this.put(high, wins ? plate : there)
    }
    if (first <= ONE_DEPTH && last <= ONE_DEPTH) return this.put(high, there)
    const at = low + ((high - low) * first) / (first - last)
    this.put(at, first > 0 ? plate : there)
    this.put(high, first > 0 ? there : plate)
  }

  private put(end: number, plate: Plate | null): void {
    const { ends, plates } = this
    const last = ends.length - 1
    if (last >= 0 && plates[last] === plate) ends[last] = end
    else {
      ends.push(end)
      plates.push(plate)
    }
  }

  /** The least nearness of what is seen along the line; -∞ where anything is open. */
  floor(): number {
    let floor = Infinity
    const { x, y, ux, uy } = this.ray!
    let start = 0
    for (let i = 0; i < this.ends.length; i++) {
      const plate = this.plates[i]
      if (!plate) return -Infinity
      const end = this.ends[i]!
      const base = plate.a * x + plate.b * y + plate.c
      const slope = plate.a * ux + plate.b * uy
      floor = Math.min(floor, base + slope * start, base + slope * end)
      start = end
    }
    return floor
  }
}
