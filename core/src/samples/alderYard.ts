import {
  CUTAWAY_LOOKS,
  addAllElevations,
  addCutaway,
  addDormer,
  addFraming,
  addInterior,
  addLevel,
  addOverhead,
  addRail,
  addPlan,
  addRoof,
  addSheet,
  addStair,
  addVoid,
  newProject,
  setFacts,
  setPaper,
  setStrips,
  setFooting,
  setLintels,
  type MakeId,
} from '../edit'
import { SampleBuilder, type SampleStep } from './builder'

/**
 * “Alder Yard Pottery”, an invented community pottery of 14.4 × 8.6 m: throwing studio, kiln room, glaze
 * store, shop, lobby and WC below, teaching loft and office above. Metric.
 */
export function alderYardPottery(makeId: MakeId): readonly SampleStep[] {
  const b = new SampleBuilder(makeId)
  const made = newProject(
    {
      name: 'Alder Yard Pottery',
      number: '2614',
      client: 'Alder Yard Potters, a members’ club',
      system: 'metric',
      levelName: 'Ground floor',
      storeyHeight: 2850,
      sheetSize: 'A1',
      orientation: 'landscape',
      date: '2026-11-20',
    },
    makeId,
  )
  b.do('New project', made.change)
  const upper = addLevel(b.project, { name: 'Upper floor', height: 2600 }, makeId)
  b.do('Level', upper.change)
  groundFloor(b, made.level, made.drawing)
  upperFloor(b, upper.level, upper.drawing)
  outside(b, made.level, upper.level)
  framing(b, upper.level)
  const seen = views(b, made.level, upper.level)
  sheets(b, made.sheet, made.drawing, upper.drawing)
  viewSheets(b, seen)
  b.tidy()
  return b.steps
}

const OUTSIDE_DOOR = { type: 'opening-type-door-outside' }
const HUNG = { type: 'opening-type-window-hung' }
const TWO = { type: 'opening-type-window-two' }
/** Beside the spine wall, up from the south: fifteen risers of 190. */
const STAIR = {
  form: 'straight',
  hand: 'left',
  at: { x: 8600, y: 2300 },
  turn: Math.PI / 2,
  width: 950,
  going: 250,
  rise: null,
  risers: null,
  first: null,
  well: 0,
  radius: 0,
  rails: 'both',
} as const

const OUTSIDE = [0, 0, 0, 8600, 14400, 8600, 14400, 0]

function groundFloor(b: SampleBuilder, level: string, drawing: string): void {
  const [west, north, east, south] = b.walls(level, 'cavity-350', 'left', OUTSIDE, true) as [
    string,
    string,
    string,
    string,
  ]
  // Down to their footings.
  b.do('Foot of the walls', setFacts(b.project, 'wall', [west, north, east, south], { base: -600 }))
  b.do(
    'Footings',
    setFooting(b.project, [west, north, east, south], { width: 650, thickness: 250, bottom: -850 }),
  )
  const [spine] = b.walls(level, 'block-lined-124', 'centre', [9200, 8250, 9200, 350]) as [string]
  const [kiln] = b.walls(level, 'block-lined-124', 'centre', [9200, 5000, 14050, 5000]) as [string]
  const [, glazeSouth] = b.walls(level, 'partition-100', 'centre', [3900, 8250, 3900, 5900, 350, 5900]) as [
    string,
    string,
  ]
  const [shopEast] = b.walls(level, 'partition-100', 'centre', [11900, 350, 11900, 5000]) as [string]
  const [wcNorth] = b.walls(level, 'partition-100', 'centre', [11900, 2500, 14050, 2500]) as [string]

  // South side, reckoned from the east corner: the wall was drawn from there.
  const onSouth = (x: number): number => 14400 - x
  const windows = [2100, 4500].map((x) =>
    b.opening(level, south, 'window', onSouth(x), 1800, { side: 'left', type: 'opening-type-window-three' }),
  )
  const studioDoor = b.opening(level, south, 'door', onSouth(7200), 1000, { hand: 'end', ...OUTSIDE_DOOR })
  const shopDoor = b.opening(level, south, 'door', onSouth(10000), 1000, { hand: 'start', ...OUTSIDE_DOOR })
  const shopWindow = b.opening(level, south, 'window', onSouth(11150), 900, { side: 'left', ...HUNG })
  const wcWindow = b.opening(level, south, 'window', onSouth(13000), 600, {
    side: 'left',
    type: 'opening-type-window-top',
  })
  b.opening(level, north, 'window', 2100, 900, { side: 'left', ...HUNG })
  const studioNorth = b.opening(level, north, 'window', 6550, 2400, {
    side: 'left',
    type: 'opening-type-window-row',
  })
  const kilnNorth = b.opening(level, north, 'window', 10_800, 1200, { side: 'left', sill: 1050, ...TWO })
  const kilnDoor = b.opening(level, east, 'door', 8600 - 6300, 1200, {
    hand: 'start',
    type: 'opening-type-door-double-outside',
  })
  const lobbyDoor = b.opening(level, east, 'door', 8600 - 3700, 1000, { hand: 'end', ...OUTSIDE_DOOR })
  const westWindows = [4300, 2000].map((y) =>
    b.opening(level, west, 'window', y, 1500, { side: 'left', ...TWO }),
  )
  b.opening(level, spine, 'door', 8250 - 6300, 900, { hand: 'end', side: 'left' })
  b.opening(level, spine, 'door', 8250 - 1600, 900, { hand: 'start', side: 'left' })
  b.opening(level, glazeSouth, 'door', 3900 - 2900, 800, { hand: 'end', side: 'right' })
  b.opening(level, shopEast, 'door', 3150 - 350, 900, { hand: 'end', side: 'right' })
  b.opening(level, wcNorth, 'door', 750, 900, { hand: 'start', side: 'right' })
  b.opening(level, kiln, 'gap', 13200 - 9200, 1000)

  for (const x of [1800, 3300, 4800, 6300]) b.block(level, 'throwing-wheel', x, 2700, 180)
  b.block(level, 'workbench', 6500, 7700)
  b.block(level, 'workbench', 6500, 6000)
  b.block(level, 'sink-unit', 350, 4950, 90)
  b.block(level, 'shelving', 1300, 8250)
  b.block(level, 'shelving', 3850, 7300, -90)
  b.block(level, 'kiln', 10150, 7600)
  b.block(level, 'kiln', 13300, 7600)
  b.block(level, 'shelving', 10300, 5062, 180)
  b.block(level, 'round-table', 10400, 3850)
  b.block(level, 'shelving', 11850, 1400, -90)
  b.block(level, 'wc', 13600, 2450, 0)
  b.block(level, 'basin', 14050, 1150, -90)
  for (const [x, y, turn] of [
    [9540, 3850, 90],
    [11260, 3850, -90],
    [10400, 2990, 180],
  ] as const)
    b.block(level, 'chair', x, y, turn)
  b.block(level, 'tree', -3600, 1900, 40)

  // The hearths under the kilns, and the beam over the studio on its columns.
  for (const x of [9450, 12600]) {
    const hearth = b.line(drawing, 'outlines', [x, 6800, x + 1400, 6800, x + 1400, 8200, x, 8200], true)
    b.hatch(drawing, hearth, 'brick stack bond')
  }
  for (const x of [3400, 5700, 7950]) b.column(level, 'concrete', x, 4350, 240)
  b.do(
    'Overhead',
    addOverhead(
      b.project,
      {
        level,
        what: 'beam',
        shape: { by: 'line', a: { x: 350, y: 4350 }, b: { x: 8070, y: 4350 }, width: 150 },
        bottom: 2350,
        height: 300,
      },
      b.makeId,
    ),
  )
  b.do('Stair', addStair(b.project, { ...STAIR, level }, b.makeId))

  const tiles = { floor: 'Quarry tiles', walls: 'Limewash', ceiling: 'Open joists' }
  const boards = { floor: 'Oak boards', walls: 'Paint', ceiling: 'Plasterboard' }
  b.room(level, 'Throwing studio', 'Working', 4300, 3350, tiles)
  b.room(level, 'Glaze store', 'Storing', 2050, 6950, tiles)
  b.room(level, 'Kiln room', 'Working', 11500, 6000, { ...tiles, ceiling: 'Cement board' })
  b.room(level, 'Shop', 'Selling', 10400, 2350, boards)
  b.room(level, 'WC', 'Washing', 12850, 900, { ...boards, floor: 'Tiles' })
  b.room(level, 'Lobby', 'Circulation', 12720, 4480, boards)

  const southWest = b.corner(west, 'a', 'left', level)
  const southEast = b.corner(south, 'a', 'left', level)
  const northWest = b.corner(west, 'b', 'left', level)
  const northEast = b.corner(north, 'b', 'left', level)
  const southSide = [...windows, studioDoor, shopDoor, shopWindow, wcWindow].map((id) =>
    b.centre(id, 'left', level),
  )
  b.dimension(drawing, [southWest, ...southSide, southEast], 0, 'right')
  b.dimension(drawing, [southWest, southEast], 0, 'right', 1)
  b.dimension(
    drawing,
    [northWest, ...[studioNorth, kilnNorth].map((id) => b.centre(id, 'left', level)), northEast],
    0,
    'left',
  )
  const up = Math.PI / 2
  b.dimension(
    drawing,
    [southEast, ...[lobbyDoor, kilnDoor].map((id) => b.centre(id, 'left', level)), northEast],
    up,
    'right',
  )
  b.dimension(drawing, [southEast, northEast], up, 'right', 1)
  b.dimension(
    drawing,
    [southWest, ...westWindows.map((id) => b.centre(id, 'left', level)), northWest],
    up,
    'left',
  )
  b.leader(drawing, level, { x: 10480, y: 7920 }, { x: 5, y: -6 }, 'Flue over')
  b.leader(drawing, level, { x: 9262, y: 5400 }, { x: -26, y: -9 }, 'Blockwork taken up\nto the floor above')
}

function upperFloor(b: SampleBuilder, level: string, drawing: string): void {
  const [west, north, east, south] = b.walls(level, 'cavity-350', 'left', OUTSIDE, true) as [
    string,
    string,
    string,
    string,
  ]
  const [spine] = b.walls(level, 'partition-100', 'centre', [9200, 8250, 9200, 350]) as [string]
  const [landing] = b.walls(level, 'partition-100', 'centre', [9200, 5000, 14050, 5000]) as [string]
  const onSouth = (x: number): number => 14400 - x
  const openings = [2400, 6000].map((x) =>
    b.opening(level, south, 'window', onSouth(x), 1800, { side: 'left', type: 'opening-type-window-three' }),
  )
  const office = b.opening(level, south, 'window', onSouth(11600), 1800, { side: 'left' })
  for (const x of [2400, 6000, 10_500]) b.opening(level, north, 'window', x, 1500, { side: 'left' })
  b.opening(level, spine, 'door', 8250 - 6200, 900, { hand: 'start', side: 'left' })
  b.opening(level, landing, 'door', 900, 900, { hand: 'start', side: 'right' })
  for (const x of [2600, 5600]) {
    b.block(level, 'workbench', x, 5300)
    b.block(level, 'workbench', x, 3000)
    for (const dx of [-700, 0, 700]) {
      b.block(level, 'chair', x + dx, 6060, 0)
      b.block(level, 'chair', x + dx, 2260, 180)
    }
  }
  b.block(level, 'desk', 10600, 350, 180)
  b.block(level, 'desk', 12700, 350, 180)
  b.block(level, 'shelving', 14050, 3600, -90)
  b.block(level, 'chair-office', 10600, 1500, 0)
  b.block(level, 'chair-office', 12700, 1500, 0)
  b.block(level, 'armchair', 9250, 2900, 90)
  b.block(level, 'side-table', 9600, 2150)
  b.block(level, 'shelving-bays', 11600, 8250, 0, { parameters: { width: 4400, depth: 450 } })
  b.block(level, 'bookcase', 350, 4300, 90)
  const finish = { floor: 'Oak boards', walls: 'Paint', ceiling: 'Plasterboard' }
  b.room(level, 'Teaching loft', 'Teaching', 4100, 4150, finish)
  b.room(level, 'Office', 'Working', 11500, 2750, finish)
  b.room(level, 'Landing and store', 'Circulation', 11600, 6600, finish)
  // The hole over the stair, its balustrade, and the roof.
  const hole = [
    { x: 8125, y: 2300, sweep: 0 },
    { x: 9075, y: 2300, sweep: 0 },
    { x: 9075, y: 5800, sweep: 0 },
    { x: 8125, y: 5800, sweep: 0 },
  ]
  b.do('Floor void', addVoid(b.project, { level, outline: { vertices: hole, closed: true } }, b.makeId))
  const rail = [
    { x: 8095, y: 5800, sweep: 0 },
    { x: 8095, y: 2270, sweep: 0 },
    { x: 9150, y: 2270, sweep: 0 },
  ]
  b.do(
    'Balustrade',
    addRail(
      b.project,
      { level, path: { vertices: rail, closed: false }, height: 1100, made: 'balusters' },
      b.makeId,
    ),
  )
  const outside = []
  for (let i = 0; i < OUTSIDE.length; i += 2) outside.push({ x: OUTSIDE[i]!, y: OUTSIDE[i + 1]!, sweep: 0 })
  b.do(
    'Roof',
    addRoof(
      b.project,
      {
        level,
        outline: { vertices: outside, closed: true },
        form: 'double',
        pitch: (35 * Math.PI) / 180,
        overhang: 450,
        fascia: 1,
        type: 'plate-type-roof-tiled-275',
        eaves: 2600,
        turn: 0,
      },
      b.makeId,
    ),
  )
  // Rooflights over the landing.
  for (const x of [10_050, 12_450])
    b.do(
      'Rooflight',
      addOverhead(
        b.project,
        {
          level,
          what: 'rooflight',
          shape: { by: 'outline', outline: pathOf([x, 5800, x + 900, 5800, x + 900, 7000, x, 7000]) },
          bottom: 2600,
          height: 1000,
        },
        b.makeId,
      ),
    )
  // A dormer over the teaching room.
  b.do(
    'Dormer',
    addDormer(
      b.project,
      {
        level,
        at: { x: 4700, y: 1100 },
        width: 1400,
        eaves: 5000,
        form: 'double',
        pitch: (40 * Math.PI) / 180,
        overhang: 150,
      },
      b.makeId,
    ),
  )
  // Gables, and walls beneath the eaves.
  b.do('Up to the roof', setFacts(b.project, 'wall', [west, north, east, south], { upTo: 'roof' }))
  const southWest = b.corner(west, 'a', 'left', level)
  const southEast = b.corner(south, 'a', 'left', level)
  const northWest = b.corner(west, 'b', 'left', level)
  b.dimension(
    drawing,
    [southWest, ...[...openings, office].map((id) => b.centre(id, 'left', level)), southEast],
    0,
    'right',
  )
  b.dimension(drawing, [southWest, southEast], 0, 'right', 1)
  b.dimension(drawing, [southWest, northWest], Math.PI / 2, 'left')
}

/** What carries the upper floor and the roof, and the walls over doors and windows. */
function framing(b: SampleBuilder, upper: string): void {
  const row = (
    what: 'joists' | 'rafters',
    [x0, y0, x1, y1]: readonly [number, number, number, number],
  ): void => {
    const { change } = addFraming(
      b.project,
      {
        level: upper,
        what,
        outline: pathOf([x0, y0, x1, y0, x1, y1, x0, y1]),
        turn: Math.PI / 2,
        pitch: what === 'joists' ? 400 : 600,
        ...(what === 'joists' ? { name: '47 × 195', depth: 195 } : { name: '47 × 170', depth: 170 }),
        width: 47,
        material: 'material-stud',
        bottom: what === 'joists' ? -217 : 2600,
        setOut: 'first side',
      },
      b.makeId,
    )
    b.do(what === 'joists' ? 'Joists' : 'Rafters', change)
  }
  row('joists', [350, 350, 9138, 4350])
  row('joists', [350, 4350, 9138, 8250])
  row('joists', [9262, 350, 14_050, 5000])
  row('joists', [9262, 5000, 14_050, 8250])
  row('rafters', [-450, -450, 14_850, 9050])
  const outer = b.project.all('wall').filter(({ type }) => type === 'wall-type-cavity-350')
  const over = b.project.all('opening').filter(({ wall }) => outer.some(({ id }) => id === wall))
  b.do(
    'Lintels',
    setLintels(
      b.project,
      over.map(({ id }) => id),
      {},
    ),
  )
}

/** Floors, the porch before the studio door, and the flue of the kilns. */
function outside(b: SampleBuilder, ground: string, upper: string): void {
  // What keeps it dry; plaster goes into the openings up to their frames.
  const cavity = b.project.need('wallType', 'wall-type-cavity-350')
  const last = cavity.strips.length - 1
  b.do(
    'Plaster into openings',
    setStrips(
      b.project,
      cavity.id,
      cavity.strips.map((strip, i) => (i === last ? { ...strip, turnsIn: true as const } : strip)),
    ),
  )
  const walls = b.project.all('wall').filter(({ type, level }) => type === cavity.id && level === ground)
  b.do(
    'Damp course',
    setFacts(
      b.project,
      'wall',
      walls.map(({ id }) => id),
      { dampCourse: -50 },
    ),
  )
  const within = [350, 350, 14050, 350, 14050, 8250, 350, 8250]
  b.slab(ground, within, 0, 'ground-465')
  const [floor] = b.project.all('slab')
  b.do('Film beneath the floor', setFacts(b.project, 'slab', floor!.id, { film: 'under' }))
  b.slab(upper, within, 0, 'timber-248')
  for (const x of [6150, 8250]) b.column(ground, 'stud', x, -1500, [140, 140], 2300)
  b.do(
    'Roof',
    addRoof(
      b.project,
      {
        level: ground,
        outline: pathOf([5950, -1700, 8450, -1700, 8450, 0, 5950, 0]),
        form: 'flat',
        pitch: 0,
        overhang: 0,
        fascia: 1,
        type: 'plate-type-roof-flat-300',
        eaves: 2300,
        turn: 0,
      },
      b.makeId,
    ),
  )
  b.slab(ground, [5950, -1700, 8450, -1700, 8450, 0, 5950, 0], -100, 'paving-200')
  b.column(ground, 'brick', 12000, 8850, [700, 500])
  const flue = b.project.all('column').at(-1)!.id
  b.do('Foot of the flue', setFacts(b.project, 'column', [flue], { base: -600 }))
  b.do('Its footing', setFooting(b.project, [flue], { width: 900, depth: 700, thickness: 250, bottom: -850 }))
  b.column(upper, 'brick', 12000, 8850, [700, 500], 6700)
}

const pathOf = (coordinates: readonly number[]) => ({
  vertices: Array.from({ length: coordinates.length / 2 }, (_, i) => ({
    x: coordinates[2 * i]!,
    y: coordinates[2 * i + 1]!,
    sweep: 0,
  })),
  closed: true,
})

interface Seen {
  readonly elevations: readonly string[]
  readonly long: string
  readonly across: string
  readonly cutaway: string
  readonly shop: string
  readonly details: readonly string[]
  readonly ground: string
  readonly upper: string
}

/** Elevations, sections, a cutaway and details, with what is written on them. */
function views(b: SampleBuilder, ground: string, upper: string): Seen {
  const four = addAllElevations(b.project, b.makeId)
  b.do('Elevations', four.change)
  const long = b.sight({
    view: 'section',
    a: { x: -700, y: 5200 },
    b: { x: 15_200, y: 5200 },
    name: 'Long section',
  })
  const across = b.sight({
    view: 'section',
    a: { x: 11_600, y: -1400 },
    b: { x: 11_600, y: 9600 },
    name: 'Cross section',
  })
  const cut = addCutaway(b.project, { looks: CUTAWAY_LOOKS.isometric, only: ground, height: 1200 }, b.makeId)
  b.do('Cutaway', cut.change)
  // The shop from within, its mark beside the counter.
  const shop = b.project.all('room').find(({ name }) => name === 'Shop')!
  const plan = b.project.all('drawing').find(({ view }) => view === 'plan')!
  const inside = addInterior(b.project, shop.id, b.makeId, {
    stands: { on: plan.id, at: { x: 10_100, y: 1250 } },
  })
  b.do('Walls of the shop', inside.change)
  const [south, , north] = four.drawings as [string, string, string, string]
  const up = Math.PI / 2
  b.rowIn(
    south,
    [
      [0, 0],
      [0, 2850],
      [0, 5450],
    ],
    up,
    'left',
  )
  b.rowIn(
    north,
    [
      [-14_400, 0],
      [-14_400, 2850],
      [-14_400, 5450],
    ],
    up,
    'left',
  )
  b.rowIn(
    across,
    [
      [0, 0],
      [0, 2850],
      [0, 5450],
    ],
    up,
    'left',
  )
  const slope = (35 * Math.PI) / 180
  // From the eaves, 450 before the wall.
  const ridge = 5450 + 4750 * Math.tan(slope) + 275 / Math.cos(slope)
  b.levelMarkIn(south, [14_400, 5450], 16, 'Eaves')
  b.levelMarkIn(south, [14_850, ridge], 8, 'Ridge')
  b.levelMarkIn(across, [8600, 5450], 14, 'Eaves')
  const details = [
    b.detail(across, 'Eaves', [-700, 5100, 900, 6300]),
    b.detail(across, 'Upper floor at the wall', [-200, 2400, 900, 3300]),
    b.detail(across, 'Foot of the wall', [-300, -900, 900, 400]),
  ]
  const [eaves, floor, foot] = details as [string, string, string]
  b.leaderIn(eaves, [300, 5980], [14, 12], 'Rafters, insulated between')
  b.leaderIn(eaves, [60, 5300], [-24, -14], 'Brick')
  b.leaderIn(eaves, [180, 5250], [30, -16], 'Insulation, up to the rafters')
  b.leaderIn(floor, [600, 2720], [12, 14], 'Floor on the inner leaf')
  b.leaderIn(floor, [280, 3200], [20, 8], 'Blockwork')
  b.leaderIn(foot, [600, -100], [8, 30], 'Slab on insulation')
  b.leaderIn(foot, [-60, -700], [-26, 6], 'Concrete footing')
  b.leaderIn(foot, [180, 300], [-34, 10], 'Cavity insulation')
  // The gutter on its fascia board, skirtings, and where it breaks off.
  b.part(eaves, 'fascia-board-25-200', -475, 5400)
  b.part(eaves, 'half-round-gutter-112', -535, 5560)
  b.leaderIn(eaves, [-535, 5530], [-16, -30], 'Half-round gutter')
  b.leaderIn(foot, [60, -48], [-40, 24], 'Damp course')
  b.band(foot, [880, 120, 880, -560], { as: 'break line' })
  b.part(foot, 'skirting-18-95', 350, 0)
  b.part(floor, 'skirting-18-95', 350, 2850)
  b.band(floor, [880, 3000, 880, 2500], { as: 'break line' })
  return {
    elevations: four.drawings,
    long,
    across,
    cutaway: cut.drawing,
    shop: inside.drawing,
    details,
    ground,
    upper,
  }
}

function viewSheets(b: SampleBuilder, seen: Seen): void {
  const sheet = (number: string, title: string): string => {
    const made = addSheet(b.project, '2026-11-28', b.makeId)
    b.do('Sheet', made.change)
    b.do('Sheet', setFacts(b.project, 'sheet', made.sheet, { number, title, drawn: 'R.K.', revision: '' }))
    b.do('Sheet size', setPaper(b.project, made.sheet, { size: 'A1' }))
    return made.sheet
  }
  const [south, east, north, west] = seen.elevations as [string, string, string, string]
  const elevations = sheet('A-104', 'Elevations')
  b.viewport(elevations, south, 50, 60, 345)
  b.viewport(elevations, east, 50, 455, 345)
  b.viewport(elevations, north, 50, 342, 95)
  b.viewport(elevations, west, 50, 600, 95)
  const sections = sheet('A-105', 'Sections and cutaway')
  b.viewport(sections, seen.long, 50, 60, 330)
  b.viewport(sections, seen.across, 50, 456, 330)
  b.viewportAt(sections, seen.cutaway, 100, 250, 140)
  b.viewportAt(sections, seen.shop, 100, 545, 130)
  const details = sheet('A-106', 'Details and foundations')
  const [eaves, atWall, foot] = seen.details as [string, string, string]
  b.viewportAt(details, eaves, 5, 225, 400)
  b.viewportAt(details, atWall, 5, 530, 420)
  b.viewportAt(details, foot, 5, 530, 172)
  const foundations = addPlan(b.project, { level: seen.ground, kind: 'foundation', scale: 100 }, b.makeId)
  b.do('Foundation plan', foundations.change)
  b.viewportAt(details, foundations.drawing, 100, 190, 130)
  const carrying = sheet('A-107', 'Framing')
  const floor = addPlan(b.project, { level: seen.upper, kind: 'framing', scale: 50 }, b.makeId)
  b.do('Framing plan', floor.change)
  b.viewportAt(carrying, floor.drawing, 50, 330, 430)
  const rafters = addPlan(b.project, { level: seen.upper, kind: 'roof', scale: 50 }, b.makeId)
  b.do('Rafter plan', rafters.change)
  b.viewportAt(carrying, rafters.drawing, 50, 330, 165)
}

function sheets(b: SampleBuilder, plans: string, ground: string, upper: string): void {
  b.do('Sheet', setFacts(b.project, 'sheet', plans, { drawn: 'R.K.', checked: 'M.O.', revision: 'B' }))
  b.viewport(plans, ground, 50, 190, 352)
  b.viewport(plans, upper, 50, 190, 72)
  const second = addSheet(b.project, '2026-11-20', b.makeId)
  b.do('Sheet', second.change)
  b.do(
    'Sheet',
    setFacts(b.project, 'sheet', second.sheet, {
      number: 'A-102',
      title: 'Ground floor, for pricing',
      drawn: 'R.K.',
      revision: 'A',
    }),
  )
  b.do('Sheet size', setPaper(b.project, second.sheet, { size: 'A3' }))
  b.viewport(second.sheet, ground, 100, 115, 120)
  const third = addSheet(b.project, '2026-11-20', b.makeId)
  b.do('Sheet', third.change)
  b.do(
    'Sheet',
    setFacts(b.project, 'sheet', third.sheet, {
      number: 'A-103',
      title: 'Door and window numbers',
      drawn: 'R.K.',
      revision: 'A',
    }),
  )
  b.viewport(third.sheet, ground, 100, 115, 120, 'lens-numbers')
}
