import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { takenBackSeen } from '../src/annotate'
import { placesOf } from '../src/kinds'
import { Project, needs, type AnyRecord, type Id, type RecordOf } from '../src/records'
import { broughtBack, saysTheSame } from '../src/together'
import { countedKind, factsChanged, summaryOf, thingsChanged } from '../src/told'
import { LEVEL, PLAN, opening, projectWith, wall } from './wallFixture'

const long = wall('long', [0, 0, 6000, 0])
const door = opening('door', 'long', 1000, 900)
const other = wall('other', [0, 3000, 6000, 3000])
const sheet: RecordOf<'sheet'> = {
  id: 's1',
  kind: 'sheet',
  number: 'A-1',
  title: 'Plans',
  size: 'A3',
} as unknown as RecordOf<'sheet'>

const textOf = (project: Project): unknown =>
  [...project.everything()].map((each) => JSON.stringify(each, Object.keys(each).sort())).sort()
const same = (p: Project, q: Project): boolean => {
  const [a, b] = [p, q].map((each) => new Map([...each.everything()].map((record) => [record.id, record])))
  return a!.size === b!.size && [...a!].every(([id, record]) => saysTheSame(record, b!.get(id)))
}
const back = (now: Project, then: Project, what: Parameters<typeof broughtBack>[2]): Project => {
  const change = broughtBack(now, then, what)
  now.check(change)
  now.apply(change)
  return now
}

describe('where a record is seen', () => {
  const find = (project: Project) => (id: Id) => project.get(id)
  it('a door where its wall is, a drawing on itself and its level, a type nowhere', () => {
    const project = projectWith(PLAN, long, door, sheet)
    expect([...placesOf(door, find(project))]).toEqual([LEVEL])
    expect([...placesOf(PLAN, find(project))].sort()).toEqual([LEVEL, PLAN.id].sort())
    expect([...placesOf(sheet, find(project))]).toEqual(['s1'])
    for (const type of project.all('wallType')) expect([...placesOf(type, find(project))]).toEqual([])
  })
})

describe('bringing back', () => {
  it('a wall brings its doors, and what it needs that is gone', () => {
    const then = projectWith(PLAN, long, door, other)
    const now = projectWith(PLAN, other)
    expect(same(back(now, then, { thing: 'long' }), then)).toBe(true)
  })

  it('a changed wall is as it was and its new door stays', () => {
    const then = projectWith(PLAN, long)
    const now = projectWith(PLAN, { ...long, b: { x: 5000, y: 0 } }, door)
    back(now, then, { thing: 'long' })
    expect(now.get('long')).toEqual(long)
    expect(now.get('door')).toEqual(door)
  })

  it('a wall that was not there goes with its doors', () => {
    const now = projectWith(PLAN, long, door, other)
    back(now, projectWith(PLAN, other), { thing: 'long' })
    expect([now.get('long'), now.get('door')]).toEqual([undefined, undefined])
    expect(now.get('other')).toEqual(other)
  })

  it('one drawing with what stands on its level, and nothing of another', () => {
    const upper: RecordOf<'level'> = { ...projectWith(PLAN).need('level', LEVEL), id: 'upper', name: 'Upper' }
    const above = { ...other, level: 'upper' }
    const then = projectWith(PLAN, long, upper, above)
    const now = projectWith(PLAN, { ...long, b: { x: 1, y: 1 } }, upper, { ...above, b: { x: 2, y: 3000 } })
    back(now, then, { places: [PLAN.id, LEVEL] })
    expect(now.get('long')).toEqual(long)
    expect(now.get('other')).toMatchObject({ b: { x: 2, y: 3000 } })
  })

  const state = fc
    .record({
      walls: fc.subarray(['w1', 'w2', 'w3', 'w4']),
      lengths: fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 4, maxLength: 4 }),
      doors: fc.subarray(['w1', 'w2', 'w3', 'w4']),
    })
    .map(({ walls, lengths, doors }) => {
      const made: AnyRecord[] = walls.map((id, i) =>
        wall(id, [0, i * 1000, (lengths[i] ?? 1) * 2000, i * 1000]),
      )
      return projectWith(
        PLAN,
        ...made,
        ...doors.filter((id) => walls.includes(id)).map((id) => opening(`d-${id}`, id, 500, 900)),
      )
    })

  it('all gives the same project, whatever was and is there (property)', () => {
    fc.assert(fc.property(state, state, (now, then) => same(back(now, then, 'all'), then)))
  })

  it('of one thing that is as it was, and everything needs only what is there (property)', () => {
    fc.assert(
      fc.property(state, state, fc.constantFrom('w1', 'w2', 'd-w1', 'd-w3'), (now, then, thing) => {
        back(now, then, { thing })
        expect(now.get(thing)).toEqual(then.get(thing))
        for (const record of now.everything())
          for (const [id] of needs(record)) expect(now.get(id)).toBeDefined()
      }),
    )
  })

  it('what is as it was is no change', () => {
    const then = projectWith(PLAN, long, door)
    expect(broughtBack(projectWith(PLAN, long, door), then, 'all')).toEqual({ put: [], drop: [] })
  })
})

describe('what changed, in words', () => {
  const longer = { ...long, b: { x: 7000, y: 0 } }
  it('names things, what became of them and which facts', () => {
    const things = thingsChanged([long, door], [longer, other])
    expect(things.map(({ id, became }) => [id, became])).toEqual([
      ['long', 'changed'],
      ['other', 'new'],
      ['door', 'gone'],
    ])
    expect(things[0]!.facts).toEqual(['Second end'])
    const [fact] = factsChanged(projectWith(PLAN, longer), long, longer)
    expect(fact!.fact).toBe('Second end')
    expect(fact!.was.replace(/\s/g, ' ')).toBe('x 6 000 mm, y 0 mm')
    expect(fact!.now.replace(/\s/g, ' ')).toBe('x 7 000 mm, y 0 mm')
  })

  it('counts many of a kind', () => {
    const walls = [1, 2, 3].map((i) => wall(`w${i}`, [0, i, 1, i]))
    expect(summaryOf(thingsChanged([], walls))).toBe('3 walls new')
    expect(summaryOf(thingsChanged(walls, []))).toBe('3 walls gone')
    expect(summaryOf([])).toBe('')
    expect(countedKind('hatch', 2)).toBe('2 hatches')
    expect(countedKind('lens', 1)).toBe('one lens')
    expect(countedKind('lens', 3)).toBe('3 lenses')
  })
})

describe('the picture of a change', () => {
  it('shows what came, what went and what stands around, and takes the change back', () => {
    const project = projectWith(PLAN, long, other)
    const was = textOf(project)
    const longer = { ...long, b: { x: 7000, y: 0 } }
    const change = { put: [longer], drop: ['other'] }
    const inverse = project.apply(change)
    const picture = takenBackSeen(project, { change, inverse })!
    expect(picture.board).toBe(PLAN.id)
    expect(picture.now!.parts.length).toBeGreaterThan(0)
    expect(picture.gone!.parts.length).toBeGreaterThan(0)
    expect(textOf(project)).toEqual(was)
  })

  it('of facts alone shows all of its drawing', () => {
    const project = projectWith(PLAN, long, other)
    const change = { put: [{ ...PLAN, name: 'Other' }], drop: [] }
    const picture = takenBackSeen(project, { change, inverse: project.apply(change) })!
    expect([picture.board, picture.now, picture.gone]).toEqual([PLAN.id, null, null])
    expect(picture.around.parts.length).toBeGreaterThan(0)
  })

  it('is none where nothing of it is seen', () => {
    const project = projectWith(PLAN, long)
    const change = { put: [{ ...project.facts, name: 'Other' }], drop: [] }
    const inverse = project.apply(change)
    expect(takenBackSeen(project, { change, inverse })).toBeNull()
    expect(project.facts.name).not.toBe('Other')
  })
})
