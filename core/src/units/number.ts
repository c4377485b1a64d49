import { UnitError, workOutNumber } from './expression'

export type ParsedNumber =
  { readonly ok: true; readonly value: number } | { readonly ok: false; readonly message: string }

/**
 * Reads a typed number, with arithmetic; a trailing per cent sign divides by a hundred (`50%` is 0.5). Never
 * throws.
 */
export function parseNumber(text: string): ParsedNumber {
  if (text.length > 200) return { ok: false, message: 'That is too long to be a number.' }
  const cent = /^(.*)% *$/.exec(text)
  try {
    const value = workOutNumber(cent ? cent[1]! : text) / (cent ? 100 : 1)
    return Number.isFinite(value) ? { ok: true, value } : { ok: false, message: 'That is not a number.' }
  } catch (error) {
    if (error instanceof UnitError) return { ok: false, message: error.message }
    throw error
  }
}
