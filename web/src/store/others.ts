import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import { MOST_SELECTED, type Here, type HereNews } from '@lamina/core/exchange'
import type { Point } from '@lamina/core/geometry'
import type { Id } from '@lamina/core/records'
import { api } from '../api'
import { selfId, windowId } from './browser'

/** Where this window is. */
export type OwnHere = Pick<Here, 'board' | 'pointer' | 'selection'>

/** While others are there it is told so often at most where the pointer is, ms. */
const EACH = 80
/** So often at least it is said that this window is there still, ms. */
const BEAT = 10_000

/** The windows of one's own browser are no others. */
const isOther = ({ by }: Here): boolean => by !== selfId()

const NOWHERE: OwnHere = { board: null, pointer: null, selection: [] }

/** Who else is in the open project, where they are and what they have in hand; and telling them of this window. */
export const useOthers = defineStore('others', () => {
  const all = shallowRef<ReadonlyMap<string, Here>>(new Map())
  let project: string | null = null
  let own: OwnHere = NOWHERE
  let toldAt = -Infinity
  let timer: ReturnType<typeof setTimeout> | undefined
  let isTelling = false

  const put = (client: string, here: Here | null): void => {
    const next = new Map(all.value)
    if (here) next.set(client, here)
    else next.delete(client)
    all.value = next
  }

  /** Comes into a project. */
  function come(to: string): void {
    leave()
    project = to
    addEventListener('pagehide', bye)
    addEventListener('pageshow', again)
    document.addEventListener('visibilitychange', again)
    void tell()
  }
  /** The window is closed, or put by whole: it may be shown again. */
  const bye = (): void => {
    clearTimeout(timer)
    if (project !== null) void api.left(project, windowId).catch(() => undefined)
  }
  /** Nobody points in a window that is not seen; one that is seen again says that it is there. */
  const again = (): void => {
    if (document.visibilityState === 'hidden') be({ pointer: null })
    else soon(0)
  }

  /** Leaves it: others see this window no more. */
  function leave(): void {
    bye()
    removeEventListener('pagehide', bye)
    removeEventListener('pageshow', again)
    document.removeEventListener('visibilitychange', again)
    project = null
    own = NOWHERE
    toldAt = -Infinity
    all.value = new Map()
  }

  /** This window is somewhere else, points elsewhere, or has something else selected. */
  function be(where: Partial<OwnHere>): void {
    own = { ...own, ...where }
    // Who is alone says that they are there from time to time; whoever comes is told at once.
    if (project !== null && (all.value.size > 0 || where.board !== undefined)) soon(EACH)
  }

  function soon(within: number): void {
    clearTimeout(timer)
    timer = setTimeout(() => void tell(), Math.max(0, toldAt + within - performance.now()))
  }

  async function tell(): Promise<void> {
    const to = project
    if (to === null) return
    if (isTelling) return soon(EACH)
    clearTimeout(timer)
    isTelling = true
    toldAt = performance.now()
    const { board, pointer, selection } = own
    const here: Here = {
      client: windowId,
      by: selfId(),
      board,
      pointer,
      selection: selection.slice(0, MOST_SELECTED),
    }
    try {
      const others = await api.here(to, here)
      if (to === project) all.value = new Map(others.filter(isOther).map((each) => [each.client, each]))
    } catch {
      // Without the server nobody is seen.
      if (to === project) all.value = new Map()
    } finally {
      isTelling = false
      if (to === project) soon(BEAT)
    }
  }

  /** Hears of somebody. */
  function hear({ project: of, client, here }: HereNews): void {
    if (of !== project || (here && !isOther(here))) return
    const isNew = here !== null && !all.value.has(client)
    put(client, here)
    if (isNew) soon(0)
  }

  /** Those who are on a board. */
  const on = (board: Id): Here[] => [...all.value.values()].filter((each) => each.board === board)

  return {
    all,
    come,
    leave,
    be,
    hear,
    on,
    point: (pointer: Point | null): void => be({ pointer: pointer && { x: pointer.x, y: pointer.y } }),
  }
})
