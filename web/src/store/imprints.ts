import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import type { Imprint } from '@lamina/core/annotate'
import { drawingLens } from '@lamina/core/library'
import type { Id } from '@lamina/core/records'
import { api } from '../api'
import { kept } from './kept'
import { useProject } from './project'

/** What the board that is being opened shows, before the project is there and until the board itself is made. */
export const useImprints = defineStore('imprints', () => {
  const now = shallowRef<Imprint | null>(null)
  const store = useProject()
  let asked = 0

  /** Asks for the imprint of a board, or of the one a project opens with. */
  async function ask(project: Id, board: Id | null): Promise<void> {
    letGo()
    const mine = asked
    const [imprint, waiting] = await Promise.all([
      api.imprint(project, board),
      // What waits on this computer is not in it.
      kept.waiting(project).catch(() => null),
    ])
    if (mine === asked && imprint && waiting?.length === 0) now.value = imprint
  }

  /** Lets go of it, also of what is still on its way. */
  function letGo(): void {
    asked++
    now.value = null
  }

  /** That of a board through a lens, as the project is now; null when it is another's, or of an earlier change. */
  function of(board: Id, lens: Id): Imprint | null {
    const found = now.value
    if (found?.board !== board || found.seq !== store.at() || store.waiting > 0) return null
    const drawing = store.project.find('drawing', board)
    return drawing && lens === drawingLens(store.project, drawing).id ? found : null
  }

  return { now, ask, of, letGo }
})
