import { imprintFrom, type Imprint } from '@lamina/core/annotate'
import type { Library, OpenedProject, ProjectCard } from '@lamina/core/exchange'
import type { JournalEntry, SentChange, Step } from '@lamina/core/edit'
import type { Change } from '@lamina/core/records'

/** The server answered with a refusal: a stable code and a sentence. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
  ) {
    super(message)
  }
}

/** The server could not be reached. */
export class NotConnected extends Error {
  constructor() {
    super('The Lamina server does not answer.')
  }
}

async function ask<T>(method: string, path: string, body?: unknown): Promise<T> {
  let response: Response
  try {
    response = await fetch(path, {
      method,
      ...(body === undefined
        ? {}
        : { body: JSON.stringify(body), headers: { 'Content-Type': 'application/json' } }),
    })
  } catch {
    throw new NotConnected()
  }
  if (!response.ok) {
    const refusal = (await response.json().catch(() => null)) as { code?: string; message?: string } | null
    // What stands between says so without a word of its own.
    if (!refusal && response.status >= 502 && response.status <= 504) throw new NotConnected()
    throw new Refused(
      response.status,
      refusal?.code ?? 'fault',
      refusal?.message ?? 'The server could not do that.',
    )
  }
  return (response.status === 204 ? undefined : await response.json()) as T
}

const at = (id: string): string => `/api/projects/${encodeURIComponent(id)}`

/** What is asked for ahead of a project's page, used once and soon. What changed meanwhile is told as news. */
interface Ahead {
  readonly id: string
  readonly asked: number
  readonly imprint: Promise<Imprint | null>
  readonly answer: Promise<OpenedProject>
}
let ahead: Ahead | null = null
const AHEAD_MS = 3000

const aheadOf = (id: string): Ahead | null =>
  ahead?.id === id && performance.now() - ahead.asked < AHEAD_MS ? ahead : null

/** Asks for a project that is about to be opened, and first for what its board shows. */
export function readAhead(id: string): void {
  if (aheadOf(id)) return
  const imprint = askImprint(id, null)
  const answer = readAfter(imprint, id)
  // Whoever opens it hears of it.
  answer.catch(() => undefined)
  ahead = { id, asked: performance.now(), imprint, answer }
}

/** A project, asked for when what its board shows is here: that comes first. */
async function readAfter(first: Promise<unknown>, id: string): Promise<OpenedProject> {
  await first
  return ask<OpenedProject>('GET', at(id))
}

/** The imprint of a board, or of the one a project opens with; null when there is none, for whatever reason. */
async function askImprint(id: string, board: string | null): Promise<Imprint | null> {
  try {
    const response = await fetch(
      `${at(id)}/imprint${board === null ? '' : `?board=${encodeURIComponent(board)}`}`,
    )
    return response.status === 200 ? imprintFrom(new Uint16Array(await response.arrayBuffer())) : null
  } catch {
    // It is there only to be quick.
    return null
  }
}

function read(id: string): Promise<OpenedProject> {
  const found = aheadOf(id)
  ahead = null
  return found ? found.answer : ask<OpenedProject>('GET', at(id))
}

export const api = {
  list: () => ask<ProjectCard[]>('GET', '/api/projects'),
  read,
  imprint: (id: string, board: string | null) =>
    (board === null ? aheadOf(id)?.imprint : null) ?? askImprint(id, board),
  create: (id: string, first: SentChange) => ask<{ seq: number }>('POST', at(id), first),
  send: (id: string, sent: SentChange) => ask<{ seq: number }>('POST', `${at(id)}/changes`, sent),
  since: (id: string, seq: number) => ask<JournalEntry[]>('GET', `${at(id)}/changes?since=${seq}`),
  history: (id: string) => ask<Step[]>('GET', `${at(id)}/history`),
  inverse: (id: string, step: string) =>
    ask<Change>('GET', `${at(id)}/changes/${encodeURIComponent(step)}/inverse`),
  library: (id: string) => ask<Library>('GET', `${at(id)}/library`),
  remove: (id: string) => ask<void>('DELETE', at(id)),
  newsAddress: '/api/news',
  pdfAddress: (id: string, sheets?: readonly string[]) =>
    `${at(id)}/sheets.pdf${sheets ? `?sheets=${sheets.join(',')}` : ''}`,
}
