import type { News, Scene } from '../derive'
import { boxesMeet, type Box, unitAt } from '../geometry'
import { placedAt, type AnyRecord, type Dimension, type Id, type Project, type Reading } from '../records'
import { holdAnchor } from '../ties'
import { REACHING, stretchOf, stripOver } from './outside'

/** Knows over which part of a board each row stands that is reckoned from the building: where that changes, it moves. */
export class RowWatch {
  private readonly strips = new Map<Id, Box>()
  /** The change of the building's places up to which rows stand right. */
  private seen = -1

  /** Takes in how a record is laid now; null: it is laid no more. */
  note(id: Id, record: AnyRecord | null, scene: Scene, scale: number): void {
    const reading = { scale, viewport: scene.viewport }
    const row = record?.kind === 'dimension' ? reckoned(record, scene.project, reading) : null
    if (!row) return void this.strips.delete(id)
    const u = unitAt(row.direction)
    const points = row.anchors.map((anchor) => holdAnchor(anchor, scene).point)
    this.strips.set(id, stripOver(u, stretchOf(points, u)))
  }

  /** The rows that may stand elsewhere for what is new. */
  moved({ scene, building, records, walls, derived }: News): Id[] {
    const places = building && walls?.size !== 0 ? building.places.since(this.seen) : NONE
    this.seen = building?.places.now ?? -1
    const mayReach = (id: Id): boolean => {
      const kind = scene.project.get(id)?.kind
      // What is gone may have been anything.
      return kind === undefined || REACHING.has(kind)
    }
    const isOther = derived !== null && derived.changed?.size !== 0
    if (!places || isOther || [...(records ?? [])].some(mayReach)) return [...this.strips.keys()]
    const all = [...places]
    return [...this.strips].flatMap(([id, strip]) => (all.some((box) => boxesMeet(box, strip)) ? [id] : []))
  }
}
const NONE: ReadonlySet<Box> = new Set()

/** The row by which a dimension stands: itself, or the one it is in line with; null: it is not reckoned from the building. */
function reckoned(dimension: Dimension, project: Project, reading: Reading): Dimension | null {
  const seen = new Set<Id>()
  let row: Dimension | undefined = dimension
  while (row && row.offset.in === 'line' && !seen.has(row.id)) {
    seen.add(row.id)
    const next: Dimension | undefined = project.find('dimension', row.offset.of)
    row = next && placedAt(next, reading)
  }
  return row?.offset.in === 'row' ? row : null
}
