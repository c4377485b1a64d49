import { describe, expect, it } from 'vitest'
import { pictureOf } from '../src/annotate'
import { PLAIN_LOOK, sceneOf } from '../src/derive'
import {
  addSight,
  flipWall,
  mapItems,
  moveWallSideways,
  setFacts,
  setFooting,
  splitItem,
  type MakeId,
} from '../src/edit'
import { itemExtent } from '../src/display'
import { moveBy } from '../src/geometry'
import { STANDARD_MATERIALS } from '../src/library'
import type { AnyRecord, Change, Id, Project } from '../src/records'
import { footingsOf, solidOf } from '../src/solids'
import { derivedSource } from '../src/views'
import { outline } from './house'
import { LEVEL, PLAN, projectWith, wall } from './wallFixture'

let count = 0
const makeId: MakeId = () => `made${++count}`
const made = (project: Project, change: Change): void => {
  project.check(change)
  project.apply(change)
}
/** Walls 140 thick about their lines, in a rectangle of 6 000 by 4 000, and a column within. */
const begin = (): Project => {
  const project = projectWith(
    PLAN,
    wall('south', [0, 0, 6000, 0]),
    wall('east', [6000, 0, 6000, 4000]),
    wall('north', [6000, 4000, 0, 4000]),
    wall('west', [0, 4000, 0, 0]),
    {
      id: 'column',
      kind: 'column',
      level: LEVEL,
      material: 'material-concrete',
      at: { x: 3000, y: 2000 },
      turn: 0,
      section: { form: 'rectangular', width: 300, depth: 300 },
    },
  )
  for (const record of STANDARD_MATERIALS)
    if (!project.get(record.id)) project.apply({ put: [record], drop: [] })
  return project
}
const AROUND = ['south', 'east', 'north', 'west']
/** Around each dashed outline of footings: what is drawn with and not without them. */
function drawnFootings(project: Project): number[][] {
  const drawn = (footings: boolean) =>
    pictureOf(sceneOf(project, project.need('drawing', PLAN.id)), {
      ...PLAIN_LOOK,
      footings,
      scale: 50,
    }).list()
  const without = new Set(drawn(false).map((item) => JSON.stringify(item)))
  return drawn(true).flatMap((item) => {
    if (item.kind !== 'segments' || without.has(JSON.stringify(item))) return []
    const xs = item.points.filter((_, i) => i % 2 === 0)
    const ys = item.points.filter((_, i) => i % 2 === 1)
    return [[Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)].map(Math.round)]
  })
}

describe('footings', () => {
  it('run beneath walls and close their corners: one outline outside, one inside', () => {
    const project = begin()
    made(project, setFooting(project, AROUND, { width: 600, thickness: 250, bottom: -1000 }))
    expect(footingsOf(project, project.need('wall', 'south'))[0]).toMatchObject({ from: -1000, to: -750 })
    // 300 to both sides of the lines of the walls.
    expect(drawnFootings(project).sort()).toEqual(
      [
        [-300, -300, 6300, 4300],
        [300, 300, 5700, 3700],
      ].sort(),
    )
    made(project, setFooting(project, ['column'], { width: 900, depth: 700, thickness: 300, bottom: -900 }))
    expect(drawnFootings(project)).toContainEqual([2550, 1650, 3450, 2350])
    made(project, mapItems(project, ['column'], moveBy(100, 0)))
    expect(drawnFootings(project)).toContainEqual([2650, 1650, 3550, 2350])
    made(project, setFooting(project, [...AROUND, 'column'], null))
    expect(drawnFootings(project)).toEqual([])
  })

  it('are cut in sections, seen below, and step where a wall is parted', () => {
    const project = begin()
    made(project, setFooting(project, AROUND, { width: 600, thickness: 250, bottom: -1000 }))
    const { change, drawing } = addSight(
      project,
      { view: 'section', a: { x: 1000, y: -2000 }, b: { x: 1000, y: 6000 } },
      makeId,
    )
    made(project, change)
    const box = (id: Id): number[] => {
      const xs: number[] = []
      const ys: number[] = []
      for (const b of derivedSource(project).of(drawing, false).cut.boundariesOf(id)) {
        xs.push(b.x1, b.x2)
        ys.push(b.y1, b.y2)
      }
      return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)].map(Math.round)
    }
    expect(box('south')).toEqual([-300, -1000, 300, 2700])
    made(project, splitItem(project, 'south', { x: 3000, y: 0 }, makeId))
    const parts = project.all('wall').filter(({ a, b }) => a.y === 0 && b.y === 0)
    expect(parts).toHaveLength(2)
    const east = parts.find(({ b }) => b.x === 6000)!
    made(project, setFooting(project, [east.id], { bottom: -1400 }))
    expect(parts.map(({ id }) => footingsOf(project, project.need('wall', id))[0]!.from).sort()).toEqual([
      -1000, -1400,
    ])
  })

  it('need some width, and something to stand beneath', () => {
    const project = begin()
    expect(() => setFooting(project, ['south'], { width: 0 })).toThrow('A footing has some width')
    expect(() => setFooting(project, ['south'], { bottom: NaN })).toThrow('how high its underside lies')
    expect(() => setFooting(project, [], {})).toThrow('Select the walls or columns first.')
    expect(project.need('wall', 'south')).not.toHaveProperty('footing')
  })
})

describe('a strip footing that steps', () => {
  const STEPS = [
    { along: 2000, bottom: -1300 },
    { along: 4500, bottom: -900 },
  ]
  const stepped = (): Project => {
    const project = begin()
    made(project, setFooting(project, ['south'], { width: 600, thickness: 250, bottom: -1000, steps: STEPS }))
    return project
  }
  const told = (project: Project): number[][] =>
    footingsOf(project, project.need('wall', 'south')).map(({ outline, from, to }) => {
      const xs = outline.vertices.map(({ x }) => x)
      return [Math.min(...xs), Math.max(...xs), from, to].map((v) => Math.round(v))
    })

  it('is as thick as it says between its steps, and as high as both where it steps, on the lower side', () => {
    expect(told(stepped())).toEqual([
      [-300, 2000, -1000, -750],
      [2000, 2250, -1300, -750],
      [2250, 4250, -1300, -1050],
      [4250, 4500, -1300, -650],
      [4500, 6300, -900, -650],
    ])
  })

  it('is dashed across where it steps, in plan', () => {
    const project = stepped()
    const list = pictureOf(sceneOf(project, project.need('drawing', PLAN.id)), {
      ...PLAIN_LOOK,
      scale: 50,
      footings: true,
    }).list()
    const at = (x: number): boolean =>
      list.some((item) => {
        const { minX, maxX, minY, maxY } = itemExtent(item)
        return Math.abs(minX - x) < 0.01 && Math.abs(maxX - x) < 0.01 && maxY - minY > 550
      })
    expect([2000, 4500].map(at)).toEqual([true, true])
  })

  it('stays where it is when its wall is drawn from the other end, mirrored or split', () => {
    const project = stepped()
    const before = told(project)
    made(project, flipWall(project, 'south'))
    expect(told(project).reverse()).toEqual(before)
    made(project, flipWall(project, 'south'))
    expect(told(project)).toEqual(before)
    const twice = { a: -1, b: 0, c: 0, d: 1, e: 2000, f: 0 }
    made(project, mapItems(project, ['south'], twice))
    made(project, mapItems(project, ['south'], twice))
    expect(told(project)).toEqual(before)
    made(project, splitItem(project, 'south', { x: 3000, y: 0 }, makeId))
    const parts = project.all('wall').filter(({ footing }) => footing)
    expect(parts.map(({ footing }) => [footing!.bottom, footing!.steps])).toEqual([
      [-1000, [{ along: 2000, bottom: -1300 }]],
      [-1300, [{ along: 1500, bottom: -900 }]],
    ])
  })

  it('stays where it is when an end of its wall is moved, and ends with it', () => {
    const project = stepped()
    const steps = () => {
      const { a, b, footing } = project.need('wall', 'south')
      const way = b.x > a.x ? 1 : -1
      return [
        footing!.bottom,
        ...(footing!.steps ?? []).flatMap(({ along, bottom }) => [a.x + way * along, bottom]),
      ]
    }
    expect(steps()).toEqual([-1000, 2000, -1300, 4500, -900])
    // The wall before its start is moved out, and in again further than the first step.
    made(project, moveWallSideways(project, 'west', -700))
    expect(project.need('wall', 'south').a.x).toBe(-700)
    expect(steps()).toEqual([-1000, 2000, -1300, 4500, -900])
    made(project, moveWallSideways(project, 'west', 3200))
    expect(project.need('wall', 'south').a.x).toBe(2500)
    expect(steps()).toEqual([-1300, 4500, -900])
    made(project, moveWallSideways(project, 'east', 2000))
    expect(project.need('wall', 'south').b.x).toBe(4000)
    expect(steps()).toEqual([-1300])
  })

  it('has its steps in order along the wall, or is refused', () => {
    const project = stepped()
    const set = (along: number) => () =>
      setFooting(project, ['south'], { steps: [STEPS[0]!, { along, bottom: 0 }] })
    expect(set(1500)).toThrow('Steps of a footing follow each other along its wall.')
    expect(set(6500)).toThrow('Steps of a footing follow each other along its wall.')
    made(project, setFooting(project, ['south'], { steps: [] }))
    expect(project.need('wall', 'south').footing).not.toHaveProperty('steps')
  })
})

describe('what keeps a building dry', () => {
  it('is drawn in a section: across the wall, up its face to there, and over the slab', () => {
    const project = begin()
    made(
      project,
      setFacts(project, 'wall', 'south', { base: -500, height: 3200, dampCourse: 150, tanked: 'right' }),
    )
    made(project, {
      put: [
        {
          ...{ id: 'floor', kind: 'slab', level: LEVEL, top: 0, thickness: 200, film: 'over' },
          outline: outline([0, 0], [6000, 0], [6000, 4000], [0, 4000]),
        } as AnyRecord,
      ],
      drop: [],
    })
    const { change, drawing } = addSight(
      project,
      { view: 'section', a: { x: 3000, y: -2000 }, b: { x: 3000, y: 6000 } },
      makeId,
    )
    made(project, change)
    const films = (): string[] =>
      [...derivedSource(project).of(drawing, false).things]
        .flatMap(([id, { lines }]) =>
          lines
            .filter(({ film }) => film)
            .map(({ x1, y1, x2, y2 }) =>
              [id, ...[x1, y1, x2, y2].map((v) => Math.round(v * 10) / 10)].join(' '),
            ),
        )
        .sort()
    // Its right face, drawn from west to east, is the outer one, 70 south of its line; a section that looks west has
    // the south on its left.
    expect(films()).toEqual(['floor 0 0 4000 0', 'south -70 -500 -70 150', 'south -70 150 70 150'])
    made(project, setFacts(project, 'wall', 'south', { dampCourse: undefined }))
    made(project, { put: [{ ...project.facts, ground: -100 }], drop: [] })
    made(project, setFacts(project, 'slab', 'floor', { film: 'under' }))
    expect(films()).toEqual(['floor 0 -200 4000 -200', 'south -70 -500 -70 -100'])
    made(project, flipWall(project, 'south'))
    expect(films()).toContain('south -70 -500 -70 -100')
    expect(solidOf(project, project.need('wall', 'south'))).not.toBeNull()
  })
})
