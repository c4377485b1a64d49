import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { foreseenChange, pictureOf } from '../src/annotate'
import type { Boundary, LevelSolver } from '../src/building'
import { PLAIN_LOOK, foreseenWalls, sceneOf, type PlanScene, type Scene } from '../src/derive'
import { CLEARING, type DisplayItem } from '../src/display'
import { addWalls, moveItems, moveWallSideways, removeItems } from '../src/edit'
import type { Change, Project } from '../src/records'
import { LEVEL, PLAN, drafted, chain, opening, projectWith, wall } from './wallFixture'
import { World, type Values } from './world'
import { EDITS } from './worldEdits'
import { anyStep } from './worldSteps'

const LOOK = { ...PLAIN_LOOK, scale: 50 }

const planOf = (project: Project, id: string): PlanScene => {
  const scene: Scene = sceneOf(project, project.need('drawing', id))
  if (scene.view !== 'plan') throw new Error('no plan')
  return scene
}

/** Segments as what they cover of the lines along which they run. */
class Runs {
  private readonly lines = new Map<string, [number, number][]>()

  constructor(segments: readonly (readonly number[])[]) {
    for (const each of segments) this.change(each, (spans, span) => [...spans, span])
  }

  without(segments: readonly (readonly number[])[]): this {
    for (const each of segments)
      this.change(each, (spans, [from, to]) =>
        spans.flatMap(([p, q]): [number, number][] => [
          [p, Math.min(q, from)],
          [Math.max(p, to), q],
        ]),
      )
    return this
  }

  with(segments: readonly (readonly number[])[]): this {
    for (const each of segments) this.change(each, (spans, span) => [...spans, span])
    return this
  }

  private change(
    segment: readonly number[],
    by: (spans: [number, number][], span: [number, number]) => [number, number][],
  ): void {
    const [x1, y1, x2, y2] = segment as [number, number, number, number]
    const length = Math.hypot(x2 - x1, y2 - y1)
    const sense = x2 < x1 - 0.05 || (Math.abs(x2 - x1) <= 0.05 && y2 < y1) ? -1 : 1
    const [ux, uy] = [(sense * (x2 - x1)) / length, (sense * (y2 - y1)) / length]
    // Whole and half millimetres are kept away from where rounding goes the other way.
    const line = [ux * 1000 + 0.37, uy * 1000 + 0.37, x1 * uy - y1 * ux + 0.37].map(Math.round).join(' ')
    const ends = [x1 * ux + y1 * uy, x2 * ux + y2 * uy]
    this.lines.set(line, by(this.lines.get(line) ?? [], [Math.min(...ends), Math.max(...ends)]))
  }

  length(): number {
    let sum = 0
    for (const spans of this.lines.values()) for (const [from, to] of spans) sum += Math.max(0, to - from)
    return sum
  }

  /** Each line with where it is covered, runs that meet as one. */
  words(): string[] {
    const told: string[] = []
    for (const [line, spans] of this.lines) {
      const joined: [number, number][] = []
      for (const [from, to] of spans.filter(([p, q]) => q - p > 0.1).sort(([p], [q]) => p - q)) {
        const last = joined.at(-1)
        if (last && from <= last[1] + 0.1) last[1] = Math.max(last[1], to)
        else joined.push([from, to])
      }
      for (const ends of joined) told.push(`${line}: ${ends.map((end) => Math.round(end + 0.37)).join(' ')}`)
    }
    return told.sort()
  }
}

const drawnEdges = (building: LevelSolver): number[][] => {
  const isDrawn = ({ left, right }: Boundary): boolean => left < 0 !== right < 0 || (left >= 0 && right >= 0)
  return [...building.seen().all(), ...building.seen().columns()].flatMap(({ boundaries }) =>
    boundaries.filter(isDrawn).map(({ x1, y1, x2, y2 }) => [x1, y1, x2, y2]),
  )
}
const segments = (item: DisplayItem | undefined): number[][] =>
  item?.kind === 'segments'
    ? Array.from({ length: item.points.length / 4 }, (_, i) => item.points.slice(4 * i, 4 * i + 4))
    : []
const taken = (items: readonly DisplayItem[]): number[][] =>
  segments(items.find((item) => item.kind === 'segments' && item.pen === CLEARING && item.source === null))
const added = (items: readonly DisplayItem[]): number[][] => items.slice(-2).flatMap(segments)
const told = (edges: number[][]): string[] => new Runs(edges).words()

/** What is seen of the walls ahead of a change. */
function ahead(project: Project, change: Change, plan = PLAN.id): readonly DisplayItem[] | null {
  const scene = planOf(project, plan)
  return foreseenWalls(scene, change, pictureOf(scene, LOOK), LOOK)?.items ?? null
}

/** Moves smaller than corners are told apart, and larger than any building, are not looked at here. */
const tame = (values: Values): Values =>
  Object.fromEntries(
    Object.entries(values).map(([key, value]) => [
      key,
      typeof value === 'number' && (Math.abs(value) < 0.1 || Math.abs(value) > 1e6) ? 0 : value,
    ]),
  ) as unknown as Values

describe('walls shown ahead of a change', () => {
  const corner = (): Project =>
    projectWith(PLAN, wall('a', [0, 0, 4000, 0]), wall('b', [4000, 0, 4000, 3000]))

  it('lie as they will be joined: a wall on from a corner opens it', () => {
    const project = corner()
    const change = addWalls(
      project,
      {
        level: LEVEL,
        type: 'wall-type-block-140',
        reference: 'centre',
        points: [
          { x: 4000, y: 0 },
          { x: 6000, y: 0 },
        ],
        closed: false,
      },
      () => 'new',
    )
    const items = ahead(project, change)!
    // What closed the corner goes; the new wall has two faces and an end.
    expect(told(taken(items))).toEqual(told([[4070, -70, 4070, 70]]))
    expect(told(added(items))).toEqual(
      told([
        [4070, -70, 6000, -70],
        [4070, 70, 6000, 70],
        [6000, -70, 6000, 70],
      ]),
    )
  })
  it('are neither solved nor shown where nothing of them changes', () => {
    const project = corner()
    project.apply({ put: [drafted('l', chain([0, 0, 500, 500]))], drop: [] })
    expect(ahead(project, moveItems(project, ['l'], { x: 10, y: 0 }))).toBeNull()
  })
  it('take what is in them off where they stood, and along', () => {
    const project = corner()
    project.apply({ put: [opening('d', 'a', 2000, 900)], drop: [] })
    const items = ahead(project, moveWallSideways(project, 'a', 500))!
    const doors = items.filter(({ source }) => source === 'd')
    expect(doors.some((item) => 'pen' in item && item.pen === CLEARING)).toBe(true)
    expect(doors.some((item) => 'pen' in item && item.pen !== CLEARING)).toBe(true)
    const gone = ahead(project, removeItems(project, ['a']))!
    expect(
      gone.filter(({ source }) => source === 'd').every((item) => !('pen' in item) || item.pen === CLEARING),
    ).toBe(true)
    // The other wall gets a square end, and its face runs down to that.
    expect(told(added(gone))).toEqual(
      told([
        [3930, 0, 4070, 0],
        [3930, 0, 3930, 70],
      ]),
    )
  })
  it('are what they will be, whatever is done', () => {
    let looked = 0
    fc.assert(
      fc.property(fc.boolean(), fc.array(anyStep, { minLength: 1, maxLength: 10 }), (furnished, steps) => {
        const world = new World(furnished)
        const { project } = world
        for (const { what, values } of steps) {
          const done = world.act((each) => EDITS[what].make(each, tame(values)))
          if (typeof done === 'string') continue
          const change = project.apply(done.inverse)
          if (world.drawing.view === 'plan') {
            const { building } = planOf(project, world.drawing.id)
            const before = drawnEdges(building)
            const items = ahead(project, change, world.drawing.id)
            project.apply(change)
            const after = drawnEdges(planOf(project, world.drawing.id).building)
            if (items) {
              const shown = new Runs(before).without(taken(items)).with(added(items))
              // The chords of curves lie elsewhere when those are parted: of them, as much is drawn.
              if (project.all('wall').some(({ sweep }) => sweep))
                expect(Math.abs(shown.length() / new Runs(after).length() - 1), what).toBeLessThan(0.03)
              else expect(shown.words(), what).toEqual(told(after))
              looked++
            }
          } else project.apply(change)
        }
      }),
    )
    expect(looked).toBeGreaterThan(50)
  })
})

describe('what a change makes of a board', () => {
  /** The figures of dimensions and words of leaders, by their record, with where they stand. */
  const words = (items: readonly DisplayItem[]): Map<string, string[]> => {
    const found = new Map<string, string[]>()
    for (const item of items)
      if (item.kind === 'text' && item.source !== null)
        found.set(item.source, [
          ...(found.get(item.source) ?? []),
          `${item.runs.map(({ text }) => text).join('')} at ${Math.round(item.x + 0.37)} ${Math.round(item.y + 0.37)}`,
        ])
    for (const each of found.values()) each.sort()
    return found
  }
  it('shows dimensions and leaders that follow where they will be, with their figures', () => {
    let followed = 0
    fc.assert(
      fc.property(fc.array(anyStep, { minLength: 1, maxLength: 12 }), (steps) => {
        const world = new World(true)
        const { project } = world
        for (const { what, values } of steps) {
          const done = world.act((each) => EDITS[what].make(each, tame(values)))
          // The drawing itself may have been removed.
          if (typeof done === 'string' || project.find('drawing', world.drawingId)?.view !== 'plan') continue
          const change = project.apply(done.inverse)
          const scene = planOf(project, world.drawing.id)
          const walls = foreseenWalls(scene, change, pictureOf(scene, LOOK), LOOK)
          const touchesWalls = change.put.some(({ kind }) => kind === 'wall' || kind === 'opening')
          const shown = words(foreseenChange(change, scene, pictureOf(scene, LOOK), LOOK.scale))
          project.apply(change)
          // Of too many walls at once nothing is solved ahead; and things that are gone are not looked for.
          if ((touchesWalls && !walls) || change.drop.length > 0) continue
          const after = planOf(project, world.drawing.id)
          for (const [id, said] of shown) {
            const record = project.get(id)
            if (!record || !['dimension', 'leader', 'symbol'].includes(record.kind)) continue
            const is = words(
              pictureOf(after, LOOK)
                .of(id)
                .flatMap(({ items }) => items),
            ).get(id)
            if (!is) continue
            expect(said, `${what} ${record.kind}`).toEqual(is)
            followed++
          }
        }
      }),
    )
    expect(followed).toBeGreaterThan(10)
  })

  it('takes off what moves and what goes, and draws what comes', () => {
    const project = projectWith(
      PLAN,
      drafted('l', chain([0, 0, 500, 500])),
      drafted('m', chain([0, 900, 500, 900])),
    )
    const scene = planOf(project, PLAN.id)
    const picture = pictureOf(scene, LOOK)
    const moved = foreseenChange(moveItems(project, ['l'], { x: 100, y: 0 }), scene, picture, 50)
    expect(
      moved.map((item) => ['pen' in item && item.pen === CLEARING, 'vertices' in item && item.vertices[0]]),
    ).toEqual([
      [true, 0],
      [false, 100],
    ])
    const gone = foreseenChange(removeItems(project, ['m']), scene, picture, 50)
    expect(gone).toHaveLength(1)
    expect(gone[0]).toMatchObject({ pen: CLEARING, source: 'm' })
  })
})
