import { isDeepStrictEqual } from 'node:util'
import { Drafter } from '../e2e/drawing'
import { TestServer } from '../e2e/server'
import { Postgres } from '../server/test/postgres'
import type { Row } from './main'

/** So many draw at once, by turns by one server and the other, so many walls each. */
const CLIENTS = 20
const EACH = 100
/** Where so much is drawn, one of the servers is killed; its drafters go on by the other, and it comes back. */
const KILL_AT = 0.4

/** Comes as the first person, by requests alone. @returns what their requests are sent with */
async function come(server: TestServer): Promise<Record<string, string>> {
  const link = /\/join#([\w-]+)/.exec(server.said)
  if (!link) throw new Error(`no link in: ${server.said}`)
  const answer = await fetch(`${server.address}/api/links/${link[1]!}`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({
      signIn: 'ada@office.example',
      name: 'Ada Test',
      initials: 'AT',
      password: 'four plain words here',
    }),
  })
  if (!answer.ok) throw new Error(await answer.text())
  return { Cookie: answer.headers.getSetCookie()[0]!.split(';')[0]! }
}

/** Two processes on one PostgreSQL, one of them killed in the middle: what was acknowledged is there, once, for both. */
export async function benchOffice(): Promise<Row[]> {
  const postgres = await Postgres.begin()
  const settings = { DATABASE_URL: await postgres.database() }
  const servers = [
    await TestServer.begin({ samples: false, settings }),
    await TestServer.begin({ samples: false, settings }),
  ] as const
  try {
    const headers = await come(servers[0])
    const first = await Drafter.begin(servers[0], 'office', headers)
    const drafters = Array.from({ length: CLIENTS }, (_, i) => {
      const drafter = i === 0 ? first : first.another(`drafter-${i}`)
      drafter.server = servers[i % 2]!
      return drafter
    })
    let drawn = 0
    let unanswered = 0
    let down: Promise<void> | null = null
    const draws = async (drafter: Drafter): Promise<void> => {
      while (drafter.acknowledged.length < EACH) {
        const outcome = await drafter.draw()
        if (outcome === 'acknowledged') drawn++
        else if (outcome === 'unanswered') {
          unanswered++
          drafter.server = servers[0]
        } else throw new Error(JSON.stringify(outcome))
        if (drawn >= CLIENTS * EACH * KILL_AT) down ??= servers[1].kill().then(() => servers[1].start())
      }
    }
    await Promise.all(drafters.map(draws))
    await down
    if (unanswered === 0) throw new Error('nobody was drawing by the server that was killed')
    const lost = new Set<string>()
    for (const drafter of drafters)
      for (const server of servers) {
        drafter.server = server
        for (const each of await drafter.lost()) lost.add(each)
      }
    const [one, other] = await Promise.all(
      servers.map((server) => server.json<Record<string, unknown>>('/api/projects/office', headers)),
    )
    const equal = isDeepStrictEqual(one, other)
    return [
      {
        what: `two processes, one killed: lost or doubled of ${drawn} changes of ${CLIENTS}, ${unanswered} sent again`,
        measured: String(lost.size),
        against: 'none',
        ratio: lost.size,
        limit: 0,
      },
      {
        what: 'the same, what the two then give differs',
        measured: equal ? 'no' : 'yes',
        against: 'no',
        ratio: equal ? 0 : 1,
        limit: 0,
      },
    ]
  } finally {
    for (const server of servers) await server.end()
    await postgres.end()
  }
}
