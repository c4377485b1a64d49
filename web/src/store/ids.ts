const LETTERS = '0123456789abcdefghijklmnopqrstuvwxyz'

/** A fresh id: 16 letters and digits drawn at random, 80 bits and more. */
export function makeId(): string {
  return [...crypto.getRandomValues(new Uint8Array(16))].map((byte) => LETTERS[byte % 36]).join('')
}
