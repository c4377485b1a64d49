import { afterEach, describe, expect, it } from 'vitest'
import type { Steps } from '@lamina/core/steps'
import { Making } from '../src/surface/making'

/** Work of so many steps that each take so long, ms. */
class Slow {
  done = 0
  /** So many pieces were made before the last. */
  pieces = 0
  private settled: () => void = () => undefined
  readonly whole = new Promise<void>((resolve) => (this.settled = resolve))
  readonly making: Making

  constructor(
    private readonly count: number,
    private readonly ms: number,
  ) {
    this.making = new Making(
      () => this.steps(),
      (all) => {
        if (all) this.settled()
        else this.pieces++
      },
    )
  }

  private *steps(): Steps {
    for (; this.done < this.count; this.done++) {
      const until = performance.now() + this.ms
      while (performance.now() < until);
      yield
    }
  }
}

/** Lets what was asked for by message have its turn. */
const turn = (): Promise<void> =>
  new Promise((done) => {
    const { port1, port2 } = new MessageChannel()
    port1.onmessage = (): void => {
      port1.close()
      done()
    }
    port2.postMessage(null)
  })

describe('what a board is shown from', () => {
  let slow: Slow
  afterEach(() => slow.making.end())

  it('is made at once when that takes but a moment', () => {
    slow = new Slow(3, 0)
    expect(slow.making.isMade(1000)).toBe(true)
    expect(slow.done).toBe(3)
  })

  it('is made piece by piece otherwise, in more than one', async () => {
    slow = new Slow(60, 3)
    expect(slow.making.isMade(5)).toBe(false)
    expect(slow.done).toBeLessThan(60)
    await slow.whole
    expect(slow.done).toBe(60)
    expect(slow.pieces).toBeGreaterThan(1)
  })

  it('stops, stays as far as it is, and goes on', async () => {
    slow = new Slow(60, 3)
    slow.making.isMade(5)
    slow.making.stop()
    const before = slow.done
    await turn()
    await turn()
    expect(slow.done).toBe(before)
    expect(slow.making.isMade(5)).toBe(false)
    slow.making.resume()
    await slow.whole
    expect(slow.done).toBe(60)
  })

  it('hurries as long as it is told, and not longer', () => {
    slow = new Slow(200, 3)
    slow.making.isMade(3)
    expect(slow.making.hurry(12)).toBe(false)
    expect(slow.done).toBeLessThan(200)
    expect(slow.making.hurry(60_000)).toBe(true)
    expect(slow.done).toBe(200)
  })
})
