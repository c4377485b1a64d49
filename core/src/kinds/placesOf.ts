import { KINDS, needs, type AnyRecord, type Id } from '../records'

/** Finds a record by its id. */
export type Find = (id: Id) => AnyRecord | undefined

const ITSELF: ReadonlySet<string> = new Set(['drawing', 'level', 'sheet', 'titleBlock'])

/** It is part of a drawing, and no type, style or the like. */
const isPlaced = ({ kind }: AnyRecord): boolean => {
  const { host } = KINDS[kind]
  return host !== 'library' && host !== 'project'
}

/**
 * The drawings, levels, sheets and title blocks that a record is seen on: what stands in a wall is seen where that is. What many use, as types, styles
 * and layers, is of no place.
 */
export function placesOf(record: AnyRecord, find: Find): Set<Id> {
  const places = new Set<Id>()
  const seen = new Set<Id>()
  const follow = (each: AnyRecord): void => {
    if (seen.has(each.id)) return
    seen.add(each.id)
    if (ITSELF.has(each.kind)) places.add(each.id)
    for (const name of ['sheet', 'drawing', 'level'] as const) {
      const id = (each as Partial<Record<typeof name, unknown>>)[name]
      if (typeof id === 'string') places.add(id)
    }
    // A drawing on a sheet is seen there; the sheet is not seen on the drawing.
    if (ITSELF.has(each.kind)) return
    for (const [id] of needs(each)) {
      const host = find(id)
      if (host && isPlaced(host)) follow(host)
    }
  }
  follow(record)
  return places
}
