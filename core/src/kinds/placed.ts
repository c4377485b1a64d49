import { partsBox, placedParts } from '../blocks'
import {
  angleOf,
  applyTo,
  boxCorners,
  isEmptyBox,
  mirrors,
  normalAngle,
  pathOfPoints,
  placing,
  times,
  unitAt,
} from '../geometry'
import type { Placement, Viewport, RecordKind } from '../records'
import { NOTHING_MORE, noHandle, plainPoint, pointBox, type Home, type HomesOf } from './home'

const placementHome: Home<Placement> = {
  ...NOTHING_MORE,
  mapped(placement, { map }) {
    const mirrored = mirrors(map) ? !placement.mirrored : placement.mirrored
    // The block's own x axis as it lies now, and as it will lie.
    const axis = times(unitAt(placement.turn), placement.mirrored ? -1 : 1)
    const now = applyTo({ ...map, e: 0, f: 0 }, axis)
    return {
      ...placement,
      at: applyTo(map, placement.at),
      turn: normalAngle(angleOf(mirrored ? times(now, -1) : now)),
      mirrored,
    }
  },
  stretched(placement, move) {
    const at = move(placement.at)
    return at === placement.at ? placement : { ...placement, at: plainPoint(at) }
  },
  withHandle: noHandle,
  placed: ({ at }) => pointBox(at),
  centre: ({ at }) => at,
  /** The box around it, turned as it stands. */
  inside: true,
  areas(placement, project) {
    const block = project.find('block', placement.block)
    if (!block) return []
    const upright = { ...placement, at: { x: 0, y: 0 }, turn: 0, mirrored: false }
    const box = partsBox(placedParts(upright, block, (id) => project.find('block', id)))
    if (isEmptyBox(box)) return []
    const map = placing(placement.at, placement.turn, placement.mirrored)
    return [
      pathOfPoints(
        boxCorners(box).map((corner) => applyTo(map, corner)),
        true,
      ),
    ]
  },
}

/** A viewport stands on its sheet; all in paper mm. */
const viewportHome: Home<Viewport> = {
  ...NOTHING_MORE,
  mapped: (viewport, { map }) => ({ ...viewport, at: applyTo(map, viewport.at) }),
  stretched(viewport, move) {
    const at = move(viewport.at)
    return at === viewport.at ? viewport : { ...viewport, at: plainPoint(at) }
  },
  withHandle: noHandle,
  placed: ({ at }) => pointBox(at),
}

export const PLACED_HOMES = {
  placement: placementHome,
  viewport: viewportHome,
} satisfies HomesOf<RecordKind>
