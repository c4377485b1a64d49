import type { Project } from '@lamina/core/records'

/** How long work may go on at once while nothing else waits, ms. */
const SLICE = 8

interface Task {
  readonly begin: () => Iterator<unknown>
  steps: Iterator<unknown> | null
}

const waiting = new Map<object, Task>()
let asked = false

/**
 * Work that nobody waits for, in small steps while the program has nothing else to do. What waits or is at work for the
 * same `whose` is begun anew.
 */
export function whenIdle(whose: object, begin: () => Iterator<unknown>): void {
  waiting.delete(whose)
  waiting.set(whose, { begin, steps: null })
  ask()
}

/** Leaves undone what waits or is at work. */
export const leaveOff = (whose: object): void => void waiting.delete(whose)

function ask(): void {
  if (asked || waiting.size === 0) return
  asked = true
  const run = (left: () => number): void => {
    asked = false
    const until = performance.now() + SLICE
    do {
      const [whose, task] = waiting.entries().next().value ?? []
      if (!whose || !task) return
      task.steps ??= task.begin()
      if (task.steps.next().done && waiting.get(whose) === task) waiting.delete(whose)
    } while (performance.now() < until && left() > 1)
    ask()
  }
  if ('requestIdleCallback' in window) {
    requestIdleCallback((deadline) => run(() => deadline.timeRemaining()), { timeout: 1000 })
    // A browser that draws nothing may count no time as idle: after a frame it does.
    requestAnimationFrame(nothing)
  } else setTimeout(() => run(() => SLICE))
}

const nothing = (): void => {}

/** The same steps, of which Vue hears nothing. */
export function* unheardSteps<T>(project: Project, steps: Iterator<unknown, T>): Generator<void, T> {
  for (;;) {
    const { done, value } = project.unheard(() => steps.next())
    if (done) return value as T
    yield
  }
}
