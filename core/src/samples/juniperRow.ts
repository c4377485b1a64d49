import { addPlan, addRoof, addSheet, newProject, setFacts, setFooting, setGround, type MakeId } from '../edit'
import { FOOT_MM, INCH_MM } from '../units'
import { SampleBuilder, type SampleStep } from './builder'

const ft = (feet: number, inches = 0): number => feet * FOOT_MM + inches * INCH_MM

/** “Juniper Row bicycle workshop”, an invented workshop of 36' × 22'. Feet and inches. */
export function juniperRow(makeId: MakeId): readonly SampleStep[] {
  const b = new SampleBuilder(makeId)
  const made = newProject(
    {
      name: 'Juniper Row bicycle workshop',
      number: 'JR-07',
      client: 'Juniper Row tenants',
      system: 'feet-inches',
      levelName: 'Main floor',
      storeyHeight: ft(10),
      sheetSize: 'ARCH C',
      orientation: 'landscape',
      date: '2026-11-18',
    },
    makeId,
  )
  b.do('New project', made.change)
  const { level, drawing } = made
  const [west, north, east, south] = b.walls(
    level,
    'clad-stud-7',
    'left',
    [0, 0, 0, ft(22), ft(36), ft(22), ft(36), 0],
    true,
  ) as [string, string, string, string]
  // Down to their footings, below the frost.
  b.do('Foot of the walls', setFacts(b.project, 'wall', [west, north, east, south], { base: -ft(3) }))
  b.do(
    'Footings',
    setFooting(b.project, [west, north, east, south], {
      width: ft(2),
      thickness: ft(0, 10),
      bottom: -ft(3, 10),
    }),
  )
  const [spine] = b.walls(level, 'stud-4', 'centre', [ft(24), ft(22) - 184, ft(24), 184]) as [string]
  const [wash] = b.walls(level, 'stud-4', 'centre', [ft(24), ft(13, 6), ft(36) - 184, ft(13, 6)]) as [string]
  const onSouth = (x: number): number => ft(36) - x
  const heads = { sill: ft(3), head: ft(6, 8) }
  const first = b.opening(level, south, 'window', onSouth(ft(5, 6)), ft(4), { side: 'left', ...heads })
  const wide = b.opening(level, south, 'door', onSouth(ft(12)), ft(3, 6), {
    hand: 'end',
    type: 'opening-type-door-outside',
  })
  const second = b.opening(level, south, 'window', onSouth(ft(18, 3)), ft(4), { side: 'left', ...heads })
  const counter = b.opening(level, south, 'window', onSouth(ft(31)), ft(5), { side: 'left', ...heads })
  const high = b.opening(level, north, 'window', ft(10), ft(6), { side: 'left', ...heads })
  b.opening(level, spine, 'door', ft(15), ft(3), { hand: 'start', side: 'left', head: ft(6, 8) })
  b.opening(level, wash, 'door', ft(3), ft(2, 8), { hand: 'start', side: 'left', head: ft(6, 8) })
  b.block(level, 'workbench', ft(5), ft(20))
  b.block(level, 'workbench', ft(19), ft(20))
  b.block(level, 'shelving', ft(1, 3), ft(12), 90)
  for (const x of [6, 9, 15, 18]) b.block(level, 'bicycle', ft(x), ft(9), 80)
  b.block(level, 'basin', ft(35, 4), ft(17), -90)
  b.block(level, 'wc', ft(33), ft(21, 4))
  b.block(level, 'chair', ft(32, 6), ft(10, 6), 0)
  b.room(level, 'Workshop', 'Working', ft(6), ft(15), { floor: 'Concrete', walls: 'Plywood' })
  b.room(level, 'Counter', 'Selling', ft(29), ft(3, 9), { floor: 'Boards', walls: 'Paint' })
  b.room(level, 'Washroom', 'Washing', ft(29, 6), ft(17), { floor: 'Tiles', walls: 'Paint' })

  // The counter, with its flap.
  b.line(
    drawing,
    'outlines',
    [
      ft(27, 6),
      ft(13, 3),
      ft(27, 6),
      ft(6),
      ft(33, 6),
      ft(6),
      ft(33, 6),
      ft(8),
      ft(29, 6),
      ft(8),
      ft(29, 6),
      ft(13, 3),
    ],
    true,
  )
  b.line(drawing, 'fine', [ft(33, 6), ft(7), ft(35, 4.75), ft(7)])
  // The washroom's tiles.
  const tiles = [
    ft(24, 2.25),
    ft(13, 8.25),
    ft(35, 4.75),
    ft(13, 8.25),
    ft(35, 4.75),
    ft(21, 4.75),
    ft(24, 2.25),
    ft(21, 4.75),
  ]
  b.hatch(drawing, b.line(drawing, 'fine', tiles, true), 'tiles')

  // The deck in front of the workshop, under a roof on four posts.
  const deck = [0, 0, 0, -ft(6), ft(24), -ft(6), ft(24), 0]
  b.hatch(drawing, b.line(drawing, 'outlines', deck, true), 'boards')
  for (const x of [0.25, 8, 16, 23.75]) b.column(level, 'stud', ft(x), -ft(5, 9), [ft(0, 6), ft(0, 6)], ft(8))
  // The beam over the workshop, on a post in its middle.
  b.column(level, 'stud', ft(12), ft(11), [ft(0, 6), ft(0, 6)])
  for (const side of [-1.75, 1.75])
    b.line(drawing, 'overhead', [ft(12, side), ft(0, 7.25), ft(12, side), ft(21, 4.75)])

  for (const x of [0, 12, 24, 36]) b.gridLine([ft(x), -ft(10)], [ft(x), ft(27)])
  for (const y of [0, 22]) b.gridLine([-ft(6), ft(y)], [ft(38, 8), ft(y)])

  const southWest = b.corner(west, 'a', 'left', level)
  const southEast = b.corner(south, 'a', 'left', level)
  const northWest = b.corner(west, 'b', 'left', level)
  const northEast = b.corner(north, 'b', 'left', level)
  const row = [first, wide, second, counter].map((id) => b.centre(id, 'left', level))
  b.dimension(drawing, [southWest, ...row, southEast], 0, 'right')
  b.dimension(drawing, [southWest, southEast], 0, 'right', 1)
  b.dimension(drawing, [northWest, b.centre(high, 'left', level), northEast], 0, 'left')
  b.dimension(drawing, [southWest, northWest], Math.PI / 2, 'left')
  b.dimension(drawing, [southEast, b.corner(wash, 'b', 'left', level), northEast], Math.PI / 2, 'right')
  b.leader(drawing, level, { x: ft(12, 1.75), y: ft(6) }, { x: 9, y: -7 }, 'Beam over,\ndashed')
  b.leader(drawing, level, { x: ft(24), y: -ft(5, 9) }, { x: 17, y: 6 }, 'Post, 6" × 6"')
  b.do('Reading scale', setFacts(b.project, 'drawing', drawing, { readingScale: 32 }))
  b.do(
    'Sheet',
    setFacts(b.project, 'sheet', made.sheet, { title: 'Main floor plan', drawn: 'T.A.', checked: 'N.O.' }),
  )
  b.viewport(made.sheet, drawing, 32, 105, 145)
  outside(b, level, [west, north, east, south])
  views(b, level)
  b.tidy()
  return b.steps
}

const path = (coordinates: readonly number[]) => ({
  vertices: Array.from({ length: coordinates.length / 2 }, (_, i) => ({
    x: coordinates[2 * i]!,
    y: coordinates[2 * i + 1]!,
    sweep: 0,
  })),
  closed: true,
})

/** The floor, the deck, both roofs, and the ground around. */
function outside(b: SampleBuilder, level: string, walls: readonly string[]): void {
  const inside = ft(0, 7)
  b.do('Ground', setGround(b.project, -ft(0, 8)))
  b.slab(
    level,
    [inside, inside, ft(36) - inside, inside, ft(36) - inside, ft(22) - inside, inside, ft(22) - inside],
    0,
    'ground-12',
  )
  b.slab(level, [0, -ft(6), ft(24), -ft(6), ft(24), 0, 0, 0], -ft(0, 1), 'timber-11')
  const roof = {
    level,
    fascia: 1,
    turn: 0,
  }
  b.do(
    'Roof',
    addRoof(
      b.project,
      {
        ...roof,
        outline: path([0, 0, ft(36), 0, ft(36), ft(22), 0, ft(22)]),
        form: 'double',
        // Six in twelve.
        pitch: Math.atan2(6, 12),
        overhang: ft(1, 6),
        type: 'plate-type-roof-shingled-11',
        eaves: ft(9, 3),
      },
      b.makeId,
    ),
  )
  b.do(
    'Roof',
    addRoof(
      b.project,
      {
        ...roof,
        outline: path([-ft(1), -ft(7), ft(25), -ft(7), ft(25), 0, -ft(1), 0]),
        form: 'flat',
        pitch: 0,
        overhang: 0,
        type: 'plate-type-roof-flat-12',
        eaves: ft(8),
      },
      b.makeId,
    ),
  )
  b.do('Up to the roof', setFacts(b.project, 'wall', [...walls], { upTo: 'roof' }))
}

/** An elevation, a section and the foundation plan, on a sheet of their own. */
function views(b: SampleBuilder, level: string): void {
  const south = b.sight({
    view: 'elevation',
    a: { x: -ft(4), y: -ft(7, 6) },
    b: { x: ft(53), y: -ft(7, 6) },
    name: 'South elevation',
  })
  const across = b.sight({
    view: 'section',
    a: { x: ft(20, 6), y: -ft(7, 6) },
    b: { x: ft(20, 6), y: ft(24, 6) },
    name: 'Cross section',
  })
  b.levelMarkIn(south, [ft(36), ft(9, 3)], 14, 'Eaves')
  const sheet = addSheet(b.project, '2026-11-28', b.makeId)
  b.do('Sheet', sheet.change)
  b.do(
    'Sheet',
    setFacts(b.project, 'sheet', sheet.sheet, {
      title: 'Elevation, section, foundations',
      drawn: 'T.A.',
    }),
  )
  b.viewportAt(sheet.sheet, south, 64, 150, 340)
  b.viewportAt(sheet.sheet, across, 64, 370, 340)
  const foundations = addPlan(b.project, { level, kind: 'foundation', scale: 64 }, b.makeId)
  b.do('Foundation plan', foundations.change)
  b.viewportAt(sheet.sheet, foundations.drawing, 64, 190, 140)
}
