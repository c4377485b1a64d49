import { describe, expect, it } from 'vitest'
import {
  copyItems,
  mapItems,
  mirrorAbout,
  removeItems,
  repeatItems,
  stretchBox,
  type MakeId,
} from '../src/edit'
import { applyTo, boxCentre, isEmptyBox, moveBy, type Affine, type Box, type Point } from '../src/geometry'
import { HOMES, edgesOfRecord, handlesOf, placedBox, standsSomewhere } from '../src/kinds'
import {
  TIED_KINDS,
  KINDS,
  RECORD_KINDS,
  kindsIn,
  type AnyRecord,
  type Change,
  type Id,
  type Project,
} from '../src/records'
import { sceneOf } from '../src/derive'
import { IN_HOUSE, PLAN, houseRecords } from './house'
import { deadNames, heldPoints } from './world'
import { projectWith } from './wallFixture'

const house = (): Project => projectWith(...houseRecords())
let count = 0
const makeId: MakeId = () => `new${++count}`
const made = (project: Project, change: Change): Change => {
  project.check(change)
  return project.apply(change)
}
/** Kinds with a place of their own on a plan, but for doors and windows, which are where their walls are. */
const PLACED = kindsIn('plans', 'level', 'board').filter((kind) => standsSomewhere(kind))
const figures = (project: Project, id: Id): Point[] =>
  heldPoints(project.get(id)!, sceneOf(project, project.need('drawing', PLAN))).map(({ point }) => point)

const shifted = (box: Box, map: Affine): Point => applyTo(map, boxCentre(box))

describe('the table of kinds', () => {
  it('has something of every kind that is drawn in the house of these tests', () => {
    const missing = RECORD_KINDS.filter(
      (kind) =>
        ['plans', 'level', 'wall', 'drawing'].includes(KINDS[kind].host) && IN_HOUSE[kind].length === 0,
    )
    expect(missing).toEqual([])
    expect(deadNames(house())).toEqual([])
  })
  it('gives every kind that lies in a drawing a place, and none to what is shared', () => {
    for (const kind of kindsIn('library', 'project')) expect(HOMES[kind]).toBeNull()
    for (const kind of kindsIn('plans', 'level', 'wall')) expect(standsSomewhere(kind), kind).toBe(true)
  })
  it('knows a layer for all that is drawn, and a word for all', () => {
    for (const kind of RECORD_KINDS) expect(KINDS[kind].word).toMatch(/^[a-z ]{3,}$/)
    for (const kind of PLACED) expect(KINDS[kind].layer, kind).toMatch(/^layer-/)
  })
})

describe.each(PLACED)('a %s', (kind) => {
  const all = IN_HOUSE[kind] as readonly AnyRecord[]
  const here = (project: Project, record: AnyRecord): AnyRecord => project.get(record.id)!
  /** Annotation is tied: where it is follows from that. */
  const tied = (TIED_KINDS as readonly string[]).includes(kind)

  it('is moved to the place it is moved to, with all that is tied to it', () => {
    for (const record of all) {
      const project = house()
      const map = moveBy(300, -200)
      const ids = tied ? houseRecords().map(({ id }) => id) : [record.id]
      const wanted = ids.filter(
        (id) => standsSomewhere(project.get(id)!.kind) && project.get(id)!.kind !== 'viewport',
      )
      const before = new Map([...project.all('dimension')].map(({ id }) => [id, figures(project, id)]))
      const hosts = new Set(wanted)
      made(project, mapItems(project, wanted, map))
      const now = here(project, record)
      if (kind === 'room') continue
      if (!tied) expect(boxCentre(placedBox(now))).toEqual(shifted(placedBox(record), map))
      for (const [id, points] of before)
        figures(project, id).forEach((point, i) => {
          const anchor = IN_HOUSE.dimension.find((each) => each.id === id)!.anchors[i]!
          const host =
            'item' in anchor
              ? anchor.item
              : 'placement' in anchor
                ? anchor.placement
                : 'gridLine' in anchor
                  ? anchor.gridLine
                  : null
          if (host === null || !hosts.has(host)) return
          const there = applyTo(map, points[i]!)
          expect(Math.hypot(point.x - there.x, point.y - there.y), `${id} ${i}`).toBeLessThan(1e-6)
        })
      expect(deadNames(project)).toEqual([])
    }
  })

  it('is stretched with the east half of the house, or stays where none of it lies there', () => {
    const project = house()
    const drawing = project.need('drawing', PLAN)
    const box = { minX: 4300, minY: -3000, maxX: 20_000, maxY: 9000 }
    made(project, stretchBox(project, drawing, box, { x: 500, y: 0 }))
    for (const record of all) {
      const was = placedBox(record)
      const now = placedBox(here(project, record))
      const at = (x: number): number => (x > box.minX ? x + 500 : x)
      if (tied) continue
      expect(now.minX, `${record.id} west`).toBeCloseTo(at(was.minX), 6)
      expect(now.maxX, `${record.id} east`).toBeCloseTo(at(was.maxX), 6)
      expect([now.minY, now.maxY]).toEqual([was.minY, was.maxY])
    }
    expect(deadNames(project)).toEqual([])
  })

  it('is itself again when it was mirrored twice', () => {
    for (const record of all) {
      const project = house()
      const map = mirrorAbout({ x: 1000, y: 200 }, { x: 1700, y: 5200 })
      made(project, mapItems(project, [record.id], map))
      made(project, mapItems(project, [record.id], map))
      const now = here(project, record)
      if (!isEmptyBox(placedBox(record)))
        for (const key of ['minX', 'minY', 'maxX', 'maxY'] as const)
          expect(placedBox(now)[key]).toBeCloseTo(placedBox(record)[key], 4)
      const [was, is] = [edgesOfRecord(record, project), edgesOfRecord(now, project)]
      expect(is.length).toBe(was.length)
      if (record.kind !== 'guide')
        was.forEach((edge, i) => {
          expect(Math.hypot(is[i]!.a.x - edge.a.x, is[i]!.a.y - edge.a.y), record.id).toBeLessThan(1e-3)
        })
      expect(deadNames(project)).toEqual([])
    }
  })

  it('is repeated around a centre in places of their own', () => {
    for (const record of all) {
      const project = house()
      const centre = { x: 0, y: 0 }
      const pattern = { how: 'around', centre, step: Math.PI / 2, count: 4, turned: false } as const
      const change = repeatItems(project, PLAN, [record.id], pattern, makeId)
      made(project, change)
      const repeat = project.all('repeat').find(({ id }) => id !== 'repeat')!
      const places = [record.id, ...repeat.copies].map((id) => boxCentre(placedBox(project.get(id)!)))
      expect(places).toHaveLength(4)
      const middle = boxCentre(placedBox(record))
      places.forEach((place, n) => {
        const angle = Math.atan2(middle.y, middle.x) + (n * Math.PI) / 2
        const away = Math.hypot(middle.x, middle.y)
        // Dimensions and leaders are where what they hold on to is.
        if (tied) return
        expect(place.x).toBeCloseTo(away * Math.cos(angle), 4)
        expect(place.y).toBeCloseTo(away * Math.sin(angle), 4)
      })
      expect(deadNames(project)).toEqual([])
    }
  })

  it('is copied with a name and number of its own, and nothing names what is not there', () => {
    for (const record of all) {
      const project = house()
      made(project, copyItems(project, [record.id], [moveBy(20_000, 0)], makeId))
      const copies = project.all(kind).filter(({ id }) => id.startsWith('new'))
      expect(copies).toHaveLength(1)
      if (!tied)
        expect(boxCentre(placedBox(copies[0]!)).x).toBeCloseTo(boxCentre(placedBox(record)).x + 20_000, 6)
      expect(deadNames(project)).toEqual([])
    }
  })

  it('is dropped, and nothing names it any more; undo brings everything back', () => {
    for (const record of all) {
      const project = house()
      const text = (): string =>
        JSON.stringify([...project.everything()].sort((p, q) => (p.id < q.id ? -1 : 1)))
      const before = text()
      const inverse = made(project, removeItems(project, [record.id]))
      expect(project.get(record.id)).toBeUndefined()
      expect(deadNames(project)).toEqual([])
      for (const dimension of project.all('dimension'))
        for (const anchor of dimension.anchors)
          if (anchor.to === 'point' && anchor.lost) expect(Number.isFinite(anchor.last.x)).toBe(true)
      project.check(inverse)
      project.apply(inverse)
      expect(text()).toBe(before)
    }
  })

  it('is reshaped by each of its points, which come where they are brought', () => {
    for (const record of all)
      handlesOf(record).forEach(({ at }, i) => {
        const home = HOMES[kind] as unknown as { withHandle(r: AnyRecord, i: number, p: Point): AnyRecord }
        const to = { x: at.x + 37, y: at.y }
        const now = handlesOf(home.withHandle(record, i, to))[i]!.at
        expect(now.x).toBeCloseTo(to.x, 6)
        expect(now.y).toBeCloseTo(to.y, 6)
      })
  })
})
