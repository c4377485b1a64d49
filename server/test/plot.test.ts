import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { addWalls, changePen, setOwnLook } from '@lamina/core/edit'
import { STANDARD_STYLE } from '@lamina/core/library'
import { Project, type AnyRecord, type Viewport } from '@lamina/core/records'
import { SHEET_SIZES } from '@lamina/core/library'
import { NothingToPlot, plotSheets } from '../src/plot/document'
import { newHouse } from './newHouse'

/** The sheet as poppler draws it, as SVG in points, and what pdfinfo, pdffonts and pdftotext say. */
function readByPoppler(pdf: Uint8Array): { svg: string; info: string; fonts: string; text: string } {
  const folder = mkdtempSync(join(tmpdir(), 'lamina-plot-'))
  try {
    const file = join(folder, 'plot.pdf')
    writeFileSync(file, pdf)
    const run = (command: string, ...args: string[]): string =>
      execFileSync(command, args, { encoding: 'utf8' })
    // Without -noshrink poppler fits the page to whole points and everything comes out 0.01 % small.
    run('pdftocairo', '-svg', '-noshrink', '-f', '1', '-l', '1', file, join(folder, 'page.svg'))
    return {
      svg: readFileSync(join(folder, 'page.svg'), 'utf8'),
      info: run('pdfinfo', file),
      fonts: run('pdffonts', file),
      text: run('pdftotext', '-layout', file, '-'),
    }
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}

/** Straight strokes of a width in mm: their lengths in mm. */
function strokeLengths(svg: string, penMm: number): number[] {
  const MM = 25.4 / 72
  const lengths: number[] = []
  for (const [, attributes] of svg.matchAll(/<path ([^>]*)\/>/g)) {
    const width = /stroke-width:([\d.]+)/.exec(attributes!)
    const d = / d="([^"]+)"/.exec(` ${attributes}`)
    const matrix = /transform="matrix\(([^)]+)\)"/.exec(attributes!)
    if (!width || !d) continue
    const k = matrix ? Math.abs(Number(matrix[1]!.split(',')[0])) : 1
    if (Math.abs(Number(width[1]) * k * MM - penMm) > 0.002) continue
    const numbers = [...d[1]!.matchAll(/([ML]) (-?[\d.]+) (-?[\d.]+)/g)].map(
      ([, , x, y]) => [Number(x), Number(y)] as const,
    )
    for (let i = 1; i < numbers.length; i++)
      lengths.push(
        Math.hypot(numbers[i]![0] - numbers[i - 1]![0], numbers[i]![1] - numbers[i - 1]![1]) * k * MM,
      )
  }
  return lengths
}

let n = 0
const makeId = (): string => `r${++n}`

function projectWithWall(scale: number, more: AnyRecord[] = []): { project: Project; sheet: string } {
  const made = newHouse(makeId, 'Žofie’s house')
  const project = new Project(made.change.put)
  project.apply(
    addWalls(
      project,
      {
        level: made.level,
        type: 'wall-type-block-140',
        reference: 'centre',
        points: [
          { x: 1234.5, y: 678.9 },
          { x: 7234.5, y: 678.9 },
        ],
        closed: false,
      },
      makeId,
    ),
  )
  const viewport: Viewport = {
    id: 'v',
    kind: 'viewport',
    sheet: made.sheet,
    drawing: made.drawing,
    number: 1,
    title: '',
    scale,
    at: { x: 300, y: 300 },
    crop: { minX: 0, minY: 0, maxX: 9000, maxY: 2000 },
    cropped: true,
    locked: false,
  }
  project.apply({ put: [viewport, ...more], drop: [] })
  return { project, sheet: made.sheet }
}

describe('a plotted sheet, read by poppler', () => {
  it.each([
    [50, 120],
    [100, 60],
    [20, 300],
  ])('at 1:%d a wall of 6 000 mm is %d mm long, ± 0.01', async (scale, expected) => {
    const { project } = projectWithWall(scale)
    const { svg } = readByPoppler(await plotSheets({ records: [...project.everything()], sheets: null }))
    const longest = Math.max(...strokeLengths(svg, 0.5))
    expect(Math.abs(longest - expected)).toBeLessThanOrEqual(0.01)
  })

  it('is drawn in the pens of the project', async () => {
    const { project } = projectWithWall(50)
    const strokes = async (penMm: number): Promise<number> => {
      const { svg } = readByPoppler(await plotSheets({ records: [...project.everything()], sheets: null }))
      return strokeLengths(svg, penMm).length
    }
    // Nothing else is 1.4 mm wide; the frame is 0.7 mm as it ships.
    expect(await strokes(0.7)).toBeGreaterThan(0)
    expect(await strokes(1.4)).toBe(0)
    project.apply(changePen(project, 'frame', { widthMm: 1.4 }))
    expect(await strokes(0.7)).toBe(0)
    expect(await strokes(1.4)).toBeGreaterThan(0)
  })

  it('is drawn in the colour that a wall was given, and in no colour before', async () => {
    const { project } = projectWithWall(50)
    const inRed = async (): Promise<number> => {
      const { svg } = readByPoppler(await plotSheets({ records: [...project.everything()], sheets: null }))
      // #c2271d is 194, 39 and 29 of 255.
      const red = svg.match(/<path [^>]*stroke:rgb\(76\.0\d*%,\s?15\.2\d*%,\s?11\.3\d*%\)[^>]*\/>/g) ?? []
      return Math.max(0, ...strokeLengths(red.join('\n'), 0.5))
    }
    expect(await inRed()).toBe(0)
    project.apply(setOwnLook(project, [project.all('wall')[0]!.id], { colour: '#c2271d' }))
    expect(Math.abs((await inRed()) - 120)).toBeLessThanOrEqual(0.01)
  })

  it('has its exact size, its fonts within and its text to be selected', async () => {
    const { project } = projectWithWall(50)
    const { info, fonts, text } = readByPoppler(
      await plotSheets({ records: [...project.everything()], sheets: null }),
    )
    const size = /Page size:\s+([\d.]+) x ([\d.]+) pts/.exec(info)!
    expect(Math.abs((Number(size[1]) * 25.4) / 72 - 841)).toBeLessThan(0.01)
    expect(Math.abs((Number(size[2]) * 25.4) / 72 - 594)).toBeLessThan(0.01)
    expect(info).toContain('Žofie’s house')
    const rows = fonts.trim().split('\n').slice(2)
    expect(rows.length).toBeGreaterThan(0)
    for (const row of rows) expect(row).toMatch(/CID TrueType\s+Identity-H\s+yes yes yes/)
    expect(text).toContain('Žofie’s house')
    expect(text).toContain('Ground plan')
    expect(text).toContain('1:50')
  })

  it.each([
    ['plain', /Jost/],
    ['hand', /PatrickHand/],
    ['narrow', /RobotoCondensed/],
  ] as const)(
    'is lettered %s at its height in mm, with signs and fractions within',
    async (lettering, name) => {
      const { project } = projectWithWall(50)
      const style: AnyRecord = {
        ...STANDARD_STYLE,
        id: 'lettered',
        name: 'Lettered',
        textPaperMm: 3.5,
        ...(lettering === 'plain' ? {} : { lettering }),
        stacked: true,
      }
      const leader: AnyRecord = {
        id: 'leader',
        kind: 'leader',
        drawing: project.all('drawing')[0]!.id,
        tip: { to: 'point', last: { x: 2000, y: 700 } },
        elbowPaperMm: { x: 10, y: 10 },
        text: 'HEIZT ⌀ 5/8 ≤ ℄ Ω',
        style: 'lettered',
      }
      project.apply({ put: [style, leader], drop: [] })
      const { svg, fonts, text } = readByPoppler(
        await plotSheets({ records: [...project.everything()], sheets: null }),
      )
      for (const row of fonts.trim().split('\n').slice(2)) expect(row).toMatch(/yes yes yes/)
      expect(fonts).toMatch(name)
      expect(fonts).toMatch(/Lamina/)
      expect(text).toContain('HEIZT ⌀')
      expect(text).not.toContain('?')
      // Outlines of letters as they are plotted, mm: the flat ones are exactly as high as the style says.
      const heights = [...svg.matchAll(/id="glyph[^"]*">\s*<path [^>]*d="([^"]+)"/g)].map(([, d]) => {
        const ys = [...d!.matchAll(/-?[\d.]+ (-?[\d.]+)/g)].map(([, y]) => Number(y))
        return ((Math.max(...ys) - Math.min(...ys)) * 25.4) / 72
      })
      expect(Math.min(...heights.map((mm) => Math.abs(mm - 3.5)))).toBeLessThan(0.02)
    },
  )

  it('comes in every size, one page a sheet, in the order of the set', async () => {
    const { project, sheet } = projectWithWall(50)
    const first = project.need('sheet', sheet)
    const sizes = Object.keys(SHEET_SIZES) as (keyof typeof SHEET_SIZES)[]
    project.apply({
      put: sizes.map((size, i) => ({
        ...first,
        id: `sheet-${i}`,
        number: `B-${i}`,
        size,
        orientation: 'portrait' as const,
        order: 100 - i,
      })),
      drop: [],
    })
    const { info } = readByPoppler(await plotSheets({ records: [...project.everything()], sheets: null }))
    expect(info).toMatch(new RegExp(`Pages:\\s+${sizes.length + 1}\\n`))
    const one = await plotSheets({ records: [...project.everything()], sheets: ['sheet-3'] })
    expect(readByPoppler(one).info).toMatch(/Page size:\s+841\.8\d* x 1190\.5\d* pts/)
  })

  it('refuses a sheet that is not there in a sentence', async () => {
    const { project } = projectWithWall(50)
    await expect(plotSheets({ records: [...project.everything()], sheets: ['none'] })).rejects.toThrow(
      NothingToPlot,
    )
  })
})
