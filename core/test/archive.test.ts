import { createHash } from 'node:crypto'
import fc from 'fast-check'
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import type { JournalEntry } from '../src/edit'
import {
  ArchiveRefused,
  readArchive,
  writeArchive,
  type ArchivedProject,
  type Manifest,
} from '../src/exchange'
import { Project, type AnyRecord, type Change } from '../src/records'
import { SAMPLES } from '../src/samples'

const digest = async (bytes: Uint8Array): Promise<string> => createHash('sha256').update(bytes).digest('hex')

/** A project by its changes, as a server keeps it. */
function archived(steps: readonly { readonly label: string; readonly change: Change }[]): ArchivedProject {
  const project = new Project()
  const journal = steps.map(({ label, change }, i): JournalEntry => ({
    seq: i + 1,
    id: `c${i}`,
    client: 'one',
    by: i % 2 ? 'me' : null,
    base: i,
    label,
    change,
    inverse: project.apply(change),
    undoes: null,
    contested: [],
    at: '2026-12-01 09:30:00+00',
  }))
  return { id: 'p', name: project.facts.name, records: [...project.everything()], journal }
}
const sample = (): ArchivedProject => {
  let n = 0
  return archived(SAMPLES[1]!.make(() => `s${++n}`))
}
const HOUSE = sample()
const pack = (project: ArchivedProject) => writeArchive(project, '2026-12-01T09:30:00.000Z', digest)
const unpack = (bytes: Uint8Array) => readArchive(bytes, digest)

/** An archive with its files as something makes them, and a manifest that fits them. */
async function altered(
  change: (files: Record<string, string>) => void,
  manifest: (told: Manifest) => unknown = (told) => told,
): Promise<Uint8Array> {
  const files = Object.fromEntries(
    Object.entries(unzipSync(await pack(HOUSE))).map(([name, bytes]) => [name, strFromU8(bytes)]),
  )
  const told = JSON.parse(files['manifest.json']!) as Manifest
  change(files)
  const sums = await Promise.all(
    told.files.map(async ({ name }) => {
      const bytes = strToU8(files[name] ?? '')
      return { name, bytes: bytes.length, sha256: await digest(bytes) }
    }),
  )
  files['manifest.json'] = JSON.stringify(manifest({ ...told, files: sums }))
  return zipSync(Object.fromEntries(Object.entries(files).map(([name, text]) => [name, strToU8(text)])))
}

describe('an archive', () => {
  it('gives the project back as it was, with its history or without', async () => {
    expect(await unpack(await pack(HOUSE))).toEqual(HOUSE)
    const alone = { ...HOUSE, journal: [] }
    expect(await unpack(await pack(alone))).toEqual(alone)
  })

  it('gives the same back, whatever was changed in whatever order (property)', async () => {
    const ids = fc.constantFrom('a', 'b', 'c', 'd')
    const wall = (id: string, y: number): AnyRecord => ({
      id,
      kind: 'wall',
      level: HOUSE.records.find(({ kind }) => kind === 'level')!.id,
      type: HOUSE.records.find(({ kind }) => kind === 'wallType')!.id,
      // JSON knows no negative zero.
      a: { x: 0, y: y + 0 },
      b: { x: 3000, y: y + 0.1 },
      reference: 'centre',
      base: 0,
      height: null,
    })
    const step = fc.record({
      id: ids,
      y: fc.double({ min: -1e6, max: 1e6, noNaN: true }),
      goes: fc.boolean(),
    })
    await fc.assert(
      fc.asyncProperty(fc.array(step, { maxLength: 20 }), async (story) => {
        const here = new Set<string>()
        const steps = story.flatMap(({ id, y, goes }) => {
          if (goes && !here.has(id)) return []
          if (goes) here.delete(id)
          else here.add(id)
          return [
            { label: 'Wall', change: goes ? { put: [], drop: [id] } : { put: [wall(id, y)], drop: [] } },
          ]
        })
        const project = archived([{ label: 'New', change: { put: [...HOUSE.records], drop: [] } }, ...steps])
        expect(await unpack(await pack(project))).toEqual(project)
      }),
      { numRuns: 20 },
    )
  })

  it('is open: a zip of JSON, a record and a change a line, with what it is and sums of its files', async () => {
    const files = unzipSync(await pack(HOUSE))
    expect(Object.keys(files)).toEqual(['manifest.json', 'records.jsonl', 'journal.jsonl'])
    const told = JSON.parse(strFromU8(files['manifest.json']!)) as Manifest
    expect(told).toMatchObject({ lamina: 'project', version: 1, id: 'p', name: HOUSE.name })
    expect([told.records, told.changes]).toEqual([HOUSE.records.length, HOUSE.journal.length])
    const lines = strFromU8(files['records.jsonl']!).trimEnd().split('\n')
    expect(lines.map((line) => (JSON.parse(line) as AnyRecord).id)).toEqual(HOUSE.records.map(({ id }) => id))
  })

  it('may be written by hand, as long as it holds together', async () => {
    const bytes = await altered((files) => {
      files['records.jsonl'] = files['records.jsonl']!.replace(HOUSE.name, 'By hand')
      files['journal.jsonl'] = ''
    })
    expect((await unpack(bytes)).name).toBe('By hand')
  })

  it('that is not whole is refused in a sentence', async () => {
    const said = async (bytes: Uint8Array | Promise<Uint8Array>): Promise<string> => {
      const error: unknown = await unpack(await bytes).catch((fault: unknown) => fault)
      expect(error).toBeInstanceOf(ArchiveRefused)
      return (error as Error).message
    }
    expect(await said(new Uint8Array())).toContain('no whole zip')
    expect(await said(strToU8('something else'))).toContain('no whole zip')
    expect(await said(zipSync({ 'other.txt': strToU8('x') }))).toBe('This is not an archive of a project.')
    expect(await said(zipSync({ 'manifest.json': strToU8('{') }))).toBe(
      'This is not an archive of a project.',
    )
    const whole = unzipSync(await pack(HOUSE))
    const { 'journal.jsonl': _, ...without } = whole
    expect(await said(zipSync(without))).toContain('“journal.jsonl” is missing')
    const other = strToU8(strFromU8(whole['records.jsonl']!).replace(HOUSE.name, 'Another name'))
    expect(await said(zipSync({ ...whole, 'records.jsonl': other }))).toContain('is not as it was written')
    const none = (): void => undefined
    expect(await said(altered(none, (told) => ({ ...told, version: 2 })))).toContain('newer Lamina')
    expect(await said(altered(none, (told) => ({ ...told, schema: 99 })))).toContain('newer Lamina')
    expect(await said(altered(none, (told) => ({ ...told, more: 1 })))).toContain('manifest')
    const records = (change: (lines: string[]) => string[]) =>
      altered((files) => {
        files['records.jsonl'] = change(files['records.jsonl']!.trimEnd().split('\n')).join('\n')
      })
    expect(await said(records((all) => ['{"kind":"spaceship"}', ...all]))).toMatch(
      /^Line 1 of “records.jsonl”/,
    )
    expect(await said(records((all) => ['{', ...all]))).toMatch(/^Line 1 of “records.jsonl” cannot be read/)
    expect(await said(records((all) => [...all, all[0]!]))).toContain('a record twice')
    expect(await said(records((all) => all.filter((line) => !line.includes('"kind":"level"'))))).toContain(
      'which is not there',
    )
    expect(await said(records((all) => all.slice(0, -1)))).toContain('not what its changes come to')
    const journal = altered((files) => {
      files['journal.jsonl'] = files['journal.jsonl']!.trimEnd().split('\n').slice(1).join('\n')
    })
    expect(await said(journal)).toContain('gap before change 2')
  })
})
