/** The least of several runs, ms: what the work costs when nothing else disturbs it. */
export function least(runs: number, work: () => void): number {
  let best = Infinity
  for (let i = 0; i < runs; i++) {
    const start = performance.now()
    work()
    best = Math.min(best, performance.now() - start)
  }
  return best
}

export async function leastAsync(runs: number, work: () => Promise<void>): Promise<number> {
  let best = Infinity
  for (let i = 0; i < runs; i++) {
    const start = performance.now()
    await work()
    best = Math.min(best, performance.now() - start)
  }
  return best
}

export const ms = (value: number): string => `${value.toFixed(value < 10 ? 2 : 0)} ms`
