import { spawn } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { FolderInUse, takeFolder } from '../src/folder'

let folder: string
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'lamina-lock-'))
})
afterEach(() => rmSync(folder, { recursive: true, force: true }))
const lock = (): string => join(folder, 'server.lock')

describe('the data folder', () => {
  it('is held until it is let go', () => {
    const letGo = takeFolder(folder)
    expect(() => takeFolder(folder)).toThrow(FolderInUse)
    letGo()
    expect(existsSync(lock())).toBe(false)
    takeFolder(folder)()
  })
  it('says who holds it', () => {
    takeFolder(folder)
    expect(() => takeFolder(folder)).toThrow(
      new RegExp(`already running on the data folder .*process ${process.pid}`),
    )
  })
  it('is taken over from a process that was killed', async () => {
    const child = spawn(process.execPath, ['-e', 'setInterval(() => {}, 1000)'])
    writeFileSync(lock(), JSON.stringify({ pid: child.pid, start: null }))
    expect(() => takeFolder(folder)).toThrow(FolderInUse)
    const gone = new Promise((done) => child.once('exit', done))
    child.kill('SIGKILL')
    await gone
    takeFolder(folder)()
  })
  it('is taken over when the number belongs to another process by now, or the lock is damaged', () => {
    writeFileSync(lock(), JSON.stringify({ pid: process.pid, start: 'long ago' }))
    takeFolder(folder)()
    writeFileSync(lock(), '{"pid": ')
    takeFolder(folder)
    expect(JSON.parse(readFileSync(lock(), 'utf8'))).toMatchObject({ pid: process.pid })
  })
})
