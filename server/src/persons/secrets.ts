import { createHash, randomBytes, timingSafeEqual } from 'node:crypto'

/** What cannot be guessed: 256 bits, as it can stand in an address. */
export const newSecret = (): string => randomBytes(32).toString('base64url')

/** What is kept of it: enough to know it by, not to make it. */
export const knownBy = (secret: string): string => createHash('sha256').update(secret).digest('base64url')

/** Whether a request bears a secret, as RFC 6750 has it. Takes as long whatever it bears. */
export function bears(
  request: { readonly headers: { readonly authorization?: string | undefined } },
  secret: string,
): boolean {
  const given = createHash('sha256')
    .update(request.headers.authorization ?? '')
    .digest()
  return timingSafeEqual(given, createHash('sha256').update(`Bearer ${secret}`).digest())
}
