import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { layDimension } from '../src/annotate'
import { draftField, sceneOf } from '../src/derive'
import {
  CUTAWAY_LOOKS,
  addAllElevations,
  addCutaway,
  addDetail,
  addInterior,
  addSight,
  mapItems,
  moveInView,
  moveThroughView,
  removeDrawing,
  removeItems,
  setCutaway,
  setSight,
  type MakeId,
  type NewSight,
} from '../src/edit'
import { combine, moveBy, turnBy, type Point } from '../src/geometry'
import { Project, type AnyRecord, type Change, type Drawing, type Id } from '../src/records'
import { SAMPLES } from '../src/samples'
import { atOnce } from '../src/steps'
import { TieFinder } from '../src/ties'
import { Derivation, Derived, derivedSource, framesOf, type DerivedLine } from '../src/views'
import { settleBoard } from '../src/check'
import { World } from './world'
import { EDITS } from './worldEdits'
import { anyStep } from './worldSteps'
import { dimensionOf, outline } from './house'
import { LEVEL, PLAN, opening, projectWith, wall } from './wallFixture'

let count = 0
const makeId: MakeId = () => `made${++count}`

/** A box of 6 000 by 4 000 between the centres of walls 140 thick and 2 700 high, with a window in its south wall. */
const box = (...more: AnyRecord[]): Project =>
  projectWith(
    PLAN,
    wall('south', [0, 0, 6000, 0]),
    wall('east', [6000, 0, 6000, 4000]),
    wall('north', [6000, 4000, 0, 4000]),
    wall('west', [0, 4000, 0, 0]),
    { ...opening('w', 'south', 2000, 1200, 'window'), side: 'right' },
    ...more,
  )
const made = (project: Project, change: Change): Change => {
  project.check(change)
  return project.apply(change)
}
function see(project: Project, sight: NewSight): Id {
  const { change, drawing } = addSight(project, sight, makeId)
  made(project, change)
  return drawing
}
const SOUTH: NewSight = { view: 'elevation', a: { x: -1000, y: -2000 }, b: { x: 7000, y: -2000 } }
const derived = (project: Project, id: Id): Derived => derivedSource(project).of(id, false)
const linesOf = (project: Project, id: Id): DerivedLine[] =>
  [...derived(project, id).things.values()].flatMap(({ lines }) => lines)
const rounded = (value: number): number => Math.round(value * 100) / 100 + 0
const told = (lines: readonly DerivedLine[]): string[] =>
  lines
    .map(({ x1, y1, x2, y2, source, weight, dashed }) => {
      const ends = [[x1, y1].map(rounded).join(' '), [x2, y2].map(rounded).join(' ')].sort()
      return [...ends, source, weight, dashed].join(' ')
    })
    .sort()

describe('an elevation', () => {
  it('is as wide as the plan and as high as the records say, with its window where that is', () => {
    const project = box()
    const id = see(project, SOUTH)
    expect(derived(project, id).extent).toEqual({ minX: -70, minY: 0, maxX: 6070, maxY: 2700 })
    const window = linesOf(project, id).filter(({ source, name }) => source === 'w' && name)
    const xs = window.flatMap(({ x1, x2 }) => [x1, x2])
    const ys = window.flatMap(({ y1, y2 }) => [y1, y2])
    expect([Math.min(...xs), Math.max(...xs)]).toEqual([1400, 2600])
    expect([Math.min(...ys), Math.max(...ys)]).toEqual([900, 2100])
    expect(new Set(window.map(({ name }) => name))).toEqual(
      new Set(['sill right', 'head right', 'start jamb right', 'end jamb right']),
    )
  })

  it('looks to the left of its line: turned about, it sees the other side, mirrored', () => {
    const project = box()
    const id = see(project, { view: 'elevation', a: { x: 7000, y: 6000 }, b: { x: -1000, y: 6000 } })
    // From the north, west lies to the right.
    expect(derived(project, id).extent).toEqual({ minX: -6070, minY: 0, maxX: 70, maxY: 2700 })
    expect(linesOf(project, id).some(({ source }) => source === 'w')).toBe(false)
  })

  it('shows one face where two walls of one material run on, and lines where their materials differ', () => {
    const run = (second: string): DerivedLine[] => {
      const project = projectWith(PLAN, wall('a', [0, 0, 3000, 0]), wall('b', [3000, 0, 6000, 0], second))
      return linesOf(project, see(project, SOUTH)).filter(({ x1, x2 }) => x1 === 3000 && x2 === 3000)
    }
    expect(run('block-140')).toEqual([])
    expect(run('partition-100').length).toBeGreaterThan(0)
  })

  it('hides what lies behind, and shows it where there is nothing before it', () => {
    const shed = wall('shed', [1000, -1500, 2000, -1500])
    const project = box({ ...shed, height: 1000 })
    const id = see(project, SOUTH)
    const sill = linesOf(project, id).filter(({ source, name }) => source === 'w' && name === 'sill right')
    // The sill at 900 lies behind the shed from 1 400 on to 2 000, and is seen from there to 2 600.
    expect(sill.map(({ x1, x2 }) => [Math.min(x1, x2), Math.max(x1, x2)])).toEqual([[2000, 2600]])
  })

  it('of all four sides are made once', () => {
    const project = box()
    made(project, addAllElevations(project, makeId).change)
    const names = project.all('drawing').flatMap((each) => (each.view === 'elevation' ? [each.name] : []))
    expect(names).toEqual(['South elevation', 'East elevation', 'North elevation', 'West elevation'])
    expect(() => addAllElevations(project, makeId)).toThrow('All four sides have their elevations already.')
  })
})

describe('a section', () => {
  const ACROSS: NewSight = { view: 'section', a: { x: 3000, y: -1000 }, b: { x: 3000, y: 5000 } }

  it('cuts walls at the strips that the plan shows', () => {
    const project = projectWith(PLAN, wall('south', [0, 0, 6000, 0], 'cavity-350'))
    // Looking west: right in the picture lies to the north.
    const id = see(project, ACROSS)
    const { cut } = derived(project, id)
    const xs = new Set(cut.boundariesOf('south').flatMap(({ x1, x2 }) => [rounded(x1), rounded(x2)]))
    const type = project.need('wallType', 'wall-type-cavity-350')
    let at = 175
    const faces = [at, ...type.strips.map(({ thickness }) => (at -= thickness))]
    expect([...xs].sort((p, q) => p - q)).toEqual(faces.sort((p, q) => p - q))
    const ys = cut.boundariesOf('south').flatMap(({ y1, y2 }) => [y1, y2])
    expect([Math.min(...ys), Math.max(...ys)]).toEqual([0, 2700])
    expect(cut.faults()).toBe(0)
  })

  it('leaves open what a window takes out, where its line runs through it', () => {
    const project = box()
    const id = see(project, { ...ACROSS, a: { x: 2000, y: -1000 }, b: { x: 2000, y: 5000 } })
    const outlines = [...derived(project, id).cut.loopsOf(rankOf(project, 'material-blockwork'))]
    const south = outlines.filter(({ maxX }) => maxX <= 70)
    // Below the sill and above the head; the window itself between.
    expect(south.map(({ minY, maxY }) => [minY, maxY]).sort()).toEqual([
      [0, 900],
      [2100, 2700],
    ])
    const beside = see(project, { ...ACROSS, a: { x: 1300, y: -1000 }, b: { x: 1300, y: 5000 } })
    const whole = [...derived(project, beside).cut.loopsOf(rankOf(project, 'material-blockwork'))]
    expect(whole.filter(({ maxX }) => maxX <= 70).map(({ minY, maxY }) => [minY, maxY])).toEqual([[0, 2700]])
  })

  it('follows its jogs, sees as far as it is told, and between the heights it is told', () => {
    const project = box(wall('inner', [4000, 0, 4000, 4000]))
    const jogged = see(project, {
      view: 'section',
      a: { x: -1000, y: 1000 },
      b: { x: 7000, y: 1000 },
      jogs: [{ along: 4000, aside: 1500 }],
    })
    // West of x = 3 000 it stands at y = 1 000, east of it at 2 500: both side walls and the inner one are cut.
    const cut = [...derived(project, jogged).cut.ids()].sort()
    expect(cut).toEqual(['east', 'inner', 'west'])
    made(project, setSight(project, jogged, { depth: 500, top: 2000 }))
    expect(derived(project, jogged).extent.maxY).toBe(2700)
    expect(linesOf(project, jogged).every(({ y1, y2 }) => Math.max(y1, y2) <= 2000)).toBe(true)
    expect(linesOf(project, jogged).some(({ source }) => source === 'north')).toBe(false)
  })

  it('that would see nothing is refused in a sentence, and nothing is stored', () => {
    const project = box()
    const refused = (sight: NewSight): string => {
      try {
        addSight(project, sight, makeId)
      } catch (error) {
        return (error as Error).message
      }
      return ''
    }
    expect(refused({ ...ACROSS, b: ACROSS.a })).toContain('needs some length')
    expect(refused({ view: 'section', a: { x: 9000, y: 0 }, b: { x: 9000, y: 100 } })).toBe(
      'This line cuts nothing of the building.',
    )
    expect(refused({ view: 'elevation', a: { x: 0, y: 9000 }, b: { x: 100, y: 9000 } })).toBe(
      'Nothing of the building stands before this line.',
    )
    const empty = projectWith(PLAN)
    expect(() => addSight(empty, ACROSS, makeId)).toThrow('There is nothing to look at yet')
    expect(() => addAllElevations(empty, makeId)).toThrow('There is nothing to look at yet')
    expect(() => addCutaway(empty, { looks: CUTAWAY_LOOKS.isometric }, makeId)).toThrow('nothing to look at')
    expect(project.all('drawing')).toHaveLength(1)
  })
})

const rankOf = (project: Project, material: Id): number =>
  project
    .all('material')
    .sort((p, q) => p.priority - q.priority || (p.id < q.id ? -1 : 1))
    .findIndex(({ id }) => id === material)

describe('a cutaway', () => {
  it('has heights true, and in the isometric both directions of the plan too', () => {
    const project = box()
    const { change, drawing } = addCutaway(project, { looks: CUTAWAY_LOOKS.isometric }, makeId)
    made(project, change)
    const lengths = new Set(
      linesOf(project, drawing).map(
        ({ x1, y1, x2, y2 }) => Math.round(Math.hypot(x2 - x1, y2 - y1) * 10) / 10,
      ),
    )
    for (const true_ of [2700, 6140, 4140]) expect(lengths).toContain(true_)
  })

  it('cut at a height shows the plan in true shape where it is plan oblique', () => {
    const project = box()
    const { change, drawing } = addCutaway(
      project,
      { looks: CUTAWAY_LOOKS['plan oblique 45/45'], only: LEVEL, height: 1200 },
      makeId,
    )
    made(project, change)
    const { cut, cutMap } = derived(project, drawing)
    expect(cut.extent()).toMatchObject({ minX: -70, minY: -70, maxX: 6070, maxY: 4070 })
    expect(Math.hypot(cutMap.a, cutMap.b)).toBeCloseTo(1, 9)
    expect(cutMap.a * cutMap.d - cutMap.b * cutMap.c).toBeCloseTo(1, 9)
    expect(cutMap.f).toBeCloseTo(1200, 9)
    // Through the window, which is cut open at 1 200.
    const outlines = [...cut.outlines()]
    expect(outlines).toHaveLength(1)
  })
})

describe('the walls of a room', () => {
  const room: AnyRecord = {
    id: 'room',
    kind: 'room',
    level: LEVEL,
    at: { x: 3000, y: 2000 },
    name: 'Hall',
    number: '1',
    use: '',
    floor: '',
    walls: '',
    ceiling: '',
    ceilingHeight: 2500,
  }
  it('are shown one after the other, as long and as high as the room', () => {
    const project = box(room)
    const { change, drawing } = addInterior(project, 'room', makeId)
    made(project, change)
    const frames = framesOf(project, project.need('drawing', drawing))
    const widths = frames.map(({ border }) => border!.box.maxX - border!.box.minX).sort((p, q) => p - q)
    expect(widths.map(rounded)).toEqual([3860, 3860, 5860, 5860])
    for (const { border } of frames) expect(border!.box.maxY - border!.box.minY).toBe(2500)
    const window = linesOf(project, drawing).filter(({ name }) => name === 'sill left')
    expect(window).toHaveLength(1)
    expect(Math.abs(window[0]!.x2 - window[0]!.x1)).toBeCloseTo(1200, 6)
  })
  it('of a room that is open are refused', () => {
    const project = projectWith(PLAN, wall('south', [0, 0, 6000, 0]), room)
    expect(() => addInterior(project, 'room', makeId)).toThrow('This room is not closed')
  })
})

describe('walls up to the roof', () => {
  const roof: AnyRecord = {
    id: 'roof',
    kind: 'roof',
    level: LEVEL,
    outline: outline([0, 0], [6000, 0], [6000, 4000], [0, 4000]),
    form: 'hipped',
    pitch: Math.PI / 4,
    overhang: 500,
    fascia: 200,
    eaves: 2500,
    turn: 0,
    edges: [{}, { gable: true }, {}, { gable: true }],
  }
  const gabled = (): Project => {
    const project = box(roof)
    for (const id of ['east', 'west'])
      project.apply({ put: [{ ...project.need('wall', id), upTo: 'roof' }], drop: [] })
    return project
  }
  const tops = (project: Project, id: Id, of: Id): number[] =>
    linesOf(project, id)
      .filter(({ source }) => source === of)
      .flatMap(({ y1, y2 }) => [y1, y2])

  it('have gables that rise to its ridge, and follow it', () => {
    const project = gabled()
    // The eaves lie 500 before walls whose centres are 4 000 apart: the underside rises from 2 500 there.
    const id = see(project, { view: 'elevation', a: { x: 9000, y: -1000 }, b: { x: 9000, y: 5000 } })
    const section = see(project, { view: 'section', a: { x: 5990, y: -1000 }, b: { x: 5990, y: 5000 } })
    const cut = (): number =>
      Math.max(
        ...derived(project, section)
          .cut.boundariesOf('east')
          .flatMap(({ y1, y2 }) => [y1, y2]),
      )
    // At the ridge, 2 500 in from the eaves.
    expect(cut()).toBeCloseTo(2500 + 2500, 6)
    expect(Math.max(...tops(project, id, 'east'))).toBeLessThanOrEqual(5000.01)
    made(project, { put: [{ ...project.need('roof', 'roof'), eaves: 2800 }], drop: [] })
    expect(cut()).toBeCloseTo(5300, 6)
    // Without the roof it is as high as it says.
    made(project, removeItems(project, ['roof']))
    expect(cut()).toBe(2700)
  })
})

describe('what is drafted over a view', () => {
  it('is tied to edges of the building, and measures them as they are now', () => {
    const project = box()
    const id = see(project, SOUTH)
    const scene = (): ReturnType<typeof sceneOf> => sceneOf(project, project.need('drawing', id))
    const tie = (p: Point) => new TieFinder(scene(), scene().board).at(p)
    const anchors = [tie({ x: 1400, y: 0 }), tie({ x: 1400, y: 900 }), tie({ x: 1400, y: 2100 })]
    expect(anchors.map(({ to }) => to)).toEqual(['edge', 'edge', 'edge'])
    made(project, {
      put: [
        {
          id: 'd',
          kind: 'dimension',
          drawing: id,
          anchors,
          direction: Math.PI / 2,
          offset: { in: 'paper', paperMm: 10 },
        },
      ],
      drop: [],
    })
    const figures = (): string[] =>
      layDimension(project.need('dimension', 'd'), scene(), 50, project.facts.units).items.flatMap((item) =>
        item.kind === 'text' ? [item.runs.map(({ text }) => text).join('')] : [],
      )
    expect(figures()).toEqual(['900', '1200'])
    made(project, moveInView(project, id, 'w', 0, { x: 2000, y: 700 }))
    expect(project.need('opening', 'w').sill).toBe(700)
    expect(figures()).toEqual(['700', '1400'])
    // Its window gone, it stays where it was, and says so.
    made(project, removeItems(project, ['w']))
    expect(project.need('dimension', 'd').anchors.filter((each) => 'lost' in each && each.lost)).toHaveLength(
      2,
    )
  })

  it('snaps to what is seen, and to nothing that is hidden', () => {
    const project = box()
    const id = see(project, SOUTH)
    const field = draftField(sceneOf(project, project.need('drawing', id)))
    expect(field.edgesNear({ x: 2000, y: 900 }, 1).length).toBeGreaterThan(0)
    // The north wall's foot lies behind.
    expect(field.edgesNear({ x: 3000, y: 2700 }, 1).map(({ source }) => source)).toEqual(['south'])
  })

  it('goes with its drawing, which says what is made from it', () => {
    const project = box()
    const id = see(project, SOUTH)
    const detail = addDetail(
      project,
      { scale: 5, of: { drawing: id, outline: outline([0, 0], [1000, 0], [1000, 1000], [0, 1000]) } },
      makeId,
    )
    made(project, detail.change)
    expect(() => removeDrawing(project, id)).toThrow('is made from this drawing')
    made(project, removeDrawing(project, detail.drawing))
    made(project, removeDrawing(project, id))
    expect(project.get(id)).toBeUndefined()
    expect(() => removeDrawing(project, PLAN.id)).toThrow('A level keeps at least one plan.')
  })
})

describe('editing through a view', () => {
  it('moves windows along their wall and up, and the plan follows', () => {
    const project = box()
    const id = see(project, SOUTH)
    made(project, moveThroughView(project, id, ['w'], { x: 500, y: 100 }))
    expect(project.need('opening', 'w')).toMatchObject({ along: 2500, sill: 1000, head: 2200 })
    // Seen from the north, right is the other way.
    const north = see(project, { view: 'elevation', a: { x: 7000, y: 6000 }, b: { x: -1000, y: 6000 } })
    made(project, moveThroughView(project, north, ['w'], { x: 500, y: 0 }))
    expect(project.need('opening', 'w').along).toBeCloseTo(2000, 9)
    // By its right jamb: that much wider, its other jamb where it was.
    made(project, moveInView(project, id, 'w', 3, { x: 2900, y: 1500 }))
    expect(project.need('opening', 'w')).toMatchObject({ along: 2150, width: 1500 })
    expect(() => moveInView(project, id, 'w', 2, { x: -500, y: 1500 })).toThrow('outside its wall')
  })

  it('makes walls higher, and moves them level in the picture', () => {
    const project = box()
    const id = see(project, SOUTH)
    made(project, moveInView(project, id, 'south', 0, { x: 3000, y: 3000 }))
    expect(project.need('wall', 'south').height).toBe(3000)
    expect(derived(project, id).extent.maxY).toBe(3000)
    made(project, moveThroughView(project, id, ['east'], { x: 250, y: 0 }))
    expect(project.need('wall', 'east').a.x).toBe(6250)
    expect(() => moveThroughView(project, id, ['east'], { x: 1, y: 1 })).toThrow('level or upright')
  })
})

describe('any building', () => {
  it('turned and moved together with the view looks the same', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.integer({ min: -20_000, max: 20_000 }),
        fc.constantFrom<NewSight>(
          { ...SOUTH },
          { view: 'section', a: { x: 3000, y: -1000 }, b: { x: 3000, y: 5000 } },
          { view: 'section', a: { x: -500, y: 1500 }, b: { x: 7000, y: 3000 } },
        ),
        (angle, shift, sight) => {
          const project = box()
          const id = see(project, sight)
          const before = linesOf(project, id)
          const origin = derived(project, id).extent
          const walls = project.all('wall').map((each) => each.id)
          const map = combine(moveBy(shift, shift / 3), turnBy(angle))
          made(project, mapItems(project, [...walls, id], map))
          const after = linesOf(project, id)
          const now = derived(project, id).extent
          expect(now.maxX - now.minX).toBeCloseTo(origin.maxX - origin.minX, 2)
          // Along the picture things lie elsewhere from the origin of the project.
          const by = now.minX - origin.minX
          const shifted = after.map((line) => ({ ...line, x1: line.x1 - by, x2: line.x2 - by }))
          expect(shifted.length).toBe(before.length)
          for (const line of before) {
            const twin = shifted.some(
              (each) =>
                each.source === line.source &&
                ((near(each.x1, line.x1) && near(each.y1, line.y1) && near(each.x2, line.x2)) ||
                  (near(each.x2, line.x1) && near(each.y2, line.y1) && near(each.x1, line.x2))),
            )
            expect(twin, JSON.stringify(line)).toBe(true)
          }
        },
      ),
      { numRuns: 40 },
    )
  })

  it('is shown as it would be from nothing, after any edits and undos', () => {
    fc.assert(
      fc.property(
        fc.boolean(),
        fc.boolean(),
        fc.array(fc.tuple(anyStep, fc.boolean()), { minLength: 1, maxLength: 10 }),
        (furnished, isSection, steps) => {
          const world = new World(furnished)
          const { project } = world
          const view: Drawing = {
            id: 'seen',
            kind: 'drawing',
            view: isSection ? 'section' : 'elevation',
            name: 'Seen',
            mark: 'X9',
            readingScale: 50,
            a: { x: -9000, y: isSection ? 1500 : -9000 },
            b: { x: 20_000, y: isSection ? 1500 : -9000 },
          }
          project.apply({ put: [view], drop: [] })
          const kept = derivedSource(project)
          kept.of('seen', false)
          for (const [{ what, values }, undone] of steps) {
            const done = world.act((each) => EDITS[what].make(each, values))
            if (project.get('seen')) kept.of('seen', false)
            if (undone && typeof done !== 'string') project.apply(done.inverse)
          }
          const now = project.find('drawing', 'seen')
          if (!now) return
          const anew = new Project(project.everything())
          const fresh = new Derived()
          fresh.take(atOnce(new Derivation(anew, 'seen').following())!)
          const mine = kept.of('seen', false)
          const all = (of: Derived): string[] => told([...of.things.values()].flatMap(({ lines }) => lines))
          expect(all(mine)).toEqual(all(fresh))
          const cuts = (of: Derived): string[] =>
            [...of.cut.ids()]
              .flatMap((each) => of.cut.boundariesOf(each))
              .map(({ x1, y1, x2, y2, owner }) => [...[x1, y1, x2, y2].map(rounded), owner].join(' '))
              .sort()
          expect(cuts(mine)).toEqual(cuts(fresh))
          expect(mine.cut.faults()).toBe(0)
        },
      ),
      { numRuns: 60 },
    )
  })
})

const near = (p: number, q: number): boolean => Math.abs(p - q) < 0.01

describe('what a cutaway cuts away', () => {
  it('is left out, or told in faint outlines without fills', () => {
    const project = projectWith(PLAN, {
      id: 'box',
      kind: 'column',
      level: LEVEL,
      material: 'material-concrete',
      at: { x: 0, y: 0 },
      turn: 0,
      section: { form: 'rectangular', width: 1000, depth: 1000 },
      height: 2000,
    })
    let n = 0
    const { change, drawing } = addCutaway(
      project,
      { looks: CUTAWAY_LOOKS.isometric, height: 1200 },
      () => `c${++n}`,
    )
    project.apply(change)
    const derivation = new Derivation(project, drawing)
    const seen = () => {
      const made = atOnce(derivation.following())!
      return made.things.flatMap(([, thing]) => (thing ? [thing] : []))
    }
    const plain = seen().flatMap(({ lines }) => lines)
    project.apply(setCutaway(project, drawing, { outlined: true }))
    const both = seen()
    const ghosts = both.flatMap(({ lines }) => lines).slice(plain.length)
    // An isometric box is bounded by six edges; along the cut the part above it has none of its own.
    expect(ghosts).toHaveLength(4)
    for (const { weight, behind } of ghosts) {
      expect(weight).toBe('light')
      expect(behind).toBeGreaterThan(25_000)
    }
    const high = (lines: readonly { readonly y1: number; readonly y2: number }[]): number =>
      Math.max(...lines.flatMap(({ y1, y2 }) => [y1, y2]))
    // Upright edges keep their length: 800 above the cut; and the corner at the back lies half a diagonal further up the
    // picture than those at the sides, 707 × tan 35.26° = 500.
    expect(high(ghosts) - high(plain)).toBeCloseTo(800 + 500, 0)
    project.apply(setCutaway(project, drawing, { outlined: undefined }))
    expect(seen().flatMap(({ lines }) => lines)).toHaveLength(plain.length)
  })
})

describe('what ends just where a view ends', () => {
  it('is bounded all round: a wall whose sill board lies at the height of the cut', () => {
    let n = 0
    const project = new Project()
    for (const { change } of SAMPLES[1]!.make(() => `s${++n}`)) project.apply(change)
    const cutaway = project.all('drawing').find(({ view }) => view === 'cutaway')!
    const made = new Map(atOnce(new Derivation(project, cutaway.id).following())!.things)
    // What shows of the wall hangs together beneath the cut, so its outside is one loop: an edge lost breaks it into three.
    const walls = project
      .all('opening')
      .filter(({ sill }) => sill === 1200)
      .map(({ wall }) => wall)
    expect(walls).toHaveLength(1)
    const outside = made.get(walls[0]!)!.fills.filter(({ role }) => role === 'side')
    expect(outside.flatMap(({ loops }) => loops)).toHaveLength(1)
  })
})

describe('what is open on a view', () => {
  it('tells of what lost what it measured in it, and of a hatch whose lines went', () => {
    const project = box()
    const id = see(project, SOUTH)
    const scene = () => sceneOf(project, project.need('drawing', id))
    const finder = new TieFinder(scene(), project.need('drawing', id))
    const [sill, head] = [900, 2100].map((y) => finder.at({ x: 1400, y }))
    made(project, {
      put: [
        { ...dimensionOf('d', [sill!, head!], Math.PI / 2), drawing: id },
        {
          ...{
            id: 'h',
            kind: 'hatch',
            drawing: id,
            layer: 'layer-hatches',
            filling: { with: 'tone', tone: 0.5 },
          },
          ...{ region: { by: 'point', at: { x: 2000, y: 1500 }, gap: 0 } },
          outlines: [outline([1400, 900], [2600, 900], [2600, 2100], [1400, 2100])],
        } as AnyRecord,
      ],
      drop: [],
    })
    expect(settleBoard(scene())).toEqual([])
    const inverse = made(project, removeItems(project, ['w']))
    expect(settleBoard(scene()).map(({ text }) => text)).toEqual([
      'A dimension lost what it measured; it keeps its last place.',
    ])
    made(project, inverse)
    expect(settleBoard(scene())).toEqual([])
    // Of nothing that can be seen there is no outline left.
    made(project, setSight(project, id, { bottom: 2600, top: 2650 }))
    expect(settleBoard(scene()).map(({ text }) => text)).toContain(
      'A hatch lost its outline; it keeps the last one.',
    )
  })
})
