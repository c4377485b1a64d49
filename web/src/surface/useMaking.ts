import { nextTick, ref, shallowRef, type ComputedRef } from 'vue'
import type { Imprint } from '@lamina/core/annotate'
import { sketching, type Scene, type Sketch } from '@lamina/core/derive'
import type { Box } from '@lamina/core/geometry'
import type { Steps } from '@lamina/core/steps'
import { useProject } from '../store/project'
import { unheardSteps } from '../idle'
import { Making } from './making'

/** How far the picture of a board is made that takes long. */
export interface Progress {
  /** From 0 to 1. */
  readonly part: number
  readonly stopped: boolean
  /** What it shows is seen meanwhile, not only a sketch of it. */
  readonly seen: boolean
}

/** What a board showed when it was opened stands for a sketch of it. */
interface Imprinted {
  readonly imprint: Imprint
  readonly extent: Box
}

/** So long a picture may take before a sketch is shown meanwhile, and, after an edit, the picture as it was, ms. */
const AT_FIRST_MS = 40
const AFTER_EDIT_MS = 20
/** So long a press or a key may hurry it, ms. */
const HURRY_MS = 200
/** What takes longer says so, ms. */
const SAY_AFTER_MS = 400
/** How far it is is said no oftener than this, ms. */
const SAY_EACH_MS = 120
/** The picture of no more records than this is mostly there as soon as their sketch is shown. */
const AT_ONCE_RECORDS = 300
/** So many records are worked on in a step, on the whole. */
const RECORDS_IN_STEP = 17

/**
 * The picture of a board and what is snapped to there, made in small steps while the pointer goes on, with a sketch of
 * it until they are there. What is pressed meanwhile is taken up in turn.
 */
export function useMaking(
  scene: ComputedRef<Scene>,
  steps: () => Steps,
  /** What is shown of it meanwhile, if that is at hand. */
  imprint: () => Imprint | null,
  /** Told when its sketch is there, and when all of it is. */
  told: (all: boolean) => void,
) {
  const store = useProject()
  /** Whether it is at hand as things are now. */
  const ready = ref(false)
  const progress = shallowRef<Progress | null>(null)
  const held = shallowRef<readonly (() => void)[]>([])
  let sketch: Sketch | Imprinted | null = null
  let toldOfSketch = false
  let begun = 0
  let saidAt = 0

  function* sketchedFirst(on: Scene, work: Steps): Steps {
    begun = performance.now()
    if (!ready.value && !sketch) {
      const found = imprint()
      sketch = found ? { imprint: found, extent: found.extent } : yield* sketching(on, false)
      if (store.project.size > AT_ONCE_RECORDS) making.rest()
      yield
    }
    for (;;) {
      if (work.next().done) return
      // What a worker is at comes by itself: there is nothing to do here before.
      if (store.derivations?.waiting) making.rest()
      yield
    }
  }
  const making = new Making(
    () => unheardSteps(store.project, sketchedFirst(scene.value, steps())),
    (all) => {
      const now = performance.now()
      if (all) takeUp()
      else if (now - begun > SAY_AFTER_MS && now - saidAt > SAY_EACH_MS) {
        saidAt = now
        progress.value = said(false)
      }
      if (!all && (toldOfSketch || !sketch)) return
      toldOfSketch = !all
      told(all)
    },
  )
  /** How much of it is made, near enough: steps are about as many as so many records. */
  const part = (): number =>
    store.derivations?.partOf(scene.value.board.id) ??
    Math.min(0.97, making.taken / (store.project.size / RECORDS_IN_STEP + 10))

  const said = (stopped: boolean): Progress => ({
    part: part(),
    stopped,
    seen: sketch !== null && 'imprint' in sketch,
  })

  /** What was held is taken up just now; or one thing of it is being done. */
  let takingUp = false
  let doing = false
  function takeUp(): void {
    ready.value = true
    progress.value = null
    if (held.value.length > 0 && !takingUp) void inTurn()
  }
  /** In the order they were pressed, each when what came of the one before is there. */
  async function inTurn(): Promise<void> {
    takingUp = true
    while (held.value.length > 0) {
      await nextTick()
      const [first, ...rest] = held.value
      held.value = rest
      doing = true
      try {
        first?.()
      } finally {
        doing = false
      }
      await nextTick()
    }
    takingUp = false
  }

  return {
    ready,
    progress,
    /** Whether what is pressed now has to wait, for it or for what was pressed before. */
    mustWait: (): boolean => !doing && (!ready.value || takingUp),
    /** Whether something that was pressed waits for it. */
    waits: (): boolean => held.value.length > 0,
    sketch: (): Sketch | Imprinted | null => sketch,
    /** Lets go of the sketch: all of it is shown. */
    unsketched: (): void => void (sketch = null),
    /** Whether it is made as things are now. Before anything is shown more may be made at once than after an edit. */
    isMade: (): boolean => making.isMade(ready.value ? AFTER_EDIT_MS : AT_FIRST_MS),
    /** The same, remembered. */
    see(): boolean {
      if (!this.isMade()) ready.value = false
      else if (!ready.value) takeUp()
      return ready.value
    },
    /** Does something that needs it: at once, if it is made within a moment. */
    whenMade(act: () => void): void {
      const turn = held.value.length === 0 && !takingUp
      if (doing || (turn && (ready.value || making.hurry(HURRY_MS)))) act()
      else held.value = [...held.value, act]
    },
    stop(): void {
      making.stop()
      store.derivations?.stop()
      held.value = []
      progress.value = said(true)
    },
    goOn(): void {
      making.resume()
      store.derivations?.goOn()
      progress.value = said(false)
    },
    /** Another board is to be made. */
    anew(): void {
      sketch = null
      held.value = []
      making.anew()
    },
    end: (): void => making.end(),
  }
}
