import { PARALLEL, SAME_POINT } from '../geometry'
import { Growing } from './growing'
import type { Plate } from './plate'
import type { Ray2, Spans } from './spans'

/** Places whose nearness differs by less lie in one depth, mm. */
export const ONE_DEPTH = 0.01

/** What is nearest just beside a line, part after part: to its left (sense 1) or to its right (-1). */
export class Nearest {
  /** Where each part ends; the last ends with the line. */
  private ends = new Growing<number>()
  /** What is seen on each part; null: nothing. */
  private plates = new Growing<Plate | null>()
  private ray: Ray2 | null = null
  private endsBefore = new Growing<number>()
  private platesBefore = new Growing<Plate | null>()

  constructor(private readonly sense: 1 | -1) {}

  /** How many parts there are. */
  get count(): number {
    return this.ends.count
  }

  endOf(i: number): number {
    return this.ends.items[i]!
  }

  plateOf(i: number): Plate | null {
    return this.plates.items[i]!
  }

  /** Begins anew: nothing is seen anywhere. */
  begin(ray: Ray2): void {
    this.ray = ray
    this.ends.count = 0
    this.plates.count = 0
    this.ends.push(ray.length)
    this.plates.push(null)
  }

  /** Takes in a plate where the line lies within it. */
  add(plate: Plate, { items, count }: Spans): void {
    for (let i = 0; i < count; i += 2) this.addSpan(plate, items[i]!, items[i + 1]!)
  }

  private addSpan(plate: Plate, from: number, to: number): void {
    const { ends, plates, endsBefore, platesBefore } = this
    this.ends = endsBefore
    this.plates = platesBefore
    this.endsBefore = ends
    this.platesBefore = plates
    endsBefore.count = 0
    platesBefore.count = 0
    let start = 0
    for (let i = 0; i < ends.count; i++) {
      const end = ends.items[i]!
      const there = plates.items[i]!
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
    const last = ends.count - 1
    if (last >= 0 && plates.items[last] === plate) ends.items[last] = end
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
    for (let i = 0; i < this.count; i++) {
      const plate = this.plateOf(i)
      if (!plate) return -Infinity
      const end = this.endOf(i)
      const base = plate.a * x + plate.b * y + plate.c
      const slope = plate.a * ux + plate.b * uy
      floor = Math.min(floor, base + slope * start, base + slope * end)
      start = end
    }
    return floor
  }
}
