import {
  ROUNDING,
  EMPTY_BOX,
  applyTo,
  combine,
  enlargement,
  growBox,
  joinBoxes,
  mapBox,
  mapPath,
  pathBox,
  type Affine,
  type Box,
  IDENTITY,
} from '../geometry'
import { capitalOf } from '../lettering'
import { pathOfItem } from './stroke'
import type { DisplayItem, DisplayList } from './list'

/** The box around everything in a list, in the list's unit. Pen widths are not counted. */
export function extentOf(list: DisplayList, map: Affine = IDENTITY): Box {
  let box = EMPTY_BOX
  for (const item of list) box = joinBoxes(box, itemExtent(item, map))
  return box
}

/** The box around one item. */
export function itemExtent(item: DisplayItem, map: Affine = IDENTITY): Box {
  switch (item.kind) {
    case 'line':
    case 'segments':
      return boxOfCoordinates(item.points, map)
    case 'path': {
      const path = pathOfItem(item)
      return pathBox(map === IDENTITY ? path : mapPath(map, path))
    }
    case 'fill':
      return item.loops.reduce((box, loop) => joinBoxes(box, boxOfCoordinates(loop, map)), EMPTY_BOX)
    case 'arc': {
      if (Math.abs(item.sweep) >= 2 * Math.PI - ROUNDING) return roundBox(item.x, item.y, item.radius, map)
      const points: number[] = []
      const steps = Math.max(2, Math.ceil(Math.abs(item.sweep) / 0.2))
      for (let i = 0; i <= steps; i++) {
        const angle = item.from + (item.sweep * i) / steps
        points.push(item.x + item.radius * Math.cos(angle), item.y + item.radius * Math.sin(angle))
      }
      return boxOfCoordinates(points, map)
    }
    case 'disc':
      return roundBox(item.x, item.y, item.radius, map)
    case 'text': {
      const cos = Math.cos(item.turn)
      const sin = Math.sin(item.turn)
      const up = item.size * capitalOf(item)
      return boxOfCoordinates(
        [
          item.x,
          item.y,
          item.x + cos * item.width,
          item.y + sin * item.width,
          item.x - sin * up,
          item.y + cos * up,
          item.x + cos * item.width - sin * up,
          item.y + sin * item.width + cos * up,
        ],
        map,
      )
    }
    case 'clear':
      return growBox(itemExtent(item.text, map), item.gap * enlargement(map))
    case 'group': {
      const all = map === IDENTITY ? item.map : combine(map, item.map)
      return item.clip ? mapBox(all, item.clip) : extentOf(item.items, all)
    }
  }
}

function boxOfCoordinates(points: readonly number[], map: Affine): Box {
  let { minX, minY, maxX, maxY } = EMPTY_BOX
  for (let i = 0; i + 1 < points.length; i += 2) {
    const x = map.a * points[i]! + map.c * points[i + 1]! + map.e
    const y = map.b * points[i]! + map.d * points[i + 1]! + map.f
    if (x < minX) minX = x
    if (x > maxX) maxX = x
    if (y < minY) minY = y
    if (y > maxY) maxY = y
  }
  return { minX, minY, maxX, maxY }
}

function roundBox(x: number, y: number, radius: number, map: Affine): Box {
  const centre = applyTo(map, { x, y })
  const r = radius * enlargement(map)
  return { minX: centre.x - r, minY: centre.y - r, maxX: centre.x + r, maxY: centre.y + r }
}
