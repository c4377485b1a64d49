import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { axisOffset, layDimension, nearestAxis, offsetThrough, pictureAxes } from '../src/annotate'
import { sceneOf } from '../src/derive'
import { CUTAWAY_LOOKS, addCutaway, addDimensions, setCutaway, setFacts, type MakeId } from '../src/edit'
import { cross, distance, subtract, type Point } from '../src/geometry'
import type { Anchor, Change, DrawingOf, Id, Project } from '../src/records'
import { holdAnchor } from '../src/ties'
import { edgeInSpace, framesOf, inPicture } from '../src/views'
import { PLAN, projectWith, wall } from './wallFixture'

let count = 0
const makeId: MakeId = () => `made${++count}`
const made = (project: Project, change: Change): Change => {
  project.check(change)
  return project.apply(change)
}
/** Walls 140 thick about a rectangle of 6 000 by 4 000, 2 700 high. */
const box = (): Project =>
  projectWith(
    PLAN,
    wall('south', [0, 0, 6000, 0]),
    wall('east', [6000, 0, 6000, 4000]),
    wall('north', [6000, 4000, 0, 4000]),
    wall('west', [0, 4000, 0, 0]),
  )
type Looks = DrawingOf<'cutaway'>['looks']
function cutaway(project: Project, looks: Looks): Id {
  const { change, drawing } = addCutaway(project, { looks }, makeId)
  made(project, change)
  return drawing
}
const sceneIn = (project: Project, id: Id) => sceneOf(project, project.need('drawing', id))
const edge = (of: Id, name: string, part: number): Anchor => ({
  ...{ to: 'edge', of, name, part },
  last: { x: 0, y: 0 },
})
/** A dimension along an axis between two places of edges; what it says, and where it is drawn. */
function measure(project: Project, id: Id, axis: 'x' | 'y' | 'z', a: Anchor, b: Anchor) {
  const rows = [{ anchors: [a, b], direction: 0, axis, offset: { in: 'paper' as const, paperMm: 10 } }]
  const change = addDimensions(project, id, rows, makeId)
  made(project, change)
  const [record] = change.put
  const lay = () =>
    layDimension(project.need('dimension', record!.id), sceneIn(project, id), 100, project.facts.units)
  return lay
}

describe.each(Object.entries(CUTAWAY_LOOKS))('a dimension in the %s', (_, looks) => {
  it('tells true lengths along each axis, whichever way and however short it is seen', () => {
    const project = box()
    const id = cutaway(project, looks)
    // Outer faces: 6 000 and 4 000 between the lines, and 70 at each end.
    const x = measure(project, id, 'x', edge('south', 'foot right', 0), edge('south', 'foot right', 1))
    const y = measure(project, id, 'y', edge('east', 'foot right', 0), edge('east', 'foot right', 1))
    const z = measure(project, id, 'z', edge('south', 'start right', 0), edge('south', 'start right', 1))
    expect([x, y, z].map((lay) => Math.round(lay().lengths[0]! * 1000) / 1000)).toEqual([6140, 4140, 2700])
    // It follows: the wall is made higher.
    made(project, setFacts(project, 'wall', 'south', { height: 3000 }))
    expect(z().lengths[0]).toBeCloseTo(3000, 6)
  })

  it('lies along its axis in the picture, its figures never upside down', () => {
    const project = box()
    const id = cutaway(project, looks)
    const axes = pictureAxes(sceneIn(project, id))!
    for (const axis of ['x', 'y', 'z'] as const) {
      const [of, name] =
        axis === 'x'
          ? ['south', 'foot right']
          : axis === 'y'
            ? ['east', 'foot right']
            : ['south', 'start right']
      const laid = measure(project, id, axis, edge(of!, name!, 0), edge(of!, name!, 1))()
      const [p, q] = laid.ticks as [Point, Point]
      const way = subtract(q, p)
      expect(cross(way, axes[axis]) / (distance(p, q) * Math.hypot(axes[axis].x, axes[axis].y))).toBeCloseTo(
        0,
        9,
      )
      for (const item of laid.items)
        if (item.kind === 'text') {
          const turn = item.turn ?? 0
          expect(turn).toBeGreaterThan(-Math.PI / 2)
          expect(turn).toBeLessThanOrEqual(Math.PI / 2 + 0.01)
        }
    }
  })
})

describe('a dimension along an axis', () => {
  it('measures in space what stands at other heights and depths', () => {
    const project = box()
    const id = cutaway(project, CUTAWAY_LOOKS.isometric)
    // From the foot of the south wall to the top of the north one, along y: 4 000 and twice 70.
    const lay = measure(project, id, 'y', edge('south', 'foot right', 0), edge('north', 'top right', 0))
    expect(lay().lengths[0]).toBeCloseTo(4140, 6)
  })

  it('keeps its axis when the building is looked at another way', () => {
    const project = box()
    const id = cutaway(project, CUTAWAY_LOOKS.isometric)
    const lay = measure(project, id, 'x', edge('south', 'foot right', 0), edge('south', 'foot right', 1))
    const before = lay().ticks
    for (const looks of Object.values(CUTAWAY_LOOKS)) {
      made(project, setCutaway(project, id, { looks }))
      expect(lay().lengths[0]).toBeCloseTo(6140, 6)
    }
    expect(lay().ticks).not.toEqual(before)
  })

  it('runs through the point it is set by, in any direction (property)', () => {
    const turn = fc.double({ min: 0.1, max: 6, noNaN: true })
    const tilt = fc.double({ min: 0.15, max: 1.3, noNaN: true })
    fc.assert(
      fc.property(turn, tilt, fc.integer({ min: 1000, max: 9000 }), (angle, steep, off) => {
        const project = box()
        const id = cutaway(project, { by: 'axonometric', turn: angle, tilt: steep })
        const scene = sceneIn(project, id)
        const axes = pictureAxes(scene)!
        const anchors = [edge('south', 'foot right', 0), edge('south', 'foot right', 1)]
        const points = anchors.map((anchor) => holdAnchor(anchor, scene).point)
        expect(nearestAxis(axes, subtract(points[1]!, points[0]!))).toBe('x')
        // So far out along y in the plan.
        const through = { x: points[0]!.x - axes.y.x * off, y: points[0]!.y - axes.y.y * off }
        const offset = axisOffset(points, 'x', axes, through, (flat, u, at) => offsetThrough(flat, u, at, 1))
        expect(offset).toMatchObject({ in: 'real' })
        const rows = [{ anchors, direction: 0, axis: 'x' as const, offset }]
        const change = addDimensions(project, id, rows, makeId)
        made(project, change)
        const { ticks, lengths } = layDimension(
          project.need('dimension', change.put[0]!.id),
          sceneIn(project, id),
          1,
          project.facts.units,
        )
        expect(lengths[0]).toBeCloseTo(6140, 4)
        const [frame] = framesOf(project, project.need('drawing', id))
        const foot = edgeInSpace(project, 'south', 'foot right')!
        const expected = [foot.a, foot.b].map((p) => inPicture(frame!, { ...p, y: p.y - off }))
        for (const p of expected) expect(Math.min(...ticks.map((q) => distance(p, q)))).toBeLessThan(0.01)
      }),
      { numRuns: 80 },
    )
  })
})
