import { Duplex } from 'node:stream'

/** A database that runs, as one who speaks with it needs it. */
export interface Speaking {
  /** Begins a connection: what is heard from then on are its answers. */
  connect(): Promise<void>
  send(bytes: Uint8Array): void
  /** One listens at a time, the last. Gives the way to stop. */
  hear(listener: (bytes: Uint8Array) => void): () => void
  /** Settles with what ended it. */
  readonly ended: Promise<Error>
}

/** A connection to an embedded database, as the PostgreSQL driver wants one: it opens once the database does. */
export class PortStream extends Duplex {
  private database: Speaking | null = null
  private deafen: (() => void) | null = null

  constructor(private readonly opening: () => Promise<Speaking>) {
    super()
  }

  connect(): this {
    this.begin().catch((error: Error) => this.destroy(error))
    return this
  }

  private async begin(): Promise<void> {
    const database = await this.opening()
    if (this.destroyed) return
    this.database = database
    void database.ended.then((error) => {
      if (this.database === database) this.destroy(error)
    })
    await database.connect()
    if (this.destroyed) return
    this.deafen = database.hear((bytes) => this.push(bytes))
    this.emit('connect')
  }

  override _read(): void {
    // What comes is pushed as it comes.
  }

  override _write(chunk: Uint8Array, _encoding: string, done: (error?: Error | null) => void): void {
    this.database?.send(chunk)
    done(this.database ? null : new Error('The database is not open.'))
  }

  override _final(done: () => void): void {
    this.leave()
    this.push(null)
    done()
  }

  override _destroy(error: Error | null, done: (error: Error | null) => void): void {
    this.leave()
    done(error)
  }

  private leave(): void {
    this.deafen?.()
    this.deafen = null
    this.database = null
  }

  // What the driver asks of a socket.
  setNoDelay(): this {
    return this
  }
  setKeepAlive(): this {
    return this
  }
  ref(): this {
    return this
  }
  unref(): this {
    return this
  }
}
