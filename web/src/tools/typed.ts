import {
  parseAngle,
  parseBearing,
  parseLength,
  parseLengths,
  parseNumber,
  type Units,
} from '@lamina/core/units'
import type { TagField } from './tool'

export type Understood =
  | {
      readonly ok: true
      readonly value: number
      readonly bare: boolean
      /** Of several: all of them. */
      readonly all?: readonly number[]
    }
  | { readonly ok: false; readonly message: string }

/** What was typed in a field: mm, radians or a plain number; or why it is not understood. */
export function understand(text: string, kind: TagField['kind'], units: Units): Understood {
  switch (kind) {
    case 'length': {
      const parsed = parseLength(text, units)
      return parsed.ok ? { ok: true, value: parsed.mm, bare: parsed.bare } : parsed
    }
    case 'lengths': {
      const parsed = parseLengths(text, units)
      return parsed.ok ? { ok: true, value: parsed.mm[0]!, bare: parsed.bare, all: parsed.mm } : parsed
    }
    case 'angle':
    case 'bearing': {
      const parsed = kind === 'angle' ? parseAngle(text) : parseBearing(text)
      return parsed.ok ? { ok: true, value: parsed.radians, bare: false } : parsed
    }
    case 'number': {
      const parsed = parseNumber(text)
      return parsed.ok ? { ok: true, value: parsed.value, bare: false } : parsed
    }
    case 'text':
      return { ok: true, value: 0, bare: false }
  }
}

/** What the fields that are no lengths hold, by their key. */
const KINDS: Readonly<Record<string, TagField['kind']>> = {
  turn: 'angle',
  bearing: 'bearing',
  count: 'number',
  rows: 'number',
  sides: 'number',
  factor: 'number',
  part: 'number',
  risers: 'number',
  corner: 'lengths',
  clear: 'lengths',
  note: 'text',
  name: 'text',
}

export const kindOfField = (key: string): TagField['kind'] => KINDS[key] ?? 'length'

/** The values typed in a field, mostly one; none while there is none, or none that is understood. */
export function typedValues(key: string, text: string | undefined, units: Units): readonly number[] {
  const kind = kindOfField(key)
  if (!text || kind === 'text') return []
  const understood = understand(text, kind, units)
  return understood.ok ? (understood.all ?? [understood.value]) : []
}
