import type { Block, DraftItem } from '../../records'
import { arc, box, circle, crown, line, oval, outline, rays, rounded, shifted, solid, strong } from '../draw'
import { block } from './block'
import type { Sizer } from './sizes'

/** Trees, planting and what stands outside. */
export const landscape = (): Block[] => [
  block(
    'tree',
    'Tree, crown 4 m',
    'Landscape',
    [crown(2000, 13), circle(0, 0, 110), ...rays(110, 1250, 20, 75, 130, 205, 260, 320)],
    {
      sizing: 'uniform',
      planAlone: true,
      front: {
        height: 5500,
        items: [strong(-110, 0, -90, 2200), strong(110, 0, 90, 2200), ...shifted([crown(1750, 13)], 0, 3700)],
      },
    },
  ),
  block(
    'tree-conifer',
    'Conifer, crown 3 m',
    'Landscape',
    [
      crown(1500, 24, 0.14),
      circle(0, 0, 80),
      ...rays(80, 1200, 0, 30, 60, 90, 120, 150, 180, 210, 240, 270, 300, 330),
    ],
    { sizing: 'uniform' },
  ),
  block(
    'tree-small',
    'Small tree, crown 2 m',
    'Landscape',
    [crown(1000, 9), circle(0, 0, 60), ...rays(60, 560, 40, 160, 280)],
    { sizing: 'uniform' },
  ),
  block('shrub', 'Shrub', 'Landscape', [crown(500, 7), ...rays(0, 260, 15, 135, 255)], { sizing: 'uniform' }),
  block('shrub-round', 'Clipped shrub', 'Landscape', [circle(0, 0, 400), circle(0, 0, 340, true)], {
    sizing: 'uniform',
  }),
  block(
    'hedge',
    'Hedge',
    'Landscape',
    [box(-500, -500, 1000, 1000), line(-500, -500, -250, 500, 0, -500, 250, 500, 500, -500)],
    { sizing: 'stretch' },
  ),
  block(
    'planter',
    'Planter',
    'Landscape',
    [solid(-500, -500, 1000, 1000), box(-450, -450, 900, 900, { light: true })],
    { sizing: 'stretch' },
  ),
  block(
    'grasses',
    'Grasses',
    'Landscape',
    [...rays(60, 300, 0, 24, 52, 80, 108, 131, 160, 188, 214, 241, 266, 295, 320, 343)],
    { sizing: 'uniform' },
  ),
  block(
    'fence-panel',
    'Fence panel',
    'Landscape',
    [solid(-900, -20, 1800, 40), solid(-950, -50, 100, 100)],
    {},
  ),
  block(
    'boulder',
    'Boulder',
    'Landscape',
    [
      outline({}, -600, -100, -420, -390, 60, -450, 470, -300, 600, 40, 380, 360, -90, 450, -480, 260),
      line(-420, -390, -120, -60, 60, -450),
      line(-120, -60, 380, 360),
    ],
    { sizing: 'uniform' },
  ),
  block('pond', 'Pond', 'Landscape', [oval(0, 0, 1500, 1000), oval(0, 0, 1350, 870, { light: true })], {
    sizing: 'uniform',
  }),
]

/** People, seen from above. */
export const people = (): Block[] => [
  block('person', 'Person standing', 'People', [oval(0, 0, 280, 120), circle(0, 20, 100)], {
    planAlone: true,
    front: {
      height: 1750,
      items: [
        circle(0, 1630, 110),
        outline(
          {},
          -230,
          1430,
          230,
          1430,
          190,
          820,
          120,
          820,
          110,
          0,
          20,
          0,
          0,
          760,
          -20,
          0,
          -110,
          0,
          -120,
          820,
          -190,
          820,
        ),
      ],
    },
  }),
  block('person-walking', 'Person walking', 'People', [
    oval(0, 0, 280, 120),
    circle(0, 20, 100),
    oval(-110, -230, 55, 140, { light: true }),
    oval(110, 210, 55, 140, { light: true }),
  ]),
  block('person-seated', 'Person seated', 'People', [
    oval(0, 0, 280, 130),
    circle(0, 20, 100),
    line(-140, -100, -150, -480, -60, -480, -60, -120),
    line(140, -100, 150, -480, 60, -480, 60, -120),
  ]),
  block('wheelchair', 'Person in a wheelchair', 'People', [
    rounded(-350, -280, 70, 620, 30),
    rounded(280, -280, 70, 620, 30),
    box(-260, -300, 520, 560),
    oval(0, 40, 250, 120),
    circle(0, 60, 95),
    rounded(-180, -600, 150, 280, 30, { light: true }),
    rounded(30, -600, 150, 280, 30, { light: true }),
  ]),
  block('pushchair', 'Pushchair', 'People', [
    rounded(-260, -420, 520, 840, 180),
    line(-260, -120, 260, -120),
    circle(-290, -320, 40),
    circle(290, -320, 40),
    circle(-290, 320, 40),
    circle(290, 320, 40),
  ]),
]

const car = (width: number, length: number): DraftItem[] => {
  const [w, l] = [width / 2, length / 2]
  return [
    rounded(-w, -l, width, length, width * 0.28, { filled: true }),
    outline(
      { light: true },
      -w * 0.84,
      -l * 0.42,
      w * 0.84,
      -l * 0.42,
      w * 0.74,
      -l * 0.14,
      -w * 0.74,
      -l * 0.14,
    ),
    outline(
      { light: true },
      -w * 0.74,
      l * 0.44,
      w * 0.74,
      l * 0.44,
      w * 0.84,
      l * 0.66,
      -w * 0.84,
      l * 0.66,
    ),
    line(-w * 0.74, -l * 0.14, -w * 0.74, l * 0.44),
    line(w * 0.74, -l * 0.14, w * 0.74, l * 0.44),
    line(-w, -l * 0.3, -w - 130, -l * 0.26),
    line(w, -l * 0.3, w + 130, -l * 0.26),
  ]
}

/** Vehicles and where they stand. */
export const vehicles = (s: Sizer): Block[] => [
  block('car', 'Car', 'Vehicles', car(1800, 4500), {
    planAlone: true,
    front: {
      height: 1480,
      items: [
        rounded(-900, 250, 1800, 650, 120),
        outline({}, -760, 900, 760, 900, 620, 1480, -620, 1480),
        box(-880, 0, 220, 320),
        box(660, 0, 220, 320),
      ],
    },
  }),
  block('car-small', 'Small car', 'Vehicles', car(1650, 3700)),
  block('van', 'Delivery van', 'Vehicles', [
    rounded(-1000, -2950, 2000, 5900, 260, { filled: true }),
    line(-940, -1500, 940, -1500),
    outline({ light: true }, -860, -2350, 860, -2350, 780, -1700, -780, -1700),
  ]),
  block('lorry', 'Lorry', 'Vehicles', [
    rounded(-1250, -4250, 2500, 1900, 250, { filled: true }),
    solid(-1250, -2200, 2500, 6450),
    line(-1100, -3500, 1100, -3500),
    line(0, -2200, 0, 4250),
  ]),
  block('motorcycle', 'Motorcycle', 'Vehicles', [
    oval(0, -750, 70, 310),
    oval(0, 750, 70, 310),
    rounded(-170, -350, 340, 800, 140),
    line(-400, -420, 0, -520, 400, -420),
  ]),
  block('parking', 'Parking bays', 'Vehicles', [box(-5000, -5000, 10_000, 5000)], { recipe: 'parking' }),
  block('parking-access', s.named('Bay with access strip', 'Bay with access aisle'), 'Vehicles', [
    box(-s(1800, 78), -s(6200, 240), s(2400, 96), s(6200, 240), { light: true }),
    box(s(600, 18), -s(6200, 240), s(1200, 60), s(6200, 240), { light: true }),
    ...Array.from({ length: 6 }, (_, i) =>
      line(s(600, 18), -s(6200, 240) + i * 900, s(1800, 78), -s(6200, 240) + i * 900 + 900),
    ),
  ]),
]

/** What is built in, by its sign: seen in plan at its real size. */
export const services = (): Block[] => [
  block('radiator', 'Radiator', 'Services', [solid(-500, -100, 1000, 70), line(-500, -65, 500, -65)], {
    atWall: true,
    sizing: 'stretch',
  }),
  block('drain', 'Floor drain', 'Services', [
    box(-100, -100, 200, 200),
    circle(0, 0, 80, true),
    line(-100, -100, 100, 100),
    line(-100, 100, 100, -100),
  ]),
  block(
    'manhole',
    'Manhole',
    'Services',
    [box(-300, -300, 600, 600), box(-260, -260, 520, 520, { light: true }), line(-260, -260, 260, 260)],
    { sizing: 'stretch' },
  ),
  block('rainwater', 'Rainwater pipe', 'Services', [circle(0, 0, 55), circle(0, 0, 45, true)]),
  block(
    'socket',
    'Socket outlet',
    'Services',
    [arc(0, 0, 110, 180, 360), line(0, -110, 0, -200), line(-110, 0, 110, 0)],
    { atWall: true },
  ),
  block('lamp', 'Ceiling lamp', 'Services', [
    circle(0, 0, 150),
    line(-106, -106, 106, 106),
    line(-106, 106, 106, -106),
  ]),
  block(
    'extinguisher',
    'Fire extinguisher',
    'Services',
    [circle(0, -110, 80), circle(0, -110, 30, true), line(0, -30, 0, 0)],
    { atWall: true },
  ),
]
