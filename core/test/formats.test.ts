import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  FEET_INCHES,
  INCH_MM,
  INCH_PARTS,
  METRIC,
  METRIC_STEPS,
  formatHeight,
  parseLength,
  stepOf,
  stepsAddingUp,
  stepsOf,
  stepsTooMany,
  writeLength,
  writeSteps,
  type LengthFormat,
} from '../src/units'

const written = (mm: number, format: LengthFormat): string => writeLength(mm, format).replace(/\u202f/g, ' ')
const formats = fc.oneof(
  fc.record({ in: fc.constantFrom('mm', 'cm', 'm'), stepMm: fc.constantFrom(...METRIC_STEPS) }),
  fc.record({ in: fc.constantFrom('feet-inches', 'inches'), fraction: fc.constantFrom(...INCH_PARTS) }),
) as fc.Arbitrary<LengthFormat>

describe('formats of lengths', () => {
  it.each<[number, LengthFormat, string]>([
    [4750.4, { in: 'mm', stepMm: 1 }, '4 750'],
    [4750.4, { in: 'mm', stepMm: 5 }, '4 750'],
    [4752.5, { in: 'mm', stepMm: 5 }, '4 755'],
    [1234.26, { in: 'mm', stepMm: 0.1 }, '1 234.3'],
    [885, { in: 'cm', stepMm: 5 }, '88.5'],
    [880, { in: 'cm', stepMm: 5 }, '88'],
    [4750, { in: 'm', stepMm: 1 }, '4.750'],
    [4754, { in: 'm', stepMm: 10 }, '4.75'],
    [12_345_678, { in: 'm', stepMm: 100 }, '12 345.7'],
    [-250, { in: 'cm', stepMm: 10 }, '-25'],
    [200.5 * INCH_MM, { in: 'feet-inches', fraction: 16 }, `16'-8 1/2"`],
    [200.5 * INCH_MM, { in: 'inches', fraction: 2 }, `200 1/2"`],
    [(200 + 27 / 64) * INCH_MM, { in: 'feet-inches', fraction: 64 }, `16'-8 27/64"`],
    [11.999 * INCH_MM, { in: 'feet-inches', fraction: 8 }, `1'-0"`],
    [0, { in: 'm', stepMm: 1 }, '0.000'],
  ])('%d mm as %o is %s', (mm, format, expected) => expect(written(mm, format)).toBe(expected))

  it('read back as the length to half a step', () => {
    fc.assert(
      fc.property(fc.double({ min: -1e6, max: 1e6, noNaN: true }), formats, (mm, format) => {
        const units = format.in === 'feet-inches' || format.in === 'inches' ? FEET_INCHES : METRIC
        const unit = 'stepMm' in format && format.in !== 'mm' ? ` ${format.in}` : ''
        const read = parseLength(writeLength(mm, format) + unit, units)
        expect(read.ok && Math.abs(read.mm - mm)).toBeLessThanOrEqual(stepOf(format) / 2 + 1e-6)
      }),
    )
  })

  it('of heights have their sign, in any unit', () => {
    expect(formatHeight(2700, METRIC)).toBe('+2.700')
    expect(formatHeight(2700, METRIC, { in: 'm', stepMm: 10 })).toBe('+2.70')
    expect(formatHeight(-304.8, METRIC, { in: 'feet-inches', fraction: 8 })).toBe(`-1'-0"`)
    expect(formatHeight(0.2, METRIC, { in: 'cm', stepMm: 5 })).toBe('±0')
    expect(formatHeight(0, FEET_INCHES)).toBe(`±0'-0"`)
  })
})

describe('figures that add up', () => {
  it('are rounded up where most is lost', () => {
    // 1000.4 three times is 3001.2: one of them is told as 1001.
    const thirds = [1000.4, 1000.4, 1000.4]
    const mm = { in: 'mm', stepMm: 1 } as const
    expect(stepsTooMany(thirds, mm)).toBe(-1)
    expect(stepsAddingUp(thirds, mm)).toEqual([1001, 1000, 1000])
    expect(stepsAddingUp([10.2, 10.7, 10.1], mm)).toEqual([10, 11, 10])
    // 10.5 twice is 21: rounded each is 11, one too much.
    expect(stepsTooMany([10.5, 10.5], mm)).toBe(1)
    expect(stepsAddingUp([10.5, 10.5], mm)).toEqual([11, 10])
  })
  it('make the rounded sum, each within one step of its length', () => {
    const lengths = fc.array(fc.double({ min: 0, max: 20_000, noNaN: true }), { minLength: 1, maxLength: 60 })
    fc.assert(
      fc.property(lengths, formats, (parts, format) => {
        const steps = stepsAddingUp(parts, format)
        const sum = parts.reduce((all, part) => all + part, 0)
        expect(steps.reduce((all, each) => all + each, 0)).toBe(stepsOf(sum, format))
        steps.forEach((each, i) =>
          expect(Math.abs(each * stepOf(format) - parts[i]!)).toBeLessThan(stepOf(format) * (1 + 1e-6)),
        )
        expect(steps.every((each) => writeSteps(each, format) !== '')).toBe(true)
      }),
    )
  })
})
