import { isTurnedAlike, type Turned } from '../lettering'
import { layerOf, lineTypeOf } from '../library'
import {
  KINDS,
  hasOrder,
  type AnyRecord,
  type Id,
  type Layer,
  type LineType,
  type RecordOf,
} from '../records'
import type { DisplayItem } from '../display'
import { boxesMeet, type Box } from '../geometry'
import { boundingField } from './draftField'
import { isDrawn } from './drawn'
import { TIERS, type DrawnItself, type Tier } from './drawnKind'
import { DRAWN, DRAWN_ITSELF, type KindDrawn } from './drawnKinds'
import type { PlanLook } from './look'
import type { News } from './news'
import { partOf, rankOf, type Order, type Part, type Picture } from './picture'
import type { Scene } from './scene'

/** Something that gives parts to a picture, and keeps up with what changes. */
export interface PartSource {
  /** Takes in the news, in small steps where there is much. */
  update(news: News): Iterable<unknown>
}

/** So much is drawn in one step. */
export const IN_STEP = 50

/** The depth of a tier; what was sent back lies below 0, what was brought forward from 1 on. */
export const depthOf = (tier: Tier): number => TIERS.indexOf(tier) / TIERS.length

type Itself = RecordOf<KindDrawn<'itself'>>

const drawnItself = <R extends Itself>(record: R): DrawnItself<R> =>
  DRAWN[record.kind] as unknown as DrawnItself<R>

const isItself = (record: AnyRecord): record is Itself => DRAWN[record.kind].by === 'itself'

/** Whether a lens shows what lies at a depth. */
function isShown(tier: Tier, look: PlanLook): boolean {
  switch (tier) {
    case 'blocks':
      return look.furniture
    case 'overhead':
      return look.overhead
    case 'framing':
      return look.framing ?? false
    case 'rooms':
      return look.roomTags
    case 'hatches':
    case 'floor':
    case 'walls':
    case 'lines':
    case 'grid':
      return true
  }
}

/** What is drawn one by one, each record a part. */
export class ThingsDrawn implements PartSource {
  /** Those that are found from whatever lies somewhere, and where. */
  private readonly watching = new Map<Id, Box>()
  private bounded = -1

  constructor(
    private readonly picture: Picture,
    private readonly look: PlanLook,
  ) {}

  *update({ scene, records }: News): Generator<void> {
    const { project } = scene
    let steps = 0
    if (records)
      for (const id of records) {
        const record = project.get(id)
        this.picture.put(id, 'things', record && isItself(record) ? this.made(record, scene) : null)
        if (record && isItself(record)) this.watch(record)
        else this.watching.delete(id)
      }
    else {
      const rest = this.picture.drawnBy('things')
      this.watching.clear()
      for (const kind of DRAWN_ITSELF)
        for (const record of project.all(kind)) {
          rest.delete(record.id)
          this.picture.put(record.id, 'things', this.made(record, scene))
          this.watch(record)
          if (++steps % IN_STEP === 0) yield
        }
      for (const id of rest) this.picture.put(id, 'things', null)
    }
    this.lookAround(scene)
  }

  /** Draws again what is found from what lies where the board changed. */
  private lookAround(scene: Scene): void {
    if (this.watching.size === 0) return
    const { places } = boundingField(scene)
    const changed = places.since(this.bounded)
    this.bounded = places.now
    for (const [id, box] of this.watching)
      if (!changed || [...changed].some((place) => boxesMeet(place, box))) {
        const record = scene.project.get(id)
        if (record && isItself(record)) this.picture.put(id, 'things', this.made(record, scene))
      }
  }

  private watch(record: Itself): void {
    const box = drawnItself(record).around?.(record) ?? null
    if (box) this.watching.set(record.id, box)
    else this.watching.delete(record.id)
  }

  private made(record: Itself, scene: Scene): Part | null {
    const { project, board } = scene
    const { look } = this
    if (KINDS[record.kind].host === 'board' && 'drawing' in record && record.drawing !== board.id) return null
    const drawn = drawnItself(record)
    const tier = drawn.tier(record, scene)
    if (tier === null || !isShown(tier, look) || !isDrawn(project, record, look)) return null
    const moved = hasOrder(record) && record.order
    const order: Order = {
      rank: rankOf(moved || depthOf(tier), DRAWN_ITSELF.indexOf(record.kind), 'things'),
      place: project.placeOf(record.id),
      nth: 0,
    }
    const within = drawn.sighted?.(record, scene, look)
    const part = partOf(itemsOf(record, scene, look), order, record.id)
    if (!part) return null
    if (drawn.endless) return { ...part, endless: true }
    return within ? { ...part, within: (box, mmPerPixel) => within({ box, mmPerPixel }) } : part
  }
}

/** What the items of records come from besides themselves: shared by all that come from the same. */
interface Ground {
  readonly layer: Layer
  readonly type: LineType
  readonly scale: number
  readonly overhead: boolean
  readonly turned: Turned | undefined
  readonly from: readonly unknown[]
}

interface Laid {
  readonly ground: Ground
  readonly items: readonly DisplayItem[]
}
/** What was laid for each record: most have one look. */
const laid = new WeakMap<AnyRecord, Laid | readonly Laid[]>()

const isList = (kept: Laid | readonly Laid[]): kept is readonly Laid[] => Array.isArray(kept)
/** So many looks at a record are kept: on the board, the shelf and viewports. */
const MOST_LAID = 6

const NO_LAID: readonly Laid[] = []
let lastGround: Ground | null = null

const isSame = (p: Ground, q: Ground): boolean =>
  p.layer === q.layer &&
  p.type === q.type &&
  p.scale === q.scale &&
  p.overhead === q.overhead &&
  isTurnedAlike(p.turned, q.turned) &&
  p.from.length === q.from.length &&
  p.from.every((one, i) => one === q.from[i])

/** The same ground as the last one, if it is: records of one kind come one after the other. */
function shared(ground: Ground): Ground {
  if (!lastGround || !isSame(lastGround, ground)) lastGround = ground
  return lastGround
}

/** The items of a record, kept while nothing they come from changes. */
function itemsOf(record: Itself, scene: Scene, look: PlanLook): readonly DisplayItem[] {
  const drawn = drawnItself(record)
  if (!drawn.from) return drawn.items(record, scene, look)
  const { project, turned } = scene
  const from = drawn.from(scene)
  const layer = layerOf(project, record)
  const type = lineTypeOf(project, ('own' in record ? record.own?.lineType : undefined) ?? layer.lineType)
  const { scale, overhead } = look
  const ground = shared({ layer, type, scale, overhead, turned, from })
  const one = laid.get(record)
  const kept = one === undefined ? NO_LAID : isList(one) ? one : [one]
  const found = kept.find((each) => each.ground === ground || isSame(each.ground, ground))
  if (found) return found.items
  const items = drawn.items(record, scene, look)
  const now: Laid = { ground, items }
  laid.set(record, kept.length > 0 ? [now, ...kept].slice(0, MOST_LAID) : now)
  return items
}
