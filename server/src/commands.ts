import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import express from 'express'
import type { Archives } from './archives/archives'
import type { CommandsAt } from './folder'
import { bears, newSecret } from './persons/secrets'

/**
 * Answers commands that are given beside a server that runs: on this computer alone, to who can read its data folder, where the secret
 * is told. Nobody need be signed in for them.
 */
export async function answerCommands(
  archives: Pick<Archives, 'all'>,
): Promise<CommandsAt & { close(): void }> {
  const secret = newSecret()
  const app = express()
  app.disable('x-powered-by')
  app.use((request, response, next) => {
    if (bears(request, secret)) next()
    else
      response.status(401).json({ code: 'sign-in', message: 'Only commands of its owner are answered here.' })
  })
  app.post('/backups', async (_request, response) => {
    response.json({ made: await archives.all() })
  })
  const server = createServer(app)
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  server.unref()
  const { port } = server.address() as AddressInfo
  return { port, secret, close: () => void server.close() }
}

/** Gives a command to a server that runs. @throws Error where it does not do that */
export async function command<T>({ port, secret }: CommandsAt, path: string): Promise<T> {
  const answer = await fetch(`http://127.0.0.1:${port}${path}`, {
    method: 'POST',
    headers: { Authorization: `Bearer ${secret}` },
  })
  if (!answer.ok) throw new Error(`the server that runs answered ${answer.status}`)
  return (await answer.json()) as T
}
