import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { solverOf, type LevelSolver } from '@lamina/core/building'
import { sceneIn, sceneOf, type Scene } from '@lamina/core/derive'
import type { MomentProject, Role } from '@lamina/core/exchange'
import { EditRefused, type Contested, type MakeId, type SentChange } from '@lamina/core/edit'
import {
  ChangeRefused,
  Project,
  isSameScale,
  scaleOf,
  type Change,
  type Board,
  type Id,
} from '@lamina/core/records'
import {
  Copy,
  madeOn,
  merge,
  taken,
  takingBack,
  takingBackSent,
  type JournalMark,
} from '@lamina/core/together'
import { NotConnected, Refused, api, type Answer } from '../api'
import { keepStorage } from '../keepHere'
import { useAside } from './aside'
import { laterWork, type Work } from './parted'
import { selfId, windowId as client } from './browser'
import { makeId } from './ids'
import { kept, type Aside, type HeardChange } from './kept'
import { listenToNews } from './news'
import { isParting, partingOf, readOrSeen, type Parting } from './readOrSeen'
import { useOthers } from './others'
import { Sending } from './sending'
import { derivationsOf, type Derivations } from './derivations'
import { useSay } from './say'
import { undoing } from './undoing'
import { useWatched } from './watched'

/** Parted: the project is not the server's any more, or an older state of it is. */
export type SaveState = 'saved' | 'saving' | 'offline' | 'parted'

const NOWHERE: JournalMark = { seq: 0, id: null }

/** The moment a project is looked at. */
export type LookedAt = Omit<MomentProject, 'records'>

/** What is heard of a change, of whomever. */
interface Heard {
  readonly seq: number
  readonly id: string
  readonly client: string
  readonly by?: string | null | undefined
  readonly label: string
  readonly undoes: string | null
  readonly change: Change
  readonly inverse: Change | null
  readonly contested: readonly Contested[]
}

/**
 * The open project: its records, changed here at once and sent to the server behind the scenes. What is not
 * yet acknowledged is kept on this computer.
 */
export const useProject = defineStore('project', () => {
  const say = useSay()
  const aside = useAside()
  const others = useOthers()
  const id = ref<string | null>(null)
  /** What is read of it is shown again when it changes. */
  const project = shallowRef<Project>(new Project())
  const watched = useWatched()
  /** The sections, elevations and the like of it. */
  const derivations = shallowRef<Derivations | null>(null)
  const state = ref<SaveState>('saved')
  const waiting = ref(0)
  /** Why the server takes nothing for now, in its words; empty: it does, or does not answer. */
  const heldBy = ref('')
  const steps = undoing({
    project: () => (id.value === null ? null : project.value),
    commit: (label, change, undoes) => commit(label, change, undoes),
    busy() {
      if (state.value === 'saved') state.value = 'saving'
    },
    idle() {
      if (state.value === 'saving' && waiting.value === 0) state.value = 'saved'
    },
    warn: (text) => say.warn(text),
    clear: () => say.clear(),
  })
  const { past, undoLabel, redoLabel } = steps

  /** It is looked at as it was after a change, and nothing of it is changed; null: it is as it is now. */
  const moment = shallowRef<LookedAt | null>(null)

  /** What who is signed in may do in it; null: nobody is asked who they are. */
  const role = ref<Role | null>(null)

  /** Why the project parted from the server's; null: it did not. */
  const parting = shallowRef<Parting | null>(null)

  let copy = new Copy(project.value, NOWHERE, make)
  let sending: Sending | null = null
  /** What waits, with its place among what is kept on this computer. */
  let places = new Map<string, Promise<number | null>>()
  let opening = 0
  let deafen: (() => void) | null = null

  const units = computed(() => project.value.facts.units)

  const solver = (level: Id): LevelSolver => solverOf(project.value, level)

  /** The viewport that its drawing is looked at as in; null: drawings are looked at by themselves. */
  const looksIn = ref<Id | null>(null)

  /** What a board shows of the project as it is now. */
  function scene(board: Board): Scene {
    const plain = sceneOf(project.value, board)
    const seen = looksIn.value === null ? undefined : project.value.find('viewport', looksIn.value)
    return seen && seen.drawing === board.id && isSameScale(seen.scale, scaleOf(board))
      ? sceneIn(plain, seen.id)
      : plain
  }

  /** Makes a change in memory. */
  function make(change: Change): Change {
    const inverse = project.value.apply(change)
    derivations.value?.changed(change)
    watched.changed([...change.put, ...inverse.put])
    return inverse
  }

  /** Opens a project as it was after a change: to be looked at. */
  async function openMoment(projectId: string, seq: number): Promise<void> {
    if (id.value === projectId && moment.value?.seq === seq) return
    close()
    const mine = opening
    const { records, ...then } = await api.moment(projectId, seq)
    if (mine !== opening) return
    moment.value = then
    show(projectId, new Project(records), { seq, id: then.on })
  }

  /** Shows a project that was read. */
  function show(projectId: string, read: Project, mark: JournalMark): void {
    project.value = read
    watched.watch(read)
    // Where there are no workers they are worked out when they are asked for.
    if (typeof Worker !== 'undefined') derivations.value = derivationsOf(read, () => watched.derived())
    copy = new Copy(read, mark, make)
    id.value = projectId
  }

  /** @param how again: also where it is open; anew: as the server has it, whatever is open and waits */
  async function open(
    projectId: string,
    how: 'as it was left' | 'again' | 'anew' = 'as it was left',
  ): Promise<void> {
    if (id.value === projectId && !moment.value && how === 'as it was left') return
    close()
    const mine = opening
    const [seen, waited] = await Promise.all([
      readOrSeen(projectId),
      how === 'anew' ? [] : kept.waiting(projectId).catch(() => []),
      aside.open(projectId),
    ])
    // Another was asked for meanwhile.
    if (mine !== opening) return
    steps.begin(projectId)
    role.value = seen.role
    show(projectId, new Project(seen.records), seen.mark)
    for (const { n, sent } of waited) {
      // Changes from before that was told are made on whatever is there.
      const whole = { ...sent, was: (sent as Partial<SentChange>).was ?? madeOn(project.value, sent.change) }
      places.set(sent.id, Promise.resolve(n))
      copy.resume(whole)
      past.value.add(sent, takingBackSent(whole), false)
    }
    waiting.value = copy.sending.length
    state.value = seen.from === 'server' ? 'saved' : 'offline'
    if (waiting.value > 0 && state.value === 'saved') state.value = 'saving'
    sending = sendingOf(projectId)
    if (seen.unread.length > 0)
      say.warn(
        `Of this project ${seen.unread.length === 1 ? 'one thing' : `${seen.unread.length} things`} could not be read on the server and ${seen.unread.length === 1 ? 'is' : 'are'} left out: ${[...new Set(seen.unread)].join(', ')}. The rest is whole.`,
      )
    if (seen.parting) part(seen.parting)
    else {
      listen(projectId)
      void sending.go()
    }
  }

  function close(): void {
    opening++
    others.leave()
    deafen?.()
    deafen = null
    sending?.stop()
    sending = null
    id.value = null
    derivations.value?.close()
    derivations.value = null
    project.value = new Project()
    looksIn.value = null
    steps.begin('')
    copy = new Copy(project.value, NOWHERE, make)
    places = new Map()
    parting.value = null
    moment.value = null
    role.value = null
    waiting.value = 0
    heldBy.value = ''
    state.value = 'saved'
    aside.close()
  }

  /** Sets things aside in place of what was, for this window alone: nothing is stored. */
  function putAside(ids: Iterable<Id>): void {
    const drawnOtherwise = project.value.putAside(new Set(ids))
    watched.aside(drawnOtherwise)
  }

  /**
   * Makes an edit: at once here, then on the server. A refusal is said in a sentence and nothing changes.
   * Gives the change, or null when it was refused.
   */
  function edit(label: string, work: (project: Project, makeId: MakeId) => Change): Change | null {
    if (id.value === null) return null
    if (moment.value) {
      say.warn('This is how the project was. Go back to now to draw, or bring it back from its history.')
      return null
    }
    if (role.value === 'reader') {
      say.warn('You read this project. Its owner can make you a drafter.')
      return null
    }
    let change: Change
    try {
      const { value: now } = project
      change = now.unheard(() => work(now, makeId))
      now.check(change)
    } catch (error) {
      if (!(error instanceof EditRefused || error instanceof ChangeRefused)) throw error
      say.warn(error.message)
      return null
    }
    say.clear()
    // Setting what is set already is no step to undo.
    if (!project.value.isIdle(change)) commit(label, change, null)
    return change
  }

  function commit(label: string, change: Change, undoes: string | null): void {
    const facts = { id: makeId(), client, by: selfId(), label, undoes }
    const { sent } = copy.edit(facts, change)
    past.value.add(sent, takingBackSent(sent), false)
    waiting.value = copy.sending.length
    if (state.value === 'saved') state.value = 'saving'
    keepStorage()
    const place = kept.add(id.value!, sent).then(
      ({ n }) => n,
      () => {
        // Without this browser's store the change still goes to the server; only a reload before that loses it.
        say.warn(
          'This browser keeps nothing for later. Leave the window open until the top line says “Saved”.',
        )
        return null
      },
    )
    places.set(sent.id, place)
    void place.then(() => sending?.go())
  }

  /** Sends what waits of a project. */
  function sendingOf(projectId: string): Sending {
    const isHere = (): boolean => id.value === projectId
    return new Sending({
      next: () => (isHere() ? copy.sending[0] : undefined),
      async send(sent) {
        await places.get(sent.id)
        return api.send(projectId, sent)
      },
      async stored(sent, answer) {
        heldBy.value = ''
        if (answer.seq > copy.seq + 1) await catchUp(projectId)
        else hear([heardOf(sent, answer)])
        if (!isHere()) return
        // It was stored before this window saw the journal.
        if (copy.sending.some((each) => each.id === sent.id)) {
          copy.drop(sent.id)
          settled(sent, answer.contested ?? [])
        }
        state.value = 'saving'
      },
      async refused(sent, { message }) {
        if (!isHere()) return
        copy.drop(sent.id)
        past.value.forget(sent.id)
        await aside.put({ project: projectId, sent, at: now(), why: message, contested: [] })
        settled(sent, [])
        say.warn(`“${sent.label}” was not kept. ${message}`)
      },
      parted: (refusal) => isHere() && part(partingOf(refusal)),
      held(reason) {
        if (!isHere()) return
        state.value = 'offline'
        hold(reason)
      },
      done() {
        if (isHere() && waiting.value === 0 && !steps.isBusy() && state.value === 'saving')
          state.value = 'saved'
      },
    })
  }

  /** A change waits no longer: it is stored but for what is contested of it, or set aside. */
  function settled(sent: SentChange, contested: readonly Contested[]): void {
    waiting.value = copy.sending.length
    past.value.acknowledged(sent.id)
    const place = places.get(sent.id)
    places.delete(sent.id)
    const gone = contested.length > 0 ? told(sent, contested) : Promise.resolve()
    void gone.then(async () => {
      const n = await place
      if (n !== null && n !== undefined) await kept.remove(n)
    })
  }

  /** Some of a change is not as it was meant: that is told, and kept until somebody chooses. */
  async function told(sent: SentChange, contested: readonly Contested[]): Promise<void> {
    say.warn(
      `Others changed what “${sent.label}” changes. Theirs stands; yours is kept: choose in the top line.`,
    )
    await aside.put({ project: id.value!, sent, at: now(), why: null, contested })
  }

  /** Takes in what the journal has, of whomever. */
  function hear(entries: readonly Heard[]): void {
    const mine = new Map(copy.sending.map((sent) => [sent.id, sent]))
    let on = copy.mark.id
    const taken = new Set(copy.hear(entries).map(({ seq }) => seq))
    const news = entries.filter(({ seq }) => taken.has(seq))
    for (const entry of news) {
      const sent = mine.get(entry.id)
      if (sent) settled(sent, entry.contested)
      else if (entry.by === selfId() && entry.inverse)
        past.value.add(entry, takingBack(entry.change, entry.inverse), true)
    }
    const changes = news.map(({ seq, id: each, label, change, inverse }): HeardChange => {
      const before = on
      on = each
      return {
        seq,
        id: each,
        on: before,
        label,
        change,
        was: inverse?.put ?? mine.get(each)?.was ?? [],
      }
    })
    // Kept only to be seen without the server.
    void kept.hear(id.value!, changes).catch(() => undefined)
  }

  /** Makes what is contested as it was meant here, or leaves it as it is; that is settled then. */
  function settle(of: Aside, contested: Contested, as: 'mine' | 'theirs'): void {
    if (as === 'mine') {
      const made = edit(of.sent.label, (now) => {
        const change = taken(now, contested)
        if (!change) throw new EditRefused('gone', 'What it is a fact of is not there any more.')
        return change
      })
      if (!made) return
    }
    const rest = of.contested.filter((each) => each !== contested)
    void (rest.length > 0 ? aside.put({ ...of, contested: rest }) : aside.letGo(of))
  }

  /** Makes a change again that was set aside, or work from elsewhere, on what is there now. False: it still does not fit. */
  function makeAgain({ label, change, was }: Work): boolean {
    let contested: readonly Contested[] = []
    const made = edit(label, (now) => {
      const merged = merge(now, { ...change, was })
      contested = merged.contested
      return merged.change
    })
    if (!made) return false
    if (contested.length > 0) {
      const { seq: base } = copy.mark
      void told({ id: makeId(), client, base, label, change, was: [...was], undoes: null }, contested)
    }
    return true
  }

  /** Opens what the server has now, and makes on it what this window has and the server does not. */
  async function bringIn(): Promise<void> {
    const projectId = id.value!
    const work = await laterWork(projectId, project.value)
    const waited = await kept.waiting(projectId)
    await open(projectId, 'anew')
    if (id.value !== projectId) return
    for (const each of work) {
      if (makeAgain(each)) continue
      const sent = { ...each, id: makeId(), client, base: 0, was: [...each.was], undoes: null }
      await aside.put({ project: projectId, sent, at: now(), why: say.text, contested: [] })
    }
    // What is made again waits anew.
    await Promise.all(places.values())
    for (const { n } of waited) await kept.remove(n)
  }

  /** The project is not the server's any more: nothing more is sent of it, and what waits stays kept. */
  function part(why: Parting): void {
    deafen?.()
    deafen = null
    sending?.stop()
    state.value = 'parted'
    parting.value = why
  }

  /** The server takes nothing for now: told once, not with each try. */
  function hold(reason: string): void {
    if (reason && reason !== heldBy.value)
      say.warn(`${reason} What you draw is kept on this computer, and sent when it can be stored.`)
    heldBy.value = reason
  }

  function listen(projectId: string): void {
    others.come(projectId)
    deafen = listenToNews(projectId, {
      heard: (news) => {
        if (news.seq === 0 || (news.client !== client && news.seq > copy.seq)) void hearNews(projectId)
      },
      here: (news) => others.hear(news),
      // News of the time without a connection is not repeated: ask for it.
      began: () => void hearNews(projectId),
    })
  }

  /** Catches up; without a connection this is done when it is back. */
  async function hearNews(projectId: string): Promise<void> {
    try {
      await catchUp(projectId)
    } catch (error) {
      if (!(error instanceof NotConnected || error instanceof Refused)) throw error
      if (error instanceof Refused && id.value === projectId && isParting(error)) part(partingOf(error))
      return
    }
    if (id.value !== projectId || state.value !== 'offline') return
    state.value = 'saving'
    void sending?.go()
  }

  /** Takes in what came to the journal since. */
  async function catchUp(projectId: string): Promise<void> {
    const mine = opening
    const entries = await api.since(projectId, copy.mark)
    if (mine === opening) hear(entries)
  }

  /** Settles when everything made so far is acknowledged; rejects when the server is away or the wait is stopped. */
  function allSaved(signal: AbortSignal): Promise<void> {
    return new Promise((resolve, reject) => {
      const settle = (): void => {
        if (state.value === 'saving' && !signal.aborted) return
        stop()
        signal.removeEventListener('abort', settle)
        if (state.value === 'saved' && !signal.aborted) resolve()
        else reject(new NotConnected())
      }
      const stop = watch(state, settle, { flush: 'sync' })
      signal.addEventListener('abort', settle)
      settle()
    })
  }

  return {
    id,
    project,
    /** Number of the last change it has from the server. */
    at: (): number => copy.seq,
    state,
    waiting,
    heldBy,
    parting,
    moment,
    role,
    undoLabel,
    redoLabel,
    units,
    solver,
    looksIn,
    scene,
    putAside,
    derivations,
    open,
    openMoment,
    close,
    edit,
    settle,
    makeAgain,
    bringIn,
    undo: steps.undo,
    redo: steps.redo,
    deeds: () => past.value.recent(),
    allSaved,
  }
})

const now = (): string => new Date().toISOString()

/** A change that was sent, as the journal has it by its answer. */
const heardOf = (sent: SentChange, { seq, change = sent.change, contested = [] }: Answer): Heard => ({
  ...sent,
  seq,
  change,
  contested,
  inverse: null,
})
