import { createHash } from 'node:crypto'

/** The SHA-256 of some bytes, in hexadecimal digits. */
export const sha256 = (bytes: Uint8Array): Promise<string> =>
  Promise.resolve(createHash('sha256').update(bytes).digest('hex'))
