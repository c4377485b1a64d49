import type { Block, DraftItem } from '../../../records'
import { line } from '../../draw'
import { cutBox, cutOf, cutOutline, cutShape, fillOf, metal, planed, sheet } from '../section'
import type { Sizer } from '../sizes'
import { angle, part } from './part'

/** Lintels and sills, doors and windows cut through. */
export function lintelParts(s: Sizer): Block[] {
  const lintel = part('Detail: lintels and sills')
  const t = s(3, 0.12)
  return [
    lintel(
      s.named('Concrete lintel 100 × 140', 'Concrete lintel 4 × 6'),
      cutOf('concrete', 0, 0, s(100, 4), s(140, 6)),
    ),
    lintel(
      s.named('Concrete lintel 140 × 215', 'Concrete lintel 6 × 8'),
      cutOf('concrete', 0, 0, s(140, 6), s(215, 8)),
    ),
    lintel('Steel lintel for a cavity', [
      ...sheet(
        t,
        0,
        0,
        s(95, 3.75),
        0,
        s(95, 3.75),
        s(60, 2.4),
        s(190, 7.5),
        s(160, 6.3),
        s(190, 7.5),
        0,
        s(285, 11.25),
        0,
      ),
    ]),
    lintel('Steel angle lintel', angle(s(90, 3.5), s(90, 3.5), s(8, 0.3125))),
    lintel('Timber sill', [
      cutOutline(
        ...[0, 0, s(130, 5), 0, s(130, 5), s(20, 0.75), s(145, 5.6), s(20, 0.75), s(145, 5.6), s(44, 1.75)],
        ...[s(60, 2.4), s(60, 2.4), s(60, 2.4), s(70, 2.75), 0, s(70, 2.75)],
      ),
      line(0, 0, s(60, 2.4), s(70, 2.75)),
    ]),
    lintel('Concrete sill', [
      ...cutShape('concrete', 0, 0, s(180, 7), 0, s(180, 7), s(55, 2.2), s(30, 1.2), s(75, 3), 0, s(75, 3)),
    ]),
    lintel(
      'Metal sill',
      sheet(s(2, 0.08), 0, s(30, 1.2), 0, s(8, 0.3), s(160, 6.3), -s(8, 0.3), s(160, 6.3), -s(38, 1.5)),
    ),
    lintel('Window board', planed(0, 0, s(200, 8), s(25, 1))),
  ]
}

export function openingParts(s: Sizer): Block[] {
  const opening = part('Detail: doors and windows')
  const [w, d] = [s(57, 2.25), s(95, 3.75)]
  const pane = (x: number, y: number): DraftItem[] => [
    ...metal(x, y, x + s(4, 0.16), y, x + s(4, 0.16), y + s(150, 6), x, y + s(150, 6)),
    ...metal(
      x + s(20, 0.8),
      y,
      x + s(24, 0.95),
      y,
      x + s(24, 0.95),
      y + s(150, 6),
      x + s(20, 0.8),
      y + s(150, 6),
    ),
    cutBox(x + s(4, 0.16), y, s(16, 0.64), s(10, 0.4)),
  ]
  const sash = (y: number): DraftItem[] => planed(s(20, 0.8), y, s(57, 2.25), s(57, 2.25))
  return [
    opening('Window head', [
      ...planed(0, 0, d, w),
      ...sash(-s(60, 2.4)),
      ...pane(s(36, 1.4), -s(205, 8.1)),
      line(0, w, d, w),
    ]),
    opening('Window foot', [...planed(0, 0, d, w), ...sash(s(60, 2.4)), ...pane(s(36, 1.4), s(110, 4.3))]),
    opening('Window jamb, in plan', [
      ...planed(0, 0, w, d),
      ...planed(s(60, 2.4), s(20, 0.8), s(57, 2.25), s(57, 2.25)),
    ]),
    opening('Double glazing', pane(0, 0)),
    opening('Door jamb, in plan', [
      cutOutline(
        0,
        0,
        s(32, 1.25),
        0,
        s(32, 1.25),
        s(90, 3.5),
        s(44, 1.75),
        s(90, 3.5),
        s(44, 1.75),
        s(120, 4.7),
        0,
        s(120, 4.7),
      ),
      ...planed(s(36, 1.4), s(44, 1.75), s(120, 4.7), s(44, 1.75)),
    ]),
    opening('Door threshold', [
      cutOutline(
        0,
        0,
        s(150, 6),
        0,
        s(150, 6),
        s(8, 0.3),
        s(90, 3.5),
        s(20, 0.8),
        s(60, 2.4),
        s(20, 0.8),
        0,
        s(8, 0.3),
      ),
      ...planed(s(55, 2.2), s(24, 0.95), s(44, 1.75), s(150, 6)),
    ]),
    opening('Cavity closer', [
      cutBox(0, 0, s(100, 4), s(60, 2.4)),
      fillOf('insulation', 0, 0, s(100, 4), 0, s(100, 4), s(60, 2.4), 0, s(60, 2.4)),
      ...sheet(s(2, 0.08), -s(20, 0.8), 0, s(120, 4.8), 0),
    ]),
    opening(s.named('Architrave 18 × 58', 'Casing 3/4 × 2 1/4'), planed(0, 0, s(18, 0.75), s(58, 2.25))),
  ]
}
