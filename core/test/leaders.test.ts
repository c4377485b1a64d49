import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { boardHandles, drawLeader, drawingList, layLeader, pictureOf } from '../src/annotate'
import { settleBoard } from '../src/check'
import { PLAIN_LOOK, sceneOf, type Scene } from '../src/derive'
import { eachItem, type DisplayItem } from '../src/display'
import { addTip, dropTip, moveItems, setElbow, setFacts, tieAgain } from '../src/edit'
import { distance, type Point } from '../src/geometry'
import { textWidth } from '../src/lettering'
import { STANDARD_STYLE } from '../src/library'
import {
  Project,
  leaderLines,
  leaderTips,
  type Anchor,
  type AnyRecord,
  type Change,
  type Leader,
} from '../src/records'
import { TieFinder, holdAnchor, looseEnds, tieOf } from '../src/ties'
import { outline } from './house'
import { LEVEL, PLAN, projectWith, wall } from './wallFixture'

const SCALE = 50
const apply = (project: Project, change: Change): Change => {
  project.check(change)
  return project.apply(change)
}
const free = (x: number, y: number): Anchor => ({ to: 'point', last: { x, y } })
const leader = (facts: Partial<Leader> = {}): Leader => ({
  id: 'leader',
  kind: 'leader',
  drawing: PLAN.id,
  tip: { to: 'wallFace', wall: 'w', side: 'left', along: 2000, last: { x: 2000, y: 70 } },
  elbowPaperMm: { x: 20, y: 30 },
  text: 'Wall',
  ...facts,
})
const planOf = (...records: AnyRecord[]): Scene => {
  const project = projectWith(PLAN, wall('w', [0, 0, 8000, 0]), wall('v', [0, 4000, 8000, 4000]), ...records)
  return sceneOf(project, project.need('drawing', PLAN.id))
}
const mine = ({ project }: Scene): Leader => project.need('leader', 'leader')
/** Where the letters of a leader begin. */
const textAt = (items: readonly DisplayItem[]): Point => {
  const text = items.find((item) => item.kind === 'text')!
  return { x: text.x, y: text.y }
}
const linesOf = (items: readonly DisplayItem[]): number[][] =>
  items.flatMap((item) => (item.kind === 'line' && !item.closed ? [[...item.points]] : []))

describe('leaders with several tips', () => {
  it('point to each of them from one text, which stays where it stands', () => {
    const scene = planOf(leader())
    const { project } = scene
    const before = textAt(layLeader(mine(scene), scene, SCALE))
    const at = (p: Point): Anchor => tieOf({ kind: 'leader' }, new TieFinder(scene, scene.board), p, true)
    apply(project, addTip(project, scene, 'leader', at({ x: 5000, y: 3930 })))
    expect(mine(scene).more).toMatchObject([{ to: 'wallFace', wall: 'v' }])
    const laid = layLeader(mine(scene), scene, SCALE)
    expect(linesOf(laid).map(([x, y]) => [x, y])).toEqual([
      [2000, 70],
      [5000, 3930],
    ])
    // By hand: the landing is 1.2 letters of 2.5 mm beyond the elbow at 3 000, 1 570.
    const [near, far] = linesOf(laid).map((line) => line.slice(-2))
    expect(near).toEqual([3150, 1570])
    // What lies beyond the text is led to from its end.
    const wide = textWidth('Wall', 2.5) * SCALE
    expect(far).toEqual([expect.closeTo(3150 + 100 + wide, 6), 1570])
    expect(textAt(laid)).toEqual(before)
    // The first tip goes: the other is the first, and the text stays.
    apply(project, dropTip(project, scene, 'leader', 0, SCALE))
    expect(mine(scene).more).toBeUndefined()
    expect(mine(scene).elbowPaperMm).toEqual({ x: -40, y: expect.closeTo(-47.2, 9) })
    expect(() => dropTip(project, scene, 'leader', 0, SCALE)).toThrow(
      'A leader points to something. Remove it instead.',
    )
    expect(() => dropTip(project, scene, 'leader', 3, SCALE)).toThrow('no such tip')
  })

  it('refuse a tip where one is, and more than twenty', () => {
    const scene = planOf(leader())
    const { project } = scene
    expect(() => addTip(project, scene, 'leader', free(2000, 70.2))).toThrow('points there already')
    for (let i = 1; i < 20; i++) apply(project, addTip(project, scene, 'leader', free(i * 300, 2000)))
    expect(() => addTip(project, scene, 'leader', free(7000, 2000))).toThrow('at most 20 tips')
  })

  it('follow what each tip is tied to', () => {
    const scene = planOf(
      leader({
        more: [{ to: 'wallFace', wall: 'v', side: 'right', along: 5000, last: { x: 5000, y: 3930 } }],
      }),
    )
    const { project } = scene
    apply(project, moveItems(project, ['v'], { x: 0, y: 600 }))
    const now = sceneOf(project, project.need('drawing', PLAN.id))
    expect(linesOf(layLeader(mine(now), now, SCALE)).map(([x, y]) => [x, y])).toEqual([
      [2000, 70],
      [5000, 4530],
    ])
  })
})

describe('lines and ends of leaders', () => {
  const tip = { x: 0, y: 0 }
  it.each([undefined, ...leaderLines])('run from the tip to the text: %s', (leaderLine) => {
    const style = leaderLine ? { ...STANDARD_STYLE, leaderLine } : STANDARD_STYLE
    const [line] = linesOf(drawLeader(null, [tip], { x: 20, y: 30 }, 'Wall', SCALE, style))
    expect(line!.slice(0, 2)).toEqual([0, 0])
    // By hand: 20 and 30 mm at 1:50, and 1.2 letters of 2.5 mm.
    expect(line!.slice(-2)).toEqual([1150, 1500])
    expect(line).toHaveLength({ elbow: 6, straight: 4, curved: 34 }[leaderLine ?? 'elbow'])
  })

  it('turns no corner where it is curved, and leaves the text level', () => {
    const style = { ...STANDARD_STYLE, leaderLine: 'curved' } as const
    fc.assert(
      fc.property(fc.integer({ min: -60, max: 60 }), fc.integer({ min: -60, max: 60 }), (x, y) => {
        fc.pre(Math.hypot(x, y) > 8)
        const [line] = linesOf(drawLeader(null, [tip], { x, y }, 'Wall', SCALE, style))
        const points = Array.from({ length: line!.length / 2 }, (_, i) => ({
          x: line![2 * i]!,
          y: line![2 * i + 1]!,
        }))
        const turns = points.slice(2).map((p, i) => {
          const [a, b] = [points[i]!, points[i + 1]!]
          const turn = Math.atan2(p.y - b.y, p.x - b.x) - Math.atan2(b.y - a.y, b.x - a.x)
          return Math.abs(Math.atan2(Math.sin(turn), Math.cos(turn)))
        })
        // No more in all than from one way to the other and back.
        expect(turns.reduce((sum, turn) => sum + turn, 0)).toBeLessThan(Math.PI + 1e-6)
        const [p, q] = points.slice(-2) as [Point, Point]
        expect(Math.abs(Math.atan2(Math.abs(q.y - p.y), Math.abs(q.x - p.x)))).toBeLessThan(0.25)
      }),
    )
  })

  it('have an end of each sort; a line ends at its loop', () => {
    const kinds = leaderTips.map((end) => {
      const items = drawLeader(null, [tip], { x: 20, y: 0 }, 'Wall', SCALE, { ...STANDARD_STYLE, tip: end })
      const [start] = linesOf(items)
      return [end, items.length, start!.slice(0, 2)]
    })
    const radius = 0.5 * STANDARD_STYLE.textPaperMm * SCALE
    expect(kinds).toEqual([
      ['dot', 3, [0, 0]],
      ['arrow', 3, [0, 0]],
      ['open', 3, [0, 0]],
      ['oblique', 3, [0, 0]],
      ['loop', 3, [radius, 0]],
      ['bare', 2, [0, 0]],
    ])
  })
})

describe('what is tied to nothing', () => {
  const marks = (scene: Scene, printing: boolean): DisplayItem[] =>
    [...eachItem(drawingList(scene, { ...PLAIN_LOOK, scale: SCALE, printing }))].filter(
      (item) => item.kind === 'segments' && item.pen === 'light' && item.source === 'leader',
    )

  it('is marked on the board, is never printed, and is an open matter until it is tied again', () => {
    const scene = planOf(leader({ tip: free(2500, 1000) }))
    const { project } = scene
    const open = (): string =>
      settleBoard(scene)
        .map(({ text }) => text)
        .join()
    expect(looseEnds(mine(scene), scene, true)).toEqual([{ index: 0, at: { x: 2500, y: 1000 }, why: 'free' }])
    expect(open()).toContain('A leader points to nothing')
    expect(marks(scene, false)).toHaveLength(1)
    expect(marks(scene, true)).toEqual([])
    const text = textAt(layLeader(mine(scene), scene, SCALE))
    const [, tip] = boardHandles(scene, pictureOf(scene, { ...PLAIN_LOOK, scale: SCALE }), mine(scene), SCALE)
    expect(tip).toMatchObject({ at: { x: 2500, y: 1000 }, written: { of: 'point', index: 0 } })
    const tie = tieOf({ kind: 'leader' }, new TieFinder(scene, scene.board), { x: 3000, y: 70 }, true)
    apply(project, tieAgain(project, scene, 'leader', 0, tie, SCALE))
    expect(mine(scene).tip).toMatchObject({ to: 'wallFace', wall: 'w' })
    expect(open()).not.toContain('A leader points to nothing')
    expect(distance(textAt(layLeader(mine(scene), scene, SCALE)), text)).toBeLessThan(1e-6)
  })

  it('is tied again whichever point of whichever annotation it is', () => {
    const scene = planOf({
      id: 'row',
      kind: 'dimension',
      drawing: PLAN.id,
      anchors: [free(100, 0), free(3000, 0)],
      direction: 0,
      offset: { in: 'paper', paperMm: 10 },
    })
    const { project } = scene
    const corner: Anchor = { to: 'wallCorner', wall: 'w', end: 'a', side: 'left', last: { x: 0, y: 70 } }
    apply(project, tieAgain(project, scene, 'row', 0, corner, SCALE))
    expect(looseEnds(project.need('dimension', 'row'), scene, true).map(({ index }) => index)).toEqual([1])
    expect(holdAnchor(project.need('dimension', 'row').anchors[0]!, scene).point).toEqual({ x: 0, y: 70 })
    expect(() => tieAgain(project, scene, 'row', 1, free(0.1, 5), SCALE)).toThrow('has a point there already')
    expect(() => tieAgain(project, scene, 'row', 2, corner, SCALE)).toThrow('no such point')
    expect(() => tieAgain(project, scene, 'w', 0, corner, SCALE)).toThrow('no such point')
  })

  it('keeps its text where that is put', () => {
    const scene = planOf(leader())
    const { project } = scene
    apply(project, setElbow(project, 'leader', { x: -15, y: 5 }))
    expect(textAt(layLeader(mine(scene), scene, SCALE)).x).toBeLessThan(2000 - 15 * SCALE)
  })
})

describe('roofs', () => {
  it('are tied to by their outline, their eaves, their ridge and their hips', () => {
    const scene = planOf({
      id: 'roof',
      kind: 'roof',
      level: LEVEL,
      outline: outline([0, 0], [8000, 0], [8000, 4000], [0, 4000]),
      form: 'double',
      pitch: Math.PI / 6,
      turn: 0,
      overhang: 300,
      fascia: 150,
      eaves: 2500,
    })
    const { project } = scene
    const tied = (x: number, y: number): unknown => {
      const anchor = new TieFinder(scene, scene.board).at({ x, y })
      return anchor.to === 'item' && anchor.item
    }
    // Its walls stand beneath its outline: the eaves lie 300 outside, the ridge in the middle.
    expect(tied(3000, -300)).toBe('roof')
    expect(tied(3000, 2000)).toBe('roof')
    expect(tied(3000, 1500)).toBe(false)
    apply(project, moveItems(project, ['roof'], { x: 0, y: 500 }))
    expect(tied(3000, 2500)).toBe('roof')
    const ridge = tieOf({ kind: 'dimension' }, new TieFinder(scene, scene.board), { x: 3000, y: 2500 }, true)
    apply(project, setFacts(project, 'roof', 'roof', { overhang: 600 }))
    expect(holdAnchor(ridge, scene)).toMatchObject({ held: true, point: { y: 2500 } })
  })
})
