import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Here, HereNews } from '@lamina/core/exchange'
import { LONGEST_SILENCE, Presence, hereSchema } from '../src/news/presence'

const at = (client: string, by = client, facts: Partial<Here> = {}): Here => ({
  client,
  by,
  board: 'plan',
  pointer: { x: 1, y: 2 },
  selection: [],
  ...facts,
})

describe('who is where', () => {
  const heard: { news: HereNews; to: string[] }[] = []
  /** What other servers were told. */
  const spread: HereNews[] = []
  let now = 0
  const begun = (): Presence => {
    heard.length = spread.length = 0
    now = 0
    return new Presence(
      (news, to) => heard.push({ news, to: [...to].sort() }),
      (news) => void spread.push(news),
      () => now,
    )
  }

  it('comes from other servers, is told here and not again to them', () => {
    const presence = begun()
    presence.here('p', at('a'))
    expect(spread).toEqual([{ project: 'p', client: 'a', here: at('a') }])
    presence.hear({ project: 'p', client: 'far', here: at('far') })
    expect(heard.at(-1)).toEqual({
      news: { project: 'p', client: 'far', here: at('far') },
      to: ['a', 'far'],
    })
    expect(presence.here('p', at('a'))).toEqual([at('far')])
    presence.hear({ project: 'p', client: 'far', here: null })
    expect(presence.here('p', at('a'))).toEqual([])
    expect(spread.map(({ client }) => client)).toEqual(['a', 'a', 'a'])
    presence.left('p', 'a')
    expect(spread.at(-1)).toEqual({ project: 'p', client: 'a', here: null })
  })

  it('is told to the browsers that are in the same project, and to whoever comes', () => {
    const presence = begun()
    expect(presence.here('p', at('a'))).toEqual([])
    expect(presence.here('q', at('x'))).toEqual([])
    expect(presence.here('p', at('b', 'b', { selection: ['w'] }))).toEqual([at('a')])
    expect(heard.at(-1)).toEqual({
      news: { project: 'p', client: 'b', here: at('b', 'b', { selection: ['w'] }) },
      to: ['a', 'b'],
    })
  })

  it('who leaves, or is not heard of, is gone; that is told once', () => {
    const presence = begun()
    presence.here('p', at('a'))
    presence.here('p', at('b'))
    presence.left('p', 'a')
    presence.left('p', 'a')
    expect(heard.slice(2)).toEqual([{ news: { project: 'p', client: 'a', here: null }, to: ['a', 'b'] }])
    now = LONGEST_SILENCE
    presence.clear()
    expect(presence.count).toBe(1)
    now++
    presence.clear()
    expect(presence.count).toBe(0)
  })

  it('everybody who comes, moves and leaves is known to all others as they are (property)', () => {
    const step = fc.record({
      client: fc.constantFrom('a', 'b', 'c'),
      x: fc.option(fc.integer({ min: -9, max: 9 }), { nil: null }),
    })
    fc.assert(
      fc.property(fc.array(step, { maxLength: 30 }), (steps) => {
        const presence = begun()
        const told = new Map<string, Here>()
        const real = new Map<string, Here>()
        for (const { client, x } of steps) {
          if (x === null) {
            presence.left('p', client)
            real.delete(client)
          } else {
            const here = at(client, client, { pointer: { x, y: 0 } })
            const others = presence.here('p', here)
            real.set(client, here)
            expect(others).toEqual([...real.values()].filter((each) => each.client !== client))
          }
          for (const { news } of heard.splice(0))
            if (news.here) told.set(news.client, news.here)
            else told.delete(news.client)
          expect(told).toEqual(real)
        }
      }),
    )
  })

  it('is bounded', () => {
    const presence = begun()
    for (let i = 0; i < 120; i++) presence.here('p', at(`c${i}`))
    expect(presence.count).toBe(100)
    expect(
      hereSchema.safeParse(at('a', 'a', { selection: Array.from({ length: 201 }, () => 'w') })).success,
    ).toBe(false)
    expect(hereSchema.safeParse(at('a', 'a', { pointer: { x: Infinity, y: 0 } })).success).toBe(false)
  })
})
