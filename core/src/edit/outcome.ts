import { buildingOf } from '../building'
import {
  ROUNDING,
  NOTHING,
  ON_LINE,
  add,
  applyTo,
  enlargement,
  mirrors,
  type Affine,
  type Box,
  type Point,
} from '../geometry'
import { faultOf, framed, placedBox, stretched, type Move } from '../kinds'
import { layerOf } from '../library'
import {
  anchorsOf,
  carriedAlong,
  looseNames,
  type AnyRecord,
  type Change,
  type Id,
  type Opening,
  type Project,
  type UnitPlace,
  boardOf,
} from '../records'
import {
  carryFootings,
  carryOpenings,
  carryTie,
  reshaped,
  standsStill,
  type Fate,
  type Fates,
  type Ground,
} from '../ties'
import { drawnOver, framesOf } from '../views'
import { EditRefused } from './refusal'

/** A map that enlarges by less than this leaves sizes as they are. */
const ALIKE = NOTHING

/**
 * What an edit does, as it is put together: records stored and removed, and what became of what. The change that
 * comes of it takes everything along that hangs on what it touches: doors and windows stay where they are in the
 * building, dimensions and leaders hold on, groups, repeats and hatches name what is there. No edit makes a change
 * in any other way, so none can forget them.
 */
export class Outcome {
  private readonly stored = new Map<Id, AnyRecord>()
  private readonly gone = new Set<Id>()
  private readonly fates = new Map<Id, Fate>()
  /** The maps by which things were moved as a whole. */
  private readonly maps = new Map<Id, Affine>()

  constructor(readonly project: Project) {}

  /** A record as this outcome leaves it so far. */
  get(id: Id): AnyRecord | undefined {
    return this.gone.has(id) ? undefined : (this.stored.get(id) ?? this.project.get(id))
  }

  /** Stores new records, or others changed in place: their ends are their ends still. */
  put(...records: readonly AnyRecord[]): this {
    for (const record of records) {
      const was = this.project.get(record.id)
      this.stored.set(record.id, record)
      this.gone.delete(record.id)
      const before = this.fates.get(record.id)
      if (was) this.fates.set(record.id, before ? { ...before, parts: [record] } : reshaped(was, record))
    }
    return this
  }

  /** Moves a record as a whole by a map that keeps shapes. Given `made`, that is what comes of it. */
  moved(record: AnyRecord, map: Affine, made: AnyRecord): this {
    this.stored.set(record.id, made)
    this.maps.set(record.id, map)
    this.fates.set(record.id, {
      was: record,
      parts: [made],
      at: (p) => applyTo(map, p),
      whole: true,
      mirrored: mirrors(map),
      keepsEnds: true,
    })
    if (Math.abs(enlargement(map) - 1) > ALIKE) this.refuseFault(made, record)
    return this
  }

  /** Moves those of a record's points that `move` moves, by `by`. Gives whether any did. */
  stretched(record: AnyRecord, move: Move, by: Point): boolean {
    const made = stretched(record, move)
    if (made === record) return false
    this.stored.set(record.id, made)
    // What lies in the box with its whole extent is moved as it is.
    const whole = isShifted(placedBox(record), placedBox(made), by)
    const shift = (p: Point): Point => add(p, by)
    this.fates.set(record.id, { ...reshaped(record, made, whole ? shift : move), whole })
    return true
  }

  /** Things along it go where `move` takes them, though it stays itself: of a wall that passes through a box. */
  slides(record: AnyRecord, move: Move): void {
    this.fates.set(record.id, reshaped(record, record, move))
  }

  /**
   * A record cut into parts along its line, or merged into what lies along it. What hung on it finds its place on
   * them; a door or window whose place is cut through or away refuses the edit. A part may have the record's own id;
   * without any part all of it was cut away.
   */
  replaced(was: AnyRecord, parts: readonly AnyRecord[]): this {
    for (const part of parts) {
      this.stored.set(part.id, part)
      this.gone.delete(part.id)
    }
    if (!parts.some((part) => part.id === was.id)) {
      this.stored.delete(was.id)
      this.gone.add(was.id)
    }
    this.fates.set(was.id, {
      was,
      parts,
      at: (p) => p,
      whole: false,
      mirrored: false,
      keepsEnds: false,
    })
    return this
  }

  /** Removes records. What cannot do without them refuses the change, unless it is removed too. */
  drop(...ids: readonly Id[]): this {
    for (const id of ids) {
      this.gone.add(id)
      this.stored.delete(id)
    }
    return this
  }

  /** Removes records with all that cannot do without them. */
  remove(...ids: readonly Id[]): this {
    for (const id of ids) {
      if (this.gone.has(id)) continue
      this.drop(id)
      this.remove(...this.project.dependents(id))
    }
    return this
  }

  /** The change, with everything that goes along. Throws EditRefused for what nobody can mean. */
  change(): Change {
    this.carryFootings()
    for (const record of this.stored.values()) {
      const was = this.project.get(record.id)
      // Moved as it is, it is as sound as it was.
      if (!this.fates.get(record.id)?.whole) this.refuseFault(record, was)
    }
    this.forgetIdle()
    this.carryOpenings()
    for (const id of this.gone)
      if (!this.fates.has(id)) {
        const was = this.project.get(id)
        if (was) this.fates.set(id, { ...reshaped(was, was), parts: [] })
      }
    this.carryNames()
    return { put: [...this.stored.values()], drop: [...this.gone] }
  }

  /** Refuses what has become nonsense; what was nonsense before may stay so. */
  private refuseFault(record: AnyRecord, was: AnyRecord | undefined): void {
    if (was && standsStill(was, record, this.project)) return
    const fault = faultOf(record, this.project)
    if (fault && (!was || faultOf(was, this.project) === null)) throw new EditRefused('nonsense', fault)
  }

  /** What stands where it stood has nothing to take along. */
  private forgetIdle(): void {
    for (const [id, fate] of this.fates) {
      const [now] = fate.parts
      if (fate.parts.length !== 1 || now!.id !== id || now === fate.was) continue
      if (!fate.mirrored && standsStill(fate.was, now!, this.project)) this.fates.delete(id)
    }
  }

  private carryFootings(): void {
    for (const [id, fate] of this.fates) {
      const parts = carryFootings(fate)
      for (const [i, part] of parts.entries()) if (part !== fate.parts[i]) this.stored.set(part.id, part)
      if (parts !== fate.parts) this.fates.set(id, { ...fate, parts })
    }
  }

  private carryOpenings(): void {
    for (const fate of [...this.fates.values()]) {
      if (fate.was.kind !== 'wall') continue
      const openings = this.project.dependents(fate.was.id).flatMap((id) => {
        const opening = this.project.find('opening', id)
        return opening && !this.stored.has(id) && !this.gone.has(id) ? [opening] : []
      })
      // Trimmed away as a whole, what stands in it would go without a word.
      if (fate.parts.length === 0 && openings.length > 0)
        throw new EditRefused('in-the-way', cutWords(openings[0]!))
      for (const { opening, cut } of carryOpenings(openings, fate)) {
        const was = this.project.need('opening', opening.id)
        if (cut) throw new EditRefused('in-the-way', cutWords(was))
        if (!sameOpening(was, opening)) this.put(opening)
      }
    }
  }

  /** Groups, repeats, hatches and ties name what is there now. */
  private carryNames(): void {
    const fates: Fates = { of: (id) => this.fates.get(id), now: (id) => this.get(id) }
    this.carryUnits()
    const concerned = new Set<Id>()
    for (const id of this.fates.keys()) for (const namer of this.project.namers(id)) concerned.add(namer)
    const open = [...concerned]
    for (let id = open.pop(); id !== undefined; id = open.pop()) {
      const record = this.get(id)
      if (!record) continue
      let ground: Ground | null = null
      const made = carriedAlong(record, {
        became: (named) => this.becameIds(named),
        tie: (anchor) => carryTie(anchor, fates, () => (ground ??= groundOf(this.project, record))),
      })
      if (made === null) {
        // What named it, as a group does a group within it, goes on without it, or goes too.
        this.remove(id)
        this.fates.set(id, { ...reshaped(record, record), parts: [] })
        for (const namer of this.project.namers(id)) {
          concerned.add(namer)
          open.push(namer)
        }
      } else if (JSON.stringify(made) !== JSON.stringify(record)) this.stored.set(id, made)
    }
    // What is new may name what is gone, too: a group made of things of which one went.
    for (const record of [...this.stored.values()]) {
      if (concerned.has(record.id) || anchorsOf(record).length > 0) continue
      if (!looseNames(record).some((id) => this.gone.has(id))) continue
      const made = carriedAlong(record, {
        became: (named) => this.becameIds(named),
        tie: (anchor) => anchor,
      })
      if (made === null) this.remove(record.id)
      else this.stored.set(record.id, made)
    }
  }

  /** A unit moved as a whole stands elsewhere; made larger or smaller it is none any more. */
  private carryUnits(): void {
    const groups = new Set<Id>()
    for (const id of this.maps.keys()) for (const namer of this.project.namers(id)) groups.add(namer)
    for (const id of groups) {
      const group = this.get(id)
      if (group?.kind !== 'group' || !group.unit) continue
      const map = this.maps.get(group.members[0]!)
      if (!map || !group.members.every((member) => this.maps.get(member) === map)) continue
      const { unit, ...rest } = group
      this.stored.set(id, keepsSize(map) ? { ...rest, unit: unitUnder(unit, map) } : rest)
    }
  }

  private becameIds(id: Id): readonly Id[] | undefined {
    const fate = this.fates.get(id)
    if (!fate) return undefined
    const ids = fate.parts.map((part) => part.id)
    return ids.length === 1 && ids[0] === id ? undefined : ids
  }
}

/**
 * The change that stores records, new or changed in place.
 * @refuses nonsense
 */
export const storing = (project: Project, ...records: readonly AnyRecord[]): Change =>
  new Outcome(project).put(...records).change()

/** What two changes do one after the other, the second of them made after the first. */
export const together = (first: Change, second: Change): Change => ({
  put: [...first.put.filter(({ id }) => !second.put.some((each) => each.id === id)), ...second.put],
  drop: [...first.drop, ...second.drop],
})

/**
 * The change that removes records which nothing needs any more.
 * @refuses nonsense
 */
export const dropping = (project: Project, ...ids: readonly Id[]): Change =>
  new Outcome(project).drop(...ids).change()

/** Whether a map leaves sizes as they are. */
export const keepsSize = (map: Affine): boolean => Math.abs(enlargement(map) - 1) <= SAME_SIZE
/** Factors nearer to 1 than this leave sizes as they are. */
const SAME_SIZE = ROUNDING

/** The place of a unit under a map that keeps sizes. */
export const unitUnder = (unit: UnitPlace, map: Affine): UnitPlace => ({
  ...unit,
  frame: framed(unit.frame, map),
})

/** Whether a box is another moved by a displacement. */
const isShifted = (was: Box, now: Box, by: Point): boolean =>
  [
    was.minX + by.x - now.minX,
    was.maxX + by.x - now.maxX,
    was.minY + by.y - now.minY,
    was.maxY + by.y - now.maxY,
  ].every((off) => Math.abs(off) <= ON_LINE)

/** What the annotation of a board stands on, as it is before the change. */
export function groundOf(project: Project, record: AnyRecord): Ground {
  const board = boardOf(project, record)
  if (!board) return { project, building: null }
  // A detail is tied to what it is drawn over.
  const over = drawnOver(project, board)
  return { project, building: buildingOf(project, over), frames: framesOf(project, over) }
}

const CALLED: Record<Opening['fit'], string> = { door: 'door', window: 'window', gap: 'opening' }

const cutWords = ({ fit, mark }: Opening): string =>
  `The ${CALLED[fit]}${mark ? ` ${mark}` : ''} stands where the wall would be cut. Move or remove it first.`

const sameOpening = (p: Opening, q: Opening): boolean =>
  p.wall === q.wall &&
  Math.abs(p.along - q.along) < ROUNDING &&
  p.hand === q.hand &&
  p.side === q.side &&
  p.round === q.round &&
  p.measured?.end === q.measured?.end &&
  p.measured?.side === q.measured?.side

/**
 * Refuses to touch what lies on a locked layer, and what is no longer there.
 * @refuses gone, locked
 */
export function refuseLocked(project: Project, ids: Iterable<Id>): void {
  for (const id of ids) {
    const record = project.get(id)
    if (!record) throw new EditRefused('gone', 'Something that was selected is no longer there.')
    const layer = layerOf(project, record)
    if (layer.locked)
      throw new EditRefused('locked', `The layer “${layer.name}” is locked. Unlock it in Layers first.`)
  }
}
