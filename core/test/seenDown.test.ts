import { describe, expect, it } from 'vitest'
import { drawingPicture } from '../src/annotate'
import { PLAIN_LOOK, draftField, sceneOf, type Scene } from '../src/derive'
import { moveItems, setPlanCut } from '../src/edit'
import { pickAt } from '../src/locate'
import type { AnyRecord, Change, Project } from '../src/records'
import { outline } from './house'
import { LEVEL, PLAN, projectWith, wall } from './wallFixture'

const column = (id: string, x: number): AnyRecord => ({
  ...{
    id,
    kind: 'column',
    level: LEVEL,
    at: { x, y: 2000 },
    turn: 0,
    height: 2000,
    material: 'material-concrete',
  },
  section: { form: 'rectangular', width: 300, depth: 300 },
})
/** A storey of 6 000 by 4 000 with two columns, and above its left half a floor with a void of 1 000 over nothing. */
const storeys = (): Project =>
  projectWith(
    PLAN,
    wall('south', [0, 0, 6000, 0]),
    wall('east', [6000, 0, 6000, 4000]),
    wall('north', [6000, 4000, 0, 4000]),
    wall('west', [0, 4000, 0, 0]),
    { id: 'upper', kind: 'level', name: 'Upper', elevation: 2700, height: 2500, cutHeight: 1200 },
    { ...PLAN, id: 'above', name: 'Above', level: 'upper' } as AnyRecord,
    {
      ...{ id: 'floor', kind: 'slab', level: 'upper', top: 0, thickness: 200 },
      outline: outline([-100, -100], [3000, -100], [3000, 4100], [-100, 4100]),
    } as AnyRecord,
    {
      ...{ id: 'hole', kind: 'void', level: 'upper' },
      outline: outline([1000, 500], [2000, 500], [2000, 1500], [1000, 1500]),
    } as AnyRecord,
    column('hidden', 1500),
    column('seen', 4500),
  )
const made = (project: Project, change: Change): Change => {
  project.check(change)
  return project.apply(change)
}
const sceneAbove = (project: Project): Scene => sceneOf(project, project.need('drawing', 'above'))
/** Around the lines of what lies beneath that fall into a box, as they are drawn. */
function linesIn(project: Project, minX: number, maxX: number): string[] {
  const picture = drawingPicture({ ...PLAIN_LOOK, scale: 50 }).of(sceneAbove(project))
  return picture.list().flatMap((item) => {
    if (item.kind !== 'segments' || item.source !== null) return []
    return Array.from({ length: item.points.length / 4 }, (_, i) => item.points.slice(4 * i, 4 * i + 4))
      .filter(([x1, , x2]) => Math.min(x1!, x2!) >= minX && Math.max(x1!, x2!) <= maxX)
      .map((line) => line.map(Math.round).join(' '))
  })
}
const COLUMN = (x: number): string[] => {
  const [l, r] = [x - 150, x + 150]
  return [`${l} 1850 ${r} 1850`, `${r} 1850 ${r} 2150`, `${r} 2150 ${l} 2150`, `${l} 2150 ${l} 1850`]
}
const ends = (lines: readonly string[]): string[] =>
  lines.map((line) => {
    const [x1, y1, x2, y2] = line.split(' ')
    return [`${x1} ${y1}`, `${x2} ${y2}`].sort().join(' ')
  })

describe('a plan that sees down', () => {
  it('shows what stands on the levels beneath where no floor of its own hides it', () => {
    const project = storeys()
    expect(linesIn(project, -1000, 9000)).toEqual([])
    made(project, setPlanCut(project, 'above', { down: 3000 }))
    expect(ends(linesIn(project, 4200, 4800)).sort()).toEqual(ends(COLUMN(4500)).sort())
    expect(linesIn(project, 1300, 1700)).toEqual([])
    // Brought beneath the void it is seen through it, and still not where the floor is.
    made(project, moveItems(project, ['hidden'], { x: 0, y: -1000 }))
    expect(ends(linesIn(project, 1300, 1700)).sort()).toEqual(
      ends(COLUMN(1500).map((line) => line.replaceAll('1850', '850').replaceAll('2150', '1150'))).sort(),
    )
  })

  it('sees no further than it is told, and nothing beneath once it is told nothing', () => {
    const project = storeys()
    // The columns end 700 below the floor.
    made(project, setPlanCut(project, 'above', { down: 600 }))
    expect(linesIn(project, 4200, 4800)).toEqual([])
    made(project, setPlanCut(project, 'above', { down: 800 }))
    expect(linesIn(project, 4200, 4800)).toHaveLength(4)
    made(project, setPlanCut(project, 'above', { down: undefined }))
    expect(linesIn(project, -1000, 9000)).toEqual([])
  })

  it('has it snapped to, and never takes it', () => {
    const project = storeys()
    made(project, setPlanCut(project, 'above', { down: 3000 }))
    const scene = sceneAbove(project)
    const near = { minX: 4600, minY: 1900, maxX: 4700, maxY: 2100 }
    expect([...draftField(scene).edgesIn(near)]).not.toEqual([])
    const picture = drawingPicture({ ...PLAIN_LOOK, scale: 50 }).of(scene)
    expect(pickAt(picture, scene.building, { x: 4650, y: 2000 }, 20)).toEqual([])
    made(project, setPlanCut(project, 'above', { down: undefined }))
    expect([...draftField(sceneAbove(project)).edgesIn(near)]).toEqual([])
  })
})
