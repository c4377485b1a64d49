import { setImmediate } from 'node:timers/promises'
import { describe, expect, it } from 'vitest'
import { TooMuch, readSent } from '../src/readSent'

const wall = (id: string): Record<string, unknown> => ({
  id,
  kind: 'wall',
  level: 'l',
  type: 't',
  a: { x: 0, y: 0 },
  b: { x: 1000, y: 0 },
  reference: 'centre',
  base: 0,
  height: null,
})
const sent = (put: readonly unknown[], was: readonly unknown[] = []) => ({
  id: 'c',
  client: 'w',
  base: 0,
  label: 'Walls',
  change: { put, drop: [] },
  was,
  undoes: null,
})
const many = (count: number) => Array.from({ length: count }, (_, i) => wall(`w${i}`))

describe('reading what was sent', () => {
  it('gives it as it is, and tells the place of what does not fit', async () => {
    const body = sent([wall('a'), wall('b')], [wall('a')])
    expect(await readSent(body)).toEqual(body)
    await expect(readSent(sent([wall('a'), { ...wall('b'), base: 'x' }]))).rejects.toMatchObject({
      issues: [{ path: ['change', 'put', 1, 'base'] }],
    })
    await expect(readSent(sent([], [{ kind: 'spaceship' }]))).rejects.toMatchObject({
      issues: [{ path: ['was', 0, 'kind'] }],
    })
    for (const other of [null, 'x', [], {}, { ...body, more: 1 }, sent(many(20_001))])
      await expect(readSent(other)).rejects.toThrow()
  })

  it('lets others go first while it reads much', async () => {
    let turns = 0
    let reading = true
    const others = (async () => {
      while (reading) {
        turns++
        await setImmediate()
      }
    })()
    await readSent(sent(many(20_000), many(20_000)))
    reading = false
    await others
    expect(turns).toBeGreaterThan(5)
  })

  it('refuses what is made of more values than anything that is drawn, before it is read', async () => {
    const points = Array.from({ length: 2_000_000 }, () => 1)
    await expect(readSent(sent([{ ...wall('a'), a: points }]))).rejects.toThrow(TooMuch)
    let deep: unknown = 1
    for (let i = 0; i < 200_000; i++) deep = [deep]
    await expect(readSent(sent([{ ...wall('a'), a: deep }]))).rejects.toThrow(TooMuch)
  })
})
