import { describe, expect, it } from 'vitest'
import { Work, atOnce, type Steps } from '../src/steps'

describe('work in steps', () => {
  /** Adds up to a number that may rise meanwhile, one in each step. */
  function counting(): { work: Work; upTo: { number: number }; sum: () => number } {
    const upTo = { number: 3 }
    let sum = 0
    function* steps(): Steps {
      for (const end = upTo.number; sum < end;) {
        sum++
        yield
      }
    }
    return { work: new Work(steps), upTo, sum: () => sum }
  }

  it('is done one by one, and the rest at once when it is wanted', () => {
    const { work, sum } = counting()
    const steps = work.inSteps()
    steps.next()
    expect(sum()).toBe(1)
    work.now()
    expect(sum()).toBe(3)
  })

  it('takes in what changed after it was begun', () => {
    const { work, upTo, sum } = counting()
    work.inSteps().next()
    upTo.number = 5
    work.now()
    expect(sum()).toBe(5)
  })

  it('is begun anew after it failed', () => {
    let tries = 0
    const work = new Work(function* (): Steps {
      tries++
      if (tries === 1) throw new Error('not yet')
      yield
    })
    expect(() => work.now()).toThrow('not yet')
    work.now()
    expect(tries).toBe(2)
  })

  it('gives its result with the last step', () => {
    function* answer(): Steps<number> {
      yield
      return 42
    }
    expect(atOnce(answer())).toBe(42)
  })
})
