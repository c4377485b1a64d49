import type { RequestHandler } from 'express'
import type { Logger } from 'pino'

/**
 * Lets in only requests that name this server as their host and, where they say where they come from, come
 * from it: a page of another site can neither read nor change anything here.
 */
export function guard(allowedHosts: readonly string[], log: Pick<Logger, 'warn'>): RequestHandler {
  let isTold = false
  return (request, response, next) => {
    const host = request.headers.host ?? ''
    const name = hostName(host)
    if (name === null || !allowedHosts.includes(name)) {
      response.status(421).json({ code: 'foreign-host', message: 'This address is not served here.' })
      return
    }
    const { origin } = request.headers
    if (origin !== undefined && !sameOrigin(origin, host)) {
      // Its pages stay empty then, and nobody sees why.
      if (!isTold && hostName(origin.replace(/^https?:\/\//, '')) === name) {
        isTold = true
        log.warn(
          'Requests are refused that come from this host by another port. A proxy must pass on the host name with its port.',
        )
      }
      response.status(403).json({ code: 'foreign-origin', message: 'Requests from other sites are refused.' })
      return
    }
    if (request.headers['sec-fetch-site'] === 'cross-site' && request.path.startsWith('/api/')) {
      response.status(403).json({ code: 'foreign-origin', message: 'Requests from other sites are refused.' })
      return
    }
    next()
  }
}

function hostName(host: string): string | null {
  const match = /^(\[[0-9a-f:]+\]|[a-z0-9.-]+)(:\d+)?$/i.exec(host)
  return match ? match[1]!.toLowerCase() : null
}

function sameOrigin(origin: string, host: string): boolean {
  try {
    return new URL(origin).host === new URL(`http://${host}`).host
  } catch {
    return false
  }
}
