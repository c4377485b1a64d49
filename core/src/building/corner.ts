import { SAME_POINT, cross } from '../geometry'
import type { Cut, EndCut } from './cut'
import { MITRE_LIMIT, type Ray } from './ray'
import { cutOn } from './tee'
import type { StripShape, WallShape } from './wallShape'

/** Sine of the smallest turn at which layers are led round a corner one by one. */
export const LAYER_SINE = 0.17

/** A strip of a wall at a corner: where its two edges run, and its material. */
export interface Layer {
  readonly material: StripShape['material']
  readonly thickness: number
  /** Offset in the wall of its edge towards the inside of the corner, and of the other one. */
  readonly near: number
  readonly far: number
}

/** The strips of a ray from the inside of the corner outwards. */
export function layersOf(ray: Ray, insideIsLeft: boolean): Layer[] {
  const { shape, end } = ray.of
  const high = insideIsLeft === (end === 'a')
  const strips = high ? shape.strips : [...shape.strips].reverse()
  return strips.map((strip) => ({
    material: strip.material,
    thickness: strip.high - strip.low,
    near: high ? strip.high : strip.low,
    far: high ? strip.low : strip.high,
  }))
}

/**
 * The corner of two walls whose layers differ, or that was set by hand: each layer runs on through the other
 * wall's layers until it meets its own material, round which it turns, or a stronger one, at which it stops.
 * Null when the two are alike layer by layer (they are mitred), or meet too flatly.
 */
export function layeredCorner(p: Ray, q: Ray): EndCut[] | null {
  const turn = cross(p.u, q.u)
  if (Math.abs(turn) < LAYER_SINE) return null
  const mine = layersOf(p, turn > 0)
  const theirs = layersOf(q, turn < 0)
  const byHand = handJoin(p, q)
  if (!byHand && alike(mine, theirs)) return null
  const stops = byHand ? handStops(byHand === p, mine, theirs) : layerStops(mine, theirs)
  const limit = (MITRE_LIMIT * (p.of.shape.thickness + q.of.shape.thickness)) / Math.abs(turn)
  const first = layerCuts(p, q.of.shape, mine, stops.mine, limit)
  const second = layerCuts(q, p.of.shape, theirs, stops.theirs, limit)
  return first && second ? [first, second] : null
}

function alike(p: readonly Layer[], q: readonly Layer[]): boolean {
  return (
    p.length === q.length &&
    p.every((layer, i) => {
      const other = q[i]!
      return (
        layer.material.id === other.material.id && Math.abs(layer.thickness - other.thickness) < SAME_POINT
      )
    })
  )
}

/** The ray that was set by hand to run through; null when priorities decide. */
function handJoin(p: Ray, q: Ray): Ray | null {
  const set = ({ of: { shape, end } }: Ray): 'through' | 'stop' | undefined =>
    end === 'a' ? shape.wall.joinA : shape.wall.joinB
  const a = set(p)
  const b = set(q)
  if (a === b) return null
  if (a === 'through' || b === 'stop') return p
  return b === 'through' || a === 'stop' ? q : null
}

/** For every layer the offset in the other wall at which it stops. */
type Stops = { readonly mine: readonly number[]; readonly theirs: readonly number[] }

/** One wall runs through to the other's far face, the other stops at its near face. */
function handStops(mineRuns: boolean, mine: readonly Layer[], theirs: readonly Layer[]): Stops {
  const through = (from: readonly Layer[], other: readonly Layer[]): number[] =>
    from.map(() => other[other.length - 1]!.far)
  const stop = (from: readonly Layer[], other: readonly Layer[]): number[] => from.map(() => other[0]!.near)
  return mineRuns
    ? { mine: through(mine, theirs), theirs: stop(theirs, mine) }
    : { mine: stop(mine, theirs), theirs: through(theirs, mine) }
}

/** Where layers stop by their priorities. */
export function layerStops(mine: readonly Layer[], theirs: readonly Layer[]): Stops {
  const partners = partnersOf(mine, theirs)
  const end = (other: readonly Layer[]): number => other[other.length - 1]!.far
  const stopMine: (number | null)[] = mine.map(() => null)
  const stopTheirs: (number | null)[] = theirs.map(() => null)
  // From the inside of the corner outwards: where both come, the stronger goes on.
  mine.forEach((p, i) => {
    theirs.forEach((q, j) => {
      if (stopMine[i] !== null || stopTheirs[j] !== null) return
      if (partners[i] === j) {
        stopMine[i] = q.far
        stopTheirs[j] = p.far
      } else if (outranks(p, q)) stopTheirs[j] = p.near
      else stopMine[i] = q.near
    })
  })
  return {
    mine: stopMine.map((stop) => stop ?? end(theirs)),
    theirs: stopTheirs.map((stop) => stop ?? end(mine)),
  }
}

const outranks = (p: Layer, q: Layer): boolean =>
  p.material.priority - q.material.priority > 0 ||
  (p.material.priority === q.material.priority && p.material.id > q.material.id)

/** Which layer of the other wall each one turns into: the same material, counted from the inside. */
function partnersOf(mine: readonly Layer[], theirs: readonly Layer[]): (number | null)[] {
  const used = new Set<number>()
  return mine.map((layer) => {
    const j = theirs.findIndex((other, at) => !used.has(at) && other.material.id === layer.material.id)
    if (j < 0) return null
    used.add(j)
    return j
  })
}

/** The cuts of a wall's strips at the lines of the other wall at which they stop. */
function layerCuts(
  ray: Ray,
  host: WallShape,
  layers: readonly Layer[],
  stops: readonly number[],
  limit: number,
): EndCut | null {
  const cuts = new Map<number, Cut>()
  for (const [i, layer] of layers.entries()) {
    const cut = cutOn(ray, host, stops[i]!, limit)
    if (!cut) return null
    cuts.set(Math.max(layer.near, layer.far), cut)
  }
  return { how: 'corner', strips: ray.of.shape.strips.map((strip) => cuts.get(strip.high)!) }
}
