import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { gather, isLibraryRecord, merge, type Choice } from '../src/edit'
import { readLibrary, writeLibrary } from '../src/exchange'
import { World, anyName, anyNumber } from './world'
import { EDITS, type EditName } from './worldEdits'

const LIBRARY_EDITS: readonly EditName[] = [
  'placeBlock',
  'setBlock',
  'copyBlock',
  'removeBlock',
  'setStyle',
  'copyStyle',
  'removeStyle',
  'changePen',
  'setMaterial',
  'copyMaterial',
  'copyStripType',
  'addPlateType',
  'setStrips',
  'copyLens',
  'setLens',
  'addLayer',
  'setLayer',
  'addLineType',
  'setLineType',
  'setOpeningType',
  'storing',
  'storing',
]
const step = fc.record({
  what: fc.constantFrom(...LIBRARY_EDITS),
  values: fc.record({
    a: anyNumber,
    b: anyNumber,
    c: anyNumber,
    d: anyNumber,
    pick: fc.nat(50),
    name: anyName,
  }),
})

describe('what projects share, whatever was done to it', () => {
  it('is written into a file that says the same when it is read here again', () => {
    fc.assert(
      fc.property(
        fc.array(step, { maxLength: 25 }),
        fc.nat(200),
        anyName,
        fc.constantFrom<Choice>('here', 'replace', 'both'),
        (steps, pick, name, choice) => {
          const world = new World()
          for (const { what, values } of steps) world.act((each) => EDITS[what].make(each, values))
          const records = [...world.project.everything()]
          const ids = records.filter(isLibraryRecord).map(({ id }) => id)
          const chosen = ids[pick % ids.length]!
          const text = writeLibrary({ name, system: 'metric', records }, [chosen])
          const read = readLibrary(text)
          expect(read.records).toEqual(gather(records, [chosen]))
          const { arrivals } = merge(world.project, read.records, () => choice, world.makeId)
          expect(arrivals.every(({ standing, put }) => standing === 'same' && put === null)).toBe(true)
        },
      ),
      { numRuns: 120 },
    )
  })

  it('comes into another project as often as one likes, each name once', () => {
    fc.assert(
      fc.property(
        fc.array(step, { maxLength: 12 }),
        fc.array(fc.tuple(fc.nat(200), fc.constantFrom<Choice>('here', 'replace', 'both')), { maxLength: 8 }),
        (steps, brought) => {
          const world = new World()
          for (const { what, values } of steps) world.act((each) => EDITS[what].make(each, values))
          const theirs = [...world.there.everything()]
          const ids = theirs.filter(isLibraryRecord).map(({ id }) => id)
          for (const [pick, choice] of brought) {
            const { arrivals } = merge(
              world.project,
              gather(theirs, [ids[pick % ids.length]!]),
              () => choice,
              world.makeId,
            )
            const put = arrivals.flatMap((each) => each.put ?? [])
            world.project.check({ put, drop: [] })
            world.project.apply({ put, drop: [] })
          }
          for (const kind of ['block', 'material', 'wallType', 'layer', 'lens'] as const) {
            const names = world.project.all(kind).map(({ name }) => name.trim().toLowerCase())
            expect(names).toEqual([...new Set(names)])
          }
        },
      ),
      { numRuns: 80 },
    )
  })
})
