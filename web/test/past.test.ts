import { describe, expect, it } from 'vitest'
import type { Step } from '@lamina/core/edit'
import type { AnyRecord } from '@lamina/core/records'
import type { Meant } from '@lamina/core/together'
import { Past } from '../src/store/past'

const step = (id: string, undoes: string | null = null): Step => ({ id, label: `Step ${id}`, undoes })
/** What takes a step back: so many records. */
const change = (id: string, size = 1): Meant => ({
  put: [],
  was: [],
  drop: Array.from({ length: size }, (_, i) => `${id}-${i}` as AnyRecord['id']),
})

/** A past whose earlier steps are asked for, and what was asked. */
function past(steps: readonly Step[]): { past: Past; asked: string[] } {
  const asked: string[] = []
  return {
    asked,
    past: new Past({
      history: async () => (asked.push('history'), steps),
      inverse: async (id) => (asked.push(id), change(id)),
    }),
  }
}

describe('what can be undone', () => {
  it('is what was done here, at once, and then what was done before', async () => {
    const { past: mine, asked } = past([step('old'), step('older undone'), step('back', 'older undone')])
    mine.add(step('new'), change('new'), false)
    await mine.known()
    expect(mine.undoLabel.value).toBe('Step new')
    // A new step ends what could be done again.
    expect(mine.redoLabel.value).toBeNull()
    expect(mine.next('undo')).toEqual({ step: step('new'), inverse: change('new') })
    mine.add(step('u1', 'new'), change('u1'), false)
    expect(mine.redoLabel.value).toBe('Step u1')
    expect(await mine.next('undo')).toEqual({ step: step('old'), inverse: change('old') })
    expect(asked).toEqual(['history', 'old'])
    // What was asked for is at hand now.
    expect(mine.next('undo')).toEqual({ step: step('old'), inverse: change('old') })
  })
  it('counts a step once that the server has already', async () => {
    const { past: mine } = past([step('a'), step('b')])
    mine.add(step('b'), change('b'), false)
    await mine.known()
    mine.add(step('u', 'b'), change('u'), true)
    expect(mine.undoLabel.value).toBe('Step a')
  })
  it('waits for the steps from before when it is asked at once', async () => {
    const { past: mine } = past([step('a')])
    const found = mine.next('undo')
    expect(found).toBeInstanceOf(Promise)
    expect(await found).toEqual({ step: step('a'), inverse: change('a') })
  })
  it('is asked for again after the server was away', async () => {
    let away = true
    const mine = new Past({
      history: async () => {
        if (away) throw new Error('away')
        return [step('a')]
      },
      inverse: async (id) => change(id),
    })
    await expect(mine.known()).rejects.toThrow('away')
    away = false
    expect(await mine.next('undo')).toMatchObject({ step: { id: 'a' } })
  })
  it('keeps a bounded number of records, but all that the server does not have', async () => {
    const { past: mine, asked } = past([])
    await mine.known()
    for (let i = 0; i < 30; i++) mine.add(step(`s${i}`), change(`s${i}`, 1000), false)
    for (let i = 29; i >= 0; i--) expect(mine.inverseIsHere(`s${i}`)).toBe(true)
    for (let i = 0; i < 30; i++) mine.acknowledged(`s${i}`)
    const here = Array.from({ length: 30 }, (_, i) => mine.inverseIsHere(`s${i}`))
    expect(here.filter(Boolean)).toHaveLength(20)
    expect(here[29]).toBe(true)
    expect(here[0]).toBe(false)
    // Those let go are asked for when their turn comes.
    for (let i = 29; i >= 0; i--) {
      const found = await mine.next('undo')
      expect(found!.step.id).toBe(`s${i}`)
      mine.add(step(`u${i}`, `s${i}`), change(`u${i}`), true)
    }
    expect(asked).toContain('s0')
    expect(mine.undoLabel.value).toBeNull()
  })
})
