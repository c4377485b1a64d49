import type { Request, RequestHandler, Response } from 'express'
import { Counter, Gauge, Histogram, Registry, collectDefaultMetrics } from 'prom-client'
import type { Database } from '../database/database'
import type { Streams } from '../news/streams'
import type { Plots } from '../plot/plots'
import type { Store } from '../store'
import { healthOf } from './health'
import { routeOf } from './requests'

export interface Measured {
  readonly database: Pick<Database, 'db' | 'others' | 'space'>
  readonly store: Pick<Store, 'atHand' | 'onChange'>
  readonly plots: Pick<Plots, 'load'>
  readonly streams: Pick<Streams, 'size'>
  readonly backups: { lastBackup(): Promise<Date | null> }
}

/** What a server counts and measures, as text in the form of Prometheus (text format 0.0.4). Nothing in it tells who or what. */
export class Metrics {
  private readonly registry = new Registry()
  private readonly requests: Histogram<'method' | 'route' | 'status'>
  private readonly plotted: Histogram<'outcome'>
  private readonly look: () => Promise<void>

  /** @param ofProcess memory, processor and event loop of the process too */
  constructor(measured: Measured, ofProcess: boolean) {
    const registers = [this.registry]
    if (ofProcess) collectDefaultMetrics({ register: this.registry })
    this.requests = new Histogram({
      name: 'lamina_request_seconds',
      help: 'How long requests took, by the form of their address. Streams of news are not among them.',
      labelNames: ['method', 'route', 'status'],
      buckets: [0.005, 0.02, 0.05, 0.15, 0.5, 1, 2.5, 5, 10, 30, 120],
      registers,
    })
    this.plotted = new Histogram({
      name: 'lamina_plot_seconds',
      help: 'How long plots took from the press to the file, waiting included.',
      labelNames: ['outcome'],
      buckets: [0.1, 0.25, 0.5, 1, 2.5, 5, 10, 30, 60, 120],
      registers,
    })
    const changes = new Counter({
      name: 'lamina_changes_total',
      help: 'Changes of projects that this server was told of, its own and those of others on the same database.',
      registers,
    })
    measured.store.onChange(() => changes.inc())
    this.look = this.standing(measured)
  }

  /** How it stands, asked anew each time it is told. */
  private standing({ database, store, plots, streams, backups }: Measured): () => Promise<void> {
    const registers = [this.registry]
    const gauge = (name: string, help: string): Gauge => new Gauge({ name, help, registers })
    const up = gauge('lamina_database_up', '1: the database answers; 0: it does not.')
    const took = gauge('lamina_database_answer_seconds', 'How long the database took to answer just now.')
    const free = gauge('lamina_free_bytes', 'Space left for the database, where that is known.')
    const last = gauge(
      'lamina_last_backup_timestamp_seconds',
      'When the last backup was made here; 0: none was.',
    )
    const listening = gauge('lamina_streams', 'Browsers that listen to news.')
    const held = gauge('lamina_open_projects', 'Projects held in memory.')
    const shared = new Gauge({
      name: 'lamina_plots',
      help: 'Plots that are worked on and that wait, of all servers on the database.',
      labelNames: ['state'],
      registers,
    })
    return async () => {
      const [health, backup] = await Promise.all([
        healthOf(database, plots, streams),
        backups.lastBackup().catch(() => null),
      ])
      up.set(health.ok ? 1 : 0)
      if (health.database.ms !== undefined) took.set(health.database.ms / 1000)
      if (health.free !== undefined) free.set(health.free)
      for (const state of ['working', 'waiting'] as const) shared.set({ state }, health.plots?.[state] ?? 0)
      listening.set(health.streams)
      held.set(store.atHand)
      last.set(backup ? backup.getTime() / 1000 : 0)
    }
  }

  /** Measures requests that come by. */
  readonly requested: RequestHandler = (request: Request, response: Response, next) => {
    const end = this.requests.startTimer()
    response.on('finish', () => {
      const route = routeOf(request)
      if (route !== '/api/news') end({ method: request.method, route, status: String(response.statusCode) })
    })
    next()
  }

  /** Measures a plot. */
  async plot<T>(work: Promise<T>): Promise<T> {
    const end = this.plotted.startTimer()
    try {
      const made = await work
      end({ outcome: 'made' })
      return made
    } catch (error) {
      end({ outcome: 'not made' })
      throw error
    }
  }

  readonly answer: RequestHandler = async (_request, response) => {
    await this.look()
    response.setHeader('Content-Type', this.registry.contentType)
    response.end(await this.registry.metrics())
  }
}
