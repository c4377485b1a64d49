import type { Role } from '@lamina/core/exchange'
import { Project, type AnyRecord } from '@lamina/core/records'
import type { JournalMark } from '@lamina/core/together'
import { NotConnected, Refused, api } from '../api'
import { whenIdle } from '../idle'
import { kept } from './kept'

/** Why a project is not the server's any more. */
export interface Parting {
  /** It was removed, or an older state of it was put back. */
  readonly why: 'gone' | 'older'
  /** In the server's words. */
  readonly message: string
}

/** A project as the server has it, or as it was seen last on this computer. */
export interface SeenProject {
  readonly from: 'server' | 'computer'
  readonly records: readonly AnyRecord[]
  readonly mark: JournalMark
  readonly parting: Parting | null
  /** Of which kinds things could not be read on the server. */
  readonly unread: readonly string[]
  /** What who is signed in may do in it; null: nobody is asked who they are. */
  readonly role: Role | null
}

export const isParting = ({ status, code }: Refused): boolean => code === 'ahead' || status === 404

export const partingOf = ({ code, message }: Refused): Parting => ({
  why: code === 'ahead' ? 'older' : 'gone',
  message,
})

/**
 * Reads a project from the server. While that does not answer, and where the project is not there any more but changes of it wait on
 * this computer, it is given as it was seen last.
 * @throws NotConnected, Refused when it is not kept here either
 */
export async function readOrSeen(project: string): Promise<SeenProject> {
  try {
    const { opened, text } = await api.read(project)
    // Written when nothing else is to be done.
    whenIdle({}, function* () {
      const name = opened.records.find((each) => each.kind === 'project')?.name ?? ''
      yield kept.state({ project, name, seq: opened.seq }, text).catch(() => undefined)
    })
    return {
      from: 'server',
      records: opened.records,
      mark: { seq: opened.seq, id: opened.on },
      parting: null,
      unread: opened.unread ?? [],
      role: opened.role ?? null,
    }
  } catch (error) {
    const isGone = error instanceof Refused && error.status === 404
    if (!isGone && !(error instanceof NotConnected)) throw error
    if (isGone && (await kept.waiting(project).catch(() => [])).length === 0) throw error
    const seen = await kept.seen(project).catch(() => null)
    if (!seen) throw error
    const { opened, heard } = seen
    const now = new Project(opened.records)
    for (const { change } of heard) now.apply(change)
    const { seq, id } = heard.at(-1) ?? { seq: opened.seq, id: opened.on }
    return {
      from: 'computer',
      records: [...now.everything()],
      mark: { seq, id },
      parting: isGone ? partingOf(error) : null,
      unread: [],
      role: opened.role ?? null,
    }
  }
}
