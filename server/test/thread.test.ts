import { Worker } from 'node:worker_threads'
import { afterEach, describe, expect, it } from 'vitest'
import type { PlotOrder } from '../src/plot/document'
import { Thread, WorkRefused, WorkStopped } from '../src/thread/thread'

/** A stand-in for a thread: answers what its order says, after a while or never. */
const SCRIPT = `
const { parentPort } = require('node:worker_threads')
parentPort.on('message', ({ sheets }) => {
  const [what] = sheets
  if (what === 'crash') throw new Error('boom')
  if (what === 'never') return
  parentPort.postMessage(what === 'refuse' ? { ok: false, refused: true, message: 'There is no such sheet to plot.' } : { ok: true, made: new Uint8Array([1, 2, 3]) })
})`
let made = 0
let thread: Thread<PlotOrder, Uint8Array>
const fresh = (): typeof thread =>
  (thread = new Thread(() => {
    made++
    return new Worker(SCRIPT, { eval: true })
  }))
const order = (what: string) => ({ records: [], sheets: [what] })
afterEach(() => thread.close())

describe('a thread', () => {
  it('is kept from order to order', async () => {
    made = 0
    const one = fresh()
    expect(await one.make(order('fine'))).toEqual(new Uint8Array([1, 2, 3]))
    await expect(one.make(order('refuse'))).rejects.toThrow(WorkRefused)
    await one.make(order('fine'))
    expect(made).toBe(1)
  })
  it('is stopped with the order it works on, and another goes on', async () => {
    made = 0
    const one = fresh()
    const cancel = new AbortController()
    const stuck = one.make(order('never'), cancel.signal)
    const next = one.make(order('fine'))
    setImmediate(() => cancel.abort())
    await expect(stuck).rejects.toThrow(WorkStopped)
    expect((await next).length).toBe(3)
    expect(made).toBe(2)
  })
  it('may break, and another goes on', async () => {
    const one = fresh()
    await expect(one.make(order('crash'))).rejects.toThrow('boom')
    expect((await one.make(order('fine'))).length).toBe(3)
  })
  it('does not begin what was stopped before its turn', async () => {
    await expect(fresh().make(order('never'), AbortSignal.abort())).rejects.toThrow(WorkStopped)
  })
})
