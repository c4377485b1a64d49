import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { solverOf, type LevelSolver } from '@lamina/core/building'
import { sceneIn, sceneOf, type Scene } from '@lamina/core/derive'
import { EditRefused, type MakeId, type SentChange } from '@lamina/core/edit'
import {
  ChangeRefused,
  Project,
  isSameScale,
  scaleOf,
  type Change,
  type Board,
  type Id,
} from '@lamina/core/records'
import { NotConnected, Refused, api } from '../api'
import { makeId } from './ids'
import { listenToNews } from './news'
import { Past, type TakeBack } from './past'
import { changeQueue, type Queued } from './queue'
import { derivationsOf, type Derivations } from './derivations'
import { useSay } from './say'
import { useWatched } from './watched'

export type SaveState = 'saved' | 'saving' | 'offline'

/** This window, for telling its own changes from others'. */
const client = makeId()
const RETRY_MS = [500, 1000, 2000, 4000, 8000]

/**
 * The open project: its records, changed here at once and sent to the server behind the scenes. What is not
 * yet acknowledged is kept on this computer.
 */
export const useProject = defineStore('project', () => {
  const say = useSay()
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
  const past = shallowRef(pastOf(''))
  const undoLabel = computed(() => past.value.undoLabel.value)
  const redoLabel = computed(() => past.value.redoLabel.value)

  /** Steps that waited on this computer when the project was opened: they are heard of again once they are sent. */
  let kept = new Set<string>()
  /** Steps back and again that wait for what takes them back. */
  let turn: Promise<void> | null = null
  let queue: Queued[] = []
  let seq = 0
  let pumping = false
  let failures = 0
  let retry: ReturnType<typeof setTimeout> | undefined
  let deafen: (() => void) | null = null
  /** Writes to this computer's queue, in order. */
  let writing: Promise<unknown> = Promise.resolve()

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

  async function open(projectId: string): Promise<void> {
    if (id.value === projectId) return
    close()
    const [opened, waited] = await Promise.all([api.read(projectId), changeQueue.of(projectId)])
    past.value = pastOf(projectId)
    const earlier = past.value.known()
    // Without it there is nothing to undo yet; whoever undoes asks again.
    earlier.catch(() => undefined)
    if (waited.length > 0) await earlier
    project.value = new Project(opened.records)
    watched.watch(project.value)
    // Where there are no workers they are worked out when they are asked for.
    if (typeof Worker !== 'undefined')
      derivations.value = derivationsOf(project.value, () => watched.derived())
    seq = opened.seq
    id.value = projectId
    for (const item of waited) {
      if (past.value.has(item.sent.id)) {
        await changeQueue.remove(item.n)
        continue
      }
      try {
        project.value.check(item.sent.change)
        past.value.add(item.sent, make(item.sent.change), false)
        kept.add(item.sent.id)
        queue.push(item)
      } catch (error) {
        await changeQueue.remove(item.n)
        say.warn(`“${item.sent.label}”, kept on this computer, no longer fits: ${sentence(error)}`)
      }
    }
    waiting.value = queue.length
    if (queue.length > 0) state.value = 'saving'
    listen(projectId)
    void pump()
  }

  function close(): void {
    deafen?.()
    deafen = null
    clearTimeout(retry)
    id.value = null
    derivations.value?.close()
    derivations.value = null
    project.value = new Project()
    looksIn.value = null
    past.value = pastOf('')
    kept = new Set()
    turn = null
    queue = []
    seq = 0
    failures = 0
    waiting.value = 0
    heldBy.value = ''
    state.value = 'saved'
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
    const sent: SentChange = { id: makeId(), client, base: seq, label, change, undoes }
    past.value.add(sent, make(change), false)
    const projectId = id.value!
    state.value = state.value === 'offline' ? 'offline' : 'saving'
    waiting.value++
    writing = writing
      .then(() => changeQueue.add(projectId, sent))
      .catch((): Queued => {
        // Without this browser's store the change still goes to the server; only a reload before that loses it.
        say.warn(
          'This browser keeps nothing for later. Leave the window open until the top line says “Saved”.',
        )
        return { n: -1, sent }
      })
      .then((item) => {
        if (id.value !== projectId) return
        queue.push(item)
        void pump()
      })
  }

  const undo = (): void => inTurn('undo')
  const redo = (): void => inTurn('redo')

  /** Steps back or again: at once when all that takes is at hand, or else after those asked for before. */
  function inTurn(way: 'undo' | 'redo'): void {
    const work = turn ? turn.then(() => stepBack(way) ?? undefined) : stepBack(way)
    if (!work) return
    // Asked for and not made yet is not saved.
    if (state.value === 'saved') state.value = 'saving'
    const mine = work.finally(() => {
      if (turn !== mine) return
      turn = null
      if (state.value === 'saving' && waiting.value === 0) state.value = 'saved'
    })
    turn = mine
  }

  function stepBack(way: 'undo' | 'redo'): Promise<void> | null {
    if (id.value === null) return null
    const { value: mine } = past
    const found = mine.next(way)
    if (!(found instanceof Promise)) {
      if (found) takeBack(found)
      return null
    }
    return found.then(
      (each) => {
        if (each && past.value === mine) takeBack(each)
      },
      (error: unknown) => say.warn(`This cannot be taken back now: ${sentence(error)}`),
    )
  }

  function takeBack({ step, inverse }: TakeBack): void {
    try {
      project.value.check(inverse)
    } catch (error) {
      say.warn(`This can no longer be taken back: ${sentence(error)}`)
      return
    }
    commit(step.label, inverse, step.id)
  }

  /** Sends what waits, one after the other. */
  async function pump(): Promise<void> {
    if (pumping || id.value === null) return
    pumping = true
    const projectId = id.value
    try {
      while (queue.length > 0 && id.value === projectId) {
        const item = queue[0]!
        const answer = await api.send(projectId, item.sent)
        if (id.value !== projectId) return
        failures = 0
        heldBy.value = ''
        queue.shift()
        waiting.value = Math.max(0, waiting.value - 1)
        past.value.acknowledged(item.sent.id)
        await changeQueue.remove(item.n)
        if (answer.seq === seq + 1) seq = answer.seq
        else if (answer.seq > seq + 1) await catchUp(projectId)
        state.value = 'saving'
      }
      if (id.value === projectId && waiting.value === 0 && !turn) state.value = 'saved'
    } catch (error) {
      if (error instanceof Refused && error.status < 500) await giveUp(projectId, error)
      else {
        state.value = 'offline'
        hold(error instanceof Refused ? error.message : '')
        clearTimeout(retry)
        retry = setTimeout(() => void pump(), RETRY_MS[Math.min(failures++, RETRY_MS.length - 1)])
        if (!(error instanceof NotConnected || error instanceof Refused)) throw error
      }
    } finally {
      pumping = false
    }
    // What was opened anew meanwhile has its own to send.
    if (queue.length > 0 && state.value !== 'offline') void pump()
  }

  /** The server takes nothing for now: told once, not with each try. */
  function hold(sentence: string): void {
    if (sentence && sentence !== heldBy.value)
      say.warn(`${sentence} What you draw is kept on this computer, and sent when it can be stored.`)
    heldBy.value = sentence
  }

  /** The server will not take a change: go back to what it holds, keep what still fits. */
  async function giveUp(projectId: string, refusal: Refused): Promise<void> {
    const item = queue.shift()
    if (item) await changeQueue.remove(item.n)
    id.value = null
    await open(projectId)
    say.warn(`“${item?.sent.label ?? 'The last change'}” was not kept. ${refusal.message}`)
  }

  function listen(projectId: string): void {
    deafen = listenToNews(projectId, {
      heard: (news) => {
        if (news.client !== client && news.seq > seq) void hearNews(projectId)
      },
      began: () => {
        if (state.value === 'offline') void pump()
        // News of the time without a connection is not repeated: ask for it.
        void hearNews(projectId)
      },
    })
  }

  /** Catches up; without a connection this is done when it is back. */
  async function hearNews(projectId: string): Promise<void> {
    try {
      await catchUp(projectId)
    } catch (error) {
      if (!(error instanceof NotConnected || error instanceof Refused)) throw error
    }
  }

  /** Takes in what other windows changed. */
  async function catchUp(projectId: string): Promise<void> {
    const entries = await api.since(projectId, seq)
    if (id.value !== projectId) return
    for (const entry of entries) {
      if (entry.seq <= seq) continue
      seq = entry.seq
      if (entry.client === client || kept.has(entry.id)) continue
      try {
        project.value.check(entry.change)
        make(entry.change)
        past.value.add(entry, entry.inverse, true)
      } catch {
        // What waits here no longer goes with it: begin again from what the server holds.
        id.value = null
        await open(projectId)
        return
      }
    }
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
    at: (): number => seq,
    state,
    waiting,
    heldBy,
    undoLabel,
    redoLabel,
    units,
    solver,
    looksIn,
    scene,
    putAside,
    derivations,
    open,
    close,
    edit,
    undo,
    redo,
    deeds: () => past.value.recent(),
    allSaved,
  }
})

const pastOf = (project: string): Past =>
  new Past({ history: () => api.history(project), inverse: (step) => api.inverse(project, step) })

const sentence = (error: unknown): string => (error instanceof Error ? error.message : String(error))

/** The first change of a new project, as the server takes it. */
export const firstChange = (change: Change): SentChange => ({
  id: makeId(),
  client,
  base: 0,
  label: 'New project',
  change,
  undoes: null,
})
