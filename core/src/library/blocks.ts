import type { Block, DraftItem } from '../records'

const TURN = 2 * Math.PI

const box = (
  x: number,
  y: number,
  width: number,
  depth: number,
  look: { light?: boolean; filled?: boolean } = {},
): DraftItem => ({
  shape: 'polyline',
  closed: true,
  points: [
    { x, y },
    { x: x + width, y },
    { x: x + width, y: y + depth },
    { x, y: y + depth },
  ],
  ...look,
})

const line = (...coordinates: number[]): DraftItem => {
  const points = []
  for (let i = 0; i < coordinates.length; i += 2) points.push({ x: coordinates[i]!, y: coordinates[i + 1]! })
  return { shape: 'polyline', closed: false, points, light: true }
}

const circle = (x: number, y: number, radius: number, light = false): DraftItem => ({
  shape: 'arc',
  centre: { x, y },
  radius,
  from: 0,
  sweep: TURN,
  ...(light ? { light } : {}),
})

const arc = (x: number, y: number, radius: number, from: number, to: number, light = false): DraftItem => ({
  shape: 'arc',
  centre: { x, y },
  radius,
  from: (from * Math.PI) / 180,
  sweep: ((to - from) * Math.PI) / 180,
  ...(light ? { light } : {}),
})

/** A box with rounded corners. */
function roundedBox(
  x: number,
  y: number,
  width: number,
  depth: number,
  radius: number,
  filled = false,
): DraftItem {
  const points = []
  const corners = [
    [x + width - radius, y + depth - radius, 0],
    [x + radius, y + depth - radius, 90],
    [x + radius, y + radius, 180],
    [x + width - radius, y + radius, 270],
  ] as const
  for (const [cx, cy, start] of corners) {
    for (let step = 0; step <= 6; step++) {
      const angle = ((start + step * 15) * Math.PI) / 180
      points.push({ x: cx + radius * Math.cos(angle), y: cy + radius * Math.sin(angle) })
    }
  }
  return { shape: 'polyline', closed: true, points, ...(filled ? { filled } : {}) }
}

/** A tree's crown: a wavy outline of so many lobes. */
function crown(radius: number, lobes: number): DraftItem {
  const points = []
  const steps = lobes * 8
  for (let i = 0; i < steps; i++) {
    const angle = (i / steps) * TURN
    const r = radius * (0.93 + 0.07 * Math.abs(Math.cos((angle * lobes) / 2)) - 0.03 * Math.sin(angle * 3))
    points.push({ x: r * Math.cos(angle), y: r * Math.sin(angle) })
  }
  return { shape: 'polyline', closed: true, points }
}

const block = (
  id: string,
  name: string,
  category: string,
  width: number,
  depth: number,
  ...items: DraftItem[]
): Block => ({ id: `block-${id}`, kind: 'block', name, category, width, depth, items })

/** Blocks every new project starts with, drawn about their base point with the back along +y, mm. */
export const STANDARD_BLOCKS: readonly Block[] = [
  block('table', 'Table 1600 × 800', 'Tables', 1600, 800, box(-800, -400, 1600, 800, { filled: true })),
  block('round-table', 'Round table 1200', 'Tables', 1200, 1200, circle(0, 0, 600), circle(0, 0, 560, true)),
  block(
    'chair',
    'Chair',
    'Seating',
    460,
    500,
    roundedBox(-220, -250, 440, 440, 60, true),
    roundedBox(-230, 190, 460, 60, 25, true),
  ),
  block(
    'bed',
    'Bed 1500 × 2000',
    'Beds',
    1500,
    2000,
    box(-750, -2000, 1500, 2000, { filled: true }),
    roundedBox(-690, -440, 640, 380, 70),
    roundedBox(50, -440, 640, 380, 70),
    line(-750, -560, 750, -560),
    line(-750, -900, 120, -560),
  ),
  block(
    'basin',
    'Basin 550 × 420',
    'Sanitary',
    550,
    420,
    roundedBox(-275, -420, 550, 420, 60, true),
    roundedBox(-220, -370, 440, 280, 110),
    circle(0, -210, 22, true),
    circle(0, -48, 20, true),
  ),
  block(
    'wc',
    'WC pan 370 × 680',
    'Sanitary',
    370,
    680,
    roundedBox(-185, -180, 370, 180, 25, true),
    line(-165, -180, -175, -420),
    line(165, -180, 175, -420),
    arc(0, -455, 178, 168, 372),
    arc(0, -450, 120, 0, 360, true),
  ),
  block(
    'sink-unit',
    'Sink unit 1200 × 600',
    'Kitchen',
    1200,
    600,
    box(-600, -600, 1200, 600, { filled: true }),
    roundedBox(-520, -510, 480, 400, 60),
    circle(-280, -310, 28, true),
    circle(-280, -60, 20, true),
    line(40, -480, 540, -480),
    line(40, -400, 540, -400),
    line(40, -320, 540, -320),
    line(40, -240, 540, -240),
    line(40, -160, 540, -160),
  ),
  block(
    'workbench',
    'Workbench 2400 × 900',
    'Workshop',
    2400,
    900,
    box(-1200, -450, 2400, 900, { filled: true }),
    line(-1200, -410, 1200, -410),
    line(-1200, 410, 1200, 410),
  ),
  block(
    'throwing-wheel',
    'Throwing wheel',
    'Workshop',
    700,
    560,
    roundedBox(-350, -280, 700, 560, 80, true),
    circle(0, 0, 205),
    circle(0, 0, 125, true),
    circle(0, 0, 12, true),
  ),
  block(
    'kiln',
    'Round kiln 900',
    'Workshop',
    900,
    900,
    circle(0, 0, 450),
    circle(0, 0, 360),
    circle(0, 0, 330, true),
    box(-130, -520, 260, 80, { filled: true }),
  ),
  block(
    'shelving',
    'Shelving 1800 × 450',
    'Storage',
    1800,
    450,
    box(-900, -450, 1800, 450, { filled: true }),
    line(-900, -450, 900, 0),
    line(-900, 0, 900, -450),
  ),
  block(
    'desk',
    'Desk 1400 × 700',
    'Tables',
    1400,
    700,
    box(-700, -700, 1400, 700, { filled: true }),
    line(300, -700, 300, 0),
  ),
  block(
    'bicycle',
    'Bicycle',
    'Workshop',
    1750,
    600,
    { shape: 'polyline', closed: true, points: rect(-860, -22, -200, 22) },
    { shape: 'polyline', closed: true, points: rect(200, -22, 860, 22) },
    line(-530, 0, 530, 0),
    line(380, -290, 430, -60, 470, 0, 430, 60, 380, 290),
    roundedBox(-330, -75, 260, 150, 60, true),
  ),
  block(
    'tree',
    'Tree, crown 4 m',
    'Landscape',
    4000,
    4000,
    crown(2000, 13),
    circle(0, 0, 110),
    ...[20, 75, 130, 205, 260, 320].map((degrees) => {
      const angle = (degrees * Math.PI) / 180
      return line(
        110 * Math.cos(angle),
        110 * Math.sin(angle),
        1250 * Math.cos(angle),
        1250 * Math.sin(angle),
      )
    }),
  ),
]

function rect(minX: number, minY: number, maxX: number, maxY: number): { x: number; y: number }[] {
  return [
    { x: minX, y: minY },
    { x: maxX, y: minY },
    { x: maxX, y: maxY },
    { x: minX, y: maxY },
  ]
}
