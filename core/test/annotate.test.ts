import fc from 'fast-check'
import { sceneOf } from '../src/derive'
import { describe, expect, it } from 'vitest'
import { drawDimension, drawLeader, layDimension, offsetThrough } from '../src/annotate'
import { LevelSolver } from '../src/building'
import { settleBoard, settleSheets } from '../src/check'
import { addLeader, moveWallSideways, removeItems, setWords } from '../src/edit'
import { TieFinder, holdAnchor } from '../src/ties'
import type { Anchor, Dimension, Drawing, Project } from '../src/records'
import { FEET_INCHES, METRIC } from '../src/units'
import { LEVEL, opening, projectWith, wall } from './wallFixture'

const drawing: Drawing = {
  id: 'plan',
  kind: 'drawing',
  name: 'Plan',
  view: 'plan',
  level: LEVEL,
  readingScale: 50,
}
const last = { x: 0, y: 0 }
const corner = (id: string, end: 'a' | 'b', side: 'left' | 'right'): Anchor => ({
  to: 'wallCorner',
  wall: id,
  end,
  side,
  last,
})

/** A room of 6 000 × 4 000 outside with a door in its south wall, centre 1 250 from the corner. */
function room(): { project: Project; solver: LevelSolver; chain: Dimension } {
  const chain: Dimension = {
    id: 'chain',
    kind: 'dimension',
    drawing: 'plan',
    anchors: [
      corner('s', 'a', 'right'),
      { to: 'opening', opening: 'door', at: 'centre', side: 'right', last },
      corner('s', 'b', 'right'),
    ],
    direction: 0,
    offset: { in: 'paper', paperMm: -10 },
  }
  const project = projectWith(
    drawing,
    wall('s', [0, 0, 6000, 0], 'block-140', 'right'),
    wall('e', [6000, 0, 6000, 4000], 'block-140', 'right'),
    wall('n', [6000, 4000, 0, 4000], 'block-140', 'right'),
    wall('w', [0, 4000, 0, 0], 'block-140', 'right'),
    opening('door', 's', 1250, 900),
    chain,
  )
  return { project, solver: new LevelSolver(project, LEVEL), chain }
}

describe('dimensions', () => {
  it('measure a chain from outer corner over the door to the other corner', () => {
    const { project, solver, chain } = room()
    const laid = layDimension(chain, { project, building: solver }, 50, METRIC)
    expect(laid.lengths).toEqual([1250, 4750])
    // The line runs 10 mm on paper below the face: 500 at 1:50, 1 000 at 1:100.
    expect(laid.ticks.map((p) => [p.x, p.y])).toEqual([
      [0, -500],
      [1250, -500],
      [6000, -500],
    ])
    expect(layDimension(chain, { project, building: solver }, 100, METRIC).ticks[0]!.y).toBeCloseTo(-1000, 9)
  })
  it('follow a wall that moves', () => {
    const { project, solver, chain } = room()
    const change = moveWallSideways(project, 'e', -500)
    project.apply(change)
    solver.follow()
    expect(
      layDimension(chain, { project, building: solver }, 50, METRIC).lengths.map((n) => Math.round(n)),
    ).toEqual([1250, 5250])
  })
  it('keep the last place of what is gone, and say so on the settle list', () => {
    const { project, solver, chain } = room()
    const here = {
      ...chain,
      anchors: chain.anchors.map((a) => ({ ...a, last: holdAnchor(a, { project, building: solver }).point })),
    }
    project.apply({ put: [here], drop: [] })
    const change = removeItems(project, ['door'])
    project.apply(change)
    solver.follow()
    const laid = layDimension(here, { project, building: solver }, 50, METRIC)
    expect(laid.lengths).toEqual([1250, 4750])
    expect(settleBoard(sceneOf(project, drawing)).map((matter) => matter.text)).toEqual([
      'A dimension lost what it measured; it keeps its last place.',
    ])
  })
  it('never stand upside down, whatever the direction', () => {
    fc.assert(
      fc.property(fc.double({ min: -10, max: 10, noNaN: true }), (direction) => {
        const { items } = drawDimension(
          {
            source: null,
            points: [
              { x: 0, y: 0 },
              { x: 3000 * Math.cos(direction), y: 3000 * Math.sin(direction) },
            ],
            direction,
            offset: { in: 'paper', paperMm: 10 },
          },
          { scale: 50, units: METRIC },
        )
        const text = items.find((item) => item.kind === 'text')!
        const turn = text.kind === 'text' ? text.turn : NaN
        expect(turn).toBeGreaterThan(-Math.PI / 2)
        expect(turn).toBeLessThanOrEqual(Math.PI / 2 + 1e-5)
      }),
    )
  })
  it('set in rows stay in rows, and far ones where they were put', () => {
    const points = [
      { x: 0, y: 0 },
      { x: 6000, y: 0 },
    ]
    const u = { x: 1, y: 0 }
    const through = (y: number): Dimension['offset'] => offsetThrough(points, u, { x: 3000, y }, 50)
    expect(through(-480)).toEqual({ in: 'row', side: 'right', row: 0 })
    expect(through(-930)).toEqual({ in: 'row', side: 'right', row: 1 })
    expect(through(520)).toEqual({ in: 'row', side: 'left', row: 0 })
    expect(through(5000)).toEqual({ in: 'real', mm: 5000 })
  })
  it('write feet and inches in a feet-and-inches project', () => {
    const { items } = drawDimension(
      {
        source: null,
        points: [last, { x: 200.5 * 25.4, y: 0 }],
        direction: 0,
        offset: { in: 'paper', paperMm: 10 },
      },
      { scale: 48, units: FEET_INCHES },
    )
    const text = items.find((item) => item.kind === 'text')
    expect(text?.kind === 'text' && text.runs.map((run) => run.text).join('')).toBe(`16'-8 1/2"`)
  })
})

describe('anchors', () => {
  it('tie a point to the corner, the jamb or the face it was snapped to', () => {
    const { project, solver } = room()
    const finder = new TieFinder({ project, building: solver }, drawing)
    const at = (x: number, y: number): Anchor => finder.at({ x, y })
    expect(at(0, 0)).toMatchObject({ to: 'wallCorner' })
    expect(at(140, 140)).toMatchObject({ to: 'wallCorner' })
    expect(at(800, 0)).toMatchObject({ to: 'opening', at: 'start', side: 'right' })
    expect(at(1250, 140)).toMatchObject({ to: 'opening', at: 'centre', side: 'left' })
    expect(at(3300, 140)).toMatchObject({ to: 'wallFace', wall: 's', side: 'left' })
    expect(at(3000, 2000)).toEqual({ to: 'point', last: { x: 3000, y: 2000 } })
  })
})

describe('leaders', () => {
  it('stand on the side they are pulled to', () => {
    const [left] = drawLeader(null, [last], { x: -10, y: 10 }, 'Note', 50).filter(
      (item) => item.kind === 'text',
    )
    expect(left?.kind === 'text' && left.x + left.width).toBeCloseTo(-(10 + 3 + 1) * 50, 6)
    const lines = drawLeader(null, [last], { x: 10, y: 10 }, 'Two\nlines', 50).filter(
      (item) => item.kind === 'text',
    )
    expect(lines).toHaveLength(2)
  })
})

describe('the settle list', () => {
  it('finds a free end short of a wall, and what does not fit', () => {
    const project = projectWith(
      drawing,
      wall('long', [0, 0, 4000, 0]),
      wall('short', [2000, 105, 2000, 3000]),
      opening('o', 'short', 2850, 900),
    )
    const texts = settleBoard(sceneOf(project, drawing)).map((matter) => matter.text)
    expect(texts).toContain('A wall ends 35 mm short of another.')
    expect(texts).toContain('A door no longer fits its wall.')
  })
  it('finds letters the lettering lacks, and sheets of one number', () => {
    const sheet = {
      kind: 'sheet',
      number: 'A-1',
      title: 'T',
      size: 'A3',
      orientation: 'landscape',
      date: '',
      drawn: '',
      checked: '',
      revision: '',
      order: 0,
    } as const
    const project = projectWith(
      drawing,
      { id: 'n', kind: 'note', drawing: 'plan', at: last, text: 'Hall 語', heightPaperMm: 3, align: 'start' },
      { ...sheet, id: 's1' },
      { ...sheet, id: 's2' },
    )
    expect(settleBoard(sceneOf(project, drawing))[0]!.text).toContain('語')
    expect(settleSheets(project).map((matter) => matter.text)).toContain('Two sheets are numbered A-1.')
  })
})

describe('words', () => {
  it('with signs that no lettering has are refused, and nothing is stored', () => {
    const project = projectWith(drawing)
    const leader = { drawing: 'plan', tip: { to: 'point', last } as const, elbowPaperMm: { x: 5, y: 5 } }
    const sentence = 'The lettering has no “漢”. Write it in other signs.'
    expect(() => addLeader(project, { ...leader, text: 'ab漢' }, () => 'l')).toThrow(sentence)
    expect(() => addLeader(project, { ...leader, text: ' \n ' }, () => 'l')).toThrow('Type the note')
    project.apply(addLeader(project, { ...leader, text: ' ⌀ 12 ≤ \n ½ ' }, () => 'l'))
    expect(project.need('leader', 'l').text).toBe('⌀ 12 ≤ \n ½')
    expect(() => setWords(project, 'l', '🏠')).toThrow('The lettering has no “🏠”')
    project.apply(setWords(project, 'l', ' ℄ of column '))
    expect(project.need('leader', 'l').text).toBe('℄ of column')
  })
})
