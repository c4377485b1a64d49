import { wallAxis } from '../building'
import { SAME_PLACE, measuredTo, type RowNews } from '../edit'
import type { Scene } from '../derive'
import { cross, dot, pointOn, unitAt } from '../geometry'
import type { Anchor, Dimension, Id } from '../records'
import { holdAnchor, measuresTo, type TieFinder } from '../ties'
import { gatheredBy, isShown, keyOf, type Standing } from './gathered'

/**
 * What is new of the things a row was made of, told by what it knew then: what has come, and those of its points whose things
 * are no more. What was taken out, put in or tied otherwise by hand stays so. Null: it is up to date.
 */
export function newsOf(row: Dimension, scene: Scene, finder: TieFinder): RowNews | null {
  const { gathers } = row
  if (!gathers || !isShown(scene)) return null
  const standing = standingOf(row, scene)
  const rule = gatheredBy(gathers.what, standing, scene, finder)
  // With nothing left of the building the row has lost what it measured, which is told.
  if (rule.length < 2) return null
  const { direction } = row
  const u = unitAt(direction)
  const along = (anchor: Anchor): number => dot(u, holdAnchor(anchor, scene).point)
  const wanted = measuredTo({ anchors: rule, direction }, scene, standing.on)?.anchors ?? rule
  const places = wanted.map(along)
  const mine = row.anchors.map(along)
  const has = (at: number, places: readonly number[]): boolean =>
    places.some((place) => Math.abs(place - at) < SAME_PLACE)
  const known = new Set(gathers.known)
  const keys = new Set(rule.map(keyOf))
  const more: Anchor[] = []
  const taken: number[] = [...mine]
  rule.forEach((anchor, i) => {
    if (known.has(keyOf(anchor)) || has(places[i]!, taken)) return
    more.push({ ...wanted[i]!, last: holdAnchor(wanted[i]!, scene).point })
    taken.push(places[i]!)
  })
  const less = row.anchors.flatMap((anchor, i) => {
    const isLost = anchor.to === 'point' && anchor.lost === true
    const isNoMore = known.has(keyOf(anchor)) && !keys.has(keyOf(anchor)) && !has(mine[i]!, places)
    return isLost || isNoMore ? [i] : []
  })
  if (more.length === 0 && less.length === 0) return null
  if (row.anchors.length - less.length + more.length < 2) return null
  return {
    id: row.id,
    more,
    less,
    known: [...new Set([...gathers.known.filter((key) => keys.has(key)), ...keys])],
  }
}

/** Where a row stands, told from what it measures. */
function standingOf(row: Dimension, scene: Scene): Standing {
  const { anchors, direction } = row
  const u = unitAt(direction)
  const points = anchors.map((anchor) => holdAnchor(anchor, scene).point)
  const alongs = points.map((p) => dot(u, p))
  const asides = points.map((p) => cross(u, p))
  const on = measuresTo(row, scene)
  return {
    direction,
    side: row.gathers!.side,
    aside: asides.reduce((sum, aside) => sum + aside, 0) / asides.length,
    from: Math.min(...alongs),
    to: Math.max(...alongs),
    within: withinOf(anchors, scene),
    on: on === null || on === 'mixed' ? 'finish' : on,
  }
}

/** The middle of the first wall that is measured. */
function withinOf(anchors: readonly Anchor[], { project }: Scene): Standing['within'] {
  const wallOf = (anchor: Anchor): Id | undefined =>
    anchor.to === 'wallCorner' || anchor.to === 'wallFace'
      ? anchor.wall
      : anchor.to === 'opening'
        ? project.find('opening', anchor.opening)?.wall
        : undefined
  for (const anchor of anchors) {
    const id = wallOf(anchor)
    const wall = id === undefined ? undefined : project.find('wall', id)
    if (wall) return pointOn(wallAxis(wall), 0.5)
  }
  return null
}
