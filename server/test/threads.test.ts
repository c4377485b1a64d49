import { Worker } from 'node:worker_threads'
import { afterEach, describe, expect, it } from 'vitest'
import { WorkRefused, WorkStopped } from '../src/thread/thread'
import { Threads } from '../src/thread/threads'

/** A stand-in for a worker: answers at once, never, when it is told, or takes all the memory there is. */
const SCRIPT = `
const { parentPort } = require('node:worker_threads')
parentPort.on('message', (what) => {
  if (what === 'never') return
  if (what === 'large') { const all = []; for (;;) all.push(new Array(10000).fill(all.length)) }
  parentPort.postMessage({ ok: true, made: what })
})`

let threads: Threads<string, string>
const fresh = (count = 2, seconds = 60, mostWaiting = 100): typeof threads =>
  (threads = new Threads<string, string>(
    count,
    () => new Worker(SCRIPT, { eval: true, resourceLimits: { maxOldGenerationSizeMb: 32 } }),
    { seconds, tooLong: 'Too long.', tooLarge: 'Too large.' },
    mostWaiting,
  ))
afterEach(() => threads.close())

describe('several threads', () => {
  it('work at once: one that never ends holds nobody up', async () => {
    const all = fresh()
    const stop = new AbortController()
    const stuck = all.make('never', 'p', stop.signal)
    expect(await all.make('a', 'q')).toBe('a')
    expect(await all.make('b', 'q')).toBe('b')
    await expect.poll(() => all.load).toEqual({ working: 1, waiting: 0 })
    stop.abort()
    await expect(stuck).rejects.toThrow(WorkStopped)
    await expect.poll(() => all.load).toEqual({ working: 0, waiting: 0 })
  })

  it('give the next turn to who has none at work, whoever asked before', async () => {
    const all = fresh()
    const stop = new AbortController()
    const done: string[] = []
    const told = (asked: Promise<string>): Promise<void> => asked.then((made) => void done.push(made))
    const stuck = all.make('never', 'p', stop.signal)
    const free = new AbortController()
    const held = all.make('never', 'q', free.signal)
    const rest = [
      told(all.make('p1', 'p')),
      told(all.make('p2', 'p')),
      told(all.make('r1', 'r')),
      told(all.make('s1', 's')),
    ]
    expect(all.load).toEqual({ working: 2, waiting: 4 })
    free.abort()
    await expect(held).rejects.toThrow(WorkStopped)
    await Promise.all(rest)
    expect(done).toEqual(['r1', 's1', 'p1', 'p2'])
    stop.abort()
    await expect(stuck).rejects.toThrow(WorkStopped)
  })

  it('end what takes too long or too much memory in a sentence, and go on', async () => {
    const all = fresh(1, 0.2)
    await expect(all.make('never', 'p')).rejects.toThrow(new WorkRefused('Too long.'))
    expect(await all.make('a', 'p')).toBe('a')
    await threads.close()
    const large = fresh(1)
    await expect(large.make('large', 'p')).rejects.toThrow(new WorkRefused('Too large.'))
    expect(await large.make('b', 'p')).toBe('b')
  })

  it('leave out what was stopped while it waited, and refuse more than may wait', async () => {
    const all = fresh(1, 60, 2)
    const stop = new AbortController()
    const stuck = all.make('never', 'p', stop.signal)
    const leave = new AbortController()
    const left = all.make('a', 'q', leave.signal)
    const next = all.make('b', 'q')
    await expect(all.make('c', 'q')).rejects.toThrow(/2 others wait/)
    leave.abort()
    await expect(left).rejects.toThrow(WorkStopped)
    stop.abort()
    await expect(stuck).rejects.toThrow(WorkStopped)
    expect(await next).toBe('b')
  })
})
