import { partsBox, placedParts } from '../blocks'
import {
  angleOf,
  applyTo,
  type Affine,
  boxCorners,
  isEmptyBox,
  mirrors,
  ROUNDING,
  normalAngle,
  turnOf,
  pathOfPoints,
  placing,
  times,
  unitAt,
  linearOf,
} from '../geometry'
import type { Placement, Viewport, RecordKind } from '../records'
import { NOTHING_MORE, noHandle, plainPoint, pointBox, type Home, type HomesOf } from './home'

/** How something stands: where its own origin is, how it is turned, and whether it is mirrored about its own y axis. */
export interface Frame {
  readonly at: { x: number; y: number }
  readonly turn: number
  readonly mirrored: boolean
}

/** How it stands under a map that keeps shapes. */
export function framed(frame: Frame, map: Affine): Frame {
  const mirrored = mirrors(map) ? !frame.mirrored : frame.mirrored
  // Its own x axis as it lies now, and as it will lie.
  const axis = times(unitAt(frame.turn), frame.mirrored ? -1 : 1)
  const now = applyTo(linearOf(map), axis)
  return {
    at: applyTo(map, frame.at),
    turn: normalAngle(angleOf(mirrored ? times(now, -1) : now)),
    mirrored,
  }
}

const placementHome: Home<Placement> = {
  ...NOTHING_MORE,
  mapped: (placement, { map }) => ({ ...placement, ...framed(placement, map) }),
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
  // Its drawing turns with it; its frame stays upright, and mirrored it only goes where it belongs.
  mapped(viewport, { map }) {
    const { turn: before = 0, ...rest } = viewport
    const turn = mirrors(map) ? before : normalAngle(before + turnOf(map))
    const at = applyTo(map, viewport.at)
    return { ...rest, at, ...(Math.abs(turn) > ROUNDING ? { turn } : {}) }
  },
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
