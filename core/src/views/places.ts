import {
  ON_LINE,
  applyTo,
  distance,
  inverse,
  joinBoxes,
  nearestOnEdge,
  straight,
  type Box,
  type Point,
} from '../geometry'
import type { Piece } from '../building'
import type { Anchor, AnyRecord, Id, Project } from '../records'
import { solidOf } from '../solids'
import { edgeEnds, type EdgeName, type Point3 } from '../space'
import { cutPieces } from './cutPieces'
import type { Derived } from './derived'
import { inPicture, type Frame } from './frame'
import { Ranks } from './ranks'

/** The solid that holds the edges of a record: those of openings are in their wall. */
function holderOf(project: Project, id: Id): AnyRecord | undefined {
  const record = project.get(id)
  return record?.kind === 'opening' ? project.get(record.wall) : record
}

/** An edge of something in space, from end to end; null when there is none of that name. */
export function edgeInSpace(
  project: Project,
  id: Id,
  name: EdgeName,
): { readonly a: Point3; readonly b: Point3 } | null {
  const holder = holderOf(project, id)
  const solid = holder && solidOf(project, holder)
  if (!solid?.names) return null
  for (const [key, named] of solid.names) {
    if (named.name !== name || named.source !== id) continue
    const [i, k] = edgeEnds(key)
    return { a: solid.points[i!]!, b: solid.points[k!]! }
  }
  return null
}

/** The same as a picture shows it. */
export function edgeInPicture(
  project: Project,
  frame: Frame,
  id: Id,
  name: EdgeName,
): { readonly a: Point; readonly b: Point } | null {
  const edge = edgeInSpace(project, id, name)
  return edge && { a: inPicture(frame, edge.a), b: inPicture(frame, edge.b) }
}

/** Where in space an anchor holds; null for what is no edge of the building. */
export function anchorInSpace(project: Project, anchor: Anchor): Point3 | null {
  if (anchor.to !== 'edge' || anchor.off) return null
  const edge = edgeInSpace(project, anchor.of, anchor.name)
  if (!edge) return null
  const at = (k: 'x' | 'y' | 'z'): number => edge.a[k] + (edge.b[k] - edge.a[k]) * anchor.part
  return { x: at('x'), y: at('y'), z: at('z') }
}

/** Of some places the one nearest to where it was last; null when there is none. */
function nearestTo(last: Point, places: readonly (Point | null)[]): Point | null {
  let best: Point | null = null
  for (const place of places)
    if (place && (!best || distance(place, last) < distance(best, last))) best = place
  return best
}

type TieTo<To extends Anchor['to']> = Extract<Anchor, { to: To }>

/** Where a part of the way along a named edge is now, in the picture of the drawing where it was last. */
export const edgePlace = (
  project: Project,
  frames: readonly Frame[],
  { of, name, part, off = 0, last }: TieTo<'edge'>,
): Point | null =>
  nearestTo(
    last,
    frames.map((frame) => {
      const edge = edgeInPicture(project, frame, of, name)
      if (!edge) return null
      const [dx, dy] = [edge.b.x - edge.a.x, edge.b.y - edge.a.y]
      const length = Math.hypot(dx, dy) || 1
      return {
        x: edge.a.x + dx * part - (dy / length) * off,
        y: edge.a.y + dy * part + (dx / length) * off,
      }
    }),
  )

/** Around what a view cuts of a record, in the axes of the cut; null when it cuts nothing of it. */
export function cutBox(project: Project, { cut }: Frame, id: Id): Box | null {
  const record = project.get(id)
  if (!record || !cut) return null
  const [first, ...rest] = cutPieces(project, record, cut, new Ranks(project))
  return first ? rest.reduce<Box>(joinBoxes, first) : null
}

/** Where parts of the way across what is cut of something, and up, are now. */
export const cutPlace = (
  project: Project,
  frames: readonly Frame[],
  { of, u, v, last }: TieTo<'cut'>,
): Point | null =>
  nearestTo(
    last,
    frames.map((frame) => {
      const box = cutBox(project, frame, of)
      if (!box || !frame.cut) return null
      const at = { x: box.minX + (box.maxX - box.minX) * u, y: box.minY + (box.maxY - box.minY) * v }
      return applyTo(frame.cut.map, at)
    }),
  )

/** What a place in a derived drawing can be tied to: what is cut there, then edges that run through it, ends first. */
export function tiesInPicture(
  project: Project,
  frames: readonly Frame[],
  derived: Derived,
  p: Point,
  reach: number,
): Anchor[] {
  const ends: Anchor[] = []
  const along: Anchor[] = []
  for (const frame of frames) {
    if (!frame.cut) continue
    const q = applyTo(inverse(frame.cut.map), p)
    for (const id of derived.cut.ids()) {
      const isNear = derived.cut
        .boundariesOf(id)
        .some(
          ({ x1, y1, x2, y2 }) =>
            nearestOnEdge(straight({ x: x1, y: y1 }, { x: x2, y: y2 }), q).distance <= reach,
        )
      const box = isNear ? cutBox(project, frame, id) : null
      if (!box) continue
      const [wide, high] = [box.maxX - box.minX, box.maxY - box.minY]
      if (wide < ON_LINE || high < ON_LINE) continue
      const isCorner = [box.minX, box.maxX].some((x) =>
        [box.minY, box.maxY].some((y) => distance({ x, y }, q) <= reach),
      )
      const anchor: Anchor = {
        to: 'cut',
        of: id,
        u: (q.x - box.minX) / wide,
        v: (q.y - box.minY) / high,
        last: p,
      }
      if (isCorner) ends.push(anchor)
      else along.push(anchor)
    }
  }
  const seen = new Set<string>()
  for (const { lines } of derived.things.values())
    for (const { x1, y1, x2, y2, source, name } of lines) {
      if (name === undefined || seen.has(`${source} ${name}`)) continue
      const line = straight({ x: x1, y: y1 }, { x: x2, y: y2 })
      if (nearestOnEdge(line, p).distance > reach) continue
      for (const frame of frames) {
        const edge = edgeInPicture(project, frame, source, name)
        if (!edge || distance(edge.a, edge.b) < ON_LINE) continue
        const { t, distance: away } = nearestOnEdge(straight(edge.a, edge.b), p)
        if (away > reach) continue
        seen.add(`${source} ${name}`)
        const end = distance(edge.a, p) <= reach ? 0 : distance(edge.b, p) <= reach ? 1 : null
        const anchor: Anchor = { to: 'edge', of: source, name, part: end ?? t, last: p }
        if (end === null) along.push(anchor)
        else ends.push(anchor)
        break
      }
    }
  return [...ends, ...along]
}

/** What a place in a derived drawing lies within: something that is cut there, or a face that is seen; null: nothing. */
export function insideInPicture(
  project: Project,
  frames: readonly Frame[],
  derived: Derived,
  p: Point,
): Anchor | null {
  const ranks = new Ranks(project)
  for (const frame of frames) {
    if (!frame.cut) continue
    const q = applyTo(inverse(frame.cut.map), p)
    for (const id of derived.cut.ids()) {
      const record = project.get(id)
      if (!record) continue
      const pieces = cutPieces(project, record, frame.cut, ranks)
      if (!pieces.some((piece) => holdsPoint(piece, q))) continue
      const box = pieces.reduce<Box>(joinBoxes, pieces[0]!)
      const [wide, high] = [box.maxX - box.minX, box.maxY - box.minY]
      return { to: 'cut', of: id, u: (q.x - box.minX) / wide, v: (q.y - box.minY) / high, last: p }
    }
  }
  for (const [id, { fills, lines }] of derived.things) {
    if (!fills.some(({ loops }) => withinLoops(loops, p))) continue
    // By the nearest edge of it that has a name.
    let best: { anchor: Anchor; away: number } | null = null
    for (const { source, name, x1, y1, x2, y2 } of lines) {
      if (name === undefined) continue
      const away = nearestOnEdge(straight({ x: x1, y: y1 }, { x: x2, y: y2 }), p).distance
      if (best && away >= best.away) continue
      for (const frame of frames) {
        const edge = edgeInPicture(project, frame, source, name)
        if (!edge) continue
        const [dx, dy] = [edge.b.x - edge.a.x, edge.b.y - edge.a.y]
        const length = Math.hypot(dx, dy)
        if (length < ON_LINE) continue
        const [px, py] = [p.x - edge.a.x, p.y - edge.a.y]
        const anchor: Anchor = {
          to: 'edge',
          of: source,
          name,
          part: (px * dx + py * dy) / (length * length),
          off: (py * dx - px * dy) / length,
          last: p,
        }
        best = { anchor, away }
        break
      }
    }
    return best?.anchor ?? { to: 'inside', item: id, last: p }
  }
  return null
}

const holdsPoint = ({ halves }: Piece, { x, y }: Point): boolean => {
  for (let k = 0; k < halves.length; k += 3)
    if (halves[k]! * x + halves[k + 1]! * y < halves[k + 2]!) return false
  return true
}

function withinLoops(loops: readonly (readonly number[])[], { x, y }: Point): boolean {
  let within = false
  for (const loop of loops)
    for (let i = 0, k = loop.length - 2; i < loop.length; k = i, i += 2) {
      const [px, py, qx, qy] = [loop[i]!, loop[i + 1]!, loop[k]!, loop[k + 1]!]
      if (py > y !== qy > y && x < px + ((y - py) / (qy - py)) * (qx - px)) within = !within
    }
  return within
}
