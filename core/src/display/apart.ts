import { applyTo, moveBy, type Point } from '../geometry'
import type { Coordinates, DisplayItem, DisplayList } from './list'
import { itemUnder } from './under'

/**
 * A list drawn apart: every point that is far moves by a vector, so that lines from what stays to what moves become longer. Arcs, discs,
 * lettering and groups go as a whole, by where they are placed.
 */
export function drawnApart(list: DisplayList, isFar: (p: Point) => boolean, by: Point): DisplayItem[] {
  const map = moveBy(by.x, by.y)
  const each = (points: Coordinates, step: 2 | 3): number[] => {
    const out = [...points]
    for (let i = 0; i + step <= out.length; i += step) {
      if (!isFar({ x: out[i]!, y: out[i + 1]! })) continue
      out[i]! += by.x
      out[i + 1]! += by.y
    }
    return out
  }
  return list.map((item): DisplayItem => {
    switch (item.kind) {
      case 'line':
      case 'segments':
        return { ...item, points: each(item.points, 2) }
      case 'path':
        return { ...item, vertices: each(item.vertices, 3) }
      case 'fill':
        return { ...item, loops: item.loops.map((loop) => each(loop, 2)) }
      case 'arc':
      case 'disc':
      case 'text':
        return isFar(item) ? itemUnder(item, map) : item
      case 'clear':
        return isFar(item.text) ? itemUnder(item, map) : item
      case 'group':
        return isFar(applyTo(item.map, { x: 0, y: 0 })) ? itemUnder(item, map) : item
    }
  })
}
