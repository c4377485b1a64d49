import type { News, Scene } from '../derive'
import { boxesMeet, leftOf, type Box, type Point } from '../geometry'
import type { AnyRecord, Id } from '../records'
import { holdAnchor } from '../ties'
import { REACHING, stretchOf, stripOver } from './outside'
import { isOneSide, sideOf } from './rowsBeside'

/** Knows over which part of a board each row stands that is reckoned from the building: where that changes, it moves. */
export class RowWatch {
  private readonly rows = new Map<Id, { readonly strip: Box; readonly out: Point }>()
  /** The change of the building's places up to which rows stand right. */
  private seen = -1

  /** Takes in how a record is laid now; null: it is laid no more. */
  note(id: Id, record: AnyRecord | null, scene: Scene, scale: number): void {
    const row = this.standing(record, scene, scale)
    if (row) this.rows.set(id, row)
    else this.rows.delete(id)
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
    if (!places || isOther || [...(records ?? [])].some(mayReach)) return [...this.rows.keys()]
    const all = [...places]
    return [...this.rows].flatMap(([id, { strip }]) => (all.some((box) => boxesMeet(box, strip)) ? [id] : []))
  }

  /** The rows beside one that is laid anew, where it stands now and where it stood. */
  *beside(id: Id, record: AnyRecord | undefined, scene: Scene, scale: number): Generator<Id> {
    const places = [this.rows.get(id), this.standing(record, scene, scale)]
    for (const place of places)
      if (place)
        for (const [other, { strip, out }] of this.rows)
          if (other !== id && isOneSide(out, place.out) && boxesMeet(strip, place.strip)) yield other
  }

  private standing(
    record: AnyRecord | null | undefined,
    scene: Scene,
    scale: number,
  ): { readonly strip: Box; readonly out: Point } | null {
    const side = record?.kind === 'dimension' ? sideOf(record, scene, scale) : null
    if (!side || record?.kind !== 'dimension') return null
    const u = leftOf(side.out)
    const points = record.anchors.map((anchor) => holdAnchor(anchor, scene).point)
    return { strip: stripOver(u, stretchOf(points, u)), out: side.out }
  }
}
const NONE: ReadonlySet<Box> = new Set()
