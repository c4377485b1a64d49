import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { SentChange } from '@lamina/core/edit'

interface QueueSchema extends DBSchema {
  queue: {
    key: number
    value: { n?: number; project: string; sent: SentChange }
    indexes: { project: string }
  }
}

export interface Queued {
  readonly n: number
  readonly sent: SentChange
}

let database: Promise<IDBPDatabase<QueueSchema>> | null = null

const open = (): Promise<IDBPDatabase<QueueSchema>> =>
  (database ??= openDB<QueueSchema>('lamina', 1, {
    upgrade(db) {
      const store = db.createObjectStore('queue', { keyPath: 'n', autoIncrement: true })
      store.createIndex('project', 'project')
    },
  }))

/** Opens the place where they are kept ahead of use. */
export const readyQueue = (): void => void open().catch(() => (database = null))

/** Changes made here and not yet acknowledged by the server. They survive a reload and a closed window. */
export const changeQueue = {
  async add(project: string, sent: SentChange): Promise<Queued> {
    const n = await (await open()).add('queue', { project, sent })
    return { n, sent }
  },
  async of(project: string): Promise<Queued[]> {
    const rows = await (await open()).getAllFromIndex('queue', 'project', project)
    return rows.map(({ n, sent }) => ({ n: n!, sent })).sort((p, q) => p.n - q.n)
  },
  async remove(n: number): Promise<void> {
    await (await open()).delete('queue', n)
  },
}
