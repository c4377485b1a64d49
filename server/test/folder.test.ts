import { spawn } from 'node:child_process'
import {
  chmodSync,
  chownSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { PGlite } from '@electric-sql/pglite'
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { FolderInUse, FolderRefused, hasDatabase, putAside, takeFolder } from '../src/folder'
import { openFolder } from '../src/database/openFolder'
import type { FailedWrite } from '../src/database/synced'

let folder: string
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'lamina-folder-'))
})
afterEach(() => rmSync(folder, { recursive: true, force: true }))
/** An empty database that is copied, since making one takes seconds. */
const blank = mkdtempSync(join(tmpdir(), 'lamina-blank-'))
beforeAll(async () => (await openFolder(join(blank, 'database'), () => undefined)).close())
afterAll(() => rmSync(blank, { recursive: true }))
const opened = (): Promise<PGlite> => openFolder(database(), () => undefined, join(blank, 'database'))
const database = (): string => join(folder, 'database')

/** What is said of a folder that is refused. */
function refusal(path = folder): string {
  try {
    takeFolder(path).letGo()
  } catch (error) {
    expect(error).toBeInstanceOf(FolderRefused)
    return (error as Error).message
  }
  throw new Error('It was taken.')
}

/** Holds the folder in another process, as the system knows it; settles once it does. */
async function heldElsewhere(): Promise<{ kill: () => Promise<void> }> {
  const child = spawn(
    process.execPath,
    [
      '-e',
      `const { openSync } = require('fs'); const { tryLock } = require('fs-native-extensions');
       if (!tryLock(openSync(${JSON.stringify(join(folder, 'server.lock'))}, 'a+'))) process.exit(1);
       process.stdout.write('held'); setInterval(() => {}, 1000)`,
    ],
    { cwd: import.meta.dirname, stdio: ['ignore', 'pipe', 'inherit'] },
  )
  await new Promise((done) => child.stdout.once('data', done))
  return {
    async kill() {
      const gone = new Promise((done) => child.once('exit', done))
      child.kill('SIGKILL')
      await gone
    },
  }
}

describe('the data folder', () => {
  it('is held until it is let go, and says who holds it', () => {
    const held = takeFolder(folder)
    expect(() => takeFolder(folder)).toThrow(FolderInUse)
    expect(refusal()).toMatch(new RegExp(`already running on the data folder .*process ${process.pid}`))
    held.letGo()
    takeFolder(folder).letGo()
  })

  it('is held by the system, for whichever process, and given back when that is killed', async () => {
    const other = await heldElsewhere()
    expect(() => takeFolder(folder)).toThrow(FolderInUse)
    await other.kill()
    takeFolder(folder).letGo()
  })

  it('is not taken for held because something is written in the lock', () => {
    for (const text of [JSON.stringify({ pid: process.pid }), '{"pid": ', ''])
      for (const _ of [1, 2]) {
        writeFileSync(join(folder, 'server.lock'), text)
        takeFolder(folder).letGo()
      }
  })

  it('is made where there is none, for its owner alone', () => {
    const path = join(folder, 'a', 'b')
    takeFolder(path).letGo()
    expect(statSync(path).mode & 0o777).toBe(0o700)
    expect(statSync(join(path, 'server.lock')).mode & 0o777).toBe(0o600)
  })

  it('is no file, and none that lies in one', () => {
    const file = join(folder, 'file')
    writeFileSync(file, 'x')
    expect(refusal(file)).toMatch(/it is a file/)
    expect(refusal(join(file, 'below'))).toMatch(/lies in one/)
  })

  it.skipIf(process.getuid?.() !== 0)('of another user is refused, whoever may write in it', () => {
    chownSync(folder, 12_345, 12_345)
    expect(refusal()).toMatch(/belongs to another user \(number 12345; the server runs as 0\)/)
  })

  it('is not begun among other things, nor where a database was', () => {
    writeFileSync(join(folder, 'letter.txt'), 'x')
    expect(refusal()).toMatch(/holds other things \(letter\.txt\) and no database/)
    rmSync(join(folder, 'letter.txt'))
    mkdirSync(join(folder, 'imprints'))
    expect(refusal()).toMatch(/was in use before, but its database is gone/)
    expect(readdirSync(folder).sort()).toEqual(['imprints', 'server.lock'])
  })

  it('holds a whole database of this version, or is refused with what is missing; nothing is changed', async () => {
    await (await opened()).close()
    takeFolder(folder).letGo()
    for (const part of ['PG_VERSION', 'global/pg_control', 'pg_wal', 'base']) {
      const path = join(database(), part)
      const aside = join(tmpdir(), `aside-${process.pid}`)
      renameSync(path, aside)
      const before = readdirSync(database(), { recursive: true }).length
      expect(refusal()).toContain(`is not whole: it lacks ${part}`)
      expect(readdirSync(database(), { recursive: true })).toHaveLength(before)
      renameSync(aside, path)
    }
    writeFileSync(join(database(), 'PG_VERSION'), '17\n')
    expect(refusal()).toMatch(/was made by version 17 of the database, and this server reads version 18/)
  }, 60_000)

  it('of a server whose database is elsewhere needs none, and is not taken for one that has', () => {
    takeFolder(folder, 'server').letGo()
    mkdirSync(join(folder, 'backups'))
    takeFolder(folder, 'server').letGo()
    expect(refusal()).toMatch(/name the PostgreSQL server it was used with with DATABASE_URL/)
    writeFileSync(join(folder, 'letter.txt'), 'x')
    expect(() => takeFolder(folder, 'server')).toThrow(/holds other things \(letter\.txt\)/)
  })

  it('whose projects were moved says where they are, and takes them back', async () => {
    await (await opened()).close()
    const held = takeFolder(folder)
    expect(hasDatabase(held)).toBe(true)
    const aside = putAside(held, new Date('2026-12-02T08:09:10Z'))
    held.letGo()
    expect(aside).toBe('database.moved-20261202T080910')
    expect(hasDatabase(held)).toBe(false)
    expect(refusal()).toContain(`As they were before they are in “${aside}”`)
    takeFolder(folder, 'server').letGo()
    renameSync(join(folder, aside), database())
    takeFolder(folder).letGo()
  }, 60_000)

  it('forgets a database whose making was broken off, and makes it anew', async () => {
    mkdirSync(`${database()}.making`)
    writeFileSync(join(`${database()}.making`, 'PG_VERSION'), '18\n')
    takeFolder(folder).letGo()
    const made = await openFolder(database(), () => undefined)
    expect((await made.query('select 1 as one')).rows).toEqual([{ one: 1 }])
    await made.close()
    expect(readdirSync(folder).sort()).toEqual(['database', 'server.lock'])
  }, 60_000)

  it('begins as the empty database that comes with the build, open to its owner alone', async () => {
    const filled = join(folder, 'filled')
    const first = await openFolder(filled, () => undefined, join(blank, 'database'))
    await first.exec('create table marks (n integer); insert into marks values (7)')
    await first.close()
    chmodSync(filled, 0o755)
    const failures: FailedWrite[] = []
    const tell = (failure: FailedWrite): void => void failures.push(failure)
    const begun = await openFolder(database(), tell, filled)
    await begun.exec('insert into marks values (8)')
    await begun.close()
    expect(statSync(database()).mode & 0o777).toBe(0o700)
    // One that is there is opened as it is.
    const again = await openFolder(database(), tell, join(folder, 'none'))
    expect((await again.query('select n from marks order by n')).rows).toEqual([{ n: 7 }, { n: 8 }])
    await again.close()
    expect(failures).toEqual([])
    // One that cannot be copied is told, and nothing of it is taken for a database.
    const other = join(folder, 'other')
    await expect(openFolder(other, tell, join(folder, 'none'))).rejects.toThrow(/ENOENT/)
    expect(failures).toEqual([{ doing: 'write', path: `${other}.making`, code: 'ENOENT' }])
    expect(existsSync(other)).toBe(false)
  }, 60_000)
})
