import { addLevel, addSheet, newProject, setFacts, type MakeId } from '../edit'
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
  sheets(b, made.sheet, made.drawing, upper.drawing)
  return b.steps
}

const OUTSIDE = [0, 0, 0, 8600, 14400, 8600, 14400, 0]

function groundFloor(b: SampleBuilder, level: string, drawing: string): void {
  const [west, north, east, south] = b.walls(level, 'cavity-350', 'left', OUTSIDE, true) as [
    string,
    string,
    string,
    string,
  ]
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
    b.opening(level, south, 'window', onSouth(x), 1800, { side: 'left' }),
  )
  const studioDoor = b.opening(level, south, 'door', onSouth(7200), 1000, { hand: 'end' })
  const shopDoor = b.opening(level, south, 'door', onSouth(10000), 1000, { hand: 'start' })
  const shopWindow = b.opening(level, south, 'window', onSouth(11150), 900, { side: 'left' })
  const wcWindow = b.opening(level, south, 'window', onSouth(13000), 600, { side: 'left', sill: 1050 })
  b.opening(level, north, 'window', 2100, 900, { side: 'left' })
  const studioNorth = b.opening(level, north, 'window', 6550, 2400, { side: 'left' })
  const kilnNorth = b.opening(level, north, 'window', 11600, 1200, { side: 'left', sill: 1050 })
  const kilnDoor = b.opening(level, east, 'door', 8600 - 6300, 1200, { hand: 'start' })
  const lobbyDoor = b.opening(level, east, 'door', 8600 - 3700, 1000, { hand: 'end' })
  const westWindows = [4300, 2000].map((y) => b.opening(level, west, 'window', y, 1500, { side: 'left' }))
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

  // The hearths under the kilns, and the beam over the studio on its two columns.
  for (const x of [9450, 12600]) {
    const hearth = b.line(drawing, 'outlines', [x, 6800, x + 1400, 6800, x + 1400, 8200, x, 8200], true)
    b.hatch(drawing, hearth, 'brick stack bond')
  }
  for (const x of [3400, 6300]) b.column(level, 'concrete', x, 4350, 240)
  for (const y of [4275, 4425]) b.line(drawing, 'overhead', [350, y, 9138, y])

  b.note(drawing, 'THROWING STUDIO', 4300, 3150)
  b.note(drawing, 'GLAZE STORE', 2050, 7050, 3)
  b.note(drawing, 'KILN ROOM', 11500, 5900)
  b.note(drawing, 'SHOP', 10400, 2350, 3)
  b.note(drawing, 'WC', 12850, 900, 3)
  b.note(drawing, 'LOBBY', 12720, 4480, 3)

  const southWest = b.corner(west, 'a', 'left', level)
  const southEast = b.corner(south, 'a', 'left', level)
  const northWest = b.corner(west, 'b', 'left', level)
  const northEast = b.corner(north, 'b', 'left', level)
  const southSide = [...windows, studioDoor, shopDoor, shopWindow, wcWindow].map((id) =>
    b.centre(id, 'left', level),
  )
  b.dimension(drawing, [southWest, ...southSide, southEast], 0, -10)
  b.dimension(drawing, [southWest, southEast], 0, -18)
  b.dimension(
    drawing,
    [northWest, ...[studioNorth, kilnNorth].map((id) => b.centre(id, 'left', level)), northEast],
    0,
    10,
  )
  const up = Math.PI / 2
  b.dimension(
    drawing,
    [southEast, ...[lobbyDoor, kilnDoor].map((id) => b.centre(id, 'left', level)), northEast],
    up,
    -10,
  )
  b.dimension(drawing, [southEast, northEast], up, -18)
  b.dimension(
    drawing,
    [southWest, ...westWindows.map((id) => b.centre(id, 'left', level)), northWest],
    up,
    10,
  )
  b.leader(drawing, level, { x: 10480, y: 7920 }, { x: 5, y: -6 }, 'Flue over')
  b.leader(drawing, level, { x: 9262, y: 5400 }, { x: -16, y: -9 }, 'Blockwork taken up\nto the floor above')
}

function upperFloor(b: SampleBuilder, level: string, drawing: string): void {
  const [west, north, , south] = b.walls(level, 'cavity-350', 'left', OUTSIDE, true) as [
    string,
    string,
    string,
    string,
  ]
  const [spine] = b.walls(level, 'partition-100', 'centre', [9200, 8250, 9200, 350]) as [string]
  const [landing] = b.walls(level, 'partition-100', 'centre', [9200, 5000, 14050, 5000]) as [string]
  const onSouth = (x: number): number => 14400 - x
  const openings = [2400, 6000].map((x) =>
    b.opening(level, south, 'window', onSouth(x), 1800, { side: 'left' }),
  )
  const office = b.opening(level, south, 'window', onSouth(11600), 1800, { side: 'left' })
  for (const x of [2400, 6000, 11600]) b.opening(level, north, 'window', x, 1500, { side: 'left' })
  b.opening(level, spine, 'door', 8250 - 6200, 900, { hand: 'start', side: 'right' })
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
  b.block(level, 'chair', 10600, 1500, 0)
  b.block(level, 'chair', 12700, 1500, 0)
  b.block(level, 'shelving', 14050, 3600, -90)
  b.note(drawing, 'TEACHING LOFT', 4100, 4100)
  b.note(drawing, 'OFFICE', 11500, 2750)
  b.note(drawing, 'LANDING AND STORE', 11600, 6600)
  const southWest = b.corner(west, 'a', 'left', level)
  const southEast = b.corner(south, 'a', 'left', level)
  const northWest = b.corner(west, 'b', 'left', level)
  b.dimension(
    drawing,
    [southWest, ...[...openings, office].map((id) => b.centre(id, 'left', level)), southEast],
    0,
    -10,
  )
  b.dimension(drawing, [southWest, southEast], 0, -18)
  b.dimension(drawing, [southWest, northWest], Math.PI / 2, 10)
}

function sheets(b: SampleBuilder, plans: string, ground: string, upper: string): void {
  b.do('Sheet', setFacts(b.project, 'sheet', plans, { drawn: 'R.K.', checked: 'M.O.', revision: 'B' }))
  b.viewport(plans, ground, 50, 190, 345)
  b.viewport(plans, upper, 50, 190, 85)
  const second = addSheet(b.project, '2026-11-20', b.makeId)
  b.do('Sheet', second.change)
  b.do(
    'Sheet',
    setFacts(b.project, 'sheet', second.sheet, {
      number: 'A-102',
      title: 'Ground floor, for pricing',
      size: 'A3',
      drawn: 'R.K.',
      revision: 'A',
    }),
  )
  b.viewport(second.sheet, ground, 100, 115, 120)
}
