import { openDB, type DBSchema, type IDBPDatabase, type IDBPTransaction } from 'idb'
import type { Contested, SentChange } from '@lamina/core/edit'
import type { OpenedProject } from '@lamina/core/exchange'
import type { Change } from '@lamina/core/records'

/** A change that waits, and its place among those that do. */
export interface Waiting {
  readonly n: number
  readonly sent: SentChange
}

/** A change that is not there as it was made. */
export interface Aside {
  readonly project: string
  readonly sent: SentChange
  /** When it was set aside. */
  readonly at: string
  /** Why the server did not take it, in its words; null: it was taken, but for what is contested. */
  readonly why: string | null
  readonly contested: readonly Contested[]
}

/** A change that was heard of from the journal, with what it was made on. */
export interface HeardChange {
  readonly seq: number
  readonly id: string
  /** The change before it in the journal. */
  readonly on: string | null
  readonly label: string
  readonly change: Change
  readonly was: SentChange['was']
}

/** A project as it was seen last. */
export interface KeptProject {
  readonly opened: OpenedProject
  readonly heard: readonly HeardChange[]
}

interface KeptSchema extends DBSchema {
  queue: {
    key: number
    value: { n?: number; project: string; sent: SentChange }
    indexes: { project: string }
  }
  aside: { key: string; value: Aside & { id: string }; indexes: { project: string } }
  states: { key: string; value: { project: string; name: string; at: number }; indexes: { at: number } }
  /** The texts of those, which are long: by themselves, so that naming them reads none. */
  texts: { key: string; value: { project: string; text: string } }
  heard: { key: [string, number]; value: HeardChange & { project: string } }
}

/** So many projects are kept to be seen without the server, besides those with changes that wait. */
const MOST_STATES = 12

let database: Promise<IDBPDatabase<KeptSchema>> | null = null

const open = (): Promise<IDBPDatabase<KeptSchema>> =>
  (database ??= openDB<KeptSchema>('lamina', 2, {
    upgrade(db, before) {
      if (before < 1)
        db.createObjectStore('queue', { keyPath: 'n', autoIncrement: true }).createIndex('project', 'project')
      db.createObjectStore('aside', { keyPath: 'id' }).createIndex('project', 'project')
      db.createObjectStore('states', { keyPath: 'project' }).createIndex('at', 'at')
      db.createObjectStore('texts', { keyPath: 'project' })
      db.createObjectStore('heard', { keyPath: ['project', 'seq'] })
    },
    blocking: (_now, _to, event) => (event.target as IDBDatabase).close(),
    terminated: () => (database = null),
  }))

/** Opens the place where they are kept ahead of use. */
export const readyKept = (): void => void open().catch(() => (database = null))

const all = (project: string): IDBKeyRange => IDBKeyRange.bound([project, 0], [project, Infinity])

const STATES = ['states', 'texts', 'heard', 'queue'] as const
/** Lets go of how some projects were seen, but for those of which something waits. */
async function forget(
  work: IDBPTransaction<KeptSchema, typeof STATES, 'readwrite'>,
  projects: readonly string[],
): Promise<void> {
  for (const old of projects) {
    if (await work.objectStore('queue').index('project').getKey(old)) continue
    await work.objectStore('states').delete(old)
    await work.objectStore('texts').delete(old)
    await work.objectStore('heard').delete(all(old))
  }
}

/** What this computer keeps of projects, whatever becomes of the window and the server. */
export const kept = {
  /** A change made here waits for the server. */
  async add(project: string, sent: SentChange): Promise<Waiting> {
    const n = await (await open()).add('queue', { project, sent })
    return { n, sent }
  },
  /** Those that wait, in the order they were made. */
  async waiting(project: string): Promise<Waiting[]> {
    const rows = await (await open()).getAllFromIndex('queue', 'project', project)
    return rows.map(({ n, sent }) => ({ n: n!, sent })).sort((p, q) => p.n - q.n)
  },
  async remove(n: number): Promise<void> {
    await (await open()).delete('queue', n)
  },

  async putAside(aside: Aside): Promise<void> {
    await (await open()).put('aside', { ...aside, id: aside.sent.id })
  },
  /** Those set aside, the first first. */
  async aside(project: string): Promise<Aside[]> {
    const rows = await (await open()).getAllFromIndex('aside', 'project', project)
    return rows.sort((p, q) => (p.at < q.at ? -1 : 1))
  },
  async letGo(aside: Aside): Promise<void> {
    await (await open()).delete('aside', aside.sent.id)
  },

  /** Keeps a project as the server gave it at a number, as text, in place of how it was seen before. */
  async state(
    { project, name, seq }: { project: string; name: string; seq: number },
    text: string,
  ): Promise<void> {
    const work = (await open()).transaction(STATES, 'readwrite')
    const states = work.objectStore('states')
    await states.put({ project, name, at: Date.now() })
    await work.objectStore('texts').put({ project, text })
    await work.objectStore('heard').delete(IDBKeyRange.bound([project, 0], [project, seq]))
    const known: string[] = []
    for (let at = await states.index('at').openKeyCursor(null, 'prev'); at; at = await at.continue())
      known.push(at.primaryKey)
    await forget(work, known.slice(MOST_STATES))
    await work.done
  },
  /** Lets go of how projects were seen: what is left behind at a computer is what waits. */
  async forgetSeen(): Promise<void> {
    const work = (await open()).transaction(STATES, 'readwrite')
    await forget(work, await work.objectStore('states').getAllKeys())
    await work.done
  },
  /** The projects that can be seen without the server, those seen last first. */
  async projects(): Promise<{ id: string; name: string; waiting: number }[]> {
    const db = await open()
    const found: { id: string; name: string; waiting: number }[] = []
    for (const { project: id, name, at: _ } of (await db.getAllFromIndex('states', 'at')).reverse())
      found.push({ id, name, waiting: await db.countFromIndex('queue', 'project', id) })
    return found
  },
  /** Changes that were heard of since. */
  async hear(project: string, heard: readonly HeardChange[]): Promise<void> {
    const work = (await open()).transaction('heard', 'readwrite')
    for (const each of heard) await work.store.put({ ...each, project })
    await work.done
  },
  /** A project as it was seen last; null: it is not kept. */
  async seen(project: string): Promise<KeptProject | null> {
    const db = await open()
    const state = await db.get('texts', project)
    if (!state) return null
    const opened = JSON.parse(state.text) as OpenedProject
    // What is of another journal follows on nothing of this one.
    const heard: HeardChange[] = []
    let { on } = opened
    for (const each of await db.getAll('heard', all(project))) {
      if (each.seq !== opened.seq + heard.length + 1 || each.on !== on) continue
      heard.push(each)
      on = each.id
    }
    return { opened, heard }
  },
  /** Lets go of all that is kept of a project. */
  async forget(project: string): Promise<void> {
    const work = (await open()).transaction(['states', 'texts', 'heard', 'queue', 'aside'], 'readwrite')
    await work.objectStore('states').delete(project)
    await work.objectStore('texts').delete(project)
    await work.objectStore('heard').delete(all(project))
    for (const n of await work.objectStore('queue').index('project').getAllKeys(project))
      await work.objectStore('queue').delete(n)
    for (const id of await work.objectStore('aside').index('project').getAllKeys(project))
      await work.objectStore('aside').delete(id)
    await work.done
  },
}
