import { Worker } from 'node:worker_threads'
import { afterEach, describe, expect, it } from 'vitest'
import { PlotCancelled, PlotFailed, Plotter } from '../src/plot/plotter'

/** A stand-in for the plotting thread: answers what its order says, after a while or never. */
const SCRIPT = `
const { parentPort } = require('node:worker_threads')
parentPort.on('message', ({ sheets }) => {
  const [what] = sheets
  if (what === 'crash') throw new Error('boom')
  if (what === 'never') return
  parentPort.postMessage(what === 'refuse' ? { ok: false, refused: true, message: 'There is no such sheet to plot.' } : { ok: true, pdf: new Uint8Array([1, 2, 3]) })
})`
let made = 0
let plotter: Plotter
const fresh = (): Plotter =>
  (plotter = new Plotter(() => {
    made++
    return new Worker(SCRIPT, { eval: true })
  }))
const order = (what: string) => ({ records: [], sheets: [what] })
afterEach(() => plotter.close())

describe('the plotter', () => {
  it('keeps its thread from plot to plot', async () => {
    made = 0
    const one = fresh()
    expect(await one.plot(order('fine'))).toEqual(new Uint8Array([1, 2, 3]))
    await expect(one.plot(order('refuse'))).rejects.toThrow(PlotFailed)
    await one.plot(order('fine'))
    expect(made).toBe(1)
  })
  it('stops a plot that is cancelled, and plots on with a new thread', async () => {
    made = 0
    const one = fresh()
    const cancel = new AbortController()
    const stuck = one.plot(order('never'), cancel.signal)
    const next = one.plot(order('fine'))
    setImmediate(() => cancel.abort())
    await expect(stuck).rejects.toThrow(PlotCancelled)
    expect((await next).length).toBe(3)
    expect(made).toBe(2)
  })
  it('survives a thread that breaks', async () => {
    const one = fresh()
    await expect(one.plot(order('crash'))).rejects.toThrow('boom')
    expect((await one.plot(order('fine'))).length).toBe(3)
  })
  it('does not start what was cancelled before its turn', async () => {
    await expect(fresh().plot(order('never'), AbortSignal.abort())).rejects.toThrow(PlotCancelled)
  })
})
