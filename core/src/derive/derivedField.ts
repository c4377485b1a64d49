import { isEmptyBox, mapEdge, straight } from '../geometry'
import { isStanding } from '../kinds'
import type { Id } from '../records'
import { lineInView, type Derived } from '../views'
import { edgeEntry, type FieldEdge, type FieldSource } from './fieldEntries'
import type { Scene } from './scene'

/** What is snapped to of a record of the building in a derived drawing: its lines that are seen, and what is cut of it. */
export function derivedField(derived: Derived, id: Id): FieldSource | null {
  const thing = derived.things.get(id)
  const boundaries = derived.cut.boundariesOf(id)
  const map = derived.cutMap
  if (!thing && boundaries.length === 0) return null
  return {
    from: [thing, boundaries, map],
    make() {
      const edges: FieldEdge[] = []
      for (const { x1, y1, x2, y2, source, dashed } of thing?.lines ?? [])
        // Lines that tell how something opens are no edges of anything.
        if (!dashed) edges.push(edgeEntry(straight({ x: x1, y: y1 }, { x: x2, y: y2 }), 'face', source))
      for (const { x1, y1, x2, y2 } of boundaries)
        edges.push(edgeEntry(mapEdge(map, straight({ x: x1, y: y1 }, { x: x2, y: y2 })), 'face', id))
      return { edges, spots: [] }
    },
  }
}

/** The lines of levels and the grid that run through a view from the side. */
export function lineFields(scene: Scene, derived: Derived): ReadonlyMap<Id, FieldSource> {
  const fields = new Map<Id, FieldSource>()
  if (scene.view !== 'derived' || scene.beneath || !isStanding(scene.board)) return fields
  const { project, board, frames } = scene
  const [frame] = frames
  const { extent } = derived
  if (!frame || isEmptyBox(extent)) return fields
  for (const record of [...project.all('level'), ...project.all('gridLine')]) {
    const line = lineInView(board, frame.looking, record, extent, board.readingScale)
    if (!line) continue
    const { from, to } = line
    fields.set(record.id, {
      from: [from.x, from.y, to.x, to.y],
      make: () => ({ edges: [edgeEntry(straight(from, to), 'grid', record.id)], spots: [] }),
    })
  }
  return fields
}
