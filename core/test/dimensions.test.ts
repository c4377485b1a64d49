import { describe, expect, it } from 'vitest'
import { drawingPicture, layDimension } from '../src/annotate'
import { settleBoard } from '../src/check'
import { sceneOf } from '../src/derive'
import {
  addDimensionPoint,
  dropDimensionPoint,
  joinDimensions,
  removeItems,
  setFigure,
  setRow,
  splitDimension,
  spreadRows,
  tieAgain,
} from '../src/edit'
import type { Anchor, Change, Dimension, Project } from '../src/records'
import { PLAN, projectWith, wall } from './wallFixture'

const METRIC = { system: 'metric', stepMm: 1, fraction: 16 } as const
const on = (project: Project) => sceneOf(project, project.need('drawing', PLAN.id))
const at = (x: number, y = 0): Anchor => ({ to: 'point', last: { x, y } })
const chain = (id: string, xs: readonly number[], facts: Partial<Dimension> = {}): Dimension => ({
  id,
  kind: 'dimension',
  drawing: PLAN.id,
  anchors: xs.map((x) => at(x)),
  direction: 0,
  offset: { in: 'row', side: 'right', row: 0 },
  ...facts,
})
/** What a row says, from one end to the other. */
function says(project: Project, id: string): string[] {
  const dimension = project.need('dimension', id)
  const scene = on(project)
  return layDimension(dimension, scene, 50, METRIC).items.flatMap((item) =>
    item.kind === 'text' ? [item.runs.map(({ text }) => text.replace(/\s/g, ' ')).join('')] : [],
  )
}
const doing = (project: Project, change: Change): Change => {
  project.check(change)
  return project.apply(change)
}

describe('the points of a row', () => {
  it('come, go, and are tied to something else; what is said of a figure stays with its points', () => {
    const project = projectWith(PLAN, chain('c', [0, 1000, 5000, 9000]))
    doing(project, setFigure(project, 'c', [2, 3], { after: ' clear' }))
    expect(says(project, 'c')).toEqual(['1000', '4000', '4000 clear'])
    doing(project, addDimensionPoint(project, on(project), 'c', at(3000)))
    expect(says(project, 'c')).toEqual(['1000', '2000', '2000', '4000 clear'])
    doing(project, dropDimensionPoint(project, 'c', 1))
    expect(says(project, 'c')).toEqual(['3000', '2000', '4000 clear'])
    doing(project, tieAgain(project, on(project), 'c', 2, at(9500), 50))
    expect(says(project, 'c')).toEqual(['3000', '2000', '4500 clear'])
    expect(() => addDimensionPoint(project, on(project), 'c', at(3000.2))).toThrow(
      'has a point there already',
    )
    expect(() => tieAgain(project, on(project), 'c', 2, at(0.1), 50)).toThrow('has a point there already')
    expect(() => dropDimensionPoint(project, 'c', 9)).toThrow('no such point')
    const two = projectWith(PLAN, chain('c', [0, 1000]))
    expect(() => dropDimensionPoint(two, 'c', 0)).toThrow('Remove it instead')
    const full = projectWith(
      PLAN,
      chain(
        'c',
        Array.from({ length: 200 }, (_, i) => i * 100),
      ),
    )
    expect(() => addDimensionPoint(full, on(full), 'c', at(50))).toThrow('at most 200 points')
  })

  it('part a row in two, and two rows are made one', () => {
    const project = projectWith(PLAN, chain('c', [9000, 0, 4000, 1000]))
    doing(project, setFigure(project, 'c', [2, 0], { beneath: 'shelves' }))
    const { change, rest } = splitDimension(project, on(project), 'c', 2, () => 'rest')
    doing(project, change)
    expect([says(project, 'c'), says(project, rest)]).toEqual([
      ['1000', '3000'],
      ['5000', 'shelves'],
    ])
    expect(() => splitDimension(project, on(project), 'rest', 0, () => 'more')).toThrow('between its ends')
    const back = doing(project, joinDimensions(project, on(project), ['c', 'rest']))
    expect(says(project, 'c')).toEqual(['1000', '3000', '5000', 'shelves'])
    expect(project.get('rest')).toBeUndefined()
    project.apply(back)
    expect(project.get('rest')).toBeDefined()
    project.apply({ put: [chain('up', [0, 5], { direction: Math.PI / 2 })], drop: [] })
    expect(() => joinDimensions(project, on(project), ['c', 'up'])).toThrow('that measure one way')
    expect(() => joinDimensions(project, on(project), ['c'])).toThrow('two rows or more')
  })

  it('keep their row where it is told, by hand too', () => {
    const project = projectWith(PLAN, wall('w', [0, 0, 6000, 0]), chain('c', [0, 6000]))
    const line = (): number => {
      const scene = on(project)
      return layDimension(project.need('dimension', 'c'), scene, 50, METRIC).ticks[0]!.y
    }
    doing(project, setRow(project, ['c'], { in: 'row', side: 'left', row: 1, morePaperMm: 4 }))
    expect(line()).toBeCloseTo(70 + 22 * 50, 9)
    doing(project, setRow(project, ['c'], { in: 'real', mm: -800 }))
    expect(line()).toBeCloseTo(-800, 9)
    expect(() => setRow(project, ['c'], { in: 'real', mm: NaN })).toThrow('no place for a row')
    expect(() => setRow(project, ['c'], () => ({ in: 'real', mm: NaN }))).toThrow('no place for a row')
  })

  it('go elsewhere together, each from where it runs', () => {
    const row = (nth: number): Partial<Dimension> => ({ offset: { in: 'row', side: 'right', row: nth } })
    const project = projectWith(PLAN, chain('a', [0, 1], row(0)), chain('b', [0, 1], row(2)))
    doing(
      project,
      setRow(project, ['a', 'b'], (offset) => (offset.in === 'row' ? { ...offset, morePaperMm: 3 } : offset)),
    )
    expect(project.all('dimension').map(({ offset }) => offset)).toEqual([
      { in: 'row', side: 'right', row: 0, morePaperMm: 3 },
      { in: 'row', side: 'right', row: 2, morePaperMm: 3 },
    ])
  })
})

describe('rows that are spread', () => {
  it('stand one beyond the other at even steps, the shorter of one row first', () => {
    const project = projectWith(
      PLAN,
      chain('whole', [0, 9000], { offset: { in: 'row', side: 'right', row: 1 } }),
      chain('parts', [0, 4000, 8000], { offset: { in: 'row', side: 'right', row: 1 } }),
      chain('back', [1000, 3000], {
        direction: Math.PI,
        offset: { in: 'row', side: 'left', row: 6, morePaperMm: 3 },
      }),
      chain('free', [0, 7000], { offset: { in: 'real', mm: -4000 } }),
    )
    doing(project, spreadRows(project, on(project), ['free', 'back', 'whole', 'parts']))
    const rows = ['parts', 'whole', 'back', 'free'].map((id) => project.need('dimension', id).offset)
    expect(rows).toEqual([
      { in: 'row', side: 'right', row: 1 },
      { in: 'row', side: 'right', row: 2 },
      { in: 'row', side: 'left', row: 3 },
      { in: 'row', side: 'right', row: 4 },
    ])
    expect(() => spreadRows(project, on(project), ['free'])).toThrow('two rows or more')
    project.apply({ put: [chain('up', [0, 5], { direction: Math.PI / 2 })], drop: [] })
    expect(() => spreadRows(project, on(project), ['free', 'up'])).toThrow('measure one way')
  })
})

describe('a row in line with another', () => {
  const lineOf = (project: Project, id: string, scale: number): number =>
    layDimension(project.need('dimension', id), on(project), scale, METRIC).ticks[0]!.y
  const inLine = (of: string, last = 0) => ({ in: 'line', of, side: 'right', last }) as const
  const two = (): Project =>
    projectWith(
      PLAN,
      wall('front', [0, -3000, 4000, -3000]),
      wall('back', [4000, 0, 9000, 0]),
      chain('one', [0, 4000], { offset: { in: 'row', side: 'right', row: 1 } }),
      chain('two', [4500, 9000]),
    )

  it('runs where that runs, at every scale and whatever becomes of it', () => {
    const project = two()
    expect(lineOf(project, 'two', 50)).toBeCloseTo(-70 - 500, 6)
    doing(project, setRow(project, ['two'], inLine('one')))
    for (const scale of [20, 50, 100]) {
      expect(lineOf(project, 'two', scale)).toBeCloseTo(-3070 - 18 * scale, 6)
      expect(lineOf(project, 'one', scale)).toBeCloseTo(lineOf(project, 'two', scale), 9)
    }
    doing(project, setRow(project, ['one'], { in: 'real', mm: -5000 }))
    expect(lineOf(project, 'two', 50)).toBeCloseTo(-5000, 6)
    // Drawn the other way it is still in line.
    project.apply({ put: [{ ...project.need('dimension', 'two'), direction: Math.PI }], drop: [] })
    expect(lineOf(project, 'two', 50)).toBeCloseTo(-5000, 6)
  })

  it('stays where it ran last when that goes, and is there again with it', () => {
    const project = two()
    doing(project, setRow(project, ['two'], inLine('one', -3970)))
    const back = doing(project, removeItems(project, ['one']))
    expect(project.need('dimension', 'two').offset).toEqual({ in: 'real', mm: -3970 })
    expect(lineOf(project, 'two', 50)).toBeCloseTo(-3970, 6)
    project.apply(back)
    expect(project.need('dimension', 'two').offset).toEqual(inLine('one', -3970))
  })

  it('is refused with itself, round about too, and with what measures another way', () => {
    const project = two()
    expect(() => setRow(project, ['one'], inLine('one'))).toThrow('not in line with itself')
    doing(project, setRow(project, ['two'], inLine('one')))
    expect(() => setRow(project, ['one'], inLine('two'))).toThrow('not in line with itself')
    project.apply({ put: [chain('up', [0, 5], { direction: Math.PI / 2 })], drop: [] })
    expect(() => setRow(project, ['one'], inLine('up'))).toThrow('that measure the same way')
    expect(() => setRow(project, ['one'], inLine('nowhere'))).toThrow('that measure the same way')
  })

  it('is drawn anew on a board that keeps up when that moves', () => {
    const project = two()
    doing(project, setRow(project, ['two'], inLine('one')))
    const kept = drawingPicture({ scale: 50, printing: false } as never)
    const list = (): string =>
      JSON.stringify(
        kept
          .of(on(project))
          .list()
          .filter(({ source }) => source === 'two'),
      )
    const before = list()
    // A wall in front of the one, far from the other.
    project.apply({ put: [wall('porch', [1000, -5000, 3000, -5000])], drop: [] })
    const after = list()
    expect(after).not.toBe(before)
    doing(project, setRow(project, ['one'], { in: 'real', mm: -9000 }))
    expect(list()).not.toBe(after)
  })
})

describe('what is said of a figure', () => {
  const row = (): Project => projectWith(PLAN, chain('c', [0, 1000, 2000, 5000]))

  it('stands before, after and beneath what is measured, and goes again', () => {
    const project = row()
    doing(project, setFigure(project, 'c', [2, 3], { before: '> ', after: ' mm', beneath: 'daylight' }))
    expect(says(project, 'c')).toEqual(['1000', '1000', '> 3000 mm', 'daylight'])
    doing(project, setFigure(project, 'c', [3, 2], { before: null, after: null, beneath: ' ' }))
    expect(says(project, 'c')).toEqual(['1000', '1000', '3000'])
    expect(project.need('dimension', 'c').figures).toBeUndefined()
    expect(() => setFigure(project, 'c', [0, 0], { after: 'x' })).toThrow('no such figure')
    expect(() => setFigure(project, 'c', [0, 8], { after: 'x' })).toThrow('no such figure')
    expect(() => setFigure(project, 'c', [0, 1], { equal: true, instead: 'x' })).toThrow('words of its own')
  })

  it('in its place is underlined, and an open matter until it is accepted', () => {
    const project = row()
    const lines = (): number => {
      const scene = on(project)
      const { items } = layDimension(project.need('dimension', 'c'), scene, 50, METRIC)
      return items.filter((item) => item.kind === 'segments' && item.pen === 'dimension').length
    }
    const before = lines()
    const matters = (): string[] =>
      settleBoard(on(project))
        .filter(({ text }) => text.startsWith('A figure'))
        .map(({ text }) => text.replace(/\s/g, ' '))
    doing(project, setFigure(project, 'c', [2, 3], { instead: '3010' }))
    expect(says(project, 'c').at(-1)).toBe('3010')
    expect(lines()).toBe(before + 1)
    expect(matters()).toEqual(['A figure says “3010” where 3 000 is measured.'])
    doing(project, setFigure(project, 'c', [2, 3], { accepted: true }))
    expect(matters()).toEqual([])
    // Other words are to be accepted anew.
    doing(project, setFigure(project, 'c', [2, 3], { instead: '3020' }))
    expect(matters()).toEqual(['A figure says “3020” where 3 000 is measured.'])
  })

  it('EQ is an open matter where the parts are not', () => {
    const project = row()
    const matters = (): string[] =>
      settleBoard(on(project))
        .filter(({ text }) => text.startsWith('Parts of'))
        .map(({ text }) => text.replace(/\s/g, ' '))
    for (const part of [0, 1]) doing(project, setFigure(project, 'c', [part, part + 1], { equal: true }))
    expect(says(project, 'c')).toEqual(['EQ', 'EQ', '3000'])
    expect(matters()).toEqual([])
    doing(project, tieAgain(project, on(project), 'c', 1, at(1100), 50))
    expect(matters()).toEqual(['Parts of a row that say they are equal are not: 1 100 and 900.'])
  })
})
