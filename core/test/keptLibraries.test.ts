import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { merge } from '../src/edit'
import { readLibrary, writeLibrary } from '../src/exchange'
import { Project, type AnyRecord } from '../src/records'

/** Library files as an earlier version wrote them. */
const read = (name: string): string =>
  readFileSync(new URL(`./fixtures/${name}.json`, import.meta.url), 'utf8')

describe.each(['library-alder-yard', 'library-juniper-row'])('the kept library file %s', (name) => {
  const text = read(name)
  const stored = (JSON.parse(text) as { records: AnyRecord[] }).records
  const library = readLibrary(text)

  it('is read with its records as they were, and its records are written byte for byte the same', () => {
    expect(library.records).toEqual(stored)
    expect(stored.length).toBeGreaterThan(40)
    const ids = stored.map(({ id }) => id)
    expect(writeLibrary({ ...library, records: stored }, ids)).toBe(text)
  })

  it('comes into an empty project whole, under its own ids', () => {
    const facts = new Project(JSON.parse(read('sample-alder-yard-pottery')) as AnyRecord[]).facts
    const project = new Project([facts])
    let next = 0
    const { arrivals, renamed } = merge(
      project,
      library.records,
      () => 'both',
      () => `b${++next}`,
    )
    const change = { put: arrivals.flatMap(({ put }) => put ?? []), drop: [] }
    project.check(change)
    project.apply(change)
    // Layers and lenses come last in an order of their own.
    const plain = (record: AnyRecord | undefined): unknown => ({ ...record, order: 0 })
    for (const record of stored) expect(plain(project.get(record.id))).toEqual(plain(record))
    expect([next, renamed.size]).toEqual([0, 0])
  })
})
