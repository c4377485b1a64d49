import type { Block, DraftItem } from '../../records'
import { arc, box, circle, clear, line, oval, outline, rounded, solid } from '../draw'
import { block } from './block'
import { panItems, unitFront } from '../recipes'
import type { Sizer } from './sizes'

const hob = (width: number, depth: number): DraftItem[] =>
  (
    [
      [-0.25, -0.27, 95],
      [0.25, -0.27, 75],
      [-0.25, -0.7, 75],
      [0.25, -0.7, 95],
    ] as const
  ).flatMap(([x, y, r]) => [circle(x * width, y * depth, r), circle(x * width, y * depth, r * 0.4, true)])

/** Kitchen units and appliances. */
export const kitchen = (s: Sizer): Block[] => [
  block(
    'sink-unit',
    s.named('Sink unit 1200 × 600', 'Sink unit 4\'-0" × 2\'-0"'),
    'Kitchen',
    [
      solid(-s(600, 24), -s(600, 24), s(1200, 48), s(600, 24)),
      rounded(-s(520, 21), -s(510, 20), s(480, 19), s(400, 16), 60),
      circle(-s(280, 11), -s(310, 12), 28, true),
      circle(-s(280, 11), -60, 20, true),
      ...[480, 400, 320, 240, 160].map((y) => line(40, -y, s(540, 21), -y)),
    ],
    {
      atWall: true,
      front: {
        height: 1100,
        items: [...unitFront(s(1200, 48)), line(0, 100, 0, 860), line(-280, 900, -280, 1100, -200, 1100)],
      },
    },
  ),
  block('kitchen-run', 'Kitchen run', 'Kitchen', [solid(-1500, -600, 3000, 600)], {
    recipe: 'kitchen',
    atWall: true,
  }),
  block(
    'unit-base',
    s.named('Base unit 600', 'Base unit 2\'-0"'),
    'Kitchen',
    [
      solid(-s(300, 12), -s(600, 24), s(600, 24), s(600, 24)),
      line(-s(300, 12), -s(560, 22), s(300, 12), -s(560, 22)),
    ],
    { atWall: true, sizing: 'stretch', front: { height: 900, items: unitFront(s(600, 24)) } },
  ),
  block(
    'unit-wall',
    'Wall cupboard',
    'Kitchen',
    [
      box(-s(300, 12), -350, s(600, 24), 350, { dashesPaperMm: [2, 1.2] }),
      { ...line(-s(300, 12), -350, s(300, 12), 0), dashesPaperMm: [2, 1.2] } as DraftItem,
    ],
    { atWall: true, sizing: 'stretch' },
  ),
  block(
    'unit-tall',
    'Tall unit',
    'Kitchen',
    [
      solid(-s(300, 12), -s(600, 24), s(600, 24), s(600, 24)),
      line(-s(300, 12), -s(600, 24), s(300, 12), 0),
      line(-s(300, 12), 0, s(300, 12), -s(600, 24)),
    ],
    { atWall: true, sizing: 'stretch' },
  ),
  block(
    'cooker',
    'Cooker',
    'Kitchen',
    [
      solid(-s(300, 15), -s(600, 26), s(600, 30), s(600, 26)),
      line(-s(300, 15), -40, s(300, 15), -40),
      ...hob(s(600, 30), s(600, 26)),
    ],
    {
      atWall: true,
      front: {
        height: 900,
        items: [
          box(-s(300, 15), 0, s(600, 30), 900),
          box(-s(250, 12), 180, s(500, 24), 420),
          line(-s(250, 12), 640, s(250, 12), 640),
          ...[-180, -60, 60, 180].map((x) => circle(x, 760, 25, true)),
        ],
      },
    },
  ),
  block('hob', 'Hob', 'Kitchen', [box(-290, -560, 580, 510, { filled: true }), ...hob(560, 560)], {
    atWall: true,
  }),
  block(
    'oven',
    'Built-in oven',
    'Kitchen',
    [solid(-300, -600, 600, 600), line(-300, -560, 300, -560), line(-220, -585, 220, -585)],
    { atWall: true },
  ),
  block(
    'fridge',
    'Refrigerator',
    'Kitchen',
    [
      solid(-s(300, 15), -s(650, 30), s(600, 30), s(650, 30)),
      line(-s(300, 15), -s(600, 27), s(300, 15), -s(600, 27)),
      line(s(240, 12), -s(650, 30), s(240, 12), -s(680, 31)),
    ],
    {
      atWall: true,
      front: {
        height: 1800,
        items: [
          box(-s(300, 15), 0, s(600, 30), 1800),
          line(-s(300, 15), 620, s(300, 15), 620),
          line(s(240, 12), 700, s(240, 12), 1050),
        ],
      },
    },
  ),
  block(
    'dishwasher',
    'Dishwasher',
    'Kitchen',
    [
      solid(-300, -600, 600, 600),
      line(-300, -560, 300, -560),
      box(-240, -520, 480, 440, { light: true }),
      ...[-400, -280, -160].map((y) => line(-240, y, 240, y)),
    ],
    { atWall: true },
  ),
  block(
    'washing-machine',
    'Washing machine',
    'Kitchen',
    [solid(-300, -600, 600, 600), line(-300, -560, 300, -560), circle(0, -300, 200, true)],
    {
      atWall: true,
      front: {
        height: 850,
        items: [
          box(-300, 0, 600, 850),
          circle(0, 390, 190),
          circle(0, 390, 140, true),
          line(-300, 700, 300, 700),
        ],
      },
    },
  ),
  block('island', 'Kitchen island', 'Kitchen', [solid(-900, -450, 1800, 900), line(-900, 150, 900, 150)], {
    sizing: 'stretch',
  }),
]

const bowl = (y: number, a: number, b: number): DraftItem[] => [oval(0, y, a, b), circle(0, y, 20, true)]

/** Baths, basins and pans. */
export const sanitary = (s: Sizer): Block[] => [
  block('wc', 'WC pan', 'Sanitary', panItems(), {
    atWall: true,
    front: {
      height: 780,
      items: [rounded(-185, 400, 370, 380, 30), outline({}, -120, 0, 120, 0, 180, 400, -180, 400)],
    },
  }),
  block(
    'wc-wall',
    'WC pan hung on the wall',
    'Sanitary',
    [
      {
        shape: 'path',
        path: {
          vertices: [
            { x: -170, y: 0, sweep: 0 },
            { x: -180, y: -360, sweep: Math.PI },
            { x: 180, y: -360, sweep: 0 },
            { x: 170, y: 0, sweep: 0 },
          ],
          closed: true,
        },
        filled: true,
      },
      oval(0, -320, 120, 160, { light: true }),
    ],
    { atWall: true },
  ),
  block(
    'wc-access',
    s.named('WC with turning circle 1500', 'WC with turning circle 5\'-0"'),
    'Sanitary',
    [
      ...panItems(),
      line(-320, -180, -320, -720),
      line(320, -180, 320, -720),
      clear(0, -s(1450, 56), s(750, 30)),
    ],
    { atWall: true },
  ),
  block(
    'urinal',
    'Urinal',
    'Sanitary',
    [
      {
        shape: 'path',
        path: {
          vertices: [
            { x: -190, y: 0, sweep: 0 },
            { x: -190, y: -150, sweep: Math.PI },
            { x: 190, y: -150, sweep: 0 },
            { x: 190, y: 0, sweep: 0 },
          ],
          closed: true,
        },
        filled: true,
      },
      circle(0, -150, 25, true),
    ],
    { atWall: true },
  ),
  block(
    'bidet',
    'Bidet',
    'Sanitary',
    [
      rounded(-180, -560, 360, 560, 170, { filled: true }),
      oval(0, -330, 110, 170, { light: true }),
      circle(0, -80, 18, true),
    ],
    { atWall: true },
  ),
  block(
    'basin',
    s.named('Basin 550 × 420', 'Basin 1\'-10" × 1\'-5"'),
    'Sanitary',
    [rounded(-275, -420, 550, 420, 60, { filled: true }), ...bowl(-220, 205, 145), circle(0, -45, 18, true)],
    {
      atWall: true,
      front: {
        height: 850,
        items: [rounded(-275, 700, 550, 150, 40), outline({ light: true }, -80, 0, 80, 0, 60, 700, -60, 700)],
      },
    },
  ),
  block(
    'basin-small',
    'Hand basin',
    'Sanitary',
    [rounded(-200, -280, 400, 280, 50, { filled: true }), ...bowl(-150, 140, 95), circle(0, -35, 15, true)],
    { atWall: true },
  ),
  block(
    'basin-worktop',
    'Basin in a worktop',
    'Sanitary',
    [solid(-450, -500, 900, 500), ...bowl(-260, 220, 160), circle(0, -60, 18, true)],
    { atWall: true, sizing: 'stretch' },
  ),
  block(
    'basin-double',
    'Two basins in a worktop',
    'Sanitary',
    [
      solid(-700, -500, 1400, 500),
      oval(-350, -260, 220, 160),
      oval(350, -260, 220, 160),
      ...[-350, 350].flatMap((x) => [circle(x, -260, 20, true), circle(x, -60, 18, true)]),
    ],
    { atWall: true },
  ),
  block(
    'bath',
    s.named('Bath 1700 × 750', 'Bath 5\'-0" × 2\'-6"'),
    'Sanitary',
    [
      solid(-s(850, 30), -s(750, 30), s(1700, 60), s(750, 30)),
      rounded(-s(790, 28), -s(690, 27.5), s(1580, 56), s(630, 25), 180),
      circle(-s(640, 22), -s(375, 15), 25, true),
      circle(-s(820, 29), -s(375, 15), 16, true),
    ],
    {
      atWall: true,
      front: {
        height: 560,
        items: [box(-s(850, 30), 0, s(1700, 60), 520), rounded(-s(850, 30), 520, s(1700, 60), 40, 15)],
      },
    },
  ),
  block('bath-free', 'Free-standing bath', 'Sanitary', [
    oval(0, -390, 850, 390, { filled: true }),
    oval(0, -390, 780, 320),
    circle(0, -390, 25, true),
  ]),
  block(
    'shower',
    s.named('Shower 900 × 900', 'Shower 3\'-0" × 3\'-0"'),
    'Sanitary',
    [
      solid(-s(450, 18), -s(900, 36), s(900, 36), s(900, 36)),
      box(-s(410, 16.5), -s(860, 34.5), s(820, 33), s(820, 33), { light: true }),
      line(-s(410, 16.5), -s(860, 34.5), s(410, 16.5), -40),
      line(-s(410, 16.5), -40, s(410, 16.5), -s(860, 34.5)),
      circle(0, -s(450, 18), 45),
    ],
    { atWall: true },
  ),
  block(
    'shower-any',
    'Shower tray of any size',
    'Sanitary',
    [solid(-500, -1000, 1000, 1000), line(-500, -1000, 500, 0), line(-500, 0, 500, -1000)],
    { atWall: true, sizing: 'stretch' },
  ),
  block(
    'shower-round',
    'Quadrant shower',
    'Sanitary',
    [
      {
        shape: 'path',
        path: {
          vertices: [
            { x: -450, y: 0, sweep: 0 },
            { x: -450, y: -900, sweep: 0 },
            { x: -100, y: -900, sweep: Math.PI / 2 },
            { x: 450, y: -350, sweep: 0 },
            { x: 450, y: 0, sweep: 0 },
          ],
          closed: true,
        },
        filled: true,
      },
      circle(-100, -400, 45),
    ],
    { atWall: true },
  ),
  block('cubicles', 'Row of WC cubicles', 'Sanitary', [solid(-1350, -1500, 2700, 1500)], {
    recipe: 'cubicles',
    atWall: true,
  }),
  block('towel-rail', 'Towel radiator', 'Sanitary', [solid(-300, -90, 600, 50), line(-300, -65, 300, -65)], {
    atWall: true,
  }),
  block('turning-circle', s.named('Turning circle 1500', 'Turning circle 5\'-0"'), 'Sanitary', [
    clear(0, 0, s(750, 30)),
    arc(0, 0, s(120, 5), 0, 300, true),
  ]),
]
