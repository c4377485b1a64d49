import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addSight, type MakeId } from '../src/edit'
import type { Project } from '../src/records'
import { framesOf, openingOutline, wallSeenAt, type Frame } from '../src/views'
import { PLAN, opening, projectWith, wall } from './wallFixture'

let count = 0
const makeId: MakeId = () => `made${++count}`

const frames = (project: Project, a: [number, number], b: [number, number]): readonly Frame[] => {
  const [ax, ay] = a
  const [bx, by] = b
  const { change, drawing } = addSight(
    project,
    { view: 'elevation', a: { x: ax, y: ay }, b: { x: bx, y: by } },
    makeId,
  )
  project.apply(change)
  return framesOf(project, project.need('drawing', drawing))
}

describe('a wall that is looked at', () => {
  it('is the nearest, by its side that is seen, at the place along it', () => {
    // 140 thick, on the line: its face to the south lies at -70.
    const project = projectWith(PLAN, wall('near', [0, 0, 6000, 0]), wall('far', [8000, 3000, -2000, 3000]))
    const south = frames(project, [-3000, -2000], [9000, -2000])
    expect(wallSeenAt(project, south, { x: 1500, y: 900 })).toMatchObject({
      wall: { shape: { id: 'near' } },
      along: 1500,
      up: 900,
      side: 'right',
    })
    // Beside the near one the far one is seen: drawn the other way, from the left.
    expect(wallSeenAt(project, south, { x: 7000, y: 900 })).toMatchObject({
      wall: { shape: { id: 'far' } },
      along: 1000,
      side: 'left',
    })
    expect(wallSeenAt(project, south, { x: 1500, y: 5000 })).toBeNull()
    expect(wallSeenAt(project, south, { x: 20_000, y: 900 })).toBeNull()
  })

  it('may be turned or curved: an opening put in at a place is drawn around that place', () => {
    let looked = 0
    fc.assert(
      fc.property(
        fc.double({ min: -1.2, max: 1.2, noNaN: true }),
        fc.double({ min: -1.5, max: 1.5, noNaN: true }),
        fc.double({ min: 0.1, max: 0.9, noNaN: true }),
        fc.double({ min: 300, max: 2400, noNaN: true }),
        (turn, sweep, part, up) => {
          const [x, y] = [6000 * Math.cos(turn), 6000 * Math.sin(turn)]
          const project = projectWith(PLAN, {
            ...wall('w', [0, 0, x, y]),
            ...(Math.abs(sweep) > 0.05 ? { sweep } : {}),
          })
          const seen = frames(project, [-20_000, -20_000], [20_000, -20_000])
          const at = { x: part * x, y: up }
          const found = wallSeenAt(project, seen, at)
          if (!found) return
          looked++
          const outlines = openingOutline(project, seen, {
            ...opening('o', 'w', found.along, 2, 'window'),
            sill: up - 1,
            head: up + 1,
          })
          expect(outlines).toHaveLength(1)
          const xs = outlines[0]!.map((p) => p.x)
          expect((Math.min(...xs) + Math.max(...xs)) / 2).toBeCloseTo(at.x, 1)
          expect(Math.max(...xs) - Math.min(...xs)).toBeLessThan(2.2)
        },
      ),
      { numRuns: 200 },
    )
    expect(looked).toBeGreaterThan(100)
  })
})
