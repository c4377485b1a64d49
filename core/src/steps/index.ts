/** Work in small steps: whoever has time takes one after the other. Gives its result with the last. */
export type Steps<T = void> = Generator<void, T>

/** Does all of it at once. */
export function atOnce<T>(steps: Iterator<unknown, T>): T {
  for (;;) {
    const { done, value } = steps.next()
    if (done) return value as T
  }
}

/**
 * Work that brings something up to date: in small steps while there is time, and the rest at once when the result is
 * wanted. What it is made from may change between two steps; what was begun before is taken up with the next work.
 */
export class Work {
  private steps: Iterator<unknown> | null = null

  constructor(private readonly begin: () => Iterator<unknown>) {}

  /** Takes one step; true when there is none left. What fails is begun anew the next time. */
  private step(): boolean {
    const steps = (this.steps ??= this.begin())
    try {
      if (!steps.next().done) return false
    } catch (error) {
      this.steps = null
      throw error
    }
    this.steps = null
    return true
  }

  /** Finishes what was begun before, and takes in what changed since. */
  now(): void {
    if (this.steps) while (!this.step());
    while (!this.step());
  }

  /** One step after the other, of what was begun before or of all of it. */
  *inSteps(): Steps {
    while (!this.step()) yield
  }
}
