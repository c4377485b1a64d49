import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { drawRound, layRound } from '../src/annotate'
import { settleBoard } from '../src/check'
import { sceneOf } from '../src/derive'
import type { DisplayItem, TextItem } from '../src/display'
import { DEGREE, METRIC } from '../src/units'
import { addRoundDimension, mapItems, mirrorAbout, moveItems, setRound } from '../src/edit'
import { combine, distance, moveBy, turnBy, type Point } from '../src/geometry'
import { STANDARD_STYLE } from '../src/library'
import type { Anchor, Change, Project, RoundDimension } from '../src/records'
import { roundOf, roundThrough } from '../src/kinds'
import { PLAN, drafted, projectWith } from './wallFixture'

const on = (project: Project) => sceneOf(project, project.need('drawing', PLAN.id))
const doing = (project: Project, change: Change): Change => {
  project.check(change)
  return project.apply(change)
}
const free = (x: number, y: number): Anchor => ({ to: 'point', last: { x, y } })
const texts = (items: readonly DisplayItem[]): TextItem[] =>
  items.flatMap((item) => (item.kind === 'text' ? [item] : []))
const word = ({ runs }: TextItem): string => runs.map(({ text }) => text).join('')
const draw = (
  facts: Partial<RoundDimension> & Pick<RoundDimension, 'measures'>,
  points: readonly [Point, Point, Point],
) =>
  drawRound({ id: null, reach: { in: 'paper', paperMm: 10 }, ...facts }, points, 50, METRIC, STANDARD_STYLE)
const corner: readonly [Point, Point, Point] = [
  { x: 0, y: 0 },
  { x: 1000, y: 0 },
  { x: 1000, y: 1000 },
]
/** Half a circle of 1 000 about the origin, over the top. */
const half: readonly [Point, Point, Point] = [
  { x: 1000, y: 0 },
  { x: 0, y: 1000 },
  { x: -1000, y: 0 },
]

describe('angles', () => {
  it('are the smaller between their legs, or the greater', () => {
    expect(texts(draw({ measures: 'angle' }, corner).items).map(word)).toEqual(['45°'])
    expect(texts(draw({ measures: 'angle', outer: true }, corner).items).map(word)).toEqual(['315°'])
    // Whichever leg comes first.
    const [v, a, b] = corner
    expect(draw({ measures: 'angle' }, [v, b, a]).told).toBe('45°')
  })
  it('run along an arc as far out as said, on paper or real', () => {
    const radius = (facts: Partial<RoundDimension>): number => {
      const arc = draw({ measures: 'angle', ...facts }, corner).items.find(({ kind }) => kind === 'path')
      return arc?.kind === 'path' ? Math.hypot(arc.vertices[0]!, arc.vertices[1]!) : 0
    }
    // 30 mm at 1:50.
    expect(radius({ reach: { in: 'paper', paperMm: 30 } })).toBeCloseTo(1500, 6)
    expect(radius({ reach: { in: 'real', mm: 700 } })).toBeCloseTo(700, 6)
  })
  it('have lines on from legs that end short of the arc', () => {
    const lines = (mm: number): number =>
      draw({ measures: 'angle', reach: { in: 'real', mm } }, corner).items.filter(
        (item) => item.kind === 'line' && item.points.length === 4,
      ).length
    expect(lines(500)).toBe(0)
    // Beyond the first leg of 1 000, within the second of 1 414.
    expect(lines(1200)).toBe(1)
    expect(lines(2000)).toBe(2)
  })
  it('read from below or from the right, over their arc or under it', () => {
    for (const turn of [0, 60, 100, 150, 200, 250, 300, 350]) {
      const at = (degrees: number): Point => ({
        x: 2000 * Math.cos(degrees * DEGREE),
        y: 2000 * Math.sin(degrees * DEGREE),
      })
      const points = [{ x: 0, y: 0 }, at(turn), at(turn + 40)] as const
      const [figure] = texts(draw({ measures: 'angle', reach: { in: 'real', mm: 2000 } }, points).items)
      expect(word(figure!)).toBe('40°')
      const read = Math.atan2(Math.sin(figure!.turn), Math.cos(figure!.turn))
      expect(read).toBeGreaterThan(-Math.PI / 2 - 1e-6)
      expect(read).toBeLessThanOrEqual(Math.PI / 2 + 1e-6)
      // The middle of its base line lies on the arc's outer side.
      const half = figure!.width / 2
      const mid = { x: figure!.x + half * Math.cos(read), y: figure!.y + half * Math.sin(read) }
      expect(distance(mid, { x: 0, y: 0 })).toBeGreaterThan(2000)
      expect(distance(mid, { x: 0, y: 0 })).toBeLessThan(2000 + 50 * (2.5 + 1) + 1)
    }
  })
})

describe('radii, diameters and lengths of arcs', () => {
  it('are those of the arc through their points', () => {
    expect(texts(draw({ measures: 'radius' }, half).items).map(word)).toEqual(['R 1000'])
    expect(texts(draw({ measures: 'diameter' }, half).items).map(word)).toEqual(['⌀2000'])
    // π × 1 000 is 3 141.59.
    expect(texts(draw({ measures: 'arc' }, half).items).map(word)).toEqual(['⌒3142'])
    expect(draw({ measures: 'arc' }, half).measured).toBeCloseTo(1000 * Math.PI, 6)
  })
  it('stand within, or beyond the arc on a landing', () => {
    const out = draw({ measures: 'radius', turn: 0, reach: { in: 'paper', paperMm: 8 } }, half)
    const line = out.items.find(({ kind }) => kind === 'line')
    expect(line?.kind === 'line' && line.points.slice(0, 4).map((v) => Math.round(v) + 0)).toEqual([
      1000, 0, 1400, 0,
    ])
    const within = draw({ measures: 'diameter', turn: 0, reach: { in: 'paper', paperMm: 0 } }, half)
    const through = within.items.find(({ kind }) => kind === 'line')
    expect(through?.kind === 'line' && through.points.map((v) => Math.round(v) + 0)).toEqual([
      -1000, 0, 1000, 0,
    ])
    const [figure] = texts(within.items)
    expect(figure!.x + figure!.width / 2).toBeCloseTo(0, 6)
  })
  it('run where they are pointed to, in half millimetres on paper', () => {
    const arc = roundOf({ measures: 'radius' }, half)!
    expect(roundThrough('radius', arc, { x: 0, y: 1403 }, 50)).toEqual({
      reach: { in: 'paper', paperMm: 8 },
      turn: Math.PI / 2,
    })
    expect(roundThrough('arc', arc, { x: 0, y: 790 }, 50)).toEqual({ reach: { in: 'paper', paperMm: -4 } })
    expect(roundThrough('diameter', arc, { x: 500, y: 0 }, 50).reach).toEqual({ in: 'paper', paperMm: 0 })
  })
  it('of points in one line are none, and say so', () => {
    const flat = [
      { x: 0, y: 0 },
      { x: 5, y: 0 },
      { x: 10, y: 0 },
    ] as const
    expect(draw({ measures: 'radius' }, flat)).toMatchObject({ measured: null, told: '–' })
    expect(draw({ measures: 'angle' }, [flat[0], flat[1], flat[2]])).toMatchObject({ measured: null })
  })
})

describe('round dimensions of a drawing', () => {
  const ring = drafted('ring', { form: 'circle', centre: { x: 0, y: 0 }, radius: 1000 })
  const of = (part: number): Anchor => ({ to: 'item', item: 'ring', edge: 0, part, last: { x: 0, y: 0 } })
  const radius: Omit<RoundDimension, 'id' | 'kind'> = {
    drawing: PLAN.id,
    measures: 'radius',
    anchors: [of(0), of(0.5), of(1)],
    reach: { in: 'paper', paperMm: 5 },
  }
  const told = (project: Project): string =>
    layRound(project.need('roundDimension', 'r'), on(project), 50, METRIC).told

  it('follow what they measure', () => {
    const project = projectWith(PLAN, ring)
    doing(
      project,
      addRoundDimension(project, on(project), radius, () => 'r'),
    )
    expect(told(project).replace(/\s/g, ' ')).toBe('1 000')
    doing(project, {
      put: [drafted('ring', { form: 'circle', centre: { x: 50, y: 0 }, radius: 1250 })],
      drop: [],
    })
    expect(told(project).replace(/\s/g, ' ')).toBe('1 250')
    doing(project, moveItems(project, ['ring'], { x: 300, y: 200 }))
    expect(told(project).replace(/\s/g, ' ')).toBe('1 250')
  })
  it('moved without what they measure run further out, in the direction they are moved', () => {
    const at = (part: number, x: number, y: number): Anchor => ({ ...of(part), last: { x, y } }) as Anchor
    const held = [at(0, 1000, 0), at(0.5, 0, 1000), at(1, -1000, 0)] as RoundDimension['anchors']
    for (const measures of ['radius', 'arc'] as const) {
      const project = projectWith(PLAN, ring)
      const facts = { ...radius, measures: 'radius', anchors: held, turn: Math.PI / 2 } as const
      doing(
        project,
        addRoundDimension(project, on(project), facts, () => 'r'),
      )
      const record = { ...project.need('roundDimension', 'r'), measures }
      doing(project, { put: [record], drop: [] })
      // 200 at 1:50 are 4 mm more than 5.
      doing(project, moveItems(project, ['r'], { x: 0, y: 200 }))
      expect(project.need('roundDimension', 'r').reach).toEqual({ in: 'paper', paperMm: 9 })
      expect(project.need('roundDimension', 'r').anchors.map(({ to }) => to)).toEqual([
        'item',
        'item',
        'item',
      ])
    }
  })
  it('are refused where there is nothing to measure', () => {
    const project = projectWith(PLAN, ring)
    const add = (facts: Partial<typeof radius>) => () =>
      addRoundDimension(project, on(project), { ...radius, ...facts }, () => 'r')
    const flat: RoundDimension['anchors'] = [free(0, 0), free(5, 0), free(9, 0)]
    expect(add({ anchors: flat })).toThrow('Only arcs have a radius.')
    expect(add({ measures: 'arc', anchors: flat })).toThrow('Only arcs are measured along themselves.')
    expect(add({ measures: 'arc' })).toThrow('A whole circle is told by its diameter')
    expect(add({ measures: 'angle', anchors: flat })).toThrow('Both legs of an angle run one way here')
  })
  it('say other things in the place of their figure, which is an open matter until it is meant so', () => {
    const project = projectWith(PLAN, ring)
    doing(
      project,
      addRoundDimension(project, on(project), radius, () => 'r'),
    )
    doing(project, setRound(project, 'r', { figure: { instead: '1 1/8', after: ' typ.' } }))
    const said = (): string[] =>
      settleBoard(on(project)).flatMap(({ text }) => (text.includes('figure') ? [text] : []))
    expect(said().map((text) => text.replace(/\s/g, ' '))).toEqual([
      'A figure says “1 1/8” where 1 000 is measured.',
    ])
    doing(project, setRound(project, 'r', { figure: { accepted: true } }))
    expect(said()).toEqual([])
    doing(project, setRound(project, 'r', { figure: { instead: '1 1/4' } }))
    expect(said()).toHaveLength(1)
    doing(project, setRound(project, 'r', { figure: { instead: null, after: null } }))
    expect(project.need('roundDimension', 'r').figure).toBeUndefined()
    expect(() => setRound(project, 'r', { measures: 'angle' })).toThrow('An angle is no arc.')
  })
  it('measure the same turned, moved and mirrored with what they measure', () => {
    const turns = fc.double({ min: -3, max: 3, noNaN: true })
    const shifts = fc.integer({ min: -9000, max: 9000 })
    fc.assert(
      fc.property(turns, shifts, shifts, (turn, x, y) => {
        const angle: RoundDimension = {
          id: 'r',
          kind: 'roundDimension',
          drawing: PLAN.id,
          measures: 'angle',
          anchors: [free(0, 0), free(1000, 100), free(-200, 900)],
          reach: { in: 'real', mm: 400 },
        }
        const project = projectWith(PLAN, angle)
        const before = layRound(angle, on(project), 50, METRIC).measured!
        doing(project, mapItems(project, ['r'], combine(moveBy(x, y), turnBy(turn))))
        doing(project, mapItems(project, ['r'], mirrorAbout({ x, y: 0 }, { x: 0, y: y + 10_000 })))
        const now = layRound(project.need('roundDimension', 'r'), on(project), 50, METRIC)
        expect(now.measured).toBeCloseTo(before, 9)
      }),
      { numRuns: 50 },
    )
  })
})
