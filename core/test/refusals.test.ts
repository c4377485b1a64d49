import { describe, expect, it } from 'vitest'
import {
  EditRefused,
  addLevel,
  removeLevel,
  removeMaterial,
  setFacts,
  setLevel,
  trimItem,
  type RefusalCode,
} from '../src/edit'
import type { Change, Project } from '../src/records'
import { refusalCodes, wrongDescriptions } from '../scripts/refusals.mjs'
import { PLAN, houseRecords } from './house'
import { LEVEL, projectWith } from './wallFixture'

const codes = refusalCodes()

describe('refusals', () => {
  it('are told by every public edit, as its code makes them', () => {
    expect(wrongDescriptions()).toEqual([])
    expect(codes.size).toBeGreaterThan(100)
  })

  const house = (): Project => projectWith(...houseRecords())
  const makeId = () => 'new'
  const cases: readonly [string, RefusalCode, (project: Project) => Change][] = [
    ['setLevel', 'bad-value', (p) => setLevel(p, LEVEL, { height: 20 })],
    ['removeLevel', 'last', (p) => removeLevel(p, LEVEL)],
    ['addLevel', 'unnamed', (p) => addLevel(p, { name: '  ', height: 3000 }, makeId).change],
    [
      'addLevel',
      'taken',
      (p) => addLevel(p, { name: p.need('level', LEVEL).name, height: 3000 }, makeId).change,
    ],
    ['removeMaterial', 'in-use', (p) => removeMaterial(p, 'material-concrete')],
    [
      'trimItem',
      'in-the-way',
      (p) => trimItem(p, p.need('drawing', PLAN), 'south', { x: 2000, y: 0 }, undefined, makeId),
    ],
    [
      'trimItem',
      'locked',
      (p) => {
        const layer = p.need('layer', 'layer-walls')
        p.apply({ put: [{ ...layer, locked: true }], drop: [] })
        return trimItem(p, p.need('drawing', PLAN), 'south', { x: 5000, y: 0 }, undefined, makeId)
      },
    ],
  ]
  it.each(cases)('%s: %s', (edit, code, work) => {
    let refused: unknown
    try {
      work(house())
    } catch (error) {
      refused = error
    }
    expect(refused).toBeInstanceOf(EditRefused)
    const { code: said, message } = refused as EditRefused
    expect(said).toBe(code)
    expect(message).toMatch(/^\S[^]*\.$/)
    expect(codes.get(edit)!.has(code)).toBe(true)
  })

  it('facts that are set plainly are checked by the project alone', () => {
    expect(codes.get('setFacts')).toEqual(new Set(['nonsense']))
    expect(setFacts(house(), 'note', 'note', { text: 'Other' }).put).toHaveLength(1)
  })
})
