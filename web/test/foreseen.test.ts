import { describe, expect, it } from 'vitest'
import type { Change } from '@lamina/core/records'
import { foresee } from '../src/tools/preview'
import { TestBench, pointer } from './bench'

describe('what a tool looks ahead', () => {
  const counted = () => {
    let looks = 0
    const work = (): Change => (looks++, { put: [], drop: [] })
    return { work, looks: () => looks }
  }

  it('is looked at once for one place in one moment, and anew in another', () => {
    const bench = new TestBench()
    const { work, looks } = counted()
    const at = pointer(0, 0)
    bench.held = {}
    foresee(bench, work, at)
    foresee(bench, work, at)
    expect(looks()).toBe(1)
    foresee(bench, work, pointer(0, 0))
    expect(looks()).toBe(2)
    bench.held = {}
    foresee(bench, work, at)
    expect(looks()).toBe(3)
  })

  it('is looked at each time where no place is named', () => {
    const bench = new TestBench()
    const { work, looks } = counted()
    bench.held = {}
    foresee(bench, work)
    foresee(bench, work)
    expect(looks()).toBe(2)
  })
})
