import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import fc from 'fast-check'
import * as fontkit from 'fontkit'
import { describe, expect, it } from 'vitest'
import { PATTERNS, PENS, extentOf, paintSvg, patternLines, textItem, type DisplayList } from '../src/display'
import { CAPITAL, layText, textWidth, wrapText } from '../src/lettering'
import type { Point } from '../src/geometry'

const require = createRequire(import.meta.url)
const files = join(dirname(require.resolve('@fontsource/jost/package.json')), 'files')
const font = (subset: string): fontkit.Font =>
  fontkit.create(readFileSync(join(files, `jost-${subset}-400-normal.woff`))) as fontkit.Font

describe('lettering', () => {
  it('is as wide as the font itself says', () => {
    const latin = font('latin')
    for (const text of ['Ground floor', 'WC', '14400', 'Cut 1:50 – “ok”', 'Ø 450 × 2']) {
      const direct = [...text].reduce(
        (sum, letter) => sum + latin.glyphForCodePoint(letter.codePointAt(0)!).advanceWidth,
        0,
      )
      expect(textWidth(text, CAPITAL)).toBeCloseTo(direct / latin.unitsPerEm, 9)
    }
  })
  it('takes the face that has the letter, and says what none has', () => {
    const laid = layText('Žofie Жук 語', 1)
    expect(laid.runs.map((run) => run.face)).toEqual([
      '400 latin-ext',
      '400 latin',
      '400 cyrillic',
      '400 latin',
    ])
    expect(laid.missing).toEqual(['語'])
    expect(laid.runs.map((run) => run.text).join('')).toBe('Žofie Жук ?')
  })
  it('sets groups of digits a narrow space apart', () => {
    const laid = layText('14\u202f400', 10)
    expect(laid.runs.map((run) => run.text)).toEqual(['14', '400'])
    expect(laid.width).toBeCloseTo(textWidth('14400', 10 * CAPITAL) + 1.5, 9)
  })
  it('breaks lines at spaces, and long words where it must, losing nothing', () => {
    fc.assert(
      fc.property(fc.stringMatching(/^[a-z ]{1,80}$/), fc.integer({ min: 6, max: 60 }), (text, width) => {
        const lines = wrapText(text, 2.5, width)
        expect(lines.join('').replace(/ /g, '')).toBe(text.replace(/ /g, ''))
        for (const line of lines) if (line.length > 1) expect(textWidth(line, 2.5)).toBeLessThanOrEqual(width)
      }),
    )
  })
  it('aligns on its point', () => {
    const middle = textItem('Room', { x: 100, y: 50 }, { height: 2.5, align: 'middle' })
    expect(middle.x + middle.width / 2).toBeCloseTo(100, 9)
    const upright = textItem('Room', { x: 100, y: 50 }, { height: 2.5, align: 'end', turn: Math.PI / 2 })
    expect(upright.y + upright.width).toBeCloseTo(50, 9)
  })
})

/** Whether p lies inside the outlines taken together by the even-odd rule. */
function insideOutlines(p: Point, outlines: readonly (readonly Point[])[]): boolean {
  let inside = false
  for (const outline of outlines) {
    for (let i = 0, j = outline.length - 1; i < outline.length; j = i++) {
      const a = outline[i]!
      const b = outline[j]!
      if (a.y > p.y !== b.y > p.y && p.x < ((b.x - a.x) * (p.y - a.y)) / (b.y - a.y) + a.x) inside = !inside
    }
  }
  return inside
}

const square = (size: number): { points: Point[] } => ({
  points: [
    { x: 0, y: 0 },
    { x: size, y: 0 },
    { x: size, y: size },
    { x: 0, y: size },
  ],
})
const lengthOf = (lines: readonly number[]): number => {
  let sum = 0
  for (let i = 0; i < lines.length; i += 4)
    sum += Math.hypot(lines[i + 2]! - lines[i]!, lines[i + 3]! - lines[i + 1]!)
  return sum
}

describe('patterns', () => {
  it('a diagonal keeps its paper distance at every scale', () => {
    for (const scale of [20, 50, 100]) {
      const lines = patternLines(PATTERNS.diagonal, [square(10_000)], scale)!
      // Lines at a distance d over an area A are A / d long in all.
      expect(lengthOf(lines)).toBeCloseTo(1e8 / (1.6 * scale), -4)
    }
  })
  it('brick and blockwork keep their real size at every scale', () => {
    const at50 = patternLines(PATTERNS.brick, [square(2250)], 50)!
    expect(at50).toEqual(patternLines(PATTERNS.brick, [square(2250)], 100))
    // 2 250 is 30 courses of 75: bed joints at 0 … 2 175 (the top one lies on the edge), 2 250 long each.
    const beds = []
    for (let i = 0; i < at50.length; i += 4) if (at50[i + 1] === at50[i + 3]) beds.push(at50[i + 1]!)
    expect(beds.map(Math.round).sort((a, b) => a - b)).toEqual(Array.from({ length: 30 }, (_, i) => i * 75))
    // Upright joints: one for each course and 225 of length.
    const upright = lengthOf(at50) - 30 * 2250
    expect(upright).toBeCloseTo(30 * 75 * 10, 3)
    const blocks = patternLines(PATTERNS.blockwork, [square(4500)], 50)!
    expect(lengthOf(blocks)).toBeCloseTo(20 * 4500 + 20 * 225 * 10, 3)
  })
  it('insulation, concrete and timber stay inside any outline with holes', () => {
    const ring = (radius: number, corners: number, offset: number): Point[] =>
      Array.from({ length: corners }, (_, i) => {
        const angle = offset + (i / corners) * 2 * Math.PI
        return { x: 3000 + radius * Math.cos(angle), y: 2000 + radius * Math.sin(angle) }
      })
    fc.assert(
      fc.property(
        fc.constantFrom('insulation', 'concrete', 'timber', 'diagonal fine', 'brick'),
        fc.integer({ min: 3, max: 12 }),
        fc.double({ min: 0, max: 6, noNaN: true }),
        (name, corners, offset) => {
          const outlines = [ring(1500, corners, offset), ring(400, 5, 0.3)]
          const lines = patternLines(
            PATTERNS[name],
            outlines.map((points) => ({ points })),
            50,
          )!
          expect(lines.length).toBeGreaterThan(0)
          for (let i = 0; i < lines.length; i += 4) {
            if (Math.hypot(lines[i + 2]! - lines[i]!, lines[i + 3]! - lines[i + 1]!) < 0.01) continue
            const middle = { x: (lines[i]! + lines[i + 2]!) / 2, y: (lines[i + 1]! + lines[i + 3]!) / 2 }
            expect(insideOutlines(middle, outlines)).toBe(true)
          }
        },
      ),
      { numRuns: 40 },
    )
  })
  it('too many lines are not drawn at all', () => {
    expect(patternLines(PATTERNS['diagonal fine'], [square(1e9)], 1)).toBeNull()
    expect(patternLines(PATTERNS.concrete, [square(1000)], 1e-300)).toBeNull()
    expect(patternLines(PATTERNS.concrete, [square(1000)], NaN)).toBeNull()
  })
})

describe('the list', () => {
  it('has pens of ISO 128 widths', () => {
    for (const pen of Object.values(PENS)) expect([0.13, 0.18, 0.25, 0.35, 0.5, 0.7]).toContain(pen.widthMm)
  })
  it('knows its extent, groups and turned arcs included', () => {
    const arc: DisplayList = [
      { kind: 'arc', pen: 'seen', x: 0, y: 0, radius: 100, from: 0, sweep: Math.PI / 2, source: null },
    ]
    const box = extentOf(arc)
    expect([box.minX, box.minY, box.maxX, box.maxY].map((n) => Math.round(n * 1e6) / 1e6)).toEqual([
      0, 0, 100, 100,
    ])
    const group: DisplayList = [
      {
        kind: 'group',
        map: { a: 0.02, b: 0, c: 0, d: 0.02, e: 10, f: 20 },
        clip: null,
        items: arc,
        source: null,
      },
    ]
    expect(extentOf(group).maxX).toBeCloseTo(12, 9)
  })
  it('comes out of the SVG painter at true size, with text escaped and upright', () => {
    const svg = paintSvg(
      [
        { kind: 'line', pen: 'cut', points: [0, 0, 120, 0], closed: false, source: null },
        textItem('<Tom & "Co">', { x: 10, y: 20 }, { height: 2.5 }),
      ],
      { width: 841, height: 594, title: 'A & B' },
      '',
    )
    expect(svg).toContain('width="841mm" height="594mm" viewBox="0 0 841 594"')
    expect(svg).toContain('d="M0 594L120 594"')
    expect(svg).toContain('stroke-width="0.5"')
    expect(svg).toContain('&lt;Tom &amp; &quot;Co&quot;&gt;')
    expect(svg).toContain('translate(10 574) rotate(0)')
    expect(svg).toContain('<title>A &amp; B</title>')
  })
})
