import type { PlanScene } from '../derive'
import {
  angleOf,
  cross,
  crossings,
  distance,
  dot,
  edgesOf,
  middle,
  offsetFrom,
  straight,
  subtract,
  unitAt,
  type Edge,
  type Point,
} from '../geometry'
import { holds, roomsOf, spacesOf, type Space } from '../rooms'
import { holdAnchor, type TieFinder } from '../ties'
import { keyOf } from './gathered'
import { readAlong, type GatheredRow } from './rows'

/** Where rows stand in a room, as parts of its depth: the first that is clear of its tag. */
const PARTS = [0.2, 0.8, 0.3, 0.7, 0.4, 0.6, 0.5] as const
/** So far from the middle of a tag a row is clear of it, paper mm. */
const CLEAR_OF_TAG = 9
/** Lengths that differ by less are one, mm. */
const SAME = 1

/** The width and the depth of the room around a place, along its longest side and square to it; empty: no room closes there. */
export function rowsOfRoom(scene: PlanScene, p: Point, scale: number, finder: TieFinder): GatheredRow[] {
  const space = spacesOf(scene.project, scene.building).at(p)
  return space ? rowsOfSpace(scene, space, scale, finder) : []
}

/** The same of all rooms of a plan. */
export const rowsOfRooms = (scene: PlanScene, scale: number, finder: TieFinder): GatheredRow[] =>
  roomsOf(scene.project, scene.building).flatMap(({ space }) =>
    space ? rowsOfSpace(scene, space, scale, finder) : [],
  )

function rowsOfSpace(scene: PlanScene, space: Space, scale: number, finder: TieFinder): GatheredRow[] {
  const edges = [space.outer, ...space.islands].flatMap((path) => edgesOf(path))
  const longest = edges.reduce((p, q) => (distance(q.a, q.b) > distance(p.a, p.b) ? q : p))
  const along = readAlong(angleOf(subtract(longest.b, longest.a)))
  const tags = roomsOf(scene.project, scene.building).flatMap(({ room, space: mine }) =>
    mine === space ? [room.tagAt ?? room.at] : [],
  )
  return [along, readAlong(along + Math.PI / 2)].flatMap((direction) => {
    const row = rowThrough(scene, { space, edges, tags }, direction, scale, finder)
    return row ? [row] : []
  })
}

interface Chord {
  readonly a: Point
  readonly b: Point
}

/** The row across the longest chord of a room in a direction that is clear of its tags. */
function rowThrough(
  scene: PlanScene,
  {
    space,
    edges,
    tags,
  }: { readonly space: Space; readonly edges: readonly Edge[]; readonly tags: readonly Point[] },
  direction: number,
  scale: number,
  finder: TieFinder,
): GatheredRow | null {
  const u = unitAt(direction)
  const corners = edges.flatMap(({ a, b }) => [a, b])
  const asides = corners.map((p) => cross(u, p))
  const [low, high] = [Math.min(...asides), Math.max(...asides)]
  const chords = PARTS.flatMap((part) => chordsAt(space, edges, u, low + (high - low) * part))
  const longest = Math.max(...chords.map(({ a, b }) => distance(a, b)))
  const fit = chords.filter(({ a, b }) => distance(a, b) > longest - SAME)
  const isClear = ({ a }: Chord): boolean =>
    tags.every((tag) => Math.abs(cross(u, tag) - cross(u, a)) > CLEAR_OF_TAG * scale)
  const chord = fit.find(isClear) ?? fit[0]
  if (!chord) return null
  const anchors = [chord.a, chord.b].map((p) => {
    const anchor = finder.at(p)
    return { ...anchor, last: holdAnchor(anchor, scene).point }
  })
  return {
    anchors,
    direction,
    offset: { in: 'real', mm: 0 },
    gathers: { what: 'crossed', side: 'left', known: anchors.map(keyOf) },
  }
}

/** The parts of a line across a room that lie in it. */
function chordsAt(space: Space, edges: readonly Edge[], u: Point, aside: number): Chord[] {
  const at = (along: number): Point => offsetFrom({ x: 0, y: 0 }, u, along, aside)
  const alongs = edges.flatMap(({ a, b }) => [dot(u, a), dot(u, b)])
  const line = straight(at(Math.min(...alongs) - 1000), at(Math.max(...alongs) + 1000))
  const met = edges
    .flatMap((edge) => crossings(line, edge).map(({ point }) => dot(u, point)))
    .sort((p, q) => p - q)
    .filter((along, i, all) => i === 0 || along - all[i - 1]! > SAME)
  return met.slice(1).flatMap((to, i): Chord[] => {
    const chord = { a: at(met[i]!), b: at(to) }
    return holds(space, middle(chord.a, chord.b)) ? [chord] : []
  })
}
