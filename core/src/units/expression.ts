import type { UnitReading } from './system'

/** A value while an expression is worked out: a plain number, or a length in millimetres. */
interface Value {
  readonly amount: number
  readonly isLength: boolean
}

/** What an expression came to. `bare` tells that a number without a unit took the project's own unit. */
export interface Worked {
  readonly mm: number
  readonly bare: boolean
}

/** A sentence for the person who typed it. */
export class UnitError extends Error {}

const MM_PER: Record<string, number> = {
  mm: 1,
  cm: 10,
  m: 1000,
  km: 1_000_000,
  in: 25.4,
  ft: 304.8,
}

const UNIT_WORDS: Record<string, string> = {
  mm: 'mm',
  cm: 'cm',
  m: 'm',
  km: 'km',
  in: 'in',
  inch: 'in',
  inches: 'in',
  '"': 'in',
  ft: 'ft',
  foot: 'ft',
  feet: 'ft',
  "'": 'ft',
}

const VULGAR: Record<string, string> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
}

/** Brings marks that look alike on keyboards and in print to one spelling. */
export function plainMarks(text: string): string {
  return text
    .replace(/[½¼¾⅛⅜⅝⅞]/g, (mark, at: number) =>
      at > 0 && /\d/.test(text[at - 1]!) ? ` ${VULGAR[mark]}` : VULGAR[mark]!,
    )
    .replace(/[\u00a0\u202f\u2009]/g, ' ')
    .replace(/''|[″”“]/g, '"')
    .replace(/[′’‘]/g, "'")
    .replace(/[−–]/g, '-')
    .replace(/[×]/g, '*')
    .replace(/÷/g, '/')
    .trim()
}

/**
 * Works out a typed length: numbers with units, feet with inches and fractions, and + − × ÷ with brackets.
 * Gives millimetres. Throws UnitError with a sentence when the text is not a length.
 */
export function workOut(text: string, reading: UnitReading): Worked {
  return new Reader(plainMarks(text).toLowerCase(), reading).whole()
}

/** Works out a plain number with + − × ÷ and brackets. Throws UnitError with a sentence when it has a unit. */
export function workOutNumber(text: string): number {
  return new Reader(plainMarks(text).toLowerCase(), { system: 'metric', bareUnit: 'mm' }).wholeNumber()
}

class Reader {
  private at = 0
  private bare = false

  constructor(
    private readonly text: string,
    private readonly reading: UnitReading,
  ) {}

  whole(): Worked {
    this.space()
    if (this.at >= this.text.length) throw new UnitError('Type a length.')
    const value = this.sum()
    this.space()
    if (this.at < this.text.length) throw this.unclear()
    return { mm: this.asLength(value).amount, bare: this.bare }
  }

  wholeNumber(): number {
    this.space()
    if (this.at >= this.text.length) throw new UnitError('Type a number.')
    const value = this.sum()
    this.space()
    if (this.at < this.text.length) throw this.unclear()
    if (value.isLength) throw new UnitError('A number without a unit is wanted here.')
    return value.amount
  }

  private sum(): Value {
    let left = this.product()
    for (;;) {
      this.space()
      const sign = this.text[this.at]
      if (sign !== '+' && sign !== '-') return left
      this.at++
      let right = this.product()
      if (left.isLength !== right.isLength) {
        left = this.asLength(left)
        right = this.asLength(right)
      }
      left = {
        amount: sign === '+' ? left.amount + right.amount : left.amount - right.amount,
        isLength: left.isLength,
      }
    }
  }

  private product(): Value {
    let left = this.factor()
    for (;;) {
      this.space()
      const sign = this.text[this.at]
      if (sign !== '*' && sign !== 'x' && sign !== '/') return left
      this.at++
      const right = this.factor()
      if (sign === '/') {
        if (right.amount === 0) throw new UnitError('That divides by nothing.')
        if (right.isLength && !left.isLength)
          throw new UnitError('A number divided by a length is not a length.')
        left = { amount: left.amount / right.amount, isLength: left.isLength && !right.isLength }
      } else {
        if (left.isLength && right.isLength)
          throw new UnitError('A length times a length is an area, not a length.')
        left = { amount: left.amount * right.amount, isLength: left.isLength || right.isLength }
      }
    }
  }

  private factor(): Value {
    this.space()
    const sign = this.text[this.at]
    if (sign === '-' || sign === '+') {
      this.at++
      const value = this.factor()
      return sign === '-' ? { amount: -value.amount, isLength: value.isLength } : value
    }
    if (sign === '(') {
      this.at++
      const value = this.sum()
      this.space()
      if (this.text[this.at] !== ')') throw new UnitError('A bracket is not closed.')
      this.at++
      const unit = this.unit()
      return unit && !value.isLength ? { amount: value.amount * MM_PER[unit]!, isLength: true } : value
    }
    return this.quantity()
  }

  /** One number with its unit, feet followed by inches included. */
  private quantity(): Value {
    const start = this.at
    const number = this.number()
    if (number === null) throw this.unclear()
    const written = this.text.slice(start, this.at)
    const unit = this.unit()
    if (!unit) return { amount: number, isLength: false }
    if (/,\d{3}$/.test(written) && (unit === 'm' || unit === 'cm' || unit === 'km'))
      throw new UnitError(
        `“${written} ${unit}” can be read two ways. Write ${written.replace(',', '.')} ${unit} or ${written.replace(',', '')} ${unit}.`,
      )
    let mm = number * MM_PER[unit]!
    if (unit === 'ft') {
      const inches = this.inchesAfterFeet()
      if (inches !== null) mm += inches * 25.4
    }
    return { amount: mm, isLength: true }
  }

  /** Inches directly behind feet: 7'4, 7' 4 1/2", 7'-4". Null when something else follows. */
  private inchesAfterFeet(): number | null {
    const back = this.at
    const gap = /^(-(?=\d)| *)/.exec(this.text.slice(this.at))!
    this.at += gap[0].length
    const number = this.number()
    // What is multiplied or divided is a term of its own: 20'-2*6'4 is 20' less twice 6'4.
    if (number === null || /^ *[*/x]/.test(this.text.slice(this.at))) {
      this.at = back
      return null
    }
    const unit = this.unit()
    if (unit === 'in' && !/^ *[*/x]/.test(this.text.slice(this.at))) return number
    const tight = gap[0] === '' || gap[0] === '-' || /^ +$/.test(gap[0])
    if (unit === null && tight && number < 12) return number
    this.at = back
    return null
  }

  /** A number: digits with a point or comma, grouped thousands, whole with a fraction. Null if none stands here. */
  private number(): number | null {
    const rest = this.text.slice(this.at)
    const mixed = /^(\d+) +(\d+)\/(\d+)(?![\d.])/.exec(rest)
    if (mixed) {
      this.at += mixed[0].length
      return Number(mixed[1]) + fraction(mixed[2]!, mixed[3]!)
    }
    const plain = /^(\d+)\/(\d+)(?![\d.])(?= *("|'|in|inch|inches|ft|foot|feet|mm|cm|m)(?![a-z]))/.exec(rest)
    if (plain) {
      this.at += plain[0].length
      return fraction(plain[1]!, plain[2]!)
    }
    const grouped = /^\d{1,3}(?:( |,)\d{3})(?:\1\d{3})*(\.\d+)?(?![\d.,])/.exec(rest)
    if (grouped) {
      this.at += grouped[0].length
      return Number(grouped[0].replace(/[ ,]/g, ''))
    }
    const simple = /^(\d+(?:[.,]\d*)?|[.,]\d+)/.exec(rest)
    if (!simple) return null
    this.at += simple[0].length
    return Number(simple[0].replace(',', '.'))
  }

  private unit(): string | null {
    const found = /^ *("|'|[a-z]+)/.exec(this.text.slice(this.at))
    if (!found) return null
    const word = found[1]!
    if (word === 'x') return null
    const unit = UNIT_WORDS[word]
    if (!unit) throw new UnitError(`“${word}” is not a unit. Use mm, cm, m, ft (') or in (").`)
    this.at += found[0].length
    return unit
  }

  private asLength(value: Value): Value {
    if (value.isLength) return value
    if (value.amount !== 0) this.bare = true
    return { amount: value.amount * MM_PER[this.reading.bareUnit]!, isLength: true }
  }

  private space(): void {
    while (this.text[this.at] === ' ') this.at++
  }

  private unclear(): UnitError {
    const rest = this.text.slice(this.at).trim()
    return new UnitError(
      rest
        ? `“${rest.slice(0, 24)}” is not understood as a length.`
        : 'The length ends too early; a number is missing.',
    )
  }
}

function fraction(top: string, bottom: string): number {
  if (Number(bottom) === 0) throw new UnitError('A fraction cannot have 0 below the line.')
  return Number(top) / Number(bottom)
}
