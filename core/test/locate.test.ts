import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { LevelSolver } from '../src/building'
import { PLAIN_LOOK, draftField, edgeEntry, sceneItems, sceneOf, pictureFrom } from '../src/derive'
import { insideAt, lockDirection, pickAt, pickBox, snapAt, type Snap, type SnapField } from '../src/locate'
import { distance, pathOfPoints, type Edge, type Path, type Point } from '../src/geometry'
import type { Drawing, Hatch } from '../src/records'
import { LEVEL, opening, projectWith, wall } from './wallFixture'

const line = (ax: number, ay: number, bx: number, by: number, sweep = 0) =>
  edgeEntry({ a: { x: ax, y: ay }, b: { x: bx, y: by }, sweep }, 'line', 'line')
const edges = [line(0, 0, 4000, 0), line(1000, -2000, 1000, 2000), line(8000, 0, 6000, 2000, Math.PI / 2)]
const centre = { x: 3000, y: 1500 }
const field: SnapField = {
  guides: [{ through: { x: 0, y: -3000 }, angle: 0, source: 'guide' }],
  edgesNear: (p, reach) =>
    edges.filter(
      (each) =>
        each.minX <= p.x + reach &&
        each.maxX >= p.x - reach &&
        each.minY <= p.y + reach &&
        each.maxY >= p.y - reach,
    ),
  spotsNear: (p, reach) =>
    distance(p, centre) <= reach
      ? [{ point: centre, kind: 'centre', source: 'spot', minX: 3000, minY: 1500, maxX: 3000, maxY: 1500 }]
      : [],
}
const snap = (
  x: number,
  y: number,
  more: { last?: Point; align?: Point[]; walls?: boolean; axes?: number; like?: Edge[] } = {},
): Snap | null =>
  snapAt(field, {
    ...more,
    pointer: { x, y },
    reach: 60,
    last: more.last ?? null,
    align: more.align ?? [],
    walls: more.walls ?? false,
  })

describe('snaps', () => {
  it.each([
    [10, 20, 'end', 0, 0],
    [2010, 30, 'middle', 2000, 0],
    [1020, 20, 'crossing', 1000, 0],
    [3030, 1480, 'centre', 3000, 1500],
    [3300, 25, 'on line', 3300, 0],
  ] as const)('at %d, %d: %s', (x, y, kind, px, py) => {
    expect(snap(x, y)).toMatchObject({ kind, point: { x: px, y: py } })
  })
  it('square-on from the last point', () => {
    expect(snap(2520, 20, { last: { x: 2500, y: 900 } })).toMatchObject({
      kind: 'square-on',
      point: { x: 2500, y: 0 },
    })
  })
  it('in line with earlier points, and where two such lines cross', () => {
    expect(snap(-700, 910, { align: [{ x: 500, y: 900 }] })).toMatchObject({
      kind: 'aligned',
      point: { x: -700, y: 900 },
    })
    expect(
      snap(-690, 910, {
        align: [
          { x: 500, y: 900 },
          { x: -700, y: 3000 },
        ],
      }),
    ).toMatchObject({ point: { x: -700, y: 900 } })
    // The alignment line meets a drawn line.
    expect(snap(2710, 15, { align: [{ x: 2700, y: 900 }] })).toMatchObject({
      kind: 'crossing',
      point: { x: 2700, y: 0 },
    })
  })
  it('touching a circle, and its quarter circle as any edge', () => {
    // The arc of radius 2 000 about (6 000, 0): touched from (6 000, 4 000) at 30° above its middle.
    const touch = { x: 6000 + 2000 * Math.cos(Math.PI / 6), y: 1000 }
    expect(snap(touch.x + 20, touch.y + 10, { last: { x: 6000, y: 4000 } })).toMatchObject({
      kind: 'touching',
      point: { x: expect.closeTo(touch.x, 6), y: expect.closeTo(touch.y, 6) },
    })
    expect(snap(8010, 5)).toMatchObject({ kind: 'end', point: { x: 8000, y: 0 } })
    expect(snap(7410, 1420)).toMatchObject({ kind: 'middle' })
  })
  it('on a guide, and where it crosses a line', () => {
    expect(snap(-500, -2980)).toMatchObject({ kind: 'on line', point: { x: -500, y: -3000 } })
  })
  it('parallel and square to an edge the pointer rested on', () => {
    const like: Edge[] = [{ a: { x: 0, y: 0 }, b: { x: 3000, y: 4000 }, sweep: 0 }]
    const last = { x: -2000, y: -1000 }
    expect(snap(-2000 + 600 + 20, -1000 + 800, { last, like })).toMatchObject({
      kind: 'parallel',
      point: { x: expect.closeTo(-1392.8, 1), y: expect.closeTo(-190.4, 1) },
    })
    expect(snap(-2000 - 800, -1000 + 610, { last, like })).toMatchObject({ kind: 'square' })
  })
  it('in line along turned axes', () => {
    const axes = Math.PI / 6
    const from = { x: -3000, y: 3000 }
    const along = { x: from.x + 1000 * Math.cos(axes), y: from.y + 1000 * Math.sin(axes) }
    expect(snap(along.x + 5, along.y - 8, { align: [from], axes })).toMatchObject({
      kind: 'aligned',
      from: [from],
    })
    expect(snap(from.x + 1000, from.y + 5, { align: [from], axes })).toBeNull()
  })
  it('nothing where nothing is', () => expect(snap(2500, 1000)).toBeNull())
  it('never further than its reach', () => {
    fc.assert(
      fc.property(fc.integer({ min: -500, max: 4500 }), fc.integer({ min: -2500, max: 2500 }), (x, y) => {
        const found = snap(x, y, { last: { x: 777, y: 333 }, align: [{ x: 120, y: 450 }] })
        if (found) expect(distance(found.point, { x, y })).toBeLessThanOrEqual(60)
      }),
    )
  })
})

describe('direction lock', () => {
  it('holds exact directions', () => {
    expect(lockDirection({ x: 0, y: 0 }, { x: 1000, y: 30 }, Math.PI / 2)).toEqual({ x: 1000, y: 0 })
    expect(lockDirection({ x: 0, y: 0 }, { x: 10, y: -800 }, Math.PI / 2)).toEqual({ x: 0, y: -800 })
    const p = lockDirection({ x: 0, y: 0 }, { x: 900, y: 1000 }, Math.PI / 4)!
    expect(p.x).toBeCloseTo(p.y, 9)
    expect(lockDirection({ x: 0, y: 0 }, { x: 900, y: 400 }, Math.PI / 2, 0.05)).toBeNull()
  })
})

describe('picking', () => {
  const drawing: Drawing = {
    id: 'plan',
    kind: 'drawing',
    name: 'Plan',
    view: 'plan',
    level: LEVEL,
    readingScale: 50,
  }
  const project = projectWith(
    drawing,
    wall('a', [0, 0, 4000, 0]),
    wall('b', [4000, 0, 4000, 3000]),
    opening('door', 'a', 1500, 900),
  )
  const solver = new LevelSolver(project, LEVEL)
  const list = sceneItems(sceneOf(project, drawing), { ...PLAIN_LOOK, scale: 50 })
  it('takes the wall by its body and the door by its lines', () => {
    expect(pickAt(pictureFrom(list), solver, { x: 3000, y: 20 }, 30)).toEqual(['a'])
    expect(pickAt(pictureFrom(list), solver, { x: 1066, y: 400 }, 30)[0]).toBe('door')
    expect(pickAt(pictureFrom(list), solver, { x: 2000, y: 2000 }, 30)).toEqual([])
  })
  it('takes the door, then its wall, anywhere in its clear width of 1 050 to 1 950', () => {
    expect(pickAt(pictureFrom([]), solver, { x: 1500, y: 0 }, 5)).toEqual(['door', 'a'])
    expect(pickAt(pictureFrom([]), solver, { x: 1060, y: -40 }, 5)).toEqual(['door', 'a'])
    expect(pickAt(pictureFrom([]), solver, { x: 1040, y: 0 }, 5)).toEqual(['a'])
  })
  it('takes what a point lies inside of, the smallest first; what is drawn over a filled area before it', () => {
    const square = (x: number, y: number, side: number): Path =>
      pathOfPoints(
        [
          { x, y },
          { x: x + side, y },
          { x: x + side, y: y + side },
          { x, y: y + side },
        ],
        true,
      )
    const hatch = (id: string, outlines: Path[], filling: Hatch['filling']): Hatch => ({
      id,
      kind: 'hatch',
      drawing: 'plan',
      layer: 'layer-hatches',
      region: { by: 'point', at: outlines[0]!.vertices[0]!, gap: 0 },
      outlines: outlines.map(({ vertices, closed }) => ({ vertices: [...vertices], closed })),
      filling,
    })
    const tone = { with: 'tone', tone: 0.5 } as const
    const wide = {
      with: 'pattern',
      pattern: 'diagonal',
      width: 40,
      height: 40,
      turn: 0,
      origin: { x: 0, y: 0 },
    } as const
    const filled = projectWith(
      drawing,
      wall('a', [0, 0, 4000, 0]),
      hatch('wide', [square(-1000, -1000, 6000), square(2000, 1000, 500)], wide),
      hatch('small', [square(500, 1000, 800)], tone),
    )
    const scene = sceneOf(filled, drawing)
    const picture = pictureFrom(sceneItems(scene, { ...PLAIN_LOOK, scale: 50 }))
    expect(insideAt(picture, filled, { x: 700, y: 1300 })).toEqual(['small', 'wide'])
    expect(insideAt(picture, filled, { x: 1700, y: 1300 })).toEqual(['wide'])
    // On an island there is nothing of it.
    expect(insideAt(picture, filled, { x: 2200, y: 1200 })).toEqual([])
    const over = projectWith(
      drawing,
      wall('a', [0, 0, 4000, 0]),
      hatch('toned', [square(-1000, -1000, 6000)], tone),
    )
    const onTone = sceneOf(over, drawing)
    const list = pictureFrom(sceneItems(onTone, { ...PLAIN_LOOK, scale: 50 }))
    expect(pickAt(list, onTone.building, { x: 3000, y: 20 }, 5)).toEqual(['a', 'toned'])
    expect(pickAt(list, onTone.building, { x: 3000, y: 2000 }, 5)).toEqual(['toned'])
    expect(pickAt(list, onTone.building, { x: 6000, y: 2000 }, 5)).toEqual([])
  })
  it('a box takes what it touches, or only what lies inside', () => {
    const box = { minX: 3500, minY: -500, maxX: 4500, maxY: 3500 }
    expect(new Set(pickBox(pictureFrom(list), solver, box, false))).toEqual(new Set(['a', 'b']))
    expect(pickBox(pictureFrom(list), solver, box, true)).toEqual(['b'])
  })
  it('the field snaps to wall lines for walls and to faces and openings for the rest', () => {
    const plan = draftField(sceneOf(project, drawing))
    const at = (x: number, y: number, walls: boolean): Snap | null =>
      snapAt(plan, { pointer: { x, y }, reach: 50, last: null, align: [], walls })
    expect(at(3990, 10, true)).toMatchObject({ kind: 'wall end', point: { x: 4000, y: 0 } })
    expect(at(4060, -60, false)).toMatchObject({ kind: 'end', point: { x: 4070, y: -70 } })
    expect(at(1510, -75, false)).toMatchObject({ kind: 'middle', point: { x: 1500, y: -70 } })
  })
})
