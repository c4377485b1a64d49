import type { Request, Response } from 'express'
import { describe, expect, it } from 'vitest'
import { guard } from '../src/guard'

/** What becomes of a request with some headers: let in, or its status. */
function outcomes(): { ask(headers: Record<string, string>): 'let in' | number; told: string[] } {
  const told: string[] = []
  const log = { warn: (text: string) => void told.push(text) } as never
  const asks = guard(['localhost', '[::1]'], log)
  return {
    told,
    ask(headers) {
      let outcome: 'let in' | number | null = null
      const response = {
        status: (code: number) => ({ json: () => void (outcome = code) }),
      } as unknown as Response
      asks({ headers, path: '/api/projects' } as unknown as Request, response, () => (outcome = 'let in'))
      return outcome!
    },
  }
}

describe('the guard', () => {
  it('lets in who names this server, and comes from it or says nothing of that', () => {
    const { ask, told } = outcomes()
    expect(ask({ host: 'localhost:4180' })).toBe('let in')
    expect(ask({ host: 'LocalHost:4180', origin: 'http://localhost:4180' })).toBe('let in')
    expect(ask({ host: '[::1]:4180', origin: 'http://[::1]:4180' })).toBe('let in')
    // The usual port is left out by browsers.
    expect(ask({ host: 'localhost', origin: 'https://localhost' })).toBe('let in')
    for (const host of [
      'evil.example',
      '',
      'localhost.evil.example',
      'localhost:1:2',
      'localhost@evil.example',
    ])
      expect(ask({ host })).toBe(421)
    for (const origin of ['https://evil.example', 'null', 'x', 'https://localhost.evil.example'])
      expect(ask({ host: 'localhost', origin })).toBe(403)
    expect(told).toEqual([])
  })

  it('says once where a proxy passes the host name on without its port, for pages are empty then', () => {
    const { ask, told } = outcomes()
    for (let i = 0; i < 3; i++) expect(ask({ host: 'localhost', origin: 'https://localhost:8443' })).toBe(403)
    expect(told).toEqual([
      'Requests are refused that come from this host by another port. A proxy must pass on the host name with its port.',
    ])
  })
})
