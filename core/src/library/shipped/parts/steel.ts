import type { Block, DraftItem } from '../../../records'
import { metal } from '../section'
import type { Sizer } from '../sizes'
import { angle, part } from './part'

/** Rolled sections. */
/** An I section about the middle of its foot, mm: height, width, web, flange. */
const iSection = (h: number, b: number, web: number, flange: number): DraftItem[] =>
  metal(
    ...[-b / 2, 0, b / 2, 0, b / 2, flange, web / 2, flange, web / 2, h - flange, b / 2, h - flange],
    ...[b / 2, h, -b / 2, h, -b / 2, h - flange, -web / 2, h - flange, -web / 2, flange, -b / 2, flange],
  )
const channel = (h: number, b: number, web: number, flange: number): DraftItem[] =>
  metal(0, 0, b, 0, b, flange, web, flange, web, h - flange, b, h - flange, b, h, 0, h)
const hollow = (b: number, h: number, t: number): DraftItem[] => [
  ...metal(-b / 2, 0, b / 2, 0, b / 2, t, -b / 2, t),
  ...metal(-b / 2, h - t, b / 2, h - t, b / 2, h, -b / 2, h),
  ...metal(-b / 2, t, -b / 2 + t, t, -b / 2 + t, h - t, -b / 2, h - t),
  ...metal(b / 2 - t, t, b / 2, t, b / 2, h - t, b / 2 - t, h - t),
]

/** Heights, widths, webs and flanges of rolled sections, mm (EN 10365) and inches (ASTM A6). */
export function steelParts(s: Sizer): Block[] {
  const steel = part('Detail: steel')
  const i = (metric: string, feet: string, m: number[], f: number[]): Block => {
    const [h, b, web, flange] = m.map((mm, k) => s(mm, f[k]!)) as [number, number, number, number]
    return steel(s.named(metric, feet), iSection(h, b, web, flange))
  }
  return [
    i('Beam IPE 160', 'Beam W 6 × 9', [160, 82, 5, 7.4], [5.9, 3.94, 0.17, 0.215]),
    i('Beam IPE 200', 'Beam W 8 × 18', [200, 100, 5.6, 8.5], [8.14, 5.25, 0.23, 0.33]),
    i('Beam IPE 240', 'Beam W 10 × 22', [240, 120, 6.2, 9.8], [10.17, 5.75, 0.24, 0.36]),
    i('Beam IPE 300', 'Beam W 12 × 26', [300, 150, 7.1, 10.7], [12.22, 6.49, 0.23, 0.38]),
    i('Column HE 140 A', 'Column W 6 × 20', [133, 140, 5.5, 8.5], [6.2, 6.02, 0.26, 0.365]),
    i('Column HE 200 B', 'Column W 8 × 31', [200, 200, 9, 15], [8, 8, 0.285, 0.435]),
    steel(
      s.named('Channel UPN 200', 'Channel C 8 × 11.5'),
      channel(s(200, 8), s(75, 2.26), s(8.5, 0.22), s(11.5, 0.39)),
    ),
    steel(s.named('Square tube 100 × 5', 'Square tube 4 × 1/4'), hollow(s(100, 4), s(100, 4), s(5, 0.25))),
    steel(s.named('Tube 150 × 100 × 6', 'Tube 6 × 4 × 1/4'), hollow(s(100, 4), s(150, 6), s(6, 0.25))),
    steel(s.named('Angle 100 × 100 × 10', 'Angle 4 × 4 × 3/8'), angle(s(100, 4), s(100, 4), s(10, 0.375))),
    steel(s.named('Angle 50 × 50 × 5', 'Angle 2 × 2 × 1/4'), angle(s(50, 2), s(50, 2), s(5, 0.25))),
    steel(
      s.named('Flat 100 × 10', 'Flat 4 × 3/8'),
      metal(0, 0, s(100, 4), 0, s(100, 4), s(10, 0.375), 0, s(10, 0.375)),
    ),
  ]
}
