import { describe, expect, it } from 'vitest'
import { factWords, thingWords, valueWords } from '../src/told'
import { PLAN, opening, projectWith, wall } from './wallFixture'
import { type AnyRecord } from '../src/records'
import { houseRecords } from './house'

describe('records in words', () => {
  const project = projectWith(PLAN, wall('w', [0, 0, 5000, 0]), opening('d', 'w', 1000, 900))
  const type = project.all('wallType')[0]!

  it('are called by their kind and by what they are called', () => {
    expect(thingWords(project.need('wall', 'w'))).toBe('Wall')
    expect(thingWords(type)).toBe(`Wall type “${type.name}”`)
    expect(thingWords(project.need('drawing', PLAN.id))).toBe(`Drawing “${PLAN.name}”`)
    const note = { kind: 'note', text: `One\n${'long '.repeat(20)}` } as AnyRecord
    expect(thingWords(note)).toMatch(/^Note “One long .{20,40}…”$/)
  })

  it('have facts with names, some of them together or among others', () => {
    expect(factWords('heightPaperMm')).toBe('Letter height')
    expect(factWords('wall along')).toBe('Wall, place along its wall')
    expect(factWords('values.seat')).toBe('Values: seat')
  })

  it('have values in the units of the project', () => {
    const said = (field: string, value: unknown): string => valueWords(project, field, value)
    expect(said('along', 4750)).toBe('4\u202f750 mm')
    expect(said('a', { x: 0, y: 1200 })).toBe('x 0 mm, y 1\u202f200 mm')
    expect(said('heightPaperMm', 2.5)).toBe('2.5 mm on paper')
    expect(said('turn', Math.PI / 2)).toBe('90°')
    expect(said('risers', 17)).toBe('17')
    expect(said('framed', true)).toBe('yes')
    expect(said('text', '')).toBe('none')
    expect(said('text', undefined)).toBe('none')
    expect(said('text', 'Oak')).toBe('“Oak”')
    expect(said('type', type.id)).toBe(`Wall type “${type.name}”`)
    expect(said('strips', type.strips)).toBe(
      type.strips.length === 1 ? '1 part' : `${type.strips.length} parts`,
    )
  })

  it('have a name and a value for every fact of every kind', () => {
    const all = projectWith(...houseRecords())
    for (const record of all.everything())
      for (const [name, value] of Object.entries(record)) {
        if (name === 'id' || name === 'kind') continue
        expect(factWords(name), `${record.kind} ${name}`).toMatch(/^[A-Z]/)
        expect(valueWords(all, name, value), `${record.kind} ${name}`).toMatch(/\S/)
        expect(valueWords(all, name, value)).not.toMatch(/undefined|object|NaN/)
      }
  })
})
