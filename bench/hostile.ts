import { attack, memoryOf, targets } from '../e2e/hostile'
import { TestServer } from '../e2e/server'
import type { Row } from './main'

const COUNT = 20_000
/** So much memory a second equal round may leave behind, MB. */
const MOST = 50

/** What a server makes of requests that nobody who draws would send. */
export async function benchHostile(): Promise<Row[]> {
  const server = await TestServer.begin({ samples: false })
  try {
    await targets(server)
    const first = await attack(server, COUNT, 1)
    const before = await memoryOf(server)
    const second = await attack(server, COUNT, 1)
    const more = (await memoryOf(server)) - before
    const faults = [...first.faults, ...second.faults]
    for (const fault of faults.slice(0, 5)) console.error(fault)
    return [
      {
        what: `hostile requests, ${COUNT} twice: answered with 500`,
        measured: String(faults.length),
        against: `${[...second.answers.values()].reduce((sum, n) => sum + n, 0)} answered`,
        ratio: faults.length,
        limit: 0,
      },
      {
        what: 'memory after the second round, more than after the first',
        measured: `${more.toFixed(0)} MB`,
        against: `${MOST} MB`,
        ratio: Math.max(0, more / MOST),
        limit: 1,
      },
    ]
  } finally {
    await server.end()
  }
}
