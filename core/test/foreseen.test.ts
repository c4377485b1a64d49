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

const words = (points: readonly number[]): string => {
  const [x1, y1, x2, y2] = points.map((value) => Math.round(value * 10) + 0) as [
    number,
    number,
    number,
    number,
  ]
  return x1 < x2 || (x1 === x2 && y1 < y2) ? `${x1} ${y1} ${x2} ${y2}` : `${x2} ${y2} ${x1} ${y1}`
}
const drawnEdges = (building: LevelSolver): Set<string> => {
  const isDrawn = ({ left, right }: Boundary): boolean => left < 0 !== right < 0 || (left >= 0 && right >= 0)
  const parts = [...building.seen().all(), ...building.seen().columns()]
  return new Set(
    parts.flatMap(({ boundaries }) =>
      boundaries.filter(isDrawn).map(({ x1, y1, x2, y2 }) => words([x1, y1, x2, y2])),
    ),
  )
}
const segments = (item: DisplayItem | undefined): string[] => {
  if (item?.kind !== 'segments') return []
  return Array.from({ length: item.points.length / 4 }, (_, i) => words(item.points.slice(4 * i, 4 * i + 4)))
}
const taken = (items: readonly DisplayItem[]): string[] =>
  segments(items.find((item) => item.kind === 'segments' && item.pen === CLEARING && item.source === null))
const added = (items: readonly DisplayItem[]): string[] => items.slice(-2).flatMap(segments)

/** What is seen of the walls ahead of a change. */
function ahead(project: Project, change: Change, plan = PLAN.id): readonly DisplayItem[] | null {
  const scene = planOf(project, plan)
  return foreseenWalls(scene, change, pictureOf(scene, LOOK), LOOK)
}

const round = (outline: readonly string[]): string[] => [...outline].sort()

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
    // The square end of the corner goes; the new wall has two faces and an end.
    expect(round(taken(items))).toEqual(round([words([4070, -70, 4070, 3000]), words([0, -70, 4070, -70])]))
    const before = drawnEdges(planOf(project, PLAN.id).building)
    project.apply(change)
    const after = drawnEdges(planOf(project, PLAN.id).building)
    expect(new Set([...[...before].filter((each) => !taken(items).includes(each)), ...added(items)])).toEqual(
      after,
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
    // The other wall gets a square end.
    expect(added(gone)).toContain(words([3930, 0, 4070, 0]))
  })
  it('are what they will be, whatever is done', () => {
    let looked = 0
    const tame = (values: Values): Values =>
      Object.fromEntries(
        Object.entries(values).map(([key, value]) => [
          key,
          typeof value === 'number' && (Math.abs(value) < 0.1 || Math.abs(value) > 1e6) ? 0 : value,
        ]),
      ) as unknown as Values
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
              const off = new Set(taken(items))
              expect(
                new Set([...[...before].filter((each) => !off.has(each)), ...added(items)]),
                what,
              ).toEqual(after)
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
