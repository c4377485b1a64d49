import {
  angleUnder,
  applyTo,
  boxCentre,
  combine,
  enlargement,
  mirrors,
  moveBy,
  turnBy,
  turnOf,
  type Affine,
  type Point,
} from '../geometry'
import { halfTurn, levelTurn, type Turned } from '../lettering'
import { extentOf } from './extent'
import type { Coordinates, DisplayItem, DisplayList, TextItem } from './list'

/** A text under a map that keeps shapes and does not mirror. */
export function textUnder(item: TextItem, map: Affine): TextItem {
  const by = enlargement(map)
  return {
    ...item,
    ...applyTo(map, item),
    turn: item.turn + turnOf(map),
    size: item.size * by,
    width: item.width * by,
    runs: item.runs.map((run) => ({ ...run, dx: run.dx * by })),
    ...(item.clear === undefined ? {} : { clear: item.clear * by }),
  }
}

/** An item under a map that keeps shapes; lettering is not mirrored. */
export function itemUnder(item: DisplayItem, map: Affine): DisplayItem {
  const points = (list: Coordinates): number[] => {
    const out: number[] = []
    for (let i = 0; i + 1 < list.length; i += 2) {
      const p = applyTo(map, { x: list[i]!, y: list[i + 1]! })
      out.push(p.x, p.y)
    }
    return out
  }
  switch (item.kind) {
    case 'line':
    case 'segments':
      return { ...item, points: points(item.points) }
    case 'arc': {
      const from = angleUnder(map, mirrors(map) ? item.from + item.sweep : item.from)
      return { ...item, ...applyTo(map, item), radius: item.radius * enlargement(map), from }
    }
    case 'path': {
      const vertices: number[] = []
      const sense = mirrors(map) ? -1 : 1
      for (let i = 0; i + 2 < item.vertices.length; i += 3) {
        const p = applyTo(map, { x: item.vertices[i]!, y: item.vertices[i + 1]! })
        vertices.push(p.x, p.y, sense * item.vertices[i + 2]!)
      }
      return { ...item, vertices }
    }
    case 'fill':
      return { ...item, loops: item.loops.map(points) }
    case 'disc':
      return { ...item, ...applyTo(map, item), radius: item.radius * enlargement(map) }
    case 'text':
      return textUnder(item, map)
    case 'clear':
      return { ...item, text: textUnder(item.text, map), gap: item.gap * enlargement(map) }
    case 'group':
      return { ...item, map: combine(map, item.map) }
  }
}

/** Items turned anticlockwise about a point. */
export function turnedAbout(items: DisplayList, { x, y }: Point, by: number): DisplayList {
  if (by === 0) return items
  const map = combine(moveBy(x, y), combine(turnBy(by), moveBy(-x, -y)))
  return items.map((item) => itemUnder(item, map))
}

/** Lettering that lies level in a drawing as it stands where that is seen turned: with what goes with it, about a point. */
export const levelled = (items: DisplayList, turned: Turned | undefined, about?: Point): DisplayList =>
  turned && items.length > 0
    ? turnedAbout(items, about ?? boxCentre(extentOf(items)), levelTurn(turned))
    : items

/** The same for each text of a list by itself, about its middle. */
export const lettersLevelled = (items: DisplayList, turned: Turned | undefined): DisplayList =>
  turned ? items.flatMap((item) => (item.kind === 'text' ? levelled([item], turned) : [item])) : items

/** Lettering along an angle, turned about its middle where it would stand on its head. */
export const readable = (items: DisplayList, angle: number, turned: Turned | undefined): DisplayList =>
  items.length > 0 ? turnedAbout(items, boxCentre(extentOf(items)), halfTurn(angle, turned)) : items
