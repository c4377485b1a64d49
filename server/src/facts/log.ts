import { pino, type DestinationStream, type Logger } from 'pino'

/**
 * What the server says of itself, line by line as JSON. Of a fault it tells its cause, by kind, sentence, code and place in the
 * program: not what was asked of the database, nor what that says of it, for there is the content of drawings in it.
 */
export const makeLog = (level: string, to?: DestinationStream): Logger =>
  pino({ level, serializers: { err: faultFacts } }, ...(to ? [to] : []))

interface FaultFacts {
  readonly type: string
  readonly message: string
  readonly code?: unknown
  readonly stack?: string | undefined
}

function faultFacts(error: unknown): FaultFacts {
  const cause = causeOf(error)
  if (!(cause instanceof Error)) return { type: typeof cause, message: String(cause) }
  const { code } = cause as { readonly code?: unknown }
  return {
    type: cause.name,
    message: cause.message,
    ...(code === undefined ? {} : { code }),
    stack: cause.stack,
  }
}

/** What a fault comes from. */
function causeOf(error: unknown): unknown {
  return error instanceof Error && error.cause !== undefined ? causeOf(error.cause) : error
}
