import { patternsAtOnce, type PatternJob } from '@lamina/core/display'

/** What is asked of the worker: a job under a number. */
export interface PatternRequest {
  readonly id: number
  readonly job: PatternJob
}

/** Its answer: the lines, or null when there would be too many. */
export interface PatternAnswer {
  readonly id: number
  readonly lines: Float64Array<ArrayBuffer> | null
}

const worker = self as unknown as {
  onmessage: (event: MessageEvent<PatternRequest>) => void
  postMessage(answer: PatternAnswer, transfer: Transferable[]): void
}

worker.onmessage = ({ data: { id, job } }) => {
  const made = patternsAtOnce('', job)
  const lines = made && Float64Array.from(made)
  worker.postMessage({ id, lines }, lines ? [lines.buffer] : [])
}
