/** What is asked for is not there. */
export class NotThere extends Error {}
/** There is something else at its place. */
export class Conflict extends Error {}
/** A change was made on a later state than there is: an older one was put back. */
export class Ahead extends Error {}
