import { expect } from 'vitest'
import type { KnownPerson, Me } from '@lamina/core/exchange'

/** Somebody at a browser of their own. */
export class Somebody {
  private cookie = ''

  /** @param port of the server they ask */
  constructor(private readonly port: () => number) {}

  async ask(
    method: string,
    path: string,
    body?: unknown,
    headers: Readonly<Record<string, string>> = {},
  ): Promise<Response> {
    const answer = await fetch(`http://localhost:${this.port()}/api${path}`, {
      method,
      headers: {
        ...(this.cookie && { Cookie: this.cookie }),
        ...(body !== undefined && { 'Content-Type': 'application/json' }),
        ...headers,
      },
      ...(body !== undefined && { body: JSON.stringify(body) }),
    })
    const given = answer.headers.getSetCookie()[0]
    if (given !== undefined) this.cookie = given.split(';')[0]!
    return answer
  }

  async status(method: string, path: string, body?: unknown): Promise<number> {
    const answer = await this.ask(method, path, body)
    await answer.text()
    return answer.status
  }

  async json<T>(path: string): Promise<T> {
    const answer = await this.ask('GET', path)
    expect(answer.status).toBe(200)
    return (await answer.json()) as T
  }

  /** Follows a link as somebody new. */
  async come(secret: string, name: string, password = `the password of ${name}`): Promise<KnownPerson> {
    const answer = await this.ask('POST', `/links/${secret}`, {
      signIn: `${name}@office.example`,
      name: `${name[0]!.toUpperCase()}${name.slice(1)} Test`,
      initials: `${name[0]!.toUpperCase()}T`,
      password,
    })
    expect(answer.status).toBe(201)
    return ((await answer.json()) as Me).person!
  }

  signIn(name: string, password = `the password of ${name}`): Promise<number> {
    return this.status('POST', '/me', { signIn: `${name}@office.example`, password })
  }
}
