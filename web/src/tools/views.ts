import {
  mdiContentCut,
  mdiHomeOutline,
  mdiMagnifyPlusOutline,
  mdiVectorLine,
  mdiViewCarouselOutline,
} from '@mdi/js'
import { viewMarkItems } from '@lamina/core/annotate'
import { wallDirection, inWall, type SolvedWall } from '@lamina/core/building'
import { strokeItem } from '@lamina/core/display'
import {
  EditRefused,
  addCutArea,
  addDetail,
  addInterior,
  addSight,
  type MakeId,
  type NewSight,
} from '@lamina/core/edit'
import {
  boxCorners,
  boxOf,
  circlePath,
  cross,
  direction,
  dot,
  offsetFrom,
  pathOfPoints,
  subtract,
  type Path,
  type Point,
} from '@lamina/core/geometry'
import { pickAt } from '@lamina/core/locate'
import type { Change, Id, Project } from '@lamina/core/records'
import { alsoOn } from '@lamina/core/sheets'
import { roomsOf, spacesOf } from '@lamina/core/rooms'
import { formatLength, standardScales, type UnitSystem } from '@lamina/core/units'
import { nextWay, type Way } from './drawing'
import type { ToolEntry } from './entry'
import { foresee, segmentItem } from './preview'
import { stepTool, type Given } from './steps'
import type { Bench, DrawingBench, Located, PlanBench, TagField, Tool } from './tool'
import { AS_USUAL, type BegunView } from './values'

/** How a drawing of a view begins, as it was chosen last. */
function start({ values, project }: Bench, view: BegunView): { scale?: number; lens?: Id } {
  const { scale, lens } = values.views[view] ?? AS_USUAL
  return {
    ...(scale === null ? {} : { scale }),
    ...(lens !== null && project.find('lens', lens) ? { lens } : {}),
  }
}

/** A drawing that was just made, with a place for it on the sheet that was chosen. */
function ontoSheet(
  { values }: Bench,
  view: BegunView,
  project: Project,
  { change, drawing }: { readonly change: Change; readonly drawing: Id },
  makeId: MakeId,
): Change {
  const { sheet } = values.views[view] ?? AS_USUAL
  return sheet !== null && project.find('sheet', sheet)
    ? alsoOn(project, change, drawing, sheet, makeId)
    : change
}

/** How far is seen, typed or all there is. */
const depthField = (bench: PlanBench): TagField => ({
  key: 'depth',
  label: 'sees',
  kind: 'length',
  shown: bench.typed('depth') === null ? 'all there is' : formatLength(bench.typed('depth')!, bench.units),
  least: 100,
})

/** The line of a view from two points, turned so that it looks to where a third lies. */
function sightTo(a: Point, b: Point, towards: Point | null): { a: Point; b: Point; turned: boolean } {
  const turned = towards !== null && cross(subtract(b, a), subtract(towards, a)) < 0
  return turned ? { a: b, b: a, turned } : { a, b, turned }
}

/** A section or elevation from a line of two points and the side it looks to. */
export function sightTool(bench: PlanBench, view: 'section' | 'elevation'): Tool {
  let jogs: { along: number; aside: number }[] = []
  let pointer: Point | null = null
  const label = view === 'section' ? 'Section' : 'Elevation'
  function sight(given: Given): NewSight {
    const [p, q, towards] = given
    if (!p || !q) throw new EditRefused('nothing', 'Point to both ends of the line first.')
    const { a, b, turned } = sightTo(p, q, towards ?? null)
    const depth = bench.typed('depth')
    const length = Math.hypot(q.x - p.x, q.y - p.y)
    const last = jogs[jogs.length - 1]?.aside ?? 0
    // Turned about it runs from its other end, whose distance from the first line is what all others are counted from.
    const turnedJogs = jogs
      .map(({ along }, i) => ({ along: length - along, aside: last - (jogs[i - 1]?.aside ?? 0) }))
      .reverse()
    const u = direction(a, b)
    return {
      view,
      ...(view === 'elevation' ? { on: bench.board.id } : {}),
      a: turned ? offsetFrom(a, u, 0, -last) : a,
      b: turned ? offsetFrom(b, u, 0, -last) : b,
      ...(jogs.length > 0 ? { jogs: turned ? turnedJogs : jogs } : {}),
      ...(depth === null ? {} : { depth }),
    }
  }
  return stepTool(bench, {
    label,
    step(given) {
      if (given.length === 0)
        return {
          ask:
            view === 'section'
              ? 'Point to where the section line starts.'
              : 'Point to where the line starts.',
        }
      if (given.length === 1) return { ask: 'Type its length, or point to where it ends.' }
      if (given.length > 2) return null
      return {
        ask: 'Point to the side it looks to; type how far it sees.',
        keys: view === 'section' ? 'J: a jog at the pointer · Esc: one step back' : 'Esc: one step back',
        from: null,
        fields(at) {
          pointer = at?.point ?? pointer
          return [depthField(bench)]
        },
        point: (at) => at?.raw ?? null,
      }
    },
    edit: (given, project, makeId) =>
      ontoSheet(
        bench,
        view,
        project,
        addSight(project, { ...start(bench, view), ...sight(given) }, makeId),
        makeId,
      ),
    sketch(given) {
      const [a, b] = given
      if (!a || !b || Math.hypot(b.x - a.x, b.y - a.y) < 1) return []
      const ends = [segmentItem(a, b, 'light')]
      const u = direction(a, b)
      let aside = 0
      for (const jog of jogs) {
        ends.push(
          segmentItem(offsetFrom(a, u, jog.along, aside), offsetFrom(a, u, jog.along, jog.aside), 'cut'),
        )
        aside = jog.aside
      }
      return ends
    },
    key(letter, given) {
      const [a, b] = given
      if (letter !== 'j' || view !== 'section' || !a || !b || given.length !== 2 || !pointer) return false
      const u = direction(a, b)
      const d = subtract(pointer, a)
      const [along, aside] = [dot(u, d), cross(u, d)]
      const before = jogs[jogs.length - 1]
      if (along <= (before?.along ?? 0) || along >= Math.hypot(b.x - a.x, b.y - a.y))
        bench.warn('A jog lies between the last one and the end of the line.')
      else jogs.push({ along, aside })
      return true
    },
    done: () => void (jogs = []),
  })
}

/** How far before a wall's face an elevation of it is looked at from, mm. */
const BEFORE = 2500

/** The elevation of the side of a wall that is pointed to. */
export function faceTool(bench: PlanBench): Tool {
  const wallAt = (at: Located | null): SolvedWall | null => {
    if (!at) return null
    const ids = pickAt(bench.picture, bench.scene.building, at.raw, bench.reach)
    for (const id of ids) {
      const record = bench.project.get(id)
      const wall = bench.scene.building.get(record?.kind === 'opening' ? record.wall : id)
      if (wall) return wall
    }
    return null
  }
  function sight(at: Located | null): NewSight {
    const wall = wallAt(at)
    if (!at || !wall) throw new EditRefused('nothing', 'Point to the wall, on the side that is to be seen.')
    const { shape } = wall
    const { along, aside } = inWall(shape, at.raw)
    const u = wallDirection(shape, along)
    const middle = (shape.low + shape.high) / 2
    const side = aside >= middle ? 1 : -1
    const face = side > 0 ? shape.high : shape.low
    const off = face + side * BEFORE
    const p = offsetFrom(shape.a, shape.u, 0, off)
    const q = offsetFrom(shape.b, shape.u, 0, off)
    const straight = shape.arc === null
    const at0 = straight ? p : offsetFrom(at.raw, u, -BEFORE, side * BEFORE)
    const at1 = straight ? q : offsetFrom(at.raw, u, BEFORE, side * BEFORE)
    const depth = bench.typed('depth')
    // Looking at its left face one stands on its left, and looks against the way it runs.
    const [a, b] = side > 0 ? [at1, at0] : [at0, at1]
    return { view: 'elevation', on: bench.board.id, a, b, ...(depth === null ? {} : { depth }) }
  }
  const edit =
    (at: Located | null) =>
    (project: Project, makeId: MakeId): Change =>
      ontoSheet(
        bench,
        'elevation',
        project,
        addSight(project, { ...start(bench, 'elevation'), ...sight(at) }, makeId),
        makeId,
      )
  function make(at: Located | null): void {
    if (bench.edit('Elevation', edit(at))) bench.clearTyped()
  }
  return {
    free: true,
    prompt: () => ({
      text: 'Point to a wall, on the side that is to be seen; type how far is seen.',
      keys: 'A: by two points · Esc: put the tool away',
    }),
    fields: () => [depthField(bench)],
    remark: (at) => (at ? foresee(bench, edit(at), at).refused : ''),
    last: () => null,
    press: make,
    enter: make,
    back: () => false,
    key: (letter) => letter === 'a' && (bench.setWay(nextWay(ELEVATION_WAYS, bench.way('face'))), true),
    preview(at) {
      if (!wallAt(at)) return []
      try {
        const { a, b } = sight(at)
        return viewMarkItems(
          {
            id: 'ahead',
            kind: 'drawing',
            view: 'elevation',
            name: 'Elevation',
            mark: '?',
            readingScale: bench.scale,
            a,
            b,
          },
          bench.project,
          bench.scale,
        )
      } catch (error) {
        if (error instanceof EditRefused) return []
        throw error
      }
    },
  }
}

export const ELEVATION_WAYS: readonly Way[] = [
  { id: 'face', name: 'Of a wall that is pointed to' },
  { id: 'points', name: 'From a line of two points' },
]

/** The walls of the room that is pointed to. */
export function interiorTool(bench: PlanBench): Tool {
  const roomAt = (at: Located | null): Id | null => {
    if (!at) return null
    const space = spacesOf(bench.project, bench.scene.building).at(at.raw)
    const found = roomsOf(bench.project, bench.scene.building).find(
      (each) => each.space === space && each.fault === null,
    )
    return space && found ? found.room.id : null
  }
  const edit =
    (at: Located | null) =>
    (project: Project, makeId: MakeId): Change => {
      const room = roomAt(at)
      if (room === null)
        throw new EditRefused('nothing', 'There is no room here yet: name it first, with the tool Room.')
      // A mark stands on whole millimetres.
      const stands = at
        ? {
            stands: {
              on: bench.board.id,
              at: { x: Math.round(at.point.x), y: Math.round(at.point.y) },
            },
          }
        : {}
      const made = addInterior(project, room, makeId, { ...start(bench, 'interior'), ...stands })
      return ontoSheet(bench, 'interior', project, made, makeId)
    }
  const make = (at: Located | null): void => void bench.edit('Walls of a room', edit(at))
  return {
    free: true,
    prompt: () => ({
      text: 'Point into the room whose walls are to be seen.',
      keys: 'Esc: put the tool away',
    }),
    fields: () => [],
    remark: (at) => (at ? foresee(bench, edit(at), at).refused : ''),
    last: () => null,
    press: make,
    enter: make,
    back: () => false,
    preview: () => [],
  }
}

const DETAIL_WAYS: readonly Way[] = [
  { id: 'box', name: 'Of what a box holds' },
  { id: 'round', name: 'Of what a circle holds' },
]

/** A detail of a place: a box or a circle is drawn round it. */
export function detailTool(bench: DrawingBench): Tool {
  const round = (): boolean => bench.way('box') === 'round'
  const outline = ([a, b]: Given): Path => {
    if (!a || !b) throw new EditRefused('nothing', 'Point to where the detail lies first.')
    if (round()) return circlePath(a, Math.hypot(b.x - a.x, b.y - a.y))
    const { minX, minY, maxX, maxY } = boxOf([a, b])
    return pathOfPoints(
      [
        { x: minX, y: minY },
        { x: maxX, y: minY },
        { x: maxX, y: maxY },
        { x: minX, y: maxY },
      ],
      true,
    )
  }
  return stepTool(bench, {
    label: 'Detail',
    box: true,
    step(given) {
      const keys = `A: ${round() ? 'a box' : 'a circle'} · Esc: one step back`
      if (given.length === 0)
        return {
          ask: round() ? 'Point to the middle of the place.' : 'Point to a corner of the place.',
          keys,
        }
      return given.length === 1
        ? { ask: round() ? 'Type the radius, or point to the edge.' : 'Point to the corner across.', keys }
        : null
    },
    sketch(given) {
      const [a, b] = given
      if (!a || !b || Math.hypot(b.x - a.x, b.y - a.y) < 1) return []
      return [strokeItem(outline(given), 'seen', [4, 1.2], bench.scale, null)]
    },
    edit(given, project, makeId) {
      const scale = largerScale(bench.scale, project.facts.units.system)
      const of = { drawing: bench.board.id, outline: outline(given) }
      const made = addDetail(project, { scale, ...start(bench, 'detail'), of }, makeId)
      return ontoSheet(bench, 'detail', project, made, makeId)
    },
    key: (letter) => letter === 'a' && (bench.setWay(nextWay(DETAIL_WAYS, bench.way('box'))), true),
  })
}

/** A place is cut so much higher than the rest where nothing is typed, mm: through high windows. */
const HIGHER = 600

/** A place of a plan that is cut at another height: a box round it, then the height. */
export function cutAreaTool(bench: PlanBench): Tool {
  const { level, board } = bench.scene
  const height = (): number => bench.typed('cut') ?? (board.cutHeight ?? level.cutHeight) + HIGHER
  const outline = ([a, b]: Given): Path => {
    if (!a || !b) throw new EditRefused('nothing', 'Point to the place first.')
    return pathOfPoints(boxCorners(boxOf([a, b])), true)
  }
  return stepTool(bench, {
    label: 'A place cut at another height',
    box: true,
    step(given) {
      const keys = 'Esc: one step back'
      if (given.length === 0)
        return { ask: 'Point to a corner of the place that is cut at another height.', keys }
      return given.length === 1
        ? {
            ask: 'Type the height of its cut, and point to the corner across.',
            keys,
            fields: () => [
              { key: 'cut', label: 'cut at', kind: 'length', shown: formatLength(height(), bench.units) },
            ],
            point: (at) => at?.point ?? null,
          }
        : null
    },
    sketch(given) {
      const [a, b] = given
      if (!a || !b || Math.hypot(b.x - a.x, b.y - a.y) < 1) return []
      return [strokeItem(outline(given), 'seen', [4, 1.2], bench.scale, null)]
    },
    edit: (given, project) => addCutArea(project, bench.board.id, outline(given), height()),
  })
}

/** The usual scale of details of a drawing: about ten times as large as it reads. */
export function largerScale(scale: number, system: UnitSystem): number {
  const scales = standardScales(system).map(({ ratio }) => ratio)
  return scales.reduce((best, ratio) =>
    Math.abs(Math.log(ratio / (scale / 10))) < Math.abs(Math.log(best / (scale / 10))) ? ratio : best,
  )
}

/** Tools that make drawings of the building, or change how they look at it. */
export const VIEW_TOOLS = {
  section: {
    stage: 'annotate',
    under: 'Views',
    name: 'Section',
    icon: mdiVectorLine,
    on: 'plans',
    make: (bench) => sightTool(bench, 'section'),
  },
  elevation: {
    stage: 'annotate',
    under: 'Views',
    name: 'Elevation',
    icon: mdiHomeOutline,
    on: 'plans',
    ways: ELEVATION_WAYS,
    make: (bench) => (bench.way('face') === 'face' ? faceTool(bench) : sightTool(bench, 'elevation')),
  },
  interior: {
    stage: 'annotate',
    under: 'Views',
    name: 'Walls of a room',
    icon: mdiViewCarouselOutline,
    on: 'plans',
    make: interiorTool,
  },
  'cut-area': {
    stage: 'annotate',
    under: 'Views',
    name: 'Place cut otherwise',
    icon: mdiContentCut,
    on: 'plans',
    make: cutAreaTool,
  },
  detail: {
    stage: 'annotate',
    under: 'Views',
    name: 'Detail',
    icon: mdiMagnifyPlusOutline,
    on: 'drawings',
    ways: DETAIL_WAYS,
    make: detailTool,
  },
} satisfies Record<string, ToolEntry>
