import { execFileSync } from 'node:child_process'
import { cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { drizzle } from 'drizzle-orm/pglite'
import { migrate } from 'drizzle-orm/pglite/migrator'
import type { AnyRecord } from '@lamina/core/records'
import { openFolder } from '../server/src/database/openFolder'
import { newHouse, wallOn } from '../server/test/newHouse'
import { Drafter } from './drawing'
import { TestServer } from './server'

const migrations = join(import.meta.dirname, '../server/drizzle')

/** What became of rounds in which the server was killed: so much was acknowledged, and what of it was lost or was not whole. */
export interface Killed {
  rounds: number
  acknowledged: number
  readonly lost: string[]
}

/** Rounds of kills are at moments spread evenly over what is done in them. */
const momentOf = (round: number, rounds: number): number => (round + 0.5) / rounds

const after = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms))

/** Kills a server in the middle of edits, each round after so many more. */
export async function killedDrawing(rounds: number, edits: number): Promise<Killed> {
  const server = await TestServer.begin({ samples: false })
  try {
    const drafter = await Drafter.begin(server, 'kill')
    for (let round = 0; round < rounds; round++) {
      // The change that was on its way when the server died is sent again: once is enough, twice is harmless.
      let killed: Promise<void> | null = null
      for (let i = 0; ; i++) {
        if (i === edits + (round % 7)) killed = server.kill()
        const outcome = await drafter.draw()
        if (outcome === 'unanswered') break
        if (outcome !== 'acknowledged') throw new Error(JSON.stringify(outcome))
      }
      await killed
      await server.start()
    }
    return { rounds, acknowledged: drafter.acknowledged.length, lost: await drafter.lost() }
  } finally {
    await server.end()
  }
}

/** Begins to start a server, and kills it at a part of the time that takes. */
async function killedAtStart(server: TestServer, took: number, part: number): Promise<void> {
  const starting = server.start().catch(() => undefined)
  await after(took * part)
  await server.kill()
  await starting
}

/** Kills a server while it starts for the first time, then starts it, and draws. */
export async function killedAtFirstStart(rounds: number): Promise<Killed> {
  const killed: Killed = { rounds, acknowledged: 0, lost: [] }
  const server = await TestServer.begin({ samples: false })
  try {
    let took = await fresh(server)
    for (let round = 0; round < rounds; round++) {
      rmSync(server.folder, { recursive: true })
      await killedAtStart(server, took, momentOf(round, rounds))
      const begun = performance.now()
      await server.start()
      took = Math.max(took, performance.now() - begun)
      const drafter = await Drafter.begin(server, 'first')
      for (let i = 0; i < 5; i++) await drafter.draw()
      await server.kill()
      await server.start()
      killed.acknowledged += drafter.acknowledged.length
      killed.lost.push(...(await drafter.lost()))
      await server.kill()
    }
    return killed
  } finally {
    await server.end()
  }
}

/** How long a server takes to start on a new folder, ms; it is killed then. */
async function fresh(server: TestServer): Promise<number> {
  await server.kill()
  rmSync(server.folder, { recursive: true })
  const begun = performance.now()
  await server.start()
  const took = performance.now() - begun
  await server.kill()
  return took
}

/** Changes of so many walls each, in a folder as an earlier version left it. */
const OLD_CHANGES = 60
const OLD_WALLS = 100

/** A data folder of the form that the third migration made, with one project. @returns the ids of its records */
async function olderFolder(folder: string): Promise<Set<string>> {
  const known = mkdtempSync(join(tmpdir(), 'lamina-older-'))
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  cpSync(migrations, known, { recursive: true })
  const journal = join(known, 'meta/_journal.json')
  const all = JSON.parse(readFileSync(journal, 'utf8')) as { entries: unknown[] }
  writeFileSync(journal, JSON.stringify({ ...all, entries: all.entries.slice(0, 3) }))
  const database = await openFolder(join(folder, 'database'), () => undefined)
  await migrate(drizzle(database), { migrationsFolder: known })
  rmSync(known, { recursive: true })
  let n = 0
  const made = newHouse(() => `r${++n}`, 'Older house')
  const ids = new Set<string>()
  const changes: { put: readonly AnyRecord[] }[] = [made.change]
  for (let c = 0; c < OLD_CHANGES; c++)
    changes.push({
      put: Array.from({ length: OLD_WALLS }, (_, w) => wallOn(made.level, `w${c}-${w}`, c * 300 + w)),
    })
  await database.query(`insert into projects (id, name, seq) values ('older', 'Older house', $1)`, [
    changes.length,
  ])
  for (const [i, { put }] of changes.entries()) {
    const [change, inverse] = [
      { put, drop: [] },
      { put: [], drop: put.map(({ id }) => id) },
    ]
    await database.query(
      `insert into changes (project, seq, id, client, base, label, change, inverse)
       values ('older', $1, $2, 'one', $3, 'Walls', $4, $5)`,
      [i + 1, `c${i}`, i, JSON.stringify(change), JSON.stringify(inverse)],
    )
    await database.query(
      `insert into records (project, id, kind, body, seq)
       select 'older', r->>'id', r->>'kind', r, $1 from jsonb_array_elements($2::jsonb) r`,
      [i + 1, JSON.stringify(put)],
    )
    for (const { id } of put) ids.add(id)
  }
  await database.close()
  return ids
}

/** Kills a server while it brings the data of an earlier version up to its own form, then starts it, and draws there. */
export async function killedAtMigration(rounds: number): Promise<Killed> {
  const killed: Killed = { rounds, acknowledged: 0, lost: [] }
  const older = mkdtempSync(join(tmpdir(), 'lamina-test-'))
  const ids = await olderFolder(join(older, 'data'))
  const server = await TestServer.begin({ samples: false })
  try {
    await server.kill()
    const restore = (): void => {
      rmSync(server.folder, { recursive: true })
      execFileSync('cp', ['-a', join(older, 'data'), server.folder])
    }
    restore()
    const begun = performance.now()
    await server.start()
    const took = performance.now() - begun
    await server.kill()
    for (let round = 0; round < rounds; round++) {
      restore()
      await killedAtStart(server, took, momentOf(round, rounds))
      await server.start()
      const drafter = await Drafter.in(server, 'older')
      for (let i = 0; i < 5; i++) await drafter.draw()
      killed.acknowledged += drafter.acknowledged.length
      killed.lost.push(...(await drafter.lost()))
      const { records } = await server.json<{ records: AnyRecord[] }>('/api/projects/older')
      const there = new Set(records.map(({ id }) => id))
      killed.lost.push(...[...ids].filter((id) => !there.has(id)))
      await server.kill()
      if (!server.program('check').startsWith('Older house: whole'))
        killed.lost.push('Older house is not whole')
    }
    return killed
  } finally {
    await server.end()
    rmSync(older, { recursive: true })
  }
}

/**
 * Kills a server while it brings an archive in: then the project is there as a whole or not at all, what was drawn beside it is there,
 * and bringing it in again brings it.
 */
export async function killedAtArchive(rounds: number, walls: number): Promise<Killed> {
  const killed: Killed = { rounds, acknowledged: 0, lost: [] }
  const server = await TestServer.begin({ samples: false })
  try {
    const beside = await Drafter.begin(server, 'beside')
    const packed = await Drafter.begin(server, 'packed')
    for (let i = 0; i < walls; i++) await packed.draw()
    const archive = await (await fetch(`${server.address}/api/projects/packed/archive`)).arrayBuffer()
    const remove = async (): Promise<void> => {
      await fetch(`${server.address}/api/projects/packed`, { method: 'DELETE' })
      await fetch(`${server.address}/api/removed/packed`, { method: 'DELETE' })
    }
    const bringIn = async (): Promise<number | null> => {
      const headers = { 'Content-Type': 'application/zip' }
      const sent = { method: 'POST', headers, body: archive }
      return (await fetch(`${server.address}/api/archives`, sent).catch(() => null))?.status ?? null
    }
    await remove()
    const begun = performance.now()
    if ((await bringIn()) !== 201) throw new Error('The archive was not brought in.')
    const took = performance.now() - begun
    for (let round = 0; round < rounds; round++) {
      await remove()
      await beside.draw()
      const bringing = bringIn()
      await after(took * momentOf(round, rounds))
      await server.kill()
      const answer = await bringing
      await server.start()
      const there = (await server.json<{ id: string }[]>('/api/projects')).some(({ id }) => id === 'packed')
      if (answer === 201 && !there) killed.lost.push('what was said to be brought in')
      if (!there && (await bringIn()) !== 201) killed.lost.push('what is brought in again')
      killed.lost.push(...(await packed.lost()), ...(await beside.lost()))
    }
    killed.acknowledged = packed.acknowledged.length + beside.acknowledged.length
    await server.kill()
    for (const line of server.program('check').trim().split('\n'))
      if (!line.includes(': whole')) killed.lost.push(line)
    return killed
  } finally {
    await server.end()
  }
}
