import type { Block } from '../../../records'
import { circle, disc, line, strong } from '../../draw'
import { cutBox, cutOf, cutOutline, cutShape, metal, planed } from '../section'
import type { Sizer } from '../sizes'
import { part } from './part'

/** Floors, footings, drains and paving. */
export function groundParts(s: Sizer): Block[] {
  const ground = part('Detail: floors and ground')
  const [f, t] = [s(600, 24), s(250, 10)]
  return [
    ground(s.named('Skirting 18 × 95', 'Base 3/4 × 3 1/2'), planed(0, 0, s(18, 0.75), s(95, 3.5))),
    ground(s.named('Skirting 18 × 145', 'Base 3/4 × 5 1/2'), planed(0, 0, s(18, 0.75), s(145, 5.5))),
    ground('Screed on insulation', [
      ...cutOf('concrete', 0, s(100, 4), f, s(65, 2.5), 0.5),
      ...cutOf('insulation', 0, 0, f, s(100, 4)),
      line(0, s(103, 4.1), f, s(103, 4.1)),
    ]),
    ground('Tiles on screed', [
      ...[0, 1].map((i) => cutBox(i * s(300, 12), s(60, 2.5), s(297, 11.9), s(10, 0.375))),
      line(0, s(57, 2.4), f, s(57, 2.4)),
      ...cutOf('concrete', 0, 0, f, s(55, 2.25), 0.5),
    ]),
    ground('Strip footing', cutOf('concrete', -f / 2, 0, f, t)),
    ground('Stepped footing', [
      ...cutShape(
        'concrete',
        -f / 2,
        0,
        f / 2,
        0,
        f / 2,
        t / 2,
        f / 4,
        t / 2,
        f / 4,
        t,
        -f / 4,
        t,
        -f / 4,
        t / 2,
        -f / 2,
        t / 2,
      ),
    ]),
    ground(s.named('Drain 110', 'Drain 4'), [
      circle(0, 0, s(55, 2.1)),
      circle(0, 0, s(51, 1.95)),
      line(-s(70, 2.8), 0, s(70, 2.8), 0),
      line(0, -s(70, 2.8), 0, s(70, 2.8)),
    ]),
    ground('Land drain in gravel', [
      ...cutOf('gravel', -s(200, 8), -s(100, 4), s(400, 16), s(350, 14)),
      disc(0, 0, s(50, 2)),
      circle(0, 0, s(46, 1.85)),
    ]),
    ground('Gully', [
      cutOutline(
        ...[
          -s(75, 3),
          0,
          s(75, 3),
          0,
          s(75, 3),
          -s(200, 8),
          s(160, 6.4),
          -s(260, 10.4),
          s(160, 6.4),
          -s(330, 13),
        ],
        ...[s(40, 1.6), -s(330, 13), -s(75, 3), -s(260, 10.4)],
      ),
      ...[0, 1, 2, 3].map((i) =>
        strong(-s(60 - 40 * i, 2.4 - 1.6 * i), 0, -s(60 - 40 * i, 2.4 - 1.6 * i), -s(15, 0.6)),
      ),
    ]),
    ground('Channel drain', [
      cutOutline(
        ...[
          -s(80, 3.2),
          0,
          -s(80, 3.2),
          -s(130, 5.2),
          s(80, 3.2),
          -s(130, 5.2),
          s(80, 3.2),
          0,
          s(60, 2.4),
          0,
        ],
        ...[
          s(60, 2.4),
          -s(90, 3.6),
          s(40, 1.6),
          -s(110, 4.4),
          -s(40, 1.6),
          -s(110, 4.4),
          -s(60, 2.4),
          -s(90, 3.6),
          -s(60, 2.4),
          0,
        ],
      ),
      ...metal(-s(60, 2.4), -s(20, 0.8), s(60, 2.4), -s(20, 0.8), s(60, 2.4), 0, -s(60, 2.4), 0),
    ]),
    ground(s.named('Paving slab 50', 'Paver 2 3/8'), cutOf('diagonal fine', 0, 0, s(450, 18), s(50, 2.375))),
    ground('Block paving on sand', [
      ...[0, 1, 2].map((i) => cutBox(i * s(203, 8), s(50, 2), s(200, 7.9), s(60, 2.375))),
      ...cutOf('earth', 0, 0, s(606, 24), s(50, 2), 0.5),
    ]),
    ground(s.named('Kerb 125 × 255', 'Curb 5 × 10'), [
      ...cutShape('concrete', 0, 0, s(125, 5), 0, s(125, 5), s(255, 10), s(25, 1), s(255, 10), 0, s(230, 9)),
    ]),
  ]
}
