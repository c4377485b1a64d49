import { freshNews } from '../src/check'
import { findRegion, draftField, sceneOf } from '../src/derive'
import * as edit from '../src/edit'
import { OF_WALLS } from '../src/ties'
import { EditRefused } from '../src/edit'
import { solverOf, wallAxis } from '../src/building'
import { atDistance, moveBy, pathLength, pathOf, type Affine, type Point } from '../src/geometry'
import { handlesOf } from '../src/kinds'
import { STANDARD_TITLES, standardBlocks, standardDetails } from '../src/library'
import { shapePath, turnAbout } from '../src/linework'
import {
  GATHERED,
  PLACED_KINDS,
  SYMBOL_FORMS,
  TIED_KINDS,
  symbolForms,
  drawnAs,
  lensKinds,
  penRoles,
  sheetSizeNames,
  titlePlaces,
  statuses,
  patternNames,
  type Change,
  type Id,
  type RepeatPattern,
  type Shape,
  type Slab,
  type Strip,
} from '../src/records'
import type { SolvedWall } from '../src/building'
import { spacesOf } from '../src/rooms'
import type { Values, World } from './world'

type Face = typeof edit
/** Every edit there is: what gives a change, or something with one. */
export type EditName = {
  [N in keyof Face]: Face[N] extends (...given: never[]) => infer R
    ? [R] extends [Change | null]
      ? N
      : [R] extends [{ change: Change }]
        ? N
        : never
    : never
}[keyof Face]

/** What an edit does to what is built and drawn: nothing but names and looks, ends of things, or it moves things. */
type Moves = 'nothing' | 'ends' | 'things'

interface Case {
  readonly moves: Moves
  readonly make: (world: World, values: Values) => Change
}

const outlineOf = ({ a, b, c, d, pick }: Values): Slab['outline'] => ({
  vertices: [
    { x: a, y: b, sweep: 0 },
    { x: c, y: b, sweep: 0 },
    { x: c, y: d, sweep: 0 },
    { x: pick % 2 ? a : (a + c) / 2, y: pick % 3 ? d : (b + d) / 2, sweep: 0 },
  ],
  closed: true,
})

const solved = (world: World, { pick }: Values): SolvedWall => {
  const found = world.solver.get(world.some('wall', pick))
  if (!found) throw new EditRefused('nothing', 'There is no wall to put it in.')
  return found
}

const onBoard = (world: World) => sceneOf(world.project, world.project.need('drawing', world.drawingId))

const mapOf = ({ a, b, c, d, pick }: Values): Affine =>
  [
    moveBy(a, b),
    turnAbout({ x: a, y: b }, c),
    edit.mirrorAbout({ x: a, y: b }, { x: c, y: d }),
    edit.scaleAbout({ x: a, y: b }, c / 1000),
  ][pick % 4]!

const shapeOf = ({ a, b, c, d, pick }: Values): Shape => {
  const p = { x: a, y: b }
  const q = { x: c, y: d }
  switch (pick % 6) {
    case 0:
      return { form: 'circle', centre: p, radius: c }
    case 1:
      return { form: 'ellipse', centre: p, major: q, ratio: 0.5, from: 0, sweep: pick / 8 }
    case 2:
      return { form: 'curve', points: [p, q, { x: d, y: a }], closed: pick % 4 === 0 }
    default:
      return {
        form: 'path',
        path: {
          vertices: [
            { ...p, sweep: pick % 3 ? 0 : pick / 10 },
            { ...q, sweep: 0 },
            { x: d, y: a, sweep: 0 },
          ].slice(0, pick % 2 ? 2 : 3),
          closed: pick % 4 === 0,
        },
      }
  }
}

/** A line or a wall, and a place on it that a person would point to. */
function pointed(world: World, { a, pick }: Values): { id: Id; at: Point } {
  const id = pick % 2 ? world.some('linework', pick) : world.some('wall', pick)
  const record = world.project.get(id)
  const path =
    record?.kind === 'wall'
      ? pathOf([wallAxis(record)], false)
      : record?.kind === 'linework'
        ? shapePath(record.shape)
        : null
  const part = Number.isFinite(a) ? Math.abs(a % 1000) / 1000 || (pick % 10) / 10 : 0.5
  return { id, at: path ? atDistance(path, pathLength(path) * part).point : { x: 0, y: 0 } }
}

const patternOf = ({ a, b, c, d, pick }: Values): RepeatPattern => {
  const p = { x: a, y: b }
  const q = { x: c, y: d }
  return pick % 3 === 0
    ? { how: 'row', step: p, count: pick % 5 }
    : pick % 3 === 1
      ? { how: 'grid', step: p, count: pick % 4, rowStep: q, rows: 2 }
      : { how: 'around', centre: p, step: c, count: 4, turned: pick % 2 === 0 }
}

const planOf = (world: World): Id =>
  world.project.all('drawing').find(({ view }) => view === 'plan')?.id ?? 'missing'

const openBlockOf = (world: World): Id =>
  world.project.all('drawing').find(({ view }) => view === 'block')?.id ?? 'missing'

const FITS = ['door', 'window', 'gap'] as const

/** Every edit with any values. An edit that is missing here does not compile. */
export const EDITS: { readonly [N in EditName]: Case } = {
  addWalls: {
    moves: 'nothing',
    make: ({ project, level, makeId }, { a, b, c, d, pick }) =>
      edit.addWalls(
        project,
        {
          level,
          type: project.all('wallType')[pick % project.all('wallType').length]!.id,
          reference: (['left', 'centre', 'right'] as const)[pick % 3]!,
          points: [
            { x: a, y: b },
            { x: c, y: b },
            { x: c, y: d },
          ].slice(0, pick % 4 === 0 ? 2 : 3),
          closed: pick % 5 === 0,
          ...(pick % 7 === 3 ? { sweeps: [(pick % 13) / 2 - 3] } : {}),
        },
        makeId,
      ),
  },
  addWallsBeside: {
    moves: 'nothing',
    make: (world, { a, b, c, d, pick }) =>
      edit.addWallsBeside(
        world.project,
        {
          wall: world.some('wall', pick),
          side: pick % 2 ? 'left' : 'right',
          distances: pick % 3 ? [a] : [a, b],
          between: edit.besideFrom[pick % 3]!,
          type: world.some('wallType', pick),
          within: pick % 5 ? { x: c, y: d } : null,
        },
        world.makeId,
      ),
  },
  remakeWalls: {
    moves: 'things',
    make: (world, { a, pick }) =>
      edit.remakeWalls(
        world.project,
        [world.some('wall', pick), world.some('wall', pick + 1)],
        pick % 3 === 0
          ? { thickness: a / 20 }
          : pick % 3 === 1
            ? { material: world.some('material', pick) }
            : { pattern: pick % 2 ? null : 'timber' },
        (['line', 'left', 'right'] as const)[pick % 3]!,
        world.makeId,
      ),
  },
  wallsAlong: {
    moves: 'nothing',
    make: (world, { pick }) =>
      edit.wallsAlong(
        world.project,
        {
          level: world.level,
          type: world.some('wallType', pick),
          reference: 'left',
          lines: [world.some('linework', pick)],
        },
        world.makeId,
      ),
  },
  addColumn: {
    moves: 'nothing',
    make: (world, { a, b, c, d, pick }) =>
      edit.addColumn(
        world.project,
        {
          level: world.level,
          material: world.some('material', pick),
          at: { x: a, y: b },
          turn: c / 1000,
          section:
            pick % 2
              ? { form: 'round', diameter: Math.abs(d) / 10 }
              : { form: 'rectangular', width: Math.abs(c) / 10, depth: Math.abs(d) / 10 },
        },
        world.makeId,
      ),
  },
  moveWallSideways: {
    moves: 'things',
    make: (world, { a, pick }) =>
      edit.moveWallSideways(world.project, world.some('wall', pick), a, pick % 5 === 0),
  },
  retypeWalls: {
    moves: 'things',
    make: (world, { pick }) =>
      edit.retypeWalls(
        world.project,
        [world.some('wall', pick)].filter((id) => id !== 'missing'),
        { type: world.some('wallType', pick) },
        (['line', 'left', 'right'] as const)[pick % 3]!,
      ),
  },
  flipWall: {
    moves: 'nothing',
    make: (world, { pick }) => edit.flipWall(world.project, world.some('wall', pick)),
  },
  setJoin: {
    moves: 'things',
    make: (world, { pick }) =>
      edit.setJoin(
        world.project,
        world.some('wall', pick),
        pick % 2 ? 'a' : 'b',
        (['through', 'stop', null] as const)[pick % 3]!,
      ),
  },
  setWallLength: {
    moves: 'things',
    make: (world, { a, pick }) => edit.setWallLength(world.project, world.some('wall', pick), a),
  },
  runWallOn: {
    moves: 'ends',
    make: (world, { pick }) =>
      edit.runWallOn(
        world.project,
        world.some('wall', pick),
        pick % 2 ? 'a' : 'b',
        world.some('wall', pick + 1),
      ),
  },
  moveHandle: {
    moves: 'things',
    make(world, { a, b, pick }) {
      const [id] = world.things(pick) as [Id]
      const record = world.project.get(id)
      const count = record ? handlesOf(record).length : 0
      return edit.moveHandle(world.project, id, count > 0 ? pick % count : 0, { x: a, y: b })
    },
  },
  addOpening: {
    moves: 'nothing',
    make: (world, values) =>
      edit.addOpening(
        world.project,
        solved(world, values),
        {
          wall: world.some('wall', values.pick),
          fit: FITS[values.pick % 3]!,
          along: Math.abs(values.a) / 2,
          width: 300 + (values.pick % 9) * 100,
          sill: values.pick % 3 === 1 ? 900 : 0,
          head: 2100,
          hand: values.pick % 2 ? 'start' : 'end',
          side: values.pick % 4 < 2 ? 'left' : 'right',
        },
        world.makeId,
      ),
  },
  addOpenings: {
    moves: 'nothing',
    make: (world, values) =>
      edit.addOpenings(
        world.project,
        solved(world, values),
        {
          wall: world.some('wall', values.pick),
          fit: 'window',
          type: world.project.all('openingType').find(({ fit }) => fit === 'window')!.id,
          along: Math.abs(values.a),
          width: 300 + (values.pick % 5) * 100,
          sill: 0,
          head: Math.abs(values.c),
          hand: 'start',
          side: 'left',
        },
        { count: (values.pick % 3) + 1, gap: Math.abs(values.d) / 20 },
        world.makeId,
      ),
  },
  addOpeningsAt: {
    moves: 'nothing',
    make: (world, values) =>
      edit.addOpeningsAt(
        world.project,
        solved(world, values),
        [values.a, values.b, values.c].slice(0, (values.pick % 3) + 1).map((along) => ({
          wall: world.some('wall', values.pick),
          fit: 'door' as const,
          along: Math.abs(along),
          width: 300 + (values.pick % 5) * 100,
          sill: 0,
          head: 2010,
          hand: 'start' as const,
          side: 'left' as const,
          measured: {
            from: 'inner corner' as const,
            end: 'end' as const,
            to: 'middle' as const,
            side: 'right' as const,
          },
        })),
        world.makeId,
      ),
  },
  sameInRoom: {
    moves: 'things',
    make(world, { a, b, pick }) {
      const { project, level, makeId } = world
      const solver = solverOf(project, level)
      const opening = project.find('opening', world.some('opening', pick))
      const other = opening && { ...opening, width: opening.width + 100 }
      // As if its width had been changed, or it had been put in.
      const inverse =
        pick % 2 && other ? { put: [other], drop: [] } : { put: [], drop: opening ? [opening.id] : [] }
      const { inRoom } = edit.chainsOf(project, solver, world.drawingId, [{ label: 'Any', inverse }])
      const target = spacesOf(project, solver).at({ x: a, y: b })
      if (!inRoom || !target) throw new EditRefused('nothing', 'There is no room in this place.')
      return edit.sameInRoom(
        project,
        solver,
        inRoom,
        target,
        { x: pick % 3 === 1, y: pick % 5 === 1 },
        makeId,
      )
    },
  },
  sameOnOpening: {
    moves: 'things',
    make(world, { a, pick }) {
      const { project, level } = world
      const changed = { id: world.some('opening', pick), facts: { width: a } }
      return edit.sameOnOpening(
        project,
        solverOf(project, level),
        { labels: ['Any'], made: [], changed: [changed] },
        world.some('opening', pick + 1),
      )
    },
  },
  addCornerWindow: {
    moves: 'nothing',
    make: (world, { a, b, pick }) =>
      edit.addCornerWindow(
        world.project,
        world.solver,
        {
          wall: world.some('wall', pick),
          end: pick % 2 ? 'start' : 'end',
          type: world.project.all('openingType').find(({ fit }) => fit === 'window')!.id,
          widths: [a, b],
          side: 'left',
        },
        world.makeId,
      ),
  },
  changeOpening: {
    moves: 'things',
    make(world, { a, b, pick }) {
      const record = world.project.find('opening', world.some('opening', pick))
      const wall = record && world.solver.get(record.wall)
      if (!record || !wall) throw new EditRefused('nothing', 'There is no opening yet.')
      return edit.changeOpening(world.project, wall, record.id, { width: a, along: b })
    },
  },
  retypeOpenings: {
    moves: 'nothing',
    make: (world, { pick }) =>
      edit.retypeOpenings(world.project, [world.some('opening', pick)], world.some('openingType', pick + 3)),
  },
  flipHand: {
    moves: 'nothing',
    make: (world, { pick }) => edit.flipHand(world.project, world.some('opening', pick)),
  },
  flipSide: {
    moves: 'nothing',
    make: (world, { pick }) => edit.flipSide(world.project, world.some('opening', pick)),
  },
  setMark: {
    moves: 'nothing',
    make: (world, { pick, name }) =>
      edit.setMark(world.project, world.some('opening', pick), pick % 3 ? `N${pick}` : name),
  },
  setMarkPlace: {
    moves: 'nothing',
    make: (world, { a, b, pick }) =>
      edit.setMarkPlace(
        world.project,
        world.some('opening', pick),
        pick % 3 ? { x: a / 100, y: b / 100 } : null,
      ),
  },
  renumberOpenings: {
    moves: 'nothing',
    make: (world, { pick }) => edit.renumberOpenings(world.project, FITS[pick % 3]!),
  },
  setOpeningType: {
    moves: 'nothing',
    make: (world, { a, b, c, pick }) =>
      edit.setOpeningType(world.project, world.some('openingType', pick), { width: a, sill: b, head: c }),
  },
  copyOpeningType: {
    moves: 'nothing',
    make: (world, { pick }) =>
      edit.copyOpeningType(world.project, world.some('openingType', pick), world.makeId).change,
  },
  removeOpeningType: {
    moves: 'nothing',
    make: (world, { pick }) => edit.removeOpeningType(world.project, world.some('openingType', pick)),
  },
  addRoom: {
    moves: 'nothing',
    make: (world, { a, b, name }) =>
      edit.addRoom(
        world.project,
        world.solver,
        { at: { x: a, y: b }, name: name.slice(0, 30) },
        world.makeId,
      ),
  },
  addAllRooms: {
    moves: 'nothing',
    make: (world) => edit.addAllRooms(world.project, world.solver, world.makeId),
  },
  setRoom: {
    moves: 'nothing',
    make: (world, { a, pick, name }) =>
      edit.setRoom(world.project, world.some('room', pick), {
        ceilingHeight: a,
        name,
        number: String(pick),
      }),
  },
  renumberRooms: { moves: 'nothing', make: (world) => edit.renumberRooms(world.project) },
  addSeparators: {
    moves: 'nothing',
    make: (world, { a, b, c, d }) =>
      edit.addSeparators(
        world.project,
        world.level,
        [
          { x: a, y: b },
          { x: c, y: d },
        ],
        world.makeId,
      ),
  },
  addStair: {
    moves: 'nothing',
    make: (world, { a, b, c, d, pick }) =>
      edit.addStair(
        world.project,
        {
          level: world.level,
          form: (['straight', 'quarter turn', 'winders', 'half turn', 'curved'] as const)[pick % 5]!,
          hand: pick % 2 ? 'left' : 'right',
          at: { x: a, y: b },
          turn: c / 1000,
          width: Math.abs(d),
          going: 250,
          rise: null,
          risers: null,
          first: null,
          well: 0,
          radius: Math.abs(a),
          rails: 'both',
        },
        world.makeId,
      ),
  },
  setStair: {
    moves: 'things',
    make: (world, { a, pick }) =>
      edit.setStair(world.project, world.some('stair', pick), {
        going: pick % 3 ? 250 + (pick % 5) * 10 : a,
        risers: pick % 4 ? null : pick,
      }),
  },
  setStairLimits: {
    moves: 'things',
    make: (world, { a, b }) =>
      edit.setStairLimits(world.project, { highestRise: Math.abs(a) / 50, leastGoing: Math.abs(b) / 20 }),
  },
  addRamp: {
    moves: 'nothing',
    make: (world, { a, b, c, d }) =>
      edit.addRamp(
        world.project,
        {
          level: world.level,
          at: { x: a, y: b },
          turn: 1,
          width: 1200,
          length: c,
          rise: d,
          rails: 'left',
        },
        world.makeId,
      ),
  },
  addRail: {
    moves: 'nothing',
    make: (world, values) =>
      edit.addRail(
        world.project,
        {
          level: world.level,
          path: { vertices: outlineOf(values).vertices, closed: false },
          height: Math.abs(values.a),
          made: 'balusters',
        },
        world.makeId,
      ),
  },
  addSlab: {
    moves: 'nothing',
    make: (world, values) =>
      edit.addSlab(
        world.project,
        { level: world.level, outline: outlineOf(values), top: 0, thickness: 200 },
        world.makeId,
      ),
  },
  addVoid: {
    moves: 'nothing',
    make: (world, values) =>
      edit.addVoid(world.project, { level: world.level, outline: outlineOf(values) }, world.makeId),
  },
  addRoof: {
    moves: 'nothing',
    make: (world, values) =>
      edit.addRoof(
        world.project,
        {
          level: world.level,
          outline: outlineOf(values),
          form: (['flat', 'mono', 'double', 'hipped'] as const)[values.pick % 4]!,
          pitch: 0.6,
          overhang: Math.abs(values.a) / 10,
          fascia: 200,
          eaves: 2600,
          turn: values.pick,
        },
        world.makeId,
      ),
  },
  setRoof: {
    moves: 'nothing',
    make: (world, { a, b, pick }) =>
      edit.setRoof(world.project, world.some('roof', pick), { pitch: Math.abs(a) / 10_000, overhang: b }),
  },
  addFraming: {
    moves: 'nothing',
    make: (world, values) =>
      edit.addFraming(
        world.project,
        {
          level: world.level,
          what: values.pick % 2 ? 'joists' : 'rafters',
          outline: outlineOf(values),
          turn: values.a / 1000,
          pitch: values.pick % 5 ? 400 : values.b / 10,
          width: values.pick % 7 ? 47 : values.c,
          depth: 195,
          material: world.some('material', values.pick),
          bottom: values.d,
          setOut: (['first side', 'last side', 'evenly'] as const)[values.pick % 3]!,
        },
        world.makeId,
      ).change,
  },
  setFraming: {
    moves: 'nothing',
    make: (world, { a, pick, name }) =>
      edit.setFraming(world.project, world.some('framing', pick), {
        pitch: Math.abs(a) / 10,
        name: pick % 3 ? name.slice(0, 30) : null,
        ...(pick % 4 ? { doubled: [pick % 9, 2, 2] } : {}),
      }),
  },
  setLintels: {
    moves: 'nothing',
    make: (world, { a, pick }) =>
      edit.setLintels(
        world.project,
        [world.some('opening', pick)],
        pick % 4 ? { height: a / 10, ...(pick % 3 ? { bearing: 150 } : {}) } : null,
      ),
  },
  addDormer: {
    moves: 'things',
    // About a slope of the roof of the house, where it may stand.
    make: ({ project, level, makeId }, { a, b, c, d, pick }) =>
      edit.addDormer(
        project,
        {
          level,
          at: { x: 3000 + (a % 1500), y: 600 + (Math.abs(b) % 700) },
          width: 300 + (Math.abs(c) % 500),
          eaves: 3700 + (Math.abs(d) % 400),
          form: pick % 2 ? 'double' : 'mono',
          pitch: (pick % 4) / 20,
          overhang: pick % 200,
        },
        makeId,
      ),
  },
  setDormer: {
    moves: 'things',
    make: (world, { a, pick }) =>
      edit.setDormer(world.project, world.some('dormer', pick), {
        width: 300 + (Math.abs(a) % 1500),
        form: pick % 2 ? 'double' : 'mono',
      }),
  },
  addOverhead: {
    moves: 'nothing',
    make: (world, values) =>
      edit.addOverhead(
        world.project,
        {
          level: world.level,
          what: 'beam',
          shape:
            values.pick % 2
              ? { by: 'outline', outline: outlineOf(values) }
              : {
                  by: 'line',
                  a: { x: values.a, y: values.b },
                  b: { x: values.c, y: values.d },
                  width: 200,
                },
          bottom: 2400,
          height: 300,
        },
        world.makeId,
      ),
  },
  placeBlock: {
    moves: 'nothing',
    make(world, { a, b, c, d, pick }) {
      const blocks = standardBlocks('metric')
      return edit.placeBlock(
        world.project,
        {
          level: world.level,
          block: pick % 3 === 0 ? world.some('block', pick) : blocks[(pick * 7) % blocks.length]!.id,
          places:
            pick % 5 === 0
              ? edit.rowPlaces({ x: a, y: b }, { x: c, y: d }, { pitch: pick * 100 }, 0, false)
              : [{ at: { x: a, y: b }, turn: c / 1000, mirrored: pick % 2 === 0 }],
          ...(pick % 4 ? {} : { size: { x: c, y: d } }),
          parameters: pick % 7 ? {} : { chairs: a, width: b },
        },
        world.makeId,
      )
    },
  },
  setPlacement: {
    moves: 'things',
    make: (world, { a, b, pick }) =>
      edit.setPlacement(
        world.project,
        world.some('placement', pick),
        pick % 2 ? { width: a, depth: b } : { parameters: { units: a } },
      ),
  },
  makeBlock: {
    moves: 'nothing',
    make: (world, { a, b, pick, name }) =>
      edit.makeBlock(
        world.project,
        world.drawing,
        [world.some('linework', pick), world.some('placement', pick)].filter((id) => id !== 'missing'),
        {
          name: pick % 3 ? `Block ${pick}` : name,
          category: 'Own',
          base: { x: a, y: b },
          sizing: 'fixed',
          then: (['placement', 'stay', 'go'] as const)[pick % 3]!,
        },
        world.makeId,
      ).change,
  },
  setBlock: {
    moves: 'nothing',
    make: (world, { pick, name }) =>
      edit.setBlock(world.project, world.some('block', pick), {
        name,
        ...(pick % 2 ? { category: name } : {}),
        ...(pick % 3 ? {} : { sizing: 'stretch', atWall: pick % 2 === 0 }),
      }),
  },
  copyBlock: {
    moves: 'nothing',
    make: (world, { pick }) => edit.copyBlock(world.project, world.some('block', pick), world.makeId).change,
  },
  removeBlock: {
    moves: 'nothing',
    make: (world, { pick }) =>
      edit.removeBlock(world.project, world.project.all('block').at(-1 - (pick % 3))?.id ?? 'missing'),
  },
  openBlock: {
    moves: 'nothing',
    make: (world, { pick }) =>
      edit.openBlock(world.project, world.some('placement', pick), world.makeId).change,
  },
  closeBlock: { moves: 'things', make: (world) => edit.closeBlock(world.project, openBlockOf(world)) },
  leaveBlock: { moves: 'nothing', make: (world) => edit.leaveBlock(world.project, openBlockOf(world)) },
  addLinework: {
    moves: 'nothing',
    make: (world, values) =>
      edit.addLinework(
        world.project,
        {
          drawing: values.pick % 9 === 0 ? openBlockOf(world) : world.drawingId,
          layer: world.some('layer', values.pick),
          shape: shapeOf(values),
        },
        world.makeId,
      ),
  },
  addHatch: {
    moves: 'nothing',
    make(world, { a, b, c, d, pick }) {
      const p = { x: a, y: b }
      const region = findRegion(draftField(sceneOf(world.project, world.drawing)), p, Math.abs(c))
      const line = world.some('linework', pick)
      return edit.addHatch(
        world.project,
        {
          drawing: world.drawingId,
          layer: 'layer-hatches',
          region:
            region.found && pick % 2
              ? { by: 'point', at: p, gap: Math.abs(c) }
              : { by: 'items', items: [line] },
          outlines: region.found ? [region.outer, ...region.islands] : [],
          filling: { with: 'pattern', pattern: 'tiles', width: 1, height: 1, turn: d / 1000, origin: p },
        },
        world.makeId,
      )
    },
  },
  setFilling: {
    moves: 'nothing',
    make: (world, { a, pick }) =>
      edit.setFilling(world.project, [world.some('hatch', pick)], (filling) =>
        filling.with === 'pattern'
          ? { ...filling, pattern: patternNames[pick % patternNames.length]!, turn: a / 1000 }
          : { with: 'tone', tone: Math.abs(a) / 12_000 },
      ),
  },
  addGridLine: {
    moves: 'nothing',
    make: (world, { a, b, c, d, pick }) =>
      edit.addGridLine(
        world.project,
        { a: { x: a, y: b }, b: { x: c, y: d }, name: pick % 2 ? '' : `G${pick}` },
        world.makeId,
      ),
  },
  addGuide: {
    moves: 'nothing',
    make: (world, { a, b, c }) =>
      edit.addGuide(world.project, world.drawingId, { x: a, y: b }, c / 1000, world.makeId),
  },
  addDimensions: {
    moves: 'nothing',
    make: (world, { a, pick }) =>
      edit.addDimensions(
        world.project,
        world.drawingId,
        [
          {
            anchors: [world.tie(pick * 3), world.tie(pick * 5 + 1), world.tie(pick * 7 + 2)],
            direction: pick % 3 ? (pick % 2) * (Math.PI / 2) : pick / 10,
            offset: [
              { in: 'paper', paperMm: 10 } as const,
              { in: 'real', mm: a } as const,
              { in: 'row', side: pick % 2 ? 'left' : 'right', row: pick % 4 } as const,
            ][pick % 3]!,
            ...(pick % 4 ? {} : { style: world.some('annotationStyle', pick) }),
            ...(pick % 3
              ? {}
              : {
                  gathers: {
                    what: GATHERED[pick % GATHERED.length]!,
                    side: pick % 2 ? 'left' : 'right',
                    known: [`${world.some('wall', pick)} a left`],
                  } as const,
                }),
          },
        ],
        world.makeId,
      ),
  },
  bringUpToDate: {
    moves: 'things',
    make: (world, { pick, name }) => {
      const { project } = world
      const own = freshNews(
        project,
        world.drawingId,
        project.all('dimension').map(({ id }) => id),
      )
      const made = {
        id: world.some('dimension', pick),
        more: [world.tie(pick * 3)],
        less: [pick % 4],
        known: [name],
      }
      return edit.bringUpToDate(project, own.length > 0 && pick % 2 ? own : [made])
    },
  },
  setRow: {
    moves: 'nothing',
    make: (world, { a, pick }) =>
      edit.setRow(
        world.project,
        [world.some('dimension', pick), world.some('dimension', pick + 1)],
        pick % 2
          ? { in: 'row', side: pick % 3 ? 'left' : 'right', row: pick % 5, morePaperMm: a / 1000 }
          : pick % 3
            ? { in: 'real', mm: a }
            : { in: 'line', of: world.some('dimension', pick + 2), side: 'left', last: a },
      ),
  },
  spreadRows: {
    moves: 'nothing',
    make: (world, { pick }) =>
      edit.spreadRows(world.project, onBoard(world), [
        world.some('dimension', pick),
        world.some('dimension', pick + 1),
        world.some('dimension', pick + 2),
      ]),
  },
  setFigure: {
    moves: 'nothing',
    make: (world, { a, b, pick, name }) =>
      edit.setFigure(world.project, world.some('dimension', pick), [pick % 3, (pick + 1) % 3], {
        ...(pick % 2 ? { instead: name } : { equal: true }),
        ...(pick % 4 ? { after: name, beneath: pick % 5 ? name : null } : { before: null, accepted: true }),
        ...(pick % 7 ? {} : { moved: { x: a / 1000, y: b / 1000 } }),
      }),
  },
  addDimensionPoint: {
    moves: 'things',
    make: (world, { pick }) =>
      edit.addDimensionPoint(
        world.project,
        onBoard(world),
        world.some('dimension', pick),
        world.tie(pick * 11 + 4),
      ),
  },
  dropDimensionPoint: {
    moves: 'things',
    make: (world, { pick }) =>
      edit.dropDimensionPoint(world.project, world.some('dimension', pick), pick % 4),
  },
  tieAgain: {
    moves: 'things',
    make: (world, { pick, a }) =>
      edit.tieAgain(
        world.project,
        onBoard(world),
        world.some(TIED_KINDS[pick % TIED_KINDS.length]!, pick),
        pick % 3,
        world.tie(pick * 3 + Math.round(a)),
        50,
      ),
  },
  setElbow: {
    moves: 'nothing',
    make: (world, { a, b, pick }) =>
      edit.setElbow(world.project, world.some('leader', pick), { x: a / 100, y: b / 100 }),
  },
  setScales: {
    moves: 'nothing',
    make: (world, { a, pick }) =>
      edit.setScales(
        world.project,
        [world.some(PLACED_KINDS[pick % PLACED_KINDS.length]!, pick)],
        pick % 4 ? [50, Math.abs(a)] : null,
      ),
  },
  setReads: {
    moves: 'nothing',
    make: (world, { pick }) =>
      edit.setReads(
        world.project,
        [world.some(PLACED_KINDS[pick % PLACED_KINDS.length]!, pick)],
        world.some('viewport', pick),
        [true, false, null][pick % 3]!,
      ),
  },
  turnViewport: {
    moves: 'nothing',
    make: (world, { a, pick }) => edit.turnViewport(world.project, world.some('viewport', pick), a / 1000),
  },
  copyPlace: {
    moves: 'nothing',
    make: (world, { a, pick }) =>
      edit.copyPlace(
        world.project,
        [world.some(PLACED_KINDS[pick % PLACED_KINDS.length]!, pick)],
        pick % 3 ? null : { scale: 100 },
        pick % 2 ? { scale: Math.abs(a) } : { viewport: world.some('viewport', pick) },
      ),
  },
  dropPlace: {
    moves: 'nothing',
    make: (world, { pick }) =>
      edit.dropPlace(
        world.project,
        [world.some(PLACED_KINDS[pick % PLACED_KINDS.length]!, pick)],
        pick % 2 ? { scale: 100 } : { viewport: world.some('viewport', pick) },
      ),
  },
  readAlsoAt: {
    moves: 'nothing',
    make: (world, { a, pick }) =>
      edit.readAlsoAt(
        world.project,
        [world.some(PLACED_KINDS[pick % PLACED_KINDS.length]!, pick)],
        a,
        pick % 2 ? 100 : null,
      ),
  },
  pin: {
    moves: 'nothing',
    make: (world, { pick }) =>
      edit.pin(world.project, [world.some(PLACED_KINDS[pick % PLACED_KINDS.length]!, pick)], pick % 2 === 0),
  },
  putPlaces: {
    moves: 'nothing',
    make: (world, { a, b, pick }) =>
      edit.putPlaces(world.project, [
        {
          id: world.some('note', pick),
          own: { at: { x: a, y: b }, align: 'middle' },
          reading: { scale: pick % 2 ? 50 : 100 },
          alone: pick % 3 === 0,
        },
        {
          id: world.some('leader', pick),
          own: { elbowPaperMm: { x: a / 100, y: b / 100 } },
          reading: { scale: 50, ...(pick % 4 ? {} : { viewport: world.some('viewport', pick) }) },
          alone: pick % 2 === 0,
        },
      ]),
  },
  madeAsRead: {
    moves: 'nothing',
    make: (world, { a, b, pick }) => {
      const leader = world.some('leader', pick)
      return edit.madeAsRead(
        world.project,
        [leader],
        {
          reading: { scale: pick % 3 ? 50 : 100 },
          own: pick % 2 === 0,
          others: pick % 5 ? 'stay' : 'follow',
        },
        () => edit.setElbow(world.project, leader, { x: a / 100, y: b / 100 }),
      )
    },
  },
  addTip: {
    moves: 'nothing',
    make: (world, { a, pick }) =>
      edit.addTip(
        world.project,
        onBoard(world),
        world.some('leader', pick),
        world.tie(pick * 5 + Math.round(a)),
      ),
  },
  dropTip: {
    moves: 'things',
    make: (world, { pick }) =>
      edit.dropTip(world.project, onBoard(world), world.some('leader', pick), pick % 3, 50),
  },
  splitDimension: {
    moves: 'things',
    make: (world, { pick }) =>
      edit.splitDimension(
        world.project,
        onBoard(world),
        world.some('dimension', pick),
        pick % 3,
        world.makeId,
      ).change,
  },
  setDatum: {
    moves: 'nothing',
    make: (world, { pick }) =>
      edit.setDatum(
        world.project,
        onBoard(world),
        [world.some('dimension', pick), world.some('dimension', pick + 1)],
        pick % 4 === 0 ? null : pick % 4 === 1 ? 'first' : pick % 4 === 2 ? 'last' : pick % 5,
      ),
  },
  addRoundDimension: {
    moves: 'nothing',
    make: (world, { a, pick }) =>
      edit.addRoundDimension(
        world.project,
        onBoard(world),
        {
          drawing: world.drawingId,
          measures: (['angle', 'radius', 'diameter', 'arc'] as const)[pick % 4]!,
          anchors: [world.tie(pick * 11), world.tie(pick * 7 + 3), world.tie(pick * 5 + 1)],
          reach: pick % 3 ? { in: 'paper', paperMm: a / 1000 } : { in: 'real', mm: a },
          ...(pick % 5 ? {} : { outer: true, turn: a / 1000 }),
        },
        world.makeId,
      ),
  },
  setRound: {
    moves: 'nothing',
    make: (world, { a, pick, name }) =>
      edit.setRound(world.project, world.some('roundDimension', pick), {
        ...(pick % 2 ? { reach: { in: 'paper', paperMm: a / 1000 } } : { outer: pick % 4 === 0 }),
        ...(pick % 3 ? {} : { figure: { instead: name, after: pick % 5 ? name : null } }),
        ...(pick % 7 ? {} : { measures: 'arc' }),
      }),
  },
  measureTo: {
    moves: 'things',
    make: (world, { pick }) =>
      edit.measureTo(
        world.project,
        onBoard(world),
        [world.some('dimension', pick), world.some('dimension', pick + 1)],
        OF_WALLS[pick % 3]!,
      ),
  },
  joinDimensions: {
    moves: 'things',
    make: (world, { pick }) =>
      edit.joinDimensions(world.project, onBoard(world), [
        world.some('dimension', pick),
        world.some('dimension', pick + 1),
        ...(pick % 2 ? [world.some('dimension', pick + 2)] : []),
      ]),
  },
  addLeader: {
    moves: 'nothing',
    make: (world, { a, b, pick, name }) =>
      edit.addLeader(
        world.project,
        {
          drawing: world.drawingId,
          tip: world.tie(pick * 11, pick % 2 === 0),
          elbowPaperMm: { x: a / 100, y: b / 100 },
          text: pick % 2 ? name : 'Note\nof two lines',
        },
        world.makeId,
      ),
  },
  setWords: {
    moves: 'nothing',
    make: (world, { pick, name }) =>
      edit.setWords(world.project, world.some(pick % 2 ? 'leader' : 'note', pick), pick % 7 ? name : ' '),
  },
  replaceText: {
    moves: 'nothing',
    make: (world, { pick, name }) =>
      edit.replaceText(
        world.project,
        [world.some('note', pick), world.some('leader', pick)],
        { text: pick % 3 ? 'e' : name, exact: pick % 2 === 0, whole: pick % 5 === 0 },
        pick % 4 ? name : '',
      ),
  },
  setNotes: {
    moves: 'nothing',
    make: (world, { a, b, pick }) =>
      edit.setNotes(world.project, [world.some('note', pick), world.some('note', pick + 1)], {
        ...(pick % 2 ? { widthPaperMm: Math.abs(a) / 100, align: 'start' } : { widthPaperMm: null }),
        ...(pick % 3 ? { leading: Math.abs(b) / 1000 } : { framed: pick % 6 ? true : null }),
        ...(pick % 5 ? {} : { turn: a / 1000, heightPaperMm: Math.abs(b) / 1000 }),
        ...(pick % 7 ? {} : { style: world.some('annotationStyle', pick) }),
      }),
  },
  addKeynote: {
    moves: 'nothing',
    make: (world, { pick, name }) =>
      edit.addKeynote(world.project, { text: name, ...(pick % 3 ? {} : { number: `${pick}` }) }, world.makeId)
        .change,
  },
  setKeynote: {
    moves: 'nothing',
    make: (world, { pick, name }) =>
      edit.setKeynote(world.project, world.some('keynote', pick), {
        ...(pick % 2 ? { text: name } : { number: name }),
      }),
  },
  removeKeynote: {
    moves: 'nothing',
    make: (world, { pick }) => edit.removeKeynote(world.project, world.some('keynote', pick)),
  },
  showKeynote: {
    moves: 'nothing',
    make: (world, { pick }) =>
      edit.showKeynote(
        world.project,
        [world.some('leader', pick)],
        pick % 3 ? world.some('keynote', pick) : null,
      ),
  },
  makeKeynote: {
    moves: 'nothing',
    make: (world, { pick }) => edit.makeKeynote(world.project, world.some('leader', pick), world.makeId),
  },
  addSymbol: {
    moves: 'nothing',
    make: (world, { a, b, pick, name }) => {
      const forms = symbolForms.filter((form) => form !== 'own')
      const form = forms[pick % forms.length]!
      const two = SYMBOL_FORMS[form].points.least > 1 || pick % 3 === 0
      return edit.addSymbol(
        world.project,
        {
          drawing: world.drawingId,
          form,
          anchors: [world.tie(pick * 7, pick % 2 === 0), ...(two ? [world.tie(pick * 5 + 1)] : [])],
          ...(pick % 2 ? { text: name } : { beneath: name, shiftPaperMm: { x: a / 100, y: b / 100 } }),
          ...(form === 'weld' || pick % 11 === 0
            ? { weld: { arrow: { type: 'fillet', size: name.slice(0, 20) || 'a5' }, tail: '111' } }
            : {}),
        },
        world.makeId,
      )
    },
  },
  addOwnSymbols: {
    moves: 'nothing',
    make: (world, { a, b, c, pick }) =>
      edit.addOwnSymbols(
        world.project,
        {
          drawing: world.drawingId,
          block: world.some('block', pick),
          places: [{ at: { x: a, y: b }, turn: c / 1000 }],
        },
        world.makeId,
      ),
  },
  setSymbols: {
    moves: 'nothing',
    make: (world, { a, pick, name }) =>
      edit.setSymbols(world.project, [world.some('symbol', pick)], {
        ...(pick % 2 ? { text: pick % 4 ? name : null } : { beneath: name }),
        ...(pick % 3 ? {} : { values: { Number: name } }),
        ...(pick % 5 ? {} : { weld: { other: { type: 'single V' }, around: true } }),
        ...(pick % 7 ? {} : { turn: a / 1000 }),
      }),
  },
  setSaid: {
    moves: 'nothing',
    make: (world, { a, b, pick }) =>
      edit.setSaid(world.project, world.some('symbol', pick), { x: a / 100, y: b / 100 }),
  },
  setNorth: {
    moves: 'nothing',
    make: (world, { a, pick }) => edit.setNorth(world.project, pick % 3 ? a / 1000 : 0),
  },
  addLevelMark: {
    moves: 'nothing',
    make: (world, { a, pick, name }) =>
      edit.addLevelMark(
        world.project,
        {
          drawing: world.drawingId,
          at: world.tie(pick * 13, pick % 2 === 0),
          shiftPaperMm: a / 100,
          ...(pick % 3 ? { name } : { from: world.level }),
          ...(pick % 4 ? {} : { height: a }),
        },
        world.makeId,
      ),
  },
  addNote: {
    moves: 'nothing',
    make: (world, { a, b, name }) =>
      edit.addNote(
        world.project,
        { drawing: world.drawingId, at: { x: a, y: b }, text: name, heightPaperMm: 2.5, align: 'middle' },
        world.makeId,
      ),
  },
  moveItems: {
    moves: 'things',
    make: (world, { a, b, pick }) =>
      edit.moveItems(world.project, world.things(pick), { x: a, y: b }, pick % 5 === 0),
  },
  mapItems: {
    moves: 'things',
    make: (world, values) => edit.mapItems(world.project, world.things(values.pick), mapOf(values)),
  },
  copyItems: {
    moves: 'nothing',
    make: (world, values) =>
      edit.copyItems(
        world.project,
        world.things(values.pick),
        [mapOf(values), moveBy(values.c, values.d)],
        world.makeId,
      ),
  },
  removeItems: {
    moves: 'things',
    make: (world, { pick }) => edit.removeItems(world.project, [world.things(pick)[0]!]),
  },
  setFacts: {
    moves: 'things',
    make: (world, { a, pick }) =>
      pick % 4 === 1
        ? edit.setFacts(world.project, 'drawing', world.drawingId, { readingScale: Math.abs(a) })
        : pick % 4 === 2
          ? edit.setFacts(world.project, 'wall', world.some('wall', pick), {
              base: pick % 3 ? 0 : Math.abs(a),
              height: pick % 5 ? Math.abs(a) / 4 : null,
            })
          : pick % 4 === 3
            ? edit.setFacts(world.project, 'column', world.some('column', pick), {
                base: pick % 3 ? 0 : Math.abs(a),
                height: pick % 5 ? Math.abs(a) / 4 : null,
              })
            : edit.setFacts(world.project, 'dimension', world.some('dimension', pick), {
                style: world.some('annotationStyle', pick),
              }),
  },
  stretchBox: {
    moves: 'things',
    make: (world, { a, b, c, d }) =>
      edit.stretchBox(
        world.project,
        world.drawing,
        { minX: Math.min(a, c), minY: Math.min(b, d), maxX: Math.max(a, c), maxY: Math.max(b, d) },
        { x: d / 3, y: a / 3 },
      ),
  },
  trimItem: {
    moves: 'ends',
    make(world, values) {
      const { id, at } = pointed(world, values)
      return edit.trimItem(world.project, world.drawing, id, at, undefined, world.makeId)
    },
  },
  extendItem: {
    moves: 'ends',
    make(world, values) {
      const { id, at } = pointed(world, values)
      return edit.extendItem(world.project, world.drawing, id, at, undefined)
    },
  },
  lengthenItem: {
    moves: 'ends',
    make(world, values) {
      const { id, at } = pointed(world, values)
      return edit.lengthenItem(world.project, id, at, values.c / 10)
    },
  },
  splitItem: {
    moves: 'nothing',
    make(world, values) {
      const { id, at } = pointed(world, values)
      return edit.splitItem(world.project, id, at, world.makeId)
    },
  },
  joinItems: {
    moves: 'nothing',
    make(world, { pick }) {
      const all = world.project.all(pick % 2 ? 'linework' : 'wall')
      const first = all[pick % Math.max(1, all.length)]
      const rest = all.filter((record) => record !== first).slice(0, 30)
      return edit.joinItems(world.project, [first?.id ?? 'missing', ...rest.map(({ id }) => id)])
    },
  },
  cornerItems: {
    moves: 'ends',
    make(world, values) {
      const first = pointed(world, values)
      const second = pointed(world, { ...values, pick: values.pick + 2 })
      return edit.cornerItems(
        world.project,
        first,
        second,
        { radius: values.pick % 3 ? 0 : values.c / 20 },
        world.makeId,
      )
    },
  },
  easeCorners: {
    moves: 'ends',
    make: (world, { a, b, pick }) =>
      edit.easeCorners(
        world.project,
        world.some('linework', pick),
        pick % 2 ? { radius: a } : { back: a, otherBack: b },
      ),
  },
  offsetItem: {
    moves: 'nothing',
    make: (world, { a, c, d, pick }) =>
      edit.offsetItem(
        world.project,
        world.things(pick)[0]!,
        { by: a, towards: { x: c, y: d }, both: pick % 2 === 0, count: 1 + (pick % 3) },
        world.makeId,
      ),
  },
  breakApart: {
    moves: 'nothing',
    make: (world, { pick }) => edit.breakApart(world.project, world.things(pick), world.makeId),
  },
  repeatItems: {
    moves: 'nothing',
    make: (world, values) =>
      edit.repeatItems(
        world.project,
        world.drawingId,
        world.things(values.pick),
        patternOf(values),
        world.makeId,
      ),
  },
  editRepeat: {
    moves: 'things',
    make: (world, values) =>
      edit.editRepeat(
        world.project,
        world.some('repeat', values.pick),
        { how: 'row', step: { x: values.a, y: values.b }, count: 2 + (values.pick % 3) },
        world.makeId,
      ),
  },
  makeUnit: {
    moves: 'nothing',
    make: (world, { pick }) =>
      edit.makeUnit(
        world.project,
        world.drawingId,
        [world.some('wall', pick), world.some('wall', pick + 1), ...world.things(pick)],
        pick % 4 ? edit.freeUnitName(world.project) : 'Unit A',
        world.makeId,
      ),
  },
  renameUnit: {
    moves: 'nothing',
    make: (world, { pick }) =>
      edit.renameUnit(world.project, world.unit(pick), pick % 3 ? `Flat ${pick}` : 'Unit A'),
  },
  numberUnits: {
    moves: 'nothing',
    make: (world, { pick }) => edit.numberUnits(world.project, world.unit(pick)),
  },
  spreadUnit: {
    moves: 'things',
    make: (world, { pick }) =>
      edit.spreadUnit(
        world.project,
        world.some('group', pick),
        pick % 3 ? null : [...world.things(pick), world.some('wall', pick)],
        world.makeId,
      ),
  },
  groupItems: {
    moves: 'nothing',
    make: (world, { pick }) =>
      edit.groupItems(
        world.project,
        world.drawingId,
        [...world.things(pick), ...world.things(pick + 1)],
        world.makeId,
      ),
  },
  paste: {
    moves: 'nothing',
    make: (world, { a, b, c, d, pick }) =>
      edit.paste(
        world.project,
        edit.clip(world.project, world.things(pick), { x: a, y: b }),
        world.drawing,
        { x: c, y: d },
        world.makeId,
      ),
  },
  addLayer: {
    moves: 'nothing',
    make: (world, { pick, name }) =>
      edit.addLayer(world.project, pick % 2 ? `Layer ${pick}` : name, world.makeId).change,
  },
  setLayer: {
    moves: 'things',
    make: (world, { a, pick }) =>
      edit.setLayer(world.project, world.some('layer', pick), {
        penMm: Math.abs(a) / 6000,
        shown: pick % 5 > 0,
        locked: pick % 16 === 2,
      }),
  },
  removeLayer: {
    moves: 'nothing',
    make: (world) => edit.removeLayer(world.project, world.project.all('layer').at(-1)!.id),
  },
  putOnLayer: {
    moves: 'things',
    make: (world, { pick }) => edit.putOnLayer(world.project, world.things(pick), world.some('layer', pick)),
  },
  setBand: {
    moves: 'nothing',
    make: (world, { a, pick }) =>
      edit.setBand(
        world.project,
        [world.some('linework', pick)],
        pick % 4 === 0
          ? null
          : pick % 4 === 1
            ? { as: 'quilt', width: a / 10 }
            : pick % 4 === 2
              ? { as: 'membrane' }
              : { as: 'courses', along: 215, across: 102.5, joint: Math.abs(a) / 100 },
      ),
  },
  setOwnLook: {
    moves: 'nothing',
    make: (world, { a, pick }) =>
      edit.setOwnLook(world.project, world.things(pick), {
        penMm: pick % 4 ? Math.abs(a) / 5000 : a,
        lineType: world.some('lineType', pick),
      }),
  },
  reorderItems: {
    moves: 'nothing',
    make: (world, { pick }) =>
      edit.reorderItems(world.project, world.things(pick), pick % 2 ? 'front' : 'back'),
  },
  takeTraits: {
    moves: 'things',
    make: (world, { pick }) => {
      const [from, ...to] = [...world.things(pick), ...world.things(pick + 1), ...world.things(pick + 2)]
      return edit.takeTraits(world.project, from!, to)
    },
  },
  addLineType: {
    moves: 'nothing',
    make: (world, { pick, name }) =>
      edit.addLineType(world.project, pick % 2 ? `Line ${pick}` : name, world.makeId).change,
  },
  setLineType: {
    moves: 'nothing',
    make: (world, { a, b, c, d, pick }) =>
      edit.setLineType(world.project, world.some('lineType', pick), {
        dashes: [a, b, c, d].map((n) => Math.abs(n) / 500).join(' '),
      }),
  },
  removeLineType: {
    moves: 'nothing',
    make: (world) => edit.removeLineType(world.project, world.project.all('lineType').at(-1)!.id),
  },
  copyMaterial: {
    moves: 'nothing',
    make: (world, { pick }) =>
      edit.copyMaterial(world.project, world.some('material', pick), world.makeId).change,
  },
  setMaterial: {
    moves: 'things',
    make: (world, { a, b, c, pick, name }) =>
      edit.setMaterial(world.project, world.some('material', pick), {
        priority: pick % 3 ? Math.round(Math.abs(a) / 20) : a,
        tone: Math.abs(b) / 12_000,
        penMm: pick % 2 ? Math.abs(c) / 5000 : null,
        ...(pick % 5 ? {} : { name }),
      }),
  },
  removeMaterial: {
    moves: 'nothing',
    make: (world) => edit.removeMaterial(world.project, world.project.all('material').at(-1)!.id),
  },
  copyStripType: {
    moves: 'nothing',
    make: (world, { pick }) =>
      edit.copyStripType(world.project, world.some(pick % 2 ? 'wallType' : 'plateType', pick), world.makeId)
        .change,
  },
  addPlateType: { moves: 'nothing', make: (world) => edit.addPlateType(world.project, world.makeId).change },
  setPlateType: {
    moves: 'nothing',
    make: (world, { pick }) => {
      const plates = [...world.project.all('slab'), ...world.project.all('roof')].map(({ id }) => id)
      return edit.setPlateType(
        world.project,
        [plates[pick % Math.max(1, plates.length)] ?? 'missing'],
        pick % 3 ? world.some('plateType', pick) : null,
      )
    },
  },
  renameStripType: {
    moves: 'nothing',
    make: (world, { pick, name }) =>
      edit.renameStripType(world.project, world.some(pick % 2 ? 'wallType' : 'plateType', pick), name),
  },
  setStrips: {
    moves: 'things',
    make(world, { a, b, c, pick }) {
      const strip = (thickness: number, n: number): Strip => ({
        material: world.some('material', pick + n),
        thickness: Math.abs(thickness) / 40,
      })
      return edit.setStrips(
        world.project,
        world.some(pick % 2 ? 'wallType' : 'plateType', pick),
        [strip(a, 0), strip(b, 3), strip(c, 5)].slice(0, 1 + (pick % 3)),
      )
    },
  },
  removeStripType: {
    moves: 'nothing',
    make: (world) => edit.removeStripType(world.project, world.project.all('wallType').at(-1)!.id),
  },
  addLevel: {
    moves: 'nothing',
    make: (world, { a, pick }) =>
      edit.addLevel(world.project, { name: `Level ${pick}`, height: Math.abs(a) }, world.makeId).change,
  },
  setLevel: {
    moves: 'things',
    make: (world, { a, pick }) =>
      edit.setLevel(world.project, world.some('level', pick), {
        [(['elevation', 'height', 'cutHeight', 'elevation'] as const)[pick % 4]!]: a,
      }),
  },
  removeLevel: {
    moves: 'nothing',
    make: (world, { pick }) => edit.removeLevel(world.project, world.some('level', pick)),
  },
  copyLens: {
    moves: 'nothing',
    make: (world, { pick }) => edit.copyLens(world.project, world.some('lens', pick), world.makeId).change,
  },
  setLens: {
    moves: 'nothing',
    make: (world, { pick, name }) =>
      edit.setLens(world.project, world.some('lens', pick), { name, furniture: pick % 2 === 0 }),
  },
  setLensStatus: {
    moves: 'nothing',
    make: (world, { pick }) =>
      edit.setLensStatus(world.project, world.some('lens', pick), {
        removed: drawnAs[pick % 4]!,
        new: drawnAs[(pick >> 2) % 4]!,
      }),
  },
  setLensRule: {
    moves: 'nothing',
    make: (world, { a, pick }) =>
      edit.setLensRule(world.project, world.some('lens', pick), {
        ...(pick % 3 === 0
          ? { by: 'kind', kind: lensKinds[pick % lensKinds.length]! }
          : pick % 3 === 1
            ? { by: 'layer', layer: world.some('layer', pick) }
            : { by: 'level', level: pick % 4 ? world.level : 'missing' }),
        ...(pick % 2 ? { shown: false } : {}),
        ...(pick % 5 ? { penMm: Math.abs(a) / 5000 } : {}),
        ...(pick % 7 ? { colour: pick % 4 ? '#b5533c' : 'brick' } : {}),
      }),
  },
  setStatus: {
    moves: 'nothing',
    make: (world, { pick }) => edit.setStatus(world.project, world.things(pick), statuses[pick % 3]!),
  },
  removeLens: {
    moves: 'nothing',
    make: (world) => edit.removeLens(world.project, world.project.all('lens').at(-1)!.id),
  },
  changePen: {
    moves: 'nothing',
    make: (world, { a, b, pick }) =>
      edit.changePen(world.project, penRoles[pick % penRoles.length]!, {
        widthMm: Math.abs(a) / 6000,
        tone: Math.abs(b) / 12_000,
      }),
  },
  copyStyle: {
    moves: 'nothing',
    make: (world, { pick }) =>
      edit.copyStyle(world.project, world.some('annotationStyle', pick), world.makeId).change,
  },
  setStyle: {
    moves: 'nothing',
    make: (world, { a, b, pick, name }) =>
      edit.setStyle(world.project, world.some('annotationStyle', pick), {
        ...(pick % 2 ? { name } : {}),
        ...(pick % 3 ? { textPaperMm: Math.abs(a) / 1000 } : { endPaperMm: b / 1000 }),
        ...(pick % 5 ? {} : { inLine: pick % 2 ? true : undefined, extensionPaperMm: Math.abs(b) / 1000 }),
        ...(pick % 7 ? {} : { format: { in: 'm', stepMm: 5 }, second: { in: 'inches', fraction: 8 } }),
        ...(pick % 11 ? {} : { addsUp: true, ends: 'open', before: name }),
      }),
  },
  styleAll: {
    moves: 'nothing',
    make: (world, { pick }) =>
      edit.styleAll(
        world.project,
        TIED_KINDS[pick % 4]!,
        world.drawingId,
        world.some('annotationStyle', pick),
      ),
  },
  removeStyle: {
    moves: 'nothing',
    make: (world) => edit.removeStyle(world.project, world.project.all('annotationStyle').at(-1)!.id),
  },
  addSheet: {
    moves: 'nothing',
    make: (world) => edit.addSheet(world.project, '2026-01-01', world.makeId).change,
  },
  copySheet: {
    moves: 'nothing',
    make: (world, { pick }) => edit.copySheet(world.project, world.some('sheet', pick), world.makeId).change,
  },
  setTitleBlock: {
    moves: 'nothing',
    make(world, { pick }) {
      const all = [...world.project.all('titleBlock'), ...STANDARD_TITLES.map(({ block }) => block)]
      const id = pick % 5 === 0 ? null : all[pick % all.length]!.id
      return edit.setTitleBlock(world.project, [world.some('sheet', pick)], id)
    },
  },
  takeTitleBlock: {
    moves: 'nothing',
    make: ({ project }, { pick }) =>
      edit.takeTitleBlock(project, STANDARD_TITLES[pick % STANDARD_TITLES.length]!.block.id),
  },
  setTitleFacts: {
    moves: 'nothing',
    make: (world, { a, b, pick, name }) =>
      edit.setTitleFacts(world.project, world.some('titleBlock', pick), {
        name,
        ...(pick % 2 ? { width: a, height: b } : { grows: pick % 3 ? null : a }),
        ...(pick % 3 ? { zones: true } : { folding: null }),
        stands: titlePlaces[pick % 3]!,
      }),
  },
  setPaper: {
    moves: 'nothing',
    make: (world, { a, b, pick }) =>
      edit.setPaper(world.project, world.some('sheet', pick), {
        size: pick % 3 ? sheetSizeNames[pick % sheetSizeNames.length]! : { short: a, long: b },
        ...(pick % 2 ? { orientation: 'portrait' } : {}),
      }),
  },
  copyTitleBlock: {
    moves: 'nothing',
    make: (world, { pick }) =>
      edit.copyTitleBlock(world.project, world.some('titleBlock', pick), world.makeId).change,
  },
  removeTitleBlock: {
    moves: 'nothing',
    make: (world, { pick }) => edit.removeTitleBlock(world.project, world.some('titleBlock', pick)),
  },
  addViewport: {
    moves: 'nothing',
    make: (world, { a, b, c, d, pick }) =>
      edit.addViewport(
        world.project,
        {
          sheet: world.some('sheet', pick),
          drawing: world.drawingId,
          scale: Math.abs(a),
          at: { x: b, y: c },
          crop: { minX: -1000, minY: -1000, maxX: d, maxY: 5000 },
        },
        world.makeId,
      ),
  },
  addSight: {
    moves: 'nothing',
    make: ({ project, makeId }, { a, b, c, d, pick }) =>
      edit.addSight(
        project,
        {
          view: pick % 2 ? 'section' : 'elevation',
          a: { x: a, y: b },
          b: { x: c, y: d },
          ...(pick % 3 === 0 ? { jogs: [{ along: a, aside: d }] } : {}),
          ...(pick % 5 === 0 ? { depth: Math.abs(c) } : {}),
        },
        makeId,
      ).change,
  },
  addAllElevations: {
    moves: 'nothing',
    make: ({ project, makeId }) => edit.addAllElevations(project, makeId).change,
  },
  setSight: {
    moves: 'nothing',
    make: (world, { a, b, c, d, pick }) =>
      edit.setSight(world.project, world.some('drawing', pick), {
        a: { x: a, y: b },
        b: { x: c, y: d },
        depth: pick % 2 ? undefined : Math.abs(a),
      }),
  },
  moveInView: {
    moves: 'things',
    make(world, { a, b, pick }) {
      const { project } = world
      const view = project.all('drawing').find((each) => each.view === 'section' || each.view === 'elevation')
      const kinds = ['opening', 'wall', 'roof', 'slab', 'column', 'overhead', 'level', 'gridLine'] as const
      const kind = kinds[pick % kinds.length]!
      const around =
        view?.view === 'section' || view?.view === 'elevation'
          ? { board: view, extent: { minX: a, minY: b, maxX: a + 9000, maxY: b + 3000 }, scale: 50 }
          : null
      const to = { x: a, y: b }
      const id = world.some(kind, pick)
      return edit.moveInView(project, view?.id ?? 'missing', id, pick % 5, to, around, pick % 2 === 0)
    },
  },
  addCutaway: {
    moves: 'nothing',
    make: ({ project, makeId, level }, { a, pick }) =>
      edit.addCutaway(
        project,
        {
          looks: Object.values(edit.CUTAWAY_LOOKS)[pick % 4]!,
          ...(pick % 2 ? { only: level, height: a } : {}),
        },
        makeId,
      ).change,
  },
  setCutaway: {
    moves: 'nothing',
    make(world, { a, b, pick }) {
      const view = world.project.all('drawing').find((each) => each.view === 'cutaway')
      return edit.setCutaway(world.project, view?.id ?? world.some('drawing', pick), {
        looks: { by: 'axonometric', turn: a, tilt: b },
        cut: pick % 2 ? undefined : { by: 'height', height: a },
      })
    },
  },
  setBeneath: {
    moves: 'nothing',
    make(world, { pick }) {
      const some = world.project.all('drawing').filter((each) => each.view === 'detail')
      const view = some.find((each) => each.of) ?? some[0]
      const how = (['shown', 'dimmed', 'hidden'] as const)[pick % 3]!
      return edit.setBeneath(world.project, view?.id ?? world.some('drawing', pick), how)
    },
  },
  addInterior: {
    moves: 'nothing',
    make: (world, { pick }) => edit.addInterior(world.project, world.some('room', pick), world.makeId).change,
  },
  keepDetail: {
    moves: 'nothing',
    make(world, { pick, name }) {
      const drawing = world.some('drawing', pick)
      return edit.keepDetail(world.project, drawing, { name, section: name }, world.makeId).change
    },
  },
  setKept: {
    moves: 'nothing',
    make: (world, { pick, name }) => edit.setKept(world.project, world.some('keptDetail', pick), { name }),
  },
  removeKept: {
    moves: 'nothing',
    make: (world, { pick }) => edit.removeKept(world.project, world.some('keptDetail', pick)),
  },
  drawKept: {
    moves: 'nothing',
    make({ project, makeId }, { pick }) {
      const all = [...project.all('keptDetail'), ...standardDetails(project.facts.units.system)]
      const among = standardBlocks(project.facts.units.system)
      return edit.drawKept(project, all[pick % all.length]!, among, makeId).change
    },
  },
  pasteDrawing: {
    moves: 'nothing',
    make(world, { pick }) {
      const held = edit.clipDrawing(world.project, world.some('drawing', pick))
      return edit.pasteDrawing(world.project, held, world.makeId).change
    },
  },
  setGround: {
    moves: 'nothing',
    make: (world, { a, pick }) => edit.setGround(world.project, pick % 3 ? a : null),
  },
  setFooting: {
    moves: 'nothing',
    make: (world, { a, b, c, pick }) => {
      const some = [...world.project.all('wall'), ...world.project.all('column')].map(({ id }) => id)
      return edit.setFooting(
        world.project,
        some.slice(pick % 3, (pick % 3) + 2),
        pick % 4
          ? {
              width: Math.abs(a) / 5,
              thickness: Math.abs(b) / 5,
              bottom: -c,
              material: world.some('material', pick),
            }
          : null,
      )
    },
  },
  addPlan: {
    moves: 'nothing',
    make: (world, { a, pick }) =>
      edit.addPlan(
        world.project,
        {
          level: world.level,
          kind: (['general', 'foundation', 'framing', 'ceiling'] as const)[pick % 4]!,
          ...(pick % 3 ? {} : { scale: Math.abs(a) / 100 }),
        },
        world.makeId,
      ).change,
  },
  setPlanCut: {
    moves: 'nothing',
    make: (world, { a, b, c, pick }) =>
      edit.setPlanCut(world.project, planOf(world), {
        cutHeight: pick % 3 ? a : undefined,
        down: pick % 4 ? undefined : Math.abs(b),
        up: pick % 5 ? undefined : c,
      }),
  },
  addCutArea: {
    moves: 'nothing',
    make: (world, values) =>
      edit.addCutArea(world.project, planOf(world), outlineOf(values), values.pick * 100),
  },
  setCutArea: {
    moves: 'nothing',
    make: (world, { a, pick }) =>
      edit.setCutArea(world.project, planOf(world), pick % 2, pick % 3 ? a : null),
  },
  together: {
    moves: 'nothing',
    make: (world, { a, b, name }) => {
      const note = edit.addNote(
        world.project,
        { drawing: world.drawingId, at: { x: a, y: b }, text: name, heightPaperMm: 2.5, align: 'middle' },
        world.makeId,
      )
      return edit.together(note, note)
    },
  },
  addDetail: {
    moves: 'nothing',
    make: (world, { a, b, c, d, pick, name }) =>
      edit.addDetail(
        world.project,
        {
          name,
          scale: Math.abs(a) / 100,
          ...(pick % 2
            ? {
                of: {
                  drawing: planOf(world),
                  outline: outlineOf({ a, b, c, d: d === b ? d + 800 : d, pick, name }),
                },
              }
            : {}),
        },
        world.makeId,
      ).change,
  },
  moveThroughView: {
    moves: 'things',
    make(world, { a, b, pick }) {
      const { project } = world
      const view = project.all('drawing').find((each) => each.view === 'section' || each.view === 'elevation')
      const kind = (['opening', 'wall', 'roof', 'slab', 'column', 'overhead'] as const)[pick % 6]!
      return edit.moveThroughView(project, view?.id ?? 'missing', [world.some(kind, pick)], {
        x: pick % 2 ? a : 0,
        y: pick % 2 ? 0 : b,
      })
    },
  },
  removeDrawing: {
    moves: 'nothing',
    make: (world, { pick }) => edit.removeDrawing(world.project, world.some('drawing', pick)),
  },
  storing: {
    moves: 'nothing',
    make(world, { pick }) {
      // What is brought from another project.
      const ids = [...world.there.everything()].filter(edit.isLibraryRecord).map(({ id }) => id)
      const wanted = [ids[pick % ids.length]!, ids[(pick * 31) % ids.length]!]
      const choice = (['here', 'replace', 'both'] as const)[pick % 3]!
      const { arrivals } = edit.merge(
        world.project,
        edit.gather(world.there.everything(), wanted),
        () => choice,
        world.makeId,
      )
      return edit.storing(world.project, ...arrivals.flatMap(({ put }) => put ?? []))
    },
  },
  newProject: {
    moves: 'nothing',
    make() {
      throw new EditRefused('wrong-kind', 'This makes a project of its own.')
    },
  },
  upgrade: {
    moves: 'nothing',
    make: (world) => edit.upgrade(world.project) ?? { put: [], drop: [] },
  },
}

export const EDIT_NAMES = Object.keys(EDITS) as EditName[]
