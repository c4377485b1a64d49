import { partsOf, placedParts, type BlockPart, type BlockSource, type BlockUse } from '../blocks'
import {
  penFrom,
  strokeItem,
  itemUnder,
  readable,
  textItem,
  type AnyPen,
  type DisplayItem,
  type GroupItem,
  PENS,
  toneOf,
} from '../display'
import {
  ROUNDING,
  flattenPath,
  isStraight,
  arcOf,
  edgesOf,
  unitAt,
  offsetFrom,
  distance,
  type Path,
  type Point,
  placingOfMany,
} from '../geometry'
import type { Turned } from '../lettering'
import type { Block, Id, Placement } from '../records'
import { edgeEntry, spotOf, type Entries, type FieldEdge, type FieldOf, type FieldSpot } from './fieldEntries'
import { layingOf } from './laying'
import { patternItems } from './patterned'

/** The lines and fills of parts, in their own axes; lettering is left to `partTexts`. */
export function partItems(parts: readonly BlockPart[], scale: number, source: string | null): DisplayItem[] {
  const items: DisplayItem[] = []
  for (const part of parts) {
    if (part.is === 'text') continue
    if (part.is === 'hatch') {
      const loops = part.outlines.map((path) => ({ points: flattenPath(path, 0.01 * scale) }))
      const { filling } = part
      if (filling.with === 'tone')
        items.push({
          kind: 'fill',
          tone: toneOf(filling),
          loops: loops.map(({ points }) => points.flatMap(({ x, y }) => [x, y])),
          source,
        })
      else {
        const job = { pattern: filling.pattern, loops, scale, laying: layingOf(filling) }
        items.push(...patternItems(job, { pen: 'hatch', tone: 1, source }, null))
      }
      continue
    }
    const { path, look } = part
    if (path.vertices.length < 2) continue
    if (look.filled && path.closed)
      items.push({
        kind: 'fill',
        tone: 1,
        loops: [flattenPath(path, 2).flatMap(({ x, y }) => [x, y])],
        source,
      })
    const pen: AnyPen =
      look.penMm !== undefined || look.tone !== undefined || look.colour !== undefined
        ? penFrom(look.penMm ?? PENS.seen.widthMm, toneOf(look))
        : look.light
          ? 'light'
          : 'seen'
    items.push(
      look.dashesPaperMm && look.dashesPaperMm.length > 0
        ? strokeItem(path, pen, look.dashesPaperMm, scale, source)
        : plainItem(path, pen, source),
    )
  }
  return items
}

/** A path without dashes in the plainest kind of item: lines, one arc, or a path. */
function plainItem(path: Path, pen: AnyPen, source: string | null): DisplayItem {
  const edges = edgesOf(path)
  if (edges.every(isStraight))
    return {
      kind: 'line',
      pen,
      points: path.vertices.flatMap(({ x, y }) => [x, y]),
      closed: path.closed,
      source,
    }
  const [first, second] = edges
  const halves = edges.length === 2 && path.closed && Math.abs(Math.abs(first!.sweep) - Math.PI) < ROUNDING
  if (edges.length === 1 || (halves && Math.abs(second!.sweep - first!.sweep) < ROUNDING)) {
    const { centre, radius, from, sweep } = arcOf(first!)
    const whole = halves ? 2 * Math.PI : Math.abs(sweep)
    return {
      kind: 'arc',
      pen,
      x: centre.x,
      y: centre.y,
      radius,
      from: sweep > 0 ? from : from + sweep,
      sweep: whole,
      source,
    }
  }
  return {
    kind: 'path',
    pen,
    vertices: path.vertices.flatMap(({ x, y, sweep }) => [x, y, sweep]),
    closed: path.closed,
    source,
  }
}

/** The lettering of parts, where it stands on the drawing: read from below or the right, at its paper size. */
function textItems(
  parts: readonly BlockPart[],
  scale: number,
  source: string | null,
  turned: Turned | undefined,
): readonly DisplayItem[] {
  return parts.flatMap((part) => {
    if (part.is !== 'text') return []
    const height = part.heightPaperMm * scale
    const u = unitAt(part.turn)
    const lines = part.text.split('\n').map((text, i) =>
      textItem(text, offsetFrom(part.at, u, 0, -i * height * 1.75), {
        height,
        turn: part.turn,
        align: part.align,
        source,
      }),
    )
    return readable(lines, part.turn, turned)
  })
}

/** A placed block in real mm, each line where it stands. */
export function placementItems(
  placement: Pick<Placement, 'at' | 'turn' | 'mirrored'> & BlockUse & { readonly id: Id | null },
  block: Block,
  source: BlockSource = () => undefined,
  scale = 50,
  turned?: Turned,
): DisplayItem[] {
  const parts = placedParts(placement, block, source)
  return [...partItems(parts, scale, placement.id), ...textItems(parts, scale, placement.id, turned)]
}

/** The scale at which a block is shown by itself, real mm to one paper mm. */
const ALONE = 25

/** A block by itself, about its base point: one that is drawn in mm on paper in those. */
export const blockAlone = (block: Block, source: BlockSource): DisplayItem[] =>
  placementItems(
    { id: block.id, at: { x: 0, y: 0 }, turn: 0, mirrored: false },
    block,
    source,
    block.sizing === 'paper' ? 1 : ALONE,
  )

interface Content {
  /** The blocks it was made of: the same again needs no work. */
  readonly from: readonly (Block | undefined)[]
  readonly scale: number
  readonly items: readonly DisplayItem[]
  readonly lettered: boolean
}
const contents = new WeakMap<Block, Map<string, Content>>()
/** So many uses of one block are kept. */
const MOST_USES = 200

/** A block's lines in its own axes, made once for all that are placed alike. */
export function blockContent(block: Block, use: BlockUse, source: BlockSource, scale: number): Content {
  let uses = contents.get(block)
  if (!uses) contents.set(block, (uses = new Map()))
  const plain = use.size === undefined && use.parameters === undefined && use.values === undefined
  const key = plain ? '' : JSON.stringify([use.size, use.parameters])
  const before = uses.get(key)
  if (
    before &&
    before.scale === scale &&
    before.from.every((each) => each === undefined || source(each.id) === each)
  )
    return before
  const from: (Block | undefined)[] = []
  const parts = partsOf(block, use, (id) => {
    const found = source(id)
    from.push(found)
    return found
  })
  const made: Content = {
    from,
    scale,
    items: partItems(parts, scale, null),
    lettered: parts.some((part) => part.is === 'text'),
  }
  if (uses.size >= MOST_USES) uses.clear()
  uses.set(key, made)
  return made
}

/** A placed block as one group of the lines it shares with others like it, and its own lettering. */
export function placedGroup(
  placement: Placement,
  content: Content,
  items: readonly DisplayItem[],
  block: Block,
  source: BlockSource,
  turned: Turned | undefined,
): DisplayItem[] {
  const map = placingOfMany(placement.at, placement.turn, placement.mirrored)
  const group: GroupItem = { kind: 'group', map, clip: null, items, source: placement.id }
  if (!content.lettered) return [group]
  const parts = placedParts(placement, block, source)
  return [group, ...textItems(parts, content.scale, placement.id, turned)]
}

/** The items of a group where they stand, each with the group's source; groups within are opened out. */
export function openGroup(group: GroupItem): DisplayItem[] {
  const { map, source } = group
  return group.items.flatMap((item): DisplayItem[] =>
    item.kind === 'group' || item.kind === 'clear' || item.kind === 'text'
      ? []
      : [{ ...itemUnder(item, map), source } as DisplayItem],
  )
}

/** The short sides of a block's rounded shapes are no help, mm. */
const SHORT = 40

function blockEntries(id: Id, items: ReturnType<typeof placementItems>, at: Point): Entries {
  const edges: FieldEdge[] = []
  const spots: FieldSpot[] = [spotOf(at, 'centre', id)]
  for (const item of items) {
    if (item.kind === 'arc') spots.push(spotOf({ x: item.x, y: item.y }, 'centre', id))
    if (item.kind !== 'line') continue
    const point = (i: number): Point => ({ x: item.points[2 * i]!, y: item.points[2 * i + 1]! })
    const count = item.points.length / 2
    for (let i = 0; i < (item.closed ? count : count - 1); i++) {
      const a = point(i)
      const b = point((i + 1) % count)
      if (distance(a, b) > SHORT) edges.push(edgeEntry({ a, b, sweep: 0 }, 'block', id))
    }
  }
  return { edges, spots }
}

/** The lines of a placed block, its middle and its place are snapped to. */
export const placementField: FieldOf<Placement> = (placement, { project }) => {
  const block = project.need('block', placement.block)
  return {
    from: [placement, block],
    make: () =>
      blockEntries(
        placement.id,
        placementItems(placement, block, (inner) => project.find('block', inner)),
        placement.at,
      ),
  }
}
