import { closeSync, fsyncSync, mkdtempSync, openSync, rmSync, writeSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Drafter } from '../e2e/drawing'
import { TestServer } from '../e2e/server'
import type { Row } from './main'
import { ms } from './time'

/** So many changes are made one after the other, and by each of so many at once. */
const CHANGES = 200
const AT_ONCE = 10
const EACH = 40
/** A change is about so large, bytes. */
const SIZE = 500

const quantile = (times: readonly number[], part: number): number =>
  [...times].sort((p, q) => p - q)[Math.min(times.length - 1, Math.floor(times.length * part))]!

/** Writes and syncs so many bytes at the end of a file, ms for each. */
function bareWrites(folder: string): number[] {
  const file = openSync(join(folder, 'bare'), 'a')
  const bytes = Buffer.alloc(SIZE, 'x')
  const times = Array.from({ length: CHANGES }, () => {
    const begun = performance.now()
    writeSync(file, bytes)
    fsyncSync(file)
    return performance.now() - begun
  })
  closeSync(file)
  return times
}

/** Draws so many walls one after the other, ms from the request to the answer for each. */
async function drawn(drafter: Drafter, count: number): Promise<number[]> {
  const times: number[] = []
  for (let i = 0; i < count; i++) {
    const begun = performance.now()
    const outcome = await drafter.draw()
    times.push(performance.now() - begun)
    if (outcome !== 'acknowledged') throw new Error(JSON.stringify(outcome))
  }
  return times
}

/** What it costs until a change is on the disk and acknowledged. */
export async function benchKeeping(): Promise<Row[]> {
  const folder = mkdtempSync(join(tmpdir(), 'lamina-bench-'))
  const server = await TestServer.begin({ samples: false })
  try {
    const one = await Drafter.begin(server, 'one')
    await drawn(one, 20)
    const bare = quantile(bareWrites(folder), 0.5)
    const alone = quantile(await drawn(one, CHANGES), 0.5)
    const many = [one]
    for (let i = 1; i < AT_ONCE; i++) many.push(one.another(`drafter-${i}`))
    const together = quantile((await Promise.all(many.map((each) => drawn(each, EACH)))).flat(), 0.95)
    return [
      {
        what: 'a change on the disk and acknowledged, median; to 4 bare writes with sync, or 10 ms',
        measured: ms(alone),
        against: ms(Math.max(4 * bare, 10)),
        ratio: alone / Math.max(4 * bare, 10),
        limit: 1,
      },
      {
        what: 'ten drawing at once in one project, without a pause: answered, 95th percentile',
        measured: ms(together),
        against: '150 ms',
        ratio: together / 150,
        limit: 1,
      },
    ]
  } finally {
    await server.end()
    rmSync(folder, { recursive: true, force: true })
  }
}
