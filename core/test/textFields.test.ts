import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { drawingPicture, layLeader, layNote, wordsRead } from '../src/annotate'
import { PLAIN_LOOK, sceneOf, type Scene } from '../src/derive'
import { eachItem, type DisplayItem } from '../src/display'
import { addNote, findText, replaceText, setFacts, setWords, type Sought } from '../src/edit'
import {
  Project,
  TEXT_FIELDS,
  withFields,
  type AnyRecord,
  type Change,
  type Leader,
  type Note,
} from '../src/records'
import { TieFinder, tieOf } from '../src/ties'
import { PLAN, opening, projectWith, roomAt, wall } from './wallFixture'

const apply = (project: Project, change: Change): Change => {
  project.check(change)
  return project.apply(change)
}
const sheet: AnyRecord = {
  id: 'sheet',
  kind: 'sheet',
  number: 'A-101',
  title: 'Plans',
  size: 'A1',
  orientation: 'landscape',
  date: '',
  drawn: '',
  checked: '',
  revision: 'B',
  order: 0,
}
const viewport: AnyRecord = {
  id: 'viewport',
  kind: 'viewport',
  sheet: 'sheet',
  drawing: PLAN.id,
  number: 1,
  title: '',
  scale: 50,
  at: { x: 100, y: 100 },
  crop: { minX: 0, minY: 0, maxX: 1000, maxY: 1000 },
} as AnyRecord
const house = (): Scene => {
  const project = projectWith(
    PLAN,
    wall('s', [0, 0, 6000, 0]),
    wall('e', [6000, 0, 6000, 4000]),
    wall('n', [6000, 4000, 0, 4000]),
    wall('w', [0, 4000, 0, 0]),
    { ...opening('door', 's', 2000, 900), mark: 'D07' } as AnyRecord,
    roomAt('hall', 'Hall', '3', 1000, 1000),
    sheet,
    viewport,
  )
  return sceneOf(project, project.need('drawing', PLAN.id))
}
const note = (text: string, at = { x: 3000, y: 2000 }): Note => ({
  id: 'note',
  kind: 'note',
  drawing: PLAN.id,
  at,
  text,
  heightPaperMm: 2.5,
  align: 'start',
})
const leader = (scene: Scene, text: string, x: number, y: number): Leader => ({
  id: 'l',
  kind: 'leader',
  drawing: PLAN.id,
  tip: tieOf({ kind: 'leader' }, new TieFinder(scene, scene.board), { x, y }, true),
  elbowPaperMm: { x: 10, y: 10 },
  text,
})
const said = (items: Iterable<DisplayItem>): string =>
  [...items].flatMap((item) => (item.kind === 'text' ? item.runs.map(({ text }) => text) : [])).join(' ')

describe('fields in texts', () => {
  it('tell of the project, the drawing, its level, scale and sheet, and the room a note stands in', () => {
    const scene = house()
    const read = (text: string, scale = 50): string => wordsRead(note(text), scene, scale)
    expect(read('{project}: {drawing} at {scale}')).toBe('Test: Plan at 1:50')
    expect(read('at {scale}', 100)).toBe('at 1:100')
    expect(read('{sheet} {sheet title}, revision {revision}')).toBe('A-101 Plans, revision B')
    // By hand: 5 860 × 3 860 between walls of 140.
    expect(read('{room number} {room} {area}').replace(/\s/g, ' ')).toBe('3 Hall 22.6 m²')
    expect(wordsRead(note('{room}', { x: 9000, y: 0 }), scene, 50)).toBe('–')
    expect(read('{client}')).toBe('–')
    expect(read('{{project} { x }')).toBe('{project} { x }')
  })

  it('tell of what the tip of a leader stands on, and follow it', () => {
    const scene = house()
    const { project } = scene
    const read = (text: string, x: number, y: number): string =>
      wordsRead(leader(scene, text, x, y), scene, 50)
    expect(read('{type}, {thickness}', 4500, 70)).toBe('Block 140, 140')
    expect(read('{mark}: {size}', 1550, 70).replace(/\s/g, ' ')).toBe('D07: 900 × 2 100')
    expect(read('{room}, {area}', 3000, 1500).replace(/\s/g, ' ')).toBe('Hall, 22.6 m²')
    expect(read('{spacing}', 4500, 70)).toBe('–')
    apply(project, setFacts(project, 'opening', 'door', { width: 1000 }))
    expect(said(layLeader(leader(scene, '{width}', 1500, 70), scene, 50)).replace(/\s/g, ' ')).toBe('1 000')
  })

  it('are read again on the board when what they tell changes, whatever that is', () => {
    const scene = house()
    const { project } = scene
    apply(project, { put: [note('{project} {sheet} {room} {area}')], drop: [] })
    const picture = drawingPicture({ ...PLAIN_LOOK, scale: 50, roomTags: false })
    const shown = (): string =>
      said([...eachItem(picture.of(sceneOf(project, project.need('drawing', PLAN.id))).list())]).replace(
        /\s/g,
        ' ',
      )
    expect(shown()).toBe('Test A-101 Hall 22.6 m²')
    apply(project, setFacts(project, 'project', 'project', { name: 'Barn' }))
    expect(shown()).toBe('Barn A-101 Hall 22.6 m²')
    apply(project, setFacts(project, 'sheet', 'sheet', { number: 'A-201' }))
    apply(project, setFacts(project, 'room', 'hall', { name: 'Store' }))
    expect(shown()).toBe('Barn A-201 Store 22.6 m²')
    apply(project, { put: [wall('part', [3600, 0, 3600, 4000])], drop: [] })
    expect(shown()).toBe('Barn A-201 Store 13.4 m²')
    apply(project, { put: [], drop: ['viewport'] })
    expect(shown()).toBe('Barn – Store 13.4 m²')
  })

  it('that there are not are refused with those that there are, and nothing is stored', () => {
    const { project } = house()
    const input = { ...note('x'), text: 'See {sheat}' }
    expect(() => addNote(project, input, () => 'made')).toThrow(
      /There is no field “sheat”\. Fields are \{project\}, .* a brace alone is written \{\{\./,
    )
    apply(
      project,
      addNote(project, { ...input, text: 'See { {{ }' }, () => 'made'),
    )
    expect(() => setWords(project, 'made', '{}')).toThrow('There is no field “”')
    expect(
      layNote(project.need('note', 'made'), sceneOf(project, project.need('drawing', PLAN.id)), 50),
    ).toHaveLength(1)
  })

  it('stand among any words, which stay as they are', () => {
    const words = fc.string({ maxLength: 20 }).map((text) => text.replace(/[{}\n]/g, ''))
    fc.assert(
      fc.property(
        fc.array(fc.tuple(words, fc.constantFrom(...TEXT_FIELDS)), { maxLength: 6 }),
        words,
        (parts, end) => {
          const typed = parts.map(([before, field]) => `${before}{${field}}`).join('') + end
          const read = parts.map(([before, field]) => `${before}<${field}>`).join('') + end
          expect(withFields(typed, (field) => `<${field}>`)).toBe(read)
        },
      ),
    )
  })
})

describe('finding and replacing words', () => {
  const texts = (): Project => {
    const { project } = house()
    const put = (id: string, text: string, drawing = PLAN.id): AnyRecord => ({ ...note(text), id, drawing })
    apply(project, {
      put: [
        put('a', 'Brick over brick'),
        put('b', 'Brickwork: see A-101', 'sheet'),
        put('c', 'No $1 here (yet)'),
        { ...leader(house(), 'BRICK', 3000, 70), id: 'd' },
      ],
      drop: [],
    })
    return project
  }
  const found = (project: Project, sought: Partial<Sought>): string[] =>
    findText(project, { text: 'brick', exact: false, whole: false, ...sought }).map(
      ({ record, count }) => `${record.id} ${count}`,
    )

  it('finds them on all boards, whole words and capitals when that is wanted', () => {
    const project = texts()
    expect(found(project, {})).toEqual(['a 2', 'd 1', 'b 1'])
    expect(found(project, { exact: true })).toEqual(['a 1'])
    expect(found(project, { whole: true })).toEqual(['a 2', 'd 1'])
    expect(found(project, { text: '' })).toEqual([])
    expect(found(project, { text: '(yet' })).toEqual(['c 1'])
  })

  it('replaces them as they are typed, all in one step, and refuses what leaves nothing to say', () => {
    const project = texts()
    const sought = { text: 'brick', exact: false, whole: false }
    const before = JSON.stringify([...project.everything()])
    const { inverse } = { inverse: apply(project, replaceText(project, ['a', 'b', 'd'], sought, '$& {{')) }
    expect(['a', 'b'].map((id) => project.need('note', id).text)).toEqual([
      '$& {{ over $& {{',
      '$& {{work: see A-101',
    ])
    expect(project.need('leader', 'd').text).toBe('$& {{')
    apply(project, inverse)
    expect(JSON.stringify([...project.everything()])).toBe(before)
    expect(() => replaceText(project, ['d'], sought, '')).toThrow('Type the note')
    expect(() => replaceText(project, ['d'], sought, '{brick}')).toThrow('There is no field “brick”')
    expect(() => replaceText(project, ['c'], sought, 'x')).toThrow('“brick” stands in none of them.')
    expect(() => replaceText(project, ['c'], { ...sought, text: '' }, 'x')).toThrow(
      'Type what is to be looked for.',
    )
  })
})
