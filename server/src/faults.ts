/** What is asked for is not there. */
export class NotThere extends Error {}
/** There is something else at its place. */
export class Conflict extends Error {}
/** A change was made on a later state than there is: an older one was put back. */
export class Ahead extends Error {}

/** Who asks is not signed in, may not do this, or cannot do it now. */
export class NotAllowed extends Error {
  constructor(
    readonly status: 401 | 403 | 409 | 429,
    readonly code: string,
    message: string,
  ) {
    super(message)
  }
}
