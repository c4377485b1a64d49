import { describe, expect, it } from 'vitest'
import type { Level } from '../src/records'
import { LEVEL, PLAN, projectWith } from './wallFixture'

describe('records that stand in for others', () => {
  it('are there while something is done, and leave all as it was, whatever comes of it', () => {
    const project = projectWith(PLAN)
    const before = JSON.stringify([...project.everything()])
    const stamp = project.stamp
    const ground = project.need('level', LEVEL)
    const higher: Level = { ...ground, elevation: 500 }
    const fresh = { id: 'note', kind: 'keynote', number: '1', text: 'Lime' } as const
    const seen = project.standingIn([higher, fresh], () => [
      project.need('level', LEVEL).elevation,
      project.all('keynote').map(({ number }) => number),
    ])
    expect(seen).toEqual([500, ['1']])
    expect(() =>
      project.standingIn([fresh], () => {
        throw new Error('it failed')
      }),
    ).toThrow('it failed')
    expect(project.need('level', LEVEL)).toBe(ground)
    expect(project.all('keynote')).toEqual([])
    expect(project.find('keynote', 'note')).toBeUndefined()
    expect(JSON.stringify([...project.everything()])).toBe(before)
    expect(project.stamp).toBe(stamp)
  })
})
