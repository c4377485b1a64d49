import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { pictureOf } from '../src/annotate'
import { settleBoard } from '../src/check'
import { PLAIN_LOOK, sceneOf, type PlanLook, type Scene } from '../src/derive'
import { pin, putPlaces, setNotes } from '../src/edit'
import { inked } from '../src/neat/ink'
import {
  Clashes,
  boxAround,
  cornersOf,
  isStruck,
  readingsOf,
  shifted,
  shrunk,
  slabsOverlap,
  tidying,
  tidyingAll,
  type Clash,
  type Slab,
} from '../src/neat'
import {
  Project,
  placedAt,
  type AnyRecord,
  type Change,
  type Dimension,
  type Leader,
  type Note,
  type RecordOf,
} from '../src/records'
import { SAMPLES } from '../src/samples'
import { atOnce } from '../src/steps'
import { PLAN, projectWith, wall } from './wallFixture'

const LOOK: PlanLook = { ...PLAIN_LOOK, scale: 50, printing: true }
const note = (id: string, x: number, y: number, facts: Partial<Note> = {}): Note => ({
  id,
  kind: 'note',
  drawing: PLAN.id,
  at: { x, y },
  text: 'Oak floor',
  heightPaperMm: 2.5,
  align: 'start',
  ...facts,
})
const row = (id: string, y: number, xs: readonly number[], facts: Partial<Dimension> = {}): Dimension => ({
  id,
  kind: 'dimension',
  drawing: PLAN.id,
  anchors: xs.map((x) => ({ to: 'point', last: { x, y } })),
  direction: 0,
  offset: { in: 'row', side: 'right', row: 0 },
  ...facts,
})
const leader = (id: string, x: number, y: number, facts: Partial<Leader> = {}): Leader => ({
  id,
  kind: 'leader',
  drawing: PLAN.id,
  tip: { to: 'point', last: { x, y } },
  elbowPaperMm: { x: 20, y: 10 },
  text: 'Wall',
  ...facts,
})
const sceneWith = (...records: AnyRecord[]): Scene => {
  const project = projectWith(PLAN, wall('w', [0, 0, 8000, 0]), ...records)
  return sceneOf(project, project.need('drawing', PLAN.id))
}
const clashesIn = (scene: Scene, look = LOOK): Clash[] => atOnce(new Clashes().steps(pictureOf(scene, look)))
const told = (scene: Scene): string[] =>
  clashesIn(scene).map((clash) => `${clash.id} ${clash.with} ${clash.other}`)
const doing = (project: Project, change: Change): Change => {
  project.check(change)
  return project.apply(change)
}
const tidied = (scene: Scene, look = LOOK) => atOnce(tidying(scene, look))
/** Tidies a board, and gives what clashes still. */
function tidyNow(scene: Scene): Clash[] {
  const { moves } = tidied(scene)
  if (moves.length > 0) doing(scene.project, putPlaces(scene.project, moves))
  return clashesIn(scene)
}

describe('slabs', () => {
  const slab = (x: number, y: number, long: number, high: number, angle = 0): Slab => ({
    x,
    y,
    ux: Math.cos(angle),
    uy: Math.sin(angle),
    long,
    high,
  })
  it('overlap where they share more than an edge, however they are turned', () => {
    const flat = slab(0, 0, 10, 4)
    expect(slabsOverlap(flat, slab(9, 3, 5, 5))).toBe(true)
    expect(slabsOverlap(flat, slab(10, 0, 5, 4))).toBe(false)
    // Corner to corner, though the boxes around both overlap.
    expect(slabsOverlap(flat, slab(13, 1, 10, 4, (3 * Math.PI) / 4))).toBe(true)
    expect(slabsOverlap(flat, slab(22, 1, 10, 4, (3 * Math.PI) / 4))).toBe(false)
    expect(isStruck(flat, -5, 2, 15, 2)).toBe(true)
    expect(isStruck(flat, -5, 5, 15, 5)).toBe(false)
    expect(isStruck(flat, 14, -2, 10.5, 8)).toBe(false)
  })

  it('overlap alike either way round, moved and turned together; smaller ones less', () => {
    const number = fc.double({ min: -20, max: 20, noNaN: true })
    const size = fc.double({ min: 1, max: 15, noNaN: true })
    const any = fc
      .tuple(number, number, size, size, fc.double({ min: -4, max: 4, noNaN: true }))
      .map((values) => slab(...values))
    fc.assert(
      fc.property(any, any, number, number, (a, b, dx, dy) => {
        const meets = slabsOverlap(a, b)
        expect(slabsOverlap(b, a)).toBe(meets)
        const c = shrunk(a, 0.4)
        if (slabsOverlap(c, b)) expect(meets).toBe(true)
        // Away from where rounding decides.
        if (meets === slabsOverlap(shrunk(a, 1e-6), b) && meets === slabsOverlap(shrunk(a, -1e-6), b))
          expect(slabsOverlap(shifted(a, dx, dy), shifted(b, dx, dy))).toBe(meets)
        const box = boxAround(a)
        for (const { x, y } of cornersOf(a)) {
          expect(x).toBeGreaterThan(box.minX - 1e-9)
          expect(y).toBeLessThan(box.maxY + 1e-9)
        }
        // A middle of the one within the other.
        const middle = cornersOf(b).reduce((sum, p) => ({ x: sum.x + p.x / 4, y: sum.y + p.y / 4 }), {
          x: 0,
          y: 0,
        })
        if (isStruck(shrunk(a, 0.01), middle.x, middle.y, middle.x, middle.y)) expect(meets).toBe(true)
      }),
      { numRuns: 300 },
    )
  })
})

describe('letters that are not clear', () => {
  it('are those over letters, lines of annotation and what is cut; not over lines where their ground is clear', () => {
    expect(told(sceneWith(note('a', 1000, 1000), note('b', 1400, 1050)))).toEqual(['a letters b'])
    expect(told(sceneWith(note('a', 1000, 1000), note('b', 1000, 1140)))).toEqual([])
    expect(told(sceneWith(note('a', 1000, -60)))).toEqual(['a cut null'])
    // The line of the row runs 500 below the wall's face.
    expect(told(sceneWith(note('a', 1500, -630), row('r', 3000, [1000, 5000])))).toEqual(['a annotation r'])
    const line: RecordOf<'linework'> = {
      id: 'line',
      kind: 'linework',
      drawing: PLAN.id,
      layer: 'layer-lines',
      shape: {
        form: 'path',
        path: {
          vertices: [
            { x: 0, y: 1060, sweep: 0 },
            { x: 4000, y: 1060, sweep: 0 },
          ],
          closed: false,
        },
      },
    }
    const scene = sceneWith(note('a', 1000, 1000), line)
    expect(told(scene)).toEqual([])
    doing(scene.project, { put: [STYLE_WITHOUT], drop: [] })
    expect(told(scene)).toEqual(['a lines line'])
  })

  it('are looked for again only near a change', () => {
    const scene = sceneWith(
      ...Array.from({ length: 120 }, (_, i) =>
        note(`n${i}`, (i % 12) * 2000, 2000 + Math.floor(i / 12) * 1000),
      ),
    )
    const clashes = new Clashes()
    expect(atOnce(clashes.steps(pictureOf(scene, LOOK)))).toEqual([])
    const before = clashes.looked
    doing(scene.project, setNotes(scene.project, ['n5'], { text: 'x' } as never))
    doing(scene.project, { put: [note('n5', 12_300, 2000)], drop: [] })
    expect(atOnce(clashes.steps(pictureOf(scene, LOOK))).map(({ with: by }) => by)).toEqual(['letters'])
    expect(clashes.looked - before).toBeLessThan(8)
    doing(scene.project, { put: [], drop: ['n6'] })
    expect(atOnce(clashes.steps(pictureOf(scene, LOOK)))).toEqual([])
  })

  it('are an open matter of their drawing for each scale, which one press mends', () => {
    const scene = sceneWith(note('a', 1000, 1000), note('b', 1400, 1050))
    const [matter] = settleBoard(scene).filter(({ text }) => text.includes('overlap'))
    expect(matter).toMatchObject({
      stage: 'annotate',
      text: '1 lettering overlaps or is struck at 1:50.',
      about: ['a', 'b'],
    })
    doing(scene.project, matter!.mend!(scene.project))
    expect(settleBoard(scene).filter(({ text }) => text.includes('overlap'))).toEqual([])
    // What cannot be helped is said.
    const pinned = sceneWith(note('a', 1000, 1000, { pinned: true }), note('b', 1400, 1050, { pinned: true }))
    const [stuck] = settleBoard(pinned).filter(({ text }) => text.includes('overlap'))
    expect(() => stuck!.mend!(pinned.project)).toThrow('Move it by hand.')
  })
})

describe('figures of a row', () => {
  it('are struck by none of its lines and ends, however they are made (property)', () => {
    const parts = fc.array(fc.integer({ min: 200, max: 2000 }), { minLength: 1, maxLength: 8 })
    const ends = fc.constantFrom(...(['oblique', 'arrow', 'open', 'dot'] as const))
    fc.assert(
      fc.property(parts, ends, fc.integer({ min: 20, max: 50 }), fc.boolean(), (all, end, tenths, inLine) => {
        const xs = all.reduce((found, part) => [...found, found.at(-1)! + part], [0])
        const scene = sceneWith(row('r', 0, xs))
        const style = { ...STYLE_WITHOUT, ends: end, endPaperMm: tenths / 10, ...(inLine ? { inLine } : {}) }
        doing(scene.project, { put: [style], drop: [] })
        const look = { ...LOOK, scale: 100 }
        const [part] = pictureOf(scene, look).of('r')
        const { letters, lines, shapes } = inked(part!.items, 'r')
        expect(letters.length).toBe(all.length)
        for (const { slab } of letters)
          for (const stroke of [lines, shapes])
            for (let i = 0; i + 3 < stroke.length; i += 4) {
              const [x1, y1, x2, y2] = stroke.slice(i, i + 4) as [number, number, number, number]
              expect(isStruck(slab, x1, y1, x2, y2)).toBe(false)
            }
      }),
      { numRuns: 200 },
    )
  })
})

describe('tidying', () => {
  it('moves one of two as little as goes, and nothing that is clear', () => {
    const scene = sceneWith(note('a', 1000, 1000), note('b', 1400, 1050), note('c', 5000, 3000))
    const { moves, left } = tidied(scene)
    expect(left).toEqual([])
    expect(moves).toHaveLength(1)
    expect(moves[0]!.id).not.toBe('c')
    const { at } = placedAt(scene.project.need('note', moves[0]!.id), { scale: 50 })
    const to = (moves[0]!.own as Pick<Note, 'at'>).at
    expect(Math.hypot(to.x - at.x, to.y - at.y)).toBeLessThanOrEqual(3.5 * 50)
    expect(tidyNow(scene)).toEqual([])
  })

  it('moves lettering off what is cut, rows beyond what is in their way, and figures clear of each other', () => {
    expect(tidyNow(sceneWith(note('a', 1000, -60)))).toEqual([])
    const rows = sceneWith(row('r', 3000, [1000, 5000]), row('s', 3000, [1000, 2000, 4500]))
    expect(clashesIn(rows).length).toBeGreaterThan(0)
    expect(tidyNow(rows)).toEqual([])
    const [r, s] = ['r', 's'].map((id) => rows.project.need('dimension', id).offset)
    expect(r).not.toEqual(s)
  })

  it('leaves what is pinned, what is locked and what was not chosen', () => {
    const scene = sceneWith(note('a', 1000, 1000), note('b', 1400, 1050))
    const { project } = scene
    doing(project, pin(project, ['a'], true))
    expect(tidied(scene).moves.map(({ id }) => id)).toEqual(['b'])
    doing(project, pin(project, ['a'], false))
    expect(project.need('note', 'a')).toEqual(note('a', 1000, 1000))
    const chosen = atOnce(tidying(scene, LOOK, new Set(['a'])))
    expect(chosen.moves.map(({ id }) => id)).toEqual(['a'])
  })

  it('sets the texts of leaders that stand near each other into a column', () => {
    const scene = sceneWith(
      leader('p', 0, 2000),
      leader('q', 100, 3000, { elbowPaperMm: { x: 21, y: 10 } }),
      leader('r', 0, 4000, { elbowPaperMm: { x: 16, y: 10 } }),
    )
    expect(tidyNow(scene)).toEqual([])
    const ends = ['p', 'q', 'r'].map((id) => {
      const { tip, elbowPaperMm } = scene.project.need('leader', id)
      return tip.last.x / 50 + elbowPaperMm.x
    })
    expect(ends[1]).toBeCloseTo(ends[0]!, 9)
    expect(ends[2]).toBeCloseTo(ends[0]!, 9)
  })

  it('gives each scale its own places where there are several, and changes nothing at the others', () => {
    const sheet: RecordOf<'sheet'> = {
      id: 'sheet',
      kind: 'sheet',
      number: '1',
      title: 'Plan',
      size: 'A1',
      orientation: 'landscape',
      date: '',
      drawn: '',
      checked: '',
      revision: '',
      order: 0,
    }
    const viewport = (id: string, scale: number): RecordOf<'viewport'> => ({
      id,
      kind: 'viewport',
      sheet: 'sheet',
      drawing: PLAN.id,
      number: 1,
      title: '',
      scale,
      at: { x: 200, y: 200 },
      crop: { minX: 0, minY: 0, maxX: 8000, maxY: 4000 },
      cropped: true,
      locked: false,
    })
    // Clear of each other at 1:50, not at 1:100.
    const scene = sceneWith(
      sheet,
      viewport('v', 50),
      viewport('w100', 100),
      note('a', 1000, 1000),
      note('b', 1000, 1200),
    )
    const { project } = scene
    const { moves } = atOnce(tidyingAll(readingsOf(project, project.need('drawing', PLAN.id))))
    expect(moves.map(({ reading, alone }) => [reading.scale, alone])).toEqual([[100, true]])
    doing(project, putPlaces(project, moves))
    for (const { scene: at, look } of readingsOf(project, project.need('drawing', PLAN.id)))
      expect(clashesIn(at, look)).toEqual([])
    for (const id of ['a', 'b'])
      expect(placedAt(project.need('note', id), { scale: 50 }).at).toEqual(
        note(id, 1000, id === 'a' ? 1000 : 1200).at,
      )
  })

  it('gives the same for the same, and never makes more clashes than there were', () => {
    const any = fc.array(
      fc.record({ x: fc.integer({ min: 0, max: 8000 }), y: fc.integer({ min: -300, max: 3000 }) }),
      { minLength: 2, maxLength: 25 },
    )
    fc.assert(
      fc.property(any, (places) => {
        const make = (): Scene =>
          sceneWith(...places.map(({ x, y }, i) => (i % 3 ? note(`n${i}`, x, y) : leader(`l${i}`, x, y))))
        const scene = make()
        const before = clashesIn(scene).length
        const once = tidied(scene)
        expect(tidied(make())).toEqual(once)
        if (once.moves.length > 0) doing(scene.project, putPlaces(scene.project, once.moves))
        const after = clashesIn(scene)
        expect(after.length).toBeLessThanOrEqual(before)
        // What is left is told.
        const struck = new Set(after.flatMap(({ id, other }) => [id, other]))
        if (once.left.length === 0) expect(after).toEqual([])
        else expect(once.left.some((id) => struck.has(id))).toBe(true)
      }),
      { numRuns: 40 },
    )
  })

  it('of rows with narrow parts and signs beside them comes to what it says, and once is enough', () => {
    const symbol = (id: string, form: 'north' | 'scaleBar', x: number, y: number): RecordOf<'symbol'> => ({
      id,
      kind: 'symbol',
      drawing: PLAN.id,
      form,
      anchors: [{ to: 'point', last: { x, y } }],
    })
    const parts = fc.array(fc.integer({ min: 150, max: 1500 }), { minLength: 2, maxLength: 8 })
    const place = fc.tuple(fc.integer({ min: -500, max: 8500 }), fc.integer({ min: -2500, max: 1500 }))
    fc.assert(
      fc.property(
        parts,
        fc.tuple(place, place, place),
        fc.constantFrom(50, 100, 200),
        (all, [first, second, third], scale) => {
          const xs = all.reduce((found, part) => [...found, found.at(-1)! + part], [0])
          const scene = sceneWith(
            row('chain', 0, xs),
            // Worked out, directions are hardly ever the same to the last place.
            row('whole', 0, [0, xs.at(-1)!], {
              direction: -1e-12,
              offset: { in: 'row', side: 'right', row: 1 },
            }),
            symbol('north', 'north', ...first),
            symbol('bar', 'scaleBar', ...second),
            note('told', ...third),
          )
          const look = { ...LOOK, scale }
          const { project } = scene
          const { moves, left } = tidied(scene, look)
          if (moves.length > 0) doing(project, putPlaces(project, moves))
          for (const { id, other } of clashesIn(scene, look))
            expect(left.includes(id!) || left.includes(other!)).toBe(true)
          // Rows keep their order, whatever else they do.
          const [chain, whole] = ['chain', 'whole'].map(
            (id) => placedAt(project.need('dimension', id), { scale }).offset,
          )
          if (chain?.in !== 'row' || whole?.in !== 'row') throw new Error('no row')
          expect(whole.row).toBeGreaterThan(chain.row)
        },
      ),
      { numRuns: 60 },
    )
  })

  it('leaves no letter struck on the sheets of the samples, at all their scales', () => {
    for (const { make } of SAMPLES) {
      const project = new Project()
      let ids = 0
      for (const { change } of make(() => `s${ids++}`)) project.apply(change)
      for (const drawing of project.all('drawing'))
        for (const { scene, look } of readingsOf(project, drawing))
          expect([drawing.name, look.scale, clashesIn(scene, look)]).toEqual([drawing.name, look.scale, []])
    }
  })
})

const STYLE_WITHOUT: RecordOf<'annotationStyle'> = {
  id: 'style-standard',
  kind: 'annotationStyle',
  name: 'Standard',
  textPaperMm: 2.5,
  ends: 'oblique',
  endPaperMm: 2.6,
  extensionGapPaperMm: 1.5,
  extensionPastPaperMm: 1.8,
  linePastPaperMm: 1.8,
  firstRowPaperMm: 10,
  rowPaperMm: 8,
  tip: 'dot',
}
