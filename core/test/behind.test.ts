import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { SAMPLES } from '../src/samples'
import { STANDARD_LENSES } from '../src/library'
import { Project, type Drawing, type Id, type Lens } from '../src/records'
import { atOnce } from '../src/steps'
import { Derivation, Derived, type DerivedLine } from '../src/views'
import { Screen, type Cover } from '../src/views/screen'
import { World } from './world'
import { EDITS } from './worldEdits'
import { anyStep } from './worldSteps'

describe('rectangles laid over each other', () => {
  const side = fc.integer({ min: 0, max: 12 })
  const cover: fc.Arbitrary<Cover> = fc
    .tuple(side, side, side, side, fc.integer({ min: 0, max: 5 }))
    .map(([x, y, w, h, far]) => ({ x0: x, x1: x + w + 1, y0: y, y1: y + h + 1, far: far * 10 }))

  it('hide a place where each spot of it has one before it, and only there (property)', () => {
    fc.assert(
      fc.property(fc.array(cover, { maxLength: 12 }), cover, (covers, place) => {
        let each = true
        for (let x = place.x0; x < place.x1; x++)
          for (let y = place.y0; y < place.y1; y++)
            each &&= covers.some(
              ({ x0, x1, y0, y1, far }) => x >= x0 && x < x1 && y >= y0 && y < y1 && far > place.far + 1,
            )
        expect(new Screen(covers).hides(place, place.far)).toBe(each)
      }),
      { numRuns: 3000 },
    )
  })
})

const rounded = (value: number): number => Math.round(value * 100) / 100 + 0
const told = (lines: readonly DerivedLine[]): string[] =>
  lines
    .map(({ x1, y1, x2, y2, source }) => {
      const ends = [[x1, y1].map(rounded).join(' '), [x2, y2].map(rounded).join(' ')].sort()
      return [...ends, source].join(' ')
    })
    .sort()
/** A drawing worked out from nothing: the lines that are seen of it, but for those that tell how something opens. */
function seenOf(project: Project, id: Id): DerivedLine[] {
  const derived = new Derived()
  derived.take(atOnce(new Derivation(project, id).following())!)
  return [...derived.things.values()].flatMap(({ lines }) => lines).filter(({ dashed }) => !dashed)
}
/** The same through a lens that tells hidden edges too, for which everything is made; those are dashed. */
function seenOfAll(project: Project, id: Id): DerivedLine[] {
  const drawing = project.need('drawing', id)
  const through: Lens = {
    ...(project.all('lens')[0] ?? STANDARD_LENSES[0]!),
    id: 'all',
    name: 'All',
    unseen: true,
  }
  const all = new Project([...project.everything()].filter((record) => record.id !== id))
  all.apply({ put: [through, { ...drawing, lens: 'all' }], drop: [] })
  return seenOf(all, id)
}

const VIEWS = [
  { view: 'elevation', a: { x: -9000, y: -9000 }, b: { x: 20_000, y: -9000 } },
  { view: 'elevation', a: { x: 20_000, y: 20_000 }, b: { x: -9000, y: 26_000 } },
  { view: 'section', a: { x: -9000, y: 1500 }, b: { x: 20_000, y: 1500 } },
  { view: 'section', a: { x: 2500, y: -9000 }, b: { x: 2500, y: 9000 } },
] as const
const viewAs = (nth: number): Drawing => ({
  ...{ id: 'seen', kind: 'drawing', name: 'Seen', mark: 'X9', readingScale: 50 },
  ...VIEWS[nth % VIEWS.length]!,
})

describe('what lies wholly behind walls', () => {
  it('is not made, and nothing that is seen is left out: in any building (property)', () => {
    fc.assert(
      fc.property(fc.nat(3), fc.array(anyStep, { maxLength: 12 }), (nth, steps) => {
        const world = new World(true)
        for (const { what, values } of steps) world.act((each) => EDITS[what].make(each, values))
        world.project.apply({ put: [viewAs(nth)], drop: [] })
        expect(told(seenOf(world.project, 'seen'))).toEqual(told(seenOfAll(world.project, 'seen')))
      }),
      { numRuns: 60 },
    )
  })

  it('is not made in the demo either', () => {
    let n = 0
    const project = new Project()
    for (const { change } of SAMPLES[1]!.make(() => `made${++n}`)) project.apply(change)
    for (const { id, view } of project.all('drawing'))
      if (view === 'elevation' || view === 'section')
        expect(told(seenOf(project, id))).toEqual(told(seenOfAll(project, id)))
  })
})
