import { createHash, randomBytes } from 'node:crypto'

/** What cannot be guessed: 256 bits, as it can stand in an address. */
export const newSecret = (): string => randomBytes(32).toString('base64url')

/** What is kept of it: enough to know it by, not to make it. */
export const knownBy = (secret: string): string => createHash('sha256').update(secret).digest('base64url')
