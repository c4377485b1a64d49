import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { layDimension, lineOfRow, pictureOf } from '../src/annotate'
import { PLAIN_LOOK, sceneOf, type Scene } from '../src/derive'
import { addDimensions, moveItems, setFigure, type MakeId } from '../src/edit'
import { rowsOfSide, sideAt } from '../src/gather'
import { STANDARD_STYLE } from '../src/library'
import { Clashes } from '../src/neat'
import type { AnyRecord, Dimension, Project } from '../src/records'
import { atOnce } from '../src/steps'
import { TieFinder } from '../src/ties'
import { PLAN, opening, projectWith, wall } from './wallFixture'

const METRIC = { system: 'metric', stepMm: 1, fraction: 16 } as const
const { firstRowPaperMm: FIRST, rowPaperMm: STEP, textPaperMm: HIGH } = STANDARD_STYLE
/** Figures stand so far over their line and take up so much, paper mm. */
const OVER = 0.36 * HIGH + HIGH
/** A figure on a straight lead under its line reaches so deep: beyond the extension lines, a quarter further, as high as it is. */
const DEEP = STANDARD_STYLE.extensionPastPaperMm + 0.25 + HIGH

const planOf = (project: Project): Scene => sceneOf(project, project.need('drawing', PLAN.id))
const row = (id: string, at: number, xs: readonly number[], side: 'left' | 'right' = 'right'): Dimension => ({
  id,
  kind: 'dimension',
  drawing: PLAN.id,
  direction: 0,
  offset: { in: 'row', side, row: at },
  anchors: xs.map((x) => ({ to: 'point', last: { x, y: 0 } })),
})
/** How far out the rows of a project run, paper mm at 1:50. */
const outs = (project: Project, scale = 50): number[] =>
  project.all('dimension').map((each) => Math.abs(lineOfRow(each, planOf(project), scale)) / scale)
const roughly = (values: readonly number[]): unknown[] => values.map((value) => expect.closeTo(value, 6))

describe('rows of one side', () => {
  // 200 is 4 mm at 1:50: too narrow for its figure.
  const NARROW = [0, 2000, 2200, 5000]

  it('stand at even steps while nothing stands out of them', () => {
    expect(outs(projectWith(PLAN, row('a', 0, [0, 2000, 5000]), row('b', 1, [0, 5000])))).toEqual(
      roughly([FIRST, FIRST + STEP]),
    )
  })

  it('go further out by what a figure on a lead needs, those beyond them with them', () => {
    const project = projectWith(PLAN, row('a', 0, NARROW), row('b', 1, [0, 5000]), row('c', 2, [0, 5000]))
    // Below the building figures stand over their line, towards the row before: 0.7 is kept between them.
    const more = DEEP + 0.7 + OVER - STEP
    expect(more).toBeGreaterThan(0.3)
    expect(outs(project)).toEqual(roughly([FIRST, FIRST + STEP + more, FIRST + 2 * STEP + more]))
  })

  it('above the building, where figures stand over the line already, have room for that', () => {
    const project = projectWith(PLAN, row('a', 0, NARROW, 'left'), row('b', 1, [0, 5000], 'left'))
    expect(outs(project)).toEqual(roughly([FIRST, FIRST + STEP]))
  })

  it('whichever way round their direction is told; not those that stand elsewhere along it', () => {
    const turned: Dimension = { ...row('b', 1, [0, 5000], 'left'), direction: Math.PI }
    const beside = projectWith(PLAN, row('a', 0, NARROW), turned, row('c', 1, [5000, 9000]))
    const more = DEEP + 0.7 + OVER - STEP
    expect(outs(beside)).toEqual(roughly([FIRST, FIRST + STEP + more, FIRST + STEP]))
  })

  it('do not stand otherwise for a figure that was moved by hand', () => {
    const project = projectWith(PLAN, row('a', 0, NARROW), row('b', 1, [0, 5000]))
    const before = outs(project)
    project.apply(setFigure(project, 'a', [1, 2], { moved: { x: 6, y: -20 } }))
    expect(outs(project)).toEqual(before)
  })

  it('keep their figures off the extension lines of rows further out', () => {
    const project = projectWith(PLAN, row('a', 0, [0, 5000]), row('b', 1, [0, 2500, 5000]))
    const figure = layDimension(project.need('dimension', 'a'), planOf(project), 50, METRIC).texts[0]![0]!
    // Without that it would stand over the middle, where the line of the other row runs.
    const half = figure.width / 2 / 50
    expect(figure.x / 50 + half).toSatisfy((at: number) => Math.abs(Math.abs(at - 50) - half - 0.5) < 1e-6)
  })

  it('are drawn as from nothing after each change of one of them (property)', () => {
    const xs = fc.uniqueArray(fc.integer({ min: 0, max: 60 }), { minLength: 2, maxLength: 6 })
    const all = fc.tuple(xs, xs, xs)
    fc.assert(
      fc.property(all, fc.nat(2), fc.integer({ min: 1, max: 9 }), ([a, b, c], pick, by) => {
        const rows = [a, b, c].map((each, i) =>
          row(
            `r${i}`,
            i,
            each.map((x) => x * 100),
          ),
        )
        const project = projectWith(PLAN, ...rows)
        const look = { ...PLAIN_LOOK, scale: 50 }
        const drawn = (of: Project): string => JSON.stringify(pictureOf(planOf(of), look).list())
        drawn(project)
        project.apply(moveItems(project, [`r${pick}`], { x: by * 100, y: 0 }))
        expect(drawn(project)).toBe(drawn(projectWith(PLAN, ...project.all('dimension'))))
        project.apply({ put: [], drop: [`r${(pick + 1) % 3}`] })
        expect(drawn(project)).toBe(drawn(projectWith(PLAN, ...project.all('dimension'))))
      }),
      { numRuns: 60 },
    )
  })

  it('made of a side with narrow parts strike no letter, at 1:20, 1:50 and 1:100 (property)', () => {
    const parts = fc.array(
      fc.record({
        pier: fc.integer({ min: 2, max: 20 }),
        width: fc.integer({ min: 4, max: 16 }),
      }),
      { minLength: 2, maxLength: 7 },
    )
    let narrow = 0
    fc.assert(
      fc.property(parts, fc.integer({ min: 0, max: 2 }), (all, set) => {
        // A front whose right half stands back, openings along it.
        const long = all.reduce((sum, { pier, width }) => sum + (pier + width) * 100, 600)
        const at = 200 + (all[0]!.pier + all[0]!.width) * 100
        const back = set * 700
        const front: AnyRecord[] =
          set === 0
            ? [wall('s', [0, 0, long, 0])]
            : [wall('s', [0, 0, at, 0]), wall('in', [at, 0, at, back]), wall('t', [at, back, long, back])]
        let along = 0
        const openings = all.flatMap(({ pier, width }, i): AnyRecord[] => {
          const middle = along + pier * 100 + width * 50
          along += (pier + width) * 100
          const isBack = set > 0 && i > 0
          const mine = isBack ? middle - at + 200 : middle
          return isBack && mine - width * 50 < 100
            ? []
            : [opening(`o${i}`, isBack ? 't' : 's', mine, width * 100, 'window')]
        })
        const project = projectWith(
          PLAN,
          ...front,
          wall('e', [long, back, long, 6000]),
          wall('n', [long, 6000, 0, 6000]),
          wall('w', [0, 6000, 0, 0]),
          ...openings,
        )
        let n = 0
        const makeId: MakeId = () => `d${n++}`
        const scene = planOf(project)
        const rows = rowsOfSide(
          scene,
          sideAt(scene, { x: long / 2, y: -2000 })!,
          { openings: 'jambs', corners: true, grid: true, overall: true },
          new TieFinder(scene, scene.board),
        )
        project.apply(addDimensions(project, PLAN.id, rows, makeId))
        for (const scale of [20, 50, 100]) {
          const picture = pictureOf(planOf(project), { ...PLAIN_LOOK, scale, printing: true })
          narrow += outs(project, scale).some((out) => Math.abs(((out - FIRST) % STEP) + STEP) % STEP > 0.1)
            ? 1
            : 0
          expect(atOnce(new Clashes().steps(picture))).toEqual([])
        }
      }),
      { numRuns: 60 },
    )
    expect(narrow).toBeGreaterThan(20)
  })
})
