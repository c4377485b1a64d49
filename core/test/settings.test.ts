import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  EditRefused,
  addLevel,
  addLineType,
  copyMaterial,
  newProject,
  readDashes,
  removeLevel,
  removeLineType,
  removeMaterial,
  setLayer,
  setLevel,
  setLineType,
  setMaterial,
} from '../src/edit'
import { Project, type Change, type Level } from '../src/records'
import { projectWith, wall } from './wallFixture'

let ids = 0
const makeId = (): string => `made${++ids}`
function make<T extends Change>(project: Project, change: T): T {
  project.check(change)
  project.apply(change)
  return change
}
const levels = (project: Project): Level[] => project.all('level').sort((p, q) => p.elevation - q.elevation)
const heights = (project: Project): [number, number][] =>
  levels(project).map(({ elevation, height }) => [elevation, height])

/** Three storeys of 2700, 2500 and 2400 mm. */
function house(): Project {
  const project = projectWith()
  make(project, addLevel(project, { name: 'First floor', height: 2500 }, makeId).change)
  make(project, addLevel(project, { name: 'Loft', height: 2400 }, makeId).change)
  return project
}
const named = (project: Project, name: string): string =>
  project.all('level').find((level) => level.name === name)!.id

describe('levels', () => {
  it('stand on each other, each with its plan', () => {
    const project = house()
    expect(heights(project)).toEqual([
      [0, 2700],
      [2700, 2500],
      [5200, 2400],
    ])
    expect(project.all('drawing').map(({ name }) => name)).toEqual(['First floor plan', 'Loft plan'])
  })
  it('are cut at a round height of the project’s units, never above their storey', () => {
    const cut = (system: 'metric' | 'feet-inches', storeyHeight: number): number => {
      const facts = { name: 'P', levelName: 'L', storeyHeight, date: '2026-01-01' }
      const made = newProject({ ...facts, system, sheetSize: 'A1', orientation: 'landscape' }, makeId)
      return new Project(made.change.put).need('level', made.level).cutHeight
    }
    expect([cut('metric', 2700), cut('feet-inches', 3048), cut('metric', 900)]).toEqual([1200, 1219.2, 900])
  })
  it('move up with the storey height below', () => {
    const project = house()
    make(project, setLevel(project, 'ground', { height: 3000 }))
    expect(heights(project)).toEqual([
      [0, 3000],
      [3000, 2500],
      [5500, 2400],
    ])
  })
  it('a raised floor takes those above with it and stretches the storey below', () => {
    const project = house()
    make(project, setLevel(project, named(project, 'First floor'), { elevation: 2850 }))
    expect(heights(project)).toEqual([
      [0, 2850],
      [2850, 2500],
      [5350, 2400],
    ])
  })
  it('whatever is typed, storeys that met still meet', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.constantFrom('Ground floor', 'First floor', 'Loft'),
            fc.constantFrom('elevation', 'height'),
            fc.integer({ min: -2000, max: 9000 }),
          ),
          { maxLength: 8 },
        ),
        (edits) => {
          const project = house()
          for (const [name, key, value] of edits) {
            try {
              make(project, setLevel(project, named(project, name), { [key]: value }))
            } catch (error) {
              expect(error).toBeInstanceOf(EditRefused)
            }
          }
          const [a, b, c] = levels(project)
          expect(a!.elevation + a!.height).toBeCloseTo(b!.elevation, 6)
          expect(b!.elevation + b!.height).toBeCloseTo(c!.elevation, 6)
          for (const level of [a!, b!, c!]) expect(level.cutHeight).toBeLessThanOrEqual(level.height)
        },
      ),
    )
  })
  it('refuse what no storey can be', () => {
    const project = house()
    const first = named(project, 'First floor')
    expect(() => setLevel(project, first, { height: 100 })).toThrow(/less than 300 mm/)
    expect(() => setLevel(project, first, { elevation: 200 })).toThrow(/“Ground floor” below it no room/)
    expect(() => setLevel(project, first, { cutHeight: 2600 })).toThrow(/between the floor and the top/)
    expect(() => setLevel(project, first, { elevation: NaN })).toThrow(/height of the floor/)
    expect(() => setLevel(project, first, { name: ' loft ' })).toThrow(/There is a level “loft” already/)
    expect(() => addLevel(project, { name: '', height: 2500 }, makeId)).toThrow(/needs a name/)
  })
  it('go only when nothing stands on them', () => {
    const project = house()
    make(project, { put: [wall('w', [0, 0, 1000, 0])], drop: [] })
    expect(() => removeLevel(project, 'ground')).toThrow(/1 thing is drawn on “Ground floor”/)
    make(project, removeLevel(project, named(project, 'Loft')))
    expect(levels(project)).toHaveLength(2)
    expect(project.all('drawing')).toHaveLength(1)
    make(project, removeLevel(project, named(project, 'First floor')))
    expect(() => removeLevel(project, 'ground')).toThrow(/at least one level/)
  })
})

describe('line types', () => {
  it.each([
    ['', []],
    ['7 1 0.3 1', [7, 1, 0.3, 1]],
    ['3,1.2', [3, 1.2]],
    [' 2; 1 ', [2, 1]],
  ])('“%s” is understood', (text, dashes) => expect(readDashes(text)).toEqual(dashes))
  it.each([
    ['3', /pairs/],
    ['3 0', /a gap from 0.1/],
    ['-1 2', /up to 200 mm/],
    ['300 1', /up to 200 mm/],
    ['a b', /Type dashes and gaps/],
    ['0 1', /needs some length/],
    ['1 1 1 1 1 1 1 1 1 1 1 1 1 1', /at most six/],
  ])('“%s” is refused in a sentence', (text, sentence) => expect(() => readDashes(text)).toThrow(sentence))
  it('what was understood can always be stored', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: -1, max: 210, noNaN: true }), { maxLength: 14 }), (numbers) => {
        const project = projectWith()
        try {
          make(project, setLineType(project, 'line-type-dashed', { dashes: numbers.join(' ') }))
        } catch (error) {
          expect(error).toBeInstanceOf(EditRefused)
        }
      }),
    )
  })
  it('are made, used, and removed again', () => {
    const project = projectWith()
    const { change, lineType } = addLineType(project, 'Fence', makeId)
    make(project, change)
    make(project, setLineType(project, lineType, { name: 'Hedge', dashes: '4 1 1 1' }))
    expect(project.need('lineType', lineType)).toMatchObject({ name: 'Hedge', dashesPaperMm: [4, 1, 1, 1] })
    make(project, setLayer(project, 'layer-lines', { lineType }))
    expect(() => removeLineType(project, lineType)).toThrow(/1 layer or thing is drawn with “Hedge”/)
    make(project, setLayer(project, 'layer-lines', { lineType: 'line-type-continuous' }))
    make(project, removeLineType(project, lineType))
    expect(project.get(lineType)).toBeUndefined()
    expect(() => removeLineType(project, 'line-type-dotted')).toThrow(/comes with the program/)
    expect(() => addLineType(project, 'dotted', makeId)).toThrow(/There is a line type “dotted” already/)
  })
})

describe('materials', () => {
  it('are made after others, changed and removed', () => {
    const project = projectWith()
    const { change, material } = copyMaterial(project, 'material-brick', makeId)
    make(project, change)
    make(project, setMaterial(project, material, { name: 'Stone', priority: 85, tone: 0.5, penMm: 0.7 }))
    expect(project.need('material', material)).toMatchObject({
      name: 'Stone',
      priority: 85,
      tone: 0.5,
      penMm: 0.7,
      pattern: 'diagonal',
    })
    make(project, setMaterial(project, material, { penMm: null }))
    expect(project.need('material', material).penMm).toBeUndefined()
    expect(copyMaterial(project, 'material-brick', makeId).change.put[0]).toMatchObject({
      name: 'Brick copy',
    })
    make(project, removeMaterial(project, material))
    expect(() => removeMaterial(project, 'material-brick')).toThrow(/types and columns are of “Brick”/)
    expect(() => setMaterial(project, 'material-brick', { tone: 2 })).toThrow(/0, ink, to 1, paper/)
    expect(() => setMaterial(project, 'material-brick', { priority: 1.5 })).toThrow(/whole number/)
    expect(() => setMaterial(project, 'material-brick', { name: 'concrete' })).toThrow(/already/)
  })
})
