import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { EditRefused, extendItem, pieceAt } from '../src/edit'
import { extendAt, shapePath, spanAt } from '../src/linework'
import { pathLength, spanOfPath, type Path } from '../src/geometry'
import type { Linework } from '../src/records'
import { PLAN, chain, drafted, projectWith } from './wallFixture'

const far = fc.integer({ min: 0, max: 800 }).map((n) => n * 100)
const line = fc.tuple(far, far, fc.integer({ min: -200, max: 200 }), fc.integer({ min: -200, max: 200 }))

describe('what things are cut at is found by place', () => {
  it('and comes to the same as if all there is were looked through', () => {
    let extended = 0
    let trimmed = 0
    fc.assert(
      fc.property(fc.array(line, { minLength: 30, maxLength: 60 }), (lines) => {
        const items = lines
          .filter(([, , w, h]) => w !== 0 || h !== 0)
          .map(([x, y, w, h], i) => drafted(`l${i}`, chain([x, y, x + w * 100, y + h * 100])))
        const project = projectWith(PLAN, ...items)
        const one = items[0]!
        const path = shapePath(one.shape)
        const others = items.slice(1).map((each): Path => shapePath(each.shape))
        const p = path.vertices[1]!
        const expected = extendAt(path, others, p)
        const made = expected ? (extendItem(project, PLAN, one.id, p, undefined).put[0] as Linework) : null
        if (made) {
          extended++
          expect(pathLength(shapePath(made.shape))).toBeCloseTo(pathLength(expected!), 6)
        } else expect(() => extendItem(project, PLAN, one.id, p, undefined)).toThrow(EditRefused)
        const middle = { x: (path.vertices[0]!.x + p.x) / 2, y: (path.vertices[0]!.y + p.y) / 2 }
        const span = spanAt(path, others, middle)
        const piece = pieceAt(project, PLAN, one.id, middle)?.piece ?? null
        if (span) trimmed++
        expect(piece).toEqual(span && spanOfPath(path, span.from, span.to))
      }),
      { numRuns: 200 },
    )
    expect(extended).toBeGreaterThan(40)
    expect(trimmed).toBeGreaterThan(20)
  })
})
