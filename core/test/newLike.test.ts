import { describe, expect, it } from 'vitest'
import { isLibraryRecord, newProject } from '../src/edit'
import { withLibrary } from '../src/exchange'
import { Project, type AnyRecord } from '../src/records'
import { SAMPLES } from '../src/samples'

let n = 0
const made = () =>
  newProject(
    {
      name: 'New',
      system: 'metric',
      levelName: 'Ground',
      storeyHeight: 2700,
      sheetSize: 'A1',
      orientation: 'landscape',
      date: '2026-12-01',
    },
    () => `n${++n}`,
  ).change

const libraryOf = (project: Project): AnyRecord[] => [...project.everything()].filter(isLibraryRecord)

describe('a new project with the settings of another', () => {
  it('is whole, and has all of its library', () => {
    const sample = SAMPLES.find(({ id }) => id === 'sample-juniper-row')!
    const from = new Project()
    for (const { change } of sample.make(() => `s${++n}`)) from.apply(change)
    const change = withLibrary(made(), libraryOf(from))
    const project = new Project()
    expect(() => project.check(change)).not.toThrow()
    project.apply(change)
    const own = new Set(libraryOf(from).map(({ id }) => id))
    expect(libraryOf(project).filter(({ id }) => own.has(id))).toEqual(libraryOf(from))
    expect(project.facts.name).toBe('New')
    expect(project.all('wall')).toEqual([])
    expect(project.all('level')).toHaveLength(1)
  })

  it('keeps of the shipped library what it needs itself, and nothing else', () => {
    const plain = made()
    const bare = withLibrary(plain, [])
    const project = new Project()
    expect(() => project.check(bare)).not.toThrow()
    expect(bare.put.filter(isLibraryRecord).length).toBeLessThan(plain.put.filter(isLibraryRecord).length)
    // As it is shipped it comes to the same.
    const same = withLibrary(plain, plain.put.filter(isLibraryRecord))
    expect(new Set(same.put)).toEqual(new Set(plain.put))
  })
})
