import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { bitsOf, layNote, noteSide, noteWidth, setText, type TextLook } from '../src/annotate'
import { sceneOf, type Scene } from '../src/derive'
import type { DisplayItem, TextItem } from '../src/display'
import { setNotes, setWords, takeTraits } from '../src/edit'
import { LETTERINGS, textWidth } from '../src/lettering'
import { STANDARD_STYLE } from '../src/library'
import type { Change, Note, Project } from '../src/records'
import { PLAN, projectWith } from './wallFixture'

const LOOK: TextLook = { height: 2.5, leading: 1.75, lettering: 'plain', stacked: false, width: null }
const said = (text: string, look: Partial<TextLook> = {}): string[] =>
  setText(text, { ...LOOK, ...look }).lines.map(({ pieces }) => pieces.map((piece) => piece.text).join(''))
const note = (facts: Partial<Note> = {}): Note => ({
  id: 'n',
  kind: 'note',
  drawing: PLAN.id,
  at: { x: 0, y: 0 },
  text: 'Concrete lintel over',
  heightPaperMm: 2.5,
  align: 'start',
  ...facts,
})
const planOf = (project: Project): Scene => sceneOf(project, project.need('drawing', PLAN.id))
const lay = (facts: Partial<Note>, scale = 50): readonly DisplayItem[] =>
  layNote(note(facts), planOf(projectWith(PLAN)), scale)
const texts = (items: readonly DisplayItem[]): TextItem[] =>
  items.flatMap((item) => (item.kind === 'text' ? [item] : []))
const doing = (project: Project, change: Change): Change => {
  project.check(change)
  return project.apply(change)
}

describe('marked words', () => {
  it('are bold between ** and underlined between __, also both', () => {
    expect(bitsOf('a **b** c')).toEqual([
      { text: 'a ', weight: 400, underlined: false },
      { text: 'b', weight: 500, underlined: false },
      { text: ' c', weight: 400, underlined: false },
    ])
    expect(bitsOf('__a **b**__')).toEqual([
      { text: 'a ', weight: 400, underlined: true },
      { text: 'b', weight: 500, underlined: true },
    ])
  })
  it('need both marks on their line, and something between', () => {
    for (const plain of ['2 ** 3', '**', '****', 'a__b', 'x**'])
      expect(bitsOf(plain)).toEqual([{ text: plain, weight: 400, underlined: false }])
    expect(bitsOf('')).toEqual([])
  })
})

/** No word is broken at this width, mm. */
const LONGEST = 30

describe('a text', () => {
  it('has entries of lists with dots and numbers, its lines standing in from them', () => {
    const { lines } = setText('Use:\n- sand\n10. lime and more', { ...LOOK, width: 22 })
    expect(lines.map(({ pieces }) => pieces.map(({ text, dx }) => [text, dx]))).toEqual([
      [['Use:', 0]],
      [
        ['•', 0],
        ['sand', 3],
      ],
      [
        ['10.', 0],
        ['lime and', 5],
      ],
      [['more', 5]],
    ])
  })
  it('has single fractions over each other, or all', () => {
    expect(said('5//8 or 1/2')).toEqual(['5⁄8 or 1/2'])
    expect(said('5//8 or 1/2', { stacked: true })).toEqual(['5⁄8 or 1⁄2'])
  })
  it('is broken at its width, where it must be within a word', () => {
    expect(said('Concrete lintel over opening', { width: 25 })).toEqual(['Concrete lintel', 'over opening'])
    const parts = said('Donaudampfschiff', { width: 10 })
    expect(parts.length).toBeGreaterThan(1)
    expect(parts.join('')).toBe('Donaudampfschiff')
    expect(said('a\n\nb', { width: 30 })).toEqual(['a', '', 'b'])
  })
  it('keeps the blank before words that are marked, and none at the ends of lines', () => {
    expect(said('unless __told__ so', { width: 60 })).toEqual(['unless told so'])
    expect(said('unless __told__ so', { width: 12 })).toEqual(['unless', 'told so'])
  })
  it('never goes beyond its width, and says all it said', () => {
    const words = fc.array(
      fc.constantFrom('wall', '**DPC**', '__sill__', 'a', '5//8', 'insulation', '⌀12', 'Ω', '**'),
      { minLength: 1, maxLength: 20 },
    )
    fc.assert(
      fc.property(
        words,
        fc.integer({ min: 8, max: 80 }),
        fc.constantFrom(...LETTERINGS),
        (all, width, lettering) => {
          const look = { ...LOOK, width, lettering }
          const typed = all.join(' ')
          const block = setText(typed, look)
          for (const line of block.lines) {
            expect(line.width).toBeLessThanOrEqual(width + 1e-9)
            let at = -1
            for (const piece of line.pieces) {
              expect(piece.dx).toBeGreaterThanOrEqual(at - 1e-9)
              expect(piece.width).toBeCloseTo(textWidth(piece.text, 2.5, piece.weight, lettering), 9)
              at = piece.dx + piece.width
            }
          }
          const plain = (text: string): string =>
            text
              .replace(/[*_]/g, '')
              .replace(/\/\/|⁄/g, '/')
              .replace(/ +/g, width < LONGEST ? '' : ' ')
              .trim()
          const set = block.lines.map(({ pieces }) => pieces.map(({ text }) => text).join('')).join(' ')
          expect(plain(set)).toBe(plain(typed))
        },
      ),
    )
  })
})

describe('a note', () => {
  it('keeps its lines apart and its letters as high on paper, at any scale', () => {
    for (const scale of [5, 20, 50, 100, 200]) {
      const [first, second] = texts(lay({ text: 'a\nb' }, scale))
      expect((first!.y - second!.y) / scale).toBeCloseTo(1.75 * 2.5, 9)
      expect((first!.size * 0.7) / scale).toBeCloseTo(2.5, 9)
    }
    const [p, q] = texts(lay({ text: 'a\nb', leading: 2 }))
    expect(p!.y - q!.y).toBeCloseTo(2 * 2.5 * 50, 9)
  })
  it('is aligned to the left, in the middle or to the right of its point', () => {
    const at = (align: Note['align'], text = 'Sill **beam**'): number[] => {
      const all = texts(lay({ align, text }))
      return [all[0]!.x, all.at(-1)!.x + all.at(-1)!.width]
    }
    for (const text of ['Sill beam', 'Sill **beam**']) {
      expect(at('start', text)[0]).toBeCloseTo(0, 6)
      expect(at('end', text)[1]).toBeCloseTo(0, 6)
      const [from, to] = at('middle', text)
      expect(from! + to!).toBeCloseTo(0, 6)
    }
  })
  it('stands in a frame 1.2 mm off its lines', () => {
    const frame = lay({ text: 'a\nb', framed: true, widthPaperMm: 20 }).find(({ kind }) => kind === 'line')
    // 20 wide; 2.5 over its first base line, 4.375 beneath it to the second.
    expect(frame?.kind === 'line' && frame.points.map((v) => Math.round(v * 100) / 100)).toEqual(
      [-1.2, -5.575, 21.2, -5.575, 21.2, 3.7, -1.2, 3.7].map((mm) => Math.round(mm * 5000) / 100),
    )
  })
  it('underlines words beneath them', () => {
    const line = lay({ text: 'a __b__' }).find(({ kind }) => kind === 'segments')
    const b = texts(lay({ text: 'a __b__' }))[1]!
    expect(line?.kind === 'segments' && line.points[0]).toBeCloseTo(b.x, 9)
    expect(line?.kind === 'segments' && line.points[2]).toBeCloseTo(b.x + b.width, 9)
    expect(line?.kind === 'segments' && line.points[1]).toBeCloseTo(-0.16 * 2.5 * 50, 9)
  })
  it('is pulled as wide as its side is brought', () => {
    const project = projectWith(PLAN)
    for (const align of ['start', 'middle', 'end'] as const)
      for (const turn of [0, 1, Math.PI / 2]) {
        const made = note({ align, turn, widthPaperMm: 40 })
        expect(noteWidth(made, noteSide(made, planOf(project), 50), 50)).toBe(40)
      }
    expect(noteWidth(note(), { x: 1612, y: 900 }, 50)).toBe(32)
    expect(noteWidth(note(), { x: -50, y: 0 }, 50)).toBe(4)
  })
  it('is set otherwise, several at once, never on its head, and gives its traits', () => {
    const project = projectWith(PLAN, STANDARD_STYLE, note(), note({ id: 'm', text: 'Other' }))
    doing(project, setNotes(project, ['n', 'm'], { widthPaperMm: 30, leading: 1.5, framed: true }))
    expect(project.need('note', 'm')).toMatchObject({ widthPaperMm: 30, leading: 1.5, framed: true })
    doing(project, setNotes(project, ['n'], { widthPaperMm: null, framed: null, turn: Math.PI }))
    expect(project.need('note', 'n')).toEqual({ ...note(), leading: 1.5 })
    doing(project, setNotes(project, ['n'], { turn: (100 * Math.PI) / 180 }))
    expect(project.need('note', 'n').turn).toBeCloseTo((-80 * Math.PI) / 180, 9)
    doing(project, takeTraits(project, 'm', ['n']))
    expect(project.need('note', 'n')).toMatchObject({
      widthPaperMm: 30,
      framed: true,
      text: 'Concrete lintel over',
    })
  })
  it('refuses sizes nobody means, and texts too long', () => {
    const project = projectWith(PLAN, note())
    const refused = (change: Change) => () => project.check(change)
    expect(refused(setNotes(project, ['n'], { widthPaperMm: 0.5 }))).toThrow('2 mm wide on paper at least')
    expect(refused(setNotes(project, ['n'], { leading: 0.2 }))).toThrow('lie on each other')
    expect(refused(setNotes(project, ['n'], { heightPaperMm: 0 }))).toThrow()
    expect(refused(setWords(project, 'n', 'a'.repeat(10_000)))).toThrow()
    expect(project.need('note', 'n')).toEqual(note())
  })
})
