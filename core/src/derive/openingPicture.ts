import { wallShape } from '../building'
import type { DisplayItem } from '../display'
import type { Opening, OpeningType } from '../records'
import { openingItems } from './opening'
import { openingElevation } from './openingElevation'

/** Thickness of the wall that types are shown in, mm. */
const WALL = 200

/** A type as it stands in a plain wall, in plan with that wall's ends, and from the front. Real mm. */
export function openingPicture(
  type: OpeningType,
  scale: number,
): { readonly plan: readonly DisplayItem[]; readonly front: readonly DisplayItem[] } {
  const past = Math.min(500, type.width / 3)
  const wall = {
    id: 'wall',
    kind: 'wall',
    level: 'level',
    type: 'type',
    a: { x: 0, y: 0 },
    b: { x: type.width + 2 * past, y: 0 },
    reference: 'centre',
    base: 0,
    height: null,
  } as const
  const shape = wallShape(
    wall,
    { id: 'type', kind: 'wallType', name: 'plain', strips: [{ material: 'm', thickness: WALL }] },
    (id) => ({ id, kind: 'material', name: 'plain', priority: 1, tone: 1, pattern: null }),
  )
  const opening: Opening = {
    id: 'picture',
    kind: 'opening',
    wall: wall.id,
    fit: type.fit,
    along: past + type.width / 2,
    width: type.width,
    sill: type.sill,
    head: type.head,
    hand: 'start',
    side: type.fit === 'window' ? 'right' : 'left',
  }
  const fit = { opening, from: past, to: past + type.width, fault: null, zone: 'cut' as const, mitre: null }
  const end = (from: number, to: number): DisplayItem => ({
    kind: 'line',
    pen: 'cut',
    points: [from, -WALL / 2, to, -WALL / 2, to, WALL / 2, from, WALL / 2],
    closed: true,
    source: null,
  })
  return {
    plan: [
      end(0, past),
      end(past + type.width, type.width + 2 * past),
      ...openingItems(shape, fit, type, { openings: 'detailed', swings: true }, scale),
    ],
    front: openingElevation({
      width: type.width,
      height: type.head - type.sill,
      type,
      hand: 'start',
      source: null,
      scale,
    }),
  }
}
