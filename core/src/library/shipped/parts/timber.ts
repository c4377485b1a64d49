import type { Block, DraftItem } from '../../../records'
import type { UnitSystem } from '../../../units'
import { line } from '../../draw'
import { TIMBER_SIZES } from '../../timber'
import { cutBox, cutOf, cutOutline, sawn } from '../section'
import type { Sizer } from '../sizes'
import { part } from './part'

/** Timber across and along its grain. */
export function timberParts(s: Sizer, system: UnitSystem): Block[] {
  const timber = part('Detail: timber')
  const across = (name: string, width: number, depth: number): Block =>
    timber(`Timber ${name}`, sawn(-width / 2, 0, width, depth))
  const [w, d] = [s(45, 1.5), s(95, 3.5)]
  return [
    ...TIMBER_SIZES[system].map(({ name, width, depth }) => across(name, width, depth)),
    timber(
      s.named('Post 100 × 100', 'Post 4 × 4'),
      sawn(-s(50, 1.75), -s(50, 1.75), s(100, 3.5), s(100, 3.5)),
    ),
    timber(s.named('Batten 25 × 38', 'Furring 1 × 2'), sawn(0, 0, s(38, 1.5), s(25, 0.75))),
    timber(s.named('Counter batten 38 × 50', 'Strapping 1 × 3'), sawn(0, 0, s(50, 2.5), s(38, 0.75))),
    timber(s.named('Two studs and a plate', 'Two studs and a plate, 2 × 4'), [
      ...sawn(0, 0, w, d),
      ...sawn(w, 0, w, d),
      line(-w, 0, 3 * w, 0),
      line(-w, d, 3 * w, d),
    ]),
    timber(s.named('Glued beam 90 × 315', 'Glued beam 3 1/8 × 12'), [
      cutBox(-s(45, 1.5625), 0, s(90, 3.125), s(315, 12)),
      ...[1, 2, 3, 4, 5, 6].map((i) =>
        line(-s(45, 1.5625), (s(315, 12) * i) / 7, s(45, 1.5625), (s(315, 12) * i) / 7),
      ),
    ]),
    timber(
      s.named('Web joist 241', 'Web joist 9 1/2'),
      webJoist(s(63, 2.5), s(241, 9.5), s(38, 1.5), s(11, 0.4375)),
    ),
    timber(s.named('Plywood 18', 'Plywood 3/4'), [
      cutBox(0, 0, s(600, 24), s(18, 0.75)),
      ...[1, 2, 3].map((i) => line(0, (s(18, 0.75) * i) / 4, s(600, 24), (s(18, 0.75) * i) / 4)),
    ]),
    timber(
      s.named('Particle board 22', 'Strand board 7/16'),
      cutOf('concrete', 0, 0, s(600, 24), s(22, 0.4375), 0.4),
    ),
    timber(s.named('Cladding board 22 × 145', 'Siding board 1 × 6'), [
      cutOutline(
        0,
        0,
        s(22, 0.75),
        0,
        s(22, 0.75),
        s(145, 5.5),
        s(11, 0.375),
        s(145, 5.5),
        s(11, 0.375),
        s(157, 6),
        0,
        s(157, 6),
      ),
      line(0, 0, s(22, 0.75), s(145, 5.5)),
    ]),
    timber(s.named('Floorboard 21 × 137', 'Floorboard 3/4 × 5'), [
      cutOutline(
        ...[
          0,
          0,
          s(137, 5),
          0,
          s(137, 5),
          s(8, 0.28),
          s(144, 5.25),
          s(8, 0.28),
          s(144, 5.25),
          s(14, 0.5),
          s(137, 5),
          s(14, 0.5),
        ],
        ...[
          s(137, 5),
          s(21, 0.75),
          0,
          s(21, 0.75),
          0,
          s(14, 0.5),
          s(7, 0.25),
          s(14, 0.5),
          s(7, 0.25),
          s(8, 0.28),
          0,
          s(8, 0.28),
        ],
      ),
    ]),
  ]
}

const webJoist = (wide: number, deep: number, flange: number, web: number): DraftItem[] => [
  ...sawn(-wide / 2, 0, wide, flange),
  ...sawn(-wide / 2, deep - flange, wide, flange),
  cutBox(-web / 2, flange, web, deep - 2 * flange),
]
