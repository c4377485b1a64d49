import type { DisplayItem } from '../display'
import { applyTo, mirrors, placing, turnOf } from '../geometry'
import type { Block, Placement } from '../records'

/** A placed block in real mm. */
export function placementItems(
  placement: Pick<Placement, 'id' | 'at' | 'turn' | 'mirrored'>,
  block: Block,
): DisplayItem[] {
  const map = placing(placement.at, placement.turn, placement.mirrored)
  const source = placement.id
  const items: DisplayItem[] = []
  for (const item of block.items) {
    const pen = item.light ? 'light' : 'seen'
    if (item.shape === 'arc') {
      const centre = applyTo(map, item.centre)
      const from = mirrors(map) ? Math.PI - item.from - item.sweep + placement.turn : item.from + turnOf(map)
      items.push({
        kind: 'arc',
        pen,
        x: centre.x,
        y: centre.y,
        radius: item.radius,
        from,
        sweep: item.sweep,
        source,
      })
      continue
    }
    const points = item.points.flatMap((p) => {
      const q = applyTo(map, p)
      return [q.x, q.y]
    })
    if (item.filled) items.push({ kind: 'fill', tone: 1, loops: [points], source })
    items.push({ kind: 'line', pen, points, closed: item.closed, source })
  }
  return items
}
