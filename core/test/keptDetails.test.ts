import { describe, expect, it } from 'vitest'
import { detailPicture } from '../src/annotate'
import { settleBoard } from '../src/check'
import { sceneOf } from '../src/derive'
import { extentOf } from '../src/display'
import {
  clipDrawing,
  drawKept,
  gather,
  keepDetail,
  merge,
  pasteDrawing,
  readClipping,
  removeDrawing,
  setKept,
  type MakeId,
} from '../src/edit'
import { readLibrary, writeLibrary } from '../src/exchange'
import { standardBlocks, standardDetails } from '../src/library'
import type { AnyRecord, Change, Id, KeptDetail } from '../src/records'
import { Project } from '../src/records'
import { SAMPLES } from '../src/samples'
import { dimensionOf, outline } from './house'
import { LEVEL, PLAN, projectWith, wall } from './wallFixture'

let count = 0
const makeId: MakeId = () => `made${++count}`
const made = (project: Project, change: Change): Change => {
  project.check(change)
  return project.apply(change)
}
const SYSTEMS = ['metric', 'feet-inches'] as const

describe.each(SYSTEMS)('the whole details that ship, in %s', (system) => {
  const details = standardDetails(system)
  it('are whole: each part, layer and tie of theirs is there, and each is drawn with its notes', () => {
    expect(details.length).toBeGreaterThanOrEqual(7)
    expect(new Set(details.map(({ id }) => id)).size).toBe(details.length)
    for (const kept of details) {
      const project = projectWith(PLAN)
      const { change, drawing } = drawKept(project, kept, standardBlocks(system), makeId)
      made(project, change)
      const here = project.need('drawing', drawing)
      expect(here).toMatchObject({ view: 'detail', name: kept.name, readingScale: kept.scale })
      // Nothing of it is open: no leader points to nothing, no hatch lost its outline.
      expect(settleBoard(sceneOf(project, here))).toEqual([])
      const leaders = kept.items.filter(({ kind }) => kind === 'leader').length
      expect(leaders).toBeGreaterThanOrEqual(5)
      const drafted = project.dependents(drawing).length
      expect(drafted).toBe(kept.items.length)
    }
  })

  it('have the size on paper of a detail, and notes that keep clear of it', () => {
    for (const kept of details) {
      const project = projectWith(PLAN)
      const library = [...project.everything(), ...standardBlocks(system)]
      const list = detailPicture(kept, library as never, project.facts)
      const { minX, maxX, minY, maxY } = extentOf(list)
      expect((maxX - minX) / kept.scale).toBeLessThan(420)
      expect((maxY - minY) / kept.scale).toBeLessThan(297)
    }
  })
})

/** A detail on which a line is measured, with a note, hosted by a wall as well. */
function drafted(): { project: Project; drawing: Id } {
  const project = projectWith(PLAN, wall('w', [0, 0, 3000, 0]))
  const line = {
    ...({ id: 'l', kind: 'linework', drawing: PLAN.id, layer: 'layer-lines' } as const),
    shape: { form: 'path' as const, path: { ...outline([0, 500], [400, 500]), closed: false } },
  } satisfies AnyRecord
  made(project, {
    put: [
      line,
      {
        ...dimensionOf('d', [
          { to: 'item', item: 'l', edge: 0, part: 0, last: { x: 0, y: 500 } },
          { to: 'item', item: 'l', edge: 0, part: 1, last: { x: 400, y: 500 } },
          { to: 'wallCorner', wall: 'w', end: 'b', side: 'axis', last: { x: 3000, y: 0 } },
        ]),
        drawing: PLAN.id,
      },
      {
        ...{ id: 'n', kind: 'note', drawing: PLAN.id, at: { x: 0, y: 900 }, text: 'Two coats' },
        ...{ heightPaperMm: 2.5, align: 'start' },
      } as never,
    ],
    drop: [],
  })
  return { project, drawing: PLAN.id }
}

describe('a detail that is kept', () => {
  it('holds what was drafted, and is drawn again tied to itself, on a board of its own', () => {
    const { project, drawing } = drafted()
    const { change, kept } = keepDetail(project, drawing, { name: ' Joint ', section: 'Walls' }, makeId)
    made(project, change)
    const detail = project.need('keptDetail', kept)
    expect(detail).toMatchObject({ name: 'Joint', section: 'Walls', scale: PLAN.readingScale })
    expect(detail.items.map(({ kind }) => kind).sort()).toEqual(['dimension', 'linework', 'note'])
    const drawn = drawKept(project, detail, [], makeId)
    made(project, drawn.change)
    const dimension = project.all('dimension').find((each) => each.drawing === drawn.drawing)!
    const line = project.all('linework').find((each) => each.drawing === drawn.drawing)!
    expect(dimension.anchors).toEqual([
      { to: 'item', item: line.id, edge: 0, part: 0, last: { x: 0, y: 500 } },
      { to: 'item', item: line.id, edge: 0, part: 1, last: { x: 400, y: 500 } },
      // Of the wall it keeps the place.
      { to: 'point', last: { x: 3000, y: 0 } },
    ])
    // Its first drawing gone, it is there as ever.
    made(project, removeDrawing(project, drawn.drawing))
    made(project, drawKept(project, project.need('keptDetail', kept), [], makeId).change)
  })

  it('has a name of its own, and nothing is kept of a drawing on which nothing is drafted', () => {
    const { project, drawing } = drafted()
    made(project, keepDetail(project, drawing, { name: 'Joint', section: 'Walls' }, makeId).change)
    const again = (): unknown => keepDetail(project, drawing, { name: 'joint', section: '' }, makeId)
    expect(again).toThrow('There is a kept detail “joint” already.')
    const id = project.all('keptDetail')[0]!.id
    made(project, setKept(project, id, { section: ' Roofs ' }))
    expect(project.need('keptDetail', id).section).toBe('Roofs')
    const empty = projectWith(PLAN)
    const keepNothing = (): unknown => keepDetail(empty, PLAN.id, { name: 'x', section: '' }, makeId)
    expect(keepNothing).toThrow('Nothing is drafted on this drawing')
  })

  it('comes into another project with the parts it needs, by a library file', () => {
    const kept = standardDetails('metric').find(({ name }) => name.startsWith('Sill'))!
    const records = [...projectWith(PLAN).everything(), ...standardBlocks('metric'), kept]
    const text = writeLibrary({ name: 'Office', system: 'metric', records }, [kept.id])
    const library = readLibrary(text)
    const there = library.records
      .filter(({ kind }) => kind === 'block')
      .map((each) => 'name' in each && each.name)
    expect(there).toContain('Concrete sill')
    const project = projectWith(PLAN)
    const { arrivals } = merge(project, gather(library.records, [kept.id]), () => 'both', makeId)
    made(project, { put: arrivals.flatMap(({ put }) => put ?? []), drop: [] })
    const detail = project.all('keptDetail')[0]!
    made(project, drawKept(project, detail, [], makeId).change)
    expect(project.all('placement').length).toBeGreaterThan(2)
  })

  it('of a library file whose part is missing is refused in a sentence', () => {
    const kept = standardDetails('metric').find(({ name }) => name.startsWith('Sill'))!
    const records = [...projectWith(PLAN).everything(), ...standardBlocks('metric'), kept]
    const text = writeLibrary({ name: 'Office', system: 'metric', records }, [kept.id])
    const file = JSON.parse(text) as { records: { name?: string }[] }
    file.records = file.records.filter(({ name }) => name !== 'Concrete sill')
    expect(() => readLibrary(JSON.stringify(file))).toThrow(/\.$/)
    const bad = JSON.parse(text) as { records: { kind: string; items?: unknown[] }[] }
    const broken = bad.records.find(({ kind }) => kind === 'keptDetail') as KeptDetail & { items: unknown[] }
    broken.items.push({ id: 'x', kind: 'wall' })
    expect(() => readLibrary(JSON.stringify(bad))).toThrow('The kept detail “Sill of a window')
  })
})

describe('a drawing that is copied as a whole', () => {
  it('comes into another project with all that is drafted on it, where its level is', () => {
    const { project, drawing } = drafted()
    const text = JSON.stringify(clipDrawing(project, drawing))
    const other = projectWith(PLAN)
    const { change, drawing: id } = pasteDrawing(other, readClipping(text)!, makeId)
    made(other, change)
    const copy = other.need('drawing', id)
    expect(copy).toMatchObject({ view: 'plan', level: LEVEL, name: `${PLAN.name} 2` })
    expect(other.all('linework').map((each) => each.drawing)).toEqual([id])
    expect(other.all('dimension')[0]!.anchors[2]!.last).toEqual({ x: 3000, y: 0 })
    expect(other.all('wall')).toEqual([])
    // The wall stayed behind, and that is said.
    expect(settleBoard(sceneOf(other, copy)).map(({ text: said }) => said)).toContain(
      'A dimension lost what it measured; it keeps its last place.',
    )
  })

  it('of what is not in the other project is refused by its name', () => {
    const { project, drawing } = drafted()
    const held = clipDrawing(project, drawing)
    const other = projectWith(PLAN)
    const level = other.need('level', LEVEL)
    const elsewhere = new Project([
      ...[...other.everything()].filter(({ kind }) => kind !== 'level' && kind !== 'drawing'),
      { ...level, id: 'attic', name: 'Attic' },
      { ...PLAN, id: 'attic plan', level: 'attic' } as typeof PLAN,
    ])
    expect(() => pasteDrawing(elsewhere, held, makeId)).toThrow(
      `This drawing is of the level “${level.name}”, which is not in this project.`,
    )
  })

  it('is a copy of itself in its own project, held by what held it; any drawing but a block', () => {
    const project = new Project()
    for (const step of SAMPLES[1]!.make(makeId)) project.apply(step.change)
    for (const from of project.all('drawing')) {
      if (from.view === 'block') continue
      const before = project.dependents(from.id).length
      const { change, drawing } = pasteDrawing(project, clipDrawing(project, from.id), makeId)
      const inverse = made(project, change)
      expect(project.need('drawing', drawing).view).toBe(from.view)
      expect(project.dependents(from.id).length).toBeGreaterThanOrEqual(before)
      project.apply(inverse)
    }
  })
})
