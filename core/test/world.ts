import fc from 'fast-check'
import { expect } from 'vitest'
import { solverOf, type LevelSolver } from '../src/building'
import { EditRefused, newProject } from '../src/edit'
import { LibraryRefused } from '../src/exchange'
import type { Point } from '../src/geometry'
import { edgesOfRecord } from '../src/kinds'
import { pointOn } from '../src/geometry'
import { standardBlocks } from '../src/library'
import {
  ChangeRefused,
  Project,
  kindsIn,
  looseNames,
  needs,
  relinked,
  type Anchor,
  type AnyRecord,
  type Change,
  type Drawing,
  type Id,
  type RecordKind,
} from '../src/records'
import { PLAN, houseRecords, outline } from './house'
import { LEVEL } from './wallFixture'
import { TieFinder, holdAnchor, openingPoint, type Ground } from '../src/ties'
import { anchorsOf } from '../src/records'

/** Numbers people and broken programs send: round ones, tiny ones, huge ones, and those that are none. */
export const anyNumber = fc.oneof(
  { weight: 12, arbitrary: fc.integer({ min: -60, max: 120 }).map((n) => n * 100) },
  { weight: 2, arbitrary: fc.double({ min: -20_000, max: 20_000, noNaN: true }) },
  { weight: 1, arbitrary: fc.constantFrom(0, -0, 0.001, 1e8, 1e12, NaN, Infinity) },
)

export const anyName = fc.oneof(
  { weight: 6, arbitrary: fc.constantFrom('Chair', 'chair', 'Standard', 'North room', 'Tea & cake') },
  { weight: 1, arbitrary: fc.constantFrom(' ', '', '<script>alert(1)</script>', 'a < b', 'x\u0000') },
  { weight: 1, arbitrary: fc.constant('x'.repeat(10_000)) },
  { weight: 1, arbitrary: fc.string({ maxLength: 20 }) },
)

/** What an edit is given: four numbers, something to pick by, and a name. */
export interface Values {
  readonly a: number
  readonly b: number
  readonly c: number
  readonly d: number
  readonly pick: number
  readonly name: string
}

/** Kinds that are drawn: those of drawings, levels and walls. */
export const DRAWN_KINDS = [...kindsIn('plans', 'level', 'wall', 'board')] as const

const begun = (
  system: 'metric' | 'feet-inches',
  makeId: () => Id,
): { project: Project; drawing: Id; level: Id; sheet: Id } => {
  const { change, drawing, level, sheet } = newProject(
    {
      name: 'Any',
      system,
      levelName: 'Ground',
      storeyHeight: 2700,
      sheetSize: 'A2',
      orientation: 'landscape',
      date: '2026-01-01',
    },
    makeId,
  )
  return { project: new Project(change.put), drawing, level, sheet }
}

/** A project in which anything is done, and another from which things are brought. */
export class World {
  private next = 0
  readonly makeId = (): Id => `w${++this.next}`
  readonly project: Project
  readonly level: Id
  readonly drawingId: Id
  readonly sheet: Id
  private other: Project | null = null

  /** Empty, or with a house on its first level in which there is something of every kind. */
  constructor(furnished = false) {
    const { project, level, drawing, sheet } = begun('metric', this.makeId)
    if (furnished) {
      const plan = project.need('drawing', drawing)
      const areas = [
        { outline: outline([4000, -500], [9000, -500], [9000, 2000], [4000, 2000]), cutHeight: 1800 },
      ]
      project.apply({ put: [{ ...plan, areas } as Drawing, ...placedOn(level, drawing)], drop: [] })
    }
    this.project = project
    this.level = level
    this.drawingId = drawing
    this.sheet = sheet
  }

  get solver(): LevelSolver {
    return solverOf(this.project, this.level)
  }
  get drawing(): Drawing {
    return this.project.need('drawing', this.drawingId)
  }
  get ground(): Ground {
    return { project: this.project, building: this.solver }
  }
  /** Another project, in other sizes. */
  get there(): Project {
    if (!this.other) {
      this.other = begun('feet-inches', () => `t${++this.next}`).project
      for (const block of standardBlocks('feet-inches').slice(0, 30))
        this.other.apply({ put: [block], drop: [] })
    }
    return this.other
  }

  /** One of the records of a kind, by a number; a missing one when there is none. */
  some(kind: RecordKind, n: number): Id {
    const all = this.project.all(kind)
    return all.length > 0 ? all[n % all.length]!.id : 'missing'
  }

  /** The name of a unit, by a number. */
  unit(n: number): string {
    const names = this.project.all('group').flatMap(({ unit }) => (unit ? [unit.name] : []))
    return names[n % names.length] ?? 'missing'
  }

  /** One or two things of any drawn kind, by a number. */
  things(n: number): Id[] {
    const all = DRAWN_KINDS.map((kind) => this.some(kind, n)).filter((id) => id !== 'missing')
    if (all.length === 0) return ['missing']
    return [...new Set([all[n % all.length]!, all[(n * 7) % all.length]!])]
  }

  /** Places a person would point to: corners, jambs, ends and middles of edges. */
  spots(): Point[] {
    const spots: Point[] = []
    for (const wall of this.solver.all()) {
      for (const end of ['a', 'b'] as const)
        for (const side of ['left', 'right', 'axis'] as const) {
          const corner = this.solver.corner(wall.shape.id, end, side)
          if (corner) spots.push(corner)
        }
      for (const { opening } of wall.openings)
        for (const at of ['start', 'centre', 'end'] as const)
          spots.push(openingPoint(wall, opening, at, at === 'end' ? 'left' : 'right'))
    }
    for (const kind of DRAWN_KINDS)
      for (const record of this.project.all(kind)) {
        if (record.kind === 'guide') continue
        for (const edge of edgesOfRecord(record, this.project))
          spots.push(pointOn(edge, 0), pointOn(edge, 0.3), pointOn(edge, 1))
        if (record.kind === 'placement') spots.push(record.at)
      }
    return spots.filter((p) => Number.isFinite(p.x + p.y) && Math.abs(p.x) < 1e7 && Math.abs(p.y) < 1e7)
  }

  /** The tie at one of those places, by a number. */
  tie(n: number, within = false): Anchor {
    const spots = this.spots()
    const p = spots[n % Math.max(1, spots.length)] ?? { x: 0, y: 0 }
    const finder = new TieFinder(this.ground, this.drawing)
    return within ? finder.within({ x: p.x + 30, y: p.y + 40 }) : finder.at(p)
  }

  /** The refusal of the edit tried last; null when it was made, or refused by the project itself. */
  refusal: EditRefused | null = null

  /** Makes an edit if it is not refused; gives what takes it back, or the sentence. */
  act(work: (world: World) => Change): { change: Change; inverse: Change } | string {
    this.refusal = null
    try {
      const change = work(this)
      this.project.check(change)
      return { change, inverse: this.project.apply(change) }
    } catch (error) {
      // Nothing but sentences for people.
      const known =
        error instanceof EditRefused || error instanceof ChangeRefused || error instanceof LibraryRefused
      if (!known) throw error
      if (error instanceof EditRefused) this.refusal = error
      expect(error.message).toMatch(/^\S[\s\S]{8,}/)
      return error.message
    }
  }

  /** All records as text, by id. */
  text(): string {
    return JSON.stringify([...this.project.everything()].sort((p, q) => (p.id < q.id ? -1 : 1)))
  }
}

/** The house on a level and drawing of a new project. */
const placedOn = (level: Id, drawing: Id): AnyRecord[] => {
  const renamed = new Map([
    [LEVEL, level],
    [PLAN, drawing],
  ])
  return houseRecords()
    .filter(({ kind }) => kind !== 'drawing')
    .map((record) => {
      const made = relinked(record, renamed)
      return made.kind === 'levelMark' && made.from ? { ...made, from: renamed.get(made.from)! } : made
    })
}

/** Names of records that are not there, with who names them. */
export const deadNames = (project: Project): string[] =>
  [...project.everything()].flatMap((record) =>
    [...looseNames(record), ...needs(record).map(([id]) => id)]
      .filter((id) => !project.get(id))
      .map((id) => `${record.kind} ${record.id} names ${id}`),
  )

/** Where the ends of a dimension, the tip of a leader or what a level mark marks are held. */
export const heldPoints = (record: AnyRecord, ground: Ground): { point: Point; held: boolean }[] =>
  anchorsOf(record).map((anchor) => holdAnchor(anchor, ground))
