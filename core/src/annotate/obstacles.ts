import { clearOf } from '../derive'
import { eachItem, itemExtent, pathOfItem, type DisplayItem, type DisplayList } from '../display'
import { boxOf, edgesOf, isStraight, pathBox, pathOf, type Box, type Point } from '../geometry'
import type { Project } from '../records'

/** Boxes around what tags keep clear of: lettering, doors and blocks, and the lines of stairs, floors and annotation. */
export function obstaclesOf(project: Project, drawn: DisplayList): Box[] {
  const boxes: Box[] = []
  for (const item of eachItem(drawn)) {
    const kind = item.source === null ? undefined : project.get(item.source)?.kind
    const clear = kind ? clearOf(kind) : 'lettering'
    if (item.kind === 'text' || clear === 'box') boxes.push(itemExtent(item))
    else if (clear === 'lines') boxes.push(...lineBoxes(item))
  }
  return boxes
}

/** A slanting line is boxed in so many parts, so that the boxes lie along it. */
const PARTS_OF_SLANTS = 12

/** Boxes along the lines of a drawn thing. */
function lineBoxes(item: DisplayItem): Box[] {
  const along = (a: Point, b: Point): Box[] => {
    const parts = a.x === b.x || a.y === b.y ? 1 : PARTS_OF_SLANTS
    const at = (k: number): Point => ({
      x: a.x + ((b.x - a.x) * k) / parts,
      y: a.y + ((b.y - a.y) * k) / parts,
    })
    return Array.from({ length: parts }, (_, k) => boxOf([at(k), at(k + 1)]))
  }
  switch (item.kind) {
    case 'group':
      return item.clip ? [itemExtent(item)] : item.items.flatMap(lineBoxes)
    case 'segments':
    case 'line': {
      const points = Array.from({ length: item.points.length / 2 }, (_, i) => ({
        x: item.points[2 * i]!,
        y: item.points[2 * i + 1]!,
      }))
      const step = item.kind === 'line' ? 1 : 2
      const boxes: Box[] = []
      for (let i = 0; i + 1 < points.length; i += step) boxes.push(...along(points[i]!, points[i + 1]!))
      if (item.kind === 'line' && item.closed) boxes.push(...along(points.at(-1)!, points[0]!))
      return boxes
    }
    case 'path':
      return edgesOf(pathOfItem(item)).flatMap((edge) =>
        isStraight(edge) ? along(edge.a, edge.b) : [pathBox(pathOf([edge], false))],
      )
    case 'fill':
      return []
    default:
      return [itemExtent(item)]
  }
}
