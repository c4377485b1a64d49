import { readFileSync } from 'node:fs'
import { isIP } from 'node:net'
import type { NodePgDatabase } from 'drizzle-orm/node-postgres'
import { Acts } from './acts'
import { sessionSecret } from './common'
import type { GateParts } from './gate'
import { FIRST_LINK_MS, Persons } from './persons'
import { Roles } from './roles'
import { Sessions } from './sessions'

/** How the server is reached, as it is set. */
export interface Reached {
  /** The address it listens at. */
  readonly host: string
  /** The names it answers to besides those of this computer. */
  readonly hosts: readonly string[]
  /** The servers before it that bring TLS; null: there are none. */
  readonly proxy: string | null
  /** Its certificate and key; null: it speaks plainly. */
  readonly tls: { readonly cert: Buffer; readonly key: Buffer } | null
  /** People sign in wherever it is reached from: it is set so, or others may be on its database. */
  readonly always: boolean
}

/** Settings that do not go together, or name what cannot be read; the message is a sentence. */
export class SettingRefused extends Error {}

/** An address, or a part of a network by the bits they have in common. */
function isProxy(text: string): boolean {
  const [, address, bits] = /^([^/]+)(?:\/(\d{1,3}))?$/.exec(text) ?? []
  const form = isIP(address ?? '')
  return form !== 0 && (bits === undefined || Number(bits) <= (form === 4 ? 32 : 128))
}

const isLoopback = (host: string): boolean =>
  host === 'localhost' || host === '::1' || (isIP(host) === 4 && host.startsWith('127.'))

/** Reads how the server is reached. @throws SettingRefused */
export function reachedBy(env: Readonly<Record<string, string | undefined>>): Reached {
  const listed = (name: string): string[] =>
    (env[name] ?? '')
      .split(',')
      .map((each) => each.trim().toLowerCase())
      .filter((each) => each !== '')
  const host = env['HOST'] ?? '127.0.0.1'
  const hosts = listed('LAMINA_HOSTS')
  const proxies = listed('LAMINA_PROXY')
  const proxy = proxies.length > 0 ? proxies.join(',') : null
  const unknown = proxies.find((each) => !isProxy(each))
  if (unknown !== undefined)
    throw new SettingRefused(
      `LAMINA_PROXY is the address of a proxy as the server sees it, as 127.0.0.1 or 10.0.0.0/8, not “${unknown}”.`,
    )
  const tls = tlsOf(env)
  if (!isLoopback(host) && !tls && !proxy)
    throw new SettingRefused(
      'Beyond this computer Lamina is reached over TLS alone. Name the files of a certificate and its key ' +
        'with LAMINA_TLS_CERT and LAMINA_TLS_KEY, or the address of the proxy that brings TLS with LAMINA_PROXY.',
    )
  return { host, hosts, proxy, tls, always: Boolean(env['LAMINA_SIGN_IN'] || env['DATABASE_URL']) }
}

function tlsOf(env: Readonly<Record<string, string | undefined>>): Reached['tls'] {
  const [cert, key] = [env['LAMINA_TLS_CERT'], env['LAMINA_TLS_KEY']]
  if (!cert && !key) return null
  if (!cert || !key)
    throw new SettingRefused('LAMINA_TLS_CERT and LAMINA_TLS_KEY go together: name both files, or neither.')
  const read = (name: string, path: string): Buffer => {
    try {
      return readFileSync(path)
    } catch (error) {
      const { code } = error as { code?: string }
      throw new SettingRefused(`The file that ${name} names cannot be read (${code ?? 'unknown'}): ${path}`)
    }
  }
  return { cert: read('LAMINA_TLS_CERT', cert), key: read('LAMINA_TLS_KEY', key) }
}

/** Whether people are asked who they are: where anybody else than who sits here can reach it. */
export const isAsked = ({ host, hosts, proxy, always }: Reached): boolean =>
  always || !isLoopback(host) || hosts.length > 0 || proxy !== null

export const isOverTls = ({ tls, proxy }: Reached): boolean => tls !== null || proxy !== null

/** Where the server is found by people, without a path. @param port that it answers at */
export function addressOf({ host, hosts, proxy, tls }: Reached, port: number): string {
  const [name] = hosts
  if (proxy) return `https://${name ?? 'localhost'}`
  return `${tls ? 'https' : 'http'}://${name ?? (isLoopback(host) ? 'localhost' : host)}:${port}`
}

/** What lets people in. */
export async function makeDoor(
  db: NodePgDatabase,
  reached: Reached,
): Promise<Omit<GateParts, 'ended' | 'nameOf'> | null> {
  if (!isAsked(reached)) return null
  return {
    persons: new Persons(db),
    roles: new Roles(db),
    sessions: new Sessions(db),
    acts: new Acts(db),
    secret: await sessionSecret(db),
    overTls: isOverTls(reached),
  }
}

/** Where nobody keeps the persons yet: the secret of a link that makes the first who does. */
export async function firstLink(persons: Persons): Promise<string | null> {
  if (await persons.hasKeeper()) return null
  return (await persons.makeLink(null, true, FIRST_LINK_MS)).secret
}
