import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { facesIn, pack, textItem, unpack } from '../src/display'
import { LETTERINGS, capitalOf, layText, stackedFractions, textWidth, wrapText } from '../src/lettering'

const said = (text: string, lettering: (typeof LETTERINGS)[number] = 'plain') =>
  layText(text, 1, 400, lettering)

describe('letterings', () => {
  it.each(LETTERINGS)(
    '%s has all signs of the trade, and all letters of the Latin alphabets',
    (lettering) => {
      const signs = '°±×⌀²³½≤≥≈→←↑↓∠△□′″℄№⅛⅜⅝⅞⅓⅔√∞⊥∥≠µ'
      expect(said(signs, lettering).missing).toEqual([])
      const latin = Array.from({ length: 0x17f - 0xa1 }, (_, i) => String.fromCodePoint(0xa1 + i)).filter(
        (letter) => letter !== '\u00ad',
      )
      const { missing, standIn } = said(latin.join(''), lettering)
      expect(missing).toEqual([])
      expect(standIn).toEqual([])
    },
  )

  it('let another stand in for Greek and Cyrillic where they have none, and say so', () => {
    expect(said('Дом').standIn).toEqual([])
    expect(said('Ωδ')).toMatchObject({ missing: [], standIn: ['Ω', 'δ'] })
    expect(said('Дом', 'hand').standIn).toEqual(['Д', 'о', 'м'])
    expect(said('Ω', 'narrow')).toMatchObject({ missing: [], standIn: [] })
    expect(said('漢')).toMatchObject({ missing: ['漢'] })
  })

  it('strike bold letters twice where they have none of their own', () => {
    const bold = (lettering: (typeof LETTERINGS)[number]) => layText('No', 100, 500, lettering)
    expect(bold('plain').runs).toHaveLength(1)
    const [first, second] = bold('hand').runs
    expect([first?.text, second?.text]).toEqual(['No', 'No'])
    expect([first?.dx, second?.dx]).toEqual([0, expect.closeTo(2.8, 9)])
    expect(bold('hand').width).toBe(layText('No', 100, 400, 'hand').width)
  })

  it('put letters together with their accents', () => {
    expect(said('e\u0301').runs).toEqual(said('é').runs)
  })

  it.each(LETTERINGS)(
    '%s has capitals of the height asked for, also where another stands in',
    (lettering) => {
      const item = textItem('Aγ→', { x: 0, y: 0 }, { height: 2.5, lettering })
      expect(item.size * capitalOf(item)).toBeCloseTo(2.5, 9)
      const { runs } = layText('AДΓ', 100, 400, lettering)
      for (const run of runs) {
        const alone = capitalOf({ runs: [run] })
        expect((run.by ?? 1) * alone).toBeCloseTo(capitalOf({ runs }), 9)
      }
    },
  )
})

describe('fractions', () => {
  it('stand over each other, with a bar of their width between them', () => {
    const { runs, width } = said('3 5⁄16"')
    expect(runs.map(({ text }) => text)).toEqual(['3 ', '5', '16', expect.stringMatching(/^.$/), '"'])
    const [, over, under, bar, mark] = runs
    expect(over!.by).toBe(0.62)
    expect(over!.up! - under!.up!).toBeCloseTo(0.82 * 0.7, 9)
    // The narrower figure stands in the middle over the other.
    const one = (text: string): number => textWidth(text, 0.7 * 0.62)
    expect(over!.dx - under!.dx).toBeCloseTo((one('16') - one('5')) / 2, 9)
    expect(Math.abs(bar!.dx - under!.dx)).toBeLessThan(0.03)
    expect(mark!.dx).toBeGreaterThan(under!.dx + one('16'))
    expect(width).toBeGreaterThan(mark!.dx)
  })
  it('are told from other figures with a slash', () => {
    expect(stackedFractions(`16'-8 1/2"`)).toBe(`16'-8 1⁄2"`)
    expect(stackedFractions('¾ and 11/16')).toBe('3⁄4 and 11⁄16')
    expect(stackedFractions('01/02/2026, 1234/5')).toBe('01/02/2026, 1234/5')
    expect(said('⁄2').runs.map(({ text }) => text)).toEqual(['⁄2'])
  })
  it('that a face has no letter for are set, those it has are that letter', () => {
    expect(
      said('⅝')
        .runs.map(({ text }) => text)
        .slice(0, 2),
    ).toEqual(['5', '8'])
    expect(said('½').runs).toEqual([{ face: '400 latin', text: '½', dx: 0 }])
  })
})

describe('lines of any letters', () => {
  const letters = fc.array(
    fc.constantFrom('A', 'g', '1', '2', '⁄', ' ', '\u202f', 'é', 'Д', 'Ω', '⌀', '⅜', '漢', '"'),
    { maxLength: 20 },
  )
  it('run on from letter to letter, end where they are wide, and are the same packed', () => {
    fc.assert(
      fc.property(
        letters,
        fc.constantFrom(...LETTERINGS),
        fc.constantFrom(400, 500),
        (all, lettering, weight) => {
          const text = all.join('')
          const laid = layText(text, 10, weight, lettering)
          for (const { dx } of laid.runs) expect(dx).toBeLessThanOrEqual(laid.width + 0.28 + 1e-9)
          expect(textWidth(text, 7, weight, lettering)).toBeGreaterThanOrEqual(0)
          const item = textItem(text, { x: 1, y: 2 }, { height: 2.5, weight, lettering })
          const layer = { items: [item], fine: false }
          const [again] = unpack(pack([layer], 1e6)!) as (typeof item)[]
          if (item.runs.length > 0) expect(again!.runs).toEqual(item.runs)
          expect(facesIn([item]).size).toBe(new Set(item.runs.map(({ face }) => face)).size)
        },
      ),
    )
  })
  it('are wrapped no wider than asked', () => {
    const words = fc.array(fc.constantFrom('wall', 'DPC', '5⁄8', 'Ωδ', 'insulation'), {
      minLength: 1,
      maxLength: 12,
    })
    fc.assert(
      fc.property(words, fc.constantFrom(...LETTERINGS), (all, lettering) => {
        for (const line of wrapText(all.join(' '), 2.5, 30, 400, lettering))
          expect(textWidth(line, 2.5, 400, lettering)).toBeLessThanOrEqual(30)
      }),
    )
  })
})
