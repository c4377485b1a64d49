import { imprintFrom, type ChangePicture, type Imprint } from '@lamina/core/annotate'
import type {
  BackupCard,
  DoneAct,
  Here,
  HistoryPage,
  KnownPerson,
  Library,
  LinkFacts,
  MadeLink,
  Me,
  MomentProject,
  OpenedProject,
  Person,
  ProjectCard,
  RemovedProject,
  Role,
  Share,
  WholeDeed,
} from '@lamina/core/exchange'
import type { Contested, JournalEntry, SentChange, Step } from '@lamina/core/edit'
import type { Change } from '@lamina/core/records'
import type { JournalMark, Meant } from '@lamina/core/together'

/** What people say of themselves. */
export interface OwnFacts {
  readonly signIn: string
  readonly name: string
  readonly initials: string
}

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
  constructor(message = 'The Lamina server does not answer.') {
    super(message)
  }
}

/** Nobody is signed in here any more: until somebody is, it is as if the server were away. */
export class SignedOut extends NotConnected {
  constructor() {
    super('You are signed out. Sign in to go on; what you drew is kept on this computer.')
  }
}
const signedOut = new Set<() => void>()
/** Hears when the server does not know any more who asks. */
export const onSignedOut = (listener: () => void): void => void signedOut.add(listener)

/** What became of a change that was sent. */
export interface Answer {
  readonly seq: number
  /** As it was stored, where it was merged with what others changed; left out: as it was sent. */
  readonly change?: Change
  readonly contested?: readonly Contested[]
}

/** A project that was put in as a whole. */
export interface BroughtIn {
  readonly id: string
  readonly name: string
}

/** A project as the server gives it, as text. */
export interface ReadProject {
  readonly opened: OpenedProject
  readonly text: string
}

async function ask<T>(method: string, path: string, body?: unknown): Promise<T> {
  const response = await fetched(method, path, body)
  return (response.status === 204 ? undefined : await whole(response.json())) as T
}

const sentAs = (body: unknown): RequestInit =>
  body instanceof Blob
    ? { body, headers: { 'Content-Type': 'application/zip' } }
    : { body: JSON.stringify(body), headers: { 'Content-Type': 'application/json' } }

/** A server that does not begin to answer within so long is away. */
const PATIENCE_MS = 20_000

/** What is answered, read to its end. */
async function whole<T>(body: Promise<T>): Promise<T> {
  try {
    return await body
  } catch {
    throw new NotConnected()
  }
}

async function fetched(method: string, path: string, body?: unknown): Promise<Response> {
  let response: Response
  const given = new AbortController()
  // What is sent as a file may take long to arrive.
  const patience = body instanceof Blob ? undefined : setTimeout(() => given.abort(), PATIENCE_MS)
  try {
    response = await fetch(path, {
      method,
      signal: given.signal,
      ...(body === undefined ? {} : sentAs(body)),
    })
  } catch {
    throw new NotConnected()
  } finally {
    clearTimeout(patience)
  }
  if (!response.ok) {
    const refusal = (await response.json().catch(() => null)) as { code?: string; message?: string } | null
    // What stands between says so without a word of its own.
    if (refusal?.code === 'sign-in') {
      for (const tell of signedOut) tell()
      throw new SignedOut()
    }
    if (!refusal && response.status >= 502 && response.status <= 504) throw new NotConnected()
    throw new Refused(
      response.status,
      refusal?.code ?? 'fault',
      refusal?.message ?? 'The server could not do that.',
    )
  }
  return response
}

const at = (id: string): string => `/api/projects/${encodeURIComponent(id)}`

/** What is asked for ahead of a project's page, used once and soon. What changed meanwhile is told as news. */
interface Ahead {
  readonly id: string
  readonly asked: number
  readonly imprint: Promise<Imprint | null>
  readonly answer: Promise<ReadProject>
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
async function readAfter(first: Promise<unknown>, id: string): Promise<ReadProject> {
  await first
  return readNow(id)
}

async function readNow(id: string): Promise<ReadProject> {
  const text = await whole((await fetched('GET', at(id))).text())
  return { opened: JSON.parse(text) as OpenedProject, text }
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

function read(id: string): Promise<ReadProject> {
  const found = aheadOf(id)
  ahead = null
  return found ? found.answer : readNow(id)
}

export const api = {
  list: () => ask<ProjectCard[]>('GET', '/api/projects'),
  read,
  imprint: (id: string, board: string | null) =>
    (board === null ? aheadOf(id)?.imprint : null) ?? askImprint(id, board),
  create: (id: string, first: SentChange) => ask<Answer>('POST', at(id), first),
  send: (id: string, sent: SentChange) => ask<Answer>('POST', `${at(id)}/changes`, sent),
  since: (id: string, { seq, id: on }: JournalMark) =>
    ask<JournalEntry[]>('GET', `${at(id)}/changes?since=${seq}${on === null ? '' : `&on=${on}`}`),
  history: (id: string, by: string) => ask<Step[]>('GET', `${at(id)}/history?by=${by}`),
  inverse: (id: string, step: string) =>
    ask<Meant>('GET', `${at(id)}/changes/${encodeURIComponent(step)}/inverse`),
  /** Some of a history; what is left out is not asked for. */
  deeds: (id: string, asked: Readonly<Record<string, string | undefined>>) => {
    const query = new URLSearchParams()
    for (const [name, value] of Object.entries(asked)) if (value !== undefined) query.set(name, value)
    return ask<HistoryPage>('GET', `${at(id)}/deeds?${query}`)
  },
  deed: (id: string, seq: number) => ask<WholeDeed>('GET', `${at(id)}/deeds/${seq}`),
  nameMoment: (id: string, seq: number, name: string) =>
    ask<void>('PUT', `${at(id)}/deeds/${seq}/name`, { name }),
  people: (id: string) => ask<string[]>('GET', `${at(id)}/people`),
  moment: (id: string, seq: number) => ask<MomentProject>('GET', `${at(id)}/moments/${seq}`),
  /** What changes are seen by, by their numbers. */
  seen: (id: string, seqs: readonly number[]) =>
    ask<Record<number, ChangePicture | null>>('GET', `${at(id)}/seen?changes=${seqs.join(',')}`),
  library: (id: string) => ask<Library>('GET', `${at(id)}/library`),
  /** A project as an archive, to be kept as a file. */
  archive: async (id: string) => whole((await fetched('GET', `${at(id)}/archive`)).blob()),
  bringIn: (archive: Blob) => ask<BroughtIn>('POST', '/api/archives', archive),
  copy: (id: string) => ask<BroughtIn>('POST', `${at(id)}/copy`),
  removed: () => ask<{ days: number; projects: RemovedProject[] }>('GET', '/api/removed'),
  bringBack: (id: string) => ask<void>('POST', `/api/removed/${encodeURIComponent(id)}/back`),
  clear: (id: string) => ask<void>('DELETE', `/api/removed/${encodeURIComponent(id)}`),
  backups: () => ask<BackupCard[]>('GET', '/api/backups'),
  backUp: () => ask<{ made: number }>('POST', '/api/backups'),
  restore: ({ project, file }: BackupCard) =>
    ask<BroughtIn>('POST', `/api/backups/${encodeURIComponent(project)}/${encodeURIComponent(file)}/back`),
  remove: (id: string) => ask<void>('DELETE', at(id)),
  newsAddress: (by: string) => `/api/news?by=${by}`,
  /** Who asks, and whether anybody is asked who they are. */
  me: () => ask<Me>('GET', '/api/me'),
  signIn: (signIn: string, password: string) => ask<Me>('POST', '/api/me', { signIn, password }),
  signOut: () => ask<void>('DELETE', '/api/me'),
  signOutEverywhere: () => ask<void>('DELETE', '/api/me/sessions'),
  changeMe: (facts: OwnFacts) => ask<Me>('PUT', '/api/me', facts),
  changePassword: (old: string, now: string) => ask<void>('PUT', '/api/me/password', { old, now }),
  link: (secret: string) => ask<LinkFacts>('GET', `/api/links/${encodeURIComponent(secret)}`),
  follow: (secret: string, facts: OwnFacts & { password: string }) =>
    ask<Me>('POST', `/api/links/${encodeURIComponent(secret)}`, facts),
  /** All who are or were here; who keeps them sees more of them. */
  persons: () => ask<(Person & Partial<KnownPerson>)[]>('GET', '/api/persons'),
  /** @param person whose password it gives; null: it makes somebody new */
  makeLink: (person: string | null, manages: boolean) =>
    ask<MadeLink>('POST', '/api/links', { person, manages }),
  setManages: (person: string, manages: boolean) => ask<void>('PUT', `/api/persons/${person}`, { manages }),
  letGo: (person: string) => ask<void>('DELETE', `/api/persons/${person}`),
  endSessions: (person: string) => ask<void>('DELETE', `/api/persons/${person}/sessions`),
  acts: (before?: number) =>
    ask<DoneAct[]>('GET', `/api/acts${before === undefined ? '' : `?before=${before}`}`),
  shares: (id: string) => ask<Share[]>('GET', `${at(id)}/shares`),
  share: (id: string, share: { person: string; role: Role | null }) =>
    ask<Share[]>('PUT', `${at(id)}/shares`, share),
  /** This window is somewhere in a project. @returns the others that are in it */
  here: (id: string, here: Here) => ask<Here[]>('POST', `${at(id)}/here`, here),
  /** It left; this arrives also while the window is closed. */
  left: (id: string, client: string) =>
    fetch(`${at(id)}/here/${client}`, { method: 'DELETE', keepalive: true }),
  /** @param moment the change after which it is wanted; null: as it is now */
  pdfAddress: (id: string, sheets: readonly string[] | undefined, moment: number | null) => {
    const query = new URLSearchParams()
    if (sheets) query.set('sheets', sheets.join(','))
    if (moment !== null) query.set('at', String(moment))
    return `${at(id)}/sheets.pdf?${query}`
  },
}
