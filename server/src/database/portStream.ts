import { Duplex } from 'node:stream'

/** A database that runs, as one who speaks with it needs it. */
export interface Speaking {
  connect(): void
  send(bytes: Uint8Array): void
  hear(listener: ((bytes: Uint8Array) => void) | null): void
  /** Settles with what ended it. */
  readonly ended: Promise<Error>
}

/** A connection to an embedded database, as the PostgreSQL driver wants one: it opens once the database does. */
export class PortStream extends Duplex {
  private database: Speaking | null = null

  constructor(private readonly opening: () => Promise<Speaking>) {
    super()
  }

  connect(): this {
    this.opening().then(
      (database) => {
        if (this.destroyed) return
        this.database = database
        database.connect()
        database.hear((bytes) => this.push(bytes))
        void database.ended.then((error) => {
          if (this.database === database) this.destroy(error)
        })
        this.emit('connect')
      },
      (error: Error) => this.destroy(error),
    )
    return this
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
    this.database?.hear(null)
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
