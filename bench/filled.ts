import { newProject, type SentChange } from '../core/src/edit'
import { Project, type AnyRecord, type Change, type Id } from '../core/src/records'
import { madeOn } from '../core/src/together'
import type { TestServer } from '../e2e/server'

/** A project on a server: its level and drawing, and a way to change it further. */
export interface Filled {
  readonly level: Id
  readonly drawing: Id
  send(change: Change): Promise<void>
  /** How many changes were sent so far. */
  seq(): number
}

/** A new project of one level and one plan, as its first change. */
export function emptyProject(name: string): ReturnType<typeof newProject> {
  let ids = 0
  return newProject(
    {
      name,
      system: 'metric',
      levelName: 'Ground floor',
      storeyHeight: 3000,
      sheetSize: 'A1',
      orientation: 'landscape',
      date: '2026-01-01',
    },
    () => `b${++ids}`,
  )
}

/** Makes a project on a server and puts records into it, so many in one change. */
export async function fill(
  server: TestServer,
  id: string,
  records: (level: Id, drawing: Id) => readonly AnyRecord[],
  inOne = 1000,
): Promise<Filled> {
  const { change, level, drawing } = emptyProject(`Bench ${id}`)
  const project = new Project()
  let seq = 0
  const post = async (path: string, sent: Change): Promise<void> => {
    const body: SentChange = {
      id: `s${++seq}`,
      client: 'bench',
      base: seq - 1,
      label: 'Fill',
      change: sent,
      was: madeOn(project, sent),
      undoes: null,
    }
    project.apply(sent)
    const answer = await fetch(`${server.address}/api/projects/${id}${path}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(body),
    })
    if (!answer.ok) throw new Error(await answer.text())
    const { contested } = (await answer.json()) as { contested?: readonly unknown[] }
    if (contested) throw new Error('a change that fills a project was not made as it was sent')
  }
  await post('', change)
  const all = records(level, drawing)
  const send = (sent: Change): Promise<void> => post('/changes', sent)
  for (let i = 0; i < all.length; i += inOne) await send({ put: all.slice(i, i + inOne), drop: [] })
  return { level, drawing, send, seq: () => seq }
}
