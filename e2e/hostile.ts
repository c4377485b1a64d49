import { Agent, request } from 'node:http'
import { connect } from 'node:net'
import * as fc from 'fast-check'
import type { AnyRecord } from '@lamina/core/records'
import { SAMPLES } from '@lamina/core/samples'
import { newHouse } from '../server/test/newHouse'
import type { TestServer } from './server'

/** What is sent: a request, or bytes that are none. */
interface Sent {
  readonly method: string
  readonly path: string
  readonly headers: Readonly<Record<string, string>>
  readonly body: string | Buffer | null
}
type Hostile = Sent | { readonly bytes: string }

/** What came of it: how many answers there were of each status, and the requests that were answered by a fault of the server. */
export interface Attacked {
  readonly answers: ReadonlyMap<number | 'none', number>
  readonly faults: readonly string[]
}

/** The project it is aimed at, and one that may be removed. */
const TARGET = 'target'
const VICTIM = 'victim'
/** So many are under way at once. */
const AT_ONCE = 12
/** No answer takes longer, ms. */
const LONGEST = 150_000

let next = 0
const house = newHouse(() => `h${++next}`, 'Target')

/** A record of every kind that the samples have. */
const KINDS: readonly AnyRecord[] = (() => {
  const found = new Map<string, AnyRecord>()
  for (const sample of SAMPLES) {
    let n = 0
    for (const { change } of sample.make(() => `k${++n}`))
      for (const record of change.put) if (!found.has(record.kind)) found.set(record.kind, record)
  }
  return [...found.values()]
})()

const nested = (depth: number): unknown => JSON.parse('['.repeat(depth) + ']'.repeat(depth)) as unknown

/** What stands where something else should. */
const nasty: fc.Arbitrary<unknown> = fc.oneof(
  fc.constantFrom<unknown>(
    null,
    true,
    '',
    0,
    -1,
    0.5,
    -0,
    1e308,
    -1e308,
    5e-324,
    2 ** 31,
    2 ** 31 - 1,
    2 ** 53,
    2 ** 63,
    [],
    {},
    [[]],
    [null],
    'x'.repeat(20_000),
    '\ud800',
    '\udfff\ud800',
    'a\u0000b',
    '\u2028\u202e\ufeff',
    '🏠'.repeat(300),
    '__proto__',
    'constructor',
    "'; drop table projects; --",
    '<script>alert(1)</script>',
    '${7*7}',
    '../../etc/passwd',
    '%00',
    'NaN',
    '1e999',
    TARGET,
    nested(2000),
    { length: 1e9 },
    { toString: 1 },
    { __proto__: { polluted: true } },
    Array.from({ length: 3000 }, (_, i) => i),
  ),
  fc.jsonValue({ maxDepth: 3 }),
)

/** Something with one place of it, however deep, replaced or left out. */
const spoilt = (value: unknown, places: readonly number[], by: unknown, isLeftOut: boolean): unknown => {
  const [place, ...rest] = places
  if (place === undefined || typeof value !== 'object' || value === null) return by
  const keys = Object.keys(value)
  if (keys.length === 0) return by
  const key = keys[place % keys.length]!
  const copy = (Array.isArray(value) ? [...(value as unknown[])] : { ...value }) as Record<string, unknown>
  if (rest.length === 0 && isLeftOut) delete copy[key]
  else copy[key] = spoilt(copy[key], rest, by, isLeftOut)
  return copy
}
const spoiltOf = (whole: fc.Arbitrary<unknown>): fc.Arbitrary<unknown> =>
  fc
    .tuple(whole, fc.array(fc.nat(40), { minLength: 1, maxLength: 6 }), nasty, fc.boolean())
    .map(([value, places, by, isLeftOut]) => spoilt(value, places, by, isLeftOut))

const id = fc.oneof(
  { weight: 6, arbitrary: fc.constant(TARGET) },
  { weight: 1, arbitrary: fc.constant(VICTIM) },
  {
    weight: 2,
    arbitrary: fc.constantFrom(
      'none',
      '*',
      '..',
      '%2e%2e',
      '%00',
      '%ff',
      'ä',
      '%f0%9f%8f%a0',
      '__proto__',
      'constructor',
      'a'.repeat(70),
      'a%2fb',
      "'",
      '-1',
      '%20',
      ',',
    ),
  },
)
const number = fc.constantFrom(
  '0',
  '1',
  '2',
  '-1',
  '1.5',
  '1e3',
  '999999999',
  '2147483648',
  '1e999',
  'NaN',
  '',
  'x',
  '%00',
)
const word = fc.constantFrom(
  '',
  'x',
  '%00',
  '%ed%a0%80',
  'a'.repeat(5000),
  '[]',
  '2026-01-01T00:00:00Z',
  '9999-99-99',
  TARGET,
  '%27%3b--',
)

/** Every address there is, and some there are not. */
const path: fc.Arbitrary<string> = fc
  .tuple(
    fc.constantFrom(
      '/api/projects',
      '/api/projects/I',
      '/api/projects/I',
      '/api/projects/I/changes',
      '/api/projects/I/changes?since=N&on=W',
      '/api/projects/I/changes/W/inverse',
      '/api/projects/I/history?by=W',
      '/api/projects/I/imprint?board=W',
      '/api/projects/I/library',
      '/api/projects/I/deeds',
      '/api/projects/I/deeds?before=N&places=W&by=W&notBy=W&from=W&to=W&named=W',
      '/api/projects/I/deeds/N',
      '/api/projects/I/deeds/N/name',
      '/api/projects/I/moments/N',
      '/api/projects/I/people',
      '/api/projects/I/seen?seqs=N,N&W=W',
      '/api/projects/I/here',
      '/api/projects/I/here/W',
      '/api/projects/I/shares',
      '/api/projects/I/archive',
      '/api/projects/I/W',
      '/api/projects/I/sheets.pdf?sheets=W',
      '/api/projects/I/sheets.pdf?sheets=W&at=N',
      '/api/removed',
      '/api/removed/I/back',
      '/api/backups',
      '/api/backups/I/W/back',
      '/api/archives',
      '/api/acts',
      '/api/acts?before=N',
      '/api/persons',
      '/api/persons/W',
      '/api/persons/W/sessions',
      '/api/links',
      '/api/links/W',
      '/api/me',
      '/api/me/password',
      '/api/me/sessions',
      '/api/health',
      '/api/metrics',
      '/api/W',
      '/api',
      '/assets/W',
      '/W',
      '/project/I/W',
      '/assets/%2e%2e%2f%2e%2e%2fpackage.json',
      '/..%2f..%2fetc%2fpasswd',
    ),
    id,
    number,
    word,
  )
  .map(([form, i, n, w]) => form.replaceAll('I', i).replaceAll('N', n).replaceAll('W', w))

/** Changes: as they should be but for one place, put together of records of every kind, or of anything. */
const change = spoiltOf(
  fc
    .tuple(fc.uuid(), fc.array(fc.constantFrom(...KINDS), { maxLength: 3 }), fc.nat(4))
    .map(([changeId, put, base]) => ({
      id: changeId,
      client: 'hostile',
      base,
      label: 'Hostile',
      change: { put, drop: [] },
      was: [],
      undoes: null,
    })),
)
const others = spoiltOf(
  fc.constantFrom<unknown>(
    { by: 'b', client: 'c', board: null, pointer: { x: 0, y: 0 }, selection: [] },
    { name: 'A moment' },
    { signIn: 'a@office.example', password: 'four plain words' },
    { signIn: 'a', name: 'A', initials: 'A', password: 'four plain words here' },
    { person: null, manages: true },
    { person: '*', role: 'owner' },
    { old: 'x', now: 'four plain words here' },
    { manages: true },
  ),
)
const text = fc.oneof(
  {
    weight: 10,
    arbitrary: fc.oneof(change, others, nasty).map((value) => JSON.stringify(value) ?? 'undefined'),
  },
  {
    weight: 2,
    arbitrary: fc.constantFrom(
      '{',
      '[1,',
      '{"a":1}}',
      'undefined',
      '{"id":"\\ud800"}',
      '\u0000',
      '{"__proto__":{"a":1}}',
      '"text"',
      '1',
      '['.repeat(50_000),
    ),
  },
)
const zip = fc.oneof(
  fc.uint8Array({ maxLength: 400 }).map((bytes) => Buffer.from(bytes)),
  fc
    .uint8Array({ maxLength: 400 })
    .map((bytes) => Buffer.concat([Buffer.from('PK\u0003\u0004'), Buffer.from(bytes)])),
)

const plain: fc.Arbitrary<Sent> = fc
  .record({
    method: fc.constantFrom(
      'GET',
      'GET',
      'GET',
      'POST',
      'POST',
      'POST',
      'PUT',
      'DELETE',
      'PATCH',
      'HEAD',
      'OPTIONS',
    ),
    path,
    type: fc.constantFrom(
      'application/json',
      'application/json',
      'application/json',
      'application/zip',
      'text/plain',
      'application/json; charset=utf-7',
      'x',
      '',
    ),
    body: fc.option(fc.oneof({ weight: 5, arbitrary: text }, { weight: 1, arbitrary: zip }), { freq: 3 }),
    more: fc.oneof(
      { weight: 8, arbitrary: fc.constant({}) },
      {
        weight: 1,
        arbitrary: fc.constantFrom<Record<string, string>>(
          { Host: 'evil.example' },
          { Host: '' },
          { Origin: 'https://evil.example' },
          { Origin: 'null' },
          { Cookie: `lamina=${'x'.repeat(3000)}` },
          { Authorization: 'Bearer x' },
          { 'X-Forwarded-For': '1.2.3.4, ::' },
          { 'X-Request-Id': '"\\' },
          { 'Content-Encoding': 'gzip' },
          { 'Content-Encoding': 'br' },
          { Range: 'bytes=0-0,5-' },
          { 'If-None-Match': '*' },
          { Expect: '100-continue' },
          { 'Accept-Language': '*'.repeat(2000) },
        ),
      },
    ),
  })
  .map(({ method, path: to, type, body, more }) => ({
    method,
    path: to,
    headers: { ...(body !== null && type !== '' ? { 'Content-Type': type } : {}), ...more },
    body,
  }))
/** Changes sent where they are taken. */
const drawn: fc.Arbitrary<Sent> = text.map((body) => ({
  method: 'POST',
  path: `/api/projects/${TARGET}/changes`,
  headers: { 'Content-Type': 'application/json' },
  body,
}))
const bytes: fc.Arbitrary<Hostile> = fc
  .constantFrom(
    'GET / HTTP/9.9\r\n\r\n',
    'GET\r\n\r\n',
    '\u0000\u0001\u0002',
    'GET /api/projects HTTP/1.1\r\nHost: localhost\r\nContent-Length: -1\r\n\r\n',
    `GET /${'a'.repeat(30_000)} HTTP/1.1\r\nHost: localhost\r\n\r\n`,
    `GET / HTTP/1.1\r\nHost: localhost\r\nX: ${'y'.repeat(30_000)}\r\n\r\n`,
    'POST /api/projects/target/changes HTTP/1.1\r\nHost: localhost\r\nTransfer-Encoding: chunked\r\n\r\nzz\r\n',
    'POST /api/projects/target/changes HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\nContent-Length: 5000\r\n\r\n{"id":',
  )
  .map((each) => ({ bytes: each }))
const large: fc.Arbitrary<Sent> = fc.constantFrom(17, 40).map((megabytes) => ({
  method: 'POST',
  path: `/api/projects/${TARGET}/changes`,
  headers: { 'Content-Type': 'application/json' },
  body: `{"id":"${'x'.repeat(megabytes * 2 ** 20)}"}`,
}))
/** What a server should refuse, or bear. What anybody may ask for, and would end the attack or take its time, is left to other tests. */
const hostile = fc
  .oneof(
    { weight: 1200, arbitrary: plain },
    { weight: 700, arbitrary: drawn },
    { weight: 98, arbitrary: bytes },
    { weight: 1, arbitrary: large },
  )
  .filter((sent) => 'bytes' in sent || !LEFT_OUT.test(`${sent.method} ${sent.path}`))
/** To remove the target, sign out, make backups. */
const LEFT_OUT = /^(DELETE \/api\/(projects\/target|me|me\/sessions)|POST \/api\/backups.*)$/

/** Makes what it is aimed at. */
export async function targets(
  server: TestServer,
  headers: Readonly<Record<string, string>> = {},
): Promise<void> {
  for (const project of [TARGET, VICTIM]) {
    const first = {
      id: `first-${project}`,
      client: 'one',
      base: 0,
      label: 'Began',
      change: house.change,
      was: [],
      undoes: null,
    }
    const answer = await fetch(`${server.address}/api/projects/${project}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', ...headers },
      body: JSON.stringify(first),
    })
    if (!answer.ok) throw new Error(await answer.text())
  }
}

/** Sends so many requests that a server should refuse, or bear; the same for the same seed. @param headers sent with each */
export async function attack(
  server: TestServer,
  count: number,
  seed: number,
  headers: Readonly<Record<string, string>> = {},
): Promise<Attacked> {
  const all = fc.sample(hostile, { numRuns: count, seed })
  const answers = new Map<number | 'none', number>()
  const faults: string[] = []
  const agent = new Agent({ keepAlive: true, maxSockets: AT_ONCE })
  let at = 0
  const work = async (): Promise<void> => {
    for (let sent = all[at++]; sent; sent = all[at++]) {
      const status =
        'bytes' in sent
          ? await thrown(server.port, sent.bytes)
          : await asked(server.port, agent, { ...sent, headers: { ...headers, ...sent.headers } })
      answers.set(status, (answers.get(status) ?? 0) + 1)
      if (status === 500) faults.push(JSON.stringify(sent).slice(0, 600))
    }
  }
  await Promise.all(Array.from({ length: AT_ONCE }, work))
  agent.destroy()
  return { answers, faults }
}

/** @returns the status of the answer; `none` where the connection ended without one */
function asked(
  port: number,
  agent: Agent,
  { method, path: to, headers, body }: Sent,
): Promise<number | 'none'> {
  return new Promise((done, failed) => {
    const length = body === null ? {} : { 'Content-Length': String(Buffer.byteLength(body)) }
    const sending = request(
      {
        port,
        host: '127.0.0.1',
        agent,
        method,
        path: encodeURI(to).replaceAll('%25', '%'),
        headers: { Host: 'localhost', ...headers, ...length },
        timeout: LONGEST,
      },
      (answer) => {
        const status = answer.statusCode!
        answer.on('error', () => done('none'))
        answer.on('end', () => done(status))
        // A stream of news goes on for ever.
        if (answer.headers['content-type'] === 'text/event-stream') answer.destroy()
        answer.on('close', () => done(status))
        answer.resume()
      },
    )
    sending.on('timeout', () => failed(new Error(`no answer to ${method} ${to}`)))
    sending.on('error', () => done('none'))
    sending.end(body ?? undefined)
  })
}

function thrown(port: number, text: string): Promise<number | 'none'> {
  return new Promise((done) => {
    const socket = connect(port, '127.0.0.1', () => socket.end(text))
    let said = ''
    socket.on('data', (data) => (said += String(data)))
    socket.on('error', () => done('none'))
    socket.on('close', () => done(Number(/^HTTP\/1\.1 (\d+)/.exec(said)?.[1] ?? Number.NaN) || 'none'))
  })
}

/** The memory of a server, MB. */
export async function memoryOf(server: TestServer): Promise<number> {
  const metrics = await (await fetch(`${server.address}/api/metrics`)).text()
  return Number(/^process_resident_memory_bytes (\S+)/m.exec(metrics)![1]) / 2 ** 20
}
