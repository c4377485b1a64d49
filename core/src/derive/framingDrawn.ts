import { OVERHEAD_DASHES } from './openingGround'
import { strokeItem, type AnyPen, type DisplayItem } from '../display'
import { memberOutlines } from '../framing'
import { pathOfPoints, straight } from '../geometry'
import type { Framing, Opening, Project } from '../records'
import { framingMembers, lintelOutline } from '../solids'
import { edgeEntry, ownEntries, type FieldOf } from './fieldEntries'

/** A row of joists or rafters: the edges of each timber. */
export function framingItems(project: Project, row: Framing, pen: AnyPen): DisplayItem[] {
  const points: number[] = []
  for (const member of framingMembers(project, row))
    for (const ring of memberOutlines(member, row.width))
      ring.forEach((p, i) => {
        const q = ring[(i + 1) % ring.length]!
        points.push(p.x, p.y, q.x, q.y)
      })
  return points.length > 0 ? [{ kind: 'segments', pen, points, source: row.id }] : []
}

/** Its outline, and the middle lines of its timbers. */
export const framingField: FieldOf<Framing> = (row, scene) => {
  if (scene.view !== 'plan') return null
  const { project, level } = scene
  return {
    from: [
      row,
      level,
      ...project.all('void'),
      null,
      ...project.all('overhead'),
      null,
      ...project.all('dormer'),
    ],
    make: () => ({
      edges: [
        ...ownEntries(project, row, 'block').edges,
        ...framingMembers(project, row).map(({ a, b }) => edgeEntry(straight(a, b), 'axis', row.id)),
      ],
      spots: [],
    }),
  }
}

/** The lintel over an opening, dashed: it lies above the cut. */
export function lintelItems(project: Project, opening: Opening, scale: number): DisplayItem[] {
  const outline = lintelOutline(project, opening)
  return outline
    ? [strokeItem(pathOfPoints(outline, true), 'hidden', OVERHEAD_DASHES, scale, opening.id)]
    : []
}
