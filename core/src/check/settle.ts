import { atWall, inWall, type LevelSolver, type SolvedWall } from '../building'
import { anchorsOf, holdAnchor, openingPoint } from '../ties'
import { boundingField, hatchOutlines, type PlanScene, type Scene } from '../derive'
import { layText } from '../display'
import { removeItems, runWallOn } from '../edit'
import { IN_ONE_LINE, NEAR_MISS, boxOf, cross, distance, growBox, type Point } from '../geometry'
import type { Change, Id, Project } from '../records'
import { leakAt, roomsOf } from '../rooms'
import { formatLengthWithUnit } from '../units'

export type Stage = 'set-out' | 'walls' | 'openings' | 'fit-out' | 'annotate' | 'compose' | 'issue'

/** One open matter: what it is, where, and at which stage it belongs. */
export interface Matter {
  readonly id: string
  readonly stage: Stage
  readonly text: string
  /** Records it concerns. */
  readonly about: readonly Id[]
  readonly drawing: Id | null
  readonly sheet: Id | null
  /** On the drawing, real mm. */
  readonly at: Point | null
  /** What would mend it, where the program knows. */
  readonly mend?: (project: Project) => Change
}

/** Open matters of one drawing or sheet. */
export function settleBoard(scene: Scene): Matter[] {
  const { project, board } = scene
  const matters: Matter[] = []
  const add: Add = (stage, key, text, about, at, mend) => {
    matters.push({
      id: `${board.id}-${key}`,
      stage,
      text,
      about,
      drawing: board.kind === 'drawing' ? board.id : null,
      sheet: board.kind === 'sheet' ? board.id : null,
      at,
      ...(mend ? { mend } : {}),
    })
  }
  if (scene.view === 'plan') settlePlan(scene, add)
  for (const id of project.dependents(board.id)) {
    const record = project.get(id)
    if (record?.kind === 'dimension' || record?.kind === 'leader') {
      const held = anchorsOf(record).map((anchor) => ({ anchor, ...holdAnchor(anchor, scene) }))
      const lost = held.find((each) => !each.held)
      const free = held.find(({ anchor }) => anchor.to === 'point')
      const found = lost ?? free
      if (found)
        add(
          'annotate',
          `${lost ? 'lost' : 'free'}-${id}`,
          TIED[record.kind][lost ? 'lost' : 'free'],
          [id],
          found.point,
        )
    }
    if (record?.kind === 'hatch') {
      const { found } = hatchOutlines(project, record, () => boundingField(scene))
      const at = record.outlines[0]!.vertices[0]!
      if (!found)
        add('fit-out', `hatch-${id}`, 'A hatch lost its outline; it keeps the last one.', [id], {
          x: at.x,
          y: at.y,
        })
    }
    if (record?.kind === 'leader' || record?.kind === 'note') {
      const { missing } = layText(record.text.replace(/\n/g, ''), 1)
      const at = record.kind === 'note' ? record.at : record.tip.last
      if (missing.length > 0)
        add('annotate', `letters-${id}`, `The lettering has no “${missing[0]}”; “?” stands for it.`, [id], at)
    }
  }
  return matters
}

type Add = (
  stage: Stage,
  key: string,
  text: string,
  about: Id[],
  at: Point | null,
  mend?: Matter['mend'],
) => void

/** Open matters of the walls, openings and rooms of a plan. */
function settlePlan({ project, building }: PlanScene, add: Add): void {
  const { units } = project.facts
  const seen = building.seen()
  for (const wall of seen.all()) {
    const { shape } = wall
    for (const end of ['a', 'b'] as const) {
      const cut = end === 'a' ? wall.start : wall.end
      if (cut.how !== 'free') continue
      const near = nearMiss(seen, shape.id, shape[end])
      if (near !== null)
        add(
          'walls',
          `free-${shape.id}-${end}`,
          `A wall ends ${formatLengthWithUnit(near.away, units)} short of another.`,
          [shape.id],
          shape[end],
          (now) => runWallOn(now, shape.id, end, near.id),
        )
    }
    for (const { other, length, doubled } of overlapsOf(seen, wall))
      add(
        'walls',
        `over-${shape.id}-${other}`,
        doubled
          ? 'Two walls stand in the same place.'
          : `Two walls overlap for ${formatLengthWithUnit(length, units)}.`,
        [shape.id, other],
        atWall(shape, shape.length / 2, 0),
        doubled ? (now) => removeItems(now, [lesser(now, shape.id, other)]) : undefined,
      )
    for (const { opening, fault } of wall.openings) {
      if (!fault) continue
      const what = opening.fit === 'gap' ? 'An opening' : `A ${opening.fit}`
      add(
        'openings',
        `misfit-${opening.id}`,
        fault === 'outside' ? `${what} no longer fits its wall.` : `${what} lies over another one.`,
        [opening.id],
        openingPoint(wall, opening, 'centre', 'axis'),
      )
    }
  }
  for (const { room, fault } of roomsOf(project, building)) {
    if (!fault) continue
    const leak = fault === 'open' ? leakAt(project, building, room.at) : null
    const gap = leak && formatLengthWithUnit(leak.width, units)
    add(
      'openings',
      `room-${room.id}`,
      fault === 'shared'
        ? `“${room.name}” and another room have the same space.`
        : leak
          ? `“${room.name}” leaks through a gap of ${gap}.`
          : `“${room.name}” is not closed.`,
      [room.id],
      leak ? { x: (leak.a.x + leak.b.x) / 2, y: (leak.a.y + leak.b.y) / 2 } : room.at,
    )
  }
}

/** What is said of annotation that nothing holds. */
const TIED = {
  dimension: {
    lost: 'A dimension lost what it measured; it keeps its last place.',
    free: 'An end of a dimension is tied to nothing; it does not follow the drawing.',
  },
  leader: {
    lost: 'A leader lost what it pointed to; it keeps its last place.',
    free: 'A leader points to nothing; it does not follow the drawing.',
  },
} as const

/** How far short of another wall a free end stops, and of which; null when none is near. */
function nearMiss(solver: LevelSolver, id: Id, p: Point): { away: number; id: Id } | null {
  let nearest: { away: number; id: Id } | null = null
  const box = { minX: p.x - NEAR_MISS, minY: p.y - NEAR_MISS, maxX: p.x + NEAR_MISS, maxY: p.y + NEAR_MISS }
  for (const other of solver.wallsNear(box)) {
    const { shape } = other
    if (shape.id === id) continue
    const { along, aside } = inWall(shape, p)
    const beyond = Math.max(0, -along, along - shape.length)
    const beside = Math.max(0, shape.low - aside, aside - shape.high)
    const away = Math.hypot(beyond, beside)
    if (away > 0 && away <= NEAR_MISS && (nearest === null || away < nearest.away))
      nearest = { away, id: shape.id }
  }
  return nearest
}

/** Lines nearer to each other than this run in one line, mm. */
const IN_LINE = 20
/** Walls may share so much of their length at a joint, mm. */
const SHARED = 60

/** Walls that run beside a wall in the same line and over the same length; each pair once. */
function overlapsOf(
  solver: LevelSolver,
  { shape }: SolvedWall,
): { other: Id; length: number; doubled: boolean }[] {
  if (shape.arc) return []
  const box = growBox(boxOf([shape.a, shape.b]), IN_LINE)
  const found: { other: Id; length: number; doubled: boolean }[] = []
  for (const { shape: other } of solver.wallsNear(box)) {
    if (other.id <= shape.id || other.arc || Math.abs(cross(shape.u, other.u)) > IN_ONE_LINE) continue
    const a = inWall(shape, other.a)
    const b = inWall(shape, other.b)
    if (Math.abs(a.aside) > IN_LINE || Math.abs(b.aside) > IN_LINE) continue
    const from = Math.max(0, Math.min(a.along, b.along))
    const to = Math.min(shape.length, Math.max(a.along, b.along))
    if (to - from <= SHARED) continue
    found.push({
      other: other.id,
      length: to - from,
      doubled: to - from >= Math.min(shape.length, other.length) - 1,
    })
  }
  return found
}

/** Of two walls the one that can go: without openings, or else the shorter. */
function lesser(project: Project, p: Id, q: Id): Id {
  const weight = (id: Id): number => {
    const wall = project.need('wall', id)
    return project.dependents(id).length * 1e9 + distance(wall.a, wall.b)
  }
  return weight(p) < weight(q) ? p : q
}

/** Open matters of the sheets. */
export function settleSheets(project: Project): Matter[] {
  const matters: Matter[] = []
  const numbers = new Map<string, number>()
  for (const sheet of project.all('sheet')) numbers.set(sheet.number, (numbers.get(sheet.number) ?? 0) + 1)
  for (const sheet of project.all('sheet')) {
    const add = (stage: Stage, key: string, text: string): void => {
      matters.push({
        id: `${sheet.id}-${key}`,
        stage,
        text,
        about: [sheet.id],
        drawing: null,
        sheet: sheet.id,
        at: null,
      })
    }
    if (numbers.get(sheet.number)! > 1) add('compose', 'number', `Two sheets are numbered ${sheet.number}.`)
    if (!project.dependents(sheet.id).length)
      add('compose', 'empty', `Sheet ${sheet.number} has no viewport yet.`)
    if (!sheet.date) add('issue', 'date', `Sheet ${sheet.number} has no date.`)
  }
  return matters
}
