import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  addRoof,
  addSight,
  addSlab,
  removeStripType,
  setPlateType,
  setRoof,
  setStrips,
  type MakeId,
} from '../src/edit'
import { METRIC_PLATE_TYPES, STANDARD_MATERIALS } from '../src/library'
import type { Change, Id, Project } from '../src/records'
import { plateStrips, solidOf } from '../src/solids'
import { Ranks, framesOf, cutPieces } from '../src/views'
import { outline } from './house'
import { LEVEL, PLAN, projectWith, wall } from './wallFixture'

let count = 0
const makeId: MakeId = () => `made${++count}`
const made = (project: Project, change: Change): void => {
  project.check(change)
  project.apply(change)
}
const begin = (): Project => {
  const project = projectWith(PLAN, wall('south', [0, 0, 6000, 0]))
  for (const record of [...STANDARD_MATERIALS, ...METRIC_PLATE_TYPES])
    if (!project.get(record.id)) project.apply({ put: [record], drop: [] })
  return project
}
const GROUND = 'plate-type-ground-465'
const TILED = 'plate-type-roof-tiled-275'
const AROUND = outline([0, 0], [6000, 0], [6000, 4000], [0, 4000])

/** What a section across the middle cuts of a record, from its top down: material and heights at x. */
function cutAt(project: Project, id: Id, x: number): [string, number, number][] {
  const { change, drawing } = addSight(
    project,
    { view: 'section', a: { x: -1000, y: 2000 }, b: { x: 7000, y: 2000 } },
    makeId,
  )
  made(project, change)
  const ranks = new Ranks(project)
  const [frame] = framesOf(project, project.need('drawing', drawing))
  const found = cutPieces(project, project.get(id)!, frame!.cut!, ranks).flatMap((piece) => {
    // The piece's own heights where x crosses it, by its half planes.
    let [low, high] = [-Infinity, Infinity]
    for (let k = 0; k < piece.halves.length; k += 3) {
      const [a, b, c] = [piece.halves[k]!, piece.halves[k + 1]!, piece.halves[k + 2]!]
      if (Math.abs(b) < 1e-12) {
        if (a * x < c) return []
      } else if (b > 0) low = Math.max(low, (c - a * x) / b)
      else high = Math.min(high, (c - a * x) / b)
    }
    const name = ranks.materials[piece.rank]!.id.replace('material-', '')
    return high - low > 1e-6
      ? [[name, Math.round(low * 100) / 100 + 0, Math.round(high * 100) / 100 + 0] as const]
      : []
  })
  return found.map((each) => [...each] as [string, number, number]).sort((p, q) => q[2] - p[2])
}

describe('a floor', () => {
  it('of a type is as thick as that, is cut strip by strip, and follows the type', () => {
    const project = begin()
    made(
      project,
      addSlab(project, { level: LEVEL, outline: AROUND, top: 0, thickness: 200, type: GROUND }, makeId),
    )
    const slab = project.all('slab')[0]!
    expect(slab.thickness).toBe(465)
    expect(cutAt(project, slab.id, 3000)).toEqual([
      ['screed', -65, 0],
      ['insulation', -165, -65],
      ['concrete', -315, -165],
      ['hardcore', -465, -315],
    ])
    const { strips } = project.need('plateType', GROUND)
    made(project, setStrips(project, GROUND, [{ ...strips[0]!, thickness: 75 }, ...strips.slice(1)]))
    expect(project.all('slab')[0]!.thickness).toBe(475)
    expect(cutAt(project, slab.id, 3000)[0]).toEqual(['screed', -75, 0])
    // Its sides show its strips.
    const sides = solidOf(project, project.all('slab')[0]!)!.faces.filter(({ look }) => look.role === 'side')
    expect(new Set(sides.map(({ look }) => look.material)).size).toBe(4)
    expect(() => removeStripType(project, GROUND)).toThrow('1 floor or roof is of the type')
    made(project, setPlateType(project, [slab.id], null))
    expect(cutAt(project, slab.id, 3000)).toEqual([['none', -475, 0]])
    made(project, removeStripType(project, GROUND))
  })

  it('and a roof fill their thickness with strips, whatever that and their type are', () => {
    const project = begin()
    made(project, addSlab(project, { level: LEVEL, outline: AROUND, top: 0, thickness: 200 }, makeId))
    const slab = project.all('slab')[0]!
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 2000, noNaN: true }),
        fc.constantFrom(...METRIC_PLATE_TYPES),
        (thickness, { id }) => {
          const strips = plateStrips(project, { ...slab, thickness, type: id })
          expect(strips[0]!.from).toBe(0)
          expect(strips.at(-1)!.to).toBeCloseTo(thickness, 9)
          strips.slice(1).forEach(({ from }, i) => expect(from).toBe(strips[i]!.to))
          for (const { from, to } of strips) expect(to).toBeGreaterThan(from)
        },
      ),
    )
  })
})

describe('a roof', () => {
  it('of a type is as thick square to its slope, whatever its pitch becomes', () => {
    const project = begin()
    const pitch = Math.PI / 6
    made(
      project,
      addRoof(
        project,
        {
          level: LEVEL,
          outline: AROUND,
          form: 'mono',
          pitch,
          overhang: 0,
          fascia: 200,
          eaves: 2700,
          turn: Math.PI,
          type: TILED,
        },
        makeId,
      ),
    )
    const { id } = project.all('roof')[0]!
    const upright = (mm: number): number => Math.round((mm / Math.cos(pitch)) * 100) / 100
    expect(project.need('roof', id).fascia).toBeCloseTo(275 / Math.cos(pitch), 9)
    // It falls to the west: over x = 3 000 it has risen by half its run.
    const under = 2700 + 3000 * Math.tan(pitch)
    const cut = cutAt(project, id, 3000)
    expect(cut.map(([name]) => name)).toEqual(['roof-tiles', 'stud', 'insulation', 'boards'])
    expect(cut.map(([, low, high]) => high - low)).toEqual([
      expect.closeTo(upright(25), 1),
      expect.closeTo(upright(50), 1),
      expect.closeTo(upright(175), 1),
      expect.closeTo(upright(25), 1),
    ])
    expect(cut.at(-1)![1]).toBeCloseTo(under, 1)
    made(project, setRoof(project, id, { pitch: 0.2 }))
    expect(project.need('roof', id).fascia).toBeCloseTo(275 / Math.cos(0.2), 9)
    const tops = solidOf(project, project.need('roof', id))!.faces.filter(({ look }) => look.role === 'top')
    expect(tops.map(({ look }) => look.pattern)).toEqual(['roof tiles'])
  })
})
