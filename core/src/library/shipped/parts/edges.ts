import type { Block } from '../../../records'
import { arc, box, circle, line, strong } from '../../draw'
import { cutBox, cutItem, cutOf, cutOutline, planed, sawn, sheet } from '../section'
import type { Sizer } from '../sizes'
import { part } from './part'

/** Gutters, tiles and flashings. */
export function edgeParts(s: Sizer): Block[] {
  const edge = part('Detail: roof edges')
  return [
    edge(s.named('Half-round gutter 112', 'Half-round gutter 5'), [
      arc(0, 0, s(56, 2.5), 180, 360),
      arc(0, 0, s(54, 2.42), 180, 360),
      strong(-s(56, 2.5), 0, -s(60, 2.7), s(6, 0.25)),
      circle(s(58, 2.6), s(3, 0.12), s(4, 0.16)),
    ]),
    edge(
      'Box gutter',
      sheet(
        s(2, 0.08),
        -s(150, 6),
        s(120, 5),
        -s(100, 4),
        s(110, 4.5),
        -s(100, 4),
        0,
        s(100, 4),
        0,
        s(100, 4),
        s(130, 5.3),
      ),
    ),
    edge(s.named('Downpipe 68', 'Downpipe 3'), [circle(0, 0, s(34, 1.5)), circle(0, 0, s(32, 1.42))]),
    edge('Downpipe, front', [
      box(-s(34, 1.5), 0, s(68, 3), s(600, 24)),
      box(-s(40, 1.75), s(280, 11), s(80, 3.5), s(40, 1.6), { filled: true }),
    ]),
    edge(s.named('Fascia board 25 × 200', 'Fascia board 1 × 8'), planed(0, 0, s(25, 0.75), s(200, 7.25))),
    edge('Soffit board with a vent', [
      cutBox(0, 0, s(300, 12), s(9, 0.375)),
      cutBox(s(310, 12.4), 0, s(60, 2.4), s(9, 0.375)),
      ...[0, 1, 2].map((i) =>
        line(s(318 + 18 * i, 12.7 + 0.7 * i), 0, s(318 + 18 * i, 12.7 + 0.7 * i), s(9, 0.375)),
      ),
    ]),
    edge('Plain tile', cutOf('diagonal', 0, 0, s(265, 10.5), s(12, 0.5), 0.4)),
    edge('Three plain tiles and a batten', [
      ...[0, 1, 2].flatMap((i) => [
        cutOutline(
          ...[s(100 * i, 4 * i), s(12 * i, 0.5 * i), s(100 * i + 265, 4 * i + 10.5), s(12 * i, 0.5 * i)],
          ...[
            s(100 * i + 265, 4 * i + 10.5),
            s(12 * i + 12, 0.5 * i + 0.5),
            s(100 * i, 4 * i),
            s(12 * i + 12, 0.5 * i + 0.5),
          ],
        ),
      ]),
      ...sawn(s(225, 9), -s(25, 0.75), s(38, 1.5), s(25, 0.75)),
    ]),
    edge('Ridge tile', [
      cutItem(arc(0, -s(60, 2.4), s(125, 5), 20, 160)),
      cutItem(arc(0, -s(60, 2.4), s(110, 4.4), 20, 160)),
      strong(-s(117, 4.7), -s(17, 0.7), -s(103, 4.1), -s(22, 0.9)),
      strong(s(117, 4.7), -s(17, 0.7), s(103, 4.1), -s(22, 0.9)),
    ]),
    edge(
      'Lead flashing',
      sheet(s(2.5, 0.1), 0, s(25, 1), s(30, 1.2), s(25, 1), s(30, 1.2), -s(130, 5), s(180, 7), -s(160, 6.3)),
    ),
    edge('Drip edge', sheet(s(1, 0.04), 0, 0, s(90, 3.5), 0, s(90, 3.5), -s(60, 2.4), s(78, 3), -s(72, 2.8))),
    edge(
      'Parapet capping',
      sheet(
        s(2, 0.08),
        -s(15, 0.6),
        -s(60, 2.4),
        -s(15, 0.6),
        s(8, 0.3),
        s(365, 14.4),
        s(20, 0.8),
        s(365, 14.4),
        -s(60, 2.4),
      ),
    ),
  ]
}
