import { describe, expect, it } from 'vitest'
import { createMemoryHistory, createRouter } from 'vue-router'
import { newProject } from '@lamina/core/edit'
import { Project, type AnyRecord, type RecordOf } from '@lamina/core/records'
import { goToNow, momentOf, stayAtMoment } from '../src/moment'
import { whatChanged } from '../src/store/whatChanged'

function house(): Project {
  let n = 0
  const { change } = newProject(
    {
      name: 'House',
      system: 'metric',
      levelName: 'Ground',
      storeyHeight: 2700,
      sheetSize: 'A1',
      orientation: 'landscape',
      date: '2026-01-01',
    },
    () => `r${++n}`,
  )
  return new Project(change.put)
}
const wallIn = (project: Project, id: string): AnyRecord => ({
  id,
  kind: 'wall',
  level: project.all('level')[0]!.id,
  type: 'wall-type-block-140',
  a: { x: 0, y: 0 },
  b: { x: 3000, y: 0 },
  reference: 'centre',
  base: 0,
  height: null,
})

describe('what changed', () => {
  it('is told drawing by drawing, and of the project as a whole', () => {
    const [then, now] = [house(), house()]
    const [plan] = now.all('drawing') as [RecordOf<'drawing'>]
    const [sheet] = now.all('sheet') as [RecordOf<'sheet'>]
    now.apply({
      put: [wallIn(now, 'w'), { ...sheet, title: 'Other' }, { ...now.facts, name: 'Other' }],
      drop: [],
    })
    const groups = whatChanged(then, now)
    const of = (board: string | null) => groups.find((group) => group.board === board)!
    expect(groups).toHaveLength(3)
    expect(of(plan.id)).toMatchObject({ name: plan.name, things: [{ id: 'w', became: 'new' }] })
    expect(of(plan.id).places).toEqual([plan.id, now.all('level')[0]!.id])
    expect(of(sheet.id)).toMatchObject({ name: `${sheet.number} Other`, places: [sheet.id] })
    expect(of(null).things).toMatchObject([{ kind: 'project', became: 'changed', facts: ['Name'] }])
    expect(whatChanged(then, house())).toEqual([])
  })

  it('tells what is gone where it was', () => {
    const [then, now] = [house(), house()]
    then.apply({ put: [wallIn(then, 'w')], drop: [] })
    expect(whatChanged(then, now)).toMatchObject([
      { board: now.all('drawing')[0]!.id, things: [{ became: 'gone' }] },
    ])
  })
})

describe('the moment of an address', () => {
  const none = { render: () => null }
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [
      { path: '/', component: none },
      { path: '/project/:project', name: 'project', component: none },
      { path: '/project/:project/sheet/:sheet', name: 'sheet', component: none },
      { path: '/project/:project/history', name: 'history', component: none, meta: { now: true } },
    ],
  })
  stayAtMoment(router)

  it('stays on every page of the project, but not in its history, in another, or once it is left', async () => {
    await router.push('/project/p?at=7')
    expect(momentOf(router.currentRoute.value)).toBe(7)
    await router.push({ name: 'sheet', params: { project: 'p', sheet: 's' } })
    expect(router.currentRoute.value.fullPath).toBe('/project/p/sheet/s?at=7')
    await router.push({ name: 'history', params: { project: 'p' }, hash: '#7' })
    expect(router.currentRoute.value.fullPath).toBe('/project/p/history#7')
    await router.push('/project/p?at=8')
    await goToNow(router)
    expect(router.currentRoute.value.fullPath).toBe('/project/p')
    await router.push('/project/p?at=8')
    await router.push('/project/q')
    expect(momentOf(router.currentRoute.value)).toBeNull()
  })

  it('is none where it is no number of a change', () => {
    for (const at of ['0', '-1', 'x', '1.5', '', '99999999999'])
      expect(momentOf({ query: { at } })).toBeNull()
  })
})
