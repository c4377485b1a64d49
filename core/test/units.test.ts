import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  DEGREE,
  FEET_INCHES,
  FEET_INCHES_SCALES,
  METRIC,
  echoLength,
  formatAngle,
  formatHeight,
  formatLength,
  formatThickness,
  formatBearing,
  otherReading,
  goesInto,
  parseAngle,
  parseBearing,
  parseNumber,
  parseLength,
  scaleName,
  shownStepMm,
  standardScales,
  type Units,
} from '../src/units'

const mm = (text: string, units: Units = METRIC): number => {
  const parsed = parseLength(text, units)
  if (!parsed.ok) throw new Error(`${text}: ${parsed.message}`)
  return parsed.mm
}
const refusal = (text: string, units: Units = METRIC): string => {
  const parsed = parseLength(text, units)
  if (parsed.ok) throw new Error(`${text} was taken as ${parsed.mm}`)
  return parsed.message
}

describe('lengths as they are typed', () => {
  it.each([
    ['2*1200+90', 2490],
    ['3.2m', 3200],
    ['3,2 m', 3200],
    ['45 cm', 450],
    ['14 400', 14400],
    ['14\u202f400', 14400],
    ['6,000', 6000],
    ['(1200+300)/2', 750],
    ['3000/4', 750],
    ['-250', -250],
    ['1m + 250', 1250],
    ['2 x 102.5 + 10', 215],
    ["10'", 3048],
    ['1/2"', 12.7],
  ])('metric %s is %d mm', (text, expected) => expect(mm(text)).toBeCloseTo(expected, 9))

  it.each([
    ["7'4", 88],
    [`7'4"`, 88],
    [`7'-4"`, 88],
    [`7' 4 1/2"`, 88.5],
    [`16' 8 1/2"`, 200.5],
    [`16'-8 1/2"`, 200.5],
    ['16ft 8in', 200],
    ['16′ 8½″', 200.5],
    ['3/4"', 0.75],
    ['30', 30],
    [`2*7'4 + 6"`, 182],
    [`20'-2*6'4`, 88],
    [`20'-2x6'4"`, 88],
    [`20'-8*2`, 224],
    [`20'-8"/2`, 236],
    [`7' - 4"`, 80],
    [`10'/4`, 30],
    [`-1'-2"`, -14],
    ['1m', 1000 / 25.4],
  ])('feet and inches %s is %d inches', (text, expected) =>
    expect(mm(text, FEET_INCHES)).toBeCloseTo(expected * 25.4, 6),
  )

  it('says that a bare number was read as inches, and nothing when the unit was typed', () => {
    const bare = parseLength('30', FEET_INCHES)
    expect(bare).toMatchObject({ ok: true, bare: true })
    expect(echoLength(30 * 25.4, true, FEET_INCHES)).toBe(`2'-6" (read as inches)`)
    expect(parseLength(`30"`, FEET_INCHES)).toMatchObject({ ok: true, bare: false })
    expect(parseLength(`7'4`, FEET_INCHES)).toMatchObject({ ok: true, bare: false })
  })

  it.each([
    ['', /Type a length/],
    ['abc', /not understood|not a unit/],
    ['12 furlongs', /not a unit/],
    ['3m*4m', /area/],
    ['5/0', /divides by nothing/],
    ['(12', /bracket/],
    ['12+', /too early/],
    ['3,200 m', /two ways/],
    ['1e9 km', /not a unit|not understood/],
    ['2000km', /longer than/],
    ['1..2', /not understood/],
    ['5/(1m)', /divided by a length/],
  ])('refuses %j with a sentence', (text, sentence) => {
    expect(refusal(text)).toMatch(sentence)
  })

  it('never throws, whatever is typed', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 40 }), fc.constantFrom(METRIC, FEET_INCHES), (text, units) => {
        const parsed = parseLength(text, units)
        return parsed.ok ? Number.isFinite(parsed.mm) : parsed.message.length > 5
      }),
    )
  })
})

describe('written and read back', () => {
  it.each([
    [METRIC, 1],
    [{ ...METRIC, stepMm: 0.1 }, 0.1],
    [{ ...METRIC, stepMm: 0.5 }, 0.5],
    [{ ...METRIC, stepMm: 5 }, 5],
    [FEET_INCHES, 25.4 / 16],
    [{ ...FEET_INCHES, fraction: 64 }, 25.4 / 64],
    [{ ...FEET_INCHES, fraction: 1 }, 25.4],
  ] as [Units, number][])('%j gives the value back to %d mm', (units, step) => {
    expect(shownStepMm(units)).toBeCloseTo(step, 9)
    fc.assert(
      fc.property(fc.double({ min: -1e6, max: 1e6, noNaN: true }), (value) => {
        const back = mm(formatLength(value, units), units)
        expect(Math.abs(back - value)).toBeLessThanOrEqual(step / 2 + 1e-6)
        // What is shown is exact: writing it again changes nothing.
        expect(formatLength(back, units)).toBe(formatLength(value, units))
      }),
    )
  })

  it.each([
    [4750, METRIC, '4\u202f750'],
    [12.5, { ...METRIC, stepMm: 0.5 }, '12.5'],
    [-1234567.4, METRIC, '-1\u202f234\u202f567'],
    [0.2, METRIC, '0'],
    [-0.2, METRIC, '0'],
    [200.5 * 25.4, FEET_INCHES, `16'-8 1/2"`],
    [0.75 * 25.4, FEET_INCHES, `3/4"`],
    [12 * 25.4, FEET_INCHES, `1'-0"`],
    [12.5 * 25.4, FEET_INCHES, `1'-0 1/2"`],
    [0, FEET_INCHES, `0"`],
    [11.99 * 25.4, FEET_INCHES, `1'-0"`],
  ] as [number, Units, string][])('%d mm is written %s', (value, units, text) =>
    expect(formatLength(value, units)).toBe(text),
  )

  it('writes how thick things are, and how far apart, in inches where others are in feet', () => {
    expect(formatThickness(406.4, FEET_INCHES)).toBe('16"')
    expect(formatThickness(14.25 * 25.4, FEET_INCHES)).toBe('14 1/4"')
    expect(formatThickness(400, METRIC)).toBe('400')
  })
  it('writes heights above datum', () => {
    expect(formatHeight(0, METRIC)).toBe('±0.000')
    expect(formatHeight(2700, METRIC)).toBe('+2.700')
    expect(formatHeight(-150, METRIC)).toBe('-0.150')
    expect(formatHeight(108 * 25.4, FEET_INCHES)).toBe(`+9'-0"`)
  })
})

describe('angles', () => {
  it.each([
    ['22.5', 22.5],
    ['22.5°', 22.5],
    [`22°30'`, 22.5],
    [`22°30'36"`, 22.51],
    ['90+22.5', 112.5],
    ['-45', -45],
    ['90 - 15', 75],
  ])('%s is %d degrees', (text, degrees) => {
    const parsed = parseAngle(text)
    expect(parsed.ok && parsed.radians / DEGREE).toBeCloseTo(degrees, 9)
  })
  it.each(['', 'x', '12 13', '1e400', '40000'])('refuses %j', (text) =>
    expect(parseAngle(text).ok).toBe(false),
  )
  it('gives back what it wrote', () => {
    fc.assert(
      fc.property(fc.double({ min: -360, max: 360, noNaN: true }), (degrees) => {
        const parsed = parseAngle(formatAngle(degrees * DEGREE, 3))
        expect(parsed.ok && Math.abs(parsed.radians / DEGREE - degrees)).toBeLessThan(0.00051)
      }),
    )
  })
})

describe('slopes, bearings and numbers', () => {
  const degrees = (text: string): number => {
    const read = parseAngle(text)
    return read.ok ? (read.radians * 180) / Math.PI : NaN
  }
  it.each([
    ['1:12', 4.7636],
    ['1 : 1', 45],
    ['6/12', 26.5651],
    ['6 in 12', 26.5651],
    ['100%', 45],
    ['-5 %', -2.8624],
    ['2,5%', 1.4321],
    ['22°30\'15"', 22.5042],
  ])('%s', (text, expected) => expect(degrees(text)).toBeCloseTo(expected, 3))
  it.each([
    ['N 45° E', 45],
    ["S 47°30' W", 222.5],
    ['90', 0],
    ['0', 90],
    ['N 10 W', 100],
  ])('bearing %s', (text, expected) => {
    const read = parseBearing(text)
    expect(read.ok && ((read.radians * 180) / Math.PI + 360) % 360).toBeCloseTo(expected, 6)
  })
  it('writes bearings clockwise from north and reads them back', () => {
    expect(formatBearing(0)).toBe(`90°00'00"`)
    expect(formatBearing((-Math.PI * 3) / 4)).toBe(`225°00'00"`)
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1_295_999 }), (seconds) => {
        const angle = Math.PI / 2 - (seconds / 3600) * (Math.PI / 180)
        const read = parseBearing(formatBearing(angle))
        expect(read.ok && Math.sin(read.radians - angle)).toBeCloseTo(0, 9)
      }),
    )
  })
  it.each(['N 95 E', 'up', '', '400', '-5'])('“%s” is no bearing', (text) =>
    expect(parseBearing(text).ok).toBe(false),
  )
  it.each([
    ['2*3+1', 7],
    ['1/3', 1 / 3],
    ['50%', 0.5],
    ['(1+2)/4', 0.75],
  ])('number %s', (text, value) => expect(parseNumber(text)).toEqual({ ok: true, value }))
  it.each(['3 mm', 'x', '', '1/0'])('“%s” is no number', (text) => expect(parseNumber(text).ok).toBe(false))
  it('offers the other reading of what is hardly meant', () => {
    expect(otherReading('10', FEET_INCHES, 600)).toEqual({ text: "10'", mm: 3048 })
    expect(otherReading('4.5', METRIC, 100)).toEqual({ text: '4.5 m', mm: 4500 })
    expect(otherReading('10"', FEET_INCHES, 600)).toBeNull()
    expect(otherReading('120', FEET_INCHES, 600)).toBeNull()
    expect(otherReading('2+1', FEET_INCHES, 600)!.mm).toBeCloseTo(914.4, 9)
    // 1 200 m is no house.
    expect(otherReading('1200', METRIC, 1500)).toBeNull()
  })
  it('offers feet and inches where a dash was read as less', () => {
    const inches = (n: number): number => n * 25.4
    expect(mm(`14-6`, FEET_INCHES)).toBeCloseTo(inches(8), 9)
    expect(otherReading(`14-6`, FEET_INCHES)).toEqual({ text: `14'-6"`, mm: inches(174) })
    expect(mm(`20' - 8`, FEET_INCHES)).toBeCloseTo(inches(232), 9)
    expect(otherReading(`20' - 8`, FEET_INCHES)).toEqual({ text: `20'-8"`, mm: inches(248) })
    expect(otherReading(`14 - 6 1/2`, FEET_INCHES)!.mm).toBeCloseTo(inches(174.5), 9)
    // Read as feet and inches at once, or hardly to be read so.
    expect(otherReading(`20'-8`, FEET_INCHES)).toBeNull()
    expect(otherReading(`40-14`, FEET_INCHES)).toBeNull()
    expect(otherReading(`14-6`, METRIC)).toBeNull()
  })
})

describe('keys of a typed field', () => {
  it.each([
    ['length', '', '2', true],
    ['length', '', 'm', false],
    ['length', '', '/', false],
    ['length', '9000', '/', true],
    ['length', '2.5', 'm', true],
    ['length', '2.5m', 'm', true],
    ['length', '2.5mm', 'm', false],
    ['length', '2.5', 'r', false],
    ['length', '8', 'f', true],
    ['length', '8f', 't', true],
    ['length', '2200', 'x', true],
    ['length', `16'`, '8', true],
    ['length', '2 ', 'i', true],
    ['length', '(2+3)', 'm', true],
    ['angle', '45', 'd', true],
    ['angle', '', 'd', false],
    ['angle', '22', '°', true],
    ['bearing', '', 'N', true],
    ['bearing', 'N', 'e', true],
    ['bearing', 'N45', 'E', true],
    ['bearing', '45', 'n', false],
    ['number', '3', 'm', false],
    ['number', '50', '%', true],
    ['text', '', '/', true],
    ['text', 'Hall', 'Enter', false],
  ] as const)('into %s holding “%s”: %s is part of it: %s', (kind, text, key, part) => {
    expect(goesInto(kind, text, key)).toBe(part)
  })
})

describe('scales', () => {
  it('names standard scales in each system', () => {
    expect(scaleName(50, 'metric')).toBe('1:50')
    expect(scaleName(48, 'feet-inches')).toBe(`1/4" = 1'-0"`)
    expect(scaleName(240, 'feet-inches')).toBe(`1" = 20'-0"`)
    expect(scaleName(33, 'feet-inches')).toBe('1:33')
  })
  it('lists them from the largest drawing to the smallest', () => {
    for (const system of ['metric', 'feet-inches'] as const) {
      const ratios = standardScales(system).map((scale) => scale.ratio)
      expect(ratios).toEqual([...ratios].sort((a, b) => a - b))
    }
    expect(FEET_INCHES_SCALES.find((scale) => scale.name.startsWith('1/8'))?.ratio).toBe(96)
  })
})
