import { EMPTY_BOX, joinBoxes, pathBox, type Box, type Point, PlaceIndex } from '../geometry'
import { Work, type Steps } from '../steps'
import { standsIn } from '../kinds'
import { isInReach } from '../library'
import { ChangeLog, type AnyRecord, type Id } from '../records'
import type { Entries, FieldEdge, FieldGuide, FieldOf, FieldSource, FieldSpot } from './fieldEntries'
import { derivedField, lineFields } from './derivedField'
import { FIELDS } from './fields'
import { Follower, type News } from './news'
import { recordsIn, type Kept, type Scene } from './scene'

/** What is snapped to besides the records of a scene: frames of viewports, the title block. */
export interface FieldMore {
  readonly id: Id
  readonly source: FieldSource
}

/** So many records are looked at in one step. */
const IN_STEP = 200

/** What is seen of a record of the building is held under its id with this before it. */
const DERIVED = 'seen/'

interface Held extends Entries {
  readonly from: readonly unknown[]
}

/**
 * All lines and special points of a drawing by place, kept up to date while the project changes: only what a
 * change replaced is put in anew. It holds what can be reached (on layers that are shown and not locked), or
 * everything there is.
 */
export class DraftField {
  constructor(private readonly everything = false) {
    this.follower = new Follower((building) => (everything ? building : building.seen()))
  }

  private readonly follower: Follower
  private edges = new PlaceIndex<FieldEdge>()
  private spots = new PlaceIndex<FieldSpot>()
  private readonly held = new Map<Id, Held>()
  private readonly endless = new Map<Id, FieldGuide>()
  /** What came from elsewhere the last time. */
  private more: readonly FieldMore[] = []
  private fresh: Held[] = []
  private gone: Held[] = []
  /** Where lines came and went. */
  readonly places = new ChangeLog<Box>()
  /** The same of drafted lines alone. */
  readonly drafted = new ChangeLog<Box>()

  get guides(): readonly FieldGuide[] {
    return [...this.endless.values()]
  }

  get size(): number {
    let size = 0
    for (const { edges } of this.held.values()) size += edges.length
    return size
  }

  /** The field of the drawing beneath a detail, and the part of it that is shown. */
  private beneath: { readonly field: DraftField; readonly crop: Box } | null = null

  /** Brings the field up to date with a scene, and with more that is drawn there from elsewhere. */
  update(scene: Scene, more: readonly FieldMore[] = []): void {
    this.wanted = { scene, more }
    this.work.now()
  }

  /** The same in small steps. */
  inSteps(scene: Scene, more: readonly FieldMore[] = []): Steps {
    this.wanted = { scene, more }
    return this.work.inSteps()
  }

  private wanted: { readonly scene: Scene; readonly more: readonly FieldMore[] } | null = null
  private readonly work = new Work(() => this.updating())

  private *updating(): Steps {
    const { scene, more } = this.wanted!
    const over = scene.view === 'derived' && scene.board.view === 'detail' ? scene.board.of : undefined
    const under = scene.view === 'derived' ? scene.beneath : null
    if (under && over && over.beneath !== 'hidden') {
      const { reached, everything } = keptFields(under)
      const field = this.everything ? (everything ?? new DraftField(true)) : reached
      yield* field.inSteps(under)
      this.beneath = { field, crop: pathBox(over.outline) }
    } else this.beneath = null
    const news = this.follower.news(scene)
    if (news) yield* this.see(news)
    const stays = new Set(more.map(({ id }) => id))
    for (const { id } of this.more) if (!stays.has(id)) this.put(id, null)
    for (const { id, source } of more) this.put(id, source)
    this.more = more
    yield* this.lay()
  }

  /** Something of a derived drawing is in it. */
  private sees = false
  /** Levels and grid lines of which a line runs through it. */
  private lines: ReadonlySet<Id> = new Set()

  /** What of the building is seen in a derived drawing is snapped to line by line, the lines of levels and the grid too. */
  private seeDerived(derived: News['derived'], scene: Scene): void {
    if (!derived) {
      if (this.sees) for (const id of [...this.held.keys()]) if (id.startsWith(DERIVED)) this.put(id, null)
      this.sees = false
      return
    }
    this.sees = true
    const { now, changed } = derived
    const put = (id: Id): void => this.put(DERIVED + id, derivedField(now, id))
    // They bound nothing.
    const lines: ReadonlyMap<Id, FieldSource> = this.everything ? new Map() : lineFields(scene, now)
    for (const [id, source] of lines) this.put(DERIVED + id, source)
    for (const id of this.lines) if (!lines.has(id)) this.put(DERIVED + id, null)
    this.lines = new Set(lines.keys())
    if (changed) {
      for (const id of changed) put(id)
      return
    }
    const ids = new Set([...now.things.keys(), ...now.cut.ids(), ...this.lines])
    for (const id of now.things.keys()) put(id)
    for (const id of now.cut.ids()) put(id)
    for (const id of [...this.held.keys()])
      if (id.startsWith(DERIVED) && !ids.has(id.slice(DERIVED.length))) this.put(id, null)
  }

  private *see({ scene, building, records, walls, derived }: News): Steps {
    if (!(scene.view === 'derived' && scene.beneath)) this.seeDerived(derived, scene)
    const { project, board } = scene
    const source = (record: AnyRecord): FieldSource | null => {
      const field = FIELDS[record.kind] as FieldOf<AnyRecord> | null
      return field && (this.everything || isInReach(project, record)) ? field(record, scene, building) : null
    }
    if (records && walls)
      for (const id of new Set([...records, ...walls])) {
        const record = project.get(id)
        this.put(id, record && standsIn(board, record) ? source(record) : null)
      }
    else {
      const rest = new Set(this.held.keys())
      for (const { id } of this.more) rest.delete(id)
      for (const id of rest) if (id.startsWith(DERIVED)) rest.delete(id)
      let steps = 0
      for (const record of recordsIn(scene)) {
        if (++steps % IN_STEP === 0) yield
        // It may have changed while this was at work.
        const now = project.get(record.id)
        if (!now || !standsIn(board, now)) continue
        rest.delete(record.id)
        this.put(record.id, source(now))
      }
      for (const id of rest) this.put(id, null)
    }
  }

  /** What one record, or something from elsewhere, gives now; null: nothing. */
  private put(id: Id, source: FieldSource | null): void {
    const kept = this.held.get(id)
    const { from, make } = source ?? { from: null, make: null }
    if (kept && from && kept.from.length === from.length && kept.from.every((each, i) => each === from[i]))
      return
    if (kept) {
      this.gone.push(kept)
      this.held.delete(id)
      this.endless.delete(id)
    }
    if (!make) return
    const made: Held = { from, ...make() }
    this.held.set(id, made)
    this.fresh.push(made)
    if (made.endless) this.endless.set(id, made.endless)
  }

  /** Lays by place what came, and takes out what went. */
  private *lay(): Steps {
    const { fresh, gone } = this
    if (fresh.length + gone.length === 0) return
    // Much at once is quicker laid out anew.
    if ((fresh.length + gone.length) * 4 > this.held.size) {
      yield* this.loading()
      this.places.addEverything()
      this.drafted.addEverything()
    } else {
      const places = new Set<Box>()
      const drafted = new Set<Box>()
      for (const each of [...gone, ...fresh]) {
        const box = each.edges.reduce(joinBoxes, EMPTY_BOX)
        places.add(box)
        if (each.edges.some(({ role }) => role === 'line')) drafted.add(box)
      }
      for (const { edges, spots } of gone) {
        for (const edge of edges) this.edges.remove(edge)
        for (const spot of spots) this.spots.remove(spot)
      }
      for (const { edges, spots } of fresh) {
        for (const edge of edges) this.edges.insert(edge)
        for (const spot of spots) this.spots.insert(spot)
      }
      this.places.add(places)
      if (drafted.size > 0) this.drafted.add(drafted)
    }
    this.fresh = []
    this.gone = []
  }

  private *loading(): Steps {
    const edges: FieldEdge[] = []
    const spots: FieldSpot[] = []
    for (const held of this.held.values()) {
      for (const edge of held.edges) edges.push(edge)
      for (const spot of held.spots) spots.push(spot)
    }
    const byEdges = new PlaceIndex<FieldEdge>()
    const bySpots = new PlaceIndex<FieldSpot>()
    yield* byEdges.loading(edges)
    yield* bySpots.loading(spots)
    this.edges = byEdges
    this.spots = bySpots
  }

  /** What of the drawing beneath a detail lies in a box. */
  private under(box: Box): { readonly field: DraftField; readonly box: Box } | null {
    if (!this.beneath) return null
    const { field, crop } = this.beneath
    const both = {
      minX: Math.max(box.minX, crop.minX),
      minY: Math.max(box.minY, crop.minY),
      maxX: Math.min(box.maxX, crop.maxX),
      maxY: Math.min(box.maxY, crop.maxY),
    }
    return both.minX <= both.maxX && both.minY <= both.maxY ? { field, box: both } : null
  }

  /** Lines whose boxes come near a point. */
  edgesNear(p: Point, reach: number): FieldEdge[] {
    return this.edgesIn(around(p, reach))
  }

  edgesIn(box: Box): FieldEdge[] {
    const under = this.under(box)
    const mine = this.edges.search(box)
    return under ? [...mine, ...under.field.edgesIn(under.box)] : mine
  }

  spotsNear(p: Point, reach: number): FieldSpot[] {
    const box = around(p, reach)
    const under = this.under(box)
    const mine = this.spots.search(box)
    return under ? [...mine, ...under.field.spots.search(under.box)] : mine
  }

  /** Around all its lines; turned inside out when there are none. */
  extent(): Box {
    return this.edges.toJSON() as Box
  }
}

const around = ({ x, y }: Point, reach: number): Box => ({
  minX: x - reach,
  minY: y - reach,
  maxX: x + reach,
  maxY: y + reach,
})

const fields = new WeakMap<Kept, Fields>()

interface Fields {
  readonly reached: DraftField
  everything: DraftField | null
}

function keptFields(scene: Scene): Fields {
  let mine = fields.get(scene.kept)
  if (!mine) fields.set(scene.kept, (mine = { reached: new DraftField(), everything: null }))
  return mine
}

function keptField(scene: Scene, everything: boolean, more?: readonly FieldMore[]): DraftField {
  const mine = keptFields(scene)
  const field = everything ? (mine.everything ??= new DraftField(true)) : mine.reached
  scene.project.unheard(() => field.update(scene, more))
  void scene.project.stamp
  return field
}

/** Lays the field of what can be reached on a board in small steps, so that it is at hand when it is asked for. */
export function* layingField(scene: Scene): Steps {
  yield* keptFields(scene).reached.inSteps(scene)
}

/** The field of what can be reached on a board, up to date; kept with its scene. */
export const draftField = (scene: Scene, more?: readonly FieldMore[]): DraftField =>
  keptField(scene, false, more)

/**
 * The field of everything in a drawing, for what bounds hatches: hiding or locking a layer changes no hatch.
 */
export const boundingField = (scene: Scene): DraftField =>
  keptField(scene, !scene.project.all('layer').every(({ shown, locked }) => shown && !locked))
