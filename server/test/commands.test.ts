import { expect, it } from 'vitest'
import { answerCommands, command } from '../src/commands'

it('commands are taken from who knows the secret, and from nobody else', async () => {
  let made = 0
  const at = await answerCommands({ all: () => Promise.resolve(++made) })
  try {
    expect(await command(at, '/backups')).toEqual({ made: 1 })
    const post = (headers: Record<string, string>): Promise<Response> =>
      fetch(`http://127.0.0.1:${at.port}/backups`, { method: 'POST', headers })
    for (const given of ['', 'Bearer ', `Bearer ${at.secret}x`, `Bearer ${'x'.repeat(at.secret.length)}`])
      expect((await post(given ? { Authorization: given } : {})).status).toBe(401)
    expect(made).toBe(1)
    await expect(command(at, '/something-else')).rejects.toThrow('answered 404')
  } finally {
    at.close()
  }
})
