import { execFileSync, spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { dirname, join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'

const main = resolve(fileURLToPath(import.meta.url), '../../server/dist/main.js')

async function freePort(): Promise<number> {
  return new Promise((done) => {
    const probe = createServer()
    probe.listen(0, '127.0.0.1', () => {
      const address = probe.address()
      const port = typeof address === 'object' && address ? address.port : 0
      probe.close(() => done(port))
    })
  })
}

/** A real server of its own on a fresh data folder; it can be killed and started again. */
export class TestServer {
  /** Everything the server wrote that is not progress. */
  readonly complaints: string[] = []
  /** What it said when it was started last. */
  said = ''
  private child: ChildProcess | null = null

  private constructor(
    readonly port: number,
    readonly folder: string,
    private readonly args: readonly string[],
    private readonly settings: Readonly<Record<string, string>>,
  ) {}

  /**
   * @param options.folder its data folder; left out: one of its own
   * @param options.settings what it is started with besides
   */
  static async begin(options: {
    samples: boolean
    folder?: string
    settings?: Readonly<Record<string, string>>
  }): Promise<TestServer> {
    const folder = options.folder ?? mkdtempSync(join(tmpdir(), 'lamina-test-'))
    const args = options.samples ? [] : ['--no-samples']
    const server = new TestServer(await freePort(), folder, args, options.settings ?? {})
    await server.start()
    return server
  }

  get address(): string {
    return `${this.settings['LAMINA_TLS_CERT'] ? 'https' : 'http'}://localhost:${this.port}`
  }

  async start(): Promise<void> {
    this.said = ''
    const child = spawn(process.execPath, [main, ...this.args], {
      env: {
        ...process.env,
        HOST: '127.0.0.1',
        PORT: String(this.port),
        LAMINA_DATA: this.folder,
        LOG_LEVEL: 'warn',
        // None that a test did not ask for.
        LAMINA_BACKUPS: '0',
        ...this.settings,
      },
      stdio: ['ignore', 'pipe', 'pipe'],
    })
    this.child = child
    child.stderr!.on('data', (data: Buffer) => this.complaints.push(String(data)))
    await new Promise<void>((ready, failed) => {
      child.stdout!.on('data', (data: Buffer) => {
        const text = String(data)
        this.said += text
        if (text.includes('Lamina is ready')) ready()
        if (text.includes('"level":')) this.complaints.push(text)
      })
      child.once('exit', (code) => {
        this.child = null
        failed(new Error(`the server ended with ${code}: ${this.complaints.join('')}`))
      })
    })
    child.removeAllListeners('exit')
  }

  /** Ends it at once, whatever it does. */
  async kill(): Promise<void> {
    const { child } = this
    if (!child) return
    this.child = null
    // One that ended by itself is gone already.
    if (child.exitCode !== null || child.signalCode !== null) return
    const gone = new Promise((done) => child.once('exit', done))
    child.kill('SIGKILL')
    await gone
  }

  /** Asks it to end; gives its exit code. */
  async stop(): Promise<number | null> {
    const { child } = this
    if (!child) throw new Error('It does not run.')
    const gone = new Promise<number | null>((done) => child.once('exit', done))
    child.kill('SIGTERM')
    this.child = null
    return gone
  }

  async end(): Promise<void> {
    await this.kill()
    rmSync(this.folder, { recursive: true, force: true })
  }

  /** A second server on the same folder: gives its exit code and what it said. */
  async second(
    settings: Readonly<Record<string, string>> = {},
  ): Promise<{ code: number | null; said: string }> {
    const child = spawn(process.execPath, [main, '--no-samples'], {
      env: { ...process.env, HOST: '127.0.0.1', PORT: '0', LAMINA_DATA: this.folder, ...settings },
      stdio: ['ignore', 'ignore', 'pipe'],
    })
    let said = ''
    child.stderr.on('data', (data: Buffer) => (said += String(data)))
    const code = await new Promise<number | null>((done) => child.once('exit', done))
    return { code, said }
  }

  /** A program of the server, on its folder. @returns what it says @throws where it ends with another code than 0 */
  program(
    name: 'backup' | 'check' | 'move',
    args: readonly string[] = [],
    settings: Readonly<Record<string, string>> = {},
  ): string {
    return execFileSync(process.execPath, [join(dirname(main), `${name}.js`), ...args], {
      env: { ...process.env, LAMINA_DATA: this.folder, LOG_LEVEL: 'warn', ...this.settings, ...settings },
      encoding: 'utf8',
      stdio: ['ignore', 'pipe', 'pipe'],
    })
  }

  async json<T>(path: string, headers: Readonly<Record<string, string>> = {}): Promise<T> {
    const response = await fetch(this.address + path, { headers })
    if (!response.ok) throw new Error(`${path}: ${response.status}`)
    return (await response.json()) as T
  }
}
