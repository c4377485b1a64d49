import { LevelSolver } from '../core/src/building'
import type { Wall } from '../core/src/records'
import { pathsOf, union } from '../core/test/union'
import { LEVEL, projectWith, wall } from '../core/test/wallFixture'
import type { Row } from './main'
import { least, ms } from './time'

/** The same with walls of four strips, and every two hundredth one curved. */
const stripped = (walls: readonly Wall[]): Wall[] =>
  walls.map((each, i) => ({
    ...each,
    type: 'wall-type-cavity-350',
    ...(i % 200 === 7 ? { sweep: 0.4 } : {}),
  }))

/** A plan of rooms 4 × 3 m on a grid: walls of one bay each, meeting in crossings, tees and corners. */
function plan(count: number): Wall[] {
  const side = Math.round(Math.sqrt(count / 2))
  const walls: Wall[] = []
  for (let i = 0; i < side; i++) {
    for (let j = 0; j < side; j++) {
      walls.push(wall(`h${i}-${j}`, [i * 4000, j * 3000, (i + 1) * 4000, j * 3000]))
      walls.push(wall(`v${i}-${j}`, [i * 4000, j * 3000, i * 4000, (j + 1) * 3000]))
    }
  }
  return walls
}

export function benchWalls(): Row[] {
  const projects = { small: projectWith(...plan(1000)), large: projectWith(...plan(10_000)) }
  const count = (project: typeof projects.small): number => project.all('wall').length
  const solve = (project: typeof projects.small): LevelSolver => {
    const solver = new LevelSolver(project, LEVEL)
    if (solver.faults() !== 0) throw new Error('the plan was not solved')
    return solver
  }
  // Warm up, then measure both sides in turns.
  solve(projects.small)
  let solver = solve(projects.large)
  const paths = pathsOf(solver)
  let small = Infinity
  let large = Infinity
  let merged = Infinity
  for (let i = 0; i < 10; i++) {
    small = Math.min(
      small,
      least(2, () => void solve(projects.small)),
    )
    large = Math.min(
      large,
      least(1, () => void (solver = solve(projects.large))),
    )
    if (i < 4)
      merged = Math.min(
        merged,
        least(1, () => void union(paths)),
      )
  }
  const n = count(projects.small)
  const m = count(projects.large)
  const growth = (m * Math.log(m)) / (n * Math.log(n))
  const times: number[] = []
  const material = solver.materials.findIndex((each) => each.id === 'material-blockwork')
  const walls = projects.large.all('wall')
  // The first edits only warm the code up.
  for (let i = -100; i < 400; i++) {
    const one = projects.large.need('wall', walls[((i + 100) * 7919) % walls.length]!.id)
    const shift = i % 2 ? 90 : -110
    const change = {
      put: [
        {
          ...one,
          a: { x: one.a.x + shift, y: one.a.y + shift },
          b: { x: one.b.x + shift, y: one.b.y + shift },
        },
      ],
      drop: [],
    }
    const start = performance.now()
    projects.large.apply(change)
    solver.follow()
    solver.outlines()
    solver.loopsOf(material)
    if (i >= 0) times.push(performance.now() - start)
  }
  times.sort((a, b) => a - b)
  const typical = times[Math.floor(times.length / 2)]!
  const slow = times[Math.floor(times.length * 0.95)]!
  const layered = projectWith(...stripped(plan(10_000)))
  let strips = Infinity
  const stripPaths = pathsOf(solve(layered))
  // The library takes long over so many pieces: once is enough.
  for (let i = 0; i < 2; i++)
    strips = Math.min(
      strips,
      least(1, () => void solve(layered)),
    )
  const stripsMerged = least(1, () => void union(stripPaths))
  return [
    {
      what: `solving ${m} walls, growth from ${n}`,
      measured: ms(large),
      against: `${ms(small)} × ${growth.toFixed(1)} (n·log n)`,
      ratio: large / small / growth,
      limit: 1,
    },
    {
      what: `solving ${m} walls, merged outlines`,
      measured: ms(large),
      against: `${ms(merged)} polygon library`,
      ratio: large / merged,
      limit: 1,
    },
    {
      what: `solving ${count(layered)} walls of four strips, some curved`,
      measured: ms(strips),
      against: `${ms(stripsMerged)} polygon library`,
      ratio: strips / stripsMerged,
      limit: 1,
    },
    {
      what: `one wall of ${m} moved, median`,
      measured: ms(typical),
      against: '4 ms',
      ratio: typical / 4,
      limit: 1,
    },
    {
      what: `one wall of ${m} moved, 95th percentile`,
      measured: ms(slow),
      against: '4 ms',
      ratio: slow / 4,
      limit: 1,
    },
  ]
}
