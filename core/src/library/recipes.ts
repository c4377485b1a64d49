import { ROUNDING } from '../geometry'
import { box, circle, line, rounded, shifted, solid, quarterTurned } from './draw'
import type { DraftItem } from '../records'

/** A parameter of a block that is made anew for each placement. */
export interface RecipeParameter {
  readonly key: string
  readonly name: string
  readonly kind: 'length' | 'count'
  readonly usual: number
  readonly least: number
  readonly most: number
}

export interface MadeBlock {
  readonly width: number
  readonly depth: number
  readonly items: readonly DraftItem[]
  /** Seen from the front, from the base point up. */
  readonly front?: { readonly height: number; readonly items: DraftItem[] }
}

/** A block written as a rule. What is not given takes its usual value; what lies outside its limits is held there. */
export interface Recipe {
  readonly id: string
  readonly parameters: readonly RecipeParameter[]
  make(given: Readonly<Record<string, number>>): MadeBlock
}

const length = (key: string, name: string, usual: number, least: number, most: number): RecipeParameter => ({
  key,
  name,
  kind: 'length',
  usual,
  least,
  most,
})
const count = (key: string, name: string, usual: number, least: number, most: number): RecipeParameter => ({
  key,
  name,
  kind: 'count',
  usual,
  least,
  most,
})

type Values = (key: string) => number

function recipe(
  id: string,
  parameters: readonly RecipeParameter[],
  make: (value: Values) => MadeBlock,
): Recipe {
  return {
    id,
    parameters,
    make(given) {
      const value = (key: string): number => {
        const parameter = parameters.find((each) => each.key === key)!
        const raw = given[key] ?? parameter.usual
        const held = Math.min(
          parameter.most,
          Math.max(parameter.least, Number.isFinite(raw) ? raw : parameter.usual),
        )
        return parameter.kind === 'count' ? Math.round(held) : held
      }
      return make(value)
    },
  }
}

/** A chair about its middle, its back along +y. */
export const chairItems = (): DraftItem[] => [
  rounded(-220, -250, 440, 440, 60, { filled: true }),
  rounded(-230, 190, 460, 60, 25, { filled: true }),
]

/** How far chairs are pushed under a table, and the room between its edge and a chair's middle, mm. */
const CHAIR_OUT = 130

/** A table with chairs around it: one at each end from four on if it is deep enough, the others along its sides. */
const table = recipe(
  'table',
  [
    count('chairs', 'Chairs', 6, 1, 40),
    length('width', 'Length', 1800, 500, 12_000),
    length('depth', 'Depth', 900, 400, 3000),
  ],
  (value) => {
    const [chairs, width, depth] = [value('chairs'), value('width'), value('depth')]
    const ends = chairs >= 4 && depth >= 600 && chairs % 2 === 0 ? 2 : 0
    const sides = chairs - ends
    const above = Math.ceil(sides / 2)
    const items: DraftItem[] = []
    const row = (count: number, turned: boolean): void => {
      for (let i = 0; i < count; i++) {
        const x = -width / 2 + (width * (i + 0.5)) / count
        const y = depth / 2 + CHAIR_OUT
        items.push(...shifted(quarterTurned(chairItems(), turned ? 2 : 0), x, turned ? -y : y))
      }
    }
    row(above, false)
    row(sides - above, true)
    if (ends) {
      const x = width / 2 + CHAIR_OUT
      items.push(
        ...shifted(quarterTurned(chairItems(), 3), x, 0),
        ...shifted(quarterTurned(chairItems(), 1), -x, 0),
      )
    }
    items.push(rounded(-width / 2, -depth / 2, width, depth, 30, { filled: true }))
    // Chairs at the ends of a short table stand out beside it.
    const reach = width - width / above + 460
    return {
      width: Math.max(width + (ends ? 2 * (CHAIR_OUT + 250) : 0), reach),
      depth: depth + 2 * (CHAIR_OUT + 250),
      items,
    }
  },
)

/** Kitchen units in a row against a wall, with a sink and a hob in two of them. */
const kitchen = recipe(
  'kitchen',
  [
    count('units', 'Units', 5, 1, 30),
    length('unit', 'Width of a unit', 600, 200, 1500),
    length('depth', 'Depth', 600, 300, 1200),
    count('sink', 'Sink in unit (0: none)', 2, 0, 30),
    count('hob', 'Hob in unit (0: none)', 4, 0, 30),
  ],
  (value) => {
    const [units, unit, depth] = [value('units'), value('unit'), value('depth')]
    const width = units * unit
    const left = -width / 2
    const items: DraftItem[] = [solid(left, -depth, width, depth)]
    for (let i = 1; i < units; i++) items.push(line(left + i * unit, -depth, left + i * unit, -depth + 40))
    const middle = (n: number): number => left + (n - 0.5) * unit
    if (value('sink') >= 1 && value('sink') <= units) {
      const x = middle(value('sink'))
      const w = Math.min(480, unit - 80)
      items.push(
        rounded(x - w / 2, -depth + 90, w, depth - 200, 60),
        circle(x, -depth / 2, 25, true),
        circle(x, -60, 18, true),
      )
    }
    if (value('hob') >= 1 && value('hob') <= units) {
      const x = middle(value('hob'))
      const w = Math.min(560, unit - 20)
      items.push(box(x - w / 2, -depth + 50, w, depth - 120, { light: true }))
      for (const [dx, dy, r] of [
        [-0.25, 0.28, 90],
        [0.25, 0.28, 70],
        [-0.25, 0.68, 70],
        [0.25, 0.68, 90],
      ] as const)
        items.push(circle(x + dx * w, -depth + 50 + dy * (depth - 120), r, true))
    }
    const parts = Array.from({ length: units - 1 }, (_, i) => left + (i + 1) * unit)
    const front = [...unitFront(width), ...parts.map((x) => line(x, 100, x, 860))]
    return { width, depth, items, front: { height: 900, items: front } }
  },
)

/** The front of a unit or of several: its plinth, its doors and its worktop. */
export const unitFront = (width: number, height = 900): DraftItem[] => [
  box(-width / 2, 100, width, height - 140),
  box(-width / 2, height - 40, width, 40),
  line(-width / 2 + 20, 0, -width / 2 + 20, 100, width / 2 - 20, 100, width / 2 - 20, 0),
]

/** Height of a wardrobe and of shelving, mm. */
const TALL = 2100

/** A wardrobe with its rail, clothes and doors. */
const wardrobe = recipe(
  'wardrobe',
  [
    length('width', 'Width', 1800, 400, 8000),
    length('depth', 'Depth', 600, 350, 1000),
    count('doors', 'Doors', 3, 1, 16),
  ],
  (value) => {
    const [width, depth, doors] = [value('width'), value('depth'), value('doors')]
    const items: DraftItem[] = [
      solid(-width / 2, -depth, width, depth),
      line(-width / 2 + 30, -depth / 2, width / 2 - 30, -depth / 2),
    ]
    const hangers = Math.max(3, Math.floor((width - 100) / 130))
    for (let i = 0; i < hangers; i++) {
      const x = -width / 2 + 60 + ((width - 120) * i) / (hangers - 1)
      const tilt = [18, -12, 8][i % 3]!
      items.push(line(x - tilt, -depth / 2 - 210, x + tilt, -depth / 2 + 210))
    }
    for (let i = 1; i < doors; i++) {
      const x = -width / 2 + (width * i) / doors
      items.push(line(x, -depth, x, -depth + 25))
    }
    items.push(line(-width / 2, -depth + 25, width / 2, -depth + 25))
    const parts = Array.from({ length: doors - 1 }, (_, i) => -width / 2 + (width * (i + 1)) / doors)
    const pull = Math.min(40, width / doors / 3)
    const front = [
      box(-width / 2, 0, width, TALL),
      line(-width / 2, 80, width / 2, 80),
      ...parts.flatMap((x) => [line(x, 80, x, TALL), line(x - pull, 1000, x - pull, 1150)]),
    ]
    return { width, depth, items, front: { height: TALL, items: front } }
  },
)

/** WC cubicles side by side, their doors opening inwards. */
const cubicles = recipe(
  'cubicles',
  [
    count('cubicles', 'Cubicles', 3, 1, 30),
    length('width', 'Width of one', 900, 750, 2500),
    length('depth', 'Depth', 1500, 1200, 2500),
  ],
  (value) => {
    const [many, each, depth] = [value('cubicles'), value('width'), value('depth')]
    const width = many * each
    const left = -width / 2
    const t = 20
    const door = Math.min(700, each - 120)
    const items: DraftItem[] = []
    for (let i = 0; i <= many; i++) items.push(solid(left + i * each - t / 2, -depth, t, depth))
    for (let i = 0; i < many; i++) {
      const middle = left + (i + 0.5) * each
      const hinge = middle - door / 2
      items.push(
        solid(left + i * each + t / 2, -depth, (each - door) / 2 - t / 2, t),
        solid(middle + door / 2, -depth, (each - door) / 2 - t / 2, t),
        box(hinge, -depth + t, t, door),
        {
          shape: 'arc',
          centre: { x: hinge, y: -depth + t },
          radius: door,
          from: 0,
          sweep: Math.PI / 2,
          light: true,
        },
        ...shifted(panItems(), middle, 0),
      )
    }
    return { width, depth, items }
  },
)

/** A WC pan with its cistern, its back against y = 0. */
export const panItems = (): DraftItem[] => [
  rounded(-185, -170, 370, 170, 25, { filled: true }),
  {
    shape: 'path',
    path: {
      vertices: [
        { x: -160, y: -190, sweep: 0 },
        { x: -178, y: -480, sweep: Math.PI },
        { x: 178, y: -480, sweep: 0 },
        { x: 160, y: -190, sweep: 0 },
      ],
      closed: true,
    },
    filled: true,
  },
  {
    shape: 'path',
    path: {
      vertices: [
        { x: -105, y: -270, sweep: 0 },
        { x: -122, y: -470, sweep: Math.PI },
        { x: 122, y: -470, sweep: 0 },
        { x: 105, y: -270, sweep: 0 },
      ],
      closed: true,
    },
    light: true,
  },
]

/** Parking bays side by side. */
const parking = recipe(
  'parking',
  [
    count('bays', 'Bays', 4, 1, 200),
    length('width', 'Width of one', 2500, 1500, 6000),
    length('depth', 'Length', 5000, 2000, 15_000),
  ],
  (value) => {
    const [bays, each, depth] = [value('bays'), value('width'), value('depth')]
    const width = bays * each
    const items: DraftItem[] = [line(-width / 2, 0, width / 2, 0)]
    for (let i = 0; i <= bays; i++) {
      const x = -width / 2 + i * each
      items.push(line(x, 0, x, -depth))
    }
    return { width, depth, items }
  },
)

/** Shelving against a wall in bays, crossed as the trade shows what is open above and below. */
const shelving = recipe(
  'shelving',
  [
    length('width', 'Length', 1800, 200, 30_000),
    length('depth', 'Depth', 400, 100, 1500),
    length('bay', 'Bays up to', 900, 200, 3000),
  ],
  (value) => {
    const [width, depth] = [value('width'), value('depth')]
    const bays = Math.max(1, Math.ceil(width / value('bay') - ROUNDING))
    const items: DraftItem[] = [solid(-width / 2, -depth, width, depth)]
    for (let i = 0; i < bays; i++) {
      const [a, b] = [-width / 2 + (width * i) / bays, -width / 2 + (width * (i + 1)) / bays]
      if (i > 0) items.push(line(a, -depth, a, 0))
      items.push(line(a, -depth, b, 0), line(a, 0, b, -depth))
    }
    const uprights = Array.from({ length: bays - 1 }, (_, i) => -width / 2 + (width * (i + 1)) / bays)
    const front = [
      box(-width / 2, 0, width, TALL),
      ...uprights.map((x) => line(x, 0, x, TALL)),
      ...[100, 450, 800, 1150, 1500, 1850].map((y) => line(-width / 2, y, width / 2, y)),
    ]
    return { width, depth, items, front: { height: TALL, items: front } }
  },
)

const RECIPES = new Map(
  [table, kitchen, wardrobe, cubicles, parking, shelving].map((each) => [each.id, each]),
)

/** The rule of that name; undefined when the program knows none. */
export const recipeOf = (id: string): Recipe | undefined => RECIPES.get(id)
