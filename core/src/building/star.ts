import { cross, type Point } from '../geometry'
import { LAYER_SINE, layerStops, layersOf, type Layer } from './corner'
import { forAllStrips, type Cut, type EndCut } from './cut'
import { meetAll } from './mitre'
import { MITRE_LIMIT, alongRay, asideRay, cutAcross, meetAt, square, stronger, type Ray } from './ray'
import { cutOn, cutTee } from './tee'

/** The strips of a wall that carry: from the first to the last of its strongest material. */
interface Core {
  readonly first: number
  readonly last: number
  /** The ray of these strips alone. */
  readonly ray: Ray
}

function coreOf(ray: Ray): Core {
  const { shape, end } = ray.of
  const carries = shape.strips.map((strip) => strip.material.priority === shape.strength)
  const first = carries.indexOf(true)
  const last = carries.lastIndexOf(true)
  const { high } = shape.strips[first]!
  const { low } = shape.strips[last]!
  const faces = end === 'a' ? { left: high, right: low } : { left: -low, right: -high }
  return { first, last, ray: { ...ray, ...faces } }
}

/**
 * Three or more walls that meet in a point: what carries is mitred all together, and between every two
 * neighbours the layers before it turn the corner one by one, as at a corner of two. Where two run on nearly in
 * one line their layers are mitred. Rays anticlockwise, with the cuts of the walls as wholes. Null when there
 * are no layers to turn, or one does not reach the wall it should end on.
 */
export function layeredStar(rays: readonly Ray[], whole: readonly Cut[]): EndCut[] | null {
  if (rays.every(({ of }) => of.shape.strips.length === 1)) return null
  const cores = rays.map(coreOf)
  const { cuts, plug } = meetAll(cores.map((core) => core.ray))
  const strips = rays.map((ray, i) => {
    const { first, last } = cores[i]!
    return ray.of.shape.strips.map((_, k): Cut | null => (k >= first && k <= last ? cuts[i]! : null))
  })
  for (const [i, p] of rays.entries()) {
    const j = (i + 1) % rays.length
    const q = rays[j]!
    const turn = cross(p.u, q.u)
    if (Math.abs(turn) < LAYER_SINE) {
      mitreLayers(p, towardsCore(p, turn > 0, 'left'), whole[i]!, strips[i]!)
      mitreLayers(q, towardsCore(q, turn < 0, 'right'), whole[j]!, strips[j]!)
      continue
    }
    const limit = (MITRE_LIMIT * (p.of.shape.thickness + q.of.shape.thickness)) / Math.abs(turn)
    const mine = towardsCore(p, turn > 0, 'left')
    const theirs = towardsCore(q, turn < 0, 'right')
    const stops = layerStops(mine, theirs)
    if (!endLayers(p, q, mine, stops.mine, limit, strips[i]!)) return null
    if (!endLayers(q, p, theirs, stops.theirs, limit, strips[j]!)) return null
  }
  return withPlug(
    rays,
    strips.map((cut) => ({ how: 'star' as const, strips: cut as Cut[] })),
    plug,
  )
}

/** The strongest of the walls carries what fills their middle, of its own strongest material. */
export function withPlug(
  rays: readonly Ray[],
  cuts: readonly EndCut[],
  plug: readonly Point[] | null,
): EndCut[] {
  if (!plug || plug.length < 3) return [...cuts]
  const [strongest] = [...rays].sort((p, q) => stronger(p.of.shape, q.of.shape))
  const { shape } = strongest!.of
  const { material } = shape.strips.find((strip) => strip.material.priority === shape.strength)!
  return cuts.map((cut, i) =>
    rays[i] === strongest ? { ...cut, plug: { points: plug, material: material.id } } : cut,
  )
}

/** The layers on one side of a ray with the nearest of its core, from the inside of the corner outwards. */
function towardsCore(ray: Ray, insideIsLeft: boolean, side: 'left' | 'right'): Layer[] {
  const layers = layersOf(ray, insideIsLeft)
  const carries = (layer: Layer): boolean => layer.material.priority === ray.of.shape.strength
  const first = layers.findIndex(carries)
  const last = layers.findLastIndex(carries)
  return insideIsLeft === (side === 'left') ? layers.slice(0, first + 1) : layers.slice(last)
}

/** Which strip of its wall a layer is. */
const placeOf = ({ of: { shape } }: Ray, layer: Layer): number =>
  shape.strips.findIndex((strip) => strip.high === Math.max(layer.near, layer.far))

function mitreLayers(ray: Ray, layers: readonly Layer[], whole: Cut, cuts: (Cut | null)[]): void {
  for (const layer of layers) cuts[placeOf(ray, layer)] ??= whole
}

/** Cuts the layers that are not yet cut; false when one does not meet its stop. */
function endLayers(
  ray: Ray,
  other: Ray,
  layers: readonly Layer[],
  stops: readonly number[],
  limit: number,
  cuts: (Cut | null)[],
): boolean {
  for (const [i, layer] of layers.entries()) {
    const at = placeOf(ray, layer)
    if (cuts[at]) continue
    const cut = cutOn(ray, other.of.shape, stops[i]!, limit)
    if (!cut) return false
    cuts[at] = cut
  }
  return true
}

/**
 * A weaker wall that ends where two neighbouring stronger ones make their corner, rays anticlockwise with what
 * lies between their faces: each strip runs on through their weaker layers, as where a wall ends on one.
 */
export function endBetween(
  ray: Ray,
  main: readonly Ray[],
  gaps: readonly { readonly mine: Point; readonly theirs: Point }[],
): EndCut {
  let before = main.length - 1
  for (let i = 0; i < main.length; i++) if (main[i]!.angle <= ray.angle) before = i
  const from = main[before]!
  const to = main[(before + 1) % main.length]!
  const corner = gaps[before]!.mine
  const at = asideRay(ray, corner)
  if (at <= ray.right) return cutTee(ray.of, to.of.shape)
  if (at >= ray.left) return cutTee(ray.of, from.of.shape)
  const { shape } = ray.of
  const cuts = shape.strips.map(
    (strip) =>
      betweenFaces(
        ray,
        from,
        stopIn(from, 'left', strip.material.priority),
        to,
        stopIn(to, 'right', strip.material.priority),
      ) ?? betweenFaces(ray, from, from.left, to, to.right),
  )
  if (cuts.some((cut) => cut === null)) return forAllStrips(shape, 'star', square(ray))
  return { how: 'star', strips: cuts as Cut[] }
}

/** How far to the left of a ray, from one of its faces inwards, the first layer as strong as asked for begins. */
function stopIn(ray: Ray, side: 'left' | 'right', priority: number): number {
  const { shape, end } = ray.of
  const stop = Math.min(priority, shape.strength)
  const met = layersOf(ray, side === 'left').find((layer) => layer.material.priority >= stop)!
  return end === 'a' ? met.near : -met.near
}

/** The cut of a ray into the corner of a line left of one ray and a line left of the next. */
function betweenFaces(ray: Ray, from: Ray, left: number, to: Ray, right: number): Cut | null {
  const corner = meetAt(from, left, to, right)
  const mine = meetAt(from, left, ray, ray.right)
  const theirs = meetAt(ray, ray.left, to, right)
  if (!corner || !mine || !theirs) return null
  const reach = MITRE_LIMIT * (from.of.shape.thickness + to.of.shape.thickness)
  const near = [mine, corner, theirs].every((p) => {
    const along = alongRay(ray, p)
    return along < Math.min(reach, ray.of.shape.length) && along > -reach
  })
  return near ? cutAcross(ray, [mine, corner, theirs]) : null
}
