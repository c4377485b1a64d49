import type { Block, DraftItem } from '../../records'
import { box, disc, line, outline } from '../draw'
import { block } from './block'

/** Letters about a middle; what they say is a field of each that is placed. */
const says = (field: string, text: string, x = 0, y = 0, height = 2.5): DraftItem => ({
  shape: 'text',
  // Capitals stand as high above their foot as they are written.
  at: { x, y: y - height / 2 },
  text,
  heightPaperMm: height,
  align: 'middle',
  field,
})

const symbol = (id: string, name: string, ...items: DraftItem[]): Block =>
  block(id, name, 'Symbols', items, { sizing: 'paper' })

/** Signs drawn in mm on paper, that keep their size at every scale. */
export const symbols = (): Block[] => [
  symbol(
    'entrance',
    'Entrance arrow',
    outline({ filled: true }, 0, 0, -3, -4, -1, -4, -1, -7, 1, -7, 1, -4, 3, -4),
  ),
  symbol('level-tag', 'Level tag', box(-8, -2.5, 16, 5, { filled: true }), says('Level', '+0.000')),
  symbol(
    'ceiling-tag',
    'Ceiling height tag',
    outline({ filled: true }, -7, 0, -5, 2.75, 5, 2.75, 7, 0, 5, -2.75, -5, -2.75),
    says('Height', 'H 2.40'),
  ),
  symbol(
    'fire-tag',
    'Fire rating tag',
    outline({ filled: true }, 0, 5, 5, 0, 0, -5, -5, 0),
    says('Minutes', '30'),
  ),
  symbol(
    'escape',
    'Escape route arrow',
    outline({ filled: true }, 0, 2, 15, 2, 15, 4, 20, 0, 15, -4, 15, -2, 0, -2),
    says('Route', 'EXIT', 7.5),
  ),
  symbol(
    'photo-point',
    'Photo viewpoint',
    outline({ filled: true }, -2.7, 2.2, 0, 8, 2.7, 2.2),
    disc(0, 0, 3.5),
    says('Number', '1'),
  ),
  symbol('square-tag', 'Square tag', box(-3.5, -3.5, 7, 7, { filled: true }), says('Number', '1')),
  symbol(
    'six-sided-tag',
    'Six-sided tag',
    outline({ filled: true }, 4.5, 0, 2.25, 3.9, -2.25, 3.9, -4.5, 0, -2.25, -3.9, 2.25, -3.9),
    says('Number', '1'),
  ),
  symbol(
    'split-tag',
    'Tag with two lines',
    disc(0, 0, 5),
    line(-5, 0, 5, 0),
    says('Above', 'A', 0, 2.2, 2),
    says('Below', '1', 0, -2.2, 2),
  ),
]
