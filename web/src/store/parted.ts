import { Project, type AnyRecord, type Change } from '@lamina/core/records'
import { saysTheSame } from '@lamina/core/together'
import { Refused, api } from '../api'
import { makeId } from './ids'
import { kept } from './kept'
import { firstChange } from './firstChange'

/** Work to be made again on another state of its project. */
export interface Work {
  readonly label: string
  readonly change: Change
  readonly was: readonly AnyRecord[]
}

/** So many records go into one change. */
const MOST_AT_ONCE = 20_000

/**
 * What this window has of a project and the server does not, where an older state was put back there: what it heard of the journal
 * since the two part, and what waits, in its order. Where they part before this window was opened that is told record by record,
 * and what was removed since is not told.
 */
export async function laterWork(id: string, mine: Project): Promise<Work[]> {
  const waiting = (await kept.waiting(id)).map(({ sent }): Work => sent)
  const seen = await kept.seen(id)
  if (seen) {
    const { opened, heard } = seen
    try {
      const there = new Map(
        (await api.since(id, { seq: opened.seq, id: opened.on })).map((each) => [each.seq, each.id]),
      )
      const parting = heard.findIndex(({ seq, id: change }) => there.get(seq) !== change)
      return [...(parting < 0 ? [] : heard.slice(parting)), ...waiting]
    } catch (error) {
      if (!(error instanceof Refused)) throw error
    }
  }
  const theirs = new Map((await api.read(id)).opened.records.map((each) => [each.id, each]))
  const put = [...mine.everything()].filter((each) => !saysTheSame(each, theirs.get(each.id)))
  const was = put.flatMap((each) => theirs.get(each.id) ?? [])
  return put.length > 0 ? [{ label: 'Later work', change: { put, drop: [] }, was }] : []
}

/** Makes a new project of all that this window has of one. @returns its id */
export async function asNewProject(mine: Project): Promise<string> {
  const id = makeId()
  const records = [...mine.everything()].map((each) =>
    each.kind === 'project' ? { ...each, name: `${each.name} (kept)`.slice(-200) } : each,
  )
  if (records.length > MOST_AT_ONCE)
    throw new Error(`This project has more than ${MOST_AT_ONCE} things, more than one change can hold.`)
  await api.create(id, firstChange({ put: records, drop: [] }))
  return id
}
