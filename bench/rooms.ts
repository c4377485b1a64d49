import { LevelSolver } from '../core/src/building'
import { roomsOf, spacesOf } from '../core/src/rooms'
import type { AnyRecord, Project, Room } from '../core/src/records'
import { LEVEL, opening, projectWith, wall } from '../core/test/wallFixture'
import type { Row } from './main'
import { ms } from './time'

const SIDE = 31

/** 31 × 31 rooms of 4 × 3 m with a door in every second wall: some 2 000 walls. */
function plan(): { records: AnyRecord[]; walls: number } {
  const records: AnyRecord[] = []
  let walls = 0
  const add = (id: string, line: readonly [number, number, number, number]): void => {
    records.push(wall(id, line))
    if (walls++ % 2 === 0) records.push(opening(`d${id}`, id, 1500, 900))
  }
  for (let i = 0; i <= SIDE; i++)
    for (let j = 0; j <= SIDE; j++) {
      if (i < SIDE) add(`h${i}-${j}`, [i * 4000, j * 3000, (i + 1) * 4000, j * 3000])
      if (j < SIDE) add(`v${i}-${j}`, [i * 4000, j * 3000, i * 4000, (j + 1) * 3000])
    }
  for (let i = 0; i < SIDE; i++)
    for (let j = 0; j < SIDE; j++) {
      const room: Room = {
        id: `r${i}-${j}`,
        kind: 'room',
        level: LEVEL,
        at: { x: i * 4000 + 2000, y: j * 3000 + 1500 },
        name: 'Room',
        number: `${i}.${j}`,
        use: '',
        floor: '',
        walls: '',
        ceiling: '',
        ceilingHeight: null,
      }
      records.push(room)
    }
  return { records, walls }
}

/** Rooms of a level with 2 000 walls: all of them, and again after one wall was moved. */
export function benchRooms(): Row[] {
  const { records, walls } = plan()
  const project = projectWith(...records)
  const all = (on: Project, solver: LevelSolver): number =>
    roomsOf(on, solver).filter(({ fault }) => fault === null).length
  let first = Infinity
  let solver = new LevelSolver(project, LEVEL)
  for (let i = 0; i < 4; i++) {
    solver = new LevelSolver(project, LEVEL)
    const start = performance.now()
    const found = all(project, solver)
    first = Math.min(first, performance.now() - start)
    if (found !== SIDE * SIDE) throw new Error(`only ${found} rooms were found`)
  }
  const times: number[] = []
  for (let i = 0; i < 400; i++) {
    const id = `h${(i * 7) % SIDE}-${1 + ((i * 5) % (SIDE - 1))}`
    const of = project.need('wall', id)
    const by = i % 2 === 0 ? 20 : -20
    const change = {
      put: [{ ...of, a: { x: of.a.x, y: of.a.y + by }, b: { x: of.b.x, y: of.b.y + by } }],
      drop: [],
    }
    project.apply(change)
    solver.follow()
    const start = performance.now()
    spacesOf(project, solver).all()
    roomsOf(project, solver)
    // The first hundred warm it up.
    if (i >= 100) times.push(performance.now() - start)
  }
  times.sort((p, q) => p - q)
  const p95 = times[Math.floor(times.length * 0.95)]!
  return [
    {
      what: `rooms of a level with ${walls.toLocaleString('en')} walls, all`,
      measured: ms(first),
      against: 'the limit of 100 ms',
      ratio: first / 100,
      limit: 1,
    },
    {
      what: 'the same after one edit, p95',
      measured: ms(p95),
      against: 'the limit of 5 ms',
      ratio: p95 / 5,
      limit: 1,
    },
  ]
}
