import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { layAnnotation, layNote, scaleSteps } from '../src/annotate'
import { solverOf } from '../src/building'
import { PLAIN_LOOK, sceneOf, type Scene } from '../src/derive'
import { drawingList } from '../src/annotate'
import { extentOf, type DisplayItem, type TextItem } from '../src/display'
import {
  addOwnSymbols,
  addSymbol,
  closeBlock,
  findText,
  mapItems,
  moveItems,
  nextPointNumber,
  openBlock,
  replaceText,
  setNorth,
  setScales,
  setSymbols,
} from '../src/edit'
import { mainCapital } from '../src/lettering'
import { enlarge, insidePath, pathOfPoints, type Point } from '../src/geometry'
import {
  frameShapes,
  symbolForms,
  type AnyRecord,
  type Change,
  type Note,
  type PaperSymbol,
  type Project,
} from '../src/records'
import { addSchedule, scheduleTable } from '../src/schedules'
import { PLAN as HOUSE_PLAN, ROUND_TAG, houseRecords } from './house'
import { PLAN, projectWith, wall } from './wallFixture'

const SCALES = [5, 10, 20, 50, 100, 200] as const
const sceneIn = (project: Project, id: string = PLAN.id): Scene =>
  sceneOf(project, project.need('drawing', id))
const doing = (project: Project, change: Change): Change => {
  project.check(change)
  return project.apply(change)
}
const house = (): Project => projectWith(...houseRecords())
let made = 0
const makeId = (): string => `made-${++made}`
const at = (x: number, y: number) => ({ to: 'point', last: { x, y } }) as const
const textsIn = (items: readonly DisplayItem[]): TextItem[] =>
  items.flatMap((item) => (item.kind === 'text' ? [item] : []))
const wordsIn = (items: readonly DisplayItem[]): string[] =>
  textsIn(items).map(({ runs }) => runs.map(({ text }) => text).join(''))
const laid = (
  project: Project,
  id: string,
  scale: number,
  drawing: string = PLAN.id,
): readonly DisplayItem[] => layAnnotation(project.get(id)!, sceneIn(project, drawing), scale, true)
const sizeOf = (items: readonly DisplayItem[]): { x: number; y: number } => {
  const { minX, minY, maxX, maxY } = extentOf(items)
  return { x: maxX - minX, y: maxY - minY }
}

describe('scale bars', () => {
  it('have round steps that measure true, and say them', () => {
    expect(scaleSteps(50, { system: 'metric' })).toEqual({
      step: 500,
      count: 5,
      labels: ['0', '0.5', '1', '1.5', '2', '2.5 m'],
    })
    expect(scaleSteps(5, { system: 'metric' }).labels).toEqual(['0', '50', '100', '150', '200', '250 mm'])
    expect(scaleSteps(100, { system: 'metric' }).labels.at(-1)).toBe('5 m')
    // 1/4" to the foot: 13 mm on paper are 624 mm, so steps of two feet; at 1/8" of four, at 1/2" of one.
    expect([96, 48, 24].map((scale) => scaleSteps(scale, { system: 'feet-inches' }).labels.at(-1))).toEqual([
      '20 ft',
      '10 ft',
      '5 ft',
    ])
    // 3/4" to the foot: 208 mm, so six inches; 3": 52 mm, so two.
    expect(scaleSteps(16, { system: 'feet-inches' })).toEqual({
      step: expect.closeTo(152.4, 6) as number,
      count: 4,
      labels: ['0', '6', '12', '18', '24 in'],
    })
    expect(scaleSteps(4, { system: 'feet-inches' }).labels).toEqual(['0', '2', '4', '6', '8 in'])
  })

  it('are between 26 and 65 mm long on paper at any scale', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 5000, noNaN: true }),
        fc.constantFrom('metric' as const, 'feet-inches' as const),
        (scale, system) => {
          const { step, count, labels } = scaleSteps(scale, { system })
          const long = (step * count) / scale
          expect(long).toBeLessThanOrEqual(65.001)
          expect(long).toBeGreaterThan(25.9)
          expect(labels).toHaveLength(count + 1)
        },
      ),
    )
  })

  it('stand in a drawing as long as they say, whatever it is read at', () => {
    const project = projectWith(PLAN)
    const { put } = doing(
      project,
      addSymbol(project, { drawing: PLAN.id, form: 'scaleBar', anchors: [at(1000, 2000)] }, makeId),
    )
    expect(put).toEqual([])
    const [bar] = project.all('symbol')
    for (const scale of SCALES) {
      const outline = laid(project, bar!.id, scale).find((item) => item.kind === 'line')!
      const { step, count } = scaleSteps(scale, project.facts.units)
      expect(sizeOf([outline])).toEqual({ x: step * count, y: expect.closeTo(1.4 * scale, 6) as number })
    }
  })
})

describe('symbols', () => {
  it('keep their size on paper at every scale', () => {
    const project = house()
    for (const form of ['north', 'settingOut', 'weld', 'own'] as const) {
      const sizes = SCALES.map((scale) => {
        const { x, y } = sizeOf(laid(project, `symbol-${form}`, scale, HOUSE_PLAN))
        return [x / scale, y / scale]
      })
      for (const size of sizes) {
        expect(size[0], form).toBeCloseTo(sizes[0]![0]!, 6)
        expect(size[1], form).toBeCloseTo(sizes[0]![1]!, 6)
      }
    }
  })

  it('have letters as high as their style says', () => {
    const project = house()
    for (const form of symbolForms)
      for (const scale of [20, 200])
        for (const { size } of textsIn(laid(project, `symbol-${form}`, scale, HOUSE_PLAN)))
          expect(
            [2.5, 3.5].some((mm) => Math.abs((size * mainCapital('plain')) / scale - mm) < 1e-6),
            form,
          ).toBe(true)
  })

  it('tell of what they stand on: the span of joists says their size and spacing', () => {
    const project = house()
    expect(wordsIn(laid(project, 'symbol-span', 50, HOUSE_PLAN))).toEqual(['47 × 195', '400'])
    const joists = project.need('framing', 'joists')
    doing(project, { put: [{ ...joists, pitch: 450, name: '63 × 220' }], drop: [] })
    expect(wordsIn(laid(project, 'symbol-span', 50, HOUSE_PLAN))).toEqual(['63 × 220', '450'])
    const picture = drawingList(sceneIn(project, HOUSE_PLAN), { ...PLAIN_LOOK, scale: 50 })
    expect(wordsIn(picture.filter(({ source }) => source === 'symbol-span'))).toEqual(['63 × 220', '450'])
  })

  it('follow what they stand at; moved by themselves they move what they say', () => {
    const project = house()
    const number = (): Point => textsIn(laid(project, 'symbol-settingOut', 50, HOUSE_PLAN))[0]!
    const before = number()
    doing(project, moveItems(project, ['line'], { x: 100, y: -50 }))
    expect(number().x - before.x).toBeCloseTo(100, 6)
    expect(number().y - before.y).toBeCloseTo(-50, 6)
    const cross = (): DisplayItem => laid(project, 'symbol-settingOut', 50, HOUSE_PLAN)[0]!
    const stood = cross()
    const said = number()
    doing(project, moveItems(project, ['symbol-settingOut'], { x: 200, y: 0 }))
    expect(cross()).toEqual(stood)
    expect(number().x - said.x).toBeCloseTo(200, 6)
    expect(number().y - said.y).toBeCloseTo(0, 6)
  })

  it('stand elsewhere at a scale of their own, and read where they are wanted', () => {
    const project = house()
    const from = (scale: number): number =>
      extentOf(
        drawingList(sceneIn(project, HOUSE_PLAN), { ...PLAIN_LOOK, scale }).filter(
          ({ source, kind }) => source === 'symbol-scaleBar' && kind === 'line',
        ),
      ).minY
    expect(from(50)).toBe(4200)
    expect(from(100)).toBe(4300)
    doing(project, setScales(project, ['symbol-scaleBar'], [50]))
    expect(from(100)).toBe(Infinity)
  })

  it('show where north is, all of them', () => {
    const project = house()
    const tip = (): number[] => {
      const fill = laid(project, 'symbol-north', 50, HOUSE_PLAN).find((item) => item.kind === 'fill')!
      return fill.loops[0]!.slice(0, 2)
    }
    const { last } = project.need('symbol', 'symbol-north').anchors[0]!
    expect(tip()).toEqual([expect.closeTo(last.x, 6), expect.closeTo(last.y + 7.5 * 50, 6)])
    const undo = doing(project, setNorth(project, Math.PI / 2))
    expect(tip()).toEqual([expect.closeTo(last.x - 7.5 * 50, 6), expect.closeTo(last.y, 6)])
    project.apply(undo)
    expect(tip()[0]).toBeCloseTo(last.x, 6)
  })

  it('of welds stand on the side they are made on; alike on both sides no dashed line tells the other', () => {
    const project = house()
    const weld = (facts: PaperSymbol['weld']): readonly DisplayItem[] => {
      doing(project, setSymbols(project, ['symbol-weld'], { weld: facts! }))
      return laid(project, 'symbol-weld', 10, HOUSE_PLAN)
    }
    // The reference line begins 10 right of the joint at (6000, 5200) and 9 over it, mm on paper.
    const y = 5200 + 9 * 10
    const isOver = (items: readonly DisplayItem[], words: string): boolean =>
      textsIn(items).find(({ runs }) => runs[0]?.text === words)!.y > y
    const dashed = (items: readonly DisplayItem[]): number =>
      items.filter(({ kind }) => kind === 'segments').length
    const one = weld({ arrow: { type: 'fillet', size: 'a5' } })
    expect([isOver(one, 'a5'), dashed(one)]).toEqual([true, 1])
    const other = weld({ other: { type: 'fillet', size: 'a4' } })
    expect([isOver(other, 'a4'), dashed(other)]).toEqual([false, 1])
    const both = weld({ arrow: { type: 'single V', size: 's8' }, other: { type: 'single V', size: 's8' } })
    expect(dashed(both)).toBe(0)
    const round = weld({ arrow: { type: 'fillet' }, around: true })
    expect(round.filter(({ kind }) => kind === 'arc')).toHaveLength(1)
  })

  it('of blocks drawn on paper say what their fields are given, also of what they stand in', () => {
    const project = house()
    expect(wordsIn(laid(project, 'symbol-own', 50, HOUSE_PLAN))).toEqual(['7'])
    doing(project, setSymbols(project, ['symbol-own'], { values: { Number: '{level}' } }))
    expect(wordsIn(laid(project, 'symbol-own', 50, HOUSE_PLAN))).toEqual(['Ground floor'])
    doing(project, setSymbols(project, ['symbol-own'], { values: { Number: null } }))
    expect(wordsIn(laid(project, 'symbol-own', 50, HOUSE_PLAN))).toEqual(['1'])
  })

  it('of blocks drawn on paper are changed at their true size, and all follow', () => {
    const project = house()
    const { change, drawing } = openBlock(project, 'symbol-own', makeId)
    doing(project, change)
    expect(project.need('drawing', drawing).readingScale).toBe(1)
    const [ring] = project.all('linework').filter((line) => line.drawing === drawing)
    const wide = (): number => sizeOf(laid(project, 'symbol-own', 50, HOUSE_PLAN)).x
    expect(wide()).toBeCloseTo(8 * 50, 6)
    doing(project, mapItems(project, [ring!.id], enlarge(1.5)))
    doing(project, closeBlock(project, drawing))
    expect(wide()).toBeCloseTo(12 * 50, 6)
    expect(() => openBlock(project, 'symbol-north', makeId)).toThrow('This symbol is no block')
  })

  it('are refused with a sentence where they cannot be', () => {
    const project = house()
    const add = (facts: Partial<Parameters<typeof addSymbol>[1]>) => () =>
      project.check(
        addSymbol(
          project,
          { drawing: HOUSE_PLAN, form: 'span', anchors: [at(0, 0), at(900, 0)], ...facts },
          makeId,
        ),
      )
    expect(add({})).not.toThrow()
    expect(add({ drawing: 'section', form: 'north', anchors: [at(0, 0)] })).toThrow(
      'A north point stands in plans and in details of them.',
    )
    expect(add({ anchors: [at(5, 5), at(5, 5)] })).toThrow('A symbol along a line needs two different ends.')
    expect(add({ anchors: [at(5, 5)] })).toThrow('A symbol along a line has two ends')
    expect(add({ text: '{width of the sea}' })).toThrow('There is no field “width of the sea”.')
    expect(add({ text: '水' })).toThrow('The lettering has no “水”.')
    expect(add({ text: 'x'.repeat(201) })).toThrow('A symbol says 200 letters at most.')
    expect(add({ form: 'weld', anchors: [at(0, 0)], weld: {} })).toThrow(
      'A weld is made on one side at least.',
    )
    const own = (block: string) => () =>
      addOwnSymbols(
        project,
        { drawing: HOUSE_PLAN, block, places: [{ at: { x: 0, y: 0 }, turn: 0 }] },
        makeId,
      )
    expect(own('nowhere')).toThrow('This block is no longer there.')
    expect(own(project.need('placement', project.all('placement')[0]!.id).block)).toThrow(
      'is no symbol: it is drawn at its real size.',
    )
    expect(own(ROUND_TAG.id)).not.toThrow()
  })
})

describe('setting-out points', () => {
  it('are numbered on, and listed with where they are now', () => {
    const project = projectWith(PLAN, wall('w', [0, 0, 8000, 0]))
    const point = (x: number, y: number, text: string): void =>
      void doing(
        project,
        addSymbol(project, { drawing: PLAN.id, form: 'settingOut', anchors: [at(x, y)], text }, makeId),
      )
    expect(nextPointNumber(project)).toBe('1')
    point(1000, 2000, 'P2')
    point(-500, 40.5, 'P10')
    expect(nextPointNumber(project, 'P10')).toBe('P11')
    expect(nextPointNumber(project, 'Q')).toBe('Q1')
    const { change, schedule } = addSchedule(project, 'points', makeId)
    doing(project, change)
    const table = (): readonly (readonly unknown[])[] =>
      scheduleTable(
        project,
        (level) => solverOf(project, level),
        project.need('schedule', schedule),
      ).rows.map(({ cells }) => cells)
    expect(table()).toEqual([
      ['P2', 1000, 2000, 0],
      ['P10', -500, 40.5, 0],
    ])
    doing(project, moveItems(project, [project.all('symbol')[0]!.id], { x: 5, y: 0 }))
    expect(table()[0]).toEqual(['P2', 1005, 2000, 0])
  })
})

describe('frames', () => {
  const note: Note = {
    id: 'note',
    kind: 'note',
    drawing: PLAN.id,
    at: { x: 500, y: -200 },
    text: 'W 12',
    heightPaperMm: 2.5,
    align: 'middle',
  }

  it('go around all letters, whatever their shape and their text', () => {
    const scene = sceneIn(projectWith(PLAN))
    fc.assert(
      fc.property(
        fc.constantFrom(true as const, ...frameShapes),
        fc.stringMatching(/^[A-Z0-9]{1,12}(\n[a-z]{1,9})?$/),
        fc.constantFrom('start' as const, 'middle' as const, 'end' as const),
        fc.double({ min: -1.5, max: 1.5, noNaN: true }),
        (framed, text, align, turn) => {
          const items = layNote({ ...note, framed, text, align, turn }, scene, 20)
          const ring = items.find((item) => item.kind === 'arc')
          const frame = items.find((item) => item.kind === 'line')
          const corners = frame
            ? Array.from({ length: frame.points.length / 2 }, (_, i) => ({
                x: frame.points[2 * i]!,
                y: frame.points[2 * i + 1]!,
              }))
            : []
          for (const letters of textsIn(items)) {
            const [c, s] = [Math.cos(letters.turn), Math.sin(letters.turn)]
            for (const [along, up] of [
              [0, 0],
              [letters.width, 0],
              [letters.width, 50],
              [0, 50],
            ] as const) {
              const p = { x: letters.x + along * c - up * s, y: letters.y + along * s + up * c }
              const inside = ring
                ? Math.hypot(p.x - ring.x, p.y - ring.y) < ring.radius
                : insidePath(pathOfPoints(corners, true), p)
              expect(inside, `${String(framed)} ${text}`).toBe(true)
            }
          }
        },
      ),
      { numRuns: 200 },
    )
  })

  it('stand at the end of the line of a leader', () => {
    const records: AnyRecord[] = [
      {
        id: 'tag',
        kind: 'leader',
        drawing: PLAN.id,
        tip: at(0, 0),
        elbowPaperMm: { x: 10, y: 10 },
        text: 'D1',
        framed: 'circle',
      },
    ]
    const project = projectWith(PLAN, ...records)
    const items = laid(project, 'tag', 50)
    const [ring] = items.filter((item) => item.kind === 'arc')
    const line = items.find((item) => item.kind === 'line')!
    const [x, y] = line.points.slice(-2) as [number, number]
    expect(Math.hypot(ring!.x - x, ring!.y - y)).toBeCloseTo(ring!.radius, 6)
  })
})

describe('words that are looked for', () => {
  it('are found and replaced in all that is written', () => {
    const project = house()
    const dimension = project.all('dimension')[0]!
    doing(project, {
      put: [{ ...dimension, figures: [{ between: [0, 1], after: 'clear oak' }] }],
      drop: [],
    })
    doing(project, setSymbols(project, ['symbol-fall'], { text: 'OAK 1:80' }))
    const mark = project.need('levelMark', 'level-mark')
    doing(project, { put: [{ ...mark, name: 'Oak floor' }], drop: [] })
    const sought = { text: 'oak', exact: false, whole: true }
    const found = findText(project, sought)
    expect(new Set(found.map(({ record }) => record.id))).toEqual(
      new Set([dimension.id, 'symbol-fall', 'level-mark']),
    )
    doing(
      project,
      replaceText(
        project,
        found.map(({ record }) => record.id),
        sought,
        'ash',
      ),
    )
    expect(project.need('dimension', dimension.id).figures![0]!.after).toBe('clear ash')
    expect(project.need('symbol', 'symbol-fall').text).toBe('ash 1:80')
    expect(project.need('levelMark', 'level-mark').name).toBe('ash floor')
    expect(() => replaceText(project, ['symbol-fall'], { ...sought, text: 'ash' }, '水')).toThrow('no “水”')
  })
})
