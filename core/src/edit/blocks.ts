import { blockSource, fieldsOf, findBlock, partsBox, partsOf } from '../blocks'
import {
  JOINED_ENDS,
  NEARLY_PARALLEL,
  SAME_PART,
  applyTo,
  combine,
  distance,
  enlarge,
  inverse,
  mapPath,
  moveBy,
  normalAngle,
  placing,
  type Affine,
  type Point,
} from '../geometry'
import { boardShowing } from '../kinds'
import { layerOf, lineTypeOf, recipeOf, standardPen } from '../library'
import { shapePath } from '../linework'
import {
  NO_CHANGE,
  type AnyRecord,
  type Block,
  type BlockSize,
  type Change,
  type DraftItem,
  type Drawing,
  type Id,
  type PaperSymbol,
  type Placement,
  type Project,
  type Board,
  asPlan,
  scaleOf,
} from '../records'
import { partRecords } from './drafting'
import { copyName, freeName } from './names'
import { EditRefused, type MakeId } from './refusal'
import { Outcome, dropping, refuseLocked, storing } from './outcome'

export interface BlockPlace {
  readonly at: Point
  readonly turn: number
  readonly mirrored: boolean
}

export interface NewPlacements {
  /** The level they stand on; left out: they belong to a drawing alone. */
  readonly level?: Id
  /** The drawing they belong to alone; left out: every plan of the level. */
  readonly drawing?: Id
  readonly block: Id
  readonly places: readonly BlockPlace[]
  readonly size?: BlockSize
  readonly parameters?: Readonly<Record<string, number>>
  readonly values?: Readonly<Record<string, string>>
}

/**
 * A block placed, once or several times. One that only ships with the program comes into the project.
 * @refuses bad-value, gone, no-size, nonsense, nothing, taken, too-many, wrong-kind
 */
export function placeBlock(project: Project, input: NewPlacements, makeId: MakeId): Change {
  const { block: id, places, size, parameters, values, level, drawing } = input
  const block = findBlock(project, id)
  if (!block) throw new EditRefused('gone', 'This block is no longer there.')
  if (places.length === 0) throw new EditRefused('nothing', 'Point to where the block stands.')
  if (places.length > MOST_AT_ONCE)
    throw new EditRefused(
      'too-many',
      `That would place more than ${MOST_AT_ONCE.toLocaleString('en')} at a time.`,
    )
  if (block.sizing === 'paper')
    throw new EditRefused(
      'wrong-kind',
      `“${block.name}” is a symbol: it stands in one drawing, not in the building.`,
    )
  refuseSize(block, size)
  refuseDoubled(project, input)
  const put: AnyRecord[] = project.find('block', id) ? [] : [block]
  for (const { at, turn, mirrored } of places) {
    if (!Number.isFinite(at.x + at.y + turn)) throw new EditRefused('bad-value', 'That is no place to go to.')
    put.push({
      id: makeId(),
      kind: 'placement',
      ...(level === undefined ? {} : { level }),
      ...(drawing === undefined ? {} : { drawing }),
      block: id,
      at: { x: at.x, y: at.y },
      turn,
      mirrored,
      ...(size && (size.x !== 1 || size.y !== 1) ? { size } : {}),
      ...(parameters && block.recipe ? { parameters: heldParameters(block, parameters) } : {}),
      ...(values && Object.keys(values).length > 0 ? { values: { ...values } } : {}),
    })
  }
  return storing(project, ...put)
}

/** The same block twice in one place is never meant: nobody sees the second. */
function refuseDoubled(project: Project, input: NewPlacements): void {
  const { block, places, level, drawing, size, parameters = {} } = input
  const there = project
    .all('placement')
    .filter((other) => other.block === block && other.level === level && other.drawing === drawing)
  const [x, y] = [size?.x ?? 1, size?.y ?? 1]
  const isTwin = (other: Placement, { at, turn, mirrored }: BlockPlace): boolean =>
    distance(other.at, at) <= JOINED_ENDS &&
    Math.abs(normalAngle(other.turn - turn)) <= NEARLY_PARALLEL &&
    other.mirrored === mirrored &&
    (other.size?.x ?? 1) === x &&
    (other.size?.y ?? 1) === y &&
    Object.entries(parameters).every(([key, value]) => other.parameters?.[key] === value)
  if (places.every((place) => there.some((other) => isTwin(other, place))))
    throw new EditRefused('taken', 'There is the same block in this place already.')
}

function refuseSize(block: Block, size: BlockSize | undefined): void {
  if (!size) return
  const { x, y } = size
  if (!(x >= 0.001 && y >= 0.001))
    throw new EditRefused('no-size', 'Nothing would be left of it: type a size above 0.')
  if (!(x <= 1000 && y <= 1000))
    throw new EditRefused('bad-value', 'That is more than a thousand times its size.')
  if (x === 1 && y === 1) return
  const sizing = block.sizing ?? 'fixed'
  if (sizing === 'fixed') throw new EditRefused('wrong-kind', `“${block.name}” comes in its own size alone.`)
  if (sizing === 'uniform' && Math.abs(x - y) > SAME_PART * x)
    throw new EditRefused('wrong-kind', `“${block.name}” keeps its shape: it grows alike both ways.`)
}

/** Parameters that the block's recipe knows, within their limits. */
function heldParameters(block: Block, given: Readonly<Record<string, number>>): Record<string, number> {
  const recipe = recipeOf(block.recipe!)
  const held: Record<string, number> = {}
  for (const { key, name, least, most, kind } of recipe?.parameters ?? []) {
    const value = given[key]
    if (value === undefined) continue
    if (!(value >= least && value <= most))
      throw new EditRefused(
        'bad-value',
        `${name} lies between ${least.toLocaleString('en')} and ${most.toLocaleString('en')}.`,
      )
    held[key] = kind === 'count' ? Math.round(value) : value
  }
  return held
}

/**
 * The factors that bring a block to a typed width and depth; what is left out keeps its own, or follows evenly.
 * @refuses bad-value
 */
export function sizeFor(
  block: Block,
  wanted: { readonly width?: number | undefined; readonly depth?: number | undefined },
): BlockSize {
  const { width, depth } = wanted
  if ((width !== undefined && !(width > 0)) || (depth !== undefined && !(depth > 0)))
    throw new EditRefused('bad-value', 'Type a width and a depth above 0.')
  const x = width === undefined ? undefined : width / block.width
  const y = depth === undefined ? undefined : depth / block.depth
  if (block.sizing === 'uniform') {
    const factor = x ?? y ?? 1
    return { x: factor, y: factor }
  }
  return { x: x ?? 1, y: y ?? 1 }
}

/**
 * Another size, other parameters or other words for placed blocks.
 * @refuses bad-value, gone, locked, no-size, nonsense, wrong-kind
 */
export function setPlacement(
  project: Project,
  id: Id,
  facts: {
    readonly width?: number
    readonly depth?: number
    readonly parameters?: Readonly<Record<string, number>>
    readonly values?: Readonly<Record<string, string>>
  },
): Change {
  refuseLocked(project, [id])
  const placement = project.need('placement', id)
  const block = project.need('block', placement.block)
  let made: Placement = placement
  if (facts.width !== undefined || facts.depth !== undefined) {
    const size = sizeFor(block, {
      width: facts.width ?? (facts.depth === undefined ? undefined : keptWidth(block, placement)),
      depth: facts.depth ?? (facts.width === undefined ? undefined : keptDepth(block, placement)),
    })
    refuseSize(block, size)
    made = { ...made, size }
  }
  if (facts.parameters) {
    if (!block.recipe) throw new EditRefused('wrong-kind', `“${block.name}” has no parameters.`)
    made = {
      ...made,
      parameters: { ...made.parameters, ...heldParameters(block, facts.parameters) },
    }
  }
  if (facts.values) {
    const known = fieldsOf(block, blockSource(project))
    const values: Record<string, string> = { ...made.values }
    for (const [name, text] of Object.entries(facts.values)) {
      if (!known.has(name)) throw new EditRefused('wrong-kind', `“${block.name}” has no field “${name}”.`)
      if (text.trim() === '' || text === known.get(name)) delete values[name]
      else values[name] = text.trim()
    }
    const { values: _, ...rest } = made
    made = Object.keys(values).length > 0 ? { ...rest, values } : rest
  }
  return storing(project, made)
}

const keptWidth = (block: Block, { size }: Placement): number | undefined =>
  block.sizing === 'uniform' ? undefined : block.width * (size?.x ?? 1)
const keptDepth = (block: Block, { size }: Placement): number | undefined =>
  block.sizing === 'uniform' ? undefined : block.depth * (size?.y ?? 1)

export interface NewBlock {
  readonly name: string
  readonly category: string
  /** The point it is placed by. */
  readonly base: Point
  readonly sizing: NonNullable<Block['sizing']>
  /** Of one that keeps its size on paper: the scale its things are drawn for, real mm to one paper mm. */
  readonly scale?: number
  readonly atWall?: boolean
  /** The units its sizes are told in; left out: those of the project it is in. */
  readonly units?: Block['units']
  /** What becomes of the things it is made from. */
  readonly then: 'placement' | 'stay' | 'go'
}

/** So many are placed at a time at most. */
export const MOST_AT_ONCE = 5000

/**
 * A block made from drafted things of a board.
 * @refuses gone, in-the-way, locked, nonsense, nothing, taken, too-many, unnamed, wrong-kind
 */
export function makeBlock(
  project: Project,
  board: Board,
  ids: readonly Id[],
  input: NewBlock,
  makeId: MakeId,
): { change: Change; block: Id } {
  if (ids.length === 0) throw new EditRefused('nothing', 'Select what the block is to hold.')
  refuseLocked(project, ids)
  const name = freeName(project, 'block', input.name, null)
  const items = itemsFrom(project, ids, input.base, input.sizing === 'paper' ? (input.scale ?? 1) : 1)
  const block: Block = {
    id: makeId(),
    kind: 'block',
    name,
    category: input.category.trim() || 'Own blocks',
    ...sizeOfItems(project, items),
    items,
    ...(input.sizing === 'fixed' ? {} : { sizing: input.sizing }),
    ...(input.atWall ? { atWall: true } : {}),
    ...(input.units ? { units: input.units } : {}),
  }
  const outcome = new Outcome(project).put(block)
  if (input.then === 'go') outcome.remove(...ids)
  if (input.then !== 'placement') return { change: outcome.change(), block: block.id }
  if (input.sizing === 'paper') {
    const symbol: PaperSymbol = {
      id: makeId(),
      kind: 'symbol',
      drawing: board.id,
      form: 'own',
      anchors: [{ to: 'point', last: { x: input.base.x, y: input.base.y } }],
      block: block.id,
    }
    outcome.put(symbol)
    for (const id of ids) outcome.replaced(project.get(id)!, [symbol])
    return { change: outcome.change(), block: block.id }
  }
  const plan = asPlan(board)
  const placement: Placement = {
    id: makeId(),
    kind: 'placement',
    ...(plan ? { level: plan.level } : { drawing: board.id }),
    block: block.id,
    at: { x: input.base.x, y: input.base.y },
    turn: 0,
    mirrored: false,
  }
  // What was tied to its lines holds on to the block.
  outcome.put(placement)
  for (const id of ids) outcome.replaced(project.get(id)!, [placement])
  return { change: outcome.change(), block: block.id }
}

/** What blocks can hold. */
export const isHeldByBlocks = ({ kind }: AnyRecord): boolean =>
  kind === 'linework' || kind === 'hatch' || kind === 'note' || kind === 'placement'

/** Lines of blocks in the pens that ship with these roles keep to the role. */
const LIGHT_MM = standardPen('light').widthMm
const SEEN_MM = standardPen('seen').widthMm

/** The size of a block within one of which so many mm are one. */
function sizedBy(size: BlockSize | undefined, asOne: number): { readonly size?: BlockSize } {
  if (asOne === 1) return size ? { size } : {}
  return { size: { x: (size?.x ?? 1) / asOne, y: (size?.y ?? 1) / asOne } }
}

/** Drafted things as the items of a block about a base point, so many mm of them as one. */
function itemsFrom(project: Project, ids: readonly Id[], base: Point, asOne: number): DraftItem[] {
  const map = combine(enlarge(1 / asOne), moveBy(-base.x, -base.y))
  const items = ids.flatMap((id): DraftItem[] => {
    const record = project.get(id)
    switch (record?.kind) {
      case 'linework': {
        const layer = layerOf(project, record)
        const { dashesPaperMm } = lineTypeOf(project, record.own?.lineType ?? layer.lineType)
        const penMm = record.own?.penMm ?? layer.penMm
        const tone = record.own?.tone ?? layer.tone
        const colour = record.own?.colour ?? (record.own?.tone === undefined ? layer.colour : undefined)
        const { vertices, closed } = mapPath(map, shapePath(record.shape))
        if (vertices.length < 2) return []
        return [
          {
            shape: 'path',
            path: { vertices: [...vertices], closed },
            ...(penMm <= LIGHT_MM ? { light: true } : penMm === SEEN_MM ? {} : { penMm }),
            ...(tone > 0 && penMm > LIGHT_MM ? { tone } : {}),
            ...(colour === undefined ? {} : { colour }),
            ...(dashesPaperMm.length > 0 ? { dashesPaperMm: [...dashesPaperMm] } : {}),
          },
        ]
      }
      case 'hatch': {
        const { filling } = record
        return [
          {
            shape: 'hatch',
            outlines: record.outlines.map((path) => {
              const { vertices, closed } = mapPath(map, path)
              return { vertices: [...vertices], closed }
            }),
            filling:
              filling.with === 'pattern' ? { ...filling, origin: applyTo(map, filling.origin) } : filling,
          },
        ]
      }
      case 'note': {
        const field = fieldOf(record.text)
        return [
          {
            shape: 'text',
            at: applyTo(map, record.at),
            text: field?.text ?? record.text,
            heightPaperMm: record.heightPaperMm,
            align: record.align,
            ...(record.turn === undefined ? {} : { turn: record.turn }),
            ...(field ? { field: field.field } : {}),
          },
        ]
      }
      case 'placement':
        return [
          {
            shape: 'block',
            block: record.block,
            at: applyTo(map, record.at),
            turn: record.turn,
            mirrored: record.mirrored,
            ...sizedBy(record.size, asOne),
          },
        ]
      case 'group':
      case 'guide':
        return []
      default:
        throw new EditRefused(
          'wrong-kind',
          'Walls, doors and dimensions stay in the building. Lines, hatches, notes and blocks make a block.',
        )
    }
  })
  if (items.length === 0)
    throw new EditRefused('nothing', 'A block holds at least one line, hatch, note or block.')
  if (items.length > 2000) throw new EditRefused('too-many', 'A block holds at most 2 000 things.')
  return items
}

/**
 * A note written in square brackets is a field: “[Number]”, or “[Number: 12]” with what it says where nothing else is
 * given.
 */
function fieldOf(text: string): { field: string; text: string } | null {
  const found = /^\[([^[\]:\n]{1,40})(?::([^[\]\n]{1,200}))?\]$/.exec(text.trim())
  const name = found?.[1]?.trim()
  if (!name) return null
  return { field: name, text: found![2]?.trim() || name }
}
/** A field as the note it is changed as; a text with brackets of its own is not written there. */
function noteOf({ field, text }: { field?: string | undefined; text: string }): string {
  if (field === undefined) return text
  return text === field || /[[\]\n]/.test(text) ? `[${field}]` : `[${field}: ${text}]`
}

/** The size of items: at least one mm each way. */
function sizeOfItems(project: Project, items: readonly DraftItem[]): { width: number; depth: number } {
  const block = {
    id: 'new',
    kind: 'block',
    name: 'new',
    category: '-',
    width: 1,
    depth: 1,
    items: [...items],
  } as const
  const box = partsBox(partsOf(block as Block, {}, blockSource(project)))
  return { width: Math.max(1, box.maxX - box.minX), depth: Math.max(1, box.maxY - box.minY) }
}

/**
 * Name, category and behaviour of a block of the project.
 * @refuses in-use, no-size, nonsense, taken, unnamed
 */
export function setBlock(
  project: Project,
  id: Id,
  facts: {
    readonly name?: string
    readonly category?: string
    readonly sizing?: Block['sizing']
    readonly atWall?: boolean
    readonly units?: Block['units']
    readonly height?: Block['height'] | undefined
    readonly planAlone?: Block['planAlone'] | undefined
  },
): Change {
  const block = project.need('block', id)
  const isPaper = (sizing: Block['sizing']): boolean => sizing === 'paper'
  if (facts.sizing && isPaper(facts.sizing) !== isPaper(block.sizing) && project.dependents(id).length > 0)
    throw new EditRefused(
      'in-use',
      `“${block.name}” is placed already: whether it keeps its size on paper is said before it is.`,
    )
  const name = facts.name === undefined ? block.name : freeName(project, 'block', facts.name, id)
  const category = facts.category === undefined ? block.category : facts.category.trim() || block.category
  const { height = block.height, planAlone } = { planAlone: block.planAlone, ...facts }
  if (height !== undefined && !(height > 0))
    throw new EditRefused('no-size', 'Something stands higher than nothing.')
  const { height: _, planAlone: __, ...rest } = { ...block, ...facts, name, category }
  const made: Block = {
    ...rest,
    ...('height' in facts && facts.height === undefined ? {} : height === undefined ? {} : { height }),
    ...(planAlone ? { planAlone } : {}),
  }
  return storing(project, made)
}

/**
 * A block like another under a free name.
 * @refuses gone, in-the-way, nonsense
 */
export function copyBlock(project: Project, from: Id, makeId: MakeId): { change: Change; block: Id } {
  const model = findBlock(project, from)
  if (!model) throw new EditRefused('gone', 'This block is no longer there.')
  const block: Block = { ...model, id: makeId(), name: copyName(project, 'block', model.name) }
  return { change: storing(project, block), block: block.id }
}

/**
 * Removes a block that is nowhere placed.
 * @refuses in-use, nonsense
 */
export function removeBlock(project: Project, id: Id): Change {
  const block = project.need('block', id)
  const used = project.dependents(id).length
  if (used > 0)
    throw new EditRefused(
      'in-use',
      `“${block.name}” is placed ${used === 1 ? 'once' : `${used} times`}. Remove ${used === 1 ? 'that' : 'those'} first.`,
    )
  return dropping(project, id)
}

/**
 * Opens a block for changing, in the place of one of its placements, or a symbol's by itself at its true size: its content
 * becomes drafted things of a drawing of its own, until it is closed.
 * @param id of a placed block, or of a symbol made of one
 * @refuses in-the-way, nonsense, wrong-kind
 */
export function openBlock(project: Project, id: Id, makeId: MakeId): { change: Change; drawing: Id } {
  const symbol = project.find('symbol', id)
  if (symbol && symbol.block === undefined)
    throw new EditRefused('wrong-kind', 'This symbol is no block: it is changed in Traits.')
  const placed = symbol ? null : project.need('placement', id)
  const block = project.need('block', placed?.block ?? symbol!.block!)
  if (block.recipe)
    throw new EditRefused(
      'wrong-kind',
      `“${block.name}” is made by a rule. Change its parameters in Traits, or break it apart.`,
    )
  const open = project.all('drawing').find((each) => each.view === 'block' && each.block === block.id)
  if (open) return { change: NO_CHANGE, drawing: open.id }
  const board = placed && boardShowing(project, placed)
  const drawing: Drawing = {
    id: makeId(),
    kind: 'drawing',
    name: `Block: ${block.name}`.slice(0, 200),
    view: 'block',
    block: block.id,
    ...(placed ? { placement: placed.id } : {}),
    readingScale: block.sizing === 'paper' ? 1 : board ? scaleOf(board) : 50,
  }
  const put: AnyRecord[] = [drawing]
  for (const item of block.items) {
    if (item.shape === 'block')
      put.push({
        id: makeId(),
        kind: 'placement',
        drawing: drawing.id,
        block: item.block,
        at: item.at,
        turn: item.turn,
        mirrored: item.mirrored,
        ...(item.size ? { size: item.size } : {}),
      })
    else if (item.shape === 'text')
      put.push({
        id: makeId(),
        kind: 'note',
        drawing: drawing.id,
        at: item.at,
        text: noteOf(item),
        heightPaperMm: item.heightPaperMm,
        align: item.align,
        ...(item.turn === undefined ? {} : { turn: item.turn }),
      })
    else {
      const parts = partsOf({ ...block, items: [item] }, {}, () => undefined)
      put.push(...partRecords(parts, drawing.id, makeId))
    }
  }
  return { change: storing(project, ...put), drawing: drawing.id }
}

/** What a drawing of an open block holds now. */
const contentOf = (project: Project, drawing: Id): Id[] =>
  project.dependents(drawing).filter((id) => project.get(id)?.kind !== 'viewport')

/**
 * Closes an open block: what its drawing holds becomes its content, and every placement follows.
 * @refuses in-the-way, nonsense, nothing, too-many, wrong-kind
 */
export function closeBlock(project: Project, id: Id): Change {
  const drawing = project.need('drawing', id)
  if (drawing.view !== 'block') throw new EditRefused('wrong-kind', 'This drawing is no open block.')
  const block = project.need('block', drawing.block)
  const content = contentOf(project, id)
  const kept = content.filter((each) => isHeldByBlocks(project.get(each)!))
  const filled = new Set(
    block.items.flatMap((item) => ('filled' in item && item.filled ? [outlineKey(item)] : [])),
  )
  const items = itemsFrom(project, kept, { x: 0, y: 0 }, 1).map((item): DraftItem =>
    item.shape === 'path' && filled.has(outlineKey(item)) ? { ...item, filled: true } : item,
  )
  const made: Block = { ...block, items, ...sizeOfItems(project, items) }
  return new Outcome(project)
    .put(made)
    .drop(...content, id)
    .change()
}

/** What tells an outline that hides what lies beneath: its first corner and whether it is closed. */
function outlineKey(item: DraftItem): string {
  const parts = partsOf(
    { id: 'x', kind: 'block', name: 'x', category: 'x', width: 1, depth: 1, items: [item] },
    {},
    () => undefined,
  )
  const [part] = parts
  if (part?.is !== 'line') return ''
  const { vertices, closed } = part.path
  const area = vertices.reduce((sum, p, i) => {
    const q = vertices[(i + 1) % vertices.length]!
    return sum + p.x * q.y - q.x * p.y
  }, 0)
  return `${closed} ${vertices.length} ${Math.round(area)}`
}

/**
 * Leaves an open block as it was before.
 * @refuses nonsense, wrong-kind
 */
export function leaveBlock(project: Project, id: Id): Change {
  const drawing = project.need('drawing', id)
  if (drawing.view !== 'block') throw new EditRefused('wrong-kind', 'This drawing is no open block.')
  return dropping(project, ...contentOf(project, id), id)
}

/** The map that brings the drawing of a placed block's level into the block's own axes. */
export function surroundingsMap(placement: Pick<Placement, 'at' | 'turn' | 'mirrored'>): Affine {
  return inverse(placing(placement.at, placement.turn, placement.mirrored))
}
