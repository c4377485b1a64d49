import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ChangeRefused, recordSchema, type AnyRecord, type Change } from '../src/records'
import { LEVEL, opening, projectWith, wall } from './wallFixture'

const refusal = (change: Change, ...records: AnyRecord[]): string => {
  try {
    projectWith(...records).check(change)
  } catch (error) {
    if (error instanceof ChangeRefused) return error.code
    throw error
  }
  return 'taken'
}

describe('a change is checked before it is made', () => {
  const long = wall('a', [0, 0, 3000, 0])
  it.each<[string, Change, string]>([
    ['a good wall', { put: [long], drop: [] }, 'taken'],
    ['an opening without its wall', { put: [opening('o', 'nowhere', 500, 800)], drop: [] }, 'missing-record'],
    ['a wall of no length', { put: [wall('a', [5, 5, 5, 5])], drop: [] }, 'bad-record'],
    ['a wall on no level', { put: [{ ...long, level: 'cellar' }], drop: [] }, 'missing-record'],
    [
      'a wall whose level is a material',
      { put: [{ ...long, level: 'material-brick' }], drop: [] },
      'missing-record',
    ],
    [
      'a coordinate that is not a number',
      { put: [{ ...long, a: { x: NaN, y: 0 } }], drop: [] },
      'bad-record',
    ],
    ['a coordinate beyond 1 000 km', { put: [{ ...long, a: { x: 2e9, y: 0 } }], drop: [] }, 'bad-record'],
    ['the same record twice', { put: [long, long], drop: [] }, 'bad-change'],
    ['removing what is not there', { put: [], drop: ['nothing'] }, 'missing-record'],
    ['removing a level with walls', { put: [long], drop: [LEVEL] }, 'missing-record'],
    ['removing the project', { put: [], drop: ['project'] }, 'still-needed'],
    ['keeping and removing', { put: [long], drop: ['a'] }, 'bad-change'],
    ['another kind under the same id', { put: [{ ...long, id: LEVEL }], drop: [] }, 'bad-change'],
    [
      'an unknown kind',
      { put: [{ id: 'x', kind: 'spaceship' } as unknown as AnyRecord], drop: [] },
      'bad-record',
    ],
  ])('%s: %s', (_what, change, expected) => expect(refusal(change)).toBe(expected))

  it('a wall that openings still need stays, and goes with them', () => {
    const records = [long, opening('o', 'a', 1000, 800)]
    expect(refusal({ put: [], drop: ['a'] }, ...records)).toBe('still-needed')
    expect(refusal({ put: [], drop: ['a', 'o'] }, ...records)).toBe('taken')
  })

  it('unknown fields and control characters are refused', () => {
    expect(recordSchema.safeParse({ ...long, colour: 'red' }).success).toBe(false)
    const level = projectWith().need('level', LEVEL)
    expect(recordSchema.safeParse({ ...level, name: 'Ground\u0007' }).success).toBe(false)
    expect(recordSchema.safeParse({ ...level, name: '<b>Ground</b> & "more"' }).success).toBe(true)
  })
})

describe('a change that changes nothing', () => {
  it('is known as such', () => {
    const project = projectWith(wall('a', [0, 0, 3000, 0]))
    expect(project.isIdle({ put: [wall('a', [0, 0, 3000, 0])], drop: [] })).toBe(true)
    expect(project.isIdle({ put: [wall('a', [0, 0, 3001, 0])], drop: [] })).toBe(false)
    expect(project.isIdle({ put: [wall('b', [0, 0, 3000, 0])], drop: [] })).toBe(false)
    expect(project.isIdle({ put: [], drop: ['a'] })).toBe(false)
  })
})

describe('what a change takes back', () => {
  it('applied and inverted leaves every record as it was', () => {
    const step = fc.record({
      which: fc.nat(5),
      what: fc.constantFrom('put', 'drop', 'open'),
      x: fc.integer({ min: -5000, max: 5000 }),
    })
    fc.assert(
      fc.property(fc.array(step, { maxLength: 12 }), (steps) => {
        const project = projectWith(wall('w0', [0, 0, 4000, 0]), wall('w1', [0, 500, 4000, 500]))
        const before = JSON.stringify([...project.everything()].sort((p, q) => (p.id < q.id ? -1 : 1)))
        const inverses: Change[] = []
        for (const { which, what, x } of steps) {
          const id = `w${which}`
          const change: Change =
            what === 'put'
              ? { put: [wall(id, [x, 0, x + 2500, 300])], drop: [] }
              : what === 'open'
                ? { put: [opening(`o${which}`, id, 1200, 800)], drop: [] }
                : { put: [], drop: [id] }
          try {
            project.check(change)
          } catch (error) {
            expect(error).toBeInstanceOf(ChangeRefused)
            continue
          }
          inverses.push(project.apply(change))
        }
        for (const inverse of inverses.reverse()) {
          project.check(inverse)
          project.apply(inverse)
        }
        expect(JSON.stringify([...project.everything()].sort((p, q) => (p.id < q.id ? -1 : 1)))).toBe(before)
      }),
    )
  })
})
