import { pictureOf } from '../core/src/annotate'
import { settleBoard } from '../core/src/check'
import { lookThrough, sceneOf, type Scene } from '../core/src/derive'
import { setMaterial } from '../core/src/edit'
import { lensOf } from '../core/src/library'
import type { Change } from '../core/src/records'
import { roomsOf } from '../core/src/rooms'
import { solverOf } from '../core/src/building'
import { LEVEL, PLAN, projectWith } from '../core/test/wallFixture'
import { grid } from './grid'
import type { Row } from './main'
import { ms } from './time'

const RUNS = 60

const median = (times: readonly number[]): number => [...times].sort((p, q) => p - q)[times.length >> 1]!

/** What one more open room, and another name of a material, cost a plan of 1 984 walls. */
export function benchMatters(): Row[] {
  const project = projectWith(PLAN, ...grid(31, LEVEL, PLAN.id, 'wall-type-block-140'))
  const scene = (): Scene => sceneOf(project, project.need('drawing', PLAN.id))
  const look = lookThrough(lensOf(project, null), 50, { printing: false })
  const all = (): void => {
    pictureOf(scene(), look)
    settleBoard(scene())
  }
  const timed = (change: Change): { took: number; inverse: Change } => {
    const inverse = project.apply(change)
    const started = performance.now()
    settleBoard(scene())
    return { took: performance.now() - started, inverse }
  }
  all()
  /** A wall of an outer room drawn shorter by a hand's breadth, or its room left closed. */
  const walls = project.all('wall').filter(({ id }) => /^v0-\d+$/.test(id))
  const open: number[] = []
  const closed: number[] = []
  for (let i = 0; i < RUNS; i++) {
    const wall = walls[i % walls.length]!
    for (const [times, by] of [
      [open, 300],
      [closed, -20],
    ] as const) {
      const { took, inverse } = timed({ put: [{ ...wall, b: { x: wall.b.x, y: wall.b.y - by } }], drop: [] })
      const faults = roomsOf(project, solverOf(project, LEVEL)).filter(({ fault }) => fault === 'open').length
      if (faults !== (by > 0 ? 1 : 0)) throw new Error(`${faults} rooms are open`)
      times.push(took)
      project.apply(inverse)
      settleBoard(scene())
    }
  }
  const more = Math.max(0, median(open) - median(closed))
  const renamed: number[] = []
  for (let i = 0; i < RUNS; i++) {
    const change = setMaterial(project, 'material-blockwork', { name: `Blockwork ${i}` })
    const started = performance.now()
    project.apply(change)
    all()
    renamed.push(performance.now() - started)
  }
  const slow = [...renamed].sort((p, q) => p - q)[Math.floor(RUNS * 0.95)]!
  return [
    {
      what: 'open matters of 1 984 walls with one open room more',
      measured: `${ms(median(open))} − ${ms(median(closed))}`,
      against: '3 ms',
      ratio: more / 3,
      limit: 1,
    },
    {
      what: 'a material renamed, 1 984 walls, p95',
      measured: ms(slow),
      against: '5 ms',
      ratio: slow / 5,
      limit: 1,
    },
  ]
}
