import { newProject, setFacts, type MakeId } from '../edit'
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
  const [west, north, , south] = b.walls(
    level,
    'clad-stud-7',
    'left',
    [0, 0, 0, ft(22), ft(36), ft(22), ft(36), 0],
    true,
  ) as [string, string, string, string]
  const [spine] = b.walls(level, 'stud-4', 'centre', [ft(24), ft(22) - 184, ft(24), 184]) as [string]
  const [wash] = b.walls(level, 'stud-4', 'centre', [ft(24), ft(13, 6), ft(36) - 184, ft(13, 6)]) as [string]
  const onSouth = (x: number): number => ft(36) - x
  const heads = { sill: ft(3), head: ft(6, 8) }
  const first = b.opening(level, south, 'window', onSouth(ft(5, 6)), ft(4), { side: 'left', ...heads })
  const wide = b.opening(level, south, 'door', onSouth(ft(12)), ft(3, 6), { hand: 'end', head: ft(6, 8) })
  const second = b.opening(level, south, 'window', onSouth(ft(18, 3)), ft(4), { side: 'left', ...heads })
  const counter = b.opening(level, south, 'window', onSouth(ft(30)), ft(5), { side: 'left', ...heads })
  b.opening(level, north, 'window', ft(12), ft(6), { side: 'left', ...heads })
  b.opening(level, spine, 'door', ft(15), ft(3), { hand: 'start', side: 'left', head: ft(6, 8) })
  b.opening(level, wash, 'door', ft(3), ft(2, 8), { hand: 'start', side: 'left', head: ft(6, 8) })
  b.block(level, 'workbench', ft(6), ft(19))
  b.block(level, 'workbench', ft(15), ft(19))
  for (const [x, turn] of [
    [4, 80],
    [9, 80],
    [14, 80],
    [19, 80],
  ] as const)
    b.block(level, 'bicycle', ft(x), ft(11), turn)
  b.block(level, 'basin', ft(35, 4), ft(17), -90)
  b.block(level, 'wc', ft(33), ft(21, 4))
  b.block(level, 'table', ft(30), ft(7))
  b.note(drawing, 'WORKSHOP', ft(12), ft(15))
  b.note(drawing, 'COUNTER', ft(30), ft(10, 3), 3)
  b.note(drawing, 'WASHROOM', ft(29, 6), ft(17), 3)
  const southWest = b.corner(west, 'a', 'left', level)
  const southEast = b.corner(south, 'a', 'left', level)
  const northWest = b.corner(west, 'b', 'left', level)
  const row = [first, wide, second, counter].map((id) => b.centre(id, 'left', level))
  b.dimension(drawing, [southWest, ...row, southEast], 0, -10)
  b.dimension(drawing, [southWest, southEast], 0, -18)
  b.dimension(drawing, [southWest, northWest], Math.PI / 2, 10)
  b.do('Sheet', setFacts(b.project, 'sheet', made.sheet, { title: 'Main floor plan', drawn: 'T.A.' }))
  b.viewport(made.sheet, drawing, 48, 90, 140)
  return b.steps
}
