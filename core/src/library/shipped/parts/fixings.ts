import type { Block, DraftItem } from '../../../records'
import { box, circle, line, strong } from '../../draw'
import { sheet } from '../section'
import type { Sizer } from '../sizes'
import { part } from './part'

/** Bolts, screws, hangers and plates. */
/** A hexagonal head seen from its side. */
const hexHead = (x: number, y: number, wide: number, high: number): DraftItem[] => [
  box(x - wide / 2, y, wide, high, { filled: true }),
  line(x - wide / 4, y, x - wide / 4, y + high),
  line(x + wide / 4, y, x + wide / 4, y + high),
]
/** A thread along a shank. */
const thread = (x: number, from: number, to: number, wide: number): DraftItem[] =>
  Array.from({ length: Math.max(1, Math.floor((to - from) / (wide * 0.4))) }, (_, i) => {
    const y = from + i * wide * 0.4
    return line(x - wide / 2, y, x + wide / 2, y + wide * 0.2)
  })

export function fixingParts(s: Sizer): Block[] {
  const fixing = part('Detail: fixings')
  const bolt = (name: string, d: number, length: number): Block =>
    fixing(name, [
      box(-d / 2, 0, d, length, { filled: true }),
      ...hexHead(0, length, d * 1.7, d * 0.65),
      ...hexHead(0, d * 0.6, d * 1.7, d * 0.8),
      box(-d * 1.2, length - d * 0.2, d * 2.4, d * 0.2, { filled: true }),
      ...thread(0, 0, d * 3, d),
    ])
  const screw = (name: string, d: number, length: number): Block =>
    fixing(name, [
      {
        ...strong(
          -d,
          length,
          d,
          length,
          d / 3,
          length - d,
          d / 4,
          d,
          0,
          0,
          -d / 4,
          d,
          -d / 3,
          length - d,
          -d,
          length,
        ),
      },
      ...thread(0, d, length * 0.65, d * 0.7),
    ])
  return [
    bolt(s.named('Bolt M10 × 100', 'Bolt 3/8 × 4'), s(10, 0.375), s(100, 4)),
    bolt(s.named('Bolt M12 × 160', 'Bolt 1/2 × 6'), s(12, 0.5), s(160, 6)),
    screw(s.named('Wood screw 5 × 80', 'Wood screw 10 × 3'), s(5, 0.19), s(80, 3)),
    screw(s.named('Wood screw 8 × 200', 'Wood screw 5/16 × 8'), s(8, 0.3125), s(200, 8)),
    fixing(s.named('Nail 3.1 × 90', 'Nail, 3 1/2'), [
      strong(0, 0, 0, s(90, 3.5)),
      strong(-s(3.5, 0.14), s(90, 3.5), s(3.5, 0.14), s(90, 3.5)),
    ]),
    fixing(s.named('Anchor M12 in concrete', 'Anchor 1/2 in concrete'), [
      box(-s(6, 0.25), -s(110, 4.3), s(12, 0.5), s(140, 5.5), { filled: true }),
      strong(-s(9, 0.35), -s(110, 4.3), s(9, 0.35), -s(110, 4.3)),
      strong(-s(6, 0.25), -s(90, 3.5), -s(9, 0.35), -s(110, 4.3)),
      strong(s(6, 0.25), -s(90, 3.5), s(9, 0.35), -s(110, 4.3)),
      ...hexHead(0, s(2, 0.08), s(20, 0.75), s(10, 0.4)),
    ]),
    fixing('Joist hanger, side', [
      ...sheet(s(2, 0.08), 0, s(195, 7.7), s(2, 0.08), s(195, 7.7), s(2, 0.08), 0, s(80, 3.15), 0),
      line(s(2, 0.08), s(120, 4.7), s(80, 3.15), s(40, 1.6)),
      line(s(80, 3.15), 0, s(80, 3.15), s(40, 1.6)),
    ]),
    fixing('Joist hanger, front', [
      ...sheet(
        s(2, 0.08),
        -s(64, 2.5),
        s(150, 6),
        -s(26, 1),
        s(150, 6),
        -s(26, 1),
        0,
        s(26, 1),
        0,
        s(26, 1),
        s(150, 6),
        s(64, 2.5),
        s(150, 6),
      ),
    ]),
    fixing('Angle bracket', sheet(s(3, 0.12), 0, s(90, 3.5), 0, 0, s(90, 3.5), 0)),
    fixing('Holding-down strap', sheet(s(4, 0.16), 0, s(400, 16), 0, 0, s(60, 2.4), 0)),
    fixing('Post base', [
      ...sheet(
        s(5, 0.2),
        -s(55, 2.2),
        s(120, 4.8),
        -s(55, 2.2),
        s(60, 2.4),
        s(55, 2.2),
        s(60, 2.4),
        s(55, 2.2),
        s(120, 4.8),
      ),
      box(-s(10, 0.4), -s(150, 6), s(20, 0.8), s(210, 8.4), { filled: true }),
    ]),
    fixing('Nail plate', [
      box(0, 0, s(160, 6.3), s(80, 3.15)),
      ...[1, 2, 3, 4, 5].flatMap((i) =>
        [1, 2, 3].map((k) => circle((s(160, 6.3) * i) / 6, (s(80, 3.15) * k) / 4, s(3, 0.12), true)),
      ),
    ]),
  ]
}
