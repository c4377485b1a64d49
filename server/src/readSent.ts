import { setImmediate } from 'node:timers/promises'
import { z } from 'zod'
import { sentChangeSchema, type SentChange } from '@lamina/core/edit'
import { changeSchema, recordSchema, type AnyRecord } from '@lamina/core/records'

/** So long at most others wait while one request is read, ms. */
const SLICE_MS = 10
/** So many values one record may be made of, and one request. */
const MOST_IN_RECORD = 100_000
const MOST_IN_REQUEST = 3_000_000

/** What was sent is larger than anything that is drawn; the message is a sentence. */
export class TooMuch extends Error {}

/** A change as it is sent, but for what its records are. */
const shellSchema = sentChangeSchema.extend({
  change: changeSchema.extend({ put: z.array(z.unknown()).max(20_000) }),
  was: z.array(z.unknown()).max(40_000),
})

/**
 * Reads a change that was sent; others are served in between, however large it is.
 * @throws ZodError with the first that does not fit, TooMuch
 */
export async function readSent(body: unknown): Promise<SentChange> {
  const sent = shellSchema.parse(body)
  const pause = pauses()
  let left = MOST_IN_REQUEST
  const read = async (all: readonly unknown[], path: readonly string[]): Promise<AnyRecord[]> => {
    const records: AnyRecord[] = []
    for (const [i, each] of all.entries()) {
      left -= sizeOf(each)
      if (left < 0) throw new TooMuch('That is more than can be taken at once.')
      const { success, data, error } = recordSchema.safeParse(each)
      if (!success)
        throw new z.ZodError(
          error.issues.slice(0, 1).map((issue) => ({ ...issue, path: [...path, i, ...issue.path] })),
        )
      records.push(data)
      await pause()
    }
    return records
  }
  const put = await read(sent.change.put, ['change', 'put'])
  return { ...sent, change: { ...sent.change, put }, was: await read(sent.was, ['was']) }
}

/** Lets others go first whenever a slice of time is over. */
function pauses(): () => Promise<void> | undefined {
  let until = performance.now() + SLICE_MS
  return () => {
    if (performance.now() < until) return undefined
    return setImmediate().then(() => void (until = performance.now() + SLICE_MS))
  }
}

/** How many values something is made of; what is more than one record may be is refused before it is counted out. */
function sizeOf(value: unknown): number {
  const open = [value]
  let count = 0
  for (let next = open.pop(); open.length > 0 || next !== undefined; next = open.pop()) {
    if (++count + open.length > MOST_IN_RECORD)
      throw new TooMuch(`One thing is made of more than ${MOST_IN_RECORD} values.`)
    if (typeof next !== 'object' || next === null) continue
    const within: readonly unknown[] = Array.isArray(next) ? next : Object.values(next)
    if (within.length > MOST_IN_RECORD)
      throw new TooMuch(`One thing is made of more than ${MOST_IN_RECORD} values.`)
    for (const each of within) open.push(each)
  }
  return count
}
