import { EMPTY_BOX, boxOf, circlePath, edgeOfArc, joinBoxes, pathBox, pathOf, type Box } from '../../geometry'
import type { Block, DraftItem } from '../../records'
import { recipeOf } from '../recipes'

export interface BlockFacts {
  readonly atWall?: boolean
  readonly sizing?: Block['sizing']
  readonly front?: { readonly height: number; readonly items: DraftItem[] }
  readonly recipe?: string
  readonly height?: number
  readonly planAlone?: true
}

/** A block as large as what it holds, or as its recipe makes it by itself. */
export function block(
  id: string,
  name: string,
  category: string,
  items: DraftItem[],
  facts: BlockFacts = {},
): Block {
  const recipe = facts.recipe === undefined ? undefined : recipeOf(facts.recipe)!.make({})
  const { minX, minY, maxX, maxY } = (recipe?.items ?? items).reduce(
    (around, item) => joinBoxes(around, boxOfItem(item)),
    EMPTY_BOX,
  )
  const rounded = (length: number): number => Math.round(length * 100) / 100
  return {
    id: `block-${id}`,
    kind: 'block',
    name,
    category,
    width: rounded(maxX - minX),
    depth: rounded(maxY - minY),
    items: recipe ? [...recipe.items] : items,
    ...(recipe?.front ? { front: recipe.front } : {}),
    ...facts,
  }
}

function boxOfItem(item: DraftItem): Box {
  switch (item.shape) {
    case 'polyline':
      return boxOf(item.points)
    case 'path':
      return pathBox(item.path)
    case 'arc':
      return pathBox(
        Math.abs(item.sweep) > 6.28 ? circlePath(item.centre, item.radius) : pathOf([edgeOfArc(item)], false),
      )
    default:
      return EMPTY_BOX
  }
}
