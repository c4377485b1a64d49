import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ABOVE_LINEWORK, foreseenChange, markPlaceAt, otherPlaces, pictureOf } from '../src/annotate'
import { LevelSolver } from '../src/building'
import { PLAIN_LOOK, sceneOf, type PlanLook, type Scene } from '../src/derive'
import { eachItem, extentOf, type DisplayItem, type LineItem } from '../src/display'
import {
  copyPlace,
  flipHand,
  flipSide,
  mapItems,
  mirrorAbout,
  pin,
  putPlaces,
  setMarkPlace,
  setScales,
} from '../src/edit'
import { applyTo, boxCentre, turnBy, type Affine, type Point } from '../src/geometry'
import { Clashes, tidying, type Tidied } from '../src/neat'
import type { AnyRecord, Change, Id, Opening, Project } from '../src/records'
import { atOnce } from '../src/steps'
import { PLAN, opening, projectWith, wall } from './wallFixture'

const look = (scale: number): PlanLook => ({ ...PLAIN_LOOK, marks: true, scale, printing: true })
const door = (id: string, on: string, along: number, facts: Partial<Opening> = {}): Opening => ({
  ...opening(id, on, along, 900),
  side: 'left',
  mark: 'D01',
  ...facts,
})
const sceneWith = (...records: AnyRecord[]): Scene => {
  const project = projectWith(PLAN, ...records)
  return sceneOf(project, project.need('drawing', PLAN.id))
}
const doing = (project: Project, change: Change): void => {
  project.check(change)
  project.apply(change)
}
/** The number of an opening as it is drawn. */
const numberOf = (scene: Scene, id: Id, scale: number): readonly DisplayItem[] =>
  pictureOf(scene, look(scale))
    .of(id)
    .filter(({ rank }) => rank === ABOVE_LINEWORK.marks)
    .flatMap(({ items }) => [...eachItem(items)])
const frameOf = (scene: Scene, id: Id, scale: number) =>
  extentOf(numberOf(scene, id, scale).filter(({ kind }) => kind === 'fill'))
const centreOf = (scene: Scene, id: Id, scale: number): Point => boxCentre(frameOf(scene, id, scale))
const faceOf = ({ project }: Scene, id: Id): number =>
  new LevelSolver(project, 'ground').get(id)!.shape.thickness / 2

/** Half the height of a frame and its way off the wall, paper mm. */
const [HIGH, OFF] = [2.592, 1.5]

describe('numbers of doors and windows', () => {
  it('stand 1.5 mm off their wall by themselves: of doors where the leaf is not, of windows outside', () => {
    const scene = sceneWith(
      wall('w', [0, 0, 8000, 0]),
      door('a', 'w', 2000),
      door('b', 'w', 4000, { side: 'right' }),
      door('c', 'w', 6000, { fit: 'window', mark: 'W01' }),
    )
    const face = faceOf(scene, 'w')
    for (const scale of [20, 50, 200]) {
      const off = face + (OFF + HIGH) * scale
      expect(centreOf(scene, 'a', scale)).toEqual({ x: 2000, y: expect.closeTo(-off, 6) as number })
      expect(centreOf(scene, 'b', scale)).toEqual({ x: 4000, y: expect.closeTo(off, 6) as number })
      expect(centreOf(scene, 'c', scale)).toEqual({ x: 6000, y: expect.closeTo(off, 6) as number })
    }
  })

  it('stand where they were put, as far from the face on paper at every scale, on the side of the leaf or beyond', () => {
    const scene = sceneWith(
      wall('w', [0, 0, 8000, 0]),
      door('a', 'w', 2000, { hand: 'start', markPaperMm: { x: 5, y: 8 } }),
      door('b', 'w', 4000, { hand: 'end', markPaperMm: { x: 5, y: -8 } }),
    )
    const face = faceOf(scene, 'w')
    for (const scale of [20, 100]) {
      expect(centreOf(scene, 'a', scale).x).toBeCloseTo(2000 + 5 * scale, 6)
      expect(centreOf(scene, 'a', scale).y).toBeCloseTo(-face - 8 * scale, 6)
      // Towards the jamb without the leaf: here to the left.
      expect(centreOf(scene, 'b', scale).x).toBeCloseTo(4000 - 5 * scale, 6)
      expect(centreOf(scene, 'b', scale).y).toBeCloseTo(face + 8 * scale, 6)
    }
    const before = centreOf(scene, 'a', 50)
    doing(scene.project, flipSide(scene.project, 'a'))
    expect(centreOf(scene, 'a', 50)).toEqual({ x: before.x, y: -before.y })
    doing(scene.project, flipHand(scene.project, 'a'))
    expect(centreOf(scene, 'a', 50)).toEqual({ x: 4000 - before.x, y: -before.y })
  })

  it('are joined to their opening by a line from where they stand further off', () => {
    const scene = sceneWith(
      wall('w', [0, 0, 8000, 0]),
      door('near', 'w', 2000, { markPaperMm: { x: 0, y: 5 } }),
      door('out', 'w', 4000, { markPaperMm: { x: 0, y: 20 } }),
      door('aside', 'w', 6000, { markPaperMm: { x: 29, y: 20 } }),
    )
    const face = faceOf(scene, 'w')
    const lines = (id: Id): LineItem[] =>
      numberOf(scene, id, 50).filter((item): item is LineItem => item.kind === 'line' && !item.closed)
    expect(lines('near')).toEqual([])
    // Straight down to the face, from the upper edge of the frame.
    expect(lines('out').map(({ points }) => points)).toEqual([
      [4000, expect.closeTo(-face - (20 - HIGH) * 50, 6), 4000, expect.closeTo(-face, 6)],
    ])
    // To the jamb: 1450 − 450 across and 1000 down, at 45°, so that it leaves the frame by its upper edge.
    const [aside] = lines('aside')
    const way = [7450 - HIGH * 50, -face - (20 - HIGH) * 50, 6450, -face]
    aside!.points.forEach((v, i) => expect(v).toBeCloseTo(way[i]!, 6))
    // Nothing of it runs through its own words.
    expect(atOnce(new Clashes().steps(pictureOf(scene, look(50))))).toEqual([])
  })

  const coordinate = fc.integer({ min: -4000, max: 4000 })
  it('come to where they are pulled, unless that is within the wall or where they stand by themselves (property)', () => {
    fc.assert(
      fc.property(
        coordinate,
        coordinate,
        fc.constantFrom(20, 50, 100),
        fc.constantFrom('left', 'right'),
        fc.constantFrom('start', 'end'),
        fc.constantFrom('door', 'window'),
        (x, y, scale, side, hand, fit) => {
          const scene = sceneWith(
            wall('w', [-3000, -1000, 3000, 2000]),
            door('a', 'w', 3000, { side, hand, fit }),
          )
          const { shape } = scene.building!.get('w')!
          const alone = centreOf(scene, 'a', scale)
          const to = { x, y }
          const place = markPlaceAt(shape, scene.project.need('opening', 'a'), to, scale)
          doing(scene.project, setMarkPlace(scene.project, 'a', place))
          const now = centreOf(scene, 'a', scale)
          const aside = Math.abs((y - 500) * 2 - x) / Math.sqrt(5)
          if (!place) expect(Math.hypot(alone.x - x, alone.y - y) / scale).toBeLessThan(1.5)
          else if (aside > shape.thickness / 2 + scale * 0.02) {
            expect(now.x).toBeCloseTo(x, 3)
            expect(now.y).toBeCloseTo(y, 3)
          } else expect(Math.hypot(now.x - x, now.y - y)).toBeLessThan(shape.thickness / 2 + scale * 0.02)
        },
      ),
      { numRuns: 200 },
    )
  })

  it('go with their walls, turned and mirrored as they are (property)', () => {
    const angle = fc.double({ min: -3, max: 3, noNaN: true })
    fc.assert(
      fc.property(
        angle,
        fc.boolean(),
        fc.constantFrom('left', 'right'),
        fc.constantFrom('start', 'end'),
        coordinate,
        (turn, mirrored, side, hand, x) => {
          const markPaperMm = { x: x / 200, y: x > 0 ? 9 : -7 }
          const scene = sceneWith(
            wall('w', [0, 0, 6000, 0]),
            door('a', 'w', 2300, { side, hand, markPaperMm }),
          )
          const was = centreOf(scene, 'a', 50)
          const map: Affine = mirrored
            ? mirrorAbout({ x: 0, y: 700 }, { x: Math.cos(turn) * 1000, y: 700 + Math.sin(turn) * 1000 })
            : turnBy(turn)
          doing(scene.project, mapItems(scene.project, ['w'], map))
          const there = applyTo(map, was)
          expect(centreOf(scene, 'a', 50).x).toBeCloseTo(there.x, 3)
          expect(centreOf(scene, 'a', 50).y).toBeCloseTo(there.y, 3)
        },
      ),
      { numRuns: 60 },
    )
  })

  it('have a place of their own at a scale, and read at chosen ones; their doors are there at all', () => {
    const scene = sceneWith(
      wall('w', [0, 0, 8000, 0]),
      door('a', 'w', 2000, { markPaperMm: { x: 0, y: 10 } }),
    )
    const { project } = scene
    doing(project, copyPlace(project, ['a'], null, { scale: 100 }))
    doing(project, setMarkPlace(project, 'a', { x: 0, y: -10 }))
    expect(Math.sign(centreOf(scene, 'a', 50).y)).toBe(1)
    expect(Math.sign(centreOf(scene, 'a', 100).y)).toBe(-1)
    // Where it stands elsewhere is shown at the size it has there.
    const shown = otherPlaces(scene, 50, [100])
    expect(boxCentre(extentOf(shown.filter(({ kind }) => kind === 'fill')))).toEqual(
      centreOf(scene, 'a', 100),
    )
    doing(project, setScales(project, ['a'], [50]))
    expect(numberOf(scene, 'a', 50)).not.toEqual([])
    expect(numberOf(scene, 'a', 100)).toEqual([])
    expect(pictureOf(scene, look(100)).of('a')).not.toEqual([])
  })

  it('show where they will stand before they are put there', () => {
    const scene = sceneWith(wall('w', [0, 0, 8000, 0]), door('a', 'w', 2000))
    const { project } = scene
    const picture = pictureOf(scene, look(50))
    const change = setMarkPlace(project, 'a', { x: 20, y: 30 })
    const foreseen = foreseenChange(change, scene, picture, 50)
    doing(project, change)
    const drawn = numberOf(scene, 'a', 50)
    for (const item of drawn) expect(foreseen).toContainEqual(item)
  })

  it('are refused on locked layers', () => {
    const scene = sceneWith(wall('w', [0, 0, 8000, 0]), door('a', 'w', 2000))
    const { project } = scene
    const layer = project.need('layer', 'layer-openings')
    doing(project, { put: [{ ...layer, locked: true }], drop: [] })
    expect(() => setMarkPlace(project, 'a', { x: 0, y: 9 })).toThrow('locked')
  })
})

const tidied = (scene: Scene, scale: number): Tidied => atOnce(tidying(scene, look(scale)))
const strokesOn = (scene: Scene, scale: number): (Id | null)[] =>
  atOnce(new Clashes().steps(pictureOf(scene, look(scale)))).map(({ id }) => id)

describe('tidied numbers of doors and windows', () => {
  /** Two doors about a corner, whose numbers lie on each other at 1:100. */
  const corner = (facts: Partial<Opening> = {}): Scene =>
    sceneWith(
      wall('w', [0, 0, 6000, 0]),
      wall('v', [0, 0, 0, 6000]),
      door('a', 'w', 700, { side: 'right', mark: 'D01', ...facts }),
      door('b', 'v', 700, { side: 'left', mark: 'D02' }),
    )
  it('go where they are clear, the one that has the shorter way', () => {
    const scene = corner()
    expect(strokesOn(scene, 100)).not.toEqual([])
    const { moves, left } = tidied(scene, 100)
    expect(left).toEqual([])
    expect(moves).toHaveLength(1)
    doing(scene.project, putPlaces(scene.project, moves))
    expect(strokesOn(scene, 100)).toEqual([])
    // Once is enough.
    expect(tidied(scene, 100).moves).toEqual([])
  })

  it('stay where they are pinned, and are told where nothing is clear', () => {
    const scene = corner()
    doing(scene.project, pin(scene.project, ['a'], true))
    const { moves } = tidied(scene, 100)
    expect(moves.map(({ id }) => id)).toEqual(['b'])
    doing(scene.project, pin(scene.project, ['b'], true))
    expect(tidied(scene, 100).moves).toEqual([])
  })

  it('leave hardly any struck among doors side by side, and name those (property)', () => {
    const rooms = fc.array(fc.integer({ min: 1000, max: 2600 }), { minLength: 2, maxLength: 8 })
    let struck = 0
    let numbers = 0
    fc.assert(
      fc.property(rooms, fc.constantFrom(50, 100, 200), (widths, scale) => {
        let x = 0
        const long = widths.reduce((sum, each) => sum + each, 0)
        const records: AnyRecord[] = [wall('n', [0, 1800, long, 1800]), wall('s', [0, 0, long, 0])]
        widths.forEach((width, i) => {
          records.push(
            wall(`p${i}`, [x, 0, x, 1800]),
            door(`a${i}`, 'n', x + width / 2, { width: 700, mark: `D${10 + i}`, side: 'left' }),
            door(`b${i}`, 's', x + width / 2, { width: 700, mark: `D${30 + i}`, side: 'right' }),
          )
          x += width
        })
        const scene = sceneWith(...records)
        const before = strokesOn(scene, scale)
        const { moves, left } = tidied(scene, scale)
        if (moves.length > 0) doing(scene.project, putPlaces(scene.project, moves))
        const after = strokesOn(scene, scale)
        expect(after.length).toBeLessThanOrEqual(before.length)
        for (const id of after) expect(left).toContain(id)
        if (before.length === 0) expect(moves).toEqual([])
        struck += after.length
        numbers += 2 * widths.length
      }),
      { numRuns: 40 },
    )
    expect(struck).toBeLessThanOrEqual(numbers * 0.01)
  })
})
