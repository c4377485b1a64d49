import type { SentChange } from '@lamina/core/edit'
import type { AnyRecord } from '@lamina/core/records'
import { newHouse, wallOn } from '../server/test/newHouse'
import type { TestServer } from './server'

/** What a change came to: it was acknowledged, refused in a sentence, or never answered. */
export type Outcome = 'acknowledged' | 'unanswered' | { readonly status: number; readonly message: string }

/** One who draws by requests alone, in a project of their own. */
export class Drafter {
  /** The walls that were acknowledged. */
  readonly acknowledged: string[] = []
  /** What was on its way when no answer came: it is sent again. */
  private unanswered: { readonly id: string; readonly sent: SentChange } | null = null
  private count = 0
  /** The number of the last change it knows. */
  private base = 0

  private constructor(
    /** By which it draws: it may go on by another one on the same database. */
    public server: TestServer,
    readonly project: string,
    private readonly level: string,
    private readonly name: string,
    private readonly headers: Readonly<Record<string, string>>,
  ) {}

  /** Another one, in the same project. */
  another(name: string): Drafter {
    return new Drafter(this.server, this.project, this.level, name, this.headers)
  }

  /** One who joins in a project that there is. */
  static async in(server: TestServer, project: string): Promise<Drafter> {
    const { records, seq } = await server.json<{ records: AnyRecord[]; seq: number }>(
      `/api/projects/${project}`,
    )
    const level = records.find(({ kind }) => kind === 'level')!
    const drafter = new Drafter(server, project, level.id, 'joined', {})
    drafter.base = seq
    return drafter
  }

  /** @param headers what is asked with, as of somebody signed in */
  static async begin(
    server: TestServer,
    project: string,
    headers: Readonly<Record<string, string>> = {},
  ): Promise<Drafter> {
    let n = 0
    const made = newHouse(() => `r${++n}`, project)
    const drafter = new Drafter(server, project, made.level, project, headers)
    const first = drafter.sent('first', { put: made.change.put, drop: [] })
    const outcome = await drafter.post(`/api/projects/${project}`, first)
    if (outcome !== 'acknowledged') throw new Error(JSON.stringify(outcome))
    return drafter
  }

  /** Draws the next wall; or sends again what was not answered. */
  async draw(): Promise<Outcome> {
    const next = this.unanswered ?? this.wall()
    this.unanswered = next
    const outcome = await this.post(`/api/projects/${this.project}/changes`, next.sent)
    if (outcome === 'acknowledged') {
      this.acknowledged.push(next.id)
      this.unanswered = null
    }
    return outcome
  }

  /** The walls that were acknowledged and are not there; and whether the journal has anything twice. */
  async lost(): Promise<string[]> {
    const path = `/api/projects/${this.project}`
    const { records } = await this.server.json<{ records: AnyRecord[] }>(path, this.headers)
    const journal = await this.server.json<{ id: string }[]>(`${path}/changes?since=0`, this.headers)
    const here = new Set(records.map(({ id }) => id))
    const twice = journal.length - new Set(journal.map(({ id }) => id)).size
    return [
      ...this.acknowledged.filter((id) => !here.has(id)),
      ...(twice > 0 ? [`${twice} changes twice`] : []),
    ]
  }

  private wall(): { id: string; sent: SentChange } {
    const n = ++this.count
    const id = `wall-${this.name}-${n}`
    return {
      id,
      sent: this.sent(`change-${this.name}-${n}`, { put: [wallOn(this.level, id, n * 500)], drop: [] }),
    }
  }

  private sent(id: string, change: SentChange['change']): SentChange {
    return { id, client: this.name, base: this.base, label: 'Wall', change, was: [], undoes: null }
  }

  private async post(path: string, sent: SentChange): Promise<Outcome> {
    try {
      const response = await fetch(this.server.address + path, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json', ...this.headers },
        body: JSON.stringify(sent),
      })
      if (response.ok) {
        this.base = ((await response.json()) as { seq: number }).seq
        return 'acknowledged'
      }
      const { message } = (await response.json()) as { message: string }
      return { status: response.status, message }
    } catch (error) {
      if (error instanceof TypeError) return 'unanswered'
      throw error
    }
  }
}
