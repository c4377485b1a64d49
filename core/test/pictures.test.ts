import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { grid } from '../../bench/grid'
import { drawingPicture, pictureOf, picturing } from '../src/annotate'
import { PLAIN_LOOK, sceneOf, type Picture, type PlanLook, type Scene } from '../src/derive'
import { itemExtent, type DisplayItem } from '../src/display'
import { moveItems, removeItems, setFacts, setLayer, setMaterial } from '../src/edit'
import { boxesMeet, growBox, type Box } from '../src/geometry'
import { Project, type Change, type Id } from '../src/records'
import { houseRecords } from './house'
import { inked } from './inked'
import { LEVEL, PLAN, projectWith } from './wallFixture'
import { World } from './world'
import { EDITS } from './worldEdits'
import { anyStep, tame } from './worldSteps'

const LOOKS: readonly PlanLook[] = [
  { ...PLAIN_LOOK, marks: true, scale: 50 },
  { ...PLAIN_LOOK, marks: true, poche: 'outline', printing: true, overhead: false, scale: 200 },
]

/** What is seen in a box: the items there, whatever they are part of. */
function seenIn(picture: Picture, box: Box): string[] {
  const items = picture
    .search(box)
    .flatMap(({ items: all, within }): readonly DisplayItem[] => (within ? within(box, 1) : all))
  const seen = items.flatMap(apart).flatMap((item) => cutOff(item, box) ?? [])
  return [...new Set(inked(runsOf(seen)))]
}

/** Straight lines of one pen that run on in one line as one, however they were parted. */
function runsOf(items: readonly DisplayItem[]): unknown[] {
  const rest: unknown[] = []
  const runs = new Map<string, [number, number][]>()
  for (const item of items) {
    if (item.kind !== 'line' || item.points.length !== 4) {
      rest.push(item)
      continue
    }
    const [x1, y1, x2, y2] = item.points as [number, number, number, number]
    const length = Math.hypot(x2 - x1, y2 - y1)
    const sense = x2 < x1 || (x2 === x1 && y2 < y1) ? -1 : 1
    const [ux, uy] = [(sense * (x2 - x1)) / length, (sense * (y2 - y1)) / length]
    const key = JSON.stringify([
      item.pen,
      item.source,
      ux.toFixed(2),
      uy.toFixed(2),
      Math.round(x1 * uy - y1 * ux),
    ])
    const ends = [x1 * ux + y1 * uy, x2 * ux + y2 * uy].sort((p, q) => p - q) as [number, number]
    runs.set(key, [...(runs.get(key) ?? []), ends])
  }
  for (const [key, spans] of runs) {
    spans.sort(([p], [q]) => p - q)
    const joined: [number, number][] = []
    for (const [from, to] of spans) {
      const last = joined.at(-1)
      if (last && from <= last[1] + 1) last[1] = Math.max(last[1], to)
      else joined.push([from, to])
    }
    for (const [from, to] of joined)
      if (to - from > 2) rest.push(`${key} ${Math.round(from)} ${Math.round(to)}`)
  }
  return rest
}

/** What lies of an item in a box; null: nothing. Straight lines are cut off at its edges. */
function cutOff(item: DisplayItem, box: Box): DisplayItem | null {
  if (item.kind !== 'line' || item.points.length !== 4)
    return boxesMeet(growBox(itemExtent(item), 1), box) ? item : null
  const [x1, y1, x2, y2] = item.points as [number, number, number, number]
  let [from, to] = [0, 1]
  for (const [start, way, low, high] of [
    [x1, x2 - x1, box.minX, box.maxX],
    [y1, y2 - y1, box.minY, box.maxY],
  ] as const) {
    if (Math.abs(way) < 1e-9) {
      if (start < low || start > high) return null
      continue
    }
    const [near, far] = [(low - start) / way, (high - start) / way].sort((p, q) => p - q) as [number, number]
    from = Math.max(from, near)
    to = Math.min(to, far)
  }
  if (to <= from) return null
  const at = (t: number): number[] => [x1 + (x2 - x1) * t, y1 + (y2 - y1) * t]
  return { ...item, points: [...at(from), ...at(to)] }
}

function apart(item: DisplayItem): DisplayItem[] {
  if (item.kind === 'segments')
    return Array.from({ length: item.points.length / 4 }, (_, i) => ({
      ...item,
      kind: 'line',
      closed: false,
      points: item.points.slice(4 * i, 4 * i + 4),
    }))
  if (item.kind === 'line')
    return item.points.flatMap((_, i): DisplayItem[] => {
      if (i % 2 || (!item.closed && i + 2 >= item.points.length)) return []
      const next = (i + 2) % item.points.length
      const points = [item.points[i]!, item.points[i + 1]!, item.points[next]!, item.points[next + 1]!]
      return [{ ...item, closed: false, points }]
    })
  // An area shows where its edges are; that it is filled within follows from them.
  if (item.kind === 'fill')
    return item.loops.flatMap((points) =>
      apart({ kind: 'line', pen: 'cut', points, closed: true, source: item.source }),
    )
  return [item]
}

describe('the picture of a board', () => {
  it('is what it would be if it were made from nothing, after any edits and undos', () => {
    fc.assert(
      fc.property(
        fc.boolean(),
        fc.array(fc.tuple(anyStep, fc.boolean()), { minLength: 1, maxLength: 14 }),
        (furnished, steps) => {
          const world = new World(furnished)
          const { project } = world
          const scene = (): Scene => sceneOf(project, world.drawing)
          for (const look of LOOKS) pictureOf(scene(), look)
          for (const [{ what, values }, undone] of steps) {
            const done = world.act((each) => EDITS[what].make(each, tame(values)))
            for (const look of LOOKS) pictureOf(scene(), look)
            if (undone && typeof done !== 'string') project.apply(done.inverse)
          }
          const anew = new Project(project.everything())
          for (const look of LOOKS) {
            const kept = pictureOf(scene(), look)
            const again = drawingPicture(look).of(sceneOf(anew, anew.need('drawing', world.drawingId)))
            expect(kept.size).toBe(again.size)
            expect(inked(kept.list())).toEqual(inked(again.list()))
            expect(kept.parts().map(({ source }) => source)).toEqual(
              again.parts().map(({ source }) => source),
            )
          }
        },
      ),
      { numRuns: 80 },
    )
  })

  it('made in steps, broken off and gone on with while things change, is the same', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(anyStep, fc.integer({ min: 0, max: 12 })), { minLength: 1, maxLength: 6 }),
        (steps) => {
          const world = new World(true)
          const { project } = world
          const [look] = LOOKS
          const scene = (): Scene => sceneOf(project, world.drawing)
          for (const [{ what, values }, some] of steps) {
            const work = project.unheard(() => picturing(scene(), look!))
            for (let i = 0; i < some; i++) work.next()
            world.act((each) => EDITS[what].make(each, tame(values)))
          }
          const anew = new Project(project.everything())
          const again = drawingPicture(look!).of(sceneOf(anew, anew.need('drawing', world.drawingId)))
          expect(inked(pictureOf(scene(), look!).list())).toEqual(inked(again.list()))
        },
      ),
      { numRuns: 60 },
    )
  })

  it('of many rooms, broken off anywhere while walls move, go and come, is the same', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            steps: fc.integer({ min: 0, max: 30 }),
            wall: fc.integer({ min: 0, max: 143 }),
            what: fc.constantFrom('moved', 'gone', 'hidden', 'shown'),
          }),
          { minLength: 1, maxLength: 5 },
        ),
        (edits) => {
          const project = projectWith(PLAN, ...grid(8, LEVEL, PLAN.id, 'wall-type-block-140'))
          const look = LOOKS[0]!
          for (const { steps, wall, what } of edits) {
            const work = picturing(sceneOf(project, PLAN), look)
            for (let i = 0; i < steps; i++) work.next()
            const walls = project.all('wall')
            const { id } = walls[wall % walls.length]!
            const change = {
              moved: () => moveItems(project, [id], { x: 120, y: -80 }),
              gone: () => removeItems(project, [id]),
              hidden: () => setLayer(project, 'layer-walls', { shown: false }),
              shown: () => setLayer(project, 'layer-walls', { shown: true }),
            }[what]()
            project.apply(change)
          }
          const again = drawingPicture(look).of(sceneOf(new Project(project.everything()), PLAN))
          const kept = pictureOf(sceneOf(project, PLAN), look)
          expect(kept.size).toBe(again.size)
          expect(inked(kept.list())).toEqual(inked(again.list()))
        },
      ),
      { numRuns: 15 },
    )
  })

  it('is made in small steps: no step draws much', () => {
    const project = projectWith(PLAN, ...grid(12, LEVEL, PLAN.id, 'wall-type-block-140'))
    const look = LOOKS[0]!
    let steps = 0
    for (const _ of picturing(sceneOf(project, PLAN), look)) steps++
    // 312 walls are cut, parted and merged by the hundred; walls, records and tags are drawn by the fifty.
    expect(steps).toBeGreaterThan(20)
    const { made } = pictureOf(sceneOf(project, PLAN), look)
    expect(made).toBeGreaterThan(400)
    for (const _ of picturing(sceneOf(project, PLAN), look)) throw new Error('it is at hand')
  })

  it('tells every place at which it looks otherwise', () => {
    fc.assert(
      fc.property(fc.array(anyStep, { minLength: 1, maxLength: 8 }), (steps) => {
        const world = new World(true)
        const look = LOOKS[0]!
        const now = (): Picture => pictureOf(sceneOf(world.project, world.drawing), look)
        const { minX, minY, maxX, maxY } = now().extent()
        const boxes: Box[] = []
        for (let i = 0; i < 7; i++)
          for (let k = 0; k < 7; k++) {
            const [w, h] = [(maxX - minX) / 7, (maxY - minY) / 7]
            const [x, y] = [minX + i * w, minY + k * h]
            boxes.push({ minX: x, minY: y, maxX: x + w, maxY: y + h })
          }
        for (const { what, values } of steps) {
          const stamp = now().places.now
          const before = boxes.map((box) => seenIn(now(), box))
          const done = world.act((each) => EDITS[what].make(each, tame(values)))
          if (typeof done === 'string') continue
          const told = now().places.since(stamp)
          if (!told) continue
          boxes.forEach((box, i) => {
            // Room for what rounding moves, and for what reaches beyond letters, as painters leave it.
            const room = 2 + now().overhang
            if ([...told].some((place) => boxesMeet(growBox(place, room), box))) return
            expect(seenIn(now(), box), `${what} in ${JSON.stringify(box)}`).toEqual(before[i])
          })
        }
      }),
      { numRuns: 25 },
    )
  })

  /** How many parts are made anew, and how much of the board is told to look otherwise. */
  function costs(change: (project: Project) => Change): { made: number; places: number; undone: number } {
    const project = projectWith(...houseRecords())
    const look = LOOKS[0]!
    const now = (): Picture => pictureOf(sceneOf(project, PLAN), look)
    const before = { made: now().made, places: now().places.now }
    const inverse = project.apply(change(project))
    const made = now().made - before.made
    const places = now().places.since(before.places)?.size ?? Infinity
    const again = now().made
    project.apply(inverse)
    return { made, places, undone: now().made - again }
  }

  it('is made anew only where something changed', () => {
    const all = drawingPicture(LOOKS[0]!).of(sceneOf(projectWith(...houseRecords()), PLAN)).size
    expect(all).toBeGreaterThan(25)
    const named = costs((project) => setFacts(project, 'project', 'project', { name: 'Another name' }))
    expect(named).toEqual({ made: 0, places: 0, undone: 0 })
    const material = projectWith(...houseRecords()).all('material')[0]!
    expect(costs((project) => setMaterial(project, material.id, { name: 'Called otherwise' }))).toEqual({
      made: 0,
      places: 0,
      undone: 0,
    })
    // How it looks is another matter: what is cut is one part.
    expect(costs((project) => setMaterial(project, material.id, { tone: 0.123 })).made).toBeLessThanOrEqual(1)
    const line = projectWith(...houseRecords()).all('linework')[0]!
    const moved = costs((project) => moveItems(project, [line.id], { x: 10, y: 0 }))
    expect(moved.made).toBeGreaterThan(0)
    expect(moved.made).toBeLessThan(all / 3)
    expect(moved.undone).toBe(moved.made)
  })

  it('has nothing of a layer that is not shown, and has it again when it is', () => {
    const project = projectWith(...houseRecords())
    const now = (): Picture => pictureOf(sceneOf(project, PLAN), LOOKS[0]!)
    const line = project.all('linework').find(({ drawing }) => drawing === PLAN.id)!
    const shown = (id: Id): number => now().of(id).length
    expect(shown(line.id)).toBe(1)
    project.apply(setLayer(project, line.layer, { shown: false }))
    expect(shown(line.id)).toBe(0)
    project.apply(setLayer(project, line.layer, { shown: true }))
    expect(shown(line.id)).toBe(1)
  })

  it('does not reach as far as what has no end', () => {
    const project = projectWith(...houseRecords())
    expect(project.all('guide').length).toBeGreaterThan(0)
    const { minX, maxX } = pictureOf(sceneOf(project, PLAN), LOOKS[0]!).extent()
    expect(maxX - minX).toBeLessThan(100_000)
    const far = pictureOf(sceneOf(project, PLAN), LOOKS[0]!).search({
      minX: -9e5,
      minY: -9e5,
      maxX: 9e5,
      maxY: 9e5,
    })
    expect(far.some(({ endless }) => endless)).toBe(true)
  })
})

describe('a hatch of more lines than can be drawn', () => {
  const FAR = { minX: -10, minY: -10, maxX: 2e6, maxY: 2e6 }
  const NEAR = { minX: 900_000, minY: 500_000, maxX: 901_000, maxY: 501_000 }
  const corners = [
    [0, 0],
    [2e6, 0],
    [2e6, 1.2e6],
    [0, 1.2e6],
  ] as const
  const project = projectWith(PLAN, {
    id: 'h',
    kind: 'hatch',
    drawing: PLAN.id,
    layer: 'layer-hatches',
    region: { by: 'outline' },
    outlines: [{ closed: true, vertices: corners.map(([x, y]) => ({ x, y, sweep: 0 })) }],
    filling: { with: 'pattern', pattern: 'brick', width: 1, height: 1, turn: 0, origin: { x: 0, y: 0 } },
  })
  const picture = drawingPicture(LOOKS[0]!).of(sceneOf(project, project.need('drawing', PLAN.id)))

  it('is there as an even tone from afar and on paper, and line by line where one looks closely', () => {
    const [part] = picture.search(FAR)
    expect(part?.items.map(({ kind }) => kind)).toEqual(['fill'])
    expect(part?.within?.(FAR, 2000).map(({ kind }) => kind)).toEqual(['fill'])
    const close = part?.within?.(NEAR, 1) ?? []
    expect(close.map(({ kind }) => kind)).toEqual(['segments'])
    const lines = close.flatMap((item) => (item.kind === 'segments' ? item.points : [])).length / 4
    expect(lines).toBeGreaterThan(10)
    expect(lines).toBeLessThan(1000)
  })

  it('is around all that is drawn', () => {
    expect(picture.extent()).toEqual({ minX: 0, minY: 0, maxX: 2e6, maxY: 1.2e6 })
  })
})
