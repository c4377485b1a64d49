import type { Block, DraftItem } from '../../records'
import { arc, box, circle, disc, line, oval, outline, rounded, shifted, solid } from '../draw'
import { block } from './block'
import type { Sizer } from './sizes'

/** A seat for so many, its back against y = 0: arms, back and cushions. */
function sofa(width: number, depth: number, seats: number): DraftItem[] {
  const arm = 160
  const back = 200
  const inner = (width - 2 * arm) / seats
  return [
    rounded(-width / 2, -depth, width, depth, 90, { filled: true }),
    ...Array.from({ length: seats }, (_, i) =>
      rounded(-width / 2 + arm + i * inner, -depth + 20, inner, depth - back - 20, 50, { light: true }),
    ),
    line(-width / 2 + arm, -back, width / 2 - arm, -back),
  ]
}

const chairFront = (width: number, seat: number, height: number): DraftItem[] => [
  box(-width / 2, seat - 60, width, 60),
  rounded(-width / 2 + 20, seat, width - 40, height - seat, 40),
  line(-width / 2 + 20, 0, -width / 2 + 20, seat - 60),
  line(width / 2 - 20, 0, width / 2 - 20, seat - 60),
]
const tableFront = (width: number, height: number): DraftItem[] => [
  box(-width / 2, height - 30, width, 30),
  box(-width / 2 + 60, 0, 60, height - 30, { light: true }),
  box(width / 2 - 120, 0, 60, height - 30, { light: true }),
]

/** Seats. */
export const seating = (s: Sizer): Block[] => [
  block(
    'chair',
    'Chair',
    'Seating',
    [rounded(-220, -250, 440, 440, 60, { filled: true }), rounded(-230, 190, 460, 60, 25, { filled: true })],
    { planAlone: true, front: { height: 850, items: chairFront(440, 450, 850) } },
  ),
  block('chair-arms', 'Chair with arms', 'Seating', [
    rounded(-260, -280, 520, 480, 70, { filled: true }),
    rounded(-300, -200, 60, 400, 28, { filled: true }),
    rounded(240, -200, 60, 400, 28, { filled: true }),
    rounded(-280, 200, 560, 80, 35, { filled: true }),
  ]),
  block('stool', 'Stool', 'Seating', [disc(0, 0, 180), circle(0, 0, 150, true)]),
  block('stool-bar', 'Bar stool', 'Seating', [
    disc(0, 0, 190),
    circle(0, 0, 150, true),
    arc(0, 0, 215, 25, 155),
  ]),
  block('armchair', 'Armchair', 'Seating', sofa(s(850, 34), s(850, 34), 1), {
    atWall: true,
    front: {
      height: 800,
      items: [
        rounded(-425, 0, 850, 600, 60),
        rounded(-265, 380, 530, 420, 60),
        line(-265, 0, -265, 420),
        line(265, 0, 265, 420),
      ],
    },
  }),
  block('sofa-2', 'Sofa for two', 'Seating', sofa(s(1600, 64), s(880, 35), 2), {
    atWall: true,
  }),
  block('sofa-3', 'Sofa for three', 'Seating', sofa(s(2200, 84), s(900, 36), 3), {
    atWall: true,
    front: {
      height: 800,
      items: [
        rounded(-1100, 0, 2200, 620, 60),
        line(-940, 120, 940, 120),
        line(-313, 120, -313, 450),
        line(313, 120, 313, 450),
        rounded(-940, 450, 1880, 350, 60),
      ],
    },
  }),
  block('sofa-corner', 'Corner sofa', 'Seating', [
    outline(
      { filled: true },
      -s(1300, 51),
      0,
      -s(1300, 51),
      -s(900, 36),
      s(400, 15),
      -s(900, 36),
      s(400, 15),
      -s(2000, 78),
      s(1300, 51),
      -s(2000, 78),
      s(1300, 51),
      0,
    ),
    line(-s(1300, 51) + 160, -200, s(1300, 51) - 200, -200, s(1300, 51) - 200, -s(2000, 78) + 160),
    line(-s(450, 18), -200, -s(450, 18), -s(900, 36)),
    line(s(400, 15), -200, s(400, 15), -s(900, 36), s(1300, 51) - 200, -s(900, 36)),
  ]),
  block(
    'bench',
    'Bench',
    'Seating',
    [solid(-750, -200, 1500, 400), line(-750, 60, 750, 60), line(-750, -60, 750, -60)],
    {
      sizing: 'stretch',
    },
  ),
  block('chaise', 'Daybed', 'Seating', [
    rounded(-350, -1800, 700, 1800, 120, { filled: true }),
    line(-350, -520, 350, -520),
    rounded(-260, -440, 520, 320, 80, { light: true }),
  ]),
]

/** Tables. */
export const tables = (s: Sizer): Block[] => [
  block(
    'table',
    s.named('Table 1600 × 800', 'Table 5\'-0" × 2\'-6"'),
    'Tables',
    [solid(-s(800, 30), -s(400, 15), s(1600, 60), s(800, 30))],
    { front: { height: 740, items: tableFront(s(1600, 60), 740) } },
  ),
  block('table-any', 'Table of any size', 'Tables', [solid(-500, -500, 1000, 1000)], {
    sizing: 'stretch',
  }),
  block(
    'round-table',
    s.named('Round table 1200', 'Round table 4\'-0"'),
    'Tables',
    [disc(0, 0, s(600, 24)), circle(0, 0, s(560, 22), true)],
    { sizing: 'uniform' },
  ),
  block('table-oval', 'Oval table', 'Tables', [
    oval(0, 0, s(1000, 39), s(550, 22), { filled: true }),
    oval(0, 0, s(960, 37.5), s(510, 20.5), { light: true }),
  ]),
  block('table-chairs', 'Table with chairs', 'Tables', [solid(-900, -450, 1800, 900)], {
    recipe: 'table',
  }),
  block('coffee-table', 'Low table', 'Tables', [
    rounded(-550, -300, 1100, 600, 60, { filled: true }),
    rounded(-510, -260, 1020, 520, 40, { light: true }),
  ]),
  block('side-table', 'Side table', 'Tables', [disc(0, 0, 225), circle(0, 0, 195, true)]),
  block('table-garden', 'Outdoor table with benches', 'Tables', [
    solid(-900, -750, 1800, 260),
    solid(-900, 490, 1800, 260),
    solid(-900, -380, 1800, 760),
    ...[-190, 0, 190].map((y) => line(-900, y, 900, y)),
  ]),
]

function bed(width: number, length: number, pillows: number): DraftItem[] {
  const each = (width - 60 * (pillows + 1)) / pillows
  return [
    solid(-width / 2, -length, width, length),
    ...Array.from({ length: pillows }, (_, i) =>
      rounded(-width / 2 + 60 + i * (each + 60), -440, each, 380, 70),
    ),
    line(-width / 2, -560, width / 2, -560),
    line(-width / 2, -900, width * 0.08, -560),
  ]
}
const bedFront = (width: number): DraftItem[] => [
  box(-width / 2, 0, width, 300),
  rounded(-width / 2, 300, width, 220, 60),
  rounded(-width / 2, 520, width, 480, 40),
]

/** Beds. */
export const beds = (s: Sizer): Block[] => [
  block(
    'bed-single',
    s.named('Bed 900 × 2000', 'Bed 3\'-3" × 6\'-3"'),
    'Beds',
    bed(s(900, 39), s(2000, 75), 1),
    {
      atWall: true,
      front: { height: 1000, items: bedFront(s(900, 39)) },
    },
  ),
  block('bed', s.named('Bed 1500 × 2000', 'Bed 5\'-0" × 6\'-8"'), 'Beds', bed(s(1500, 60), s(2000, 80), 2), {
    atWall: true,
    front: { height: 1000, items: bedFront(s(1500, 60)) },
  }),
  block(
    'bed-wide',
    s.named('Bed 1800 × 2000', 'Bed 6\'-4" × 6\'-8"'),
    'Beds',
    bed(s(1800, 76), s(2000, 80), 2),
    {
      atWall: true,
    },
  ),
  block(
    'bed-bunk',
    'Bunk bed',
    'Beds',
    [
      solid(-500, -2080, 1000, 2080),
      box(-450, -2040, 900, 2000, { light: true }),
      rounded(-390, -400, 780, 330, 60),
      line(-450, -1700, -300, -1700, -300, -2080),
      line(-450, -1850, -300, -1850),
    ],
    { atWall: true },
  ),
  block(
    'cot',
    'Cot',
    'Beds',
    [
      solid(-350, -1400, 700, 1400),
      box(-310, -1360, 620, 1320, { light: true }),
      rounded(-240, -360, 480, 280, 60),
    ],
    { atWall: true },
  ),
  block(
    'bedside',
    'Bedside table',
    'Beds',
    [solid(-225, -400, 450, 400), circle(0, -200, 120, true), circle(0, -200, 30, true)],
    {
      atWall: true,
    },
  ),
]

/** Cupboards and shelves. */
export const storage = (s: Sizer): Block[] => [
  block(
    'shelving',
    s.named('Shelving 1800 × 450', 'Shelving 6\'-0" × 1\'-6"'),
    'Storage',
    [
      solid(-s(900, 36), -s(450, 18), s(1800, 72), s(450, 18)),
      line(-s(900, 36), -s(450, 18), s(900, 36), 0),
      line(-s(900, 36), 0, s(900, 36), -s(450, 18)),
    ],
    {
      atWall: true,
      front: {
        height: 1950,
        items: [
          box(-s(900, 36), 0, s(1800, 72), 1950),
          ...[390, 780, 1170, 1560].map((y) => line(-s(900, 36), y, s(900, 36), y)),
          line(0, 0, 0, 1950),
        ],
      },
    },
  ),
  block('shelving-bays', 'Shelving in bays', 'Storage', [solid(-900, -400, 1800, 400)], {
    recipe: 'shelving',
    atWall: true,
  }),
  block('wardrobe', 'Wardrobe', 'Storage', [solid(-900, -600, 1800, 600)], {
    recipe: 'wardrobe',
    atWall: true,
  }),
  block(
    'bookcase',
    'Bookcase',
    'Storage',
    [
      solid(-500, -300, 1000, 300),
      line(-480, -40, 480, -40),
      ...Array.from({ length: 9 }, (_, i) => line(-430 + i * 105, -40, -430 + i * 105, -230)),
    ],
    { atWall: true },
  ),
  block(
    'sideboard',
    'Sideboard',
    'Storage',
    [solid(-800, -450, 1600, 450), line(-267, -450, -267, -420), line(267, -450, 267, -420)],
    { atWall: true, sizing: 'stretch' },
  ),
  block('chest', 'Chest of drawers', 'Storage', [solid(-500, -500, 1000, 500), line(-500, -470, 500, -470)], {
    atWall: true,
    front: {
      height: 850,
      items: [
        box(-500, 0, 1000, 850),
        ...[210, 420, 630].map((y) => line(-500, y, 500, y)),
        ...[105, 315, 525, 740].map((y) => line(-60, y, 60, y)),
      ],
    },
  }),
  block(
    'coat-rail',
    'Coat rail',
    'Storage',
    [
      line(-600, -20, 600, -20),
      box(-600, -40, 1200, 40),
      ...[-450, -150, 150, 450].flatMap((x) => [circle(x, -60, 18, true), line(x, -78, x, -320)]),
    ],
    { atWall: true },
  ),
  block(
    'lockers',
    'Row of lockers',
    'Storage',
    [
      solid(-600, -500, 1200, 500),
      ...[-300, 0, 300].map((x) => line(x, -500, x, 0)),
      line(-600, -480, 600, -480),
    ],
    { atWall: true, sizing: 'stretch' },
  ),
  block(
    'box-any',
    'Cupboard of any size',
    'Storage',
    [solid(-500, -1000, 1000, 1000), line(-500, -1000, 500, 0)],
    {
      atWall: true,
      sizing: 'stretch',
    },
  ),
  block(
    'piano',
    'Upright piano',
    'Storage',
    [
      solid(-750, -620, 1500, 620),
      line(-750, -360, 750, -360),
      ...Array.from({ length: 15 }, (_, i) => line(-680 + i * 97, -600, -680 + i * 97, -400)),
      ...shifted([solid(-350, -180, 700, 340)], 0, -860),
    ],
    { atWall: true },
  ),
]
