import { describe, expect, it } from 'vitest'
import { standardBlocks } from '@lamina/core/library'
import { blockTool } from '../src/tools/block'
import { dimensionTool } from '../src/tools/dimension'
import { leaderTool, noteTool } from '../src/tools/leader'
import { measureTool } from '../src/tools/measure'
import { moveSideTool } from '../src/tools/moveSide'
import { moveTool } from '../src/tools/transforms'
import { WALL_TOOLS, wallTool } from '../src/tools/wall'
import { wallBesideTool } from '../src/tools/moreWalls'
import { nextOpening } from '../src/tools/values'
import { openingTool } from '../src/tools/opening'
import { TestBench, drawRectangle, pointer } from './bench'

function walls(bench: TestBench, type = 'wall-type-block-140') {
  bench.values.wallType = type
  bench.values.reference = 'right'
  return { tool: wallTool(bench), side: () => bench.values.reference }
}
/** A block of the library in hand. */
function placing(bench: TestBench, id: string) {
  bench.values.block = id
  return blockTool(bench)
}
const round = (n: number): number => Math.round(n * 1e6) / 1e6 + 0

describe('the wall tool', () => {
  it('stores each wall as it is drawn, and closes on the first point', () => {
    const bench = new TestBench()
    const { tool } = walls(bench)
    drawRectangle(tool, 6000, 4000)
    expect(bench.labels).toEqual(['Wall', 'Wall', 'Wall', 'Wall'])
    expect(tool.last()).toBeNull()
    expect(bench.scene.building.cutArea()).toBeCloseTo(6000 * 4000 - 5720 * 3720, 3)
  })
  it('takes a typed length in the pointed direction, and a typed turn', () => {
    const bench = new TestBench()
    const { tool } = walls(bench)
    tool.press(pointer(100, 100))
    bench.type('along', '2*1200+90')
    tool.enter(pointer(300, 100))
    bench.type('along', '1m')
    bench.type('turn', '90')
    tool.enter(pointer(5000, 100))
    expect(bench.all('wall').map((wall) => [wall.b.x, wall.b.y].map(round))).toEqual([
      [2590, 100],
      [2590, 1100],
    ])
    // Typed values are used once.
    expect(bench.typed('along')).toBeNull()
  })
  it('shows what would be drawn, and its length in the tag', () => {
    const bench = new TestBench()
    const { tool } = walls(bench)
    expect(tool.preview(pointer(0, 0))).toEqual([])
    tool.press(pointer(0, 0))
    expect(tool.fields(pointer(3000, 0)).map((field) => field.shown)).toEqual(['3\u202f000', '0°'])
    const outline = tool.preview(pointer(3000, 0)).at(-1)!
    if (outline.kind !== 'segments') throw new Error('no outline')
    // On its right side: the body lies to the left, above.
    expect(Math.max(...outline.points.filter((_, i) => i % 2 === 1))).toBeCloseTo(140, 9)
    expect(Math.min(...outline.points.filter((_, i) => i % 2 === 1))).toBeCloseTo(0, 9)
    expect(tool.remark!(pointer(3000, 0))).toBe('Block 140, drawn on its right side')
  })
  it('changes sides with R, steps back with Escape, refuses walls of no length', () => {
    const bench = new TestBench()
    const { tool, side } = walls(bench)
    tool.key!('r')
    expect(side()).toBe('left')
    tool.press(pointer(0, 0))
    tool.press(pointer(0, 0))
    expect(bench.refused).toEqual(['A wall needs some length. Point or type a length above 0.'])
    expect(tool.back()).toBe(true)
    expect(tool.back()).toBe(false)
    expect(bench.all('wall')).toEqual([])
  })
})

describe('thickness typed where walls are drawn', () => {
  it('T, a figure, Enter: the next walls are so thick, of a type that is found or made', () => {
    const bench = new TestBench()
    bench.values.wallType = 'wall-type-block-140'
    const tool = WALL_TOOLS.wall.make(bench)
    tool.press(pointer(0, 0))
    tool.key!('t')
    expect(tool.fields(pointer(0, 0)).map(({ key }) => key)).toEqual(['thick'])
    bench.type('thick', '175')
    expect(tool.remark!(pointer(0, 0))).toBe('Blockwork 175 · a new type')
    tool.enter(pointer(0, 0))
    bench.type('along', '3000')
    tool.enter(pointer(1000, 0))
    const [wall] = bench.all('wall')
    const type = bench.project.need('wallType', wall!.type)
    expect(type).toMatchObject({ name: 'Blockwork 175', strips: [{ thickness: 175 }] })
    tool.key!('t')
    bench.type('thick', '140')
    expect(tool.remark!(pointer(0, 0))).toBe('Block 140')
    tool.enter(null)
    expect(bench.values.wallType).toBe('wall-type-block-140')
    expect(bench.all('wallType').filter(({ name }) => name === 'Block 140')).toHaveLength(1)
  })
  it('a press takes it too; what cannot be is said and left to be typed anew; Escape leaves it', () => {
    const bench = new TestBench()
    const tool = WALL_TOOLS.wall.make(bench)
    tool.key!('t')
    bench.type('thick', '9000')
    expect(tool.remark!(null)).toBe('A wall is between 0 and 5 m thick.')
    tool.enter(null)
    expect(bench.refused).toEqual(['A wall is between 0 and 5 m thick.'])
    expect(bench.typedText('thick')).toBe('9000')
    expect(tool.back()).toBe(true)
    expect(tool.fields(null)).toEqual([])
    tool.key!('t')
    bench.type('thick', '100')
    tool.press(pointer(0, 0))
    tool.press(pointer(2000, 0))
    expect(bench.project.need('wallType', bench.all('wall')[0]!.type).strips[0]!.thickness).toBe(100)
  })
})

describe('walls beside a wall', () => {
  it('several distances in one go, to the nearest walls or as long as the other', () => {
    const bench = new TestBench()
    drawRectangle(walls(bench).tool, 6000, 4000)
    const tool = wallBesideTool(bench)
    tool.press(pointer(3000, 70))
    const at = pointer(3000, 1500)
    bench.type('clear', '1200; 900')
    expect(tool.remark!(at)).toBe('2 walls · to the nearest walls')
    tool.enter(at)
    const made = bench.all('wall').slice(4)
    expect(made.map(({ a, b }) => [round(a.y), round(Math.abs(b.x - a.x))])).toEqual([
      [140 + 1200, 6000 - 140],
      [140 + 1200 + 140 + 900, 6000 - 140],
    ])
    tool.press(pointer(3000, 70))
    tool.from!(at)
    tool.key!('l')
    expect(tool.fields(at)[0]!.label).toBe('axis to axis')
    expect(tool.remark!(at)).toContain('as long as the other')
  })
})

describe('the opening tools', () => {
  function setup(fit: 'door' | 'window' = 'door') {
    const bench = new TestBench()
    drawRectangle(walls(bench).tool, 6000, 4000)
    bench.values.openings = { ...bench.values.openings, [fit]: { ...nextOpening(null), width: 900 } }
    return { bench, tool: openingTool(bench, fit), width: () => bench.values.openings[fit].width }
  }
  it('measure from the nearer inner corner', () => {
    const { bench, tool } = setup()
    const near = pointer(800, 70)
    tool.fields(near)
    bench.type('corner', '300')
    tool.enter(near)
    const far = pointer(5500, 70)
    tool.fields(far)
    bench.type('corner', '250')
    tool.enter(far)
    // The clear wall runs from 140 to 5 860.
    expect(bench.all('opening').map((opening) => round(opening.along))).toEqual([
      140 + 300 + 450,
      5860 - 250 - 450,
    ])
  })
  it('measure from where F says, to the part T says, and store what they measured from', () => {
    const { bench, tool } = setup()
    const near = pointer(800, 120)
    const label = (): string => tool.fields(near)[0]!.label
    expect(label()).toBe('from corner')
    tool.from!(near)
    expect(label()).toBe('from axis')
    bench.type('corner', '1000')
    tool.enter(near)
    // The axis of the wall there lies at 70.
    expect(round(bench.all('opening')[0]!.along)).toBe(70 + 1000 + 450)
    tool.from!(near)
    tool.key!('t')
    expect(label()).toBe('from outside to middle')
    const far = pointer(5500, 120)
    tool.fields(far)
    bench.type('corner', '900')
    tool.enter(far)
    expect(bench.all('opening')[1]).toMatchObject({
      along: 6000 - 900,
      measured: { from: 'outer corner', end: 'end', to: 'middle', side: 'left' },
    })
    // Beside the doors there are now edges of the next to measure from; without any of them F leaves them out.
    tool.from!(pointer(3000, 120))
    expect(tool.fields(pointer(3000, 120))[0]!.label).toBe('from next to middle')
  })
  it('put in several in one go, gaps and widths in turn, hinged at the corner they are measured from', () => {
    const { bench, tool } = setup()
    const at = pointer(5500, 120)
    tool.fields(at)
    bench.type('corner', '500; 900; 700; 600; 400')
    expect(tool.remark!(at)).toBe('3 doors')
    tool.enter(at)
    expect(bench.all('opening').map(({ along, width, hand }) => [round(along), width, hand])).toEqual([
      [5860 - 500 - 450, 900, 'end'],
      [5860 - 500 - 900 - 700 - 300, 600, 'end'],
      [5860 - 500 - 900 - 700 - 600 - 400 - 450, 900, 'end'],
    ])
    expect(bench.labels.at(-1)).toBe('Door')
  })
  it('take width and height typed one after the other, and keep them', () => {
    const { bench, tool } = setup('window')
    const at = pointer(3000, 120)
    expect(tool.fields(at).map(({ key, by }) => [key, by])).toEqual([
      ['corner', undefined],
      ['width', 'high'],
      ['high', undefined],
      ['sill', undefined],
    ])
    bench.type('width', '1200')
    bench.type('high', '600')
    bench.type('sill', '1500')
    tool.enter(at)
    expect(bench.all('opening')[0]).toMatchObject({ width: 1200, sill: 1500, head: 2100 })
    tool.enter(pointer(1000, 120))
    expect(bench.all('opening')[1]).toMatchObject({ width: 1200, sill: 1500, head: 2100 })
  })
  it('keep the corner that a distance was begun from, wherever the pointer goes', () => {
    const { bench, tool } = setup()
    tool.fields(pointer(800, 70))
    bench.type('corner', '3')
    tool.fields(pointer(800, 70))
    bench.type('corner', '3000')
    tool.enter(pointer(4000, 70))
    expect(round(bench.all('opening')[0]!.along)).toBe(140 + 3000 + 450)
  })
  it('centre with C, remember the width, open to the side pointed at', () => {
    const { bench, tool, width } = setup()
    const at = pointer(1000, 120)
    tool.key!('c')
    bench.type('width', '1.1m')
    tool.enter(at)
    const [door] = bench.all('opening')
    expect(door).toMatchObject({ width: 1100, along: 3000, side: 'left', hand: 'start' })
    expect(width()).toBe(1100)
  })
  it('flip hand and side before they are placed', () => {
    const { bench, tool } = setup()
    tool.key!('h')
    tool.key!('s')
    tool.press(pointer(3000, 120))
    expect(bench.all('opening')[0]).toMatchObject({ hand: 'end', side: 'right' })
  })
  it('say what is wrong, and store nothing', () => {
    const { bench, tool } = setup('window')
    tool.press(pointer(3000, 2000))
    const at = pointer(1000, 70)
    tool.fields(at)
    bench.type('corner', '9000')
    tool.enter(at)
    bench.type('width', '0')
    bench.type('corner', '')
    tool.enter(at)
    expect(bench.refused).toEqual([
      'Point to the wall that gets the window.',
      'The window would stand outside its wall.',
      'A window needs some width.',
    ])
    expect(bench.all('opening')).toEqual([])
  })
})

describe('the block tool', () => {
  it('places one after the other with its last turn', () => {
    const bench = new TestBench()
    const tool = placing(bench, 'block-table')
    bench.type('turn', '30')
    tool.press(pointer(1000, 1000))
    tool.press(pointer(3000, 1000))
    tool.key!('r')
    tool.key!('m')
    tool.press(pointer(5000, 1000))
    const degrees = bench.all('placement').map((placed) => Math.round((placed.turn * 180) / Math.PI))
    expect(degrees).toEqual([30, 30, 120])
    expect(bench.all('placement').map((placed) => placed.mirrored)).toEqual([false, false, true])
    expect(tool.preview(pointer(0, 0)).length).toBeGreaterThan(0)
  })
  it('turns one to a second point, or as typed there', () => {
    const bench = new TestBench()
    bench.setWay('pointed')
    const tool = placing(bench, 'block-table')
    tool.press(pointer(1000, 1000))
    expect(bench.all('placement')).toEqual([])
    expect(tool.fields(pointer(1000, 3000))[0]).toMatchObject({ key: 'turn', shown: '90°' })
    tool.press(pointer(1000, 3000))
    tool.press(pointer(4000, 1000))
    bench.type('turn', '45')
    tool.enter(pointer(9000, 1000))
    expect(
      bench.all('placement').map(({ at, turn }) => [at.x, at.y, Math.round((turn * 180) / Math.PI)]),
    ).toEqual([
      [1000, 1000, 90],
      [4000, 1000, 45],
    ])
    // One step back forgets the first point, not what is placed.
    tool.press(pointer(7000, 1000))
    expect(tool.back()).toBe(true)
    expect(tool.back()).toBe(false)
    expect(bench.all('placement')).toHaveLength(2)
  })
  it('stands against a wall, its near edge at a typed distance from what F says', () => {
    const bench = new TestBench()
    const { tool: wall } = walls(bench)
    bench.values.reference = 'centre'
    drawRectangle(wall, 6000, 4000)
    const block = standardBlocks('metric').find(({ atWall, sizing }) => atWall && sizing === 'stretch')!
    const tool = placing(bench, block.id)
    bench.type('width', '800')
    // Against the wall below, nearer to its left corner at 70.
    const at = pointer(1500, 200)
    expect(tool.fields(at)[0]).toMatchObject({ key: 'beside', label: 'from corner' })
    bench.type('beside', '500')
    tool.press(at)
    // It stands by the middle of its back.
    const stands = () => bench.all('placement').at(-1)!.at
    expect(stands().x).toBeCloseTo(70 + 500 + 400, 6)
    expect(stands().y).toBeCloseTo(70, 6)
    // Nearer to the right corner it is measured from there; mirrored it takes the same place.
    bench.type('width', '800')
    bench.type('beside', '500')
    tool.key!('m')
    tool.press(pointer(4500, 200))
    expect(stands().x).toBeCloseTo(5930 - 500 - 400, 6)
    // From the axis of the wall there.
    bench.type('width', '800')
    bench.type('beside', '1500')
    expect(tool.from!(pointer(1500, 3900))).toBe(true)
    expect(tool.fields(pointer(1500, 3900))[0]).toMatchObject({ label: 'from axis' })
    tool.press(pointer(1500, 3900))
    expect(stands().x).toBeCloseTo(1500 + 400, 6)
    expect(stands().y).toBeCloseTo(3930, 6)
    // In the middle of the room there is no wall to measure along.
    expect(tool.fields(pointer(3000, 2000))[0]).toMatchObject({ key: 'turn' })
    expect(tool.from!(pointer(3000, 2000))).toBe(false)
  })
  it('asks for a block when none is chosen', () => {
    const bench = new TestBench()
    placing(bench, 'none').press(pointer(0, 0))
    expect(bench.refused).toEqual(['Choose a block in the drawer first.'])
  })
})

describe('the dimension tool', () => {
  it('takes points until it is pointed clear of the drawing, with an overall row', () => {
    const bench = new TestBench()
    drawRectangle(walls(bench).tool, 6000, 4000)
    const tool = dimensionTool(bench)
    tool.press(pointer(0, 0, 'end'))
    tool.press(pointer(2000, 0, 'on line'))
    tool.press(pointer(6000, 0, 'end'))
    tool.press(pointer(6000, 0, 'end'))
    expect(bench.refused).toEqual(['This point is in the chain already.'])
    tool.press(pointer(3000, -500))
    const [chain, overall] = bench.all('dimension')
    expect(chain!.anchors.map((anchor) => anchor.to)).toEqual(['wallCorner', 'wallFace', 'wallCorner'])
    expect(overall!.anchors).toHaveLength(2)
    expect([chain!.offset, overall!.offset]).toEqual([
      { in: 'row', side: 'right', row: 0 },
      { in: 'row', side: 'right', row: 1 },
    ])
    // Both come and go with one undo.
    expect(bench.labels[bench.labels.length - 1]).toBe('Dimension chain')
  })
  it('measures upright or along its points as they lie, and steps back point by point', () => {
    const bench = new TestBench()
    bench.values.overall = false
    const tool = dimensionTool(bench)
    tool.press(pointer(0, 0, 'end'))
    tool.press(pointer(300, 4000, 'end'))
    tool.press(pointer(900, 900, 'end'))
    tool.back()
    tool.enter(null)
    tool.press(pointer(-600, 2000))
    tool.key!('a')
    tool.press(pointer(0, 0, 'end'))
    tool.press(pointer(3000, 4000, 'end'))
    tool.enter(null)
    tool.enter(pointer(-600, 2000))
    const [upright, along] = bench.all('dimension')
    expect(upright!.anchors).toHaveLength(2)
    expect(upright!.direction).toBeCloseTo(Math.PI / 2, 9)
    expect(along!.direction).toBeCloseTo(Math.atan2(4, 3), 9)
  })
})

describe('leaders, notes and measuring', () => {
  it('a leader needs its note, stands freely, and with Shift at even angles', () => {
    const bench = new TestBench()
    const tool = leaderTool(bench)
    tool.press(pointer(1000, 1000, 'end'))
    tool.press({ ...pointer(1500, 1480), locked: true })
    tool.enter(null)
    expect(bench.refused).toEqual(['Type the note, then press Enter.'])
    bench.type('note', 'Damp-proof course')
    tool.enter(null)
    const [leader] = bench.all('leader')
    expect(leader!.text).toBe('Damp-proof course')
    expect(leader!.elbowPaperMm.x).toBeCloseTo(leader!.elbowPaperMm.y, 9)
    // Freely, 500 and 280 at 1:50; where nothing is typed it says the same again.
    tool.press(pointer(4000, 1000, 'end'))
    tool.press(pointer(4500, 1280))
    tool.enter(null)
    expect(bench.all('leader')[1]).toMatchObject({
      text: 'Damp-proof course',
      elbowPaperMm: { x: 10, y: expect.closeTo(5.6, 9) },
    })
  })
  it('a leader comes in line with those beside it, at their height or in their column', () => {
    const bench = new TestBench()
    const tool = leaderTool(bench)
    const elbow = (i: number) => {
      const { tip, elbowPaperMm } = bench.all('leader')[i]!
      return { x: tip.last.x + elbowPaperMm.x * bench.scale, y: tip.last.y + elbowPaperMm.y * bench.scale }
    }
    bench.type('note', 'Sill')
    for (const [x, y, at] of [
      [0, 0, [500, 800]],
      [2000, 0, [2600, 800 + bench.reach / 2]],
      [2000, -900, [2600 - bench.reach / 2, -300]],
      [4000, 0, [4600, 800 + 3 * bench.reach]],
    ] as const) {
      tool.press(pointer(x, y, 'end'))
      tool.press(pointer(at[0], at[1]))
      bench.type('note', 'Sill')
      tool.enter(null)
    }
    expect(elbow(1).y).toBeCloseTo(800, 6)
    expect(elbow(2).x).toBeCloseTo(2600, 6)
    expect(elbow(3).y).toBeCloseTo(800 + 3 * bench.reach, 6)
  })
  it('a note stands where it was put', () => {
    const bench = new TestBench()
    const tool = noteTool(bench)
    tool.press(pointer(700, 800))
    expect(tool.fields(null)).toHaveLength(1)
    bench.type('note', 'STORE')
    tool.enter(null)
    expect(bench.all('note')[0]).toMatchObject({ text: 'STORE', at: { x: 700, y: 800 } })
  })
  it('measures x, y and the sum, and stores nothing', () => {
    const bench = new TestBench()
    const tool = measureTool(bench)
    tool.press(pointer(0, 0))
    tool.press(pointer(3000, 0))
    expect(tool.remark!(pointer(3000, 4000))).toBe(
      'x 0 · y 4\u202f000 · in all 7\u202f000 · angle 90° · area 6.0 m², around 12\u202f000',
    )
    expect(tool.figures!().map(({ key, value }) => [key, value])).toEqual([
      ['enter', 3000],
      ['t', 0],
    ])
    tool.press(pointer(3000, 4000))
    const figures = new Map(tool.figures!().map(({ key, value }) => [key, value]))
    expect([figures.get('enter'), figures.get('s')]).toEqual([4000, 7000])
    expect(figures.get('t')).toBeCloseTo(Math.PI / 2, 12)
    expect(figures.get('w')).toBeCloseTo(Math.PI / 2, 12)
    tool.back()
    tool.press(pointer(0, 0))
    tool.press(pointer(3000, 0))
    expect(tool.fields(pointer(3000, 4000))[0]!.shown).toBe('4\u202f000')
    expect(bench.labels).toEqual([])
  })
})

describe('moving', () => {
  it('a wall sideways to the side pointed to, by what was typed', () => {
    const bench = new TestBench()
    drawRectangle(walls(bench).tool, 6000, 4000)
    const tool = moveSideTool(bench)
    tool.press(pointer(3000, 60))
    tool.preview(pointer(3000, -500))
    bench.type('by', '400')
    tool.enter(pointer(3000, -500))
    tool.press(pointer(9000, 9000))
    expect(bench.refused).toEqual(['There is no wall here.'])
    const lowest = Math.min(...bench.all('wall').flatMap((wall) => [wall.a.y, wall.b.y]))
    expect(lowest).toBeCloseTo(-400, 6)
    expect(bench.scene.building.faults()).toBe(0)
  })
  it('what is selected, from a point by a typed length and turn', () => {
    const bench = new TestBench()
    placing(bench, 'block-chair').press(pointer(1000, 1000))
    bench.select([bench.all('placement')[0]!.id])
    const tool = moveTool(bench)
    tool.press(pointer(0, 0))
    bench.type('along', '500')
    bench.type('turn', '-90')
    tool.enter(pointer(10, 10))
    const { at } = bench.all('placement')[0]!
    expect([round(at.x), round(at.y)]).toEqual([1000, 500])
    // One Escape puts it down; what was moved stays selected.
    expect(tool.back()).toBe(false)
    expect(bench.selection).toHaveLength(1)
  })
  it('says so when nothing would move', () => {
    const bench = new TestBench()
    placing(bench, 'block-chair').press(pointer(1000, 1000))
    bench.select([bench.all('placement')[0]!.id])
    const tool = moveTool(bench)
    tool.press(pointer(0, 0))
    tool.press(pointer(0, 0))
    expect(bench.refused).toEqual(['Type or point how far to move.'])
  })
})

describe('feet and inches', () => {
  it('are typed and shown in the tag', () => {
    const bench = new TestBench('feet-inches')
    bench.values.wallType = 'wall-type-stud-4'
    const tool = wallTool(bench)
    tool.press(pointer(0, 0))
    bench.type('along', `7'4`)
    expect(tool.fields(pointer(100, 0))[0]!.shown).toBe(`7'-4"`)
    tool.enter(pointer(100, 0))
    expect(bench.all('wall')[0]!.b.x).toBeCloseTo(88 * 25.4, 6)
  })
})
