import { mapEdge, straight } from '../geometry'
import type { Id } from '../records'
import type { Derived } from '../views'
import { edgeEntry, type FieldEdge, type FieldSource } from './fieldEntries'

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
