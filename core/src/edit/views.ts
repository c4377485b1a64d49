import { bodyBox, wallShape } from '../building'
import {
  EMPTY_BOX,
  dot,
  growBox,
  isEmptyBox,
  joinBoxes,
  pathBox,
  type Box,
  type Point,
  type Path,
} from '../geometry'
import { placedBox, standsSomewhere, storedPath } from '../kinds'
import type { Change, Drawing, DrawingOf, Id, Project, StandingView } from '../records'
import { isSolid } from '../solids'
import { framesOf, standingLooking, standingPlanes } from '../views'
import { Outcome, storing } from './outcome'
import { EditRefused, type MakeId } from './refusal'
import { freeTitle, nextMarkOf } from './viewNames'

type Standing = DrawingOf<StandingView>

/** How a new drawing begins; what is left out is as usual. */
export interface ViewStart {
  /** Real mm to one mm on paper. */
  readonly scale?: number
  readonly lens?: Id
}

/** What is given of a new view: the line it looks from, and what it sees. */
export type NewSight = ViewStart &
  Pick<Standing, 'a' | 'b' | 'jogs' | 'depth' | 'part'> & {
    readonly view: StandingView
    readonly name?: string
    /** Elevations: the plan that is to have the mark. */
    readonly on?: Id
  }

/** Around everything that stands somewhere in the building, in plan; empty when nothing does. */
export function buildingBox(project: Project): Box {
  let box: Box = EMPTY_BOX
  for (const record of project.everything()) {
    // Trees and furniture make no building.
    if (!isSolid(record.kind) || record.kind === 'placement') continue
    if (record.kind === 'wall') {
      const type = project.need('wallType', record.type)
      box = joinBoxes(
        box,
        bodyBox(
          wallShape(record, type, (id) => project.need('material', id)),
          0,
        ),
      )
    } else if (record.kind === 'roof') box = joinBoxes(box, growBox(pathBox(record.outline), record.overhang))
    else {
      const placed = placedBox(record)
      if (!isEmptyBox(placed)) box = joinBoxes(box, placed)
    }
  }
  return box
}

const nothingYet = (): EditRefused =>
  new EditRefused('nothing', 'There is nothing to look at yet. Draw some walls first.')

/** Whether a line of sight meets anything: a section cuts it, an elevation has it before itself. */
function refuseBlind(project: Project, drawing: Standing): void {
  const box = buildingBox(project)
  if (isEmptyBox(box)) throw nothingYet()
  const { near } = standingLooking(drawing)
  const corners = [
    { x: box.minX, y: box.minY },
    { x: box.maxX, y: box.minY },
    { x: box.maxX, y: box.maxY },
    { x: box.minX, y: box.maxY },
  ].map((p) => dot(p, near))
  const [far, first] = [Math.min(...corners), Math.max(...corners)]
  const planes = standingPlanes(drawing).map((plane) => plane.near)
  if (drawing.view === 'section' && planes.every((at) => at <= far || at >= first))
    throw new EditRefused('nothing', 'This line cuts nothing of the building.')
  if (drawing.view === 'elevation' && planes.every((at) => at <= far))
    throw new EditRefused('nothing', 'Nothing of the building stands before this line.')
}

/** The side of a building that is seen when looking in a direction, by the compass with north up the plan. */
function sideSeen({ a, b }: Pick<Standing, 'a' | 'b'>): string {
  const angle = Math.atan2(b.y - a.y, b.x - a.x)
  // Along x from left to right one looks north, and sees the south side.
  const eighth = Math.round(angle / (Math.PI / 4) + 8) % 8
  return ['South', 'South-east', 'East', 'North-east', 'North', 'North-west', 'West', 'South-west'][eighth]!
}

function begun(
  project: Project,
  { scale, lens }: { readonly [F in keyof ViewStart]?: ViewStart[F] | undefined },
): Pick<Drawing, 'readingScale' | 'lens'> {
  return {
    readingScale: scale ?? (project.facts.units.system === 'metric' ? 50 : 48),
    ...(lens === undefined ? {} : { lens }),
  }
}

function makeSight(
  project: Project,
  { view, name, on, scale, lens, ...sight }: NewSight,
  makeId: MakeId,
  more: readonly Drawing[] = [],
): Standing {
  const mark = nextMarkOf(project, view, more)
  const title = name?.trim() || (view === 'section' ? `Section ${mark}` : `${sideSeen(sight)} elevation`)
  const drawing: Standing = {
    id: makeId(),
    kind: 'drawing',
    view,
    name: freeTitle(project, title, more),
    mark,
    ...begun(project, { scale, lens }),
    a: { x: sight.a.x, y: sight.a.y },
    b: { x: sight.b.x, y: sight.b.y },
    ...(sight.jogs && sight.jogs.length > 0 ? { jogs: sight.jogs } : {}),
    ...(sight.depth === undefined ? {} : { depth: sight.depth }),
    ...(sight.part ? { part: sight.part } : {}),
    ...(view === 'elevation' && on !== undefined ? { on } : {}),
  }
  if (!(Math.hypot(sight.b.x - sight.a.x, sight.b.y - sight.a.y) >= 1))
    throw new EditRefused('no-size', 'The line a building is looked at from needs some length.')
  refuseBlind(project, drawing)
  return drawing
}

/**
 * A new section or elevation, looking to the left of the way from a to b.
 * @refuses in-the-way, no-size, nonsense, nothing
 */
export function addSight(project: Project, sight: NewSight, makeId: MakeId): { change: Change; drawing: Id } {
  const drawing = makeSight(project, sight, makeId)
  return { change: storing(project, drawing), drawing: drawing.id }
}

/** How far before the building the marks of its elevations stand, mm. */
const BEFORE = 1500

/**
 * The elevations of all four sides of the building, square to its working axes; those there are already are not made again.
 * @refuses in-the-way, no-size, nonsense, nothing
 */
export function addAllElevations(
  project: Project,
  makeId: MakeId,
): { change: Change; drawings: readonly Id[] } {
  const box = buildingBox(project)
  if (isEmptyBox(box)) throw nothingYet()
  const { minX, minY, maxX, maxY } = growBox(box, BEFORE)
  const corners: Point[] = [
    { x: minX, y: minY },
    { x: maxX, y: minY },
    { x: maxX, y: maxY },
    { x: minX, y: maxY },
  ]
  // Their marks stand on the lowest plan.
  const [lowest] = project
    .all('drawing')
    .flatMap((each) =>
      each.view === 'plan' ? [{ id: each.id, level: project.need('level', each.level) }] : [],
    )
    .sort((p, q) => p.level.elevation - q.level.elevation)
  const made: Standing[] = []
  corners.forEach((a, i) => {
    const b = corners[(i + 1) % 4]!
    const side = sideSeen({ a, b })
    const there = project
      .all('drawing')
      .some((each) => each.view === 'elevation' && !each.part && sideSeen(each) === side)
    const on = lowest ? { on: lowest.id } : {}
    if (!there) made.push(makeSight(project, { view: 'elevation', a, b, ...on }, makeId, made))
  })
  if (made.length === 0) throw new EditRefused('nothing', 'All four sides have their elevations already.')
  return { change: storing(project, ...made), drawings: made.map(({ id }) => id) }
}

/**
 * Changes where a section or an elevation looks from, and what it sees. What is given as undefined is left out from now on.
 * @refuses in-the-way, nonsense, nothing, wrong-kind
 */
export function setSight(
  project: Project,
  id: Id,
  facts: {
    readonly [F in 'a' | 'b' | 'jogs' | 'depth' | 'bottom' | 'top' | 'part']?: Standing[F] | undefined
  },
): Change {
  const drawing = project.need('drawing', id)
  if (drawing.view !== 'section' && drawing.view !== 'elevation')
    throw new EditRefused('wrong-kind', 'This drawing is looked at from no line.')
  const made = Object.fromEntries(
    Object.entries({ ...drawing, ...facts }).filter(([, value]) => value !== undefined),
  ) as unknown as Standing
  const change = storing(project, made)
  refuseBlind(project, made)
  return change
}

/**
 * Removes a drawing with all that is drafted on it, and takes it off the sheets it lies on. A level keeps one plan.
 * @refuses in-the-way, in-use, last, nonsense
 */
export function removeDrawing(project: Project, id: Id): Change {
  const drawing = project.need('drawing', id)
  const others = project.all('drawing').filter((each) => each.id !== id)
  if (drawing.view === 'plan' && !others.some((each) => each.view === 'plan' && each.level === drawing.level))
    throw new EditRefused('last', 'A level keeps at least one plan.')
  const from = project.dependents(id).find((user) => project.get(user)?.kind === 'drawing')
  if (from !== undefined)
    throw new EditRefused(
      'in-use',
      `“${project.need('drawing', from).name}” is made from this drawing. Remove it first.`,
    )
  return new Outcome(project).remove(id).change()
}

/** What is drafted on a drawing, and on how many sheets it lies. */
export function drawnOn(project: Project, id: Id): { readonly things: number; readonly sheets: number } {
  const kinds = project.dependents(id).map((user) => project.get(user)!.kind)
  return {
    things: kinds.filter((kind) => kind !== 'viewport' && kind !== 'drawing' && standsSomewhere(kind)).length,
    sheets: kinds.filter((kind) => kind === 'viewport').length,
  }
}

/** Ways the building is usually looked at from above (ISO 5456-3), told in the angles of their directions. */
export const CUTAWAY_LOOKS = {
  isometric: { by: 'axonometric', turn: Math.PI / 4, tilt: Math.asin(Math.tan(Math.PI / 6)) },
  dimetric: { by: 'axonometric', turn: Math.asin(Math.sqrt(1 / 8)), tilt: Math.asin(1 / 3) },
  'plan oblique 45/45': { by: 'plan oblique', turn: Math.PI / 4, rise: 1 },
  'plan oblique 30/60': { by: 'plan oblique', turn: Math.PI / 6, rise: 1 },
} as const satisfies Record<string, DrawingOf<'cutaway'>['looks']>

/**
 * A cutaway of the building: as a whole, or of one level cut at a height above its floor.
 * @refuses in-the-way, nonsense, nothing
 */
export function addCutaway(
  project: Project,
  input: {
    readonly looks: DrawingOf<'cutaway'>['looks']
    readonly only?: Id
    /** Above datum, mm. */
    readonly height?: number
    readonly section?: Id
  },
  makeId: MakeId,
): { change: Change; drawing: Id } {
  if (isEmptyBox(buildingBox(project))) throw nothingYet()
  const { looks, only, height, section } = input
  const level = only === undefined ? undefined : project.need('level', only)
  const cut: DrawingOf<'cutaway'>['cut'] =
    section !== undefined
      ? { by: 'section', section }
      : height === undefined
        ? undefined
        : { by: 'height', height }
  const drawing: DrawingOf<'cutaway'> = {
    id: makeId(),
    kind: 'drawing',
    view: 'cutaway',
    name: freeTitle(project, level ? `Cutaway, ${level.name}` : 'Cutaway'),
    readingScale: project.facts.units.system === 'metric' ? 100 : 96,
    looks,
    ...(only === undefined ? {} : { only }),
    ...(cut ? { cut } : {}),
  }
  return { change: storing(project, drawing), drawing: drawing.id }
}

/**
 * Changes how a cutaway looks at the building.
 * @refuses nonsense, wrong-kind
 */
export function setCutaway(
  project: Project,
  id: Id,
  facts: {
    readonly [F in 'looks' | 'only' | 'cut' | 'outlined']?: DrawingOf<'cutaway'>[F] | undefined
  },
): Change {
  const drawing = project.need('drawing', id)
  if (drawing.view !== 'cutaway') throw new EditRefused('wrong-kind', 'This drawing is no cutaway.')
  const made = Object.fromEntries(
    Object.entries({ ...drawing, ...facts }).filter(([, value]) => value !== undefined),
  ) as unknown as Drawing
  return storing(project, made)
}

/**
 * The walls of a room one after another, seen from within.
 * @param stands the plan that has its mark, and where on it
 * @refuses in-the-way, no-solution, nonsense
 */
export function addInterior(
  project: Project,
  room: Id,
  makeId: MakeId,
  { stands, ...start }: ViewStart & { readonly stands?: NonNullable<DrawingOf<'interior'>['stands']> } = {},
): { change: Change; drawing: Id } {
  const of = project.need('room', room)
  const drawing: DrawingOf<'interior'> = {
    id: makeId(),
    kind: 'drawing',
    view: 'interior',
    name: freeTitle(project, `${of.name}, walls`),
    mark: nextMarkOf(project, 'interior'),
    ...begun(project, start),
    room,
    ...(stands ? { stands } : {}),
  }
  const change = storing(project, drawing)
  if (framesOf(project, drawing).length === 0)
    throw new EditRefused('no-solution', 'This room is not closed: its walls cannot be told.')
  return { change, drawing: drawing.id }
}

/**
 * A detail: of a place in another drawing, or on a blank board.
 * @refuses bad-value, in-the-way, nonsense, wrong-kind
 */
export function addDetail(
  project: Project,
  input: {
    readonly name?: string
    readonly scale: number
    readonly lens?: Id
    readonly of?: { readonly drawing: Id; readonly outline: Path }
  },
  makeId: MakeId,
): { change: Change; drawing: Id } {
  const { scale, lens, of } = input
  const mark = nextMarkOf(project, 'detail')
  if (!(scale > 0)) throw new EditRefused('bad-value', 'A scale is a number above 0.')
  const from = of && project.need('drawing', of.drawing)
  if (from?.view === 'block') throw new EditRefused('wrong-kind', 'The inside of a block has no details.')
  const drawing: DrawingOf<'detail'> = {
    id: makeId(),
    kind: 'drawing',
    view: 'detail',
    name: freeTitle(project, input.name?.trim() || `Detail ${mark}`),
    mark,
    ...begun(project, { scale, lens }),
    ...(of
      ? { of: { drawing: of.drawing, outline: storedPath(of.outline), beneath: 'shown' as const } }
      : {}),
  }
  return { change: storing(project, drawing), drawing: drawing.id }
}

/**
 * How what the building knows lies beneath a detail.
 * @refuses nonsense, wrong-kind
 */
export function setBeneath(
  project: Project,
  id: Id,
  beneath: NonNullable<DrawingOf<'detail'>['of']>['beneath'],
): Change {
  const drawing = project.need('drawing', id)
  if (drawing.view !== 'detail' || !drawing.of)
    throw new EditRefused('wrong-kind', 'This drawing lies over nothing of the building.')
  return storing(project, { ...drawing, of: { ...drawing.of, beneath } })
}
