import { describe, expect, it } from 'vitest'
import { sceneOf } from '../src/derive'
import { LevelSolver } from '../src/building'
import {
  EditRefused,
  History,
  addLevel,
  addOpening,
  addSheet,
  addWalls,
  changeOpening,
  copySheet,
  copyStripType,
  flipHand,
  flipWall,
  moveHandle,
  moveItems,
  moveWallSideways,
  newProject,
  nextSheetNumber,
  partOf,
  removeItems,
  removeStripType,
  renameStripType,
  retypeWalls,
  setMaterial,
  setStrips,
  setWallLength,
} from '../src/edit'
import { handlesOf } from '../src/kinds'
import { Project, type AnyRecord, type Wall } from '../src/records'
import { settleBoard } from '../src/check'
import { FEET_INCHES_WALL_TYPES, METRIC_WALL_TYPES } from '../src/library'
import { LEVEL, PLAN, chain, drafted, opening, projectWith, wall } from './wallFixture'

let counter = 0
const makeId = (): string => `id${++counter}`
const walls = (change: { put: AnyRecord[] }): Map<string, Wall> =>
  new Map(
    change.put
      .filter((record): record is Wall => record.kind === 'wall')
      .map((record) => [record.id, record]),
  )
const coordinates = (of: Wall): number[] =>
  [of.a.x, of.a.y, of.b.x, of.b.y].map((n) => Math.round(n * 1e6) / 1e6 + 0)

const room = [
  wall('s', [0, 0, 6000, 0]),
  wall('e', [6000, 0, 6000, 4000]),
  wall('n', [6000, 4000, 0, 4000]),
  wall('w', [0, 4000, 0, 0]),
]

describe('a new project', () => {
  const input = {
    name: ' House ',
    system: 'metric',
    levelName: 'Ground',
    storeyHeight: 2700,
    sheetSize: 'A1',
    orientation: 'landscape',
    date: '2026-01-02',
  } as const
  it('is complete in itself', () => {
    const made = newProject(input, makeId)
    const project = new Project()
    project.check(made.change)
    project.apply(made.change)
    expect(project.facts.name).toBe('House')
    expect(project.need('drawing', made.drawing).readingScale).toBe(50)
    expect(project.all('openingType').length).toBeGreaterThanOrEqual(20)
    expect(project.all('lens').length).toBeGreaterThanOrEqual(4)
    // Blocks come with their first placement.
    expect(project.all('block')).toEqual([])
    const second = addLevel(project, { name: 'Upper', height: 2500 }, makeId)
    project.check(second.change)
    project.apply(second.change)
    expect(project.need('level', second.level).elevation).toBe(2700)
  })
  it('refuses what is missing in a sentence', () => {
    expect(() => newProject({ ...input, name: '  ' }, makeId)).toThrow('A project needs a name.')
    expect(() => newProject({ ...input, levelName: '' }, makeId)).toThrow(EditRefused)
    expect(() => newProject({ ...input, storeyHeight: 27 }, makeId)).toThrow('300 mm')
  })
})

describe('walls', () => {
  const chain = { level: LEVEL, type: 'wall-type-block-140', reference: 'centre', closed: false } as const
  it('come one between each two points', () => {
    const change = addWalls(
      projectWith(),
      {
        ...chain,
        points: [
          { x: 0, y: 0 },
          { x: 5, y: 0 },
          { x: 5, y: 5 },
        ],
        closed: true,
      },
      makeId,
    )
    expect(change.put).toHaveLength(3)
  })
  it('of no length, or in the place of another, are refused', () => {
    const add = (x: number): unknown =>
      addWalls(
        projectWith(...room),
        {
          ...chain,
          points: [
            { x: 0, y: 0 },
            { x, y: 0 },
          ],
        },
        makeId,
      )
    expect(() => add(0)).toThrow('needs some length')
    expect(() => add(6000)).toThrow('in this place already')
  })

  it('moved sideways take their neighbours along', () => {
    // The east wall runs north: its left is west.
    const moved = walls(moveWallSideways(projectWith(...room), 'e', -500))
    expect(coordinates(moved.get('e')!)).toEqual([6500, 0, 6500, 4000])
    expect(coordinates(moved.get('s')!)).toEqual([0, 0, 6500, 0])
    expect(coordinates(moved.get('n')!)).toEqual([6500, 4000, 0, 4000])
    expect(moved.has('w')).toBe(false)
  })
  it('slide along skewed neighbours, keeping every direction', () => {
    const moved = walls(
      moveWallSideways(
        projectWith(wall('a', [0, 0, 4000, 0]), wall('b', [4000, 0, 6000, 2000]), wall('c', [0, 0, 0, 3000])),
        'a',
        1000,
      ),
    )
    expect(coordinates(moved.get('a')!)).toEqual([0, 1000, 5000, 1000])
    expect(coordinates(moved.get('b')!)).toEqual([5000, 1000, 6000, 2000])
    expect(coordinates(moved.get('c')!)).toEqual([0, 1000, 0, 3000])
  })
  it('carry the walls that end on them', () => {
    const moved = walls(
      moveWallSideways(projectWith(...room, wall('stem', [3000, 4000, 3000, 1500])), 'n', -250),
    )
    expect(coordinates(moved.get('stem')!)).toEqual([3000, 4250, 3000, 1500])
  })
  it('keep their openings in place in the building when an end moves', () => {
    const project = projectWith(...room, opening('o', 'n', 2000, 900))
    const change = moveWallSideways(project, 'e', -500)
    const moved = change.put.find((record) => record.id === 'o')
    // The north wall starts in the east: its start is 500 further away now.
    expect(moved).toMatchObject({ along: 2500 })
  })
  it('that would turn round or vanish are refused', () => {
    expect(() => moveWallSideways(projectWith(...room), 'e', 6000)).toThrow(EditRefused)
    expect(() => moveWallSideways(projectWith(...room), 'e', 7000)).toThrow('turn a wall round')
    expect(() => moveWallSideways(projectWith(...room), 'e', 0)).toThrow('how far')
    expect(() => setWallLength(projectWith(...room), 's', 0)).toThrow('some length')
  })
  it('moved as a selection pull the ends that met them', () => {
    const moved = walls(moveItems(projectWith(...room), ['e'], { x: 300, y: 0 }))
    expect(coordinates(moved.get('e')!)).toEqual([6300, 0, 6300, 4000])
    expect(coordinates(moved.get('s')!)).toEqual([0, 0, 6300, 0])
  })
  it('removed take their openings with them', () => {
    const change = removeItems(projectWith(...room, opening('o', 'n', 2000, 900)), ['n'])
    expect(new Set(change.drop)).toEqual(new Set(['n', 'o']))
  })
})

describe('openings', () => {
  const facts = {
    wall: 's',
    fit: 'door',
    width: 900,
    sill: 0,
    head: 2100,
    hand: 'start',
    side: 'left',
  } as const
  const setup = (
    ...more: AnyRecord[]
  ): { project: Project; add: (along: number, width?: number) => unknown } => {
    const project = projectWith(...room, ...more)
    const solved = new LevelSolver(project, LEVEL).get('s')!
    return {
      project,
      add: (along, width = 900) => addOpening(project, solved, { ...facts, along, width }, makeId),
    }
  }
  it('stand in the clear wall between the inner corners', () => {
    const { add } = setup()
    expect(() => add(70 + 450)).not.toThrow()
    expect(() => add(69 + 450)).toThrow('outside its wall')
    expect(() => add(3000, 6000)).toThrow('wider than the clear wall')
    expect(() => add(3000, 0)).toThrow('some width')
  })
  it('never over one another', () => {
    const { add, project } = setup(opening('o', 's', 3000, 1000))
    expect(() => add(3000 + 500 + 449)).toThrow('in this place already')
    expect(() => add(3000 + 500 + 450)).not.toThrow()
    const solved = new LevelSolver(project, LEVEL).get('s')!
    expect(() => changeOpening(project, solved, 'o', { head: -5 })).toThrow('above its sill')
  })
  it('flip their hand and back', () => {
    const project = projectWith(...room, opening('o', 's', 3000, 1000))
    expect(flipHand(project, 'o').put[0]).toMatchObject({ hand: 'end' })
  })
})

describe('sheets', () => {
  const made = newProject(
    {
      name: 'House',
      system: 'metric',
      levelName: 'Ground',
      storeyHeight: 2700,
      sheetSize: 'A2',
      orientation: 'landscape',
      date: '2026-01-02',
    },
    makeId,
  )
  const viewport = (locked: boolean): AnyRecord => ({
    id: 'v',
    kind: 'viewport',
    sheet: made.sheet,
    drawing: made.drawing,
    number: 1,
    title: '',
    scale: 50,
    at: { x: 200, y: 200 },
    crop: { minX: 0, minY: 0, maxX: 5000, maxY: 5000 },
    cropped: false,
    locked,
  })
  it('get the next number, and copies have their viewports', () => {
    const project = new Project(made.change.put)
    expect(nextSheetNumber(project)).toBe('A-102')
    project.apply({
      put: [viewport(false)],
      drop: [],
    })
    const copy = copySheet(project, made.sheet, makeId)
    project.check(copy.change)
    project.apply(copy.change)
    expect(project.need('sheet', copy.sheet).number).toBe('A-102')
    expect(project.dependents(copy.sheet)).toHaveLength(1)
    const next = addSheet(project, '2026-01-02', makeId)
    expect(next.change.put[0]).toMatchObject({ number: 'A-103', size: 'A2' })
  })
  it('hold locked viewports in place', () => {
    const project = new Project(made.change.put)
    project.apply({
      put: [viewport(true)],
      drop: [],
    })
    expect(() => moveItems(project, ['v'], { x: 1, y: 0 })).toThrow('locked')
  })
})

describe('history', () => {
  const step = (
    id: string,
    undoes: string | null = null,
  ): { id: string; label: string; undoes: string | null } => ({
    id,
    label: id,
    undoes,
  })
  it('reads undo and redo from the journal', () => {
    const history = new History([step('a'), step('b'), step('u', 'b')])
    expect(history.next.undo?.id).toBe('a')
    expect(history.next.redo?.id).toBe('u')
    history.add(step('r', 'u'))
    expect(history.next.undo?.id).toBe('r')
    expect(history.next.redo).toBeNull()
    history.add(step('u2', 'r'))
    expect(history.next.undo?.id).toBe('a')
    history.add(step('c'))
    expect(history.next.redo).toBeNull()
    expect(history.next.undo?.id).toBe('c')
  })
  it('undoes everything and redoes everything', () => {
    const history = new History(['a', 'b', 'c'].map((id) => step(id)))
    let n = 0
    const undone: string[] = []
    while (history.next.undo) {
      undone.push(history.next.undo.label)
      history.add({ id: `u${++n}`, label: history.next.undo.label, undoes: history.next.undo.id })
    }
    expect(undone).toEqual(['c', 'b', 'a'])
    const redone: string[] = []
    while (history.next.redo) {
      redone.push(history.next.redo.label)
      history.add({ id: `r${++n}`, label: history.next.redo.label, undoes: history.next.redo.id })
    }
    expect(redone).toEqual(['a', 'b', 'c'])
  })
})

describe('matters that can be mended', () => {
  const settle = (...records: AnyRecord[]) => {
    const project = projectWith(PLAN, ...records)
    const solver = new LevelSolver(project, LEVEL)
    return { project, solver, matters: settleBoard(sceneOf(project, PLAN)) }
  }
  it('a wall that ends short of another is run on to it', () => {
    const { project, solver, matters } = settle(
      wall('a', [0, 0, 4000, 0]),
      wall('b', [2000, 3000, 2000, 100]),
    )
    expect(matters.map((matter) => matter.text)).toEqual(['A wall ends 30 mm short of another.'])
    const change = matters[0]!.mend!(project)
    project.check(change)
    project.apply(change)
    solver.follow()
    expect(settleBoard(sceneOf(project, PLAN))).toEqual([])
    expect(project.need('wall', 'b').b).toEqual({ x: 2000, y: 0 })
  })
  it('of two walls in one place the one without openings goes; overlaps are told', () => {
    const { project, matters } = settle(
      wall('a', [0, 0, 4000, 0]),
      wall('b', [500, 0, 3500, 0]),
      opening('d', 'b', 1500, 900),
    )
    expect(matters.filter((m) => m.stage === 'walls').map((m) => m.text)).toEqual([
      'Two walls stand in the same place.',
    ])
    expect(matters[0]!.mend!(project).drop).toEqual(['a'])
    const over = settle(wall('a', [0, 0, 4000, 0]), wall('b', [3000, 0, 7000, 0]))
    expect(over.matters.map((m) => m.text)).toEqual(['Two walls overlap for 1\u202f000 mm.'])
  })
})

describe('wall types and materials', () => {
  const project = projectWith()
  it('are copied, renamed, given other strips and removed again', () => {
    const { change, type } = copyStripType(project, 'wall-type-block-140', makeId)
    project.apply(change)
    project.apply(renameStripType(project, type, 'Lined block'))
    const strips = [
      { material: 'material-plaster', thickness: 12 },
      { material: 'material-blockwork', thickness: 140 },
    ]
    const put = setStrips(project, type, strips)
    project.check(put)
    project.apply(put)
    expect(project.need('wallType', type)).toMatchObject({ name: 'Lined block', strips })
    expect(partOf(project, strips[0]!)).toBe('finish')
    expect(partOf(project, strips[1]!)).toBe('structure')
    expect(() => renameStripType(project, type, 'Block 140')).toThrow(/already/)
    expect(() => setStrips(project, type, [])).toThrow(/at least one/)
    expect(() => setStrips(project, type, [{ material: 'material-plaster', thickness: 0 }])).toThrow(/thick/)
    expect(() => setMaterial(project, 'material-plaster', { priority: 1.5 })).toThrow(/whole number/)
    project.apply(removeStripType(project, type))
    expect(project.find('wallType', type)).toBeUndefined()
  })
  it('at least eight ship in each system, all different in name', () => {
    for (const types of [METRIC_WALL_TYPES, FEET_INCHES_WALL_TYPES]) {
      expect(types.length).toBeGreaterThanOrEqual(8)
      expect(new Set(types.map((type) => type.name)).size).toBe(types.length)
    }
  })
})

describe('another type or drawn line keeps the face that was chosen', () => {
  it('the right face stays while the wall grows to the left', () => {
    const project = projectWith(wall('a', [0, 0, 4000, 0], 'block-140', 'centre'))
    const change = retypeWalls(project, ['a'], { type: 'wall-type-cavity-350' }, 'right')
    project.apply(change)
    // 140 about y = 0: the right face lies at −70; of 350 about its centre the line lies 175 further.
    expect(project.need('wall', 'a').a.y).toBeCloseTo(-70 + 175, 9)
  })
  it('walls that met still meet', () => {
    const project = projectWith(...room)
    project.apply(retypeWalls(project, ['s'], { reference: 'left' }, 'left'))
    const s = project.need('wall', 's')
    expect(s.a.y).toBeCloseTo(70, 9)
    expect(project.need('wall', 'e').a).toEqual(s.b)
    expect(project.need('wall', 'w').b).toEqual(s.a)
  })
  it('drawn the other way round it looks the same', () => {
    const project = projectWith(wall('a', [0, 0, 4000, 0], 'block-140', 'left'), opening('d', 'a', 1000, 900))
    const before = new LevelSolver(project, LEVEL).cutArea()
    project.apply(flipWall(project, 'a'))
    expect(project.need('opening', 'd')).toMatchObject({ along: 3000, hand: 'end', side: 'right' })
    expect(new LevelSolver(project, LEVEL).cutArea()).toBeCloseTo(before, 6)
    expect(project.need('wall', 'a')).toMatchObject({ a: { x: 4000, y: 0 }, reference: 'right' })
  })
})

describe('reshaping by one point', () => {
  it('a wall’s end takes the walls that met it along', () => {
    const project = projectWith(...room)
    project.apply(moveHandle(project, 's', 1, { x: 6500, y: -200 }))
    expect(project.need('wall', 's').b).toEqual({ x: 6500, y: -200 })
    expect(project.need('wall', 'e').a).toEqual({ x: 6500, y: -200 })
    expect(project.need('wall', 'n').a).toEqual({ x: 6000, y: 4000 })
  })
  it('a corner of a line, the radius of a circle; what would cross itself is refused', () => {
    const box = drafted('o', chain([0, 0, 100, 0, 100, 100, 0, 100], true))
    const round = drafted('c', { form: 'circle', centre: { x: 0, y: 0 }, radius: 50 })
    const project = projectWith(PLAN, box, round)
    project.apply(moveHandle(project, 'c', 0, { x: 0, y: 80 }))
    expect(project.need('linework', 'c').shape).toMatchObject({ radius: 80 })
    expect(handlesOf(project.need('linework', 'o'))).toHaveLength(4)
    expect(() => moveHandle(project, 'o', 0, { x: 200, y: 50 })).toThrow(/cross itself/)
  })
})
