import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { SentChange } from '@lamina/core/edit'
import type { DoneAct, KnownPerson, MadeLink, Me, Role, Share } from '@lamina/core/exchange'
import { Acts } from '../src/persons/acts'
import { SettingRefused, addressOf, firstLink, isAsked, makeDoor, reachedBy } from '../src/persons/door'
import { TRIES } from '../src/persons/guessing'
import { leastRole } from '../src/persons/leastRole'
import { Persons } from '../src/persons/persons'
import { appInProcess, type AppInProcess } from './appInProcess'
import { inMemory } from './inProcess'
import { newHouse, wallOn } from './newHouse'
import { Somebody } from './somebody'

let n = 0
const makeId = (): string => `r${++n}`
const database = inMemory()
let app: AppInProcess
const reached = reachedBy({ LAMINA_SIGN_IN: '1' })

const keeper = new Somebody(() => app.port)
const made = newHouse(makeId)
const first: SentChange = {
  id: 'first',
  client: 'one',
  base: 0,
  label: 'Began',
  change: made.change,
  was: [],
  undoes: null,
}
/** A change that puts a wall, on the first. */
const wallSent = (id: string): SentChange => ({
  ...first,
  id,
  base: 1,
  on: 'first',
  by: 'somebody-else',
  change: { put: [wallOn(made.level, id)], drop: [] },
})
/** Somebody new, let in by who keeps the persons. */
async function newcomer(name: string): Promise<{ who: Somebody; id: string }> {
  const answer = await keeper.ask('POST', '/links', { person: null, manages: false })
  const { secret } = (await answer.json()) as MadeLink
  const who = new Somebody(() => app.port)
  return { who, id: (await who.come(secret, name)).id }
}
const share = (project: string, person: string, role: Role | null): Promise<number> =>
  keeper.status('PUT', `/projects/${project}/shares`, { person, role })

beforeAll(async () => {
  app = await appInProcess(database, makeId, () => makeDoor(database.db, reached))
  await keeper.come((await firstLink(new Persons(database.db)))!, 'keeper')
  expect(await keeper.status('POST', '/projects/house', first)).toBe(201)
})
afterAll(async () => {
  await app.close()
  expect(app.complaints).toEqual([])
})

describe('who is not signed in', () => {
  it('learns nothing and changes nothing, whatever they ask', async () => {
    const nobody = new Somebody(() => app.port)
    const asked: [string, string, unknown?][] = [
      ['GET', '/projects'],
      ['GET', '/projects/house'],
      ['GET', '/projects/no-such-project'],
      ['POST', '/projects/another', first],
      ['POST', '/projects/house/changes', wallSent('w0')],
      ['DELETE', '/projects/house'],
      ['GET', '/projects/house/sheets.pdf'],
      ['GET', '/projects/house/archive'],
      ['POST', '/projects/house/here', { client: 'a', by: 'a', board: null, pointer: null, selection: [] }],
      ['GET', '/news'],
      ['GET', '/backups'],
      ['POST', '/backups'],
      ['POST', '/archives'],
      ['GET', '/removed'],
      ['DELETE', '/removed/house'],
      ['GET', '/persons'],
      ['GET', '/acts'],
      ['POST', '/links', { person: null, manages: true }],
      ['PUT', '/me', { signIn: 'a', name: 'a', initials: 'a' }],
      ['DELETE', '/me/sessions'],
      ['GET', '/metrics'],
    ]
    for (const [method, path, body] of asked)
      expect([path, await nobody.status(method, path, body)]).toEqual([path, 401])
    expect(await nobody.json<Me>('/me')).toEqual({ asked: true, person: null })
    expect(await nobody.status('GET', '/health')).toBe(200)
  })

  it('holds no cookie until they sign in, and one that scripts cannot read then', async () => {
    const nobody = new Somebody(() => app.port)
    const before = await nobody.ask('GET', '/me')
    expect(before.headers.getSetCookie()).toEqual([])
    const after = await nobody.ask('POST', '/me', {
      signIn: ' Keeper@Office.example ',
      password: 'the password of keeper',
    })
    expect(after.status).toBe(200)
    expect(after.headers.getSetCookie()[0]).toMatch(/^lamina=.*; Path=\/; .*HttpOnly; SameSite=Strict$/)
  })
})

describe('a link', () => {
  it('makes one person, once; another of it, or of nothing, is refused', async () => {
    const answer = await keeper.ask('POST', '/links', { person: null, manages: false })
    const { secret } = (await answer.json()) as MadeLink
    const facts = { signIn: 'one', name: 'One', initials: 'O', password: 'long enough' }
    const both = await Promise.all([
      new Somebody(() => app.port).status('POST', `/links/${secret}`, facts),
      new Somebody(() => app.port).status('POST', `/links/${secret}`, { ...facts, signIn: 'two' }),
    ])
    expect(both.sort()).toEqual([201, 404])
    expect(await new Somebody(() => app.port).status('GET', `/links/${secret}`)).toBe(404)
    expect(await new Somebody(() => app.port).status('GET', '/links/a-secret-that-nobody-made')).toBe(404)
  })

  it('stays good where what was typed is refused', async () => {
    const answer = await keeper.ask('POST', '/links', { person: null, manages: false })
    const { secret } = (await answer.json()) as MadeLink
    const facts = { signIn: 'three', name: 'Three', initials: 'T', password: 'long enough' }
    const who = new Somebody(() => app.port)
    const path = `/links/${secret}`
    expect(await who.status('POST', path, { ...facts, password: 'too short' })).toBe(422)
    expect(await who.status('POST', path, { ...facts, signIn: 'with spaces in it' })).toBe(422)
    expect(await who.status('POST', path, { ...facts, signIn: 'KEEPER@office.example' })).toBe(409)
    expect(await who.status('POST', path, facts)).toBe(201)
  })

  it('gives a new password, and ends all sessions there were', async () => {
    const { who, id } = await newcomer('forgetful')
    const answer = await keeper.ask('POST', '/links', { person: id, manages: false })
    const { secret } = (await answer.json()) as MadeLink
    expect(await who.json<Me>('/me')).toMatchObject({ person: { id } })
    const again = await new Somebody(() => app.port).come(secret, 'forgetful', 'another password')
    expect(again.id).toBe(id)
    expect(await who.json<Me>('/me')).toEqual({ asked: true, person: null })
    expect(await who.signIn('forgetful')).toBe(401)
    expect(await who.signIn('forgetful', 'another password')).toBe(200)
  })

  it('for the first is made only while nobody keeps the persons', async () => {
    expect(await firstLink(new Persons(database.db))).toBeNull()
  })
})

describe('in a project', () => {
  it('each does what their role lets them, and others do not know of it', async () => {
    const { who: stranger } = await newcomer('stranger')
    const { who: reader, id: readerId } = await newcomer('reader')
    const { who: drafter, id: drafterId } = await newcomer('drafter')
    const { who: owner, id: ownerId } = await newcomer('owner')
    expect(await share('house', readerId, 'reader')).toBe(200)
    expect(await share('house', drafterId, 'drafter')).toBe(200)
    expect(await share('house', ownerId, 'owner')).toBe(200)
    const tried = async (path: string, method = 'GET', body?: unknown): Promise<number[]> => {
      const all: number[] = []
      for (const each of [stranger, reader, drafter]) all.push(await each.status(method, path, body))
      return all
    }
    expect(await tried('/projects/house')).toEqual([404, 200, 200])
    expect(await tried('/projects/house/history?by=x')).toEqual([404, 200, 200])
    expect(await tried('/projects/house/deeds')).toEqual([404, 200, 200])
    expect(await tried('/projects/house/archive')).toEqual([404, 200, 200])
    expect(await tried('/projects/house/changes', 'POST', wallSent('w1'))).toEqual([404, 403, 200])
    expect(await tried('/projects/house/deeds/1/name', 'PUT', { name: 'Begun' })).toEqual([404, 403, 204])
    expect(await tried('/projects/house', 'DELETE')).toEqual([404, 403, 403])
    expect(await tried('/projects/house/shares', 'PUT', { person: readerId, role: 'owner' })).toEqual([
      404, 403, 403,
    ])
    const lists = [stranger, reader].map((each) => each.json<{ id: string }[]>('/projects'))
    expect((await Promise.all(lists)).map((list) => list.map(({ id }) => id))).toEqual([[], ['house']])
    expect(await owner.json<{ role: Role }>('/projects/house')).toMatchObject({ role: 'owner' })
    expect(await reader.json<{ role: Role }>('/projects/house')).toMatchObject({ role: 'reader' })
  })

  it('a change is of who is signed in, whatever is said', async () => {
    const { deeds } = await keeper.json<{ deeds: { label: string; by: string }[] }>('/projects/house/deeds')
    const all = await keeper.json<KnownPerson[]>('/persons')
    const drafter = all.find(({ signIn }) => signIn === 'drafter@office.example')!
    expect(deeds[0]!.by).toBe(drafter.id)
  })

  it('a change that another made, and that waited where somebody else signs in now, is not theirs', async () => {
    const me = (await keeper.json<Me>('/me')).person!.id
    const { who, id } = await newcomer('later')
    await share('house', id, 'drafter')
    const before = await keeper.json<{ seq: number; on: string }>('/projects/house')
    const waited = { ...wallSent('w9'), base: before.seq, on: before.on, by: me }
    const answer = await who.ask('POST', '/projects/house/changes', waited)
    expect([answer.status, ((await answer.json()) as { code: string }).code]).toEqual([409, 'anothers'])
    expect(await keeper.status('POST', '/projects/house/changes', waited)).toBe(200)
  })

  it('who makes one owns it; everybody can be let in; an owner stays', async () => {
    const { who: maker, id } = await newcomer('maker')
    const { who: other } = await newcomer('another')
    expect(await maker.status('POST', '/projects/hut', first)).toBe(201)
    expect(await maker.json<Share[]>('/projects/hut/shares')).toEqual([{ person: id, role: 'owner' }])
    expect(await other.status('GET', '/projects/hut')).toBe(404)
    // Made over it, it is neither theirs nor told of more than that it cannot be.
    expect(await other.status('POST', '/projects/hut', { ...first, id: 'otherwise' })).toBe(409)
    expect(await other.status('GET', '/projects/hut')).toBe(404)
    expect(await maker.status('PUT', '/projects/hut/shares', { person: '*', role: 'reader' })).toBe(200)
    expect(await other.status('GET', '/projects/hut')).toBe(200)
    expect(await other.status('POST', '/projects/hut/changes', wallSent('w1'))).toBe(403)
    expect(await maker.status('PUT', '/projects/hut/shares', { person: id, role: 'reader' })).toBe(409)
    const copied = await other.ask('POST', '/projects/hut/copy')
    const { id: copy } = (await copied.json()) as { id: string }
    expect(await other.json<{ role: Role }>(`/projects/${copy}`)).toMatchObject({ role: 'owner' })
    expect(await maker.status('GET', `/projects/${copy}`)).toBe(404)
  })

  it('removed ones are brought back by their owners alone', async () => {
    const { who: maker } = await newcomer('remover')
    const { who: other } = await newcomer('looker')
    await maker.status('POST', '/projects/shed', first)
    await maker.status('PUT', '/projects/shed/shares', { person: '*', role: 'drafter' })
    expect(await maker.status('DELETE', '/projects/shed')).toBe(204)
    expect(await other.json('/removed')).toMatchObject({ projects: [] })
    expect(await other.status('POST', '/removed/shed/back')).toBe(403)
    expect(await other.status('DELETE', '/removed/shed')).toBe(403)
    expect(await maker.json('/removed')).toMatchObject({ projects: [{ id: 'shed' }] })
    expect(await maker.status('POST', '/removed/shed/back')).toBe(204)
  })
})

describe('keeping the persons', () => {
  it('is for those who do', async () => {
    const { who, id } = await newcomer('ordinary')
    for (const [method, path, body] of [
      ['GET', '/acts'],
      ['POST', '/links', { person: id, manages: true }],
      ['PUT', `/persons/${id}`, { manages: true }],
      ['DELETE', `/persons/${id}`],
      ['DELETE', `/persons/${id}/sessions`],
    ] as const)
      expect(await who.status(method, path, body)).toBe(403)
    const [seen] = await who.json<Partial<KnownPerson>[]>('/persons')
    expect(Object.keys(seen!).sort()).toEqual(['id', 'initials', 'left', 'manages', 'name'])
  })

  it('ends sessions, lets people go, and never leaves nobody', async () => {
    const { who, id } = await newcomer('leaver')
    expect(await keeper.status('DELETE', `/persons/${id}/sessions`)).toBe(204)
    expect(await who.status('GET', '/projects')).toBe(401)
    expect(await who.signIn('leaver')).toBe(200)
    expect(await keeper.status('DELETE', `/persons/${id}`)).toBe(204)
    expect(await who.status('GET', '/projects')).toBe(401)
    expect(await who.signIn('leaver')).toBe(401)
    const all = await keeper.json<KnownPerson[]>('/persons')
    expect(all.find((each) => each.id === id)).toMatchObject({ name: 'Leaver Test', left: true, places: 0 })
    const me = (await keeper.json<Me>('/me')).person!.id
    expect(await keeper.status('DELETE', `/persons/${me}`)).toBe(409)
    expect(await keeper.status('PUT', `/persons/${me}`, { manages: false })).toBe(409)
  })

  it('sees who did what', async () => {
    const { who } = await newcomer('noted')
    expect(await who.status('POST', '/projects/barn', first)).toBe(201)
    const id = (await who.json<Me>('/me')).person!.id
    expect(await who.status('GET', '/projects/barn/archive')).toBe(200)
    expect(await who.status('DELETE', '/projects/barn')).toBe(204)
    expect(await who.status('POST', '/removed/barn/back')).toBe(204)
    expect(await who.status('DELETE', '/projects/barn')).toBe(204)
    expect(await who.status('DELETE', '/removed/barn')).toBe(204)
    const told = (await keeper.json<DoneAct[]>('/acts')).filter(({ person }) => person === id)
    expect(told.map(({ what, about }) => [what, about])).toEqual([
      ['cleared', 'House'],
      ['removed', 'House'],
      ['broughtBack', 'House'],
      ['removed', 'House'],
      ['packed', 'House'],
      ['made', 'House'],
      ['joined', ''],
    ])
    const [last] = await keeper.json<DoneAct[]>('/acts')
    expect((await keeper.json<DoneAct[]>(`/acts?before=${last!.id}`)).map((each) => each.id)).not.toContain(
      last!.id,
    )
    expect(await new Acts(database.db).page(1)).toEqual([])
  })
})

describe('one’s own', () => {
  it('password is changed by who knows it, and ends the other sessions', async () => {
    const { who } = await newcomer('changer')
    const elsewhere = new Somebody(() => app.port)
    await elsewhere.signIn('changer')
    const wrong = { old: 'not this one', now: 'a new password' }
    expect(await who.status('PUT', '/me/password', wrong)).toBe(403)
    const right = { ...wrong, old: 'the password of changer' }
    expect(await who.status('PUT', '/me/password', right)).toBe(204)
    expect(await who.status('GET', '/projects')).toBe(200)
    expect(await elsewhere.status('GET', '/projects')).toBe(401)
    expect(await elsewhere.signIn('changer', 'a new password')).toBe(200)
  })

  it('sessions end by one press everywhere', async () => {
    const { who } = await newcomer('everywhere')
    const elsewhere = new Somebody(() => app.port)
    await elsewhere.signIn('everywhere')
    expect(await who.status('DELETE', '/me/sessions')).toBe(204)
    expect([await who.status('GET', '/projects'), await elsewhere.status('GET', '/projects')]).toEqual([
      401, 401,
    ])
  })

  it('passwords are not guessed', async () => {
    await newcomer('guessed')
    const guesser = new Somebody(() => app.port)
    const all: number[] = []
    for (let i = 0; i <= TRIES.each; i++) all.push(await guesser.signIn('guessed', `guess ${i}`))
    expect(all).toEqual([...Array<number>(TRIES.each).fill(401), 429])
    // Nor is the right one taken then.
    expect(await guesser.signIn('guessed')).toBe(429)
    expect(await guesser.signIn('keeper')).toBe(200)
  })
})

describe('how it is reached', () => {
  it('asks nobody on this computer alone, and everybody beyond it', () => {
    expect(isAsked(reachedBy({}))).toBe(false)
    expect(isAsked(reachedBy({ HOST: 'localhost' }))).toBe(false)
    expect(isAsked(reachedBy({ LAMINA_HOSTS: 'plans.example' }))).toBe(true)
    const behind = reachedBy({ HOST: '0.0.0.0', LAMINA_PROXY: '10.0.0.2', LAMINA_HOSTS: 'Plans.example' })
    expect(isAsked(behind)).toBe(true)
    expect(reachedBy({ LAMINA_PROXY: '10.0.0.0/8, ::1' }).proxy).toBe('10.0.0.0/8,::1')
    expect(addressOf(behind, 4180)).toBe('https://plans.example')
    expect(addressOf(reachedBy({}), 4180)).toBe('http://localhost:4180')
  })

  it('refuses to speak plainly beyond it, and settings that are half there', () => {
    for (const env of [
      { HOST: '0.0.0.0' },
      { HOST: '192.168.1.7', LAMINA_HOSTS: 'plans.example' },
      { LAMINA_PROXY: 'proxy.example' },
      { LAMINA_PROXY: '10.0.0.0/33' },
      { LAMINA_TLS_CERT: '/nowhere/cert.pem' },
      { LAMINA_TLS_CERT: '/nowhere/cert.pem', LAMINA_TLS_KEY: '/nowhere/key.pem' },
    ])
      expect(() => reachedBy(env)).toThrow(SettingRefused)
  })

  it('only owners do what is not told of', () => {
    expect(leastRole('GET', '/deeds/12')).toBe('reader')
    expect(leastRole('HEAD', '/archive')).toBe('reader')
    expect(leastRole('POST', '/changes')).toBe('drafter')
    expect(leastRole('PATCH', '/changes')).toBe('owner')
    expect(leastRole('GET', '/something/new')).toBe('owner')
  })
})
