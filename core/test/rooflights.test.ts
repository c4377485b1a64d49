import { describe, expect, it } from 'vitest'
import { addSight } from '../src/edit'
import type { AnyRecord, Overhead, Project, Roof } from '../src/records'
import { solidOf } from '../src/solids'
import { normalOf, type Solid } from '../src/space'
import { atOnce } from '../src/steps'
import { Derivation } from '../src/views'
import { outline } from './house'
import { LEVEL, PLAN, projectWith } from './wallFixture'

const rectangle = (x: number, y: number, width: number, depth: number) =>
  outline([x, y], [x + width, y], [x + width, y + depth], [x, y + depth])
/** Two slopes of 45° over 6 by 4 m, without overhang. */
const ROOF: Roof = {
  id: 'roof',
  kind: 'roof',
  level: LEVEL,
  outline: rectangle(0, 0, 6000, 4000),
  form: 'double',
  pitch: Math.PI / 4,
  overhang: 0,
  fascia: 200,
  eaves: 2400,
  turn: 0,
}
const light = (x: number, y: number): Overhead => ({
  id: 'light',
  kind: 'overhead',
  level: LEVEL,
  what: 'rooflight',
  shape: { by: 'outline', outline: rectangle(x, y, 800, 600) },
  bottom: 2400,
  height: 1000,
})
/** Area of the faces of a role, mm². */
const areaOf = (solid: Solid, role: string): number =>
  solid.faces
    .filter(({ look }) => look.role === role)
    .reduce(
      (sum, { loops }) =>
        sum +
        loops.reduce((all, loop, i) => {
          const n = normalOf(solid.points, loop)
          return all + (i === 0 ? 1 : -1) * (Math.hypot(n.x, n.y, n.z) / 2)
        }, 0),
      0,
    )

describe('a rooflight within one plane of a roof', () => {
  it('is an opening of it: top and underside have a hole, and a pane lies in it', () => {
    const bare = solidOf(projectWith(PLAN, ROOF), ROOF)!
    const project = projectWith(PLAN, ROOF, light(2000, 500))
    const solid = solidOf(project, project.need('roof', 'roof'))!
    // 800 by 600 in plan is 800 by 600 × √2 on the slope.
    const hole = 800 * 600 * Math.SQRT2
    expect(areaOf(bare, 'top') - areaOf(solid, 'top')).toBeCloseTo(hole, 0)
    expect(areaOf(bare, 'underside') - areaOf(solid, 'underside')).toBeCloseTo(hole, 0)
    expect(areaOf(solid, 'pane')).toBeCloseTo(hole, 0)
    // Its sides are upright, 200 high, round about.
    expect(areaOf(solid, 'reveal')).toBeCloseTo(2 * 200 * 800 + 2 * 200 * 600, 0)
    expect(solidOf(project, project.need('overhead', 'light'))).toBeNull()
  })
  it('across a ridge stays what it was, a thing by itself', () => {
    const project = projectWith(PLAN, ROOF, light(2000, 1700))
    expect(solidOf(project, project.need('overhead', 'light'))).not.toBeNull()
    expect(areaOf(solidOf(project, ROOF)!, 'pane')).toBe(0)
  })
  it('shows in the elevation, and goes when it is taken away', () => {
    const project: Project = projectWith(PLAN, ROOF, light(2000, 500))
    let n = 0
    const { change, drawing } = addSight(
      project,
      { view: 'elevation', a: { x: -1000, y: -3000 }, b: { x: 7000, y: -3000 } },
      () => `e${++n}`,
    )
    project.apply(change)
    const derivation = new Derivation(project, drawing)
    const seen = (): string[] => {
      const made = atOnce(derivation.following())
      return (made?.things ?? []).flatMap(([, thing]) => thing?.fills.map(({ role }) => role) ?? [])
    }
    expect(seen()).toContain('pane')
    const gone: { put: AnyRecord[]; drop: string[] } = { put: [], drop: ['light'] }
    project.apply(gone)
    expect(seen()).not.toContain('pane')
  })
})
