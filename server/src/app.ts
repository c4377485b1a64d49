import { randomBytes } from 'node:crypto'
import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import express, { type ErrorRequestHandler, type Express, type Request, type Response } from 'express'
import helmet from 'helmet'
import type { Logger } from 'pino'
import { z } from 'zod'
import { seqSchema, type SentChange } from '@lamina/core/edit'
import type { Role } from '@lamina/core/exchange'
import { ChangeRefused, idSchema } from '@lamina/core/records'
import type { Archives } from './archives/archives'
import { archiveRoutes } from './archives/routes'
import { awayOf } from './database/away'
import type { Database, Spread } from './database/database'
import { healthRoute } from './facts/health'
import { Metrics } from './facts/metrics'
import { routeOf, tellRequests } from './facts/requests'
import { guard } from './guard'
import { Unreadable } from './load'
import { LONGEST_SILENCE, Presence, hereSchema } from './news/presence'
import { MOST_STREAMS, Streams } from './news/streams'
import { OPEN } from './persons/access'
import { gate, type GateParts } from './persons/gate'
import { bears } from './persons/secrets'
import type { Pictures } from './pictures/pictures'
import type { Plots } from './plot/plots'
import { TooMuch, readSent } from './readSent'
import { Ahead, Conflict, NotAllowed, NotThere } from './faults'
import type { SeenChanges, SeenOrder } from './history/picturesOf'
import { historyRoutes } from './history/routes'
import type { Store } from './store'
import { WorkRefused, WorkStopped } from './thread/thread'
import type { Threads } from './thread/threads'

export interface AppParts {
  readonly store: Store
  readonly database: Database
  readonly pictures: Pick<Pictures, 'list' | 'imprint' | 'forget'>
  readonly plots: Pick<Plots, 'plot' | 'load'>
  readonly archives: Pick<Archives, 'pack' | 'bringIn' | 'copy' | 'restore' | 'list' | 'all' | 'lastBackup'>
  /** Draws what changes are seen by. */
  readonly drawer: Pick<Threads<SeenOrder, SeenChanges>, 'make'>
  readonly log: Logger
  /** How what it counts and measures is told. */
  readonly facts: {
    /** Whoever bears it may ask where people sign in; null: only who keeps them. */
    readonly key: string | null
    /** Memory, processor and event loop of the process too. */
    readonly ofProcess: boolean
  }
  /** Host names this server answers to. */
  readonly hosts: readonly string[]
  /** Those who may come in; null: nobody is asked who they are. */
  readonly door: Omit<GateParts, 'ended' | 'nameOf'> | null
  /** Servers before this one that may say where a request comes from; null: there are none. */
  readonly proxy?: string | null
  /** The built interface; null when it is served elsewhere. */
  readonly site: string | null
}

/** The largest request taken. A change of 20 000 records is well below it. */
const BODY_LIMIT = '16mb'

const sheetQuery = z.string().max(4000).optional()
const sinceQuery = z.coerce.number().pipe(seqSchema)

export function makeApp(parts: AppParts): Express {
  const { store, pictures, plots, archives, drawer, log, facts, hosts, door, proxy, site } = parts
  const { database } = parts
  const { others } = database
  const app = express()
  app.disable('x-powered-by')
  if (proxy) app.set('trust proxy', proxy.split(','))
  app.use(tellRequests(log, Boolean(proxy)))
  app.use(guard(hosts, log))
  app.use((_request, response, next) => {
    response.locals['nonce'] = randomBytes(16).toString('base64')
    next()
  })
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          scriptSrc: ["'self'"],
          styleSrc: ["'self'", (_request, response) => `'nonce-${(response as Response).locals['nonce']}'`],
          fontSrc: ["'self'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          connectSrc: ["'self'"],
          workerSrc: ["'self'"],
          manifestSrc: ["'self'"],
          baseUri: ["'none'"],
          formAction: ["'none'"],
          frameAncestors: ["'none'"],
        },
      },
      strictTransportSecurity: door?.overTls ?? false,
    }),
  )
  app.use('/api', (_request, response, next) => {
    response.setHeader('Cache-Control', 'no-store')
    next()
  })
  const streams = new Streams()
  const metrics = new Metrics({ database, store, plots, streams, backups: archives }, facts.ofProcess)
  app.use('/api', metrics.requested)
  app.get('/api/health', healthRoute(database, plots, streams))
  app.get('/api/metrics', (request, response, next) =>
    facts.key !== null && bears(request, facts.key) ? metrics.answer(request, response, next) : next(),
  )
  /** Tells the other servers on the database, if it can be told: all of this is told again, or seen otherwise. */
  const spreadOut = (spread: Spread): void =>
    void others
      ?.tell(spread)
      .catch((error: unknown) => log.warn({ err: error }, 'other servers could not be told'))
  const ended = (person: string): void => {
    streams.end(person)
    spreadOut({ what: 'ended', person })
  }
  const access = door ? gate(app, { ...door, ended, nameOf: (project) => store.nameOf(project) }) : OPEN
  if (!door) app.get('/api/me', (_request, response) => void response.json({ asked: false, person: null }))
  app.use('/api', express.json({ limit: BODY_LIMIT, strict: true }))
  const idOf = (value: unknown): string => idSchema.parse(value)

  app.get('/api/metrics', (request, response, next) => {
    if (access.person(response)?.manages === false)
      throw new NotAllowed(403, 'not-yours', 'Only who keeps the persons here may see that.')
    return metrics.answer(request, response, next)
  })
  app.get('/api/projects', async (_request, response) => {
    const [all, roleIn] = await Promise.all([pictures.list(), access.roles(response)])
    response.json(all.filter(({ id }) => roleIn(id) !== null))
  })
  /** A change as who asks made it: where people sign in nobody speaks for another. */
  const sentBy = async (request: Request, response: Response): Promise<SentChange> => {
    const sent = await readSent(request.body)
    const person = access.person(response)
    if (person && sent.by !== undefined && sent.by !== person.id && (await access.isSomebody(sent.by)))
      throw new NotAllowed(
        409,
        'anothers',
        'Somebody else made this change, and they are not signed in here. It is kept as they made it.',
      )
    return person ? { ...sent, by: person.id } : sent
  }
  app.post('/api/projects/:id', async (request, response) => {
    const id = idOf(request.params.id)
    const owner = access.person(response)?.id ?? null
    const answer = await store.create(id, await sentBy(request, response), owner)
    await access.note(request, response, 'made', await store.nameOf(id))
    response.status(201).json(answer)
  })
  app.get('/api/projects/:id', async (request, response) => {
    const opened = await store.read(idOf(request.params.id))
    const role = response.locals['role'] as Role | undefined
    response.json({ ...opened, ...(role && { role }) })
  })
  app.get('/api/projects/:id/imprint', async (request, response) => {
    const board = request.query['board']
    const imprint = await pictures.imprint(idOf(request.params.id), board === undefined ? null : idOf(board))
    if (imprint)
      response
        .type('application/octet-stream')
        .send(Buffer.from(imprint.buffer, imprint.byteOffset, imprint.byteLength))
    else response.status(204).end()
  })
  app.get('/api/projects/:id/history', async (request, response) => {
    const by = access.person(response)?.id ?? idOf(request.query['by'])
    response.json(await store.steps(idOf(request.params.id), by))
  })
  app.get('/api/projects/:id/changes/:change/inverse', async (request, response) => {
    response.json(await store.inverse(idOf(request.params.id), idOf(request.params.change)))
  })
  app.get('/api/projects/:id/library', async (request, response) => {
    response.json(await store.library(idOf(request.params.id)))
  })
  app.delete('/api/projects/:id', async (request, response) => {
    const id = idOf(request.params.id)
    await store.remove(id)
    await pictures.forget(id)
    await access.note(request, response, 'removed', await store.nameOf(id))
    response.status(204).end()
  })
  app.use('/api', archiveRoutes(archives, store, access))
  app.use('/api', historyRoutes(store.history, store.chronicle, drawer))
  app.post('/api/projects/:id/changes', async (request, response) => {
    response.json(await store.append(idOf(request.params.id), await sentBy(request, response)))
  })
  app.get('/api/projects/:id/changes', async (request, response) => {
    const { on } = request.query
    const mark = {
      seq: sinceQuery.parse(request.query['since'] ?? 0),
      id: on === undefined ? null : idOf(on),
    }
    response.json(await store.since(idOf(request.params.id), mark))
  })
  const spread = async (project: string, seq: number, client: string): Promise<void> => {
    const readers = await access.readers(project)
    streams.tell('message', { project, seq, client }, readers ?? undefined)
  }
  store.onChange((project, seq, client) => {
    spread(project, seq, client).catch((error: unknown) => log.warn({ err: error }, 'news could not be told'))
  })
  app.get('/api/news', (request, response) => {
    const { by } = request.query
    const whose = access.person(response)?.id ?? (by === undefined ? null : idOf(by))
    if (!streams.add(response, whose))
      response.status(503).json({
        code: 'too-many',
        message: `More than ${MOST_STREAMS} browsers are connected. Changes of others are seen when a project is opened.`,
      })
  })
  const presence = new Presence(
    (news, to) => streams.tell('here', news, to),
    (news) => spreadOut({ what: 'here', news }),
  )
  others?.hear(
    (spread) => {
      if (spread.what === 'here') presence.hear(spread.news)
      else if (spread.what === 'ended') streams.end(spread.person)
    },
    () => undefined,
  )
  setInterval(() => presence.clear(), LONGEST_SILENCE / 5).unref()
  app.post('/api/projects/:id/here', (request, response) => {
    const here = hereSchema.parse(request.body)
    const by = access.person(response)?.id ?? here.by
    response.json(presence.here(idOf(request.params.id), { ...here, by }))
  })
  app.delete('/api/projects/:id/here/:client', (request, response) => {
    presence.left(idOf(request.params.id), idOf(request.params.client))
    response.status(204).end()
  })
  app.get('/api/projects/:id/sheets.pdf', async (request, response) => {
    const id = idOf(request.params.id)
    const wanted = sheetQuery.parse(request.query['sheets'])
    const at = request.query['at']
    const seq = at === undefined ? (await store.read(id)).seq : sinceQuery.parse(at)
    const sheets = wanted ? wanted.split(',').map(idOf) : null
    const cancel = new AbortController()
    response.on('close', () => cancel.abort())
    const pdf = await metrics.plot(plots.plot({ project: id, seq, sheets }, cancel.signal))
    response.setHeader('Content-Type', 'application/pdf')
    response.setHeader('Content-Disposition', 'attachment; filename="sheets.pdf"')
    response.end(pdf)
  })
  app.use('/api', (_request, response) => {
    response.status(404).json({ code: 'no-such-address', message: 'There is nothing at this address.' })
  })

  if (site) serveSite(app, site)
  app.use(explain(log))
  return app
}

/** The built interface: files as they are, every other address its one page with this answer's nonce. */
function serveSite(app: Express, site: string): void {
  const page = existsSync(join(site, 'index.html')) ? readFileSync(join(site, 'index.html'), 'utf8') : ''
  app.use(
    '/assets',
    express.static(join(site, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }),
  )
  app.use(express.static(site, { index: false }))
  app.get('/{*rest}', (_request, response) => {
    response.setHeader('Cache-Control', 'no-store')
    response.type('html').send(page.replaceAll('__NONCE__', String(response.locals['nonce'])))
  })
}

/** Errors as a stable code and a sentence. */
function explain(log: Logger): ErrorRequestHandler {
  return (error: unknown, request, response, _next) => {
    const answer = (status: number, code: string, message: string): void => {
      if (response.headersSent) response.end()
      else response.status(status).json({ code, message })
    }
    if (error instanceof ChangeRefused) return answer(422, error.code, error.message)
    if (error instanceof Conflict) return answer(409, 'conflict', error.message)
    if (error instanceof Ahead) return answer(409, 'ahead', error.message)
    if (error instanceof Unreadable) return answer(503, 'unreadable', error.message)
    if (error instanceof TooMuch) return answer(413, 'too-large', error.message)
    if (error instanceof NotAllowed) return answer(error.status, error.code, error.message)
    if (error instanceof NotThere) return answer(404, 'not-there', error.message)
    if (error instanceof z.ZodError) {
      const issue = error.issues[0]!
      return answer(
        422,
        'bad-request',
        `What was sent does not fit: ${issue.path.join('.') || 'body'}: ${issue.message}`,
      )
    }
    const away = awayOf(error)
    if (away)
      return away.why === 'full'
        ? answer(507, 'disk-full', away.message)
        : answer(503, 'database-away', away.message)
    if (error instanceof WorkStopped) return answer(499, 'cancelled', 'The plot was cancelled.')
    if (error instanceof WorkRefused) return answer(422, 'not-made', error.message)
    const status = (error as { status?: number }).status
    if (status === 413) return answer(413, 'too-large', 'That is more than can be taken at once (16 MB).')
    if (status !== undefined && status >= 400 && status < 500)
      return answer(status, 'bad-request', 'The request could not be read.')
    const id = String(request.id)
    log.error({ err: error, request: id, route: routeOf(request) }, 'a request failed')
    answer(
      500,
      'fault',
      `Something went wrong here. Nothing was stored; please try again. The log has it as ${id}.`,
    )
  }
}
