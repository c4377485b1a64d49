import type { DisplayItem } from '../display'
import type { Block, Id, Placement } from '../records'
import { standsIn } from '../kinds'
import { blockSource, findBlock } from '../blocks'
import type { DrawnItself } from './drawnKind'
import { onLayer } from './onLayer'
import { blockContent, placedGroup, placementItems } from './placement'
import type { Scene } from './scene'

/** A placed block as the group it shares its lines with others in, and its lettering. */
function placedItems(
  { project, turned }: Scene,
  placement: Placement,
  scale: number,
): readonly DisplayItem[] {
  const block = project.need('block', placement.block)
  const source = (id: Id): Block | undefined => project.find('block', id)
  const content = blockContent(block, placement, source, scale)
  const items = onLayer(project, placement, content.items, scale)
  return placedGroup(placement, content, items, block, source, turned)
}

/** How placed blocks are drawn. One that is only foreseen may be of a block the project does not hold yet. */
export const PLACED: DrawnItself<Placement> = {
  by: 'itself',
  clear: 'box',
  tier: (placement, { board }) => (standsIn(board, placement) ? 'blocks' : null),
  from: null,
  items: (placement, scene, { scale }) => placedItems(scene, placement, scale),
  foreseen(placement, { project }, { scale }) {
    const block = findBlock(project, placement.block)
    return block ? placementItems(placement, block, blockSource(project), scale) : []
  },
}
