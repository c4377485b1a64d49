import { request } from 'node:http'
import { mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pino from 'pino'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { imprintFrom, type Imprint } from '@lamina/core/annotate'
import type { SentChange, Step } from '@lamina/core/edit'
import type { ProjectCard } from '@lamina/core/exchange'
import { SAMPLES } from '@lamina/core/samples'
import { madeOn } from '@lamina/core/together'
import { Project, type AnyRecord, type Change, type RecordOf } from '@lamina/core/records'
import { OpenProjects, type OpenProject } from '../src/openProjects'
import { Imprints } from '../src/pictures/imprints'
import { Pictures } from '../src/pictures/pictures'
import { seedSamples } from '../src/seed'
import { Store } from '../src/store'
import { FORM, appInProcess, migrations, type AppInProcess } from './appInProcess'
import { inFolder, inMemory } from './inProcess'
import { newHouse, wallOn } from './newHouse'

let app: AppInProcess
let store: Store
let pictures: Pictures
let printed: string
let port: number

let n = 0
const makeId = (): string => `r${++n}`
const made = newHouse(makeId, 'House <b>&')
const sent = (id: string, change: Change, more: Partial<SentChange> = {}): SentChange => ({
  id,
  client: 'one',
  base: 0,
  label: 'Wall',
  change,
  was: [],
  undoes: null,
  ...more,
})
/** A change of the house as it is now. */
async function onNow(id: string, change: Change): Promise<SentChange> {
  const { seq, on, records } = await store.read('house')
  return sent(id, change, { base: seq, on, was: madeOn(new Project(records), change) })
}
const wall = (id: string, length = 3000): AnyRecord => wallOn(made.level, id, 0, length)

interface Answer {
  status: number
  body: { code?: string; message?: string } & Record<string, unknown>
  headers: Record<string, unknown>
}

function ask(
  method: string,
  path: string,
  body?: unknown,
  headers: Record<string, string> = {},
): Promise<Answer> {
  const text = typeof body === 'string' ? body : body === undefined ? undefined : JSON.stringify(body)
  return new Promise((resolve, reject) => {
    const outgoing = request(
      {
        host: '127.0.0.1',
        port,
        method,
        path,
        headers: {
          Host: `localhost:${port}`,
          // A connection of its own: one kept idle may be closed by the server just as it is used again.
          Connection: 'close',
          ...(text ? { 'Content-Type': 'application/json' } : {}),
          ...headers,
        },
      },
      (response) => {
        const chunks: Buffer[] = []
        response.on('data', (chunk: Buffer) => chunks.push(chunk))
        response.on('end', () => {
          const whole = Buffer.concat(chunks)
          const isJson = String(response.headers['content-type']).includes('json')
          resolve({
            status: response.statusCode!,
            headers: response.headers,
            body: isJson
              ? (JSON.parse(whole.toString()) as Answer['body'])
              : { length: whole.length, head: whole.subarray(0, 5).toString() },
          })
        })
      },
    )
    outgoing.on('error', reject)
    if (text) outgoing.write(text)
    outgoing.end()
  })
}

beforeAll(async () => {
  app = await appInProcess(inMemory(), makeId)
  ;({ store, pictures, port, printed } = app)
  expect((await ask('POST', '/api/projects/house', sent('first', made.change))).status).toBe(201)
})
afterAll(async () => {
  await app.close()
  expect(app.complaints).toEqual([])
})

describe('the journal', () => {
  it('stores a change once, however often it is sent', async () => {
    const change = sent('c1', { put: [wall('w1')], drop: [] })
    const first = await ask('POST', '/api/projects/house/changes', change)
    const again = await ask('POST', '/api/projects/house/changes', change)
    expect(first.body).toEqual(again.body)
    const { body } = await ask('GET', '/api/projects/house')
    expect((body['records'] as AnyRecord[]).filter((record) => record.kind === 'wall')).toEqual([wall('w1')])
    const steps = (await ask('GET', '/api/projects/house/history?by=me')).body as unknown as Step[]
    expect(steps).toEqual([
      { id: 'first', label: 'Wall', undoes: null },
      { id: 'c1', label: 'Wall', undoes: null },
    ])
    expect((await ask('GET', '/api/projects/house/changes/c1/inverse')).body).toEqual({
      put: [],
      drop: ['w1'],
      was: [wall('w1')],
    })
    expect((await ask('GET', '/api/projects/house/changes/none/inverse')).status).toBe(404)
    // What opens a project is its records alone, however long its history.
    expect(Object.keys(body).sort()).toEqual(['id', 'on', 'records', 'seq'])
  })
  it('keeps what takes each change back, and gives what came since', async () => {
    await ask(
      'POST',
      '/api/projects/house/changes',
      sent('c2', { put: [wall('w1', 4000), wall('w2', 5000)], drop: [] }, { was: [wall('w1')] }),
    )
    const { body } = await ask('GET', '/api/projects/house/changes?since=2')
    const entries = body as unknown as { seq: number; inverse: Change }[]
    expect(entries.map((entry) => entry.seq)).toEqual([3])
    expect(entries[0]!.inverse).toEqual({ put: [wall('w1')], drop: ['w2'] })
  })
  it('merges what others changed of the same thing by its facts, and tells what stayed as they have it', async () => {
    const post = (change: SentChange) => ask('POST', '/api/projects/house/changes', change)
    const { body } = await ask('GET', '/api/projects/house')
    const base = body['seq'] as number
    const was = (body['records'] as AnyRecord[]).find(({ id }) => id === 'w2') as RecordOf<'wall'>
    const [raised, moved] = [
      { ...was, base: 100, height: 2000 },
      { ...was, base: 200, a: { x: -500, y: 0 } },
    ]
    const first = sent('m1', { put: [raised], drop: [] }, { client: 'two', base, was: [was] })
    expect((await post(first)).body).toEqual({ seq: base + 1 })
    const second = sent('m2', { put: [moved], drop: [] }, { client: 'three', base, was: [was] })
    const stored = {
      seq: base + 2,
      change: { put: [{ ...raised, a: moved.a }], drop: [] },
      contested: [{ id: 'w2', field: 'base', mine: 200, theirs: 100 }],
    }
    expect((await post(second)).body).toEqual(stored)
    // Sent again it is not stored again; the journal tells it to all.
    expect((await post(second)).body).toEqual(stored)
    const since = (await ask('GET', `/api/projects/house/changes?since=${base + 1}`))
      .body as unknown as object[]
    expect(since).toHaveLength(1)
    expect(since[0]).toMatchObject(stored)
    expect((await ask('GET', '/api/projects/house/changes/m2/inverse')).body).toEqual({
      put: [raised],
      drop: [],
      was: stored.change.put,
    })
    const gone = sent('m3', { put: [], drop: ['w2'] }, { client: 'two', base: base + 1, was: [raised] })
    expect((await post(gone)).body).toMatchObject({ contested: [{ id: 'w2', field: null }] })
  })
  it('refuses what was made on a later state than there is, and a project over another', async () => {
    const { body } = await ask('GET', '/api/projects/house')
    const seq = body['seq'] as number
    expect(
      await ask(
        'POST',
        '/api/projects/house/changes',
        sent('later', { put: [wall('w9')], drop: [] }, { base: seq + 1 }),
      ),
    ).toMatchObject({ status: 409, body: { code: 'ahead' } })
    // The number alone does not tell that it is the same journal: the change of that number does.
    const elsewhere = { code: 'ahead', message: expect.stringMatching(/older state/) as string }
    for (const base of [2, seq]) {
      const change = { put: [wall('w9')], drop: [] }
      expect(
        await ask('POST', '/api/projects/house/changes', sent('other-past', change, { base, on: 'first' })),
      ).toMatchObject({ status: 409, body: elsewhere })
      expect(await ask('GET', `/api/projects/house/changes?since=${base}&on=first`)).toMatchObject({
        status: 409,
        body: elsewhere,
      })
    }
    expect((await ask('GET', '/api/projects/house/changes?since=1&on=first')).status).toBe(200)
    expect(await ask('POST', '/api/projects/house', sent('other', made.change))).toMatchObject({
      status: 409,
      body: { message: 'There is a project of this id already.' },
    })
    expect((await ask('POST', '/api/projects/house', sent('first', made.change))).body).toEqual({ seq: 1 })
    expect((await ask('GET', '/api/projects/house')).body).toEqual(body)
  })
  const level = made.change.put.find(({ kind }) => kind === 'level')!
  it('tells everyone their own steps, and those of nobody', async () => {
    const named = await onNow('by-me', { put: [wall('by-me')], drop: [] })
    await ask('POST', '/api/projects/house/changes', { ...named, by: 'me' })
    const ids = async (by: string): Promise<string[]> =>
      ((await ask('GET', `/api/projects/house/history?by=${by}`)).body as unknown as Step[]).map(
        ({ id }) => id,
      )
    expect(await ids('me')).toEqual([...(await ids('you')), 'by-me'])
    expect(await ids('you')).toContain('c1')
    expect((await ask('GET', '/api/projects/house/history')).status).toBe(422)
  })
  const named = (name: string): Change => ({
    put: [{ ...level, name } as AnyRecord],
    drop: [],
  })
  it('refuses what no database keeps, in a sentence, and takes the rest on', async () => {
    const post = (change: SentChange) => ask('POST', '/api/projects/house/changes', change)
    for (const name of ['half \ud83d', '\udc00 half', 'zero \0', 'G\ud800\ud800'])
      expect(await post(sent('bad', named(name), { base: 5 })), JSON.stringify(name)).toMatchObject({
        status: 422,
        body: { message: expect.stringMatching(/half a character|control characters/) as string },
      })
    const label = { ...sent('bad', named('Level')), label: '\ud83d' }
    expect((await post(label)).status).toBe(422)
    for (const base of [2 ** 31, 1e20, -1, 0.5])
      expect((await post(sent('bad', named('Level'), { base }))).status).toBe(422)
    expect((await ask('GET', `/api/projects/house/changes?since=${2 ** 31}`)).status).toBe(422)
  })
  it('keeps what is well-formed as it is, however odd', async () => {
    const name = '\u{1f3e0} \ufffe \uffff \u2028 \u202e \ufeff e\u0301 \u{10ffff}'
    const seq = (await ask('GET', '/api/projects/house')).body['seq'] as number
    expect(
      (
        await ask(
          'POST',
          '/api/projects/house/changes',
          sent('odd', named(name), { base: seq, was: [level] }),
        )
      ).status,
    ).toBe(200)
    const { body } = await ask('GET', '/api/projects/house')
    expect((body['records'] as AnyRecord[]).find(({ kind }) => kind === 'level')).toMatchObject({ name })
  })
  it('gives the same records after it is opened anew', async () => {
    const before = await store.read('house')
    const anew = await Store.over(inMemory(), migrations)
    await anew.create('house', sent('first', made.change))
    const replayed = new Project(made.change.put)
    for (const { seq, at, inverse, contested, by: _, ...entry } of await store.since('house', {
      seq: 1,
      id: 'first',
    })) {
      expect(seq && at && inverse && contested).toBeTruthy()
      await anew.append('house', { ...entry, base: seq - 1, was: madeOn(replayed, entry.change) })
      replayed.apply(entry.change)
    }
    const byId = (records: AnyRecord[]): AnyRecord[] => [...records].sort((p, q) => (p.id < q.id ? -1 : 1))
    expect(byId((await anew.read('house')).records)).toEqual(byId(before.records))
    await anew.close()
  })
})

describe('bad input gets a code and a sentence, and changes nothing', () => {
  const post = (body: unknown): Promise<Answer> => ask('POST', '/api/projects/house/changes', body)
  it.each<[string, unknown, number, string]>([
    [
      'an unknown kind',
      sent('x1', { put: [{ id: 'q', kind: 'spaceship' } as unknown as AnyRecord], drop: [] }),
      422,
      'bad-request',
    ],
    ['a wall of no length', sent('x2', { put: [wall('w9', 0)], drop: [] }), 422, 'bad-request'],
    [
      'an opening without a wall',
      sent('x4', { put: [{ ...wall('w9'), level: 'nowhere' } as AnyRecord], drop: [] }),
      422,
      'missing-record',
    ],
    ['a damaged body', '{"id": "x5", ', 400, 'bad-request'],
    ['no change at all', {}, 422, 'bad-request'],
    ['a list', [], 422, 'bad-request'],
    ['an over-large body', `{"pad":"${'x'.repeat(17_000_000)}"}`, 413, 'too-large'],
  ])('%s', async (_what, body, status, code) => {
    const before = (await store.read('house')).seq
    const answer = await post(body)
    expect(answer.status).toBe(status)
    expect(answer.body.code).toBe(code)
    expect(answer.body.message!.length).toBeGreaterThan(10)
    expect((await store.read('house')).seq).toBe(before)
  })
  it('unknown projects and addresses', async () => {
    expect((await ask('GET', '/api/projects/nothing')).status).toBe(404)
    expect((await ask('GET', '/api/nothing')).status).toBe(404)
    expect((await ask('GET', '/api/projects/..%2F..%2Fetc')).status).toBe(422)
    expect(
      (await ask('POST', '/api/projects/nothing/changes', sent('y', { put: [], drop: [] }))).status,
    ).toBe(404)
    expect((await ask('GET', '/api/projects/house/sheets.pdf?sheets=none')).body.code).toBe('not-made')
  })
  it('moments and changes that are not there, and questions of a history that make no sense', async () => {
    const of = async (path: string): Promise<number> =>
      (await ask('GET', `/api/projects/house/${path}`)).status
    expect(await of('sheets.pdf?at=1&sheets=none')).toBe(422)
    for (const path of ['sheets.pdf?at=99999', 'moments/99999', 'deeds/99999'])
      expect(await of(path)).toBe(404)
    for (const path of [
      'sheets.pdf?at=x',
      'moments/x',
      'deeds?before=x',
      'deeds?from=yesterday',
      'deeds?other=1',
      'seen?changes=x',
      `seen?changes=${Array.from({ length: 41 }, (_, i) => i + 1).join(',')}`,
    ])
      expect(await of(path), path).toBe(422)
    expect((await ask('GET', '/api/projects/nothing/deeds')).status).toBe(404)
    expect((await ask('PUT', '/api/projects/house/deeds/99999/name', { name: 'x' })).status).toBe(404)
    expect((await ask('PUT', '/api/projects/house/deeds/1/name', { name: 7 })).status).toBe(422)
  })
})

describe('the library of a project', () => {
  it('is given without its drawings, and changes nothing', async () => {
    const before = (await ask('GET', '/api/projects/house')).body
    const { status, body } = await ask('GET', '/api/projects/house/library')
    expect(status).toBe(200)
    expect(body).toMatchObject({ name: expect.any(String), system: 'metric' })
    const kinds = new Set((body['records'] as { kind: string }[]).map(({ kind }) => kind))
    expect([...kinds].sort()).toEqual(
      [
        'annotationStyle',
        'layer',
        'lens',
        'lineType',
        'material',
        'openingType',
        'pen',
        'plateType',
        'wallType',
        ...((before['records'] as { kind: string }[]).some(({ kind }) => kind === 'block') ? ['block'] : []),
      ].sort(),
    )
    expect((await ask('GET', '/api/projects/house')).body).toEqual(before)
    expect((await ask('GET', '/api/projects/nowhere/library')).body).toMatchObject({ code: 'not-there' })
  })
})

describe('foreign requests', () => {
  it('are refused by host, origin and site', async () => {
    expect((await ask('GET', '/api/projects', undefined, { Host: 'evil.example' })).status).toBe(421)
    expect((await ask('GET', '/api/projects', undefined, { Origin: 'http://evil.example' })).status).toBe(403)
    expect((await ask('GET', '/api/projects', undefined, { Origin: 'null' })).status).toBe(403)
    expect((await ask('GET', '/api/projects', undefined, { 'Sec-Fetch-Site': 'cross-site' })).status).toBe(
      403,
    )
    expect(
      (await ask('GET', '/api/projects', undefined, { Origin: `http://localhost:${port}` })).status,
    ).toBe(200)
  })
  it('see strict headers', async () => {
    const { headers } = await ask('GET', '/api/health')
    const policy = String(headers['content-security-policy'])
    expect(policy).toContain("default-src 'none'")
    expect(policy).toContain("script-src 'self'")
    expect(policy).not.toContain('unsafe')
    expect(headers['x-content-type-options']).toBe('nosniff')
    expect(headers['x-powered-by']).toBeUndefined()
  })
})

describe('samples', () => {
  it('are drawn once', async () => {
    const own = await Store.over(inMemory(), migrations)
    await seedSamples(own, () => undefined)
    const first = await own.list()
    expect(first.map((card) => card.name).sort()).toEqual([
      'Alder Yard Pottery',
      'Juniper Row bicycle workshop',
    ])
    const { seq } = await own.read(first[0]!.id)
    await seedSamples(own, () => undefined)
    expect((await own.read(first[0]!.id)).seq).toBe(seq)
    await own.close()
  })

  it('go on where they were broken off; whole ones are not made again, and removed ones stay away', async () => {
    const own = await Store.over(inMemory(), migrations)
    const append = own.append.bind(own)
    const power = vi.spyOn(own, 'append').mockImplementation((id, change) => {
      if (change.id.endsWith('-last')) throw new Error('the power is cut')
      return append(id, change)
    })
    await expect(seedSamples(own, () => undefined)).rejects.toThrow('the power is cut')
    power.mockRestore()
    const [broken] = await own.list()
    const seq = await own.seqOf(broken!.id)
    const said: string[] = []
    await seedSamples(own, (line) => said.push(line))
    expect(said).toHaveLength(2)
    expect(await own.seqOf(broken!.id)).toBe(seq + 1)
    await own.remove(broken!.id)
    const making = SAMPLES.map((each) => vi.spyOn(each, 'make'))
    await seedSamples(own, (line) => said.push(line))
    expect(making.map(({ mock }) => mock.calls.length)).toEqual([0, 0])
    expect(said).toHaveLength(2)
    expect((await own.list()).map(({ id }) => id)).not.toContain(broken!.id)
    vi.restoreAllMocks()
    await own.close()
  })

  it('leave alone what another version drew, and what somebody works on', async () => {
    const own = await Store.over(inMemory(), migrations)
    const [first, second] = SAMPLES
    const begin = (sample: (typeof SAMPLES)[number], more: Partial<SentChange>) => {
      const [step] = sample.make(makeId)
      const change = { id: `${sample.id}-0`, label: step!.label, client: 'samples', ...more }
      return own.create(sample.id, sent(change.id, step!.change, change))
    }
    await begin(first!, { label: 'As it was begun before' })
    await begin(second!, {})
    await own.append(second!.id, sent('mine', { put: [], drop: [] }, { base: 1 }))
    const said: string[] = []
    await seedSamples(own, (line) => said.push(line))
    expect(said).toEqual([])
    expect([await own.seqOf(first!.id), await own.seqOf(second!.id)]).toEqual([1, 2])
    await own.close()
  })
})

describe('the order of records', () => {
  it('is that in which they came to be, whatever changes later, also after a restart', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'lamina-order-'))
    try {
      const before = await Store.over(inFolder(join(folder, 'database')), migrations)
      await before.create('order', sent('o1', made.change))
      await before.append('order', sent('o2', { put: [wall('late')], drop: [] }, { base: 1 }))
      const level = made.change.put.find((record) => record.kind === 'level')!
      const renamed = { ...level, name: 'Renamed' } as AnyRecord
      await before.append('order', sent('o3', { put: [renamed], drop: [] }, { base: 2, was: [level] }))
      await before.close()
      const after = await Store.over(inFolder(join(folder, 'database')), migrations)
      const { records, seq } = await after.read('order')
      expect(seq).toBe(3)
      expect(records.map((record) => record.id)).toEqual([
        ...made.change.put.map((record) => record.id),
        'late',
      ])
      expect(records.find((record) => record.id === level.id)).toMatchObject({ name: 'Renamed' })
      await after.close()
    } finally {
      rmSync(folder, { recursive: true, force: true })
    }
  })
})

describe('the list of projects', () => {
  const card = async (): Promise<ProjectCard> => {
    const cards = (await ask('GET', '/api/projects')).body as unknown as ProjectCard[]
    return cards.find(({ id }) => id === 'house')!
  }
  const lengthen = async (id: string, length: number): Promise<void> => {
    const change = { put: [wall('w1', length)], drop: [] }
    const answer = await ask('POST', '/api/projects/house/changes', await onNow(id, change))
    expect(answer.status).toBe(200)
  }
  it('has a picture of each as of its last change, made once', async () => {
    const first = await card()
    expect(first).toMatchObject({ name: 'House <b>&', drawings: 1, late: false })
    expect(first.picture!.parts.map(({ by }) => by)).toContain('line')
    const before = app.drawn()
    expect(await card()).toEqual(first)
    expect(app.drawn()).toBe(before)
    await lengthen('p1', 9000)
    const after = await card()
    expect(app.drawn()).toBe(before + 1)
    expect(after.late).toBe(false)
    expect(after.picture).not.toEqual(first.picture)
  })
  it('does not wait for a picture that takes long, and says that it is late', async () => {
    let finish = (): void => undefined
    const slow = new Pictures(
      store,
      { make: () => new Promise((resolve) => (finish = () => resolve({ picture: null, imprints: [] }))) },
      pino({ level: 'silent' }),
      new Imprints(printed, FORM),
    )
    await lengthen('p2', 8000)
    expect((await slow.list()).find(({ id }) => id === 'house')).toMatchObject({ late: true })
    finish()
    slow.close()
    await expect.poll(async () => (await store.list()).find(({ id }) => id === 'house')!.late).toBe(false)
  })
})

describe('what a board shows before it is made', () => {
  const imprint = async (query = ''): Promise<Imprint | null> => {
    const answer = await fetch(`http://127.0.0.1:${port}/api/projects/house/imprint${query}`)
    expect([200, 204]).toContain(answer.status)
    return answer.status === 200 ? imprintFrom(new Uint16Array(await answer.arrayBuffer())) : null
  }
  const seq = (): Promise<number> => store.seqOf('house')
  it('is there as of the last change, and gone after another until it is drawn again', async () => {
    await pictures.list()
    await expect
      .poll(() => imprint())
      .toMatchObject({ board: made.drawing, seq: await seq(), readingScale: 50 })
    expect((await imprint())!.extent.maxX).toBeGreaterThan(4000)
    expect(await imprint(`?board=${made.drawing}`)).toEqual(await imprint())
    const change = { put: [wall('w1', 7000)], drop: [] }
    await ask('POST', '/api/projects/house/changes', await onNow('i1', change))
    expect(await imprint()).toBeNull()
    await pictures.list()
    await expect.poll(() => imprint()).toMatchObject({ seq: await seq(), extent: { maxX: 7000 } })
  })
  it('is of another board once that was asked for, and refuses what is no board', async () => {
    const first = made.change.put.find((record) => record.kind === 'drawing')!
    const upper: Change = { put: [{ ...first, id: 'upper' }], drop: [] }
    await ask('POST', '/api/projects/house/changes', await onNow('i2', upper))
    await pictures.list()
    await expect.poll(() => imprint()).toMatchObject({ board: made.drawing })
    expect(await imprint('?board=upper')).toBeNull()
    await expect.poll(() => imprint('?board=upper'), { timeout: 10_000 }).toMatchObject({ board: 'upper' })
    expect((await ask('GET', '/api/projects/house/imprint?board=..%2Fx')).status).toBe(422)
    expect((await ask('GET', '/api/projects/nowhere/imprint')).status).toBe(204)
  })
  it('is none where it was drawn by another version, or was not written whole', async () => {
    const other = new Imprints(printed, 'then')
    expect(await other.read('house', null, await seq())).toBeNull()
    expect(await new Imprints(printed, FORM).read('house', null, await seq())).not.toBeNull()
    await other.keep('house', await seq(), [{ board: 'b', first: true, body: new Uint8Array([1, 0]) }])
    // One form at a time.
    expect(await new Imprints(printed, FORM).read('house', null, await seq())).toBeNull()
    expect(readdirSync(join(printed, 'house'))).toEqual([`${await seq()}.then.first.b`])
    await other.remove('house')
    expect(readdirSync(printed)).not.toContain('house')
  })
})

describe('projects at hand', () => {
  it('are let go when there are many, and read again', async () => {
    let loaded = 0
    const load = async (): Promise<OpenProject> => (
      loaded++,
      { project: { size: 100_000 } as Project, seq: 1, last: 'x', unread: [] }
    )
    const open = new OpenProjects(load)
    for (const id of ['a', 'b', 'c']) await open.get(id)
    open.bound((id) => id === 'a')
    // The one in use and the one asked for last stay.
    expect(open.count).toBe(2)
    await open.get('a')
    expect(loaded).toBe(3)
    await open.get('b')
    expect(loaded).toBe(4)
  })
})
