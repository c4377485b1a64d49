import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import { kept, type Aside } from './kept'

/** Changes of the open project that are not there as they were made: kept on this computer until somebody chooses. */
export const useAside = defineStore('aside', () => {
  const all = shallowRef<readonly Aside[]>([])
  let project: string | null = null

  async function open(of: string): Promise<void> {
    project = of
    const found = await kept.aside(of).catch(() => [])
    if (project === of) all.value = found
  }

  function close(): void {
    project = null
    all.value = []
  }

  async function put(aside: Aside): Promise<void> {
    if (aside.project === project)
      all.value = [...all.value.filter(({ sent }) => sent.id !== aside.sent.id), aside]
    // Where this browser keeps nothing it is shown until the window is closed.
    await kept.putAside(aside).catch(() => undefined)
  }

  /** Somebody chose all there was to choose of it. */
  async function letGo(aside: Aside): Promise<void> {
    all.value = all.value.filter(({ sent }) => sent.id !== aside.sent.id)
    await kept.letGo(aside).catch(() => undefined)
  }

  return { all, open, close, put, letGo }
})
