import type { Dimension } from './annotation'

/** The offset of a dimension that is in line with no other any more: where it ran last. */
export function ownRow({
  direction,
  anchors,
  offset,
}: Dimension): Exclude<Dimension['offset'], { in: 'line' }> {
  if (offset.in !== 'line') return offset
  const [c, s] = [Math.cos(direction), Math.sin(direction)]
  const asides = anchors.map(({ last }) => c * last.y - s * last.x)
  return {
    in: 'real',
    mm:
      offset.side === 'left'
        ? Math.max(0, offset.last - Math.max(...asides))
        : Math.min(-LEAST_AWAY, offset.last - Math.min(...asides)),
  }
}

/** What lies to the right of its points lies so far from them at least, mm. */
const LEAST_AWAY = 1
