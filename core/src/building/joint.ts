import { IN_ONE_LINE, PARALLEL, cross, dot } from '../geometry'
import { layeredCorner } from './corner'
import { forAllStrips, type EndCut } from './cut'
import { meetAll } from './mitre'
import { rayOf, square, stronger, type Ray, type WallEnd } from './ray'
import { endBetween, layeredStar, withPlug } from './star'
import { cutTee } from './tee'

/**
 * Cuts of all wall ends that meet at one point: corners are mitred; where two run on in one line they pass
 * through and the others end on them; otherwise the strongest walls form the corner and the rest end on it.
 * Order and drawing direction of the walls do not matter. Gives one cut for each end, in the order given.
 */
export function cutJoint(ends: readonly WallEnd[]): EndCut[] {
  if (ends.length === 1) return [forAllStrips(ends[0]!.shape, 'free', square(rayOf(ends[0]!)))]
  const rays = ends.map(rayOf)
  const through = throughPair(rays)
  if (through) {
    const pair = sorted(through)
    const { cuts } = meetAll(pair)
    return rays.map((ray) => {
      const place = pair.indexOf(ray)
      if (place >= 0) return forAllStrips(ray.of.shape, 'through', cuts[place]!)
      const side = Math.sign(cross(through[0].u, ray.u)) || 1
      // End on the pair's face that lies further in, so that no gap is left beside a step.
      const reach = (r: Ray, flip: number): number => (side * flip > 0 ? r.left : -r.right)
      const host = reach(through[0], 1) <= reach(through[1], -1) ? through[0] : through[1]
      return cutTee(ray.of, host.of.shape)
    })
  }
  const strength = Math.max(...rays.map((ray) => ray.of.shape.strength))
  const main = sorted(rays.filter((ray) => ray.of.shape.strength === strength))
  const all = rays.length === 2 || main.length < 2 ? sorted(rays) : main
  const { cuts, gaps, plug } = meetAll(all)
  const how = all.length === 2 ? 'corner' : 'star'
  const whole = (): EndCut[] =>
    withPlug(
      all,
      all.map((ray, i) => forAllStrips(ray.of.shape, how, cuts[i]!)),
      plug,
    )
  const made = (all.length > 2 ? layeredStar(all, cuts) : layeredCorner(all[0]!, all[1]!)) ?? whole()
  return rays.map((ray) => {
    const place = all.indexOf(ray)
    if (place < 0) return endBetween(ray, all, gaps)
    return made[place]!
  })
}

/** Rays anticlockwise. Those of one direction (doubled walls) from the rightmost to the leftmost. */
function sorted(rays: readonly Ray[]): Ray[] {
  // Just short of a half turn clockwise is as good as a half turn anticlockwise.
  const angle = (ray: Ray): number => (ray.angle < -Math.PI + PARALLEL ? ray.angle + 2 * Math.PI : ray.angle)
  return [...rays].sort((p, q) => {
    const apart = angle(p) - angle(q)
    if (Math.abs(apart) > PARALLEL) return apart
    const aside = p.left + p.right - q.left - q.right
    return Math.abs(aside) > PARALLEL ? aside : p.of.shape.id < q.of.shape.id ? -1 : 1
  })
}

/** Of three or more ends, the strongest two that run on in one line. */
function throughPair(rays: readonly Ray[]): [Ray, Ray] | null {
  if (rays.length < 3) return null
  const ranked = [...rays].sort((p, q) => stronger(p.of.shape, q.of.shape))
  for (let i = 0; i < ranked.length; i++) {
    for (let j = i + 1; j < ranked.length; j++) {
      const p = ranked[i]!
      const q = ranked[j]!
      if (Math.abs(cross(p.u, q.u)) < IN_ONE_LINE && dot(p.u, q.u) < 0) return [p, q]
    }
  }
  return null
}
