import {
  ROUNDING,
  IDENTITY,
  angleUnder,
  applyTo,
  circlePath,
  combine,
  edgeOfArc,
  enlarge,
  enlargement,
  flattenPath,
  joinBoxes,
  mapPath,
  mirrors,
  pathBox,
  pathOf,
  pathOfPoints,
  placing,
  EMPTY_BOX,
  type Affine,
  type Box,
  type Path,
  type Point,
} from '../geometry'
import type { Units } from '../units'
import type { Block, DraftItem, Filling, Id, Placement } from '../records'
import { recipeOf } from '../library'

/** How a line of a block is drawn. */
export interface PartLook {
  readonly light: boolean
  /** It hides what lies beneath. */
  readonly filled: boolean
  readonly penMm?: number | undefined
  readonly tone?: number | undefined
  readonly colour?: string | undefined
  readonly dashesPaperMm?: readonly number[] | undefined
}

/** What a block is made of once blocks within it are opened out. Lengths in mm. */
export type BlockPart =
  | { readonly is: 'line'; readonly path: Path; readonly look: PartLook }
  | { readonly is: 'hatch'; readonly outlines: readonly Path[]; readonly filling: Filling }
  | {
      readonly is: 'text'
      readonly at: Point
      readonly turn: number
      readonly text: string
      readonly heightPaperMm: number
      readonly align: 'start' | 'middle' | 'end'
      readonly field: string | null
    }

/** What decides how a placed block is drawn, besides its place. */
export type BlockUse = Pick<Placement, 'size' | 'parameters' | 'values'>

/** Finds blocks by id. */
export type BlockSource = (id: Id) => Block | undefined

/** Blocks within blocks are opened out so deep. */
const DEEPEST = 12

/** The items of a block as it is used: those it holds, or those its recipe makes of the parameters. */
export function itemsOf(block: Block, { parameters }: Pick<BlockUse, 'parameters'>): readonly DraftItem[] {
  const recipe = block.recipe === undefined ? undefined : recipeOf(block.recipe)
  return recipe ? recipe.make(parameters ?? {}).items : block.items
}

/** What a block shows from the front as it is used, with its height; null when it has no front. */
export function frontOf(
  block: Block,
  { parameters }: Pick<BlockUse, 'parameters'>,
): { readonly height: number; readonly items: readonly DraftItem[] } | null {
  const recipe = block.recipe === undefined ? undefined : recipeOf(block.recipe)
  return (recipe ? recipe.make(parameters ?? {}).front : block.front) ?? null
}

/** The units a block's sizes are told in: its own system, as finely as those of the project. */
export const unitsOf = (block: Pick<Block, 'units'>, units: Units): Units =>
  block.units === undefined || block.units === units.system ? units : { ...units, system: block.units }

/** Width and depth of a block as it is used, mm. */
export function sizeOf(block: Block, { size, parameters }: BlockUse): { width: number; depth: number } {
  const recipe = block.recipe === undefined ? undefined : recipeOf(block.recipe)
  const { width, depth } = recipe && parameters ? recipe.make(parameters) : block
  return { width: width * (size?.x ?? 1), depth: depth * (size?.y ?? 1) }
}

/** The parts of a block in its own axes, with the blocks within it opened out. */
export function partsOf(block: Block, use: BlockUse, source: BlockSource): BlockPart[] {
  const map = use.size ? enlarge(use.size.x, use.size.y) : IDENTITY
  return mappedParts(itemsOf(block, use), map, source, use.values ?? {}, 0)
}

/** The parts of a placed block where it stands. */
export function placedParts(
  placement: Pick<Placement, 'at' | 'turn' | 'mirrored'> & BlockUse,
  block: Block,
  source: BlockSource,
): BlockPart[] {
  const map = placing(placement.at, placement.turn, placement.mirrored)
  return partsOf(block, placement, source).map((part) => mapPart(part, map))
}

function mappedParts(
  items: readonly DraftItem[],
  map: Affine,
  source: BlockSource,
  values: Readonly<Record<string, string>>,
  depth: number,
): BlockPart[] {
  return items.flatMap((item): BlockPart[] => {
    switch (item.shape) {
      case 'hatch':
        return [
          { is: 'hatch', outlines: item.outlines.map((path) => mapAny(path, map)), filling: item.filling },
        ]
      case 'text':
        return [
          mapPart(
            {
              is: 'text',
              at: item.at,
              turn: item.turn ?? 0,
              text: (item.field !== undefined && values[item.field]) || item.text,
              heightPaperMm: item.heightPaperMm,
              align: item.align,
              field: item.field ?? null,
            },
            map,
          ),
        ]
      case 'block': {
        const inner = depth < DEEPEST ? source(item.block) : undefined
        if (!inner) return []
        const size = item.size ? enlarge(item.size.x, item.size.y) : IDENTITY
        const own = combine(placing(item.at, item.turn, item.mirrored), size)
        return mappedParts(itemsOf(inner, {}), combine(map, own), source, values, depth + 1)
      }
      default: {
        const { light = false, filled = false, penMm, tone, colour, dashesPaperMm } = item
        const look = { light, filled, penMm, tone, colour, dashesPaperMm }
        return [{ is: 'line', path: mapAny(pathOfDraftItem(item), map), look }]
      }
    }
  })
}

/** The line of an item. */
export function pathOfDraftItem(item: Extract<DraftItem, { shape: 'polyline' | 'arc' | 'path' }>): Path {
  switch (item.shape) {
    case 'path':
      return item.path
    case 'polyline':
      return pathOfPoints(item.points, item.closed)
    case 'arc': {
      const full = Math.abs(item.sweep) >= 2 * Math.PI - ROUNDING
      return full ? circlePath(item.centre, item.radius) : pathOf([edgeOfArc(item)], false)
    }
  }
}

/** Whether a map keeps shapes: it enlarges evenly. */
function keepsShapes({ a, b, c, d }: Affine): boolean {
  const across = Math.hypot(a, b)
  const along = Math.hypot(c, d)
  return (
    Math.abs(across - along) <= ROUNDING * Math.max(across, along) &&
    Math.abs(a * c + b * d) <= ROUNDING * across * along
  )
}

/** Chords of curves that are stretched keep so near to them, mm. */
const STRETCHED = 0.2

/** A path under any map: curves become chords where it does not keep shapes. */
function mapAny(path: Path, map: Affine): Path {
  if (map === IDENTITY) return path
  if (keepsShapes(map)) return mapPath(map, path)
  const most = Math.max(Math.hypot(map.a, map.b), Math.hypot(map.c, map.d))
  const points = flattenPath(path, STRETCHED / most)
  return pathOfPoints(
    points.map((p) => applyTo(map, p)),
    path.closed,
  )
}

/** A part under a map that keeps shapes. Lettering is turned along, and never mirrored. */
export function mapPart(part: BlockPart, map: Affine): BlockPart {
  switch (part.is) {
    case 'line':
      return { ...part, path: mapAny(part.path, map) }
    case 'hatch': {
      const outlines = part.outlines.map((path) => mapAny(path, map))
      const { filling } = part
      if (filling.with === 'tone') return { ...part, outlines }
      return {
        ...part,
        outlines,
        filling: {
          ...filling,
          origin: applyTo(map, filling.origin),
          turn: angleUnder(map, filling.turn),
          width: filling.width * enlargement(map),
          height: filling.height * enlargement(map),
        },
      }
    }
    case 'text': {
      const flip = mirrors(map)
      const turn = angleUnder(map, part.turn)
      const align = flip && part.align !== 'middle' ? (part.align === 'start' ? 'end' : 'start') : part.align
      return { ...part, at: applyTo(map, part.at), turn: flip ? turn - Math.PI : turn, align }
    }
  }
}

/** The box around parts; lettering counts by its point. */
export function partsBox(parts: readonly BlockPart[]): Box {
  let box = EMPTY_BOX
  for (const part of parts) {
    if (part.is === 'line') box = joinBoxes(box, pathBox(part.path))
    else if (part.is === 'hatch') for (const path of part.outlines) box = joinBoxes(box, pathBox(path))
    else box = joinBoxes(box, { minX: part.at.x, minY: part.at.y, maxX: part.at.x, maxY: part.at.y })
  }
  return box
}

/** Names of the text fields of a block and of the blocks within it, with what they say by themselves. */
export function fieldsOf(block: Block, source: BlockSource, depth = 0): Map<string, string> {
  const found = new Map<string, string>()
  for (const item of block.items) {
    if (item.shape === 'text' && item.field !== undefined) found.set(item.field, item.text)
    if (item.shape !== 'block' || depth >= DEEPEST) continue
    const inner = source(item.block)
    if (inner) for (const [name, text] of fieldsOf(inner, source, depth + 1)) found.set(name, text)
  }
  return found
}
