import { describe, expect, it } from 'vitest'
import { drawDimension, drawLeader } from '../src/annotate'
import { onLayer, pensOf } from '../src/derive'
import { PENS, paintSvg, penOf, type DisplayItem } from '../src/display'
import { copyStyle, newProject, putOnLayer, removeStyle, changePen, setStyle, upgrade } from '../src/edit'
import { pathOfPoints } from '../src/geometry'
import { STANDARD_STYLE, STANDARD_STYLES, styleOf } from '../src/library'
import { lineWord } from '../src/linework'
import { Project, type AnyRecord, type Dimension } from '../src/records'
import { METRIC } from '../src/units'

function project(): Project {
  let n = 0
  const { change } = newProject(
    {
      name: 'Styles',
      system: 'metric',
      levelName: 'Ground',
      storeyHeight: 3000,
      sheetSize: 'A3',
      orientation: 'landscape',
      date: '',
    },
    () => `id${n++}`,
  )
  const made = new Project()
  made.check(change)
  made.apply(change)
  return made
}
const points = [0, 3000].map((x) => ({ x, y: 0 }))
const draw = (style: typeof STANDARD_STYLE, far = 3000): readonly DisplayItem[] =>
  drawDimension(
    {
      source: null,
      points: [points[0]!, { x: far, y: 0 }],
      direction: 0,
      offset: { in: 'paper', paperMm: 10 },
    },
    { scale: 50, units: METRIC, style },
  ).items

describe('annotation styles', () => {
  it('end dimensions with strokes, dots or heads of their size on paper', () => {
    const [standard, arrows, dots] = STANDARD_STYLES
    expect(draw(standard!).filter((item) => item.kind === 'segments' && item.pen === 'tick')).toHaveLength(2)
    // Dots of 1 mm on paper: radius 25 real mm at 1:50, on the ends of the dimension line 500 up.
    expect(draw(dots!).filter((item) => item.kind === 'disc')).toMatchObject([
      { x: 0, y: 500, radius: 25 },
      { x: 3000, y: 500, radius: 25 },
    ])
    // Heads 2.6 mm long and a third as wide, their tips at the ends, pointing outwards.
    const heads = draw(arrows!).flatMap((item) => (item.kind === 'fill' ? item.loops : []))
    expect(heads).toHaveLength(2)
    expect(heads[0]!.map((v) => Math.round(v * 100) / 100)).toEqual([0, 500, 130, 521.67, 130, 478.33])
    expect(heads[1]!.slice(0, 3).map(Math.round)).toEqual([3000, 500, 2870])
    // Too short for both heads: they stand outside.
    const outside = draw(arrows!, 200).flatMap((item) => (item.kind === 'fill' ? item.loops : []))
    expect(outside[0]!.slice(0, 3)).toEqual([0, 500, -130])
  })
  it('set figures in their own height', () => {
    const text = draw({ ...STANDARD_STYLE, textPaperMm: 5 }).find((item) => item.kind === 'text')
    const usual = draw(STANDARD_STYLE).find((item) => item.kind === 'text')
    expect(text!.kind === 'text' && usual!.kind === 'text' && text!.size / usual!.size).toBeCloseTo(2, 9)
  })
  it('end leaders with a dot, a head or nothing', () => {
    const ends = (tip: 'dot' | 'arrow' | 'bare'): string[] =>
      drawLeader(null, [points[0]!], { x: 10, y: 0 }, 'N', 50, { ...STANDARD_STYLE, tip }).map(
        ({ kind }) => kind,
      )
    expect(ends('dot')).toEqual(['line', 'disc', 'text'])
    expect(ends('arrow')).toEqual(['line', 'fill', 'text'])
    expect(ends('bare')).toEqual(['line', 'text'])
  })
  it('are copied, changed, and only removed when nothing is drawn in them', () => {
    const made = project()
    const { change, style } = copyStyle(made, STANDARD_STYLE.id, () => 'mine')
    made.apply(change)
    expect(styleOf(made, style).name).toBe('Standard copy')
    made.apply(setStyle(made, style, { name: 'Bold', textPaperMm: 3.5 }))
    const dimension: Dimension = {
      id: 'd',
      kind: 'dimension',
      drawing: made.all('drawing')[0]!.id,
      anchors: points.map((last) => ({ to: 'point', last })),
      direction: 0,
      offset: { in: 'paper', paperMm: 10 },
      style,
    }
    made.check({ put: [dimension], drop: [] })
    made.apply({ put: [dimension], drop: [] })
    expect(() => removeStyle(made, style)).toThrow('1 dimension or leader is drawn in “Bold”')
    expect(() => removeStyle(made, STANDARD_STYLE.id)).toThrow('stays')
    expect(() => setStyle(made, style, { name: 'standard' })).toThrow('already')
    const tooSmall = setStyle(made, style, { textPaperMm: 0.2 })
    expect(() => made.check(tooSmall)).toThrow('That is less than 1 mm on paper.')
    made.apply({ put: [], drop: ['d'] })
    made.apply(removeStyle(made, style))
    expect(made.find('annotationStyle', style)).toBeUndefined()
  })
})

describe('pens', () => {
  it('of a project are those of the program until they are changed', () => {
    const made = project()
    expect(pensOf(made)).toEqual(PENS)
    expect(pensOf(made)).toBe(pensOf(made))
    made.apply(changePen(made, 'seen', { widthMm: 0.35 }))
    expect(pensOf(made).seen).toEqual({ widthMm: 0.35, tone: 0 })
    expect(pensOf(made).light).toEqual(PENS.light)
    expect(() => changePen(made, 'seen', { widthMm: 3 })).toThrow('0.05 to 2 mm')
    expect(() => changePen(made, 'seen', { tone: 1 })).toThrow('0.9')
  })
  it('are drawn in what they are, and shifted by the layer from there', () => {
    const made = project()
    made.apply(changePen(made, 'seen', { widthMm: 0.35 }))
    const line: DisplayItem = {
      kind: 'line',
      pen: 'seen',
      points: [0, 0, 10, 0],
      closed: false,
      source: null,
    }
    const page = { width: 20, height: 20, title: '' }
    expect(paintSvg([line], page, '', pensOf(made))).toContain('stroke-width="0.35"')
    expect(paintSvg([line], page, '')).toContain('stroke-width="0.25"')
    // On a layer one width bolder than the fittings' usual 0.25 it is one bolder than 0.35.
    const layer = made.need('layer', 'layer-fittings')
    made.apply({ put: [{ ...layer, penMm: 0.35 }], drop: [] })
    const placement = {
      id: 'p',
      kind: 'placement',
      level: made.all('level')[0]!.id,
      block: 'b',
      at: { x: 0, y: 0 },
      turn: 0,
      mirrored: false,
    } as const
    const [drawn] = onLayer(made, placement, [line], 50)
    expect(drawn && 'pen' in drawn && penOf(drawn.pen).widthMm).toBe(0.5)
  })
})

describe('a project of the third version', () => {
  it('gets pens and annotation styles, and nothing that was removed from it since', () => {
    const made = project()
    const facts = made.facts
    const old = new Project(
      [...made.everything()].filter(
        ({ id, kind }) => !['pen', 'annotationStyle'].includes(kind) && id !== 'lens-bare',
      ),
    )
    old.apply({ put: [{ ...facts, schema: 3 }], drop: [] })
    const change = upgrade(old)!
    old.check(change)
    old.apply(change)
    expect(new Set(change.put.map(({ kind }) => kind))).toEqual(
      new Set(['project', 'pen', 'annotationStyle']),
    )
    expect(old.find('lens', 'lens-bare')).toBeUndefined()
    expect(pensOf(old)).toEqual(PENS)
    expect(upgrade(old)).toBeNull()
  })
})

describe('a project of the fourth version', () => {
  it('is told what its boundaries and clouds stand for; what lies on their layers later means nothing by that', () => {
    const made = project()
    const outline = pathOfPoints(
      [
        { x: 0, y: 0 },
        { x: 9000, y: 0 },
        { x: 9000, y: 6000 },
      ],
      true,
    )
    const line = (id: string, layer: string, cloudPaperMm?: number): AnyRecord => ({
      id,
      kind: 'linework',
      drawing: made.all('drawing')[0]!.id,
      layer,
      shape: {
        form: 'path',
        path: { vertices: [...outline.vertices], closed: true },
        ...(cloudPaperMm === undefined ? {} : { cloudPaperMm }),
      },
    })
    made.apply({
      put: [
        { ...made.facts, schema: 4 },
        line('plot', 'layer-boundary'),
        line('cloud', 'layer-lines', 8),
        line('plain', 'layer-revisions'),
      ],
      drop: [],
    })
    const change = upgrade(made)!
    made.check(change)
    made.apply(change)
    const meant = (id: string) => made.need('linework', id).means
    expect([meant('plot'), meant('cloud'), meant('plain')]).toEqual([
      'site boundary',
      'revision cloud',
      undefined,
    ])
    expect(upgrade(made)).toBeNull()
    // On another layer it is the same thing still.
    made.apply(putOnLayer(made, ['plot'], 'layer-lines'))
    expect(lineWord(made.need('linework', 'plot'))).toBe('Site boundary')
    made.apply({ put: [line('later', 'layer-boundary')], drop: [] })
    expect(upgrade(made)).toBeNull()
    expect(lineWord(made.need('linework', 'later'))).toBe('Outline')
  })
})
