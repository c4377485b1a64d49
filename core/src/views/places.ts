import { ON_LINE, distance, joinBoxes, nearestOnEdge, straight, type Box, type Point } from '../geometry'
import type { Anchor, AnyRecord, Id, Project } from '../records'
import { solidOf } from '../solids'
import type { EdgeName } from '../space'
import { cutPieces } from './cutPieces'
import type { Derived } from './derived'
import { inPicture, type Frame } from './frame'
import { Ranks } from './ranks'

/** The solid that holds the edges of a record: those of openings are in their wall. */
function holderOf(project: Project, id: Id): AnyRecord | undefined {
  const record = project.get(id)
  return record?.kind === 'opening' ? project.get(record.wall) : record
}

/** An edge of something in space as a drawing shows it, from end to end; null when there is none of that name. */
export function edgeInPicture(
  project: Project,
  { looking }: Frame,
  id: Id,
  name: EdgeName,
): { readonly a: Point; readonly b: Point } | null {
  const holder = holderOf(project, id)
  const solid = holder && solidOf(project, holder)
  if (!solid?.names) return null
  for (const [key, named] of solid.names) {
    if (named.name !== name || named.source !== id) continue
    const [i, k] = key.split(' ').map(Number)
    return { a: inPicture(looking, solid.points[i!]!), b: inPicture(looking, solid.points[k!]!) }
  }
  return null
}

/** Where a part of the way along a named edge is now. */
export function edgePlace(
  project: Project,
  frame: Frame,
  id: Id,
  name: EdgeName,
  part: number,
): Point | null {
  const edge = edgeInPicture(project, frame, id, name)
  if (!edge) return null
  const { a, b } = edge
  return { x: a.x + (b.x - a.x) * part, y: a.y + (b.y - a.y) * part }
}

/** Around what the line of a view cuts of a record; null when it cuts nothing of it. */
export function cutBox(project: Project, { looking, cuts }: Frame, id: Id): Box | null {
  const record = project.get(id)
  if (!record || cuts.length === 0) return null
  const [first, ...rest] = cutPieces(project, record, looking, cuts, new Ranks(project))
  return first ? rest.reduce<Box>(joinBoxes, first) : null
}

/** Where parts of the way across what is cut of something, and up, are now. */
export function cutPlace(project: Project, frame: Frame, id: Id, u: number, v: number): Point | null {
  const box = cutBox(project, frame, id)
  return box && { x: box.minX + (box.maxX - box.minX) * u, y: box.minY + (box.maxY - box.minY) * v }
}

/** What a place in a derived drawing can be tied to: what is cut there, then edges that run through it, ends first. */
export function tiesInPicture(
  project: Project,
  frame: Frame,
  derived: Derived,
  p: Point,
  reach: number,
): Anchor[] {
  const ends: Anchor[] = []
  const along: Anchor[] = []
  for (const id of derived.cut.ids()) {
    const isNear = derived.cut
      .boundariesOf(id)
      .some(
        ({ x1, y1, x2, y2 }) =>
          nearestOnEdge(straight({ x: x1, y: y1 }, { x: x2, y: y2 }), p).distance <= reach,
      )
    const box = isNear ? cutBox(project, frame, id) : null
    if (!box) continue
    const [wide, high] = [box.maxX - box.minX, box.maxY - box.minY]
    if (wide < ON_LINE || high < ON_LINE) continue
    const isCorner = [box.minX, box.maxX].some((x) =>
      [box.minY, box.maxY].some((y) => distance({ x, y }, p) <= reach),
    )
    const anchor: Anchor = {
      to: 'cut',
      of: id,
      u: (p.x - box.minX) / wide,
      v: (p.y - box.minY) / high,
      last: p,
    }
    if (isCorner) ends.push(anchor)
    else along.push(anchor)
  }
  const seen = new Set<string>()
  for (const { lines } of derived.things.values())
    for (const { x1, y1, x2, y2, source, name } of lines) {
      if (name === undefined || seen.has(`${source} ${name}`)) continue
      const line = straight({ x: x1, y: y1 }, { x: x2, y: y2 })
      if (nearestOnEdge(line, p).distance > reach) continue
      seen.add(`${source} ${name}`)
      const edge = edgeInPicture(project, frame, source, name)
      if (!edge || distance(edge.a, edge.b) < ON_LINE) continue
      const end = distance(edge.a, p) <= reach ? 0 : distance(edge.b, p) <= reach ? 1 : null
      const { t } = nearestOnEdge(straight(edge.a, edge.b), p)
      const anchor: Anchor = { to: 'edge', of: source, name, part: end ?? t, last: p }
      if (end === null) along.push(anchor)
      else ends.push(anchor)
    }
  return [...ends, ...along]
}
