import { describe, expect, it } from 'vitest'
import { pictureOf } from '../src/annotate'
import { PLAIN_LOOK, sceneOf } from '../src/derive'
import { addSight, mapItems, setFooting, splitItem, type MakeId } from '../src/edit'
import { moveBy } from '../src/geometry'
import { STANDARD_MATERIALS } from '../src/library'
import type { Change, Id, Project } from '../src/records'
import { footingOf } from '../src/solids'
import { derivedSource } from '../src/views'
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
    expect(footingOf(project, project.need('wall', 'south'))).toMatchObject({ from: -1000, to: -750 })
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
    expect(parts.map(({ id }) => footingOf(project, project.need('wall', id))!.from).sort()).toEqual([
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
