/** What a typed field holds. */
export type TypedKind = 'length' | 'lengths' | 'angle' | 'bearing' | 'number' | 'text'

/** The words that may stand behind a figure in a field of a kind. */
const LENGTH_WORDS = ['mm', 'cm', 'm', 'km', 'in', 'inch', 'inches', 'ft', 'foot', 'feet', 'x']
const WORDS: Readonly<Record<Exclude<TypedKind, 'text'>, readonly string[]>> = {
  length: LENGTH_WORDS,
  lengths: LENGTH_WORDS,
  angle: ['d', 'deg', 'degrees', 'm', 'min', 's', 'sec', 'in'],
  bearing: ['d', 'deg', 'degrees', 'm', 'min', 's', 'sec', 'e', 'w'],
  number: [],
}

/** Marks that may stand in a value of a kind besides figures, signs and brackets. */
const MARKS: Readonly<Record<Exclude<TypedKind, 'text'>, RegExp>> = {
  length: /^['"′″½¼¾⅛⅜⅝⅞*×÷/ ]$/,
  lengths: /^['"′″½¼¾⅛⅜⅝⅞*×÷/; ]$/,
  angle: /^['"′″°:%/ ]$/,
  bearing: /^['"′″° ]$/,
  number: /^[%*×÷/ ]$/,
}

/**
 * Whether a key is a part of what is typed into a field of a kind that holds `text` so far. A letter behind a figure is
 * one when it begins or goes on a unit; all others are not for the field.
 */
export function goesInto(kind: TypedKind, text: string, key: string): boolean {
  if (key.length !== 1) return false
  if (kind === 'text') return true
  // Of several, one by one.
  const before = (kind === 'lengths' ? text.slice(text.lastIndexOf(';') + 1) : text).trimEnd()
  if (/^[0-9.,+(-]$/.test(key)) return true
  if (before === '') {
    if (kind === 'bearing') return /^[ns]$/i.test(key)
    const length = kind === 'length' || kind === 'lengths'
    return (length && /^[½¼¾⅛⅜⅝⅞'"]$/.test(key)) || (before !== text.trimEnd() && key === ' ')
  }
  if (key === ')' || MARKS[kind].test(key)) return true
  if (!/^[a-z]$/i.test(key)) return false
  const [, figure, begun] = /^(.*?)([a-z]*)$/i.exec(text)!
  if (!/[0-9.)'"°] *$/.test(figure!))
    return kind === 'bearing' && /^ *[ns] *$/i.test(text) && /^[ew]$/i.test(key)
  const word = (begun! + key).toLowerCase()
  return WORDS[kind].some((each) => each.startsWith(word))
}
