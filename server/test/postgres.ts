import { execFileSync, spawn, type ChildProcess } from 'node:child_process'
import { chmodSync, chownSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Client } from 'pg'

/** A PostgreSQL server of its own, on a fresh folder: gone when it is ended. */
export class Postgres {
  private databases = 0

  private constructor(
    private readonly child: ChildProcess,
    private readonly folder: string,
    private readonly port: number,
  ) {}

  static async begin(): Promise<Postgres> {
    const bin = programs()
    const folder = mkdtempSync(join(tmpdir(), 'lamina-postgres-'))
    chmodSync(folder, 0o700)
    // It does not run as root: there it is run as the user that came with it.
    const as = process.getuid?.() === 0 ? idsOf('postgres') : {}
    if (as.uid !== undefined) chownSync(folder, as.uid, as.gid!)
    const data = join(folder, 'data')
    execFileSync(join(bin, 'initdb'), ['-D', data, '-U', 'lamina', '-A', 'trust', '--no-sync'], {
      ...as,
      cwd: folder,
      stdio: 'ignore',
    })
    const port = await freePort()
    const settings = [
      `port=${port}`,
      'listen_addresses=127.0.0.1',
      `unix_socket_directories=${folder}`,
    ].flatMap((each) => ['-c', each])
    const child = spawn(join(bin, 'postgres'), ['-D', data, ...settings], {
      ...as,
      cwd: folder,
      stdio: 'ignore',
    })
    const server = new Postgres(child, folder, port)
    await server.ready()
    return server
  }

  /** A database of its own, empty. @returns its address */
  async database(): Promise<string> {
    const name = `test_${++this.databases}`
    await this.ask(`create database ${name}`)
    return this.address(name)
  }

  /** Ends connections to all its databases, as a server that is started again does. */
  async cut(): Promise<void> {
    await this.ask('select pg_terminate_backend(pid) from pg_stat_activity where pid <> pg_backend_pid()')
  }

  async end(): Promise<void> {
    const gone = new Promise((done) => this.child.once('exit', done))
    this.child.kill('SIGINT')
    await gone
    rmSync(this.folder, { recursive: true, force: true })
  }

  private address(name: string): string {
    return `postgres://lamina@127.0.0.1:${this.port}/${name}`
  }

  private async ask(sentence: string): Promise<void> {
    const client = new Client({ connectionString: this.address('postgres') })
    client.on('error', () => undefined)
    await client.connect()
    try {
      await client.query(sentence)
    } finally {
      await client.end()
    }
  }

  private async ready(): Promise<void> {
    for (let tries = 0; ; tries++)
      try {
        return await this.ask('select 1')
      } catch (error) {
        if (this.child.exitCode !== null || tries === 200) throw error
        await new Promise((done) => setTimeout(done, 50))
      }
  }
}

/** Where its programs are. */
function programs(): string {
  const all = '/usr/lib/postgresql'
  const [newest] = existsSync(all) ? readdirSync(all).sort((p, q) => Number(q) - Number(p)) : []
  if (!newest) throw new Error('PostgreSQL is not installed: npm test brings it.')
  return join(all, newest, 'bin')
}

function idsOf(user: string): { uid?: number; gid?: number } {
  const of = (what: string): number => Number(execFileSync('id', [what, user], { encoding: 'utf8' }))
  return { uid: of('-u'), gid: of('-g') }
}

const freePort = (): Promise<number> =>
  new Promise((done) => {
    const probe = createServer()
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number }
      probe.close(() => done(port))
    })
  })
