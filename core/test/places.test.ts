import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { drawingPicture, foreseenChange, pictureOf } from '../src/annotate'
import { PLAIN_LOOK, sceneIn, sceneOf, type PlanLook, type Scene } from '../src/derive'
import type { DisplayItem, TextItem } from '../src/display'
import {
  copyItems,
  copyPlace,
  copySheet,
  dropPlace,
  madeAsRead,
  mapItems,
  moveItems,
  readAlsoAt,
  removeItems,
  setElbow,
  setFigure,
  setNotes,
  setReads,
  setRow,
  setScales,
  tieAgain,
  vanishing,
  type ReadHere,
} from '../src/edit'
import { applyTo, moveBy } from '../src/geometry'
import { mainCapital, textWidth } from '../src/lettering'
import { turnAbout } from '../src/linework'
import {
  asRead,
  placedAt,
  type AnyRecord,
  type Change,
  type Dimension,
  type Leader,
  type Note,
  type Project,
  type RecordOf,
} from '../src/records'
import { sheetItems } from '../src/sheets'
import { LEVEL, PLAN, projectWith, wall } from './wallFixture'

const note = (facts: Partial<Note> = {}): Note => ({
  id: 'note',
  kind: 'note',
  drawing: PLAN.id,
  at: { x: 1000, y: 2000 },
  text: 'Oak floor',
  heightPaperMm: 2.5,
  align: 'start',
  ...facts,
})
const leader = (facts: Partial<Leader> = {}): Leader => ({
  id: 'leader',
  kind: 'leader',
  drawing: PLAN.id,
  tip: { to: 'point', last: { x: 2000, y: 70 } },
  elbowPaperMm: { x: 20, y: 30 },
  text: 'Wall',
  ...facts,
})
const row = (facts: Partial<Dimension> = {}): Dimension => ({
  id: 'row',
  kind: 'dimension',
  drawing: PLAN.id,
  anchors: [
    { to: 'point', last: { x: 0, y: 0 } },
    { to: 'point', last: { x: 3000, y: 0 } },
    { to: 'point', last: { x: 8000, y: 0 } },
  ],
  direction: 0,
  offset: { in: 'paper', paperMm: -10 },
  ...facts,
})
const SHEET: RecordOf<'sheet'> = {
  id: 'sheet',
  kind: 'sheet',
  number: 'A-01',
  title: 'Plans',
  size: 'A2',
  orientation: 'landscape',
  date: '',
  drawn: '',
  checked: '',
  revision: '',
  order: 0,
}
const viewport = (id: string, scale: number, x: number): RecordOf<'viewport'> => ({
  id,
  kind: 'viewport',
  sheet: 'sheet',
  drawing: PLAN.id,
  number: 1,
  title: id,
  scale,
  at: { x, y: 200 },
  crop: { minX: -4000, minY: -4000, maxX: 12_000, maxY: 8000 },
  cropped: true,
  locked: false,
})

const world = (...records: AnyRecord[]): Project =>
  projectWith(
    PLAN,
    wall('w', [0, 0, 8000, 0]),
    SHEET,
    viewport('at50', 50, 150),
    viewport('at100', 100, 400),
    ...records,
  )
const doing = (project: Project, change: Change): Change => {
  project.check(change)
  return project.apply(change)
}
const sceneAt = (project: Project, seen?: string): Scene => {
  const scene = sceneOf(project, project.need('drawing', PLAN.id))
  return seen ? sceneIn(scene, seen) : scene
}
interface Text extends Pick<TextItem, 'x' | 'y' | 'size' | 'tone'> {
  readonly text: string
}
const textsOf = (items: readonly DisplayItem[]): Text[] =>
  items.flatMap((item): Text[] =>
    item.kind === 'group'
      ? textsOf(item.items)
      : item.kind === 'text'
        ? [{ ...item, text: item.runs.map(({ text }) => text).join('') }]
        : [],
  )
const lookAt = (scale: number, seen?: string): PlanLook => ({
  ...PLAIN_LOOK,
  scale,
  ...(seen ? { viewport: seen } : {}),
})
/** Where a text stands on a board at a scale; null: it does not read there. */
function textAt(
  project: Project,
  text: string,
  scale: number,
  seen?: string,
): { x: number; y: number } | null {
  const items = pictureOf(sceneAt(project, seen), lookAt(scale, seen)).list()
  const found = textsOf(items).find((item) => item.text === text)
  return found ? { x: found.x, y: found.y } : null
}
const here = (scale: number, own: boolean, others: ReadHere['others'] = 'stay'): ReadHere => ({
  reading: { scale },
  own,
  others,
})
/** The scales at which something stands, one after the other. */
const SCALES = [20, 50, 100] as const

describe('annotation at chosen scales', () => {
  it('is drawn at those alone, and nothing of it is left at others', () => {
    const project = world(note())
    doing(project, setScales(project, ['note'], [100, 50, 100]))
    expect(project.need('note', 'note').scales).toEqual([50, 100])
    expect(SCALES.map((scale) => textAt(project, 'Oak floor', scale) !== null)).toEqual([false, true, true])
    doing(project, setScales(project, ['note'], null))
    expect(project.need('note', 'note')).toEqual(note())
    expect(SCALES.every((scale) => textAt(project, 'Oak floor', scale))).toBe(true)
  })

  it('may be left out of one viewport and shown in another, whatever their scales are', () => {
    const project = world(note(), viewport('other50', 50, 250))
    /** The sizes of the note in all viewports: real mm at their scales. */
    const told = (): number[] =>
      textsOf(sheetItems(project, project.need('sheet', 'sheet')))
        .filter(({ text }) => text === 'Oak floor')
        .map(({ size }) => size)
    expect(told()).toHaveLength(3)
    doing(project, setReads(project, ['note'], 'at50', false))
    expect(told()).toHaveLength(2)
    doing(project, setScales(project, ['note'], [20]))
    expect(told()).toHaveLength(0)
    doing(project, setReads(project, ['note'], 'at100', true))
    expect(told()).toEqual([(2.5 * 100) / mainCapital('plain')])
    doing(project, setReads(project, ['note'], 'at100', null))
    doing(project, setReads(project, ['note'], 'at50', null))
    expect(project.need('note', 'note').places).toBeUndefined()
  })

  it('is told of before a viewport comes to a scale at which it would vanish, and may read there too', () => {
    const project = world(
      note({ scales: [50], places: [{ scale: 50, own: { at: { x: 5, y: 6 }, align: 'start' } }] }),
      leader(),
      row({ scales: [50, 100] }),
    )
    expect(vanishing(project, 'at50', 100).map(({ id }) => id)).toEqual(['note'])
    expect(vanishing(project, 'at50', 20).map(({ id }) => id)).toEqual(['note', 'row'])
    expect(vanishing(project, 'at50', 50)).toEqual([])
    doing(project, readAlsoAt(project, ['note'], 100, 50))
    expect(vanishing(project, 'at50', 100)).toEqual([])
    expect(textAt(project, 'Oak floor', 100)).toEqual({ x: 5, y: 6 })
  })

  it('is refused for no scale, for what looks the same everywhere, and for viewports that are gone', () => {
    const project = world(note())
    const message = (work: () => unknown): string => {
      try {
        work()
      } catch (error) {
        return (error as Error).message
      }
      return 'nothing was refused'
    }
    expect(message(() => setScales(project, ['note'], []))).toContain('one scale at least')
    expect(message(() => setScales(project, ['note'], [-5]))).toBe('That is no scale.')
    expect(message(() => setScales(project, ['note'], [NaN]))).toBe('That is no scale.')
    expect(message(() => setScales(project, ['w'], [50]))).toBe('A wall looks the same at every scale.')
    expect(message(() => setReads(project, ['note'], 'w', false))).toBe('That viewport is gone.')
    expect(message(() => dropPlace(project, ['note'], { scale: 50 }))).toContain('no place of its own')
    expect(message(() => copyPlace(project, ['note'], { scale: 50 }, null))).toContain('no place of its own')
  })
})

describe('places of annotation', () => {
  it('are its own at a scale once it is moved there alone; elsewhere it stays', () => {
    const project = world(note(), leader(), row())
    const before = SCALES.map((scale) => [
      textAt(project, 'Oak floor', scale),
      textAt(project, 'Wall', scale),
    ])
    doing(
      project,
      madeAsRead(project, ['note'], here(50, true), () => mapItems(project, ['note'], moveBy(300, -200))),
    )
    doing(
      project,
      madeAsRead(project, ['leader'], here(50, true), () => setElbow(project, 'leader', { x: -10, y: 12 })),
    )
    const [at20, at50, at100] = SCALES.map((scale) => [
      textAt(project, 'Oak floor', scale),
      textAt(project, 'Wall', scale),
    ])
    expect([at20, at100]).toEqual([before[0], before[2]])
    expect(at50![0]).toEqual({ x: 1300, y: 1800 })
    // 2.4 heights of 2.5 mm of landing and 1 mm before the text, which ends there; its middle beside the elbow.
    expect(at50![1]!.y).toBeCloseTo(70 + 12 * 50 - 1.25 * 50, 6)
    expect(project.need('leader', 'leader').elbowPaperMm).toEqual({ x: 20, y: 30 })
    // Where it has a place of its own that is changed, also without asking for one.
    doing(
      project,
      madeAsRead(project, ['note'], here(50, false), () => setNotes(project, ['note'], { widthPaperMm: 10 })),
    )
    expect(textAt(project, 'Oak floor', 100)).not.toBeNull()
    expect(textAt(project, 'Oak floor', 50)).toBeNull()
    doing(project, dropPlace(project, ['note'], { scale: 50 }))
    expect(project.need('note', 'note')).toEqual(note())
  })

  it('of a viewport go before those of its scale', () => {
    const project = world(note())
    const moved = (x: number, reading: ReadHere['reading']): void => {
      const how: ReadHere = { reading, own: true, others: 'stay' }
      doing(
        project,
        madeAsRead(project, ['note'], how, () => mapItems(project, ['note'], moveBy(x, 0))),
      )
    }
    moved(100, { scale: 50 })
    moved(1000, { scale: 50, viewport: 'at50' })
    expect(textAt(project, 'Oak floor', 50)!.x).toBe(1100)
    expect(textAt(project, 'Oak floor', 50, 'at50')!.x).toBe(2100)
    expect(textAt(project, 'Oak floor', 100)!.x).toBe(1000)
    doing(project, copyPlace(project, ['note'], { viewport: 'at50' }, { scale: 100 }))
    expect(textAt(project, 'Oak floor', 100)!.x).toBe(2100)
    doing(project, copyPlace(project, ['note'], { scale: 50 }, null))
    expect(textAt(project, 'Oak floor', 20)!.x).toBe(1100)
    // With the viewport its place goes, and comes again with it.
    const back = doing(project, removeItems(project, ['at50']))
    expect(project.need('note', 'note').places).toHaveLength(2)
    doing(project, back)
    expect(project.need('note', 'note').places).toHaveLength(3)
  })

  it('of figures and rows are their own, what is said of them is not', () => {
    const project = world(row({ figures: [{ between: [0, 1], before: '≈', moved: { x: 1, y: 2 } }] }))
    const own = here(100, true)
    doing(
      project,
      madeAsRead(project, ['row'], own, () => setRow(project, ['row'], { in: 'paper', paperMm: 25 })),
    )
    doing(
      project,
      madeAsRead(project, ['row'], here(100, false), () =>
        setFigure(project, 'row', [1, 2], { moved: { x: 9, y: 9 } }),
      ),
    )
    doing(project, setFigure(project, 'row', [0, 1], { after: ' min.' }))
    const stored = project.need('dimension', 'row')
    expect(placedAt(stored, { scale: 50 })).toMatchObject({
      offset: { paperMm: -10 },
      figures: [{ between: [0, 1], before: '≈', after: ' min.', moved: { x: 1, y: 2 } }],
    })
    expect(placedAt(stored, { scale: 100 })).toMatchObject({
      offset: { paperMm: 25 },
      figures: [
        { between: [0, 1], before: '≈', after: ' min.', moved: { x: 1, y: 2 } },
        { between: [1, 2], moved: { x: 9, y: 9 } },
      ],
    })
  })

  it('let the text of a leader stay at every scale when its tip is tied to something else', () => {
    const project = world(leader({ places: [{ scale: 100, own: { elbowPaperMm: { x: -8, y: 9 } } }] }))
    const before = SCALES.map((scale) => textAt(project, 'Wall', scale))
    const pulled = (): Change =>
      tieAgain(project, sceneAt(project), 'leader', 0, { to: 'point', last: { x: 2600, y: 470 } }, 50)
    const seen = madeAsRead(project, ['leader'], here(100, false, 'follow'), () =>
      tieAgain(project, sceneAt(project), 'leader', 0, { to: 'point', last: { x: 2600, y: 470 } }, 100),
    )
    doing(project, pulled())
    for (const [i, scale] of SCALES.entries()) {
      const now = textAt(project, 'Wall', scale)!
      // What has one place for all scales stays at that of the board.
      if (scale !== 20) expect(Math.hypot(now.x - before[i]!.x, now.y - before[i]!.y)).toBeLessThan(1e-6)
    }
    expect(asRead(seen.put[0]!, { scale: 100 })).toMatchObject({ elbowPaperMm: { x: -14, y: 5 } })
  })

  it('go with what everything is moved and turned with, and with copies', () => {
    const wide = fc.integer({ min: -9000, max: 9000 })
    fc.assert(
      fc.property(wide, wide, fc.double({ min: -3, max: 3, noNaN: true }), (x, y, angle) => {
        const project = world(
          note({ places: [{ scale: 100, own: { at: { x: 400, y: 300 }, align: 'start' } }] }),
        )
        const before = SCALES.map((scale) => textAt(project, 'Oak floor', scale)!)
        const map = turnAbout({ x, y }, angle)
        doing(project, mapItems(project, ['w', 'note'], map))
        for (const [i, scale] of SCALES.entries()) {
          const [now, then] = [textAt(project, 'Oak floor', scale)!, applyTo(map, before[i]!)]
          expect(Math.hypot(now.x - then.x, now.y - then.y)).toBeLessThan(1e-6)
        }
        let ids = 0
        const copied = copyItems(project, ['note'], [moveBy(x, y)], () => `copy${ids++}`)
        const [copy] = copied.put
        const [mine, theirs] = [project.need('note', 'note'), copy as Note].map(
          (each) => asRead(each, { scale: 100 })!.at,
        )
        expect(theirs).toEqual({ x: mine!.x + x, y: mine!.y + y })
      }),
      { numRuns: 30 },
    )
  })

  it('come back to what they were when they are brought back, and are drawn as if made from nothing', () => {
    const step = fc.record({
      scale: fc.constantFrom(...SCALES),
      own: fc.boolean(),
      x: fc.integer({ min: 1, max: 20 }),
    })
    fc.assert(
      fc.property(fc.array(step, { maxLength: 8 }), (steps) => {
        const project = world(note(), leader(), row())
        const back: Change[] = []
        for (const { scale, own, x } of steps) {
          const before = new Map(SCALES.map((each) => [each, textAt(project, 'Oak floor', each)!.x]))
          const hadOwn = (each: number): boolean =>
            project.need('note', 'note').places?.some((place) => 'scale' in place && place.scale === each) ??
            false
          const common = !own && !hadOwn(scale)
          const follow = SCALES.filter((each) => each === scale || (common && !hadOwn(each)))
          const change = madeAsRead(project, ['note', 'leader'], here(scale, own), () =>
            moveItems(project, ['note', 'leader'], { x, y: 0 }),
          )
          back.push(doing(project, change))
          for (const each of SCALES)
            expect(textAt(project, 'Oak floor', each)!.x).toBeCloseTo(
              before.get(each)! + (follow.includes(each) ? x : 0),
              6,
            )
          for (const each of SCALES) {
            const fresh = drawingPicture(lookAt(each)).of(sceneAt(project)).list()
            expect(pictureOf(sceneAt(project), lookAt(each)).list()).toEqual(fresh)
          }
        }
        for (const change of back.reverse()) doing(project, change)
        expect(project.need('note', 'note')).toEqual(note())
        expect(project.need('leader', 'leader')).toEqual(leader())
      }),
      { numRuns: 25 },
    )
  })

  it('are foreseen as they will be drawn', () => {
    const project = world(note({ places: [{ scale: 100, own: { at: { x: 400, y: 300 }, align: 'start' } }] }))
    const ahead = (scale: number): number | undefined => {
      const change = madeAsRead(project, ['note'], here(scale, false), () =>
        mapItems(project, ['note'], moveBy(50, 0)),
      )
      const look = lookAt(scale)
      const items = foreseenChange(change, sceneAt(project), pictureOf(sceneAt(project), look), scale)
      return textsOf(items).at(-1)?.x
    }
    expect([ahead(50), ahead(100)]).toEqual([1050, 450])
  })

  it('in viewports stand in copies of them too', () => {
    const project = world(note(), row())
    doing(project, setReads(project, ['note', 'row'], 'at50', false))
    let ids = 0
    const { change, sheet } = copySheet(project, 'sheet', () => `new${ids++}`)
    doing(project, change)
    const copy = project.all('viewport').find((each) => each.sheet === sheet && each.scale === 50)!
    expect(project.need('note', 'note').places).toEqual([
      { viewport: 'at50', reads: false },
      { viewport: copy.id, reads: false },
    ])
    const texts = (id: string): string[] =>
      textsOf(sheetItems(project, project.need('sheet', id))).map(({ text }) => text)
    expect(texts(sheet).filter((text) => text === 'Oak floor')).toHaveLength(1)
    expect(texts(sheet).filter((text) => text === '5 000').length).toBe(
      texts('sheet').filter((text) => text === '5 000').length,
    )
    // Copied on its drawing, annotation is left out where that is.
    const copies = copyItems(project, ['note'], [moveBy(0, 900)], () => `more${ids++}`)
    expect((copies.put[0] as Note).places).toEqual(project.need('note', 'note').places)
  })
})

describe('tags of rooms', () => {
  it('stand elsewhere at a scale, and may read at some alone', () => {
    const room: RecordOf<'room'> = {
      id: 'room',
      kind: 'room',
      level: LEVEL,
      at: { x: 1500, y: 1500 },
      name: 'Hall',
      number: '01',
      use: '',
      floor: '',
      walls: '',
      ceiling: '',
      ceilingHeight: null,
    }
    const project = projectWith(
      PLAN,
      wall('s', [0, 0, 6000, 0]),
      wall('e', [6000, 0, 6000, 5000]),
      wall('n', [6000, 5000, 0, 5000]),
      wall('o', [0, 5000, 0, 0]),
      room,
    )
    const own = madeAsRead(project, ['room'], here(100, true), () =>
      mapItems(project, ['room'], moveBy(900, 800)),
    )
    const before = textAt(project, 'Hall', 50)!
    doing(project, own)
    expect(textAt(project, 'Hall', 50)).toEqual(before)
    const at100 = textAt(project, 'Hall', 100)!
    // Its middle: the name is written about it.
    expect(at100.x + textWidth('Hall', 3 * 100, 500) / 2).toBeCloseTo(2400, 6)
    doing(project, setScales(project, ['room'], [100]))
    expect(textAt(project, 'Hall', 50)).toBeNull()
    expect(textAt(project, 'Hall', 100)).toEqual(at100)
  })
})
