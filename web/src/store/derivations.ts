import { shallowRef } from 'vue'
import type { Change, Id, Project } from '@lamina/core/records'
import type { Steps } from '@lamina/core/steps'
import { Derived, deriveBy, type DerivedSource } from '@lamina/core/views'
import type { FromWorker, ToWorker } from '../derive/work'

interface Wanted {
  readonly derived: Derived
  /** It was worked out at least once. */
  there: boolean
  /** How much of it is worked out; null while nothing is in work that takes long. */
  part: number | null
}

/** Derived drawings of the open project, worked out in a worker; each is kept as it was until the next is there. */
export interface Derivations extends DerivedSource {
  /** A change was made. */
  changed(change: Change): void
  /** The drawing that is open is worked out first. */
  inFront(drawing: Id): void
  /** How much of a drawing is worked out, 0 to 1; null when nothing of it is in work. */
  partOf(drawing: Id): number | null
  /** Something that is asked for was not worked out yet. */
  readonly waiting: boolean
  stop(): void
  goOn(): void
  close(): void
}

/** Has a worker work out the derived drawings of a project. `told` is called when one of them is another. */
export function derivationsOf(project: Project, told: () => void): Derivations {
  const wanted = new Map<string, Wanted>()
  let worker: Worker | null = null
  let waits = false
  const parts = shallowRef(0)
  const say = (message: ToWorker): void => worker?.postMessage(message)

  function want(drawing: Id, printing: boolean): Wanted {
    const key = `${drawing} ${printing}`
    let mine = wanted.get(key)
    if (!mine) {
      wanted.set(key, (mine = { derived: new Derived(), there: false, part: null }))
      if (!worker) {
        worker = new Worker(new URL('../derive/worker.ts', import.meta.url), { type: 'module' })
        worker.onmessage = ({ data }: MessageEvent<FromWorker>): void => hear(data)
        say({ say: 'open', records: project.unheard(() => [...project.everything()]) })
      }
      say({ say: 'want', drawing, printing })
    }
    return mine
  }

  function hear(message: FromWorker): void {
    const mine = wanted.get(`${message.drawing} ${message.printing}`)
    if (!mine) return
    switch (message.say) {
      case 'part':
        mine.part = message.part
        parts.value++
        break
      case 'derived': {
        const first = !mine.there
        mine.there = true
        mine.part = null
        parts.value++
        if (message.change) mine.derived.take(message.change)
        if (message.change || first) told()
      }
    }
  }

  const source: Derivations = {
    of: (drawing, printing) => want(drawing, printing).derived,
    *bringing(drawing, printing): Steps {
      const mine = want(drawing, printing)
      while (!mine.there) {
        waits = true
        yield
      }
      waits = false
    },
    changed: (change) => say({ say: 'change', change }),
    inFront: (drawing) => say({ say: 'front', drawing }),
    partOf(drawing) {
      void parts.value
      return wanted.get(`${drawing} false`)?.part ?? null
    },
    get waiting() {
      return waits
    },
    stop: () => say({ say: 'stop' }),
    goOn: () => say({ say: 'go on' }),
    close() {
      worker?.terminate()
      worker = null
      wanted.clear()
    },
  }
  deriveBy(project, source)
  return source
}
