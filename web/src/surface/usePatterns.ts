import { onBeforeUnmount, ref, type Ref } from 'vue'
import { patternSize, patternsAtOnce, type PatternJob, type PatternMaker } from '@lamina/core/display'
import type { PatternAnswer, PatternRequest } from './patternWorker'

/** Patterns of up to this many lines are made at once: quicker than asking for them. */
const SMALL = 2500
/** How many patterns are kept. */
const MOST_KEPT = 3000

interface Kept {
  job: PatternJob
  lines: readonly number[] | null
  /** The request its newest lines are waited for; null when they are there. */
  waits: number | null
}

/**
 * Makes pattern lines for the screen: small ones at once, large ones in a worker, so that drawing goes on
 * meanwhile with the lines there were before. `made` rises when lines have come.
 */
export function usePatterns(): { make: PatternMaker; made: Ref<number> } {
  const kept = new Map<string, Kept>()
  const made = ref(0)
  let worker: Worker | null = null
  let requests = 0

  function ask(job: PatternJob): number {
    if (!worker) {
      worker = new Worker(new URL('./patternWorker.ts', import.meta.url), { type: 'module' })
      worker.onmessage = ({ data }: MessageEvent<PatternAnswer>) => take(data)
    }
    const id = ++requests
    // Outlines carry more than their points; only these are sent.
    const request: PatternRequest = {
      id,
      job: { ...job, loops: job.loops.map(({ points }) => ({ points })) },
    }
    worker.postMessage(request)
    return id
  }

  function take({ id, lines }: PatternAnswer): void {
    for (const entry of kept.values()) {
      if (entry.waits !== id) continue
      entry.waits = null
      entry.lines = lines && Array.from(lines)
      made.value++
      return
    }
  }

  const make: PatternMaker = (key, job) => {
    const name = `${key} ${job.scale}`
    const before = kept.get(name)
    if (before && sameJob(before.job, job)) return before.lines
    const small = patternSize(job) <= SMALL
    const entry: Kept = {
      job,
      lines: small ? patternsAtOnce(key, job) : (before?.lines ?? null),
      waits: small ? null : ask(job),
    }
    kept.delete(name)
    kept.set(name, entry)
    if (kept.size > MOST_KEPT) kept.delete(kept.keys().next().value!)
    return entry.lines
  }

  onBeforeUnmount(() => worker?.terminate())
  return { make, made }
}

function sameJob(a: PatternJob, b: PatternJob): boolean {
  if (a.pattern !== b.pattern || a.scale !== b.scale || a.loops.length !== b.loops.length) return false
  const [p, q] = [a.laying, b.laying]
  if (
    p !== q &&
    (!p ||
      !q ||
      p.turn !== q.turn ||
      p.width !== q.width ||
      p.height !== q.height ||
      p.origin.x !== q.origin.x ||
      p.origin.y !== q.origin.y)
  )
    return false
  return a.loops.every(({ points }, i) => {
    const other = b.loops[i]!.points
    return (
      points === other ||
      (points.length === other.length &&
        points.every((point, k) => point.x === other[k]!.x && point.y === other[k]!.y))
    )
  })
}
