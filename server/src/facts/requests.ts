import { randomUUID } from 'node:crypto'
import type { Request, RequestHandler, Response } from 'express'
import type { Logger } from 'pino'
import { pinoHttp } from 'pino-http'

const ID = /^[\w-]{1,64}$/
const OFTEN = new Set(['/api/health', '/api/metrics', '/api/projects/:id/here'])

/**
 * What was asked for, by the form of its address: never the address itself, in which links have their secrets.
 */
export function routeOf(request: Request): string {
  const route = request.route as { readonly path?: unknown } | undefined
  return typeof route?.path === 'string' ? `${request.baseUrl}${route.path}` : 'none'
}

/**
 * Gives each request an id, that of the proxy where there is one, tells it in the answer, and writes down what was asked, by which
 * form of address, with which outcome and how long it took: without what was sent or answered.
 */
export function tellRequests(log: Logger, behindProxy: boolean): RequestHandler {
  return pinoHttp<Request, Response>({
    logger: log,
    quietReqLogger: true,
    quietResLogger: true,
    serializers: { req: () => undefined, res: () => undefined },
    customAttributeKeys: { reqId: 'request' },
    genReqId(request, response) {
      const given = request.headers['x-request-id']
      const id = behindProxy && typeof given === 'string' && ID.test(given) ? given : randomUUID()
      response.setHeader('X-Request-Id', id)
      return id
    },
    // Faults are told with their causes where they are answered.
    customLogLevel: (request, response) => (isSmall(request, response) ? 'debug' : 'info'),
    customSuccessMessage: () => 'answered',
    customErrorMessage: () => 'not answered',
    customSuccessObject: facts,
    customErrorObject: (request, response, _error, told: Told) => facts(request, response, told),
  })
}

/** Told of to those alone who want to know all: what is asked often, and the files of the application. */
function isSmall(request: Request, response: Response): boolean {
  const route = routeOf(request)
  return OFTEN.has(route) || (route === 'none' && response.statusCode < 400)
}

interface Told {
  readonly responseTime?: number
}

function facts(request: Request, response: Response, told: Told): object {
  // One that was refused before it was looked at has none.
  const { id } = (request.params as { readonly id?: string } | undefined) ?? {}
  const person = response.locals['person'] as { readonly id: string } | undefined
  return {
    method: request.method,
    route: routeOf(request),
    ...(request.originalUrl.startsWith('/api/projects/') && id !== undefined && ID.test(id)
      ? { project: id }
      : {}),
    ...(person ? { person: person.id } : {}),
    status: response.statusCode,
    ms: told.responseTime,
  }
}
