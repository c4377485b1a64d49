import fc from 'fast-check'
import type { Contested, SentChange } from '../src/edit'
import { describe, expect, it } from 'vitest'
import {
  ChangeRefused,
  Project,
  type AnyRecord,
  type Change,
  type Id,
  type Note,
  type RecordOf,
} from '../src/records'
import {
  Copy,
  madeOn,
  merge,
  saysTheSame,
  taken,
  takingBack,
  takingBackSent,
  type Stored,
} from '../src/together'
import { PLAN, opening, projectWith, wall } from './wallFixture'

const note = (id: string, facts: Partial<Note> = {}): Note => ({
  id,
  kind: 'note',
  drawing: PLAN.id,
  at: { x: 0, y: 0 },
  text: 'Oak',
  heightPaperMm: 2.5,
  align: 'start',
  ...facts,
})
const put = (...records: AnyRecord[]): Change => ({ put: records, drop: [] })

describe('merging', () => {
  const was = note('n')
  const merged = (mine: Change, ...theirs: AnyRecord[]): ReturnType<typeof merge> =>
    merge(projectWith(PLAN, ...theirs), { ...mine, was: [was] })

  it('takes each fact from the side that changed it', () => {
    const { change, contested } = merged(put({ ...was, text: 'Ash' }), { ...was, at: { x: 5, y: 0 } })
    expect(change).toEqual(put({ ...was, text: 'Ash', at: { x: 5, y: 0 } }))
    expect(contested).toEqual([])
  })

  it('takes facts that come and go as it takes those that change', () => {
    const framed = note('n', { framed: true })
    const { change } = merge(projectWith(PLAN, { ...framed, text: 'Ash' }), {
      ...put(note('n')),
      was: [framed],
    })
    expect(change).toEqual(put(note('n', { text: 'Ash' })))
    expect(merged(put(framed), { ...was, turn: 1 }).change).toEqual(put({ ...framed, turn: 1 }))
  })

  it('leaves what both changed to different things, and tells what was meant; the same is no matter', () => {
    const { change, contested } = merged(put({ ...was, text: 'Ash', heightPaperMm: 5, align: 'end' }), {
      ...was,
      text: 'Elm',
      align: 'end',
    })
    expect(change).toEqual(put({ ...was, text: 'Elm', heightPaperMm: 5, align: 'end' }))
    expect(contested).toEqual([{ id: 'n', field: 'text', mine: 'Ash', theirs: 'Elm' }])
  })

  it('never takes one half of a place from each', () => {
    const { change, contested } = merged(put({ ...was, at: { x: 9, y: 0 } }), { ...was, at: { x: 0, y: 7 } })
    expect(change).toEqual(put())
    expect(contested).toEqual([{ id: 'n', field: 'at', mine: { x: 9, y: 0 }, theirs: { x: 0, y: 7 } }])
  })

  it('leaves what was taken away there and changed here, or the other way round, and tells it', () => {
    expect(merged(put({ ...was, text: 'Ash' }))).toEqual({
      change: put(),
      contested: [{ id: 'n', field: null, mine: { ...was, text: 'Ash' } }],
    })
    expect(merged({ put: [], drop: ['n'] }, { ...was, text: 'Elm' })).toEqual({
      change: put(),
      contested: [{ id: 'n', field: null, theirs: { ...was, text: 'Elm' } }],
    })
    expect(merged({ put: [], drop: ['n'] })).toEqual({ change: put(), contested: [] })
    expect(merged({ put: [], drop: ['n'] }, was)).toEqual({ change: { put: [], drop: ['n'] }, contested: [] })
  })

  it('merges lists that were changed in places apart; where they meet, it tells both', () => {
    const type = projectWith().all('wallType')[0]!
    const of = (...thick: number[]): RecordOf<'wallType'> => ({
      ...type,
      strips: thick.map((thickness) => ({ ...type.strips[0]!, thickness })),
    })
    const both = (mine: AnyRecord, theirs: AnyRecord, was: AnyRecord): [number[] | null, unknown] => {
      const { change, contested } = merge(projectWith(theirs), { ...put(mine), was: [was] })
      const made = change.put[0] as RecordOf<'wallType'> | undefined
      return [
        made ? made.strips.map(({ thickness }) => thickness) : null,
        contested.map(({ field }) => field),
      ]
    }
    const was = of(100, 50, 10, 20)
    expect(both(of(120, 50, 10, 20), of(100, 50, 10, 25, 5), was)).toEqual([[120, 50, 10, 25, 5], []])
    expect(both(of(50, 10, 20), of(100, 50, 20), was)).toEqual([[50, 20], []])
    expect(both(of(100, 50, 7, 10, 20), of(100, 50, 8, 10, 20), was)).toEqual([null, ['strips']])
    expect(both(of(100, 55, 10, 20), of(100, 50, 15, 20), was)).toEqual([null, ['strips']])
  })

  it('takes in and out what either side took into a list of names, or out of it', () => {
    const group = (...members: string[]): AnyRecord => ({ id: 'g', kind: 'group', drawing: PLAN.id, members })
    const { change, contested } = merge(
      projectWith(PLAN, ...['a', 'b', 'c', 'd', 'e'].map((id) => note(id)), group('a', 'c', 'e')),
      { ...put(group('a', 'b', 'd')), was: [group('a', 'b', 'c')] },
    )
    expect(contested).toEqual([])
    expect(change.put).toEqual([group('a', 'e', 'd')])
  })

  it('keeps together what tells of each other by number', () => {
    const row = (count: number, facts: Partial<RecordOf<'dimension'>> = {}): RecordOf<'dimension'> => ({
      id: 'd',
      kind: 'dimension',
      drawing: PLAN.id,
      anchors: Array.from({ length: count }, (_, i) => ({ to: 'point', last: { x: i * 1000, y: 0 } })),
      direction: 0,
      offset: { in: 'row', side: 'right', row: 0 },
      ...facts,
    })
    const named = row(3, { figures: [{ between: [1, 2], instead: 'EQ' }] })
    const { change, contested } = merge(projectWith(PLAN, row(4)), {
      ...put({ ...named, direction: 1 }),
      was: [row(3)],
    })
    expect(change.put).toEqual([{ ...row(4), direction: 1 }])
    expect(contested.map(({ field }) => field)).toEqual(['anchors figures places from gathers'])
  })

  it('on what nobody else changed is the change as it is (property)', () => {
    const text = fc.constantFrom('Oak', 'Ash', 'Elm')
    fc.assert(
      fc.property(text, text, fc.boolean(), (before, after, goes) => {
        const old = note('n', { text: before })
        const project = projectWith(PLAN, old)
        const change: Change = goes ? { put: [], drop: ['n'] } : put(note('n', { text: after }), note('m'))
        const { change: made, contested } = merge(project, { ...change, was: madeOn(project, change) })
        expect(contested).toEqual([])
        expect(made.drop).toEqual(change.drop)
        expect(made.put).toEqual(goes ? [] : before === after ? [note('m')] : change.put)
      }),
    )
  })

  it('compares what is said, not how it was written', () => {
    expect(saysTheSame({ a: 1, b: [{ c: undefined }] }, { b: [{}], a: 1 })).toBe(true)
    for (const other of [{ a: 1 }, { a: 1, b: [] }, { a: 1, b: [{ c: null }] }, null, [1]])
      expect(saysTheSame({ a: 1, b: [{}] }, other)).toBe(false)
  })
})

describe('what was contested', () => {
  const text = fc.constantFrom('Oak', 'Ash', 'Elm', 'Yew')
  const facts = fc.record({ text, at: fc.record({ x: fc.nat({ max: 3 }), y: fc.constant(0) }) })

  it('is there as it was meant once mine is taken, and all else as it is (property)', () => {
    let contests = 0
    fc.assert(
      fc.property(facts, facts, facts, (was, mine, theirs) => {
        const project = projectWith(PLAN, note('n', theirs))
        const { change, contested } = merge(project, { ...put(note('n', mine)), was: [note('n', was)] })
        project.apply(change)
        for (const each of contested) {
          contests++
          const before = project.get('n') as Note
          project.apply(taken(project, each)!)
          expect(project.get('n')).toEqual({ ...before, [each.field!]: each.mine })
        }
        for (const name of ['text', 'at'] as const)
          if (!saysTheSame(mine[name], was[name]))
            expect((project.get('n') as Note)[name]).toEqual(mine[name])
      }),
    )
    expect(contests).toBeGreaterThan(5)
  })

  it('comes back where it was taken away, goes where it was to go, and goes together where it belongs together', () => {
    const project = projectWith(PLAN, note('n'))
    expect(taken(project, { id: 'm', field: null, mine: note('m') })).toEqual(put(note('m')))
    expect(taken(project, { id: 'n', field: null, theirs: note('n') })).toEqual({ put: [], drop: ['n'] })
    expect(taken(project, { id: 'm', field: null })).toBeNull()
    expect(taken(project, { id: 'm', field: 'text', mine: 'Ash' })).toBeNull()
    const framed = projectWith(PLAN, note('n', { framed: true }))
    expect(taken(framed, { id: 'n', field: 'framed' })).toEqual(put(note('n')))
    const hung = projectWith(wall('w', [0, 0, 5000, 0]), opening('d', 'w', 1000, 900))
    const there = hung.need('opening', 'd')
    expect(taken(hung, { id: 'd', field: 'wall along', mine: { wall: 'w', along: 2000 } })).toEqual(
      put({ ...there, along: 2000 }),
    )
  })
})

describe('taking back', () => {
  it('gives one’s own facts back and leaves what others changed since (property)', () => {
    const text = fc.constantFrom('Oak', 'Ash', 'Elm')
    const size = fc.constantFrom(2.5, 3.5, 5)
    const facts = fc.record({ text, heightPaperMm: size })
    let left = 0
    fc.assert(
      fc.property(facts, facts, facts, (before, mine, theirs) => {
        const project = projectWith(PLAN, note('n', before))
        const change = put(note('n', mine))
        const sent = { change, was: madeOn(project, change) }
        const meant = takingBack(change, project.apply(change))
        expect(takingBackSent(sent)).toEqual(meant)
        project.apply(put(note('n', theirs)))
        const { change: back, contested } = merge(project, meant)
        project.apply(back)
        const now = project.get('n') as Note
        for (const name of ['text', 'heightPaperMm'] as const) {
          const isMine = mine[name] !== before[name]
          const isTheirs = theirs[name] !== mine[name] && theirs[name] !== before[name]
          expect(now[name]).toBe(isMine && !isTheirs ? before[name] : theirs[name])
          expect(contested.some(({ field }) => field === name)).toBe(isMine && isTheirs)
          if (isMine && isTheirs) left++
        }
      }),
    )
    expect(left).toBeGreaterThan(5)
  })
})

describe('what waited when it was stored already', () => {
  it('is there once, and is taken back as it was meant', () => {
    const project = projectWith(PLAN, note('n'))
    const change = put(note('n', { text: 'Ash' }), note('m'))
    const sent = { change, was: madeOn(project, change) }
    // The state that is read has it already: made again it changes nothing.
    project.apply(change)
    const copy = new Copy(project, { seq: 1, id: 'c' })
    copy.resume({ id: 'c', client: 'p', base: 0, label: 'x', undoes: null, ...sent })
    expect(project.need('note', 'n').text).toBe('Ash')
    copy.drop('c')
    expect([project.need('note', 'n').text, copy.sending]).toEqual(['Ash', []])
    project.apply(merge(project, takingBackSent(sent)).change)
    expect(project.need('note', 'n').text).toBe('Oak')
    expect(project.find('note', 'm')).toBeUndefined()
  })
})

/** The server as far as it keeps a journal: it merges what comes, and refuses what does not go with what is there. */
class Journal {
  readonly project: Project
  readonly entries: (Stored & { readonly sent: SentChange })[] = []
  readonly refused = new Set<string>()

  constructor(records: readonly AnyRecord[]) {
    this.project = new Project(records)
  }

  append(sent: SentChange): Stored | null {
    const before = this.entries.find(({ id }) => id === sent.id)
    if (before) return before
    const { change, contested } = merge(this.project, { ...sent.change, was: sent.was })
    try {
      this.project.check(change)
    } catch (error) {
      if (!(error instanceof ChangeRefused)) throw error
      this.refused.add(sent.id)
      return null
    }
    this.project.apply(change)
    const entry = { seq: this.entries.length + 1, id: sent.id, change, contested, sent }
    this.entries.push(entry)
    return entry
  }
}

/** What is done at one moment of a story, by one of several. */
interface Moment {
  readonly who: number
  readonly what: 'edit' | 'add' | 'remove' | 'send' | 'lose request' | 'lose answer' | 'hear' | 'hear late'
  readonly pick: number
  readonly value: number
}

const START: readonly AnyRecord[] = [
  ...projectWith(PLAN, wall('w', [0, 0, 5000, 0]), wall('v', [0, 2000, 5000, 2000])).everything(),
  ...['a', 'b', 'c'].map((id) => note(id)),
]

class Drafter {
  readonly project = new Project(START)
  readonly copy = new Copy(this.project, { seq: 0, id: null })
  /** What was made here, and what was told of it. */
  readonly made: SentChange[] = []
  readonly told = new Set<string>()
  private readonly heardLate: Stored[] = []

  constructor(
    private readonly name: string,
    private readonly journal: Journal,
  ) {}

  do({ what, pick, value }: Moment): void {
    switch (what) {
      case 'edit':
        return this.change(this.edited(pick, value))
      case 'add':
        return this.change(
          put(
            pick % 2
              ? note(`${this.name}-${this.made.length}`, { text: `t${value}` })
              : {
                  ...opening(
                    `${this.name}-${this.made.length}`,
                    pick % 4 ? 'w' : 'v',
                    1000 + value * 300,
                    200,
                  ),
                },
          ),
        )
      case 'remove':
        return this.change(this.removed(pick))
      case 'send':
        return this.send('both ways')
      case 'lose request':
        return this.send('not there')
      case 'lose answer':
        return this.send('not back')
      case 'hear':
        return this.hear([...this.heardLate.splice(0), ...this.journal.entries.slice(this.copy.seq)])
      case 'hear late':
        this.heardLate.push(...this.journal.entries.slice(this.copy.seq, this.copy.seq + 1 + value))
    }
  }

  send(way: 'both ways' | 'not there' | 'not back'): void {
    const [next] = this.copy.sending
    if (!next || way === 'not there') return
    const stored = this.journal.append(next)
    if (way === 'not back') return
    if (stored) this.hear([stored])
    else {
      this.copy.drop(next.id)
      this.told.add(next.id)
    }
  }

  hear(entries: readonly Stored[]): void {
    this.copy.hear(entries)
  }

  private change(change: Change): void {
    try {
      this.project.check(change)
    } catch {
      return
    }
    const id = `${this.name}-change-${this.made.length}`
    this.made.push(this.copy.edit({ id, client: this.name, label: 'x', undoes: null }, change).sent)
  }

  private one(pick: number): AnyRecord {
    const all = [...this.project.all('note'), ...this.project.all('opening'), ...this.project.all('wall')]
    return all[pick % all.length]!
  }

  private edited(pick: number, value: number): Change {
    const record = this.one(pick)
    if (record.kind === 'note')
      return put(pick % 3 ? { ...record, text: `t${value}` } : { ...record, at: { x: value, y: pick } })
    if (record.kind === 'opening') return put({ ...record, along: 1000 + value * 100 })
    return put({ ...record, base: value } as AnyRecord)
  }

  private removed(pick: number): Change {
    const record = this.one(pick)
    return { put: [], drop: [record.id, ...this.project.dependents(record.id)] }
  }
}

/** Records by their ids: the order in which they came is the window's own. */
const held = (project: Project): Map<Id, AnyRecord> =>
  new Map([...project.everything()].map((each) => [each.id, each]))

describe('two and more at once', () => {
  const moment = fc.record<Moment>({
    who: fc.nat({ max: 2 }),
    what: fc.constantFrom(
      'edit',
      'edit',
      'add',
      'remove',
      'send',
      'send',
      'lose request',
      'lose answer',
      'hear',
      'hear late',
    ),
    pick: fc.nat({ max: 30 }),
    value: fc.nat({ max: 9 }),
  })

  it('end with the same, whatever comes late or is lost, and every change is in the journal or was told (property)', () => {
    let merges = 0
    let contests = 0
    let refusals = 0
    fc.assert(
      fc.property(fc.array(moment, { minLength: 5, maxLength: 60 }), (story) => {
        const journal = new Journal(START)
        const drafters = ['p', 'q', 'r'].map((name) => new Drafter(name, journal))
        for (const each of story) drafters[each.who]!.do(each)
        // At last all get through.
        for (let round = 0; round < 2; round++)
          for (const drafter of drafters) {
            while (drafter.copy.sending.length > 0) {
              drafter.hear(journal.entries.slice(drafter.copy.seq))
              drafter.send('both ways')
              drafter.hear(journal.entries.slice(drafter.copy.seq))
            }
            drafter.hear(journal.entries.slice(drafter.copy.seq))
          }
        for (const { project, made, told } of drafters) {
          expect(held(project)).toEqual(held(journal.project))
          for (const { id } of made)
            expect(journal.entries.some((each) => each.id === id) || told.has(id)).toBe(true)
        }
        // What was meant is there after its change, or is contested by name.
        const replay = new Project(START)
        for (const { change, contested, sent } of journal.entries) {
          const before = new Map([...replay.everything()].map((each) => [each.id, each]))
          replay.apply(change)
          contests += contested.length
          for (const mine of sent.change.put) {
            const [was, now] = [sent.was.find(({ id }) => id === mine.id), replay.get(mine.id)]
            for (const field of Object.keys(mine)) {
              const [meant, then] = [mine, was ?? {}].map((each) => (each as Record<string, unknown>)[field])
              if (saysTheSame(meant, then)) continue
              const there = (now as unknown as Record<string, unknown> | undefined)?.[field]
              const isContested = (contested as Contested[]).some(
                (each) => each.id === mine.id && (each.field === null || each.field === field),
              )
              expect(saysTheSame(there, meant) || isContested, `${mine.id} ${field}`).toBe(true)
            }
            if (was && now && !saysTheSame(before.get(mine.id), was)) merges++
          }
        }
        refusals += journal.refused.size
      }),
      { numRuns: 400 },
    )
    // The stories tell of all of these.
    expect(merges).toBeGreaterThan(20)
    expect(contests).toBeGreaterThan(20)
    expect(refusals).toBeGreaterThan(5)
  })

  it('a change from elsewhere that touches nothing that waits leaves that alone', () => {
    const project = new Project(START)
    const made: Change[] = []
    const copy = new Copy(
      project,
      { seq: 0, id: null },
      (change) => (made.push(change), project.apply(change)),
    )
    copy.edit({ id: 'one', client: 'p', label: 'x', undoes: null }, put(note('a', { text: 'Ash' })))
    copy.hear([{ seq: 1, id: 'other', change: put(note('b', { text: 'Elm' })), contested: [] }])
    expect(made).toEqual([put(note('a', { text: 'Ash' })), put(note('b', { text: 'Elm' }))])
    // And what the journal says of it is no news.
    copy.hear([{ seq: 2, id: 'one', change: put(note('a', { text: 'Ash' })), contested: [] }])
    expect(made).toHaveLength(2)
    expect([copy.seq, copy.sending]).toEqual([2, []])
  })
})
