import { SAME_POINT } from '../geometry'
import type { Corner } from './loop'

const CELL = 16 * SAME_POINT

/** The corners where boundaries meet; points nearer than the tolerance are one corner. */
export class CornerField {
  private readonly cells = new Map<number, Corner[]>()

  at(x: number, y: number): Corner {
    const cx = Math.floor(x / CELL)
    const cy = Math.floor(y / CELL)
    const fx = x / CELL - cx
    const fy = y / CELL - cy
    const edge = 2 / 16
    const fromX = fx < edge ? cx - 1 : cx
    const toX = fx > 1 - edge ? cx + 1 : cx
    const fromY = fy < edge ? cy - 1 : cy
    const toY = fy > 1 - edge ? cy + 1 : cy
    for (let i = fromX; i <= toX; i++) {
      for (let j = fromY; j <= toY; j++) {
        const cell = this.cells.get(cellKey(i, j))
        if (!cell) continue
        for (const corner of cell) {
          if (Math.abs(corner.x - x) <= 2 * SAME_POINT && Math.abs(corner.y - y) <= 2 * SAME_POINT)
            return corner
        }
      }
    }
    const made: Corner = { x, y, out: [], version: 0, uses: 0 }
    const key = cellKey(cx, cy)
    const cell = this.cells.get(key)
    if (cell) cell.push(made)
    else this.cells.set(key, [made])
    return made
  }

  release(corner: Corner): void {
    if (--corner.uses > 0) return
    const key = cellKey(Math.floor(corner.x / CELL), Math.floor(corner.y / CELL))
    const cell = this.cells.get(key)!
    cell.splice(cell.indexOf(corner), 1)
    if (cell.length === 0) this.cells.delete(key)
  }
}

/** Cells are hashed to one number; two cells that share it only cost a look. */
const cellKey = (i: number, j: number): number => i * 67_108_859 + j
