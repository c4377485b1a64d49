import { z } from 'zod'
import { MOST_SELECTED, type Here, type HereNews } from '@lamina/core/exchange'
import { idSchema } from '@lamina/core/records'

/** Who was not heard of for so long has left, ms. */
export const LONGEST_SILENCE = 25_000
/** So many windows are told of in one project. */
const MOST_HERE = 100

/** So far out anybody points, mm. */
const FAR = 1e9
const coordinate = z.number().gte(-FAR).lte(FAR)

export const hereSchema = z.strictObject({
  client: idSchema,
  by: idSchema,
  board: idSchema.nullable(),
  pointer: z.strictObject({ x: coordinate, y: coordinate }).nullable(),
  selection: z.array(idSchema).max(MOST_SELECTED),
})

/** Hears where people are; `to` are the browsers that are in the same project. */
export type Heard = (news: HereNews, to: ReadonlySet<string>) => void

interface Seen {
  readonly here: Here
  readonly at: number
}

/** Who is where in which project. Nothing of it is stored. */
export class Presence {
  private readonly projects = new Map<string, Map<string, Seen>>()

  constructor(
    private readonly heard: Heard,
    /** Tells the other servers, which have windows of their own. */
    private readonly spread: (news: HereNews) => void = () => undefined,
    private readonly now: () => number = () => Date.now(),
  ) {}

  /** Somebody is somewhere. @returns the others that are in the project */
  here(project: string, here: Here): Here[] {
    const windows = this.projects.get(project) ?? new Map<string, Seen>()
    this.projects.set(project, windows)
    const isKnown = windows.has(here.client)
    if (!isKnown && windows.size >= MOST_HERE) return []
    windows.set(here.client, { here, at: this.now() })
    const news = { project, client: here.client, here }
    this.heard(news, this.browsersIn(project))
    this.spread(news)
    return [...windows.values()].flatMap((each) => (each.here.client === here.client ? [] : [each.here]))
  }

  /** Another server tells of a window. */
  hear(news: HereNews): void {
    const { project, client, here } = news
    if (!here) return this.gone(project, client, false)
    const windows = this.projects.get(project) ?? new Map<string, Seen>()
    if (!windows.has(client) && windows.size >= MOST_HERE) return
    this.projects.set(project, windows)
    windows.set(client, { here, at: this.now() })
    this.heard(news, this.browsersIn(project))
  }

  /** A window left a project. */
  left(project: string, client: string): void {
    this.gone(project, client, true)
  }

  private gone(project: string, client: string, isOwn: boolean): void {
    const windows = this.projects.get(project)
    const to = this.browsersIn(project)
    if (!windows?.delete(client)) return
    if (windows.size === 0) this.projects.delete(project)
    const news = { project, client, here: null }
    this.heard(news, to)
    if (isOwn) this.spread(news)
  }

  /** Lets those go that were not heard of for long. */
  clear(): void {
    const before = this.now() - LONGEST_SILENCE
    for (const [project, windows] of [...this.projects])
      for (const [client, { at }] of [...windows]) if (at < before) this.left(project, client)
  }

  /** How many windows are in projects. */
  get count(): number {
    return [...this.projects.values()].reduce((sum, { size }) => sum + size, 0)
  }

  private browsersIn(project: string): Set<string> {
    return new Set([...(this.projects.get(project)?.values() ?? [])].map(({ here }) => here.by))
  }
}
