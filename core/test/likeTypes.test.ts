import { describe, expect, it } from 'vitest'
import { LevelSolver, typeThickness } from '../src/building'
import { carryingStrip, remakeWalls, typeLike } from '../src/edit'
import type { Project } from '../src/records'
import { LEVEL, projectWith, wall } from './wallFixture'

let next = 0
const makeId = (): string => `k${++next}`
const like = (project: Project, type: string, other: Parameters<typeof typeLike>[2]) =>
  typeLike(project, `wall-type-${type}`, other, makeId)

describe('a wall type like another', () => {
  it('of another thickness: the one that is there', () => {
    const found = like(projectWith(), 'concrete-200', { thickness: 203.2 })
    expect(found).toMatchObject({ type: { id: 'wall-type-concrete-8' }, put: [] })
    expect(like(projectWith(), 'block-140', { thickness: 140 }).put).toEqual([])
  })
  it('of another thickness: a new one, named by it', () => {
    const { type, put } = like(projectWith(), 'brick-215', { thickness: 240 })
    expect(type).toMatchObject({
      name: 'Brick 240',
      strips: [{ material: 'material-brick', thickness: 240 }],
    })
    expect(put).toEqual([type])
  })
  it('layered: what carries takes the difference, the layers before it stay', () => {
    const { type } = like(projectWith(), 'block-lined-124', { thickness: 164 })
    expect(type.name).toBe('Block, plastered 164')
    expect(type.strips.map(({ thickness }) => thickness)).toEqual([12, 140, 12])
  })
  it('layered, with no room left for what carries: of that alone', () => {
    const { type } = like(projectWith(), 'cavity-350', { thickness: 115 })
    expect(type).toMatchObject({
      name: 'Blockwork 115',
      strips: [{ material: 'material-blockwork', thickness: 115 }],
    })
  })
  it('of another material, and of the same with another fill', () => {
    const project = projectWith()
    expect(like(project, 'block-140', { material: 'material-concrete' }).type).toMatchObject({
      name: 'Concrete 140',
      strips: [{ material: 'material-concrete' }],
    })
    const { type, put } = like(project, 'brick-215', { pattern: 'cross' })
    expect(put.map(({ kind }) => kind)).toEqual(['material', 'wallType'])
    expect(put[0]).toMatchObject({
      name: 'Brick, cross',
      pattern: 'cross',
      priority: project.need('material', 'material-brick').priority,
    })
    project.apply({ put: [...put], drop: [] })
    // Back again it is the brick that was there.
    expect(
      typeLike(project, type.id, { pattern: project.need('material', 'material-brick').pattern }, makeId).type
        .id,
    ).toBe('wall-type-brick-215')
  })
  it.each([0, -10, 5001, NaN])('is refused as thick as %d', (thickness) => {
    expect(() => like(projectWith(), 'block-140', { thickness })).toThrow(
      'A wall is between 0 and 5 m thick.',
    )
  })
  it('knows what carries: the highest priority, of these the thickest', () => {
    const project = projectWith()
    const strip = (type: string): string => {
      const made = project.need('wallType', `wall-type-${type}`)
      return made.strips[carryingStrip(project, made)]!.material
    }
    expect(strip('block-lined-124')).toBe('material-blockwork')
    expect(strip('timber-clad-236')).toBe('material-stud')
  })
})

describe('walls made otherwise', () => {
  it('each keeps its own make but for the thickness, in one change, the face asked for in its place', () => {
    const project = projectWith(
      wall('a', [0, 0, 5000, 0], 'block-140', 'left'),
      wall('b', [0, 3000, 5000, 3000], 'block-lined-124', 'left'),
    )
    const change = remakeWalls(project, ['a', 'b'], { thickness: 200 }, 'right', makeId)
    project.check(change)
    project.apply(change)
    const solver = new LevelSolver(project, LEVEL)
    const low = (id: string): number => solver.get(id)!.shape.a.y + solver.get(id)!.shape.low
    expect(low('a')).toBeCloseTo(-140, 6)
    expect(low('b')).toBeCloseTo(3000 - 124, 6)
    for (const id of ['a', 'b'])
      expect(typeThickness(project.need('wallType', project.need('wall', id).type))).toBe(200)
    expect(project.need('wallType', project.need('wall', 'b').type).strips).toHaveLength(3)
  })
})
