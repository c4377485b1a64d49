import { describe, expect, it } from 'vitest'
import { sceneOf, sketching, type Sketch } from '../src/derive'
import { setFacts } from '../src/edit'
import { isEmptyBox } from '../src/geometry'
import type { Project } from '../src/records'
import { atOnce } from '../src/steps'
import { IN_HOUSE, houseRecords } from './house'
import { PLAN, chain, drafted, projectWith, wall } from './wallFixture'

const sketchOf = (project: Project): Sketch =>
  atOnce(sketching(sceneOf(project, project.need('drawing', PLAN.id)), false))
const linesOf = ({ items }: Sketch): number[][] =>
  items.flatMap((item) =>
    item.kind === 'segments'
      ? Array.from({ length: item.points.length / 4 }, (_, i) => item.points.slice(4 * i, 4 * i + 4))
      : [],
  )

describe('a sketch of a board', () => {
  it('shows walls by both faces and their ends, and drafted lines as they are', () => {
    const sketch = sketchOf(
      projectWith(PLAN, wall('w', [0, 0, 4000, 0]), drafted('l', chain([500, 900, 700, 1100]))),
    )
    expect(linesOf(sketch)).toEqual([
      [0, 70, 4000, 70],
      [0, -70, 4000, -70],
      [0, 70, 0, -70],
      [4000, 70, 4000, -70],
      [500, 900, 700, 1100],
    ])
    expect(sketch.extent).toEqual({ minX: 0, minY: -70, maxX: 4000, maxY: 1100 })
  })

  it('leaves out what is not shown, and does not reach to where endless lines run', () => {
    const project = projectWith(PLAN, drafted('l', chain([0, 0, 1000, 0])))
    project.apply({
      put: [{ id: 'g', kind: 'guide', drawing: PLAN.id, through: { x: 9e6, y: 0 }, angle: 1 }],
      drop: [],
    })
    expect(sketchOf(project).extent).toEqual({ minX: 0, minY: 0, maxX: 1000, maxY: 0 })
    project.apply(setFacts(project, 'layer', 'layer-lines', { shown: false }))
    expect(linesOf(sketchOf(project))).toEqual([])
    expect(isEmptyBox(sketchOf(project).extent)).toBe(true)
  })

  it('is made of every kind there is', () => {
    const project = projectWith(...houseRecords())
    const boards = [...project.all('drawing'), ...project.all('sheet')]
    expect(boards).toHaveLength(3)
    const most = boards.map((board) => linesOf(atOnce(sketching(sceneOf(project, board), false))).length)
    expect(Math.max(...most)).toBeGreaterThan(4 * IN_HOUSE.wall.length)
  })
})
