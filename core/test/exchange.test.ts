import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { LibraryRefused, differences, readLibrary, titleOf, usesOf, writeLibrary } from '../src/exchange'
import {
  EditRefused,
  LIBRARY_KINDS,
  copyMaterial,
  gather,
  isLibraryRecord,
  merge,
  newProject,
  setMaterial,
  setStrips,
  type Choice,
  type LibraryRecord,
} from '../src/edit'
import { standardBlocks } from '../src/library'
import { Project, type AnyRecord, type Block, type Id, type Material, type WallType } from '../src/records'
import { METRIC, type UnitSystem } from '../src/units'
import { SAMPLES } from '../src/samples'

let next = 0
const makeId = (): Id => `made${next++}`

function fresh(system: UnitSystem = 'metric'): Project {
  const { change } = newProject(
    {
      name: 'Here',
      system,
      levelName: 'Ground',
      storeyHeight: 3000,
      sheetSize: 'A3',
      orientation: 'landscape',
      date: '',
    },
    makeId,
  )
  const project = new Project()
  project.apply(change)
  return project
}

/** A sample project as it is drawn. */
function sample(part: string): Project {
  let n = 0
  const project = new Project()
  const { make } = SAMPLES.find(({ id }) => id.includes(part))!
  for (const { change } of make(() => `s${n++}`)) project.apply(change)
  return project
}

const material = (id: string, name: string, priority = 50): Material => ({
  id,
  kind: 'material',
  name,
  priority,
  tone: 0.8,
  pattern: null,
})
const wallType = (id: string, name: string, ...strips: [Id, number][]): WallType => ({
  id,
  kind: 'wallType',
  name,
  strips: strips.map(([of, thickness]) => ({ material: of, thickness })),
})
const square = (id: string, name: string, ...within: Id[]): Block => ({
  id,
  kind: 'block',
  name,
  category: 'Own blocks',
  width: 400,
  depth: 400,
  items: [
    {
      shape: 'polyline',
      closed: true,
      points: [
        { x: 0, y: 0 },
        { x: 400, y: 0 },
        { x: 400, y: 400 },
        { x: 0, y: 400 },
      ],
    },
    ...within.map((block) => ({
      shape: 'block' as const,
      block,
      at: { x: 0, y: 0 },
      turn: 0,
      mirrored: false,
    })),
  ],
})

/** As JSON has it: without negative zeros. */
const plain = (records: readonly LibraryRecord[]): unknown => JSON.parse(JSON.stringify(records)) as unknown

/** Brings records in and applies them, checked. */
function bring(project: Project, records: readonly AnyRecord[], choice: Choice, ids?: Id[]) {
  const incoming = gather(records, ids ?? records.map(({ id }) => id))
  const merged = merge(project, incoming, () => choice, makeId)
  const change = { put: merged.arrivals.flatMap(({ put }) => put ?? []), drop: [] }
  project.check(change)
  project.apply(change)
  return merged
}
const byName = <K extends 'material' | 'wallType' | 'block'>(project: Project, kind: K, name: string) =>
  project.all(kind).find((each) => 'name' in each && each.name === name)

describe('bringing things in', () => {
  it('takes along all they depend on, first what is needed', () => {
    const records = [square('top', 'Top', 'mid'), square('mid', 'Mid', 'low'), square('low', 'Low')]
    expect(gather(records, ['top']).map(({ id }) => id)).toEqual(['low', 'mid', 'top'])
    expect(() => gather(records.slice(0, 2), ['top'])).toThrow(EditRefused)
    expect(() => gather(records, ['nothing'])).toThrow('not there')
    const project = fresh()
    bring(project, records, 'here', ['mid'])
    expect([byName(project, 'block', 'Mid')?.id, byName(project, 'block', 'Low')?.id]).toEqual(['mid', 'low'])
    expect(project.find('block', 'top')).toBeUndefined()
  })
  it('finds what is here just like that, under whatever id, and stores nothing', () => {
    const [there, here] = [fresh(), fresh()]
    const records = [...there.everything()].filter(isLibraryRecord)
    const { arrivals } = bring(here, records, 'replace')
    expect(arrivals).toHaveLength(records.length)
    expect(arrivals.every(({ standing, put }) => standing === 'same' && put === null)).toBe(true)
    // The same material and wall type under other ids.
    const twin = material('other-id', 'Oak', 30)
    here.apply({ put: [{ ...twin, id: 'oak' }, wallType('oak-wall', 'Oak wall', ['oak', 100])], drop: [] })
    const again = bring(here, [twin, wallType('w2', 'Oak wall', ['other-id', 100])], 'both')
    expect(again.arrivals.map(({ standing }) => standing)).toEqual(['same', 'same'])
    expect(again.renamed.get('other-id')).toBe('oak')
  })
  it('uses the one here, replaces it, or keeps both where a name is taken', () => {
    const incoming = [material('m9', 'Stone', 80), wallType('t9', 'Stone wall', ['m9', 400])]
    const start = (): Project => {
      const project = fresh()
      project.apply({ put: [material('m1', 'STONE', 20)], drop: [] })
      return project
    }
    const used = start()
    bring(used, incoming, 'here')
    expect(used.need('material', 'm1').priority).toBe(20)
    expect(byName(used, 'wallType', 'Stone wall')?.strips).toEqual([{ material: 'm1', thickness: 400 }])
    const replaced = start()
    bring(replaced, incoming, 'replace')
    expect(replaced.need('material', 'm1')).toMatchObject({ name: 'Stone', priority: 80 })
    expect(replaced.find('material', 'm9')).toBeUndefined()
    const both = start()
    bring(both, incoming, 'both')
    expect(both.need('material', 'm1').priority).toBe(20)
    expect(both.need('material', 'm9')).toMatchObject({ name: 'Stone 2', priority: 80 })
    expect(byName(both, 'wallType', 'Stone wall')?.strips[0]!.material).toBe('m9')
  })
  it('never leaves two of a name, nor two on one place', () => {
    const project = fresh()
    const like = project.all('material')[0]!
    // One has the name of what is here, the other its id.
    const records = [material('m1', like.name, 77), material(like.id, 'Something else', 78)]
    bring(project, records, 'replace')
    expect(project.need('material', like.id)).toMatchObject({ name: like.name, priority: 77 })
    expect(byName(project, 'material', 'Something else')).toMatchObject({ priority: 78 })
    const names = project.all('material').map(({ name }) => name.toLowerCase())
    expect(new Set(names).size).toBe(names.length)
  })
  it('keeps the place, and what is shown, of a layer that is replaced; new ones come last', () => {
    const project = fresh()
    const walls = project.need('layer', 'layer-walls')
    project.apply({ put: [{ ...walls, shown: false }], drop: [] })
    const line = project.need('lineType', walls.lineType)
    const layers = [
      line,
      { ...walls, penMm: 0.7, order: 99, shown: true },
      { ...walls, id: 'new-a', name: 'A' },
      { ...walls, id: 'new-b', name: 'B' },
    ]
    const count = project.all('layer').length
    bring(project, layers, 'replace')
    expect(project.need('layer', 'layer-walls')).toEqual({ ...walls, penMm: 0.7, shown: false })
    expect([project.need('layer', 'new-a').order, project.need('layer', 'new-b').order]).toEqual([
      count,
      count + 1,
    ])
  })
  it('never takes a window for a door of its name', () => {
    const project = fresh()
    const door = project.all('openingType').find(({ fit }) => fit === 'door')!
    const window = project.all('openingType').find(({ fit }) => fit === 'window')!
    const theirs = { ...window, id: 'theirs', name: door.name }
    const { arrivals } = bring(project, [theirs], 'replace')
    expect(arrivals[0]).toMatchObject({ standing: 'new', put: { name: `${door.name} 2`, fit: 'window' } })
    expect(project.need('openingType', door.id)).toEqual(door)
  })
  it('of pens keeps one for each role', () => {
    const project = fresh()
    const seen = project.all('pen').find(({ role }) => role === 'seen')!
    const theirs = { ...seen, id: 'their-pen', widthMm: 0.5 }
    const { arrivals } = bring(project, [theirs], 'both')
    expect(arrivals[0]).toMatchObject({ standing: 'taken', choice: 'here', choices: ['here', 'replace'] })
    bring(project, [theirs], 'replace')
    expect(project.need('pen', seen.id).widthMm).toBe(0.5)
    expect(project.all('pen').filter(({ role }) => role === 'seen')).toHaveLength(1)
  })
  it('refuses what would make a block hold itself by way of one that is here', () => {
    const project = fresh()
    project.apply({ put: [square('b', 'B'), square('a', 'A', 'b')], drop: [] })
    const theirs = [square('x', 'A'), square('y', 'B', 'x')]
    const merged = merge(
      project,
      gather(theirs, ['y']),
      ({ id }) => (id === 'y' ? 'replace' : 'here'),
      makeId,
    )
    const put = merged.arrivals.flatMap((arrival) => arrival.put ?? [])
    expect(() => project.check({ put, drop: [] })).toThrow('would hold itself')
  })
  it('leaves every project whole, whatever is chosen, and the second time changes nothing', () => {
    const others = [sample('alder'), sample('juniper')]
    const pool = others.flatMap((project) => {
      const system = project.facts.units.system
      const all = new Map<Id, AnyRecord>()
      for (const record of [...standardBlocks(system), ...project.everything()]) all.set(record.id, record)
      return [{ all, ids: [...all.values()].filter(isLibraryRecord).map(({ id }) => id) }]
    })
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1 }),
        fc.array(fc.nat(), { minLength: 1, maxLength: 20 }),
        fc.infiniteStream(fc.constantFrom<Choice>('here', 'replace', 'both')),
        fc.constantFrom<UnitSystem>('metric', 'feet-inches'),
        (which, picks, choices, system) => {
          const project = fresh(system)
          // Some of what is here differs from what ships.
          for (const each of project.all('material').slice(0, 4))
            project.apply(setMaterial(project, each.id, { priority: 3 }))
          const { all, ids } = pool[which]!
          const incoming = gather(
            all.values(),
            picks.map((n) => ids[n % ids.length]!),
          )
          const made = new Map<Id, Choice>()
          const choose = ({ id }: LibraryRecord): Choice => {
            if (!made.has(id)) made.set(id, choices.next().value!)
            return made.get(id)!
          }
          const { arrivals, renamed } = merge(project, incoming, choose, makeId)
          const change = { put: arrivals.flatMap(({ put }) => put ?? []), drop: [] }
          project.check(change)
          const before = JSON.stringify([...project.everything()])
          const inverse = project.apply(change)
          // Everything brought in can be found by the id it goes by.
          for (const { record } of arrivals)
            expect(project.find(record.kind, renamed.get(record.id) ?? record.id)).toBeDefined()
          for (const kind of LIBRARY_KINDS) {
            const names = project
              .all(kind)
              .map((each) => ('name' in each ? each.name.toLowerCase() : each.id))
            expect(new Set(names).size).toBe(names.length)
          }
          // Once more, everything has its place here: nothing more comes.
          const again = merge(project, incoming, () => 'here', makeId)
          expect(again.arrivals.filter(({ standing }) => standing === 'new')).toEqual([])
          expect(again.arrivals.every(({ put }) => put === null)).toBe(true)
          project.apply(inverse)
          expect(JSON.stringify([...project.everything()])).toBe(before)
        },
      ),
      { numRuns: 60 },
    )
  })
})

describe('what would change', () => {
  it('is told fact by fact, with the things drawn with it', () => {
    const project = sample('alder')
    const type = project.all('wallType').find(({ id }) => project.all('wall').some((w) => w.type === id))!
    const walls = project.all('wall').filter((wall) => wall.type === type.id).length
    expect(usesOf(project, type).get('wall')).toBe(walls)
    const thicker: WallType = {
      ...type,
      strips: [{ ...type.strips[0]!, thickness: type.strips[0]!.thickness + 50 }, ...type.strips.slice(1)],
    }
    const nameOf = (id: Id): string => {
      const record = project.get(id)
      return record && 'name' in record ? (record.name ?? '?') : '?'
    }
    const rows = differences(type, thicker, { here: nameOf, there: nameOf }, METRIC)
    expect(rows.map(([name]) => name)).toEqual(['Thickness', 'Strip 1'])
    // A material counts the walls of all types made of it.
    const [strip] = type.strips
    const material = project.need('material', strip!.material)
    const types = project.all('wallType').filter((t) => t.strips.some((s) => s.material === material.id))
    const made = project.all('wall').filter((wall) => types.some(({ id }) => id === wall.type)).length
    expect(usesOf(project, material).get('wall')).toBe(made)
    expect(usesOf(project, project.need('layer', 'layer-walls')).get('wall')).toBe(project.all('wall').length)
  })
})

describe('library files', () => {
  const library = () => {
    const project = fresh()
    const { change, material: stone } = copyMaterial(project, project.all('material')[0]!.id, makeId)
    project.apply(change)
    const type = project.all('wallType')[0]!
    project.apply(setStrips(project, type.id, [{ material: stone, thickness: 450 }]))
    project.apply({ put: [square('in', 'Inner'), square('out', 'Outer', 'in')], drop: [] })
    return { project, type }
  }
  const text = (...records: unknown[]): string =>
    JSON.stringify({ lamina: 'library', version: 1, name: 'L', system: 'metric', records })
  const said = (written: string): string => {
    try {
      readLibrary(written)
      return ''
    } catch (error) {
      if (error instanceof LibraryRefused) return error.message
      throw error
    }
  }

  it('hold what was chosen with all it needs, and come back as they were', () => {
    const { project, type } = library()
    const written = writeLibrary({ name: 'Mine', system: 'metric', records: project.everything() }, [
      'out',
      type.id,
    ])
    const read = readLibrary(written)
    expect(read).toMatchObject({ name: 'Mine', system: 'metric' })
    expect(read.records.map((record) => [record.kind, titleOf(record)])).toEqual([
      ['block', 'Inner'],
      ['block', 'Outer'],
      ['material', expect.stringContaining('copy')],
      ['wallType', type.name],
    ])
    const target = fresh()
    bring(target, read.records, 'replace')
    expect(target.need('wallType', type.id).strips[0]!.thickness).toBe(450)
  })
  it('take the whole shipped library and both samples there and back', () => {
    for (const system of ['metric', 'feet-inches'] as const) {
      const records = standardBlocks(system)
      const ids = records.map(({ id }) => id)
      expect(readLibrary(writeLibrary({ name: 'S', system, records }, ids)).records).toEqual(
        plain(gather(records, ids)),
      )
    }
    for (const project of [sample('alder'), sample('juniper')]) {
      const records = [...project.everything()].filter(isLibraryRecord)
      const { system } = project.facts.units
      const ids = records.map(({ id }) => id)
      const read = readLibrary(writeLibrary({ name: 'S', system, records }, ids))
      expect(read.records).toEqual(plain(gather(records, ids)))
    }
  })
  it('with missing parts, wrong sizes, markup or endless names are refused with a sentence', () => {
    expect(said('not json')).toBe('This is not a library file: it is not written in JSON.')
    expect(said('{}')).toBe('This is not a library file of Lamina.')
    expect(said('null')).toBe('This is not a library file of Lamina.')
    expect(said(text())).toBe('This library file is empty.')
    expect(said(text({ kind: 'wall', id: 'w' }))).toBe(
      'The thing in place 1 is nothing that a library holds.',
    )
    expect(said(text(wallType('t', 'T', ['gone', 100])))).toBe(
      'This wall type needs a material that is not there.',
    )
    expect(said(text(square('o', 'O', 'gone')))).toBe('This block needs a block that is not there.')
    expect(said(text(square('o', 'O', 'o')))).toBe('The block “O” would hold itself.')
    expect(said(text(square('a', 'A', 'b'), square('b', 'B', 'a')))).toContain('would hold itself')
    expect(said(text({ ...square('o', 'O'), width: 900 }))).toBe(
      'The block “O” is said to measure 900 × 400 mm, but its lines measure 400 × 400 mm.',
    )
    expect(said(text({ ...square('o', 'O'), width: -5 }))).toContain('The block “O” does not fit (width)')
    expect(said(text({ ...square('o', 'O'), items: [] }))).toContain('A block holds at least one thing.')
    expect(said(text({ ...square('o', 'O'), recipe: 'nothing' }))).toContain('recipe that is not known')
    expect(said(text(square('o', '<img src=x onerror=alert(1)>')))).toContain('A name holds no markup.')
    expect(said(text(square('o', 'x'.repeat(10_000))))).toContain('A name has at most 200 characters.')
    expect(said(text(square('o', 'x'.repeat(10_000)))).length).toBeLessThan(200)
    expect(said(text(square('o', '')))).toBe('The block in place 1 does not fit (name): A name is needed.')
    expect(said(text(square('o', 'O'), square('o', 'P')))).toBe('A change names the same record twice.')
    expect(said(text({ ...square('o', 'O'), extra: 1 }))).toContain('The block “O” does not fit')
    expect(said(JSON.stringify({ ...JSON.parse(text(square('o', 'O'))), version: 2 }))).toContain(
      'newer Lamina',
    )
  })
  it('spoilt anywhere are either refused with a sentence or still whole', () => {
    const { project } = library()
    const whole = JSON.parse(
      writeLibrary(
        {
          name: 'F',
          system: 'metric',
          records: [...standardBlocks('metric').slice(0, 12), ...project.everything()],
        },
        [...standardBlocks('metric').slice(0, 12), ...project.everything()]
          .filter(isLibraryRecord)
          .map(({ id }) => id),
      ),
    ) as { records: unknown[] }
    const junk = fc.oneof(
      fc.constantFrom(
        null,
        true,
        0,
        -1,
        1e300,
        '',
        '<script>',
        'x'.repeat(10_000),
        [],
        {},
        'nowhere',
        'block',
      ),
      fc.jsonValue({ maxDepth: 1 }),
    )
    let taken = 0
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.array(fc.nat(), { minLength: 1, maxLength: 7 }), fc.option(junk)), {
          minLength: 1,
          maxLength: 3,
        }),
        (spoils) => {
          const copy = structuredClone(whole) as unknown
          for (const [way, value] of spoils) spoil(copy, ['records', ...way], value)
          let read
          try {
            read = readLibrary(JSON.stringify(copy))
          } catch (error) {
            expect(error).toBeInstanceOf(LibraryRefused)
            expect((error as Error).message).toMatch(/^[A-Z“].{5,400}\.$/s)
            return
          }
          taken++
          const target = fresh()
          bring(target, read.records, 'both')
        },
      ),
      { numRuns: 250 },
    )
    expect(taken).toBeGreaterThan(0)
  })
})

/** Goes down into a value by indices (taken round) and replaces what is there, or takes it away. */
function spoil(root: unknown, way: readonly (string | number)[], value: unknown): void {
  let at = root as Record<string, unknown>
  for (const [i, step] of way.entries()) {
    const keys = Object.keys(at)
    if (keys.length === 0) return
    const key = typeof step === 'string' ? step : keys[step % keys.length]!
    const inner = at[key]
    if (i === way.length - 1 || inner === null || typeof inner !== 'object') {
      if (value !== null) at[key] = value
      else if (Array.isArray(at)) at.splice(Number(key), 1)
      else delete at[key]
      return
    }
    at = inner as Record<string, unknown>
  }
}
