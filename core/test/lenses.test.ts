import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { drawingList } from '../src/annotate'
import { solverOf } from '../src/building'
import { lookThrough, sceneOf } from '../src/derive'
import { INK, PAPER, greyOf, isColour, penOf, toneColour, type DisplayItem } from '../src/display'
import {
  addOpening,
  addSight,
  moveItems,
  removeItems,
  setLens,
  setLensRule,
  setLensStatus,
  setLayer,
  setOwnLook,
  setStatus,
} from '../src/edit'
import { readLibrary, writeLibrary } from '../src/exchange'
import { STANDARD_LENSES, lensOf } from '../src/library'
import { statuses, type AnyRecord, type Opening, type Project, type Status } from '../src/records'
import { roomsOf } from '../src/rooms'
import { derivedSource } from '../src/views'
import { LEVEL, PLAN, projectWith } from './wallFixture'

let count = 0
const makeId = (): string => `made${++count}`

const TYPE = 'wall-type-block-140'
const wall = (id: string, ax: number, ay: number, bx: number, by: number): AnyRecord => ({
  id,
  kind: 'wall',
  level: LEVEL,
  type: TYPE,
  a: { x: ax, y: ay },
  b: { x: bx, y: by },
  reference: 'centre',
  base: 0,
  height: null,
})
/** A room of 6 by 4 m with a wall across its middle. */
const parted = (): Project =>
  projectWith(
    PLAN,
    ...STANDARD_LENSES,
    wall('south', 0, 0, 6000, 0),
    wall('east', 6000, 0, 6000, 4000),
    wall('north', 6000, 4000, 0, 4000),
    wall('west', 0, 4000, 0, 0),
    wall('across', 3000, 0, 3000, 4000),
  )

const listOf = (project: Project, lens: string, printing = false): DisplayItem[] => {
  const drawing = project.need('drawing', PLAN.id)
  return [
    ...drawingList(sceneOf(project, drawing), lookThrough(lensOf(project, lens), 50, { printing })),
  ].flatMap(opened)
}
const opened = (item: DisplayItem): DisplayItem[] =>
  item.kind === 'group' ? [item, ...item.items.flatMap(opened)] : [item]
const tonesOf = (items: readonly DisplayItem[]): (number | string)[] =>
  items.flatMap((item) => ('pen' in item ? [penOf(item.pen).tone] : 'tone' in item ? [item.tone] : []))

describe('what is existing, removed or new', () => {
  it('bounds rooms only while it stays', () => {
    const project = parted()
    const count = (): number => [...solverOf(project, LEVEL).closedOutlines()].filter(isHole).length
    expect(count()).toBe(2)
    project.apply(setStatus(project, ['across'], 'removed'))
    expect(count()).toBe(1)
    project.apply(setStatus(project, ['across'], 'existing'))
    expect(count()).toBe(2)
    expect(roomsOf(project, solverOf(project, LEVEL))).toEqual([])
  })
  it('does not join what goes: the wall it stood against runs on', () => {
    const project = parted()
    const faces = (): number =>
      solverOf(project, LEVEL)
        .get('south')!
        .boundaries.filter(({ left, right }) => left < 0 || right < 0).length
    const before = faces()
    project.apply(setStatus(project, ['across'], 'removed'))
    const solver = solverOf(project, LEVEL)
    expect(solver.get('across')!.zone).toBe('removed')
    expect(faces()).toBeLessThan(before)
    expect(solver.faults()).toBe(0)
  })
  it('is dashed by itself, and left out or as it was through a lens', () => {
    const project = parted()
    project.apply(setStatus(project, ['across'], 'removed'))
    const of = (lens: string) => listOf(project, lens).filter(({ source }) => source === 'across')
    expect(of('lens-full').length).toBeGreaterThan(0)
    expect(of('lens-after')).toEqual([])
    // Before the works it is cut with the others: drawn for none alone.
    expect(of('lens-before')).toEqual([])
    const outlines = (lens: string): number =>
      listOf(project, lens).filter((item) => item.kind === 'line' && item.source === null).length
    project.apply(setStatus(project, ['south', 'east', 'north', 'west'], 'existing'))
    // Outer face and two rooms before, outer face and one room after.
    expect(outlines('lens-before')).toBe(3)
    expect(outlines('lens-after')).toBe(2)
  })
  it('shows nothing new before the works', () => {
    const project = parted()
    project.apply(setStatus(project, ['south', 'east', 'north', 'west'], 'existing'))
    const outlines = (lens: string): number =>
      listOf(project, lens).filter((item) => item.kind === 'line' && item.source === null).length
    expect(outlines('lens-before')).toBe(2)
    expect(outlines('lens-after')).toBe(3)
    // New parts are filled with ink where the works are shown.
    expect(tonesOf(listOf(project, 'lens-works').filter(({ kind }) => kind === 'fill'))).toContain(0)
  })
  it('lets a new window come where a door goes', () => {
    const project = parted()
    const door: AnyRecord = {
      id: 'door',
      kind: 'opening',
      wall: 'south',
      fit: 'door',
      along: 1500,
      width: 900,
      sill: 0,
      head: 2100,
      hand: 'start',
      side: 'left',
      status: 'removed',
    }
    project.apply({ put: [door], drop: [] })
    let n = 0
    const { id: _, kind: __, status: ___, ...rest } = door as Opening
    const solved = () => solverOf(project, LEVEL).get('south')!
    const change = addOpening(project, solved(), { ...rest, fit: 'window', sill: 900 }, () => `o${++n}`)
    project.apply(change)
    const fits = solved().openings
    expect(fits.map(({ fault }) => fault)).toEqual([null, null])
    expect(fits.map(({ zone }) => zone).sort()).toEqual(['cut', 'removed'])
    // The wall is open where the window is, once.
    expect(solverOf(project, LEVEL).faults()).toBe(0)
  })
  it('any statuses leave closed outlines', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom<Status>(...statuses), { minLength: 5, maxLength: 5 }), (all) => {
        const project = parted()
        const ids = ['south', 'east', 'north', 'west', 'across']
        ids.forEach((id, i) => project.apply(setStatus(project, [id], all[i]!)))
        const solver = solverOf(project, LEVEL)
        expect(solver.faults()).toBe(0)
        for (const [i, id] of ids.entries())
          expect(solver.get(id)!.zone).toBe(all[i] === 'removed' ? 'removed' : 'cut')
        const before = solver.seen({ printing: false, before: true })
        expect(before.faults()).toBe(0)
        expect(before.count).toBe(all.filter((status) => status !== 'new').length)
        for (const each of before.all()) expect(each.zone).toBe('cut')
      }),
      { numRuns: 60 },
    )
  })
})

describe('colours', () => {
  it('come from the own look before the layer, and go with ink and tones', () => {
    const project = parted()
    project.apply(setLayer(project, 'layer-walls', { colour: '#2f6f9f' }))
    expect(tonesOf(listOf(project, 'lens-full'))).toContain('#2f6f9f')
    project.apply(setOwnLook(project, ['south'], { colour: '#c2271d' }))
    expect(tonesOf(listOf(project, 'lens-full'))).toContain('#c2271d')
    for (const ink of ['tones', 'ink'] as const) {
      project.apply(setLens(project, 'lens-full', { ink }))
      const tones = tonesOf(listOf(project, 'lens-full'))
      expect(tones.some(isColour), ink).toBe(false)
      if (ink === 'ink') expect(tones.every((tone) => tone === 0 || tone === 1)).toBe(true)
    }
  })
  it('are as light in grey as to the eye', () => {
    expect(greyOf('#ffffff')).toBeCloseTo(1, 6)
    expect(greyOf(toneColour(0))).toBeCloseTo(0, 2)
    // L* of #777777 is 50.03, of the ink #1e2a38 16.79 (CIE 1976): (50.03 - 16.79) / (100 - 16.79).
    expect(greyOf('#777777')).toBeCloseTo(0.4, 1)
  })
  it('stay as they are on paper, and turn over where ink is light', () => {
    expect(toneColour('#b5533c')).toBe('#b5533c')
    const [ink, paper] = [
      [0xec, 0xe6, 0xd9],
      [0x2a, 0x29, 0x25],
    ]
    const light = (colour: string): number =>
      [1, 3, 5].reduce((sum, at) => sum + parseInt(colour.slice(at, at + 2), 16), 0)
    // A pale fill is dark there, so that light lines can be read on it; a dark line is light.
    expect(light(toneColour('#ead9b8', ink, paper))).toBeLessThan(300)
    expect(light(toneColour('#2f4050', ink, paper))).toBeGreaterThan(400)
    expect(toneColour('#ead9b8', INK, PAPER)).toBe('#ead9b8')
  })
})

describe('rules of a lens', () => {
  it('leave out, dash and ink kinds, layers and levels, the last before the first', () => {
    const project = parted()
    const put = (rule: Parameters<typeof setLensRule>[2]): unknown =>
      project.apply(setLensRule(project, 'lens-full', rule))
    put({ by: 'kind', kind: 'wall', colour: '#6f8140' })
    expect(tonesOf(listOf(project, 'lens-full'))).toContain('#6f8140')
    put({ by: 'layer', layer: 'layer-walls', colour: '#7a4a78' })
    expect(tonesOf(listOf(project, 'lens-full'))).toContain('#7a4a78')
    expect(tonesOf(listOf(project, 'lens-full'))).not.toContain('#6f8140')
    put({ by: 'level', level: LEVEL, shown: false })
    expect(listOf(project, 'lens-full')).toEqual([])
    // A rule that says nothing goes.
    put({ by: 'level', level: LEVEL })
    put({ by: 'layer', layer: 'layer-walls' })
    expect(project.need('lens', 'lens-full').rules).toEqual([{ by: 'kind', kind: 'wall', colour: '#6f8140' }])
  })
  it('go with the layer they are for', () => {
    const project = parted()
    project.apply(setLensStatus(project, 'lens-full', { new: 'filled' }))
    expect(project.need('lens', 'lens-full').statuses).toEqual({
      existing: 'as it is',
      removed: 'dashed',
      new: 'filled',
    })
    expect(() =>
      project.apply(setLensRule(project, 'lens-full', { by: 'layer', layer: 'no layer' })),
    ).toThrow()
  })
})

const isHole = (loop: { readonly points: readonly { readonly x: number; readonly y: number }[] }): boolean =>
  loop.points.reduce((sum, p, i) => {
    const q = loop.points[(i + 1) % loop.points.length]!
    return sum + p.x * q.y - q.x * p.y
  }, 0) < 0

describe('a lens in another project', () => {
  it('leaves rules behind that only its own project understands', () => {
    const project = parted()
    project.apply(setLensRule(project, 'lens-full', { by: 'kind', kind: 'wall', colour: '#6f8140' }))
    project.apply(setLensRule(project, 'lens-full', { by: 'layer', layer: 'layer-walls', dashed: true }))
    project.apply(setLensRule(project, 'lens-full', { by: 'level', level: LEVEL, shown: false }))
    const text = writeLibrary({ name: 'L', system: 'metric', records: project.everything() }, ['lens-full'])
    const [lens] = readLibrary(text).records
    expect(lens).toMatchObject({
      rules: [
        { by: 'kind', kind: 'wall', colour: '#6f8140' },
        { by: 'layer', layer: 'layer-walls', dashed: true },
      ],
    })
  })
})

describe('a view of the building before the works', () => {
  it('joins what stood there, as its plan does; what is new is nowhere', () => {
    const T = 70
    // A partition that goes stands against a wall that stays; a new wall stands where there was none.
    const project = projectWith(
      PLAN,
      ...STANDARD_LENSES,
      { ...wall('stays', 0, 0, 6000, 0), status: 'existing' } as AnyRecord,
      { ...wall('goes', 3000, 0, 3000, 2000), status: 'removed' } as AnyRecord,
      wall('comes', 4500, 0, 4500, 2000),
    )
    const sight = { view: 'section', a: { x: -1000, y: 1000 }, b: { x: 7000, y: 1000 } } as const
    const { change, drawing } = addSight(project, sight, makeId)
    project.check(change)
    project.apply(change)
    const look = (): { ids: string[]; cuts: number[] } => {
      const derived = derivedSource(project).of(drawing, false)
      const cuts = ['goes', 'comes'].flatMap((id) =>
        [...derived.cut.boundariesOf(id)].flatMap(({ x1, x2 }) => [x1, x2]),
      )
      return { ids: [...derived.things.keys()].sort(), cuts: [...new Set(cuts)].sort((p, q) => p - q) }
    }
    expect(look().cuts).toEqual([4500 - T, 4500 + T])
    const before = project.all('lens').find(({ id }) => id === 'lens-before')!
    const set = (lens: string): void =>
      void project.apply({ put: [{ ...project.need('drawing', drawing), lens }], drop: [] })
    set(before.id)
    expect(look().cuts).toEqual([3000 - T, 3000 + T])
    expect(look().ids).not.toContain('comes')
    // It follows: what goes is brought along the wall, and what is new is taken to stay.
    project.apply(moveItems(project, ['goes'], { x: 500, y: 0 }))
    expect(look().cuts).toEqual([3500 - T, 3500 + T])
    project.apply(setStatus(project, ['comes'], 'existing'))
    expect(look().cuts).toEqual([3500 - T, 3500 + T, 4500 - T, 4500 + T])
    project.apply(removeItems(project, ['goes']))
    expect(look().cuts).toEqual([4500 - T, 4500 + T])
    set('lens-full')
    expect(look().cuts).toEqual([4500 - T, 4500 + T])
  })
})
