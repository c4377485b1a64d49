import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { LevelSolver } from '../src/building'
import {
  PLAIN_LOOK,
  boundingField,
  draftField,
  hatchOutlines,
  openGroup,
  sceneItems,
  sceneOf,
  pictureFrom,
} from '../src/derive'
import {
  eachItem,
  PATTERNS,
  patternLines,
  isTooDense,
  penOf,
  type DisplayItem,
  type PatternJob,
} from '../src/display'
import { setLayer, setMaterial, setOwnLook } from '../src/edit'
import { boxCorners, pathArea, type Box } from '../src/geometry'
import { pickAcross, pickAt, pickBox } from '../src/locate'
import { STANDARD_BLOCKS } from '../src/library'
import type { AnyRecord, Change, Drawing, Hatch, Layer, Project, Wall } from '../src/records'
import { patternNames } from '../src/records'
import { LEVEL, projectWith, wall } from './wallFixture'

const PLAN: Drawing = {
  id: 'plan',
  kind: 'drawing',
  name: 'Plan',
  view: 'plan',
  level: LEVEL,
  readingScale: 50,
}

/** A room of 4 × 3 m with a partition across its middle; walls of solid blockwork, drawn by their centre. */
const room = (across: Partial<Wall> = {}): Project =>
  projectWith(
    PLAN,
    wall('south', [0, 0, 4000, 0]),
    wall('east', [4000, 0, 4000, 3000]),
    wall('north', [4000, 3000, 0, 3000]),
    wall('west', [0, 3000, 0, 0]),
    { ...wall('across', [2000, 0, 2000, 3000]), ...across },
  )

function apply(project: Project, solver: LevelSolver, change: Change): void {
  project.check(change)
  project.apply(change)
  solver.follow()
}

const plan = (project: Project, solver: LevelSolver, printing = false): DisplayItem[] =>
  sceneItems(sceneOf(project, PLAN), { ...PLAIN_LOOK, printing, scale: 50 })
const strokes = (items: readonly DisplayItem[]): string[] =>
  items.flatMap((item) => {
    if (item.kind !== 'line' && item.kind !== 'segments' && item.kind !== 'path') return []
    const { widthMm, tone } = penOf(item.pen)
    return [`${item.kind} ${widthMm} ${tone}`]
  })

describe('the pen of a cut wall', () => {
  it('is that of its layer: one closed outline for each side of the room', () => {
    const project = room()
    const solver = new LevelSolver(project, LEVEL)
    expect(strokes(plan(project, solver)).filter((s) => s === 'line 0.5 0')).toHaveLength(3)
  })
  it('follows the layer it is put on, dashes and all, for its part of the outline alone', () => {
    const project = room({ layer: 'layer-demolition' })
    const solver = new LevelSolver(project, LEVEL)
    const items = plan(project, solver)
    // The long outside stays in one piece; each half room is an open run of walls and a run of dashes.
    const whole = items.filter((i) => i.kind === 'line' && i.closed)
    const open = items.filter((i) => i.kind === 'line' && !i.closed)
    const dashed = items.filter((i) => i.kind === 'segments' && penOf(i.pen).widthMm === 0.35)
    expect([whole.length, open.length, dashed.length]).toEqual([1, 2, 2])
    for (const item of dashed) {
      if (item.kind !== 'segments') continue
      // Dashes of the partition lie on its faces, between the faces of the walls it ends on.
      for (let i = 0; i < item.points.length; i += 2) {
        expect(Math.abs(item.points[i]! - 2000)).toBeCloseTo(70, 6)
        expect(item.points[i + 1]!).toBeGreaterThanOrEqual(70 - 1e-6)
        expect(item.points[i + 1]!).toBeLessThanOrEqual(2930 + 1e-6)
      }
      expect(penOf(item.pen).tone).toBe(0.2)
    }
  })
  it('can be its own, and goes back to that of the layer', () => {
    const project = room()
    const solver = new LevelSolver(project, LEVEL)
    apply(project, solver, setOwnLook(project, ['across'], { penMm: 0.7 }))
    expect(strokes(plan(project, solver)).filter((s) => s === 'line 0.7 0')).toHaveLength(2)
    apply(project, solver, setOwnLook(project, ['across'], { penMm: null }))
    expect(strokes(plan(project, solver)).filter((s) => s === 'line 0.7 0')).toHaveLength(0)
    expect(project.need('wall', 'across').own).toBeUndefined()
  })
  it('can be that of the material, where the wall has none of its own', () => {
    const project = room()
    const solver = new LevelSolver(project, LEVEL)
    apply(project, solver, setMaterial(project, 'material-blockwork', { penMm: 0.35 }))
    expect(strokes(plan(project, solver)).filter((s) => s === 'line 0.35 0')).toHaveLength(3)
    apply(project, solver, setOwnLook(project, ['across'], { penMm: 1 }))
    const now = strokes(plan(project, solver))
    expect(now.filter((s) => s === 'line 1 0')).toHaveLength(2)
    expect(now.filter((s) => s === 'line 0.35 0')).toHaveLength(3)
  })
  it('lies between materials too: the stronger one gives it', () => {
    const project = projectWith(PLAN, wall('cavity', [0, 0, 4000, 0], 'cavity-350'))
    const solver = new LevelSolver(project, LEVEL)
    const inner = (): string[] => strokes(plan(project, solver)).filter((s) => s.startsWith('segments'))
    expect(inner().filter((s) => s === 'segments 0.18 0.1')).toHaveLength(1)
    apply(project, solver, setMaterial(project, 'material-blockwork', { penMm: 0.25 }))
    expect(inner()).toContain('segments 0.25 0')
    expect(inner()).toContain('segments 0.18 0.1')
  })
  it('every outline is drawn all round, however the walls are spread over layers', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...LAYERS), { minLength: 5, maxLength: 5 }), (layers) => {
        const walls = room()
          .all('wall')
          .map((each, i) => ({ ...each, layer: layers[i]! }))
        const project = projectWith(PLAN, ...walls)
        const solver = new LevelSolver(project, LEVEL)
        let length = 0
        for (const item of plan(project, solver)) {
          if (item.kind !== 'line') continue
          const { points, closed } = item
          for (let i = 2; i < points.length; i += 2)
            length += Math.hypot(points[i]! - points[i - 2]!, points[i + 1]! - points[i - 1]!)
          if (closed) length += Math.hypot(points[0]! - points.at(-2)!, points[1]! - points.at(-1)!)
        }
        // Outside 4140 × 3140; two rooms inside of 1860 × 2860.
        expect(length).toBeCloseTo(2 * (4140 + 3140) + 4 * (1860 + 2860), 3)
      }),
      { numRuns: 60 },
    )
  })
})

/** Layers drawn in continuous lines, so that the lengths of lines add up. */
const LAYERS = ['layer-walls', 'layer-outlines', 'layer-lines', 'layer-fine']

describe('a hidden layer', () => {
  const hide = (project: Project, solver: LevelSolver, shown: boolean, id = 'layer-demolition'): void =>
    apply(project, solver, setLayer(project, id, { shown }))

  it('takes its walls out of the joins: the others are drawn as if they were not there', () => {
    const project = room({ layer: 'layer-demolition' })
    const solver = new LevelSolver(project, LEVEL)
    expect(solver.seen()).toBe(solver)
    hide(project, solver, false)
    const seen = solver.seen()
    expect(seen.count).toBe(4)
    expect(seen.outlines().size).toBe(2)
    expect(solver.outlines().size).toBe(3)
    const lines = plan(project, solver).filter((i) => i.kind === 'line')
    expect(lines).toHaveLength(2)
    hide(project, solver, true)
    expect(solver.seen()).toBe(solver)
  })
  it('follows what is changed while it is hidden', () => {
    const project = room({ layer: 'layer-demolition' })
    const solver = new LevelSolver(project, LEVEL)
    hide(project, solver, false)
    expect(solver.seen().count).toBe(4)
    apply(project, solver, { put: [wall('porch', [4000, 1500, 6000, 1500])], drop: [] })
    expect(solver.seen().count).toBe(5)
    apply(project, solver, {
      put: [{ ...project.need('wall', 'porch'), layer: 'layer-demolition' }],
      drop: [],
    })
    expect(solver.seen().count).toBe(4)
    const anew = new LevelSolver(project, LEVEL).seen()
    expect(solver.seen().cutArea()).toBeCloseTo(anew.cutArea(), 6)
    expect(solver.seen().faults()).toBe(0)
  })
  it('is out of reach of picking and snapping, as a layer that does not print is out of the plot', () => {
    const project = room({ layer: 'layer-demolition' })
    const solver = new LevelSolver(project, LEVEL)
    const at = { x: 2000, y: 1500 }
    const box = { minX: 1800, minY: 1000, maxX: 2200, maxY: 1400 }
    const taken = (): string[][] => [
      pickAt(pictureFrom([]), solver, at, 10),
      pickBox(pictureFrom([]), solver, box, false),
      pickAcross(pictureFrom([]), solver, { x: 1500, y: 1500 }, { x: 2500, y: 1600 }),
      [
        ...new Set(
          draftField(sceneOf(project, PLAN))
            .edgesNear(at, 100)
            .map((edge) => edge.source),
        ),
      ],
    ]
    expect(taken()).toEqual([['across'], ['across'], ['across'], ['across']])
    hide(project, solver, false)
    expect(taken()).toEqual([[], [], [], []])
    hide(project, solver, true)
    apply(project, solver, setLayer(project, 'layer-demolition', { printed: false }))
    expect(solver.seen().count).toBe(5)
    expect(solver.seen({ printing: true }).count).toBe(4)
    expect(plan(project, solver, true).filter((i) => i.kind === 'line')).toHaveLength(2)
  })
  it('still bounds hatches, and so does a locked one', () => {
    const hatch: Hatch = {
      id: 'hatch',
      kind: 'hatch',
      drawing: 'plan',
      layer: 'layer-hatches',
      region: { by: 'point', at: { x: 1000, y: 1500 }, gap: 0 },
      outlines: [{ vertices: [0, 1, 2].map((x) => ({ x, y: x * x, sweep: 0 })), closed: true }],
      filling: { with: 'tone', tone: 0.5 },
    }
    const project = room({ layer: 'layer-demolition' })
    const solver = new LevelSolver(project, LEVEL)
    apply(project, solver, { put: [hatch as AnyRecord], drop: [] })
    const area = (): number => {
      const { outlines, found } = hatchOutlines(project, hatch, () => boundingField(sceneOf(project, PLAN)))
      expect(found).toBe(true)
      return Math.abs(pathArea(outlines[0]!))
    }
    expect(area()).toBeCloseTo(1860 * 2860, 3)
    hide(project, solver, false)
    expect(area()).toBeCloseTo(1860 * 2860, 3)
    apply(project, solver, setLayer(project, 'layer-walls', { locked: true }))
    expect(area()).toBeCloseTo(1860 * 2860, 3)
  })
})

describe('patterns by place', () => {
  const whole = { minX: 0, minY: 0, maxX: 20_000, maxY: 20_000 }
  const square: PatternJob['loops'] = [{ points: boxCorners(whole) }]
  const hole: PatternJob['loops'] = [
    { points: boxCorners({ minX: 4000, minY: 4000, maxX: 9000, maxY: 7000 }).reverse() },
  ]
  /** The length of all lines within a box. */
  const inkIn = (lines: readonly number[], { minX, minY, maxX, maxY }: Box): number => {
    let sum = 0
    for (let i = 0; i + 3 < lines.length; i += 4) {
      const [x1, y1, x2, y2] = lines.slice(i, i + 4) as [number, number, number, number]
      let [from, to] = [0, 1]
      for (const [start, way, low, high] of [
        [x1, x2 - x1, minX, maxX],
        [y1, y2 - y1, minY, maxY],
      ] as const) {
        if (Math.abs(way) < 1e-9) {
          if (start < low || start > high) to = -1
          continue
        }
        const [near, far] = [(low - start) / way, (high - start) / way].sort((p, q) => p - q) as [
          number,
          number,
        ]
        from = Math.max(from, near)
        to = Math.min(to, far)
      }
      if (to > from) sum += (to - from) * Math.hypot(x2 - x1, y2 - y1)
    }
    return sum
  }
  it.each(patternNames)('%s: what is made for a place is what lies there of the whole', (pattern) => {
    const edge = fc.integer({ min: -500, max: 20_500 }).map((n) => n + 0.37)
    const layings = fc.option(
      fc.record({
        origin: fc.record({ x: edge, y: edge }),
        turn: fc.double({ min: -3, max: 3, noNaN: true }),
        width: fc.constantFrom(1, 2.5),
        height: fc.constantFrom(1, 1.5),
      }),
      { nil: undefined },
    )
    fc.assert(
      fc.property(edge, edge, fc.integer({ min: 200, max: 6000 }), layings, (x, y, size, laying) => {
        const place = { minX: x, minY: y, maxX: x + size, maxY: y + size }
        const loops = [...square, ...hole]
        const all = patternLines(PATTERNS[pattern], loops, 50, laying)!
        const some = patternLines(PATTERNS[pattern], loops, 50, laying, place)!
        expect(inkIn(some, place)).toBeCloseTo(inkIn(all, place), 3)
        expect(some.length).toBeLessThanOrEqual(all.length)
      }),
      { numRuns: 25 },
    )
  })
  it('is an even tone where its lines would be told apart no more', () => {
    // Diagonals 1.6 mm apart on paper lie 80 mm apart at 1:50.
    const job = { pattern: 'diagonal', scale: 50 } as const
    expect(isTooDense(job, 49)).toBe(false)
    expect(isTooDense(job, 51)).toBe(true)
    expect(isTooDense({ ...job, laying: { origin: { x: 0, y: 0 }, turn: 1, width: 2, height: 2 } }, 99)).toBe(
      false,
    )
  })
})

describe('things on layers', () => {
  const furnished = (facts: Partial<Layer>, layer = 'layer-fittings'): DisplayItem[] => {
    const project = projectWith(PLAN, ...STANDARD_BLOCKS, {
      id: 'table',
      kind: 'placement',
      level: LEVEL,
      block: 'block-round-table',
      at: { x: 0, y: 0 },
      turn: 0,
      mirrored: false,
      layer,
    })
    project.apply({ put: [{ ...project.need('layer', layer), ...facts }], drop: [] })
    const items = eachItem(plan(project, new LevelSolver(project, LEVEL)))
    return [...items].flatMap((item) =>
      item.kind === 'group' && item.source === 'table' ? openGroup(item) : [],
    )
  }
  const pens = (items: readonly DisplayItem[]): string[] => [
    ...new Set(items.flatMap((item) => ('pen' in item ? [`${penOf(item.pen).widthMm}`] : []))),
  ]

  it('are drawn in the pens of their role as the layer ships', () => {
    expect(pens(furnished({}))).toEqual(['0.25', '0.13'])
  })
  it('are so many widths bolder or finer with another pen: light lines stay lighter', () => {
    expect(pens(furnished({ penMm: 0.5 }))).toEqual(['0.5', '0.25'])
    expect(pens(furnished({ penMm: 0.13 }))).toEqual(['0.13'])
  })
  it('are as pale as the layer, and dashed in its line type', () => {
    const pale = furnished({ tone: 0.5 })
    for (const item of pale) if ('pen' in item) expect(penOf(item.pen).tone).toBe(0.5)
    const dashed = furnished({}, 'layer-overhead')
    expect(dashed.filter((item) => 'pen' in item).every((item) => item.kind === 'segments')).toBe(true)
    // Every dash lies on one of the two circles of the table.
    for (const item of dashed) {
      if (item.kind !== 'segments') continue
      for (let i = 0; i < item.points.length; i += 2) {
        const away = Math.hypot(item.points[i]!, item.points[i + 1]!)
        expect(Math.min(Math.abs(away - 600), Math.abs(away - 560))).toBeLessThan(0.6)
      }
    }
  })
})

describe('how far anything goes', () => {
  const refused = (of: Wall): string => {
    try {
      projectWith().check({ put: [of], drop: [] })
      return ''
    } catch (error) {
      return (error as Error).message
    }
  }
  it('walls are at most 10 km long, curved ones along their line, and within 100 km', () => {
    expect(refused(wall('w', [0, 0, 1e7, 0]))).toBe('')
    expect(refused(wall('w', [0, 0, 1e7 + 1, 0]))).toBe('A wall is at most 10 km long.')
    // Half a circle over a chord of 7 km is 11 km long.
    expect(refused({ ...wall('w', [0, 0, 7e6, 0]), sweep: Math.PI })).toBe('A wall is at most 10 km long.')
    expect(refused({ ...wall('w', [0, 0, 6e6, 0]), sweep: Math.PI })).toBe('')
    expect(refused(wall('w', [1e8 + 1, 0, 1e8, 0]))).toBe('That is more than 100 km away.')
  })
  it('a curve of kilometres is solved at once, as it is when it is short', () => {
    const of = { ...wall('w', [0, 0, 6e6, 0]), sweep: Math.PI }
    const solver = new LevelSolver(projectWith(of), LEVEL)
    expect(solver.faults()).toBe(0)
    // Half a ring of 3 km and 140 mm.
    expect(Math.abs(solver.cutArea() / (Math.PI * 3e6 * 140) - 1)).toBeLessThan(1e-3)
  })
})
