import type { DisplayItem } from '../display'
import { layerOf } from '../library'
import { standsIn } from '../kinds'
import type { AnyRecord, Block, Id, Level, Placement, Project, RecordOf } from '../records'
import { cutItems } from './cut'
import { boundingField } from './draftField'
import { fabricItems, zoneIn } from './fabric'
import { gridLineItems, guideItems, lineworkItems, separatorItems } from './drafted'
import { hatchItems, hatchOutlines } from './hatch'
import type { PlanLook } from './look'
import { isDrawn } from './drawn'
import { offCutItems, openingInPlan } from './offCut'
import { onLayer } from './onLayer'
import { KeptItems } from './kept'
import { blockContent, placedGroup } from './placement'
import type { Kept, PlanScene, Scene } from './scene'

/** What is drafted at one depth: behind everything, in its usual place, or in front of everything. */
type Depth = 'behind' | 'usual' | 'front'
const depthOf = (order: number | undefined): Depth =>
  order === undefined || order === 0 ? 'usual' : order < 0 ? 'behind' : 'front'

/** The linework of a drawing in real mm. Annotation comes on top of it from elsewhere. */
export function sceneItems(scene: Scene, look: PlanLook): DisplayItem[] {
  switch (scene.view) {
    case 'plan':
      return planItems(scene, look)
    case 'block': {
      const { behind, hatches, placements, lines, front } = draftedItems(scene, look)
      return [...behind, ...hatches, ...placements, ...lines, ...front]
    }
  }
}

/**
 * A plan: what was sent back, hatches, what stands on the floor, cut walls with their layers, what fills the
 * openings, drafted lines, the grid, then what was brought forward.
 */
function planItems(scene: PlanScene, look: PlanLook): DisplayItem[] {
  const { project, level, building } = scene
  const drafted = draftedItems(scene, look)
  const items: DisplayItem[] = [
    ...drafted.behind,
    ...drafted.hatches,
    ...fabricOf(scene, look, 'on the floor'),
    ...drafted.placements,
    ...offCutItems(project, building, 'below', look),
    ...cutItems(project, building, look),
    ...openingsIn(scene, look),
    ...drafted.lines,
  ]
  if (look.overhead)
    items.push(...offCutItems(project, building, 'above', look), ...fabricOf(scene, look, 'overhead'))
  if (look.roomTags)
    for (const line of project.all('separator'))
      if (line.level === level.id && isDrawn(project, line, look.printing))
        items.push(...separatorItems(project, line, look.scale))
  for (const line of project.all('gridLine'))
    if (isDrawn(project, line, look.printing)) items.push(...gridLineItems(project, line, look.scale))
  items.push(...drafted.front)
  return items
}

/** What fills the openings of walls that are seen. */
function openingsIn({ project, building }: PlanScene, look: PlanLook): DisplayItem[] {
  const items: DisplayItem[] = []
  for (const wall of building.seen(look.printing).all())
    for (const fit of wall.openings)
      if (isDrawn(project, fit.opening, look.printing))
        items.push(
          ...onLayer(project, fit.opening, openingInPlan(project, wall, fit, look, look.scale), look.scale),
        )
  return items
}

/** Stairs, floors, roofs and overhead things, in the order they are drawn. */
const FABRIC = ['slab', 'void', 'stair', 'ramp', 'rail', 'roof', 'overhead'] as const

/**
 * Whether something is drawn with what is overhead, above furniture and only where that is shown: roofs, and what lies
 * above the cut. Stairs, ramps and balustrades are seen from the floor up.
 */
function isOverhead(project: Project, record: RecordOf<(typeof FABRIC)[number]>, level: Level): boolean {
  switch (record.kind) {
    case 'slab':
    case 'overhead':
      return zoneIn(project, record, level) === 'above'
    case 'roof':
      return true
    case 'void':
    case 'stair':
    case 'ramp':
    case 'rail':
      return false
  }
}

interface LaidFabric {
  readonly level: Level
  readonly levels: readonly Level[]
  readonly layer: unknown
  readonly facts: unknown
  readonly scale: number
  readonly overhead: boolean
  readonly items: readonly DisplayItem[]
}
const laidFabric = new WeakMap<AnyRecord, LaidFabric[]>()

/** Stairs, floors, roofs and overhead things of some kinds, each kept while nothing it depends on changes. */
function fabricOf(
  { project, level }: PlanScene,
  look: PlanLook,
  where: 'on the floor' | 'overhead',
): DisplayItem[] {
  const levels = project.all('level')
  const { scale, overhead } = look
  const items: DisplayItem[] = []
  for (const kind of FABRIC)
    for (const record of project.all(kind)) {
      if (isOverhead(project, record, level) !== (where === 'overhead')) continue
      if (!isDrawn(project, record, look.printing)) continue
      const layer = layerOf(project, record)
      const kept = laidFabric.get(record) ?? []
      let found = kept.find(
        (each) =>
          each.level === level &&
          each.layer === layer &&
          each.facts === project.facts &&
          each.scale === scale &&
          each.overhead === overhead &&
          each.levels.length === levels.length &&
          each.levels.every((one, i) => one === levels[i]),
      )
      if (!found) {
        const made = fabricItems(project, record, level, scale, look)
        found = { level, levels, layer, facts: project.facts, scale, overhead, items: made }
        laidFabric.set(record, [found, ...kept].slice(0, 4))
      }
      items.push(...found.items)
    }
  return items
}

interface Drafted {
  readonly behind: DisplayItem[]
  readonly hatches: DisplayItem[]
  readonly placements: DisplayItem[]
  readonly lines: DisplayItem[]
  readonly front: DisplayItem[]
}

function draftedItems(scene: Scene, look: PlanLook): Drafted {
  const { project, drawing } = scene
  const out: Drafted = { behind: [], hatches: [], placements: [], lines: [], front: [] }
  const moved: { order: number; items: readonly DisplayItem[] }[] = []
  const add = (order: number | undefined, usual: DisplayItem[], items: readonly DisplayItem[]): void => {
    if (depthOf(order) === 'usual') usual.push(...items)
    else moved.push({ order: order!, items })
  }
  for (const id of project.dependents(drawing.id)) {
    const record = project.get(id)
    if (!record || !isDrawn(project, record, look.printing)) continue
    if (record.kind === 'linework') add(record.order, out.lines, lineworkItems(project, record, look.scale))
    else if (record.kind === 'guide') out.lines.push(...guideItems(project, record))
    else if (record.kind === 'hatch') {
      const { outlines } = hatchOutlines(project, record, boundingField(scene))
      add(record.order, out.hatches, hatchItems(project, record, outlines, look.scale, look.patterns))
    }
  }
  if (look.furniture) {
    const kept = keptPlacements(scene, look)
    for (const id of kept.ordered) {
      const placement = project.need('placement', id)
      moved.push({ order: placement.order!, items: placedItems(project, placement, look.scale) })
    }
    out.placements.push(...kept.items)
  }
  moved.sort((p, q) => p.order - q.order)
  for (const { order, items } of moved) (order < 0 ? out.behind : out.front).push(...items)
  return out
}

function placedItems(project: Project, placement: Placement, scale: number): readonly DisplayItem[] {
  const block = project.need('block', placement.block)
  const source = (id: Id): Block | undefined => project.find('block', id)
  const content = blockContent(block, placement, source, scale)
  return placedGroup(placement, content, onLayer(project, placement, content.items, scale), block, source)
}

interface KeptPlacements {
  readonly items: KeptItems<Placement>
  /** Those that were brought forward or sent back. */
  readonly ordered: Set<Id>
}
const keptOf = new WeakMap<Kept, Map<string, KeptPlacements>>()

/**
 * The placed blocks of a drawing that lie at their usual depth, in chunks kept with its scene, and which lie before
 * or behind others.
 */
function keptPlacements(
  { project, drawing, kept: scene }: Scene,
  look: PlanLook,
): { items: DisplayItem[]; ordered: ReadonlySet<Id> } {
  let mine = keptOf.get(scene)
  if (!mine) keptOf.set(scene, (mine = new Map()))
  const key = `${look.scale} ${look.printing}`
  let kept = mine.get(key)
  if (!kept) {
    if (mine.size >= MOST_KEPT) mine.clear()
    mine.set(key, (kept = { items: new KeptItems(), ordered: new Set() }))
  }
  const { ordered } = kept
  const env = [
    'level' in drawing ? drawing.level : null,
    blockEpoch(project, scene),
    ...project.all('layer'),
    ...project.all('lineType'),
  ]
  const items = kept.items.update(project.all('placement'), env, (placement) => {
    const drawn = standsIn(drawing, placement) && isDrawn(project, placement, look.printing)
    const usual = depthOf(placement.order) === 'usual'
    if (drawn && !usual) ordered.add(placement.id)
    else ordered.delete(placement.id)
    return drawn && usual ? placedItems(project, placement, look.scale) : null
  })
  for (const id of ordered) if (!project.find('placement', id)) ordered.delete(id)
  return { items, ordered }
}

/** So many looks at placed blocks are kept for a drawing: board, thumbnail, viewports. */
const MOST_KEPT = 12

interface Epoch {
  blocks: ReadonlyMap<Id, Block>
  count: number
}
const epochs = new WeakMap<Kept, Epoch>()

/** A number that rises when a block was changed or removed; one that is new changes nothing that is drawn. */
function blockEpoch(project: Project, kept: Kept): number {
  const now = new Map(project.all('block').map((block) => [block.id, block]))
  const before = epochs.get(kept)
  if (!before) {
    epochs.set(kept, { blocks: now, count: 0 })
    return 0
  }
  for (const [id, block] of before.blocks)
    if (now.get(id) !== block) {
      before.count++
      break
    }
  before.blocks = now
  return before.count
}
