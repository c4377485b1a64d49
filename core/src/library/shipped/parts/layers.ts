import type { Block } from '../../../records'
import { arc, circle, line } from '../../draw'
import { cutBox, cutItem, cutOf } from '../section'
import type { Sizer } from '../sizes'
import { part } from './part'

/** Boards and seals. */
export function layerParts(s: Sizer): Block[] {
  const layer = part('Detail: insulation and boards')
  const board = (mm: number, inches: number): Block =>
    layer(
      s.named(`Insulation board ${mm}`, `Insulation board ${inches}`),
      cutOf('insulation', 0, 0, s(600, 24), s(mm, inches)),
    )
  return [
    board(50, 2),
    board(100, 4),
    board(150, 6),
    layer(s.named('Plasterboard 12.5', 'Gypsum board 1/2'), [
      cutBox(0, 0, s(600, 24), s(12.5, 0.5)),
      line(0, s(1.5, 0.06), s(600, 24), s(1.5, 0.06)),
      line(0, s(11, 0.44), s(600, 24), s(11, 0.44)),
    ]),
    layer(s.named('Two plasterboards 12.5', 'Two gypsum boards 1/2'), [
      cutBox(0, 0, s(600, 24), s(12.5, 0.5)),
      cutBox(0, s(12.5, 0.5), s(600, 24), s(12.5, 0.5)),
    ]),
    layer('Sealant and backing rod', [
      circle(0, 0, s(8, 0.3)),
      cutItem(arc(0, s(14, 0.55), s(10, 0.4), 200, 340)),
      line(-s(9, 0.35), s(10, 0.4), -s(9, 0.35), s(16, 0.6)),
      line(s(9, 0.35), s(10, 0.4), s(9, 0.35), s(16, 0.6)),
    ]),
  ]
}
