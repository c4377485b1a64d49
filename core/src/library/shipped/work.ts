import type { Block, DraftItem } from '../../records'
import { arc, box, circle, disc, line, outline, rounded, shifted, solid, strong } from '../draw'
import { block } from './block'
import type { Sizer } from './sizes'

const swivel = (): DraftItem[] => [
  disc(0, 0, 260),
  rounded(-220, -210, 440, 420, 80, { light: true }),
  arc(0, 0, 260, 30, 150),
  rounded(-230, 190, 460, 70, 30, { filled: true }),
]

/** Offices. */
export const office = (s: Sizer): Block[] => [
  block(
    'desk',
    s.named('Desk 1400 × 700', 'Desk 4\'-6" × 2\'-4"'),
    'Office',
    [solid(-s(700, 27), -s(700, 28), s(1400, 54), s(700, 28)), line(s(300, 12), -s(700, 28), s(300, 12), 0)],
    {
      atWall: true,
      front: {
        height: 740,
        items: [
          box(-s(700, 27), 710, s(1400, 54), 30),
          box(s(300, 12), 0, s(400, 15), 710),
          ...[240, 470].map((y) => line(s(300, 12), y, s(700, 27), y)),
          line(-s(670, 26), 0, -s(670, 26), 710),
        ],
      },
    },
  ),
  block(
    'desk-place',
    'Desk with chair and screen',
    'Office',
    [
      solid(-s(800, 31.5), -800, s(1600, 63), 800),
      solid(-280, -230, 560, 50),
      line(-210, -480, 210, -480, 210, -600, -210, -600, -210, -480),
      ...shifted(
        swivel().map((item) => item),
        0,
        -1080,
      ).map((item) => item),
    ],
    { atWall: true },
  ),
  block(
    'desk-corner',
    'Corner desk',
    'Office',
    [outline({ filled: true }, -800, 0, -800, -600, 200, -600, 400, -800, 400, -1200, 800, -1200, 800, 0)],
    { atWall: true },
  ),
  block('desk-any', 'Desk of any size', 'Office', [solid(-500, -1000, 1000, 1000)], {
    atWall: true,
    sizing: 'stretch',
  }),
  block('chair-office', 'Office chair', 'Office', swivel()),
  block(
    'cabinet',
    'Filing cabinet',
    'Office',
    [
      solid(-s(235, 9), -s(620, 26), s(470, 18), s(620, 26)),
      line(-s(235, 9), -s(590, 25), s(235, 9), -s(590, 25)),
      line(-60, -s(640, 27), 60, -s(640, 27)),
    ],
    { atWall: true },
  ),
  block(
    'printer',
    'Floor printer',
    'Office',
    [solid(-310, -650, 620, 650), box(-230, -500, 460, 330, { light: true }), solid(310, -480, 180, 300)],
    { atWall: true },
  ),
  block('screen-wall', 'Wall screen', 'Office', [solid(-625, -80, 1250, 60), line(-100, -20, 100, -20)], {
    atWall: true,
    sizing: 'stretch',
  }),
  block('whiteboard', 'Writing board', 'Office', [solid(-900, -40, 1800, 40), line(-880, -60, 880, -60)], {
    atWall: true,
    sizing: 'stretch',
  }),
  block('reception', 'Reception counter', 'Office', [
    outline(
      { filled: true },
      -1200,
      0,
      -1200,
      -900,
      1200,
      -900,
      1200,
      0,
      800,
      0,
      800,
      -300,
      -800,
      -300,
      -800,
      0,
    ),
    line(-1200, -650, 1200, -650),
  ]),
]

/** Workshops and studios. */
export const workshop = (s: Sizer): Block[] => [
  block(
    'workbench',
    s.named('Workbench 2400 × 900', 'Workbench 8\'-0" × 3\'-0"'),
    'Workshop',
    [
      solid(-s(1200, 48), -s(450, 18), s(2400, 96), s(900, 36)),
      line(-s(1200, 48), -s(410, 16), s(1200, 48), -s(410, 16)),
      line(-s(1200, 48), s(410, 16), s(1200, 48), s(410, 16)),
    ],
    {
      front: {
        height: 900,
        items: [
          box(-s(1200, 48), 820, s(2400, 96), 80),
          box(-s(1120, 45), 0, 100, 820),
          box(s(1020, 41), 0, 100, 820),
          line(-s(1020, 41), 250, s(1020, 41), 250),
        ],
      },
    },
  ),
  block(
    'vice-bench',
    'Bench with vice',
    'Workshop',
    [
      solid(-900, -700, 1800, 700),
      solid(-640, -860, 180, 160),
      line(-640, -780, -460, -780),
      line(-620, -900, -480, -900),
    ],
    { atWall: true },
  ),
  block('throwing-wheel', 'Throwing wheel', 'Workshop', [
    rounded(-350, -280, 700, 560, 80, { filled: true }),
    circle(0, 0, 205),
    circle(0, 0, 125, true),
    circle(0, 0, 12, true),
  ]),
  block('kiln', 'Round kiln 900', 'Workshop', [
    disc(0, 0, 450),
    circle(0, 0, 360),
    circle(0, 0, 330, true),
    solid(-130, -520, 260, 80),
  ]),
  block(
    'kiln-front',
    'Front-loading kiln',
    'Workshop',
    [
      solid(-550, -1200, 1100, 1200),
      box(-380, -1040, 760, 860),
      line(-550, -1120, 550, -1120),
      arc(-550, -1200, 1100, 270, 330, true),
    ],
    { atWall: true },
  ),
  block('table-saw', 'Table saw', 'Workshop', [
    solid(-600, -450, 1200, 900),
    box(-8, -160, 16, 320),
    line(240, -450, 240, 450),
  ]),
  block(
    'pillar-drill',
    'Pillar drill',
    'Workshop',
    [
      rounded(-250, -700, 500, 340, 40, { filled: true }),
      solid(-140, -360, 280, 360),
      circle(0, -530, 60),
      circle(0, -180, 50, true),
    ],
    { atWall: true },
  ),
  block('bicycle', 'Bicycle', 'Workshop', [
    solid(-860, -22, 660, 44),
    solid(200, -22, 660, 44),
    line(-530, 0, 530, 0),
    line(380, -290, 430, -60, 470, 0, 430, 60, 380, 290),
    rounded(-330, -75, 260, 150, 60, { filled: true }),
  ]),
  block('cycle-stand', 'Cycle stand', 'Workshop', [
    strong(-400, 0, 400, 0),
    circle(-400, 0, 30),
    circle(400, 0, 30),
  ]),
  block(
    'work-sink',
    'Workshop sink',
    'Workshop',
    [
      solid(-500, -600, 1000, 600),
      rounded(-440, -540, 880, 440, 60),
      circle(0, -320, 30, true),
      circle(-150, -50, 18, true),
      circle(150, -50, 18, true),
    ],
    { atWall: true },
  ),
]
