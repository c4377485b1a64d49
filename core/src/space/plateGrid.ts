import type { Box } from '../geometry'
import { Growing } from './growing'
import type { Plate } from './plate'

/** More cells than this hold a plate in one list for all. */
const MOST_CELLS = 4096

/** Finds plates by place, the nearest first. */
export class PlateGrid {
  private readonly cells = new Map<number, Plate[]>()
  private readonly wide: Plate[] = []
  private readonly found = new Growing<Plate>()
  private searches = 0

  constructor(
    /** Side of a cell, mm. */
    private readonly side: number,
  ) {}

  /** Takes in many at once. */
  load(plates: Plate[]): void {
    for (const plate of [...plates].sort(nearestFirst))
      for (const cell of this.cellsOf(plate)) cell.push(plate)
  }

  insert(plate: Plate): void {
    for (const cell of this.cellsOf(plate)) {
      let [low, high] = [0, cell.length]
      while (low < high) {
        const middle = (low + high) >> 1
        if (nearestFirst(cell[middle]!, plate) < 0) low = middle + 1
        else high = middle
      }
      cell.splice(low, 0, plate)
    }
  }

  remove(plate: Plate): void {
    for (const cell of this.cellsOf(plate)) {
      const at = cell.indexOf(plate)
      if (at >= 0) cell.splice(at, 1)
    }
  }

  /** The plates that a box meets, the nearest first; the list holds until the next search. */
  near({ minX, minY, maxX, maxY }: Box): Growing<Plate> {
    const { side, found } = this
    const search = ++this.searches
    found.count = 0
    const take = (plates: readonly Plate[]): void => {
      for (const plate of plates) {
        if (plate.minX > maxX || plate.maxX < minX || plate.minY > maxY || plate.maxY < minY) continue
        if (plate.found === search) continue
        plate.found = search
        found.push(plate)
      }
    }
    take(this.wide)
    const [x1, y1] = [Math.floor(maxX / side), Math.floor(maxY / side)]
    for (let x = Math.floor(minX / side); x <= x1; x++)
      for (let y = Math.floor(minY / side); y <= y1; y++) take(this.cells.get(keyOf(x, y)) ?? NONE)
    sort(found)
    return found
  }

  private *cellsOf({ minX, minY, maxX, maxY }: Plate): Generator<Plate[]> {
    const { side, cells } = this
    const [x0, y0, x1, y1] = [
      Math.floor(minX / side),
      Math.floor(minY / side),
      Math.floor(maxX / side),
      Math.floor(maxY / side),
    ]
    if ((x1 - x0 + 1) * (y1 - y0 + 1) > MOST_CELLS) {
      yield this.wide
      return
    }
    for (let x = x0; x <= x1; x++)
      for (let y = y0; y <= y1; y++) {
        const key = keyOf(x, y)
        let cell = cells.get(key)
        if (!cell) cells.set(key, (cell = []))
        yield cell
      }
  }
}

const NONE: readonly Plate[] = []
/** A small number for a cell: only of cells that lie 32 768 apart it is the same. */
const keyOf = (x: number, y: number): number => ((x & 0x7fff) << 15) | (y & 0x7fff)
/** So many are put in order by putting each in its place: they come in lists that are in order. */
const FEW = 48
function sort(found: Growing<Plate>): void {
  const { items, count } = found
  if (count > FEW) {
    items.length = count
    items.sort(nearestFirst)
    return
  }
  for (let i = 1; i < count; i++) {
    const plate = items[i]!
    let k = i
    while (k > 0 && nearestFirst(items[k - 1]!, plate) > 0) {
      items[k] = items[k - 1]!
      k--
    }
    items[k] = plate
  }
}
const nearestFirst = (p: Plate, q: Plate): number => q.near - p.near || p.order - q.order
