import { computed, shallowRef } from 'vue'
import { ChangeRefused, type Change, type Project } from '@lamina/core/records'
import { merge } from '@lamina/core/together'
import { api } from '../api'
import { selfId } from './browser'
import { Past, type TakeBack } from './past'

/** What steps back and again are made on. */
export interface Undoable {
  /** Null: none is open. */
  project(): Project | null
  commit(label: string, change: Change, undoes: string): void
  /** A step is asked for that is not made yet. */
  busy(): void
  /** None is any more. */
  idle(): void
  warn(sentence: string): void
  clear(): void
}

/** One's own steps back and again: at once where what takes them is at hand, else one after the other. */
export function undoing(on: Undoable) {
  const past = shallowRef(pastOf(''))
  let turn: Promise<void> | null = null

  function inTurn(way: 'undo' | 'redo'): void {
    const work = turn ? turn.then(() => stepBack(way) ?? undefined) : stepBack(way)
    if (!work) return
    // Asked for and not made yet is not saved.
    on.busy()
    const mine = work.finally(() => {
      if (turn !== mine) return
      turn = null
      on.idle()
    })
    turn = mine
  }

  function stepBack(way: 'undo' | 'redo'): Promise<void> | null {
    if (on.project() === null) return null
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
      (error: unknown) => on.warn(`This cannot be taken back now: ${sentence(error)}`),
    )
  }

  function takeBack({ step, inverse }: TakeBack): void {
    const now = on.project()
    if (!now) return
    const { change, contested } = now.unheard(() => merge(now, inverse))
    let against = contested.length > 0 && now.isIdle(change) ? 'all of it was changed since.' : ''
    try {
      now.check(change)
    } catch (error) {
      if (!(error instanceof ChangeRefused)) throw error
      against = error.message
    }
    if (against) {
      past.value.pass(step.id)
      on.warn(`“${step.label}” stays, since others built on it: ${against}`)
      return
    }
    on.clear()
    on.commit(step.label, change, step.id)
    if (contested.length > 0)
      on.warn(`“${step.label}” is taken back but for what others changed of it since: that stays as it is.`)
  }

  return {
    past,
    undoLabel: computed(() => past.value.undoLabel.value),
    redoLabel: computed(() => past.value.redoLabel.value),
    undo: (): void => inTurn('undo'),
    redo: (): void => inTurn('redo'),
    /** A step is asked for that is not made yet. */
    isBusy: (): boolean => turn !== null,
    /** Begins with the steps of a project; an empty id: of none. */
    begin(project: string): void {
      past.value = pastOf(project)
      turn = null
      // Without it there is nothing to undo yet; whoever undoes asks again.
      if (project) past.value.known().catch(() => undefined)
    },
  }
}

const pastOf = (project: string): Past =>
  new Past({
    history: () => api.history(project, selfId()),
    inverse: (step) => api.inverse(project, step),
  })

const sentence = (error: unknown): string => (error instanceof Error ? error.message : String(error))
