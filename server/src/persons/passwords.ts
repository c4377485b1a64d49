import argon2 from 'argon2'

/** As RFC 9106 has it for where memory is scarce (section 4, the second choice): argon2id, 64 MiB, three passes. */
const AS = { type: argon2.argon2id, memoryCost: 2 ** 16, timeCost: 3, parallelism: 4 } as const

/** What is kept of a password. */
export const hashOf = (password: string): Promise<string> => argon2.hash(password, AS)

/** Of nobody: who does not know a name takes as long to be refused as who does. */
let nobodys: Promise<string> | null = null

/** Whether a password is that of which a hash is kept; null: of nobody, it is not. */
export async function isPassword(hash: string | null, password: string): Promise<boolean> {
  nobodys ??= hashOf('nobody has this')
  const fits = await argon2.verify(hash ?? (await nobodys), password)
  return fits && hash !== null
}
