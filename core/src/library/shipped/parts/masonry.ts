import type { Block } from '../../../records'
import { box, line, strong } from '../../draw'
import { cutBox, cutOf, cutShape, sheet } from '../section'
import type { Sizer } from '../sizes'
import { part } from './part'

/** Bricks, blocks and what is built in with them. */
export function masonryParts(s: Sizer): Block[] {
  const masonry = part('Detail: masonry')
  const [long, half, high, joint] = [s(215, 7.625), s(102.5, 3.625), s(65, 2.25), s(10, 0.375)]
  return [
    masonry('Brick, cut across', cutOf('diagonal', 0, 0, half, high, 0.6)),
    masonry('Brick, cut along', cutOf('diagonal', 0, 0, long, high, 0.6)),
    masonry('Brick on edge', cutOf('diagonal', 0, 0, high, half, 0.6)),
    masonry(
      'Four courses of brick',
      [0, 1, 2, 3].flatMap((n) => cutOf('diagonal', 0, n * (high + joint), half, high, 0.6)),
    ),
    masonry(s.named('Block 100', 'Block 4'), cutOf('diagonal pairs', 0, 0, s(100, 3.625), s(215, 7.625))),
    masonry(s.named('Block 140', 'Block 6'), cutOf('diagonal pairs', 0, 0, s(140, 5.625), s(215, 7.625))),
    masonry(s.named('Block 215', 'Block 8'), cutOf('diagonal pairs', 0, 0, s(215, 7.625), s(215, 7.625))),
    masonry('Coping stone', [
      ...cutShape('concrete', 0, 0, s(300, 12), 0, s(300, 12), s(50, 2), s(150, 6), s(75, 3), 0, s(50, 2)),
    ]),
    masonry('Wall tie', [
      strong(0, 0, s(80, 3), 0, s(90, 3.4), -s(8, 0.3), s(100, 3.8), 0, s(225, 9), 0),
      strong(0, -s(15, 0.6), 0, s(15, 0.6)),
    ]),
    masonry(
      'Cavity tray',
      sheet(s(3, 0.12), 0, 0, s(102.5, 4), 0, s(252, 10), s(150, 6), s(352, 14), s(150, 6)),
    ),
    masonry('Weep hole, front', [box(0, 0, joint, high), line(0, 0, joint, high)]),
    masonry('Air brick', [
      cutBox(0, 0, half, high),
      ...[1, 2, 3].map((n) => line(0, (high * n) / 4, half, (high * n) / 4)),
    ]),
  ]
}
