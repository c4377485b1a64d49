import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { drawingPicture, furtherOut, layDimension, offsetThrough, outsideOf } from '../src/annotate'
import { sceneOf, type Scene } from '../src/derive'
import { cross, dot, pathOfPoints, unitAt, type Point } from '../src/geometry'
import { SAMPLES } from '../src/samples'
import { STANDARD_STYLE } from '../src/library'
import { Project, type AnyRecord, type Dimension, type RecordOf } from '../src/records'
import { LEVEL, PLAN, projectWith, wall } from './wallFixture'

const METRIC = { system: 'metric', stepMm: 1, fraction: 16 } as const

/** A row between free points. */
const row = (ends: readonly (readonly [number, number])[], facts: Partial<Dimension> = {}): Dimension => ({
  id: 'row',
  kind: 'dimension',
  drawing: PLAN.id,
  anchors: ends.map(([x, y]) => ({ to: 'point', last: { x, y } })),
  direction: 0,
  offset: { in: 'row', side: 'right', row: 0 },
  ...facts,
})

const planOf = (...records: AnyRecord[]): Scene => {
  const project = projectWith(PLAN, ...records)
  return sceneOf(project, project.need('drawing', PLAN.id))
}

/** Where the line of a row runs, by its first tick. */
const lineOf = (dimension: Dimension, scene: Scene, scale: number): number => {
  const [tick] = layDimension(dimension, scene, scale, METRIC).ticks
  return cross(unitAt(dimension.direction), tick!)
}

/** An L: 10 m wide, 8 m deep, its south front set back by 3 m from x = 6 m on. Walls of 140 on their axes. */
const L = [
  wall('s1', [0, 0, 6000, 0]),
  wall('in', [6000, 0, 6000, 3000]),
  wall('s2', [6000, 3000, 10_000, 3000]),
  wall('e', [10_000, 3000, 10_000, 8000]),
  wall('n', [10_000, 8000, 0, 8000]),
  wall('w', [0, 8000, 0, 0]),
]

describe('rows beside the building', () => {
  it('are reckoned from its outermost face there, at every scale', () => {
    const scene = planOf(...L)
    // Over inner corners: the front lies further out than what is measured.
    const over = row([
      [70, 7930],
      [5930, 70],
      [9930, 3070],
    ])
    for (const scale of [5, 20, 50, 100, 200]) {
      expect(lineOf(over, scene, scale)).toBeCloseTo(-70 - 10 * scale, 6)
      expect(lineOf({ ...over, offset: { in: 'row', side: 'right', row: 2 } }, scene, scale)).toBeCloseTo(
        -70 - 26 * scale,
        6,
      )
      expect(lineOf({ ...over, offset: { in: 'row', side: 'left', row: 0 } }, scene, scale)).toBeCloseTo(
        8070 + 10 * scale,
        6,
      )
    }
    // Over the part that is set back the row lies there, whatever the other part does.
    const back = row([
      [6070, 3070],
      [10_070, 3070],
    ])
    expect(lineOf(back, scene, 50)).toBeCloseTo(2930 - 500, 6)
  })

  it('go by what stands before the walls too, and by what is set by hand', () => {
    const terrace: AnyRecord = {
      ...{ id: 'terrace', kind: 'slab', level: LEVEL, top: -20, thickness: 100 },
      outline: pathOfPoints(
        [
          { x: 1000, y: -1800 },
          { x: 4000, y: -1800 },
          { x: 4000, y: 0 },
          { x: 1000, y: 0 },
        ],
        true,
      ),
    } as RecordOf<'slab'>
    const scene = planOf(...L, terrace)
    const front = row([
      [-70, -70],
      [6070, -70],
    ])
    expect(
      lineOf({ ...front, offset: { in: 'row', side: 'right', row: 1, morePaperMm: 2.5 } }, scene, 50),
    ).toBeCloseTo(-1800 - 20.5 * 50, 6)
    // A roof over it by its eaves: 600 beyond its outline.
    const roof = {
      ...{ id: 'roof', kind: 'roof', level: LEVEL, form: 'hipped', pitch: 0.5, overhang: 600, fascia: 200 },
      ...{ eaves: 2600, turn: 0, outline: terrace.outline },
    } as AnyRecord
    scene.project.apply({ put: [roof], drop: [] })
    expect(lineOf(front, scene, 50)).toBeCloseTo(-2400 - 500, 6)
    expect(lineOf({ ...front, offset: { in: 'real', mm: -300 } }, scene, 50)).toBeCloseTo(-370, 6)
  })

  it('go by walls that the plan does not cut, too', () => {
    // A garden wall of 600 before the front, below the cut and outside of all that is cut.
    const low = { ...wall('low', [0, -2000, 6000, -2000]), height: 600 } as AnyRecord
    const front = row([
      [-70, -70],
      [6070, -70],
    ])
    expect(lineOf(front, planOf(...L, low), 50)).toBeCloseTo(-2070 - 500, 6)
  })

  it('never cut it, in any direction, over any part, at any scale (property)', () => {
    let told = 0
    fc.assert(
      fc.property(
        fc.array(fc.tuple(...Array.from({ length: 4 }, () => fc.integer({ min: -9000, max: 9000 }))), {
          minLength: 1,
          maxLength: 8,
        }),
        fc.double({ min: -3.1, max: 3.1, noNaN: true }),
        fc.tuple(fc.integer({ min: -9000, max: 9000 }), fc.integer({ min: 300, max: 9000 })),
        fc.constantFrom(5, 20, 50, 100, 200),
        fc.boolean(),
        (walls, turn, [from, length], scale, isUpright) => {
          const long = walls.filter(([a, b, c, d]) => Math.hypot(c! - a!, d! - b!) > 500)
          const scene = planOf(...long.map(([a, b, c, d], i) => wall(`w${i}`, [a!, b!, c!, d!])))
          const direction = isUpright ? Math.PI / 2 : turn
          const u = unitAt(direction)
          const at = (along: number): readonly [number, number] => [u.x * along, u.y * along]
          const ends = [at(from), at(from + length)]
          const lines = (['left', 'right'] as const).map((side) =>
            lineOf(row(ends, { direction, offset: { in: 'row', side, row: 0 } }), scene, scale),
          )
          // Walked along every line that is drawn, step by step.
          for (const { boundaries } of scene.view === 'plan' ? scene.building.all() : [])
            for (const { x1, y1, x2, y2 } of boundaries)
              for (let k = 0; k <= 40; k++) {
                const p: Point = { x: x1 + ((x2 - x1) * k) / 40, y: y1 + ((y2 - y1) * k) / 40 }
                const along = dot(u, p)
                if (along < from + 1 || along > from + length - 1) continue
                told++
                expect(lines[0]! - cross(u, p)).toBeGreaterThan(10 * scale - 0.01)
                expect(cross(u, p) - lines[1]!).toBeGreaterThan(10 * scale - 0.01)
              }
        },
      ),
      { numRuns: 120 },
    )
    expect(told).toBeGreaterThan(2000)
  })

  it('are told by pointing: in rows beside the building, on paper among what is measured, real further off', () => {
    const points = [
      { x: 6070, y: 3070 },
      { x: 70, y: 7930 },
    ]
    const u = { x: 1, y: 0 }
    const outside = outsideOf(planOf(...L), u, { from: 70, to: 6070 })
    expect(outside).toEqual({ low: -70, high: 8070 })
    const through = (y: number) => offsetThrough(points, u, { x: 0, y }, 50, STANDARD_STYLE, outside)
    expect(through(-70 - 9 * 50)).toEqual({ in: 'row', side: 'right', row: 0 })
    expect(through(-70 - 19 * 50)).toEqual({ in: 'row', side: 'right', row: 1 })
    expect(through(8070 + 25 * 50)).toEqual({ in: 'row', side: 'left', row: 2 })
    // Within the building: 500 below the lower of the two points.
    expect(through(2570)).toEqual({ in: 'paper', paperMm: -10 })
    expect(through(-70 - 80 * 50)).toEqual({ in: 'real', mm: -70 - 4000 - 3070 })
    expect(furtherOut(through(-500), 1, 50, STANDARD_STYLE)).toEqual({ in: 'row', side: 'right', row: 1 })
  })

  it('move when the building grows beside them, on a board that keeps up', () => {
    const scene = planOf(
      ...L,
      row([
        [6070, 3070],
        [10_070, 3070],
      ]),
    )
    const { project } = scene
    const look = { scale: 50, printing: false } as never
    const kept = drawingPicture(look)
    const list = (): string =>
      JSON.stringify(
        kept
          .of(scene)
          .list()
          .filter(({ source }) => source === 'row'),
      )
    const before = list()
    // Another wall, tied to by nothing, before the part that is set back.
    project.apply({ put: [wall('new', [7000, 0, 9000, 0])], drop: [] })
    const after = list()
    expect(after).not.toBe(before)
    expect(after).toBe(
      JSON.stringify(
        drawingPicture(look)
          .of(scene)
          .list()
          .filter(({ source }) => source === 'row'),
      ),
    )
    project.apply({ put: [], drop: ['new'] })
    expect(list()).toBe(before)
  })
})

describe('the rows of the samples', () => {
  it('lie outside of what they stand beside', () => {
    let told = 0
    for (const { make } of SAMPLES) {
      let made = 0
      const project = new Project()
      for (const { change } of make(() => `made${++made}`)) project.apply(change)
      for (const dimension of project.all('dimension')) {
        const scene = sceneOf(project, project.need('drawing', dimension.drawing))
        if (dimension.offset.in !== 'row') continue
        told++
        const u = unitAt(dimension.direction)
        const { ticks } = layDimension(dimension, scene, 50, project.facts.units)
        const alongs = ticks.map((tick) => dot(u, tick))
        const reach = outsideOf(scene, u, { from: Math.min(...alongs), to: Math.max(...alongs) })!
        const line = cross(u, ticks[0]!)
        expect(dimension.offset.side === 'left' ? line - reach.high : reach.low - line).toBeGreaterThan(499)
      }
    }
    expect(told).toBeGreaterThan(15)
  })
})
