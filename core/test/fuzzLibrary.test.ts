import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { drawingList } from '../src/annotate'
import { LevelSolver } from '../src/building'
import { PLAIN_LOOK } from '../src/derive'
import { paintSvg, pensOf } from '../src/display'
import {
  EditRefused,
  copyBlock,
  copyLens,
  copyMaterial,
  copyStyle,
  copyWallType,
  gather,
  isLibraryRecord,
  merge,
  newProject,
  placeBlock,
  removeBlock,
  removeMaterial,
  removeStyle,
  setBlock,
  setFacts,
  setMaterial,
  changePen,
  setStyle,
  type Choice,
} from '../src/edit'
import { LibraryRefused, readLibrary, writeLibrary } from '../src/exchange'
import { standardBlocks } from '../src/library'
import {
  ChangeRefused,
  Project,
  penRoles,
  recordSchema,
  type Change,
  type Dimension,
  type Id,
  type RecordKind,
} from '../src/records'

const number = fc.oneof(
  { weight: 6, arbitrary: fc.integer({ min: -10, max: 180 }).map((n) => n / 10) },
  { weight: 2, arbitrary: fc.integer({ min: -100, max: 1100 }) },
  { weight: 1, arbitrary: fc.constantFrom(0, -0, 1e12, NaN, Infinity) },
)
const name = fc.oneof(
  fc.constantFrom('Chair', 'chair', 'Standard', ' ', '', '<script>alert(1)</script>', 'a < b', 'x\u0000'),
  fc.constant('x'.repeat(10_000)),
  fc.string({ maxLength: 20 }),
)
const WHAT = [
  'place',
  'dimension',
  'set block',
  'copy block',
  'remove block',
  'style',
  'copy style',
  'remove style',
  'restyle',
  'pen',
  'material',
  'copy others',
  'remove material',
  'bring',
  'bring',
  'file',
] as const
const action = fc.record({
  what: fc.constantFrom(...WHAT),
  a: number,
  b: number,
  pick: fc.nat(40),
  name,
  choice: fc.constantFrom<Choice>('here', 'replace', 'both'),
})
type Action = typeof action extends fc.Arbitrary<infer T> ? T : never

function begun(
  system: 'metric' | 'feet-inches',
  makeId: () => Id,
): { project: Project; drawing: Id; level: Id } {
  const { change, drawing, level } = newProject(
    {
      name: 'Fuzz',
      system,
      levelName: 'Ground',
      storeyHeight: 3000,
      sheetSize: 'A3',
      orientation: 'landscape',
      date: '',
    },
    makeId,
  )
  return { project: new Project(change.put), drawing, level }
}

class World {
  private next = 0
  readonly makeId = (): Id => `f${++this.next}`
  readonly here = begun('metric', this.makeId)
  /** Another project, in other sizes, from which things are brought. */
  readonly there = begun('feet-inches', () => `t${++this.next}`).project

  constructor() {
    for (const block of standardBlocks('feet-inches').slice(0, 30))
      this.there.apply({ put: [block], drop: [] })
  }

  some(kind: RecordKind, n: number): Id {
    const all = this.here.project.all(kind)
    return all.length > 0 ? all[n % all.length]!.id : 'missing'
  }

  change({ what, a, b, pick, name: called, choice }: Action): Change {
    const { makeId } = this
    const { project, drawing, level } = this.here
    switch (what) {
      case 'place': {
        const blocks = standardBlocks('metric')
        const places = [{ at: { x: a, y: b }, turn: 0, mirrored: false }]
        return placeBlock(project, { level, block: blocks[pick % 30]!.id, places }, makeId)
      }
      case 'dimension': {
        const made: Dimension = {
          id: makeId(),
          kind: 'dimension',
          drawing,
          anchors: [0, 1000 + pick].map((x) => ({ to: 'point', last: { x, y: 0 } })),
          direction: 0,
          offset: { in: 'paper', paperMm: 10 },
          style: this.some('annotationStyle', pick),
        }
        return { put: [made], drop: [] }
      }
      case 'set block':
        return setBlock(project, this.some('block', pick), {
          name: called,
          ...(pick % 2 ? { category: called } : {}),
          ...(pick % 3 ? {} : { sizing: 'stretch', atWall: pick % 2 === 0 }),
        })
      case 'copy block':
        return copyBlock(project, this.some('block', pick), makeId).change
      case 'remove block':
        return removeBlock(project, this.some('block', pick))
      case 'style':
        return setStyle(project, this.some('annotationStyle', pick), {
          ...(pick % 2 ? { name: called } : {}),
          ...(pick % 3 ? { textPaperMm: a } : { endPaperMm: b }),
        })
      case 'copy style':
        return copyStyle(project, this.some('annotationStyle', pick), makeId).change
      case 'remove style':
        return removeStyle(project, this.some('annotationStyle', pick))
      case 'restyle':
        return setFacts(project, 'dimension', this.some('dimension', pick), {
          style: pick % 5 ? this.some('annotationStyle', pick) : called,
        })
      case 'pen':
        return changePen(project, penRoles[pick % penRoles.length]!, { widthMm: a / 10, tone: b / 20 })
      case 'material':
        return setMaterial(project, this.some('material', pick), { name: called, priority: a })
      case 'copy others':
        return pick % 3 === 0
          ? copyMaterial(project, this.some('material', pick), makeId).change
          : pick % 3 === 1
            ? copyWallType(project, this.some('wallType', pick), makeId).change
            : copyLens(project, this.some('lens', pick), makeId).change
      case 'remove material':
        // The last one, which may have come as a copy.
        return removeMaterial(project, project.all('material').at(-1)?.id ?? 'missing')
      case 'bring': {
        const ids = [...this.there.everything()].filter(isLibraryRecord).map(({ id }) => id)
        const wanted = [ids[pick % ids.length]!, ids[(pick * 31) % ids.length]!]
        const { arrivals } = merge(project, gather(this.there.everything(), wanted), () => choice, makeId)
        return { put: arrivals.flatMap(({ put }) => put ?? []), drop: [] }
      }
      case 'file': {
        const records = [...project.everything()]
        const ids = records.filter(isLibraryRecord).map(({ id }) => id)
        const text = writeLibrary({ name: called, system: 'metric', records }, [ids[pick % ids.length]!])
        const { arrivals } = merge(project, readLibrary(text).records, () => choice, makeId)
        // What was written from here is here.
        expect(arrivals.every(({ standing }) => standing === 'same')).toBe(true)
        return { put: [], drop: [] }
      }
    }
  }
}

/** All records as text, by id. */
const written = (project: Project): string =>
  JSON.stringify([...project.everything()].sort((p, q) => (p.id < q.id ? -1 : 1)))

describe('what projects share, by whatever is sent', () => {
  it('throws nothing but refusals, keeps every record valid, draws, and undoes to the byte', () => {
    const made = new Map<string, number>()
    fc.assert(
      fc.property(fc.array(action, { minLength: 10, maxLength: 40 }), (actions) => {
        const world = new World()
        const { project } = world.here
        const before = written(project)
        const inverses: Change[] = []
        for (const each of actions) {
          try {
            const change = world.change(each)
            project.check(change)
            inverses.push(project.apply(change))
            made.set(each.what, (made.get(each.what) ?? 0) + 1)
          } catch (error) {
            const known =
              error instanceof EditRefused ||
              error instanceof ChangeRefused ||
              error instanceof LibraryRefused
            if (!known) throw error
            expect(error.message.length).toBeGreaterThan(8)
            expect(error.message.length).toBeLessThan(20_000)
          }
        }
        for (const record of project.everything()) expect(recordSchema.safeParse(record).success).toBe(true)
        const drawing = project.need('drawing', world.here.drawing)
        const solver = new LevelSolver(project, world.here.level)
        const list = drawingList(project, drawing, solver, { ...PLAIN_LOOK, scale: 50 })
        const svg = paintSvg(list, { width: 100, height: 100, title: 't' }, '', pensOf(project))
        expect(svg).not.toContain('NaN')
        for (const inverse of inverses.reverse()) project.apply(inverse)
        expect(written(project)).toBe(before)
      }),
      { numRuns: 120 },
    )
    // All of them are reached, and not only refused.
    expect([...made.keys()].sort()).toEqual([...new Set(WHAT)].sort())
  })
})
