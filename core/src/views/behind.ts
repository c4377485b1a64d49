import type { AnyRecord, Id, Opening, Project } from '../records'
import { coversOf, isSeenSquare, reachIn, type Reach3 } from './covers'
import type { Frame } from './frame'
import { Screen, type Cover } from './screen'

/**
 * Tells what lies wholly behind walls in a view from the side, or wholly beyond what it shows, so that it need not be made.
 * What it is not sure of is made, and hidden line by line.
 */
export class Behind {
  private readonly covers = new Map<Id, readonly Cover[]>()
  private readonly hidden = new Map<Id, readonly Reach3[]>()
  private screen = new Screen([])
  private readonly counts: boolean

  constructor(
    private readonly project: Project,
    private readonly frame: Frame,
    /** Hidden edges are wanted too. */
    withUnseen: boolean,
  ) {
    this.counts = isSeenSquare(frame) && !withUnseen
  }

  /**
   * Takes in that some records are others. Gives those that are to be made or taken out, with those that nothing hides any
   * more; `isHidden` tells which of them are not to be made.
   */
  take(ids: ReadonlySet<Id>, shown: (id: Id) => AnyRecord | null): ReadonlySet<Id> {
    if (!this.counts) return ids
    const bared: Cover[] = []
    let changed = false
    const opens = (opening: Opening): boolean => shown(opening.id) !== null
    for (const id of ids) {
      const record = shown(id)
      const now = record?.kind === 'wall' ? coversOf(this.project, this.frame, record, opens) : []
      const before = this.covers.get(id) ?? []
      if (isSame(before, now)) continue
      changed = true
      bared.push(...before)
      if (now.length > 0) this.covers.set(id, now)
      else this.covers.delete(id)
    }
    if (changed) this.screen = new Screen([...this.covers.values()].flat())
    const all = new Set(ids)
    if (bared.length > 0)
      for (const [id, reaches] of this.hidden)
        if (
          !all.has(id) &&
          reaches.some((reach) => bared.some((cover) => meets(cover, reach))) &&
          !this.hides(reaches)
        )
          all.add(id)
    for (const id of all) {
      const record = shown(id)
      const reaches = record && reachIn(this.project, this.frame, record)
      if (reaches && this.hides(reaches)) this.hidden.set(id, reaches)
      else this.hidden.delete(id)
    }
    return all
  }

  /** Whether something lies wholly behind others, or beyond what is shown. */
  isHidden = (id: Id): boolean => this.hidden.has(id)

  private hides(reaches: readonly Reach3[]): boolean {
    return reaches.every((reach) => this.screen.hides(reach, reach.near))
  }
}

const meets = (p: Cover, q: Reach3): boolean => p.x0 <= q.x1 && q.x0 <= p.x1 && p.y0 <= q.y1 && q.y0 <= p.y1

const isSame = (before: readonly Cover[], now: readonly Cover[]): boolean =>
  before.length === now.length &&
  before.every((cover, i) => {
    const other = now[i]!
    return (
      cover.x0 === other.x0 &&
      cover.x1 === other.x1 &&
      cover.y0 === other.y0 &&
      cover.y1 === other.y1 &&
      cover.far === other.far
    )
  })
